// SPDX-License-Identifier: GPL-3.0-or-later
//
// A class of aircraft: what the rest of the program knows of it. Its facts are a value of its own type; its functions, their
// sticks and directions are a table.
#pragma once

#include "base/message.h"
#include "base/shared.h"

#include <array>
#include <cstdint>
#include <functional>
#include <memory>
#include <optional>
#include <span>
#include <string>
#include <string_view>
#include <vector>

namespace kh {

class FieldVisitor;
struct AircraftClass;
struct AxisRates;
struct ControllerProfile;
struct Edit;
struct DirectionSettings;
struct FlightMode;
struct Machine;
struct ServoProfile;
struct Setup;
struct StickTrims;

/// A function of the radio link by its place in its class's table.
enum class Function : std::uint8_t {};
inline constexpr std::size_t kMaxFunctions = 8;
[[nodiscard]] constexpr std::size_t indexOf(Function f) { return static_cast<std::size_t>(f); }

/// Stick positions, each −1 … +1 (signs: conventions.h).
struct Sticks {
    double collective = -1.0;
    double aileron = 0.0;
    double elevator = 0.0;
    double rudder = 0.0;
    bool operator==(const Sticks&) const = default;
};

/// What a demand turns the machine about.
enum class TurnAxis : std::uint8_t { Roll, Pitch, Yaw };

/// What makes a function's value.
enum class FunctionSource : std::uint8_t {
    Rated,     ///< a stick through rate and expo
    Pitch,     ///< the collective stick through the mode's pitch curve
    Throttle,  ///< the same through its throttle curve, hold, cut and kill
    Gain,      ///< the mode's tail gain, or a step's
    Places     ///< what its channel sends at the place of a switch (model/carried.h)
};

/// One function: where its value comes from, what the boxes hold of it.
struct FunctionEntry {
    const char* id;     ///< of its channel in documents: "aileron"
    const char* title;  ///< of its channel: "Aileron"
    FunctionSource source;
    double Sticks::*stick = nullptr;               ///< that moves it; none: the gain
    AxisRates FlightMode::*rates = nullptr;        ///< of Rated
    double StickTrims::*trimPct = nullptr;         ///< none: no trim lever
    bool DirectionSettings::*reversed = nullptr;   ///< in the controller; none: it has no direction there
    std::optional<TurnAxis> turns = std::nullopt;  ///< what its demand turns in flight; none: nothing
    bool demandOfFull = false;                     ///< its demand is shown as a share of full stick's
    std::span<const char* const> fields = {};      ///< patterns whose findings its trace shows best, and all below them
};

/// Servos aboard, as boxes and their data sheets are chosen.
struct ServoPlace {
    const char* group;  ///< those of one group get the same servo: "plate", "tail"
    const char* title;  ///< of the group: "Plate servos"
    std::string path;   ///< of its data sheet
};

/// Facts of one class of aircraft, held without their type.
class AircraftFacts {
public:
    AircraftFacts() = default;
    AircraftFacts(const AircraftFacts&) = default;
    AircraftFacts& operator=(const AircraftFacts&) = default;
    virtual ~AircraftFacts() = default;
    [[nodiscard]] virtual std::unique_ptr<AircraftFacts> copy() const = 0;
    /// @param other  of the same class
    [[nodiscard]] virtual bool same(const AircraftFacts& other) const = 0;
    [[nodiscard]] virtual const AircraftClass& of() const = 0;
    /// Every field, in file order (model/fields.h).
    virtual void describe(FieldVisitor& visitor) = 0;
    /// Where fields lie: the same address in every description of this value.
    [[nodiscard]] virtual void* base() = 0;
    virtual void eachServo(const std::function<void(const ServoPlace&, Shared<ServoProfile>&)>& take) = 0;
    /// Length of the main blades where they can be folded side by side, mm: then the gap of their tips reads as an angle.
    [[nodiscard]] virtual std::optional<double> foldedBladeMm() const { return std::nullopt; }
    /// Forgets what is true of one machine alone, not of its kind.
    virtual void makeTemplate() = 0;
};

/// Facts of a class as a value; a new one is of the first class there is.
class Aircraft {
public:
    Aircraft();
    explicit Aircraft(std::unique_ptr<AircraftFacts> facts) : facts_(std::move(facts)) {}
    Aircraft(const Aircraft& other) : facts_(other.facts_->copy()) {}
    Aircraft(Aircraft&&) noexcept = default;
    Aircraft& operator=(const Aircraft& other) { return *this = Aircraft(other); }
    Aircraft& operator=(Aircraft&&) noexcept = default;
    ~Aircraft() = default;
    bool operator==(const Aircraft& other) const { return &of() == &other.of() && facts_->same(*other.facts_); }
    [[nodiscard]] const AircraftClass& of() const { return facts_->of(); }
    [[nodiscard]] AircraftFacts& facts() { return *facts_; }
    [[nodiscard]] const AircraftFacts& facts() const { return *facts_; }

private:
    std::unique_ptr<AircraftFacts> facts_;
};

/// What a machine makes of the yaw gyro's demand, where settings or how it is built can turn it over.
struct YawPath {
    const char* row;                                                         ///< that proves it by the stick
    double (*way)(const Setup& setup);                                       ///< +1 as it must be, −1 the other way
    std::vector<std::vector<Edit>> (*cures)(const Setup& setup);             ///< what sets it right, the best first; none: it is
    Message (*cureText)(const Setup& setup, const std::vector<Edit>& cure);  ///< in the second person
    /// What to enter where the machine turns the other way than recorded, with what then sets it right; nothing if it cannot.
    std::optional<std::vector<Edit>> (*otherwise)(const Setup& setup);
};

/// A property of the switch proof that one class asks beside the shared ones. The rules of its stations that name it judge it; what they
/// look through is every place of the switches.
struct OwnProperty {
    const char* id;     ///< "P11" …
    const char* title;  ///< what holds, in a few words
    const char* holds;  ///< the same as a sentence, once it is established
};

struct AircraftClass {
    const char* id;  ///< as documents hold it; one without is a helicopter's
    std::span<const FunctionEntry> functions;
    std::unique_ptr<AircraftFacts> (*blank)();
    const char* modelType = "helicopter";  ///< the transmitter's model memory it needs
    Function usual{};                      ///< whose trace shows what belongs to none
    std::span<const Function> mixed = {};  ///< elevator, aileron, collective where a transmitter's swash mix acts on them; else none

