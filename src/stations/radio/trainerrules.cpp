// SPDX-License-Identifier: GPL-3.0-or-later
//
// A trainer link: the teacher's hold and kill win whoever has the sticks, and what is the pupil's own is told.
#include "judge/candidates.h"
#include "judge/modechecks.h"
#include "judge/rowids.h"
#include "judge/rule.h"
#include "model/conditions.h"
#include "model/fieldpatterns.h"
#include "model/modeedits.h"
#include "stations/radio/poweron.h"
#include "stations/radio/radio.h"

#include <array>

namespace kh {

namespace {

bool onSwitch(const TransmitterSettings& tx) {
    const Condition* when = conditionOf(tx, kTrainer);
    return when != nullptr && !when->empty();
}

/// Hold and kill are the teacher's, also while the pupil has collective and throttle.
void trainerStops(const AuditContext& c, std::vector<Finding>& out) {
    const TransmitterSettings& tx = c.setup.transmitter;
    if (tx.trainer.hands != TrainerHands::All || tx.trainer.stops == TrainerStops::Win || !onSwitch(tx)) return;
    const bool lose = tx.trainer.stops == TrainerStops::Lose;
    Finding f{.id = "trainer-stops",
              .severity = lose ? Severity::Danger : Severity::Warning,
              .row = "trainer-link"_row,
              .title = lose ? c.say(KH_TR("The teacher's hold does nothing while the pupil flies"))
                            : c.say(KH_TR("Whose hold counts while the pupil flies is not tried")),
              .found = lose ? c.say(KH_TR("It was tried: with the trainer link on the throttle stays the pupil's, hold and kill on."))
                            : c.say(KH_TR("The trainer link hands over collective and throttle; hold and kill were not tried with it on.")),
              .why = c.say(KH_TR("The teacher reaches for hold when it goes wrong, and the motor runs on.")),
              .todo = lose ? c.say(KH_TR("Let the trainer link hand over cyclic and rudder only, in the transmitter."))
                           : c.say(KH_TR("Leads off: hand over, hold on, then kill on, and look at the throttle; or hand over cyclic and "
                                         "rudder only.")),
              .box = Box::Transmitter,
              .subject = "transmitter.trainer.hands"_field,
              .fix = {{"transmitter.trainer.hands"_field, std::string("cyclic and rudder")}},
              .proposal = true};
    f.also = {{{conditionPath(tx, kTrainer), Condition{}}}};
    PartialDeck state;
    putTerms(state, *conditionOf(tx, kTrainer));
    if (const FlightMode* hold = modeById(tx, kHoldMode); hold != nullptr && !hold->when.empty()) putTerms(state, hold->when);
    f.witness = Witness{std::nullopt, std::move(state)};
    out.push_back(std::move(f));
}

void trainerSwitch(const AuditContext& c, std::vector<Finding>& out) {
    const TransmitterSettings& tx = c.setup.transmitter;
    Finding f{.row = "trainer-link"_row, .box = Box::Transmitter};
    if (!onSwitch(tx)) {
        if (tx.trainer.hands == TrainerHands::Nothing) return;
        f.id = "trainer-switch";
        f.severity = Severity::Warning;
        f.title = c.say(KH_TR("No switch takes the machine back from the pupil"));
        f.found = c.say(KH_TR("The trainer link hands over {w}; none works it."), {{"w", c.show("transmitter.trainer.hands"_field)}});
        f.why = c.say(KH_TR("A pupil who is lost gives it back too late: the teacher takes it by letting go of a switch."));
        f.todo = c.say(KH_TR("Put it on a switch that springs back, in the transmitter, under a finger that works neither hold nor kill."));
        f.subject = conditionOf(tx, kTrainer) == nullptr ? "transmitter.trainer.hands"_field : conditionPath(tx, kTrainer);
        f.fix = {{"transmitter.trainer.hands"_field, std::string("nothing")}};
        f.proposal = true;
        out.push_back(std::move(f));
        return;
    }
    if (tx.trainer.hands == TrainerHands::Nothing) {
        f.id = "trainer-switch";
        f.severity = Severity::Note;
        f.title = c.say(KH_TR("The trainer link is on a switch"));
        f.found = c.say(KH_TR("{w} turns it on; it is said to hand over nothing."), {{"w", c.show(conditionPath(tx, kTrainer))}});
        f.why = c.say(KH_TR("Bumped with no pupil there, the machine may answer to nobody."));
        f.todo = c.say(KH_TR("Take it off its switch in the transmitter, or say what it hands over."));
        f.subject = conditionPath(tx, kTrainer);
        f.fix = {{f.subject, Condition{}}};
        out.push_back(std::move(f));
        return;
    }
    tellOnAtStart(c,
                  {"trainer-at-power-on", kTrainer, "trainer-link"_row, KH_TR("The trainer link is on at power-on"),
                   KH_TR("The machine starts in the pupil's hands, whatever they do just then."),
                   KH_TR("Set the power-on place of its switch to where it is off.")},
                  out);
}

/// What is the pupil's own while his memory sends.
void trainerMemory(const AuditContext& c, std::vector<Finding>& out) {
    const TransmitterSettings& tx = c.setup.transmitter;
    if (tx.trainer.hands == TrainerHands::Nothing || tx.trainer.memory == TrainerMemory::Teacher) return;
    const bool all = tx.trainer.hands == TrainerHands::All;
    out.push_back(
        {.severity = Severity::Note,
         .row = "trainer-link"_row,
         .title = c.say(KH_TR("The pupil's memory flies the machine")),
         .found = all ? c.say(KH_TR("While he flies, his trims, rates, channel order, curves and flight modes count; none is known here."))
                      : c.say(KH_TR("While he flies, his trims, rates and channel order count; none is known here.")),
         .why = c.say(KH_TR("What was proved of this transmitter says nothing of his.")),
         .todo = c.say(KH_TR("Let the teacher's memory send, or compare both on the controller's monitor, stick by stick.")),
         .box = Box::Transmitter,
         .subject = "transmitter.trainer.memory"_field,
         .fix = {{"transmitter.trainer.memory"_field, std::string("the teacher's")}},
         .proposal = true});
}

}  // namespace

std::vector<Step> trainerGuide(const Setup& setup, const Figures&) {
    const TransmitterSettings& tx = setup.transmitter;
    if (tx.trainer.hands == TrainerHands::Nothing) return {};
    const bool all = tx.trainer.hands == TrainerHands::All;
    std::vector<Step> steps{
        {"same", Box::Transmitter,
         say(KH_TR("Both transmitters on this machine's model, stick trims at 0; sticks let go, hand over and back.")),
         say(KH_TR("Nothing on the controller's monitor moves.")),
         say(KH_TR("Motor leads off, main and tail blades off. Two hands on two transmitters: agree on a word for mine and yours."))},
        {"sticks",
         Box::Controller,
         say(KH_TR("The pupil has it: each of his sticks to both ends.")),
         all ? say(KH_TR("The same bars go the same way and as far as by the teacher's."))
             : say(KH_TR("Aileron, elevator and rudder go as by the teacher's; collective and throttle stay the teacher's.")),
         {}}};
    if (all)
        steps.push_back(
            {"hold", Box::Transmitter, say(KH_TR("The pupil has it, his collective up: the teacher's hold on; off; kill on.")),
             say(KH_TR("The throttle on the monitor goes to motor-off each time and stays there.")),
             say(KH_TR("If it does not, write down that hold and kill do nothing: collective and throttle stay the teacher's."))});
    steps.push_back({"lost", Box::Transmitter, say(KH_TR("The pupil has it: his transmitter off, or the link pulled.")),
                     say(KH_TR("Within a second every stick is the teacher's again.")),
                     say(KH_TR("The teacher's sticks stand where the pupil's are whenever it is handed over."))});
    return steps;
}

std::span<const Rule> trainerRules() {
    static constexpr std::array rules{
        Rule{"trainer-stops", Station::Radio, Work::MotorOff, trainerStops, "P1"},
        Rule{"trainer-switch", Station::Radio, Work::Curves, trainerSwitch},
        Rule{"trainer-memory", Station::Radio, Work::Curves, trainerMemory},
    };
    return rules;
}

}  // namespace kh
