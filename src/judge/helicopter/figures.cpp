// SPDX-License-Identifier: GPL-3.0-or-later
#include "judge/helicopter/figures.h"

#include "base/conventions.h"
#include "model/fieldpatterns.h"

#include <algorithm>

namespace kh {

const HelicopterFigures& helicopterFigures(const Figures& figures) {
    static const HelicopterFigures none;
    const auto* own = std::any_cast<HelicopterFigures>(&figures.ofClass);
    return own == nullptr ? none : *own;
}

HelicopterFigures& helicopterFigures(const FigureBuilder& builder) {
    if (!builder.out.ofClass.has_value()) builder.out.ofClass = HelicopterFigures{};
    return std::any_cast<HelicopterFigures&>(builder.out.ofClass);
}

HoverIn mainRotor(const Machine& machine, double rpm) {
    const Rotor& rotor = helicopter(machine).rotor;
    return {machine.massKg, rotor.discM, rpm, rotor.chordMm, rotor.blades, kAirDensity, 1.15, rotor.bladeMm < 250.0 ? 0.016 : 0.011};
}

std::vector<std::string> bladePaths(const FigureBuilder& builder, std::vector<std::string> first) {
    first.insert(first.end(), {"machine.head.gripMm"_field, "machine.head.innerRadiusMm"_field, "controller.profile.strokeUs"_field});
    for (const PlateServo& s : helicopter(builder.setup).servos)
        for (const char* key : {".armMm", ".linkMm"}) first.push_back("machine.servos." + s.id + key);
    return first;
}

double modePitchDeg(const FigureBuilder& builder, std::size_t mode, double stick, Derivation& why) {
    const double curve = builder.model.pitchCurveAt(mode, stick);
    const TransmitterSettings& tx = builder.setup.transmitter;
    const ChannelSettings* channel = channelOf(tx, functionId(heli::Collective));
    const ChannelScale scale = channelScale(tx.profile, channel == nullptr ? ChannelSettings{} : *channel);
    const double reading =
        readingPctUnchecked(channelOutputUnchecked(curve, scale).pulseUs, readingScale(builder.setup.controller.profile));
    const double read = std::clamp(shareFromPct(reading), -1.0, 1.0);
    const double deg =
        helicopterIn(builder.model).bladeAt({helicopterIn(builder.model).plateAtReading(read, 0, 0).plate.heightMm, 0, 0}, 180.0);
    why.line(KH_TR("curve {c} %, reading {r} %, plate, blade"), {{"c", signedNum(curve, 1)}, {"r", signedNum(reading, 1)}});
    return deg;
}

double endVoltsPerCell(const Machine& machine) {
    const bool hard = machine.style == FlyingStyle::Aerobatic || helicopter(machine).rotor.bladeMm < 250.0;
    return hard ? 3.3 : 3.5;
}

}  // namespace kh
