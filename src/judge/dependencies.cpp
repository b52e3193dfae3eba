// SPDX-License-Identifier: GPL-3.0-or-later
#include "judge/dependencies.h"

#include "judge/rowids.h"
#include "model/access.h"

#include <array>
#include <span>

namespace kh {

namespace {

using Facts = std::span<const char* const>;

constexpr std::array kSent{"transmitter.profile.centreUs"_field, "transmitter.profile.usPerPct"_field,
                           "transmitter.profile.resolutionUs"_field, "transmitter.profile.outputLimitPct"_field};
constexpr std::array kRead{"transmitter.profile.centreUs"_field,     "transmitter.profile.usPerPct"_field,
                           "transmitter.profile.resolutionUs"_field, "transmitter.profile.outputLimitPct"_field,
                           "controller.profile.centreUs"_field,      "controller.profile.usPerPct"_field,
                           "controller.profile.deadBandPct"_field};
constexpr std::array kMotor{"transmitter.profile.centreUs"_field,         "transmitter.profile.usPerPct"_field,
                            "transmitter.profile.resolutionUs"_field,     "transmitter.profile.outputLimitPct"_field,
                            "speedController.profile.id"_field,           "speedController.profile.acceptsLowUs"_field,
                            "speedController.profile.acceptsHighUs"_field};
constexpr std::array kPlate{"controller.profile.strokeUs"_field, "machine.servos.{}.servo.degPerUs"_field,
                            "machine.servos.{}.servo.rangeDeg"_field};
constexpr std::array kThrow{"controller.profile.strokeUs"_field, "machine.servos.{}.servo.degPerUs"_field,
                            "machine.servos.{}.servo.rangeDeg"_field, "controller.profile.referenceDeg"_field,
                            "controller.profile.referenceDemandPct"_field};
constexpr std::array kTail{"controller.profile.tailStrokeUs"_field, "machine.tail.servo.degPerUs"_field,
                           "machine.tail.servo.rangeDeg"_field, "machine.tail.servo.id"_field};
constexpr std::array kSenses{"controller.profile.mountings"_field, "controller.profile.gyroSenses"_field,
                             "controller.profile.oneTailDirection"_field};
constexpr std::array kEnds{"speedController.profile.acceptsLowUs"_field, "speedController.profile.acceptsHighUs"_field,
                           "speedController.profile.signalsBy"_field, "speedController.profile.learnsFirst"_field};
constexpr std::array kSpeed{"speedController.profile.id"_field, "speedController.profile.governs"_field};

struct RowFacts {
    const char* row;
    Facts facts;
};
constexpr std::array kRowFacts{
    RowFacts{"hold-switch"_row, kSent},       RowFacts{"failsafe"_row, kMotor},         RowFacts{"failsafe-test"_row, kMotor},
    RowFacts{"channel-aileron"_row, kRead},   RowFacts{"channel-elevator"_row, kRead},  RowFacts{"channel-collective"_row, kRead},
    RowFacts{"channel-rudder"_row, kRead},    RowFacts{"channel-throttle"_row, kMotor}, RowFacts{"channel-gain"_row, kRead},
    RowFacts{"servo-directions"_row, kPlate}, RowFacts{"arms-square"_row, kPlate},      RowFacts{"collective-sense"_row, kPlate},
    RowFacts{"cyclic-sense"_row, kPlate},     RowFacts{"level-plate"_row, kPlate},      RowFacts{"servo-fight"_row, kPlate},
    RowFacts{"zero-pitch"_row, kPlate},       RowFacts{"reference-throw"_row, kThrow},  RowFacts{"collective-range"_row, kPlate},
    RowFacts{"cyclic-limit"_row, kPlate},     RowFacts{"envelope"_row, kPlate},         RowFacts{"tip-gap"_row, kPlate},
    RowFacts{"tail-direction"_row, kTail},    RowFacts{"tail-limits"_row, kTail},       RowFacts{"tail-neutral"_row, kTail},
    RowFacts{"tail-pitch"_row, kTail},        RowFacts{"tail-gains"_row, kRead},        RowFacts{"heading-hold"_row, kRead},
    RowFacts{"mounting"_row, kSenses},        RowFacts{"roll-sense"_row, kSenses},      RowFacts{"pitch-sense"_row, kSenses},
    RowFacts{"yaw-sense"_row, kSenses},       RowFacts{"pirouette"_row, kSenses},       RowFacts{"on-the-ground"_row, kSenses},
    RowFacts{"throttle-ends"_row, kEnds},     RowFacts{"start-pulse"_row, kEnds},       RowFacts{"arming"_row, kEnds},
    RowFacts{"first-power"_row, kSpeed},      RowFacts{"first-governed"_row, kSpeed},   RowFacts{"governor-signal"_row, kSpeed},
};

}  // namespace

std::vector<std::string> factsOfRow(const Setup& setup, std::string_view row) {
    std::vector<std::string> out;
    for (const RowFacts& r : kRowFacts) {
        if (row != r.row) continue;
        for (const std::string fact : r.facts) {
            if (fact.find("{}") == std::string::npos) {
                if (readField(setup, fact)) out.push_back(fact);
                continue;
            }
            for (std::string& path : pathsLike(setup, fact)) out.push_back(std::move(path));
        }
    }
    return out;
}

std::string boxIdentity(std::string_view path) {
    for (const char* box : {"transmitter", "controller", "speedController"})
        if (path.starts_with(box) && path.size() > std::string_view(box).size() && path[std::string_view(box).size()] == '.')
            return std::string(box) + ".profile.id";
    return {};
}

std::string firstChangedAfter(const Setup& setup, const std::vector<std::string>& paths, int change) {
    for (const std::string& path : paths)
        if (const auto record = setup.standings.find(path); record != setup.standings.end() && record->second.change > change) return path;
    return {};
}

}  // namespace kh
