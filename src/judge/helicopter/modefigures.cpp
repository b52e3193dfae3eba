// SPDX-License-Identifier: GPL-3.0-or-later
//
// Each flight mode in real units: head speed, pitch, hover, gain, what hold sends in it.
#include "judge/helicopter/figures.h"

#include "base/conventions.h"
#include "base/error.h"
#include "judge/modedecks.h"
#include "judge/modefigures.h"
#include "judge/motorfigures.h"
#include "model/amounts.h"
#include "model/fieldpatterns.h"
#include "model/helicopter/functions.h"
#include "model/helicopter/helicopter.h"

#include <algorithm>
#include <cmath>

namespace kh {

namespace {

struct ModeFigureMaker : FigureBuilder {
    void modes();
    void tips();
    void air();
    void corners();
};

void ModeFigureMaker::modes() {
    const auto& list = setup.transmitter.modes;
    const ChannelSettings* gainChannel = channelOf(setup.transmitter, functionId(heli::Gain));
    const ModePitch pitch = bladePitchOfModes(*this);
    const std::vector<std::optional<Deck>>& decks = memory.of<ModeDecks>().of(setup, model);
    for (std::size_t i = 0; i < list.size(); ++i) {
        const FlightMode& m = list[i];
        ModeFigures f;
        f.id = m.id;
        f.name = m.name;
        modeThrottleFigures(*this, i, KH_TR("head speed"), f);
        const double rpm = f.headRpm.value;
        f.tipSpeed = make(KH_TR("blade tip speed"), {"m/s", 0}, {"machine.rotor.discM"_field},
                          [&](Derivation& why) { return tipSpeed(helicopter(setup).rotor.discM, rpm, &why); },
                          {{"machine.power.kv"_field, f.headRpm.known}});
        // where no head speed is known the wanted one stands for it
        const bool hold = m.id == kHoldMode;
        const double hoverRpm = f.headRpm.known || hold ? rpm : m.targetRpm.value_or(0.0);
        f.hoverPitch =
            make(KH_TR("hover pitch, estimate"), {"°", 1},
                 {"machine.massKg"_field, "machine.rotor.discM"_field, "machine.rotor.chordMm"_field, "machine.rotor.blades"_field,
                  hold ? "transmitter.hold.throttlePct"_field : "transmitter.modes." + m.id + ".throttle"},
                 [&](Derivation& why) {
                     const double deg = hover(mainRotor(setup.machine, hoverRpm), &why).pitchDeg;
                     why.line(KH_TR("gauges at the field read 0.5 … 1.5° more"));
                     return deg;
                 },
                 {{"machine.power.kv"_field, hoverRpm > 0.0}});
        modePitchFigures(*this, i, pitch, f);
        f.gainRead = make(KH_TR("tail gain as read"), {"%", 0, true},
                          {"transmitter.modes." + m.id + ".tailGainPct", "transmitter.channels.gain.travelHighPct"_field,
                           "transmitter.channels.gain.travelLowPct"_field, "transmitter.channels.gain.reversed"_field},
                          [&](Derivation& why) {
                              if (gainChannel == nullptr) throw InputError("transmitter.channels"_field, "there is no gain channel");
                              const ChannelScale scale = channelScale(setup.transmitter.profile, *gainChannel);
                              return readingPct(channelOutput(m.tailGainPct, scale, &why).pulseUs, readingScale(setup, *gainChannel), &why);
                          });
        if (decks[i]) f.bank = model.modesAt(model.numbers(*decks[i])).bank;
        heldFigures(*this, i, f);
        out.modes.push_back(std::move(f));
    }
}

void ModeFigureMaker::corners() {
    HelicopterFigures& own = made<HelicopterFigures>();
    const CollectiveReach reach = collectiveReach(setup);
    for (std::size_t end = 0; end < own.corners.size(); ++end)
        for (std::size_t i = 0; i < kRosePoints; ++i) {
            const double toward = 360.0 / static_cast<double>(kRosePoints) * static_cast<double>(i);
            const auto at = helicopterIn(model).plateAt(end == 0 ? reach.low : reach.high, sinDeg(toward), cosDeg(toward));
            CornerPlate& corner = own.corners[end][i];
            corner.plane = at.plate;
            for (const double d : at.deflection)
                if (std::abs(d) > std::abs(corner.deflection)) corner.deflection = d;
            if (std::abs(corner.deflection) > std::abs(own.mostDeflection)) own.mostDeflection = corner.deflection;
        }
}

void ModeFigureMaker::air() {
    made<HelicopterFigures>().airDensity =
        make(KH_TR("air density"), {"kg/m³", 3}, {"machine.air.temperatureC"_field, "machine.air.heightM"_field}, [&](Derivation& why) {
            const double density = densityAt(setup.machine.air, &why);
            if (why.lines.empty()) why.line(KH_TR("of the standard air at sea level: neither temperature nor height is given"));
            return density;
        });
}

void ModeFigureMaker::tips() {
    const TailFacts& t = helicopter(setup).tail;
    const FlightMode& base = setup.transmitter.modes.front();
    const std::string wanted = elementPath("transmitter.modes.{}.targetRpm"_field, base.id);
    const std::vector<FigureNeed> speed{{wanted, base.targetRpm.value_or(0.0) > 0.0}};
    out.tailTipSpeed = make(
        KH_TR("tail tip speed"), {"m/s", 0}, {"machine.tail.discM"_field, "machine.tail.ratio"_field},
        [&](Derivation& why) {
            double fastest = 0.0;
            for (const FlightMode& m : setup.transmitter.modes) fastest = std::max(fastest, m.targetRpm.value_or(0.0));
            return tipSpeed(t.discM, fastest * t.ratio, &why);
        },
        speed);
}

}  // namespace

void helicopterFigures(const FigureBuilder& builder) {
    if (!builder.out.modes.empty()) return;
    motorFigures(builder);
    ModeFigureMaker f{builder};
    f.modes();
    f.tips();
    f.air();
    f.corners();
}

}  // namespace kh
