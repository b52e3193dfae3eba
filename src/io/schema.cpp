// SPDX-License-Identifier: GPL-3.0-or-later
#include "io/schema.h"

#include "base/error.h"
#include "io/carriedjson.h"
#include "io/document.h"
#include "io/jsonfields.h"
#include "model/accepted.h"
#include "model/fields.h"

#include <fmt/format.h>
#include <map>
#include <mutex>
#include <nlohmann/json.hpp>
#pragma GCC diagnostic push
#pragma GCC diagnostic ignored "-Wconversion"
#pragma GCC diagnostic ignored "-Wshadow"
#pragma GCC diagnostic ignored "-Wunused-parameter"
#pragma GCC diagnostic ignored "-Wdeprecated-declarations"
#include <valijson/adapters/nlohmann_json_adapter.hpp>
#include <valijson/schema.hpp>
#include <valijson/schema_parser.hpp>
#include <valijson/validation_results.hpp>
#include <valijson/validator.hpp>
#pragma GCC diagnostic pop

namespace kh::io {

namespace {

using nlohmann::json;

/// Builds a schema by walking the description; lists get one default element to describe.
class SchemaWriter final : public FieldVisitor {
public:
    SchemaWriter() { stack_.push_back(object()); }
    json take() { return stack_.front(); }

private:
    static json object() { return {{"type", "object"}, {"properties", json::object()}}; }
    void put(const char* key, json schema) { stack_.back()["properties"][key] = std::move(schema); }
    static json numberSchema(const NumberSpec& spec, bool whole) {
        json s{{"type", "number"}, {"minimum", spec.min}, {"maximum", spec.max}};
        if (whole) s["multipleOf"] = 1.0;  // a whole number may be written 6.0
        if (*spec.unit != 0) s["description"] = spec.unit;
        return s;
    }
    bool beginGroup(const char* key) override {
        keys_.emplace_back(key);
        stack_.push_back(object());
        return true;
    }
    void endGroup() override {
        json done = std::move(stack_.back());
        stack_.pop_back();
        put(keys_.back().c_str(), std::move(done));
        keys_.pop_back();
    }
    bool writes() const override { return true; }  // every list gets an element
    std::size_t beginList(const char* key, std::size_t) override {
        keys_.emplace_back(key);
        return 1;
    }
    void endList() override { keys_.pop_back(); }
    bool beginItem(std::size_t, const std::string&) override {
        stack_.push_back(object());
        return true;
    }
    void endItem() override {
        json item = std::move(stack_.back());
        stack_.pop_back();
        item["required"] = {"id"};
        put(keys_.back().c_str(), {{"type", "array"}, {"maxItems", mostElements(keys_.back())}, {"items", std::move(item)}});
    }
    void number(const char* key, double&, const NumberSpec& spec) override { put(key, numberSchema(spec, spec.counts)); }
    void maybe(const char* key, std::optional<double>&, const NumberSpec& spec) override { put(key, numberSchema(spec, spec.counts)); }
    void whole(const char* key, int&, const NumberSpec& spec) override { put(key, numberSchema(spec, true)); }
    void flag(const char* key, bool&) override { put(key, {{"type", "boolean"}}); }
    void text(const char* key, std::string&) override { put(key, {{"type", "string"}, {"maxLength", 400}}); }
    void choice(const char* key, int&, std::span<const Choice> choices) override {
        json words = json::array();
        for (const Choice& c : choices) words.push_back(c.id);
        put(key, {{"enum", words}});
    }
    void numbers(const char* key, std::vector<double>&, const NumberSpec& spec) override {
        put(key, {{"type", "array"}, {"maxItems", kMaxListSize}, {"items", numberSchema(spec, spec.counts)}});
    }
    void names(const char* key, std::vector<std::string>&) override {
        put(key, {{"type", "array"}, {"maxItems", kMaxListSize}, {"items", {{"type", "string"}, {"maxLength", 400}}}});
    }
    void maybeNames(const char* key, std::optional<std::vector<std::string>>&) override {
        std::vector<std::string> none;
        names(key, none);
    }
    void curve(const char* key, Curve&, const CurveSpec& spec) override {
        const json x{{"type", "number"}, {"minimum", 0}, {"maximum", 100}};
        const json y{{"type", "number"}, {"minimum", spec.yMin}, {"maximum", spec.yMax}};
        const json point{{"type", "object"}, {"properties", {{"x", x}, {"y", y}}}, {"required", {"x", "y"}}};
        put(key, {{"type", "object"},
                  {"properties",
                   {{"shape", {{"enum", {shapeId(CurveShape::Straight), shapeId(CurveShape::Smooth), shapeId(CurveShape::Line)}}}},
                    {"offsetPct", {{"type", "number"}, {"minimum", -100}, {"maximum", 100}, {"description", "of a line"}}},
                    {"points", {{"type", "array"}, {"minItems", 2}, {"maxItems", kMaxListSize}, {"items", point}}}}},
                  {"required", {"shape", "points"}}});
    }
    void condition(const char* key, Condition&) override {
        const json place{{"type", "integer"}, {"minimum", 1}, {"maximum", 3}};
        const json term{{"type", "object"},
                        {"properties", {{"switch", {{"type", "string"}}}, {"place", place}, {"function", {{"type", "string"}}}}}};
        put(key, {{"type", "array"},
                  {"description", "an OR of ANDs"},
                  {"maxItems", kMaxBranches},
                  {"items", {{"type", "array"}, {"maxItems", kMaxTerms}, {"items", term}}}});
    }

