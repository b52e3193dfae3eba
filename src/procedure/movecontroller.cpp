// SPDX-License-Identifier: GPL-3.0-or-later
//
// The same model behind another controller: the same servo pulses from its own monitor, strokes and ranges.
#include "base/conventions.h"
#include "formula/linkage.h"
#include "model/amounts.h"
#include "model/carried.h"
#include "model/conditions.h"
#include "model/endtravel.h"
#include "model/fieldpatterns.h"
#include "model/names.h"
#include "procedure/movekit.h"

#include <algorithm>
#include <cmath>

namespace kh {

namespace {

constexpr double kSameGainPct = 0.5;  ///< a gain that reads so near is the same

bool has(const std::vector<std::string>& list, std::string_view word) { return std::find(list.begin(), list.end(), word) != list.end(); }

struct ControllerMove {
    const Setup& before;
    const ControllerProfile& old;
    const ControllerProfile& box;
    Move& move;
    ControllerSettings& fc;

    void cannot(Message what) { move.cannot.push_back(std::move(what)); }
    /// Of a list of what the box can send the nearest, told where it is another.
    double nearest(const std::vector<double>& list, double wanted, const char* path, bool notAbove) {
        double best = list.front();
        for (const double v : list) {
            const bool allowed = !notAbove || v <= wanted;
            const bool bestAllowed = !notAbove || best <= wanted;
            if (allowed != bestAllowed ? allowed : std::abs(v - wanted) < std::abs(best - wanted)) best = v;
        }
        if (best != wanted)
            cannot(say(KH_TR("{what}: {box} cannot send {v}; {n} stands there now."), {{"what", fieldTitle(before, path)},
                                                                                       {"box", box.name},
                                                                                       {"v", amount(before, path, wanted)},
                                                                                       {"n", amount(move.setup, path, best)}}));
        return best;
    }

    /// A share of the old stroke as one of the new.
    [[nodiscard]] double strokeRatio() const {
        return strokeFor(old.strokeUs, before.controller.pulseUs) / strokeFor(box.strokeUs, fc.pulseUs);
    }
    [[nodiscard]] double tailRatio() const {
        return strokeFor(old.tailStrokeUs, before.controller.tail.pulseUs) / strokeFor(box.tailStrokeUs, fc.tail.pulseUs);
    }
    /// A number on the box's scale and inside its field, told where it does not fit.
    double held(const char* path, double value) {
        const auto field = readField(move.setup, path);
        const double typed = asTyped(move.setup, path, std::round(value * 10.0) / 10.0);
        const double in = std::clamp(typed, field->info.min, field->info.max);
        if (std::abs(in - value) > 1.0)
            cannot(say(KH_TR("{what}: {v} would be needed; {n} stands there now."),
                       {{"what", fieldTitle(before, path)}, {"v", amount(move.setup, path, value)}, {"n", amount(move.setup, path, in)}}));
        return in;
    }

    void outputs() {
        fc.pulseUs = nearest(box.pulsesUs, fc.pulseUs, "controller.pulseUs"_field, false);
        fc.tail.pulseUs = nearest(box.pulsesUs, fc.tail.pulseUs, "controller.tail.pulseUs"_field, false);
        fc.rateHz = nearest(box.ratesHz, fc.rateHz, "controller.rateHz"_field, true);
        fc.tail.rateHz = nearest(box.ratesHz, fc.tail.rateHz, "controller.tail.rateHz"_field, true);
        for (std::size_t i = 0; i < fc.ports.size(); ++i) {
            if (i < box.ports.size()) fc.ports[i].id = box.ports[i];
            else
                cannot(say(KH_TR("{box} has no port left for the servo on {p}; for the plate it has {n}."),
                           {{"box", box.name}, {"n", num(static_cast<double>(box.ports.size()))}, {"p", fc.ports[i].id}}));
            fc.ports[i].trimUs = roundToStep(fc.ports[i].trimUs, box.trimStepUs);
        }
        fc.tail.trimUs = roundToStep(fc.tail.trimUs, box.trimStepUs);
        if (fc.ports.size() > box.ports.size()) fc.ports.resize(box.ports.size());
        const double ratio = strokeRatio();
        if (ratio != 1.0) {
            fc.collectiveTrimPct = held("controller.collectiveTrimPct"_field, fc.collectiveTrimPct * ratio);
            fc.referencePct = held("controller.referencePct"_field, fc.referencePct * ratio);
        }
        const double tail = tailRatio();
        if (tail != 1.0) {
            fc.tail.limitLeftPct = held("controller.tail.limitLeftPct"_field, fc.tail.limitLeftPct * tail);
            fc.tail.limitRightPct = held("controller.tail.limitRightPct"_field, fc.tail.limitRightPct * tail);
        }
    }

