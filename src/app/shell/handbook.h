// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <QDialog>
#include <QTextBrowser>

namespace kh::app {

/// The handbook's pages, linked with each other; Back returns to the page before.
class Handbook : public QDialog {
    Q_OBJECT
public:
    /// @param folder  where the pages are; @param page  the one to begin with
    Handbook(QWidget* parent, const QString& folder, const QString& page);
    [[nodiscard]] QTextBrowser* text() { return text_; }

private:
    QTextBrowser* text_;
};

}  // namespace kh::app
