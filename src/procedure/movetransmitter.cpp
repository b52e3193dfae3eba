// SPDX-License-Identifier: GPL-3.0-or-later
//
// The same model on another transmitter: the same pulses out of its own laws, steps and switches.
#include "base/conventions.h"
#include "model/amounts.h"
#include "model/carried.h"
#include "model/conditions.h"
#include "model/fieldpatterns.h"
#include "model/names.h"
#include "procedure/movekit.h"

#include <algorithm>
#include <cmath>
#include <set>

namespace kh {

namespace {

constexpr double kCurveOffPct = 0.5;  ///< a curve through fewer points may leave it by so much unsaid
constexpr double kExpoStepPct = 1.0;

struct TransmitterMove {
    const Setup& before;
    const TransmitterProfile& old;
    const TransmitterProfile& box;
    Move& move;
    TransmitterSettings& tx;

    void cannot(Message what) { move.cannot.push_back(std::move(what)); }

    // --- switches
    [[nodiscard]] std::map<std::string, int> placesUsed() const {
        PlaceCollector used(before.transmitter);
        for (const FlightMode& m : before.transmitter.modes) used.add(m.when);
        for (const Condition* c : {&before.transmitter.kill.when, &before.transmitter.cut.when}) used.add(*c);
        for (const SwitchFunction& f : before.transmitter.functions) used.add(f.when);
        std::map<std::string, int> most;
        for (const auto& [id, places] : used.named) most[id] = *places.rbegin();
        for (const SpareChannel& s : before.transmitter.spares)
            if (!s.follows.empty()) most.emplace(s.follows, 1);
        return most;
    }
    void switches() {
        const std::map<std::string, int> used = placesUsed();
        std::set<std::string> taken;
        const auto take = [&](const SwitchProfile& from, const SwitchProfile& to) {
            move.switches[from.id] = to.id;
            taken.insert(to.id);
        };
        const auto alike = [](const SwitchProfile& a, const SwitchProfile& b) {
            return a.places == b.places && a.momentary == b.momentary;
        };
        bool idle = false;  // those that do nothing come after those that do
        const auto wanted = [&](const SwitchProfile& s) { return (used.count(s.id) != 0) != idle && move.switches.count(s.id) == 0; };
        const auto inPlace = [&] {
            for (std::size_t i = 0; i < std::min(old.switches.size(), box.switches.size()); ++i)
                if (wanted(old.switches[i]) && alike(old.switches[i], box.switches[i]) && taken.count(box.switches[i].id) == 0)
                    take(old.switches[i], box.switches[i]);
        };
        // its namesake, the one in its place, any of its kind, any that has its places and stays where it is put
        for (const SwitchProfile& s : old.switches)
            for (const SwitchProfile& t : box.switches)
                if (wanted(s) && s.id == t.id && alike(s, t)) take(s, t);
        inPlace();
        for (const bool kind : {true, false})
            for (const SwitchProfile& s : old.switches)
                for (const SwitchProfile& t : box.switches)
                    if (wanted(s) && taken.count(t.id) == 0 &&
                        (kind ? alike(s, t) : t.places >= used.at(s.id) && (s.momentary || !t.momentary)))
                        take(s, t);
        idle = true;
        inPlace();
        for (const auto& [id, unused] : used)
            if (move.switches.count(id) == 0)
                cannot(say(KH_TR("{box} has no switch left for what {s} does; it is on none now."), {{"box", box.name}, {"s", id}}));
        const auto renamed = [&](Condition& condition) {
            std::erase_if(condition, [&](std::vector<Term>& all) {
                return std::any_of(all.begin(), all.end(), [&](Term& t) {
                    if (t.switchId.empty()) return false;
                    const auto to = move.switches.find(t.switchId);
                    if (to == move.switches.end()) return true;
                    t.switchId = to->second;
                    return false;
                });
            });
        };
        for (FlightMode& m : tx.modes) renamed(m.when);
        renamed(tx.kill.when);
        renamed(tx.cut.when);
        for (SwitchFunction& f : tx.functions) renamed(f.when);
        for (SpareChannel& s : tx.spares)
            if (const auto to = move.switches.find(s.follows); to != move.switches.end()) s.follows = to->second;
            else s.follows.clear();
        for (std::string& name : tx.shared)
            if (const auto to = move.switches.find(name); to != move.switches.end()) name = to->second;
        std::vector<SwitchSettings> kept;
        for (SwitchSettings& s : tx.switches) {
            const auto to = move.switches.find(s.id);
            if (to == move.switches.end()) continue;  // it did nothing
            kept.push_back(s);
            kept.back().id = to->second;
        }
        tx.switches = std::move(kept);
    }

