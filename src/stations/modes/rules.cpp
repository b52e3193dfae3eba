// SPDX-License-Identifier: GPL-3.0-or-later
//
// The flight-mode matrix: curves, continuity, gain, agility.
#include "base/conventions.h"
#include "formula/answers.h"
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
                       .found = c.say(KH_TR("At stick {s} the throttle is {t} %; at full stick it is {v} %."),
                                      {{"s", signedNum(fall->stick, 2)}, {"t", num(fall->throttlePct, 1)}, {"v", num(fall->topPct, 1)}}),
                       .why = c.say(KH_TR("Inverted, low stick asks for lift: the rotor slows just when it must carry the model.")),
                       .todo = c.say(KH_TR("Make the throttle curve of {m} flat at {v} % in the transmitter."),
                                     {{"m", m.name}, {"v", num(level, 1)}}),
                       .box = Box::Transmitter,
                       .witness = Witness{std::nullopt, state},
                       .subject = modePath(m, "throttle"),
                       .fix = {{modePath(m, "throttle"), flatCurve(level, m.throttle.points.size())}}});
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
        out.push_back(
            {.id = "governed-curve." + m.id,
             .severity = Severity::Danger,
             .row = "throttle-curve"_row,
             .title = c.say(KH_TR("The governor sees a moving target in {m}"), {{"m", m.name}}),
             .found = c.say(KH_TR("Throttle is {t} % at stick {s} and {v} % at full stick."),
                            {{"t", num(drift->throttlePct, 1)}, {"s", signedNum(drift->stick, 2)}, {"v", num(drift->topPct, 1)}}),
             .why = c.say(KH_TR("A governing speed controller takes every value as another head speed: it hunts, and low stick stops the "
                                "motor in flight.")),
             .todo =
                 risesFromZero(c.setup.transmitter, m)
                     ? c.say(KH_TR("Make the throttle curve of {m} one value from a quarter stick on, in the transmitter."),
                             {{"m", m.name}})
                     : c.say(KH_TR("Make the throttle curve of {m} one value over the whole stick, in the transmitter."), {{"m", m.name}}),
             .box = Box::Transmitter,
             .witness = Witness{std::nullopt, state},
             .subject = modePath(m, "throttle"),
             .fix = governedCurveFix(c.setup.transmitter, m, drift->topPct)});
    }
}

void spoolUp(const AuditContext& c, std::vector<Finding>& out) {
    if (c.setup.machine.power.kind == PowerKind::Engine) return;
    bool first = true;
    for (std::size_t i = 0; i < c.setup.transmitter.modes.size(); ++i) {
        const FlightMode& m = c.setup.transmitter.modes[i];
        if (m.id == kHoldMode) continue;
        const ModeFigures* f = c.figures.mode(m.id);
        const bool judged = std::exchange(first, false);  // the mode reached from the power-on places
        if (f == nullptr || !f->pitchLow.known) continue;
        const double jump = c.model.throttleCurveAt(i, -1.0);
        const bool bends = f->pitchLow.value < kSpoolLowDeg || f->pitchLow.value > kSpoolHighDeg;
        if (jump <= 0.0 || !bends) continue;
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
            .found = c.say(KH_TR("Leaving hold at low stick throttle jumps to {t} % at {p}°; −3 … +1° is right."),
                           {{"t", num(jump)}, {"p", signedNum(f->pitchLow.value, 1)}}),
            .why = c.say(KH_TR("The model is pressed on its skids with the blades bent towards the boom.")),
            .todo = judged ? c.say(KH_TR("Raise the low end of the pitch curve of {m} in the transmitter."), {{"m", m.name}})
                           : c.say(KH_TR("Spool up at mid stick in {m}."), {{"m", m.name}}),
            .box = Box::Transmitter,
            .witness = Witness{from, state},
            .subject = modePath(m, "pitch")};
        if (judged) {
            Curve curve = m.pitch;
            const double share = f->pitchLow.value < 0.0 ? -2.9 / f->pitchLow.value : 0.0;
            for (CurvePoint& p : curve.points)
                if (p.x < 50.0 - 1e-9) p.y = roundToStep(p.y * std::abs(share), 1.0);
            f6.fix = {{modePath(m, "pitch"), curve}};
        }
        out.push_back(std::move(f6));
    }
}

