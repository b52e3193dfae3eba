// SPDX-License-Identifier: GPL-3.0-or-later
#include "stations/kit/rowbuilder.h"

#include "base/error.h"
#include "base/typed.h"
#include "model/conditiontext.h"
#include "model/fieldtable.h"
#include "model/names.h"

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
    part.field = path;
    const auto f = readField(setup_, path);
    if (!f) {
        // an element this document has not is ordinary; a field there never is would stay an empty cell for ever
        if (FieldTable::of(setup_).patternOf(path) == nullptr && FieldTable::of(setup_).listOf(path) == nullptr)
            throw std::logic_error("a row names the field " + path + ", which does not exist");
        part.field.clear();
        part.value = say(KH_TR("–"));
        return part;
    }
    if (const double* v = std::get_if<double>(&f->value)) {
        const bool plain = (f->info.unit == "%" || f->info.unit == "°") && *v == std::floor(*v);  // 105 %, 180°
        part.value = numberMessage(*v, plain ? 0 : f->info.decimals);
        for (const char* unit :
             {"%", "°", "mm", "m", "µs", "Hz", "rpm", "rpm/V", "V", "A", "mAh", "kg", "s", "min", "°/s", "µs/%", "teeth"})
            if (f->info.unit == unit) part.unit = unit;
    } else if (std::holds_alternative<std::monostate>(f->value)) {
        part.value = say(KH_TR("–"));
    } else if (const Condition* when = std::get_if<Condition>(&f->value)) {
        part.value = conditionTitle(setup_.transmitter, *when);
    } else {
        part.value = fieldAsText(*f);
    }
    part.options = choiceIds(f->info);
    part.why.title = say(KH_TR("stored value"));
    part.why.lines = {say(KH_TR("typed in, not computed")),
                      say(KH_TR("= {v} {unit}"), {{"v", part.value}, {"unit", std::string(part.unit)}})};
    if (*part.unit == 0) part.why.lines.back() = say(KH_TR("= {v}"), {{"v", part.value}});
    part.why.inputs = {path};
    return part;
}

Part RowBuilder::word(const std::string& path, std::vector<std::string> options, Message label) const {
    Part part = field(path, std::move(label));
    part.options = std::move(options);
    const auto f = readField(setup_, path);
    if (const auto* chosen = f ? std::get_if<std::string>(&f->value) : nullptr; chosen != nullptr && !chosen->empty())
        part.value = asWord(*chosen);
    return part;
}

Part RowBuilder::flag(const std::string& path, const char* whenTrue, const char* whenFalse, Message label) const {
    Part part = field(path, std::move(label));
    const auto f = readField(setup_, path);
    if (!f) return part;  // a channel this transmitter has not: a dash
    const bool on = std::holds_alternative<bool>(f->value) && std::get<bool>(f->value);
    part.value = say(on ? whenTrue : whenFalse);
    part.options = {whenTrue, whenFalse};
    part.why.lines.back() = say(KH_TR("= {v}"), {{"v", part.value}});
    return part;
}

Part RowBuilder::figure(const Figure& f, Message label) {
    Part part;
    part.label = std::move(label);
    if (f.known && f.band)
        part.value =
            say(KH_TR("{a} … {b}"), {{"a", Number{(*f.band)[0], f.decimals, f.sign}}, {"b", Number{(*f.band)[1], f.decimals, f.sign}}});
    else part.value = f.known ? numberMessage(f.value, f.decimals, f.sign) : say(KH_TR("–"));
    part.unit = f.known ? f.unit : "";
    part.why = f.why;
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
    part.look = Part::Look::Port;
    return part;
}

