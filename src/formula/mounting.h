// SPDX-License-Identifier: GPL-3.0-or-later
//
// How a controller sits in the airframe, what its gyros then answer to a turn by hand, and what explains an answer.
#pragma once

#include "base/conventions.h"

#include <array>
#include <compare>
#include <cstdint>
#include <optional>
#include <span>
#include <vector>

namespace kh {

/// A side of the airframe that a face of the box looks to.
enum class Side : std::uint8_t { Up, Down, Left, Right, Forward, Aft };
inline constexpr std::array kSides{Side::Up, Side::Down, Side::Left, Side::Right, Side::Forward, Side::Aft};

/// Where the label and the plugs of a controller look. 24 are possible: plugs never look where the label does, nor away from it.
struct Mounting {
    Side label = Side::Up;
    Side plugs = Side::Aft;
    auto operator<=>(const Mounting&) const = default;
};
[[nodiscard]] bool isPossible(const Mounting& mounting);
/// All 24, by label, then plugs.
[[nodiscard]] const std::vector<Mounting>& allMountings();

/// A turn by right angles, or such a turn with axes reversed: entries −1, 0, 1; by row, then column.
using AxisMatrix = std::array<std::array<int, 3>, 3>;

/// Box axes in body axes (x forward, y right, z down): its columns are the box's x away from the plugs, z away from the label,
/// y = z × x. @param key  named in the refusal. @throws InputError if the plugs look along the label
[[nodiscard]] AxisMatrix boxAxes(const Mounting& mounting, const char* key = "plugs");

/// Gyro senses turned over in the controller.
struct GyroReversals {
    bool roll = false, pitch = false, yaw = false;
    auto operator<=>(const GyroReversals&) const = default;
    [[nodiscard]] int count() const { return (roll ? 1 : 0) + (pitch ? 1 : 0) + (yaw ? 1 : 0); }
};

/// D·R_set·R_trueᵀ: what the controller believes of a turn (columns: roll right, nose up, nose right).
[[nodiscard]] AxisMatrix believedTurns(const Mounting& built, const Mounting& set, const GyroReversals& reversed);

enum class PlateMove : std::uint8_t { Still, Left, Right, Forward, Aft };
enum class EdgeMove : std::uint8_t { Still, Left, Right };
/// What plate and trailing edges did in the first half second of a turn.
struct HandAnswer {
    PlateMove plate = PlateMove::Still;
    EdgeMove edges = EdgeMove::Still;
    bool operator==(const HandAnswer&) const = default;
};
/// The three turns by hand, in the order they are made.
enum class HandTurn : std::uint8_t { RollRight, NoseDown, TailLeft };
/// How fast the airframe is turned, °/s: roll right, nose up, nose right.
struct TurnRates {
    double rollDegS = 0.0, pitchDegS = 0.0, yawDegS = 0.0;
    bool operator==(const TurnRates&) const = default;
};
/// An easy turn by hand for each.
[[nodiscard]] TurnRates turnRates(HandTurn turn);
inline constexpr std::array kHandTurns{HandTurn::RollRight, HandTurn::NoseDown, HandTurn::TailLeft};
inline constexpr std::array kHandTurnKeys{"rollRight", "noseDown", "tailLeft"};
using HandAnswers = std::array<HandAnswer, 3>;

/// The answers of a controller that sits so and is set so (DOMAIN §7): they oppose the turn it believes.
[[nodiscard]] HandAnswers gyroResponse(const Mounting& built, const Mounting& set, const GyroReversals& reversed);
/// The answers of one that is right.
[[nodiscard]] inline HandAnswers rightAnswers() { return gyroResponse({}, {}, {}); }

/// What may be: how the box really sits, and which senses are reversed in force.
struct GyroCause {
    Mounting mounting;
    GyroReversals reversed;
    int changes = 0;  ///< from what was entered: the mounting counts once, each reversal once
};
struct GyroInference {
    bool sound = false;             ///< every turn is answered rightly
    std::vector<GyroCause> causes;  ///< four, the fewest changes first
};
/// What explains three answers. @param set, reversed  as entered
/// @throws InputError naming the turn that contradicts itself or one before it (`rollRight`, `noseDown`, `tailLeft`)
[[nodiscard]] GyroInference inferGyro(const Mounting& set, const GyroReversals& reversed, const HandAnswers& seen);

struct GyroRemedy {
    Mounting set;
    GyroReversals reversed;
};
/// What to set for a box that sits so, among the mountings it knows: the fewest reversals first.
/// @return nothing if none of them serves. @throws InputError naming `allowed`
[[nodiscard]] std::optional<GyroRemedy> gyroRemedy(const Mounting& built, std::span<const Mounting> allowed);

/// Where a plate's tilt points, in degrees 0 … 360, after the airframe was turned right under it: it keeps its direction in space, or
/// with a reversed yaw gyro turns away from it twice. @throws InputError naming `tiltDeg`
[[nodiscard]] double pirouetteTowardDeg(double tiltDeg, double towardDeg, double turnedRightDeg, bool yawReversed);

/// A turn about an axis that is off leaves the nose off by twice that at half a flip.
[[nodiscard]] constexpr double noseOffDeg(double axisOffDeg) { return 2.0 * axisOffDeg; }

}  // namespace kh
