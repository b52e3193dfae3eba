// SPDX-License-Identifier: GPL-3.0-or-later
//
// What was seen at the plate is judged: places that were not clear at the limit in force, and what a lamp says of the throw.
#include "base/error.h"
#include "judge/dependencies.h"
#include "judge/rowids.h"
#include "judge/rule.h"
#include "model/access.h"
#include "stations/pitch/bindingchart.h"
#include "stations/pitch/pitch.h"
#include "stations/pitch/pitchsolvers.h"

#include <algorithm>
#include <array>
#include <cmath>

namespace kh {

namespace {

constexpr double kStepBelowPct = 1.0;     ///< a limit that bound is left by that
constexpr double kUnknownShare = 0.8;     ///< of one that bound where nothing was seen clear
constexpr double kVerdictBearable = 0.0;  ///< as `throw.verdict` holds it; below: bad

void limitBound(const AuditContext& c, std::vector<Finding>& out) {
    std::vector<BindingPlace> chart;
    try {
        std::vector<Reading> speaking = learnedReadings(c.setup, limitSolver());
        std::erase_if(speaking, [&](const Reading& r) { return !sinceChanged(c.setup, r).empty(); });
        chart = bindingChart(speaking);
    } catch (const InputError&) {
        return;  // the solver names the reading
    }
    const double limit = c.setup.controller.cyclicLimitPct;
    const BindingPlace* worst = nullptr;
    for (const BindingPlace& p : chart)
        if (p.unclearPct && *p.unclearPct <= limit + 1e-9 && (worst == nullptr || *p.unclearPct < *worst->unclearPct)) worst = &p;
    if (worst == nullptr) return;
    const char* path = "controller.cyclicLimitPct"_field;
    const bool round = worst->directionDeg == kHeadTurned && worst->bound;  // no tilt: no limit mends it
    const bool clearBelow = worst->clearPct && *worst->clearPct < *worst->unclearPct;
    const double below = std::max(
        1.0, std::min(clearBelow ? *worst->clearPct : std::floor(*worst->unclearPct * kUnknownShare), *worst->unclearPct - kStepBelowPct));
    Finding f{
        .id = "limit-bound",
        .severity = Severity::Warning,
        .row = "cyclic-limit"_row,
        .title = c.say(KH_TR("The plate was not clear at this limit")),
        .found =
            c.say(KH_TR("{p}: {t}; the limit stands at {l}."),
                  {{"p", placeTitle(worst->directionDeg, worst->collective)}, {"t", placeText(c.setup, *worst)}, {"l", c.amount(path)}}),
        .why = c.say(KH_TR("A servo stalls there, or a link touches: it burns out, or bends something that later breaks.")),
        .todo = round ? c.say(KH_TR("Contact all round is no tilt: look at the collective range and at a link's length, then turn again."))
                      : c.say(KH_TR("Set the cyclic limit to {v} in the controller, then try that place again."),
                              {{"v", c.amount(path, below)}}),
        .box = round ? Box::Machine : Box::Controller,
        .subject = path};
    if (!round) f.fix = {{path, below}};
    f.proposal = true;
    out.push_back(std::move(f));
}

void throwVerdict(const AuditContext& c, std::vector<Finding>& out) {
    const Reading* said = newestInForce(c.setup, "throw.verdict");
    if (said == nullptr || said->unit != kLampUnit || said->value > kVerdictBearable || !sinceChanged(c.setup, *said).empty()) return;
    const bool bad = said->value < kVerdictBearable;
    out.push_back(
        {.id = "throw-verdict",
         .severity = bad ? Severity::Warning : Severity::Note,
         .row = "reference-throw"_row,
         .title = bad ? c.say(KH_TR("The box's lamp calls the throw bad")) : c.say(KH_TR("The box's lamp calls the throw bearable")),
         .found = c.say(KH_TR("Read at {r}."), {{"r", c.amount("controller.referencePct"_field)}}),
         .why = c.say(KH_TR("The arm is too long or too short for it: little stroke left, or a coarse plate.")),
         .todo = c.say(KH_TR("Take the reading again (Ctrl R): it says which arm to try next.")),
         .box = Box::Machine,
         .subject = "controller.referencePct"_field});
}

}  // namespace

std::span<const Rule> pitchSeenRules() {
    static constexpr std::array rules{Rule{"limit-bound", Station::Pitch, Work::Range, limitBound},
                                      Rule{"throw-verdict", Station::Pitch, Work::Range, throwVerdict}};
    return rules;
}

}  // namespace kh
