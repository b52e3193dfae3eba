// SPDX-License-Identifier: GPL-3.0-or-later
//
// A dialog for a new model, answered by keys that are counted; and whether a picture shows anything.
#pragma once

#include <QComboBox>
#include <QDialog>
#include <QImage>
#include <QLineEdit>
#include <QtTest>
#include <catch2/catch.hpp>

namespace khtest {

class AnsweredDialog {
public:
    AnsweredDialog(QDialog* dialog, int& keys) : dialog_(dialog), keys_(keys) {}
    void type(const char* name, const QString& text) {
        auto* field = dialog_->findChild<QLineEdit*>(QString::fromLatin1(name));
        field->setFocus();
        field->selectAll();
        QTest::keyClicks(field, text);
        keys_ += static_cast<int>(text.size()) + 1;
    }
    void choose(const char* name, const QString& text) {
        auto* box = dialog_->findChild<QComboBox*>(QString::fromLatin1(name));
        box->setFocus();
        ++keys_;
        for (int i = 0; i < box->count() && box->currentText() != text; ++i, ++keys_) QTest::keyClick(box, Qt::Key_Down);
        CHECK(box->currentText() == text);
    }
    void tick(const char* name) {
        QTest::keyClick(dialog_->findChild<QWidget*>(QString::fromLatin1(name)), Qt::Key_Space);
        keys_ += 2;
    }
    void enter(const char* name) {
        QTest::keyClick(dialog_->findChild<QWidget*>(QString::fromLatin1(name)), Qt::Key_Return);
        ++keys_;
    }

private:
    QDialog* dialog_;
    int& keys_;
};

/// Whether there is anything but one colour in a picture.
inline bool anythingDrawn(const QImage& image) {
    for (int y = 0; y < image.height(); y += 3)
        for (int x = 0; x < image.width(); x += 3)
            if (image.pixel(x, y) != image.pixel(0, 0)) return true;
    return false;
}

}  // namespace khtest
