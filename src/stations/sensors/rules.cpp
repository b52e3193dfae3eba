// SPDX-License-Identifier: GPL-3.0-or-later
//
// Mounting and gyro senses against what is built and what was seen; fixing; rescue.
#include "base/error.h"
#include "judge/dependencies.h"
#include "judge/rowids.h"
#include "judge/rule.h"
#include "model/amounts.h"
#include "model/carried.h"
#include "model/conditions.h"
#include "model/controllerwords.h"
#include "model/fieldpatterns.h"
#include "model/names.h"
#include "stations/kit/mountingrules.h"
#include "stations/sensors/gyrowords.h"
#include "stations/sensors/sensors.h"

#include <algorithm>
#include <array>
#include <optional>

namespace kh {

namespace {

constexpr double kSquareDeg = 1.0;  ///< out of square by more shows in a flip

/// What to do where no setting serves: the box is mounted as it is set.
std::vector<Edit> mountAsSet(const Setup& setup) { return editsOf(setup, mountingSet(setup), {mountingSet(setup), {}}); }

void mounting(const AuditContext& c, std::vector<Finding>& out) {
    const Mounting built = mountingBuilt(c.setup);
    if (built == mountingSet(c.setup)) return;
    const ControllerProfile& box = c.setup.controller.profile;
    const HandAnswers answers = answersByRecord(c.setup);
    const bool right = answers == rightAnswers();
    if (right && !levels(box)) return;  // reversed senses make up for it
    const std::optional<GyroRemedy> remedy = remedyFor(c.setup, built);
    Finding f{.severity = !right || c.setup.controller.rescueInUse ? Severity::Danger : Severity::Note,
              .row = "mounting"_row,
              .title = c.say(KH_TR("The controller thinks it sits another way")),
              .found = c.say(KH_TR("Set: {s}. Built: {b}."),
                             {{"s", asWord(c.setup.controller.mounting)}, {"b", asWord(c.setup.machine.mounting)}}),
              .why = right ? c.say(KH_TR("Its idea of up is wrong: rescue or level turns the machine over."))
                           : c.say(KH_TR("It corrects the wrong axis or the wrong way: the model tips over while spooling up.")),
              .box = remedy ? Box::Controller : Box::Machine,
              .subject = "controller.mounting"_field};
    if (!right) f.witness = turnedByHand(wrongTurn(answers));
    if (remedy) {
        f.todo = c.say(KH_TR("Set {b} in the controller."), {{"b", settingsText(remedy->set, remedy->reversed)}});
        f.fix = editsOf(c.setup, built, *remedy);
        f.also = {mountAsSet(c.setup)};
    } else {
        f.todo = c.say(KH_TR("Mount it as it is set, or in a way {x} allows."), {{"x", box.name}});
        f.fix = mountAsSet(c.setup);
    }
    out.push_back(std::move(f));
}

void gyroSense(const AuditContext& c, std::vector<Finding>& out) {
    if (mountingBuilt(c.setup) != mountingSet(c.setup)) return;  // told by the mounting
    const HandAnswers answers = answersByRecord(c.setup);
    for (const HandTurn turn : kHandTurns) {
        const auto i = static_cast<std::size_t>(turn);
        if (answers[i] == rightAnswers()[i]) continue;
        const TurnText& text = textOf(turn);
        Finding f{.id = std::string("gyro-sense.") + text.axis,
                  .severity = Severity::Danger,
                  .row = text.row,
                  .title = c.say(KH_TR("The {a} gyro corrects the wrong way"), {{"a", say(text.axis)}}),
                  .found = c.say(KH_TR("{turn}: {is}; asked is {want}."),
                                 {{"turn", say(text.done)}, {"is", answerText(answers[i])}, {"want", answerText(rightAnswers()[i])}}),
                  .why = turn == HandTurn::TailLeft ? c.say(KH_TR("The tail spins the model round as the rotor starts."))
                                                    : c.say(KH_TR("The plate tilts with the fall: the model tips over on take-off.")),
                  .todo = c.say(KH_TR("Set the {a} gyro to normal in the controller."), {{"a", say(text.axis)}}),
                  .box = Box::Controller,
                  .witness = turnedByHand(turn),
                  .subject = text.sense,
                  .fix = {{text.sense, false}}};
        if (const YawPath* path = c.setup.machine.aircraft.of().yaw; path != nullptr && turn == HandTurn::TailLeft) {
            std::vector<std::vector<Edit>> cures = path->cures(c.setup);  // what is reversed may be the machine's way
            f.fix.clear();
            f.whole = true;
            if (!cures.empty()) {
                f.todo = path->cureText(c.setup, cures.front());
                f.fix = std::move(cures.front());
                f.also.assign(std::make_move_iterator(cures.begin() + 1), std::make_move_iterator(cures.end()));
            }
        }
        out.push_back(std::move(f));
    }
}

void handAnswers(const AuditContext& c, std::vector<Finding>& out) {
    const std::optional<HandAnswers> seen = answersInForce(c.setup);
    if (!seen || *seen == answersByRecord(c.setup)) return;
    GyroInference inferred;
    try {
        inferred = explained(c.setup, *seen);
    } catch (const InputError& e) {
        const HandTurn turn = turnOf(e.field()).value_or(HandTurn::RollRight);
        out.push_back(
            {.id = "hand-answers.contradict",
             .severity = Severity::Warning,
             .row = textOf(turn).row,
             .title = c.say(KH_TR("An answer by hand contradicts the others")),
             .found = c.say(KH_TR("{turn}: {is}. No mounting and no sense answers all three turns like that."),
                            {{"turn", say(textOf(turn).done)}, {"is", answerText((*seen)[static_cast<std::size_t>(turn)])}}),
             .why = c.say(KH_TR("Nothing is known of the gyros until the answers agree.")),
             .todo = c.say(KH_TR("Turn the machine by hand again, motor off, and judge the first half second; still may mean that "
                                 "the menu is open or the gain is 0.")),
             .box = Box::Machine,
             .subject = "controller.mounting"_field});
        return;
    }
    const HandTurn turn = wrongTurn(*seen);
    const auto i = static_cast<std::size_t>(turn);
    Finding f{.severity = inferred.sound ? Severity::Warning : Severity::Danger,
              .row = "mounting"_row,
              .title = inferred.sound ? c.say(KH_TR("The gyros answer rightly; the record says they cannot"))
                                      : c.say(KH_TR("The gyros answer otherwise than the record says")),
              .why = c.say(KH_TR("What the record says of mounting and senses is not so: nothing computed from it holds.")),
              .box = Box::Controller,
              .subject = "controller.mounting"_field};
    const GyroCause& first = inferred.causes.front();
    f.found = inferred.sound ? c.say(KH_TR("All three turns are answered as they must be. Explained by: {c}."),
                                     {{"c", settingsText(first.mounting, first.reversed)}})
                             : c.say(KH_TR("{turn}: {is}; asked is {want}. Explained by: {c}."),
                                     {{"turn", say(textOf(turn).done)},
                                      {"is", answerText((*seen)[i])},
                                      {"want", answerText(rightAnswers()[i])},
                                      {"c", settingsText(first.mounting, first.reversed)}});
    if (!inferred.sound) f.witness = turnedByHand(turn);
    const std::optional<HandTurn> sense = senseInBox(c.setup, inferred);  // then nothing that is entered is to be changed
    for (const GyroCause& cause : inferred.causes) {
        if (sense) break;
        const auto edits = editsFor(c.setup, inferred, cause);
        if (!edits || edits->empty()) continue;
        if (f.fix.empty()) f.fix = *edits;
        else f.also.push_back(*edits);
    }
    f.todo =
        c.say(KH_TR("Look at label and plugs: {m}? Then set the controller for that; if they look elsewhere, enter how it really sits."),
              {{"m", asWord(mountingWord(first.mounting))}});
    if (sense) f.todo = c.words ? senseInBoxText(c.setup, *sense) : Message{};
    if (const auto over = tailOtherwise(c.setup, *seen)) {  // before a mounting is doubted
        f.found = c.say(KH_TR("{turn}: {is}. Explained by a tail servo that turns the other way than recorded."),
                        {{"turn", say(textOf(HandTurn::TailLeft).done)}, {"is", answerText((*seen)[2])}});
        f.todo =
            c.say(KH_TR("Prove the tail by the rudder stick first. If its trailing edges go the other way there too, the servo turns "
                        "the other way: enter that, and turn its direction over in the controller."));
        if (!f.fix.empty()) f.also.insert(f.also.begin(), std::move(f.fix));
        f.fix = *over;
    }
    out.push_back(std::move(f));
}

/// A bank that answers otherwise than the axes must, while the first one is right.
void bankAnswers(const AuditContext& c, std::vector<Finding>& out) {
    for (std::size_t i = 1; i < c.setup.controller.banks.size(); ++i) {
        const std::string& bank = c.setup.controller.banks[i].id;
        for (const HandTurn turn : kHandTurns) {
            const auto at = static_cast<std::size_t>(turn);
            const std::optional<HandAnswer> seen = answerInBank(c.setup, turn, bank);
            if (!seen || *seen == rightAnswers()[at] || *seen == answersByRecord(c.setup)[at]) continue;
            const bool still = *seen == HandAnswer{};
            out.push_back(
                {.id = "bank-answers." + bank,
                 .severity = still ? Severity::Warning : Severity::Danger,
                 .row = "bank-answers"_row,
                 .title = c.say(KH_TR("Bank {b} answers otherwise"), {{"b", bank}}),
                 .found = c.say(KH_TR("{turn}: {is}; asked is {want}."),
                                {{"turn", say(textOf(turn).done)}, {"is", answerText(*seen)}, {"want", answerText(rightAnswers()[at])}}),
                 .why = c.say(KH_TR("Switched to this bank in flight the machine is not held, or turned over.")),
                 .todo =
                     still ? c.say(KH_TR("Look at the gains of bank {b} in the controller: one may be 0. Then turn again."), {{"b", bank}})
                           : c.say(KH_TR("Look at the senses of bank {b} in the controller, then turn again."), {{"b", bank}}),
                 .box = Box::Controller,
                 .witness = turnedByHand(turn),
                 .subject = elementPath("controller.banks.{}.headGainPct"_field, bank)});
            break;
        }
    }
}

void rotorTurning(const AuditContext& c, std::vector<Finding>& out) {
    const auto built = readField(c.setup, "machine.rotor.turning"_field);
    const auto told = readField(c.setup, "controller.rotorTurning"_field);
    if (!built || c.setup.controller.rotorTurning == ToldTurning::NotAsked || told->value == built->value) return;
    out.push_back({.severity = Severity::Warning,
                   .row = "rotor-turning"_row,
                   .title = c.say(KH_TR("The controller thinks the rotor turns the other way")),
                   .found = c.say(KH_TR("Set: {s}. Built: {b}."), {{"s", show(c.setup, "controller.rotorTurning"_field)},
                                                                   {"b", show(c.setup, "machine.rotor.turning"_field)}}),
                   .why = c.say(KH_TR("Precompensation pushes the tail the wrong way, and turning on the spot tilts the disc.")),
                   .todo = c.say(KH_TR("Set it as built in the controller.")),
                   .box = Box::Controller,
                   .subject = "controller.rotorTurning"_field,
                   .fix = {{"controller.rotorTurning"_field, built->value}}});
}

void fixing(const AuditContext& c, std::vector<Finding>& out) {
    if (c.setup.machine.fixing == Fixing::Foam)
        out.push_back({.severity = Severity::Warning,
                       .row = "fixing"_row,
                       .title = c.say(KH_TR("The controller stands on soft foam")),
                       .found = c.say(KH_TR("A stack of soft foam lets it lag behind the airframe, then swing past it.")),
                       .why = c.say(KH_TR("It corrects late and then too much: the tail wags, the head shakes.")),
                       .todo = c.say(KH_TR("Fix it with thin, firm tape or hard, as its maker says.")),
                       .box = Box::Machine,
                       .subject = "machine.fixing"_field,
                       .fix = {{"machine.fixing"_field, std::string("thin tape")}}});
    const double off = c.setup.machine.squareErrorDeg;
    if (off <= kSquareDeg) return;
    out.push_back({.id = "fixing.square",
                   .severity = Severity::Warning,
                   .row = "fixing"_row,
                   .title = c.say(KH_TR("The controller stands out of square")),
                   .found = c.say(KH_TR("Its axes are {e} off: at half a flip the nose is {n}° beside its line."),
                                  {{"e", c.amount("machine.squareErrorDeg"_field)}, {"n", num(noseOffDeg(off), 1)}}),
                   .why = c.say(KH_TR("A flip walks off its line, and each roll drifts a little.")),
                   .todo = c.say(KH_TR("Set it square to mast and boom, within {d}°."), {{"d", num(kSquareDeg)}}),
                   .box = Box::Machine,
                   .subject = "machine.squareErrorDeg"_field,
                   .fix = {{"machine.squareErrorDeg"_field, 0.0}}});
}

void sensorSeat(const AuditContext& c, std::vector<Finding>& out) {
    if (!c.setup.controller.profile->separateSensor) return;
    const Machine& m = c.setup.machine;
    if (!m.sensorLeadFree)
        out.push_back({.id = "sensor-lead",
                       .severity = Severity::Warning,
                       .row = "sensor-seat"_row,
                       .title = c.say(KH_TR("The sensor's lead pulls at it")),
                       .found = c.say(KH_TR("A taut or stiff lead carries what shakes the frame into the sensor.")),
                       .why = c.say(KH_TR("It measures the lead, not the machine: the tail twitches, the head shakes.")),
                       .todo = c.say(KH_TR("Give the lead a loose bow beside the sensor, and hold it down a hand's breadth away.")),
                       .box = Box::Machine,
                       .subject = "machine.sensorLeadFree"_field,
                       .fix = {{"machine.sensorLeadFree"_field, true}}});
    if (!m.sensorFlat)
        out.push_back({.id = "sensor-face",
                       .severity = Severity::Warning,
                       .row = "sensor-seat"_row,
                       .title = c.say(KH_TR("The sensor does not sit on a flat face")),
                       .found = c.say(KH_TR("It stands on an edge, or on part of its pad.")),
                       .why = c.say(KH_TR("It rocks on what holds it, and comes off in flight: then nothing steadies the machine.")),
                       .todo = c.say(KH_TR("Put it on a clean flat face that takes all of its pad, square to mast and boom.")),
                       .box = Box::Machine,
                       .subject = "machine.sensorFlat"_field,
                       .fix = {{"machine.sensorFlat"_field, true}}});
}

/// Why what steers by the accelerometer must not be in use yet; nothing where all axes are seen and set as they are built.
std::optional<Message> steersBlind(const AuditContext& c) {
    std::vector<Message> unproved, wrong;
    const HandAnswers answers = answersByRecord(c.setup);
    for (const HandTurn turn : kHandTurns) {
        const auto at = static_cast<std::size_t>(turn);
        if (answers[at] != rightAnswers()[at]) wrong.push_back(c.say(textOf(turn).axis));
        if (!rowSeen(c.setup, textOf(turn).row)) unproved.push_back(c.say(textOf(turn).axis));
    }
    // in doubt by what is set, though it was seen once: it is blocked before anything is turned
    const bool mounted = mountingBuilt(c.setup) == mountingSet(c.setup);
    if (unproved.empty() && wrong.empty() && mounted) return std::nullopt;
    return !unproved.empty() ? c.say(KH_TR("Not seen on the machine yet: {axes}."), {{"axes", unproved}})
           : !wrong.empty()  ? c.say(KH_TR("As it is set it corrects the wrong way: {axes}."), {{"axes", wrong}})
                             : c.say(KH_TR("The mounting that is set is not the one that is built."));
}

void rescueShut(const AuditContext& c, std::vector<Finding>& out) {
    if (!c.setup.controller.rescueInUse) return;
    const auto blind = steersBlind(c);
    if (!blind) return;
    out.push_back({.severity = Severity::Danger,
                   .row = "rescue"_row,
                   .title = c.say(KH_TR("Rescue is in use before the axes are proved")),
                   .found = *blind,
                   .why = c.say(KH_TR("With one axis wrong it throws the machine into the ground, at full collective.")),
                   .todo = c.say(KH_TR("Block it in the controller until all three turns were answered rightly.")),
                   .box = Box::Controller,
                   .subject = "controller.rescueInUse"_field,
                   .fix = {{"controller.rescueInUse"_field, false}}});
}

/// Level is in use where its switch is heard.
void levelShut(const AuditContext& c, std::vector<Finding>& out) {
    const TransmitterSettings& tx = c.setup.transmitter;
    if (!levelHeard(c.setup)) return;
    const auto blind = steersBlind(c);
    if (!blind) return;
    out.push_back({.severity = Severity::Danger,
                   .row = "level-switch"_row,
                   .title = c.say(KH_TR("Level is on a switch before the axes are proved")),
                   .found = *blind,
                   .why = c.say(KH_TR("With one axis wrong it tips the machine over instead of levelling it.")),
                   .todo = c.say(KH_TR("Take level off its switch in the transmitter until all three turns were answered rightly.")),
                   .box = Box::Transmitter,
                   .subject = conditionPath(tx, "level"),
                   .fix = {{conditionPath(tx, "level"), Condition{}}}});
}

}  // namespace

std::span<const Rule> sensorsRules() {
    static constexpr std::array rules{
        Rule{"mounting", Station::Sensors, Work::Wiring, mounting},      Rule{"gyro-sense", Station::Sensors, Work::Sign, gyroSense},
        Rule{"hand-answers", Station::Sensors, Work::Sign, handAnswers}, Rule{"rotor-turning", Station::Sensors, Work::Sign, rotorTurning},
        Rule{"sensor-seat", Station::Sensors, Work::Wiring, sensorSeat}, Rule{"bank-answers", Station::Sensors, Work::Sign, bankAnswers},
        Rule{"fixing", Station::Sensors, Work::Wiring, fixing},          Rule{"rescue-shut", Station::Sensors, Work::Rescue, rescueShut},
        Rule{"level-shut", Station::Radio, Work::Rescue, levelShut}};
    return rules;
}

}  // namespace kh
