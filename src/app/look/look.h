// SPDX-License-Identifier: GPL-3.0-or-later
//
// How plain widgets look in the window's theme: one style sheet, and the labels that take part in it.
#pragma once

#include <QLabel>

namespace kh::app {

/// Palette, font and style sheet of the theme in force, set on the application.
void applyLook();

/// What a label is for; its colours follow the theme.
enum class LabelLook { Caution, Muted, Refusal };
/// A wrapping label; a refusal is named "refusal" and hidden until it has something to say.
[[nodiscard]] QLabel* lookLabel(LabelLook look, const QString& text = {});

}  // namespace kh::app
