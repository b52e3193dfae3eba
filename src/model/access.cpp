// SPDX-License-Identifier: GPL-3.0-or-later
#include "model/access.h"

#include "base/error.h"
#include "model/fieldtable.h"
#include "model/inboxes.h"
#include "model/pathvisitor.h"

#include <fmt/format.h>
#include <algorithm>
#include <cmath>
#include <set>

namespace kh {

KH_SPECIAL_MEMBERS_OF(Edit);
Edit::Edit(std::string_view field, FieldValue to) : path(field), value(std::move(to)) {}
Edit::Edit(std::string_view field, double to) : path(field), value(to) {}
Edit::Edit(std::string_view field, bool to) : path(field), value(to) {}
Edit::Edit(std::string_view field, const char* to) : path(field), value(std::string(to)) {}
bool Edit::operator==(const Edit& other) const = default;

namespace {

/// Collects every field.
class Collector final : public PathVisitor {
public:
    std::vector<Edit> fields;

private:
    void add(const char* key, FieldValue value) { fields.push_back({leafPath(key), std::move(value)}); }
    void number(const char* key, double& v, const NumberSpec&) override { add(key, v); }
    void maybe(const char* key, std::optional<double>& v, const NumberSpec&) override { add(key, v ? FieldValue(*v) : FieldValue()); }
    void whole(const char* key, int& v, const NumberSpec&) override { add(key, static_cast<double>(v)); }
    void flag(const char* key, bool& v) override { add(key, v); }
    void text(const char* key, std::string& v) override { add(key, v); }
    void choice(const char* key, int& v, std::span<const Choice> c) override { add(key, std::string(c[static_cast<std::size_t>(v)].id)); }
    void numbers(const char* key, std::vector<double>& v, const NumberSpec&) override { add(key, v); }
    void names(const char* key, std::vector<std::string>& v) override { add(key, v); }
    void maybeNames(const char* key, std::optional<std::vector<std::string>>& v) override { add(key, v ? FieldValue(*v) : FieldValue()); }
    void curve(const char* key, Curve& v, const CurveSpec&) override { add(key, v); }
    void condition(const char* key, Condition& v) override { add(key, v); }
};

/// A visitor that only reads may walk a constant (see FieldVisitor); the table too.
Setup& forReading(const Setup& setup) { return const_cast<Setup&>(setup); }

std::vector<Edit> allFields(const Setup& setup) {
    Collector collector;
    describe(collector, forReading(setup));
    return std::move(collector.fields);
}

/// The value at a place, whatever its kind.
FieldValue valueAt(const FieldPlace& place) {
    const FieldPattern& p = *place.pattern;
    switch (p.info.kind) {
        case FieldKind::Number:
            if (!p.info.mayBeUnknown) return *static_cast<const double*>(place.value);
            if (const auto& v = *static_cast<const std::optional<double>*>(place.value)) return *v;
            return {};
        case FieldKind::Whole: return static_cast<double>(*static_cast<const int*>(place.value));
        case FieldKind::Flag: return *static_cast<const bool*>(place.value);
        case FieldKind::Text: return *static_cast<const std::string*>(place.value);
        case FieldKind::Choice: return std::string(p.info.choices[static_cast<std::size_t>(p.choice.get(place.value))].id);
        case FieldKind::Numbers: return *static_cast<const std::vector<double>*>(place.value);
        case FieldKind::Names:
            if (!p.info.mayBeUnknown) return *static_cast<const std::vector<std::string>*>(place.value);
            if (const auto& v = *static_cast<const std::optional<std::vector<std::string>>*>(place.value)) return *v;
            return {};
        case FieldKind::CurvePoints: return *static_cast<const Curve*>(place.value);
        case FieldKind::When: return *static_cast<const Condition*>(place.value);
    }
    return {};
}

/// Puts a value in place; refusals name the path.
class FieldWriter {
public:
    FieldWriter(std::string_view path, const FieldPlace& place, const FieldValue& value)
        : path_(path), place_(place), info_(place.pattern->info), value_(value) {}
    void write() const {
        const bool unknown = std::holds_alternative<std::monostate>(value_);
        switch (info_.kind) {
            case FieldKind::Number:
                if (!info_.mayBeUnknown) at<double>() = number();
                else if (unknown) at<std::optional<double>>().reset();
                else at<std::optional<double>>() = number();
                break;
            case FieldKind::Whole: at<int>() = static_cast<int>(number()); break;
            case FieldKind::Flag: at<bool>() = given<bool>("yes or no"); break;
            case FieldKind::Text: at<std::string>() = text(); break;
            case FieldKind::Choice: place_.pattern->choice.set(place_.value, choice()); break;
            case FieldKind::Numbers: at<std::vector<double>>() = numbers(); break;
            case FieldKind::Names: {
                if (!info_.mayBeUnknown) at<std::vector<std::string>>() = given<std::vector<std::string>>("a list of names");
                else if (unknown) at<std::optional<std::vector<std::string>>>().reset();
                else at<std::optional<std::vector<std::string>>>() = given<std::vector<std::string>>("a list of names");
                break;
            }
            case FieldKind::CurvePoints: at<Curve>() = curve(); break;
            case FieldKind::When: at<Condition>() = given<Condition>("a switch condition"); break;
        }
    }

private:
    template <class T>
    [[nodiscard]] T& at() const {
        return *static_cast<T*>(place_.value);
    }
    template <class T>
    [[nodiscard]] const T& given(const char* wantedKind) const {
        if (const T* v = std::get_if<T>(&value_)) return *v;
        throw InputError(path_, fmt::format("{} is needed here", wantedKind));
    }
    [[nodiscard]] double within(double v) const {
        if (const std::string problem = numberProblem(v, info_.min, info_.max, info_.unit, info_.counts); !problem.empty()) {
            if (!std::isfinite(v)) throw InputError(path_, problem);
            throw RangeError(path_, problem, v, info_.min, info_.max, v >= info_.min && v <= info_.max);
        }
        return v;
    }
    [[nodiscard]] double number() const { return within(given<double>("a number")); }
    [[nodiscard]] const std::string& text() const {
        const auto& text = given<std::string>("a text");
        requireShortText(path_, text);
        return text;
    }
    [[nodiscard]] int choice() const {
        const auto& word = given<std::string>("a word");
        const auto at = std::find_if(info_.choices.begin(), info_.choices.end(), [&](const Choice& c) { return word == c.id; });
        if (at == info_.choices.end()) throw InputError(path_, fmt::format("{} is not one of {}", word, fmt::join(choiceIds(info_), ", ")));
        return static_cast<int>(at - info_.choices.begin());
    }
    [[nodiscard]] const std::vector<double>& numbers() const {
        const auto& list = given<std::vector<double>>("a list of numbers");
        for (const double v : list) (void)within(v);
        return list;
    }
    [[nodiscard]] const Curve& curve() const {
        const auto& c = given<Curve>("a curve");
        requireCurveIn(path_, c, place_.pattern->curve);
        return c;
    }