Part RowBuilder::gain(const std::string& path, GainScale scale) const {
    Part part = field(path);
    const auto f = readField(setup_, path);
    part.typedAs = scale;
    part.unit = "";
    if (f) {
        const double g = std::get<double>(f->value);
        part.value = gainAsShown(g, scale);
        part.why.title = say(KH_TR("tail gain as typed"));
        part.why.lines = {say(KH_TR("signed gain {g} %, + is heading hold"), {{"g", signedNum(g)}}),
                          say(KH_TR("= {v}"), {{"v", part.value}})};
        if (scale == GainScale::Centre50)
            part.why.lines.insert(part.why.lines.begin() + 1, say(KH_TR("50 + g / 2 = 50 + {g} / 2"), {{"g", num(g)}}));
    }
    return part;
}

Part RowBuilder::spark(const std::string& path, const Curve& curve, Message summary) const {
    Part part = field(path);
    part.look = Part::Look::Spark;
    part.curve = curve;
    part.value = std::move(summary);
    part.why.lines = {fieldAsText(*readField(setup_, path)), say(KH_TR("= {v}"), {{"v", part.value}})};
    return part;
}

void RowBuilder::settle(Row& row) const {
    // weakest cell; a row with a machine fact shows that fact's standing
    bool any = false;
    Standing weakest = Standing::Proved;
    std::optional<Standing> fact;
    for (const Cell& cell : row.cells)
        for (const Part& part : cell.parts) {
            if (part.field.empty()) {
                for (const std::string& path : part.why.inputs) {
                    weakest = std::min({weakest, standingOf(setup_, path), Standing::Computed});
                    any = true;
                }
                continue;
            }
            const FieldHome home = fieldHome(part.field);
            if (part.value.text == "–" && !home.fact) continue;  // a setting that is not used is none, not one that stands at default
            const Standing s = standingOf(setup_, part.field);
            any = true;
            weakest = std::min(weakest, s);
            if (home.box == Box::Machine) fact = fact ? std::min(*fact, s) : s;
            const auto record = setup_.standings.find(part.field);
            if (record != setup_.standings.end() && !record->second.instrument.empty())
                row.standingNote = record->second.instrument + (record->second.uncertainty.empty() ? "" : " " + record->second.uncertainty);
        }
    row.standing = fact ? *fact : (any ? weakest : Standing::Default);
    std::vector<std::string> restsOn;
    for (const Cell& cell : row.cells)
        for (const Part& part : cell.parts) {
            restsOn.push_back(part.field);
            restsOn.insert(restsOn.end(), part.why.inputs.begin(), part.why.inputs.end());
        }
    if (seenUnchanged(setup_, row.id, restsOn)) row.standing = Standing::Proved;
    for (std::size_t i = 0; i < evaluation_.findings.size(); ++i)
        if (evaluation_.findings[i].row == row.id) {
            row.findings.push_back(i);
            if (evaluation_.findings[i].severity == Severity::Danger) row.broken = true;
        }
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

Row RowBuilder::matrixRow(const char* id, Message title, const char* unit, Box band, std::vector<Cell> cells) const {
    Row r;
    r.id = id;
    r.title = std::move(title);
    r.unit = unit;
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
        while (i + n < r.cells.size() && !r.cells[i].parts.empty() && r.cells[i].parts.front().look != Part::Look::Spark &&
               shown(r.cells[i + n]) == shown(r.cells[i]))
            ++n;
        r.cells[i].span = static_cast<int>(n);
        for (std::size_t k = 1; k < n; ++k) r.cells[i + k].span = 0;
        i += n;
    }
    return r;
}

std::vector<std::string> numberOptions(const std::vector<double>& values) {
    std::vector<std::string> out;
    out.reserve(values.size());
    for (const double v : values) out.push_back(render(num(v)));
    return out;
}

std::string channelOfRow(const AircraftClass& aircraft, const Row& row) {
    for (const FunctionEntry& function : aircraft.functions) {
        std::string id = function.id;
        if (row.keelId() == "channel-" + id || row.id == "failsafe-" + id) return id;
    }
    return {};
}

