// SPDX-License-Identifier: GPL-3.0-or-later
//
// What the receiver itself can do: outputs for the leads, and what it does without a signal.
#include "judge/rowids.h"
#include "model/failsafe.h"
#include "model/names.h"
#include "stations/link/link.h"

#include <array>

namespace kh {

namespace {

void receiverOutputs(const AuditContext& c, std::vector<Finding>& out) {
    const Machine& machine = c.setup.machine;
    if (machine.wiring.receiver != ReceiverKind::LeadEach) return;
    std::vector<Message> beyond;
    for (const ChannelSettings& ch : c.setup.transmitter.channels)
        if (ch.number > machine.receiver->outputs)
            beyond.push_back(c.say(KH_TR("{f} on channel {n}"), {{"f", channelTitle(ch.id)}, {"n", num(ch.number)}}));
    for (const FunctionChannel& ch : c.setup.transmitter.functionChannels)
        if (ch.number > machine.receiver->outputs)
            beyond.push_back(c.say(KH_TR("{f} on channel {n}"), {{"f", functionTitle(c.setup.transmitter, ch.id)}, {"n", num(ch.number)}}));
    if (beyond.empty()) return;
    out.push_back({.severity = Severity::Danger,
                   .row = "receiver"_row,
                   .title = c.say(KH_TR("The receiver has too few outputs")),
                   .found = c.say(KH_TR("{list}; {box} has {n} outputs."),
                                  {{"list", beyond}, {"box", machine.receiver->name}, {"n", num(machine.receiver->outputs)}}),
                   .why = c.say(KH_TR("There is no place for that lead: the controller hears nothing of it.")),
                   .todo = c.say(KH_TR("Put it on a lower channel, or take one lead for all channels.")),
                   .box = Box::Machine,
                   .subject = "machine.receiver.outputs"_field});
}

void receiverFailsafe(const AuditContext& c, std::vector<Finding>& out) {
    const ReceiverProfile& box = c.setup.machine.receiver;
    const ControllerProfile& controller = c.setup.controller.profile;
    const FailsafeIn in = failsafeIn(c.setup);
    if (in == FailsafeIn::Controller) {  // whatever the receiver then sends
        out.push_back(
            {.id = "controller-failsafe",
             .severity = Severity::Note,
             .row = "failsafe"_row,
             .title = c.say(KH_TR("The failsafe is stored in the controller")),
             .found = c.say(KH_TR("{box} does what was stored in it; the transmitter's page is not asked."), {{"box", controller.name}}),
             .why = c.say(KH_TR("What was stored is seen only in a test; a reset of the box takes it away.")),
             .todo = c.say(KH_TR("Store it in the controller as its manual says, hold on, then test it: motor locked, hold off.")),
             .box = Box::Controller,
             .subject = "controller.profile.ownFailsafe"_field});
        return;
    }
    if (box.failsafe == ReceiverFailsafe::HoldsLast)
        out.push_back({.id = "receiver-holds",
                       .severity = Severity::Danger,
                       .row = "failsafe"_row,
                       .title = c.say(KH_TR("Without a signal the receiver holds what came last")),
                       .found = c.say(KH_TR("{box} keeps the throttle where it was; no failsafe value reaches it."), {{"box", box.name}}),
                       .why = c.say(KH_TR("A model that has lost its signal flies on under power, towards whoever stands there.")),
                       .todo = c.say(KH_TR("Take a receiver that closes the throttle; or see in its manual whether this one can.")),
                       .box = Box::Machine,
                       .subject = "machine.receiver.failsafe"_field});
    if (in == FailsafeIn::Receiver)
        out.push_back(
            {.id = "receiver-stores",
             .severity = Severity::Note,
             .row = "failsafe"_row,
             .title = c.say(KH_TR("The failsafe is stored in the receiver")),
             .found = c.say(KH_TR("{box} takes what was sent when it was stored, not what stands on the transmitter's page."),
                            {{"box", box.name}}),
             .why = c.say(KH_TR("A value typed on the transmitter's page changes nothing; binding anew may have stored another.")),
             .todo = c.say(KH_TR("Hold on, store it at the receiver as its manual says, then test it: motor locked, hold off.")),
             .box = Box::Machine,
             .subject = "machine.receiver.failsafe"_field});
}

}  // namespace

std::span<const Rule> receiverRules() {
    static constexpr std::array rules{
        Rule{"receiver-outputs", Station::Link, Work::Wiring, receiverOutputs},
        Rule{"receiver-failsafe", Station::Link, Work::MotorOff, receiverFailsafe},
    };
    return rules;
}

}  // namespace kh