    std::string_view path_;
    const FieldPlace& place_;
    const FieldInfo& info_;
    const FieldValue& value_;
};

}  // namespace

std::string numberProblem(double value, double min, double max, std::string_view unit, bool counts) {
    const bool fine = std::isfinite(value) && value >= min && value <= max && (!counts || value == std::floor(value));
    if (fine) return {};  // nearly always: nothing is written down
    const auto allowed = fmt::format("{} … {}{}{}", min, max, unit.empty() ? "" : " ", unit);
    if (!std::isfinite(value)) return fmt::format("a number is needed, {}", allowed);
    if (value < min || value > max) return fmt::format("{} is outside {}", value, allowed);
    return fmt::format("{} is not a whole number; {} is allowed", value, allowed);
}

void requireCurveIn(std::string_view path, const Curve& curve, const CurveSpec& spec) {
    try {
        requireCurve(curve);
        for (const CurvePoint& p : curve.points) requireWithin("points", p.y, spec.yMin, spec.yMax);
    } catch (const InputError& e) {
        throw InputError(path, e.what());
    }
}

void requireShortText(std::string_view path, std::string_view text) {
    // letters, as the schema counts them: bytes that begin one
    const auto letters = std::count_if(text.begin(), text.end(), [](char c) { return (static_cast<unsigned char>(c) & 0xC0U) != 0x80U; });
    if (static_cast<std::size_t>(letters) > kMaxTextSize)
        throw InputError(path, fmt::format("{} characters; at most {} are kept", letters, kMaxTextSize));
}

std::vector<std::string> choiceIds(const FieldInfo& info) {
    std::vector<std::string> out;
    out.reserve(info.choices.size());
    for (const Choice& c : info.choices) out.emplace_back(c.id);
    return out;
}

std::string settingText(const Setup& setup, std::string_view path) {
    const auto field = readField(setup, path);
    if (!field) return {};
    if (const bool* flag = std::get_if<bool>(&field->value)) return *flag ? "1" : "0";
    if (const double* number = std::get_if<double>(&field->value)) return fmt::format("{}", *number);
    const auto* word = std::get_if<std::string>(&field->value);
    return word == nullptr ? std::string() : *word;
}

std::optional<Field> readField(const Setup& setup, std::string_view path) {
    const auto place = FieldTable::of(setup).find(setup, path);
    if (!place) return std::nullopt;
    return Field{valueAt(*place), place->pattern->info};
}

void writeField(Setup& setup, std::string_view path, const FieldValue& value) {
    const auto place = FieldTable::of(setup).findToEdit(setup, path);
    if (!place) throw InputError(path, "there is no such field");
    FieldWriter(path, *place, value).write();
}

Setup withEdits(Setup setup, const std::vector<Edit>& edits, Standing standing, const std::string& at) {
    setup.change = std::min(setup.change + 1, kMostChanges);  // a document that says it had the most of all stays editable
    for (const Edit& edit : edits) {
        writeField(setup, edit.path, edit.value);
        setup.standings[edit.path] = {standing, at, {}, {}, setup.change};
    }
    return setup;
}

std::vector<std::string> allPaths(const Setup& setup) {
    std::vector<std::string> paths;
    for (Edit& field : allFields(setup)) paths.push_back(std::move(field.path));
    return paths;
}

std::vector<std::string> pathsLike(const Setup& setup, std::string_view pattern) {
    std::vector<std::string> paths;
    const FieldTable& table = FieldTable::of(setup);
    for (const ListPattern& list : table.lists()) {
        if (!pattern.starts_with(list.path + ".{}.")) continue;
        const std::string_view within = pattern.substr(list.path.size() + 4);
        for (const std::string& id : table.elements(setup, list))
            if (std::string path = list.path + '.' + id + '.' + std::string(within); table.find(setup, path))
                paths.push_back(std::move(path));
    }
    if (paths.empty() && table.find(setup, pattern)) paths.emplace_back(pattern);
    return paths;
}

std::vector<std::string> differingPaths(const Setup& a, const Setup& b) {
    const std::vector<Edit> fieldsA = allFields(a);
    const std::vector<Edit> fieldsB = allFields(b);
    std::map<std::string, const FieldValue*> inB;
    for (const Edit& f : fieldsB) inB[f.path] = &f.value;
    std::vector<std::string> paths;
    for (const Edit& f : fieldsA) {
        const auto other = inB.find(f.path);
        if (other == inB.end() || *other->second != f.value) paths.push_back(f.path);
        if (other != inB.end()) inB.erase(other);
    }
    for (const Edit& f : fieldsB)
        if (inB.count(f.path) != 0) paths.push_back(f.path);
    return paths;
}

FieldHome fieldHome(std::string_view path) {
    const FieldPattern* pattern = anyPatternOf(path);
    return pattern == nullptr ? FieldHome{} : pattern->info.home;
}

bool takenUnder(const Setup& setup, const Reading& reading, std::span<const std::string> paths) {
    return std::all_of(paths.begin(), paths.end(), [&](const std::string& path) {
        const std::optional<std::string> then = underText(reading, path);
        return !then || *then == settingText(setup, path);
    });
}

const Reading* newestUnder(const Setup& setup, std::string_view what, std::span<const std::string> paths) {
    const auto newest = std::find_if(setup.readings.rbegin(), setup.readings.rend(), [&](const Reading& r) { return r.what == what; });
    return newest != setup.readings.rend() && takenUnder(setup, *newest, paths) ? &*newest : nullptr;
}

bool seenUnchanged(const Setup& setup, const std::string& row, std::span<const std::string> restsOn) {
    const auto seen = setup.standings.find("rows." + row);
    if (seen == setup.standings.end() || seen->second.standing != Standing::Proved) return false;
    return std::none_of(restsOn.begin(), restsOn.end(), [&](const std::string& path) {
        const auto changed = setup.standings.find(path);
        return (changed != setup.standings.end() && changed->second.change > seen->second.change) || knownOtherwise(setup, path, seen->second.change);
    });
}

Standing standingOf(const Setup& setup, const std::string& path) {
    const auto found = setup.standings.find(path);
    return found == setup.standings.end() ? Standing::Default : found->second.standing;
}

}  // namespace kh
