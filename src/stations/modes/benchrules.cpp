// SPDX-License-Identifier: GPL-3.0-or-later
//
// Modes that are the bench's, and a motor that only curves hold there.
#include "judge/benchmode.h"
#include "judge/modechecks.h"
#include "judge/modedecks.h"
#include "judge/rowids.h"
#include "judge/rule.h"
#include "model/fieldpatterns.h"
#include "stations/modes/modes.h"

#include <array>

namespace kh {

namespace {

/// A mode that drives the motor with hold off, and where on the stick.
struct Driven {
    const FlightMode* mode;
    MotorDriven at;
};
std::vector<Driven> drivenModes(const AuditContext& c) {
    std::vector<Driven> out;
    const auto& modes = c.setup.transmitter.modes;
    const auto& decks = c.memory.of<ModeDecks>().of(c.setup, c.model);
    if (channelOf(c.setup.transmitter, kThrottleChannel) == nullptr) return out;
    for (std::size_t i = 0; i < modes.size() && i < decks.size(); ++i) {
        if (modes[i].id == kHoldMode || !decks[i]) continue;
        if (const auto at = drivenIn(c.model, c.figures.motor, *decks[i], modes[i])) out.push_back({&modes[i], *at});
    }
    return out;
}

void benchMode(const AuditContext& c, std::vector<Finding>& out) {
    for (const Driven& d : drivenModes(c)) {
        if (!d.mode->benchOnly) continue;
        out.push_back(benchModeRuns(c.setup, *d.mode, d.at, modeState(c.setup.transmitter, *d.mode)));
        out.back().id = "bench-mode." + d.mode->id;
    }
}

/// Zeroing the mode one stands in holds the motor only until a switch is moved.
void lockByCurve(const AuditContext& c, std::vector<Finding>& out) {
    const TransmitterSettings& tx = c.setup.transmitter;
    if (tx.schools.motorLock != MotorLockSchool::ByCurve || c.setup.machine.power.kind == PowerKind::Engine) return;
    const std::vector<Driven> driven = drivenModes(c);
    std::vector<Message> names;
    names.reserve(driven.size());
    for (const Driven& d : driven) names.push_back(c.say(KH_TR("{m}"), {{"m", d.mode->name}}));
    if (driven.empty()) return;
    const std::size_t flown = tx.modes.size() - 1;
    const bool some = driven.size() < flown;
    out.push_back(
        {.severity = some ? Severity::Warning : Severity::Note,
         .row = "motor-lock"_row,
         .title =
             some ? c.say(KH_TR("The motor lock by curve holds in some modes only")) : c.say(KH_TR("The motor lock by curve is not set")),
         .found = c.say(KH_TR("{list} drive the motor with hold off."), {{"list", names}}),
         .why = c.say(KH_TR("One switch that is touched on the bench, and the motor runs.")),
         .todo = c.say(KH_TR("For the bench take the motor leads off or the pinion out of mesh, or set the throttle of every mode to "
                             "0 until the work is done; hold stays on.")),
         .box = Box::Transmitter,
         .witness = Witness{std::nullopt, modeState(tx, *driven.front().mode)},
         .subject = "transmitter.schools.motorLock"_field});
}

}  // namespace

std::span<const Rule> benchModeRules() {
    static constexpr std::array rules{Rule{"bench-mode", Station::Modes, Work::MotorOff, benchMode, "P1"},
                                      Rule{"lock-by-curve", Station::Link, Work::MotorOff, lockByCurve}};
    return rules;
}

}  // namespace kh
