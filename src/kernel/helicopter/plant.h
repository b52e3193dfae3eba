// SPDX-License-Identifier: GPL-3.0-or-later
//
// A helicopter behind its controller: plate and blades, tail.
#pragma once

#include "formula/linkage.h"
#include "formula/plate.h"
#include "formula/rotor.h"
#include "kernel/chain.h"
#include "model/helicopter/functions.h"
#include "model/helicopter/helicopter.h"

namespace kh {

namespace heli {

/// Faults of the machine and of the controller's settings for it.
inline constexpr auto PortReversed = static_cast<PatchKind>(16);      ///< `first`: port
inline constexpr auto PortsSwapped = static_cast<PatchKind>(17);      ///< `first`, `second`: ports whose leads are swapped
inline constexpr auto ServoTurned = static_cast<PatchKind>(18);       ///< `first`: machine servo mounted the other way
inline constexpr auto ServoDead = static_cast<PatchKind>(19);         ///< `first`: machine servo that stays at its neutral
inline constexpr auto CollectiveTurned = static_cast<PatchKind>(20);  ///< sign of the collective range
inline constexpr auto LinkSideTurned = static_cast<PatchKind>(21);    ///< blade link on the other side
inline constexpr auto TailReversed = static_cast<PatchKind>(22);      ///< tail servo direction in the controller
inline constexpr auto TailServoTurned = static_cast<PatchKind>(23);   ///< tail servo mounted the other way

/// Where each of the machine's numbers stands among the outputs.
enum class Output : std::uint8_t {
    ServoPulse,                           ///< of each plate servo, µs
    ServoArm = ServoPulse + kMaxBalls,    ///< °
    ServoBall = ServoArm + kMaxBalls,     ///< mm
    PlateHeight = ServoBall + kMaxBalls,  ///< mm
    PlateForward,                         ///< sine of the tilt
    PlateRight,
    Fight,                  ///< mm
    Blade,                  ///< at azimuths 0, 90, 180, 270, °
    TailPulse = Blade + 4,  ///< µs
    TailArm,                ///< °
    Slider,                 ///< mm
    TailPitch,              ///< °
    Count
};

}  // namespace heli

struct ServoInstant {
    double pulseUs = 0.0;
    double armDeg = 0.0;
    double ballMm = 0.0;
};

/// A helicopter's outputs by name.
struct HelicopterInstant {
    std::array<ServoInstant, kMaxBalls> servos{};  ///< by the machine's plate servos
    Plane plate;
    double fightMm = 0.0;
    std::array<double, 4> bladeDeg{};  ///< at azimuths 0, 90, 180, 270
    double tailPulseUs = 0.0;
    double tailArmDeg = 0.0;
    double sliderMm = 0.0;
    double tailPitchDeg = 0.0;
};
[[nodiscard]] HelicopterInstant helicopterAt(const Instant& instant);

/// Plane and servos for given demands (set-up state): the part after `demand`.
struct PlateInstant {
    std::array<ServoInstant, kMaxBalls> servos{};
    std::array<double, kMaxBalls> deflection{};  ///< by port
    Plane plate;
    double fightMm = 0.0;
};
struct TailInstant {
    double pulseUs = 0.0, armDeg = 0.0, sliderMm = 0.0, pitchDeg = 0.0;
};

class HelicopterPlant final : public Plant {
public:
    explicit HelicopterPlant(const Setup& setup);
    void run(std::span<const double> demand, Outputs& out) const override;
    [[nodiscard]] std::span<const OutputEntry> outputs() const override;
    [[nodiscard]] double liftPitchDeg(const Outputs& out) const override;
    /// Over the boom.
    [[nodiscard]] double gaugedPitchDeg(const Outputs& out) const override;
    /// The hover formula, inverted.
    [[nodiscard]] double liftN(double pitchDeg, double rpm) const override;
    [[nodiscard]] double tipMs(double rpm) const override;
    bool toggle(const Patch& patch) override;
    void addPatches(std::vector<Patch>& to) const override;

