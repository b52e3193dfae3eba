// SPDX-License-Identifier: GPL-3.0-or-later
#include "model/helicopter/newmodel.h"

#include "base/conventions.h"
#include "base/error.h"
#include "formula/answers.h"
#include "formula/linkage.h"
#include "model/fieldpatterns.h"
#include "model/helicopter/layouts.h"
#include "model/helicopter/sizeclass.h"

#include <fmt/format.h>
#include <algorithm>
#include <cmath>

namespace kh {

namespace {

constexpr double kReferenceBladeMm = 470.0;
constexpr std::size_t kCurvePoints = 5;
constexpr double kWidePulseUs = 1520.0;

double tenth(double v) { return roundToStep(v, 0.1); }

/// Share of the controller's stroke that moves a plate ball by `heightMm`.
double strokePct(const PlateServo& servo, const ControllerProfile& box, double heightMm) {
    return pctFromShare(armAngleDeg(servo.armMm, servo.linkMm, heightMm) / servo.servo.degPerUs /
                        strokeFor(box.strokeUs, servo.servo.pulseUs.value_or(kWidePulseUs)));
}

void buildMachine(Setup& s, const SizeClass& c, const Boxes& boxes) {
    Machine& m = s.machine;
    const double scale = c.bladeMm / kReferenceBladeMm;
    m.sizeClass = c.id;
    m.massKg = c.massKg;
    m.rotor = {c.discM, c.bladeMm, c.chordMm, 2.0, Turning::Clockwise, std::nullopt};
    m.head.innerRadiusMm = tenth(16.0 * scale);
    m.head.gripMm = tenth(22.0 * scale);
    if (c.threadMm > 0.0) m.head.threadMmPerTurn = c.threadMm;
    m.plate.ballRadiusMm = tenth(28.0 * scale);
    m.plate.travelMm = tenth(8.0 * scale);
    const Layout& layout = layouts().front();
    for (std::size_t i = 0; i < layout.azimuthsDeg.size(); ++i) {
        PlateServo servo{layoutRoles()[i], layout.azimuthsDeg[i], std::nullopt, tenth(14.0 * scale), tenth(40.0 * scale), true, 0.0,
                         boxes.plateServo};
        m.servos.push_back(servo);
    }
    if (c.bladeMm >= 550.0) m.wiring.supplyLeads = 2.0;
    m.tail.armMm = tenth(8.0 * scale);
    m.tail.linkMm = tenth(60.0 * scale);
    m.tail.gripMm = tenth(12.0 * scale);
    m.tail.sliderLimitMm = tenth(7.0 * scale);
    m.tail.discM = roundToStep((c.bladeMm <= 325.0 ? 0.21 : 0.19) * c.discM, 0.001);
    m.tail.chordMm = tenth(17.0 * scale);
    m.tail.boomM = roundToStep(0.60 * c.discM, 0.01);
    m.tail.servo = boxes.tailServo;
    m.power.kind = c.power;
    m.power.cells = std::max(1.0, c.cells);
    m.power.efficiency = c.bladeMm >= 380.0 ? 0.92 : 0.86;
}

void buildSwitches(TransmitterSettings& tx) {
    std::vector<std::string> three, two, momentary;
    for (const SwitchProfile& p : tx.profile.switches) {
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
    if (three.size() > 1) tx.functions = {{"bank-2", {{{three[1], 2, ""}}}}, {"bank-3", {{{three[1], 3, ""}}}}};
    // barred while hold is on
    tx.functions.push_back({"rescue", momentary.empty() ? Condition{} : Condition{{{momentary[0], 2, ""}, {two[0], 1, ""}}}});
    for (const char* id : {"bail-out", "gain-2", "gain-3", "timer", "voice"}) tx.functions.push_back({id, {}});  // on no switch yet
}

void buildTransmitter(Setup& s, const SizeClass& c) {
    TransmitterSettings& tx = s.transmitter;
    const ControllerProfile& box = s.controller.profile;
    const auto points = std::min<std::size_t>(kCurvePoints, static_cast<std::size_t>(tx.profile.curvePoints));
    const TravelGrid grid{tx.profile.travelStepPct, tx.profile.travelLimitPct,
                          box.punishesOvershoot ? Overshoot::Forbid : Overshoot::Allow};
    int number = 1;
    for (const std::string& id : box.channelOrder) {
        ChannelSettings ch;
        ch.id = id;
        ch.number = number++;
        if (id != "throttle") {  // the throttle is learned by the speed controller instead
            const ReadingScale reading{box.centreUs, box.usPerPct, box.deadBandPct};
            const double centre = (tx.profile.centreUs - box.centreUs) / box.usPerPct;
            ch.subTrimPct = subTrimFor(centre, box.usPerPct, tx.profile.usPerPct, tx.profile.subTrimStepPct).changePct;
            const double full = readingPctUnchecked(box.centreUs + 100.0 * tx.profile.usPerPct, reading);
            ch.travelLowPct = ch.travelHighPct = endpointFor(100.0, full, grid).travelPct;
        }
        tx.channels.push_back(ch);
    }
    const double normalLow = -3.0 / c.collectiveDeg * 100.0;
    const double holdLow = -5.0 / c.collectiveDeg * 100.0;
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
        m.flownInverted = i == 1 || i == 2;
        m.pitch = i == 0 ? bent(normalLow) : i == 3 ? bent(holdLow) : lineCurve(-100.0, 100.0, points);
        const std::size_t speed = i == 3 ? 1 : i;
        if (i < 3) {
            m.throttle = flatCurve(throttle[i], points);
            m.targetRpm = c.headRpm[i];
        }
        const double ratio = c.headRpm[0] / c.headRpm[speed];
        const double gain = std::clamp(c.gainPct[1] * ratio * ratio, c.gainPct[0], c.gainPct[1]);
        m.tailGainPct = 2.0 * std::round(gain / 2.0);  // a whole number in every scale
        tx.modes.push_back(std::move(m));
    }
    tx.hold.throttlePct = c.power == PowerKind::Engine ? 15.0 : -5.0;
    tx.hold.autorotationFrom = "idle1";
    tx.timerMin = c.power == PowerKind::Engine ? 4.0 : 3.0;
    buildSwitches(tx);
}

void buildController(Setup& s, const SizeClass& c) {
    ControllerSettings& fc = s.controller;
    const PlateServo& servo = s.machine.servos.front();
    const Head& head = s.machine.head;
    for (const std::string& word : fc.profile.mountings)  // the first there is a word for
        if (std::any_of(kMountingChoices.begin(), kMountingChoices.end(), [&](const Choice& choice) { return word == choice.id; })) {
            fc.mounting = word;
            break;
        }
    fc.pulseUs = servo.servo.pulseUs.value_or(kWidePulseUs);
    fc.rateHz = 50.0;
    for (const double hz : fc.profile.ratesHz)
        if (servo.servo.maxHz && hz <= *servo.servo.maxHz && hz <= 200.0) fc.rateHz = std::max(fc.rateHz, hz);
    for (std::size_t i = 0; i < s.machine.servos.size() && i < fc.profile.ports.size(); ++i)
        fc.ports.push_back({fc.profile.ports[i], s.machine.servos[i].id, false, 0.0});
    const double tilt = referenceTiltDeg(fc.profile.referenceDeg, head.innerRadiusMm, head.gripMm);
    for (int hole = 0; hole < 6; ++hole) {
        fc.collectiveHighPct = fc.collectiveLowPct = tenth(strokePct(servo, fc.profile, head.gripMm * sinDeg(c.collectiveDeg)));
        fc.referencePct =
            tenth(strokePct(servo, fc.profile, s.machine.plate.ballRadiusMm * sinDeg(tilt)) / shareFromPct(fc.profile.referenceDemandPct));
        // what is left of the stroke beside full collective, with the margin the stroke rule asks for
        fc.cyclicLimitPct = std::floor(std::clamp((94.0 - fc.collectiveHighPct) / fc.referencePct, 0.1, 1.0) * 100.0);
        if (fc.cyclicLimitPct >= fc.profile.referenceDemandPct) break;
        for (PlateServo& each : s.machine.servos)
            each.armMm = tenth(each.armMm * 1.05);  // the next hole out: the reference must be reached
    }
    fc.tail.pulseUs = s.machine.tail.servo.pulseUs.value_or(kWidePulseUs);
    fc.tail.rateHz = 50.0;
    for (const double hz : fc.profile.ratesHz)
        if (s.machine.tail.servo.maxHz && hz <= *s.machine.tail.servo.maxHz && 1e6 / hz > fc.tail.pulseUs * 1.5)
            fc.tail.rateHz = std::max(fc.tail.rateHz, hz);
    for (int i = 1; i <= fc.profile.banks; ++i)
        fc.banks.push_back({std::to_string(i), 200.0 + 50.0 * (i - 1), 400.0 + 70.0 * (i - 1), 0.0, 50.0});
    fc.governor.runUpS = c.runUpS;
}

}  // namespace

Setup newModel(const std::string& name, const std::string& sizeClass, const Boxes& boxes) {
    const auto all = sizeClasses();
    const auto found = std::find_if(all.begin(), all.end(), [&](const SizeClass& c) { return sizeClass == c.id; });
    if (found == all.end()) {
        std::vector<std::string> ids;
        for (const SizeClass& c : all) ids.emplace_back(c.id);
        throw InputError("sizeClass", fmt::format("{} is not known; known are {}", sizeClass, fmt::join(ids, ", ")));
    }
    Setup s;
    s.machine.name = name;
    s.transmitter.profile = boxes.transmitter;
    s.controller.profile = boxes.controller;
    s.speedController.profile = boxes.speedController;
    buildMachine(s, *found, boxes);
    buildTransmitter(s, *found);
    buildController(s, *found);
    s.speedController.lowUs = boxes.transmitter.centreUs - 100.0 * boxes.transmitter.usPerPct;
    s.speedController.highUs = boxes.transmitter.centreUs + 100.0 * boxes.transmitter.usPerPct;
    s.speedController.softStartS = found->runUpS;
    return s;
}

}  // namespace kh
