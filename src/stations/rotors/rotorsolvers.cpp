// SPDX-License-Identifier: GPL-3.0-or-later
//
// At the bench, in the box's order: neutrals round, + limits round, − limits round; then what is seen with the blades folded.
#include "base/conventions.h"
#include "model/fieldpatterns.h"
#include "stations/kit/solverkit.h"
#include "stations/rotors/rotors.h"

#include <algorithm>
#include <array>
#include <cmath>

namespace kh {

namespace {

constexpr double kSeenDeg = 0.25;  ///< what a gauge tells apart

/// What a gauge read at a rotor, ° of one blade. @throws InputError naming the reading if it is none
std::optional<double> gaugeRead(const Setup& setup, std::span<const Reading> readings, RotorState state, std::size_t rotor) {
    const Reading* r = latest(readings, rotorReading(state, rotor));
    return r == nullptr ? std::nullopt : std::optional(rotorReadDeg(setup, state, *r));
}

std::vector<Step> roundSteps(const Setup& setup, RotorState state, const char* what) {
    std::vector<Step> out;
    for (std::size_t i = 0; i < kRotors; ++i) {
        const std::size_t port = portOfRotor(setup, i);
        out.push_back(
            readStep(rotorReading(state, i),
                     say(KH_TR("Port {p}, rotor {r}: {w}"), {{"p", port < kRotors ? setup.controller.ports[port].id : std::string("–")},
                                                             {"r", rotorTitle(rotors::kIds[i])},
                                                             {"w", say(what)}}),
                     "°"));
    }
    return out;
}

std::vector<Step> neutralSteps(const Setup& setup, const Figures&) {
    return roundSteps(setup, RotorState::Zero,
                      KH_TR("stick at its check point for neutral; both blades folded back, the angle between them"));
}
std::vector<Step> plusSteps(const Setup& setup, const Figures&) {
    return roundSteps(setup, RotorState::Plus, KH_TR("+ limit: gauge on one blade, the other folded as pointer, parallel to the line"));
}
std::vector<Step> minusSteps(const Setup& setup, const Figures&) {
    return roundSteps(setup, RotorState::Minus, KH_TR("− limit: gauge on one blade, the other folded as pointer, parallel to the line"));
}

Solved solveNeutral(const Setup& setup, std::span<const Reading> readings) {
    Solved out;
    for (std::size_t i = 0; i < kRotors; ++i) {
        const std::optional<double> off = gaugeRead(setup, readings, RotorState::Zero, i);
        if (!off || std::abs(*off) <= kSeenDeg) continue;
        SolvedField f;
        f.field = std::string("rods.") + rotors::kIds[i];
        f.box = Box::Machine;
        f.value = *off;
        f.unit = "°";
        f.decimals = 1;
        f.expectUnit = "°";
        f.todo = say(KH_TR("Rotor {r}: turn its push rod until both blades line up; they stand {v}° off."),
                     {{"r", rotorTitle(rotors::kIds[i])}, {"v", signedNum(*off, 1)}});
        f.why.title = say(KH_TR("push rod"));
        f.why.line(KH_TR("blades folded back along each other show twice the pitch: {a}° / 2"), {{"a", signedNum(2.0 * *off, 1)}});
        out.answers.push_back(std::move(f));
    }
    if (out.answers.empty()) out.remarks.push_back(say(KH_TR("All four line up: on to the + limits.")));
    return out;
}

Solved solveLimits(const Setup& setup, std::span<const Reading> readings, RotorState state) {
    Solved out;
    const Rotors& r = rotorsOf(setup);
    const double aim = aimOf(setup, state);
    for (std::size_t i = 0; i < kRotors; ++i) {
        const std::optional<double> blade = gaugeRead(setup, readings, state, i);
        const std::optional<RotorLimit> limit = limitOf(setup, i, state);
        if (!blade || !limit) continue;
        if (*blade * aim < 0.0) {
            out.remarks.push_back(
                say(KH_TR("Rotor {r} went the other way: that is its servo's direction. Set this limit with the stick the "
                          "other way, judged by the leading edge of this rotor."),
                    {{"r", rotorTitle(rotors::kIds[i])}}));
            continue;
        }
        if (std::abs(*blade - aim) <= kSeenDeg) continue;
        SolvedField f;
        f.why.title = say(KH_TR("limit"));
        const auto to = limitFor(setup, *limit, *blade, aim, &f.why);
        if (!to) {
            out.remarks.push_back(say(KH_TR("Rotor {r}: no step of this limit comes nearer; look at arm, push rod and lever."),
                                      {{"r", rotorTitle(rotors::kIds[i])}}));
            continue;
        }
        f.field = limit->path;
        f.box = Box::Controller;
        f.value = to->setting;
        f.unit = "µs";
        f.expect = onGauge(r, to->expectDeg);
        f.expectUnit = "°";
        f.residue = std::abs(f.expect - onGauge(r, aim));
        f.todo =
            say(KH_TR("Set {f} to {v}; then it reads {r}°."),
                {{"f", fieldTitle(setup, limit->path)}, {"v", amount(setup, limit->path, to->setting)}, {"r", signedNum(f.expect, 1)}});
        f.edits = {{limit->path, to->setting}};
        out.answers.push_back(std::move(f));
    }
    if (out.answers.empty() && out.remarks.empty())
        out.remarks.push_back(state == RotorState::Plus ? say(KH_TR("All four are at their + limit: on to the − limits."))
                                                        : say(KH_TR("All four are at their − limit.")));
    return out;
}

Solved solvePlus(const Setup& setup, std::span<const Reading> readings) { return solveLimits(setup, readings, RotorState::Plus); }
Solved solveMinus(const Setup& setup, std::span<const Reading> readings) { return solveLimits(setup, readings, RotorState::Minus); }

std::vector<Step> directionSteps(const Setup&, const Figures&) {
    return {{"folded", Box::Bench, say(KH_TR("Fold all blades forward, motor lead off, pack connected."))},
            {"collective", Box::Transmitter, say(KH_TR("Collective up.")), say(KH_TR("All four rise."))},
            {"aileron", Box::Transmitter, say(KH_TR("Aileron right.")), say(KH_TR("The left pair rises, the right pair sinks."))},
            {"elevator", Box::Transmitter, say(KH_TR("Elevator forward.")), say(KH_TR("The back pair rises, the front pair sinks."))},
            {"rudder", Box::Transmitter, say(KH_TR("Rudder right, collective above the middle.")),
             say(KH_TR("The pair that turns counter-clockwise rises, the other sinks."))},
            {"roll", Box::Machine, say(KH_TR("By hand: roll the machine right.")), say(KH_TR("The right pair rises."))},
            {"pitch", Box::Machine, say(KH_TR("By hand: nose down.")), say(KH_TR("The front pair rises."))},
            {"yaw", Box::Machine, say(KH_TR("By hand: turn the nose right, collective +20 % or more.")),
             say(KH_TR("The pair that yaws it left rises: the clockwise one."))}};
}

std::vector<Step> leadSteps(const Setup& setup, const Figures&) {
    std::vector<Step> out;
    for (std::size_t i = 0; i < setup.controller.ports.size() && i < kRotors; ++i)
        out.push_back({rotors::kIds[i], Box::Machine,
                       say(KH_TR("Port {p}: follow its lead with a finger."), {{"p", setup.controller.ports[i].id}}),
                       say(KH_TR("It ends at the servo {r}."), {{"r", rotorTitle(rotors::kIds[i])}})});
    out.push_back({"arrows", Box::Machine, say(KH_TR("Turn the motor by hand, its way.")),
                   say(KH_TR("Each rotor turns its arrow's way, leading edges forward: a belt can be twisted."))});
    return out;
}

}  // namespace

std::span<const BenchWork> rotorSolvers() {
    static constexpr const char* caution =
        KH_TR("Motor lead off, blades folded: the servos jump when a page is opened. Fingers out of the rotors.");
    static constexpr std::array work{BenchWork{.id = "rotor-neutral",
                                               .title = KH_TR("Neutrals"),
                                               .caution = caution,
                                               .rows = "rotor-zero",
                                               .steps = neutralSteps,
                                               .solve = solveNeutral},
                                     BenchWork{.id = "rotor-plus-limits",
                                               .title = KH_TR("+ limits"),
                                               .caution = caution,
                                               .rows = "rotor-plus",
                                               .steps = plusSteps,
                                               .solve = solvePlus},
                                     BenchWork{.id = "rotor-minus-limits",
                                               .title = KH_TR("− limits"),
                                               .caution = caution,
                                               .rows = "rotor-minus",
                                               .steps = minusSteps,
                                               .solve = solveMinus}};
    return work;
}

std::span<const BenchWork> rotorGuides() {
    static constexpr const char* caution =
        KH_TR("Motor lead off. The blades are folded: nobody leans over the machine while the sticks move.");
    static constexpr std::array work{
        BenchWork{
            .id = "rotor-leads-round", .title = KH_TR("Leads and arrows"), .caution = caution, .rows = "rotor-ports", .steps = leadSteps},
        BenchWork{.id = "rotor-directions",
                  .title = KH_TR("Directions"),
                  .caution = caution,
                  .rows = "rotor-collective",
                  .steps = directionSteps}};
    return work;
}

}  // namespace kh
