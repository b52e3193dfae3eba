// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <QKeyEvent>
#include <QLineEdit>

namespace kh::app {

/// A line editor over a cell. Enter and Esc end with it: they do not reach the view beneath.
class CellEditor : public QLineEdit {
    Q_OBJECT
public:
    using QLineEdit::QLineEdit;

signals:
    void entered();
    void cancelled();

protected:
    void keyPressEvent(QKeyEvent* event) override {
        if (event->key() == Qt::Key_Return || event->key() == Qt::Key_Enter) {
            event->accept();
            emit entered();
        } else if (event->key() == Qt::Key_Escape) {
            event->accept();
            emit cancelled();
        } else {
            QLineEdit::keyPressEvent(event);
        }
    }
};

}  // namespace kh::app
