// SPDX-License-Identifier: GPL-3.0-or-later
//
// The observed binding (DOMAIN 5.6): eight stick directions at three collectives, each clear, buzzing or binding at the
// limit that was in force; from that the next limit to try.
#include "core/base/conventions.h"
#include "core/chain/model.h"
#include "core/mechanics/envelope.h"
#include "core/solve/solverkit.h"

#include <algorithm>
#include <cmath>
#include <map>

namespace kh {

namespace {

constexpr double kLimitStepPct = 1.0;
constexpr std::size_t kPlaces = 24;  ///< eight directions at three collectives

struct Seen {
    double clear = -1.0;   ///< highest limit seen clear; −1: none
    double unclear = 1e9;  ///< lowest limit seen buzzing or binding
};

}  // namespace

Solved solveLimit(const Setup& setup, std::span<const Reading> readings) {
    std::map<std::string, Seen> places;
    for (const Reading& r : readings) {
        const auto dot = r.what.find('.');
        if (dot == std::string::npos) continue;
        const std::string outcome = r.what.substr(0, dot);
        if (outcome != "clear" && outcome != "buzz" && outcome != "binds") continue;
        const double limit = plausible(r, 150.0, "%");
        if (limit <= 0.0) throw InputError(r.what, "the value is the limit that was in force, in %; it is above 0");
        Seen& seen = places[r.what.substr(dot + 1)];
        if (outcome == "clear") seen.clear = std::max(seen.clear, limit);
        else seen.unclear = std::min(seen.unclear, limit);
    }
    if (places.empty())
        throw InputError("readings", "nothing was observed yet; readings are called clear.45.high, buzz.45.high or binds.45.high");
    Solved out;
    double unclear = 1e9;
    std::string worst;
    for (const auto& [place, seen] : places) {
        if (seen.unclear < unclear) {
            unclear = seen.unclear;
            worst = place;
        }
        if (seen.clear >= seen.unclear)
            out.remarks.push_back(
                say(KH_TR("{p} was clear at {c} % and not clear at {u} %: the lower counts; look for play or a slipped link."),
                    {{"p", place}, {"c", num(seen.clear)}, {"u", num(seen.unclear)}}));
    }
    const std::size_t seenPlaces = places.size();
    if (seenPlaces < kPlaces)
        out.remarks.push_back(say(KH_TR("{n} of 24 places were tried: eight directions at low, mid and high collective."),
                                  {{"n", num(static_cast<double>(seenPlaces))}}));
    double highestClear = -1.0;
    for (const auto& [place, seen] : places)
        if (seen.clear < unclear) highestClear = std::max(highestClear, seen.clear);
    SolvedField a;
    a.field = "controller.cyclicLimitPct";
    a.box = Box::Controller;
    a.unit = "%";
    a.expectUnit = "%";
    a.why.title = say(KH_TR("next cyclic limit"));
    if (unclear > 1e8) {  // nothing was heard: the limit in force stands, or the envelope says how far one may go
        double computed = 100.0;
        const ChainModel model(setup);
        for (const double collective : {-1.0, 0.0, 1.0}) {
            const ClearanceRose rose = clearanceRose(setup, collective, model.plateAt(collective, 0, 0).plate.heightMm);
            const Plane full = model.plateAt(0.0, 0.0, 1.0).plate;
            const double tilt = degFromRad(std::asin(std::clamp(std::hypot(full.forward, full.right), 0.0, 1.0)));
            if (tilt > 0.0) computed = std::min(computed, setup.controller.cyclicLimitPct * rose.round.tiltDeg / tilt);
        }
        a.value = std::floor(std::min(100.0, computed) / kLimitStepPct) * kLimitStepPct;
        a.why.line(KH_TR("clear up to {c} % where it was tried; the computed envelope is free up to {e} %"),
                   {{"c", num(highestClear)}, {"e", num(computed, 1)}});
        if (computed < highestClear - kLimitStepPct)
            out.remarks.push_back(say(KH_TR("The computed envelope ends at {e} %, below what was clear: check plate travel, tilt and arms "
                                            "in Airframe before you trust either."),
                                      {{"e", num(computed)}}));
        if (a.value <= highestClear) {
            a.value = highestClear;
            a.todo = seenPlaces < kPlaces
                         ? say(KH_TR("Keep {v} % in the controller and try the places that are left."), {{"v", num(a.value)}})
                         : say(KH_TR("Leave {v} % in the controller: clear in all 24 places."), {{"v", num(a.value)}});
        } else {
            a.todo = say(KH_TR("Try {v} % in the controller, all eight directions at each collective."), {{"v", num(a.value)}});
        }
    } else {
        const double below = highestClear < 0.0 ? 0.0 : highestClear;
        a.why.line(KH_TR("highest clear {c} %, lowest not clear {u} % at {p}"), {{"c", num(below)}, {"u", num(unclear)}, {"p", worst}});
        if (unclear - below <= 1.5 * kLimitStepPct) {
            a.value = std::max(kLimitStepPct, below - kLimitStepPct);
            a.why.line(KH_TR("adjacent: the highest clear value stands, less one step as margin: {v} %"), {{"v", num(a.value)}});
            a.todo = say(KH_TR("Set the cyclic limit to {v} % in the controller and leave it."), {{"v", num(a.value)}});
        } else {
            a.value = std::floor((below + unclear) / 2.0 / kLimitStepPct) * kLimitStepPct;
            a.why.line(KH_TR("midway, rounded down: {v} %"), {{"v", num(a.value)}});
            a.todo = say(KH_TR("Set the cyclic limit to {v} % in the controller and try {p} again."), {{"v", num(a.value)}, {"p", worst}});
        }
    }
    a.expect = a.value;
    a.residue = 0.0;
    a.edits = {{a.field, a.value}};
    out.answers.push_back(std::move(a));
    return out;
}

}  // namespace kh
