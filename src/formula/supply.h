// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <optional>

namespace kh {

inline constexpr double kLeastSupplyVolts = 5.0;  ///< never less, all sticks stirred (docs/domain.md 8)
inline constexpr double kSupplyDipVolts = 0.5;    ///< allowed while they are

/// A receiver supply under load.
struct SupplyDip {
    double dipVolts = 0.0;
    double lowestVolts = 0.0;
    bool deep = false;  ///< dips by more than is allowed
    bool low = false;   ///< falls below the least
};
/// @param restVolts  sticks untouched, above 0
/// @param stirredVolts, tailVolts  lowest with all sticks stirred for 10 s, and with the tail held hard over, above 0
/// @throws InputError naming `restVolts`, `stirredVolts` or `tailVolts`
[[nodiscard]] SupplyDip supplyDip(double restVolts, const std::optional<double>& stirredVolts, const std::optional<double>& tailVolts);

inline constexpr double kCellSpreadNoteVolts = 0.05;    ///< between cells: worth a look
inline constexpr double kCellSpreadGroundVolts = 0.10;  ///< do not fly

}  // namespace kh
