// SPDX-License-Identifier: GPL-3.0-or-later
//
// What boxes cannot hold of a model exactly, and what that leaves at the machine.
#pragma once

#include "model/access.h"
#include "model/setup.h"

#include <optional>
#include <string>
#include <string_view>
#include <vector>

namespace kh {

struct Rounding {
    std::string path;
    FieldValue held;  ///< in place of what is wanted
    Message text;     ///< "Rudder: travel high: 104.3 % wanted, 104 % stands in Halyard 10"
    Message leaves;   ///< "tail blade: +12.1° before, +12.0° now; Normal: …", or that nothing is left
};
/// Of one field; nothing where its box holds it as it is.
[[nodiscard]] std::optional<Rounding> roundingOf(const Setup& setup, std::string_view path);
/// Of every setting, in the document's order.
[[nodiscard]] std::vector<Rounding> roundings(const Setup& setup);
/// Why lines of a field: how its box is told it, and what it makes of the value.
[[nodiscard]] std::vector<Message> boxLines(const Setup& setup, std::string_view path);

}  // namespace kh
