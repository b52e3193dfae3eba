// SPDX-License-Identifier: GPL-3.0-or-later
#include "stations/kit/timerrows.h"

#include "model/fieldpatterns.h"

namespace kh {

Cell timerFollowedBy(const RowBuilder& b) {
    Cell out{{b.field("transmitter.alarms.timerFollows"_field)}};
    switch (b.setup().transmitter.alarms.timerFollows) {
        case TimerFollows::Throttle:
        case TimerFollows::Stick: out.parts.push_back(b.labelled("transmitter.alarms.timerStartPct"_field)); break;
        case TimerFollows::Mode: out.parts.push_back(b.mode("transmitter.alarms.timerMode"_field, label(KH_TR("from")))); break;
        case TimerFollows::HoldOff:
        case TimerFollows::Switch: break;
    }
    return out;
}

std::vector<Row> timerRows(const RowBuilder& b) {
    return {b.row("timer", say(KH_TR("Flight timer")), {{b.field("transmitter.timerMin"_field)}}, {},
                  {{b.field("machine.power.capacityMah"_field)}}),
            RowBuilder::aside("timer", KH_TR("it must run while the motors do"),
                              b.row("timer-follows", say(KH_TR("It follows")), timerFollowedBy(b), {}, {})),
            RowBuilder::under("timer", b.row("alarms", say(KH_TR("Alarms")),
                                             {{b.field("transmitter.alarms.voltsPerCell"_field),
                                               b.field("transmitter.alarms.usedMah"_field), b.field("transmitter.alarms.headRpm"_field),
                                               b.field("transmitter.alarms.temperatureC"_field, label(KH_TR("hot")))}},
                                             {}, {})),
            RowBuilder::aside("timer", KH_TR("a pack that was flown already is noticed before it is flown again"),
                              b.row("pack-read", say(KH_TR("Pack read")), {{b.field("transmitter.alarms.voicePack"_field)}}, {}, {}))};
}

}  // namespace kh
