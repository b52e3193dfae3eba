// SPDX-License-Identifier: GPL-3.0-or-later
//
// Measured beats computed (docs/domain.md 11, 14): what a reading says of the model's figure, carried to the settings of now.
#pragma once

#include "kernel/chain.h"
#include "stations/kit/benchwork.h"
#include "stations/kit/row.h"

#include <functional>

namespace kh {

/// A reading, in the unit of the figure, beside what the model says under the settings it was read under.
struct Calibration {
    double read = 0.0, modelled = 0.0;
    /// An angle of the model as the reading puts it: sines stay in proportion, in °.
    [[nodiscard]] double angleDeg(double modelDeg) const;
    /// A share of the model as the reading puts it.
    [[nodiscard]] double share(double model) const { return model * read / modelled; }
    /// A value of the model, shifted as far as the reading lay off.
    [[nodiscard]] double shifted(double model) const { return model + read - modelled; }
};

/// The newest reading that still speaks of the machine as it is: none before the last work by hand, none under lengths that
/// have changed since, none taken in the flying state, none that does not say what stood in the setting it was read for.
[[nodiscard]] const Reading* speakingReading(const Setup& setup, const BenchWork& solver, std::string_view what);
/// The machine and boxes as they stood when a reading was taken, as far as it was written down.
[[nodiscard]] Setup asRead(const Setup& setup, const Reading& reading);

/// A row that shows what was read: it is *measured*, with the reading's instrument. @param reading  nullptr: nothing was read
[[nodiscard]] Row readRow(Row row, const Reading* reading);

}  // namespace kh
