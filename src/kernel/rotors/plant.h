// SPDX-License-Identifier: GPL-3.0-or-later
//
// A variable-pitch quadrotor behind its controller: mix, four servos, four blades (docs/domain.md 15.1).
#pragma once

#include "kernel/chain.h"
#include "model/rotors/rotors.h"

namespace kh {

namespace rotors {

/// Faults of the machine and of the controller's settings for it.
inline constexpr auto LimitsTurned = static_cast<PatchKind>(16);  ///< `first`: port; both limits change sign
inline constexpr auto LeadsSwapped = static_cast<PatchKind>(17);  ///< `first`, `second`: ports
inline constexpr auto UnitTurned = static_cast<PatchKind>(18);    ///< `first`: rotor; its servo mounted the other way
inline constexpr auto PairTurned = static_cast<PatchKind>(19);    ///< the other pair told
inline constexpr auto YawFollows = static_cast<PatchKind>(20);    ///< a box that does, or does not, turn yaw over

/// Where each of the machine's numbers stands among the outputs.
enum class Output : std::uint8_t {
    Pulse,                   ///< by port, µs
    Arm = Pulse + kRotors,   ///< by rotor, °, from its neutral
    Blade = Arm + kRotors,   ///< by rotor, °
    Count = Blade + kRotors
};

}  // namespace rotors

struct RotorsInstant {
    FourRotors pulseUs{};  ///< by port
    FourRotors armDeg{};   ///< by rotor
    FourRotors bladeDeg{};
};
[[nodiscard]] RotorsInstant rotorsAt(const Instant& instant);

class RotorsPlant final : public Plant {
public:
    explicit RotorsPlant(const Setup& setup);
    void run(std::span<const double> demand, Outputs& out) const override;
    [[nodiscard]] std::span<const OutputEntry> outputs() const override;
    [[nodiscard]] double liftPitchDeg(const Outputs& out) const override;
    [[nodiscard]] double gaugedPitchDeg(const Outputs& out) const override;
    /// Of all four.
    [[nodiscard]] double liftN(double pitchDeg, double rpm) const override;
    [[nodiscard]] double tipMs(double rpm) const override;
    bool toggle(const Patch& patch) override;
    void addPatches(std::vector<Patch>& to) const override;

    /// For sticks as the box reads them, each −1 … +1.
    [[nodiscard]] RotorsInstant at(const RotorSticks& sticks) const;
    /// Of a rotor whose servo stands `offsetUs` beside its neutral, trim included.
    [[nodiscard]] double bladeDeg(std::size_t rotor, double offsetUs) const;
    /// Lift and moments of those blades at a speed.
    [[nodiscard]] RotorsMoment momentAt(const FourRotors& bladeDeg, double rpm) const;
    /// Index of the rotor that a port's lead goes to; kRotors if to none.
    [[nodiscard]] std::size_t rotorOfPort(std::size_t port) const { return ports_[port].rotor; }

private:
    struct CompiledPort {
        std::size_t rotor = kRotors;
        double trimUs = 0.0, plusUs = 0.0, minusUs = 0.0;
    };
    struct CompiledRotor {
        double mount = 1.0, side = 1.0, degPerUs = 0.1, rangeDeg = 60.0, centreUs = 1520.0;
        double armMm = 10.0, linkMm = 40.0, leverMm = 14.0, squareErrorDeg = 0.0, zeroErrorDeg = 0.0;
    };
    [[nodiscard]] double armDeg(const CompiledRotor& rotor, double pulseUs) const;

    std::array<CompiledPort, kRotors> ports_{};
    std::array<CompiledRotor, kRotors> rotors_{};
    RotorMix mix_;
    RotorFrame frame_;
    HoverIn rotor_;
    double centreUs_ = 1520.0;
};

/// The plant of a quadrotor's chain. @throws std::bad_cast if it is another aircraft's
[[nodiscard]] const RotorsPlant& rotorsIn(const ChainModel& model);
[[nodiscard]] const PlantClass& rotorsPlant();

}  // namespace kh
