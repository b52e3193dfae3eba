// SPDX-License-Identifier: GPL-3.0-or-later
//
// The flight-mode matrix: curves, continuity, gain, agility.
#include "base/conventions.h"
#include "formula/answers.h"
#include "judge/benchmode.h"
#include "judge/candidates.h"
#include "judge/modechecks.h"
#include "judge/rowids.h"
#include "judge/rule.h"
#include "model/fieldpatterns.h"
#include "stations/modes/modes.h"

#include <algorithm>
#include <array>
#include <cmath>
#include <utility>

namespace kh {

namespace {

constexpr double kSpoolAimDeg = -2.9;
constexpr double kUngovernedHoverPct = 65.0;  ///< throttle of the hover, to start from

void invertedThrottle(const AuditContext& c, std::vector<Finding>& out) {
    for (std::size_t i = 0; i < c.setup.transmitter.modes.size(); ++i) {
        const FlightMode& m = c.setup.transmitter.modes[i];
        const auto fall = invertedFall(c.setup, c.model, i);
        if (!fall) continue;
        PartialDeck state = modeState(c.setup.transmitter, m);
        state.collective = fall->stick;
        state.throttleTrim = fall->trim;
        const double level = std::max(kInvertedLeastPct, fall->topPct);
        out.push_back({.id = "inverted-throttle." + m.id,
                       .severity = Severity::Danger,
                       .row = "throttle-curve"_row,
                       .title = c.say(KH_TR("Power falls away inverted in {m}"), {{"m", m.name}}),
                       .found = c.say(KH_TR("At stick {s} the throttle is {t}; at full stick it is {v}."),
                                      {{"s", signedNum(fall->stick, 2)},
                                       {"t", c.amount(throttlePath(c.setup.transmitter), fall->throttlePct)},
                                       {"v", c.amount(throttlePath(c.setup.transmitter), fall->topPct)}}),
                       .why = c.say(KH_TR("Inverted, low stick asks for lift: the rotor slows just when it must carry the model.")),
                       .todo = invertedTodo(c.setup, m, level),
                       .box = Box::Transmitter,
                       .witness = Witness{std::nullopt, state},
                       .subject = modePath(m, "throttle"),
                       .fix = {{modePath(m, "throttle"), invertedMended(c.setup, c.model, i)}}});
    }
}

void flatEngine(const AuditContext& c, std::vector<Finding>& out) {
    for (std::size_t i = 0; i < c.setup.transmitter.modes.size(); ++i) {
        if (!flatUngoverned(c.setup, c.model, i)) continue;
        const FlightMode& m = c.setup.transmitter.modes[i];
        const double level = c.model.throttleCurveAt(i, 1.0);
        const bool first = i == 0;
        Finding f{
            .id = "engine-flat." + m.id,
            .severity = Severity::Warning,
            .row = "throttle-curve"_row,
            .title = c.say(KH_TR("{m} is flat, and nothing governs the engine"), {{"m", m.name}}),
            .found = c.say(KH_TR("Throttle stays at {t} from the clutch up."), {{"t", c.amount(throttlePath(c.setup.transmitter), level)}}),
            .why = c.say(KH_TR("Less pitch needs less throttle: unloaded the rotor overspeeds, past what its blades bear.")),
            .todo = first ? c.say(KH_TR("Let the throttle of {m} rise with the stick, from near idle, in the transmitter; the curve "
                                        "proposed is a start."),
                                  {{"m", m.name}})
                          : c.say(KH_TR("Give {m} a V in the transmitter, lowest where the pitch is 0; the curve proposed is a start."),
                                  {{"m", m.name}}),
            .box = Box::Transmitter,
            .witness = Witness{std::nullopt, modeState(c.setup.transmitter, m)},
            .subject = modePath(m, "throttle"),
            .fix = {{modePath(m, "throttle"), ungovernedStart(c.setup, c.model, i, level)}},
            .proposal = true};
        f.also = {{{modePath(m, "throttle"), ungovernedStart(c.setup, c.model, i, kUngovernedHoverPct)}}};
        out.push_back(std::move(f));
    }
}

void governedCurve(const AuditContext& c, std::vector<Finding>& out) {
    for (std::size_t i = 0; i < c.setup.transmitter.modes.size(); ++i) {
        const FlightMode& m = c.setup.transmitter.modes[i];
        const auto drift = governorDrift(c.setup, c.model, i);
        if (!drift) continue;
        PartialDeck state = modeState(c.setup.transmitter, m);
        state.collective = drift->stick;
        state.throttleTrim = drift->trim;
        // the value that gives the wanted speed, where speeds are known; else what full stick asks for
        const std::optional<double> level = m.targetRpm ? throttleForRpm(c.model, i, *m.targetRpm) : std::nullopt;
        const bool byTrim = c.setup.transmitter.throttleTrimRangePct > 0.0 && isFlat(m.throttle);
        Finding f{
            .id = "governed-curve." + m.id,
            .severity = Severity::Danger,
            .row = "throttle-curve"_row,
            .title = byTrim ? c.say(KH_TR("The throttle trim moves the governor's target in {m}"), {{"m", m.name}})
                            : c.say(KH_TR("The governor sees a moving target in {m}"), {{"m", m.name}}),
            .found = c.say(KH_TR("Throttle is {t} at stick {s} and {v} at full stick."),
                           {{"t", c.amount(throttlePath(c.setup.transmitter), drift->throttlePct)},
                            {"s", signedNum(drift->stick, 2)},
                            {"v", c.amount(throttlePath(c.setup.transmitter), drift->topPct)}}),
            .why = c.say(KH_TR("A governing speed controller takes every value as another head speed: it hunts, and low stick stops the "
                               "motor in flight.")),
            .todo =
                byTrim ? c.say(KH_TR("Set the range of the throttle trim to 0 in the transmitter."))
                : risesFromZero(c.setup.transmitter, m)
                    ? c.say(KH_TR("Make the throttle curve of {m} one value from a quarter stick on, in the transmitter."), {{"m", m.name}})
                    : c.say(KH_TR("Make the throttle curve of {m} one value over the whole stick, in the transmitter."), {{"m", m.name}}),
            .box = Box::Transmitter,
            .witness = Witness{std::nullopt, state},
            .subject = byTrim ? "transmitter.throttleTrimRangePct"_field : modePath(m, "throttle"),
            .proposal = !byTrim};
        if (byTrim) f.fix = {{"transmitter.throttleTrimRangePct"_field, 0.0}};
        else f.fix = governedCurveFix(c.setup.transmitter, m, level.value_or(drift->topPct));
        f.also = {governedCurveFix(c.setup.transmitter, m, drift->topPct)};
        out.push_back(std::move(f));
    }
}

void spoolUp(const AuditContext& c, std::vector<Finding>& out) {
    if (c.setup.machine.power.kind == PowerKind::Engine) return;
    bool first = true;
    for (std::size_t i = 0; i < c.setup.transmitter.modes.size(); ++i) {
        const FlightMode& m = c.setup.transmitter.modes[i];
        if (!isFlown(m)) continue;
        const ModeFigures* f = c.figures.mode(m.id);
        const bool judged = std::exchange(first, false);  // the mode reached from the power-on places
        if (f == nullptr || !f->pitchLow.known) continue;
        const double jump = c.model.throttleCurveAt(i, -1.0);
        const bool high = f->pitchLow.value > kSpoolHighDeg;
        if (jump <= 0.0 || (f->pitchLow.value >= kSpoolLowDeg && !high)) continue;
        PartialDeck state = modeState(c.setup.transmitter, m);
        state.collective = -1.0;
        PartialDeck from = state;
        const FlightMode* hold = modeById(c.setup.transmitter, kHoldMode);
        if (hold != nullptr) putTerms(from, hold->when);
        Finding f6{
            .id = "spool-up." + m.id,
            .severity = judged ? Severity::Warning : Severity::Note,
            .row = "spool-up"_row,
            .title = c.say(KH_TR("{m} spools up at {p}° with the stick low"), {{"m", m.name}, {"p", signedNum(f->pitchLow.value, 1)}}),
            .found = c.say(KH_TR("Leaving hold at low stick throttle jumps to {t} at {p}°; −3 … +1° is right."),
                           {{"t", c.amount(throttlePath(c.setup.transmitter), jump)}, {"p", signedNum(f->pitchLow.value, 1)}}),
            .why = high ? c.say(KH_TR("The model lifts off while it still spools up, before the tail holds."))
                        : c.say(KH_TR("The model is pressed on its skids with the blades bent towards the boom.")),
            .todo = !judged ? c.say(KH_TR("Spool up at mid stick in {m}."), {{"m", m.name}})
                    : high  ? c.say(KH_TR("Lower the low end of the pitch curve of {m} in the transmitter."), {{"m", m.name}})
                            : c.say(KH_TR("Raise the low end of the pitch curve of {m} in the transmitter."), {{"m", m.name}}),
            .box = Box::Transmitter,
            .witness = Witness{from, state},
            .subject = modePath(m, "pitch"),
            .proposal = true};
        if (judged) {
            Curve curve = m.pitch;
            const double share = std::clamp(kSpoolAimDeg / f->pitchLow.value, 0.0, 1.0);
            for (CurvePoint& p : curve.points)
                if (p.x < 50.0 - 1e-9) p.y = high ? std::min(p.y, 0.0) : roundToStep(p.y * share, 1.0);
            f6.fix = {{modePath(m, "pitch"), curve}};
            f6.also = {{{modePath(m, "pitch"), startingPitch(c, i)}}};
        }
        out.push_back(std::move(f6));
    }
}

void agility(const AuditContext& c, std::vector<Finding>& out) {
    double boxExpo = 0.0;
    std::string boxPath;
    std::vector<std::string> boxPaths;
    const ControllerProfile& box = c.setup.controller.profile;
    for (const Bank& b : c.setup.controller.banks)
        for (const TurnAxis axis : {TurnAxis::Roll, TurnAxis::Pitch}) {
            const std::string path = "controller.banks." + b.id + "." + bankKeys(box, b, axis).expo;
            const double expo = std::abs(bankAxis(box, b, axis).expoPct);
            if (boxPaths.empty() || boxPaths.back() != path) boxPaths.push_back(path);
            if (boxPath.empty() || expo > boxExpo) {
                boxExpo = expo;
                boxPath = path;
            }
        }
    if (boxExpo == 0.0) return;
    for (const FlightMode& m : c.setup.transmitter.modes) {
        const double expo = std::max({std::abs(m.aileron.expoPct), std::abs(m.elevator.expoPct), std::abs(m.rudder.expoPct)});
        if (expo == 0.0) continue;
        std::vector<Edit> fix;
        const bool inRadio = c.setup.transmitter.schools.agility == AgilitySchool::Transmitter;
        if (inRadio)
            for (const std::string& path : boxPaths) fix.push_back({path, 0.0});
        else
            for (const char* key : {"aileron.expoPct", "elevator.expoPct", "rudder.expoPct"}) fix.push_back({modePath(m, key), 0.0});
        out.push_back({.id = "agility." + m.id,
                       .severity = Severity::Warning,
                       .row = "rates"_row,
                       .title = c.say(KH_TR("Expo in both boxes in {m}"), {{"m", m.name}}),
                       .found = c.say(KH_TR("{a} in the transmitter and {b} in the controller leave a centre slope of {s}."),
                                      {{"a", c.amount(modePath(m, "aileron.expoPct"), expo)},
                                       {"b", c.amount(boxPath, boxExpo)},
                                       {"s", num((1.0 - expo / 100.0) * (1.0 - boxExpo / 100.0), 2)}}),
                       .why = c.say(KH_TR("They multiply: the sticks go dead around the centre.")),
                       .todo = inRadio ? c.say(KH_TR("Set expo to {z} in the controller; keep it in the transmitter."),
                                               {{"z", c.amount(boxPath, 0.0)}})
                                       : c.say(KH_TR("Set expo to {z} in {m} in the transmitter; keep it in the controller."),
                                               {{"z", c.amount(modePath(m, "aileron.expoPct"), 0.0)}, {"m", m.name}}),
                       .box = inRadio ? Box::Controller : Box::Transmitter,
                       .subject = fix.front().path,
                       .fix = fix});
    }
}

void setUpCurves(const AuditContext& c, std::vector<Finding>& out) {
    for (const FlightMode& m : c.setup.transmitter.modes) {
        if (!isFlown(m) || !isFlat(m.throttle) || m.throttle.points.front().y != 0.0) continue;
        if (m.benchOnly) continue;                                                               // declared
        const bool byCurve = c.setup.transmitter.schools.motorLock == MotorLockSchool::ByCurve;  // the bench is held by it
        const bool bench = benchOnly(c.setup.transmitter, m);
        out.push_back({.id = "set-up-curve." + m.id,
                       .severity = bench || byCurve ? Severity::Note : Severity::Warning,
                       .row = "throttle-curve"_row,
                       .title = bench ? c.say(KH_TR("{m} is for the bench"), {{"m", m.name}})
                                      : c.say(KH_TR("{m} still has its bench curve"), {{"m", m.name}}),
                       .found = c.say(KH_TR("Throttle is {z} over the whole stick."), {{"z", c.amount(modePath(m, "throttle"), 0.0)}}),
                       .why = bench ? c.say(KH_TR("It is reached with hold on only: nothing of a flight is asked of it."))
                                    : c.say(KH_TR("Switched to in flight it stops the motor.")),
                       .todo = bench ? c.say(KH_TR("Leave it out of what you fly; it must stay behind hold."))
                                     : c.say(KH_TR("Enter the flying throttle curve of {m} in the transmitter."), {{"m", m.name}}),
                       .box = Box::Transmitter,
                       .subject = modePath(m, "throttle")});
    }
}

}  // namespace

std::span<const Rule> modeRules() {
    static constexpr std::array rules{
        Rule{"inverted-throttle", Station::Modes, Work::Curves, invertedThrottle, "P5"},
        Rule{"engine-flat", Station::Modes, Work::Curves, flatEngine},
        Rule{"governed-curve", Station::Modes, Work::Curves, governedCurve, "P10"},
        Rule{"spool-up", Station::Modes, Work::Curves, spoolUp, "P6"},
        Rule{"agility", Station::Modes, Work::Curves, agility},
        Rule{"set-up-curve", Station::Modes, Work::Curves, setUpCurves},
    };
    return rules;
}

}  // namespace kh