FieldValue parsePart(const Setup& setup, const Part& part, const std::string& text) {
    const auto f = readField(setup, part.field);
    if (!f) throw InputError(part.field, "there is no such field");
    std::string trimmed = text;
    while (!trimmed.empty() && trimmed.back() == ' ') trimmed.pop_back();
    while (!trimmed.empty() && trimmed.front() == ' ') trimmed.erase(trimmed.begin());
    if (f->info.mayBeUnknown && (trimmed.empty() || trimmed == "–" || trimmed == "-")) return std::monostate{};
    switch (f->info.kind) {
        case FieldKind::Flag:
            for (std::size_t i = 0; i < part.options.size() && i < 2; ++i)
                if (trimmed == part.options[i]) return i == 0;
            throw InputError(part.field, fmt::format("{} is not one of {}", trimmed, fmt::join(part.options, ", ")));
        case FieldKind::Choice:  // of the words there are, a box may know some
        case FieldKind::Text:
            if (!part.options.empty() && std::find(part.options.begin(), part.options.end(), trimmed) == part.options.end())
                throw InputError(part.field, fmt::format("{} is not one of {}", trimmed, fmt::join(part.options, ", ")));
            return trimmed;
        case FieldKind::When: return parseCondition(setup, part.field, trimmed);
        case FieldKind::Names: {
            if (part.mode.empty()) {
                std::vector<std::string> names;
                std::istringstream list(trimmed);
                for (std::string name; std::getline(list, name, ',');) {
                    const auto first = name.find_first_not_of(' ');
                    if (first != std::string::npos) names.push_back(name.substr(first, name.find_last_not_of(' ') - first + 1));
                }
                return names;
            }
            if (part.options.size() != 2 || (trimmed != part.options[0] && trimmed != part.options[1])) break;
            std::vector<std::string> acting;
            bool all = true;
            for (const FlightMode& m : setup.transmitter.modes) {
                if (m.id == kHoldMode) continue;
                const auto* now = std::get_if<std::vector<std::string>>(&f->value);  // absent: in all
                const bool acts = m.id == part.mode ? trimmed == part.options[0]
                                                    : now == nullptr || std::find(now->begin(), now->end(), m.id) != now->end();
                if (acts) acting.push_back(m.id);
                else all = false;
            }
            if (all) return std::monostate{};
            return acting;
        }
        case FieldKind::Numbers: {
            std::vector<double> list;
            std::string word;
            std::istringstream words(trimmed);
            while (words >> word) {
                while (!word.empty() && (word.back() == ';' || word.back() == ',')) word.pop_back();
                if (word.empty() || word == f->info.unit) continue;
                const auto one = typedNumber(word, f->info.unit);
                if (!one)
                    throw InputError(part.field,
                                     fmt::format("\"{}\" is not a number; allowed are numbers from {} to {} {} with a space between", word,
                                                 f->info.min, f->info.max, f->info.unit));
                list.push_back(*one);
            }
            return list;
        }
        case FieldKind::Number:
        case FieldKind::Whole: break;
        default: throw InputError(part.field, "is edited in its drawing");
    }
    const std::string unit(f->info.unit);
    const std::optional<double> number = typedNumber(trimmed, unit);
    const std::string range = fmt::format("a number from {} to {} {}", f->info.min, f->info.max, unit);
    if (!number) throw InputError(part.field, fmt::format("\"{}\" is not a number; allowed is {}", text, range));
    double value = *number;
    if (part.typedAs) value = gainFromTyped(value, *part.typedAs, std::get<double>(f->value) < 0.0 ? -1.0 : 1.0);
    if (value < f->info.min || value > f->info.max)
        throw InputError(part.field, fmt::format("{} is not allowed; it must be {}", trimmed, range));
    return value;
}

Why explain(const Setup& setup, const Part& part) {
    Why why{part.why.title, part.why.lines, {}};
    for (const std::string& path : part.why.inputs) {
        const auto f = readField(setup, path);
        if (f) why.inputs.push_back({path, fieldTitle(setup, path), shownValue(setup, path, f->value), standingOf(setup, path)});
    }
    return why;
}

}  // namespace kh
