// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <QMessageBox>
#include <utility>
#include <vector>

namespace kh::app {

/// A question whose words are plain, whatever a document or a file name holds. Closed is Cancel.
/// @param called  what buttons are called, where yes and no would not tell what happens
[[nodiscard]] QMessageBox::StandardButton ask(QWidget* parent, const QString& title, const QString& text,
                                              QMessageBox::StandardButtons buttons, QMessageBox::StandardButton preferred,
                                              const std::vector<std::pair<QMessageBox::StandardButton, QString>>& called = {});

/// What to do about a file that another program changed.
enum class OutsideAnswer { Later, SaveAs, TakeTheirs, KeepMine };
/// @param differences  one line each; may be empty where the file cannot be read
/// @param readable     whether theirs can be taken
[[nodiscard]] OutsideAnswer askOutside(QWidget* parent, const QString& text, const QStringList& differences, bool readable);

}  // namespace kh::app
