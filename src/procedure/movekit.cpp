// SPDX-License-Identifier: GPL-3.0-or-later
#include "procedure/movekit.h"

#include "base/conventions.h"
#include "base/error.h"
#include "kernel/chain.h"
#include "model/amounts.h"
#include "model/boxsettings.h"
#include "model/carried.h"
#include "model/conditions.h"
#include "model/endtravel.h"
#include "model/inboxes.h"
#include "model/names.h"

#include <algorithm>
#include <cmath>

namespace kh {

namespace {

constexpr double kRoundingShare = 0.012;  ///< of an output's range: the steps of travel, sub-trim and pulse of the coarsest boxes
constexpr std::size_t kMostStates = 6000;

/// Every state of the switches that do anything, at most so many, spread evenly.
std::vector<std::map<std::string, int>> switchStates(const Setup& setup) {
    const TransmitterSettings& tx = setup.transmitter;
    PlaceCollector used(tx);
    for (const FlightMode& m : tx.modes) used.add(m.when);
    for (const Condition* c : {&tx.kill.when, &tx.cut.when}) used.add(*c);
    for (const SwitchFunction& f : tx.functions) used.add(f.when);
    std::vector<std::map<std::string, int>> out{{}};
    for (const SwitchProfile& sw : tx.profile->switches) {
        if (used.named.count(sw.id) == 0) continue;
        std::vector<std::map<std::string, int>> wider;
        for (const auto& state : out)
            for (int place = 1; place <= sw.places; ++place) {
                auto next = state;
                next[sw.id] = place;
                wider.push_back(std::move(next));
            }
        if (wider.size() > kMostStates) break;
        out = std::move(wider);
    }
    return out;
}

std::vector<Sticks> corners() {
    std::vector<Sticks> out;
    for (const double c : {-1.0, 0.0, 1.0})
        for (const double a : {-1.0, 0.0, 1.0})
            for (const double e : {-1.0, 0.0, 1.0})
                for (const double r : {-1.0, 0.0, 1.0}) out.push_back({c, a, e, r});
    for (const double half : {-0.5, 0.5})  // what bends or cuts between
        for (double Sticks::*axis : {&Sticks::collective, &Sticks::aileron, &Sticks::elevator, &Sticks::rudder}) {
            Sticks s{0.0, 0.0, 0.0, 0.0};
            s.*axis = half;
            out.push_back(s);
        }
    return out;
}

Message stickText(const Sticks& s) {
    return say(KH_TR("collective {c}, aileron {a}, elevator {e}, rudder {r}"), {{"c", signedNum(s.collective, 1)},
                                                                                {"a", signedNum(s.aileron, 1)},
                                                                                {"e", signedNum(s.elevator, 1)},
                                                                                {"r", signedNum(s.rudder, 1)}});
}

/// What the machine then does otherwise, where it can be told.
void findDifferences(Move& move, const Setup& before) {
    move.differs.clear();
    try {
        move.differs = machineDifferences(before, move.setup, move.switches, kRoundingShare);
    } catch (const InputError& e) {
        move.cannot.push_back(
            say(KH_TR("What the machine then does otherwise cannot be told: {reason}"), {{"reason", refusal(before, e)}}));
    }
}

/// The switches where the controller is armed, if it arms by one.
void arm(const Setup& setup, const ChainModel& model, Deck& deck) {
    if (!model.armingFunction()) return;
    const Condition* when = conditionOf(setup.transmitter, kArming);
    if (when == nullptr || when->empty()) return;
    for (const Term& t : when->front())
        if (!t.switchId.empty()) deck.switches[t.switchId] = t.place;
}

/// The largest difference of one thing, and where.
struct Worst {
    double off = 0.0, before = 0.0, after = 0.0, low = 1e300, high = -1e300;
    Message where;
};

}  // namespace

Message MoveDifference::text() const {
    const auto scale = std::make_shared<const Scale>(Scale{.unit = unit, .decimals = decimals});
    return say(KH_TR("{what}: {a} before, {b} now; {where}"),
               {{"what", what}, {"a", Amount{before, scale}}, {"b", Amount{after, scale}}, {"where", where}});
}

ChannelSettings uncut(const TransmitterProfile& profile, ChannelSettings channel) {
    if (profile.laws.limit == LimitLaw::Clips) channel.limitPct.reset();
    return channel;
}

bool solveChannel(const TransmitterProfile& profile, ChannelSettings& channel, const std::array<double, 3>& pulsesUs, bool notBeyond) {
    bool reached = true;
    const ChannelScale scale = channelScale(profile, channel);
    channel.subTrimPct = roundToStep((pulsesUs[1] - profile.centreUs) / profile.usPerPct * scale.trimSign(), profile.subTrimStepPct);
    for (const double side : {-1.0, 1.0}) {
        const EndTravel end = travelToSend(profile, channel, side > 0.0, side < 0.0 ? pulsesUs[0] : pulsesUs[2], notBeyond);
        reached = reached && end.reached;
        (scale.highServes(side) ? channel.travelHighPct : channel.travelLowPct) = end.pct;
    }
    return reached;
}

double asTyped(const Setup& setup, std::string_view path, double value) { return heldNumber(setup, path, value).value; }

void finishMove(Move& move, const Setup& before, const std::string& at) {
    Setup whole = std::move(move.setup);
    Setup start = before;  // what only the profile tells apart is no edit
    start.transmitter.profile = whole.transmitter.profile;
    start.controller.profile = whole.controller.profile;
    for (const std::string& path : differingPaths(start, whole)) {
        const auto now = readField(whole, path);
        if (!now || !readField(start, path)) continue;
        move.edits.emplace_back(path, now->value);
    }
    whole.change = std::min(before.change + 1, kMostChanges);
    for (const Edit& e : move.edits) {
        StandingRecord record;
        record.standing = Standing::Computed;
        record.at = at;
        record.change = whole.change;
        whole.standings[e.path] = record;
    }
    // what was read through the box before says nothing of this one
    for (const auto& [path, other] :
         {std::pair("transmitter.profile.id"_field, before.transmitter.profile->id != whole.transmitter.profile->id),
          std::pair("controller.profile.id"_field, before.controller.profile->id != whole.controller.profile->id)})
        if (other)
            whole.standings[path] = {.standing = Standing::Entered, .at = at, .instrument = {}, .uncertainty = {}, .change = whole.change};
    std::erase_if(whole.standings, [&](const auto& one) { return !one.first.starts_with("rows.") && !readField(whole, one.first); });
    whole.carried = knownAfterMove(before, whole);
    move.setup = std::move(whole);
    findDifferences(move, before);
}

Move moveTo(const Setup& setup, const TransmitterProfile* transmitter, const ControllerProfile* controller, const std::string& at) {
    if (transmitter == nullptr && controller == nullptr) throw InputError("move", "another transmitter or another controller is needed");
    if (controller == nullptr) return moveTo(setup, *transmitter, at);
    if (transmitter == nullptr) return moveTo(setup, *controller, at);
    Move first = moveTo(setup, *transmitter, at);
    Move both = moveTo(first.setup, *controller, at);
    both.switches = std::move(first.switches);
    both.cannot.insert(both.cannot.begin(), first.cannot.begin(), first.cannot.end());
    // what both set is set once, what the second puts back is not set
    for (Edit& e : first.edits)
        if (std::none_of(both.edits.begin(), both.edits.end(), [&](const Edit& x) { return x.path == e.path; }))
            both.edits.push_back(std::move(e));
    std::erase_if(both.edits, [&](const Edit& e) {
        const auto was = readField(setup, e.path);
        return !readField(both.setup, e.path) || (was && was->value == e.value);
    });
    findDifferences(both, setup);
    return both;
}

std::vector<Message> moveText(const Setup& before, const Move& move) {
    std::vector<Message> lines = move.cannot;
    for (const MoveDifference& d : move.differs) lines.push_back(d.text());
    if (lines.empty()) lines.push_back(say(KH_TR("The machine does the same, within the steps of the boxes.")));
    for (const auto& [from, to] : move.switches)
        if (from != to) lines.push_back(say(KH_TR("What {a} did, {b} does."), {{"a", from}, {"b", to}}));
    for (const Edit& e : move.edits)
        if (readField(before, e.path) && !std::holds_alternative<Condition>(e.value))
            lines.push_back(
                say(KH_TR("{what}: {was} → {is}"),
                    {{"what", fieldTitle(move.setup, e.path)}, {"was", show(before, e.path)}, {"is", show(move.setup, e.path, e.value)}}));
    return lines;
}

std::vector<MoveDifference> machineDifferences(const Setup& before, const Setup& after, const std::map<std::string, std::string>& switches,
                                               double share) {
    const ChainModel was(before), is(after);
    const auto table = was.plant().outputs();
    std::vector<Worst> outputs(table.size());
    Worst throttle, bank, gain, armed;
    const AircraftClass& aircraft = was.aircraft();
    const auto gainOf = aircraft.first(FunctionSource::Gain);
    const auto note = [](Worst& w, double a, double b, const Message& where) {
        w.low = std::min(w.low, a);
        w.high = std::max(w.high, a);
        if (std::abs(a - b) <= w.off) return;
        w.off = std::abs(a - b);
        w.before = a;
        w.after = b;
        w.where = where;
    };
    const std::vector<Sticks> sticks = corners();
    std::map<std::size_t, bool> seen;
    for (const auto& state : switchStates(before)) {
        Deck deck;
        deck.switches = state;
        Deck there;
        for (const auto& [id, place] : state) {
            const auto renamed = switches.find(id);
            there.switches[renamed == switches.end() ? id : renamed->second] = place;
        }
        // what arms only one of the boxes is put on: the machine is compared where it can run
        if (!was.armingFunction()) arm(after, is, there);
        if (!is.armingFunction()) arm(before, was, deck);
        DeckNumbers a = was.numbers(deck), b = is.numbers(there);
        const Instant first = was.modesAt(a), second = is.modesAt(b);
        if (was.armingFunction().has_value() == is.armingFunction().has_value() && first.disarmed != second.disarmed)
            note(armed, first.disarmed ? 0.0 : 1.0, second.disarmed ? 0.0 : 1.0,
                 say(KH_TR("{m}"), {{"m", before.transmitter.modes[first.mode].name}}));
        const Message mode = say(KH_TR("{m}"), {{"m", before.transmitter.modes[first.mode].name}});
        note(bank, static_cast<double>(first.bank), static_cast<double>(second.bank), mode);
        // states alike in mode, stops and bank do alike
        const std::size_t key = ((first.mode * 64 + second.mode) * 16 + (first.killActs ? 8u : 0u) + (first.cutActs ? 4u : 0u) +
                                 (second.killActs ? 2u : 0u) + (second.cutActs ? 1u : 0u)) *
                                    64 +
                                first.bank * 4 + (first.disarmed ? 2u : 0u) + (second.disarmed ? 1u : 0u);
        const bool fresh = seen.emplace(key, true).second;
        for (const Sticks& s : sticks) {
            a.sticks = b.sticks = s;
            const Instant x = was.at(a), y = is.at(b);
            const Message where = say(KH_TR("{m}: {s}"), {{"m", mode}, {"s", stickText(s)}});
            note(throttle, x.motorThrottlePct, y.motorThrottlePct, where);
            if (gainOf) note(gain, x.channels[indexOf(*gainOf)].readingPct, y.channels[indexOf(*gainOf)].readingPct, where);
            for (std::size_t i = 0; i < table.size(); ++i) note(outputs[i], x.outputs[i], y.outputs[i], where);
            if (!fresh) break;
        }
    }
    // of outputs called alike, the blade at four azimuths, the one that is off most
    for (std::size_t i = 0; i < table.size(); ++i)
        for (std::size_t j = 0; j < i; ++j)
            if (std::string_view(table[i].name) == table[j].name && table[i].of == table[j].of)
                (outputs[i].off > outputs[j].off ? outputs[j] : outputs[i]).off = 0.0;
    std::vector<MoveDifference> out;
    const auto tell = [&](const Worst& w, Message what, const char* id, const char* unit, int decimals, double range) {
        const double least = 0.5 * std::pow(10.0, -decimals);
        if (w.off > std::max(range * share, least)) out.push_back({std::move(what), w.where, id, w.before, w.after, unit, decimals});
    };
    for (std::size_t i = 0; i < table.size(); ++i)
        tell(outputs[i], say(table[i].name), table[i].id, table[i].unit, table[i].decimals, outputs[i].high - outputs[i].low);
    tell(throttle, say(KH_TR("throttle")), "throttle", "%", 0, 100.0);
    tell(gain, say(KH_TR("tail gain as it is read")), "gain", "%", 0, 100.0);
    if (bank.off > 0.0) out.push_back({say(KH_TR("bank")), bank.where, "bank", bank.before + 1, bank.after + 1, "", 0});
    if (armed.off > 0.0) out.push_back({say(KH_TR("armed (1) or not (0)")), armed.where, "armed", armed.before, armed.after, "", 0});
    return out;
}

}  // namespace kh
