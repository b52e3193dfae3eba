// SPDX-License-Identifier: GPL-3.0-or-later
#include "model/access.h"

#include "base/error.h"
#include "model/fields.h"

#include <fmt/format.h>
#include <algorithm>
#include <cmath>
#include <set>

namespace kh {

namespace {

/// Walks with the current path at hand; leaves call `leaf`.
class PathVisitor : public FieldVisitor {
public:
    bool beginGroup(const char* key) override { return enter(key); }
    void endGroup() override { leave(); }
    std::size_t beginList(const char* key, std::size_t size) override {
        push(key);
        return size;
    }
    void endList() override { leave(); }
    bool beginItem(std::size_t, const std::string& id) override { return enter(id); }
    void endItem() override { leave(); }

protected:
    /// @return false to skip everything below the current path
    virtual bool wanted() { return true; }
    void push(std::string_view key) {
        lengths_.push_back(path_.size());
        if (!path_.empty()) path_ += '.';
        path_ += key;
    }
    void leave() {
        path_.resize(lengths_.back());
        lengths_.pop_back();
    }
    [[nodiscard]] std::string leafPath(const char* key) const { return path_.empty() ? key : path_ + "." + key; }
    [[nodiscard]] const std::string& path() const { return path_; }

private:
    bool enter(std::string_view key) {
        push(key);
        if (wanted()) return true;
        leave();
        return false;
    }
    std::string path_;
    std::vector<std::size_t> lengths_;
};

FieldInfo numberInfo(FieldKind kind, const NumberSpec& spec, bool mayBeUnknown = false) {
    return {kind, mayBeUnknown, spec.min, spec.max, spec.unit, spec.decimals, {}};
}

/// Reads or writes the one field whose path was asked for.
class OneField final : public PathVisitor {
public:
    OneField(std::string_view target, const FieldValue* write) : target_(target), write_(write) {}
    std::optional<Field> found;

protected:
    bool wanted() override {
        return target_.size() > path().size() && target_.substr(0, path().size()) == path() && target_[path().size()] == '.';
    }

private:
    [[nodiscard]] bool isTarget(const char* key) const {
        const std::string_view k(key);
        const std::size_t start = path().empty() ? 0 : path().size() + 1;
        return target_.size() == start + k.size() && target_.substr(start) == k &&
               (start == 0 || target_.substr(0, path().size()) == path());
    }
    template <class T>
    const T& given(const char* wantedKind) const {
        if (const T* v = std::get_if<T>(write_)) return *v;
        throw InputError(target_, fmt::format("{} is needed here", wantedKind));
    }
    double givenNumber(const NumberSpec& spec, bool whole) const {
        const double v = given<double>("a number");
        if (!std::isfinite(v) || v < spec.min || v > spec.max)
            throw InputError(target_, fmt::format("{} is outside {} … {} {}", v, spec.min, spec.max, spec.unit));
        if (whole && v != std::floor(v)) throw InputError(target_, fmt::format("{} must be a whole number", v));
        return v;
    }

    void number(const char* key, double& value, const NumberSpec& spec) override {
        if (!isTarget(key)) return;
        if (write_ != nullptr) value = givenNumber(spec, false);
        found = Field{value, numberInfo(FieldKind::Number, spec)};
    }
    void maybe(const char* key, std::optional<double>& value, const NumberSpec& spec) override {
        if (!isTarget(key)) return;
        if (write_ != nullptr) {
            if (std::holds_alternative<std::monostate>(*write_)) value.reset();
            else value = givenNumber(spec, false);
        }
        found = Field{value ? FieldValue(*value) : FieldValue(), numberInfo(FieldKind::Number, spec, true)};
    }
    void whole(const char* key, int& value, const NumberSpec& spec) override {
        if (!isTarget(key)) return;
        if (write_ != nullptr) value = static_cast<int>(givenNumber(spec, true));
        found = Field{static_cast<double>(value), numberInfo(FieldKind::Whole, spec)};
    }
    void flag(const char* key, bool& value) override {
        if (!isTarget(key)) return;
        if (write_ != nullptr) value = given<bool>("yes or no");
        found = Field{value, {FieldKind::Flag, false, 0, 0, "", 0, {}}};
    }
    void text(const char* key, std::string& value) override {
        if (!isTarget(key)) return;
        if (write_ != nullptr) {
            const auto& text = given<std::string>("a text");
            if (text.size() > kMaxTextSize) throw InputError(target_, fmt::format("at most {} characters", kMaxTextSize));
            value = text;
        }
        found = Field{value, {FieldKind::Text, false, 0, 0, "", 0, {}}};
    }
    void choice(const char* key, int& index, std::span<const Choice> choices) override {
        if (!isTarget(key)) return;
        FieldInfo info{FieldKind::Choice, false, 0, 0, "", 0, {}};
        for (const Choice& c : choices) info.choices.emplace_back(c.id);
        if (write_ != nullptr) {
            const auto& word = given<std::string>("a word");
            const auto at = std::find(info.choices.begin(), info.choices.end(), word);
            if (at == info.choices.end())
                throw InputError(target_, fmt::format("{} is not one of {}", word, fmt::join(info.choices, ", ")));
            index = static_cast<int>(at - info.choices.begin());
        }
        found = Field{info.choices.at(static_cast<std::size_t>(index)), info};
    }
    void numbers(const char* key, std::vector<double>& values, const NumberSpec& spec) override {
        if (!isTarget(key)) return;
        if (write_ != nullptr) {
            const auto& list = given<std::vector<double>>("a list of numbers");
            for (const double v : list)
                if (!std::isfinite(v) || v < spec.min || v > spec.max)
                    throw InputError(target_, fmt::format("{} is outside {} … {} {}", v, spec.min, spec.max, spec.unit));
            values = list;
        }
        found = Field{values, numberInfo(FieldKind::Numbers, spec)};
    }
    void names(const char* key, std::vector<std::string>& values) override {
        if (!isTarget(key)) return;
        if (write_ != nullptr) values = given<std::vector<std::string>>("a list of names");
        found = Field{values, {FieldKind::Names, false, 0, 0, "", 0, {}}};
    }
    void maybeNames(const char* key, std::optional<std::vector<std::string>>& values) override {
        if (!isTarget(key)) return;
        if (write_ != nullptr) {
            if (std::holds_alternative<std::monostate>(*write_)) values.reset();
            else values = given<std::vector<std::string>>("a list of names");
        }
        found = Field{values ? FieldValue(*values) : FieldValue(), {FieldKind::Names, true, 0, 0, "", 0, {}}};
    }
    void curve(const char* key, Curve& value, const CurveSpec& spec) override {
        if (!isTarget(key)) return;
        if (write_ != nullptr) {
            const auto& c = given<Curve>("a curve");
            try {
                requireCurve(c);
                for (const CurvePoint& p : c.points) requireWithin("points", p.y, spec.yMin, spec.yMax);
            } catch (const InputError& e) {
                throw InputError(target_, e.what());
            }
            value = c;
        }
        found = Field{value, {FieldKind::CurvePoints, false, spec.yMin, spec.yMax, "%", 1, {}}};
    }
    void condition(const char* key, Condition& value) override {
        if (!isTarget(key)) return;
        if (write_ != nullptr) value = given<Condition>("a switch condition");
        found = Field{value, {FieldKind::When, false, 0, 0, "", 0, {}}};
    }

