// SPDX-License-Identifier: GPL-3.0-or-later
//
// The stations of a variable-pitch quadrotor: its own, and of the shared ones what says something of such a machine.
#include "model/amounts.h"
#include "model/fieldpatterns.h"
#include "procedure/rotors/rotorsentry.h"
#include "stations/kit/subset.h"
#include "stations/link/link.h"
#include "stations/modes/modes.h"
#include "stations/proof/proof.h"
#include "stations/radio/radio.h"
#include "stations/rotors/rotors.h"

#include <vector>

namespace kh {

namespace {

StationPage modeRowsOfRotors(const RowBuilder& b) {
    return rowsOnly(modesRows(b), {"throttle-curve", "mode-use", "mode-bench", "pitch-curve", "rates", "rates-elevator", "rates-rudder",
                                   "hold", "kill-acts", "cut-acts", "mode-fade", "agility-roll", "bank-expo", "bank-pitch",
                                   "head-speed-mode", "wanted-speed", "hold-throttle", "spool-up"});
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

/// Of the modes' shared rules those that say something of such a machine.
std::span<const Rule> modeRulesOfRotors() {
    static const std::vector<Rule> all = rulesOnly(holdRules(), {"hold-acts", "hold-value", "hold-second"});
    return all;
}

/// Of the link's: its ends are what the box's check points ask, not ±100.
std::span<const Rule> linkRulesOfRotors() {
    static const std::vector<Rule> all = rulesWithout(linkRules(), {"end-point"});
    return all;
}

/// Without an autorotation to fly in, and without a tail.
StationPage radioRowsOfRotors(const RowBuilder& b) { return rowsWithout(radioRows(b), {"hold-from", "hold-tail", "rate-mode"}); }
StationPage linkRowsOfRotors(const RowBuilder& b) { return rowsWithout(linkRows(b), {"channel-gain"}); }

const StationEntry& radioOfRotors() {
    static const StationEntry entry = [] {
        StationEntry e = asShared(radioStation());
        e.rows = radioRowsOfRotors;
        return e;
    }();
    return entry;
}

const StationEntry& linkOfRotors() {
    static const StationEntry entry = [] {
        StationEntry e = asShared(linkStation());
        e.rules = {supplyRules, linkRulesOfRotors, receiverRules, leadRules};
        e.rows = linkRowsOfRotors;
        e.work = {linkSolvers, rotorLinkGuides};
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
    static const StationSet set({rotorsAirframeStation(), radioOfRotors(), linkOfRotors(), rotorsStation(), rotorsSensorsStation(),
                                 rotorsPowerStation(), modesOfRotors(), asShared(proofStation())},
                                false);
    return set;
}

}  // namespace kh
