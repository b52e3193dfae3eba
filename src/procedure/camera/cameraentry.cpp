// SPDX-License-Identifier: GPL-3.0-or-later
#include "procedure/camera/cameraentry.h"

#include "model/fieldpatterns.h"
#include "procedure/camera/cameraladder.h"
#include "procedure/sheetbuilder.h"
#include "stations/camera/camerafigures.h"

#include <array>

namespace kh {

namespace {

constexpr std::array kCameraGuards{
    Guard{KH_TR("propellers off"), KH_TR("tick propellers off"), KH_TR("untick propellers off: this is done with them on")},
    Guard{KH_TR("throttle low"), KH_TR("tick throttle low"), KH_TR("untick throttle low")}};
// propellers off, throttle low
constexpr BenchNeed kOffAndLow{Need::Yes, Need::Yes};
constexpr std::array kCameraNeeds{RowNeed{"failsafe-test", {Need::Yes, Need::Any}}, RowNeed{"range-check", {Need::Yes, Need::Yes}},
                                  RowNeed{"camera-signals", kOffAndLow}, RowNeed{"camera-arrows", kOffAndLow}};

BenchNeed needOfCamera(Station station) {
    if (station == Station::Radio || station == Station::Airframe || station == Station::Power) return {};
    return kOffAndLow;
}

const GuardTable& cameraGuards(const Setup&) {
    static constexpr GuardTable table{kCameraGuards, kCameraNeeds, needOfCamera};
    return table;
}

MachineSheet cameraSheet(const SheetBuilder& b) {
    const Setup& setup = b.setup;
    const CameraFigures& own = b.evaluation.figures.of<CameraFigures>();
    std::vector<SheetRow> frame{
        b.field(say(KH_TR("Kind")), "machine.kind"_field),          b.field(say(KH_TR("Arm")), "machine.armMm"_field),
        b.field(say(KH_TR("Clockwise")), "machine.pair"_field),     b.field(say(KH_TR("Propellers")), "machine.propMm"_field),
        b.field(say(KH_TR("Mass")), "machine.massKg"_field),        b.field(say(KH_TR("Cells")), "machine.power.cells"_field),
        b.field(say(KH_TR("Hovers at")), "machine.hoverPct"_field), b.field(say(KH_TR("Returns at")), "machine.returnHeightM"_field)};
    std::vector<SheetRow> places, signs;
    for (const ReachedChannel* ch : {&own.modes, &own.home})
        for (const ReachedPlace& p : ch->places)
            places.push_back({say(KH_TR("{p}"), {{"p", p.label}}), p.lands.empty() ? say(KH_TR("none")) : heldTitle(p.lands),
                              SheetBuilder::shown(p.pulse), standingOf(setup, "rows.camera-modes")});
    for (const HeldMode& m : cameraOf(setup).modes)
        signs.push_back({heldTitle(m.id), m.seen.empty() ? say(KH_TR("not seen yet")) : say(KH_TR("{s}"), {{"s", m.seen}}),
                         (m.*fullStick(m).value).has_value()
                             ? say(KH_TR("full stick {v}"), {{"v", show(setup, "machine.modes." + m.id + "." + fullStick(m).field)}})
                             : Message{},
                         standingOf(setup, "rows.camera-signals")});
    std::vector<SheetRow> looks{{say(KH_TR("Each motor for a moment")),
                                 {},
                                 {},
                                 standingOf(setup, "rows.camera-arrows"),
                                 {say(KH_TR("its arrow's way, propellers off"))}},
                                {say(KH_TR("Each place of the mode switch")),
                                 {},
                                 {},
                                 standingOf(setup, "rows.camera-signals"),
                                 {say(KH_TR("the sign noted for it"))}},
                                {say(KH_TR("Cut, in each mode")),
                                 {},
                                 {},
                                 standingOf(setup, "rows.camera-cut"),
                                 {say(KH_TR("throttle below where the motors stop"))}},
                                {say(KH_TR("Transmitter off, propellers off")),
                                 {},
                                 {},
                                 standingOf(setup, "rows.camera-loss"),
                                 {say(KH_TR("the sign of return home"))}},
                                {say(KH_TR("Before each flight: battery, nothing lent is out")),
                                 {},
                                 {},
                                 {},
                                 {say(KH_TR("above its alarm; its place stored, range test, trainer"))}}};
    return {
        {{say(KH_TR("Machine")), frame}, {say(KH_TR("Places and what they reach")), places}, {say(KH_TR("Signs of its box")), signs}},
        {},
        {say(KH_TR("Look at")), looks, {sheetHeading(KH_TR("must show"))}},
        {say(KH_TR("No lead can be pulled: propellers off for every powered check.")),
         say(KH_TR("Transmitter on first, throttle low, cut on. Disarm, pack out, then the transmitter off: an armed machine that loses "
                   "its signal may take off.")),
         say(KH_TR("Cut in the air is a fall. Nothing taller than its return height stands where it is flown."))},
        {SheetFigure::Throttle},
        {}};
}

}  // namespace

const AircraftEntry& cameraEntry() {
    static const AircraftEntry entry{.of = cameraClass(),
                                     .stations = cameraStations,
                                     .stages = cameraStages,
                                     .sheet = cameraSheet,
                                     .guards = cameraGuards,
                                     .ladder = &cameraLadder()};
    return entry;
}

}  // namespace kh
