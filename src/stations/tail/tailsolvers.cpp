// SPDX-License-Identifier: GPL-3.0-or-later
//
// Tail at the bench and in the air: limits from where it binds, the neutral from the rotor's torque, the gain from flown ones.
#include "base/conventions.h"
#include "formula/answers.h"
#include "formula/linkage.h"
#include "formula/rotor.h"
#include "judge/helicopter/figures.h"
#include "model/amounts.h"
#include "model/fieldpatterns.h"
#include "model/helicopter/functions.h"
#include "model/helicopter/helicopter.h"
#include "model/helicopter/sizeclass.h"
#include "model/names.h"
#include "stations/kit/solverkit.h"
#include "stations/tail/gainreadings.h"
#include "stations/tail/tail.h"
#include "stations/tail/taillimits.h"

#include <fmt/format.h>
#include <algorithm>
#include <array>
#include <cmath>

namespace kh {

namespace {

constexpr double kFarAboveClass = 1.5;  ///< times the top of where its size starts: there something else is soft (own choice)
constexpr double kMostLimitPct = 200.0;
constexpr double kSidesPct = 10.0;  ///< sides further apart tell of geometry or neutral
constexpr double kSameSpeedShare = 0.02;

// --- limits ---------------------------------------------------------------------------------------------------------------

/// @throws InputError naming the reading where the tail has a motor of its own
void needsTailBlades(const Setup& setup, const char* what) {
    if (!tailBladesTurn(setup)) throw InputError(what, "this tail has a motor of its own: no slider, no blades that turn");
}

Solved solveLimits(const Setup& setup, std::span<const Reading> readings) {
    Solved out;
    needsTailBlades(setup, "tail.bind.left");
    const ControllerProfile& box = setup.controller.profile;
    const ServoProfile& servo = helicopter(setup).tail.servo;
    std::array<double, 2> limits{};
    const std::array<const char*, 2> sides{"left", "right"};
    const std::array<std::string, 2> fields{"controller.tail.limitLeftPct"_field, "controller.tail.limitRightPct"_field};
    for (std::size_t i = 0; i < sides.size(); ++i) {
        const Reading& r = needed(readings, std::string("tail.bind.") + sides[i]);
        const double bind = plausible(r, kMostLimitPct, "%");
        if (bind <= kTailBackOffPct)
            throw InputError(r.what,
                             fmt::format("{} % leaves nothing behind the back-off of {} %: read where it binds", bind, kTailBackOffPct));
        limits[i] = tailLimitFor(bind);
        const double most = 100.0 * servo.rangeDeg / servo.degPerUs / strokeFor(box.tailStrokeUs, setup.controller.tail.pulseUs);
        if (bind > most)
            throw InputError(r.what, fmt::format("{} % is beyond what the servo can turn, {:.0f} %: read where the slider stops, not the "
                                                 "servo; or the arm sits in too short a hole",
                                                 bind, most));
        SolvedField a;
        a.field = fields[i];
        a.box = Box::Controller;
        a.value = a.expect = limits[i];
        a.unit = a.expectUnit = "%";
        a.todo = say(KH_TR("Set the {side} limit to {l} in the controller."),
                     {{"side", asWord(sides[i])}, {"l", amount(setup, a.field, limits[i])}});
        a.why.title = say(KH_TR("tail limit"));
        a.why.line(KH_TR("where it binds − back-off = {b} − {o} = {l}"),
                   {{"b", amount(setup, a.field, bind)},
                    {"o", amount(setup, a.field, kTailBackOffPct, Amount::Kind::Step)},
                    {"l", amount(setup, a.field, limits[i])}});
        a.edits = {{a.field, limits[i]}};
        out.answers.push_back(std::move(a));
    }
    const double larger = std::max(limits[0], limits[1]);
    if (std::abs(limits[0] - limits[1]) > kSidesPct / 100.0 * larger)
        out.remarks.push_back(
            say(KH_TR("The sides are more than {p} % apart: the slider is not centred with the arm square, or the neutral is off. "
                      "Centre it with the link, then read both again."),
                {{"p", num(kSidesPct)}}));
    const double mean = (limits[0] + limits[1]) / 2.0;
    const TailFacts& tail = helicopter(setup).tail;
    if (mean < box.tailWindowLowPct || mean > box.tailWindowHighPct)
        out.remarks.push_back(say(KH_TR("{box} judges {a} … {b} as right: the hole at {m} of the arm brings the limits to 100 %."),
                                  {{"box", box.name},
                                   {"a", bare(amount(setup, "controller.tail.limitLeftPct"_field, box.tailWindowLowPct))},
                                   {"b", amount(setup, "controller.tail.limitLeftPct"_field, box.tailWindowHighPct)},
                                   {"m", amount(setup, "machine.tail.armMm"_field, tailArmFor(tail.armMm, mean))}}));
    return out;
}

std::vector<Step> limitSteps(const Setup& setup, const Figures&) {
    const bool bind = setup.transmitter.schools.tailLimits == TailLimitSchool::Bind;
    return {readStep("tail.bind.left",
                     say(bind ? KH_TR("Full left rudder: the slider binds at") : KH_TR("Full left rudder: the servo buzzes at")), "%"),
            readStep("tail.bind.right",
                     say(bind ? KH_TR("Full right rudder: the slider binds at") : KH_TR("Full right rudder: the servo buzzes at")), "%")};
}

// --- neutral --------------------------------------------------------------------------------------------------------------

Solved solveNeutral(const Setup& setup, std::span<const Reading> readings) {
    Solved out;
    needsTailBlades(setup, "tail.neutral");
    const Helicopter& h = helicopter(setup);
    const double side = h.rotor.turning == Turning::Clockwise ? 1.0 : -1.0;  // what holds the torque pushes right on a clockwise rotor
    double built = h.tail.neutralPitchDeg;
    if (const Reading* read = latest(readings, "tail.neutral")) {
        built = pitchDegOf(*read, setup);
        SolvedField a;
        a.field = "machine.tail.neutralPitchDeg"_field;
        a.box = Box::Machine;
        a.value = a.expect = built;
        a.unit = a.expectUnit = "°";
        a.decimals = 1;
        a.todo = say(KH_TR("Write down {d} at mid travel."), {{"d", amount(setup, "machine.tail.neutralPitchDeg"_field, built)}});
        a.why.title = say(KH_TR("neutral pitch"));
        a.why.line(KH_TR("read at the tail blades with the arm square and the rudder at 0"));
        a.edits = {{a.field, built}};
        out.answers.push_back(std::move(a));
    }
    const double lever = h.tail.lever == LeverEdge::Trailing ? 1.0 : -1.0;
    SolvedField slider;
    const auto sliderFor = [&](double pitchDeg) {
        slider.field = "tail-slider";
        slider.box = Box::Machine;
        slider.partsReadings = false;  // plate and blades do not know of it
        slider.value = lever * side * h.tail.gripMm * (sinDeg(pitchDeg) - sinDeg(built));
        slider.unit = "mm";
        slider.decimals = 2;
        slider.expect = pitchDeg;
        slider.expectUnit = "°";
        slider.why.line(KH_TR("lever on the trailing side + / leading side −: {l}; rotor clockwise + / counter-clockwise −: {r}"),
                        {{"l", signedNum(lever)}, {"r", signedNum(side)}});
        slider.why.line(KH_TR("slider = l · r · g · (sin {n}° − sin {b}) = {l} · {r} · {g} · (sin {n}° − sin {b}) = {s} mm"),
                        {{"l", signedNum(lever)},
                         {"r", signedNum(side)},
                         {"g", amount(setup, "machine.tail.gripMm"_field, h.tail.gripMm)},
                         {"n", num(pitchDeg, 1)},
                         {"b", amount(setup, "machine.tail.neutralPitchDeg"_field, built)},
                         {"s", signedNum(slider.value, 2)}});
        slider.todo =
            say(KH_TR("Move the slider by {s} mm (+ right, seen from behind) with the link, arm square: mid travel then carries {n}°."),
                {{"s", signedNum(slider.value, 2)}, {"n", num(pitchDeg, 1)}});
        out.answers.push_back(slider);
    };
    if (const Reading* flown = latest(readings, "tail.hover")) {
        const double read = pitchDegOf(*flown, setup);
        slider.why.title = say(KH_TR("tail pitch that holds the hover"));
        slider.why.line(KH_TR("read at the tail blades after a steady hover, as heading hold left them: {d}°"),
                        {{"d", signedNum(read, 1)}});
        sliderFor(read);
        return out;
    }
    const double rpm = setup.transmitter.modes.front().targetRpm.value_or(0.0);
    if (rpm <= 0.0) {
        out.remarks.push_back(say(KH_TR("What the hover needs is not known without the wanted speed of {m}."),
                                  {{"m", setup.transmitter.modes.front().name}}));
        if (out.answers.empty()) throw InputError("tail.neutral", "neither a reading nor a wanted head speed is there to work from");
        return out;
    }
    const HoverOut hovering = hover(mainRotor(setup.machine, rpm));
    slider.why.title = say(KH_TR("tail pitch that holds the hover"));
    sliderFor(tailHover(hovering.torqueNm, h.tail.boomM, tailRotor(setup.machine, rpm), &slider.why).pitchDeg);
    out.remarks.push_back(
        say(KH_TR("An estimate of torque and momentum: gauges at the field read 0.5 … 1.5° more. The first logged hover replaces it.")));
    return out;
}

std::vector<Step> neutralSteps(const Setup&, const Figures&) {
    return {readStep("tail.neutral", say(KH_TR("Tail blades at mid travel, + pushes against the torque")), "°", true),
            readStep("tail.hover", say(KH_TR("Tail blades after a steady hover, as heading hold left them")), "°", true)};
}

// --- gain -----------------------------------------------------------------------------------------------------------------

std::string flown(const FlightMode& mode, const char* how) { return "gain." + mode.id + "." + how; }

/// Every gain that was flown in a mode, as the controller reads it, at about the head speed it has now.
std::vector<double> flownGains(const Setup& setup, std::span<const Reading> fresh, const FlightMode& mode, const char* how) {
    std::vector<double> out;
    const std::string what = flown(mode, how);
    const auto take = [&](const Reading& r) {
        if (r.what != what) return;
        const auto then = underValue(r, elementPath("transmitter.modes.{}.targetRpm"_field, mode.id));
        if (then && mode.targetRpm && std::abs(*then - *mode.targetRpm) > kSameSpeedShare * *mode.targetRpm) return;
        if (r.value < 0.0 || r.value > 100.0)
            throw InputError(r.what, fmt::format("{} % is not possible; the size of a gain lies within 0 … 100 %", r.value));
        out.push_back(r.value);
    };
    for (const Reading& r : setup.readings) take(r);
    for (const Reading& r : fresh) take(r);
    return out;
}

SolvedField gainField(const Setup& setup, const FlightMode& mode, const ChannelSettings& channel, const GainSearchAnswer& next) {
    const double sign = mode.tailGainPct < 0.0 ? -1.0 : 1.0;
    const GainSentAnswer sent =
        gainToSend(sign * next.gain, channelScale(setup.transmitter.profile, channel), readingScale(setup, channel), 1.0);
    SolvedField a;
    a.field = elementPath("transmitter.modes.{}.tailGainPct"_field, mode.id);
    a.box = Box::Transmitter;
    a.value = sent.sentPct;
    a.unit = a.expectUnit = "%";
    a.expect = sent.readsPct;
    const char* text = next.done ? KH_TR("{m}: set the tail gain to {t}; the controller then reads {r} %. The search is done.")
                                 : KH_TR("{m}: fly {t} next; the controller then reads {r} %. Land to change it.");
    a.todo = say(text, {{"m", mode.name},
                        {"t", amount(setup, elementPath("transmitter.modes.{}.tailGainPct"_field, mode.id), sent.sentPct)},
                        {"r", signedNum(sent.readsPct)}});
    a.why = sent.why;
    a.why.title = say(KH_TR("tail gain"));
    a.edits = {{a.field, sent.sentPct}};
    return a;
}

/// From a mode whose search is done: a start for each mode that nothing was flown in.
void carryGains(const Setup& setup, const ChannelSettings& channel, std::span<const Reading> readings, Solved& out) {
    const auto flownIn = [&](const FlightMode& mode) {
        return !flownGains(setup, readings, mode, "clean").empty() || !flownGains(setup, readings, mode, "oscillating").empty();
    };
    for (const FlightMode& from : setup.transmitter.modes) {
        const std::vector<double> clean = flownGains(setup, readings, from, "clean");
        const std::vector<double> oscillating = flownGains(setup, readings, from, "oscillating");
        if (clean.empty() || oscillating.empty() || !from.targetRpm) continue;
        const GainSearchAnswer found = gainSearch(clean, oscillating);
        if (!found.done) continue;
        for (const FlightMode& to : setup.transmitter.modes) {
            if (to.id == from.id || !to.targetRpm || flownIn(to)) continue;
            const double start =
                setup.controller.profile->scalesGain ? found.gain : gainCarried(found.gain, *from.targetRpm, *to.targetRpm);
            out.answers.push_back(gainField(setup, to, channel, {false, start}));
            out.answers.back().why.line(KH_TR("carried from {m}: {g} % at {a} to {s} % at {b}, raised by at most the ratio of the speeds"),
                                        {{"m", from.name},
                                         {"g", num(found.gain, 1)},
                                         {"a", amount(setup, elementPath("transmitter.modes.{}.targetRpm"_field, from.id))},
                                         {"s", num(start, 1)},
                                         {"b", amount(setup, elementPath("transmitter.modes.{}.targetRpm"_field, to.id))}});
        }
        return;
    }
}

Solved solveGain(const Setup& setup, std::span<const Reading> readings) {
    Solved out;
    const ChannelSettings* channel = channelOf(setup.transmitter, functionId(heli::Gain));
    if (channel == nullptr) throw InputError("gain", "no channel carries the tail gain");
    const std::array<double, 2> start = startingGainPct(setup);
    bool any = false;
    for (const FlightMode& mode : setup.transmitter.modes) {
        const bool now =
            std::any_of(readings.begin(), readings.end(), [&](const Reading& r) { return r.what.starts_with("gain." + mode.id + "."); });
        if (!now) continue;
        any = true;
        const std::vector<double> clean = flownGains(setup, readings, mode, "clean");
        const std::vector<double> oscillating = flownGains(setup, readings, mode, "oscillating");
        if (clean.empty() && oscillating.empty()) continue;
        const GainSearchAnswer next = gainSearch(clean, oscillating);
        out.answers.push_back(gainField(setup, mode, *channel, next));
        Derivation& why = out.answers.back().why;
        if (!oscillating.empty())
            why.line(KH_TR("lowest that oscillates {o} %, clean below it up to {c} %"),
                     {{"o", num(*std::min_element(oscillating.begin(), oscillating.end()), 1)},
                      {"c", num(clean.empty() ? 0.0 : *std::max_element(clean.begin(), clean.end()), 1)}});
        if (oscillating.empty() && *std::max_element(clean.begin(), clean.end()) > kFarAboveClass * start[1])
            out.remarks.insert(
                out.remarks.begin(),
                say(KH_TR("Look here first: {m} is clean at {c} %, far above the {a} … {b} % this size starts at. A slow servo, slop "
                          "in the linkage or a tail that slips on its shaft feels soft at any gain."),
                    {{"m", mode.name},
                     {"c", num(*std::max_element(clean.begin(), clean.end()), 1)},
                     {"a", num(start[0])},
                     {"b", num(start[1])}}));
        const bool contradicts = !oscillating.empty() && !clean.empty() &&
                                 *std::max_element(clean.begin(), clean.end()) >= *std::min_element(oscillating.begin(), oscillating.end());
        if (contradicts)
            out.remarks.push_back(say(
                KH_TR("{m}: {o} % oscillated and the higher {c} % was clean. The oscillation counts; likely the head speed or the wind was "
                      "another, or something in the tail has play."),
                {{"m", mode.name},
                 {"o", num(*std::min_element(oscillating.begin(), oscillating.end()), 1)},
                 {"c", num(*std::max_element(clean.begin(), clean.end()), 1)}}));
    }
    carryGains(setup, *channel, readings, out);
    if (!any) throw InputError(flown(setup.transmitter.modes.front(), "clean"), "one flown gain or more is needed");
    out.remarks.push_back(
        say(KH_TR("Searched at the mode's highest head speed, with hard stops both ways and fast flight; this size starts at {a} … {b} %."),
            {{"a", num(start[0])}, {"b", num(start[1])}}));
    return out;
}

}  // namespace

std::optional<GainOscillated> gainOscillated(const Setup& setup, const FlightMode& mode, double readPct) {
    const ChannelSettings* channel = channelOf(setup.transmitter, functionId(heli::Gain));
    if (channel == nullptr) return std::nullopt;
    try {
        const std::vector<double> oscillating = flownGains(setup, {}, mode, "oscillating");
        if (oscillating.empty()) return std::nullopt;
        const double lowest = *std::min_element(oscillating.begin(), oscillating.end());
        if (std::abs(readPct) < lowest) return std::nullopt;
        return GainOscillated{lowest, gainField(setup, mode, *channel, gainSearch(flownGains(setup, {}, mode, "clean"), oscillating))};
    } catch (const InputError&) {  // a reading that is no gain
        return std::nullopt;
    }
}

namespace {

std::vector<Step> gainSteps(const Setup& setup, const Figures&) {
    std::vector<Step> out;
    for (const FlightMode& m : setup.transmitter.modes) {
        out.push_back(
            readStep(flown(m, "clean"), say(KH_TR("{m}: flown clean at, as the controller reads it"), {{"m", m.name}}), "%", true));
        out.push_back(readStep(flown(m, "oscillating"), say(KH_TR("{m}: oscillated at"), {{"m", m.name}}), "%", true));
    }
    return out;
}

}  // namespace

std::span<const BenchWork> tailSolvers() {
    static constexpr std::array entries{
        BenchWork{.id = "tail-arm",
                  .title = KH_TR("Tail arm square"),
                  .caution = KH_TR("Motor leads off, tail blades off, link popped off: an arm that runs to its stop pinches."),
                  .rows = "tail-square tail-arm",
                  .steps = tailArmSteps,
                  .solve = solveTailArm,
                  .with = ReadWith::Square},
        BenchWork{.id = "tail-limits",
                  .title = KH_TR("Tail limits"),
                  .caution = KH_TR(
                      "Motor leads off, tail blades off: grips and slider pinch. Raise a limit until it binds or the servo buzzes, then "
                      "let go at once: a servo that stalls burns."),
                  .rows = "tail-limits",
                  .steps = limitSteps,
                  .solve = solveLimits,
                  .with = ReadWith::Ear},
        BenchWork{.id = "tail-neutral",
                  .title = KH_TR("Tail neutral"),
                  .caution = KH_TR("Motor leads off: the gauge stands on a tail blade."),
                  .rows = "tail-neutral",
                  .steps = neutralSteps,
                  .solve = solveNeutral},
        BenchWork{.id = "gain",
                  .title = KH_TR("Tail gain"),
                  .caution = KH_TR("In flight, at height: land to change a gain; never raise it by more than 5 in one step."),
                  .rows = "tail-gain tail-gain-read tail-gains",
                  .steps = gainSteps,
                  .solve = solveGain,
                  .with = ReadWith::Flight,
                  .setUpState = false}};
    return entries;
}

}  // namespace kh
