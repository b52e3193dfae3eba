// SPDX-License-Identifier: GPL-3.0-or-later
//
// The window at its boxes, with a data folder of the pilot's own; questions answered by keys as a manual says it.
#pragma once

#include "app/bench.h"
#include "app/boxes/boxesview.h"
#include "model/access.h"
#include "model/amounts.h"
#include "model/boxtables.h"

#include <QFile>
#include <QLineEdit>
#include <QPushButton>
#include <algorithm>
#include <catch2/catch.hpp>
#include <map>
#include <memory>

namespace khtest {

/// A data folder of the pilot's own, and the window on it.
struct Own {
    QTemporaryDir home;
    std::unique_ptr<Bench> bench;
    Own() {
        qputenv("XDG_DATA_HOME", home.path().toUtf8());
        bench = std::make_unique<Bench>(QStringLiteral("turnstone-470"), std::filesystem::path(home.path().toStdString()) / "keelhaul");
        bench->act("box-view");
        REQUIRE(view() != nullptr);
    }
    ~Own() {
        bench.reset();
        qunsetenv("XDG_DATA_HOME");
    }
    [[nodiscard]] BoxesView* view() const { return dynamic_cast<BoxesView*>(bench->window.bands()->view()); }
    [[nodiscard]] const BoxDraft& draft() const { return view()->book().draft(); }
    void describe(const char* plain) const {
        for (const session::ListedBox& b : view()->book().boxes())
            if (idOf(b.box) == plain) {
                view()->describe(AnyBox(b.box));
                Bench::settle();
                return;
            }
        FAIL("there is no such box");
    }
    template <class W>
    [[nodiscard]] W* field(const char* name) const {
        auto* found = view()->pane()->widget()->findChild<W*>(QString::fromUtf8(name));
        INFO(name);
        REQUIRE(found != nullptr);
        return found;
    }
    /// The first of what the palette offers.
    void chooseFirst() const {
        REQUIRE(bench->window.palette()->isVisible());
        QTest::keyClick(bench->window.palette()->field(), Qt::Key_Return);
        Bench::settle();
    }
    [[nodiscard]] QString text(const char* name) const {
        const auto* label = view()->pane()->widget()->findChild<QLabel*>(QString::fromUtf8(name));
        return label == nullptr || !label->isVisibleTo(view()) ? QString() : label->text();
    }
};

/// What a manual says: by question, its lines.
inline std::map<QString, QStringList> manual(const QString& id) {
    std::map<QString, QStringList> out;
    QFile file(QStringLiteral(KEELHAUL_SOURCE "/tests/boxes/answers/%1.txt").arg(id));
    REQUIRE(file.open(QIODevice::ReadOnly));
    QString at;
    for (const QString& line : QString::fromUtf8(file.readAll()).split(QLatin1Char('\n'))) {
        if (line.startsWith(QLatin1Char('#'))) continue;
        if (line.startsWith(QLatin1String("  "))) out[at] << line.mid(2);
        else if (!line.isEmpty()) out[at = line];
    }
    return out;
}

/// Answers the question that is shown, by keys, as the manual says it. @return keys pressed
inline int answer(const Own& own, const BoxQuestion& q, const QStringList& says) {
    BoxesView* v = own.view();
    int keys = 0;
    const auto press = [&](QWidget* at, Qt::Key k, Qt::KeyboardModifiers m = {}) {
        QTest::keyClick(at, k, m);
        Bench::settle();
        ++keys;
    };
    const auto enter = [&](QLineEdit* line, const QString& text) {
        line->setFocus();
        line->selectAll();
        if (text.isEmpty()) QTest::keyClick(line, Qt::Key_Backspace);
        else line->insert(text);
        keys += static_cast<int>(text.size());
        press(line, Qt::Key_Return);
    };
    switch (answerKind(q)) {
        case AnswerKind::Line: enter(own.field<QLineEdit>("answer"), says.isEmpty() ? QString() : says.front()); break;
        case AnswerKind::Pick: {
            QPushButton* wanted = nullptr;
            for (auto* b : v->pane()->widget()->findChildren<QPushButton*>())
                if (b->objectName().startsWith(QLatin1String("pick-")) && b->text() == says.front()) wanted = b;
            INFO(says.front().toStdString());
            REQUIRE(wanted != nullptr);
            wanted->setFocus();
            press(wanted, Qt::Key_Space);
            press(QApplication::focusWidget(), Qt::Key_Return);
            break;
        }
        case AnswerKind::Words: {
            const int count = own.field<QListWidget>("answer-words")->count();
            for (int i = 0; i < count; ++i) {
                auto* list = own.field<QListWidget>("answer-words");
                list->setFocus();
                list->setCurrentRow(i);
                if ((list->item(i)->checkState() == Qt::Checked) != says.contains(list->item(i)->text())) press(list, Qt::Key_Space);
            }
            press(own.field<QListWidget>("answer-words"), Qt::Key_Return);
            break;
        }
        case AnswerKind::Order:
            for (int to = 0; to < says.size(); ++to)
                for (;;) {
                    auto* list = own.field<QListWidget>("answer-words");
                    int from = 0;
                    while (list->item(from)->text() != says[to]) REQUIRE(++from < list->count());
                    if (from <= to) break;
                    list->setFocus();
                    list->setCurrentRow(from);
                    press(list, Qt::Key_Up, Qt::AltModifier);
                }
            press(own.field<QListWidget>("answer-words"), Qt::Key_Return);
            break;
        case AnswerKind::Table: {
            own.bench->window.setUpdatesEnabled(false);  // what each cell leaves is painted once, at the end
            auto* table = own.field<QTableView>("answer-table");
            const auto* model = qobject_cast<BoxTableModel*>(table->model());
            table->setFocus();
            while (model->begun() > 0) {
                table->setCurrentIndex(model->index(0, 0));
                press(table, Qt::Key_Delete);
                table = own.field<QTableView>("answer-table");
                model = qobject_cast<BoxTableModel*>(table->model());
            }
            for (int row = 0; row < says.size(); ++row) {
                const QStringList cells = says[row].split(QStringLiteral(" | "));
                // a page is reached from one that stands before it, and least, most and value in an order that holds
                for (int c = 0; c < cells.size(); ++c) {
                    const QModelIndex at = model->index(row, c);
                    if (cells[c].trimmed().isEmpty() || at.data().toString() == cells[c].trimmed()) continue;
                    table->setCurrentIndex(at);
                    table->edit(at);
                    auto* cell = qobject_cast<QLineEdit*>(QApplication::focusWidget());
                    REQUIRE(cell != nullptr);
                    cell->setText(cells[c].trimmed());
                    keys += static_cast<int>(cells[c].size());
                    press(cell, Qt::Key_Return);
                    INFO(own.text("refusal").toStdString());
                    CHECK(model->index(row, c).data().toString().toStdString() == cells[c].trimmed().toStdString());
                }
            }
            own.bench->window.setUpdatesEnabled(true);
            table->setFocus();
            press(table, Qt::Key_Return);
            break;
        }
    }
    return keys;
}

}  // namespace khtest
