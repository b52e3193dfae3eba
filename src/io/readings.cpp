// SPDX-License-Identifier: GPL-3.0-or-later
#include "io/readings.h"

#include "base/error.h"
#include "io/schema.h"
#include "model/amounts.h"

#include <fmt/format.h>
#include <nlohmann/json.hpp>

namespace kh::io {

using nlohmann::json;
using nlohmann::ordered_json;

json readingsSchema() {
    const json text{{"type", "string"}, {"maxLength", 400}};
    const json number{{"type", "number"}, {"minimum", -10000}, {"maximum", 10000}};
    const json under{{"type", "object"}, {"additionalProperties", {{"type", {"number", "string"}}}}};
    const json reading{{"type", "object"},
                       {"properties",
                        {{"id", text},
                         {"value", number},
                         {"unit", {{"enum", {"%", "°", "mm", "rpm", "V", "way", "answer"}}}},
                         {"at", text},
                         {"instrument", text},
                         {"uncertainty", text},
                         {"under", under}}},
                       {"required", {"id", "value", "unit"}}};
    return {
        {"$schema", "http://json-schema.org/draft-07/schema#"},
        {"title", "Keelhaul readings"},
        {"description", "What a gauge or a monitor showed, oldest first; ids as in the handbook: aileron.high, blade-a.tail, throw.left …"},
        {"type", "object"},
        {"properties", {{"readings", {{"type", "array"}, {"maxItems", 1000}, {"items", reading}}}}},
        {"required", {"readings"}}};
}

std::vector<Reading> parseReadings(const json& file) {
    schemaOfReadings().require(file);
    std::vector<Reading> out;
    for (const json& r : file.at("readings")) {
        Reading reading;
        reading.id = fmt::format("r{}", out.size() + 1);
        reading.what = r.at("id").get<std::string>();
        reading.value = r.at("value").get<double>();
        reading.unit = r.at("unit").get<std::string>();
        reading.at = r.value("at", std::string());
        reading.instrument = r.value("instrument", std::string());
        reading.uncertainty = r.value("uncertainty", std::string());
        if (r.contains("under"))
            for (const auto& [field, value] : r.at("under").items())
                reading.under.push_back(value.is_number() ? underText(field, value.get<double>()) : field + "=" + value.get<std::string>());
        out.push_back(std::move(reading));
    }
    return out;
}

ordered_json solvedJson(const Setup& setup, const Solved& solved) {
    ordered_json answers = ordered_json::array();
    for (const SolvedField& a : solved.answers) {
        ordered_json why = ordered_json::array();
        for (const Message& line : a.why.lines) why.push_back(render(line));
        ordered_json shown = ordered_json::array();  // what is typed, as its box writes it
        for (const Edit& e : a.edits) shown.push_back(render(show(setup, e.path, e.value)));
        answers.push_back({{"field", a.field},
                           {"box", boxId(a.box)},
                           {"value", a.value},
                           {"unit", a.unit},
                           {"shown", shown},
                           {"expect", a.expect},
                           {"expectUnit", a.expectUnit},
                           {"residue", a.residue},
                           {"todo", render(a.todo)},
                           {"why", why}});
    }
    ordered_json remarks = ordered_json::array();
    for (const Message& m : solved.remarks) remarks.push_back(render(m));
    return {{"answers", answers}, {"remarks", remarks}};
}

const Schema& schemaOfReadings() {
    static const Schema schema(readingsSchema());
    return schema;
}

}  // namespace kh::io
