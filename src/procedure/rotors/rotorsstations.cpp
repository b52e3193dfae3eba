// SPDX-License-Identifier: GPL-3.0-or-later
//
// The stations of a variable-pitch quadrotor: its own, and of the shared ones what says something of such a machine.
#include "model/amounts.h"
#include "model/fieldpatterns.h"
#include "procedure/rotors/rotorsentry.h"
#include "stations/link/link.h"
#include "stations/modes/modes.h"
#include "stations/proof/proof.h"
#include "stations/radio/radio.h"
#include "stations/rotors/rotors.h"

#include <algorithm>
#include <array>
#include <string_view>

namespace kh {

namespace {

StationPage modeRowsOfRotors(const RowBuilder& b) {
    static constexpr std::array kept{"throttle-curve", "mode-use",      "mode-bench", "pitch-curve", "rates",           "rates-elevator",
                                     "rates-rudder",   "hold",          "kill-acts",  "cut-acts",    "mode-fade",       "head-speed-mode",
                                     "wanted-speed",   "hold-throttle", "spool-up"};
    StationPage page = modesRows(b);
    std::erase_if(page.rows, [](const Row& row) {
        const std::string& id = row.id;
        return std::none_of(kept.begin(), kept.end(), [&](const char* k) { return id == k; });
    });
    return page;
}

std::vector<PanelSpec> modePanels(const PanelContext& c) {
    const PanelArea whole{kPanelLeft, 10, c.innerWidth(), c.innerHeight()};
    if (c.row == nullptr) return {};
    if (c.row->id == "hold") return {{DrawingId::ThrottleStates, whole, KH_TR("Hold and its family")}};
    if (c.row->id.starts_with("rates")) return {{DrawingId::Rates, whole, KH_TR("Rate and expo")}};
    return {};
}

Message aboutRotors(const Setup& setup) {
    return say(KH_TR("hover in still air, mass {m}, four rotors of {d}"),
               {{"m", amount(setup, "machine.massKg"_field)}, {"d", amount(setup, "machine.discM"_field)}});
}

template <std::size_t N>
bool isOneOf(std::string_view id, const std::array<std::string_view, N>& ids) {
    return std::find(ids.begin(), ids.end(), id) != ids.end();
}

/// Of the modes' shared rules those that say something of such a machine.
std::span<const Rule> modeRulesOfRotors() {
    static const std::vector<Rule> all = [] {
        std::vector<Rule> kept;
        for (const Rule& r : holdRules())
            if (isOneOf(r.id, std::array<std::string_view, 3>{"hold-acts", "hold-value", "hold-second"})) kept.push_back(r);
        return kept;
    }();
    return all;
}

/// Of the link's: its ends are what the box's check points ask, not ±100.
std::span<const Rule> linkRulesOfRotors() {
    static const std::vector<Rule> all = [] {
        std::vector<Rule> kept;
        for (const Rule& r : linkRules())
            if (std::string_view(r.id) != "end-point") kept.push_back(r);
        return kept;
    }();
    return all;
}

const StationEntry& linkOfRotors() {
    static const StationEntry entry = [] {
        StationEntry e = linkStation();
        e.rules = {supplyRules, linkRulesOfRotors, receiverRules, leadRules};
        e.shots.clear();
        return e;
    }();
    return entry;
}

const StationEntry& proofOfRotors() {
    static const StationEntry entry = [] {
        StationEntry e = proofStation();
        e.shots.clear();
        return e;
    }();
    return entry;
}

const StationEntry& radioOfRotors() {
    static const StationEntry entry = [] {
        StationEntry e = radioStation();
        e.shots.clear();
        return e;
    }();
    return entry;
}

const StationEntry& modesOfRotors() {
    static const StationEntry entry{.station = Station::Modes,
                                    .name = KH_TR("Modes"),
                                    .shortName = KH_TR("Modes"),
                                    .rows = modeRowsOfRotors,
                                    .page = PageKind::Matrix,
                                    .pageWidth = 616.0,
                                    .rules = {modeRulesOfRotors, rotorModeRules},
                                    .panels = modePanels,
                                    .aboutMachine = aboutRotors};
    return entry;
}

}  // namespace

const StationSet& rotorsStations() {
    static const StationSet set({rotorsAirframeStation(), radioOfRotors(), linkOfRotors(), rotorsStation(), rotorsSensorsStation(), rotorsPowerStation(),
                                 modesOfRotors(), proofOfRotors()},
                                false);
    return set;
}

}  // namespace kh
