// SPDX-License-Identifier: GPL-3.0-or-later
//
// The description walked with JSON: one visitor writes it, one reads it. Private to io.
#pragma once

#include "base/error.h"
#include "io/document.h"
#include "model/access.h"
#include "model/fields.h"

#include <fmt/format.h>
#include <nlohmann/json.hpp>
#include <set>
#include <string>
#include <string_view>
#include <vector>

namespace kh::io {

[[nodiscard]] inline std::string joinedPath(const std::string& path, std::string_view key) {
    return path.empty() ? std::string(key) : fmt::format("{}.{}", path, key);
}

/// No number is written as −0.
[[nodiscard]] inline double tidy(double v) { return v == 0.0 ? 0.0 : v; }

/// A condition as files hold it: an OR of ANDs.
[[nodiscard]] nlohmann::json conditionJson(const Condition& condition);
[[nodiscard]] nlohmann::ordered_json curveJson(const Curve& curve);
[[nodiscard]] Curve curveFrom(const nlohmann::json& json);
[[nodiscard]] Condition conditionFrom(const nlohmann::json& json);
/// A value of a field's kind from what stands in a file. @throws InputError naming `path` if it is of another kind
[[nodiscard]] FieldValue valueFrom(const std::string& path, const FieldInfo& info, const nlohmann::json& json);
/// A field's value as it stands in files; null for one that is not known.
[[nodiscard]] nlohmann::ordered_json valueJson(const FieldValue& value);

class JsonWriter final : public FieldVisitor {
public:
    explicit JsonWriter(const UnknownKeys& unknown) : unknown_(unknown) { open(nlohmann::ordered_json::object(), ""); }
    nlohmann::ordered_json take() {
        addUnknown();
        return std::move(stack_.front().value);
    }

private:
    struct Level {
        nlohmann::ordered_json value;
        std::string path;
        std::string key;
    };
    void open(nlohmann::ordered_json value, const std::string& key) {
        const std::string path = stack_.empty() ? "" : joinedPath(stack_.back().path, key);
        stack_.push_back({std::move(value), path, key});
    }
    void addUnknown() {
        const auto extra = unknown_.find(stack_.back().path);
        if (extra == unknown_.end()) return;
        for (const auto& [key, text] : extra->second)
            if (!stack_.back().value.contains(key)) stack_.back().value[key] = nlohmann::ordered_json::parse(text);
    }
    bool beginGroup(const char* key) override {
        open(nlohmann::ordered_json::object(), key);
        return true;
    }
    void endGroup() override {
        addUnknown();
        close();
    }
    std::size_t beginList(const char* key, std::size_t size) override {
        open(nlohmann::ordered_json::array(), key);
        return size;
    }
    void endList() override { close(); }
    bool beginItem(std::size_t, const std::string& id) override {
        open(nlohmann::ordered_json::object(), id);
        return true;
    }
    void endItem() override {
        addUnknown();
        nlohmann::ordered_json item = std::move(stack_.back().value);
        stack_.pop_back();
        stack_.back().value.push_back(std::move(item));
    }
    void close() {
        Level done = std::move(stack_.back());
        stack_.pop_back();
        put(done.key.c_str(), std::move(done.value));
    }
    [[nodiscard]] bool leavesEmptyOut() const override { return true; }
    void put(const char* key, nlohmann::ordered_json value) { stack_.back().value[key] = std::move(value); }
    void number(const char* key, double& v, const NumberSpec&) override { put(key, v == 0.0 ? 0.0 : v); }
    void maybe(const char* key, std::optional<double>& v, const NumberSpec&) override {
        if (v) put(key, *v);
    }
    void whole(const char* key, int& v, const NumberSpec&) override { put(key, v); }
    void flag(const char* key, bool& v) override { put(key, v); }
    void text(const char* key, std::string& v) override { put(key, v); }
    void choice(const char* key, int& v, std::span<const Choice> c) override { put(key, c[static_cast<std::size_t>(v)].id); }
    void numbers(const char* key, std::vector<double>& v, const NumberSpec&) override { put(key, v); }
    void names(const char* key, std::vector<std::string>& v) override { put(key, v); }
    void maybeNames(const char* key, std::optional<std::vector<std::string>>& v) override {
        if (v) put(key, *v);
    }
    void curve(const char* key, Curve& v, const CurveSpec&) override { put(key, curveJson(v)); }
    void condition(const char* key, Condition& v) override { put(key, nlohmann::ordered_json::parse(conditionJson(v).dump())); }
    void unknowns(const char* key, std::vector<UnknownFact>& facts, Box box) override;

