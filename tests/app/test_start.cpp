// SPDX-License-Identifier: GPL-3.0-or-later
//
// How the program starts: a second start beside a window that runs, and the demo models.
#include "app/bench.h"
#include "app/shell/demo.h"
#include "app/shell/desktop.h"
#include "app/shell/instance.h"
#include "io/library.h"

#include <QLocalServer>
#include <QLocalSocket>
#include <thread>

namespace start_tests {

using namespace kh;
using namespace kh::app;
using khtest::Bench;

namespace {

/// A second start, as another process would make it, while this one handles its events.
bool secondStart(const QString& socket, const QString& file, int patienceMs = 60000) {
    bool opened = false;
    std::atomic<bool> done = false;
    std::thread other([&] {
        opened = Instance::handOver(socket, file, patienceMs);
        done = true;
    });
    khtest::waitUntil("the second start", [&] { return done.load(); });
    other.join();
    return opened;
}

}  // namespace

TEST_CASE("a second start hands its file over, and is told whether it was opened") {
    Bench b;
    const QString socket = b.folder.filePath(QStringLiteral("window.sock"));
    const QString other = b.folder.filePath(QStringLiteral("dunlin.keel.json"));
    REQUIRE(QFile::copy(QStringLiteral(KEELHAUL_SOURCE "/data/demo/dunlin-380.keel.json"), other));
    CHECK_FALSE(secondStart(socket, other));  // nobody there
    const Instance instance(socket, [&](const QString& file) { return b.window.openFromOutside(file); });
    REQUIRE(instance.listening());
    CHECK(secondStart(socket, other));
    CHECK(b.w().setup().machine.name == "Dunlin 380");
    CHECK_FALSE(secondStart(socket, b.folder.filePath(QStringLiteral("none.keel.json"))));
    // with changes that are not saved the running window keeps what it has, and says so
    b.w().document().edit(QStringLiteral("mass"), {{"machine.massKg", 2.9}});
    CHECK_FALSE(secondStart(socket, b.file));
    CHECK(b.w().setup().machine.name == "Dunlin 380");
    CHECK(b.w().setup().machine.massKg == 2.9);
    CHECK(secondStart(socket, other));  // it is the one that is open
}

TEST_CASE("a second start takes no document from under what is being typed") {
    Bench b;
    const QString other = b.folder.filePath(QStringLiteral("dunlin.keel.json"));
    REQUIRE(QFile::copy(QStringLiteral(KEELHAUL_SOURCE "/data/demo/dunlin-380.keel.json"), other));
    b.go(Station::Airframe);
    b.selectRow("mass", 2);
    b.key(Qt::Key_Return);
    REQUIRE(b.window.page()->editor() != nullptr);
    b.window.page()->editor()->setText(QStringLiteral("2.4"));
    CHECK_FALSE(b.window.openFromOutside(other));
    REQUIRE(b.window.page()->editor() != nullptr);
    CHECK(b.window.page()->editor()->text() == QStringLiteral("2.4"));
    QTest::keyClick(b.window.page()->editor(), Qt::Key_Escape);
    b.go(Station::Modes);
    b.act("go-bench");
    b.key(Qt::Key_Return);
    REQUIRE(b.window.curves()->editor() != nullptr);
    CHECK_FALSE(b.window.openFromOutside(other));
    QTest::keyClick(b.window.curves()->editor(), Qt::Key_Escape);
    CHECK(b.window.openFromOutside(other));
    CHECK(b.w().setup().machine.name == "Dunlin 380");
}

TEST_CASE("a window that runs keeps its socket; one that was killed leaves nothing in the way") {
    Bench b;
    const QString socket = b.folder.filePath(QStringLiteral("window.sock"));
    int asked = 0;
    const Instance first(socket, [&](const QString&) { return ++asked > 0; });
    REQUIRE(first.listening());
    const Instance second(socket, [](const QString&) { return false; });
    CHECK_FALSE(second.listening());
    CHECK(secondStart(socket, b.file));
    CHECK(asked == 1);
    const QString dead = b.folder.filePath(QStringLiteral("dead.sock"));
    io::writeFileAtomically(dead.toStdString(), "");  // no one listens behind it
    const Instance third(dead, [](const QString&) { return true; });
    CHECK(third.listening());
    CHECK_FALSE(Instance(QString(), [](const QString&) { return true; }).listening());
}

TEST_CASE("a peer that says nothing, and one that says something else, open nothing") {
    Bench b;
    QLocalServer silent;
    const QString socket = b.folder.filePath(QStringLiteral("silent.sock"));
    REQUIRE(silent.listen(socket));
    CHECK_FALSE(secondStart(socket, b.file, 50));
    Instance instance(b.folder.filePath(QStringLiteral("window.sock")), [](const QString&) { return true; });
    for (const char* said : {"\n", "[]\n", "{\"open\":3}\n", "{\"open\":\n"}) {
        QLocalSocket peer;
        peer.connectToServer(b.folder.filePath(QStringLiteral("window.sock")));
        REQUIRE(peer.waitForConnected());
        peer.write(said);
        khtest::waitUntil("an answer", [&] { return peer.canReadLine(); });
        CHECK(peer.readLine().contains("false"));
    }
}

TEST_CASE("the demo models are the pilot's own copies: what was saved in them stays") {
    QTemporaryDir folder;
    const std::vector<std::filesystem::path> data{KEELHAUL_SOURCE "/data"};
    const QString first = demoModels(folder.filePath(QStringLiteral("demo")), data);
    Setup changed = io::loadDocument(first.toStdString()).setup;
    changed.machine.massKg = 2.9;
    io::saveDocument(first.toStdString(), changed);
    CHECK(demoModels(folder.filePath(QStringLiteral("demo")), data) == first);
    CHECK(io::loadDocument(first.toStdString()).setup.machine.massKg == 2.9);
    QFile::remove(first);
    (void)demoModels(folder.filePath(QStringLiteral("demo")), data);
    CHECK(io::loadDocument(first.toStdString()).setup.machine.massKg != 2.9);
    CHECK(QDir(folder.filePath(QStringLiteral("demo"))).entryList(QDir::Files).size() == 10);
}

TEST_CASE("a session bus that takes connections and says nothing is turned away from, one that answers is not") {
    QTemporaryDir folder;
    const QByteArray before = qgetenv("DBUS_SESSION_BUS_ADDRESS");
    const auto after = [&](const QString& socket, int patienceMs) {
        qputenv("DBUS_SESSION_BUS_ADDRESS", ("unix:path=" + socket + ",guid=1").toLocal8Bit());
        std::atomic<bool> done = false;
        std::thread other([&] {
            leaveSilentBus(patienceMs);
            done = true;
        });
        khtest::waitUntil("the bus", [&] { return done.load(); });
        other.join();
        return qgetenv("DBUS_SESSION_BUS_ADDRESS").contains(socket.toLocal8Bit());
    };
    CHECK(after(folder.filePath(QStringLiteral("none.sock")), 50));
    QLocalServer silent, speaking;
    REQUIRE(silent.listen(folder.filePath(QStringLiteral("silent.sock"))));
    CHECK_FALSE(after(folder.filePath(QStringLiteral("silent.sock")), 50));
    REQUIRE(speaking.listen(folder.filePath(QStringLiteral("speaking.sock"))));
    QObject::connect(&speaking, &QLocalServer::newConnection, &speaking, [&] {
        QLocalSocket* peer = speaking.nextPendingConnection();
        peer->write("REJECTED EXTERNAL\r\n");
        peer->flush();
    });
    CHECK(after(folder.filePath(QStringLiteral("speaking.sock")), 60000));
    qputenv("DBUS_SESSION_BUS_ADDRESS", before);
    if (before.isEmpty()) qunsetenv("DBUS_SESSION_BUS_ADDRESS");
}

TEST_CASE("a first window fits the screen it opens on, frame included, and so does one that was kept larger or elsewhere") {
    const QVariant was = QSettings().value(QStringLiteral("geometry"));
    for (const QRect& kept : {QRect(), QRect(600, 500, 3000, 2000), QRect(-5000, -5000, 1280, 800), QRect(10, 10, 300, 200)}) {
        if (kept.isValid()) QSettings().setValue(QStringLiteral("geometry"), kept);
        else QSettings().remove(QStringLiteral("geometry"));
        const QTemporaryDir folder;
        MainWindow window(Places{folder.filePath(QStringLiteral("state")), {KEELHAUL_SOURCE "/data"}});
        window.newModel(QStringLiteral("470"));
        window.show();
        REQUIRE(QTest::qWaitForWindowExposed(&window));
        for (int i = 0; i < 5; ++i) QApplication::processEvents();
        const QRect room = window.screen()->availableGeometry();
        INFO(room.width() << "x" << room.height() << " window " << window.frameGeometry().x() << "," << window.frameGeometry().y() << " "
                          << window.frameGeometry().width() << "x" << window.frameGeometry().height());
        CHECK(room.contains(window.frameGeometry()));
        CHECK(window.height() >= std::min(600, room.height() - 60));
        (void)window.grab();
    }
    QSettings().setValue(QStringLiteral("geometry"), was);
}

}  // namespace start_tests
