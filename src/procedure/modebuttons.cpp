// SPDX-License-Identifier: GPL-3.0-or-later
#include "procedure/modebuttons.h"

#include "model/carried.h"
#include "model/names.h"
#include "model/switchroles.h"

#include <algorithm>

namespace kh {

namespace {

bool asksTheBox(const SwitchFunction& f) { return familyOf(f.id) == kBoxModes; }

}  // namespace

std::vector<ModeButton> modeButtons(const Setup& setup, const ChainModel* model, const Deck& deck) {
    const TransmitterSettings& tx = setup.transmitter;
    std::vector<ModeButton> out;
    for (const SwitchFunction& f : tx.functions)
        if (asksTheBox(f))
            out.push_back({f.id, functionTitle(tx, f.id), functionTitle(tx, f.id), model != nullptr && model->isOn(f.id, deck)});
    if (!out.empty()) return out;
    const std::size_t flown = model == nullptr ? tx.modes.size() : model->at(deck).mode;
    for (std::size_t i = 0; i < tx.modes.size(); ++i) {
        const FlightMode& m = tx.modes[i];
        out.push_back({m.id, say(KH_TR("{m}"), {{"m", modeLetter(m, i)}}), say(KH_TR("{m}"), {{"m", m.name}}), i == flown});
    }
    return out;
}

std::optional<Deck> deckWithMode(const Setup& setup, const std::string& id, Deck deck) {
    for (const SwitchFunction& f : setup.transmitter.functions) {
        if (f.id != id || !asksTheBox(f)) continue;
        if (f.when.empty()) return std::nullopt;
        for (const Term& t : f.when.front())
            if (!t.switchId.empty()) deck.switches[t.switchId] = t.place;
        return deck;
    }
    return deckInMode(setup, id, deck);
}

}  // namespace kh
