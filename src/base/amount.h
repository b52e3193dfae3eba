// SPDX-License-Identifier: GPL-3.0-or-later
//
// A quantity in the writing of the box it is typed into. Inside, everything stands in the program's own units; an amount carries the
// scale it is shown on, fixed when it is made, so that rendering needs no document and one sentence can name two boxes.
#pragma once

#include <memory>
#include <string>

namespace kh {

/// How a box writes a quantity. Never changed once it is made: all amounts of a field share it.
struct Scale {
    enum class Writing {
        Number,
        ModePercent,  ///< a gain as its mode and a size: "H 44", "R 35"
        ModeTravel    ///< the same as a travel: "H 44 %"
    };
    std::string unit;     ///< as it is shown; may be empty
    double factor = 1.0;  ///< shown = factor · value + offset
    double offset = 0.0;
    int decimals = 0;        ///< at most so many are shown
    bool sign = false;       ///< + is written: there are values below 0
    bool wholeBare = false;  ///< a whole number is shown without decimals: 105 %, 180°
    double step = 0.0;       ///< of the box, as shown; 0: none
    Writing writing = Writing::Number;
    bool operator==(const Scale&) const = default;

    /// A value of the program's as the box shows it, not rounded; of a gain with its mode: its size.
    [[nodiscard]] double shown(double value) const;
    /// The program's value of what the box shows; the inverse of shown but for gains with their mode.
    [[nodiscard]] double value(double shownNumber) const { return (shownNumber - offset) / factor; }
};
using ScaleRef = std::shared_ptr<const Scale>;

struct Amount {
    enum class Kind {
        Value,
        Difference,  ///< of two values: no offset, always signed
        Step,        ///< the size of one: no offset, no sign
        Spread       ///< as far to both sides: "±100", or "0 … 100" on a scale that begins elsewhere
    };
    double value = 0.0;  ///< in the program's units
    ScaleRef scale;
    Kind kind = Kind::Value;
    bool bare = false;  ///< without its unit, which stands beside it
};

/// Without its unit.
[[nodiscard]] inline Amount bare(Amount amount) {
    amount.bare = true;
    return amount;
}

}  // namespace kh
