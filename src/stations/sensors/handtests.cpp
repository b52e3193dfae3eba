// SPDX-License-Identifier: GPL-3.0-or-later
//
// Three turns by hand: what explains the answers, and what to set. Nothing is said before the sticks have proved plate and tail.
#include "judge/dependencies.h"
#include "judge/rowids.h"
#include "model/amounts.h"
#include "model/controllerwords.h"
#include "model/fieldpatterns.h"
#include "model/names.h"
#include "stations/kit/solverkit.h"
#include "stations/sensors/gyrowords.h"
#include "stations/sensors/sensors.h"

#include <fmt/format.h>
#include <algorithm>
#include <array>

namespace kh {

namespace {

/// What answers like ports reversed and channels reversed again: sticks are right, roll and pitch gyro are not.
HandAnswers portsTwiceReversed() {
    HandAnswers out = rightAnswers();
    out[static_cast<std::size_t>(HandTurn::RollRight)].plate = PlateMove::Right;
    out[static_cast<std::size_t>(HandTurn::NoseDown)].plate = PlateMove::Forward;
    return out;
}

/// The cause no test by hand tells from two reversed axes: the monitor's signs do.
SolvedField portsAndChannels() {
    SolvedField a;
    a.field = "ports-and-channels";
    a.box = Box::Transmitter;
    a.todo =
        say(KH_TR("Or ports reversed and channels reversed again: look at the monitor. If it signs aileron, elevator and collective "
                  "backwards, set those channels to normal in the transmitter and turn every plate servo's direction over in the "
                  "controller; nothing of mounting and senses is then wrong."));
    a.why.title = say(KH_TR("what explains the answers"));
    a.why.lines.push_back(say(KH_TR("the sticks pass both reversals, the gyro passes one")));
    return a;
}

/// What the same turns answer in the other banks, beside the first.
void otherBanks(const Setup& setup, std::span<const Reading> readings, const HandAnswers& first, Solved& out) {
    for (std::size_t i = 1; i < setup.controller.banks.size(); ++i)
        for (const HandTurn turn : kHandTurns) {
            const std::string& bank = setup.controller.banks[i].id;
            const Reading* r = latest(readings, handReading(turn, bank));
            const std::optional<HandAnswer> answer = r == nullptr ? std::nullopt : answerOf(r->value);
            if (!answer || *answer == first[static_cast<std::size_t>(turn)]) continue;
            out.remarks.push_back(
                say(KH_TR("Bank {b}, {turn}: {is}, otherwise than the first bank. Its gain may be 0, or it was not the bank "
                          "in force: repeat it."),
                    {{"b", bank}, {"turn", say(textOf(turn).done)}, {"is", answerText(*answer)}}));
        }
}

HandAnswers answersOf(std::span<const Reading> readings) {
    HandAnswers out;
    for (const HandTurn turn : kHandTurns) {
        const Reading& r = needed(readings, handReading(turn));
        const std::optional<HandAnswer> answer = answerOf(r.value);
        if (!answer)
            throw InputError(r.what,
                             fmt::format("{} is no answer; allowed are the whole numbers 0 … {}", r.value, kAnswerWords.size() - 1));
        out[static_cast<std::size_t>(turn)] = *answer;
    }
    return out;
}

GyroInference inferred(const Setup& setup, const HandAnswers& seen) {
    try {
        return explained(setup, seen);
    } catch (const InputError& e) {  // the turn by the name of its reading
        throw InputError("hand." + e.field(), e.problem());
    }
}

SolvedField settingField(const Setup& setup, const GyroInference& found, const GyroCause& cause, const std::vector<Edit>& edits) {
    SolvedField a;
    const bool record = found.sound;
    a.field = record ? "machine.mounting"_field : "controller.mounting"_field;
    a.box = record ? Box::Machine : Box::Controller;
    const std::optional<GyroRemedy> remedy = remedyFor(setup, cause.mounting);
    const Mounting set = record ? cause.mounting : remedy ? remedy->set : mountingSet(setup);
    const auto& all = allMountings();
    a.value = static_cast<double>(std::find(all.begin(), all.end(), set) - all.begin());
    a.todo =
        record ? say(KH_TR("Write down how it sits: {m}."), {{"m", settingsText(cause.mounting, cause.reversed)}})
               : say(KH_TR("Look at label and plugs: {m}? Then set {s} in the controller."),
                     {{"m", asWord(mountingWord(cause.mounting))}, {"s", settingsText(set, remedy ? remedy->reversed : GyroReversals{})}});
    a.why.title = say(KH_TR("what explains the answers"));
    for (const GyroCause& c : found.causes)
        a.why.lines.push_back(sayCount(static_cast<std::size_t>(c.changes), KH_TR("{m}: {n} change from what was entered"),
                                       KH_TR("{m}: {n} changes from what was entered"), {{"m", settingsText(c.mounting, c.reversed)}}));
    a.edits = edits;
    return a;
}

Solved solveMounting(const Setup& setup, std::span<const Reading> readings) {
    const HandAnswers seen = answersOf(readings);
    const GyroInference found = inferred(setup, seen);
    Solved out;
    if (seen == answersByRecord(setup)) {
        out.remarks.push_back(found.sound
                                  ? say(KH_TR("All three turns are answered as they must be: mark the rows as seen on the machine."))
                                  : say(KH_TR("The answers are what the record says: take its remedy at Proof, then turn again.")));
        if (!found.sound) return out;
    } else {
        if (const auto over = tailOtherwise(setup, seen)) {
            SolvedField a;
            a.field = over->front().path;
            a.box = Box::Machine;
            a.todo =
                say(KH_TR("Prove the tail by the rudder stick first. If its trailing edges go the other way there too, the servo "
                          "turns the other way: enter that, and turn its direction over in the controller."));
            a.why.title = say(KH_TR("what explains the answers"));
            a.why.lines.push_back(say(KH_TR("the tail alone goes otherwise than recorded, and the stick has not proved it")));
            a.edits = *over;
            out.answers.push_back(std::move(a));
        }
        const std::optional<HandTurn> sense = senseInBox(setup, found);
        if (sense) out.remarks.push_back(senseInBoxText(setup, *sense));
        for (const GyroCause& cause : found.causes)
            if (const auto edits = editsFor(setup, found, cause); !sense && edits && !edits->empty()) {
                out.answers.push_back(settingField(setup, found, cause, *edits));
                break;
            }
        for (std::size_t i = 1; i < found.causes.size(); ++i)
            out.remarks.push_back(sayCount(static_cast<std::size_t>(found.causes[i].changes), KH_TR("Also possible: {m}, {n} change."),
                                           KH_TR("Also possible: {m}, {n} changes."),
                                           {{"m", settingsText(found.causes[i].mounting, found.causes[i].reversed)}}));
    }
    if (!rowSeen(setup, "cyclic-sense"_row) || !rowSeen(setup, "tail-direction"_row))
        out.remarks.insert(out.remarks.begin(), say(KH_TR("Plate and tail were not proved by the sticks yet: prove those rows first, until "
                                                          "then the answers say nothing.")));
    if (seen == portsTwiceReversed()) out.answers.push_back(portsAndChannels());
    otherBanks(setup, readings, seen, out);
    if (out.answers.empty() && !found.sound && !senseInBox(setup, found))
        out.remarks.push_back(
            say(KH_TR("{x} knows no mounting that serves: mount it another way."), {{"x", setup.controller.profile->name}}));
    return out;
}

std::vector<Step> handSteps(const Setup& setup, const Figures&) {
    std::vector<Step> out;
    out.reserve(kHandTurns.size() * std::max<std::size_t>(1, setup.controller.banks.size()));
    for (const HandTurn turn : kHandTurns) out.push_back(readStep(handReading(turn), say(textOf(turn).ask), kAnswerUnit));
    for (std::size_t i = 1; i < setup.controller.banks.size(); ++i)
        for (const HandTurn turn : kHandTurns) {
            const std::string& bank = setup.controller.banks[i].id;
            out.push_back(readStep(handReading(turn, bank), say(KH_TR("Bank {b}, {turn}"), {{"b", bank}, {"turn", say(textOf(turn).done)}}),
                                   kAnswerUnit, true));
        }
    return out;
}

std::vector<Step> handGuide(const Setup& setup, const Figures&) {
    const ControllerProfile& box = setup.controller.profile;
    std::vector<Step> steps{
        {"signs",
         Box::Controller,
         say(KH_TR("Move every stick: the monitor shows each function with the sign of its stick.")),
         say(KH_TR("Every sign is right.")),
         {}},
        {"sticks", Box::Machine,
         say(KH_TR("Then plate and tail by the sticks: the plate tilts as the stick, the trailing edges go to its side.")),
         say(KH_TR("Both are proved.")), say(KH_TR("Leads off, main and tail blades off: arms and levers pinch."))},
        {"restart",
         Box::Controller,
         say(KH_TR("Leave the set-up menu, save, pull the supply and plug it in again; do not touch the machine.")),
         say(KH_TR("The plate stands level, no servo at its end.")),
         {}}};
    for (const HandTurn turn : kHandTurns)
        steps.push_back({handReading(turn),
                         Box::Machine,
                         say(textOf(turn).ask),
                         say(KH_TR("{turn}: {want}, in the first half second."),
                             {{"turn", say(textOf(turn).done)}, {"want", answerText(rightAnswers()[static_cast<std::size_t>(turn)])}}),
                         {}});
    if (box.banks > 1)
        steps.push_back({"banks",
                         Box::Controller,
                         say(KH_TR("Do the three turns in each of its {n} banks."),
                             {{"n", amount(setup, "controller.profile.banks"_field, box.banks)}}),
                         say(KH_TR("Each bank answers alike.")),
                         {}});
    return steps;
}

std::vector<Step> pirouetteGuide(const Setup& setup, const Figures&) {
    return {{"tilt", Box::Controller,
             say(KH_TR("After the three turns were answered rightly, in the flying state: tilt the plate with the cyclic "
                       "stick and hold it there.")),
             say(KH_TR("The plate stands tilted; note towards which wall.")),
             say(KH_TR("Leads off, main and tail blades off: arms and levers pinch."))},
            {"quarter",
             Box::Machine,
             say(KH_TR("Turn the machine by hand on the spot, a quarter turn, briskly.")),
             say(KH_TR("The tilt still looks at the same wall: it keeps its direction in space.")),
             {}},
            {"twice",
             Box::Controller,
             setup.controller.rotorTurning == ToldTurning::NotAsked
                 ? say(KH_TR("If it turned with the machine, the yaw gyro is not used or its gain is 0; twice as far: it is reversed."))
                 : say(KH_TR("If it turned with the machine, the yaw gyro is not used or its gain is 0; twice as far: yaw gyro or the "
                             "rotation told to the box is reversed.")),
             {},
             {}}};
}

std::vector<Step> startUpGuide(const Setup& setup, const Figures&) {
    const ControllerProfile& box = setup.controller.profile;
    std::vector<Message> learned;
    for (const std::string& word : box.learns) learned.push_back(asWord(word));
    return {{"level", Box::Machine, say(KH_TR("Sticks untouched, trims 0; supply on, and do not touch the machine.")),
             box.startSign.empty()
                 ? say(KH_TR("Motionless until the plate stands level; no servo at its end. A servo parked at its end is a no-fly."))
                 : say(KH_TR("It shows \"{s}\", and the plate stands level; another sign means that it did not initialise: supply off, and "
                             "again. A servo parked at its end is a no-fly."),
                       {{"s", box.startSign}}),
             say(KH_TR("Motor leads off: everything can move once."))},
            {"learned",
             Box::Controller,
             learned.empty()
                 ? say(KH_TR("It learns nothing at power-up."))
                 : say(KH_TR("It learned: {l}. Start it anew after a change of those, and after a new sub-trim."), {{"l", learned}}),
             {},
             {}}};
}

std::vector<Step> rescueGuide(const Setup& setup, const Figures&) {
    const auto& does = setup.controller.profile->levelling;
    if (std::find(does.begin(), does.end(), "rescue") == does.end()) return {};
    return {{"turns",
             Box::Controller,
             say(KH_TR("Only after all three turns were answered rightly and marked as seen.")),
             {},
             say(KH_TR("Motor leads off, main and tail blades off: the plate goes to its end at once."))},
            {"triggered",
             Box::Machine,
             say(KH_TR("Tilt the machine by 30° and trigger it, four ways.")),
             say(KH_TR("The plate tilts so as to level the disc, and the collective goes up.")),
             {}},
            {"inverted",
             Box::Machine,
             say(KH_TR("Hold it inverted and trigger it.")),
             say(KH_TR("The collective goes down, unless it rolls upright first.")),
             {}},
            {"released",
             Box::Transmitter,
             say(KH_TR("Let go of the switch; then hold on, and trigger it again.")),
             say(KH_TR("It ends at once, and does nothing in Hold. First try at 30 m or more.")),
             {}}};
}

}  // namespace

std::span<const BenchWork> sensorsSolvers() {
    static const std::array entries{
        BenchWork{.id = "mounting",
                  .title = KH_TR("Hand tests"),
                  .caution = KH_TR("Motor leads off, main blades off. After the sticks proved plate and tail, the menu left and saved, the "
                                   "box power-cycled: turn the machine briskly and judge the first half second."),
                  .rows = "mounting roll-sense pitch-sense yaw-sense",
                  .steps = handSteps,
                  .solve = solveMounting,
                  .with = ReadWith::Eye,
                  .setUpState = false},
        boxLevelSolver()};
    return entries;
}

std::span<const BenchWork> sensorsGuides() {
    static constexpr std::array entries{
        BenchWork{.id = "on-the-ground", .title = KH_TR("Hand tests"), .rows = "on-the-ground"_row, .steps = handGuide},
        BenchWork{.id = "pirouette", .title = KH_TR("Pirouette"), .rows = "pirouette"_row, .steps = pirouetteGuide},
        BenchWork{.id = "start-up", .title = KH_TR("Start-up"), .rows = "start-up"_row, .steps = startUpGuide},
        BenchWork{.id = "rescue", .title = KH_TR("Rescue on the bench"), .rows = "rescue"_row, .steps = rescueGuide}};
    return entries;
}

}  // namespace kh
