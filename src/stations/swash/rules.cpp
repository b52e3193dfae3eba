// SPDX-License-Identifier: GPL-3.0-or-later
//
// Servo data, layout, ports, directions, square arms: what the plate does with what it is told.
#include "base/conventions.h"
#include "formula/linkage.h"
#include "judge/rule.h"
#include "model/helicopter/layouts.h"
#include "stations/swash/swash.h"

#include <algorithm>
#include <array>
#include <cmath>

namespace kh {

namespace {

constexpr double kNarrowUs = 1200.0;
constexpr double kSquareDeg = 3.0;

std::string servoPath(const PlateServo& s, const char* key) { return "machine.servos." + s.id + "." + key; }

std::string portPath(const PortSettings& p, const char* key) { return "controller.ports." + p.id + "." + key; }

const PlateServo* servoOf(const AuditContext& c, const std::string& role) {
    for (const PlateServo& s : c.setup.machine.servos)
        if (s.id == role) return &s;
    return nullptr;
}

void mixing(const AuditContext& c, std::vector<Finding>& out) {
    if (c.setup.transmitter.swashMixing == SwashMixing::Off) return;
    Deck deck;
    deck.sticks.collective = 0.0;
    deck.sticks.aileron = 1.0;
    const auto tilt = [&](const ChainModel& m) {
        return degFromRad(std::asin(std::clamp(std::hypot(m.at(deck).plate.forward, m.at(deck).plate.right), 0.0, 1.0)));
    };
    out.push_back({.severity = Severity::Danger,
                   .row = "swash-mixing",
                   .title = say(KH_TR("The swash is mixed twice")),
                   .found = say(KH_TR("Full right tilts the plate {d}° where {a}° is asked, and sticks move axes they do not belong to."),
                                {{"d", num(tilt(c.model), 1)}, {"a", num(tilt(c.asked), 1)}}),
                   .why = say(KH_TR("Transmitter and controller both mix: the model cannot be controlled at lift-off.")),
                   .todo = say(KH_TR("Switch swash mixing off in the transmitter: one servo per function.")),
                   .box = Box::Transmitter,
                   .witness = sticksAt(0.0, 1.0),
                   .subject = "transmitter.swashMixing",
                   .fix = {{"transmitter.swashMixing", std::string("off")}}});
}

void layout(const AuditContext& c, std::vector<Finding>& out) {
    const std::vector<double> setting = settingAzimuths(c.setup.controller);
    const std::vector<double> radii = settingRadii(c.setup.controller);
    const Layout* built = machineLayout(c.setup.machine);
    const Layout* set = findLayout(c.setup.controller.layout);
    bool same = setting.size() == c.setup.machine.servos.size() && (set != nullptr && set->mechanical) == c.setup.machine.plate.mechanical;
    const auto roles = layoutRoles();
    for (std::size_t i = 0; same && i < setting.size(); ++i) {
        const PlateServo* s = servoOf(c, roles[i]);
        same = s != nullptr && std::abs(wrapAzimuthDeg(s->azimuthDeg - setting[i] + 180.0) - 180.0) <= 0.5 &&
               std::abs(ballRadiusMm(c.setup.machine, *s) / c.setup.machine.plate.ballRadiusMm - radii[i]) <= kSameRadius;
    }
    if (same) return;
    const Figure& roll = c.figures.rollRatio;
    const Figure& pitch = c.figures.pitchRatio;
    Finding f{.severity = Severity::Danger,
              .row = "layout",
              .title = say(KH_TR("The layout is not the machine's")),
              .found = say(KH_TR("Full right tilts the plate {r} × as far as asked, full forward {p} × with a change of height."),
                           {{"r", num(roll.value, 2)}, {"p", num(pitch.value, 2)}}),
              .why = say(KH_TR("Cyclic and collective are coupled: the model darts aside when it should climb.")),
              .box = Box::Controller,
              .witness = sticksAt(0.0, 1.0),
              .subject = "controller.layout"};
    const auto& known = c.setup.controller.profile.layouts;
    if (built != nullptr && std::find(known.begin(), known.end(), built->id) != known.end()) {
        f.todo = say(KH_TR("Set {l} in the controller."), {{"l", std::string(built->id)}});
        f.fix = {{"controller.layout", std::string(built->id)}};
    } else {
        f.todo = say(KH_TR("Set the measured angles and radii as a custom layout in the controller."));
        std::vector<double> angles, shares;
        for (const char* role : roles)  // in the order in which the mix drives the ports
            if (const PlateServo* s = servoOf(c, role)) {
                angles.push_back(s->azimuthDeg);
                shares.push_back(pctFromShare(ballRadiusMm(c.setup.machine, *s) / c.setup.machine.plate.ballRadiusMm));
            }
        f.fix = {{"controller.customAzimuthsDeg", angles},
                 {"controller.customRadiiPct", shares},
                 {"controller.layout", std::string(kCustomLayout)}};
    }
    out.push_back(std::move(f));
}

void mounting(const AuditContext& c, std::vector<Finding>& out) {
    if (c.setup.controller.mounting == c.setup.machine.mounting) return;
    const auto& allowed = c.setup.controller.profile.mountings;
    const bool possible = std::find(allowed.begin(), allowed.end(), c.setup.machine.mounting) != allowed.end();
    out.push_back({.severity = Severity::Danger,
                   .row = "mounting",
                   .title = say(KH_TR("The controller thinks it sits another way")),
                   .found = say(KH_TR("Set: {s}. Built: {b}."), {{"s", c.setup.controller.mounting}, {"b", c.setup.machine.mounting}}),
                   .why = say(KH_TR("It corrects the wrong axis or the wrong way: the model tips over while spooling up.")),
                   .todo = possible ? say(KH_TR("Set {b} in the controller."), {{"b", c.setup.machine.mounting}})
                                    : say(KH_TR("Mount it in a way {x} allows."), {{"x", c.setup.controller.profile.name}}),
                   .box = possible ? Box::Controller : Box::Machine,
                   .subject = "controller.mounting",
                   .fix = possible ? std::vector<Edit>{{"controller.mounting", c.setup.machine.mounting}} : std::vector<Edit>{}});
}

double allowedRate(const AuditContext& c, double maxHz, double pulseUs) {
    double best = 50.0;
    for (const double hz : c.setup.controller.profile.ratesHz)
        if (hz <= maxHz && 1e6 / hz > pulseUs * 1.5) best = std::max(best, hz);
    return best;
}

void servoRate(const AuditContext& c, std::vector<Finding>& out) {
    for (const PlateServo& s : c.setup.machine.servos) {
        if (s.servo.maxHz && c.setup.controller.rateHz > *s.servo.maxHz + 1e-9) {
            const double rate = allowedRate(c, *s.servo.maxHz, c.setup.controller.pulseUs);
            out.push_back({.severity = Severity::Danger,
                           .row = "servo-rate",
                           .title = say(KH_TR("The servo rate destroys {s}"), {{"s", s.servo.name}}),
                           .found = say(KH_TR("{r} Hz is sent; {s} survives {m} Hz."),
                                        {{"r", num(c.setup.controller.rateHz)}, {"s", s.servo.name}, {"m", num(*s.servo.maxHz)}}),
                           .why = say(KH_TR("It overheats within minutes and fails in flight.")),
                           .todo = say(KH_TR("Set {r} Hz in the controller before the servos are plugged in."), {{"r", num(rate)}}),
                           .box = Box::Controller,
                           .subject = "controller.rateHz",
                           .fix = {{"controller.rateHz", rate}}});
            return;
        }
        if (!s.servo.maxHz && c.setup.controller.rateHz > 50.0) {
            out.push_back({.severity = Severity::Warning,
                           .row = "servo-rate",
                           .title = say(KH_TR("The servo's highest rate is not known")),
                           .found = say(KH_TR("{r} Hz is sent to {s}."), {{"r", num(c.setup.controller.rateHz)}, {"s", s.servo.name}}),
                           .why = say(KH_TR("An analogue servo burns above 50 Hz.")),
                           .todo = say(KH_TR("Set 50 Hz in the controller until you have looked up the servo's data.")),
                           .box = Box::Controller,
                           .subject = servoPath(s, "servo.maxHz"),
                           .fix = {{"controller.rateHz", 50.0}}});
            return;
        }
    }
}

void servoPulse(const AuditContext& c, std::vector<Finding>& out) {
    for (const PlateServo& s : c.setup.machine.servos) {
        if (!s.servo.pulseUs) {
            out.push_back({.severity = Severity::Warning,
                           .row = "servo-pulse",
                           .title = say(KH_TR("The servo's pulse class is not known")),
                           .found = say(KH_TR("Nothing is proposed for {s}."), {{"s", s.servo.name}}),
                           .why = say(KH_TR("A wide pulse drives a narrow servo to its stop and burns it.")),
                           .todo = say(KH_TR("Leave the servos unplugged until you have looked up their data.")),
                           .box = Box::Bench,
                           .subject = servoPath(s, "servo.pulseUs")});
            return;
        }
        if (std::abs(*s.servo.pulseUs - c.setup.controller.pulseUs) > 100.0) {
            out.push_back({.severity = Severity::Danger,
                           .row = "servo-pulse",
                           .title = say(KH_TR("The pulse drives {s} to its stop"), {{"s", s.servo.name}}),
                           .found = say(KH_TR("{p} µs centre is sent; {s} wants {w} µs."),
                                        {{"p", num(c.setup.controller.pulseUs)}, {"s", s.servo.name}, {"w", num(*s.servo.pulseUs)}}),
                           .why = say(KH_TR("The servo runs against its end, hums and burns.")),
                           .todo = say(KH_TR("Set {w} µs in the controller; if a servo hums at power-up, pull the pack at once."),
                                       {{"w", num(*s.servo.pulseUs)}}),
                           .box = Box::Controller,
                           .witness = sticksAt(0.0, 0.0),
                           .subject = "controller.pulseUs",
                           .fix = {{"controller.pulseUs", *s.servo.pulseUs}}});
            return;
        }
    }
}

void framePeriod(const AuditContext& c, std::vector<Finding>& out) {
    const auto check = [&](double pulse, double hz, double stroke, const char* id, const char* path, const char* row) {
        const double longest = pulse + stroke * (pulse < kNarrowUs ? 0.5 : 1.0);
        if (1e6 / hz > longest) return;
        const double rate = allowedRate(c, hz, longest);
        out.push_back({.id = id,
                       .severity = Severity::Danger,
                       .row = row,
                       .title = say(KH_TR("The pulse does not fit in its frame")),
                       .found = say(KH_TR("{h} Hz leaves {p} µs; the longest pulse is {l} µs."),
                                    {{"h", num(hz)}, {"p", num(1e6 / hz)}, {"l", num(longest)}}),
                       .why = say(KH_TR("Pulses run into each other and the servo twitches or stops.")),
                       .todo = say(KH_TR("Set {r} Hz in the controller."), {{"r", num(rate)}}),
                       .box = Box::Controller,
                       .subject = path,
                       .fix = {{path, rate}}});
    };
    const ControllerProfile& box = c.setup.controller.profile;
    check(c.setup.controller.pulseUs, c.setup.controller.rateHz, box.strokeUs, "frame-period", "controller.rateHz", "servo-rate");
    check(c.setup.controller.tail.pulseUs, c.setup.controller.tail.rateHz, box.tailStrokeUs, "frame-period.tail", "controller.tail.rateHz",
          "tail-rate");
}

void ports(const AuditContext& c, std::vector<Finding>& out) {
    const auto roles = layoutRoles();
    const auto& list = c.setup.controller.ports;
    for (std::size_t i = 0; i < list.size() && i < c.setup.machine.servos.size(); ++i) {
        if (list[i].role == roles[i]) continue;
        std::vector<Edit> fix;
        for (std::size_t k = 0; k < list.size() && k < c.setup.machine.servos.size(); ++k)
            fix.push_back({portPath(list[k], "role"), std::string(roles[k])});
        out.push_back(
            {.severity = Severity::Danger,
             .row = "ports",
             .title = say(KH_TR("A servo is in another's port")),
             .found = say(KH_TR("Port {p} drives the {r} servo; the mix means the {m} servo."),
                          {{"p", list[i].id}, {"r", list[i].role}, {"m", std::string(roles[i])}}),
             .why = say(KH_TR("The plate tilts to the wrong side.")),
             .todo = say(KH_TR("Plug the {m} servo into port {p} of the controller."), {{"m", std::string(roles[i])}, {"p", list[i].id}}),
             .box = Box::Controller,
             .witness = sticksAt(0.0, 1.0),
             .subject = portPath(list[i], "role"),
             .fix = fix});
        return;
    }
}

void directions(const AuditContext& c, std::vector<Finding>& out) {
    for (const PortSettings& p : c.setup.controller.ports) {
        const PlateServo* s = servoOf(c, p.role);
        if (s == nullptr || p.reversed == !s->risesWithPulse) continue;
        out.push_back({.id = "servo-direction." + p.id,
                       .severity = Severity::Danger,
                       .row = "servo-directions",
                       .title = say(KH_TR("The servo in port {p} moves against the others"), {{"p", p.id}}),
                       .found = say(KH_TR("Collective up moves the {r} ball down."), {{"r", p.role}}),
                       .why = say(KH_TR("The plate tilts instead of rising and the linkage binds.")),
                       .todo = say(KH_TR("Reverse port {p} in the controller."), {{"p", p.id}}),
                       .box = Box::Controller,
                       .witness = sticksAt(1.0, 0.0),
                       .subject = portPath(p, "reversed"),
                       .fix = {{portPath(p, "reversed"), !p.reversed}}});
    }
}

void trims(const AuditContext& c, std::vector<Finding>& out) {
    const double safe = c.setup.controller.profile.trimSafeUs;
    for (const PortSettings& p : c.setup.controller.ports) {
        if (std::abs(p.trimUs) <= safe) continue;
        const double value = std::copysign(std::floor(safe / 2.0), p.trimUs);
        out.push_back(
            {.id = "trim-safe." + p.id,
             .severity = Severity::Danger,
             .row = "arms-square",
             .title = say(KH_TR("Sub-trim of port {p} is beyond the safe count"), {{"p", p.id}}),
             .found = say(KH_TR("{t} µs; {box} is safe to ±{s} µs."),
                          {{"t", signedNum(p.trimUs)}, {"box", c.setup.controller.profile.name}, {"s", num(safe)}}),
             .why = say(KH_TR("In flight the servo can run out of pulse range and go limp.")),
             .todo = say(KH_TR("Turn the arm to the next tooth or try another arm, then trim port {p} within ±{s} µs in the controller."),
                         {{"p", p.id}, {"s", num(safe)}}),
             .box = Box::Controller,
             .witness = sticksAt(0.0, 0.0),
             .subject = portPath(p, "trimUs"),
             .fix = {{portPath(p, "trimUs"), value}}});
    }
}

void square(const AuditContext& c, std::vector<Finding>& out) {
    for (const PortSettings& p : c.setup.controller.ports) {
        const PlateServo* s = servoOf(c, p.role);
        if (s == nullptr) continue;
        const double angle = s->squareErrorDeg + (s->risesWithPulse ? 1.0 : -1.0) * p.trimUs * s->servo.degPerUs;
        if (std::abs(angle) <= kSquareDeg) continue;
        out.push_back({.id = "arm-square." + p.id,
                       .severity = Severity::Note,
                       .row = "arms-square",
                       .title = say(KH_TR("The arm of port {p} is not square"), {{"p", p.id}}),
                       .found = say(KH_TR("It stands {a}° off at neutral."), {{"a", signedNum(angle, 1)}}),
                       .why = say(KH_TR("Up and down then move the plate by different amounts.")),
                       .todo = say(KH_TR("Trim port {p} in the controller, or turn the arm by a tooth."), {{"p", p.id}}),
                       .box = Box::Controller,
                       .subject = portPath(p, "trimUs"),
                       .fix = {{portPath(p, "trimUs"), p.trimUs - angle / s->servo.degPerUs * (s->risesWithPulse ? 1.0 : -1.0)}}});
    }
}

void collectiveSense(const AuditContext& c, std::vector<Finding>& out) {
    const Figure& high = c.figures.collectiveHighDeg;
    const Figure& low = c.figures.collectiveLowDeg;
    if (!high.known || !low.known || high.value >= low.value) return;
    PartialDeck d;
    d.collective = 1.0;
    const bool reversed = c.setup.controller.collectiveHighPct < 0.0;
    out.push_back(
        {.severity = Severity::Danger,
         .row = "collective-sense",
         .title = say(KH_TR("Collective works backwards")),
         .found = say(KH_TR("Stick up gives {h}°, stick down {l}°."), {{"h", signedNum(high.value, 1)}, {"l", signedNum(low.value, 1)}}),
         .why = say(KH_TR("The model is driven into the ground when you ask it to climb.")),
         .todo = say(KH_TR("Reverse the sign of the collective range in the controller.")),
         .box = Box::Controller,
         .witness = Witness{std::nullopt, d},
         .subject = "controller.collectiveHighPct",
         .fix = {{"controller.collectiveHighPct",
                  reversed ? -c.setup.controller.collectiveHighPct : -std::abs(c.setup.controller.collectiveHighPct)},
                 {"controller.collectiveLowPct",
                  reversed ? -c.setup.controller.collectiveLowPct : -std::abs(c.setup.controller.collectiveLowPct)}}});
}

void cyclicSense(const AuditContext& c, std::vector<Finding>& out) {
    const auto check = [&](bool roll, bool reversed, const char* path) {
        if (!reversed) return;
        PartialDeck d;
        d.collective = 0.0;
        (roll ? d.aileron : d.elevator) = 1.0;
        out.push_back({.id = roll ? "cyclic-sense.aileron" : "cyclic-sense.elevator",
                       .severity = Severity::Danger,
                       .row = "cyclic-sense",
                       .title = roll ? say(KH_TR("The plate tilts against the aileron stick"))
                                     : say(KH_TR("The plate tilts against the elevator stick")),
                       .found = say(KH_TR("The controller reverses this axis.")),
                       .why = say(KH_TR("The model answers the cyclic stick backwards.")),
                       .todo = say(KH_TR("Set this axis to normal in the controller; put the channel right in the transmitter.")),
                       .box = Box::Controller,
                       .witness = Witness{std::nullopt, d},
                       .subject = path,
                       .fix = {{path, false}}});
    };
    check(true, c.setup.controller.directions.aileronReversed, "controller.directions.aileronReversed");
    check(false, c.setup.controller.directions.elevatorReversed, "controller.directions.elevatorReversed");
}

void strokeUse(const AuditContext& c, std::vector<Finding>& out) {
    const Figure& use = c.figures.strokeUsePct;
    if (!use.known || (use.value >= 60.0 && use.value <= 95.5)) return;
    const bool much = use.value > 95.5;
    const Figure& hole = c.figures.holeMm;
    const double arm = hole.known ? hole.value : roundToStep(c.figures.goodArmMm.value, 0.5);
    Finding f{.severity = Severity::Warning,
              .row = "stroke-use",
              .title = much ? say(KH_TR("The servos are asked for more stroke than they have"))
                            : say(KH_TR("The servos use little of their stroke")),
              .found = say(KH_TR("{u} % of the usable stroke; 60 … 95 % is good."), {{"u", num(use.value)}}),
              .why = much ? say(KH_TR("At the corners of the sticks the plate stops short on one side."))
                          : say(KH_TR("Each servo step is a large step of pitch: the head is coarse.")),
              .todo = much ? say(KH_TR("Lower the cyclic limit in the controller, or use an arm of {r} mm."), {{"r", num(arm, 1)}})
                           : say(KH_TR("Use an arm of {r} mm and read pitch and throw again."), {{"r", num(arm, 1)}}),
              .box = much ? Box::Controller : Box::Machine,
              .subject = "controller.cyclicLimitPct"};
    if (much) {
        const double limit = std::floor(std::clamp(
            (93.0 - std::abs(c.setup.controller.collectiveHighPct)) / std::abs(c.setup.controller.referencePct) * 100.0, 10.0, 150.0));
        f.fix = {{"controller.cyclicLimitPct", limit}};
    } else {
        // the same blade angles on the new arm: the settings grow as the arm shrinks
        const PlateServo& first = c.setup.machine.servos.front();
        const double perPct = shareFromPct(c.setup.controller.profile.strokeUs) * first.servo.degPerUs;
        const auto rescaled = [&](double pct) {
            return roundToStep(armAngleDeg(arm, first.linkMm, ballHeightMm(first.armMm, first.linkMm, pct * perPct)) / perPct, 0.1);
        };
        const ControllerSettings& fc = c.setup.controller;
        f.fix = {{"controller.collectiveHighPct", rescaled(fc.collectiveHighPct)},
                 {"controller.collectiveLowPct", rescaled(fc.collectiveLowPct)},
                 {"controller.referencePct", rescaled(fc.referencePct)}};
        for (const PlateServo& s : c.setup.machine.servos) f.fix.push_back({servoPath(s, "armMm"), arm});
        f.subject = "machine.servos.elevator.armMm";
    }
    out.push_back(std::move(f));
}

void phase(const AuditContext& c, std::vector<Finding>& out) {
    if (std::abs(c.setup.controller.phaseDeg - c.setup.machine.head.phaseDeg) <= 0.5) return;
    out.push_back({.severity = Severity::Warning,
                   .row = "layout",
                   .title = say(KH_TR("The phase angle is not the head's")),
                   .found = say(KH_TR("Set {s}°, the head needs {m}°."),
                                {{"s", signedNum(c.setup.controller.phaseDeg, 1)}, {"m", signedNum(c.setup.machine.head.phaseDeg, 1)}}),
                   .why = say(KH_TR("Roll creeps into pitch and pitch into roll.")),
                   .todo = say(KH_TR("Set the phase to {m}° in the controller."), {{"m", signedNum(c.setup.machine.head.phaseDeg, 1)}}),
                   .box = Box::Controller,
                   .subject = "controller.phaseDeg",
                   .fix = {{"controller.phaseDeg", c.setup.machine.head.phaseDeg}}});
}

}  // namespace

std::span<const Rule> swashRules() {
    static constexpr std::array rules{
        Rule{"swash-mixing", Station::Swash, mixing},
        Rule{"layout", Station::Swash, layout},
        Rule{"mounting", Station::Swash, mounting},
        Rule{"servo-rate", Station::Swash, servoRate},
        Rule{"servo-pulse", Station::Swash, servoPulse},
        Rule{"frame-period", Station::Swash, framePeriod},
        Rule{"ports", Station::Swash, ports},
        Rule{"servo-direction", Station::Swash, directions},
        Rule{"trim-safe", Station::Swash, trims},
        Rule{"arm-square", Station::Swash, square},
        Rule{"collective-sense", Station::Swash, collectiveSense},
        Rule{"cyclic-sense", Station::Swash, cyclicSense},
        Rule{"stroke-use", Station::Swash, strokeUse},
        Rule{"phase", Station::Swash, phase},
    };
    return rules;
}

}  // namespace kh
