// SPDX-License-Identifier: GPL-3.0-or-later
#include "judge/helicopter/figures.h"
#include "kernel/helicopter/envelope.h"
#include "model/fieldpatterns.h"
#include "stations/helicopter/armfigures.h"
#include "stations/kit/rowbuilder.h"
#include "stations/pitch/pitch.h"
#include "stations/pitch/pitchfigures.h"

namespace kh {

namespace {

/// Ranges the box has of its own for the collective.
Cell rangeParts(const RowBuilder& b) {
    switch (b.setup().controller.profile->collectiveRanges) {
        case CollectiveRanges::Two:
            return {{b.labelled("controller.collectiveLowPct"_field), b.labelled("controller.collectiveHighPct"_field)}};
        case CollectiveRanges::One: return {{b.field("controller.collectiveHighPct"_field, label(KH_TR("both sides")))}};
        case CollectiveRanges::None: break;
    }
    return {};
}

/// The transmitter's travel, where it is the range or the rest of it.
Cell travelParts(const RowBuilder& b) {
    const ChannelSettings* channel = channelOf(b.setup().transmitter, kCollectiveChannel);
    if (b.setup().controller.profile->collectiveRanges == CollectiveRanges::Two || channel == nullptr) return {};
    return {{b.field(travelPath(b.setup(), *channel, false), label(KH_TR("low"))),
             b.field(travelPath(b.setup(), *channel, true), label(KH_TR("high")))}};
}

}  // namespace

StationPage pitchRows(const RowBuilder& b) {
    const Figures& f = b.figures();
    StationPage page{Station::Pitch, {}};
    page.rows = {
        b.row("zero-pitch", say(KH_TR("Zero pitch")), {}, {{b.labelled("controller.collectiveTrimPct"_field)}},
              {{RowBuilder::figure(f.midPitchDeg)}}),
        b.row(
            "links", say(KH_TR("Blade links")), {}, {},
            {{b.labelled("machine.head.threadMmPerTurn"_field), RowBuilder::figure(f.of<PitchFigures>().turnDeg, label(KH_TR("a turn")))}}),
        RowBuilder::aside("links", KH_TR("the high blade comes down, or both meet, by half a turn from the measured zero at most"),
                          b.row("tracking", say(KH_TR("Tracking")), {{b.field("transmitter.schools.tracking"_field)}}, {}, {})),
        b.row("reference-throw", say(KH_TR("Reference throw")), {},
              {{b.field("controller.referencePct"_field), b.labelled("controller.profile.referenceDeg"_field)}},
              {{RowBuilder::figure(f.referenceDeg), RowBuilder::text(say(KH_TR("reference, not flown")))}}),
        b.row("collective-range", say(KH_TR("Collective range")), travelParts(b), rangeParts(b),
              {{RowBuilder::figure(f.collectiveLowDeg), RowBuilder::figure(f.collectiveHighDeg)}}),
        RowBuilder::aside("collective-range", KH_TR("your own ends, in place of what the style asks for; each may be left to the style"),
                          b.row("wanted-range", say(KH_TR("Wanted")), {}, {},
                                {{b.labelled("machine.head.wantedLowDeg"_field), b.labelled("machine.head.wantedHighDeg"_field)}})),
        b.row("cyclic-limit", say(KH_TR("Cyclic limit")), {}, {{b.field("controller.cyclicLimitPct"_field)}},
              {{RowBuilder::figure(f.of<PitchFigures>().cyclicDeg), RowBuilder::text(say(KH_TR("flown, at the blade")))}}),
        b.row("envelope", say(KH_TR("At full collective")), {}, {},
              {{RowBuilder::figure(f.of<PitchFigures>().cyclicLeftDeg, label(KH_TR("cyclic left"))),
                RowBuilder::figure(f.of<PitchFigures>().tiltAtFullCollectiveDeg, label(KH_TR("tilt"))),
                RowBuilder::text(say(KH_TR("then {l}"), {{"l", asWord(limitId(f.of<HelicopterFigures>().cyclicLeftLimit))}}))}}),
        b.row("servo-arm", say(KH_TR("Servo arm")), {}, {},
              {{b.field("machine.servos.elevator.armMm"_field), RowBuilder::figure(f.of<ArmFigures>().goodArmMm, label(KH_TR("80 % at"))),
                RowBuilder::figure(f.of<ArmFigures>().holeMm, label(KH_TR("hole"))), RowBuilder::figure(f.of<ArmFigures>().holeUsePct)}}),
        b.row("resolution", say(KH_TR("Resolution")), {}, {},
              {{RowBuilder::figure(f.of<PitchFigures>().pitchStepDeg, label(KH_TR("a dead band"))),
                RowBuilder::figure(f.of<PitchFigures>().usPerTenthDeg, label(KH_TR("0.1° is")))}}),
        b.row("tip-gap", say(KH_TR("Folded tips")), {}, {},
              {{RowBuilder::figure(f.of<PitchFigures>().tipGapMm, label(KH_TR("apart, full up")))}}),
        b.row("grip", say(KH_TR("Grip lever")), {}, {},
              {{b.field("machine.head.gripMm"_field), b.field("machine.head.gripLimitDeg"_field, label(KH_TR("to ±")))}}),
        b.row("plate-limits", say(KH_TR("Plate limits")), {}, {},
              {{b.field("machine.plate.travelMm"_field, label(KH_TR("±"))),
                b.field("machine.plate.tiltLimitDeg"_field, label(KH_TR("tilt")))}}),
    };
    return page;
}

}  // namespace kh