void pitchJump(const AuditContext& c, std::vector<Finding>& out) {
    const FlightMode* before = nullptr;
    for (const FlightMode& m : c.setup.transmitter.modes) {
        if (m.id == kHoldMode) continue;
        if (before != nullptr) {
            const ModeFigures* a = c.figures.mode(before->id);
            const ModeFigures* b = c.figures.mode(m.id);
            if (a != nullptr && b != nullptr && a->hoverStick.known && b->headRpm.known) {
                const auto pitch = [&](const FlightMode* x) {
                    DeckNumbers deck = c.model.numbers(posed({}, modeState(c.setup.transmitter, *x)));
                    deck.sticks.collective = a->hoverStick.value;
                    return c.model.at(deck).bladeDeg[2];
                };
                const double jump = pitch(&m) - pitch(before);
                if (std::abs(jump) > kPitchJumpDeg) {
                    PartialDeck from = modeState(c.setup.transmitter, *before);
                    PartialDeck to = modeState(c.setup.transmitter, m);
                    from.collective = to.collective = a->hoverStick.value;
                    out.push_back({.id = "pitch-jump." + m.id,
                                   .severity = Severity::Warning,
                                   .row = "pitch-curve"_row,
                                   .title = c.say(KH_TR("{a} to {b} jumps by {d}° at the hover"),
                                                  {{"a", before->name}, {"b", m.name}, {"d", signedNum(jump, 1)}}),
                                   .found = c.say(KH_TR("At stick {s} the blades go from {p}° to {q}°; 0.5° is allowed."),
                                                  {{"s", signedNum(a->hoverStick.value, 2)},
                                                   {"p", signedNum(pitch(before), 1)},
                                                   {"q", signedNum(pitch(&m), 1)}}),
                                   .why = c.say(KH_TR("The model leaps or drops when the mode is switched in the hover.")),
                                   .todo = c.say(KH_TR("Bring the pitch curves together at stick {s} in the transmitter."),
                                                 {{"s", signedNum(a->hoverStick.value, 2)}}),
                                   .box = Box::Transmitter,
                                   .witness = Witness{from, to},
                                   .subject = modePath(m, "pitch"),
                                   .fix = {{modePath(m, "pitch"), before->pitch}}});
                }
                const double share = a->headRpm.value > 0.0 ? 100.0 * (b->headRpm.value / a->headRpm.value - 1.0) : 0.0;
                if (std::abs(share) > kSpeedNotePct)
                    out.push_back({.id = "speed-jump." + m.id,
                                   .severity = std::abs(share) > kSpeedWarnPct ? Severity::Warning : Severity::Note,
                                   .row = "head-speed-mode"_row,
                                   .title = c.say(KH_TR("{a} to {b} changes head speed by {p} %"),
                                                  {{"a", before->name}, {"b", m.name}, {"p", signedNum(share)}}),
                                   .found = c.say(KH_TR("{x} rpm to {y} rpm: thrust changes by {t} %."),
                                                  {{"x", num(a->headRpm.value)},
                                                   {"y", num(b->headRpm.value)},
                                                   {"t", signedNum(100.0 * (std::pow(1.0 + share / 100.0, 2) - 1.0))}}),
                                   .why = c.say(KH_TR("The model climbs or sinks when the mode is switched; be ready with the stick.")),
                                   .todo = c.say(KH_TR("Bring the throttle of {a} and {b} closer in the transmitter, within 20 %."),
                                                 {{"a", before->name}, {"b", m.name}}),
                                   .box = Box::Transmitter,
                                   .subject = modePath(m, "throttle")});
            }
        }
        before = &m;
    }
}

void gainSide(const AuditContext& c, std::vector<Finding>& out) {
    for (const FlightMode& m : c.setup.transmitter.modes) {
        const ModeFigures* f = c.figures.mode(m.id);
        if (f == nullptr || !f->gainRead.known || f->gainRead.value > 0.0) continue;
        const ChannelSettings* channel = channelOf(c.setup.transmitter, functionId(Function::Gain));
        const double wanted = std::abs(f->gainRead.value) < 1.0 ? c.sizeClass.gainPct[0] : std::abs(f->gainRead.value);
        const GainSentAnswer sent = gainToSend(std::min(wanted, 100.0), channelScale(c.setup.transmitter.profile, *channel),
                                               readingScale(c.setup.controller.profile), 1.0);
        out.push_back({.id = "gain-side." + m.id,
                       .severity = Severity::Danger,
                       .row = "tail-gain"_row,
                       .title = c.say(KH_TR("Tail gain is on the rate side in {m}"), {{"m", m.name}}),
                       .found = c.say(KH_TR("It reads {g} %: rate mode."), {{"g", signedNum(f->gainRead.value)}}),
                       .why = c.say(KH_TR("The tail does not hold: in wind or with collective the nose swings round.")),
                       .todo = c.say(KH_TR("Set the tail gain of {m} to {t} ({g} %) in the transmitter."),
                                     {{"m", m.name},
                                      {"t", render(gainAsShown(sent.sentPct, c.setup.transmitter.profile.gainScale))},
                                      {"g", signedNum(sent.sentPct)}}),
                       .box = Box::Transmitter,
                       .witness = Witness{std::nullopt, modeState(c.setup.transmitter, m)},
                       .subject = modePath(m, "tailGainPct"),
                       .fix = {{modePath(m, "tailGainPct"), sent.sentPct}}});
    }
}

