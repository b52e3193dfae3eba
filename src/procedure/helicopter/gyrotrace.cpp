// SPDX-License-Identifier: GPL-3.0-or-later
#include "procedure/helicopter/gyrotrace.h"

#include "base/conventions.h"

#include <cmath>
#include <utility>

namespace kh {

GyroStages::GyroStages(const Setup& setup, const PortStages& ports)
    : front_(setup),
      ports_(ports),
      bladesTurn_(tailBladesTurn(setup)),
      tailWay_(setup.controller.profile->oneTailDirection && setup.controller.directions.rudderReversed ? -1.0 : 1.0),
      clockwise_(helicopter(setup).rotor.turning == Turning::Clockwise) {}

void GyroStages::add(Trace& t, const Deck& deck, const HelicopterEnd& end, const HelicopterEnd& asked,
                     const WantedFunctions& wanted) const {
    GyroFront::each(t, deck, wanted, [&](std::size_t axis, const GyroFront::Rates& turn) { addAxis(t, axis, turn, end, asked); });
}

void GyroStages::addAxis(Trace& t, std::size_t axis, const GyroFront::Rates& turn, const HelicopterEnd& end,
                         const HelicopterEnd& asked) const {
    const Function f = t.aircraft->gyro(axis);
    const GyroDemand demand = front_.add(t, axis, turn);
    const double now = demand.now, wanted = demand.asked;
    const auto stage = [&](const char* id, const char* name, Box box, const char* unit, int decimals, double is, double wants) {
        Stage s{f, id, name, box, unit, decimals, true};
        s.value = is;
        s.asked = wants;
        return s;
    };
    const auto push = [&](Stage s, double full) { GyroFront::push(t, std::move(s), full); };
    if (axis == 2 && !bladesTurn_) {
        t.stages.push_back(tailMotorStage(f, tailWay_ * now, wanted, demand.full(), clockwise_));
        return;
    }
    if (axis == 2) {
        const TailInstant is0 = end.tailAt(0.0), at = end.tailAt(tailWay_ * now), want0 = asked.tailAt(0.0), want = asked.tailAt(wanted);
        Stage pulse =
            stage("tail-pulse", KH_TR("tail pulse"), Box::Controller, "µs", 0, at.pulseUs - is0.pulseUs, want.pulseUs - want0.pulseUs);
        push(pulse, pulse.asked);
        Stage slider = stage("slider", KH_TR("slider"), Box::Machine, "mm", 2, at.sliderMm - is0.sliderMm, want.sliderMm - want0.sliderMm);
        push(slider, slider.asked);
        Stage pitch =
            stage("tail-pitch", KH_TR("tail pitch"), Box::Machine, "°", 1, at.pitchDeg - is0.pitchDeg, want.pitchDeg - want0.pitchDeg);
        push(pitch, pitch.asked);
        return;
    }
    const auto plate = [&](const HelicopterEnd& chain, double d) {
        return axis == 0 ? chain.plateAt(0.0, d, 0.0) : chain.plateAt(0.0, 0.0, d);
    };
    const PlateInstant is0 = plate(end, 0.0), at = plate(end, now), want0 = plate(asked, 0.0), want = plate(asked, wanted);
    Stage pulse = stage("servo-pulse", KH_TR("servo pulse"), Box::Controller, "µs", 0, 0.0, 0.0);
    Stage arm = stage("arm-angle", KH_TR("arm angle"), Box::Machine, "°", 1, 0.0, 0.0);
    const ServoMove moves = ports_.moved(end, at.servos, is0.servos);
    const ServoMove wants = ports_.moved(asked, want.servos, want0.servos);
    const double way = now * wanted < 0.0 ? -1.0 : 1.0;
    const auto filled = [&](Stage& s, const std::vector<PortValue>& ports, double value, double askedValue) {
        s.ports = ports;
        s.value = value;
        s.asked = std::copysign(askedValue, way * value);
    };
    filled(pulse, moves.pulse, moves.pulseUs(), wants.pulseUs());
    filled(arm, moves.arm, moves.armDeg(), wants.armDeg());
    push(pulse, pulse.asked);
    push(arm, arm.asked);
    const auto tilt = [&](const PlateInstant& i) { return tiltPartDeg(axis == 0 ? i.plate.right : i.plate.forward); };
    const auto blade = [&](const PlateInstant& i) { return ports_.bladeDeg(axis == 0 ? i.plate.right : i.plate.forward); };
    Stage tilts = stage("plate", KH_TR("plate"), Box::Machine, "°", 1, tilt(at) - tilt(is0), tilt(want) - tilt(want0));
    tilts.note = say(axis == 0 ? KH_TR("+ right") : KH_TR("+ forward"));
    push(tilts, tilts.asked);
    Stage blades = stage("blade", KH_TR("blade"), Box::Machine, "°", 1, blade(at) - blade(is0), blade(want) - blade(want0));
    push(blades, blades.asked);
}

}  // namespace kh
