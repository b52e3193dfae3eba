// SPDX-License-Identifier: GPL-3.0-or-later
//
// What the box takes for level: a reading of its own where it can bring the machine back to it. It is not the plate's.
#include "base/error.h"
#include "judge/dependencies.h"
#include "judge/rowids.h"
#include "judge/rule.h"
#include "model/carried.h"
#include "model/fieldpatterns.h"
#include "model/gyro.h"
#include "stations/kit/calibration.h"
#include "stations/kit/solverkit.h"
#include "stations/sensors/sensors.h"

#include <fmt/format.h>
#include <algorithm>
#include <array>
#include <cmath>
#include <optional>

namespace kh {

namespace {

constexpr double kLevelNoteDeg = 1.0;  ///< own choice: seen as a slow drift
constexpr double kLevelWarnDeg = 3.0;  ///< own choice: it flies off by itself
constexpr double kMostLevelDeg = 45.0;

/// What is displayed of one axis, and again with the machine turned half round on the same stand.
struct LevelAxis {
    const char* reading;
    const char* turned;
    const char* ask;
    const char* askTurned;
    const char* word;
};
constexpr std::array kLevelAxes{LevelAxis{"horizon.roll", "horizon.turned-roll", KH_TR("Roll the box displays, right side down +"),
                                          KH_TR("Roll displayed with the machine turned half round on the stand"), KH_TR("roll")},
                                LevelAxis{"horizon.nose", "horizon.turned-nose", KH_TR("Pitch the box displays, nose up +"),
                                          KH_TR("Pitch displayed with the machine turned half round on the stand"), KH_TR("nose")}};

double within(const Reading& r) {
    if (!std::isfinite(r.value) || std::abs(r.value) > kMostLevelDeg)
        throw InputError(r.what, fmt::format("{}° is not possible; a reading lies within ±{}°", r.value, kMostLevelDeg));
    return r.value;
}

/// What is the box's own: a stand that is not level changes its sign when the machine is turned round on it.
double ownTilt(double first, const std::optional<double>& turned) { return turned ? (first + *turned) / 2.0 : first; }

std::vector<Step> levelSteps(const Setup& setup, const Figures&) {
    if (!levels(setup.controller.profile)) return {};
    std::vector<Step> steps;
    for (const LevelAxis& a : kLevelAxes) steps.push_back(readStep(a.reading, say(a.ask), "°", true));
    for (const LevelAxis& a : kLevelAxes) steps.push_back(readStep(a.turned, say(a.askTurned), "°", true));
    return steps;
}

Solved solveLevel(const Setup& setup, std::span<const Reading> readings) {
    if (!levels(setup.controller.profile)) throw InputError("horizon.roll", "this box has neither rescue nor a level mode");
    Solved out;
    bool any = false;
    for (const LevelAxis& a : kLevelAxes) {
        const Reading *first = latest(readings, a.reading), *turned = latest(readings, a.turned);
        if (first == nullptr) {
            if (turned != nullptr) throw InputError(a.reading, "is needed first: the machine is turned round after it was read");
            continue;
        }
        any = true;
        const double tilt = ownTilt(within(*first), turned == nullptr ? std::nullopt : std::optional(within(*turned)));
        out.remarks.push_back(
            std::abs(tilt) <= kLevelNoteDeg
                ? say(KH_TR("{a}: {t}°, level within {n}°."), {{"a", say(a.word)}, {"t", signedNum(tilt, 1)}, {"n", num(kLevelNoteDeg)}})
                : say(KH_TR("{a}: {t}° off. Set its level anew on the stand, as its manual says, then read again."),
                      {{"a", say(a.word)}, {"t", signedNum(tilt, 1)}}));
        if (turned != nullptr && std::abs(first->value - turned->value) / 2.0 > kLevelNoteDeg)
            out.remarks.push_back(say(KH_TR("{a}: the stand itself leans by {s}°; that is taken out."),
                                      {{"a", say(a.word)}, {"s", signedNum((first->value - turned->value) / 2.0, 1)}}));
    }
    if (!any) throw InputError("readings", "nothing was read; roll or pitch is enough");
    return out;
}

std::optional<double> tiltInForce(const Setup& setup, const LevelAxis& a) {
    const Reading* first = newestInForce(setup, a.reading);
    if (first == nullptr || std::abs(first->value) > kMostLevelDeg) return std::nullopt;
    const Reading* turned = newestInForce(setup, a.turned);
    return ownTilt(first->value, turned == nullptr ? std::nullopt : std::optional(turned->value));
}

void boxLevel(const AuditContext& c, std::vector<Finding>& out) {
    if (!levels(c.setup.controller.profile)) return;
    const LevelAxis* worst = nullptr;
    double most = kLevelNoteDeg;
    for (const LevelAxis& a : kLevelAxes)
        if (const auto tilt = tiltInForce(c.setup, a); tilt && std::abs(*tilt) > std::abs(most)) {
            worst = &a;
            most = *tilt;
        }
    if (worst == nullptr) return;
    out.push_back(
        {.severity = std::abs(most) > kLevelWarnDeg && levelsInUse(c.setup) ? Severity::Warning : Severity::Note,
         .row = "box-level"_row,
         .title = c.say(KH_TR("What the box takes for level is off")),
         .found = c.say(KH_TR("On a level stand it displays {t}° of {a}."), {{"t", signedNum(most, 1)}, {"a", c.say(worst->word)}}),
         .why = c.say(KH_TR("Rescue and level bring the machine to that: it flies off to that side by itself.")),
         .todo = c.say(KH_TR("Set its level anew in the controller on a level stand, as its manual says; then read again (Ctrl R).")),
         .box = Box::Bench,
         .subject = "controller.mounting"_field});
}

}  // namespace

Row boxLevelRow(const RowBuilder& b) {
    Cell cell;
    const Reading* last = nullptr;
    for (const LevelAxis& a : kLevelAxes)
        if (const Reading* r = newestInForce(b.setup(), a.reading)) {
            Part part = RowBuilder::text(say(KH_TR("{v}"), {{"v", signedNum(r->value, 1)}}));
            part.label = say(a.word);
            part.unit = "°";
            cell.parts.push_back(std::move(part));
            last = r;
        }
    if (last == nullptr) cell.parts.push_back(RowBuilder::text(say(KH_TR("not read"))));
    return readRow(b.row("box-level", say(KH_TR("Its level")), {}, std::move(cell), {}), last);
}

const BenchWork& boxLevelSolver() {
    static constexpr BenchWork entry{
        .id = "box-level",
        .title = KH_TR("The box's level"),
        .caution =
            KH_TR("Motor leads off, blades off. The machine stands on a stand whose mast is plumb by a spirit level; sticks let go."),
        .rows = "box-level"_row,
        .steps = levelSteps,
        .solve = solveLevel,
        .with = ReadWith::Eye,
        .setUpState = false};
    return entry;
}

std::span<const Rule> boxLevelRules() {
    static constexpr std::array rules{Rule{"box-level", Station::Sensors, Work::Rescue, boxLevel}};
    return rules;
}

}  // namespace kh
