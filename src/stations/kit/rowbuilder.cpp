// SPDX-License-Identifier: GPL-3.0-or-later
#include "stations/kit/rowbuilder.h"
#include "judge/dependencies.h"
#include "model/amounts.h"
#include "model/boxsettings.h"

#include "base/error.h"
#include "base/typed.h"
#include "model/conditiontext.h"
#include "model/fieldtable.h"
#include "model/names.h"
#include "model/questions.h"

#include <fmt/format.h>
#include <algorithm>
#include <cmath>
#include <sstream>
#include <stdexcept>

namespace kh {

namespace {

Message numberMessage(double v, int decimals, bool sign = false) { return say(KH_TR("{v}"), {{"v", Number{v, decimals, sign}}}); }

}  // namespace

Part RowBuilder::field(const std::string& path, Message label) const {
    Part part;
    part.label = std::move(label);
    const auto f = readField(setup_, path);
    if (!f) {
        // an element this document has not is ordinary; a field there never is would stay an empty cell for ever
        if (FieldTable::of(setup_).patternOf(path) == nullptr && FieldTable::of(setup_).listOf(path) == nullptr)
            throw std::logic_error("a row names the field " + path + ", which does not exist");
        return dash(std::move(part.label));
    }
    part.value = showBare(setup_, path, f->value);
    if (const auto held = std::holds_alternative<double>(f->value) ? heldValue(setup_, path) : std::nullopt)
        part.value = say(KH_TR("≈ {v}"), {{"v", showBare(setup_, path, *held)}});
    Part::Entry entry{path};
    if (std::holds_alternative<std::monostate>(f->value) && f->info.kind != FieldKind::Names) {
        entry.holds = Part::Entry::Holds::Nothing;
        if (FieldTable::of(setup_).patternOf(path)->title.unset == nullptr) {
            entry.holds = Part::Entry::Holds::NothingToShow;
            part.value = dash().value;
        }
    }
    if (std::holds_alternative<double>(f->value)) part.unit = unitOf(setup_, path);
    for (const ShownChoice& choice : choicesOf(setup_, path)) {
        entry.choices.typed.push_back(choice.typed);
        entry.choices.captions.push_back(choice.caption);
    }
    part.kind = std::move(entry);
    part.why.title = say(KH_TR("stored value"));
    part.why.lines = {say(KH_TR("typed in, not computed")), say(KH_TR("= {v}"), {{"v", show(setup_, path, f->value)}})};
    part.why.inputs = {path};
    return part;
}

Part RowBuilder::word(const std::string& path, const std::vector<std::string>& options, Message label) const {
    Part part = field(path, std::move(label));
    auto* entry = std::get_if<Part::Entry>(&part.kind);
    if (entry == nullptr) return part;
    entry->choices = {options, {}};
    for (const std::string& option : options) {
        const auto known = choicesOf(setup_, path);
        const auto same = std::find_if(known.begin(), known.end(), [&](const ShownChoice& c) { return c.typed == option; });
        entry->choices.captions.push_back(same == known.end() ? asWord(option) : same->caption);
    }
    const auto f = readField(setup_, path);
    if (const auto* chosen = std::get_if<std::string>(&f->value); chosen != nullptr && f->info.kind == FieldKind::Text && !chosen->empty())
        part.value = asWord(*chosen);
    return part;
}

Part RowBuilder::mode(const std::string& path, Message label) const {
    Part part = field(path, std::move(label));
    Choices modes;
    for (const FlightMode& m : setup_.transmitter.modes)
        if (m.id != kHoldMode) {
            modes.typed.push_back(m.id);
            modes.captions.push_back(say(KH_TR("{m}"), {{"m", m.name}}));
        }
    std::get<Part::Entry>(part.kind).choices = std::move(modes);
    return part;
}

Part RowBuilder::oneOf(const std::string& path, const std::vector<double>& values, Message label) const {
    Part part = field(path, std::move(label));
    auto* entry = std::get_if<Part::Entry>(&part.kind);
    if (entry == nullptr) return part;
    for (const double v : values) {
        entry->choices.captions.push_back(showBare(setup_, path, v));
        entry->choices.typed.push_back(render(entry->choices.captions.back()));
    }
    return part;
}

Part RowBuilder::figure(const Figure& f, Message label) {
    Part part;
    part.label = std::move(label);
    if (f.known && f.band)
        part.value =
            say(KH_TR("{a} … {b}"), {{"a", Number{(*f.band)[0], f.decimals, f.sign}}, {"b", Number{(*f.band)[1], f.decimals, f.sign}}});
    else if (f.known) part.value = numberMessage(f.value, f.decimals, f.sign);
    else part = dash(std::move(part.label));
    part.unit = f.known ? f.unit : "";
    part.figure = Part::Shown{f.known ? std::optional(f.value) : std::nullopt, f.unit};
    part.why = f.why;
    return part;
}

Part RowBuilder::dash(Message label) {
    Part part;
    part.label = std::move(label);
    part.value = say(KH_TR("–"));
    part.kind = Part::Dash{};
    return part;
}

Part RowBuilder::text(Message m) {
    Part part;
    part.value = std::move(m);
    return part;
}

Part RowBuilder::port(const std::string& name) {
    Part part;
    part.value = say(KH_TR("{p}"), {{"p", name}});
    part.kind = Part::Port{};
    return part;
}

Part RowBuilder::gain(const std::string& path) const {
    Part part = field(path);
    const auto f = readField(setup_, path);
    const double* gain = f ? std::get_if<double>(&f->value) : nullptr;
    if (gain == nullptr) return part;
    part.why.title = say(KH_TR("tail gain as typed"));
    part.why.lines = {say(KH_TR("signed gain {g} %, + is heading hold"), {{"g", signedNum(*gain)}}),
                      say(KH_TR("= {v}"), {{"v", show(setup_, path, *gain)}})};
    if (setup_.transmitter.profile->gainScale == GainScale::Centre50)
        part.why.lines.insert(part.why.lines.begin() + 1, say(KH_TR("50 + g / 2 = 50 + {g} / 2"), {{"g", num(*gain)}}));
    return part;
}

Part RowBuilder::spark(const std::string& path, const Curve& curve, Message summary) const {
    Part part = field(path);
    part.kind = Part::Spark{part.field(), curve};
    part.value = std::move(summary);
    part.why.lines = {show(setup_, path), say(KH_TR("= {v}"), {{"v", part.value}})};
    return part;
}

void RowBuilder::settle(Row& row) const {
    // weakest cell; a row with a machine fact shows that fact's standing
    bool any = false;
    Standing weakest = Standing::Proved;
    std::optional<Standing> fact;
    for (const Cell& cell : row.cells)
        for (const Part& part : cell.parts) {
            if (part.field().empty()) {
                for (const std::string& path : part.why.inputs) {
                    weakest = std::min({weakest, standingOf(setup_, path), Standing::Computed});
                    any = true;
                }
                continue;
            }
            const FieldHome home = fieldHome(part.field());
            if (part.unused() && !home.fact) continue;  // a setting that is not used is none, not one that stands at default
            const Standing s = standingOf(setup_, part.field());
            any = true;
            weakest = std::min(weakest, s);
            if (home.box == Box::Machine) fact = fact ? std::min(*fact, s) : s;
            const auto record = setup_.standings.find(part.field());
            if (record != setup_.standings.end() && !record->second.instrument.empty())
                row.standingNote = record->second.instrument + (record->second.uncertainty.empty() ? "" : " " + record->second.uncertainty);
        }
    row.standing = fact ? *fact : (any ? weakest : Standing::Default);
    std::vector<std::string> restsOn;
    for (const Cell& cell : row.cells)
        for (const Part& part : cell.parts) {
            restsOn.push_back(part.field());
            restsOn.insert(restsOn.end(), part.why.inputs.begin(), part.why.inputs.end());
        }
    if (setup_.standings.count("rows." + row.id) != 0) {  // it was seen: on these boxes, with these facts
        for (std::size_t i = restsOn.size(); i-- > 0;)
            if (std::string box = boxIdentity(restsOn[i]); !box.empty()) restsOn.push_back(std::move(box));
        const std::vector<std::string> facts = factsOfRow(setup_, row.id);
        restsOn.insert(restsOn.end(), facts.begin(), facts.end());
    }
    for (std::size_t i = 0; i < evaluation_.findings.size(); ++i)
        if (evaluation_.findings[i].row == row.id) {
            row.findings.push_back(i);
            if (evaluation_.findings[i].severity == Severity::Danger) row.broken = true;
        }
    // what was seen proves nothing while a danger of the row's own is open
    if (!row.broken && seenUnchanged(setup_, row.id, restsOn)) row.standing = Standing::Proved;
}

Row RowBuilder::row(const char* id, Message title, Cell transmitter, Cell controller, Cell machine) const {
    Row r;
    r.id = id;
    r.title = std::move(title);
    r.cells = {std::move(transmitter), std::move(controller), std::move(machine)};
    settle(r);
    return r;
}

Row RowBuilder::line(const char* parent, const std::string& id, Message title, std::vector<Cell> cells) const {
    Row r;
    r.id = id;
    r.title = std::move(title);
    r.cells = std::move(cells);
    for (Cell& cell : r.cells)
        for (Part& part : cell.parts) part.unit = "";  // the column has it
    settle(r);
    r.under = parent;
    r.aside = r.line = true;
    return r;
}

Row RowBuilder::matrixRow(const char* id, Message title, std::string unit, Box band, std::vector<Cell> cells) const {
    Row r;
    r.id = id;
    r.title = std::move(title);
    r.unit = std::move(unit);
    r.band = band;
    r.cells = std::move(cells);
    settle(r);
    // equal neighbours merge; each keeps its own fields so that editing stays per mode
    const auto shown = [](const Cell& c) {
        std::string text;
        for (const Part& p : c.parts) text += render(p.label) + render(p.value) + p.unit + "|";
        return text;
    };
    for (std::size_t i = 0; i < r.cells.size();) {
        std::size_t n = 1;
        while (i + n < r.cells.size() && !r.cells[i].parts.empty() && r.cells[i].parts.front().as<Part::Spark>() == nullptr &&
               shown(r.cells[i + n]) == shown(r.cells[i]))
            ++n;
        r.cells[i].span = static_cast<int>(n);
        for (std::size_t k = 1; k < n; ++k) r.cells[i + k].span = 0;
        i += n;
    }
    return r;
}

std::string channelOfRow(const AircraftClass& aircraft, const Row& row) {
    for (const FunctionEntry& function : aircraft.functions) {
        std::string id = function.id;
        if (row.keelId() == "channel-" + id || row.id == "failsafe-" + id) return id;
    }
    return {};
}

FieldValue parsePart(const Setup& setup, const Part& part, const std::string& text) {
    const std::string& field = part.field();
    const std::vector<std::string>& options = part.choices().typed;
    const auto f = readField(setup, field);
    if (!f) throw InputError(field, "there is no such field");
    std::string trimmed = text;
    while (!trimmed.empty() && trimmed.back() == ' ') trimmed.pop_back();
    while (!trimmed.empty() && trimmed.front() == ' ') trimmed.erase(trimmed.begin());
    if (const auto* acting = part.as<Part::Acting>(); acting != nullptr && f->info.kind == FieldKind::Names) {
        if (options.size() != 2 || (trimmed != options[0] && trimmed != options[1]))
            throw InputError(field, fmt::format("{} is not one of {}", trimmed, fmt::join(options, ", ")));
        std::vector<std::string> in;
        bool all = true;
        for (const FlightMode& m : setup.transmitter.modes) {
            if (m.id == kHoldMode) continue;
            const auto* now = std::get_if<std::vector<std::string>>(&f->value);  // absent: in all
            const bool acts =
                m.id == acting->mode ? trimmed == options[0] : now == nullptr || std::find(now->begin(), now->end(), m.id) != now->end();
            if (acts) in.push_back(m.id);
            else all = false;
        }
        if (all) return std::monostate{};
        return in;
    }
    FieldValue value = read(setup, field, trimmed);
    // of the words there are, a box may know some
    const auto* word = std::get_if<std::string>(&value);
    if (word != nullptr && !options.empty() && std::find(options.begin(), options.end(), *word) == options.end())
        throw InputError(field, fmt::format("{} is not one of {}", trimmed, fmt::join(options, ", ")));
    return value;
}

namespace {

/// As its box shows it; where that is another scale than the program's own, with what is reckoned with: "420 µs (105 %)".
Message reckoned(const Setup& setup, const std::string& path, const Field& f) {
    Message shown = show(setup, path, f.value);
    if (const std::optional<OpenFact> open = openFact(setup, path)) {  // nobody knows it
        std::vector<Message> may;
        for (const FieldValue& end : open->ends) may.push_back(show(setup, path, end));
        if (std::holds_alternative<double>(f.value))
            return say(KH_TR("{shown} taken; not known, from {low} to {high}"),
                       {{"shown", shown}, {"low", may.front()}, {"high", may.back()}});
        return say(KH_TR("{shown} taken; not known, one of {may}"), {{"shown", shown}, {"may", may}});
    }
    const double* v = std::get_if<double>(&f.value);
    const FieldPattern* pattern = FieldTable::of(setup).patternOf(path);
    if (v == nullptr || pattern == nullptr) return shown;
    const ScaleRef scale = scaleOf(setup, path);
    if (scale == pattern->scale || *scale == *pattern->scale) return shown;
    return say(KH_TR("{shown} ({own})"), {{"shown", shown}, {"own", Amount{*v, pattern->scale, Amount::Kind::Value, false}}});
}

}  // namespace

Why explain(const Setup& setup, const Part& part) {
    Why why{part.why.title, part.why.lines, {}};
    for (const std::string& path : part.why.inputs) {
        const auto f = readField(setup, path);
        if (f) why.inputs.push_back({path, fieldTitle(setup, path), reckoned(setup, path, *f), standingOf(setup, path)});
    }
    return why;
}

}  // namespace kh