    std::span<const char* const> gyros = {};  ///< traces of its gyros: roll, pitch, yaw; they stand behind the functions
    const YawPath* yaw = nullptr;             ///< none: nothing turns the yaw gyro's demand over
    double governedFromStick = -1.0;  ///< below it a mode that is not flown inverted may idle: the ramp from an idle is no second value
    bool autorotates = true;          ///< else hold in the air is a fall, and nothing asks what it flies like
    bool holds = true;                ///< the throttle has a hold; else cut is what keeps it off when the transmitter is switched on
    std::array<double, 2> (*supplyA)(const Machine& machine) =
        nullptr;                                              ///< receiver supply at least, continuous and peak; none: not judged
    bool (*flownBy)(const ControllerProfile& box) = nullptr;  ///< which boxes such a machine can be flown by; none: any
    std::span<const char* const> needsOfBox = {};             ///< what a box must hold to fly it, as words
    std::span<const char* const> notAsked = {};               ///< topics (model/topics.h) boxes have, and such a machine no use for
    std::span<const char* const> notProved = {};              ///< shared properties of the switch proof that it has no use for
    std::span<const OwnProperty> proves = {};                 ///< and those only it asks; its rules then speak of the shared ones too

    [[nodiscard]] std::size_t functionCount() const { return functions.size(); }
    /// All that can be traced: functions, then gyros.
    [[nodiscard]] std::size_t tracedCount() const { return functions.size() + gyros.size(); }
    [[nodiscard]] bool isGyro(Function f) const { return indexOf(f) >= functions.size(); }
    [[nodiscard]] const char* tracedName(Function f) const {
        return isGyro(f) ? gyros[indexOf(f) - functions.size()] : functions[indexOf(f)].id;
    }
    [[nodiscard]] Function gyro(std::size_t axis) const { return static_cast<Function>(functions.size() + axis); }
    /// The function of that source, the first if there are several.
    [[nodiscard]] std::optional<Function> first(FunctionSource source) const;
    [[nodiscard]] std::optional<Function> find(std::string_view id) const;
    [[nodiscard]] const FunctionEntry& entry(Function f) const { return functions[indexOf(f)]; }
};

/// Every class there is, the one that ships as the usual first.
[[nodiscard]] std::span<const AircraftClass* const> aircraftClasses();
/// @return nullptr if there is none of that id
[[nodiscard]] const AircraftClass* aircraftClass(std::string_view id);
/// For a class that does not ship: it must be there before its documents are.
/// @throws std::logic_error if it has no function or too many, or if the boxes would not find its throttle and collective by name
void addAircraftClass(const AircraftClass& added);

/// What each class of aircraft brings, by class; Entry has `const AircraftClass& of`.
template <class Entry>
class ByAircraft {
public:
    explicit ByAircraft(const Entry& first) : all_{&first} {}
    /// @return nullptr if nothing was brought for it
    [[nodiscard]] const Entry* find(const AircraftClass& aircraft) const {
        for (const Entry* e : all_)
            if (&e->of == &aircraft) return e;
        return nullptr;
    }
    [[nodiscard]] std::span<const Entry* const> all() const { return all_; }
    /// A second one for a class is left out.
    void add(const Entry& added) {
        if (find(added.of) == nullptr) all_.push_back(&added);
    }

private:
    std::vector<const Entry*> all_;
};

/// Facts of type T (a struct with `==`) as AircraftFacts; what else a class must say of them stands in the class that derives.
template <class T, class Derived>
class FactsOf : public AircraftFacts {
public:
    T value;
    [[nodiscard]] std::unique_ptr<AircraftFacts> copy() const override {
        return std::make_unique<Derived>(static_cast<const Derived&>(*this));
    }
    [[nodiscard]] bool same(const AircraftFacts& other) const override { return value == static_cast<const FactsOf&>(other).value; }
    [[nodiscard]] void* base() override { return &value; }
};

}  // namespace kh