    // --- channels
    [[nodiscard]] double sentUs(const TransmitterProfile& profile, const ChannelSettings& channel, double value) const {
        return channelOutputUnchecked(value, channelScale(profile, channel)).pulseUs;
    }
    /// A pulse that near is the same one in both boxes.
    [[nodiscard]] double toleranceUs() const {
        return box.travelStepPct * box.usPerPct + box.subTrimStepPct * box.usPerPct + box.resolutionUs + old.resolutionUs;
    }
    void channels() {
        for (std::size_t i = 0; i < tx.channels.size(); ++i) {
            const ChannelSettings& was = before.transmitter.channels[i];
            ChannelSettings& ch = tx.channels[i];
            if (was.limitPct) {
                const double us = *was.limitPct * old.usPerPct;
                ch.limitPct = std::min(box.outputLimitPct, std::round(us / box.usPerPct));
            }
            const bool same = box.centreUs == old.centreUs && box.usPerPct == old.usPerPct && box.laws == old.laws;
            const auto onStep = [](double v, double step) { return std::abs(v - roundToStep(v, step)) < 1e-9; };
            const bool holds = same && std::max(ch.travelHighPct, ch.travelLowPct) <= box.travelLimitPct &&
                               onStep(ch.travelHighPct, box.travelStepPct) && onStep(ch.travelLowPct, box.travelStepPct) &&
                               onStep(ch.subTrimPct, box.subTrimStepPct);
            const ChannelSettings open = uncut(old, was);
            if (!holds &&
                !solveChannel(box, ch, {sentUs(old, open, -100.0), sentUs(old, open, 0.0), sentUs(old, open, 100.0)}, notBeyond(ch)))
                cannot(say(KH_TR("{f}: {box} does not reach the ends that were sent; its travel goes to {l}."),
                           {{"f", functionTitle(before.transmitter, ch.id)},
                            {"box", box.name},
                            {"l", amount(move.setup, "transmitter.channels." + ch.id + ".travelHighPct", box.travelLimitPct)}}));
            if (was.failsafePct) ch.failsafePct = sameValue(was, ch, *was.failsafePct);
            if (ch.number > box.channels)
                cannot(say(
                    KH_TR("{f} is on channel {n}; {box} has {c}."),
                    {{"f", functionTitle(before.transmitter, ch.id)}, {"n", num(ch.number)}, {"box", box.name}, {"c", num(box.channels)}}));
        }
        for (FunctionChannel& ch : tx.functionChannels) {
            const FunctionChannel was = ch;
            const bool same = box.centreUs == old.centreUs && box.usPerPct == old.usPerPct && box.laws == old.laws;
            if (!same) (void)solveChannel(box, ch, {sentUs(old, was, -100.0), sentUs(old, was, 0.0), sentUs(old, was, 100.0)}, false);
            ch.restPct = std::clamp(sameValue(was, ch, ch.restPct), -100.0, 100.0);
            for (SwitchFunction& f : tx.functions)
                if (f.valuePct && familyOf(f.id) == ch.id) f.valuePct = std::clamp(sameValue(was, ch, *f.valuePct), -100.0, 100.0);
            for (FlightMode& m : tx.modes)
                if (std::optional<double>* own = modeGain(ch.id, m); own != nullptr && *own)
                    *own = std::clamp(sameValue(was, ch, **own), -100.0, 100.0);
            if (ch.number > box.channels)
                cannot(say(
                    KH_TR("{f} is on channel {n}; {box} has {c}."),
                    {{"f", functionTitle(before.transmitter, ch.id)}, {"n", num(ch.number)}, {"box", box.name}, {"c", num(box.channels)}}));
        }
        std::erase_if(tx.spares, [&](const SpareChannel& s) {
            if (s.number <= box.channels) return false;
            cannot(say(KH_TR("{box} has no channel {n}, which was not inhibited."), {{"box", box.name}, {"n", num(s.number)}}));
            return true;
        });
    }
    /// The throttle is taught, not read.
    [[nodiscard]] bool notBeyond(const ChannelSettings& channel) const {
        return before.controller.profile->punishesOvershoot && channel.id != kThrottleChannel;
    }
    /// The value that sends the pulse `value` sent before: itself where it still does.
    [[nodiscard]] double sameValue(const ChannelSettings& was, const ChannelSettings& now, double value) const {
        const double us = sentUs(old, was, value);
        if (std::abs(sentUs(box, now, value) - us) <= toleranceUs()) return value;
        return std::round(valueSending((us - box.centreUs) / box.usPerPct, channelScale(box, now)));
    }

