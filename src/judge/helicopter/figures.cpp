// SPDX-License-Identifier: GPL-3.0-or-later
#include "judge/helicopter/figures.h"

#include "base/conventions.h"
#include "model/fieldpatterns.h"

#include <algorithm>
#include <cmath>

namespace kh {

namespace {

constexpr double kOpenRangePct = 99.5;                                     ///< a range that bounds nothing
constexpr double kLeastTravelRangePct = 20.0, kMostTravelRangePct = 85.0;  ///< what a travel reads that is a range
constexpr double kAlikePct = 5.0;                                          ///< of both ends

}  // namespace

HoverIn mainRotor(const Machine& machine, double rpm) {
    const Rotor& rotor = helicopter(machine).rotor;
    return {
        machine.massKg, rotor.discM, rpm, rotor.chordMm, rotor.blades, densityAt(machine.air), 1.15, rotor.bladeMm < 250.0 ? 0.016 : 0.011};
}

HoverIn tailRotor(const Machine& machine, double headRpm) {
    const TailFacts& t = helicopter(machine).tail;
    HoverIn rotor = mainRotor(machine, headRpm * t.ratio);
    rotor.diameterM = t.discM;
    rotor.chordMm = t.chordMm;
    rotor.blades = 2.0;
    return rotor;
}

Figure tailHoverFigure(const FigureBuilder& b, double rpm, const std::string& speedPath) {
    Figure f = b.make(
        KH_TR("tail pitch that holds the hover, estimate"), {"°", 1},
        {"machine.massKg"_field, "machine.rotor.discM"_field, "machine.rotor.chordMm"_field, "machine.tail.discM"_field,
         "machine.tail.chordMm"_field, "machine.tail.ratio"_field, "machine.tail.boomM"_field, speedPath},
        [&](Derivation& why) {
            const HoverOut h = hover(mainRotor(b.setup.machine, rpm));
            why.line(KH_TR("torque P / Ω = {p} W / {n} rpm = {q} N·m"), {{"p", num(h.powerW)}, {"n", num(rpm)}, {"q", num(h.torqueNm, 2)}});
            const double deg = tailHover(h.torqueNm, helicopter(b.setup).tail.boomM, tailRotor(b.setup.machine, rpm), &why).pitchDeg;
            why.line(KH_TR("gauges at the field read 0.5 … 1.5° more"));
            return deg;
        },
        {{speedPath, rpm > 0.0}, {"machine.tail.drive"_field, tailBladesTurn(b.setup)}});
    FigureBuilder::span(f, f.value, f.value + kGaugeMoreDeg);
    return f;
}

std::vector<std::string> bladePaths(const FigureBuilder& builder, std::vector<std::string> first) {
    if (!builder.words) return {};
    first.insert(first.end(), {"machine.head.gripMm"_field, "machine.head.innerRadiusMm"_field, "controller.profile.strokeUs"_field});
    for (const PlateServo& s : helicopter(builder.setup).servos)
        for (const char* key : {".armMm", ".linkMm"}) first.push_back("machine.servos." + s.id + key);
    return first;
}

double modePitchDeg(const FigureBuilder& builder, std::size_t mode, double stick, Derivation& why) {
    const double curve = builder.model.pitchCurveAt(mode, stick);
    const TransmitterSettings& tx = builder.setup.transmitter;
    const ChannelSettings* channel = channelOf(tx, functionId(heli::Collective));
    const double reading = readsPct(builder.setup, channel == nullptr ? ChannelSettings{} : *channel, curve);
    const double read = demandOf(builder.setup.controller.profile, reading);
    const double deg =
        helicopterIn(builder.model).bladeAt({helicopterIn(builder.model).plateAtReading(read, 0, 0).plate.heightMm, 0, 0}, 180.0);
    if (why.wanted) why.line(KH_TR("curve {c} %, reading {r} %, plate, blade"), {{"c", signedNum(curve, 1)}, {"r", signedNum(reading, 1)}});
    return deg;
}

ModePitch bladePitchOfModes(const FigureBuilder& builder) {
    return {[&builder](std::size_t mode, double stick, Derivation& why) { return modePitchDeg(builder, mode, stick, why); },
            [&builder](std::vector<std::string> first) {
                first.insert(first.end(), {"controller.collectiveHighPct"_field, "controller.collectiveLowPct"_field});
                return bladePaths(builder, std::move(first));
            }};
}

CollectiveReach collectiveReach(const Setup& setup) {
    CollectiveReach out;
    const ControllerSettings& box = setup.controller;
    const ChannelSettings* channel = channelOf(setup.transmitter, functionId(heli::Collective));
    if (channel == nullptr) return out;
    if (box.profile->collectiveRanges != CollectiveRanges::Two) {  // a side that ends short is one that shall
        const double high = readsPct(setup, *channel, 100.0), low = readsPct(setup, *channel, -100.0);
        if (high < 0.0 || low > 0.0) return out;  // read backwards: that is the channel's fault
        return {true, demandOf(box.profile, low), demandOf(box.profile, high)};
    }
    if (std::min(box.collectiveHighPct, box.collectiveLowPct) < kOpenRangePct) return out;
    const double high = readsPct(setup, *channel, 100.0), low = readsPct(setup, *channel, -100.0);
    if (high > kMostTravelRangePct || high < kLeastTravelRangePct || low >= 0.0 || std::abs(high + low) > kAlikePct) return out;
    return {true, shareFromPct(low), shareFromPct(high)};
}

double endVoltsPerCell(const Machine& machine) {
    const bool hard = machine.style == FlyingStyle::Aerobatic || helicopter(machine).rotor.bladeMm < 250.0;
    return hard ? 3.3 : 3.5;
}

}  // namespace kh
