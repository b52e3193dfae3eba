// SPDX-License-Identifier: GPL-3.0-or-later
//
// Head speeds that were read, the line through them, and the throttle each mode's wanted speed needs.
#include "formula/governor.h"
#include "model/amounts.h"
#include "model/fieldpatterns.h"
#include "model/names.h"
#include "stations/kit/solverkit.h"
#include "stations/power/packsolvers.h"
#include "stations/power/power.h"
#include "stations/power/speedreadings.h"

#include <fmt/format.h>
#include <algorithm>
#include <array>
#include <cmath>

namespace kh {

namespace {

constexpr double kMostRpm = 8000.0;
constexpr double kSamePct = 0.05;  ///< throttles nearer than that are one

/// The document's logged points, and what was read now in modes with a flat curve.
std::vector<SpeedPoint> pointsOf(const Setup& setup, std::span<const Reading> readings, std::vector<Message>& remarks) {
    std::vector<SpeedPoint> out;
    for (const CalibrationPoint& p : setup.speedController.calibration) out.push_back({p.throttlePct, p.headRpm});
    for (const FlightMode& mode : setup.transmitter.modes) {
        const Reading* r = latest(readings, speedReading(mode));
        if (r == nullptr) continue;
        if (!std::isfinite(r->value) || r->value <= 0.0 || r->value > kMostRpm)
            throw InputError(r->what, fmt::format("{} rpm is not possible; a head speed lies within 1 … {} rpm", r->value, kMostRpm));
        if (const auto computed = computedRpm(setup, mode); computed && toldBy(r->value, *computed) != SpeedTells::Nothing) {
            remarks.push_back(
                say(toldBy(r->value, *computed) == SpeedTells::Twice
                        ? KH_TR("{m}: {r} rpm is about twice the {g} rpm that are computed: poles, ratio or the instrument, no log. "
                                "It is not taken.")
                        : KH_TR("{m}: {r} rpm is about half the {g} rpm that are computed: poles, ratio or the instrument, no log. "
                                "It is not taken."),
                    {{"m", mode.name}, {"r", num(r->value)}, {"g", num(*computed)}}));
            continue;
        }
        if (const auto throttle = flatThrottle(mode)) {
            std::erase_if(out, [&](const SpeedPoint& p) { return std::abs(p.throttlePct - *throttle) < kSamePct; });  // the newer counts
            out.push_back({*throttle, r->value});
        } else {
            remarks.push_back(
                say(KH_TR("{m}: its throttle curve is not flat, so its speed says nothing of one throttle."), {{"m", mode.name}}));
        }
    }
    return out;
}

Solved solveGovernor(const Setup& setup, std::span<const Reading> readings) {
    Solved out;
    const std::vector<SpeedPoint> points = pointsOf(setup, readings, out.remarks);
    const double bladeMax = [&] {
        const auto field = readField(setup, "machine.rotor.bladeMaxRpm"_field);
        const double* value = field ? std::get_if<double>(&field->value) : nullptr;
        return value == nullptr ? 0.0 : *value;
    }();
    if (bladeMax <= 0.0)
        out.remarks.push_back(say(KH_TR("The blades' highest speed is not known: look it up before any of this is flown.")));
    for (const FlightMode& mode : setup.transmitter.modes) {
        if (!mode.targetRpm || mode.id == kHoldMode) continue;
        if (bladeMax > 0.0 && *mode.targetRpm > bladeMax) {
            out.remarks.push_back(say(KH_TR("{m}: {t} is above the blades' {b}. No throttle is given for that."),
                                      {{"m", mode.name},
                                       {"t", amount(setup, elementPath("transmitter.modes.{}.targetRpm"_field, mode.id))},
                                       {"b", amount(setup, "machine.rotor.bladeMaxRpm"_field, bladeMax)}}));
            continue;
        }
        const GovernorFit fit = governorFit(points, *mode.targetRpm);
        SolvedField a;
        a.field = elementPath("transmitter.modes.{}.throttle"_field, mode.id);
        a.value = std::round(fit.throttlePct * 2.0) / 2.0;
        a.unit = "%";
        a.decimals = 1;
        a.expect = fit.interceptRpm + fit.slopeRpmPerPct * a.value;
        a.expectUnit = "rpm";
        a.residue = a.expect - *mode.targetRpm;
        a.why = fit.why;
        if (a.value > 100.0 || a.value < 0.0) {
            out.remarks.push_back(
                say(KH_TR("{m}: {t} would take {p} throttle, out of reach with this gearing and pack."),
                    {{"m", mode.name},
                     {"t", amount(setup, elementPath("transmitter.modes.{}.targetRpm"_field, mode.id))},
                     {"p", amount(setup, elementPath("transmitter.modes.{}.throttle"_field, mode.id), fit.throttlePct)}}));
            continue;
        }
        const std::optional<double> now = flatThrottle(mode);
        a.todo = now ? say(KH_TR("Set the throttle curve of {m} flat at {p} in the transmitter: {r} rpm."),
                           {{"m", mode.name}, {"p", amount(setup, a.field, a.value)}, {"r", num(a.expect)}})
                     : say(KH_TR("{m}: {p} holds {r} rpm; raise or lower its curve to meet that where the collective hovers."),
                           {{"m", mode.name}, {"p", amount(setup, a.field, a.value)}, {"r", num(a.expect)}});
        if (now) {
            Curve flat = mode.throttle;
            for (auto& point : flat.points) point.y = a.value;
            a.edits = {{a.field, flat}};
        }
        out.answers.push_back(std::move(a));
    }
    if (out.answers.empty() && out.remarks.empty()) throw InputError("speed", "no mode has a wanted head speed: enter one at Modes first");
    return out;
}

std::vector<Step> speedSteps(const Setup& setup, const Figures&) {
    std::vector<Step> out;
    for (const FlightMode& m : setup.transmitter.modes)
        if (m.id != kHoldMode) out.push_back(readStep(speedReading(m), say(KH_TR("Head speed in {m}"), {{"m", m.name}}), "rpm", true));
    return out;
}

}  // namespace

std::span<const BenchWork> powerSolvers() {
    static const std::array entries{
        BenchWork{
            .id = "governor",
            .title = KH_TR("Head speeds"),
            .caution = KH_TR(
                "First governed run: ask at most 0.45 of the blades' limit, or read without blades; an instrument that does not use these "
                "numbers, nobody near the disc."),
            .rows = "head-speed",
            .steps = speedSteps,
            .solve = solveGovernor,
            .with = ReadWith::Eye,
            .setUpState = false},
        packSolver(), dipSolver(), afterFlightSolver(), idleSolver()};
    return entries;
}

}  // namespace kh
