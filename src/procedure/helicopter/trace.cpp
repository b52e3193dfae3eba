// SPDX-License-Identifier: GPL-3.0-or-later
#include "procedure/helicopter/trace.h"

#include "base/conventions.h"
#include "judge/helicopter/figures.h"
#include "procedure/helicopter/gyrotrace.h"

#include <algorithm>
#include <cmath>

namespace kh {

namespace {

constexpr double kEdgeStillMm = 1e-9;
constexpr double kNoseStillDeg = 1e-9;

class HelicopterStages final : public MachineStages {
public:
    HelicopterStages(const Setup& setup, const ChainModel& model) : ports_(setup, model), gyros_(setup, ports_) {
        machine_ = setup.machine;
        const Helicopter& h = helicopter(setup);
        lever_ = h.tail.lever;
        bladesTurn_ = tailBladesTurn(setup);
        clockwise_ = h.rotor.turning == Turning::Clockwise;
        neutralDeg_ = h.tail.neutralPitchDeg * (h.rotor.turning == Turning::Clockwise ? 1.0 : -1.0);
    }
    void add(Trace& t, Function f, const ChainModel& model, const ChainModel& asked) const override {
        if (f == heli::Rudder && !bladesTurn_) addTailMotor(t);
        else if (f == heli::Rudder) addTail(t);
        else addPlate(t, f, model, asked);
    }
    void addGyros(Trace& t, const Deck& deck, const ChainModel& model, const ChainModel& asked,
                  const WantedFunctions& wanted) const override {
        gyros_.add(t, deck, helicopterIn(model), helicopterIn(asked), wanted);
    }
    void finish(Trace& t, const ChainModel& model, const ChainModel& asked) const override;

private:
    void addPlate(Trace& t, Function f, const ChainModel& model, const ChainModel& asked) const;
    static void addTail(Trace& t);
    void addTailMotor(Trace& t) const;

