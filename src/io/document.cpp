// SPDX-License-Identifier: GPL-3.0-or-later
#include "io/document.h"

#include "base/error.h"
#include "io/schema.h"
#include "model/fields.h"

#include <fmt/format.h>
#include <cmath>
#include <nlohmann/json.hpp>
#include <set>

namespace kh::io {

namespace {

using nlohmann::json;
using ojson = nlohmann::ordered_json;

/// First pass: nothing is built but the value itself, and what is hostile is refused at once.
class Guard final : public nlohmann::json_sax<json> {
public:
    json take() { return std::move(root_); }

    bool null() override { return add(nullptr); }
    bool boolean(bool v) override { return add(v); }
    bool number_integer(number_integer_t v) override { return add(v); }
    bool number_unsigned(number_unsigned_t v) override { return add(v); }
    bool number_float(number_float_t v, const string_t& text) override {
        if (!std::isfinite(v)) throw InputError(where(), fmt::format("{} is not a finite number", text));
        return add(v);
    }
    bool string(string_t& v) override { return add(std::move(v)); }
    bool binary(binary_t&) override { return false; }
    bool start_object(std::size_t) override { return open(json::object()); }
    bool end_object() override { return close(); }
    bool start_array(std::size_t) override { return open(json::array()); }
    bool end_array() override { return close(); }
    bool key(string_t& k) override {
        if (open_.back()->contains(k)) throw InputError(where(), fmt::format("the key \"{}\" stands twice", k));
        keys_.back() = k;
        return true;
    }
    bool parse_error(std::size_t position, const std::string&, const nlohmann::json::exception& e) override {
        if (e.id == 406) throw InputError(where(), "holds a number that is not finite");
        throw InputError("document", fmt::format("is not whole JSON: it breaks at byte {} ({})", position, e.what()));
    }

private:
    std::string where() const {
        std::string path;
        for (const std::string& k : keys_) path += (path.empty() || k.empty() ? "" : ".") + k;
        return path.empty() ? "document" : path;
    }
    json* place(json value) {
        if (open_.empty()) {
            root_ = std::move(value);
            return &root_;
        }
        json& parent = *open_.back();
        if (parent.is_array()) {
            parent.push_back(std::move(value));
            return &parent.back();
        }
        return &(parent[keys_.back()] = std::move(value));
    }
    bool add(json value) {
        place(std::move(value));
        return true;
    }
    bool open(json value) {
        if (open_.size() >= static_cast<std::size_t>(kMaxDepth))
            throw InputError(where(), fmt::format("is nested deeper than {} levels", kMaxDepth));
        open_.push_back(place(std::move(value)));
        keys_.emplace_back();
        return true;
    }
    bool close() {
        open_.pop_back();
        keys_.pop_back();
        return true;
    }
    json root_;
    std::vector<json*> open_;
    std::vector<std::string> keys_;
};

std::string joined(const std::string& path, std::string_view key) {
    return path.empty() ? std::string(key) : fmt::format("{}.{}", path, key);
}

json conditionJson(const Condition& condition) {
    json any = json::array();
    for (const auto& all : condition) {
        json terms = json::array();
        for (const Term& t : all)
            terms.push_back(t.switchId.empty() ? json{{"function", t.functionId}} : json{{"switch", t.switchId}, {"place", t.place}});
        any.push_back(std::move(terms));
    }
    return any;
}

class JsonWriter final : public FieldVisitor {
public:
    explicit JsonWriter(const UnknownKeys& unknown) : unknown_(unknown) { open(ojson::object(), ""); }
    ojson take() {
        addUnknown();
        return std::move(stack_.front().value);
    }

private:
    struct Level {
        ojson value;
        std::string path;
        std::string key;
    };
    void open(ojson value, const std::string& key) {
        const std::string path = stack_.empty() ? "" : joined(stack_.back().path, key);
        stack_.push_back({std::move(value), path, key});
    }
    void addUnknown() {
        const auto extra = unknown_.find(stack_.back().path);
        if (extra == unknown_.end()) return;
        for (const auto& [key, text] : extra->second)
            if (!stack_.back().value.contains(key)) stack_.back().value[key] = ojson::parse(text);
    }
    bool beginGroup(const char* key) override {
        open(ojson::object(), key);
        return true;
    }
    void endGroup() override {
        addUnknown();
        close();
    }
    std::size_t beginList(const char* key, std::size_t size) override {
        open(ojson::array(), key);
        return size;
    }
    void endList() override { close(); }
    bool beginItem(std::size_t, const std::string& id) override {
        open(ojson::object(), id);
        return true;
    }
    void endItem() override {
        addUnknown();
        ojson item = std::move(stack_.back().value);
        stack_.pop_back();
        stack_.back().value.push_back(std::move(item));
    }
    void close() {
        Level done = std::move(stack_.back());
        stack_.pop_back();
        put(done.key.c_str(), std::move(done.value));
    }
    void put(const char* key, ojson value) { stack_.back().value[key] = std::move(value); }
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
    void curve(const char* key, Curve& v, const CurveSpec&) override {
        ojson points = ojson::array();
        for (const CurvePoint& p : v.points) points.push_back({{"x", p.x}, {"y", p.y}});
        ojson curve{{"shape", shapeId(v.shape)}, {"points", points}};
        if (v.shape == CurveShape::Line) curve["offsetPct"] = v.offsetPct;
        put(key, curve);
    }
    void condition(const char* key, Condition& v) override { put(key, ojson::parse(conditionJson(v).dump())); }