    void unknowns(const char* key, std::vector<UnknownFact>&, Box) override {
        constexpr std::size_t kMostWords = 20;
        const json either{{"type", {"number", "boolean", "string"}}, {"maxLength", 400}};
        put(key,
            {{"type", "object"},
             {"description", "facts that are not known: least and most of a number, the words of a choice; what is not given is not known"},
             {"additionalProperties", {{"type", "array"}, {"minItems", 2}, {"maxItems", kMostWords}, {"items", either}}}});
    }

    std::vector<json> stack_;
    std::vector<std::string> keys_;
};

template <class T>
json describedSchema(T value) {
    SchemaWriter writer;
    describe(writer, value);
    return writer.take();
}

json standingsSchema() {
    const json text{{"type", "string"}, {"maxLength", 400}};
    const json one{{"type", "object"},
                   {"properties",
                    {{"standing", {{"enum", {"default", "entered", "computed", "measured", "proved"}}}},
                     {"at", text},
                     {"instrument", text},
                     {"uncertainty", text},
                     {"change", {{"type", "integer"}, {"minimum", 0}, {"maximum", kMostChanges}}}}},
                   {"required", {"standing"}}};
    return {{"type", "object"}, {"additionalProperties", one}};
}

/// What a sub-schema allows, in words.
std::string allowedBy(const json& s) {
    if (s.contains("enum")) return fmt::format("one of {}", s.at("enum").dump());
    if (s.contains("minimum"))
        return fmt::format("a {} from {} to {}", s.contains("multipleOf") ? "whole number" : "number", s.at("minimum").get<double>(),
                           s.at("maximum").get<double>());
    if (s.contains("minItems")) return fmt::format("{} … {} entries", s.at("minItems").dump(), s.at("maxItems").dump());
    if (s.contains("maxItems")) return fmt::format("a list of at most {}", s.at("maxItems").dump());
    if (s.contains("required")) return fmt::format("an object with {}", s.at("required").dump());
    if (s.contains("maxLength")) return fmt::format("a text of at most {} characters", s.at("maxLength").dump());
    const auto type = s.find("type");
    if (type != s.end() && type->is_array()) return fmt::format("one of the kinds {}", type->dump());
    return type != s.end() && type->is_string() ? "a value of the kind " + type->get<std::string>() : std::string("something else");
}

/// Reads `["machine"]["servos"][0]` as steps.
std::vector<std::string> contextSteps(const std::vector<std::string>& context) {
    std::vector<std::string> steps;
    for (const std::string& part : context) {
        if (part.size() < 2 || part.front() != '[') continue;
        std::string inner = part.substr(1, part.size() - 2);
        if (inner.size() >= 2 && inner.front() == '"') inner = inner.substr(1, inner.size() - 2);
        steps.push_back(inner);
    }
    return steps;
}

}  // namespace

struct Schema::Parts {
    json text;
    valijson::Schema compiled;
};

Schema::Schema(json schema) : parts_(std::make_unique<Parts>()) {
    parts_->text = std::move(schema);
    valijson::SchemaParser().populateSchema(valijson::adapters::NlohmannJsonAdapter(parts_->text), parts_->compiled);
}

Schema::~Schema() = default;

void Schema::require(const json& value) const {
    const json& schemaJson = parts_->text;
    valijson::Validator validator;
    valijson::ValidationResults results;
    if (validator.validate(parts_->compiled, valijson::adapters::NlohmannJsonAdapter(value), &results)) return;

    // the deepest complaint is the one that names the field itself
    valijson::ValidationResults::Error error;
    std::vector<std::string> steps;
    while (results.popError(error)) {
        auto these = contextSteps(error.context);
        if (these.size() >= steps.size()) steps = std::move(these);
    }
    const json* at = &value;
    const json* allowed = &schemaJson;
    std::string path;
    for (const std::string& step : steps) {
        std::string shown = step;
        if (at->is_array()) {
            const json& item = at->at(std::stoul(step));
            if (item.is_object() && item.contains("id") && item.at("id").is_string()) shown = item.at("id").get<std::string>();
            at = &item;
            allowed = allowed->contains("items") ? &allowed->at("items") : allowed;
        } else {
            at = at->contains(step) ? &at->at(step) : at;
            if (allowed->contains("properties") && allowed->at("properties").contains(step)) allowed = &allowed->at("properties").at(step);
            else if (allowed->contains("additionalProperties") && allowed->at("additionalProperties").is_object())
                allowed = &allowed->at("additionalProperties");
        }
        path += (path.empty() ? "" : ".") + shown;
    }
    std::string found = at->is_structured() ? fmt::format("{} with {} entries", at->type_name(), at->size()) : at->dump();
    if (found.size() > 80) found = found.substr(0, 77) + "…";
    if (at->is_object() && allowed->contains("required"))
        for (const json& key : allowed->at("required"))
            if (const auto name = key.get<std::string>(); !at->contains(name)) throw InputError(joinedPath(path, name), "is missing");
    throw InputError(path.empty() ? "document" : path, fmt::format("found {}; allowed is {}", found, allowedBy(*allowed)));
}

namespace {

json schemaFor(const AircraftClass& aircraft) {
    Setup setup;
    setup.machine.aircraft = Aircraft(aircraft.blank());
    json schema = describedSchema(std::move(setup));
    schema["$schema"] = "http://json-schema.org/draft-07/schema#";
    schema["title"] = "Keelhaul setup";
    schema["description"] = "One model: the machine as built and what each box holds. Unknown keys are kept.";
    schema["properties"]["format"] = {{"enum", {kFormatName}}};
    schema["properties"]["version"] = {{"type", "integer"}, {"minimum", 1}, {"maximum", kFormatVersion}};
    schema["properties"]["aircraft"] = {{"type", "string"}, {"description", "class of aircraft; none: a helicopter"}};
    schema["properties"]["standings"] = standingsSchema();
    schema["properties"]["carried"] = carriedSchema();
    schema["required"] = {"format", "version", "machine", "transmitter", "controller", "speedController"};
    return schema;
}

}  // namespace

json documentSchema() { return schemaFor(*aircraftClasses().front()); }

json profileSchema(ProfileKind kind) {
    json schema;
    switch (kind) {
        case ProfileKind::Transmitter: schema = describedSchema(TransmitterProfile{}); break;
        case ProfileKind::Controller: schema = describedSchema(ControllerProfile{}); break;
        case ProfileKind::SpeedController: schema = describedSchema(SpeedControllerProfile{}); break;
        case ProfileKind::Servo: schema = describedSchema(ServoProfile{}); break;
        case ProfileKind::Receiver: schema = describedSchema(ReceiverProfile{}); break;
    }
    schema["$schema"] = "http://json-schema.org/draft-07/schema#";
    schema["required"] = {"id", "version", "name"};
    return schema;
}

const Schema& schemaOfDocument(const AircraftClass& aircraft) {
    static std::mutex guard;
    static std::map<const AircraftClass*, std::unique_ptr<const Schema>> made;
    const std::scoped_lock lock(guard);
    std::unique_ptr<const Schema>& schema = made[&aircraft];
    if (schema == nullptr) schema = std::make_unique<const Schema>(schemaFor(aircraft));
    return *schema;
}

const Schema& schemaOf(ProfileKind kind) {
    static const Schema transmitter(profileSchema(ProfileKind::Transmitter));
    static const Schema controller(profileSchema(ProfileKind::Controller));
    static const Schema speedController(profileSchema(ProfileKind::SpeedController));
    static const Schema servo(profileSchema(ProfileKind::Servo));
    static const Schema receiver(profileSchema(ProfileKind::Receiver));
    switch (kind) {
        case ProfileKind::Transmitter: return transmitter;
        case ProfileKind::Controller: return controller;
        case ProfileKind::SpeedController: return speedController;
        case ProfileKind::Receiver: return receiver;
        case ProfileKind::Servo: break;
    }
    return servo;
}

}  // namespace kh::io
