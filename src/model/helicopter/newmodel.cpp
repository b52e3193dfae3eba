// SPDX-License-Identifier: GPL-3.0-or-later
#include "model/helicopter/newmodel.h"

#include "base/conventions.h"
#include "base/error.h"
#include "formula/answers.h"
#include "formula/linkage.h"
#include "model/carried.h"
#include "model/fieldpatterns.h"
#include "model/helicopter/helicopter.h"
#include "model/helicopter/layouts.h"
#include "model/helicopter/sizeclass.h"
#include "model/modeedits.h"
#include "model/ungoverned.h"

#include <fmt/format.h>
#include <algorithm>
#include <cmath>

namespace kh {

namespace {

constexpr double kReferenceBladeMm = 470.0;
constexpr std::size_t kCurvePoints = 5;
constexpr double kWidePulseUs = 1520.0;
constexpr double kAloneStrokePct = 80.0;  ///< of a servo that moves cyclic alone: the plate stops before it does
constexpr double kLeastStrokePct = 63.0;  ///< a servo that uses less makes the head coarse
constexpr double kMidStick = 50.0;        ///< x of a curve's middle
constexpr double kNormalLowDeg = -2.9;    ///< of Normal with the stick low: a run-up there presses nothing

double tenth(double v) { return roundToStep(v, 0.1); }

const Layout& layoutNamed(const std::string& id) {
    if (const Layout* layout = findLayout(id)) return *layout;
    std::vector<std::string> ids;
    for (const Layout& l : layouts()) ids.emplace_back(l.id);
    throw InputError("layout", fmt::format("{} is not known; known are {}", id, fmt::join(ids, "; ")));
}

/// Share of the controller's stroke that moves a plate ball by `heightMm`.
double strokePct(const PlateServo& servo, const ControllerProfile& box, double heightMm) {
    return pctFromShare(armAngleDeg(servo.armMm, servo.linkMm, heightMm) / servo.servo->degPerUs /
                        strokeFor(box.strokeUs, servo.servo->pulseUs.value_or(kWidePulseUs)));
}

/// What a style starts with beside its collective.
struct Style {
    bool flownInverted;                ///< in the idle-ups
    double rollPitchDegS, rudderDegS;  ///< of the first bank
};
Style styleOf(FlyingStyle style) {
    switch (style) {
        case FlyingStyle::Training: return {false, 150.0, 350.0};
        case FlyingStyle::Scale: return {false, 150.0, 300.0};
        case FlyingStyle::Aerobatic: return {true, 350.0, 500.0};
        case FlyingStyle::Sport: break;
    }
    return {true, 200.0, 400.0};
}

void buildMachine(Setup& s, const SizeClass& c, const NewModelAnswers& answers) {
    Machine& m = s.machine;
    const Boxes& boxes = answers.boxes;
    const double scale = c.bladeMm / kReferenceBladeMm;
    m.name = answers.name;
    m.sizeClass = c.id;
    m.style = answers.style;
    m.massKg = c.massKg;
    helicopter(m).rotor = {c.discM, c.bladeMm, c.chordMm, 2.0, answers.turning, std::nullopt};
    helicopter(m).head.link = answers.link;
    helicopter(m).plate.mechanical = layoutNamed(answers.layout).mechanical;
    helicopter(m).head.innerRadiusMm = tenth(16.0 * scale);
    helicopter(m).head.gripMm = tenth(22.0 * scale);
    if (c.threadMm > 0.0) helicopter(m).head.threadMmPerTurn = c.threadMm;
    helicopter(m).plate.ballRadiusMm = tenth(28.0 * scale);
    helicopter(m).plate.travelMm = tenth(8.0 * scale);
    const Layout& layout = layouts().front();
    for (std::size_t i = 0; i < layout.azimuthsDeg.size(); ++i) {
        PlateServo servo{layoutRoles()[i], layout.azimuthsDeg[i], std::nullopt, tenth(14.0 * scale), tenth(40.0 * scale), true, 0.0,
                         boxes.plateServo};
        helicopter(m).servos.push_back(servo);
    }
    if (c.bladeMm >= 550.0) m.wiring.supplyLeads = 2.0;
    helicopter(m).tail.armMm = tenth(8.0 * scale);
    helicopter(m).tail.linkMm = tenth(60.0 * scale);
    helicopter(m).tail.gripMm = tenth(12.0 * scale);
    helicopter(m).tail.sliderLimitMm = tenth(7.0 * scale);
    helicopter(m).tail.discM = roundToStep((c.bladeMm <= 325.0 ? 0.21 : 0.19) * c.discM, 0.001);
    helicopter(m).tail.chordMm = tenth(17.0 * scale);
    helicopter(m).tail.boomM = roundToStep(0.60 * c.discM, 0.01);
    helicopter(m).tail.servo = boxes.tailServo;
    m.power.kind = c.power;
    m.power.cells = std::max(1.0, c.cells);
    m.power.efficiency = c.bladeMm >= 380.0 ? 0.92 : 0.86;
}

void buildSwitches(TransmitterSettings& tx, int banks, bool engine) {
    std::vector<std::string> three, two, momentary;
    for (const SwitchProfile& p : tx.profile->switches) {
        (p.momentary ? momentary : p.places == 3 ? three : two).push_back(p.id);
        tx.switches.push_back({p.id, 1, 1});
    }
    if (three.empty() || two.empty())
        throw InputError("transmitter.profile.switches"_field, "one switch of three places and one of two are needed");
    tx.modes[1].when = {{{three[0], 2, ""}}};
    tx.modes[2].when = {{{three[0], 3, ""}}};
    tx.modes[3].when = {{{two[0], 2, ""}}};
    for (SwitchSettings& s : tx.switches)
        if (s.id == two[0]) s.powerOnPlace = 2;  // hold on when the transmitter is switched on
    if (two.size() > 1) tx.kill.when = {{{two[1], 2, ""}}};
    if (three.size() > 1 && banks > 1) tx.functions = {{"bank-2", {{{three[1], 2, ""}}}}, {"bank-3", {{{three[1], 3, ""}}}}};
    // barred while hold is on, and where an engine idles at low stick
    Condition rescue;
    if (!momentary.empty()) rescue = {{{momentary[0], 2, ""}, {two[0], 1, ""}}};
    if (engine && !rescue.empty()) {
        rescue.push_back(rescue.front());
        for (int i : {0, 1}) rescue[static_cast<std::size_t>(i)].push_back({three[0], 2 + i, ""});
    }
    tx.functions.push_back({"rescue", rescue});
    for (const char* id : {"bail-out", "gain-2", "gain-3", "timer", "voice"}) tx.functions.push_back({id, {}});  // on no switch yet
    // what a switch works in the controller is carried there by a channel
    std::vector<std::string> carried;
    if (three.size() > 1 && banks > 1) carried.push_back(three[1]);
    if (!momentary.empty()) carried.push_back(momentary[0]);
    for (const int number : unusedChannels(tx)) {
        if (tx.spares.size() == carried.size()) break;
        tx.spares.push_back({fmt::format("ch{}", number), number, carried[tx.spares.size()]});
    }
}

/// How Normal's throttle leaves zero: not at all, at the first point, or by the stick up to its middle, where the model hovers.
enum class Rise { None, FirstPoint, ByStick };

Curve throttleCurve(double pct, Rise rise, std::size_t points) {
    Curve curve = flatCurve(pct, points);
    if (rise == Rise::FirstPoint) curve.points.front().y = 0.0;
    if (rise == Rise::ByStick)
        for (CurvePoint& p : curve.points)
            if (const double below = (kMidStick - p.x) / kMidStick; below > 0.0) p.y = roundToStep(pct * (1.0 - below * below), 1.0);
    return curve;
}

void buildTransmitter(Setup& s, const SizeClass& c, const NewModelAnswers& answers) {
    TransmitterSettings& tx = s.transmitter;
    tx.schools.throttle = answers.throttle;
    tx.schools.hold = answers.hold;
    const ControllerProfile& box = s.controller.profile;
    const auto points = std::min<std::size_t>(kCurvePoints, static_cast<std::size_t>(tx.profile->curvePoints));
    const TravelGrid grid{tx.profile->travelStepPct, tx.profile->travelLimitPct,
                          box.punishesOvershoot ? Overshoot::Forbid : Overshoot::Allow};
    int number = 1;
    for (const std::string& id : box.channelOrder) {
        ChannelSettings ch;
        ch.id = id;
        ch.number = number++;
        if (id != "throttle") {  // the throttle is learned by the speed controller instead
            const ReadingScale reading{box.centreUs, box.usPerPct, box.deadBandPct};
            const double centre = (tx.profile->centreUs - box.centreUs) / box.usPerPct;
            ch.subTrimPct = subTrimFor(centre, box.usPerPct, tx.profile->usPerPct, tx.profile->subTrimStepPct).changePct;
            // a sub-trim that bends leaves the ends where the transmitter's own centre puts them
            const double from = tx.profile->laws.subTrim == SubTrimLaw::Bends ? centre : 0.0;
            const double full = readingPctUnchecked(box.centreUs + 100.0 * tx.profile->usPerPct, reading);
            ch.travelHighPct = endpointFor(100.0, full * 100.0 / (100.0 - from), grid).travelPct;
            ch.travelLowPct = endpointFor(100.0, full * 100.0 / (100.0 + from), grid).travelPct;
        }
        tx.channels.push_back(ch);
    }
    const CollectiveTarget collective = startingCollective(s.machine);
    const double normalLow = std::max(-100.0, kNormalLowDeg / -collective.lowDeg * 100.0);
    const double holdLow = std::max(-100.0, -5.0 / -collective.lowDeg * 100.0);
    const auto bent = [&](double low) {  // flat below mid stick, the common line above: one hover in all modes
        Curve curve = lineCurve(-100.0, 100.0, points);
        for (CurvePoint& p : curve.points)
            if (p.y < 0.0) p.y = roundToStep(p.y * -low / 100.0, 1.0);
        return curve;
    };
    const std::array<double, 3> throttle{65.0, 75.0, 85.0};
    const std::array<const char*, 4> ids{"normal", "idle1", "idle2", kHoldMode};
    const std::array<const char*, 4> names{"Normal", "Idle-up 1", "Idle-up 2", "Hold"};
    for (std::size_t i = 0; i < 4; ++i) {
        FlightMode m;
        m.id = ids[i];
        m.name = names[i];
        m.flownInverted = (i == 1 || i == 2) && styleOf(answers.style).flownInverted;
        m.pitch = i == 0 ? bent(normalLow) : i == 3 ? bent(holdLow) : lineCurve(-100.0, 100.0, points);
        const std::size_t speed = i == 3 ? 1 : i;
        if (i < 3) {
            // what is governed must see one value wherever the motor runs (docs/domain.md 4, P10)
            const Rise rise = i > 0 || answers.throttle != ThrottleSchool::Classic ? Rise::None
                              : s.speedController.profile->governs                 ? Rise::FirstPoint
                                                                                   : Rise::ByStick;
            m.throttle = throttleCurve(throttle[i], rise, points);
            // what nothing governs follows the load
            const bool engine = c.power == PowerKind::Engine;
            if (engine && i == 0) m.throttle = risingThrottle(m.throttle, kUngovernedIdlePct, throttle[i]);
            else if (i > 0 && (engine || !s.speedController.profile->governs)) m.throttle = veeThrottle(m.throttle, kMidStick, throttle[i]);
            m.targetRpm = c.headRpm[i];
        }
        const double ratio = c.headRpm[0] / c.headRpm[speed];
        const double gain = std::clamp(c.gainPct[1] * ratio * ratio, c.gainPct[0], c.gainPct[1]);
        m.tailGainPct = 2.0 * std::round(gain / 2.0);  // a whole number in every scale
        tx.modes.push_back(std::move(m));
    }
    tx.hold.throttlePct = c.power == PowerKind::Engine ? kUngovernedIdlePct : answers.hold == HoldSchool::BailOut ? kUsualArmedPct : -5.0;
    tx.hold.autorotationFrom = "idle1";
    tx.timerMin = c.power == PowerKind::Engine ? 4.0 : 3.0;
    buildSwitches(tx, box.banks, c.power == PowerKind::Engine);
    if (answers.hold == HoldSchool::BailOut && c.power == PowerKind::Electric && tx.kill.when.empty())
        throw InputError("transmitter.profile.switches"_field,
                         "two switches of two places are needed, one for hold and one for kill: with an idle for bail-out only kill is "
                         "surely off");
    if (answers.hold == HoldSchool::BailOut && c.power == PowerKind::Electric) {
        s.speedController.bailOutS = kUsualBailOutS;
        for (const Term& t : tx.kill.when.front())  // hold is armed: kill is on when the transmitter is switched on
            for (SwitchSettings& place : tx.switches)
                if (place.id == t.switchId) place.powerOnPlace = t.place;
    }
}

void buildController(Setup& s, const SizeClass& c, const NewModelAnswers& answers) {
    ControllerSettings& fc = s.controller;
    const CollectiveTarget collective = startingCollective(s.machine);
    const PlateServo& servo = helicopter(s).servos.front();
    const Head& head = helicopter(s).head;
    for (const std::string& word : fc.profile->mountings)  // the first there is a word for
        if (std::any_of(kMountingChoices.begin(), kMountingChoices.end(), [&](const Choice& choice) { return word == choice.id; })) {
            fc.mounting = word;
            break;
        }
    fc.pulseUs = servo.servo->pulseUs.value_or(kWidePulseUs);
    fc.rateHz = 50.0;
    for (const double hz : fc.profile->ratesHz)
        if (servo.servo->maxHz && hz <= *servo.servo->maxHz && hz <= 200.0) fc.rateHz = std::max(fc.rateHz, hz);
    for (std::size_t i = 0; i < helicopter(s).servos.size() && i < fc.profile->ports.size(); ++i)
        fc.ports.push_back({fc.profile->ports[i], helicopter(s).servos[i].id, false, 0.0});
    const double tilt = referenceTiltDeg(fc.profile->referenceDeg, head.innerRadiusMm, head.gripMm);
    const bool mechanical = helicopter(s).plate.mechanical;
    const bool trailing = answers.link == LinkSide::Trailing;  // there the plate goes down for more pitch
    const auto spread = [&] {
        const double up = tenth(strokePct(servo, fc.profile, head.gripMm * sinDeg(collective.highDeg)));
        const double down = tenth(strokePct(servo, fc.profile, head.gripMm * sinDeg(-collective.lowDeg)));
        fc.collectiveHighPct = trailing ? down : up;
        fc.collectiveLowPct = trailing ? up : down;
        fc.referencePct = tenth(strokePct(servo, fc.profile, helicopter(s).plate.ballRadiusMm * sinDeg(tilt)) /
                                shareFromPct(fc.profile->referenceDemandPct));
        // what is left of the stroke beside full collective, with the margin the stroke rule asks for; mechanical: a servo each
        const double left = mechanical ? kAloneStrokePct : 94.0 - std::max(up, down);
        fc.cyclicLimitPct = std::floor(std::clamp(left / fc.referencePct, 0.1, 1.0) * 100.0);
        return std::max(up, down);
    };
    const auto nextHole = [&](double factor) {
        for (PlateServo& each : helicopter(s).servos) each.armMm = tenth(each.armMm * factor);
    };
    double widest = spread();
    for (int hole = 1; hole < 6 && fc.cyclicLimitPct < fc.profile->referenceDemandPct; ++hole) {
        nextHole(1.05);  // outwards: the reference must be reached
        widest = spread();
    }
    for (int hole = 1; mechanical && hole < 6 && widest < kLeastStrokePct; ++hole) {
        nextHole(0.95);  // inwards: a servo that moves one thing alone has stroke to spare
        widest = spread();
    }
    fc.tail.pulseUs = helicopter(s).tail.servo->pulseUs.value_or(kWidePulseUs);
    fc.tail.rateHz = 50.0;
    for (const double hz : fc.profile->ratesHz)
        if (helicopter(s).tail.servo->maxHz && hz <= *helicopter(s).tail.servo->maxHz && 1e6 / hz > fc.tail.pulseUs * 1.5)
            fc.tail.rateHz = std::max(fc.tail.rateHz, hz);
    const Style style = styleOf(answers.style);
    for (int i = 1; i <= fc.profile->banks; ++i)
        fc.banks.push_back({std::to_string(i), style.rollPitchDegS + 50.0 * (i - 1), style.rudderDegS + 70.0 * (i - 1), 0.0, 50.0});
    fc.governor.runUpS = c.runUpS;
    fc.directions.collectiveReversed = trailing;
}

/// The balls stand as answered, and the controller is told so, by name or by angles where it takes them.
Setup laidOut(const Setup& setup, const Layout& layout) {
    Setup s = builtAs(setup, layout, {});
    s.standings.clear();
    ControllerSettings& fc = s.controller;
    const auto knows = [&](std::string_view word) {
        return std::find(fc.profile->layouts.begin(), fc.profile->layouts.end(), word) != fc.profile->layouts.end();
    };
    if (knows(layout.id)) {
        fc.layout = layout.id;
    } else if (knows(kCustomLayout) && !layout.mechanical) {
        fc.layout = kCustomLayout;
        fc.customAzimuthsDeg = layout.azimuthsDeg;
    }
    return s;
}

}  // namespace

Setup newModel(const NewModelAnswers& answers, const std::string& at) {
    const auto all = sizeClasses();
    const auto found = std::find_if(all.begin(), all.end(), [&](const SizeClass& c) { return answers.sizeClass == c.id; });
    if (found == all.end()) {
        std::vector<std::string> ids;
        for (const SizeClass& c : all) ids.emplace_back(c.id);
        throw InputError("sizeClass", fmt::format("{} is not known; known are {}", answers.sizeClass, fmt::join(ids, ", ")));
    }
    if (!movesPlate(answers.boxes.controller))
        throw InputError("controller.profile.layouts"_field, fmt::format("{} moves no swash plate", answers.boxes.controller.name));
    const Layout& layout = layoutNamed(answers.layout);
    Setup s;
    s.transmitter.profile = answers.boxes.transmitter;
    s.controller.profile = answers.boxes.controller;
    s.speedController.profile = answers.boxes.speedController;
    buildMachine(s, *found, answers);
    buildTransmitter(s, *found, answers);
    buildController(s, *found, answers);
    const TransmitterProfile& tx = s.transmitter.profile;
    s.speedController.lowUs = tx.centreUs - 100.0 * tx.usPerPct;
    s.speedController.highUs = tx.centreUs + 100.0 * tx.usPerPct;
    s.speedController.softStartS = found->runUpS;
    s.speedController.control = s.speedController.profile->governs ? SpeedControl::Governor : SpeedControl::Direct;
    const NewModelAnswers byDefault;
    const bool otherLayout = answers.layout != byDefault.layout;
    s = withTakenFunctions(laidOut(s, layout));
    const auto answered = [&](bool otherwise, const std::string& path) {
        if (otherwise) s.standings[path] = {Standing::Entered, at, {}, {}};
    };
    answered(answers.name != byDefault.name, "machine.name"_field);
    answered(answers.style != byDefault.style, "machine.style"_field);
    answered(answers.turning != byDefault.turning, "machine.rotor.turning"_field);
    answered(answers.link != byDefault.link, "machine.head.link"_field);
    answered(answers.throttle != byDefault.throttle, "transmitter.schools.throttle"_field);
    answered(answers.hold != byDefault.hold, "transmitter.schools.hold"_field);
    for (const PlateServo& servo : helicopter(s).servos) answered(otherLayout, elementPath("machine.servos.{}.azimuthDeg"_field, servo.id));
    return s;
}

}  // namespace kh
