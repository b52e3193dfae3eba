// SPDX-License-Identifier: GPL-3.0-or-later
#include "model/rotors/newrotors.h"

#include "base/conventions.h"
#include "base/error.h"
#include "formula/linkage.h"
#include "model/fieldpatterns.h"

#include <algorithm>
#include <array>
#include <cmath>

namespace kh {

namespace {

constexpr double kWideUs = 1520.0, kUsualBladeMm = 105.0;
constexpr double kIdlePct = 30.0, kGovernedPct = 66.0, kIdlePitchPct = 4.0, kCyclicRatePct = 75.0;
constexpr double kThrottleTravelPct = 125.0, kCollectiveReadsPct = 100.0, kHoldPct = -5.0;

/// A curve of five points, flat to the middle or not.
Curve five(std::array<double, 5> values) {
    const std::vector<double> y(values.begin(), values.end());
    return evenCurve(y);
}

void buildQuad(Setup& s, const NewRotorsAnswers& answers) {
    Machine& m = s.machine;
    m.aircraft = Aircraft(rotorsClass().blank());
    m.name = answers.name;
    m.style = answers.style;
    m.sizeClass = "250";
    m.massKg = 0.62;
    m.power.cells = 4.0;
    m.power.efficiency = 0.9;
    Rotors& r = rotorsOf(s);
    const double scale = answers.bladeMm / kUsualBladeMm;
    r.armMm = answers.armMm;
    r.pair = r.toldPair = answers.pair;
    r.bladeMm = answers.bladeMm;
    r.discM = roundToStep(0.25 * scale, 0.001);
    r.chordMm = roundToStep(20.0 * scale, 0.1);
    for (const char* id : rotors::kIds) {
        RotorUnit u;
        u.id = id;
        u.armMm = 6.9;
        u.linkMm = 40.0;
        u.leverMm = 12.5;
        u.servo = answers.boxes.plateServo;
        r.rotors.push_back(std::move(u));
    }
}

void buildQuadTransmitter(Setup& s) {
    TransmitterSettings& tx = s.transmitter;
    const ControllerProfile& box = s.controller.profile;
    int number = 1;
    for (const std::string& id : box.channelOrder) {
        if (!rotorsClass().find(id)) {  // a channel of the box that such a machine does not send
            ++number;
            continue;
        }
        ChannelSettings ch;
        ch.id = id;
        ch.number = number++;
        const double both = tx.profile->usPerPct / box.usPerPct;
        if (id == "collective")
            ch.travelLowPct = ch.travelHighPct =
                std::min(tx.profile->travelLimitPct, roundToStep(kCollectiveReadsPct / both, tx.profile->travelStepPct));
        if (id == "throttle") ch.travelLowPct = ch.travelHighPct = std::min(tx.profile->travelLimitPct, kThrottleTravelPct);
        tx.channels.push_back(std::move(ch));
    }
    FlightMode normal;
    normal.id = "normal";
    normal.name = "Normal";
    normal.throttle = five({kIdlePct, (kIdlePct + kGovernedPct) / 2.0, kGovernedPct, kGovernedPct, kGovernedPct});
    normal.pitch = five({kIdlePitchPct, kIdlePitchPct, kIdlePitchPct, (100.0 + kIdlePitchPct) / 2.0, 100.0});
    normal.aileron.ratePct = normal.elevator.ratePct = kCyclicRatePct;
    FlightMode aerobatic = normal;
    aerobatic.id = "idle1";
    aerobatic.name = "Aerobatic";
    aerobatic.throttle = flatCurve(kGovernedPct, 5);
    aerobatic.pitch = five({-100.0, -50.0, 0.0, 50.0, 100.0});
    aerobatic.flownInverted = s.machine.style == FlyingStyle::Sport || s.machine.style == FlyingStyle::Aerobatic;
    FlightMode hold = normal;
    hold.id = kHoldMode;
    hold.name = "Hold";
    hold.throttle = FlightMode{}.throttle;
    tx.modes = {normal, aerobatic, hold};
    tx.hold.throttlePct = kHoldPct;
    tx.hold.autorotationFrom = "idle1";
    tx.timerMin = 3.0;
    std::vector<std::string> two;
    std::string three;
    for (const SwitchProfile& p : tx.profile->switches) {
        tx.switches.push_back({p.id, 1, 1});
        if (p.places == 2 && !p.momentary) two.push_back(p.id);
        if (p.places == 3 && three.empty()) three = p.id;
    }
    if (two.size() < 2)
        throw InputError("transmitter.profile.switches"_field, "two switches of two places are needed: one for hold, one for kill");
    const std::string mode = !three.empty() ? three : two.size() > 2 ? two[2] : std::string();
    if (mode.empty()) throw InputError("transmitter.profile.switches"_field, "a switch for the aerobatic mode is needed");
    tx.modes[1].when = {{{mode, 2, ""}}};
    if (!three.empty()) tx.modes[1].when.push_back({{mode, 3, ""}});
    tx.modes[2].when = {{{two[0], 2, ""}}};
    tx.kill.when = {{{two[1], 2, ""}}};
    for (SwitchSettings& w : tx.switches)
        if (w.id == two[0]) w.powerOnPlace = 2;  // hold on when the transmitter is switched on
}

void buildQuadController(Setup& s) {
    ControllerSettings& fc = s.controller;
    const ControllerProfile& box = fc.profile;
    if (!mixesRotors(box) || box.ports.size() < kRotors)
        throw InputError("controller.profile.ports"_field,
                         "a variable-pitch quadrotor needs a box that mixes four rotors, and a port for each: " + box.name + " does not");
    if (!box.mountings.empty()) fc.mounting = box.mountings.front();
    Rotors& r = rotorsOf(s);
    const ServoProfile& servo = r.rotors.front().servo;
    fc.pulseUs = servo.pulseUs.value_or(kWideUs);
    fc.rateHz = allowedRateHz(box, servo.maxHz.value_or(50.0), fc.pulseUs);
    const double wanted = wantedPitchDeg(s.machine), step = limitStepUs(box);
    for (std::size_t i = 0; i < kRotors; ++i) {
        fc.ports.push_back({box.ports[i], rotors::kIds[i], false, 0.0});
        const auto limit = [&](double deg) { return roundToStep(pulseForPitchUs(r.rotors[i], deg), step); };
        r.limits.push_back({rotors::kIds[i], limit(wanted), limit(-wanted)});
    }
    for (int i = 1; i <= box.banks; ++i) fc.banks.push_back({std::to_string(i)});
}

}  // namespace

Setup newRotorsModel(const NewRotorsAnswers& answers, const std::string& at) {
    Setup s;
    s.transmitter.profile = answers.boxes.transmitter;
    s.controller.profile = answers.boxes.controller;
    s.speedController.profile = answers.boxes.speedController;
    buildQuad(s, answers);
    buildQuadTransmitter(s);
    buildQuadController(s);
    const TransmitterProfile& tx = s.transmitter.profile;
    s.speedController.lowUs = tx.centreUs - kThrottleTravelPct * tx.usPerPct;
    s.speedController.highUs = tx.centreUs + kThrottleTravelPct * tx.usPerPct;
    s.speedController.softStartS = 6.0;
    s.speedController.control = s.speedController.profile->governs ? SpeedControl::Governor : SpeedControl::Direct;
    const NewRotorsAnswers byDefault;
    const auto answered = [&](bool otherwise, const char* path) {
        if (otherwise) s.standings[path] = {Standing::Entered, at, {}, {}};
    };
    answered(answers.name != byDefault.name, "machine.name"_field);
    answered(answers.style != byDefault.style, "machine.style"_field);
    answered(answers.pair != byDefault.pair, "machine.pair"_field);
    answered(answers.armMm != byDefault.armMm, "machine.armMm"_field);
    answered(answers.bladeMm != byDefault.bladeMm, "machine.bladeMm"_field);
    return s;
}

}  // namespace kh
