// SPDX-License-Identifier: GPL-3.0-or-later
//
// The properties of the switch proof that look at throttle and pitch: P1, P5, P6, P7, P10.
#include "base/conventions.h"
#include "judge/benchmode.h"
#include "judge/candidates.h"
#include "judge/modechecks.h"
#include "judge/motorfigures.h"
#include "judge/rowids.h"
#include "judge/switches/switchlogic.h"
#include "model/amounts.h"
#include "model/fieldpatterns.h"
#include "model/softstart.h"

#include <algorithm>
#include <array>
#include <cmath>

namespace kh {

namespace {

constexpr std::array kTrimEnds{-1.0, 1.0};
constexpr double kSameUs = 0.5;  ///< two pulses closer than this are one value
constexpr int kScan = 40;        ///< stick positions of a scan, beside the curve's points

/// A state in which this mode flies, nothing held or stopped.
std::optional<SwitchLogic::Seen> flying(const ProofContext& c, std::size_t mode) {
    return c.logic.where([&](const LogicKey& k) { return k.beneath == mode && !k.stopped(); });
}

}  // namespace

std::optional<MotorRun> motorRuns(const ProofContext& c, const LogicKey& key, const SwitchLogic::Seen& seen, PropertyResult& r) {
    const TransmitterSettings& tx = c.setup.transmitter;
    const MotorLimits& limits = c.figures.motor;
    const bool engine = c.setup.machine.power.kind == PowerKind::Engine;
    const bool bailOut = holdIsArmed(c.setup);
    const ArmedHold held = armedHold(c.setup, limits, c.figures.holdUs.value, tx.hold.throttlePct);
    const double closedUs = c.setup.speedController.lowUs;
    const bool onlyHold = key.holdAsked && !key.kill && !key.cut;
    for (const double stick : decisiveSticks(c.modes[key.beneath]))
        for (const double trim : kTrimEnds) {
            const Instant now = c.model.at(c.numbersAt(seen, stick, trim));
            r.covered += seen.states;
            if (now.disarmed && c.model.armingHoldsMotor()) continue;  // nothing that is sent reaches it
            const bool off = key.stopped() ? limits.off(now.motorPulseUs) : limits.low(now.motorPulseUs);  // a bench mode's curve
            bool fine = off && limits.accepted(now.motorPulseUs);
            if (engine && onlyHold)
                fine = now.motorThrottlePct <= idleLimits(c.setup.machine).mostPct + kSamePct &&
                       std::abs(now.throttlePct - tx.hold.throttlePct) <= kSamePct;
            else if (engine && key.stopped()) fine = limits.rising ? now.motorPulseUs <= closedUs : now.motorPulseUs >= closedUs;
            else if (bailOut && onlyHold) fine = std::abs(now.motorPulseUs - c.figures.holdUs.value) <= kSameUs && stays(held);
            if (!fine) return MotorRun{stick, trim, now};
        }
    return std::nullopt;
}

namespace {

/// Disarmed, and yet the motor is driven: it is not the controller that holds it.
void runsDisarmed(const ProofContext& c, const SwitchLogic::Seen& seen, const MotorRun& run, PropertyResult& r) {
    PartialDeck state = c.deckAt(seen);
    state.collective = run.stick;
    state.throttleTrim = run.trim;
    c.refute(r, {.severity = Severity::Danger,
                 .row = "arming-switch"_row,
                 .found = say(KH_TR("While {b} is not armed, in {m}, stick {s}, the speed controller gets {u} µs from the receiver."),
                              {{"b", c.setup.controller.profile->name},
                               {"m", c.modes[run.now.beneath].name},
                               {"s", signedNum(run.stick, 2)},
                               {"u", num(run.now.motorPulseUs)}}),
                 .why = say(KH_TR("Disarmed looks safe, and the motor does not hear of it.")),
                 .todo = say(KH_TR("Plug the speed controller's lead into the controller, or count on hold alone.")),
                 .box = Box::Bench,
                 .witness = Witness{std::nullopt, state},
                 .subject = "machine.wiring.throttleLead"_field});
}

}  // namespace

void judgeMotorOff(const ProofContext& c, PropertyResult& r) {
    const TransmitterSettings& tx = c.setup.transmitter;
    const MotorLimits& limits = c.figures.motor;
    const bool engine = c.setup.machine.power.kind == PowerKind::Engine;
    const bool bailOut = holdIsArmed(c.setup);
    const double holdUs = c.figures.holdUs.value;
    if (bailOut && tx.kill.when.empty()) {
        c.refute(r, {.severity = Severity::Danger,
                     .row = "kill-switch"_row,
                     .found = say(KH_TR("Hold keeps the speed controller's bail-out value of {t} and there is no kill switch."),
                                  {{"t", amount(c.setup, "transmitter.hold.throttlePct"_field, tx.hold.throttlePct)}}),
                     .why = say(KH_TR("With hold on the rotor can be spun up by one bump; nothing switches the motor off for good.")),
                     .todo = say(KH_TR("Give kill a switch of its own in the transmitter.")),
                     .subject = "transmitter.kill.when"_field});
        return;
    }
    for (const auto& [key, seen] : c.logic.seen) {
        const FlightMode& flown = c.modes[key.beneath];
        if (!key.stopped() && !flown.benchOnly) continue;
        const std::optional<MotorRun> run = motorRuns(c, key, seen, r);
        if (!run) continue;
        const Instant& now = run->now;
        if (!key.stopped()) {
            c.refute(r, benchModeRuns(c.setup, flown, {run->stick, run->trim, now.motorPulseUs, now.throttlePct}, c.deckAt(seen)));
            return;
        }
        if (!key.holdAsked && !key.kill && !key.cut) {
            runsDisarmed(c, seen, *run, r);
            return;
        }
        const std::string what = key.kill ? "kill" : key.cut ? "cut" : "hold";
        const bool acts = key.kill ? now.killActs : key.cut ? now.cutActs : now.holdActs;
        PartialDeck state = c.deckAt(seen);
        state.collective = run->stick;
        state.throttleTrim = run->trim;
        const std::string mode = c.modes[key.beneath].name;
        Finding f{.severity = Severity::Danger,
                  .row = key.kill || key.cut ? "kill-switch"_row : "hold"_row,
                  .found = say(KH_TR("With {f} on in {m}, stick {s}, the speed controller gets {u} µs, {t}; surely off is {o} µs."),
                               {{"f", what},
                                {"m", mode},
                                {"s", signedNum(run->stick, 2)},
                                {"u", num(now.motorPulseUs)},
                                {"t", amount(c.setup, throttlePath(c.setup.transmitter), now.throttlePct)},
                                {"o", num(limits.offUs)}}),
                  .why = say(KH_TR("You reach for the model and the main rotor can be driven.")),
                  .witness = Witness{std::nullopt, state}};
        if (key.pupil) {
            f.row = "trainer-link"_row;
            f.todo = say(KH_TR("Let the trainer link hand over cyclic and rudder only, in the transmitter."));
            f.subject = "transmitter.trainer.hands"_field;
            f.fix = {{f.subject, std::string("cyclic and rudder")}};
        } else if (!acts) {
            f.todo = say(KH_TR("Let {f} act in {m} too, in the transmitter."), {{"f", what}, {"m", mode}});
            f.subject = "transmitter." + what + ".actsIn";
            f.fix = {{f.subject, std::monostate{}}};
        } else if (c.motorOffIfReversed(now.throttlePct)) {
            f.todo = say(KH_TR("Turn the throttle channel's reverse round in the transmitter: as it is, {f} is power."), {{"f", what}});
            f.subject = "transmitter.channels.throttle.reversed"_field;
            f.fix = {{f.subject, !channelOf(tx, kThrottleChannel)->reversed}};
        } else if (bailOut && what == "hold") {
            const double idle = armedHoldPct(c.setup);
            f.todo = say(KH_TR("Set hold to {v} in the transmitter, then see with the pinion out that the motor stops."),
                         {{"v", amount(c.setup, "transmitter.hold.throttlePct"_field, idle)}});
            f.subject = "transmitter.hold.throttlePct"_field;
            f.fix = {{f.subject, idle}};
        } else if (engine && what == "hold") {  // hold is an idle there: lowered to motor-off it would stop the engine
            const double idle = idleLimits(c.setup.machine).startPct;
            f.todo = say(KH_TR("Set hold to {v} in the transmitter: a reliable idle, hot and cold, rotor not creeping."),
                         {{"v", amount(c.setup, "transmitter.hold.throttlePct"_field, idle)}});
            f.subject = "transmitter.hold.throttlePct"_field;
            f.fix = {{f.subject, idle}};
        } else {
            const double offUs = engine ? c.setup.speedController.lowUs : limits.offUs;
            f.todo = say(KH_TR("Lower the value of {f} in the transmitter until its pulse is {o} µs or beyond."),
                         {{"f", what}, {"o", num(offUs)}});
            f.subject = "transmitter." + what + ".throttlePct";
        }
        if (!engine && motorOffAt(limits, now.motorPulseUs) == MotorOff::Barely) f.severity = Severity::Warning;
        c.refute(r, std::move(f));
        return;
    }
    const std::string clutch = engine && !c.setup.machine.power.clutchPct ? KH_TR("clutch engagement is not known") : "";
    r.finding.found = engine    ? say(KH_TR("In {n} states hold is its idle of {t}, kill and cut close the throttle{k}."),
                                      {{"n", num(static_cast<double>(r.covered))},
                                       {"t", amount(c.setup, "transmitter.hold.throttlePct"_field, tx.hold.throttlePct)},
                                       {"k", clutch.empty() ? std::string() : "; " + clutch}})
                      : bailOut ? say(KH_TR("In {n} states hold gives exactly {h} µs and kill at most {o} µs."),
                                      {{"n", num(static_cast<double>(r.covered))}, {"h", num(holdUs)}, {"o", num(limits.offUs)}})
                      : !c.setup.machine.aircraft.of().holds
                          ? say(KH_TR("In {n} states with kill or cut on the pulse is {h} µs; surely off is {o} µs."),
                                {{"n", num(static_cast<double>(r.covered))},
                                 {"h", num(throttlePulseUs(tx, tx.cut.throttlePct))},
                                 {"o", num(limits.offUs)}})
                          : say(KH_TR("In {n} states with hold, kill or cut on the pulse is {h} µs; surely off is {o} µs."),
                                {{"n", num(static_cast<double>(r.covered))}, {"h", num(holdUs)}, {"o", num(limits.offUs)}});
}

void judgeInverted(const ProofContext& c, PropertyResult& r) {
    std::vector<Message> falls;
    for (std::size_t i = 0; i < c.modes.size(); ++i) {
        const FlightMode& m = c.modes[i];
        if (!isFlown(m)) continue;
        const auto seen = flying(c, i);
        if (!seen) continue;
        if (!m.flownInverted) {
            // not judged, but said: from where power would fall away
            double from = -2.0;
            for (int n = 0; n <= kScan; ++n) {
                const double s = -1.0 + 2.0 * n / kScan;
                if (c.model.throttleCurveAt(i, s) < kInvertedLeastPct) from = s;
            }
            if (from > -2.0)
                falls.push_back(say(KH_TR("{m} is for upright flight: below stick {s} power would fall away inverted"),
                                    {{"m", m.name}, {"s", signedNum(from, 2)}}));
            continue;
        }
        r.covered += seen->states * decisiveSticks(m).size() * kTrimEnds.size();
        const auto fall = invertedFall(c.setup, c.model, i);
        if (!fall) continue;
        PartialDeck state = c.deckAt(*seen);
        state.collective = fall->stick;
        state.throttleTrim = fall->trim;
        const double level = std::max(kInvertedLeastPct, fall->topPct);
        c.refute(r, {.severity = Severity::Danger,
                     .row = "throttle-curve"_row,
                     .found = say(KH_TR("In {m} throttle falls to {t} at stick {s}; it flies inverted at {v}."),
                                  {{"m", m.name},
                                   {"t", amount(c.setup, throttlePath(c.setup.transmitter), fall->throttlePct)},
                                   {"s", signedNum(fall->stick, 2)},
                                   {"v", amount(c.setup, throttlePath(c.setup.transmitter), fall->topPct)}}),
                     .why = say(KH_TR("Inverted, low stick asks for lift: the rotor slows just when it must carry the model.")),
                     .todo = invertedTodo(c.setup, m, level),
                     .witness = Witness{std::nullopt, state},
                     .subject = modePath(m, "throttle"),
                     .fix = {{modePath(m, "throttle"), invertedMended(c.setup, c.model, i)}}});
        return;
    }
    r.finding.found =
        r.covered == 0 ? say(KH_TR("No mode is flown inverted.")) : say(KH_TR("Throttle never falls in a mode that is flown inverted."));
    if (!falls.empty()) r.finding.found = say(KH_TR("{a} {b}."), {{"a", r.finding.found}, {"b", falls}});
}

void judgeLeavingHold(const ProofContext& c, PropertyResult& r) {
    r.finding.found = say(KH_TR("An engine is started with hold on and the head held; nothing spools by itself."));
    if (c.setup.machine.power.kind == PowerKind::Engine) return;
    // the mode that is reached with every other switch at its power-on place
    const auto seen = c.logic.where([&](const LogicKey& k) { return k.beneath == c.model.at(Deck{}).beneath && !k.stopped(); });
    const auto held = c.logic.where(
        [&](const LogicKey& k) { return k.beneath == c.model.at(Deck{}).beneath && k.holdAsked && !k.kill && !k.cut && !k.disarmed; });
    if (!seen || !held) {
        r.finding.found = say(KH_TR("Hold cannot be left: no combination does it."));
        return;
    }
    const std::size_t mode = c.model.at(Deck{}).beneath;
    if (c.modes[mode].benchOnly) {
        r.finding.found = say(KH_TR("{m} is for the bench: leaving hold there starts nothing."), {{"m", c.modes[mode].name}});
        return;
    }
    double start = -1.0;  // from low stick up, the first position that drives the motor
    while (start < 1.0 && c.model.at(c.numbersAt(*seen, start, -1.0)).motorThrottlePct <= 0.0) start += 2.0 / kScan;
    start = std::min(start, 1.0);
    const Instant now = c.model.at(c.numbersAt(*seen, start, -1.0));
    const double jump = c.model.at(c.numbersAt(*seen, -1.0, -1.0)).motorThrottlePct;
    const double pitch = c.model.plant().gaugedPitchDeg(now.outputs);
    r.covered = seen->states * decisiveSticks(c.modes[mode]).size();
    PartialDeck to = c.deckAt(*seen);
    PartialDeck from = c.deckAt(*held);
    to.collective = from.collective = start;
    to.throttleTrim = from.throttleTrim = -1.0;
    const SoftStart soft = softStartOf(c.setup);
    const bool bends = pitch < kSpoolLowDeg || pitch > kSpoolHighDeg;
    if (bends || (jump > 0.0 && soft.seconds <= 0.0)) {
        c.refute(r, {.severity = Severity::Warning,
                     .row = bends               ? "spool-up"_row
                            : soft.byGovernor() ? "governor"_row
                                                : "soft-start"_row,
                     .found = bends ? say(KH_TR("In {m} the motor starts at stick {s} with the blades at {p}°; −3 … +1° is right."),
                                          {{"m", c.modes[mode].name}, {"s", signedNum(start, 2)}, {"p", signedNum(pitch, 1)}})
                                    : say(KH_TR("Leaving hold at low stick throttle jumps to {t} and soft start is off."),
                                          {{"t", amount(c.setup, throttlePath(c.setup.transmitter), jump)}}),
                     .why = bends ? say(KH_TR("The model is pressed on its skids with the blades bent towards the boom."))
                                  : say(KH_TR("A flat curve starts the motor at once: gears strip and the model turns on the ground.")),
                     .todo = bends ? say(KH_TR("Raise the low end of the pitch curve of {m} in the transmitter, or spool up at mid stick."),
                                         {{"m", c.modes[mode].name}})
                             : soft.byGovernor() ? say(KH_TR("Give the governor in the controller a run-up, and guard the hold switch."))
                                                 : say(KH_TR("Set soft start in the speed controller, and guard the hold switch.")),
                     .box = bends ? Box::Transmitter : soft.box,
                     .witness = Witness{from, to},
                     .subject = bends ? elementPath("transmitter.modes.{}.pitch"_field, c.modes[mode].id) : std::string(soft.path)});
        return;
    }
    r.finding.found =
        jump > 0.0 ? say(KH_TR("Leaving hold at low stick throttle jumps to {t} at {p}°: soft start takes {s}; guard the hold switch."),
                         {{"t", amount(c.setup, throttlePath(c.setup.transmitter), jump)},
                          {"p", signedNum(pitch, 1)},
                          {"s", amount(c.setup, soft.path, soft.seconds)}})
                   : say(KH_TR("The motor stays off at low stick and starts from stick {s}, blades at {p}°."),
                         {{"s", signedNum(start, 2)}, {"p", signedNum(pitch, 1)}});
}

void judgeModeChange(const ProofContext& c, PropertyResult& r) {
    double worst = 0.0;
    double worstStick = 0.0;
    std::string worstPair;
    for (const auto& [pair, change] : c.logic.changes) {
        const FlightMode& a = c.modes[pair.first];
        const FlightMode& b = c.modes[pair.second];
        if (a.benchOnly || b.benchOnly) continue;  // nobody flies there
        const ModeFigures* fa = c.figures.mode(a.id);
        const ModeFigures* fb = c.figures.mode(b.id);
        if (fa == nullptr || fb == nullptr) continue;
        const SwitchLogic::Seen before{change.from, false, 1};
        const SwitchLogic::Seen after{change.to, false, 1};
        const auto pitch = [&](const SwitchLogic::Seen& at, double stick) { return collectiveDeg(c.model, c.numbersAt(at, stick, 0.0)); };
        for (int n = 0; n <= kScan; ++n) {
            const double s = -1.0 + 2.0 * n / kScan;
            const double jump = pitch(after, s) - pitch(before, s);
            ++r.covered;
            if (std::abs(jump) <= std::abs(worst)) continue;
            worst = jump;
            worstStick = s;
            worstPair = a.name + " → " + b.name;
        }
        if (!fa->hoverStick.known) continue;
        const double hover = fa->hoverStick.value;
        const bool speeds = fa->headRpm.known && fb->headRpm.known && fa->headRpm.value > 0.0;
        const double speed = speeds ? 100.0 * (fb->headRpm.value / fa->headRpm.value - 1.0) : 0.0;
        const bool leaps = !levelAtHover(c.setup, c.model, *fa, *fb, pitch(before, hover), pitch(after, hover));
        if (!leaps && std::abs(speed) <= kSpeedWarnPct) continue;
        PartialDeck from = c.deckAt(before);
        PartialDeck to = c.deckAt(after);
        from.collective = to.collective = hover;
        c.refute(
            r, {.severity = unlevelSeverity(c.setup.transmitter, b),
                .row = leaps ? "pitch-curve"_row : "head-speed-mode"_row,
                .found = leaps ? say(KH_TR("From {a} to {b} at the hover, stick {s}, the blades go from {p}° to {q}°; 0.5° is allowed."),
                                     {{"a", a.name},
                                      {"b", b.name},
                                      {"s", signedNum(hover, 2)},
                                      {"p", signedNum(pitch(before, hover), 1)},
                                      {"q", signedNum(pitch(after, hover), 1)}})
                               : say(KH_TR("From {a} to {b} head speed changes by {p} %, thrust by {t} %; stick {s} then holds the hover."),
                                     {{"a", a.name},
                                      {"b", b.name},
                                      {"p", signedNum(speed)},
                                      {"t", signedNum(100.0 * (std::pow(1.0 + speed / 100.0, 2) - 1.0))},
                                      {"s", signedNum(fb->hoverStick.value, 2)}}),
                .why = say(KH_TR("The model leaps or drops when the mode is switched in the hover.")),
                .todo = leaps ? say(KH_TR("Bring the pitch curves of {a} and {b} together at stick {s} in the transmitter."),
                                    {{"a", a.name}, {"b", b.name}, {"s", signedNum(hover, 2)}})
                              : say(KH_TR("Bring the throttle of {a} and {b} closer in the transmitter, within 20 %."),
                                    {{"a", a.name}, {"b", b.name}}),
                .witness = Witness{from, to},
                .subject = leaps ? elementPath("transmitter.modes.{}.pitch"_field, b.id) : modePath(b, "throttle")});
        return;
    }
    r.finding.found = worstPair.empty()
                          ? say(KH_TR("No switch changes between two flight modes."))
                          : say(KH_TR("Every change of mode is level at the hover; the largest jump elsewhere is {d}° at stick {s}, {m}."),
                                {{"d", signedNum(worst, 1)}, {"s", signedNum(worstStick, 2)}, {"m", worstPair}});
}

void judgeGoverned(const ProofContext& c, PropertyResult& r) {
    if (!speedControllerGoverns(c.setup)) {
        r.finding.found = say(KH_TR("The speed controller does not govern: any curve is its own."));
        return;
    }
    for (std::size_t i = 0; i < c.modes.size(); ++i) {
        const FlightMode& m = c.modes[i];
        if (m.id == kHoldMode) continue;
        const auto seen = flying(c, i);
        if (!seen) continue;
        r.covered += seen->states * decisiveSticks(m).size() * kTrimEnds.size();
        const auto drift = governorDrift(c.setup, c.model, i);
        if (!drift) continue;
        PartialDeck state = c.deckAt(*seen);
        state.collective = drift->stick;
        state.throttleTrim = drift->trim;
        c.refute(r, {.severity = Severity::Danger,
                     .row = "throttle-curve"_row,
                     .found = say(KH_TR("In {m} the governor sees {t} at stick {s} and {v} at the top."),
                                  {{"m", m.name},
                                   {"t", amount(c.setup, throttlePath(c.setup.transmitter), drift->throttlePct)},
                                   {"s", signedNum(drift->stick, 2)},
                                   {"v", amount(c.setup, throttlePath(c.setup.transmitter), drift->topPct)}}),
                     .why = say(KH_TR("A governing speed controller takes every value as another head speed: it hunts, and low stick "
                                      "stops the motor in flight.")),
                     .todo = say(KH_TR("Make the throttle curve of {m} one value in the transmitter."), {{"m", m.name}}),
                     .witness = Witness{std::nullopt, state},
                     .subject = modePath(m, "throttle"),
                     .fix = governedCurveFix(c.setup.transmitter, m, drift->topPct)});
        return;
    }
    r.finding.found =
        say(KH_TR("In {n} states the governor sees the one value of its mode."), {{"n", num(static_cast<double>(r.covered))}});
}

}  // namespace kh
