// SPDX-License-Identifier: GPL-3.0-or-later
#include "model/amounts.h"

#include "base/typed.h"
#include "formula/gainscale.h"
#include "model/conditiontext.h"
#include "model/fieldtable.h"
#include "model/names.h"

#include <fmt/format.h>
#include <algorithm>
#include <array>
#include <cmath>
#include <limits>
#include <sstream>

namespace kh {

namespace {

const FieldPattern* patternIn(const Setup& setup, std::string_view path) { return FieldTable::of(setup).patternOf(path); }

/// What a box has of its own writing; nullptr for none.
const std::vector<BoxScale>* scalesOf(const Setup& setup, Box box) {
    switch (box) {
        case Box::Transmitter: return &setup.transmitter.profile->scales;
        case Box::Controller: return &setup.controller.profile->scales;
        case Box::SpeedController: return &setup.speedController.profile->scales;
        case Box::Machine:
        case Box::Bench: break;
    }
    return nullptr;
}
const std::vector<BoxWord>* wordsOf(const Setup& setup, Box box) {
    switch (box) {
        case Box::Transmitter: return &setup.transmitter.profile->words;
        case Box::Controller: return &setup.controller.profile->words;
        case Box::SpeedController: return &setup.speedController.profile->words;
        case Box::Machine:
        case Box::Bench: break;
    }
    return nullptr;
}

bool isGain(const FieldPattern& p) {
    return std::string_view(p.info.home.topic) == "tail-gain" || (std::string_view(p.info.home.topic) == "gain-steps");
}

ScaleRef scaleFor(const Setup& setup, const FieldPattern& p) {
    if (const auto* scales = scalesOf(setup, p.info.home.box); scales != nullptr && *p.info.home.topic != 0)
        for (const BoxScale& s : *scales)
            if (s.id == p.info.home.topic)
                return std::make_shared<const Scale>(Scale{s.unit, s.perUnit, s.offset, s.decimals, p.scale->sign && s.offset == 0.0,
                                                           s.unit == "%" || s.unit == "°", s.step, Scale::Writing::Number});
    if (isGain(p)) return gainScaleRef(setup.transmitter.profile->gainScale);
    return p.scale;
}

/// A word of a flag or a choice, as its box says it. @param id  of the choice, or the flag's own word
Message wordOf(const Setup& setup, const FieldPattern& p, std::string_view id, const char* caption) {
    if (const auto* words = wordsOf(setup, p.info.home.box); words != nullptr && *p.info.home.topic != 0) {
        const std::string wanted = fmt::format("{}:{}", p.info.home.topic, id);
        for (const BoxWord& w : *words)
            if (w.id == wanted) return say(KH_TR("{word}"), {{"word", w.says}});
    }
    return say(caption);
}

Message flagWord(const Setup& setup, const FieldPattern& p, bool on, bool brief) {
    const FlagWords& w = p.info.flagWords;
    const char* whole = on ? w.on : w.off;
    const char* shorter = on ? w.briefOn : w.briefOff;
    return wordOf(setup, p, whole, brief && shorter != nullptr ? shorter : whole);
}

Message choiceWord(const Setup& setup, const FieldPattern& p, const Choice& c) {
    return wordOf(setup, p, c.id, c.caption != nullptr ? c.caption : c.id);
}

template <class L, class F>
Message listed(const L& values, F each) {
    std::vector<Message> parts;
    parts.reserve(values.size());
    for (const auto& v : values) parts.push_back(each(v));
    return parts.empty() ? say(KH_TR("none")) : say(KH_TR("{list}"), {{"list", parts}});
}

/// Says a value of any kind.
struct Teller {
    const Setup& setup;
    const FieldPattern& p;
    bool bare;

