// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "session/boxbook.h"

#include <QListWidget>

namespace kh::app {

/// What is said of a box beside its name: "10 channels".
[[nodiscard]] QString boxNote(const AnyBox& box);

/// The boxes there are, by kind; of the one that is chosen who uses it and how far it is described.
class BoxList final : public QListWidget {
    Q_OBJECT
public:
    explicit BoxList(QWidget* parent = nullptr);
    void show(const session::BoxBook& book);
    using QListWidget::show;

signals:
    void chosen(std::size_t index);  ///< its place in BoxBook::boxes()
};

}  // namespace kh::app
