// SPDX-License-Identifier: GPL-3.0-or-later
#include "procedure/trace.h"

#include "base/conventions.h"
#include "model/amounts.h"
#include "model/carried.h"
#include "model/monitor.h"
#include "model/names.h"
#include "procedure/aircraft.h"

#include <algorithm>
#include <cmath>

namespace kh {

namespace {

constexpr double kOffShare = 0.01;

Setup fullTravel(Setup setup) {
    for (ChannelSettings& c : setup.transmitter.channels) {
        c.travelLowPct = c.travelHighPct = 100.0;
        c.subTrimPct = 0.0;
    }
    return setup;
}

/// A function at the end of its stick; the gain has none.
Sticks fullStick(const FunctionEntry& entry) {
    Sticks s{0.0, 0.0, 0.0, 0.0};
    s.*(entry.stick == nullptr ? &Sticks::collective : entry.stick) = 1.0;
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

double largestOf(const std::vector<PortValue>& ports) {
    double best = 0.0;
    for (const PortValue& p : ports)
        if (std::abs(p.value) > std::abs(best)) best = p.value;
    return best;
}

void setLevels(Stage& stage, double full) {
    const auto share = [&](double v) { return std::abs(full) < 1e-9 ? 0.0 : std::abs(v / full); };
    stage.level = share(stage.value);
    stage.levelAsked = share(stage.asked);
}

void OutputStages::add(Trace& trace, Function f, const ChainModel&, const ChainModel&) const {
    for (std::size_t i = 0; i < table_.size(); ++i) {
        const OutputEntry& out = table_[i];
        if (out.of != f) continue;
        Stage s{f, out.id, out.name, out.box, out.unit, out.decimals, true};
        s.value = trace.now.outputs[i];
        s.asked = trace.asked.outputs[i];
        setLevels(s, trace.full[indexOf(f)].outputs[i]);
        trace.stages.push_back(std::move(s));
    }
}

Tracer::Tracer(const Setup& setup)
    : model_(setup), asked_(askedSetup(setup)), box_(setup.controller.profile), full_(fullTravel(askedSetup(setup))) {
    const AircraftClass& aircraft = model_.aircraft();
    for (const FlightMode& m : setup.transmitter.modes) {
        modes_.push_back({m.id, m.name});
        std::array<AxisRates, kMaxFunctions>& rates = rates_.emplace_back();
        for (std::size_t f = 0; f < aircraft.functionCount(); ++f)
            if (aircraft.functions[f].rates != nullptr) {
                rates[f] = m.*aircraft.functions[f].rates;
                notes_[f].rate = scaleOf(setup, elementPath("transmitter.modes.{}.aileron.ratePct"_field, m.id));
                notes_[f].expo = scaleOf(setup, elementPath("transmitter.modes.{}.aileron.expoPct"_field, m.id));
            }
    }
    for (std::size_t f = 0; f < aircraft.functionCount(); ++f)
        for (const ChannelSettings& c : setup.transmitter.channels)
            if (c.id == std::string_view(aircraft.functions[f].id)) {
                notes_[f].number = amount(setup, elementPath("transmitter.channels.{}.number"_field, c.id));
                notes_[f].travel = scaleOf(setup, elementPath("transmitter.channels.{}.travelHighPct"_field, c.id));
                scales_[f] = channelScale(setup.transmitter.profile, c);
            }
    for (std::size_t f = 0; f < aircraft.functionCount(); ++f) {
        const auto function = static_cast<Function>(f);
        const FunctionChannel* carrier =
            aircraft.functions[f].source == FunctionSource::Places ? carrierOf(setup.transmitter, aircraft.functions[f].id) : nullptr;
        if (carrier == nullptr) continue;
        notes_[f].number = amount(setup, elementPath("transmitter.functionChannels.{}.number"_field, carrier->id));
        notes_[f].travel = scaleOf(setup, elementPath("transmitter.functionChannels.{}.travelHighPct"_field, carrier->id));
        scales_[f] = channelScale(setup.transmitter.profile, *carrier);
        for (const SwitchFunction& w : setup.transmitter.functions)
            if (familyOf(w.id) == carrier->id && !w.when.empty() && !w.when.front().empty())
                worked_.push_back({function, w.id, w.when.front().front().switchId, functionTitle(setup.transmitter, w.id),
                                   w.when.front().front().place});
    }
    banks_ = setup.controller.banks;
    machine_ = aircraftEntry(setup).stages(setup, model_);
}

void Tracer::addChannelStages(Trace& t, Function f) const {
    const std::size_t i = indexOf(f);
    const ChannelInstant& now = t.now.channels[i];
    const ChannelInstant& asked = t.asked.channels[i];
    const double travel = scales_[i].travelPct(now.value);
    const auto share = [](double v) { return std::abs(v) / 100.0; };
    Stage channel{f, "channel", KH_TR("channel"), Box::Transmitter, "%", 1, true};
    channel.value = now.pct;
    channel.asked = asked.pct;
    channel.note = say(KH_TR("ch {n}, travel {t}"), {{"n", notes_[i].number}, {"t", bare(Amount{travel, notes_[i].travel})}});
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
    if (!(box_->monitor == Monitor{})) reading.note = onMonitorBare(*box_, model_.aircraft().entry(f).id, now.readingPct);
    t.stages.push_back(std::move(channel));
    t.stages.push_back(std::move(pulse));
    t.stages.push_back(std::move(reading));
}

void Tracer::addStick(Trace& t, const Deck& deck, Function f) const {
    const FunctionEntry& entry = model_.aircraft().entry(f);
    const double stick = deck.sticks.*entry.stick;
    Stage s{f, "stick", KH_TR("stick"), Box::Transmitter, "", 2, true};
    s.value = s.asked = stick;
    s.level = s.levelAsked = entry.source == FunctionSource::Throttle ? (stick + 1.0) / 2.0 : std::abs(stick);
    t.stages.push_back(s);
}

void Tracer::addDriven(Trace& t, const Deck& deck, Function f) const {
    const std::size_t i = indexOf(f);
    const FunctionEntry& entry = model_.aircraft().entry(f);
    if (entry.source == FunctionSource::Pitch) {
        const double stick = deck.sticks.*entry.stick;
        Stage curve{f, "curve", KH_TR("curve"), Box::Transmitter, "%", 1, true};
        curve.value = model_.pitchCurveAt(t.now.mode, stick);
        curve.asked = asked_.pitchCurveAt(t.asked.mode, stick);
        curve.note = say(KH_TR("{m}"), {{"m", t.modeName}});
        setLevels(curve, 100.0);
        t.stages.push_back(std::move(curve));
    } else {
        const AxisRates& r = rates_[t.now.mode][i];
        Stage rated{f, "rated", KH_TR("rated"), Box::Transmitter, "", 2, true};
        rated.value = t.now.ratedPct[i] / 100.0;
        rated.asked = t.asked.ratedPct[i] / 100.0;
        rated.note = say(KH_TR("rate {r}, expo {e}"),
                         {{"r", bare(Amount{r.ratePct, notes_[i].rate})}, {"e", bare(Amount{r.expoPct, notes_[i].expo})}});
        setLevels(rated, 1.0);
        t.stages.push_back(std::move(rated));
    }
    addChannelStages(t, f);
    Stage demand{f, "demand", KH_TR("demand"), Box::Controller, "", 2, true};
    demand.value = t.now.channels[i].demand;
    demand.asked = t.asked.channels[i].demand;
    const double full = entry.demandOfFull ? t.full[i].channels[i].demand : 1.0;
    setLevels(demand, full);
    if (t.state == ChainState::Flying && entry.turns) {
        demand.unit = "°/s";
        demand.decimals = 0;
        const BankAxis axis = banks_.empty() ? BankAxis{} : bankAxis(*box_, banks_[t.now.bank], *entry.turns);
        demand.value = turnRateDegS(axis, demand.value);
        demand.asked = turnRateDegS(axis, demand.asked);
        if (entry.demandOfFull) setLevels(demand, turnRateDegS(axis, full));
    }
    t.stages.push_back(std::move(demand));
    machine_->add(t, f, model_, asked_);
}

void Tracer::addThrottle(Trace& t, Function f) const {
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
    if (!model_.aircraft().holds) {  // its motors stand behind the box
        const auto of = [](double reading) { return std::clamp((reading + 100.0) / 200.0, 0.0, 1.0); };
        const double now = of(t.now.channels[indexOf(f)].readingPct), asked = of(t.asked.channels[indexOf(f)].readingPct);
        add("demand", KH_TR("demand"), Box::Controller, "", 2, false, now, asked, now, asked);
        return;
    }
    Stage& motor = add("motor-pulse", KH_TR("motor pulse"), Box::SpeedController, "µs", 0, false, t.now.motorPulseUs, t.asked.motorPulseUs,
                       t.now.motorThrottlePct / 100.0, t.asked.motorThrottlePct / 100.0);
    motor.note = t.now.disarmed ? say(KH_TR("not armed")) : say(KH_TR("unchanged"));
    add("throttle", KH_TR("speed contr."), Box::SpeedController, "%", 1, false, t.now.motorThrottlePct, t.asked.motorThrottlePct,
        t.now.motorThrottlePct / 100.0, t.asked.motorThrottlePct / 100.0)
        .note = say(KH_TR("of its range"));
    const double full = std::max(t.full[indexOf(f)].headSpeedRpm, 1.0);
    Stage& head = add("head-speed", KH_TR("head speed"), Box::Machine, "rpm", 0, false, t.now.headSpeedRpm, t.asked.headSpeedRpm,
                      t.now.motorThrottlePct <= 0.0 ? 0.0 : t.now.headSpeedRpm / full, t.asked.headSpeedRpm / full);
    head.known = t.now.headSpeedKnown;
    if (const double tips = model_.plant().tipMs(t.now.headSpeedRpm); head.known && tips >= 0.0)
        head.note = say(KH_TR("tips {v} m/s"), {{"v", num(tips)}});
}

void Tracer::addGain(Trace& t, Function f) const {
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

void Tracer::addPlaces(Trace& t, const Deck& deck, Function f) const {
    const std::size_t i = indexOf(f);
    const auto on =
        std::find_if(worked_.begin(), worked_.end(), [&](const WorkedPlace& w) { return w.of == f && model_.isOn(w.function, deck); });
    Stage place{f, "place", KH_TR("place"), Box::Transmitter, "", 0};
    place.value = place.asked = on == worked_.end() ? 0.0 : on->place;
    place.note = on == worked_.end() ? say(KH_TR("at rest")) : say(KH_TR("{s}, asks {f}"), {{"s", on->switchId}, {"f", on->title}});
    setLevels(place, 3.0);
    t.stages.push_back(std::move(place));
    Stage sent{f, "value", KH_TR("value"), Box::Transmitter, "%", 1, true};
    sent.value = t.now.channels[i].value;
    sent.asked = t.asked.channels[i].value;
    setLevels(sent, 100.0);
    t.stages.push_back(std::move(sent));
    addChannelStages(t, f);
    machine_->add(t, f, model_, asked_);
}

Trace Tracer::at(const Deck& deck, ChainState state, const WantedFunctions& wanted) const {
    const AircraftClass& aircraft = model_.aircraft();
    Trace t;
    t.aircraft = &aircraft;
    t.state = state;
    t.now = model_.at(deck);
    t.asked = asked_.at(deck);
    DeckNumbers numbers = full_.numbers(deck);
    for (std::size_t f = 0; f < aircraft.functionCount(); ++f) {
        if (!wanted.has(static_cast<Function>(f))) continue;
        numbers.sticks = fullStick(aircraft.functions[f]);
        t.full[f] = full_.at(numbers);
    }
    t.mode = modes_[t.now.mode].id;
    t.modeName = modes_[t.now.mode].name;
    for (std::size_t i = 0; i < aircraft.functionCount(); ++i) {
        const auto f = static_cast<Function>(i);
        if (!wanted.has(f)) continue;
        const FunctionSource source = aircraft.functions[i].source;
        if (source != FunctionSource::Gain && source != FunctionSource::Places) addStick(t, deck, f);
        switch (source) {
            case FunctionSource::Rated:
            case FunctionSource::Pitch: addDriven(t, deck, f); break;
            case FunctionSource::Throttle: addThrottle(t, f); break;
            case FunctionSource::Gain: addGain(t, f); break;
            case FunctionSource::Places: addPlaces(t, deck, f); break;
        }
    }
    t.throttlePct = t.now.motorThrottlePct;
    t.headSpeedKnown = t.now.headSpeedKnown;
    t.headSpeedRpm = t.now.headSpeedRpm;
    machine_->addGyros(t, deck, model_, asked_, wanted);
    machine_->finish(t, model_, asked_);
    return t;
}

Trace trace(const Setup& setup, const Deck& deck, ChainState state) { return Tracer(setup).at(deck, state); }

}  // namespace kh
