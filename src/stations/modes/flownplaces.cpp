// SPDX-License-Identifier: GPL-3.0-or-later
//
// Mode, bank and gain together: what is flown at every pair of places.
#include "base/error.h"
#include "judge/modechecks.h"
#include "judge/modedecks.h"
#include "model/amounts.h"
#include "model/conditions.h"
#include "model/fieldpatterns.h"
#include "model/helicopter/functions.h"
#include "stations/modes/modesfiguremaker.h"

#include <algorithm>

namespace kh {

namespace {

constexpr std::size_t kMostPlaces = 27;  ///< of the choosing switches together: three of three places

/// Switches that choose a bank or a step of the tail's gain, but those that choose the flight mode as well.
std::vector<const SwitchProfile*> choosingSwitches(const TransmitterSettings& tx) {
    std::set<std::string> choosing;
    for (const SwitchFunction& f : tx.functions)
        if (f.id.starts_with("bank-") || f.sentPct) choosing.merge(switchesOf(tx, f.when));
    for (const FlightMode& m : tx.modes)
        for (const std::string& id : switchesOf(tx, m.when)) choosing.erase(id);
    std::vector<const SwitchProfile*> out;
    for (const SwitchProfile& s : tx.profile->switches)
        if (choosing.count(s.id) != 0) out.push_back(&s);
    return out;
}

/// Every combination of their places, the last one fastest.
std::vector<std::map<std::string, int>> placesOf(const std::vector<const SwitchProfile*>& switches) {
    std::vector<std::map<std::string, int>> all{{}};
    for (const SwitchProfile* s : switches) {
        if (all.size() * static_cast<std::size_t>(s->places) > kMostPlaces) break;
        std::vector<std::map<std::string, int>> more;
        for (const auto& places : all)
            for (int place = 1; place <= s->places; ++place) {
                more.push_back(places);
                more.back()[s->id] = place;
            }
        all = std::move(more);
    }
    return all;
}

}  // namespace

void ModesFigureMaker::flown() {
    const TransmitterSettings& tx = setup.transmitter;
    const auto& decks = memory.of<ModeDecks>().of(setup, model);
    const auto combinations = placesOf(choosingSwitches(tx));
    for (std::size_t i = 0; i < tx.modes.size() && i < decks.size(); ++i) {
        if (!decks[i]) continue;  // no switch reaches it: told elsewhere
        std::map<std::size_t, std::vector<AxisFigures>> byBank;
        for (const auto& choosing : combinations) {
            PartialDeck more;
            for (const auto& [id, place] : choosing) more.switches[id] = place;
            const Instant now = model.at(model.numbers(posed(*decks[i], more)));
            if (now.mode != i) continue;
            FlownPlace at{.mode = i, .bank = now.bank, .choosing = choosing};
            auto known = byBank.find(now.bank);
            if (known == byBank.end()) known = byBank.emplace(now.bank, agility(i, now.bank)).first;
            at.axes = known->second;
            const std::string path = elementPath("transmitter.modes.{}.tailGainPct"_field, tx.modes[i].id);
            at.gain =
                make(KH_TR("tail gain as read"), {"%", 0, true}, {path},
                     [&](Derivation& why) {
                         const ChannelInstant& channel = now.channels[indexOf(heli::Gain)];
                         why.line(KH_TR("sent {v} % → {u} µs → reads {r} %"),
                                  {{"v", signedNum(channel.value)}, {"u", num(channel.pulseUs)}, {"r", signedNum(channel.readingPct, 1)}});
                         return channel.readingPct;
                     },
                     {{"transmitter.channels"_field, channelOf(tx, functionId(heli::Gain)) != nullptr}});
            own.flown.push_back(std::move(at));
        }
    }
}

}  // namespace kh