    /// Ranges of the collective: its own where it has them, else the transmitter's travel.
    /// @return what its channel shall read at the low and the high end
    std::pair<double, double> collective() {
        const double ratio = strokeRatio();
        const ChannelSettings* ch = channelOf(before.transmitter, kCollectiveChannel);
        const auto demand = [&](double sent) { return ch == nullptr ? sent / 100.0 : demandOf(old, readsPct(before, *ch, sent)); };
        const double low = -demand(-100.0) * collectiveRangePct(before.controller, false) * ratio;
        const double high = demand(100.0) * collectiveRangePct(before.controller, true) * ratio;
        const bool reads = ch != nullptr && demand(100.0) > 0.0 && demand(-100.0) < 0.0;
        const double turned = demand(100.0) < 0.0 ? -1.0 : 1.0;  // a channel that is read backwards stays so
        const auto readsNow = [&](double sent) { return ch == nullptr ? sent : readsPct(before, *ch, sent); };
        switch (box.collectiveRanges) {
            case CollectiveRanges::Two:
                if (old.collectiveRanges == CollectiveRanges::Two && ratio == 1.0) return {readsNow(-100.0), readsNow(100.0)};
                if (old.collectiveRanges == CollectiveRanges::Two || !reads) {
                    fc.collectiveHighPct = held("controller.collectiveHighPct"_field, collectiveRangePct(before.controller, true) * ratio);
                    fc.collectiveLowPct = held("controller.collectiveLowPct"_field, collectiveRangePct(before.controller, false) * ratio);
                    return {readsNow(-100.0), readsNow(100.0)};
                }
                fc.collectiveHighPct = held("controller.collectiveHighPct"_field, high);
                fc.collectiveLowPct = held("controller.collectiveLowPct"_field, low);
                return {-100.0, 100.0};
            case CollectiveRanges::One: {
                // one number serves both sides: the longer one, and the shorter by the transmitter's travel
                const double most = std::max(std::abs(high), std::abs(low));
                const double sign = high < 0.0 ? -1.0 : 1.0;
                fc.collectiveHighPct = fc.collectiveLowPct = held("controller.collectiveHighPct"_field, sign * most);
                if (most == 0.0) return {readsNow(-100.0), readsNow(100.0)};
                return {-turned * 100.0 * std::abs(low) / most, turned * 100.0 * std::abs(high) / most};
            }
            case CollectiveRanges::None: break;
        }
        if (high < 0.0)
            cannot(say(KH_TR("{box} has no range that turns the collective over: reverse it in the controller."), {{"box", box.name}}));
        return {-turned * std::abs(low), turned * std::abs(high)};
    }