    [[nodiscard]] Amount on(const ScaleRef& scale, double v, bool withoutUnit) const {
        return {v, scale, Amount::Kind::Value, withoutUnit};
    }
    Message operator()(std::monostate) const {
        if (p.title.unset != nullptr) return say(p.title.unset);
        return p.info.home.fact ? say(KH_TR("not known")) : say(KH_TR("none"));
    }
    Message operator()(double v) const {
        Message number = say(KH_TR("{v}"), {{"v", on(scaleFor(setup, p), v, bare)}});
        if (std::string_view(p.info.home.topic) != "channel-number") return number;
        const Message name = wordOf(setup, p, fmt::format("{}", v), "");  // channels a box has names for
        return name.empty() ? number : say(KH_TR("{n} {name}"), {{"n", number}, {"name", name}});
    }
    Message operator()(bool v) const { return flagWord(setup, p, v, bare); }
    Message operator()(const std::string& v) const {
        for (const Choice& c : p.info.choices)
            if (v == c.id) return choiceWord(setup, p, c);
        if (v.empty() && p.title.unset != nullptr) return say(p.title.unset);
        if (p.list.empty() && namesMode(p.within)) return functionTitle(setup.transmitter, v);
        return say(KH_TR("{text}"), {{"text", v}});
    }
    Message operator()(const std::vector<double>& v) const {
        const ScaleRef scale = scaleFor(setup, p);
        std::vector<Message> parts;
        for (std::size_t i = 0; i < v.size(); ++i) parts.push_back(say(KH_TR("{v}"), {{"v", on(scale, v[i], bare || i + 1 < v.size())}}));
        return parts.empty() ? say(KH_TR("none")) : say(KH_TR("{list}"), {{"list", parts}});
    }
    Message operator()(const std::vector<std::string>& v) const {
        return listed(v, [this](const std::string& n) { return functionTitle(setup.transmitter, n); });
    }
    Message operator()(const Curve& c) const {
        const ScaleRef scale = scaleFor(setup, p);
        if (c.points.empty()) return say(KH_TR("none"));
        if (isFlat(c)) return say(KH_TR("flat {v}"), {{"v", on(scale, c.points.front().y, bare)}});
        if (c.shape == CurveShape::Line)
            return say(KH_TR("low {a}, high {b}, offset {o}"), {{"a", on(scale, c.points.front().y - c.offsetPct, bare)},
                                                                {"b", on(scale, c.points.back().y - c.offsetPct, bare)},
                                                                {"o", Amount{c.offsetPct, scale, Amount::Kind::Difference, bare}}});
        return listed(c.points, [&](const CurvePoint& point) { return say(KH_TR("{y}"), {{"y", on(scale, point.y, true)}}); });
    }
    Message operator()(const Condition& c) const {
        if (c.empty()) return say(p.title.unset != nullptr ? p.title.unset : KH_TR("none"));
        return conditionTitle(setup.transmitter, c);
    }
};

std::string trimmed(std::string text) {
    while (!text.empty() && text.back() == ' ') text.pop_back();
    const auto first = text.find_first_not_of(' ');
    return first == std::string::npos ? std::string() : text.substr(first);
}

/// "a number from 0 to 200 %", in the writing of the box.
std::string rangeText(const Scale& scale, const FieldInfo& info) {
    if (scale.writing != Scale::Writing::Number)
        return fmt::format("a size up to {} with H for heading hold or R for rate mode before it", plainNumber(scale.shown(info.max)));
    const auto [low, high] = std::minmax({scale.shown(info.min), scale.shown(info.max)});  // a list: copies
    return fmt::format("a number from {} to {}{}{}", plainNumber(low), plainNumber(high), scale.unit.empty() ? "" : " ", scale.unit);
}

/// A gain typed as a mode and a size. @return nothing if it is no such text
std::optional<double> gainTyped(const std::string& text, const Scale& scale, double now) {
    std::string rest = text;
    double sign = now < 0.0 ? -1.0 : 1.0;
    constexpr std::string_view minus = "−";
    if (!rest.empty() && (rest.front() == 'R' || rest.front() == 'r')) {
        sign = -1.0;
        rest.erase(0, 1);
    } else if (!rest.empty() && (rest.front() == 'H' || rest.front() == 'h')) {
        sign = 1.0;
        rest.erase(0, 1);
    } else if (rest.starts_with(minus) || rest.starts_with('-')) {
        sign = -1.0;
        rest.erase(0, rest.front() == '-' ? 1 : minus.size());
    } else if (rest.starts_with('+')) {
        sign = 1.0;
        rest.erase(0, 1);
    }
    const auto size = typedNumber(trimmed(rest), scale.unit.empty() ? "%" : scale.unit);
    if (!size || *size < 0.0) return std::nullopt;
    return sign * *size / scale.factor;
}

/// The id of a flight mode or a function that a pilot calls by its name; what is neither stays as it was typed.
std::string idCalled(const Setup& setup, const std::string& name) {
    for (const FlightMode& m : setup.transmitter.modes)
        if (m.name == name) return m.id;
    for (const SwitchFunction& f : setup.transmitter.functions)
        if (render(functionTitle(setup.transmitter, f.id)) == name) return f.id;
    return name;
}

FieldValue readNumber(const Setup& setup, std::string_view path, const FieldPattern& p, const std::string& text) {
    const ScaleRef scale = scaleFor(setup, p);
    std::optional<double> value;
    const bool byMode = isGain(p) && !text.empty() && std::string_view("RrHh").find(text.front()) != std::string_view::npos;
    if (byMode && scale->writing == Scale::Writing::Number) {
        value = gainTyped(text, Scale{.unit = "%"}, 0.0);  // any box's gain may be typed as it is to be read
    } else if (scale->writing != Scale::Writing::Number) {
        const auto field = readField(setup, path);
        const double* now = field ? std::get_if<double>(&field->value) : nullptr;
        value = gainTyped(text, *scale, now == nullptr ? 0.0 : *now);
    } else if (const auto shown = typedNumber(text, scale->unit)) {
        value = scale->value(*shown);
    }
    const std::string range = rangeText(*scale, p.info);
    if (!value) throw InputError(path, fmt::format("\"{}\" is not a number; allowed is {}", text, range));
    const double slack = 1e-9 * std::max(1.0, std::abs(p.info.max));  // of a limit that went through the box's scale
    if (*value < p.info.min - slack || *value > p.info.max + slack)
        throw InputError(path, fmt::format("{} is not allowed; it must be {}", text, range));
    return std::clamp(*value, p.info.min, p.info.max);
}

FieldValue readNumbers(const Setup& setup, std::string_view path, const FieldPattern& p, const std::string& text) {
    const ScaleRef scale = scaleFor(setup, p);
    std::vector<double> list;
    std::string word;
    std::istringstream words(text);
    while (words >> word) {
        while (!word.empty() && (word.back() == ';' || word.back() == ',')) word.pop_back();
        if (word.empty() || word == scale->unit) continue;
        const auto one = typedNumber(word, scale->unit);
        if (!one)
            throw InputError(path, fmt::format("\"{}\" is not a number; allowed are {} with a space between", word,
                                               "numbers" + rangeText(*scale, p.info).substr(std::string_view("a number").size())));
        list.push_back(scale->value(*one));
    }
    return list;
}

/// The choice a text stands for: typed, as the box says it, or as it is captioned.
const ShownChoice* choiceOf(const std::vector<ShownChoice>& choices, const std::string& text) {
    for (const ShownChoice& c : choices)
        if (text == c.typed || text == render(c.caption)) return &c;
    return nullptr;
}

}  // namespace

ScaleRef scaleOf(const Setup& setup, std::string_view path) {
    static const ScaleRef plain = std::make_shared<const Scale>();
    const FieldPattern* p = patternIn(setup, path);
    return p == nullptr ? plain : scaleFor(setup, *p);
}

Amount amount(const Setup& setup, std::string_view path, double value, Amount::Kind kind) {
    return {value, scaleOf(setup, path), kind, false};
}

Amount amount(const Setup& setup, std::string_view path) {
    const auto field = readField(setup, path);
    const double* v = field ? std::get_if<double>(&field->value) : nullptr;
    return amount(setup, path, v == nullptr ? std::numeric_limits<double>::quiet_NaN() : *v);
}

Message show(const Setup& setup, std::string_view path, const FieldValue& value) {
    const FieldPattern* p = patternIn(setup, path);
    return p == nullptr ? say(KH_TR("–")) : std::visit(Teller{setup, *p, false}, value);
}

Message show(const Setup& setup, std::string_view path) {
    const auto field = readField(setup, path);
    return field ? show(setup, path, field->value) : say(KH_TR("–"));
}

Message showBare(const Setup& setup, std::string_view path, const FieldValue& value) {
    const FieldPattern* p = patternIn(setup, path);
    return p == nullptr ? say(KH_TR("–")) : std::visit(Teller{setup, *p, true}, value);
}

std::string unitOf(const Setup& setup, std::string_view path) { return scaleOf(setup, path)->unit; }

Message inUnitOf(const Setup& setup, std::string_view path, Message name) {
    const std::string unit = unitOf(setup, path);
    if (unit.empty()) return name;
    return say(KH_TR("{name}, {unit}"), {{"name", name}, {"unit", unit}});
}

std::vector<ShownChoice> choicesOf(const Setup& setup, std::string_view path) {
    std::vector<ShownChoice> out;
    const FieldPattern* p = patternIn(setup, path);
    if (p == nullptr) return out;
    if (p->info.kind == FieldKind::Flag)
        for (const bool on : {true, false})
            out.push_back({on ? p->info.flagWords.on : p->info.flagWords.off, flagWord(setup, *p, on, true)});
    for (const Choice& c : p->info.choices) out.push_back({c.id, choiceWord(setup, *p, c)});
    return out;
}

FieldValue read(const Setup& setup, std::string_view path, const std::string& typed) {
    const FieldPattern* p = patternIn(setup, path);
    if (p == nullptr) throw InputError(path, "there is no such field");
    const std::string text = trimmed(typed);
    const bool unset = p->title.unset != nullptr && text == p->title.unset;
    if (p->info.mayBeUnknown && (text.empty() || text == "–" || text == "-" || unset)) return std::monostate{};
    switch (p->info.kind) {
        case FieldKind::Number:
        case FieldKind::Whole: return readNumber(setup, path, *p, text);
        case FieldKind::Numbers: return readNumbers(setup, path, *p, text);
        case FieldKind::Flag:
        case FieldKind::Choice: {
            const std::vector<ShownChoice> choices = choicesOf(setup, path);
            if (const ShownChoice* chosen = choiceOf(choices, text)) {
                if (p->info.kind == FieldKind::Flag) return chosen == &choices.front();
                return chosen->typed;
            }
            std::vector<std::string> known;
            known.reserve(choices.size());
            for (const ShownChoice& c : choices) known.push_back(render(c.caption));
            throw InputError(path, fmt::format("{} is not one of {}", text, fmt::join(known, ", ")));
        }
        case FieldKind::Text: return text;
        case FieldKind::When: return unset ? Condition{} : parseCondition(setup, std::string(path), text);
        case FieldKind::Names: {
            std::vector<std::string> names;
            std::istringstream list(text);
            for (std::string name; std::getline(list, name, ',');)
                if (std::string one = trimmed(name); !one.empty()) names.push_back(idCalled(setup, one));
            return names;
        }
        case FieldKind::CurvePoints: break;
    }
    throw InputError(path, "is edited in its drawing");
}

double readCurveValue(const Setup& setup, std::string_view path, const std::string& text, Amount::Kind kind, double least, double most) {
    const ScaleRef scale = scaleOf(setup, path);
    const double offset = kind == Amount::Kind::Value ? scale->offset : 0.0;
    const auto shown = typedNumber(trimmed(text), scale->unit);
    const double value = shown ? (*shown - offset) / scale->factor : 0.0;
    const double slack = 1e-9 * 100.0;
    if (!shown || value < least - slack || value > most + slack) {
        const auto [low, high] = std::minmax({scale->factor * least + offset, scale->factor * most + offset});
        throw InputError(path, fmt::format("\"{}\" is not allowed; it must be a number from {} to {}{}{}", text, plainNumber(low),
                                           plainNumber(high), scale->unit.empty() ? "" : " ", scale->unit));
    }
    return std::clamp(value, least, most);
}

Message refusal(const Setup& setup, const InputError& error) {
    const Message field = fieldTitle(setup, error.field());
    const auto* range = dynamic_cast<const RangeError*>(&error);
    if (range == nullptr || patternIn(setup, error.field()) == nullptr)
        return say(KH_TR("{field}: {problem}"), {{"field", field}, {"problem", error.problem()}});
    const auto of = [&](double v, bool bare) {
        Amount a = amount(setup, error.field(), v);
        a.bare = bare;
        return a;
    };
    if (range->whole())
        return say(KH_TR("{field}: {v} is not a whole number; {a} … {b} is allowed"),
                   {{"field", field}, {"v", of(range->value(), true)}, {"a", of(range->low(), true)}, {"b", of(range->high(), false)}});
    return say(KH_TR("{field}: {v} is outside {a} … {b}"),
               {{"field", field}, {"v", of(range->value(), true)}, {"a", of(range->low(), true)}, {"b", of(range->high(), false)}});
}

}  // namespace kh
