// SPDX-License-Identifier: GPL-3.0-or-later
//
// The real window on a copy of a demo document, driven by keys and clicks.
#pragma once

#include "app/shell/application.h"
#include "app/shell/mainwindow.h"
#include "app/shownitems.h"
#include "app/waiting.h"

#include <QMenu>
#include <QtTest>
#include <catch2/catch.hpp>

namespace khtest {

using namespace kh;
using namespace kh::app;

/// Does this to the next modal dialog of that kind, however long it takes to open.
template <class Dialog, class Do>
void whenOpen(QObject* context, Do what) {
    auto* look = new QTimer(context);
    QObject::connect(look, &QTimer::timeout, context, [look, what] {
        QWidget* top = QApplication::activePopupWidget() != nullptr ? QApplication::activePopupWidget() : QApplication::activeModalWidget();
        auto* dialog = qobject_cast<Dialog*>(top);
        if (dialog == nullptr || !dialog->isVisible()) return;
        look->stop();
        look->deleteLater();
        what(dialog);
    });
    look->start(5);
}

struct Bench {
    QTemporaryDir folder;
    QString file;
    QString opened;  ///< what the desktop was asked to open last
    MainWindow window;
    /// @param own  a data folder of the pilot's own, looked into first
    explicit Bench(const QString& model = QStringLiteral("turnstone-470"), const std::filesystem::path& own = {})
        : file(folder.filePath(model + QStringLiteral(".keel.json"))),
          window(Places{folder.filePath(QStringLiteral("state")),
                        own.empty() ? std::vector<std::filesystem::path>{KEELHAUL_SOURCE "/data"}
                                    : std::vector<std::filesystem::path>{own, KEELHAUL_SOURCE "/data"},
                        &shippedStations(), [this](const QUrl& url) {
                            opened = url.toLocalFile();
                            return true;
                        }}) {
        QFile::copy(QStringLiteral(KEELHAUL_SOURCE "/data/demo/%1.keel.json").arg(model), file);
        if (auto* net = qobject_cast<Application*>(qApp)) QObject::connect(net, &Application::caught, &window, &MainWindow::tellTrouble);
        window.setTheme(QStringLiteral("chart"));
        window.resize(1280, 800);
        window.show();
        REQUIRE(QTest::qWaitForWindowExposed(&window));
        REQUIRE(window.openFile(file));
        settle();
    }
    static void settle() {
        for (int i = 0; i < 4; ++i) QApplication::processEvents();
    }
    session::Workspace& w() { return window.workspace(); }
    void go(Station s) {
        w().setStation(s);
        settle();
    }
    void click(ItemView* view, const QString& id) {
        settle();
        bringIntoSight(view, id);
        const std::optional<Item> item = shownItem(view, id);
        INFO(id.toStdString());
        REQUIRE(item.has_value());
        const QPoint at = item->rect.center().toPoint();
        QWidget* hit = view->childAt(at) != nullptr ? view->childAt(at) : view;
        QTest::mouseClick(hit, Qt::LeftButton, {}, hit->mapFrom(view, at));
        settle();
    }
    void key(Qt::Key k, Qt::KeyboardModifiers m = {}) {
        QWidget* at = QApplication::focusWidget() != nullptr ? QApplication::focusWidget() : &window;
        QTest::keyClick(at, k, m);
        settle();
    }
    /// Until the plan of the document as it is has arrived.
    void planned() {
        waitUntil("the plan", [this] { return w().repair().fresh(); });
        settle();
    }
    void act(const char* id) {
        for (const char* waits : {"remedy", "take-typed"})
            if (std::string(id) == waits) planned();  // inert until then
        window.action(QString::fromLatin1(id))->trigger();
        settle();
    }
    QString stage(const char* id) {
        settle();
        const Item* item = window.deck()->item(QStringLiteral("stage-") + QString::fromLatin1(id));
        return item == nullptr ? QString() : item->value;
    }
    /// The switch proof of the present document, finished.
    const SwitchProof& proved() {
        waitUntil("the switch proof", [this] { return w().proof().state() != session::ProofRunner::State::Trying; });
        settle();
        return (*w().now().proof);
    }
    /// Goes to the cell of a field and types into it, as a pilot would.
    void type(const char* field, const QString& text) {
        INFO(field);
        REQUIRE(w().goToField(field));
        settle();
        window.page()->setFocus();
        window.page()->editSelected();
        REQUIRE(window.page()->editor() != nullptr);
        window.page()->editor()->setText(text);
        QTest::keyClick(window.page()->editor(), Qt::Key_Return);
        settle();
    }
    /// The same of a word that is chosen. @return whether the menu had it
    bool choose(const QString& caption) {
        window.page()->setFocus();
        window.page()->editSelected();
        auto* menu = window.page()->findChild<QMenu*>(QStringLiteral("choices"));
        REQUIRE(menu != nullptr);
        QAction* wanted = nullptr;
        for (QAction* a : menu->actions())
            if (a->text() == caption) wanted = a;
        if (wanted != nullptr) wanted->trigger();
        menu->close();
        delete menu;
        settle();
        return wanted != nullptr;
    }
    void selectRow(const char* id, int cell) {
        const auto& rows = w().page().rows;
        for (std::size_t r = 0; r < rows.size(); ++r)
            if (rows[r].id == id) w().select({static_cast<int>(r), cell, 0});
        settle();
    }
};

}  // namespace khtest