    PortStages ports_;
    GyroStages gyros_;
    Machine machine_;
    LeverEdge lever_ = LeverEdge::Trailing;
    bool bladesTurn_ = true, clockwise_ = true;
    double neutralDeg_ = 0.0;  ///< tail pitch at mid travel
};

void HelicopterStages::addPlate(Trace& t, Function f, const ChainModel& model, const ChainModel& asked) const {
    const bool collective = f == heli::Collective;
    const HelicopterEnd end = helicopterIn(model);
    const HelicopterEnd endAsked = helicopterIn(asked);
    const HelicopterInstant now = helicopterAt(t.now);
    const HelicopterInstant askedNow = helicopterAt(t.asked);
    const HelicopterInstant full = helicopterAt(t.full[indexOf(f)]);
    // the same deck with this function at 0: what the servos show is the difference
    const auto zeroed = [&](const Instant& at, const ChainModel& chain) {
        const double c = collective ? 0.0 : at.channels[indexOf(heli::Collective)].demand;
        const double a = f == heli::Aileron ? 0.0 : at.channels[indexOf(heli::Aileron)].demand;
        const double e = f == heli::Elevator ? 0.0 : at.channels[indexOf(heli::Elevator)].demand;
        return helicopterIn(chain).plateAt(c, a, e);
    };
    const PlateInstant zeroNow = zeroed(t.now, model);
    const PlateInstant zeroAsked = zeroed(t.asked, asked);
    const PlateInstant zeroFull = zeroed(t.full[indexOf(f)], asked);
    Stage pulse{f, "servo-pulse", KH_TR("servo pulse"), Box::Controller, "µs", 0, true};
    Stage arm{f, "arm-angle", KH_TR("arm angle"), Box::Machine, "°", 1, true};
    const ServoMove is = ports_.moved(end, now.servos, zeroNow.servos);
    const ServoMove want = ports_.moved(endAsked, askedNow.servos, zeroAsked.servos);
    const ServoMove most = ports_.moved(endAsked, full.servos, zeroFull.servos);
    const auto close = [&](Stage& stage, const std::vector<PortValue>& ports, double value, double wanted, double fullValue) {
        stage.ports = ports;
        stage.value = value;
        stage.asked = std::copysign(wanted, value);
        setLevels(stage, fullValue);
        t.stages.push_back(stage);
    };
    close(pulse, is.pulse, is.pulseUs(), want.pulseUs(), most.pulseUs());
    close(arm, is.arm, is.armDeg(), want.armDeg(), most.armDeg());

    Stage plate{f, "plate", KH_TR("plate"), Box::Machine, collective ? "mm" : "°", collective ? 2 : 1, true};
    Stage blade{f, "blade", KH_TR("blade"), Box::Machine, "°", 1, true};
    const auto plateValue = [&](const HelicopterInstant& at) {
        if (collective) return at.plate.heightMm;
        return tiltPartDeg(f == heli::Aileron ? at.plate.right : at.plate.forward);
    };
    const auto bladeValue = [&](const HelicopterInstant& at) {
        if (collective) return (at.bladeDeg[0] + at.bladeDeg[1] + at.bladeDeg[2] + at.bladeDeg[3]) / 4.0;
        return ports_.bladeDeg(f == heli::Aileron ? at.plate.right : at.plate.forward);
    };
    plate.value = plateValue(now);
    plate.asked = plateValue(askedNow);
    setLevels(plate, plateValue(full));
    blade.value = bladeValue(now);
    blade.asked = bladeValue(askedNow);
    setLevels(blade, bladeValue(full));
    t.stages.push_back(plate);
    t.stages.push_back(blade);
}

void HelicopterStages::addTail(Trace& t) {
    const Function f = heli::Rudder;
    const HelicopterInstant now = helicopterAt(t.now);
    const HelicopterInstant asked = helicopterAt(t.asked);
    const HelicopterInstant full = helicopterAt(t.full[indexOf(f)]);
    const auto stage = [&](const char* id, const char* name, Box box, const char* unit, int decimals, double nowValue, double askedValue) {
        Stage s{f, id, name, box, unit, decimals, true};
        s.value = nowValue;
        s.asked = askedValue;
        return s;
    };
    Stage pulse = stage("tail-pulse", KH_TR("tail pulse"), Box::Controller, "µs", 0, now.tailPulseUs, asked.tailPulseUs);
    pulse.sign = false;
    const auto demand = [&](const Instant& i) { return i.channels[indexOf(f)].demand; };
    const double whole = demand(t.full[indexOf(f)]);
    const auto share = [&](double v) { return std::abs(whole) < 1e-9 ? 0.0 : std::abs(v / whole); };
    pulse.level = share(demand(t.now));
    pulse.levelAsked = share(demand(t.asked));
    t.stages.push_back(pulse);
    Stage slider = stage("slider", KH_TR("slider"), Box::Machine, "mm", 2, now.sliderMm, asked.sliderMm);
    setLevels(slider, full.sliderMm);
    t.stages.push_back(slider);
    // the neutral that is built in is no answer to the stick: the level is the slider's
    Stage pitch = stage("tail-pitch", KH_TR("tail pitch"), Box::Machine, "°", 1, now.tailPitchDeg, asked.tailPitchDeg);
    pitch.level = slider.level;
    pitch.levelAsked = slider.levelAsked;
    t.stages.push_back(pitch);
}

void HelicopterStages::addTailMotor(Trace& t) const {
    const auto demand = [&](const Instant& i) { return i.channels[indexOf(heli::Rudder)].demand; };
    t.stages.push_back(tailMotorStage(heli::Rudder, demand(t.now), demand(t.asked), demand(t.full[indexOf(heli::Rudder)]), clockwise_));
}

void HelicopterStages::finish(Trace& t, const ChainModel&, const ChainModel&) const {
    const HelicopterInstant now = helicopterAt(t.now);
    HelicopterTrace out;
    for (const PortStages::Port& port : ports_.ports()) {
        if (port.servo >= ports_.servoCount()) continue;
        const ServoInstant& s = now.servos[port.servo];
        out.servos.push_back({port.id, port.role, s.pulseUs, s.armDeg, s.ballMm});
    }
    out.heightMm = now.plate.heightMm;
    out.tiltDeg = tiltPartDeg(std::min(1.0, std::hypot(now.plate.forward, now.plate.right)));
    out.towardDeg = out.tiltDeg < 1e-6 ? 0.0 : wrapAzimuthDeg(degFromRad(std::atan2(now.plate.right, now.plate.forward)));
    out.fightMm = now.fightMm;
    out.bladeDeg = now.bladeDeg;
    out.tailPulseUs = now.tailPulseUs;
    out.sliderMm = now.sliderMm;
    out.tailPitchDeg = now.tailPitchDeg;
    if (t.now.headSpeedKnown && t.now.headSpeedRpm > 0.0)
        out.tailPushN = thrustForPitchN(out.tailPitchDeg, tailRotor(machine_, t.now.headSpeedRpm));
    const double turns = out.tailPitchDeg - neutralDeg_;
    if (std::abs(turns) > kNoseStillDeg) out.nose = turns > 0.0 ? EdgeSide::Right : EdgeSide::Left;
    out.trailingEdge = trailingEdge(out.sliderMm, lever_);
    if (!bladesTurn_) {  // a motor has no slider and no edges: its speed turns the nose
        out.tailPulseUs = out.sliderMm = out.tailPitchDeg = 0.0;
        out.trailingEdge = EdgeSide::Still;
        out.tailPushN.reset();
        const double rudder = t.now.channels[indexOf(heli::Rudder)].demand;
        out.nose = std::abs(rudder) < kNoseStillDeg ? EdgeSide::Still : rudder > 0.0 ? EdgeSide::Right : EdgeSide::Left;
    }
    t.ofClass = std::move(out);
}

}  // namespace

const HelicopterTrace& helicopterTrace(const Trace& trace) {
    static const HelicopterTrace none;
    const auto* own = std::any_cast<HelicopterTrace>(&trace.ofClass);
    return own == nullptr ? none : *own;
}

std::unique_ptr<MachineStages> helicopterStages(const Setup& setup, const ChainModel& model) {
    return std::make_unique<HelicopterStages>(setup, model);
}

EdgeSide trailingEdge(double sliderMm, LeverEdge lever) {
    if (std::abs(sliderMm) < kEdgeStillMm) return EdgeSide::Still;
    const bool right = (sliderMm > 0.0) == (lever == LeverEdge::Trailing);
    return right ? EdgeSide::Right : EdgeSide::Left;
}

const char* edgeId(EdgeSide side) {
    switch (side) {
        case EdgeSide::Left: return KH_TR("left");
        case EdgeSide::Right: return KH_TR("right");
        case EdgeSide::Still: return KH_TR("still");
    }
    return "";
}

}  // namespace kh
