// SPDX-License-Identifier: GPL-3.0-or-later
#include "judge/dependencies.h"

#include "judge/rowids.h"
#include "model/access.h"
#include "model/gyro.h"

#include <algorithm>
#include <array>
#include <cmath>
#include <optional>

namespace kh {

namespace {

constexpr double kSameShare = 0.01;  ///< a setting this close to what a reading was taken under is the same, within a step of its box

// what more than one line names
// calibrated anew, updated or with another stick mode the transmitter sends something else, in every model
constexpr FieldList kSent{
    "transmitter.profile.sticksCalibrated"_field, "transmitter.firmware"_field,         "transmitter.stickMode"_field,
    "transmitter.profile.centreUs"_field,         "transmitter.profile.usPerPct"_field, "transmitter.profile.resolutionUs"_field,
    "transmitter.profile.outputLimitPct"_field};
constexpr FieldList kRead =
    kSent + FieldList{"controller.profile.centreUs"_field, "controller.profile.usPerPct"_field, "controller.profile.deadBandPct"_field};
constexpr FieldList kMotor = kSent + FieldList{"speedController.profile.id"_field, "speedController.profile.acceptsLowUs"_field,
                                               "speedController.profile.acceptsHighUs"_field};
constexpr FieldList kPlate{"controller.profile.strokeUs"_field, "machine.servos.{}.servo.degPerUs"_field,
                           "machine.servos.{}.servo.rangeDeg"_field};
constexpr FieldList kThrow = kPlate + FieldList{"controller.profile.referenceDeg"_field, "controller.profile.referenceDemandPct"_field};
constexpr FieldList kTail{"controller.profile.tailStrokeUs"_field, "machine.tail.servo.degPerUs"_field, "machine.tail.servo.rangeDeg"_field,
                          "machine.tail.servo.id"_field};
constexpr FieldList kSenses{"controller.profile.mountings"_field, "controller.profile.gyroSenses"_field,
                            "controller.profile.oneTailDirection"_field};
constexpr FieldList kTurns = kSenses + kAnswerInputs;
constexpr FieldList kEnds{"speedController.profile.acceptsLowUs"_field, "speedController.profile.acceptsHighUs"_field,
                          "speedController.profile.signalsBy"_field, "speedController.profile.learnsFirst"_field};
constexpr FieldList kSpeed{"speedController.profile.id"_field, "speedController.profile.governs"_field};
constexpr FieldList kSignal = kSpeed + FieldList{"controller.governor.kind"_field};
constexpr FieldList kHolds{"transmitter.modes.hold.when"_field, "transmitter.hold.throttlePct"_field, "transmitter.hold.actsIn"_field};
constexpr FieldList kStops{"transmitter.modes.hold.when"_field, "transmitter.hold.throttlePct"_field, "transmitter.kill.when"_field,
                           "transmitter.cut.when"_field, "speedController.lowUs"_field};
constexpr FieldList kPortTrims{"controller.ports.{}.trimUs"_field};
constexpr FieldList kReference{"controller.referencePct"_field};
constexpr FieldList kHigh{"controller.collectiveHighPct"_field};
constexpr FieldList kLow{"controller.collectiveLowPct"_field};
constexpr FieldList kBladeLengths{"machine.head.gripMm"_field, "machine.servos.elevator.armMm"_field};
constexpr FieldList kTiltLengths = kBladeLengths + FieldList{"machine.head.innerRadiusMm"_field, "machine.plate.ballRadiusMm"_field};
constexpr FieldList kLimitFields = kTiltLengths + kHigh + kLow + kReference;
constexpr FieldList kTailLengths{"machine.tail.armMm"_field, "machine.tail.linkMm"_field, "machine.tail.gripMm"_field,
                                 "controller.tail.reversed"_field};
constexpr const char* kTailWork = "tail-";
constexpr FieldList kSubTrim{"transmitter.channels.{}.subTrimPct"_field};
constexpr FieldList kReversed{"transmitter.channels.{}.reversed"_field};
constexpr FieldList kHeard{"transmitter.functionChannels.{}.number"_field,
                           "transmitter.functionChannels.{}.reversed"_field,
                           "transmitter.functionChannels.{}.travelLowPct"_field,
                           "transmitter.functionChannels.{}.travelHighPct"_field,
                           "transmitter.functionChannels.{}.subTrimPct"_field,
                           "transmitter.functionChannels.{}.restPct"_field,
                           "transmitter.functions.{}.valuePct"_field};
constexpr FieldList kTrimReversed = kSubTrim + kReversed;
constexpr FieldList kThrottle{"transmitter.modes.{}.throttle"_field};
constexpr FieldList kCurves{"transmitter.modes.{}.throttle"_field, "transmitter.modes.{}.pitch"_field};

using Line = RowDependencies;
constexpr std::array kTable{
    Line{.row = "blades"_row, .settles = {"machine.rotor.bladeMaxRpm"_field}},
    Line{.row = "mass"_row, .settles = {"machine.massKg"_field}},
    Line{.row = "head"_row, .settles = {"machine.head.innerRadiusMm"_field, "machine.head.gripMm"_field}},
    Line{.row = "plate"_row, .settles = {"machine.plate.ballRadiusMm"_field}},
    Line{.row = "arms"_row, .settles = {"machine.servos.{}.armMm"_field}},
    Line{.row = "motor"_row, .settles = {"machine.power.kv"_field, "machine.power.poles"_field}},
    Line{.row = "gears"_row, .settles = {"machine.power.mainTeeth"_field, "machine.power.pinionTeeth"_field}},
    Line{.row = "pack-build"_row, .settles = {"machine.power.capacityMah"_field}},
    Line{.row = "hold-switch"_row, .restsOn = kSent + kHolds},
    Line{.row = "supply"_row, .settles = {"machine.supply.volts"_field}},
    Line{.row = "supply-alarm"_row, .restsOn = {"machine.supply.volts"_field, "machine.wiring.buffer"_field}},
    Line{.row = "failsafe"_row, .restsOn = kMotor, .settles = {"transmitter.channels.throttle.failsafePct"_field}},
    Line{.row = "range-check"_row, .restsOn = {"machine.receiver.id"_field, "transmitter.profile.id"_field}},
    Line{.row = "failsafe-test"_row, .restsOn = kMotor},
    Line{.row = "throttle-lead"_row, .restsOn = {"machine.wiring.leads.{}.to"_field, "machine.wiring.leads.{}.from"_field}},
    Line{.row = "channel-aileron"_row, .restsOn = kRead},
    Line{.row = "channel-elevator"_row, .restsOn = kRead},
    Line{.row = "channel-collective"_row, .restsOn = kRead},
    Line{.row = "channel-rudder"_row, .restsOn = kRead},
    Line{.row = "channel-throttle"_row, .restsOn = kMotor},
    Line{.row = "channel-gain"_row, .restsOn = kRead},
    Line{.row = "servo-pulse"_row, .settles = {"machine.servos.{}.servo.pulseUs"_field}},
    Line{.row = "servo-rate"_row, .settles = {"machine.servos.{}.servo.maxHz"_field}},
    Line{.row = "servo-directions"_row, .restsOn = kPlate, .readings = "collective.port-"},
    Line{.row = "arms-square"_row, .restsOn = kPlate, .readings = "arm.", .settles = kPortTrims},
    Line{.row = "collective-sense"_row, .restsOn = kPlate},
    Line{.row = "cyclic-sense"_row, .restsOn = kPlate, .readings = "cyclic."},
    Line{.row = "level-plate"_row, .restsOn = kPlate, .readings = "level.", .notedWith = kPortTrims},
    Line{.row = "servo-fight"_row, .restsOn = kPlate},
    Line{.row = "zero-pitch"_row,
         .restsOn = kPlate,
         .readings = "blade-",
         .settles = {"controller.collectiveTrimPct"_field},
         .notedWith = kPortTrims,
         .invalidatedBy = kBladeLengths},
    Line{.row = "reference-throw"_row, .restsOn = kThrow, .readings = "throw.", .settles = kReference, .invalidatedBy = kTiltLengths},
    Line{.row = "collective-range"_row,
         .restsOn = kPlate,
         .readings = "range.high|range.mid",
         .settles = kHigh,
         .notedWith = kLow,
         .invalidatedBy = kBladeLengths},
    Line{.row = "collective-range"_row, .readings = "range.low", .settles = kLow, .notedWith = kHigh, .invalidatedBy = kBladeLengths},
    Line{.row = "cyclic-limit"_row,
         .restsOn = kPlate,
         .readings = "clear.|buzz.|binds.",
         .settles = {"controller.cyclicLimitPct"_field},
         .invalidatedBy = kLimitFields},
    Line{.row = "envelope"_row, .restsOn = kPlate},
    Line{.row = "tip-gap"_row, .restsOn = kPlate},
    Line{.row = "tail-edges"_row, .restsOn = {"machine.tail.drive"_field, "machine.tail.topBlade"_field, "machine.rotor.turning"_field}},
    Line{.row = "tail-pulse"_row, .settles = {"machine.tail.servo.pulseUs"_field}},
    Line{.row = "tail-rate"_row, .settles = {"machine.tail.servo.maxHz"_field}},
    Line{.row = "tail-direction"_row, .restsOn = kTail},
    Line{.row = "tail-square"_row, .readings = "tail.arm", .settles = {"controller.tail.trimUs"_field}},
    Line{.row = "tail-limits"_row,
         .restsOn = kTail,
         .readings = "tail.bind.left",
         .settles = {"controller.tail.limitLeftPct"_field},
         .invalidatedBy = kTailLengths,
         .worked = kTailWork},
    Line{.row = "tail-limits"_row,
         .readings = "tail.bind.right",
         .settles = {"controller.tail.limitRightPct"_field},
         .invalidatedBy = kTailLengths,
         .worked = kTailWork},
    Line{.row = "tail-neutral"_row, .restsOn = kTail, .readings = "tail.neutral|tail.hover"},
    Line{.row = "tail-pitch"_row, .restsOn = kTail},
    Line{.row = "tail-gains"_row, .restsOn = kRead, .readings = "gain.{}.", .notedWith = {"transmitter.modes.{}.targetRpm"_field}},
    Line{.row = "heading-hold"_row, .restsOn = kRead},
    Line{.row = "mounting"_row, .restsOn = kSenses, .readings = "hand.", .notedWith = kHandSettings},
    Line{.row = "mounting"_row, .settles = {"machine.mounting"_field}},
    Line{.row = "roll-sense"_row, .restsOn = kTurns},
    Line{.row = "pitch-sense"_row, .restsOn = kTurns},
    Line{.row = "yaw-sense"_row, .restsOn = kTurns},
    Line{.row = "pirouette"_row, .restsOn = kSenses},
    Line{.row = "on-the-ground"_row, .restsOn = kSenses},
    Line{.row = "box-level"_row, .readings = "horizon.", .notedWith = {"machine.mounting"_field, "controller.mounting"_field}},
    Line{.row = "pack"_row, .readings = "pack.", .notedWith = {"machine.power.cells"_field}},
    Line{.row = "supply-dip"_row,
         .readings = "supply.",
         .notedWith = {"machine.supply.volts"_field, "machine.wiring.supplyLeads"_field, "machine.wiring.buffer"_field}},
    Line{.row = "head-speed"_row, .readings = "speed."},
    Line{.row = "after-flight"_row,
         .readings = "after.",
         .notedWith = {"machine.power.mainTeeth"_field, "machine.power.pinionTeeth"_field, "machine.power.cells"_field,
                       "machine.supply.volts"_field}},
    Line{.row = "agility-roll"_row,
         .readings = "shown.",
         .notedWith = {"transmitter.modes.{}.aileron.ratePct"_field, "transmitter.modes.{}.elevator.ratePct"_field,
                       "transmitter.modes.{}.rudder.ratePct"_field, "controller.banks.{}.rollPitchDegS"_field,
                       "controller.banks.{}.rudderDegS"_field}},
    Line{.row = "channel-map"_row,
         .readings = "answers.",
         .settles = {"controller.receiver.map"_field},
         .notedWith = {"transmitter.channels.{}.number"_field}},
    Line{.row = "bank-switch"_row, .restsOn = kHeard},
    Line{.row = "trainer-link"_row,
         .restsOn = {"transmitter.trainer.hands"_field, "transmitter.trainer.memory"_field, "transmitter.functions.{}.when"_field}},
    Line{.row = "throttle-ends"_row, .restsOn = kEnds, .settles = {"speedController.lowUs"_field, "speedController.highUs"_field}},
    Line{.row = "start-pulse"_row,
         .restsOn = kEnds,
         .readings = "idle.",
         .settles = {"speedController.startUs"_field, "transmitter.hold.throttlePct"_field},
         .invalidatedBy = {"speedController.lowUs"_field, "speedController.highUs"_field}},
    Line{.row = "arming"_row, .restsOn = kEnds},
    Line{.row = "first-power"_row, .restsOn = kSpeed + kMotor + kStops},
    Line{.row = "first-governed"_row, .restsOn = kSpeed},
    Line{.row = "governor-signal"_row, .restsOn = kSignal},
    Line{.row = "P1"_row, .restsOn = kStops},
    Line{.row = "P2"_row, .restsOn = {"transmitter.modes.{}.when"_field}},
    Line{.row = "P3"_row, .restsOn = {"transmitter.modes.{}.when"_field, "transmitter.functions.{}.when"_field}},
    Line{.row = "P4"_row, .restsOn = {"transmitter.unusedInhibited"_field}},
    Line{.row = "P5"_row, .restsOn = kThrottle},
    Line{.row = "P6"_row, .restsOn = kCurves},
    Line{.row = "P7"_row, .restsOn = kCurves},
    Line{.row = "P8"_row, .restsOn = {"transmitter.modes.{}.tailGainPct"_field}},
    Line{.row = "P9"_row, .restsOn = {"transmitter.hold.powerOnGuard"_field}},
    Line{.row = "P10"_row, .restsOn = kThrottle},
    // read from the controller's monitor, of any channel: last, since any word may stand before the dot
    Line{.row = "channel-{}", .readings = "{}.low", .settles = {"transmitter.channels.{}.travelLowPct"_field}, .notedWith = kTrimReversed},
    Line{.row = "channel-{}", .readings = "{}.centre", .settles = kSubTrim, .notedWith = kReversed},
    Line{
        .row = "channel-{}", .readings = "{}.high", .settles = {"transmitter.channels.{}.travelHighPct"_field}, .notedWith = kTrimReversed},
};

constexpr std::string_view kHole = "{}";

/// Whether what was read begins as one of the line's readings does. @param element  that stands for the hole; empty: none does
bool isReadingOf(const Line& line, std::string_view what, std::string_view& element) {
    std::string_view prefixes = line.readings;
    while (!prefixes.empty()) {
        const std::string_view one = prefixes.substr(0, prefixes.find('|'));
        prefixes.remove_prefix(std::min(prefixes.size(), one.size() + 1));
        const std::size_t hole = one.find(kHole);
        element = {};
        if (hole == std::string_view::npos) {
            if (what.starts_with(one)) return true;
            continue;
        }
        if (!what.starts_with(one.substr(0, hole))) continue;
        const std::string_view rest = what.substr(hole), after = one.substr(hole + kHole.size());
        element = rest.substr(0, rest.find(after.front()));
        if (!element.empty() && rest.substr(element.size()).starts_with(after)) return true;
    }
    return false;
}

const Line* lineOf(std::string_view what, std::string_view& element) {
    for (const Line& line : kTable)
        if (isReadingOf(line, what, element)) return &line;
    return nullptr;
}

void addPaths(const Setup& setup, const FieldList& patterns, std::string_view element, std::vector<std::string>& out) {
    for (const std::string_view pattern : patterns) {
        if (pattern.find(kHole) == std::string_view::npos) {
            if (readField(setup, pattern)) out.emplace_back(pattern);
        } else if (!element.empty()) {
            std::string path = elementPath(pattern, element);
            const auto field = readField(setup, path);
            if (field && !std::holds_alternative<std::monostate>(field->value)) out.push_back(std::move(path));
        } else {
            for (std::string& path : pathsLike(setup, pattern)) out.push_back(std::move(path));
        }
    }
}

std::optional<double> numberAt(const Setup& setup, std::string_view path) {
    const auto field = readField(setup, path);
    const double* value = field ? std::get_if<double>(&field->value) : nullptr;
    return value == nullptr ? std::nullopt : std::optional(*value);
}

/// Whether a path is one of a pattern's: "machine.servos.left.armMm" of "machine.servos.{}.armMm".
bool isOf(std::string_view pattern, std::string_view path) {
    const std::size_t hole = pattern.find(kHole);
    if (hole == std::string_view::npos) return pattern == path;
    const std::string_view after = pattern.substr(hole + kHole.size());
    return path.size() > hole + after.size() && path.starts_with(pattern.substr(0, hole)) && path.ends_with(after);
}

bool worksOn(const Line& line, std::string_view work) {
    if (*line.worked != 0) return work.starts_with(line.worked);
    return std::none_of(kTable.begin(), kTable.end(), [&](const Line& l) { return *l.worked != 0 && work.starts_with(l.worked); });
}

std::string rowName(const Line& line, std::string_view element) {
    return std::string_view(line.row).ends_with(kHole) ? elementPath(line.row, element) : std::string(line.row);
}

}  // namespace

std::span<const RowDependencies> rowDependencies() { return kTable; }

FieldList restsOn(std::string_view row) {
    for (const Line& line : kTable)
        if (row == line.row && !line.restsOn.empty()) return line.restsOn;
    return {};
}

std::vector<std::string> factsOfRow(const Setup& setup, std::string_view row) {
    std::vector<std::string> out;
    addPaths(setup, restsOn(row), {}, out);
    return out;
}

std::vector<std::string> settledAt(const Setup& setup, std::string_view row) {
    std::vector<std::string> out;
    for (const Line& line : kTable)
        if (row == line.row) addPaths(setup, line.settles, {}, out);
    return out;
}

bool rowSeen(const Setup& setup, std::string_view row) { return seenUnchanged(setup, std::string(row), factsOfRow(setup, row)); }

const RowDependencies* dependenciesOf(std::string_view reading) {
    std::string_view element;
    return lineOf(reading, element);
}

std::vector<std::string> settingsOf(const Setup& setup, std::string_view reading) {
    std::vector<std::string> out;
    std::string_view element;
    if (const Line* line = lineOf(reading, element)) {
        addPaths(setup, line->settles, element, out);
        addPaths(setup, line->notedWith, element, out);
    }
    return out;
}

const Reading* newestInForce(const Setup& setup, std::string_view what) {
    if (newestUnder(setup, what, {}) == nullptr) return nullptr;
    return newestUnder(setup, what, settingsOf(setup, what));
}

std::vector<std::string> settingsInForce(const Setup& setup, std::string_view reading) {
    std::vector<std::string> out = settingsOf(setup, reading);
    if (const Line* line = dependenciesOf(reading)) addPaths(setup, line->invalidatedBy, {}, out);
    for (std::string& path : out) path += "=" + settingText(setup, path);
    return out;
}

std::string sinceChanged(const Setup& setup, const Reading& reading) {
    std::string_view element;
    const Line* line = lineOf(reading.what, element);
    if (line == nullptr) return {};
    for (const char* path : line->invalidatedBy) {
        const auto then = underValue(reading, path);
        const auto now = numberAt(setup, path);
        if (then && now && std::abs(*now - *then) > kSameShare * std::abs(*then)) return path;
    }
    if (reading.change == 0) return {};  // nobody counted then
    const auto late = [&](const auto& record) { return record.second.change > reading.change; };
    const auto named = [&](std::string_view pattern) {  // a late record of one of its paths
        const std::size_t hole = pattern.find(kHole);
        for (auto at = setup.standings.lower_bound(std::string(pattern.substr(0, hole)));
             at != setup.standings.end() && at->first.starts_with(pattern.substr(0, hole)); ++at)
            if (late(*at) && isOf(pattern, at->first)) return true;
        return false;
    };
    const FieldList patterns = restsOn(rowName(*line, element));
    const bool any = std::any_of(patterns.begin(), patterns.end(), named) || named("transmitter.profile.id") ||
                     named("controller.profile.id") || named("speedController.profile.id");
    if (!any) return {};
    // facts of the boxes it was read through, and the boxes themselves
    std::vector<std::string> facts = factsOfRow(setup, rowName(*line, element));
    for (const std::string& path : settingsOf(setup, reading.what))
        if (std::string box = boxIdentity(path); !box.empty()) facts.push_back(std::move(box));
    for (std::string& path : facts)
        if (const auto record = setup.standings.find(path); record != setup.standings.end() && record->second.change > reading.change)
            return path;
    return {};
}

std::vector<StaleReading> staleReadings(const Setup& setup, std::optional<Station> of) {
    static const std::vector<Station> stations = [] {
        std::vector<Station> out;
        for (const Line& l : kTable) {
            const auto* row =
                std::find_if(std::begin(kRowIds), std::end(kRowIds), [&](const RowId& r) { return std::string_view(r.id) == l.row; });
            out.push_back(row == std::end(kRowIds) ? Station::Link : row->station);
        }
        return out;
    }();
    std::vector<StaleReading> out;
    for (auto first = kTable.begin(); first != kTable.end();) {  // the lines of a row stand together
        const auto end = std::find_if(first, kTable.end(), [&](const Line& l) { return std::string_view(l.row) != first->row; });
        const std::span<const Line> lines(first, end);
        const Line& line = lines.front();
        first = end;
        if (line.invalidatedBy.empty() || (of && stations[static_cast<std::size_t>(&line - kTable.data())] != *of)) continue;
        const Reading* newest = nullptr;
        const Reading* turned = nullptr;  // after the newest reading
        for (const Reading& r : setup.readings) {
            std::string_view element;
            if (std::any_of(lines.begin(), lines.end(), [&](const Line& l) { return isReadingOf(l, r.what, element); })) {
                newest = &r;
                turned = nullptr;
            } else if (r.what.starts_with(kHandWork) &&
                       worksOn(line, std::string_view(r.what).substr(std::string_view(kHandWork).size()))) {
                turned = &r;
            }
        }
        if (newest == nullptr) continue;
        StaleReading stale{line.row,     line.settles.front(),
                           newest->what, newest->id,
                           {},           turned != nullptr ? turned->what.substr(std::string_view(kHandWork).size()) : std::string(),
                           {},           {}};
        stale.field = sinceChanged(setup, *newest);
        if (!stale.field.empty()) {
            stale.then = underValue(*newest, stale.field);
            stale.now = numberAt(setup, stale.field);
        }
        if (!stale.field.empty() || !stale.handWork.empty()) out.push_back(std::move(stale));
    }
    return out;
}

std::string boxIdentity(std::string_view path) {
    for (const std::string_view box : {"transmitter.", "controller.", "speedController."})
        if (path.starts_with(box)) return std::string(box) + "profile.id";
    return {};
}

}  // namespace kh
