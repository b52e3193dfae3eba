// SPDX-License-Identifier: GPL-3.0-or-later
//
// The tail: servo data, directions, precompensation, neutral pitch.
#include "base/conventions.h"
#include "formula/answers.h"
#include "judge/candidates.h"
#include "judge/helicopter/candidates.h"
#include "judge/rowids.h"
#include "judge/rule.h"
#include "kernel/helicopter/plant.h"
#include "model/fieldpatterns.h"
#include "model/helicopter/helicopter.h"
#include "model/helicopter/tailcures.h"
#include "model/helicopter/tailways.h"
#include "stations/helicopter/servosources.h"
#include "stations/kit/stalereadings.h"
#include "stations/tail/gainreadings.h"
#include "stations/tail/tail.h"
#include "stations/tail/tailfigures.h"
#include "stations/tail/tailwords.h"

#include <algorithm>
#include <array>
#include <cmath>

namespace kh {

namespace {

constexpr double kPrecompensationPct = 40.0;

void tailServo(const AuditContext& c, std::vector<Finding>& out) {
    if (!tailBladesTurn(c.setup)) return;
    const ServoProfile& s = helicopter(c.setup).tail.servo;
    const ControllerTail& t = c.setup.controller.tail;
    const double rate = sureMaxHz(s) ? allowedRateHz(c.setup.controller.profile, *s.maxHz, t.pulseUs) : 0.0;
    if (sureMaxHz(s) && t.rateHz > *s.maxHz + 1e-9)
        out.push_back({.id = "tail-rate",
                       .severity = Severity::Danger,
                       .row = "tail-rate"_row,
                       .title = c.say(KH_TR("The tail rate destroys {s}"), {{"s", s.name}}),
                       .found = c.say(KH_TR("{r} is sent; {s} survives {m}."), {{"r", c.amount("controller.tail.rateHz"_field)},
                                                                                {"s", s.name},
                                                                                {"m", c.amount("machine.tail.servo.maxHz"_field)}}),
                       .why = c.say(KH_TR("The servo overheats and the tail is lost in flight.")),
                       .todo = c.say(KH_TR("Set {r} for the tail in the controller before its servo is plugged in."),
                                     {{"r", c.amount("controller.tail.rateHz"_field, rate)}}),
                       .box = Box::Controller,
                       .subject = "controller.tail.rateHz"_field,
                       .fix = {{"controller.tail.rateHz"_field, rate}}});
    if (!sureMaxHz(s) && t.rateHz > 50.0)
        out.push_back(
            {.id = "tail-rate",
             .severity = Severity::Warning,
             .row = "tail-rate"_row,
             .title = c.say(KH_TR("The tail servo's highest rate is not known")),
             .found = sourcesSaid(c, s, false,
                                  c.say(KH_TR("{r} is sent to {s}."), {{"r", c.amount("controller.tail.rateHz"_field)}, {"s", s.name}})),
             .why = c.say(KH_TR("An analogue servo burns above 50 Hz.")),
             .todo = c.say(KH_TR("Set 50 Hz for the tail in the controller until you have looked it up.")),
             .box = Box::Controller,
             .subject = "machine.tail.servo.maxHz"_field,
             .fix = {{"controller.tail.rateHz"_field, 50.0}}});
    if (!surePulseUs(s))
        out.push_back({.id = "tail-pulse",
                       .severity = Severity::Warning,
                       .row = "tail-pulse"_row,
                       .title = c.say(KH_TR("The tail servo's pulse class is not known")),
                       .found = sourcesSaid(c, s, true, c.say(KH_TR("Nothing is proposed for {s}."), {{"s", s.name}})),
                       .why = c.say(KH_TR("A wide pulse drives a narrow servo to its stop and burns it.")),
                       .todo = c.say(KH_TR("Leave the tail servo unplugged until you have looked up its data.")),
                       .box = Box::Bench,
                       .subject = "machine.tail.servo.pulseUs"_field});
    else if (std::abs(*s.pulseUs - t.pulseUs) > 100.0)
        out.push_back(
            {.id = "tail-pulse",
             .severity = Severity::Danger,
             .row = "tail-pulse"_row,
             .title = c.say(KH_TR("The pulse drives {s} to its stop"), {{"s", s.name}}),
             .found = c.say(KH_TR("{p} centre is sent; {s} wants {w}."), {{"p", c.amount("controller.tail.pulseUs"_field)},
                                                                          {"s", s.name},
                                                                          {"w", c.amount("controller.tail.pulseUs"_field, *s.pulseUs)}}),
             .why = c.say(KH_TR("The tail servo runs against its end, hums and burns.")),
             .todo = c.say(KH_TR("Set {w} for the tail in the controller; if it hums at power-up, pull the pack at once."),
                           {{"w", c.amount("controller.tail.pulseUs"_field, *s.pulseUs)}}),
             .box = Box::Controller,
             .witness = sticksAt(0.0, 0.0, 0.0),
             .subject = "controller.tail.pulseUs"_field,
             .fix = {{"controller.tail.pulseUs"_field, *s.pulseUs}}});
}

void tailDirection(const AuditContext& c, std::vector<Finding>& out) {
    if (!tailBladesTurn(c.setup)) {
        if (rudderStickWay(c.setup) > 0.0) return;
        out.push_back(
            {.severity = Severity::Danger,
             .row = "tail-direction"_row,
             .title = c.say(KH_TR("The tail moves against the rudder stick")),
             .found = c.say(KH_TR("Stick left shows: {s}."), {{"s", noseRightSign(c.setup)}}),
             .why = c.say(KH_TR("Stick left must show: {s}. Otherwise the nose turns the other way."), {{"s", noseLeftSign(c.setup)}}),
             .todo = c.say(KH_TR("Set the rudder direction to normal in the controller.")),
             .box = Box::Controller,
             .witness = sticksAt(0.0, 0.0, -1.0),
             .subject = "controller.directions.rudderReversed"_field,
             .fix = {{"controller.directions.rudderReversed"_field, false}}});
        return;
    }
    // movement from reading to slider, not position: a servo at its stop says nothing, and a wrong channel is the channel's fault
    const double move =
        helicopterIn(c.model).tailAtReading(-kSenseDemand).sliderMm - helicopterIn(c.model).tailAtReading(kSenseDemand).sliderMm;
    if (std::abs(move) < 0.05) return;
    const bool trailing = helicopter(c.setup).tail.lever == LeverEdge::Trailing;
    if (trailing ? move < 0.0 : move > 0.0) return;
    std::vector<std::vector<Edit>> cures = tailCures(c.setup);
    Finding f{
        .severity = Severity::Danger,
        .row = "tail-direction"_row,
        .title = c.say(KH_TR("The tail moves against the rudder stick")),
        .found = c.say(KH_TR("From right to left the slider moves {s} mm: the trailing edges go right."), {{"s", signedNum(move, 1)}}),
        .why = c.say(KH_TR("Stick left must show: {s}. Otherwise the nose turns the other way."), {{"s", noseLeftSign(c.setup)}}),
        .box = Box::Controller,
        .witness = sticksAt(0.0, 0.0, -1.0),
        .subject = "controller.tail.reversed"_field,
        .whole = true};
    if (!cures.empty()) {
        f.todo = tailCureText(c.setup, cures.front());
        f.fix = std::move(cures.front());
        f.also.assign(std::make_move_iterator(cures.begin() + 1), std::make_move_iterator(cures.end()));
    }
    out.push_back(std::move(f));
}

void precompensationSense(const AuditContext& c, std::vector<Finding>& out) {
    if (precompensationWay(c.setup) >= 0.0) return;
    const double set = c.setup.controller.tail.precompensationPct;
    out.push_back(
        {.severity = Severity::Warning,
         .row = "precompensation"_row,
         .title = c.say(KH_TR("Precompensation pushes the tail with the torque")),
         .found = c.say(KH_TR("Set to {p}; collective moved, up or down, shows: {s}."),
                        {{"p", c.amount("controller.tail.precompensationPct"_field)},
                         {"s", helicopter(c.setup).rotor.turning == Turning::Clockwise ? noseLeftSign(c.setup) : noseRightSign(c.setup)}}),
         .why = c.say(KH_TR("Each move of the collective kicks the tail round, twice as far as without it.")),
         .todo = c.say(KH_TR("Set {p} in the controller."), {{"p", c.amount("controller.tail.precompensationPct"_field, -set)}}),
         .box = Box::Controller,
         .subject = "controller.tail.precompensationPct"_field,
         .fix = {{"controller.tail.precompensationPct"_field, -set}},
         .also = {{{"controller.tail.precompensationPct"_field, 0.0}}}});
}

void precompensation(const AuditContext& c, std::vector<Finding>& out) {
    const double set = c.setup.controller.tail.precompensationPct;
    if (std::abs(set) <= kPrecompensationPct) return;
    out.push_back({.severity = Severity::Warning,
                   .row = "precompensation"_row,
                   .title = c.say(KH_TR("The tail's precompensation is large")),
                   .found = c.say(KH_TR("{p}; up to {m} is usual."),
                                  {{"p", c.amount("controller.tail.precompensationPct"_field)},
                                   {"m", c.amount("controller.tail.precompensationPct"_field, kPrecompensationPct, Amount::Kind::Step)}}),
                   .why = c.say(KH_TR("Each move of the collective kicks the tail round.")),
                   .todo = c.say(KH_TR("Start at {z} in the controller, and raise it only while the kick gets smaller."),
                                 {{"z", c.amount("controller.tail.precompensationPct"_field, 0.0)}}),
                   .box = Box::Controller,
                   .subject = "controller.tail.precompensationPct"_field,
                   .fix = {{"controller.tail.precompensationPct"_field, 0.0}},
                   .proposal = true});
}

/// A gain that was flown and oscillated, still in force.
void gainRead(const AuditContext& c, std::vector<Finding>& out) {
    for (const FlightMode& m : c.setup.transmitter.modes) {
        const ModeFigures* f = c.figures.mode(m.id);
        if (f == nullptr || !f->gainRead.known) continue;
        const std::optional<GainOscillated> told = gainOscillated(c.setup, m, f->gainRead.value);
        if (!told) continue;
        out.push_back({.id = "gain-oscillates." + m.id,
                       .severity = Severity::Warning,
                       .row = "tail-gains"_row,
                       .title = c.say(KH_TR("The tail oscillated at the gain of {m}"), {{"m", m.name}}),
                       .found = c.say(KH_TR("The controller reads {g} %; {o} % oscillated in flight."),
                                      {{"g", signedNum(f->gainRead.value)}, {"o", num(told->lowestPct)}}),
                       .why = c.say(KH_TR("It shakes the tail to pieces, and the servo with it.")),
                       .todo = told->lower.todo,
                       .box = Box::Transmitter,
                       .subject = told->lower.field,
                       .fix = told->lower.edits});
    }
}

void tailNeutral(const AuditContext& c, std::vector<Finding>& out) {
    if (!tailBladesTurn(c.setup)) return;
    // both count towards the side that holds the torque, whichever way the rotor turns
    const Figure& f = c.figures.of<TailFigures>().hoverDeg;
    const double built = helicopter(c.setup).tail.neutralPitchDeg;
    if (!f.known || std::abs(f.value - built) <= 4.0) return;
    out.push_back({.severity = Severity::Note,
                   .row = "tail-neutral"_row,
                   .title = c.say(KH_TR("The tail's neutral pitch is far from the hover's")),
                   .found = c.say(KH_TR("{b} is built in; the hover needs about {n}."),
                                  {{"b", c.amount("machine.tail.neutralPitchDeg"_field, built)},
                                   {"n", c.amount("machine.tail.neutralPitchDeg"_field, f.value)}}),
                   .why = c.say(KH_TR("One side has less left than the other.")),
                   .todo = c.say(KH_TR("Set the link so that mid travel carries about {n}."),
                                 {{"n", c.amount("machine.tail.neutralPitchDeg"_field, f.value)}}),
                   .box = Box::Machine,
                   .subject = "machine.tail.neutralPitchDeg"_field,
                   .fix = {{"machine.tail.neutralPitchDeg"_field, roundToStep(f.value, 0.5)}}});
}

void staleLimits(const AuditContext& c, std::vector<Finding>& out) { tellStale(c, tailSolvers(), Station::Tail, out); }

}  // namespace

std::span<const Rule> tailRules() {
    static constexpr std::array rules{
        Rule{"tail-servo", Station::Tail, Work::ServoHarm, tailServo},
        Rule{"tail-direction", Station::Tail, Work::Sign, tailDirection},
        Rule{"precompensation", Station::Tail, Work::Tail, precompensation},
        Rule{"precompensation-sense", Station::Tail, Work::Sign, precompensationSense},
        Rule{"tail-neutral", Station::Tail, Work::Tail, tailNeutral},
        Rule{"stale-limits", Station::Tail, Work::Tail, staleLimits},
        Rule{"gain-oscillates", Station::Tail, Work::Tail, gainRead},
    };
    return rules;
}

}  // namespace kh
