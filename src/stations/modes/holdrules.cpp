// SPDX-License-Identifier: GPL-3.0-or-later
//
// Hold: where it acts, what it sends, what it flies like.
#include "base/conventions.h"
#include "judge/modechecks.h"
#include "judge/rowids.h"
#include "judge/rule.h"
#include "model/fieldpatterns.h"
#include "model/modeedits.h"
#include "stations/modes/modes.h"

#include <algorithm>
#include <array>
#include <cmath>

namespace kh {

namespace {

void holdActs(const AuditContext& c, std::vector<Finding>& out) {
    const FlightMode* hold = modeById(c.setup.transmitter, kHoldMode);
    if (hold == nullptr || hold->when.empty() || !c.setup.transmitter.hold.actsIn) return;
    for (std::size_t i = 0; i < c.setup.transmitter.modes.size(); ++i) {
        const FlightMode& m = c.setup.transmitter.modes[i];
        const auto& acts = *c.setup.transmitter.hold.actsIn;
        if (m.id == kHoldMode || std::find(acts.begin(), acts.end(), m.id) != acts.end()) continue;
        PartialDeck state = modeState(c.setup.transmitter, m);
        putTerms(state, hold->when);
        state.collective = -1.0;
        const Instant now = c.model.at(posed({}, state));
        out.push_back({.id = "hold-acts." + m.id,
                       .severity = Severity::Danger,
                       .row = "hold"_row,
                       .title = c.say(KH_TR("Hold does not hold in {m}"), {{"m", m.name}}),
                       .found = c.say(KH_TR("With hold on in {m} the throttle stays at {t} %; hold asks for {h} %."),
                                      {{"m", m.name}, {"t", num(now.throttlePct, 1)}, {"h", num(c.setup.transmitter.hold.throttlePct, 1)}}),
                       .why = c.say(KH_TR("You land, put hold on and reach for the model: the main rotor is still driven.")),
                       .todo = c.say(KH_TR("Add {m} to the hold switch in the transmitter."), {{"m", m.name}}),
                       .box = Box::Transmitter,
                       .witness = Witness{std::nullopt, state},
                       .subject = "transmitter.hold.actsIn"_field,
                       .fix = {{"transmitter.hold.actsIn"_field, std::monostate{}}}});
    }
}

void holdValue(const AuditContext& c, std::vector<Finding>& out) {
    const Figure& hold = c.figures.holdUs;
    const Figure& off = c.figures.motorOffUs;
    if (!hold.known || !off.known || c.setup.machine.power.kind == PowerKind::Engine) return;
    if (c.setup.transmitter.schools.hold == HoldSchool::BailOut) return;  // hold is the bail-out value there; kill is judged instead
    const SpeedControllerSettings& esc = c.setup.speedController;
    const MotorLimits& motor = c.figures.motor;
    const bool accepted = motor.accepted(hold.value);
    if (motor.off(hold.value) && accepted) return;
    const FlightMode* mode = modeById(c.setup.transmitter, kHoldMode);
    PartialDeck state;
    if (mode != nullptr) putTerms(state, mode->when);
    const double perPct = 2.0 * c.setup.transmitter.profile.usPerPct;
    const double missing = std::ceil((hold.value - off.value) / perPct);
    const double value = std::clamp(c.setup.transmitter.hold.throttlePct - missing, c.setup.transmitter.profile.holdLowPct, 0.0);
    Finding f{.severity = Severity::Danger,
              .row = "hold"_row,
              .title = accepted ? c.say(KH_TR("Hold is not below motor-off"))
                                : c.say(KH_TR("Hold is outside the pulses {b} accepts"), {{"b", esc.profile.name}}),
              .found = c.say(KH_TR("Hold sends {h} µs; the motor is surely off at {o} µs, learned low is {l} µs."),
                             {{"h", num(hold.value)}, {"o", num(off.value)}, {"l", num(esc.lowUs)}}),
              .why = accepted ? c.say(KH_TR("The motor can creep or start while you carry the model."))
                              : c.say(KH_TR("The speed controller may read it as no signal and arm anew.")),
              .todo = c.say(KH_TR("Set hold to {v} % in the transmitter, then watch the monitor."), {{"v", num(value, 1)}}),
              .box = Box::Transmitter,
              .witness = Witness{std::nullopt, state},
              .subject = "transmitter.hold.throttlePct"_field,
              .fix = {{"transmitter.hold.throttlePct"_field, value}}};
    for (const ChannelSettings& ch : c.setup.transmitter.channels)
        if (ch.id == functionId(Function::Throttle) && ch.reversed) {
            f.todo = c.say(KH_TR("Set throttle, channel {n}, to normal in the transmitter: reversed, hold is full power."),
                           {{"n", num(ch.number)}});
            f.fix = {{"transmitter.channels.throttle.reversed"_field, false}};
        }
    out.push_back(std::move(f));
}

void holdMirrors(const AuditContext& c, std::vector<Finding>& out) {
    const TransmitterSettings& tx = c.setup.transmitter;
    const std::vector<Edit> edits = holdMirrorEdits(tx);
    if (edits.empty()) return;
    const FlightMode& from = *modeById(tx, tx.hold.autorotationFrom);
    out.push_back(
        {.severity = Severity::Warning,
         .row = "tail-gain"_row,
         .title = c.say(KH_TR("Hold does not fly like {m}"), {{"m", from.name}}),
         .found = c.say(KH_TR("Rates, expo or tail gain differ; gain is {a} % in {m} and {b} % in hold."),
                        {{"a", signedNum(from.tailGainPct)}, {"m", from.name}, {"b", signedNum(modeById(tx, kHoldMode)->tailGainPct)}}),
         .why = c.say(KH_TR("In an autorotation there is no time to find out that the sticks answer differently.")),
         .todo = c.say(KH_TR("Copy rates, expo and gain of {m} to hold in the transmitter."), {{"m", from.name}}),
         .box = Box::Transmitter,
         .subject = edits.front().path,
         .fix = edits});
}

}  // namespace

std::span<const Rule> holdRules() {
    static constexpr std::array rules{
        Rule{"hold-acts", Station::Modes, holdActs, "P1"},
        Rule{"hold-value", Station::Modes, holdValue, "P1"},
        Rule{"hold-mirrors", Station::Modes, holdMirrors, "P8"},
    };
    return rules;
}

}  // namespace kh