    [[nodiscard]] PlateInstant plateAt(double collective, double aileron, double elevator) const;
    /// The tail for a demand, −1 … +1.
    [[nodiscard]] TailInstant tailAt(double rudder) const;
    /// Blade pitch at a blade azimuth, limited to what the grip lever can reach.
    [[nodiscard]] double bladeAt(const Plane& plane, double azimuthDeg) const;
    [[nodiscard]] std::size_t servoCount() const { return servos_.size(); }
    [[nodiscard]] std::size_t portCount() const { return ports_.size(); }
    /// Index of the machine servo that port drives, or servoCount() if none.
    [[nodiscard]] std::size_t servoOfPort(std::size_t port) const { return ports_[port].servo; }

private:
    struct CompiledPort {
        double cosPsi = 0.0, sinPsi = 0.0;
        double direction = 1.0, trimUs = 0.0;
        std::size_t servo = kMaxBalls;  ///< machine servo that is plugged in
        double onCollective = 0.0, onElevator = 0.0, onAileron = 0.0;
    };
    struct CompiledServo {
        double mount = 1.0, centreUs = 1520.0, degPerUs = 0.1, rangeDeg = 60.0;
        double armMm = 14.0, linkMm = 40.0, squareErrorDeg = 0.0;
        bool dead = false;  ///< a patch: does not move
    };
    void compilePlate(const Setup& setup);
    void placeBlades();

    std::vector<CompiledPort> ports_;
    std::vector<CompiledServo> servos_;
    PlateFitter fitter_;
    double strokeUs_ = 400.0, centreUs_ = 1520.0;
    double collectiveHigh_ = 0.0, collectiveLow_ = 0.0, collectiveTrim_ = 0.0, cyclicGain_ = 0.0, cyclicLimit_ = 1.0;
    BladeLinkage blade_;
    double bladePhaseDeg_ = 0.0;
    std::array<double, 4> bladeCos_{}, bladeSin_{};
    ControllerTail tail_;
    TailFacts tailFacts_;
    double tailStrokeUs_ = 400.0, tailNeutralMm_ = 0.0;
    HoverIn rotor_;
};

/// The helicopter at the end of a chain, asked by what the controller makes of a demand or by what it reads.
class HelicopterEnd {
public:
    explicit HelicopterEnd(const ChainModel& model);
    [[nodiscard]] PlateInstant plateAt(double collective, double aileron, double elevator) const {
        return plant_.plateAt(collective, aileron, elevator);
    }
    /// @param collective, aileron, elevator  readings, −1 … +1: each axis is signed by its direction
    [[nodiscard]] PlateInstant plateAtReading(double collective, double aileron, double elevator) const {
        return plant_.plateAt(collective * model_.direction(heli::Collective), aileron * model_.direction(heli::Aileron),
                              elevator * model_.direction(heli::Elevator));
    }
    [[nodiscard]] TailInstant tailAt(double rudder) const { return plant_.tailAt(rudder); }
    [[nodiscard]] TailInstant tailAtReading(double rudder) const { return plant_.tailAt(rudder * model_.direction(heli::Rudder)); }
    [[nodiscard]] double bladeAt(const Plane& plane, double azimuthDeg) const { return plant_.bladeAt(plane, azimuthDeg); }
    [[nodiscard]] std::size_t servoCount() const { return plant_.servoCount(); }
    [[nodiscard]] std::size_t portCount() const { return plant_.portCount(); }
    [[nodiscard]] std::size_t servoOfPort(std::size_t port) const { return plant_.servoOfPort(port); }

private:
    const ChainModel& model_;
    const HelicopterPlant& plant_;
};
/// @throws std::logic_error if the chain ends in another aircraft
[[nodiscard]] inline HelicopterEnd helicopterIn(const ChainModel& model) { return HelicopterEnd(model); }

[[nodiscard]] const PlantClass& helicopterPlant();

}  // namespace kh
