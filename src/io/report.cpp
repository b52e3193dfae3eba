// SPDX-License-Identifier: GPL-3.0-or-later
#include "io/report.h"

#include "base/error.h"
#include "io/helicopter/helicopterjson.h"
#include "io/jsonfields.h"
#include "model/amounts.h"
#include "model/names.h"
#include "procedure/aircraft.h"
#include "procedure/ladder.h"

#include <fmt/format.h>
#include <cmath>
#include <nlohmann/json.hpp>

namespace kh::io {

namespace {

using nlohmann::json;
using ojson = nlohmann::ordered_json;

json partJson(const PartialDeck& d) {
    json out = json::object();
    const auto put = [](json& into, const char* key, const std::optional<double>& v) {
        if (v) into[key] = tidy(*v);
    };
    json sticks = json::object();
    put(sticks, "collective", d.collective);
    put(sticks, "aileron", d.aileron);
    put(sticks, "elevator", d.elevator);
    put(sticks, "rudder", d.rudder);
    if (!sticks.empty()) out["sticks"] = sticks;
    json trims = json::object();
    put(trims, "throttle", d.throttleTrim);
    if (!trims.empty()) out["trims"] = trims;
    if (!d.switches.empty()) out["switches"] = d.switches;
    if (d.cutLatched) out["latched"] = {{"cut", *d.cutLatched}};
    if (d.rates) out["rates"] = {{"rollDegS", d.rates->rollDegS}, {"pitchDegS", d.rates->pitchDegS}, {"yawDegS", d.rates->yawDegS}};
    return out;
}

void onlyKeys(const json& object, const char* where, const std::vector<std::string>& known) {
    if (!object.is_object()) throw InputError(where, "an object is needed");
    for (const auto& [key, value] : object.items())
        if (std::find(known.begin(), known.end(), key) == known.end())
            throw InputError(fmt::format("{}.{}", where, key), fmt::format("is not known; known are {}", fmt::join(known, ", ")));
}

std::optional<double> stickValue(const json& object, const char* key) {
    if (!object.contains(key)) return std::nullopt;
    if (!object.at(key).is_number()) throw InputError(key, "a number is needed");
    return requireWithin(key, object.at(key).get<double>(), -1.0, 1.0);
}

constexpr double kMostTurnDegS = 2000.0;  ///< what a gyro measures at most

PartialDeck parsePart(const json& v) {
    onlyKeys(v, "witness", {"sticks", "trims", "switches", "latched", "rates"});
    PartialDeck d;
    if (v.contains("sticks")) {
        const json& s = v.at("sticks");
        onlyKeys(s, "sticks", {"collective", "aileron", "elevator", "rudder"});
        d.collective = stickValue(s, "collective");
        d.aileron = stickValue(s, "aileron");
        d.elevator = stickValue(s, "elevator");
        d.rudder = stickValue(s, "rudder");
    }
    if (v.contains("trims")) {
        onlyKeys(v.at("trims"), "trims", {"throttle"});
        d.throttleTrim = stickValue(v.at("trims"), "throttle");
    }
    if (v.contains("switches")) {
        if (!v.at("switches").is_object()) throw InputError("switches", "an object is needed");
        for (const auto& [id, place] : v.at("switches").items()) {
            if (!place.is_number_integer()) throw InputError("switches." + id, "a whole number is needed");
            d.switches[id] = place.get<int>();
        }
    }
    if (v.contains("latched")) {
        onlyKeys(v.at("latched"), "latched", {"cut"});
        if (v.at("latched").contains("cut")) {
            if (!v.at("latched").at("cut").is_boolean()) throw InputError("latched.cut", "true or false is needed");
            d.cutLatched = v.at("latched").at("cut").get<bool>();
        }
    }
    if (v.contains("rates")) {
        const json& rates = v.at("rates");
        onlyKeys(rates, "rates", {"rollDegS", "pitchDegS", "yawDegS"});
        TurnRates turn;
        for (const auto& [key, member] : {std::pair("rollDegS", &TurnRates::rollDegS), std::pair("pitchDegS", &TurnRates::pitchDegS),
                                          std::pair("yawDegS", &TurnRates::yawDegS)}) {
            if (!rates.contains(key)) continue;
            if (!rates.at(key).is_number()) throw InputError(key, "a number is needed");
            turn.*member = requireWithin(key, rates.at(key).get<double>(), -kMostTurnDegS, kMostTurnDegS);
        }
        d.rates = turn;
    }
    return d;
}

}  // namespace

ojson traceJson(const Trace& t) {
    ojson stages = ojson::array();
    for (const Stage& s : t.stages) {
        ojson value = s.known ? ojson(tidy(s.value)) : ojson(nullptr);
        if (!s.ports.empty()) {
            value = ojson::object();
            for (const PortValue& p : s.ports) value[p.port] = tidy(p.value);
        }
        stages.push_back(
            {{"function", t.aircraft->tracedName(s.function)}, {"stage", s.id}, {"value", value}, {"unit", s.unit}, {"box", boxId(s.box)}});
    }
    ojson out{{"mode", t.mode}, {"state", t.state == ChainState::SetUp ? "setup" : "flying"}, {"stages", stages}};
    addMachineJson(out, t);
    out["motor"] = {{"throttlePct", tidy(t.throttlePct)},
                    {"headSpeedRpm", t.headSpeedKnown ? ojson(tidy(t.headSpeedRpm)) : ojson(nullptr)}};
    return out;
}

namespace {

/// @param setup  whose boxes say how a value is shown
ojson editsJson(const Setup& setup, const std::vector<Edit>& edits, const std::vector<FieldValue>* was) {
    ojson out = ojson::array();
    for (std::size_t i = 0; i < edits.size(); ++i) {
        ojson one{
            {"path", edits[i].path}, {"value", valueJson(edits[i].value)}, {"shown", render(show(setup, edits[i].path, edits[i].value))}};
        if (was != nullptr) one["was"] = valueJson((*was)[i]);
        out.push_back(std::move(one));
    }
    return out;
}

}  // namespace

ojson planJson(const Setup& setup, const Plan& plan, const std::vector<StepText>& texts, const std::vector<ToBeSet>& seen) {
    ojson steps = ojson::array();
    for (std::size_t i = 0; i < plan.steps.size(); ++i) {
        const PlanStep& s = plan.steps[i];
        ojson one{{"title", render(texts[i].title)},
                  {"box", boxId(s.box)},
                  {"todo", render(texts[i].todo)},
                  {"edits", editsJson(setup, s.edits, &s.was)},
                  {"heals", s.heals},
                  {"left", {{"danger", s.dangers}, {"warning", s.warnings}}}};
        if (s.byHand) one["byHand"] = render(texts[i].todo);
        if (s.proposal) one["proposal"] = true;
        if (s.provisional) one["provisional"] = true;
        steps.push_back(std::move(one));
    }
    ojson see = ojson::array();
    for (const ToBeSet& s : seen)
        see.push_back({{"title", render(s.title)}, {"station", static_cast<int>(s.station)}, {"byHand", render(s.what)}});
    return {{"plan", steps}, {"left", plan.left}, {"see", see}, {"judgements", plan.judgements}, {"complete", plan.complete}};
}

namespace {

/// What may be done, from the lowest rung up.
ojson tablesJson(const Setup& setup, const Figures& figures) {
    ojson out = ojson::object();
    const auto tables = aircraftEntry(setup).tables;
    if (tables == nullptr) return out;
    for (const FigureTable& table : tables(setup, figures)) {
        ojson lines = ojson::array();
        for (const FigureTable::Line& line : table.lines) {
            ojson one{{"name", render(line.name)}};
            for (const auto& [key, word] : line.words) one[key] = render(word);
            for (const auto& [key, figure] : line.figures) one[key] = figure.known ? ojson(figure.value) : ojson(nullptr);
            lines.push_back(std::move(one));
        }
        out[table.id] = {{"title", render(table.title)}, {"lines", std::move(lines)}};
    }
    return out;
}

ojson ladderJson(const Ladder& ladder) {
    ojson rungs = ojson::array();
    for (const Rung& rung : ladder.rungs) {
        ojson way = ojson::array();
        for (const Obstacle& o : rung.obstacles) {
            ojson one{{"title", render(o.title)}, {"what", render(o.what)}, {"row", o.row}, {"station", static_cast<int>(o.station)}};
            if (o.finding.empty()) one["seen"] = o.seen;
            else one["finding"] = o.finding;
            way.push_back(std::move(one));
        }
        rungs.push_back({{"id", rung.id}, {"title", render(rung.title)}, {"doing", render(rung.doing)}, {"inTheWay", std::move(way)}});
    }
    return {{"reached", ladder.rungs.empty() ? ojson(nullptr) : ojson(ladder.rungs[ladder.reached()].id)}, {"rungs", std::move(rungs)}};
}

}  // namespace

ojson auditJson(const Setup& setup, const Evaluation& e, const Plan& plan) {
    ojson findings = ojson::array();
    for (const Finding& f : e.findings) {
        ojson one{{"id", f.id},
                  {"station", static_cast<int>(f.station)},
                  {"severity", severityId(f.severity)},
                  {"title", render(f.title)},
                  {"found", render(f.found)},
                  {"why", render(f.why)},
                  {"todo", render(remedyText(setup, e.findings, f, &plan))},
                  {"box", boxId(f.box)},
                  {"witness", f.witness ? ojson::parse(witnessJson(*f.witness).dump()) : ojson(nullptr)},
                  {"subject", f.subject}};
        if (f.open()) one["restsOn"] = f.restsOn;
        if (const auto r = plan.remedies.find(f.id); r != plan.remedies.end()) {
            if (!r->second.causedBy.empty()) one["causedBy"] = r->second.causedBy;
            if (!r->second.edits.empty()) {
                one["fix"] = editsJson(setup, r->second.edits, nullptr);
                one["heals"] = r->second.heals;
            }
        }
        findings.push_back(std::move(one));
    }
    ojson accepted = ojson::array();
    for (const PutAside& a : e.accepted)
        accepted.push_back({{"id", a.record.rule},
                            {"title", render(asideTitle(setup, a))},
                            {"found", a.finding ? ojson(render(a.finding->found)) : ojson(nullptr)},
                            {"reason", a.record.reason},
                            {"at", a.record.at},
                            {"subject", a.record.subject},
                            {"stands", a.finding.has_value()},
                            {"again", a.again}});
    return {
        {"findings", findings},
        {"accepted", accepted},
        {"mayBeDone", ladderJson(ladderOf(setup, e))},
        {"tables", tablesJson(setup, e.figures)},
        {"counts", {{"danger", e.count(Severity::Danger)}, {"warning", e.count(Severity::Warning)}, {"note", e.count(Severity::Note)}}}};
}

namespace {

ojson foundJson(const std::vector<Finding>& findings) {
    ojson out = ojson::array();
    for (const Finding& f : findings)
        out.push_back({{"id", f.id},
                       {"severity", severityId(f.severity)},
                       {"title", render(f.title)},
                       {"found", render(f.found)},
                       {"box", boxId(f.box)},
                       {"subject", f.subject}});
    return out;
}

}  // namespace

ojson whatFollowsJson(const Setup& setup, const WhatFollows& follows) {
    ojson figures = ojson::array(), go = ojson::array(), with = ojson::array();
    const auto number = [](const std::optional<double>& value) { return value ? ojson(*value) : ojson(nullptr); };
    for (const MovedFigure& f : follows.then.figures)
        figures.push_back({{"id", f.id}, {"name", render(f.name)}, {"unit", f.unit}, {"now", number(f.now)}, {"then", number(f.then)}});
    for (const Finding& f : follows.then.go) go.push_back(f.id);
    ojson again = ojson::array();
    for (const ToBeSet& one : follows.then.again)
        again.push_back({{"row", one.row}, {"title", render(one.title)}, {"what", render(one.what)}});
    for (const Companion& c : follows.with)
        with.push_back({{"id", c.id},
                        {"title", render(c.title)},
                        {"box", boxId(c.box)},
                        {"edits", editsJson(setup, c.edits, &c.was)},
                        {"why", render(c.why)},
                        {"ticked", c.ticked}});
    return {{"change", editsJson(setup, follows.edits, &follows.was)},
            {"figures", figures},
            {"come", foundJson(follows.then.come)},
            {"go", go},
            {"again", again},
            {"with", with},
            {"alone", {{"come", foundJson(follows.alone.come)}}}};
}

ojson moveJson(const Setup& before, const Move& move) {
    std::vector<FieldValue> was;
    for (const Edit& e : move.edits) was.push_back(readField(before, e.path) ? readField(before, e.path)->value : FieldValue{});
    ojson cannot = ojson::array(), differs = ojson::array();
    for (const Message& m : move.cannot) cannot.push_back(render(m));
    for (const MoveDifference& d : move.differs)
        differs.push_back({{"output", d.output},
                           {"what", render(d.what)},
                           {"where", render(d.where)},
                           {"before", tidy(d.before)},
                           {"after", tidy(d.after)},
                           {"unit", d.unit}});
    return {{"edits", editsJson(move.setup, move.edits, &was)}, {"cannot", cannot}, {"differs", differs}, {"switches", move.switches}};
}

ojson decisionsJson(const Setup& setup, const std::vector<Decision>& decisions) {
    ojson all = ojson::array();
    for (const Decision& d : decisions) {
        ojson ends = ojson::array();
        for (const Decision::End& e : d.ends)
            ends.push_back(
                {{"value", valueJson(e.value)}, {"shown", render(show(setup, d.fact.path, e.value))}, {"come", e.come}, {"go", e.go}});
        all.push_back({{"path", d.fact.path},
                       {"title", render(fieldTitle(setup, d.fact.path))},
                       {"taken", render(show(setup, d.fact.path))},
                       {"how", render(say(d.fact.question->how))},
                       {"ends", ends}});
    }
    return {{"open", all}};
}

ojson proofJson(const SwitchProof& proof) {
    ojson properties = ojson::array();
    for (const PropertyResult& p : proof.properties) {
        const Finding& f = p.finding;
        ojson one{{"id", p.id},
                  {"title", render(f.title)},
                  {"holds", p.holds},
                  {"whole", p.whole},
                  {"covered", p.covered},
                  {"found", render(f.found)},
                  {"witness", f.witness ? ojson::parse(witnessJson(*f.witness).dump()) : ojson(nullptr)}};
        if (!p.holds) {
            one["severity"] = severityId(f.severity);
            one["why"] = render(f.why);
            one["todo"] = render(f.todo);
            one["box"] = boxId(f.box);
            one["subject"] = f.subject;
        }
        properties.push_back(std::move(one));
    }
    return {{"combinations", proof.combinations},
            {"walked", proof.walked},
            {"untried", proof.untried},
            {"whole", proof.whole()},
            {"free", proof.free},
            {"properties", properties}};
}

json witnessJson(const Witness& w) {
    json out{{"to", partJson(w.to)}};
    if (w.from) out["from"] = partJson(*w.from);
    return out;
}

Witness parseWitness(const json& v) {
    onlyKeys(v, "witness", {"from", "to"});
    if (!v.contains("to")) throw InputError("witness.to", "is missing");
    Witness w;
    w.to = parsePart(v.at("to"));
    if (v.contains("from") && !v.at("from").is_null()) w.from = parsePart(v.at("from"));
    return w;
}

}  // namespace kh::io