    // --- what is sent
    void throttles() {
        const ChannelSettings* was = channelOf(before.transmitter, kThrottleChannel);
        const ChannelSettings* now = channelOf(tx, kThrottleChannel);
        if (was == nullptr || now == nullptr) return;
        const auto carried = [&](double pct, double low, double high, const char* path) {
            const double v = (sameValue(*was, *now, channelPctFromThrottlePct(pct)) + 100.0) / 2.0;
            const double held = std::clamp(asTyped(move.setup, path, v), low, high);
            if (std::abs(held - v) > 0.5)
                cannot(say(KH_TR("{what}: {box} takes {a} … {b}, not {v}."), {{"what", fieldTitle(before, path)},
                                                                              {"box", box.name},
                                                                              {"a", amount(move.setup, path, low)},
                                                                              {"b", amount(move.setup, path, high)},
                                                                              {"v", amount(move.setup, path, v)}}));
            return held;
        };
        tx.hold.throttlePct = carried(tx.hold.throttlePct, box.holdLowPct, box.holdHighPct, "transmitter.hold.throttlePct"_field);
        tx.kill.throttlePct = carried(tx.kill.throttlePct, box.holdLowPct, 100.0, "transmitter.kill.throttlePct"_field);
        tx.cut.throttlePct = carried(tx.cut.throttlePct, box.holdLowPct, 100.0, "transmitter.cut.throttlePct"_field);
    }
    /// How many points the box gives a curve of so many: the fewest that hold it, else the most there are.
    [[nodiscard]] int pointsFor(std::size_t points) const {
        double best = box.curvePoints;
        for (const double count : box.curveCounts)
            if (count >= static_cast<double>(points) && count < best) best = count;
        return box.curveCounts.empty() ? std::min(static_cast<int>(points), box.curvePoints) : static_cast<int>(best);
    }
    void curve(Curve& c, const std::string& path, double low, double high) {
        const Curve was = c;
        const int points = c.shape == CurveShape::Line ? static_cast<int>(c.points.size()) : pointsFor(c.points.size());
        if (c.points.size() != static_cast<std::size_t>(points)) {
            const CurveEvaluator whole(was);
            Curve fewer{was.shape, {}, was.offsetPct};
            for (int i = 0; i < points; ++i) {
                const double x = 100.0 * i / (points - 1);
                fewer.points.push_back({x, std::round(whole.at(x) * 10.0) / 10.0});
            }
            c = std::move(fewer);
        }
        if (c.shape == CurveShape::Smooth && !box.smoothCurves) c.shape = CurveShape::Straight;
        for (CurvePoint& p : c.points) p.y = std::clamp(asTyped(move.setup, path, p.y), low, high);
        const CurveEvaluator a(was), b(c);
        double off = 0.0;
        for (int x = 0; x <= 100; ++x) off = std::max(off, std::abs(a.at(x) - b.at(x)));
        if (off > kCurveOffPct)
            cannot(say(box.smoothCurves ? KH_TR("{what}: {box} holds {n} points; it leaves the curve by up to {d}.")
                                        : KH_TR("{what}: {box} holds {n} points and no smooth curves; it leaves the curve by up to {d}."),
                       {{"what", fieldTitle(before, path)},
                        {"box", box.name},
                        {"n", num(points)},
                        {"d", amount(move.setup, path, off, Amount::Kind::Step)}}));
    }
    /// Expo that bends the stick most as it was bent.
    [[nodiscard]] double expoLike(double expoPct) const {
        if (old.expoTable == box.expoTable || expoPct == 0.0) return expoPct;
        double best = expoPct, least = 1e9;
        for (double e = -50.0; e <= 100.0; e += kExpoStepPct) {
            double off = 0.0;
            for (int i = 1; i < 20; ++i)
                off = std::max(off, std::abs(withExpo(i / 20.0, e, box.expoTable) - withExpo(i / 20.0, expoPct, old.expoTable)));
            if (off < least) {
                least = off;
                best = e;
            }
        }
        return best;
    }
    void modes() {
        for (FlightMode& m : tx.modes) {
            const std::string base = "transmitter.modes." + m.id;
            if (m.id != kHoldMode) curve(m.throttle, base + ".throttle", 0.0, 100.0);
            curve(m.pitch, base + ".pitch", -100.0, 100.0);
            for (const auto& [rates, name] :
                 {std::pair(&m.aileron, ".aileron"), std::pair(&m.elevator, ".elevator"), std::pair(&m.rudder, ".rudder")}) {
                rates->expoPct = asTyped(move.setup, base + name + ".expoPct", expoLike(rates->expoPct));
                rates->ratePct = asTyped(move.setup, base + name + ".ratePct", rates->ratePct);
            }
            m.tailGainPct = asTyped(move.setup, base + ".tailGainPct", gainLike(m.tailGainPct));
        }
        for (SwitchFunction& f : tx.functions)
            if (f.sentPct) f.sentPct = asTyped(move.setup, "transmitter.functions." + f.id + ".sentPct", gainLike(*f.sentPct));
        if (tx.modes.size() > static_cast<std::size_t>(box.flightModes))
            cannot(say(KH_TR("Flight modes, hold with them: {box} has {n}, this model {m}."),
                       {{"box", box.name}, {"n", num(box.flightModes)}, {"m", num(static_cast<double>(tx.modes.size()))}}));
    }
    [[nodiscard]] double gainLike(double sentPct) const {
        const AircraftClass& aircraft = before.machine.aircraft.of();
        const auto gain = aircraft.first(FunctionSource::Gain);
        if (!gain) return sentPct;
        const ChannelSettings* was = channelOf(before.transmitter, aircraft.entry(*gain).id);
        const ChannelSettings* now = channelOf(tx, aircraft.entry(*gain).id);
        return was == nullptr || now == nullptr ? sentPct : std::clamp(sameValue(*was, *now, sentPct), -100.0, 100.0);
    }
};

}  // namespace

Move moveTo(const Setup& setup, const TransmitterProfile& transmitter, const std::string& at) {
    Move move;
    move.setup = setup;
    move.setup.transmitter.profile = transmitter;
    TransmitterMove work{setup, setup.transmitter.profile, transmitter, move, move.setup.transmitter};
    work.switches();
    work.channels();
    work.throttles();
    work.modes();
    if (!transmitter.modelMatch && setup.transmitter.modelMatch) {
        move.setup.transmitter.modelMatch = false;
        work.cannot(say(KH_TR("{box} has no model match: another model's memory can fly this machine."), {{"box", transmitter.name}}));
    }
    finishMove(move, setup, at);
    return move;
}

}  // namespace kh
