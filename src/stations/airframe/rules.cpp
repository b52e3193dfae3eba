// SPDX-License-Identifier: GPL-3.0-or-later
//
// Geometry that cannot close: lengths that were measured or typed wrong, told with the likely cause.
#include "base/conventions.h"
#include "judge/helicopter/figures.h"
#include "judge/rowids.h"
#include "judge/rule.h"
#include "kernel/helicopter/plant.h"
#include "model/fieldpatterns.h"
#include "model/helicopter/helicopter.h"
#include "model/helicopter/sizeclass.h"
#include "stations/airframe/airframe.h"

#include <algorithm>
#include <array>
#include <cmath>

namespace kh {

namespace {

constexpr double kDeadCentreDeg = 80.0;  ///< beyond, an arm hardly lifts its ball any more; past 90° the ball comes back
constexpr double kKitApartMm = 2.0, kKitApartShare = 0.05;  ///< a link further from its kit's length
constexpr int kDirections = 24;
constexpr double kLeastMass = 0.5, kMostMass = 2.0, kMostScaleMass = 3.0;  ///< of the class; a fuselage weighs

/// The largest the settings ask for, over both ends of the collective and all stick directions.
struct Asked {
    double deflection = 0.0;  ///< of a servo, as share of its stroke
    double ringMm = 0.0;      ///< height of the inner ring's highest point
};

Asked mostAsked(const AuditContext& c) {
    Asked most;
    for (const auto& end : c.figures.of<HelicopterFigures>().corners)
        for (std::size_t i = 0; i < kRosePoints; i += kRosePoints / kDirections) {
            const CornerPlate& at = end[i];
            most.deflection = std::max(most.deflection, std::abs(at.deflection));
            const double tilt = std::hypot(at.plane.forward, at.plane.right);
            most.ringMm = std::max(most.ringMm, std::abs(at.plane.heightMm) + helicopter(c.setup).head.innerRadiusMm * tilt);
        }
    return most;
}

void arms(const AuditContext& c, std::vector<Finding>& out) {
    const double deflection = mostAsked(c).deflection;
    const double stroke = strokeFor(c.setup.controller.profile->strokeUs, c.setup.controller.pulseUs);
    for (const PlateServo& s : helicopter(c.setup).servos) {
        const double turned = std::abs(s.squareErrorDeg) + deflection * stroke * s.servo->degPerUs;
        const double sideways = s.armMm * (1.0 - cosDeg(std::min(turned, s.servo->rangeDeg)));
        Finding f{.severity = Severity::Danger, .row = "arms"_row, .box = Box::Machine};
        if (sideways >= s.linkMm || s.linkMm <= s.armMm / 2.0) {
            f.id = "link-length." + s.id;
            f.title = c.say(KH_TR("The link of the {s} servo cannot be that short"), {{"s", asWord(s.id)}});
            f.found = c.say(KH_TR("Link {l} on an arm of {r}: turned by {a}° its ball stands {x} mm aside."),
                            {{"l", c.amount(elementPath("machine.servos.{}.linkMm"_field, s.id))},
                             {"r", c.amount(elementPath("machine.servos.{}.armMm"_field, s.id))},
                             {"a", num(turned)},
                             {"x", num(sideways, 1)}});
            f.why = c.say(KH_TR("Nothing that is computed from these lengths is true."));
            f.todo = c.say(KH_TR("Measure both again, ball to ball and ball to shaft: were arm and link typed the wrong way round?"));
            f.subject = elementPath("machine.servos.{}.linkMm"_field, s.id);
        } else if (turned > kDeadCentreDeg) {
            f.id = "dead-centre." + s.id;
            f.title = c.say(KH_TR("The arm of the {s} servo is asked past its dead centre"), {{"s", asWord(s.id)}});
            f.found = c.say(KH_TR("It would turn {a}°; its servo turns {d}."),
                            {{"a", num(turned)}, {"d", c.amount(elementPath("machine.servos.{}.servo.degPerUs"_field, s.id))}});
            f.why = c.say(KH_TR("Past 90° the ball comes back down: the plate stops and then goes the other way."));
            f.todo = c.say(KH_TR("Look up the servo's travel a µs and the throw that is set: one of them was typed in another unit."));
            f.subject = elementPath("machine.servos.{}.servo.degPerUs"_field, s.id);
        } else {
            continue;
        }
        out.push_back(std::move(f));
    }
}

void grip(const AuditContext& c, std::vector<Finding>& out) {
    const Head& head = helicopter(c.setup).head;
    const double ring = mostAsked(c).ringMm;
    if (ring < head.gripMm) return;
    PartialDeck d;
    d.collective = 1.0;
    d.aileron = 1.0;
    out.push_back(
        {.severity = Severity::Danger,
         .row = "head"_row,
         .title = c.say(KH_TR("The grip lever is shorter than the height asked for")),
         .found = c.say(KH_TR("The ring reaches {h} mm; the lever from ball to feathering axis is {g}."),
                        {{"h", num(ring, 1)}, {"g", c.amount("machine.head.gripMm"_field)}}),
         .why = c.say(KH_TR("The blade would be turned on edge: either the lever was measured wrong or the throw is far too large.")),
         .todo = c.say(KH_TR("Measure the lever again, square to the feathering axis; then the arms, then the throw that is set.")),
         .box = Box::Machine,
         .witness = Witness{std::nullopt, d},
         .subject = "machine.head.gripMm"_field});
}

void mass(const AuditContext& c, std::vector<Finding>& out) {
    const double is = c.setup.machine.massKg;
    const double usual = sizeClassOf(c.setup.machine).massKg;
    const double most = usual * (c.setup.machine.style == FlyingStyle::Scale ? kMostScaleMass : kMostMass);
    if (is >= usual * kLeastMass && is <= most) return;
    out.push_back({.severity = Severity::Warning,
                   .row = "mass"_row,
                   .title = c.say(KH_TR("The flying mass does not fit this size")),
                   .found = c.say(KH_TR("{m}; a {s} weighs about {u}."), {{"m", c.amount("machine.massKg"_field)},
                                                                          {"s", std::string(sizeClassOf(c.setup.machine).id)},
                                                                          {"u", c.amount("machine.massKg"_field, usual)}}),
                   .why = c.say(KH_TR("Hover pitch, power and tail pitch follow from it.")),
                   .todo = c.say(KH_TR("Weigh the machine ready to fly and enter it; look at the size class too.")),
                   .box = Box::Machine,
                   .subject = "machine.massKg"_field,
                   .fix = {{"machine.massKg"_field, usual}}});
}

/// A link that is far from what the kit's manual says: another arm, another ball, or a slip of the pen.
void kitLengths(const AuditContext& c, std::vector<Finding>& out) {
    const auto compare = [&](const std::string& id, const std::string& path, double is, const std::optional<double>& kit) {
        if (!kit || std::abs(is - *kit) <= std::max(kKitApartMm, kKitApartShare * *kit)) return;
        out.push_back(
            {.id = "kit-length." + id,
             .severity = Severity::Note,
             .row = "kit-lengths"_row,
             .title = c.say(KH_TR("{f} differs from the kit's"), {{"f", fieldTitle(c.setup, path)}}),
             .found = c.say(KH_TR("{is}; the kit's manual says {kit}."), {{"is", c.amount(path)}, {"kit", c.amount(path, *kit)}}),
             .why = c.say(KH_TR("Built as the kit says the plate stands at mid travel with the arms square; so far off it does not.")),
             .todo = c.say(KH_TR("Measure it again, ball to ball; then look for another arm or ball than the kit's.")),
             .box = Box::Machine,
             .subject = path});
    };
    const Helicopter& h = helicopter(c.setup);
    for (const PlateServo& s : h.servos) compare(s.id, elementPath("machine.servos.{}.linkMm"_field, s.id), s.linkMm, h.plate.kitLinkMm);
    if (tailBladesTurn(c.setup)) compare("tail", "machine.tail.linkMm"_field, h.tail.linkMm, h.tail.kitLinkMm);
}

}  // namespace

std::span<const Rule> airframeRules() {
    static constexpr std::array rules{
        Rule{"arm-geometry", Station::Airframe, Work::Wiring, arms},
        Rule{"grip-lever", Station::Airframe, Work::Wiring, grip},
        Rule{"mass", Station::Airframe, Work::Curves, mass},
        Rule{"kit-length", Station::Airframe, Work::Plate, kitLengths},
    };
    return rules;
}

}  // namespace kh
