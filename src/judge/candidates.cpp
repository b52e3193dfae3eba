// SPDX-License-Identifier: GPL-3.0-or-later
#include "judge/candidates.h"

#include "base/conventions.h"
#include "formula/root.h"
#include "judge/modechecks.h"
#include "model/conditions.h"

#include <algorithm>
#include <cmath>
#include <cstdlib>

namespace kh {

namespace {

constexpr double kUsualStopPct = -5.0;
constexpr double kLeastIdlePct = 2.0;    ///< below, an engine's throttle is closed
constexpr double kOpenTravelPct = 80.0;  ///< short of every stop
constexpr double kSpoolDeg = -2.9, kHoldLowDeg = -5.0;

std::optional<double> stopPctBy(const AuditContext& c, const TransmitterSettings& tx) {
    const bool engine = c.setup.machine.power.kind == PowerKind::Engine;
    const auto stops = [&](double pct) {
        const MotorOff at = motorOffAt(c.figures.motor, throttlePulseUs(tx, pct));
        return at == MotorOff::Surely || (engine && at == MotorOff::Barely);
    };
    const double lowest = std::min(tx.profile->holdLowPct, kUsualStopPct);
    for (double pct = kUsualStopPct; pct >= lowest; pct -= 1.0)
        if (stops(pct)) return pct;
    for (double pct = kUsualStopPct + 1.0; pct <= 0.0; pct += 1.0)
        if (stops(pct)) return pct;
    return std::nullopt;
}

}  // namespace

double throttlePulseUs(const TransmitterSettings& tx, double throttlePct) {
    const ChannelSettings* ch = channelOf(tx, kThrottleChannel);
    return channelOutputUnchecked(channelPctFromThrottlePct(throttlePct), channelScale(tx.profile, ch == nullptr ? ChannelSettings{} : *ch))
        .pulseUs;
}

MotorOff motorOffAt(const MotorLimits& motor, double us) {
    if (!motor.accepted(us)) return MotorOff::Refused;
    if (motor.off(us)) return MotorOff::Surely;
    return motor.low(us) ? MotorOff::Barely : MotorOff::Runs;
}

std::optional<double> stopPct(const AuditContext& c) { return stopPctBy(c, c.setup.transmitter); }

std::vector<Edit> stopUncut(const AuditContext& c, const std::string& path) {
    const ChannelSettings* throttle = channelOf(c.setup.transmitter, kThrottleChannel);
    if (throttle == nullptr || !throttle->limitPct) return {};
    TransmitterSettings open = c.setup.transmitter;
    for (ChannelSettings& channel : open.channels)
        if (channel.id == kThrottleChannel) channel.limitPct.reset();
    const auto value = stopPctBy(c, open);
    if (!value) return {};
    return {{channelPath(kThrottleChannel, "limitPct"), std::monostate{}}, {path, *value}};
}

Message throttleFirst(const AuditContext& c) {
    return c.say(
        KH_TR("No value stops it with this throttle channel: set its direction, travel and limit in the transmitter to the ends that "
              "were learned."));
}

IdleLimits idleLimits(const Machine& machine) {
    const auto& clutch = machine.power.clutchPct;
    const double most = clutch ? *clutch * kIdleBelowClutchShare : kClutchUnknownPct;
    return {kLeastIdlePct, most, std::min(kUngovernedIdlePct, std::floor(most))};
}

EndpointAnswer openEnd(const AuditContext& c, const ChannelSettings& channel, bool high) {
    const TransmitterProfile& tx = c.setup.transmitter.profile;
    const ControllerProfile& box = c.setup.controller.profile;
    ChannelSettings open = channel;
    open.limitPct.reset();
    const double sent = high ? 100.0 : -100.0;
    double& travel = channelScale(tx, open).highServes(sent) ? open.travelHighPct : open.travelLowPct;
    const ChannelFigures* f = c.figures.channel(channel.id);
    const double ratio = f == nullptr ? 1.0 : high ? f->highRatio : f->lowRatio;
    // a sub-trim that bends moves no end: there the travel does not begin at the centre that is read
    double from = 0.0;
    if (tx.laws.subTrim == SubTrimLaw::Bends) {
        travel = 0.0;
        from = ratio * readsPct(c.setup, open, sent);
    }
    travel = kOpenTravelPct;
    const double reads = ratio * readsPct(c.setup, open, sent) - from;
    const double side = reads < 0.0 ? -1.0 : 1.0;
    const double aim = 100.0 - side * from;
    EndpointAnswer answer =
        endpointFor(kOpenTravelPct, reads * 100.0 / aim,
                    {tx.travelStepPct, tx.travelLimitPct, box.punishesOvershoot ? Overshoot::Forbid : Overshoot::Allow});
    answer.reachedPct = side * from + answer.reachedPct * aim / 100.0;
    return answer;
}

std::optional<double> throttleForRpm(const ChainModel& model, std::size_t mode, double rpm) {
    const auto side = [&](double pct) {
        double n = 0.0;
        return model.headSpeedAt(model.motorPctOf(pct), mode, n) && n >= rpm ? 1.0 : -1.0;
    };
    if (side(0.0) > 0.0 || side(100.0) < 0.0) return std::nullopt;
    return std::round(bracketOfRoot(side, 0.0, 100.0, 1e-3).second);
}

std::vector<Condition> freePlaces(const TransmitterSettings& tx, SwitchKind kind, bool carried) {
    std::set<std::string> used;
    const auto take = [&](const Condition& when) {
        const std::set<std::string> bars = barsOf(tx, when);
        for (const auto& all : when)
            for (const Term& t : all)
                if (bars.count(t.switchId) == 0) used.insert(t.switchId);
    };
    for (const FlightMode& m : tx.modes) take(m.when);
    take(tx.kill.when);
    take(tx.cut.when);
    for (const SwitchFunction& f : tx.functions) take(f.when);
    std::set<std::string> followed;
    for (const SpareChannel& s : tx.spares) (carried ? followed : used).insert(s.follows);
    std::vector<const SwitchProfile*> free;
    for (const SwitchProfile& s : tx.profile->switches)
        if (used.count(s.id) == 0 && s.places >= 2 && s.momentary == (kind == SwitchKind::Momentary)) free.push_back(&s);
    // one of two places is found without looking
    std::stable_sort(free.begin(), free.end(), [&](const SwitchProfile* a, const SwitchProfile* b) {
        return std::pair(followed.count(a->id) == 0, a->places) < std::pair(followed.count(b->id) == 0, b->places);
    });
    std::vector<Condition> out;
    out.reserve(free.size());
    for (const SwitchProfile* s : free) out.push_back({{{s->id, s->places, ""}}});
    return out;
}

std::vector<std::vector<Edit>> switchCandidates(const TransmitterSettings& tx, const std::string& function) {
    std::vector<std::vector<Edit>> out;
    const std::string path = conditionPath(tx, function);
    const bool rescue = function == "rescue";
    const bool mode =
        std::any_of(tx.modes.begin(), tx.modes.end(), [&](const FlightMode& m) { return m.id == function && m.id != kHoldMode; });
    if (mode) {  // a place of the mode switch that no other mode has
        std::set<std::pair<std::string, int>> taken;
        std::set<std::string> switches;
        for (const FlightMode& m : tx.modes)
            for (const auto& all : m.when)
                for (const Term& t : all) {
                    if (m.id == kHoldMode || t.switchId.empty() || m.id == function) continue;
                    taken.insert({t.switchId, t.place});
                    switches.insert(t.switchId);
                }
        for (const std::string& id : switches)
            for (const SwitchProfile& s : tx.profile->switches)
                for (int place = 1; s.id == id && place <= s.places; ++place)
                    if (taken.count({id, place}) == 0 && place != neutralPlaceOf(tx, s))
                        out.push_back({{path, Condition{{{id, place, ""}}}}});
    }
    const std::size_t dash = function.rfind('-');
    const bool family = function.starts_with("bank-") || function.starts_with("gain-");
    const int number = family ? std::atoi(function.c_str() + dash + 1) : 0;
    if (family)  // its number's place, on the switch of the others of its family
        for (const SwitchFunction& f : tx.functions) {
            if (f.id == function || !f.id.starts_with(function.substr(0, dash + 1)) || f.when.size() != 1 || f.when.front().size() != 1)
                continue;
            const Term& theirs = f.when.front().front();
            for (const SwitchProfile& s : tx.profile->switches)
                if (s.id == theirs.switchId && number >= 1 && number <= s.places && number != theirs.place)
                    out.push_back({{path, Condition{{{s.id, number, ""}}}}});
        }
    const bool carried = rescue || family;
    std::vector<Condition> places = freePlaces(tx, rescue ? SwitchKind::Momentary : SwitchKind::Latching, carried);
    if (rescue && tx.schools.rescue != RescueSchool::Momentary)
        for (Condition& more : freePlaces(tx, SwitchKind::Latching, carried)) places.push_back(std::move(more));
    if (const FlightMode* hold = modeById(tx, kHoldMode); rescue && hold != nullptr && hold->when.size() == 1)  // barred while hold is on
        for (Condition& place : places)
            for (const Term& t : hold->when.front())
                if (!t.switchId.empty()) place.front().push_back({t.switchId, t.place == 1 ? 2 : 1, ""});
    for (Condition& when : places) {
        if (family)
            for (const SwitchProfile& s : tx.profile->switches)
                if (s.id == when.front().front().switchId && number >= 1 && number <= s.places) when.front().front().place = number;
        std::vector<Edit> edits{{path, when}};
        const Term& t = when.front().front();
        if (function == kHoldMode)  // on when the transmitter is switched on
            edits.push_back({elementPath("transmitter.switches.{}.powerOnPlace"_field, t.switchId), static_cast<double>(t.place)});
        out.push_back(std::move(edits));
    }
    if (function != kHoldMode && !mode) out.push_back({{path, Condition{}}});
    return out;
}

void offerEach(Finding& f, std::vector<std::vector<Edit>> candidates) {
    for (std::vector<Edit>& c : candidates) {
        if (f.fix.empty()) f.fix = std::move(c);
        else f.also.push_back(std::move(c));
    }
}

Curve startingPitch(const AuditContext& c, std::size_t mode) {
    const FlightMode& m = c.setup.transmitter.modes[mode];
    const bool hold = m.id == kHoldMode;
    const double lowDeg = std::min(c.figures.collectiveLowDeg.value, -1.0);
    const double wanted = hold ? kHoldLowDeg : m.flownInverted ? lowDeg : kSpoolDeg;
    const double low = std::clamp(wanted / lowDeg, 0.0, 1.0) * 100.0;
    Curve curve = lineCurve(-100.0, 100.0, std::max<std::size_t>(m.pitch.points.size(), 3));
    for (CurvePoint& p : curve.points)
        if (p.y < 0.0) p.y = roundToStep(p.y * low / 100.0, 1.0);
    return curve;
}

}  // namespace kh
