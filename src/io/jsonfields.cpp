// SPDX-License-Identifier: GPL-3.0-or-later
#include "io/jsonfields.h"

#include "base/error.h"

namespace kh::io {

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

void JsonReader::curve(const char* key, Curve& v, const CurveSpec&) {
    const nlohmann::json* j = member(key);
    if (j == nullptr) throw InputError(pathOf(key), "this curve is missing; a mode needs both, hold its pitch curve");
    Curve read;
    for (const CurveShape shape : {CurveShape::Straight, CurveShape::Smooth, CurveShape::Line})
        if (j->at("shape") == shapeId(shape)) read.shape = shape;
    read.offsetPct = j->value("offsetPct", 0.0);
    read.points.clear();
    for (const nlohmann::json& p : j->at("points")) read.points.push_back({p.at("x").get<double>(), p.at("y").get<double>()});
    try {
        requireCurve(read);
    } catch (const InputError& e) {
        throw InputError(pathOf(key), e.what());
    }
    v = std::move(read);
}

void JsonReader::condition(const char* key, Condition& v) {
    const nlohmann::json* j = member(key);
    if (j == nullptr) return;
    v.clear();
    for (const nlohmann::json& all : *j) {
        std::vector<Term> terms;
        for (const nlohmann::json& t : all) {
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

}  // namespace kh::io
