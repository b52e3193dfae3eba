// SPDX-License-Identifier: GPL-3.0-or-later
#include "stations/camera/camera.h"

#include "model/names.h"
#include "stations/kit/boxrules.h"
#include "stations/kit/mountingrules.h"

#include <array>

namespace kh {

namespace {

std::vector<PanelSpec> reachedPanels(const PanelContext& c) {
    return {{DrawingId::ReachedModes, {kPanelLeft, 10, c.innerWidth(), c.innerHeight()}, KH_TR("Switch places and the mode reached")}};
}

std::vector<Step> signSteps(const Setup& setup, const Figures& figures) {
    std::vector<Step> out{{"off", Box::Bench, say(KH_TR("Propellers off, pack connected, throttle low."))}};
    for (const ReachedChannel* ch : {&figures.of<CameraFigures>().modes, &figures.of<CameraFigures>().home})
        for (const ReachedPlace& p : ch->places)
            if (!p.wanted.empty() && p.wanted != camera::kHomeOff)
                out.push_back({"sign-" + p.wanted, Box::Transmitter, say(KH_TR("{p}: two seconds."), {{"p", p.label}}),
                               say(KH_TR("The box gives its sign of {m}: note it in your words."), {{"m", heldTitle(p.wanted)}})});
    out.push_back({"back", Box::Transmitter, say(KH_TR("Back to the mode it starts in, return home off.")), say(KH_TR("Its sign again."))});
    out.push_back({"cut", Box::Transmitter, say(KH_TR("In each mode: cut.")),
                   say(KH_TR("The monitor shows the throttle below where the motors stop, whatever the stick says."))});
    if (cameraOf(setup).loss != LossAnswer::KeepsLast)
        out.push_back({"loss", Box::Bench, say(KH_TR("Transmitter off.")),
                       say(KH_TR("The box gives its sign of return home, or of a lost signal."))});
    return out;
}

std::vector<Step> arrowSteps(const Setup& setup, const Figures&) {
    const bool left = cameraOf(setup).pair == ClockwisePair::FrontLeft;
    return {{"off", Box::Bench, say(KH_TR("Propellers off."))},
            {"arrows", Box::Machine, say(KH_TR("Each motor for a moment, by itself.")),
             left ? say(KH_TR("Front left and back right turn clockwise, the others the other way."))
                  : say(KH_TR("Front right and back left turn clockwise, the others the other way."))},
            {"handed", Box::Machine, say(KH_TR("Propellers: each on the motor of its own handedness.")),
             say(KH_TR("Leading edge first, on all four."))}};
}

}  // namespace

std::span<const BenchWork> cameraGuides() {
    static constexpr std::array work{
        BenchWork{.id = "camera-signs",
                  .title = KH_TR("Places and their signs"),
                  .caution = KH_TR("Propellers off for all of it. An armed machine whose transmitter is switched off may take off: "
                                   "disarm, pack out, then transmitter off."),
                  .rows = "camera-signals camera-home-check camera-cut camera-loss",
                  .steps = signSteps}};
    return work;
}

std::span<const BenchWork> cameraSensorGuides() {
    static constexpr std::array work{BenchWork{.id = "camera-arrows-round",
                                               .title = KH_TR("Motors and propellers"),
                                               .caution = KH_TR("Propellers off until every motor turns its arrow's way."),
                                               .rows = "camera-arrows",
                                               .steps = arrowSteps}};
    return work;
}

const StationEntry& cameraAirframeStation() {
    static const StationEntry entry{.station = Station::Airframe,
                                    .name = KH_TR("Airframe"),
                                    .shortName = KH_TR("Air"),
                                    .rows = cameraAirframeRows,
                                    .columns = {110, 106, 106, 258, 92},
                                    .rules = {boxRules},
                                    .figures = cameraFigures,
                                    .panels = reachedPanels};
    return entry;
}

const StationEntry& cameraSensorsStation() {
    static const StationEntry entry{.station = Station::Sensors,
                                    .name = KH_TR("Sensors"),
                                    .shortName = KH_TR("Sens"),
                                    .rows = cameraSensorsRows,
                                    .columns = {104, 86, 176, 196, 92},
                                    .rules = {mountingRules},
                                    .work = {cameraSensorGuides},
                                    .panels = reachedPanels};
    return entry;
}

const StationEntry& cameraPowerStation() {
    static const StationEntry entry{.station = Station::Power,
                                    .name = KH_TR("Power"),
                                    .shortName = KH_TR("Power"),
                                    .rows = cameraPowerRows,
                                    .columns = {112, 186, 86, 194, 92},
                                    .panels = reachedPanels};
    return entry;
}

const StationEntry& cameraModesStation() {
    static const StationEntry entry{
        .station = Station::Modes,
        .name = KH_TR("Modes"),
        .shortName = KH_TR("Modes"),
        .rows = cameraModesRows,
        .columns = {94, 170, 176, 158, 92},
        .rules = {cameraWindowRules, cameraStopRules},
        .figures = cameraFigures,
        .work = {cameraGuides},
        .panels = reachedPanels,
        .shots = {{"camera", "whimbrel", "camera-modes", "flight-level", {0.0, 0.0, 0.0, 0.0}, camera::kFlight}}};
    return entry;
}

}  // namespace kh