    const UnknownKeys& unknown_;
    std::vector<Level> stack_;
};

/// Fills a struct from JSON that passed its schema; ranges are held again here, by path.
class JsonReader final : public FieldVisitor {
public:
    explicit JsonReader(const json& root, std::set<std::string> knownAtTop = {}) { stack_.push_back({&root, "", std::move(knownAtTop)}); }
    UnknownKeys takeUnknown() {
        noteUnknown();
        return std::move(unknown_);
    }

private:
    struct Level {
        const json* value;
        std::string path;
        std::set<std::string> known;
    };
    const json* member(const char* key) {
        Level& level = stack_.back();
        level.known.insert(key);
        const auto at = level.value->find(key);
        return at == level.value->end() ? nullptr : &*at;
    }
    [[nodiscard]] std::string pathOf(const char* key) const { return joined(stack_.back().path, key); }
    void noteUnknown() {
        const Level& level = stack_.back();
        for (const auto& [key, value] : level.value->items())
            if (level.known.count(key) == 0) unknown_[level.path][key] = value.dump();
    }
    bool beginGroup(const char* key) override {
        const json* v = member(key);
        if (v == nullptr) return false;
        stack_.push_back({v, joined(stack_.back().path, key), {}});
        return true;
    }
    void endGroup() override {
        noteUnknown();
        stack_.pop_back();
    }
    std::size_t beginList(const char* key, std::size_t) override {
        static const json empty = json::array();
        const json* v = member(key);
        stack_.push_back({v == nullptr ? &empty : v, pathOf(key), {}});
        std::set<std::string> ids;
        for (const json& item : *stack_.back().value)
            if (const std::string id = item.at("id").get<std::string>(); !ids.insert(id).second)
                throw InputError(stack_.back().path, fmt::format("\"{}\" stands twice; each needs a name of its own", id));
        return stack_.back().value->size();
    }
    void endList() override { stack_.pop_back(); }
    bool beginItem(std::size_t index, const std::string&) override {
        const json& item = stack_.back().value->at(index);
        const std::string id = item.at("id").get<std::string>();
        if (id.empty() || id.find('.') != std::string::npos)
            throw InputError(stack_.back().path, fmt::format("\"{}\" cannot be a name here: it must not be empty or hold a point", id));
        stack_.push_back({&item, joined(stack_.back().path, id), {}});
        return true;
    }
    void endItem() override { endGroup(); }

