// SPDX-License-Identifier: GPL-3.0-or-later
#include "procedure/readback.h"

#include "base/error.h"
#include "model/amounts.h"
#include "model/boxsettings.h"
#include "model/inboxes.h"
#include "model/names.h"
#include "procedure/ledger.h"

#include <fmt/format.h>
#include <algorithm>
#include <map>
#include <set>

namespace kh {

namespace {

/// The path of a setting that is named by it, or as a pilot calls it.
std::string fieldCalled(const Setup& setup, const std::string& name, const std::vector<CarryBox>& boxes) {
    if (readField(setup, name)) return name;
    std::string found;
    for (const CarryBox& b : boxes)
        for (const CarryPage& p : b.pages)
            for (const CarryLine& l : p.lines)
                if (render(fieldTitle(setup, l.path)) == name) found = l.path;
    if (found.empty()) throw InputError(name, "there is no such setting");
    return found;
}

const std::vector<BoxExport>& exportsOf(const Setup& setup, Box box) {
    switch (box) {
        case Box::Transmitter: return setup.transmitter.profile->exports;
        case Box::Controller: return setup.controller.profile->exports;
        default: return setup.speedController.profile->exports;
    }
}

/// The setting that a key of the box's text export stands for; empty: none is mapped.
std::string exportedAs(const Setup& setup, Box box, const std::string& key) {
    for (const BoxExport& e : exportsOf(setup, box))
        if (e.key == key) return e.setting;
    return {};
}

/// Where it was read: as it is said, else the box whose export has its keys.
Box readAt(const Setup& setup, const ReadBack& read) {
    if (read.box) return *read.box;
    for (const Box box : {Box::Transmitter, Box::Controller, Box::SpeedController})
        for (const auto& [name, text] : read.values)
            if (!exportedAs(setup, box, name).empty()) return box;
    throw InputError("box", "it is not said at which box this was read: a line \"# box: controller\" is needed");
}

void requireProfile(const Setup& setup, Box box, const ReadBack& read) {
    const auto& [id, version] = [&]() -> std::pair<std::string, int> {
        switch (box) {
            case Box::Transmitter: return {setup.transmitter.profile->id, setup.transmitter.profile->version};
            case Box::Controller: return {setup.controller.profile->id, setup.controller.profile->version};
            default: return {setup.speedController.profile->id, setup.speedController.profile->version};
        }
    }();
    if (!read.profile.empty() && read.profile != id)
        throw InputError("profile", fmt::format("it was read at \"{}\"; this model has \"{}\"", read.profile, id));
    if (read.version != 0 && read.version != version)
        throw InputError("version",
                         fmt::format("it was read by version {} of the profile; the model has version {}", read.version, version));
}

}  // namespace

ShownValues asItComes(const Setup& setup, Box box) {
    ShownValues out;
    for (const std::string& path : settingsIn(setup, box)) {
        const BoxSetting* how = settingOf(setup, path);
        if (how == nullptr || !how->factory || !std::holds_alternative<double>(readField(setup, path)->value)) continue;
        out.emplace_back(path, boxShows(setup, path, scaleOf(setup, path)->value(*how->factory)));
    }
    return out;
}

ShownValues asCopied(const Setup& setup, const Setup& other, Box box) {
    if (profileIdOf(setup, box) != profileIdOf(other, box))
        throw InputError("box", fmt::format("that model has {}, and this one {}", boxName(other, box), boxName(setup, box)));
    ShownValues out;
    for (const std::string& path : settingsIn(setup, box)) {
        const auto there = readField(other, path);
        if (!there) continue;  // a mode, a bank it has not
        const FieldValue value = standsIn(other, path).value_or(there->value);
        if (value.index() == readField(setup, path)->value.index()) out.emplace_back(path, boxShows(setup, path, value));
    }
    return out;
}

InBoxes takenBack(const Setup& setup, const ReadBack& read, const std::string& now) {
    const Box at = readAt(setup, read);
    requireProfile(setup, at, read);
    if (!read.at.empty() && read.at > now) throw InputError("at", fmt::format("{} lies in the future; now is {}", read.at, now));
    const std::vector<CarryBox> boxes = carry(setup);
    const bool mapped = std::any_of(read.values.begin(), read.values.end(),
                                    [&](const auto& line) { return !exportedAs(setup, at, line.first).empty(); });
    Setup taken = setup;
    std::map<std::string, std::string> said;
    for (const auto& [name, text] : read.values) {
        std::string path = exportedAs(setup, at, name);
        if (mapped && path.empty()) continue;
        if (path.empty()) path = fieldCalled(setup, name, boxes);
        if (!readField(setup, path)) continue;  // mapped, and of a mode or a bank this model has not
        if (fieldHome(path).box != at)
            throw InputError(path, fmt::format("belongs to {}, and this is {}", boxName(setup, fieldHome(path).box), boxName(setup, at)));
        const auto [before, fresh] = said.emplace(path, text);
        if (!fresh) throw InputError(path, fmt::format("stands there twice, as {} and as {}", before->second, text));
        taken.carried = withReadBack(taken, path, text, read.at.empty() ? now : read.at, read.by);
    }
    const auto asked = [&](const CarryLine& l) {
        const auto& all = exportsOf(setup, at);
        return !mapped || std::any_of(all.begin(), all.end(), [&](const BoxExport& e) { return e.setting == l.path; });
    };
    std::string missing;
    for (const CarryBox& b : boxes)
        if (b.box == at)
            for (const CarryPage& p : b.pages)
                if (std::any_of(p.lines.begin(), p.lines.end(), asked) &&
                    std::none_of(p.lines.begin(), p.lines.end(), [&](const CarryLine& l) { return said.count(l.path) != 0; }))
                    missing += (missing.empty() ? "" : ", ") + p.title;
    if (!missing.empty()) throw InputError("pages", fmt::format("these are missing: {}; a page alone is taken as it stands", missing));
    return *taken.carried;
}

std::vector<Message> staleBy(const Setup& setup, const InBoxes& carried) {
    const auto proved = [](const Setup& s) {
        std::map<std::string, Message> rows;
        for (const StationPage& page : ledger(s, evaluate(s)))
            for (const Row& row : page.rows)
                if (row.standing == Standing::Proved && page.station != Station::Proof) rows.emplace(row.id, row.title);
        return rows;
    };
    Setup after = setup;
    after.carried = carried;
    after.change += 1;
    const auto then = proved(after);
    std::vector<Message> out;
    for (const auto& [id, title] : proved(setup))
        if (then.count(id) == 0) out.push_back(title);
    return out;
}

}  // namespace kh
