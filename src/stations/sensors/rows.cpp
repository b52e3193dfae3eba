// SPDX-License-Identifier: GPL-3.0-or-later
#include "model/controllerwords.h"
#include "model/fieldpatterns.h"
#include "model/names.h"
#include "stations/kit/rowbuilder.h"
#include "stations/sensors/gyrowords.h"
#include "stations/sensors/sensors.h"

namespace kh {

namespace {

/// What a turn is answered with: as it must be, as the record has it if that is another, as it was seen.
Cell turnCell(const Setup& setup, HandTurn turn) {
    const auto i = static_cast<std::size_t>(turn);
    const HandAnswer wanted = rightAnswers()[i];
    const HandAnswer recorded = answersByRecord(setup)[i];
    const std::optional<HandAnswer> seen = answerInForce(setup, turn);
    Cell cell;
    const auto add = [&](const char* before, const HandAnswer& answer) {
        Part part = RowBuilder::text(answerText(answer));
        part.label = say(before);
        cell.parts.push_back(std::move(part));
    };
    add(textOf(turn).done, wanted);
    cell.parts.back().why = answerWhy(setup, turn);
    if (recorded != wanted && seen != recorded) add(KH_TR("as recorded"), recorded);
    if (seen) add(KH_TR("seen"), *seen);
    return cell;
}

Cell senseCell(const RowBuilder& b, HandTurn turn) {
    const GyroReversals r = gyroReversals(b.setup());
    const bool reversed = std::array{r.roll, r.pitch, r.yaw}[static_cast<std::size_t>(turn)];
    const ControllerProfile& box = b.setup().controller.profile;
    const bool goesWithTail = turn == HandTurn::TailLeft && box.oneTailDirection;
    if ((!box.gyroSenses || goesWithTail) && !reversed)
        return goesWithTail ? Cell{{RowBuilder::text(say(KH_TR("goes with"))), RowBuilder::text(say(KH_TR("tail servo")))}} : Cell{};
    return {{b.field(textOf(turn).sense)}};
}

/// What each bank beside the first answers, so far as it was turned in it.
Cell bankCell(const Setup& setup) {
    Cell cell;
    for (std::size_t i = 1; i < setup.controller.banks.size(); ++i) {
        const std::string& bank = setup.controller.banks[i].id;
        std::size_t answered = 0;
        bool alike = true;
        for (const HandTurn turn : kHandTurns)
            if (const auto answer = answerInBank(setup, turn, bank)) {
                ++answered;
                alike = alike && answer == rightAnswers()[static_cast<std::size_t>(turn)];
            }
        Part part = RowBuilder::text(answered == 0                   ? say(KH_TR("not turned"))
                                     : !alike                        ? say(KH_TR("wrong"))
                                     : answered == kHandTurns.size() ? say(KH_TR("right"))
                                                                     : say(KH_TR("right so far")));
        part.label = say(KH_TR("{b}"), {{"b", bank}});
        cell.parts.push_back(std::move(part));
    }
    if (cell.parts.empty()) cell.parts.push_back(RowBuilder::text(say(KH_TR("one bank only"))));
    return cell;
}

}  // namespace

StationPage sensorsRows(const RowBuilder& b) {
    const Setup& s = b.setup();
    const ControllerProfile& box = s.controller.profile;
    std::vector<std::string> all;
    all.reserve(kMountingChoices.size());
    for (const Choice& c : kMountingChoices) all.emplace_back(c.id);
    Cell learns;
    for (const std::string& word : box.learns) learns.parts.push_back(RowBuilder::text(asWord(word)));
    Cell rescueWhen, rescueSet;
    if (std::any_of(s.transmitter.functions.begin(), s.transmitter.functions.end(),
                    [](const SwitchFunction& f) { return f.id == "rescue"; }))
        rescueWhen.parts.push_back(b.field(elementPath("transmitter.functions.{}.when"_field, "rescue")));
    if (std::find(box.levelling.begin(), box.levelling.end(), "rescue") != box.levelling.end() || s.controller.rescueInUse)
        rescueSet.parts.push_back(b.field("controller.rescueInUse"_field));
    StationPage page{Station::Sensors, {}};
    page.rows = {
        b.row("mounting", box.separateSensor ? say(KH_TR("Sensor")) : say(KH_TR("Mounting")), {},
              {{b.word("controller.mounting"_field, box.mountings)}}, {{b.word("machine.mounting"_field, all)}}),
        b.row("roll-sense", say(KH_TR("Roll sense")), {}, senseCell(b, HandTurn::RollRight), turnCell(s, HandTurn::RollRight)),
        b.row("pitch-sense", say(KH_TR("Pitch sense")), {}, senseCell(b, HandTurn::NoseDown), turnCell(s, HandTurn::NoseDown)),
        b.row("yaw-sense", say(KH_TR("Yaw sense")), {}, senseCell(b, HandTurn::TailLeft), turnCell(s, HandTurn::TailLeft)),
        b.row("pirouette", say(KH_TR("Pirouette")), {}, {}, {{RowBuilder::text(say(KH_TR("its tilt keeps its direction in space")))}}),
        RowBuilder::under("pirouette", b.row("rotor-turning", say(KH_TR("Rotation")), {}, {{b.field("controller.rotorTurning"_field)}},
                                             {{b.field("machine.rotor.turning"_field)}})),
        b.row("fixing", say(KH_TR("Fixing")), {}, {}, {{b.field("machine.fixing"_field), b.labelled("machine.squareErrorDeg"_field)}}),
        RowBuilder::aside("fixing", KH_TR("of gyros in a case of their own: a loose bow in the lead, all of the pad on a flat face"),
                          b.row("sensor-seat", say(KH_TR("Sensor's seat")), {}, {},
                                box.separateSensor ? Cell{{b.field("machine.sensorLeadFree"_field), b.field("machine.sensorFlat"_field)}}
                                                   : Cell{{RowBuilder::text(say(KH_TR("its gyros sit in the box")))}})),
        b.row("start-up", say(KH_TR("Start-up")), {}, std::move(learns),
              {{RowBuilder::text(say(KH_TR("still, plate level, no servo at its end")))}}),
        b.row("on-the-ground", say(KH_TR("On the ground")), {}, {}, {{RowBuilder::text(say(KH_TR("creep is normal: judge 0.5 s")))}}),
        RowBuilder::aside("on-the-ground", KH_TR("the three turns in every other bank too: each can have its own gains"),
                          b.row("bank-answers", say(KH_TR("Other banks")), {}, bankCell(s), {})),
        b.row("rescue", say(KH_TR("Rescue")), std::move(rescueWhen), std::move(rescueSet),
              {{RowBuilder::text(say(KH_TR("blocked until the axes are proved")))}}),
    };
    if (levels(box))
        page.rows.push_back(
            RowBuilder::aside("rescue", KH_TR("what the box takes for level, on a level stand: it is not the plate's"), boxLevelRow(b)));
    return page;
}

}  // namespace kh
