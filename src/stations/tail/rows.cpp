// SPDX-License-Identifier: GPL-3.0-or-later
#include "model/fieldpatterns.h"
#include "model/helicopter/helicopter.h"
#include "stations/kit/rowbuilder.h"
#include "stations/tail/tail.h"

namespace kh {

StationPage tailRows(const RowBuilder& b) {
    const Setup& s = b.setup();
    const Figures& f = b.figures();
    const std::string name = helicopter(s).tail.servo.name;
    StationPage page{Station::Tail, {}};
    page.rows = {
        b.row("tail-pulse", say(KH_TR("Tail pulse")), {},
              {{b.word("controller.tail.pulseUs"_field, numberOptions(s.controller.profile.pulsesUs))}},
              {{b.field("machine.tail.servo.pulseUs"_field, say(KH_TR("{n}"), {{"n", name}}))}}),
        b.row("tail-rate", say(KH_TR("Tail rate")), {},
              {{b.word("controller.tail.rateHz"_field, numberOptions(s.controller.profile.ratesHz))}},
              {{b.field("machine.tail.servo.maxHz"_field, say(KH_TR("{n} to"), {{"n", name}}))}}),
        b.row("tail-direction", say(KH_TR("Tail direction")),
              {{b.flag("transmitter.channels.rudder.reversed"_field, KH_TR("reversed"), KH_TR("normal"))}},
              {{b.flag("controller.directions.rudderReversed"_field, KH_TR("reversed"), KH_TR("normal")),
                b.flag("controller.tail.reversed"_field, KH_TR("servo rev"), KH_TR("servo norm"))}},
              {{RowBuilder::figure(f.sliderLeftMm, label(KH_TR("stick left"))),
                b.word("machine.tail.lever"_field, {"trailing", "leading"}, label(KH_TR("lever")))}}),
        b.row("tail-servo", say(KH_TR("Servo mounting")), {}, {},
              {{b.flag("machine.tail.risesWithPulse"_field, KH_TR("rises"), KH_TR("sinks")),
                b.flag("machine.tail.crankTurnsOver"_field, KH_TR("crank turns over"), KH_TR("straight"))}}),
        b.row("tail-arm", say(KH_TR("Arm and link")), {}, {},
              {{b.field("machine.tail.armMm"_field, label(KH_TR("r"))), b.field("machine.tail.linkMm"_field, label(KH_TR("L"))),
                b.labelled("machine.tail.gripMm"_field)}}),
        RowBuilder::under(
            "tail-arm", b.row("tail-crank", say(KH_TR("Crank")), {}, {}, {{b.field("machine.tail.crankRatio"_field, label(KH_TR("×")))}})),
        b.row("tail-limits", say(KH_TR("Limits")), {},
              {{b.field("controller.tail.limitLeftPct"_field, label(KH_TR("l"))),
                b.field("controller.tail.limitRightPct"_field, label(KH_TR("r")))}},
              {{RowBuilder::figure(f.sliderLeftMm), RowBuilder::figure(f.sliderRightMm),
                b.field("machine.tail.sliderLimitMm"_field, label(KH_TR("stop ±")))}}),
        b.row("tail-pitch", say(KH_TR("Tail pitch")), {}, {},
              {{RowBuilder::figure(f.tailPitchLeftDeg, label(KH_TR("l"))), RowBuilder::figure(f.tailPitchRightDeg, label(KH_TR("r")))}}),
        b.row("tail-neutral", say(KH_TR("Neutral pitch")), {}, {},
              {{b.field("machine.tail.neutralPitchDeg"_field), RowBuilder::figure(f.tailNeutralDeg, label(KH_TR("hover needs")))}}),
        b.row("precompensation", say(KH_TR("Precompensation")), {}, {{b.field("controller.tail.precompensationPct"_field)}}, {}),
        b.row("tail-speed", say(KH_TR("Tail tip speed")), {}, {}, {{RowBuilder::figure(f.tailTipSpeed)}}),
    };
    return page;
}

}  // namespace kh
