// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <QColor>
#include <QLabel>

namespace kh::app {

inline constexpr int kPaneMargin = 24;

/// A wrapping label in the size and colour of the design.
[[nodiscard]] QLabel* textLabel(const QString& text, int px, bool bold, const QColor& colour);

}  // namespace kh::app
