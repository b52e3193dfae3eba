// SPDX-License-Identifier: GPL-3.0-or-later
#include "aircraft/quadbuilds.h"

#include "io/library.h"
#include "model/access.h"
#include "model/rotors/newrotors.h"

#include <algorithm>
#include <cmath>

namespace khtest {

using namespace kh;

namespace {

template <class P>
P named(const std::vector<P>& list, const std::string& id) {
    return *std::find_if(list.begin(), list.end(), [&](const P& p) { return p.id == id; });
}

const Boxes& quadBoxes() {
    static const Boxes boxes = [] {
        const io::Library library = io::loadLibrary({KEELHAUL_SOURCE "/data"});
        Boxes b;
        b.transmitter = named(library.transmitters, "halyard-10");
        b.controller = named(library.controllers, "purser");
        b.speedController = named(library.speedControllers, "capstan-60");
        b.plateServo = named(library.servos, "cleat-m4");
        return b;
    }();
    return boxes;
}

/// The machine otherwise built, and its limits turned with it: what a pilot sets by the leading edge of each rotor.
void turnUnit(Setup& s, std::size_t rotor, bool rises, LinkSide lever) {
    Rotors& r = rotorsOf(s);
    RotorUnit& u = r.rotors[rotor];
    const bool turned = (u.risesWithPulse == rises) != (u.lever == lever);
    u.risesWithPulse = rises;
    u.lever = lever;
    if (!turned) return;
    r.limits[rotor].plusUs = -r.limits[rotor].plusUs;
    r.limits[rotor].minusUs = -r.limits[rotor].minusUs;
}

void swapRoles(Setup& s, std::size_t a, std::size_t b) { std::swap(s.controller.ports[a].role, s.controller.ports[b].role); }
ChannelSettings& channel(Setup& s, const char* id) {
    return *std::find_if(s.transmitter.channels.begin(), s.transmitter.channels.end(),
                         [&](const ChannelSettings& c) { return c.id == id; });
}

/// Mass, gear and supply that suit blades of this length.
void asWeighed(Setup& s, double blade) {
    s.machine.massKg = 0.62 * std::pow(blade / 105.0, 3);
    s.machine.power.kv = 1800.0 * 105.0 / blade;
    s.machine.power.mainTeeth = 34;
    s.machine.power.pinionTeeth = 14;
    s.machine.power.capacityMah = 1500;
    s.machine.supply.volts = 6.0;
    s.machine.supply.continuousA = 5.0;
    s.machine.supply.peakA = 12.0;
    s.machine.supply.receiverMaxVolts = 8.4;
    rotorsOf(s).bladeMaxRpm = 8000.0 * 105.0 / blade;
    s.controller.firmware = s.controller.manual = "1.4";
    channel(s, "throttle").failsafePct = -110.0;
}

/// Sound machines as nobody thought them out: each rotor of its own lengths, ports and channels in any order.
void addDrawnQuads(std::vector<NamedQuad>& out) {
    std::mt19937 dice(47);
    const auto between = [&](double low, double high) {
        return std::round(std::uniform_real_distribution<double>(low, high)(dice) * 10) / 10;
    };
    for (int n = 0; n < 24; ++n) {
        NewRotorsAnswers a;
        a.name = "Drawn";
        a.pair = dice() % 2 == 0 ? ClockwisePair::FrontLeft : ClockwisePair::FrontRight;
        a.bladeMm = between(55.0, 170.0);
        a.armMm = a.bladeMm * between(1.9, 2.6);
        a.boxes = quadBoxes();
        ControllerProfile& box = a.boxes.controller;
        std::shuffle(box.ports.begin(), box.ports.end(), dice);
        std::shuffle(box.channelOrder.begin(), box.channelOrder.end(), dice);
        Setup s = newRotorsModel(a);
        asWeighed(s, a.bladeMm);
        Rotors& r = rotorsOf(s);
        const double wanted = wantedPitchDeg(s.machine), step = limitStepUs(s.controller.profile);
        for (std::size_t i = 0; i < kRotors; ++i) {
            RotorUnit& u = r.rotors[i];
            u.armMm = between(6.0, 8.0);
            u.linkMm = between(32.0, 50.0);
            u.leverMm = between(11.0, 15.0);
            u.risesWithPulse = dice() % 2 == 0;
            u.lever = dice() % 2 == 0 ? LinkSide::Leading : LinkSide::Trailing;
            r.limits[i].plusUs = std::round(pulseForPitchUs(u, wanted) / step) * step;
            r.limits[i].minusUs = std::round(pulseForPitchUs(u, -wanted) / step) * step;
        }
        out.push_back({"drawn " + std::to_string(n), std::move(s)});
    }
}

}  // namespace

const std::vector<NamedQuad>& soundQuads() {
    static const std::vector<NamedQuad> all = [] {
        std::vector<NamedQuad> out;
        for (const ClockwisePair pair : {ClockwisePair::FrontLeft, ClockwisePair::FrontRight})
            for (const int mounts : {0, 1, 2, 3})  // all as they come, all turned, left side turned, levers behind
                for (const double blade : {60.0, 105.0, 160.0}) {
                    NewRotorsAnswers a;
                    a.name = "Quad";
                    a.pair = pair;
                    a.armMm = blade * 2.1;
                    a.bladeMm = blade;
                    a.boxes = quadBoxes();
                    Setup s = newRotorsModel(a);
                    asWeighed(s, blade);
                    for (std::size_t i = 0; i < kRotors; ++i)
                        turnUnit(s, i, mounts == 0 || mounts == 3 || (mounts == 2 && i > 1),
                                 mounts == 3 ? LinkSide::Trailing : LinkSide::Leading);
                    out.push_back({std::string(pair == ClockwisePair::FrontLeft ? "left" : "right") + " pair, mounts " +
                                       std::to_string(mounts) + ", blade " + std::to_string(static_cast<int>(blade)),
                                   std::move(s)});
                }
        addDrawnQuads(out);
        return out;
    }();
    return all;
}

const std::vector<QuadMistake>& quadMistakes() {
    using Dice = std::mt19937;
    static const std::vector<QuadMistake> all{
        {"two leads swapped", "rotor-leads", Severity::Danger,
         [](Setup& s, Dice& d) {
             const std::size_t a = d() % 4;
             swapRoles(s, a, (a + 1 + d() % 3) % 4);
         }},
        {"a servo the wrong way", "rotor-way", Severity::Danger,
         [](Setup& s, Dice& d) {
             RotorLimits& l = rotorsOf(s).limits[d() % 4];
             l.plusUs = -l.plusUs;
             l.minusUs = -l.minusUs;
         }},
        {"limits swapped", "rotor-way", Severity::Danger,
         [](Setup& s, Dice& d) {
             RotorLimits& l = rotorsOf(s).limits[d() % 4];
             std::swap(l.plusUs, l.minusUs);
         }},
        {"the other pair told", "rotor-pair", Severity::Danger,
         [](Setup& s, Dice&) {
             Rotors& r = rotorsOf(s);
             r.toldPair = r.pair == ClockwisePair::FrontLeft ? ClockwisePair::FrontRight : ClockwisePair::FrontLeft;
         }},
        {"one rotor short", "rotor-plus", Severity::Warning, [](Setup& s, Dice& d) { rotorsOf(s).limits[d() % 4].plusUs *= 0.86; }},
        {"arm square to the case", "rotor-square", Severity::Note,
         [](Setup& s, Dice& d) { rotorsOf(s).rotors[d() % 4].squareErrorDeg = 5.0; }},
        {"arm a tooth off", "rotor-square", Severity::Warning,
         [](Setup& s, Dice& d) { rotorsOf(s).rotors[d() % 4].squareErrorDeg = -16.0; }},
        {"a push rod too long", "rotor-zero", Severity::Warning, [](Setup& s, Dice& d) { rotorsOf(s).rotors[d() % 4].zeroErrorDeg = 1.4; }},
        {"a channel reversed", "channel-sense", Severity::Danger,
         [](Setup& s, Dice& d) {
             ChannelSettings& c = channel(s, std::array{"aileron", "elevator", "rudder", "collective"}[d() % 4]);
             c.reversed = !c.reversed;
         }},
        {"two channels swapped", "school-order", Severity::Danger,
         [](Setup& s, Dice&) { std::swap(channel(s, "aileron").number, channel(s, "elevator").number); }},
        {"swash mixing left on", "rotor-mix", Severity::Danger, [](Setup& s, Dice&) { s.transmitter.swashMixing = SwashMixing::Mix120; }},
        {"hold above the window", "check-point.throttle-hold", Severity::Danger,
         [](Setup& s, Dice&) { s.transmitter.hold.throttlePct = 4.0; }},
        {"idle above its window", "check-point.throttle-idle", Severity::Warning,
         [](Setup& s, Dice&) { s.transmitter.modes[0].throttle.points.front().y = 40.0; }},
        {"idle pitch off", "check-point.collective-idle", Severity::Warning,
         [](Setup& s, Dice&) {
             for (CurvePoint& p : s.transmitter.modes[0].pitch.points)
                 if (p.x <= 50.0) p.y = 20.0;
         }},
        {"the aerobatic mode slower", "rotor-speed", Severity::Warning,
         [](Setup& s, Dice&) { s.transmitter.modes[1].throttle = flatCurve(60.0, 5); }},
        {"gains on a channel", "rotor-gains", Severity::Warning, [](Setup& s, Dice&) { rotorsOf(s).gainsInside = false; }},
        {"the brake on", "rotor-brake", Severity::Danger, [](Setup& s, Dice&) { s.speedController.brake = true; }},
        {"a yaw that does not follow", "yaw-runaway", Severity::Danger,
         [](Setup& s, Dice&) {  // such a box asks for no collective below zero
             ControllerProfile& box = s.controller.profile.edit();
             box.yawFollows = false;
             std::erase_if(box.checks, [](const CheckWindow& w) { return w.id == "collective-low"; });
         }},
        {"the servo rate too high", "rotor-rate", Severity::Danger,
         [](Setup& s, Dice&) {
             for (RotorUnit& u : rotorsOf(s).rotors) u.servo.edit().maxHz = 165.0;
         }},
        {"the box thinks it sits another way", "controller-mounting", Severity::Danger,
         [](Setup& s, Dice&) {
             s.machine.mounting = s.machine.mounting == "label up, plugs aft" ? "label up, plugs forward" : "label up, plugs aft";
         }},
        {"hold does not act", "hold-acts", Severity::Danger, [](Setup& s, Dice&) { s.transmitter.hold.actsIn = {"normal"}; }},
    };
    return all;
}

}  // namespace khtest