    static constexpr std::size_t kMaxTextSize = 400;
    std::string_view target_;
    const FieldValue* write_;
};

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

/// A visitor that only reads may walk a constant (see FieldVisitor).
Setup& forReading(const Setup& setup) { return const_cast<Setup&>(setup); }

std::vector<Edit> allFields(const Setup& setup) {
    Collector collector;
    describe(collector, forReading(setup));
    return std::move(collector.fields);
}

/// Says a value of any kind in words.
struct ValueText {
    const FieldInfo& info;
    Message operator()(std::monostate) const { return say(KH_TR("not known")); }
    Message operator()(double v) const {
        if (info.unit.empty()) return say(KH_TR("{v}"), {{"v", num(v, info.decimals)}});
        return say(info.unit == "°" ? KH_TR("{v}{unit}") : KH_TR("{v} {unit}"), {{"v", num(v, info.decimals)}, {"unit", info.unit}});
    }
    Message operator()(bool v) const { return v ? say(KH_TR("yes")) : say(KH_TR("no")); }
    Message operator()(const std::string& v) const { return say(KH_TR("{text}"), {{"text", v}}); }
    Message operator()(const std::vector<double>& v) const {
        Message numbers = list(v, [this](double x) { return say(KH_TR("{v}"), {{"v", num(x, info.decimals)}}); });
        if (v.empty() || info.unit.empty()) return numbers;
        return say(info.unit == "°" ? KH_TR("{list}{unit}") : KH_TR("{list} {unit}"),
                   {{"list", std::vector<Message>{numbers}}, {"unit", info.unit}});
    }
    Message operator()(const std::vector<std::string>& v) const {
        return list(v, [this](const std::string& x) { return (*this)(x); });
    }
    Message operator()(const Curve& c) const {
        if (c.shape == CurveShape::Line)
            return say(KH_TR("low {a}, high {b}, offset {o} %"), {{"a", signedNum(c.points.front().y - c.offsetPct, 1)},
                                                                  {"b", signedNum(c.points.back().y - c.offsetPct, 1)},
                                                                  {"o", signedNum(c.offsetPct, 1)}});
        return list(c.points, [](const CurvePoint& p) { return say(KH_TR("{y}"), {{"y", num(p.y, 1)}}); });
    }
    Message operator()(const Condition& c) const {
        return c.empty() ? say(KH_TR("none")) : say(KH_TR("{text}"), {{"text", conditionAsTyped(c)}});
    }
    template <class L, class F>
    Message list(const L& values, F each) const {
        std::vector<Message> parts;
        parts.reserve(values.size());
        for (const auto& v : values) parts.push_back(each(v));
        return parts.empty() ? say(KH_TR("none")) : say(KH_TR("{list}"), {{"list", parts}});
    }
};

}  // namespace

std::optional<Field> readField(const Setup& setup, std::string_view path) {
    OneField finder(path, nullptr);
    describe(finder, forReading(setup));
    return finder.found;
}

void writeField(Setup& setup, std::string_view path, const FieldValue& value) {
    OneField finder(path, &value);
    describe(finder, setup);
    if (!finder.found) throw InputError(path, "there is no such field");
}

Setup withEdits(Setup setup, const std::vector<Edit>& edits, Standing standing, const std::string& at) {
    for (const Edit& edit : edits) {
        writeField(setup, edit.path, edit.value);
        if (standing == Standing::Default) setup.standings.erase(edit.path);
        else setup.standings[edit.path] = {standing, at, {}, {}};
    }
    return setup;
}

std::vector<std::string> allPaths(const Setup& setup) {
    std::vector<std::string> paths;
    for (Edit& field : allFields(setup)) paths.push_back(std::move(field.path));
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

Message fieldAsText(const Field& field) { return std::visit(ValueText{field.info}, field.value); }

Standing standingOf(const Setup& setup, const std::string& path) {
    const auto found = setup.standings.find(path);
    return found == setup.standings.end() ? Standing::Default : found->second.standing;
}

}  // namespace kh
