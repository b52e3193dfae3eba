// SPDX-License-Identifier: GPL-3.0-or-later
#include "procedure/carry.h"

#include "base/error.h"
#include "judge/dependencies.h"
#include "model/amounts.h"
#include "model/boxsettings.h"
#include "model/menu.h"
#include "model/names.h"
#include "model/traits.h"
#include "procedure/typedpages.h"

#include <fmt/format.h>
#include <algorithm>
#include <set>

namespace kh {

namespace {

CarryLine lineOf(const Setup& setup, const std::string& path) {
    CarryLine line;
    line.path = path;
    line.name = fieldTitle(setup, path);
    line.wants = boxShows(setup, path);
    line.wantsReads = boxReads(setup, path, readField(setup, path)->value);
    if (const auto stands = standsIn(setup, path)) line.hadReads = boxReads(setup, path, *stands);
    if (std::holds_alternative<double>(readField(setup, path)->value)) line.unit = unitOf(setup, path);
    line.mark = inBoxMark(setup, path);
    if (const InBox* is = inBoxOf(setup, path)) {
        line.had = is->shown;
        line.by = is->by;
        line.at = is->at;
    }
    if (const BoxSetting* how = settingOf(setup, path)) line.how = how->how;
    if (line.how == SetHow::Gesture) line.name = say(KH_TR("{f}, learned"), {{"f", line.name}});
    if (line.how == SetHow::ByEye) line.name = say(KH_TR("{f}, by eye"), {{"f", line.name}});
    return line;
}

/// What is done before a page is opened and after it is left, as the box asks for what is on it.
void acts(const Setup& setup, Box box, CarryPage& page) {
    bool saved = false, cycled = false, centre = false;
    for (const CarryLine& line : page.lines) {
        if (!line.left()) continue;
        if (const BoxSetting* how = settingOf(setup, line.path)) {
            saved = saved || how->acts == SetActs::Saved;
            cycled = cycled || how->acts == SetActs::PowerCycled;
        }
        centre = centre || (box == Box::Transmitter && typingOf(setup, line.path).topic->id == "sub-trim");
    }
    if (page.left() == 0) return;
    if (page.first)
        page.before.push_back(setup.machine.aircraft.of().holds
                                  ? say(KH_TR("Motor leads off, or the pack out, before this page is opened."))
                                  : say(KH_TR("Propellers off, or the pack out, before this page is opened.")));
    if (saved) page.after.push_back(say(KH_TR("Save before the page is left.")));
    if (cycled) page.after.push_back(say(KH_TR("Switch {b} off and on again: only then it acts."), {{"b", boxName(setup, box)}}));
    if (centre && setup.controller.profile->learnsCentre)
        page.after.push_back(
            say(KH_TR("Let {b} learn its centre again: sticks and trims at rest."), {{"b", setup.controller.profile->name}}));
    if (box == Box::Transmitter && boxDoes(setup, Box::Transmitter, "stays-on-old-switch"))
        for (const CarryLine& l : page.lines)
            if (l.left() && !l.had.empty() && std::holds_alternative<Condition>(readField(setup, l.path)->value))
                page.after.push_back(say(KH_TR("{f}: take it off {s}; what is moved stays there too."), {{"f", l.name}, {"s", l.had}}));
    const bool bound =
        std::any_of(page.lines.begin(), page.lines.end(), [](const CarryLine& l) { return l.left() && l.how == SetHow::Binding; });
    if (bound) page.after.push_back(say(KH_TR("Bind again: what stands here is stored at binding.")));
    const bool stores = std::any_of(page.lines.begin(), page.lines.end(),
                                    [&](const CarryLine& l) { return l.left() && typingOf(setup, l.path).topic->id == "failsafe"; });
    if (stores) page.after.push_back(say(KH_TR("Store the failsafe, then see it with the transmitter off: motor locked.")));
}

}  // namespace

std::size_t CarryPage::left() const {
    return static_cast<std::size_t>(std::count_if(lines.begin(), lines.end(), [](const CarryLine& l) { return l.left(); }));
}
std::size_t CarryBox::left() const {
    std::size_t n = 0;
    for (const CarryPage& p : pages) n += p.left();
    return n;
}
std::size_t CarryBox::lines() const {
    std::size_t n = 0;
    for (const CarryPage& p : pages) n += p.lines.size();
    return n;
}
std::size_t CarryBox::notKnown() const {
    std::size_t n = 0;
    for (const CarryPage& p : pages)
        n += static_cast<std::size_t>(std::count_if(p.lines.begin(), p.lines.end(), [](const CarryLine& l) {
            return l.mark == InBoxMark::Never || l.mark == InBoxMark::NotKnown;
        }));
    return n;
}

std::vector<CarryBox> carry(const Setup& setup) {
    std::vector<CarryBox> out;
    const std::vector<std::string> paths = allPaths(setup);
    for (const Box box : {Box::Transmitter, Box::Controller, Box::SpeedController}) {
        CarryBox one;
        one.box = box;
        one.name = boxName(setup, box);
        for (const TypedPage& typed : orderOfTyping(setup, box)) {
            CarryPage page;
            page.title = typed.title;
            page.first = typed.first;
            for (const std::string& path : typedPaths(setup, box, typed, paths)) page.lines.push_back(lineOf(setup, path));
            if (page.lines.empty()) continue;
            acts(setup, box, page);
            one.pages.push_back(std::move(page));
        }
        if (!one.pages.empty() && one.notKnown() == one.lines())
            one.pages.front().before.insert(
                one.pages.front().before.begin(),
                say(KH_TR("Nothing is known of it. A preset or second-hand box: factory reset first, as its manual says.")));
        if (!one.pages.empty()) out.push_back(std::move(one));
    }
    return out;
}

std::size_t leftToType(const std::vector<CarryBox>& boxes) {
    std::size_t n = 0;
    for (const CarryBox& b : boxes) n += b.left();
    return n;
}

const CarryPage& pageCalled(const std::vector<CarryBox>& boxes, const std::string& name) {
    std::string all;
    const CarryPage* found = nullptr;
    bool twice = false;
    for (const CarryBox& b : boxes)
        for (std::size_t i = 0; i < b.pages.size(); ++i) {
            const CarryPage& p = b.pages[i];
            const std::string box = boxId(b.box);
            if (name == box + ": " + p.title || name == box + " " + std::to_string(i + 1)) return p;
            if (name == p.title) {
                twice = found != nullptr;
                found = &p;
            }
            all += (all.empty() ? "" : ", ") + box + ": " + p.title;
        }
    if (found != nullptr && !twice) return *found;
    throw InputError("--page", twice ? fmt::format("two boxes have a page \"{}\": name the box too", name)
                                     : fmt::format("\"{}\" is no page; there are {}", name, all));
}

std::vector<std::string> pathsOf(const CarryPage& page) {
    std::vector<std::string> out;
    out.reserve(page.lines.size());
    for (const CarryLine& l : page.lines) out.push_back(l.path);
    return out;
}

InBoxes carriedByProof(const Setup& setup) {
    Setup known = setup;
    InBoxes& out = known.carried.edit();
    for (const Box box : {Box::Transmitter, Box::Controller, Box::SpeedController}) out[wholeBox(box)] = {{}, {}, InBoxBy::Unknown, {}, 0};
    for (const auto& [path, record] : setup.standings) {
        if (!path.starts_with("rows.") || record.standing != Standing::Proved) continue;
        const std::string row = path.substr(5);
        for (const std::vector<std::string>& paths : {factsOfRow(setup, row), settledAt(setup, row)})
            known.carried = withStanding(known, paths, InBoxBy::Seen, record.at);
    }
    return *known.carried;
}

}  // namespace kh