    double ranged(const char* key, const json& v, const NumberSpec& spec) const {
        const double number = v.get<double>();
        if (!std::isfinite(number) || number < spec.min || number > spec.max)
            throw InputError(pathOf(key), fmt::format("{} is outside {} … {} {}", number, spec.min, spec.max, spec.unit));
        return number;
    }
    void number(const char* key, double& v, const NumberSpec& spec) override {
        if (const json* j = member(key)) v = ranged(key, *j, spec);
    }
    void maybe(const char* key, std::optional<double>& v, const NumberSpec& spec) override {
        const json* j = member(key);
        v = j == nullptr ? std::optional<double>() : ranged(key, *j, spec);
    }
    void whole(const char* key, int& v, const NumberSpec& spec) override {
        if (const json* j = member(key)) v = static_cast<int>(ranged(key, *j, spec));
    }
    void flag(const char* key, bool& v) override {
        if (const json* j = member(key)) v = j->get<bool>();
    }
    void text(const char* key, std::string& v) override {
        if (const json* j = member(key)) v = j->get<std::string>();
    }
    void choice(const char* key, int& v, std::span<const Choice> choices) override {
        const json* j = member(key);
        if (j == nullptr) return;
        for (std::size_t i = 0; i < choices.size(); ++i)
            if (*j == choices[i].id) v = static_cast<int>(i);
    }
    void numbers(const char* key, std::vector<double>& v, const NumberSpec& spec) override {
        const json* j = member(key);
        if (j == nullptr) return;
        v.clear();
        for (const json& x : *j) v.push_back(ranged(key, x, spec));
    }
    void names(const char* key, std::vector<std::string>& v) override {
        if (const json* j = member(key)) v = j->get<std::vector<std::string>>();
    }
    void maybeNames(const char* key, std::optional<std::vector<std::string>>& v) override {
        const json* j = member(key);
        if (j == nullptr) v.reset();
        else v = j->get<std::vector<std::string>>();
    }
    void curve(const char* key, Curve& v, const CurveSpec&) override {
        const json* j = member(key);
        if (j == nullptr) throw InputError(pathOf(key), "this curve is missing; a mode needs both, hold its pitch curve");
        Curve read;
        for (const CurveShape shape : {CurveShape::Straight, CurveShape::Smooth, CurveShape::Line})
            if (j->at("shape") == shapeId(shape)) read.shape = shape;
        read.offsetPct = j->value("offsetPct", 0.0);
        read.points.clear();
        for (const json& p : j->at("points")) read.points.push_back({p.at("x").get<double>(), p.at("y").get<double>()});
        try {
            requireCurve(read);
        } catch (const InputError& e) {
            throw InputError(pathOf(key), e.what());
        }
        v = std::move(read);
    }
    void condition(const char* key, Condition& v) override {
        const json* j = member(key);
        if (j == nullptr) return;
        v.clear();
        for (const json& all : *j) {
            std::vector<Term> terms;
            for (const json& t : all) {
                Term term;
                term.switchId = t.value("switch", std::string());
                term.place = t.value("place", 1);
                term.functionId = t.value("function", std::string());
                if (term.switchId.empty() == term.functionId.empty())
                    throw InputError(pathOf(key), "each term names either a switch and its place, or a function");
                terms.push_back(std::move(term));
            }
            v.push_back(std::move(terms));
        }
    }