void gainRange(const AuditContext& c, std::vector<Finding>& out) {
    const double high = c.sizeClass.gainPct[1] + 20.0;
    for (const FlightMode& m : c.setup.transmitter.modes) {
        const ModeFigures* f = c.figures.mode(m.id);
        if (f == nullptr || !f->gainRead.known || f->gainRead.value <= high) continue;
        out.push_back(
            {.id = "gain-range." + m.id,
             .severity = Severity::Warning,
             .row = "tail-gain"_row,
             .title = c.say(KH_TR("Tail gain is high in {m}"), {{"m", m.name}}),
             .found = c.say(KH_TR("It reads {g} %; this size starts at {a} … {b} %."),
                            {{"g", num(f->gainRead.value)}, {"a", num(c.sizeClass.gainPct[0])}, {"b", num(c.sizeClass.gainPct[1])}}),
             .why = c.say(KH_TR("The tail can wag fast enough to strip its servo.")),
             .todo = c.say(KH_TR("Start at {b} % in the transmitter and search upwards in flight."), {{"b", num(c.sizeClass.gainPct[1])}}),
             .box = Box::Transmitter,
             .witness = Witness{std::nullopt, modeState(c.setup.transmitter, m)},
             .subject = modePath(m, "tailGainPct"),
             .fix = {{modePath(m, "tailGainPct"), c.sizeClass.gainPct[1]}}});
    }
}

void agility(const AuditContext& c, std::vector<Finding>& out) {
    double boxExpo = 0.0;
    for (const Bank& b : c.setup.controller.banks) boxExpo = std::max(boxExpo, std::abs(b.expoPct));
    if (boxExpo == 0.0) return;
    for (const FlightMode& m : c.setup.transmitter.modes) {
        const double expo = std::max({std::abs(m.aileron.expoPct), std::abs(m.elevator.expoPct), std::abs(m.rudder.expoPct)});
        if (expo == 0.0) continue;
        std::vector<Edit> fix;
        const bool inRadio = c.setup.transmitter.schools.agility == AgilitySchool::Transmitter;
        if (inRadio)
            for (const Bank& b : c.setup.controller.banks) fix.push_back({elementPath("controller.banks.{}.expoPct"_field, b.id), 0.0});
        else
            for (const char* key : {"aileron.expoPct", "elevator.expoPct", "rudder.expoPct"}) fix.push_back({modePath(m, key), 0.0});
        out.push_back(
            {.id = "agility." + m.id,
             .severity = Severity::Warning,
             .row = "rates"_row,
             .title = c.say(KH_TR("Expo in both boxes in {m}"), {{"m", m.name}}),
             .found = c.say(KH_TR("{a} % in the transmitter and {b} % in the controller leave a centre slope of {s}."),
                            {{"a", num(expo)}, {"b", num(boxExpo)}, {"s", num((1.0 - expo / 100.0) * (1.0 - boxExpo / 100.0), 2)}}),
             .why = c.say(KH_TR("They multiply: the sticks go dead around the centre.")),
             .todo = inRadio ? c.say(KH_TR("Set expo to 0 % in the controller; keep it in the transmitter."))
                             : c.say(KH_TR("Set expo to 0 % in {m} in the transmitter; keep it in the controller."), {{"m", m.name}}),
             .box = inRadio ? Box::Controller : Box::Transmitter,
             .subject = fix.front().path,
             .fix = fix});
    }
}

void setUpCurves(const AuditContext& c, std::vector<Finding>& out) {
    for (const FlightMode& m : c.setup.transmitter.modes) {
        if (m.id == kHoldMode || !isFlat(m.throttle) || m.throttle.points.front().y != 0.0) continue;
        out.push_back({.id = "set-up-curve." + m.id,
                       .severity = Severity::Warning,
                       .row = "throttle-curve"_row,
                       .title = c.say(KH_TR("{m} still has its bench curve"), {{"m", m.name}}),
                       .found = c.say(KH_TR("Throttle is 0 % over the whole stick.")),
                       .why = c.say(KH_TR("Switched to in flight it stops the motor.")),
                       .todo = c.say(KH_TR("Enter the flying throttle curve of {m} in the transmitter."), {{"m", m.name}}),
                       .box = Box::Transmitter,
                       .subject = modePath(m, "throttle")});
    }
}

}  // namespace

std::span<const Rule> modeRules() {
    static constexpr std::array rules{
        Rule{"inverted-throttle", Station::Modes, invertedThrottle, "P5"},
        Rule{"governed-curve", Station::Modes, governedCurve, "P10"},
        Rule{"spool-up", Station::Modes, spoolUp, "P6"},
        Rule{"continuity", Station::Modes, pitchJump, "P7"},
        Rule{"gain-side", Station::Modes, gainSide},
        Rule{"gain-range", Station::Modes, gainRange},
        Rule{"agility", Station::Modes, agility},
        Rule{"set-up-curve", Station::Modes, setUpCurves},
    };
    return rules;
}

}  // namespace kh
