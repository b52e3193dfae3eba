// SPDX-License-Identifier: GPL-3.0-or-later
//
// The machine behind the controller: what a class of aircraft makes of the demands. Numbers only.
#pragma once

#include "base/standing.h"
#include "model/setup.h"

#include <array>
#include <cstdint>
#include <memory>
#include <span>
#include <vector>

namespace kh {

/// A single fault or wrong setting; putting it in twice takes it out. Kinds from `OfPlant` on are a class's own.
enum class PatchKind : std::uint8_t {
    ChannelReversed,  ///< `first`: function; in the transmitter
    AxisReversed,     ///< `first`: function; in the controller
    MotorEndsTurned,  ///< ends learned the wrong way round
    OfPlant
};
struct Patch {
    PatchKind kind;
    std::size_t first = 0, second = 0;
};

inline constexpr std::size_t kMaxOutputs = 32;
/// What the machine does at one instant, by the table of its class.
using Outputs = std::array<double, kMaxOutputs>;

/// One output as it is shown behind the demand of a function.
struct OutputEntry {
    const char* id;    ///< stage id, for example "blade"
    const char* name;  ///< translatable caption
    Box box;
    const char* unit;
    int decimals;
    Function of;  ///< the function that moves it first
};

class Plant {
public:
    Plant() = default;
    Plant(const Plant&) = delete;
    Plant& operator=(const Plant&) = delete;
    virtual ~Plant() = default;
    /// @param demand  −1 … +1 by function, signed by the controller's directions
    virtual void run(std::span<const double> demand, Outputs& out) const = 0;
    /// What each of the outputs is, in their order.
    [[nodiscard]] virtual std::span<const OutputEntry> outputs() const = 0;
    /// The blade pitch that carries the machine, cyclic left out, in °.
    [[nodiscard]] virtual double liftPitchDeg(const Outputs& out) const = 0;
    /// The blade pitch where a gauge reads it, cyclic included, in °.
    [[nodiscard]] virtual double gaugedPitchDeg(const Outputs& out) const = 0;
    /// Thrust in N at that blade pitch and speed, 0 where it is not known.
    [[nodiscard]] virtual double liftN(double pitchDeg, double rpm) const = 0;
    /// Speed of the blade tips, m/s; negative where it is not known.
    [[nodiscard]] virtual double tipMs(double rpm) const = 0;
    /// @return false if the patch is none of its kinds
    virtual bool toggle(const Patch& patch) = 0;
    /// Every patch of its kinds it can be given.
    virtual void addPatches(std::vector<Patch>& to) const = 0;
};

/// How a class's plant is made.
struct PlantClass {
    const AircraftClass& of;
    /// @throws InputError naming the field that makes the chain impossible
    std::unique_ptr<Plant> (*make)(const Setup& setup);
    /// Makes the machine in `asked` one that the settings in `setup` fit.
    void (*fitMachine)(const Setup& setup, Setup& asked);
};
/// @throws std::logic_error if the class has none
[[nodiscard]] const PlantClass& plantOf(const AircraftClass& aircraft);
/// For a class that does not ship.
void addPlantClass(const PlantClass& added);

}  // namespace kh