    std::vector<Level> stack_;
    UnknownKeys unknown_;
};

template <class T>
T parseProfile(const json& value, ProfileKind kind) {
    requireSchema(value, profileSchema(kind));
    T profile;
    JsonReader reader(value);
    describe(reader, profile);
    return profile;
}

const char* standingWord(Standing s) { return standingId(s); }

void readStandings(const json& root, Setup& setup) {
    const auto at = root.find("standings");
    if (at == root.end()) return;
    for (const auto& [path, record] : at->items()) {
        StandingRecord out;
        for (const Standing s : {Standing::Default, Standing::Entered, Standing::Computed, Standing::Measured, Standing::Proved})
            if (record.at("standing") == standingWord(s)) out.standing = s;
        out.at = record.value("at", std::string());
        out.instrument = record.value("instrument", std::string());
        out.uncertainty = record.value("uncertainty", std::string());
        setup.standings[path] = out;
    }
}

const json& schemaOfDocument() {
    static const json schema = documentSchema();
    return schema;
}

}  // namespace

json parseGuarded(const std::string& text) {
    if (text.size() > kMaxDocumentBytes) throw InputError("document", "is larger than 16 MiB");
    Guard guard;
    json::sax_parse(text, &guard);
    return guard.take();
}

Document parseDocument(const std::string& text) {
    const json root = parseGuarded(text);
    if (!root.is_object() || !root.contains("format") || root.at("format") != kFormatName)
        throw InputError("format", fmt::format("this is not a Keelhaul setup; \"format\" must be \"{}\"", kFormatName));
    if (root.contains("version") && root.at("version").is_number_integer() && root.at("version").get<std::int64_t>() > kFormatVersion)
        throw InputError("version", fmt::format("{} was written by a newer Keelhaul; this one reads version 1 … {}",
                                                root.at("version").get<std::int64_t>(), kFormatVersion));
    // Profile copies are judged by themselves: a document with a damaged copy still opens.
    json body = root;
    Document document;
    const auto checkCopy = [&](const char* part, ProfileKind kind) {
        if (!body.contains(part) || !body.at(part).is_object()) return;
        json& owner = body.at(part);
        if (!owner.contains("profile")) {
            document.notes.push_back(say(
                KH_TR("The profile copy of the {part} is missing. Choose the box again under {part}; until then general values are used."),
                {{"part", std::string(part)}}));
            return;
        }
        try {
            requireSchema(owner.at("profile"), profileSchema(kind));
        } catch (const InputError& e) {
            document.notes.push_back(say(KH_TR("The profile copy of the {part} is damaged ({why}). Choose the box again under {part}; "
                                               "until then general values are used."),
                                         {{"part", std::string(part)}, {"why", std::string(e.what())}}));
            owner.erase("profile");
        }
    };
    checkCopy("transmitter", ProfileKind::Transmitter);
    checkCopy("controller", ProfileKind::Controller);
    checkCopy("speedController", ProfileKind::SpeedController);
    requireSchema(body, schemaOfDocument());

    JsonReader reader(body, {"format", "version", "standings"});
    describe(reader, document.setup);
    readStandings(body, document.setup);
    document.unknown = reader.takeUnknown();
    for (const auto& [path, keys] : document.unknown)
        for (const auto& [key, value] : keys)
            document.notes.push_back(
                say(KH_TR("{path} is not known to this version; it is kept as it is."), {{"path", joined(path, key)}}));
    return document;
}

std::string writeDocument(const Setup& setup, const UnknownKeys& unknown) {
    JsonWriter writer(unknown);
    Setup copy = setup;
    describe(writer, copy);
    ojson root{{"format", kFormatName}, {"version", kFormatVersion}};
    const ojson body = writer.take();
    for (const auto& [key, value] : body.items()) root[key] = value;
    ojson standings = ojson::object();
    for (const auto& [path, record] : setup.standings) {
        ojson one{{"standing", standingWord(record.standing)}};
        if (!record.at.empty()) one["at"] = record.at;
        if (!record.instrument.empty()) one["instrument"] = record.instrument;
        if (!record.uncertainty.empty()) one["uncertainty"] = record.uncertainty;
        standings[path] = one;
    }
    root["standings"] = standings;
    return root.dump(1) + "\n";
}

TransmitterProfile parseTransmitterProfile(const std::string& text) {
    return parseProfile<TransmitterProfile>(parseGuarded(text), ProfileKind::Transmitter);
}
ControllerProfile parseControllerProfile(const std::string& text) {
    return parseProfile<ControllerProfile>(parseGuarded(text), ProfileKind::Controller);
}
SpeedControllerProfile parseSpeedControllerProfile(const std::string& text) {
    return parseProfile<SpeedControllerProfile>(parseGuarded(text), ProfileKind::SpeedController);
}
std::string writeServoProfile(const ServoProfile& servo) {
    const UnknownKeys none;
    JsonWriter writer(none);
    ServoProfile copy = servo;
    describe(writer, copy);
    return writer.take().dump(1) + "\n";
}
ServoProfile parseServoProfile(const std::string& text) { return parseProfile<ServoProfile>(parseGuarded(text), ProfileKind::Servo); }

}  // namespace kh::io
