// SPDX-License-Identifier: GPL-3.0-or-later
#include "procedure/helicopter/goeswith.h"

#include "base/conventions.h"
#include "formula/answers.h"
#include "judge/helicopter/figures.h"
#include "judge/modechecks.h"
#include "judge/rowids.h"
#include "model/amounts.h"
#include "model/boxsettings.h"
#include "model/fieldpatterns.h"
#include "model/names.h"
#include "stations/power/powerfigures.h"

#include <algorithm>
#include <cmath>

namespace kh {

namespace {

constexpr double kHoverMovesDeg = 0.2;  ///< less is not worth a point

/// A head speed that one of the edits asks of a mode that is flown.
struct SpeedEdit {
    const FlightMode& mode;
    double from = 0.0, to = 0.0;
};

std::vector<SpeedEdit> speedEdits(const Setup& setup, const std::vector<Edit>& edits) {
    std::vector<SpeedEdit> out;
    for (const FlightMode& m : setup.transmitter.modes)
        for (const Edit& e : edits) {
            const double* to =
                e.path == elementPath("transmitter.modes.{}.targetRpm"_field, m.id) ? std::get_if<double>(&e.value) : nullptr;
            if (isFlown(m) && to != nullptr && *to > 0.0 && m.targetRpm.value_or(0.0) > 0.0) out.push_back({m, *m.targetRpm, *to});
        }
    return out;
}

/// The gain carried to the new speed; hold's too, where it stood at the same value: it must fly like the mode before it.
void gains(const Setup& setup, const SpeedEdit& s, std::vector<GoesWith>& out) {
    if (setup.controller.profile->scalesGain || setup.transmitter.schools.tailGain != GainSchool::PerMode || s.mode.tailGainPct == 0.0)
        return;
    const std::string path = modePath(s.mode, "tailGainPct");
    const double carried = heldNumber(setup, path, gainCarried(s.mode.tailGainPct, s.from, s.to)).value;
    if (carried == s.mode.tailGainPct) return;
    const Message why = s.to > s.from ? say(KH_TR("to a faster speed by the square of both, {a} to {b} rpm; then searched in flight"),
                                            {{"a", num(s.from)}, {"b", num(s.to)}})
                                      : say(KH_TR("to a slower speed at most by their ratio, {a} to {b} rpm; then searched in flight"),
                                            {{"a", num(s.from)}, {"b", num(s.to)}});
    out.push_back({"gain", {{path, carried}}, why, true});
    for (const FlightMode& hold : setup.transmitter.modes)
        if (hold.id == kHoldMode && setup.transmitter.hold.autorotationFrom == s.mode.id && hold.tailGainPct == s.mode.tailGainPct)
            out.push_back({"hold-gain",
                           {{modePath(hold, "tailGainPct"), carried}},
                           say(KH_TR("hold must fly like {m}"), {{"m", s.mode.name}}),
                           true});
}

/// The inner point of the pitch curve next to the hover, raised by what the hover asks more, so that it stays where it is on the stick.
void hoverPoint(const Setup& setup, const Figures& figures, const SpeedEdit& s, std::vector<GoesWith>& out) {
    const double more = hover(mainRotor(setup.machine, s.to)).pitchDeg - hover(mainRotor(setup.machine, s.from)).pitchDeg;
    const double full = figures.bladeDegAt(100.0);
    const ModeFigures* mode = figures.mode(s.mode.id);
    Curve curve = s.mode.pitch;
    if (curve.points.size() < 3 || full <= 0.0 || mode == nullptr || !mode->hoverStick.known || std::abs(more) < kHoverMovesDeg) return;
    const double stick = mode->hoverStick.value;
    const auto nearest = std::min_element(curve.points.begin() + 1, curve.points.end() - 1,
                                          [&](const auto& a, const auto& b) { return std::abs(a.x - stick) < std::abs(b.x - stick); });
    const double y = std::round(nearest->y + more / full * 100.0);
    if (y == nearest->y || std::abs(y) > 100.0) return;
    nearest->y = y;
    out.push_back({"hover-point",
                   {{modePath(s.mode, "pitch"), curve}},
                   say(KH_TR("the hover asks for {d}° of pitch more; the stick stays where it was"), {{"d", signedNum(more, 1)}}),
                   false});
}

/// Minutes by the hover's power: an estimate, until a flight was logged at the new speed.
void timerOf(const Setup& setup, const SpeedEdit& s, std::vector<GoesWith>& out) {
    if (setup.machine.power.kind != PowerKind::Electric) return;
    const double share = hover(mainRotor(setup.machine, s.from)).powerW / hover(mainRotor(setup.machine, s.to)).powerW;
    const std::string path = "transmitter.timerMin"_field;
    const double minutes = heldNumber(setup, path, roundToStep(setup.transmitter.timerMin * share, 0.5)).value;
    if (minutes <= 0.0 || minutes == setup.transmitter.timerMin) return;
    out.push_back(
        {"timer", {{path, minutes}}, say(KH_TR("by the hover's power at both speeds: an estimate until one is flown so")), false});
}

Suiting suitingTimer(const Setup& setup) {
    if (setup.machine.power.kind != PowerKind::Electric)
        return {{}, say(KH_TR("An engine's timer is set by what is left in the tank after a first flight of 4 min."))};
    const std::optional<FlightEndIn> ends = flightEndOf(setup);
    if (!ends) return {{}, say(KH_TR("Enter the pack's capacity and what a minute uses, logged or planned: then the timer can be said."))};
    const double suits = suitingTimerMin(setup, *ends);
    if (suits == setup.transmitter.timerMin)
        return {{}, say(KH_TR("The timer suits: it leaves a fifth of the charge, before any alarm sounds."))};
    return {{{"transmitter.timerMin"_field, suits}}, {}};
}

}  // namespace

std::vector<GoesWith> helicopterGoesWith(const Setup& setup, const Figures& figures, const std::vector<Edit>& edits) {
    std::vector<GoesWith> out;
    for (const SpeedEdit& s : speedEdits(setup, edits)) {
        gains(setup, s, out);
        hoverPoint(setup, figures, s, out);
        timerOf(setup, s, out);
    }
    return out;
}

Suiting helicopterSuits(const Setup& setup, const Figures& figures, std::string_view keelRow, std::size_t mode) {
    if (keelRow == "timer"_row) return suitingTimer(setup);
    const auto& modes = figures.of<PowerFigures>().modes;
    const FlightMode& m = setup.transmitter.modes.at(mode);
    if (mode >= modes.size() || !modes[mode].range.known)
        return {{}, say(KH_TR("{m} wants no head speed yet: want one first."), {{"m", m.name}})};
    const SpeedRange& r = modes[mode].range;
    if (r.empty())
        return {{},
                say(KH_TR("No head speed suits {m}: {a} asks for {x} rpm at least, {b} for {y} at most."),
                    {{"m", m.name}, {"a", r.lowBy}, {"x", num(r.low)}, {"b", r.highBy}, {"y", num(r.high)}})};
    if (r.holds(*m.targetRpm)) return {{}, say(KH_TR("The head speed wanted in {m} suits."), {{"m", m.name}})};
    return {{{modePath(m, "targetRpm"), std::clamp(*m.targetRpm, r.low, r.high)}}, {}};
}

}  // namespace kh
