// SPDX-License-Identifier: GPL-3.0-or-later
//
// All four together: what the sticks do to the machine, the box's check points, modes and power.
#include "base/conventions.h"
#include "formula/windows.h"
#include "judge/modechecks.h"
#include "judge/rowids.h"
#include "judge/rule.h"
#include "model/boxsettings.h"
#include "stations/rotors/rotors.h"

#include <fmt/format.h>
#include <algorithm>
#include <array>
#include <cmath>
#include <string_view>

namespace kh {

namespace {

constexpr double kSpeedsApart = 0.03, kJumpDeg = 3.0;
constexpr double kLevelPct = 0.05;
constexpr std::size_t kYaw = 2;

void mixLeft(const AuditContext& c, std::vector<Finding>& out) {
    if (c.setup.transmitter.swashMixing == SwashMixing::Off) return;
    out.push_back(
        {.severity = Severity::Danger,
         .row = "rotor-layout"_row,
         .title = c.say(KH_TR("The transmitter mixes as for a swash plate")),
         .found = c.say(KH_TR("Its mixing stands at {m}."), {{"m", c.show("transmitter.swashMixing"_field)}}),
         .why = c.say(KH_TR("Aileron, elevator and collective come mixed to a box that mixes itself: every stick turns the machine "
                            "about more than one axis.")),
         .todo = c.say(KH_TR("Choose one servo, no swash mixing, in the transmitter.")),
         .box = Box::Transmitter,
         .witness = sticksAt(0.0, 1.0),
         .subject = "transmitter.swashMixing"_field,
         .fix = {{"transmitter.swashMixing"_field, std::string("off")}}});
}

/// A box that does not turn yaw over has a runaway yaw gyro wherever the machine is flown below zero pitch.
void yawRunsAway(const AuditContext& c, std::vector<Finding>& out) {
    if (c.setup.controller.profile->yawFollows) return;
    for (std::size_t i = 0; i < c.setup.transmitter.modes.size(); ++i) {
        const FlightMode& m = c.setup.transmitter.modes[i];
        if (m.id == kHoldMode || c.model.pitchCurveAt(i, -1.0) >= 0.0) continue;
        Curve raised = m.pitch;
        for (CurvePoint& p : raised.points) p.y = std::max(p.y, 0.0);
        const std::string path = elementPath("transmitter.modes.{}.pitch"_field, m.id);
        PartialDeck low = modeState(c.setup.transmitter, m);
        low.collective = -1.0;
        low.rudder = 1.0;
        out.push_back(
            {.id = "yaw-runaway." + m.id,
             .severity = Severity::Danger,
             .row = "rotor-rudder"_row,
             .title = c.say(KH_TR("The yaw gyro runs away below zero pitch in {m}"), {{"m", m.name}}),
             .found = c.say(KH_TR("{b} does not turn yaw over with the collective, and {m} goes to {p}° at low stick."),
                            {{"b", c.setup.controller.profile->name},
                             {"m", m.name},
                             {"p", signedNum(c.figures.mode(m.id) == nullptr ? 0.0 : c.figures.mode(m.id)->pitchLow.value, 1)}}),
             .why = c.say(KH_TR("Below zero the torque answers the other way: the gyro pushes on in the direction it should stop.")),
             .todo = c.say(KH_TR("Let {m} not go below zero pitch with this box; never fly it inverted."), {{"m", m.name}}),
             .box = Box::Transmitter,
             .witness = Witness{std::nullopt, low},
             .subject = path,
             .fix = {{path, raised}}});
    }
}

/// The curve with its low or high end at a value: what is level with the end moves with it, so that a flat idle stays flat.
Curve withEnd(Curve curve, bool high, double y) {
    const double before = high ? curve.points.back().y : curve.points.front().y;
    for (CurvePoint& p : curve.points)
        if ((high ? p.x >= 50.0 : p.x <= 50.0) && std::abs(p.y - before) < kLevelPct) p.y = y;
    (high ? curve.points.back() : curve.points.front()).y = y;
    return curve;
}

/// The value of a check point's field that reads in the middle of its window; nothing where no value of that field does.
std::optional<Edit> checkEdit(const AuditContext& c, const CheckFigure& f) {
    const ChannelSettings* channel = channelOf(c.setup.transmitter, f.channel);
    const auto field = readField(c.setup, f.path);
    if (channel == nullptr || !field) return std::nullopt;
    const bool collective = f.channel == std::string_view(rotorsClass().entry(rotors::Collective).id);
    const double aim = f.aimPct();
    const double travel = channelScale(c.setup.transmitter.profile, *channel).travelPct(aim < 0.0 ? -1.0 : 1.0);
    if (travel <= 0.0) return std::nullopt;
    const auto inside = [&](double sentPct) {
        const double read = readsPct(c.setup, *channel, sentPct);
        return f.meets(read);
    };
    if (const Curve* was = std::get_if<Curve>(&field->value); was != nullptr && !was->points.empty()) {
        const double to = checkPoint({.curvePct = std::clamp(f.sentPct, -100.0, 100.0),
                                      .travelPct = travel,
                                      .transmitterUsPerPct = c.setup.transmitter.profile->usPerPct,
                                      .controllerUsPerPct = c.setup.controller.profile->usPerPct,
                                      .lowPct = f.lowPct,
                                      .highPct = f.highPct,
                                      .stepPct = collective ? 1.0 : 2.0})
                              .curvePct;
        const double y = collective ? to : throttlePctFromChannelPct(to);
        if (!inside(to)) return std::nullopt;
        return Edit{f.path, withEnd(*was, f.deck.collective.value_or(-1.0) > 0.0, y)};
    }
    // hold goes below the end of a curve
    const double perPct = travel / 100.0 * c.setup.transmitter.profile->usPerPct / c.setup.controller.profile->usPerPct;
    const double to =
        heldNumber(c.setup, f.path, std::clamp(throttlePctFromChannelPct(aim / perPct), field->info.min, field->info.max)).value;
    if (!inside(channelPctFromThrottlePct(to))) return std::nullopt;
    return Edit{f.path, to};
}

void checkPoints(const AuditContext& c, std::vector<Finding>& out) {
    for (const CheckFigure& f : c.figures.of<RotorsFigures>().checks) {
        if (f.met()) continue;
        const bool hold = f.id == "throttle-hold";
        const bool above = f.reading.value > f.highPct;
        Finding one{
            .id = "check-point." + f.id,
            .severity = hold && above ? Severity::Danger : Severity::Warning,
            .row = "rotor-checks"_row,
            .title = hold && above ? c.say(KH_TR("Hold stands above the controller's window"))
                                   : c.say(KH_TR("A check point is missed: {f}"), {{"f", c.words ? checkTitle(f.id) : Message{}}}),
            .found = c.say(KH_TR("It reads {r} %; the controller asks for {a} … {b} %."),
                           {{"r", signedNum(f.reading.value, 1)}, {"a", signedNum(f.lowPct)}, {"b", signedNum(f.highPct)}}),
            .why = hold ? c.say(KH_TR("The controller does not see that the motor is to stop: it goes on steering, or does not arm."))
                        : c.say(KH_TR("The controller takes this state for another one.")),
            .box = Box::Transmitter,
            .witness = Witness{std::nullopt, f.deck},
            .subject = f.path};
        if (const auto edit = checkEdit(c, f)) {
            one.todo =
                c.say(KH_TR("Set {f} to {v} in the transmitter: the middle of the window."),
                      {{"f", c.words ? checkTitle(f.id) : Message{}}, {"v", c.words ? show(c.setup, f.path, edit->value) : Message{}}});
            one.fix = {*edit};
        } else {
            const ChannelSettings* channel = channelOf(c.setup.transmitter, f.channel);
            const double aim = f.aimPct();
            one.todo = c.say(KH_TR("No value of the curve reads there: change the travel of {f} in the transmitter first."),
                             {{"f", asWord(f.channel)}});
            if (channel != nullptr && f.reading.value != 0.0 && f.reading.value * aim > 0.0) {
                const std::string path = travelPath(c.setup, *channel, aim > 0.0);
                const auto travel = readField(c.setup, path);
                const double is = std::get<double>(travel->value);
                const double to = std::clamp(std::round(is * aim / f.reading.value), travel->info.min,
                                             std::min(travel->info.max, c.setup.transmitter.profile->travelLimitPct));
                if (to != is) one.fix = {{path, to}};
            }
        }
        out.push_back(std::move(one));
    }
}

void jumpsDown(const AuditContext& c, std::vector<Finding>& out) {
    const auto& modes = c.setup.transmitter.modes;
    const std::size_t base = c.model.baseMode();
    if (modes.size() <= base) return;
    const ModeFigures* from = c.figures.mode(modes[base].id);
    for (std::size_t i = 0; i < modes.size(); ++i) {
        const ModeFigures* to = c.figures.mode(modes[i].id);
        if (i == base || modes[i].id == kHoldMode || from == nullptr || to == nullptr || !to->pitchLow.known) continue;
        const double jump = to->pitchLow.value - from->pitchLow.value;
        if (jump > -kJumpDeg) continue;
        PartialDeck before = modeState(c.setup.transmitter, modes[base]), after = modeState(c.setup.transmitter, modes[i]);
        before.collective = after.collective = -1.0;
        out.push_back({.id = "low-jump." + modes[i].id,
                       .severity = Severity::Note,
                       .row = "pitch-curve"_row,
                       .title = c.say(KH_TR("{m} entered with the stick low drives it down"), {{"m", modes[i].name}}),
                       .found = c.say(KH_TR("At low stick the blades go from {a}° to {b}°."),
                                      {{"a", signedNum(from->pitchLow.value, 1)}, {"b", signedNum(to->pitchLow.value, 1)}}),
                       .why = c.say(KH_TR("On the ground nothing happens; in the air it is driven into the ground.")),
                       .todo = c.say(KH_TR("Enter it at mid stick or above, every time.")),
                       .box = Box::Transmitter,
                       .witness = Witness{before, after},
                       .subject = elementPath("transmitter.modes.{}.pitch"_field, modes[i].id)});
    }
}

void speedsDiffer(const AuditContext& c, std::vector<Finding>& out) {
    const auto& modes = c.setup.transmitter.modes;
    const std::size_t base = c.model.baseMode();
    if (modes.size() <= base) return;
    const ModeFigures* first = c.figures.mode(modes[base].id);
    if (first == nullptr || !first->headRpm.known || first->headRpm.value <= 0.0) return;
    for (std::size_t i = 0; i < modes.size(); ++i) {
        const ModeFigures* m = c.figures.mode(modes[i].id);
        if (i == base || modes[i].id == kHoldMode || m == nullptr || !m->headRpm.known) continue;
        const double apart = m->headRpm.value / first->headRpm.value - 1.0;
        if (std::abs(apart) <= kSpeedsApart) continue;
        out.push_back(
            {.id = "rotor-speed." + modes[i].id,
             .severity = apart < 0.0 ? Severity::Warning : Severity::Note,
             .row = "head-speed-mode"_row,
             .title = c.say(KH_TR("{m} turns the rotors at another speed than {n}"), {{"m", modes[i].name}, {"n", modes[base].name}}),
             .found = c.say(KH_TR("{a} rpm against {b} rpm above half stick."),
                            {{"a", num(m->headRpm.value)}, {"b", num(first->headRpm.value)}}),
             .why = apart < 0.0 ? c.say(KH_TR("Lift and authority drop as the mode is entered."))
                                : c.say(KH_TR("More speed is a choice; every stick bites harder.")),
             .todo = c.say(KH_TR("Give it the governed value of {n}, or know what it does."), {{"n", modes[base].name}}),
             .box = Box::Transmitter,
             .subject = elementPath("transmitter.modes.{}.throttle"_field, modes[i].id),
             .fix = {{elementPath("transmitter.modes.{}.throttle"_field, modes[i].id), [&] {
                          Curve level = modes[i].throttle;
                          double top = 0.0;
                          for (const CurvePoint& p : modes[base].throttle.points) top = std::max(top, p.y);
                          for (CurvePoint& p : level.points) p.y = top;
                          return level;
                      }()}}});
    }
}

/// What is left where every rotor, the pair and the channels are right, and a stick still does the wrong thing.
void answersWrong(const AuditContext& c, std::vector<Finding>& out) {
    static constexpr std::array rows{"rotor-aileron"_row, "rotor-elevator"_row, "rotor-rudder"_row};
    static constexpr std::array functions{rotors::Aileron, rotors::Elevator, rotors::Rudder};
    const RotorsFigures& own = c.figures.of<RotorsFigures>();
    if (rotorOutOfPlace(c.setup, own)) return;  // told there
    for (std::size_t a = 0; a < rows.size(); ++a) {
        const Figure& is = own.answers[a];
        if (!is.known || is.value > 0.0) continue;
        PartialDeck full;
        full.collective = a == kYaw ? 0.3 : 0.0;
        (a == 0 ? full.aileron : a == 1 ? full.elevator : full.rudder) = 1.0;
        out.push_back(
            {.id = std::string("rotor-answer.") + rotorsClass().entry(functions[a]).id,
             .severity = Severity::Danger,
             .row = rows[a],
             .title = c.say(KH_TR("{f} turns the machine the wrong way"), {{"f", channelTitle(rotorsClass().entry(functions[a]).id)}}),
             .found = c.say(KH_TR("Full stick gives {v} N·m in place of as much the other way."),
                            {{"v", signedNum(is.value, a == kYaw ? 3 : 2)}}),
             .why = c.say(KH_TR("It turns over, or spins up, the moment it is light.")),
             .todo = c.say(KH_TR("Settle leads, servo ways and the clockwise pair: this follows from them.")),
             .box = Box::Controller,
             .witness = Witness{std::nullopt, full},
             .subject = "controller.ports"_field});
    }
}

void bladesTooFast(const AuditContext& c, std::vector<Finding>& out) {
    const Figure& speed = c.figures.of<RotorsFigures>().speed;
    const auto& most = rotorsOf(c.setup).bladeMaxRpm;
    if (!most) {
        out.push_back({.id = "rotor-blade-limit.unknown",
                       .severity = Severity::Warning,
                       .row = "rotor-speed"_row,
                       .title = c.say(KH_TR("The blades' highest speed is not known")),
                       .found = c.say(KH_TR("Nothing says how fast these blades may turn.")),
                       .why = c.say(KH_TR("Beyond it a blade lets go, with you beside it.")),
                       .todo = c.say(KH_TR("Look it up with the blades' maker and enter it.")),
                       .box = Box::Machine,
                       .subject = "machine.bladeMaxRpm"_field});
        return;
    }
    if (!speed.known || speed.value <= *most) return;
    out.push_back({.id = "rotor-blade-limit.over",
                   .severity = Severity::Danger,
                   .row = "rotor-speed"_row,
                   .title = c.say(KH_TR("The rotors turn faster than their blades may")),
                   .found = c.say(KH_TR("{n} rpm are asked for; the blades bear {m}."),
                                  {{"n", num(speed.value)}, {"m", c.amount("machine.bladeMaxRpm"_field)}}),
                   .why = c.say(KH_TR("Beyond it a blade lets go, with you beside it.")),
                   .todo = c.say(KH_TR("Lower the throttle of every mode, or fit another pinion.")),
                   .box = Box::Transmitter,
                   .subject = "machine.bladeMaxRpm"_field});
}

void motorBrake(const AuditContext& c, std::vector<Finding>& out) {
    if (!c.setup.speedController.brake) return;
    out.push_back({.severity = Severity::Danger,
                   .row = "brake"_row,
                   .title = c.say(KH_TR("The motor brake is on")),
                   .found = c.say(KH_TR("It stops four rotors by the belt.")),
                   .why = c.say(KH_TR("The belt jumps or tears, and the blades fold into the frame.")),
                   .todo = c.say(KH_TR("Switch the brake off in the speed controller.")),
                   .box = Box::SpeedController,
                   .subject = "speedController.brake"_field,
                   .fix = {{"speedController.brake"_field, false}}});
}

void gainsMoved(const AuditContext& c, std::vector<Finding>& out) {
    if (rotorsOf(c.setup).gainsInside) return;
    out.push_back({.severity = Severity::Warning,
                   .row = "rotor-gains"_row,
                   .title = c.say(KH_TR("A channel has taken over the gains")),
                   .found = c.say(KH_TR("A stick or a switch was bumped on the page of the gains.")),
                   .why = c.say(KH_TR("They stand where that channel stands: far too low, or so high that it shakes.")),
                   .todo = c.say(KH_TR("Put them back inside the box on that page, and see it.")),
                   .box = Box::Controller,
                   .subject = "machine.gainsInside"_field,
                   .fix = {{"machine.gainsInside"_field, true}}});
}

constexpr std::array kOwnModeRules{Rule{"low-jump", Station::Modes, Work::Curves, jumpsDown},
                                   Rule{"rotor-speed", Station::Modes, Work::Curves, speedsDiffer}};

}  // namespace

std::span<const Rule> rotorSenseRules() {
    static constexpr std::array rules{Rule{"rotor-mix", Station::Rotors, Work::Sign, mixLeft},
                                      Rule{"rotor-answer", Station::Rotors, Work::Sign, answersWrong},
                                      Rule{"yaw-runaway", Station::Rotors, Work::Sign, yawRunsAway}};
    return rules;
}

std::span<const Rule> rotorCheckRules() {
    static constexpr std::array rules{Rule{"check-point", Station::Rotors, Work::Curves, checkPoints},
                                      Rule{"rotor-gains", Station::Rotors, Work::Curves, gainsMoved}};
    return rules;
}

std::span<const Rule> rotorPowerRules() {
    static constexpr std::array rules{Rule{"rotor-blade-limit", Station::Power, Work::Governor, bladesTooFast},
                                      Rule{"rotor-brake", Station::Power, Work::Governor, motorBrake}};
    return rules;
}

std::span<const Rule> rotorModeRules() { return kOwnModeRules; }

}  // namespace kh
