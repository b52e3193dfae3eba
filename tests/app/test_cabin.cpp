// SPDX-License-Identifier: GPL-3.0-or-later
//
// What a newcomer meets: the page of a new model, the menu, the palette, a box of one's own.
#include "app/bench.h"
#include "app/helicopter/newmodel/newmodelview.h"
#include "app/shell/menus.h"
#include "io/profile.h"
#include "model/access.h"
#include "model/helicopter/helicopter.h"
#include "text/words.h"

#include <QMenu>
#include <set>

namespace cabin_tests {

using namespace kh;
using namespace kh::app;
using khtest::Bench;
using khtest::whenOpen;

namespace {

void writeText(const QString& file, const QByteArray& text) {
    QFile f(file);
    REQUIRE(f.open(QIODevice::WriteOnly));
    f.write(text);
}

}  // namespace

TEST_CASE("a new model is asked for on one page, by keyboard, and leads to what it lacks") {
    Bench b;
    b.act("new");
    auto* view = b.window.findChild<NewModelView*>();
    REQUIRE(view != nullptr);
    REQUIRE(
        QTest::qWaitFor([&] { return QApplication::focusWidget() != nullptr && view->isAncestorOf(QApplication::focusWidget()); }, 20000));
    const auto press = [](Qt::Key key, Qt::KeyboardModifiers m = {}) {
        QTest::keyClick(QApplication::focusWidget(), key, m);
        QApplication::processEvents();
    };
    CHECK(view->question() == 1);
    QTest::keyClicks(QApplication::focusWidget(), QStringLiteral("Sanderling 180"));
    press(Qt::Key_Tab);
    CHECK(view->question() == 2);
    press(Qt::Key_Right);  // sport → aerobatic
    press(Qt::Key_Tab);
    for (int i = 0; i < 12; ++i) press(Qt::Key_Left);  // the smallest
    press(Qt::Key_Tab);
    press(Qt::Key_Right);  // counter-clockwise
    press(Qt::Key_Tab);
    for (int i = 0; i < 2; ++i) press(Qt::Key_Right);  // 140° aft
    press(Qt::Key_Tab);
    press(Qt::Key_Right);  // trailing
    for (int i = 0; i < 5; ++i) {
        press(Qt::Key_Tab);
        CHECK(view->question() == 7);
    }
    press(Qt::Key_Down);  // the tail servo: not the plain one
    press(Qt::Key_Tab);
    CHECK(view->question() == 8);
    press(Qt::Key_Backtab, Qt::ShiftModifier);
    CHECK(view->question() == 7);
    press(Qt::Key_9);
    CHECK(view->question() == 9);
    (void)b.window.grab();
    press(Qt::Key_Return);
    const Setup& s = b.w().setup();
    CHECK(s.machine.name == "Sanderling 180");
    CHECK(s.machine.sizeClass == "180");
    CHECK(s.machine.style == FlyingStyle::Aerobatic);
    CHECK(helicopter(s).rotor.turning == Turning::CounterClockwise);
    CHECK(helicopter(s).head.link == LinkSide::Trailing);
    CHECK(s.controller.layout == "three at 140°, elevator aft");
    CHECK(s.transmitter.profile->id == "plain-10");
    CHECK(helicopter(s).tail.servo->id != "plain-servo");
    CHECK(standingOf(s, "machine.style") == Standing::Entered);
    CHECK(standingOf(s, "transmitter.schools.hold") == Standing::Default);
    CHECK(b.w().evaluation().simulated);
    CHECK(b.w().view() == "to-set");
    CHECK(b.window.message().contains(QStringLiteral("Sanderling 180")));
}

TEST_CASE("every choice of the page can be clicked, Esc leaves everything as it was, and a refusal makes nothing") {
    Bench b;
    const Setup before = b.w().setup();
    b.act("new");
    auto* view = b.window.findChild<NewModelView*>();
    REQUIRE(view != nullptr);
    int clicked = 0;
    const QVector<Item> all = view->items();
    std::set<QString> names;  // as they are read out
    for (const Item& item : all)
        if (item.role == QAccessible::RadioButton) CHECK(names.insert(item.name).second);
    for (const Item& item : all) {
        if (!item.id.startsWith(QStringLiteral("choice-"))) continue;
        QTest::mouseClick(view, Qt::LeftButton, {}, item.rect.center().toPoint());
        QApplication::processEvents();
        INFO(item.name.toStdString());
        CHECK(view->item(item.id)->selected);
        ++clicked;
    }
    CHECK(clicked == 4 + 12 + 2 + 10 + 2 + 2 + 2);
    const QVector<Item> answered = view->items();
    b.key(Qt::Key_Escape);
    CHECK(b.w().view().empty());
    CHECK(b.w().setup() == before);
    b.act("new");  // what was answered stands there again
    for (const Item& item : answered) CHECK(view->item(item.id)->selected == item.selected);
}

TEST_CASE("what cannot be made is told, and nothing is made") {
    Bench b;
    const Setup before = b.w().setup();
    // with one switch of two places there is no kill beside an idle for bail-out
    io::Library lib = b.w().library();
    for (TransmitterProfile& tx : lib.transmitters)
        std::erase_if(tx.switches, [](const SwitchProfile& p) { return p.places == 2 && p.id != "S3"; });
    b.w().setLibrary(lib);
    b.act("new");
    auto* view = b.window.findChild<NewModelView*>();
    REQUIRE(view != nullptr);
    const QRectF last = view->item(QStringLiteral("choice-9-1"))->rect;
    QTest::mouseClick(view, Qt::LeftButton, {}, last.center().toPoint());
    QTest::keyClick(view, Qt::Key_Return);
    QApplication::processEvents();
    CHECK(b.w().view() == "new-model");
    b.key(Qt::Key_Escape);
    CHECK(b.w().setup() == before);
}

TEST_CASE("at most twelve entries stand on a level of the menu, at every station, and nothing is lost") {
    Bench b;
    std::set<QString> reached;
    const std::function<void(QMenu*)> walk = [&](QMenu* menu) {
        int entries = 0;
        for (QAction* a : menu->actions()) {
            if (a->isSeparator()) continue;
            ++entries;
            if (a->menu() != nullptr) walk(a->menu());
            else reached.insert(a->objectName());
        }
        INFO(menu->objectName().toStdString());
        CHECK(entries <= 12);
        CHECK(entries > 0);
    };
    for (const StationEntry& s : stations()) {
        b.go(s.station);
        b.act("menu");
        auto* menu = b.window.findChild<QMenu*>(QStringLiteral("model-menu"));
        REQUIRE(menu != nullptr);
        for (QMenu* sub : menu->findChildren<QMenu*>())
            if (sub->objectName() == QStringLiteral("menu-recent")) sub->addAction(QStringLiteral("x"));
        walk(menu);
        menu->close();
        delete menu;
    }
    b.act("find");
    QStringList offered;
    for (int i = 0; i < b.window.palette()->list()->count(); ++i) offered << b.window.palette()->list()->item(i)->text();
    for (const Shortcut& s : shortcuts()) {
        if (s.local) continue;
        const QString id = QString::fromLatin1(s.id);
        INFO(s.id);
        const QString text = words(s.text).remove(QStringLiteral("…"));
        const bool inPalette = offered.filter(text.left(20)).size() > 0 || !b.window.action(id)->isEnabled();
        CHECK((reached.count(id) == 1 || *s.keys != 0 || inPalette));
        CHECK(inPalette);
    }
}

TEST_CASE("the rows of the palette are told apart, and go where they say") {
    for (const char* model : {"turnstone-470", "fulmar-700"}) {
        Bench b(QString::fromLatin1(model));
        b.act("find");
        const auto& list = *b.window.palette()->list();
        REQUIRE(list.count() > 0);
        std::set<QString> texts;
        for (int i = 0; i < list.count(); ++i) {
            INFO(list.item(i)->text().toStdString());
            CHECK(texts.insert(list.item(i)->text()).second);
        }
        b.window.palette()->hide();
        struct Wanted {
            const char* typed;
            Station station;
            std::string field;
        };
        const std::string mode = b.w().setup().transmitter.modes[2].id;
        for (const Wanted& w : {Wanted{"Tail gain, Idle-up 2, sent", Station::Modes, "transmitter.modes." + mode + ".tailGainPct"},
                                Wanted{"Tail gain Link", Station::Link, "transmitter.channels.gain.number"}}) {
            b.act("find");
            b.window.palette()->field()->setText(QString::fromLatin1(w.typed));
            Bench::settle();
            INFO(w.typed);
            REQUIRE(b.window.palette()->list()->count() > 0);
            QTest::keyClick(b.window.palette()->field(), Qt::Key_Return);
            Bench::settle();
            CHECK(b.w().station() == w.station);
            REQUIRE(b.w().selectedPart() != nullptr);
            CHECK(b.w().selectedPart()->field() == w.field);
        }
    }
}

TEST_CASE("a copy of the box in use is opened in the desktop's editor and taken each time it is saved there") {
    const QTemporaryDir home;
    const QByteArray was = qgetenv("XDG_DATA_HOME");
    qputenv("XDG_DATA_HOME", home.path().toUtf8());
    {
        Bench b(QStringLiteral("turnstone-470"), (home.path() + QStringLiteral("/keelhaul")).toStdString());
        b.act("own-box");
        REQUIRE(b.window.palette()->isVisible());
        b.window.palette()->field()->setText(QStringLiteral("transmitter"));
        QTest::keyClick(b.window.palette()->field(), Qt::Key_Return);
        Bench::settle();
        REQUIRE(b.opened.endsWith(QStringLiteral("own-halyard-10.json")));
        CHECK(b.opened.startsWith(home.path()));
        CHECK(b.w().setup().transmitter.profile->id == "own-halyard-10");
        const std::string text = io::readFile(b.opened.toStdString());
        TransmitterProfile box = io::parseTransmitterProfile(text);
        box.travelLimitPct = 140.0;
        io::writeFileAtomically(b.opened.toStdString(), io::writeProfile(box));  // as an editor that renames
        REQUIRE(QTest::qWaitFor([&] { return b.w().setup().transmitter.profile->travelLimitPct == 140.0; }, 20000));
        CHECK(b.w().document().history().undoText().contains(QStringLiteral("Take")));
        // what contradicts itself is refused with its line, and what is open stays
        QByteArray broken = QByteArray::fromStdString(io::writeProfile(box));
        broken.replace("\"flightModes\": 5", "\"flightModes\": 3");
        writeText(b.opened, broken);
        REQUIRE(QTest::qWaitFor([&] { return b.window.message().contains(QStringLiteral("was not taken: line")); }, 20000));
        CHECK(b.w().setup().transmitter.profile->flightModes == 5);
        // mended in place it is taken again
        box.travelLimitPct = 130.0;
        writeText(b.opened, QByteArray::fromStdString(io::writeProfile(box)));
        REQUIRE(QTest::qWaitFor([&] { return b.w().setup().transmitter.profile->travelLimitPct == 130.0; }, 20000));
        b.act("undo");
        CHECK(b.w().setup().transmitter.profile->travelLimitPct == 140.0);
        // another model, which has another box, is left alone; the box is in the lists all the same
        REQUIRE(b.window.files().save());
        const QString other = b.folder.filePath(QStringLiteral("fulmar-700.keel.json"));
        REQUIRE(QFile::copy(QStringLiteral(KEELHAUL_SOURCE "/data/demo/fulmar-700.keel.json"), other));
        REQUIRE(b.window.openFile(other));
        const Setup before = b.w().setup();
        box.travelLimitPct = 120.0;
        box.name = "Halyard 10, mine";
        writeText(b.opened, QByteArray::fromStdString(io::writeProfile(box)));
        REQUIRE(QTest::qWaitFor(
            [&] {
                const auto& all = b.w().library().transmitters;
                return std::any_of(all.begin(), all.end(), [](const TransmitterProfile& p) { return p.name == "Halyard 10, mine"; });
            },
            20000));
        CHECK(b.w().setup() == before);
    }
    if (was.isNull()) qunsetenv("XDG_DATA_HOME");
    else qputenv("XDG_DATA_HOME", was);
}

}  // namespace cabin_tests
