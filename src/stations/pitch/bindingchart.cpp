// SPDX-License-Identifier: GPL-3.0-or-later
//
// The observed binding (docs/domain.md 5.6): eight stick directions at three collectives, each clear, buzzing or binding at the
// limit that was in force; from that the next limit to try.
#include "stations/pitch/bindingchart.h"
#include "model/amounts.h"

#include "base/conventions.h"
#include "kernel/chain.h"
#include "kernel/helicopter/envelope.h"
#include "kernel/helicopter/plant.h"
#include "model/fieldpatterns.h"
#include "stations/kit/solverkit.h"
#include "stations/pitch/pitchsolvers.h"

#include <algorithm>
#include <charconv>
#include <cmath>
#include <map>

namespace kh {

namespace {

constexpr double kLimitStepPct = 1.0;

struct PlaceKey {
    int directionDeg = 0;
    std::size_t collective = 0;
    auto operator<=>(const PlaceKey&) const = default;
};

/// "45.high" as direction and collective. @throws InputError naming `what`
PlaceKey placeKey(const std::string& what, std::string_view place) {
    PlaceKey key;
    const auto dot = place.find('.');
    const bool turned = place.substr(0, dot) == kHeadTurnedName;
    const char* const number = place.data() + std::min(dot, place.size());
    const auto [end, problem] = std::from_chars(place.data(), number, key.directionDeg);
    const auto at = dot == std::string_view::npos ? kChartCollectives.end()
                                                  : std::find(kChartCollectives.begin(), kChartCollectives.end(), place.substr(dot + 1));
    const bool stick =
        problem == std::errc() && end == number && key.directionDeg >= 0 && key.directionDeg < 360 && key.directionDeg % kChartStepDeg == 0;
    if (at == kChartCollectives.end() || (!stick && !turned))
        throw InputError(what, "a place is a stick direction of 0, 45 … 315, or turn, and low, mid or high, as in clear.45.high");
    if (turned) key.directionDeg = kHeadTurned;
    key.collective = static_cast<std::size_t>(at - kChartCollectives.begin());
    return key;
}

}  // namespace

std::string placeName(int directionDeg, std::size_t collective) {
    return (directionDeg == kHeadTurned ? kHeadTurnedName : std::to_string(directionDeg)) + "." + kChartCollectives.at(collective);
}

std::vector<BindingPlace> bindingChart(std::span<const Reading> readings) {
    std::map<PlaceKey, BindingPlace> places;
    for (const Reading& r : readings) {
        const auto dot = r.what.find('.');
        if (dot == std::string::npos) continue;
        const std::string_view outcome = std::string_view(r.what).substr(0, dot);
        if (std::find(kChartOutcomes.begin(), kChartOutcomes.end(), outcome) == kChartOutcomes.end()) continue;
        const double limit = plausible(r, 150.0, "%");
        if (limit <= 0.0) throw InputError(r.what, "the value is the limit that was in force, in %; it is above 0");
        const PlaceKey key = placeKey(r.what, std::string_view(r.what).substr(dot + 1));
        BindingPlace& place = places.emplace(key, BindingPlace{key.directionDeg, key.collective, {}, {}, false}).first->second;
        if (outcome == "clear") {
            place.clearPct = std::max(place.clearPct.value_or(limit), limit);
        } else if (limit <= place.unclearPct.value_or(limit)) {
            place.unclearPct = limit;
            place.bound = outcome == "binds";
        }
    }
    std::vector<BindingPlace> out;
    out.reserve(places.size());
    for (const auto& [key, place] : places) out.push_back(place);
    return out;
}

Message placeTitle(int directionDeg, std::size_t collective) {
    if (directionDeg == kHeadTurned)
        return say(KH_TR("head turned by hand, collective {c}"), {{"c", say(kChartCollectives.at(collective))}});
    return say(KH_TR("stick {d}, collective {c}"), {{"d", say(kChartDirections.at(static_cast<std::size_t>(directionDeg / kChartStepDeg)))},
                                                    {"c", say(kChartCollectives.at(collective))}});
}

Message placeText(const Setup& setup, const BindingPlace& p) {
    std::vector<Message> parts;
    if (p.directionDeg == kHeadTurned) {
        if (p.clearPct) parts.push_back(say(KH_TR("free {c}"), {{"c", amount(setup, "controller.cyclicLimitPct"_field, *p.clearPct)}}));
        if (p.unclearPct)
            parts.push_back(say(p.bound ? KH_TR("all round {u}") : KH_TR("at places {u}"),
                                {{"u", amount(setup, "controller.cyclicLimitPct"_field, *p.unclearPct)}}));
        return say("{p}", {{"p", parts}});
    }
    if (p.clearPct) parts.push_back(say(KH_TR("clear {c}"), {{"c", amount(setup, "controller.cyclicLimitPct"_field, *p.clearPct)}}));
    if (p.unclearPct)
        parts.push_back(say(p.bound ? KH_TR("binds {u}") : KH_TR("buzz {u}"),
                            {{"u", amount(setup, "controller.cyclicLimitPct"_field, *p.unclearPct)}}));
    return say("{p}", {{"p", parts}});
}

Solved solveLimit(const Setup& setup, std::span<const Reading> readings) {
    std::vector<BindingPlace> places = bindingChart(readings);
    if (places.empty())
        throw InputError("readings", "nothing was observed yet; readings are called clear.45.high, buzz.45.high or binds.45.high");
    Solved out;
    for (const BindingPlace& p : places)
        if (p.directionDeg == kHeadTurned && p.bound)
            out.remarks.push_back(
                say(KH_TR("The head touches all round at collective {c}: that is no tilt, and no cyclic limit mends it. Look at the "
                          "collective range and at a link's length first."),
                    {{"c", say(kChartCollectives.at(p.collective))}}));
    std::erase_if(places, [](const BindingPlace& p) { return p.directionDeg == kHeadTurned && p.bound && !p.clearPct; });
    for (BindingPlace& p : places)
        if (p.directionDeg == kHeadTurned && p.bound) p.unclearPct.reset();
    const auto tried = static_cast<std::size_t>(
        std::count_if(places.begin(), places.end(), [](const BindingPlace& p) { return p.directionDeg != kHeadTurned; }));
    if (places.empty()) return out;
    const BindingPlace* worst = nullptr;  // where it was heard first
    for (const BindingPlace& p : places) {
        if (p.unclearPct && (worst == nullptr || *p.unclearPct < *worst->unclearPct)) worst = &p;
        if (p.clearPct && p.unclearPct && *p.clearPct >= *p.unclearPct)
            out.remarks.push_back(say(KH_TR("Clear at {c} and not clear at {u}, {p}: the lower counts; look for play or a slipped link."),
                                      {{"p", placeTitle(p.directionDeg, p.collective)},
                                       {"c", amount(setup, "controller.cyclicLimitPct"_field, *p.clearPct)},
                                       {"u", amount(setup, "controller.cyclicLimitPct"_field, *p.unclearPct)}}));
    }
    if (tried < kChartPlaces)
        out.remarks.push_back(say(KH_TR("{n} of 24 places were tried: eight directions at low, mid and high collective."),
                                  {{"n", num(static_cast<double>(tried))}}));
    const auto below = [&](const BindingPlace& p) {
        return p.clearPct && (worst == nullptr || *p.clearPct < *worst->unclearPct) ? *p.clearPct : 0.0;
    };
    double highestClear = worst != nullptr ? below(*worst) : 0.0;  // another place's clear says nothing about the worst one
    if (worst == nullptr)
        for (const BindingPlace& p : places) highestClear = std::max(highestClear, below(p));
    SolvedField a;
    a.field = "controller.cyclicLimitPct"_field;
    a.box = Box::Controller;
    a.unit = "%";
    a.expectUnit = "%";
    a.why.title = say(KH_TR("next cyclic limit"));
    if (worst == nullptr) {  // nothing was heard: the limit in force stands, or the envelope says how far one may go
        double computed = 100.0;
        const ChainModel model(setup);
        for (const double collective : {-1.0, 0.0, 1.0}) {
            const ClearanceRose rose = clearanceRose(setup, collective, helicopterIn(model).plateAt(collective, 0, 0).plate.heightMm);
            const Plane full = helicopterIn(model).plateAt(0.0, 0.0, 1.0).plate;
            const double tilt = degFromRad(std::asin(std::clamp(std::hypot(full.forward, full.right), 0.0, 1.0)));
            if (tilt > 0.0) computed = std::min(computed, setup.controller.cyclicLimitPct * rose.round.tiltDeg / tilt);
        }
        a.value = std::floor(std::min(100.0, computed) / kLimitStepPct) * kLimitStepPct;
        a.why.line(KH_TR("clear up to {c} where it was tried; the computed envelope is free up to {e}"),
                   {{"c", amount(setup, "controller.cyclicLimitPct"_field, highestClear)},
                    {"e", amount(setup, "controller.cyclicLimitPct"_field, computed)}});
        if (computed < highestClear - kLimitStepPct)
            out.remarks.push_back(say(KH_TR("The computed envelope ends at {e}, below what was clear: check plate travel, tilt and arms "
                                            "in Airframe before you trust either."),
                                      {{"e", amount(setup, "controller.cyclicLimitPct"_field, computed)}}));
        if (a.value <= highestClear) {
            a.value = highestClear;
            a.todo = tried < kChartPlaces ? say(KH_TR("Keep {v} in the controller and try the places that are left."),
                                                {{"v", amount(setup, "controller.cyclicLimitPct"_field, a.value)}})
                                          : say(KH_TR("Leave {v} in the controller: clear in all 24 places."),
                                                {{"v", amount(setup, "controller.cyclicLimitPct"_field, a.value)}});
        } else {
            a.todo = say(KH_TR("Try {v} in the controller, all eight directions at each collective."),
                         {{"v", amount(setup, "controller.cyclicLimitPct"_field, a.value)}});
        }
    } else {
        const double unclear = *worst->unclearPct;
        const std::vector<Message> place{placeTitle(worst->directionDeg, worst->collective)};
        a.why.line(KH_TR("highest clear {c}, lowest not clear {u}: {p}"),
                   {{"c", amount(setup, "controller.cyclicLimitPct"_field, highestClear)},
                    {"u", amount(setup, "controller.cyclicLimitPct"_field, unclear)},
                    {"p", place}});
        if (unclear - highestClear <= 1.5 * kLimitStepPct) {
            a.value = std::max(kLimitStepPct, highestClear - kLimitStepPct);
            a.why.line(KH_TR("adjacent: the highest clear value stands, less one step as margin: {v}"),
                       {{"v", amount(setup, "controller.cyclicLimitPct"_field, a.value)}});
            a.todo = say(KH_TR("Set the cyclic limit to {v} in the controller and leave it."),
                         {{"v", amount(setup, "controller.cyclicLimitPct"_field, a.value)}});
        } else {
            a.value = std::floor((highestClear + unclear) / 2.0 / kLimitStepPct) * kLimitStepPct;
            a.why.line(KH_TR("midway, rounded down: {v}"), {{"v", amount(setup, "controller.cyclicLimitPct"_field, a.value)}});
            a.todo = say(KH_TR("Set the cyclic limit to {v} in the controller and try again: {p}."),
                         {{"v", amount(setup, "controller.cyclicLimitPct"_field, a.value)}, {"p", place}});
        }
        a.residue = std::max(unclear - a.value, a.value - highestClear);  // where it really binds lies within that of the value
        a.why.line(KH_TR("it binds somewhere within {r} of that"),
                   {{"r", amount(setup, "controller.cyclicLimitPct"_field, a.residue, Amount::Kind::Step)}});
    }
    a.expect = a.value;
    a.edits = {{a.field, a.value}};
    out.answers.push_back(std::move(a));
    return out;
}

}  // namespace kh