    void channels(std::pair<double, double> collectiveReads) {
        TransmitterSettings& tx = move.setup.transmitter;
        const TransmitterProfile& radio = tx.profile;
        if (tx.schools.order == OrderSchool::Controller) {
            int number = 1;
            for (const std::string& id : box.channelOrder)
                for (ChannelSettings& ch : tx.channels)
                    if (ch.id == id) ch.number = number++;
        }
        const bool sameMonitor = box.centreUs == old.centreUs && box.usPerPct == old.usPerPct && box.learnsCentre == old.learnsCentre;
        for (std::size_t i = 0; i < tx.channels.size(); ++i) {
            const ChannelSettings& was = before.transmitter.channels[i];
            ChannelSettings& ch = tx.channels[i];
            if (ch.id == kThrottleChannel) continue;  // taught to the speed controller
            const ChannelSettings open = uncut(radio, was);
            const bool collective = ch.id == kCollectiveChannel;
            const double low = collective ? collectiveReads.first : readsPct(before, open, -100.0);
            const double high = collective ? collectiveReads.second : readsPct(before, open, 100.0);
            if (sameMonitor && low == readsPct(before, open, -100.0) && high == readsPct(before, open, 100.0)) continue;
            const auto pulse = [&](double reads) { return pulseRead(move.setup, ch, reads); };
            const double centre = readsPct(before, open, 0.0);
            if (!solveChannel(radio, ch, {pulse(low), pulse(centre), pulse(high)}, box.punishesOvershoot))
                cannot(say(KH_TR("{f}: the transmitter does not reach what {box} reads as full; its travel goes to {l}."),
                           {{"f", functionTitle(before.transmitter, ch.id)},
                            {"box", box.name},
                            {"l", amount(before, "transmitter.channels." + ch.id + ".travelHighPct", radio.travelLimitPct)}}));
        }
    }

    void words() {
        if (!has(box.layouts, fc.layout))
            cannot(say(KH_TR("{box} has no layout \"{l}\"."), {{"box", box.name}, {"l", show(before, "controller.layout"_field)}}));
        if (!has(box.mountings, fc.mounting))
            cannot(say(KH_TR("{box} cannot be told that it sits {m}."),
                       {{"box", box.name}, {"m", show(before, "controller.mounting"_field)}}));
        if (!box.gyroSenses && (fc.gyro.rollReversed || fc.gyro.pitchReversed || fc.gyro.yawReversed)) {
            cannot(say(KH_TR("{box} has no gyro senses: none is turned over now."), {{"box", box.name}}));
            fc.gyro = {};
        }
        if (fc.rescueInUse && !has(box.levelling, "rescue")) {
            cannot(say(KH_TR("{box} has no rescue."), {{"box", box.name}}));
            fc.rescueInUse = false;
        }
        if (fc.governor.kind == GovernorKind::Internal && !has(box.governors, "internal")) {
            cannot(say(KH_TR("{box} does not govern the head speed: throttle goes to the speed controller as it is sent."),
                       {{"box", box.name}}));
            fc.governor.kind = GovernorKind::Off;
        }
        if (box.asksPolePairs != old.asksPolePairs) {
            const double count = fc.governor.poleCount * (box.asksPolePairs ? 0.5 : 2.0);
            fc.governor.poleCount = std::ceil(count);
            if (fc.governor.poleCount != count && fc.governor.kind == GovernorKind::Internal)
                cannot(say(KH_TR("{box} asks for pole pairs; {n} poles make none: count the magnets again."),
                           {{"box", box.name}, {"n", num(before.controller.governor.poleCount)}}));
        }
        if (fc.banks.size() > static_cast<std::size_t>(box.banks))
            cannot(say(KH_TR("Banks: {box} has {n}, this model {m}."),
                       {{"box", box.name}, {"n", num(box.banks)}, {"m", num(static_cast<double>(fc.banks.size()))}}));
        if (box.oneTailDirection && !old.oneTailDirection && fc.directions.rudderReversed)
            cannot(say(KH_TR("{box} has one tail direction for stick and gyro: turn the tail by hand and look at both."),
                       {{"box", box.name}}));
    }

