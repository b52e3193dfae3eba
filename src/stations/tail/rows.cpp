// SPDX-License-Identifier: GPL-3.0-or-later
#include "model/amounts.h"
#include "model/fieldpatterns.h"
#include "model/helicopter/helicopter.h"
#include "model/helicopter/sizeclass.h"
#include "stations/kit/calibration.h"
#include "stations/kit/rowbuilder.h"
#include "stations/kit/solverkit.h"
#include "stations/kit/tables.h"
#include "stations/tail/tail.h"
#include "stations/tail/tailfigures.h"
#include "stations/tail/tailwords.h"

namespace kh {

namespace {

/// One part a mode that is flown with power.
template <class Make>
Cell eachMode(const RowBuilder& b, Make&& make) {
    Cell cell;
    for (const FlightMode& m : b.setup().transmitter.modes)
        if (const ModeFigures* f = b.figures().mode(m.id); f != nullptr && m.id != kHoldMode) cell.parts.push_back(make(m, *f));
    return cell;
}

Cell hoverCell(const RowBuilder& b) {
    Cell cell;
    const std::vector<ModeTail>& tail = b.figures().of<TailFigures>().modes;
    for (std::size_t i = 0; i < tail.size(); ++i)
        if (const FlightMode& m = b.setup().transmitter.modes[i]; m.id != kHoldMode)
            cell.parts.push_back(RowBuilder::figure(tail[i].hoverDeg, say(KH_TR("{m}"), {{"m", m.name}})));
    return cell;
}

Part unitless(Part part) {
    part.unit = "";
    return part;
}

/// Gains as sent, as read, and where this size and box start.
Row gains(const RowBuilder& b) {
    const Setup& s = b.setup();
    const std::array<double, 2> start = startingGainPct(s);
    const bool one = start[0] == start[1];
    return b.row("tail-gains", say(KH_TR("Gain per mode")),
                 eachMode(b, [&](const FlightMode& m,
                                 const ModeFigures&) { return b.gain(elementPath("transmitter.modes.{}.tailGainPct"_field, m.id)); }),
                 eachMode(b, [](const FlightMode&, const ModeFigures& f) { return unitless(RowBuilder::figure(f.gainRead)); }),
                 {{RowBuilder::text(one ? say(KH_TR("start at {a} %"), {{"a", num(start[0])}})
                                        : say(KH_TR("start at {a} … {b} %"), {{"a", num(start[0])}, {"b", num(start[1])}}))}});
}

std::vector<Row> gainLines(const RowBuilder& b) {
    std::vector<Row> lines;
    const std::vector<ModeTail>& tail = b.figures().of<TailFigures>().modes;
    for (std::size_t i = 0; i < tail.size(); ++i) {
        const FlightMode& m = b.setup().transmitter.modes[i];
        lines.push_back(b.line("tail-gains", "gain-" + m.id, say(KH_TR("{m}"), {{"m", m.name}}),
                               {{{b.gain(elementPath("transmitter.modes.{}.tailGainPct"_field, m.id))}},
                                {{RowBuilder::figure(b.figures().modes[i].gainRead)}},
                                {{RowBuilder::figure(tail[i].gainScaledPct)}},
                                {{b.field(elementPath("transmitter.modes.{}.targetRpm"_field, m.id))}}}));
    }
    return lines;
}

/// Where the limits were backed off from, as read.
Cell bindCell(const RowBuilder& b) {
    Cell cell;
    for (const auto& [what, side] : {std::pair("tail.bind.left", KH_TR("l")), std::pair("tail.bind.right", KH_TR("r"))})
        if (const Reading* r = latest(b.setup().readings, what)) {
            Part part = RowBuilder::text(say("{v}", {{"v", num(r->value)}}));
            part.label = label(side);
            part.unit = "%";
            cell.parts.push_back(std::move(part));
        }
    if (cell.parts.empty()) cell.parts.push_back(RowBuilder::text(say(KH_TR("not read yet"))));
    return cell;
}

/// What the tail needs in the hover: the estimate's band, and what was read after one.
Cell neutralCell(const RowBuilder& b) {
    Cell cell{{b.field("machine.tail.neutralPitchDeg"_field),
               RowBuilder::figure(b.figures().of<TailFigures>().hoverDeg, label(KH_TR("hover needs")))}};
    if (const Reading* flown = latest(b.setup().readings, "tail.hover")) {
        Part part = RowBuilder::text(say("{v}", {{"v", signedNum(flown->value, 1)}}));
        part.label = label(KH_TR("flown"));
        part.unit = "°";
        cell.parts.push_back(std::move(part));
    }
    return cell;
}

Row direction(const RowBuilder& b) {
    const Setup& s = b.setup();
    Cell controller{{b.field("controller.tail.reversed"_field)}};
    // one direction for stick and gyro: the other is no setting of this box
    if (!s.controller.profile->oneTailDirection || s.controller.directions.rudderReversed)
        controller.parts.insert(controller.parts.begin(), b.field("controller.directions.rudderReversed"_field));
    Cell machine{{RowBuilder::figure(b.figures().of<TailFigures>().sliderLeftMm, label(KH_TR("stick left"))),
                  b.word("machine.tail.lever"_field, {"trailing", "leading"}, label(KH_TR("lever")))}};
    if (!tailBladesTurn(s)) machine = {{RowBuilder::text(say(KH_TR("stick left: {s}"), {{"s", noseLeftSign(s)}}))}};
    Row row = b.row("tail-direction", say(KH_TR("Stick to tail")), {{b.field("transmitter.channels.rudder.reversed"_field)}},
                    std::move(controller), std::move(machine));
    // before blades and drive were seen, what is seen of the direction proves nothing
    if (row.standing == Standing::Proved && !edgesSeen(s)) row.standing = Standing::Entered;
    return row;
}

/// A cell of slider and blade angle; a tail with a motor of its own has neither.
Cell withSlider(const RowBuilder& b, Cell cell) {
    return tailBladesTurn(b.setup()) ? std::move(cell) : Cell{{RowBuilder::text(say(KH_TR("none: its speed changes")))}};
}

/// What is left in the mode that has least, and what takes it.
Cell authorityCell(const RowBuilder& b) {
    const TailFigures& f = b.figures().of<TailFigures>();
    const ModeTail* least = nullptr;
    for (const ModeTail& m : f.modes)
        if (m.marginDeg.known && (least == nullptr || m.marginDeg.value < least->marginDeg.value)) least = &m;
    Cell cell;
    if (least != nullptr)
        cell.parts = {RowBuilder::figure(least->needDeg, label(KH_TR("needs"))), RowBuilder::figure(least->marginDeg, label(KH_TR("left"))),
                      RowBuilder::figure(least->windMs, label(KH_TR("to")))};
    cell.parts.push_back(RowBuilder::figure(f.otherWayDeg, label(KH_TR("other way"))));
    cell.parts.push_back(b.labelled("machine.air.sideWindMs"_field));
    return cell;
}

}  // namespace

StationPage tailRows(const RowBuilder& b) {
    const Setup& s = b.setup();
    const TailFigures& f = b.figures().of<TailFigures>();
    const ControllerProfile& box = s.controller.profile;
    const std::string name = helicopter(s).tail.servo->name;
    StationPage page{Station::Tail, {}};
    page.rows = {
        b.row("tail-edges", say(KH_TR("Tail blades")), {}, {},
              {{b.word("machine.tail.drive"_field, {"main rotor", "own motor"}),
                b.word("machine.tail.topBlade"_field, {"aft", "forward"}, label(KH_TR("top blade")))}}),
        b.row("tail-pulse", say(KH_TR("Tail pulse")), {}, {{b.oneOf("controller.tail.pulseUs"_field, box.pulsesUs)}},
              {{b.field("machine.tail.servo.pulseUs"_field, say(KH_TR("{n}"), {{"n", name}}))}}),
        b.row("tail-rate", say(KH_TR("Tail rate")), {}, {{b.oneOf("controller.tail.rateHz"_field, box.ratesHz)}},
              {{b.field("machine.tail.servo.maxHz"_field, say(KH_TR("{n} to"), {{"n", name}}))}}),
        RowBuilder::under("tail-rate",
                          b.row("tail-frame", say(KH_TR("Frame period")), {},
                                {{RowBuilder::figure(f.frameUs), RowBuilder::figure(f.longestUs, label(KH_TR("longest pulse")))}}, {})),
        direction(b),
        RowBuilder::aside("tail-direction",
                          KH_TR("what is looked at: the trailing edges go to the stick's side on every layout, the nose follows the stick, "
                                "the slider goes where this linkage sends it; a tail with its own motor has its speed alone"),
                          b.row("tail-check", say(KH_TR("Judged by")), {{b.field("transmitter.schools.tailCheck"_field)}}, {},
                                {{RowBuilder::text(say(KH_TR("stick left: {s}"), {{"s", noseLeftSign(s)}}))}})),
        b.row("tail-servo", say(KH_TR("Servo mounting")), {}, {},
              {{b.field("machine.tail.risesWithPulse"_field), b.field("machine.tail.crankTurnsOver"_field)}}),
        b.row("tail-arm", say(KH_TR("Arm and link")), {}, {},
              {{unitless(b.field("machine.tail.armMm"_field, label(KH_TR("r")))),
                unitless(b.field("machine.tail.linkMm"_field, label(KH_TR("L")))), b.labelled("machine.tail.gripMm"_field)}}),
        RowBuilder::under("tail-arm", b.row("tail-square", say(KH_TR("Arm square")), {}, {{b.labelled("controller.tail.trimUs"_field)}},
                                            {{b.field("machine.tail.squareErrorDeg"_field, label(KH_TR("off by")))}})),
        RowBuilder::under(
            "tail-arm", b.row("tail-crank", say(KH_TR("Crank")), {}, {}, {{b.field("machine.tail.crankRatio"_field, label(KH_TR("×")))}})),
        b.row("tail-limits", say(KH_TR("Limits")), {},
              {{b.field("controller.tail.limitLeftPct"_field, label(KH_TR("l"))),
                b.field("controller.tail.limitRightPct"_field, label(KH_TR("r")))}},
              withSlider(b, {{unitless(RowBuilder::figure(f.sliderLeftMm)), RowBuilder::figure(f.sliderRightMm),
                              b.field("machine.tail.sliderLimitMm"_field, label(KH_TR("stop ±")))}})),
        RowBuilder::under(
            "tail-limits",
            b.row("tail-window", say(KH_TR("Its window")), {},
                  {{RowBuilder::text(say(KH_TR("{a} … {b}"),
                                         {{"a", bare(bare(amount(b.setup(), "controller.tail.limitLeftPct"_field, box.tailWindowLowPct)))},
                                          {"b", amount(b.setup(), "controller.tail.limitLeftPct"_field, box.tailWindowHighPct)}}))}},
                  {{RowBuilder::figure(f.armMm, label(KH_TR("100 % on an arm of")))}})),
        RowBuilder::aside("tail-limits", KH_TR("a limit is backed off from where the slider binds, or from where the servo begins to buzz"),
                          readRow(b.row("tail-back-off", say(KH_TR("Back-off from")), {{b.field("transmitter.schools.tailLimits"_field)}},
                                        {}, bindCell(b)),
                                  latest(s.readings, "tail.bind.left"))),
        b.row("tail-pitch", say(KH_TR("Tail pitch")), {}, {},
              withSlider(
                  b, {{RowBuilder::figure(f.pitchLeftDeg, label(KH_TR("l"))), RowBuilder::figure(f.pitchRightDeg, label(KH_TR("r")))}})),
        RowBuilder::under("tail-pitch", b.row("tail-authority", say(KH_TR("Authority")), {}, {}, withSlider(b, authorityCell(b)))),
        b.row("tail-neutral", say(KH_TR("Neutral pitch")), {}, {}, withSlider(b, neutralCell(b))),
        RowBuilder::under("tail-neutral", b.row("neutral-modes", say(KH_TR("In each mode")), {}, {}, hoverCell(b))),
        b.row("precompensation", say(KH_TR("Precompensation")), {}, {{b.field("controller.tail.precompensationPct"_field)}},
              {{RowBuilder::text(say(KH_TR("both ways: {s}"),
                                     {{"s", helicopter(s).rotor.turning == Turning::Clockwise ? noseRightSign(s) : noseLeftSign(s)}}))}}),
        gains(b),
        RowBuilder::under("tail-gains",
                          b.row("gain-start", say(KH_TR("By head speed")), {},
                                {{b.field("controller.profile.scalesGain"_field), b.labelled("controller.profile.gainStartPct"_field)}},
                                {{RowBuilder::text(box.scalesGain ? say(KH_TR("the controller scales it: one gain in all modes"))
                                                                  : say(KH_TR("the first mode's gain carried to each")))}})),
        b.row("heading-hold", say(KH_TR("Heading hold")), {},
              eachMode(b,
                       [](const FlightMode&, const ModeFigures& mode) {
                           return !mode.gainRead.known ? RowBuilder::dash()
                                                       : RowBuilder::text(say(mode.gainRead.value > 0.0 ? KH_TR("hold") : KH_TR("rate")));
                       }),
              {{RowBuilder::text(say(KH_TR("stick tapped: stays, or returns")))}}),
        b.row("tail-speed", say(KH_TR("Tail tip speed")), {}, {}, {{RowBuilder::figure(b.figures().tailTipSpeed)}}),
    };
    setTable(page, "tail-gains",
             {{KH_TR("sent"), "", KH_TR("in the transmitter's own scale"), Box::Transmitter},
              {KH_TR("read"), "%", KH_TR("what the controller makes of it: + heading hold, − rate mode"), Box::Controller},
              {KH_TR("carried"), "%", KH_TR("the first mode's gain carried to this head speed: a start, then search"), Box::Controller},
              {KH_TR("head speed"), "rpm", KH_TR("the speed it is searched at: the highest of the mode"), Box::Transmitter}},
             gainLines(b));
    return page;
}

}  // namespace kh
