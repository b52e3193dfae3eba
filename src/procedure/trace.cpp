// SPDX-License-Identifier: GPL-3.0-or-later
#include "procedure/trace.h"

#include "base/conventions.h"

#include <algorithm>
#include <cmath>

namespace kh {

namespace {

constexpr double kEdgeStillMm = 1e-9;
constexpr double kOffShare = 0.01;

double largest(const std::vector<PortValue>& ports) {
    double best = 0.0;
    for (const PortValue& p : ports)
        if (std::abs(p.value) > std::abs(best)) best = p.value;
    return best;
}

/// Tilt component to one side, in degrees.
double tiltPart(double sine) { return degFromRad(std::asin(std::clamp(sine, -1.0, 1.0))); }

Setup fullTravel(Setup setup) {
    for (ChannelSettings& c : setup.transmitter.channels) {
        c.travelLowPct = c.travelHighPct = 100.0;
        c.subTrimPct = 0.0;
    }
    return setup;
}

Sticks fullStick(Function f) {
    Sticks s{0.0, 0.0, 0.0, 0.0};
    switch (f) {
        case Function::Aileron: s.aileron = 1.0; break;
        case Function::Elevator: s.elevator = 1.0; break;
        case Function::Rudder: s.rudder = 1.0; break;
        case Function::Collective:
        case Function::Throttle:
        case Function::Gain: s.collective = 1.0; break;
    }
    return s;
}

}  // namespace

bool Stage::off() const {
    return known && std::abs(value - asked) > std::max({kOffShare * std::abs(asked), kOffShare * std::abs(value), 0.02});
}

std::vector<const Stage*> Trace::of(Function f) const {
    std::vector<const Stage*> out;
    for (const Stage& s : stages)
        if (s.function == f) out.push_back(&s);
    return out;
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

Tracer::Tracer(const Setup& setup) : model_(setup), asked_(askedSetup(setup)), full_(fullTravel(askedSetup(setup))) {
    for (const FlightMode& m : setup.transmitter.modes) {
        modes_.push_back({m.id, m.name});
        rates_.insert(rates_.end(), {m.aileron, m.elevator, m.rudder});
    }
    channelNumbers_.assign(kFunctions, 0);
    for (std::size_t f = 0; f < kFunctions; ++f)
        for (const ChannelSettings& c : setup.transmitter.channels)
            if (c.id == functionId(static_cast<Function>(f))) {
                channelNumbers_[f] = c.number;
                scales_[f].travelLowPct = c.travelLowPct;
                scales_[f].travelHighPct = c.travelHighPct;
            }
    for (std::size_t i = 0; i < model_.portCount(); ++i) {
        ports_.push_back({setup.controller.ports[i].id, setup.controller.ports[i].role});
        portServo_.push_back(model_.servoOfPort(i));
    }
    banks_ = setup.controller.banks;
    lever_ = setup.machine.tail.lever;
    discM_ = setup.machine.rotor.discM;
    gripMm_ = setup.machine.head.gripMm;
    innerRadiusMm_ = setup.machine.head.innerRadiusMm;
}

void Tracer::addChannelStages(Trace& t, Function f) const {
    const std::size_t i = indexOf(f);
    const ChannelInstant& now = t.now.channels[i];
    const ChannelInstant& asked = t.asked.channels[i];
    const double travel = now.value < 0.0 ? scales_[i].travelLowPct : scales_[i].travelHighPct;
    const auto share = [](double v) { return std::abs(v) / 100.0; };
    Stage channel{f, "channel", KH_TR("channel"), Box::Transmitter, "%", 1, true};
    channel.value = now.pct;
    channel.asked = asked.pct;
    channel.note = say(KH_TR("ch {n}, travel {t}"), {{"n", num(channelNumbers_[i])}, {"t", num(travel)}});
    channel.level = share(now.pct);
    channel.levelAsked = share(asked.pct);
    Stage pulse{f, "pulse", KH_TR("pulse"), Box::Transmitter, "µs"};
    pulse.value = now.pulseUs;
    pulse.asked = asked.pulseUs;
    pulse.level = channel.level;
    pulse.levelAsked = channel.levelAsked;
    Stage reading{f, "reading", KH_TR("reading"), Box::Controller, "%", 1, true};
    reading.value = now.readingPct;
    reading.asked = asked.readingPct;
    reading.level = share(now.readingPct);
    reading.levelAsked = share(asked.readingPct);
    t.stages.push_back(std::move(channel));
    t.stages.push_back(std::move(pulse));
    t.stages.push_back(std::move(reading));
}

void Tracer::addCyclic(Trace& t, const Deck& deck, Function f) const {
    const std::size_t i = indexOf(f);
    const bool collective = f == Function::Collective;
    const Sticks& sticks = deck.sticks;
    const double stick = collective ? sticks.collective : (f == Function::Aileron ? sticks.aileron : sticks.elevator);
    Stage s{f, "stick", KH_TR("stick"), Box::Transmitter, "", 2, true};
    s.value = s.asked = stick;
    s.level = s.levelAsked = std::abs(stick);
    t.stages.push_back(s);
    if (collective) {
        Stage curve{f, "curve", KH_TR("curve"), Box::Transmitter, "%", 1, true};
        curve.value = model_.pitchCurveAt(t.now.mode, stick);
        curve.asked = asked_.pitchCurveAt(t.asked.mode, stick);
        curve.note = say(KH_TR("{m}"), {{"m", t.modeName}});
        curve.level = std::abs(curve.value) / 100.0;
        curve.levelAsked = std::abs(curve.asked) / 100.0;
        t.stages.push_back(curve);
    } else {
        const std::size_t axis = f == Function::Aileron ? 0 : 1;
        const AxisRates& r = rates_[3 * t.now.mode + axis];
        Stage ratedStage{f, "rated", KH_TR("rated"), Box::Transmitter, "", 2, true};
        ratedStage.value = t.now.ratedPct[axis] / 100.0;
        ratedStage.asked = t.asked.ratedPct[axis] / 100.0;
        ratedStage.note = say(KH_TR("rate {r}, expo {e}"), {{"r", num(r.ratePct)}, {"e", num(r.expoPct)}});
        ratedStage.level = std::abs(ratedStage.value);
        ratedStage.levelAsked = std::abs(ratedStage.asked);
        t.stages.push_back(ratedStage);
    }
    addChannelStages(t, f);
    const ChannelInstant& now = t.now.channels[i];
    const ChannelInstant& asked = t.asked.channels[i];
    Stage demand{f, "demand", KH_TR("demand"), Box::Controller, "", 2, true};
    demand.value = now.demand;
    demand.asked = asked.demand;
    demand.level = std::abs(now.demand);
    demand.levelAsked = std::abs(asked.demand);
    if (t.state == ChainState::Flying && !collective) {
        demand.unit = "°/s";
        demand.decimals = 0;
        const Bank bank = banks_.empty() ? Bank{"", 0.0, 0.0} : banks_[t.now.bank];
        demand.value = turnRateDegS(bank, bank.rollPitchDegS, demand.value);
        demand.asked = turnRateDegS(bank, bank.rollPitchDegS, demand.asked);
    }
    t.stages.push_back(demand);

    // the same deck with this function at 0: what the servos show is the difference
    const auto zeroed = [&](const Instant& at, const ChainModel& model) {
        const double c = collective ? 0.0 : at.channels[indexOf(Function::Collective)].demand;
        const double a = f == Function::Aileron ? 0.0 : at.channels[indexOf(Function::Aileron)].demand;
        const double e = f == Function::Elevator ? 0.0 : at.channels[indexOf(Function::Elevator)].demand;
        return model.plateAt(c, a, e);
    };
    const ChainModel::PlateInstant zeroNow = zeroed(t.now, model_);
    const ChainModel::PlateInstant zeroAsked = zeroed(t.asked, asked_);
    const ChainModel::PlateInstant zeroFull = zeroed(t.full[i], asked_);
    Stage pulse{f, "servo-pulse", KH_TR("servo pulse"), Box::Controller, "µs", 0, true};
    Stage arm{f, "arm-angle", KH_TR("arm angle"), Box::Machine, "°", 1, true};
    std::vector<PortValue> askedPulse, askedArm, fullPulse, fullArm;
    for (std::size_t p = 0; p < ports_.size(); ++p) {
        const std::size_t m = portServo_[p];
        if (m < model_.servoCount()) {
            pulse.ports.push_back({ports_[p].id, t.now.servos[m].pulseUs - zeroNow.servos[m].pulseUs});
            arm.ports.push_back({ports_[p].id, t.now.servos[m].armDeg - zeroNow.servos[m].armDeg});
        }
        const std::size_t q = asked_.servoOfPort(p);
        if (q < asked_.servoCount()) {
            askedPulse.push_back({"", t.asked.servos[q].pulseUs - zeroAsked.servos[q].pulseUs});
            askedArm.push_back({"", t.asked.servos[q].armDeg - zeroAsked.servos[q].armDeg});
            fullPulse.push_back({"", t.full[i].servos[q].pulseUs - zeroFull.servos[q].pulseUs});
            fullArm.push_back({"", t.full[i].servos[q].armDeg - zeroFull.servos[q].armDeg});
        }
    }
    const auto level = [](double v, double full) { return std::abs(full) < 1e-9 ? 0.0 : std::abs(v / full); };
    const auto close = [&](Stage& stage, const std::vector<PortValue>& askedPorts, const std::vector<PortValue>& full) {
        stage.value = largest(stage.ports);
        stage.asked = std::copysign(largest(askedPorts), stage.value);
        stage.level = level(stage.value, largest(full));
        stage.levelAsked = level(stage.asked, largest(full));
        t.stages.push_back(stage);
    };
    close(pulse, askedPulse, fullPulse);
    close(arm, askedArm, fullArm);

    Stage plate{f, "plate", KH_TR("plate"), Box::Machine, collective ? "mm" : "°", collective ? 2 : 1, true};
    Stage blade{f, "blade", KH_TR("blade"), Box::Machine, "°", 1, true};
    const auto plateValue = [&](const Instant& at) {
        if (collective) return at.plate.heightMm;
        return tiltPart(f == Function::Aileron ? at.plate.right : at.plate.forward);
    };
    const auto bladeValue = [&](const Instant& at) {
        if (collective) return (at.bladeDeg[0] + at.bladeDeg[1] + at.bladeDeg[2] + at.bladeDeg[3]) / 4.0;
        const double sine = f == Function::Aileron ? at.plate.right : at.plate.forward;
        return tiltPart(innerRadiusMm_ * sine / gripMm_);
    };
    plate.value = plateValue(t.now);
    plate.asked = plateValue(t.asked);
    plate.level = level(plate.value, plateValue(t.full[i]));
    plate.levelAsked = level(plate.asked, plateValue(t.full[i]));
    blade.value = bladeValue(t.now);
    blade.asked = bladeValue(t.asked);
    blade.level = level(blade.value, bladeValue(t.full[i]));
    blade.levelAsked = level(blade.asked, bladeValue(t.full[i]));
    t.stages.push_back(plate);
    t.stages.push_back(blade);
}

void Tracer::addRudder(Trace& t) const {
    const Function f = Function::Rudder;
    const AxisRates& r = rates_[3 * t.now.mode + 2];
    Stage ratedStage{f, "rated", KH_TR("rated"), Box::Transmitter, "", 2, true};
    ratedStage.value = t.now.ratedPct[2] / 100.0;
    ratedStage.asked = t.asked.ratedPct[2] / 100.0;
    ratedStage.note = say(KH_TR("rate {r}, expo {e}"), {{"r", num(r.ratePct)}, {"e", num(r.expoPct)}});
    ratedStage.level = std::abs(ratedStage.value);
    ratedStage.levelAsked = std::abs(ratedStage.asked);
    t.stages.push_back(ratedStage);
    addChannelStages(t, f);
    const Instant& full = t.full[indexOf(f)];
    const auto single = [&](const char* id, const char* name, Box box, const char* unit, int decimals, double now, double asked,
                            double fullValue) {
        Stage s{f, id, name, box, unit, decimals, true};
        s.value = now;
        s.asked = asked;
        s.level = std::abs(fullValue) < 1e-9 ? 0.0 : std::abs(now / fullValue);
        s.levelAsked = std::abs(fullValue) < 1e-9 ? 0.0 : std::abs(asked / fullValue);
        t.stages.push_back(s);
    };
    const auto demand = [&](const Instant& i) { return i.channels[indexOf(f)].demand; };
    const bool flying = t.state == ChainState::Flying;
    const Bank bank = banks_.empty() ? Bank{"", 0.0, 0.0} : banks_[t.now.bank];
    const auto shown = [&](const Instant& i) { return flying ? turnRateDegS(bank, bank.rudderDegS, demand(i)) : demand(i); };
    single("demand", KH_TR("demand"), Box::Controller, flying ? "°/s" : "", flying ? 0 : 2, shown(t.now), shown(t.asked), shown(full));
    single("tail-pulse", KH_TR("tail pulse"), Box::Controller, "µs", 0, t.now.tailPulseUs, t.asked.tailPulseUs, full.tailPulseUs);
    Stage& pulse = t.stages.back();
    pulse.sign = false;
    pulse.level = std::abs(demand(full)) < 1e-9 ? 0.0 : std::abs(demand(t.now) / demand(full));
    pulse.levelAsked = std::abs(demand(full)) < 1e-9 ? 0.0 : std::abs(demand(t.asked) / demand(full));
    single("slider", KH_TR("slider"), Box::Machine, "mm", 2, t.now.sliderMm, t.asked.sliderMm, full.sliderMm);
    single("tail-pitch", KH_TR("tail pitch"), Box::Machine, "°", 1, t.now.tailPitchDeg, t.asked.tailPitchDeg, full.tailPitchDeg);
    // the neutral that is built in is no answer to the stick: the level is the slider's
    const Stage& slider = t.stages[t.stages.size() - 2];
    t.stages.back().level = slider.level;
    t.stages.back().levelAsked = slider.levelAsked;
}

void Tracer::addThrottle(Trace& t) const {
    const Function f = Function::Throttle;
    const auto add = [&](const char* id, const char* name, Box box, const char* unit, int decimals, bool sign, double now, double asked,
                         double level, double levelAsked) -> Stage& {
        Stage s{f, id, name, box, unit, decimals, sign};
        s.value = now;
        s.asked = asked;
        s.level = std::max(0.0, level);
        s.levelAsked = std::max(0.0, levelAsked);
        t.stages.push_back(s);
        return t.stages.back();
    };
    Stage& curve = add("curve", KH_TR("curve"), Box::Transmitter, "%", 1, false, t.now.throttleCurvePct, t.asked.throttleCurvePct,
                       t.now.throttleCurvePct / 100.0, t.asked.throttleCurvePct / 100.0);
    curve.note = say(KH_TR("{m}"), {{"m", modes_[t.now.beneath].name}});
    Stage& hold = add("hold", KH_TR("hold"), Box::Transmitter, "%", 1, false, t.now.throttlePct, t.asked.throttlePct,
                      t.now.throttlePct / 100.0, t.asked.throttlePct / 100.0);
    hold.note = t.now.killActs    ? say(KH_TR("kill is on"))
                : t.now.cutActs   ? say(KH_TR("cut is on"))
                : t.now.holdActs  ? say(KH_TR("hold is on"))
                : t.now.holdAsked ? say(KH_TR("hold is on, does not act"))
                                  : say(KH_TR("off"));
    addChannelStages(t, f);
    for (std::size_t i = t.stages.size() - 3; i < t.stages.size(); ++i) {  // throttle runs 0 … 1 over −100 … +100
        const bool pulse = std::string_view(t.stages[i].id) == "pulse";
        const double now = pulse ? t.stages[i - 1].value : t.stages[i].value;
        const double asked = pulse ? t.stages[i - 1].asked : t.stages[i].asked;
        t.stages[i].level = std::max(0.0, (now + 100.0) / 200.0);
        t.stages[i].levelAsked = std::max(0.0, (asked + 100.0) / 200.0);
    }
    Stage& motor = add("motor-pulse", KH_TR("motor pulse"), Box::SpeedController, "µs", 0, false, t.now.motorPulseUs, t.asked.motorPulseUs,
                       t.now.motorThrottlePct / 100.0, t.asked.motorThrottlePct / 100.0);
    motor.note = say(KH_TR("unchanged"));
    add("throttle", KH_TR("speed contr."), Box::SpeedController, "%", 1, false, t.now.motorThrottlePct, t.asked.motorThrottlePct,
        t.now.motorThrottlePct / 100.0, t.asked.motorThrottlePct / 100.0)
        .note = say(KH_TR("of its range"));
    const double full = std::max(t.full[indexOf(f)].headSpeedRpm, 1.0);
    Stage& head = add("head-speed", KH_TR("head speed"), Box::Machine, "rpm", 0, false, t.now.headSpeedRpm, t.asked.headSpeedRpm,
                      t.now.motorThrottlePct <= 0.0 ? 0.0 : t.now.headSpeedRpm / full, t.asked.headSpeedRpm / full);
    head.known = t.now.headSpeedKnown;
    if (head.known && discM_ > 0.0) head.note = say(KH_TR("tips {v} m/s"), {{"v", num(kPi * discM_ * t.now.headSpeedRpm / 60.0)}});
}

void Tracer::addGain(Trace& t) const {
    const Function f = Function::Gain;
    const ChannelInstant& now = t.now.channels[indexOf(f)];
    const ChannelInstant& asked = t.asked.channels[indexOf(f)];
    Stage sent{f, "value", KH_TR("value"), Box::Transmitter, "%", 0, true};
    sent.value = now.value;
    sent.asked = asked.value;
    sent.note = say(KH_TR("{m}"), {{"m", t.modeName}});
    sent.level = std::abs(now.value) / 100.0;
    sent.levelAsked = std::abs(asked.value) / 100.0;
    t.stages.push_back(sent);
    addChannelStages(t, f);
    Stage gain{f, "gain", KH_TR("gain"), Box::Controller, "%", 0, true};
    gain.value = std::clamp(now.readingPct, -100.0, 100.0);
    gain.asked = std::clamp(asked.readingPct, -100.0, 100.0);
    gain.note = gain.value < 0.0 ? say(KH_TR("rate mode")) : say(KH_TR("heading hold"));
    gain.level = std::abs(gain.value) / 100.0;
    gain.levelAsked = std::abs(gain.asked) / 100.0;
    t.stages.push_back(gain);
}

Trace Tracer::at(const Deck& deck, ChainState state) const {
    Trace t;
    t.state = state;
    t.now = model_.at(deck);
    t.asked = asked_.at(deck);
    DeckNumbers numbers = full_.numbers(deck);
    for (std::size_t f = 0; f < kFunctions; ++f) {
        numbers.sticks = fullStick(static_cast<Function>(f));
        t.full[f] = full_.at(numbers);
    }
    t.mode = modes_[t.now.mode].id;
    t.modeName = modes_[t.now.mode].name;
    t.stages.reserve(50);
    addCyclic(t, deck, Function::Aileron);
    addCyclic(t, deck, Function::Elevator);
    addCyclic(t, deck, Function::Collective);
    for (const Function f : {Function::Rudder, Function::Throttle}) {
        Stage s{f, "stick", KH_TR("stick"), Box::Transmitter, "", 2, true};
        s.value = s.asked = f == Function::Rudder ? deck.sticks.rudder : deck.sticks.collective;
        s.level = s.levelAsked = f == Function::Rudder ? std::abs(s.value) : (s.value + 1.0) / 2.0;
        t.stages.push_back(s);
        if (f == Function::Rudder) addRudder(t);
        else addThrottle(t);
    }
    addGain(t);

    for (std::size_t p = 0; p < ports_.size(); ++p) {
        const std::size_t m = portServo_[p];
        if (m >= model_.servoCount()) continue;
        const ServoInstant& s = t.now.servos[m];
        t.servos.push_back({ports_[p].id, ports_[p].role, s.pulseUs, s.armDeg, s.ballMm});
    }
    t.heightMm = t.now.plate.heightMm;
    t.tiltDeg = tiltPart(std::min(1.0, std::hypot(t.now.plate.forward, t.now.plate.right)));
    t.towardDeg = t.tiltDeg < 1e-6 ? 0.0 : wrapAzimuthDeg(degFromRad(std::atan2(t.now.plate.right, t.now.plate.forward)));
    t.fightMm = t.now.fightMm;
    t.bladeDeg = t.now.bladeDeg;
    t.tailPulseUs = t.now.tailPulseUs;
    t.sliderMm = t.now.sliderMm;
    t.tailPitchDeg = t.now.tailPitchDeg;
    t.trailingEdge = trailingEdge(t.sliderMm, lever_);
    t.throttlePct = t.now.motorThrottlePct;
    t.headSpeedKnown = t.now.headSpeedKnown;
    t.headSpeedRpm = t.now.headSpeedRpm;
    return t;
}

Trace trace(const Setup& setup, const Deck& deck, ChainState state) { return Tracer(setup).at(deck, state); }

}  // namespace kh