    const UnknownKeys& unknown_;
    std::vector<Level> stack_;
};

/// Fills a struct from JSON that passed its schema; what it may hold is held afterwards (model/accepted).
class JsonReader final : public FieldVisitor {
public:
    explicit JsonReader(const nlohmann::json& root, std::set<std::string> knownAtTop = {}) {
        stack_.push_back({&root, "", std::move(knownAtTop)});
    }
    UnknownKeys takeUnknown() {
        noteUnknown();
        return std::move(unknown_);
    }

private:
    bool writes() const override { return true; }
    struct Level {
        const nlohmann::json* value;
        std::string path;
        std::set<std::string> known;
    };
    const nlohmann::json* member(const char* key) {
        Level& level = stack_.back();
        level.known.insert(key);
        const auto at = level.value->find(key);
        return at == level.value->end() ? nullptr : &*at;
    }
    [[nodiscard]] std::string pathOf(const char* key) const { return joinedPath(stack_.back().path, key); }
    void noteUnknown() {
        const Level& level = stack_.back();
        for (const auto& [key, value] : level.value->items())
            if (level.known.count(key) == 0) unknown_[level.path][key] = value.dump();
    }
    bool beginGroup(const char* key) override {
        const nlohmann::json* v = member(key);
        if (v == nullptr) return false;
        stack_.push_back({v, joinedPath(stack_.back().path, key), {}});
        return true;
    }
    void endGroup() override {
        noteUnknown();
        stack_.pop_back();
    }
    std::size_t beginList(const char* key, std::size_t) override {
        static const nlohmann::json empty = nlohmann::json::array();
        const nlohmann::json* v = member(key);
        stack_.push_back({v == nullptr ? &empty : v, pathOf(key), {}});
        return stack_.back().value->size();
    }
    void endList() override { stack_.pop_back(); }
    bool beginItem(std::size_t index, const std::string&) override {
        const nlohmann::json& item = stack_.back().value->at(index);
        const std::string id = item.at("id").get<std::string>();
        stack_.push_back({&item, joinedPath(stack_.back().path, id), {}});
        return true;
    }
    void endItem() override { endGroup(); }

    void number(const char* key, double& v, const NumberSpec&) override {
        if (const nlohmann::json* j = member(key)) v = j->get<double>();
    }
    void maybe(const char* key, std::optional<double>& v, const NumberSpec&) override {
        const nlohmann::json* j = member(key);
        v = j == nullptr ? std::optional<double>() : j->get<double>();
    }
    void whole(const char* key, int& v, const NumberSpec& spec) override {
        const nlohmann::json* j = member(key);
        if (j == nullptr) return;
        const double read = j->get<double>();  // held here: made whole it could not be told any more
        if (const std::string problem = numberProblem(read, spec.min, spec.max, spec.unit, true); !problem.empty())
            throw InputError(pathOf(key), problem);
        v = static_cast<int>(read);
    }
    void flag(const char* key, bool& v) override {
        if (const nlohmann::json* j = member(key)) v = j->get<bool>();
    }
    void text(const char* key, std::string& v) override {
        if (const nlohmann::json* j = member(key)) v = j->get<std::string>();
    }
    void choice(const char* key, int& v, std::span<const Choice> choices) override {
        const nlohmann::json* j = member(key);
        if (j == nullptr) return;
        for (std::size_t i = 0; i < choices.size(); ++i)
            if (*j == choices[i].id) v = static_cast<int>(i);
    }
    void numbers(const char* key, std::vector<double>& v, const NumberSpec&) override {
        if (const nlohmann::json* j = member(key)) v = j->get<std::vector<double>>();
    }
    void names(const char* key, std::vector<std::string>& v) override {
        if (const nlohmann::json* j = member(key)) v = j->get<std::vector<std::string>>();
    }
    void maybeNames(const char* key, std::optional<std::vector<std::string>>& v) override {
        const nlohmann::json* j = member(key);
        if (j == nullptr) v.reset();
        else v = j->get<std::vector<std::string>>();
    }
    void curve(const char* key, Curve& v, const CurveSpec&) override;
    void condition(const char* key, Condition& v) override;
    void unknowns(const char* key, std::vector<UnknownFact>& facts, Box box) override;

    std::vector<Level> stack_;
    UnknownKeys unknown_;
};

}  // namespace kh::io
