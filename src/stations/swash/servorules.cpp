// SPDX-License-Identifier: GPL-3.0-or-later
//
// Servo data, ports, directions, square arms.
#include "base/conventions.h"
#include "formula/linkage.h"
#include "judge/candidates.h"
#include "judge/helicopter/candidates.h"
#include "judge/rowids.h"
#include "judge/rule.h"
#include "model/fieldpatterns.h"
#include "model/helicopter/helicopter.h"
#include "model/helicopter/layouts.h"
#include "stations/helicopter/servosources.h"
#include "stations/swash/servoparts.h"
#include "stations/swash/swash.h"

#include <algorithm>
#include <array>
#include <cmath>

namespace kh {

namespace {

constexpr double kSquareDeg = 3.0;
constexpr double kPulseClassUs = 100.0;  ///< centres closer than this are one class
constexpr double kHalfToothDeg = 7.2;    ///< of 25 teeth: the opposite leg of a four-sided arm (docs/domain.md 5.5)
constexpr double kToothDeg = 14.4;

void servoRate(const AuditContext& c, std::vector<Finding>& out) {
    for (const PlateServo& s : helicopter(c.setup).servos) {
        if (sureMaxHz(*s.servo) && c.setup.controller.rateHz > *s.servo->maxHz + 1e-9) {
            const double rate = allowedRateHz(c.setup.controller.profile, *s.servo->maxHz, c.setup.controller.pulseUs);
            out.push_back(
                {.severity = Severity::Danger,
                 .row = "servo-rate"_row,
                 .title = c.say(KH_TR("The servo rate destroys {s}"), {{"s", s.servo->name}}),
                 .found = c.say(KH_TR("{r} is sent; {s} survives {m}."), {{"r", c.amount("controller.rateHz"_field)},
                                                                          {"s", s.servo->name},
                                                                          {"m", c.amount("controller.rateHz"_field, *s.servo->maxHz)}}),
                 .why = c.say(KH_TR("It overheats within minutes and fails in flight.")),
                 .todo = c.say(KH_TR("Set {r} in the controller before the servos are plugged in."),
                               {{"r", c.amount("controller.rateHz"_field, rate)}}),
                 .box = Box::Controller,
                 .subject = "controller.rateHz"_field,
                 .fix = {{"controller.rateHz"_field, rate}}});
            return;
        }
        if (!sureMaxHz(*s.servo) && c.setup.controller.rateHz > 50.0) {
            out.push_back({.severity = Severity::Warning,
                           .row = "servo-rate"_row,
                           .title = c.say(KH_TR("The servo's highest rate is not known")),
                           .found = sourcesSaid(
                               c, *s.servo, false,
                               c.say(KH_TR("{r} is sent to {s}."), {{"r", c.amount("controller.rateHz"_field)}, {"s", s.servo->name}})),
                           .why = c.say(KH_TR("An analogue servo burns above 50 Hz.")),
                           .todo = c.say(KH_TR("Set 50 Hz in the controller until you have looked up the servo's data.")),
                           .box = Box::Controller,
                           .subject = servoPath(s, "servo.maxHz"),
                           .fix = {{"controller.rateHz"_field, 50.0}}});
            return;
        }
    }
}

void servoPulse(const AuditContext& c, std::vector<Finding>& out) {
    const double sent = c.setup.controller.pulseUs;
    const auto suits = [&](double us) {
        return static_cast<std::size_t>(
            std::count_if(helicopter(c.setup).servos.begin(), helicopter(c.setup).servos.end(),
                          [&](const PlateServo& s) { return surePulseUs(*s.servo) && std::abs(*s.servo->pulseUs - us) <= kPulseClassUs; }));
    };
    for (const PlateServo& s : helicopter(c.setup).servos) {
        if (!surePulseUs(*s.servo)) {
            out.push_back({.severity = Severity::Warning,
                           .row = "servo-pulse"_row,
                           .title = c.say(KH_TR("The servo's pulse class is not known")),
                           .found = sourcesSaid(c, *s.servo, true, c.say(KH_TR("Nothing is proposed for {s}."), {{"s", s.servo->name}})),
                           .why = c.say(KH_TR("A wide pulse drives a narrow servo to its stop and burns it.")),
                           .todo = c.say(KH_TR("Leave the servos unplugged until you have looked up their data.")),
                           .box = Box::Bench,
                           .subject = servoPath(s, "servo.pulseUs")});
            return;
        }
        if (std::abs(*s.servo->pulseUs - sent) <= kPulseClassUs) continue;
        // an odd servo among others is not helped by driving the others to their stops
        const bool odd = suits(*s.servo->pulseUs) < helicopter(c.setup).servos.size();
        Finding f{
            .severity = Severity::Danger,
            .row = "servo-pulse"_row,
            .title = c.say(KH_TR("The pulse drives {s} to its stop"), {{"s", s.servo->name}}),
            .found = c.say(KH_TR("{p} centre is sent; {s} wants {w}."), {{"p", c.amount("controller.pulseUs"_field, sent)},
                                                                         {"s", s.servo->name},
                                                                         {"w", c.amount("controller.pulseUs"_field, *s.servo->pulseUs)}}),
            .why = c.say(KH_TR("The servo runs against its end, hums and burns.")),
            .box = odd ? Box::Machine : Box::Controller,
            .witness = sticksAt(0.0, 0.0),
            .subject = odd ? servoPath(s, "servo.pulseUs") : "controller.pulseUs"_field};
        if (odd) {
            f.todo = c.say(KH_TR("Unplug the {r} servo now; replace it by one of the others' class before the pack goes in."),
                           {{"r", asWord(s.id)}});
        } else {
            f.todo = c.say(KH_TR("Set {w} in the controller; if a servo hums at power-up, pull the pack at once."),
                           {{"w", c.amount("controller.pulseUs"_field, *s.servo->pulseUs)}});
            f.fix = {{"controller.pulseUs"_field, *s.servo->pulseUs}};
        }
        out.push_back(std::move(f));
        return;
    }
}

void framePeriod(const AuditContext& c, std::vector<Finding>& out) {
    const auto check = [&](double pulse, double hz, double stroke, const char* id, const char* path, const char* row) {
        const double longest = pulse + strokeFor(stroke, pulse);
        if (1e6 / hz > longest) return;
        const double rate = allowedRateHz(c.setup.controller.profile, hz, longest);
        out.push_back(
            {.id = id,
             .severity = Severity::Danger,
             .row = row,
             .title = c.say(KH_TR("The pulse does not fit in its frame")),
             .found = c.say(KH_TR("{h} leaves {p} µs; the longest pulse is {l}."),
                            {{"h", c.amount(path, hz)}, {"p", num(1e6 / hz)}, {"l", c.amount("controller.pulseUs"_field, longest)}}),
             .why = c.say(KH_TR("Pulses run into each other and the servo twitches or stops.")),
             .todo = c.say(KH_TR("Set {r} in the controller."), {{"r", c.amount(path, rate)}}),
             .box = Box::Controller,
             .subject = path,
             .fix = {{path, rate}}});
    };
    const ControllerProfile& box = c.setup.controller.profile;
    check(c.setup.controller.pulseUs, c.setup.controller.rateHz, box.strokeUs, "frame-period", "controller.rateHz"_field, "servo-rate");
    if (!tailBladesTurn(c.setup)) return;
    check(c.setup.controller.tail.pulseUs, c.setup.controller.tail.rateHz, box.tailStrokeUs, "frame-period.tail",
          "controller.tail.rateHz"_field, "tail-rate");
}

void ports(const AuditContext& c, std::vector<Finding>& out) {
    const auto roles = layoutRoles();
    const auto& list = c.setup.controller.ports;
    for (std::size_t i = 0; i < list.size() && i < helicopter(c.setup).servos.size(); ++i) {
        if (list[i].role == roles[i]) continue;
        std::vector<Edit> fix;
        for (std::size_t k = 0; k < list.size() && k < helicopter(c.setup).servos.size(); ++k)
            fix.push_back({portPath(list[k], "role"), std::string(roles[k])});
        out.push_back(
            {.severity = Severity::Danger,
             .row = "ports"_row,
             .title = c.say(KH_TR("A servo is in another's port")),
             .found = c.say(KH_TR("Port {p} drives the {r} servo; the mix means the {m} servo."),
                            {{"p", list[i].id}, {"r", asWord(list[i].role)}, {"m", asWord(roles[i])}}),
             .why = c.say(KH_TR("The plate tilts to the wrong side.")),
             .todo = c.say(KH_TR("Plug the {m} servo into port {p} of the controller."), {{"m", asWord(roles[i])}, {"p", list[i].id}}),
             .box = Box::Machine,
             .witness = sticksAt(0.0, 1.0),
             .subject = portPath(list[i], "role"),
             .fix = fix});
        return;
    }
}

void directions(const AuditContext& c, std::vector<Finding>& out) {
    const auto& ports = c.setup.controller.ports;
    const auto wrongWay = [&](const PortSettings& p) {
        const PlateServo* s = servoOf(c, p.role);
        return s != nullptr && p.reversed == s->risesWithPulse;
    };
    const bool several = std::count_if(ports.begin(), ports.end(), wrongWay) > 1;
    const bool all =
        std::all_of(ports.begin(), ports.end(), [&](const PortSettings& p) { return servoOf(c, p.role) == nullptr || wrongWay(p); });
    for (const PortSettings& p : ports) {
        if (!wrongWay(p)) continue;
        out.push_back(
            {.id = "servo-direction." + p.id,
             .severity = Severity::Danger,
             .row = "servo-directions"_row,
             .title = several ? c.say(KH_TR("The servo in port {p} moves against the stick"), {{"p", p.id}})
                              : c.say(KH_TR("The servo in port {p} moves against the others"), {{"p", p.id}}),
             .found = c.say(KH_TR("Collective up moves the {r} ball down."), {{"r", asWord(p.role)}}),
             .why = all ? c.say(KH_TR("The whole plate answers backwards: the model is driven into the ground when you ask it to climb."))
                        : c.say(KH_TR("The plate tilts instead of rising and the linkage binds.")),
             .todo = c.say(KH_TR("Reverse port {p} in the controller."), {{"p", p.id}}),
             .box = Box::Controller,
             .witness = sticksAt(1.0, 0.0),
             .subject = portPath(p, "reversed"),
             .fix = {{portPath(p, "reversed"), !p.reversed}}});
    }
}

void trims(const AuditContext& c, std::vector<Finding>& out) {
    const double safe = c.setup.controller.profile->trimSafeUs;
    for (const PortSettings& p : c.setup.controller.ports) {
        if (std::abs(p.trimUs) <= safe) continue;
        const PlateServo* s = servoOf(c, p.role);
        Finding f{.id = "trim-safe." + p.id,
                  .severity = Severity::Danger,
                  .row = "arms-square"_row,
                  .title = c.say(KH_TR("Sub-trim of port {p} is beyond the safe count"), {{"p", p.id}}),
                  .found = c.say(KH_TR("{t}; {box} is safe to ±{s}."),
                                 {{"t", c.amount(elementPath("controller.ports.{}.trimUs"_field, p.id))},
                                  {"box", c.setup.controller.profile->name},
                                  {"s", c.amount(elementPath("controller.ports.{}.trimUs"_field, p.id), safe, Amount::Kind::Step)}}),
                  .why = c.say(KH_TR("In flight the servo can run out of pulse range and go limp.")),
                  .box = Box::Controller,
                  .witness = sticksAt(0.0, 0.0),
                  .subject = portPath(p, "trimUs")};
        if (s == nullptr || !squareTrimUs(*s)) {
            f.todo = c.say(KH_TR("Bring it within ±{s} in the controller, and the arm square at the machine."),
                           {{"s", c.amount(elementPath("controller.ports.{}.trimUs"_field, p.id), safe, Amount::Kind::Step)}});
            out.push_back(std::move(f));
            continue;
        }
        const double square = *squareTrimUs(*s);
        if (std::abs(square) <= safe) {
            const double trim = roundToStep(square, c.setup.controller.profile->trimStepUs);
            f.todo = c.say(KH_TR("Set the sub-trim of port {p} to {t} in the controller: there the arm stands square."),
                           {{"p", p.id}, {"t", c.amount(elementPath("controller.ports.{}.trimUs"_field, p.id), trim)}});
            f.fix = {{portPath(p, "trimUs"), trim}};
        } else {
            // the nearest tooth, or with a four-sided arm the nearest half of one; the trim takes the rest
            const double grid = helicopter(c.setup).arms.cross ? kHalfToothDeg : kToothDeg;
            const double turned = s->squareErrorDeg - grid * std::round(s->squareErrorDeg / grid);
            PlateServo seated = *s;
            seated.squareErrorDeg = turned;
            const double trim = roundToStep(*squareTrimUs(seated), c.setup.controller.profile->trimStepUs);
            f.todo = c.say(KH_TR("Seat the arm of port {p} {d}° further {w}, so that it stands {r} off; then set its sub-trim to {t} "
                                 "in the controller."),
                           {{"p", p.id},
                            {"d", num(std::abs(turned - s->squareErrorDeg), 1)},
                            {"w", std::string(turned > s->squareErrorDeg ? KH_TR("up") : KH_TR("down"))},
                            {"r", c.amount(elementPath("machine.servos.{}.squareErrorDeg"_field, s->id), turned)},
                            {"t", c.amount(elementPath("controller.ports.{}.trimUs"_field, p.id), trim)}});
            f.fix = {{servoPath(*s, "squareErrorDeg"), turned}, {portPath(p, "trimUs"), trim}};
        }
        out.push_back(std::move(f));
    }
}

void square(const AuditContext& c, std::vector<Finding>& out) {
    for (const PortSettings& p : c.setup.controller.ports) {
        const PlateServo* s = servoOf(c, p.role);
        if (s == nullptr) continue;
        const double angle = s->squareErrorDeg + (s->risesWithPulse ? 1.0 : -1.0) * p.trimUs * s->servo->degPerUs;
        if (std::abs(angle) <= kSquareDeg) continue;
        out.push_back({.id = "arm-square." + p.id,
                       .severity = Severity::Note,
                       .row = "arms-square"_row,
                       .title = c.say(KH_TR("The arm of port {p} is not square"), {{"p", p.id}}),
                       .found = c.say(KH_TR("It stands {a} off at neutral."),
                                      {{"a", c.amount(elementPath("machine.servos.{}.squareErrorDeg"_field, s->id), angle)}}),
                       .why = c.say(KH_TR("Up and down then move the plate by different amounts.")),
                       .todo = c.say(KH_TR("Trim port {p} in the controller, or turn the arm by a tooth."), {{"p", p.id}}),
                       .box = Box::Controller,
                       .subject = portPath(p, "trimUs"),
                       .fix = {{portPath(p, "trimUs"), p.trimUs - angle / s->servo->degPerUs * (s->risesWithPulse ? 1.0 : -1.0)}}});
    }
}

}  // namespace

std::span<const Rule> servoRules() {
    static constexpr std::array rules{
        Rule{"servo-rate", Station::Swash, Work::ServoHarm, servoRate},
        Rule{"servo-pulse", Station::Swash, Work::ServoHarm, servoPulse},
        Rule{"frame-period", Station::Swash, Work::ServoHarm, framePeriod},
        Rule{"ports", Station::Swash, Work::Wiring, ports},
        Rule{"servo-direction", Station::Swash, Work::Sign, directions},
        Rule{"trim-safe", Station::Swash, Work::Plate, trims},
        Rule{"arm-square", Station::Swash, Work::Plate, square},
    };
    return rules;
}

}  // namespace kh
