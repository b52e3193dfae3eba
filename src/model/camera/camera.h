// SPDX-License-Identifier: GPL-3.0-or-later
//
// The fixed-pitch quadrotor that carries a camera, or flies by rates: its functions and facts. Four motors with their speed controllers
// stand behind the box; no servo, no pitch. Modes and return home reach it on channels of their own.
#pragma once

#include "formula/rotors.h"
#include "formula/windows.h"
#include "model/carried.h"

#include <optional>
#include <string>
#include <string_view>
#include <vector>

namespace kh {

/// Functions by their place in the class's table.
namespace camera {
inline constexpr Function Aileron{0}, Elevator{1}, Rudder{2}, Throttle{3}, Flight{4}, Home{5};
inline constexpr const char* kFlight = kBoxModes;
inline constexpr const char* kHome = "home";         ///< return home, and its window
inline constexpr const char* kHomeOff = "home-off";  ///< window in which it is off; between the two the box keeps what it was
inline constexpr double kClearUs = 30.0;             ///< from every inner edge of a window (docs/domain.md 15.2)
}  // namespace camera

/// Two kinds of machine are this class.
enum class CameraKind { Position, Rates };
/// What the receiver does when the signal is lost.
enum class LossAnswer { KeepsLast, Values, NoPulses };
/// Where a stick corner is a command of the box: it arms by a switch alone, by a gesture on the ground, or by one that is heard in the air.
enum class ArmGesture { None, Ground, Always };

/// A mode of the box by its window, and what it holds with the sticks let go; "home" is return home.
struct HeldMode {
    std::string id;
    bool angle = true, height = false, position = false;
    std::string seen;  ///< the sign that the box gave when it was entered, in the pilot's own words; empty: not seen yet
    // what full stick asks for, as the box's sheet says: of the three the one that belongs to what the mode holds (`fullStick`)
    std::optional<double> leanDeg, speedMs, turnDegS;
    bool operator==(const HeldMode&) const = default;
};

struct Camera {
    CameraKind kind = CameraKind::Position;
    double armMm = 225.0;  ///< hub to each motor
    double propMm = 240.0;
    ClockwisePair pair = ClockwisePair::FrontRight;
    double hoverPct = 50.0;               ///< throttle that hovers where the box does not hold height, 0 … 100
    std::optional<double> returnHeightM;  ///< above what stands around
    bool homeStored = true;               ///< the box stores where it starts, before take-off
    ArmGesture gesture = ArmGesture::Ground;
    std::vector<HeldMode> modes;
    // in the transmitter
    LossAnswer loss = LossAnswer::KeepsLast;
    bool operator==(const Camera&) const = default;
};

[[nodiscard]] const AircraftClass& cameraClass();
[[nodiscard]] bool isCamera(const Setup& setup);
/// @throws std::logic_error if it is another aircraft: only what belongs to this class asks
[[nodiscard]] const Camera& cameraOf(const Machine& machine);
[[nodiscard]] Camera& cameraOf(Machine& machine);
[[nodiscard]] inline const Camera& cameraOf(const Setup& setup) { return cameraOf(setup.machine); }
[[nodiscard]] inline Camera& cameraOf(Setup& setup) { return cameraOf(setup.machine); }

/// The travel at which a channel of its transmitter reads full, on the transmitter's step.
[[nodiscard]] double fullTravelPct(const TransmitterProfile& transmitter, const ControllerProfile& box);
/// What a mode holds; nullptr where nobody said.
[[nodiscard]] const HeldMode* heldMode(const Camera& c, std::string_view window);
/// What the sticks ask for in a mode: a speed where it holds its place, else a lean where it holds its angle, else a rate of turn.
struct FullStick {
    const char* field;  ///< of the mode
    std::optional<double> HeldMode::*value;
    const char* unit;  ///< as it stands behind the number
    int decimals;
};
[[nodiscard]] const FullStick& fullStick(const HeldMode& mode);
/// "Anchor", "Return home".
[[nodiscard]] Message heldTitle(std::string_view window);
[[nodiscard]] Message elementName(const HeldMode& mode);

/// The windows of a family as the box hears them, from low to high, µs: readings turned into pulses.
[[nodiscard]] std::vector<ModeWindow> windowsUs(const Setup& setup, std::string_view family);

}  // namespace kh