    /// A gain of roll or pitch is read as it was.
    void sameGains(const FunctionChannel& channel) {
        if (!carriesGain(channel.id) || !takesFamily(old, channel.id)) return;
        const auto same = [&](double value) {
            const double pulse = channelOutputUnchecked(value, channelScale(before.transmitter.profile, channel)).pulseUs;
            const double read = readingPctUnchecked(pulse, readingScale(old));
            const double shown = readingPctUnchecked(pulse, readingScale(box));
            return std::abs(read - shown) < kSameGainPct ? value : valueReading(move.setup, channel, read);
        };
        TransmitterSettings& tx = move.setup.transmitter;
        for (FunctionChannel& c : tx.functionChannels)
            if (c.id == channel.id) c.restPct = same(channel.restPct);
        for (FlightMode& m : tx.modes)
            if (std::optional<double>& own = *modeGain(channel.id, m)) own = same(*own);
        for (SwitchFunction& f : tx.functions)
            if (f.valuePct && familyOf(f.id) == channel.id) f.valuePct = same(*f.valuePct);
    }

    /// What a box was told that another does not know, and roll and pitch apart.
    void told() {
        ReceiverSettings& r = fc.receiver;
        if (!has(box.receiverKinds, r.kind)) r.kind.clear();
        if (!has(box.variants, r.variant)) r.variant.clear();
        if (box.id != old.id) r.map.clear();  // what the other box learned
        fc.governor.direct = false;
        for (Bank& b : fc.banks) {
            if (old.axesApart && !box.axesApart && (b.pitchDegS || b.pitchExpoPct || b.pitchGainPct))
                cannot(say(KH_TR("{box} has roll and pitch together: rate, expo and gain of pitch in bank {n} are roll's now."),
                           {{"box", box.name}, {"n", b.id}}));
            if (!old.axesApart || !box.axesApart) b.pitchDegS = b.pitchExpoPct = b.pitchGainPct = std::nullopt;
        }
    }

    /// Functions on channels of their own: heard as before, those the box takes beside, those it does not take no more.
    void carried() {
        TransmitterSettings& tx = move.setup.transmitter;
        std::erase_if(tx.functionChannels, [&](const FunctionChannel& c) {
            if (takesFamily(box, c.id)) return false;
            cannot(say(KH_TR("{box} takes no {f}; its channel {n} is inhibited now."),
                       {{"box", box.name}, {"f", functionTitle(tx, c.id)}, {"n", num(c.number)}}));
            for (SwitchFunction& f : tx.functions)
                if (f.id == kArming && c.id == kArming) f.when.clear();  // its switch works nothing any more
            return true;
        });
        const std::vector<FunctionChannel> kept = tx.functionChannels;
        for (const FunctionChannel& c : kept) sameGains(c);
        for (const FunctionChannel& c : kept)
            for (const Edit& e : heardValues(move.setup, c)) writeField(move.setup, e.path, e.value);
        const Setup without = move.setup;
        move.setup = withTakenFunctions(without);
        for (const FunctionChannel& c : move.setup.transmitter.functionChannels) {
            if (carrierOf(without.transmitter, c.id) != nullptr) continue;
            const Condition* when = conditionOf(move.setup.transmitter, c.id);
            const bool arms = c.id == kArming && when != nullptr && !when->empty();
            cannot(arms ? say(KH_TR("{box} arms by a channel: {n}, with {s} now."),
                              {{"box", box.name}, {"n", num(c.number)}, {"s", conditionTitle(move.setup.transmitter, *when)}})
                        : say(KH_TR("{box} takes {f} from a channel: {n} now."),
                              {{"box", box.name}, {"f", functionTitle(tx, c.id)}, {"n", num(c.number)}}));
        }
    }
};

}  // namespace

Move moveTo(const Setup& setup, const ControllerProfile& controller, const std::string& at) {
    if (const auto flownBy = setup.machine.aircraft.of().flownBy; flownBy != nullptr && !flownBy(controller))
        throw InputError("controller.profile.id"_field,
                         controller.name + " is made for another kind of machine: it flies none such as this");
    Move move;
    move.setup = setup;
    move.setup.controller.profile = controller;
    ControllerMove work{setup, setup.controller.profile, controller, move, move.setup.controller};
    work.outputs();
    work.channels(work.collective());
    work.words();
    work.told();
    work.carried();
    finishMove(move, setup, at);
    return move;
}

}  // namespace kh
