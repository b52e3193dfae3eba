// SPDX-License-Identifier: GPL-3.0-or-later
#include "io/jsonfields.h"

#include "base/error.h"
#include "model/questions.h"

#include <algorithm>

namespace kh::io {

nlohmann::ordered_json curveJson(const Curve& v) {
    nlohmann::ordered_json points = nlohmann::ordered_json::array();
    for (const CurvePoint& p : v.points) points.push_back({{"x", p.x}, {"y", p.y}});
    nlohmann::ordered_json curve{{"shape", shapeId(v.shape)}, {"points", points}};
    if (v.shape == CurveShape::Line) curve["offsetPct"] = v.offsetPct;
    return curve;
}

nlohmann::ordered_json valueJson(const FieldValue& value) {
    struct Writer {
        nlohmann::ordered_json operator()(std::monostate) const { return nullptr; }
        nlohmann::ordered_json operator()(const Curve& v) const { return curveJson(v); }
        nlohmann::ordered_json operator()(const Condition& v) const { return nlohmann::ordered_json::parse(conditionJson(v).dump()); }
        nlohmann::ordered_json operator()(double v) const { return v == 0.0 ? 0.0 : v; }
        nlohmann::ordered_json operator()(bool v) const { return v; }
        nlohmann::ordered_json operator()(const std::string& v) const { return v; }
        nlohmann::ordered_json operator()(const std::vector<double>& v) const { return v; }
        nlohmann::ordered_json operator()(const std::vector<std::string>& v) const { return v; }
    };
    return std::visit(Writer{}, value);
}

nlohmann::json conditionJson(const Condition& condition) {
    nlohmann::json any = nlohmann::json::array();
    for (const auto& all : condition) {
        nlohmann::json terms = nlohmann::json::array();
        for (const Term& t : all)
            terms.push_back(t.switchId.empty() ? nlohmann::json{{"function", t.functionId}}
                                               : nlohmann::json{{"switch", t.switchId}, {"place", t.place}});
        any.push_back(std::move(terms));
    }
    return any;
}

Curve curveFrom(const nlohmann::json& json) {
    Curve read;
    for (const CurveShape shape : {CurveShape::Straight, CurveShape::Smooth, CurveShape::Line})
        if (json.at("shape") == shapeId(shape)) read.shape = shape;
    read.offsetPct = json.value("offsetPct", 0.0);
    read.points.clear();
    for (const nlohmann::json& p : json.at("points")) read.points.push_back({p.at("x").get<double>(), p.at("y").get<double>()});
    return read;
}

Condition conditionFrom(const nlohmann::json& json) {
    Condition v;
    for (const nlohmann::json& all : json) {
        std::vector<Term> terms;
        for (const nlohmann::json& t : all) {
            Term term;
            term.switchId = t.value("switch", std::string());
            term.place = t.value("place", 1);
            term.functionId = t.value("function", std::string());
            terms.push_back(std::move(term));
        }
        v.push_back(std::move(terms));
    }
    return v;
}

FieldValue valueFrom(const std::string& path, const FieldInfo& info, const nlohmann::json& json) {
    if (json.is_null()) return std::monostate{};
    try {
        switch (info.kind) {
            case FieldKind::Number:
            case FieldKind::Whole: return json.get<double>();
            case FieldKind::Flag: return json.get<bool>();
            case FieldKind::Text:
            case FieldKind::Choice: return json.get<std::string>();
            case FieldKind::Numbers: return json.get<std::vector<double>>();
            case FieldKind::Names: return json.get<std::vector<std::string>>();
            case FieldKind::CurvePoints: return curveFrom(json);
            case FieldKind::When: return conditionFrom(json);
        }
    } catch (const nlohmann::json::exception&) {
        throw InputError(path, "what is said to stand in the box is of another kind: " + json.dump().substr(0, 60));
    }
    return std::monostate{};
}

void JsonReader::curve(const char* key, Curve& v, const CurveSpec&) {
    const nlohmann::json* j = member(key);
    if (j == nullptr) throw InputError(pathOf(key), "this curve is missing; a mode needs both, hold its pitch curve");
    v = curveFrom(*j);
}

void JsonReader::condition(const char* key, Condition& v) {
    if (const nlohmann::json* j = member(key)) v = conditionFrom(*j);
}

void JsonWriter::unknowns(const char* key, std::vector<UnknownFact>& facts, Box) {
    if (facts.empty()) return;
    nlohmann::ordered_json all = nlohmann::ordered_json::object();
    for (const UnknownFact& fact : facts) {
        nlohmann::ordered_json& between = all[fact.key] = fact.numbers;
        for (const std::string& word : fact.words) {
            if (word == "true" || word == "false") between.push_back(word == "true");
            else between.push_back(word);
        }
    }
    put(key, std::move(all));
}

void JsonReader::unknowns(const char* key, std::vector<UnknownFact>& facts, Box box) {
    facts.clear();
    if (const nlohmann::json* j = member(key))
        for (const auto& [name, between] : j->items()) {
            UnknownFact fact{name, {}, {}};
            for (const nlohmann::json& v : between) {
                if (v.is_number()) fact.numbers.push_back(v.get<double>());
                else fact.words.push_back(v.is_boolean() ? (v.get<bool>() ? "true" : "false") : v.get<std::string>());
            }
            facts.push_back(std::move(fact));
        }
    // what is not given is not known
    for (const Question& question : questions())
        if (question.box == box && !stack_.back().value->contains(question.key) &&
            std::none_of(facts.begin(), facts.end(), [&](const UnknownFact& f) { return f.key == question.key; }))
            facts.push_back(anythingOf(question));
}

}  // namespace kh::io
