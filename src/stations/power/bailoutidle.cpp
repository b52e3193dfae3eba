// SPDX-License-Identifier: GPL-3.0-or-later
//
// The idle that hold keeps armed for a bail-out, found in steps (docs/domain.md 8): the speed controller's own band first; up until the
// motor turns, down until it stops, for the two differ; below the lower of both.
#include "judge/motorfigures.h"
#include "model/amounts.h"
#include "model/boxsettings.h"
#include "model/fieldpatterns.h"
#include "stations/kit/solverkit.h"
#include "stations/power/packsolvers.h"

#include <fmt/format.h>
#include <algorithm>
#include <cmath>

namespace kh {

namespace {

constexpr double kMostIdlePct = 40.0;  ///< a motor that still stands is not connected, or its ends are wrong

double idlePct(const Reading& r) {
    if (!std::isfinite(r.value) || r.value <= 0.0 || r.value > kMostIdlePct)
        throw InputError(
            r.what, fmt::format("{} % is not possible; a motor starts and stops within 0 … {} % of the throttle", r.value, kMostIdlePct));
    return r.value;
}

std::vector<Step> idleSteps(const Setup& setup, const Figures&) {
    if (setup.machine.power.kind == PowerKind::Engine) return {};
    return {readStep("idle.starts", say(KH_TR("Throttle raised in steps of 1 % from off: where the motor begins to turn")), "%"),
            readStep("idle.stops", say(KH_TR("Then lowered in steps of 1 % while it runs: where it stops")), "%")};
}

Solved solveIdle(const Setup& setup, std::span<const Reading> readings) {
    const std::string hold = "transmitter.hold.throttlePct"_field, start = "speedController.startUs"_field;
    if (setup.machine.power.kind == PowerKind::Engine) throw InputError("idle.starts", "an engine idles; hold keeps it below the clutch");
    if (!holdIsArmed(setup)) throw InputError("idle.starts", "hold cuts the motor: nothing is kept armed; choose bail-out at Radio first");
    const double starts = idlePct(needed(readings, "idle.starts")), stops = idlePct(needed(readings, "idle.stops"));
    const SpeedControllerSettings& esc = setup.speedController;
    const double lower = std::min(starts, stops);
    Solved out;
    SolvedField from;
    from.field = start;
    from.box = Box::SpeedController;
    from.value = std::round(esc.lowUs + lower / 100.0 * (esc.highUs - esc.lowUs));
    from.unit = "µs";
    from.todo = say(KH_TR("Write down that the motor may turn from {u} on: it starts at {a} and stops at {b}."),
                    {{"u", amount(setup, start, from.value)}, {"a", amount(setup, hold, starts)}, {"b", amount(setup, hold, stops)}});
    from.why.title = say(KH_TR("from where the motor may turn"));
    from.why.line(KH_TR("the lower of both, {l} % of the learned ends {a} … {b} µs"),
                  {{"l", num(lower, 1)}, {"a", num(esc.lowUs)}, {"b", num(esc.highUs)}});
    from.edits = {{start, from.value}};
    out.answers.push_back(from);
    Setup noted = setup;
    noted.speedController.startUs = from.value;
    const double held = heldNumber(setup, hold, armedHoldPct(noted)).value;
    if (held <= 0.0) {
        out.remarks.push_back(say(KH_TR("It turns from so low that no idle is left below it: fly with a cut, not with a bail-out.")));
        return out;
    }
    SolvedField idle;
    idle.field = hold;
    idle.box = Box::Transmitter;
    idle.value = held;
    idle.unit = "%";
    idle.decimals = 1;
    idle.todo =
        say(KH_TR("Set hold to {v} in the transmitter: the motor stays still there, and is armed."), {{"v", amount(setup, hold, held)}});
    idle.why.title = say(KH_TR("hold's idle for the bail-out"));
    if (const auto& own = esc.profile->bailOutPct)
        idle.why.line(KH_TR("{b} wants {w} %, 3 % below the lower of both is {l} %: the lesser"),
                      {{"b", esc.profile->name}, {"w", num(*own, 1)}, {"l", num(lower - 3.0, 1)}});
    else idle.why.line(KH_TR("3 % below the lower of both: {l} − 3"), {{"l", num(lower, 1)}});
    idle.edits = {{hold, held}};
    out.answers.push_back(std::move(idle));
    out.remarks.push_back(
        say(KH_TR("Tried with blades off: hold on and off within its window is quick, after it the long ramp is back. With blades "
                  "only while the rotor still coasts above half its speed, never from standstill.")));
    return out;
}

}  // namespace

const BenchWork& idleSolver() {
    static const BenchWork solver{
        .id = "bail-out-idle",
        .title = KH_TR("Idle for the bail-out"),
        .caution = KH_TR(
            "Main and tail blades off, pinion out of mesh; some motors creep, some run straight up. Kill under the finger, nobody near "
            "the pinion."),
        .rows = "start-pulse",
        .steps = idleSteps,
        .solve = solveIdle,
        .with = ReadWith::Eye,
        .setUpState = false};
    return solver;
}

}  // namespace kh
