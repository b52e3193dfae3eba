// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <string>
#include <string_view>

namespace kh {

/// A text from a document, file name or profile as it may stand beside other text: on one line, without control characters and marks
/// that turn the direction of what follows; a text with letters that run from right to left is isolated, so that it keeps its order to
/// itself.
/// @param text  UTF-8
[[nodiscard]] std::string plainText(std::string_view text);

}  // namespace kh
