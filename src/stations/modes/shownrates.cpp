// SPDX-License-Identifier: GPL-3.0-or-later
//
// Turn rates that the box itself displays, beside what settings say; and what is looked at before a mode is edited.
#include "base/error.h"
#include "judge/dependencies.h"
#include "judge/rowids.h"
#include "judge/rule.h"
#include "model/fieldpatterns.h"
#include "model/names.h"
#include "model/traits.h"
#include "stations/kit/solverkit.h"
#include "stations/modes/modes.h"
#include "stations/modes/modesfigures.h"

#include <fmt/format.h>
#include <array>
#include <cmath>

namespace kh {

namespace {

constexpr double kRateApartShare = 0.10;  ///< a displayed rate further from the computed one
constexpr double kMostDegS = 2000.0;

struct ShownAxis {
    const char* id;
    const char* reading;
    const char* ask;
    TurnAxis turns;
};
constexpr std::array kShownAxes{
    ShownAxis{"aileron", "shown.aileron", KH_TR("Roll rate the box displays, stick fully right"), TurnAxis::Roll},
    ShownAxis{"elevator", "shown.elevator", KH_TR("Pitch rate the box displays, stick fully forward"), TurnAxis::Pitch},
    ShownAxis{"rudder", "shown.rudder", KH_TR("Yaw rate the box displays, stick fully right"), TurnAxis::Yaw}};

std::vector<Step> shownSteps(const Setup&, const Figures&) {
    std::vector<Step> steps;
    steps.reserve(kShownAxes.size());
    for (const ShownAxis& a : kShownAxes) steps.push_back(readStep(a.reading, say(a.ask), "°/s", true));
    return steps;
}

double rateOf(const Reading& r) {
    const double size = std::abs(r.value);
    if (!std::isfinite(size) || size > kMostDegS)
        throw InputError(r.what, fmt::format("{} °/s is not possible; a reading lies within 0 … {} °/s", r.value, kMostDegS));
    return size;
}

/// What the axis has at full demand in the first bank.
double bankRate(const Setup& setup, TurnAxis axis) {
    const auto& banks = setup.controller.banks;
    return banks.empty() ? 0.0 : bankAxis(setup.controller.profile, banks.front(), axis).fullDegS;
}

Solved solveShown(const Setup& setup, std::span<const Reading> readings) {
    Solved out;
    bool any = false;
    for (const ShownAxis& a : kShownAxes) {
        const Reading* r = latest(readings, a.reading);
        if (r == nullptr) continue;
        any = true;
        const double rate = rateOf(*r), has = bankRate(setup, a.turns);
        out.remarks.push_back(
            std::abs(rate - has) <= kRateApartShare * std::max(1.0, has)
                ? say(KH_TR("{f}: {r} °/s displayed, as the bank says."), {{"f", asWord(a.id)}, {"r", num(rate)}})
                : say(KH_TR("{f}: {r} °/s displayed, the bank says {h}. Rate, travel and the bank that is on: look at them in "
                            "that order."),
                      {{"f", asWord(a.id)}, {"r", num(rate)}, {"h", num(has)}}));
    }
    if (!any) throw InputError("readings", "nothing was read; one axis is enough");
    return out;
}

void shownRates(const AuditContext& c, std::vector<Finding>& out) {
    if (c.setup.transmitter.modes.empty() || c.figures.modes.empty()) return;
    const FlightMode& base = c.setup.transmitter.modes.front();
    const auto& modes = c.figures.of<ModesFigures>().modes;
    if (modes.empty()) return;
    for (const AxisFigures& axis : modes.front().axes)
        for (const ShownAxis& a : kShownAxes) {
            if (axis.id != a.id || !axis.fullDegS.known) continue;
            const Reading* r = newestInForce(c.setup, a.reading);
            if (r == nullptr || std::abs(r->value) <= 0.0) continue;
            const double rate = std::abs(r->value);
            if (std::abs(rate - axis.fullDegS.value) <= kRateApartShare * axis.fullDegS.value) continue;
            out.push_back(
                {.id = std::string("shown-rate.") + a.id,
                 .severity = Severity::Note,
                 .row = "agility-roll"_row,
                 .title = c.say(KH_TR("The box displays another {f} rate than is computed"), {{"f", asWord(a.id)}}),
                 .found = c.say(KH_TR("{r} °/s are displayed at full stick in {m}; rate, travel and bank give {g}."),
                                {{"r", num(rate)}, {"m", base.name}, {"g", num(axis.fullDegS.value)}}),
                 .why = c.say(KH_TR("Measured beats computed: a rate, a travel or the bank in the box is not what stands here.")),
                 .todo = c.say(KH_TR("Look at rate and travel in the transmitter, then at the bank that is on in the controller.")),
                 .box = Box::Bench,
                 .subject = "controller.banks"});
        }
}

/// Where pages freeze outputs the machine must stand in a safe place before one is opened.
std::vector<Step> editGuide(const Setup& setup, const Figures&) {
    const bool radio = boxDoes(setup, Box::Transmitter, "frozen-pages"), box = boxDoes(setup, Box::Controller, "frozen-pages");
    if (!radio && !box) return {};
    const std::string& name = radio ? setup.transmitter.profile->name : setup.controller.profile->name;
    return {
        {"stand", Box::Transmitter, say(KH_TR("Hold on, rotor at rest, the mode switch at the mode to be edited.")),
         say(KH_TR("The transmitter's first page shows that mode, and hold.")),
         say(KH_TR("While some pages of {box} are open its outputs stand still: hold, kill and sticks do nothing then."), {{"box", name}})},
        {"edit",
         Box::Transmitter,
         say(KH_TR("Open the page, type, read once more what was typed.")),
         say(KH_TR("It is the mode you meant.")),
         {}},
        {"leave",
         Box::Transmitter,
         say(KH_TR("Leave the page before you look at the machine or move a switch.")),
         say(KH_TR("Sticks move the monitor's bars again.")),
         {}}};
}

}  // namespace

std::span<const Rule> shownRateRules() {
    static constexpr std::array rules{Rule{"shown-rate", Station::Modes, Work::Curves, shownRates}};
    return rules;
}

std::span<const BenchWork> modesSolvers() {
    static constexpr std::array entries{BenchWork{
        .id = "shown-rates",
        .title = KH_TR("Rates as displayed"),
        .caution = KH_TR("Leads off, blades off. Full stick in the first mode; the number is what the box shows, not what is flown."),
        .rows = "agility-roll bank-expo",
        .steps = shownSteps,
        .solve = solveShown,
        .with = ReadWith::Eye,
        .setUpState = false}};
    return entries;
}

std::span<const BenchWork> modesGuides() {
    static constexpr std::array entries{BenchWork{
        .id = "edit-mode", .title = KH_TR("Before a mode is edited"), .rows = "throttle-curve"_row, .steps = editGuide, .proves = false}};
    return entries;
}

}  // namespace kh
