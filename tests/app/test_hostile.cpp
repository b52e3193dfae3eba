// SPDX-License-Identifier: GPL-3.0-or-later
//
// What a window meets that no demo holds: documents with parts missing or beyond their bounds, a desktop that writes
// decimals with a comma, a program that was killed.
#include "app/bench.h"
#include "app/forms/boxesdialog.h"
#include "base/error.h"
#include "model/helicopter/helicopter.h"
#include "procedure/registry.h"

#include <QLineEdit>
#include <QMessageBox>
#include <QProcess>
#include <QXmlStreamReader>
#include <clocale>
#include <nlohmann/json.hpp>

namespace hostile_tests {

using namespace kh;
using namespace kh::app;
using khtest::Bench;
using nlohmann::json;

namespace {

json demo() { return io::parseGuarded(io::readFile(KEELHAUL_SOURCE "/data/demo/turnstone-470.keel.json")); }

/// Opens a document in the window and goes through every station, its rows and the deck.
void walkThrough(Bench& b, const json& document) {
    const QString file = b.folder.filePath(QStringLiteral("hostile.keel.json"));
    io::writeFileAtomically(file.toStdString(), document.dump());
    REQUIRE(b.window.openFile(file));
    Bench::settle();
    for (const StationEntry& s : stations()) {
        b.go(s.station);
        for (int row = 0; row < static_cast<int>(b.w().page().rows.size()); ++row)
            for (int cell = 0; cell < 3; ++cell) b.w().select({row, cell, 0});
        for (const double stick : {-1.0, 0.0, 1.0}) {
            Deck deck = b.w().deck();
            deck.sticks = {stick, stick, -stick, stick};
            b.w().setDeck(deck);
        }
        Bench::settle();
    }
    (void)b.proved();
}

/// Every switch through all its places, as the deck is clicked.
void throwSwitches(Bench& b) {
    for (const SwitchProfile& s : b.w().setup().transmitter.profile->switches)
        for (int place = 1; place <= s.places; ++place) {
            Deck deck = b.w().deck();
            deck.switches[s.id] = place;
            b.w().setDeck(deck);
            Bench::settle();
        }
}

/// A German desktop, made from the system's own description of it; the old one comes back.
class GermanDesktop {
public:
    GermanDesktop() {
        REQUIRE(QProcess::execute(QStringLiteral("localedef"),
                                  {QStringLiteral("-i"), QStringLiteral("de_DE"), QStringLiteral("-f"), QStringLiteral("UTF-8"),
                                   folder_.filePath(QStringLiteral("de_DE.UTF-8"))}) == 0);
        qputenv("LOCPATH", folder_.path().toLocal8Bit());
        REQUIRE(std::setlocale(LC_ALL, "de_DE.UTF-8") != nullptr);
        QLocale::setDefault(QLocale(QLocale::German, QLocale::Germany));
    }
    ~GermanDesktop() {
        qunsetenv("LOCPATH");
        std::setlocale(LC_ALL, before_.c_str());
        QLocale::setDefault(QLocale::c());
    }

private:
    QTemporaryDir folder_;
    std::string before_ = std::setlocale(LC_ALL, nullptr);
};

}  // namespace

TEST_CASE("a document without a channel is shown in every station, with a dash where the channel would stand") {
    for (const char* missing : {"aileron", "elevator", "collective", "rudder", "throttle", "gain"}) {
        INFO(missing);
        json document = demo();
        auto& channels = document["transmitter"]["channels"];
        for (auto c = channels.begin(); c != channels.end();) c = c->at("id") == missing ? channels.erase(c) : c + 1;
        Bench b;
        walkThrough(b, document);
        CHECK(channelOf(b.w().setup().transmitter, missing) == nullptr);
    }
    json bare = demo();
    bare["transmitter"]["channels"] = json::array();
    Bench b;
    walkThrough(b, bare);
    throwSwitches(b);
    b.go(Station::Swash);
    b.selectRow("collective-sense", 0);
    REQUIRE(b.w().selectedPart() != nullptr);
    CHECK(render(b.w().selectedPart()->value) == "–");
    CHECK(b.w().selectedPart()->field().empty());  // nothing to type into
}

TEST_CASE("decimals are typed with point or comma on a desktop that writes commas, and shown with a comma") {
    const GermanDesktop german;
    Bench b;
    b.go(Station::Airframe);
    const auto typed = [&](const char* text) {
        b.selectRow("mass", 2);
        b.window.page()->setFocus();
        b.key(Qt::Key_Return);
        REQUIRE(b.window.page()->editor() != nullptr);
        b.window.page()->editor()->setText(QString::fromUtf8(text));
        QTest::keyClick(b.window.page()->editor(), Qt::Key_Return);
        Bench::settle();
        return b.w().setup().machine.massKg;
    };
    CHECK(typed("2,35") == 2.35);
    CHECK(typed("1.75") == 1.75);
    CHECK(typed("+2,5 kg") == 2.5);
    CHECK(typed("2,4,5") == 2.5);  // refused, nothing changed
    CHECK(b.window.message().contains(QStringLiteral("2,4,5")));
    const Item* cell = nullptr;
    for (const Item& item : b.window.page()->items())
        if (item.value.contains(QStringLiteral("2,5"))) cell = &item;
    CHECK(cell != nullptr);
    // and the file keeps the point
    REQUIRE(b.window.files().saveTo(b.file));
    CHECK(io::readFile(b.file.toStdString()).find("\"massKg\": 2.5") != std::string::npos);
}

TEST_CASE("a neutral or power-on place its switch has not is read as the first, and the proof stays the same") {
    json document = demo();
    for (auto& s : document["transmitter"]["switches"])
        if (s["id"] != "R1") s["neutralPlace"] = s["powerOnPlace"] = 3;
    json first = demo();
    for (auto& s : first["transmitter"]["switches"])
        if (s["id"] == "R2" || s["id"] == "L3" || s["id"] == "R3") s["neutralPlace"] = s["powerOnPlace"] = 1;  // two places
        else if (s["id"] != "R1") s["neutralPlace"] = s["powerOnPlace"] = 3;
    Bench b;
    walkThrough(b, first);
    const SwitchProof wanted = b.proved();
    for (int run = 0; run < 5; ++run) {
        walkThrough(b, document);
        const SwitchProof& proof = b.proved();
        REQUIRE(proof.properties.size() == wanted.properties.size());
        for (std::size_t i = 0; i < proof.properties.size(); ++i) {
            INFO(proof.properties[i].id);
            CHECK(proof.properties[i].holds == wanted.properties[i].holds);
            CHECK(render(proof.properties[i].finding.found) == render(wanted.properties[i].finding.found));
        }
    }
    throwSwitches(b);
}

TEST_CASE("a circle of conditions is refused when a document is opened and when one is edited, and the model stays") {
    json document = demo();
    const json circle = json::array({json::array({{{"switch", "L1"}, {"place", 1}}}), json::array({{{"function", "voice"}}})});
    for (auto& f : document["transmitter"]["functions"]) {
        if (f["id"] == "timer") f["when"] = circle;
        if (f["id"] == "voice") f["when"] = json::array({json::array({{{"function", "timer"}}})});
    }
    Bench b;
    const Setup before = b.w().setup();
    const QString file = b.folder.filePath(QStringLiteral("circle.keel.json"));
    io::writeFileAtomically(file.toStdString(), document.dump());
    CHECK_FALSE(b.window.openFile(file));
    CHECK(b.window.message().contains(QStringLiteral("circle")));
    CHECK_FALSE(b.window.message().contains(QStringLiteral("transmitter.functions")));
    CHECK(b.w().setup() == before);
    const Condition timer{{{"", 1, "timer"}}}, voice{{{"", 1, "voice"}}};
    b.w().document().edit(QStringLiteral("one way"), {{"transmitter.functions.timer.when", voice}});
    const Setup half = b.w().setup();
    CHECK_FALSE(b.w().attempt([&] { b.w().document().edit(QStringLiteral("and back"), {{"transmitter.functions.voice.when", timer}}); }));
    CHECK(b.window.message().contains(QStringLiteral("circle")));
    CHECK(b.w().setup() == half);
    throwSwitches(b);
}

TEST_CASE("a proof of more modes says nothing of a document with fewer") {
    Bench b;
    (void)b.proved();
    b.go(Station::Proof);
    json few = demo();
    few["transmitter"]["modes"] = json::array({few["transmitter"]["modes"].front(), few["transmitter"]["modes"].back()});
    few["transmitter"]["hold"]["autorotationFrom"] = "normal";
    const QString file = b.folder.filePath(QStringLiteral("few.keel.json"));
    io::writeFileAtomically(file.toStdString(), few.dump());
    REQUIRE(b.window.openFile(file));
    CHECK(b.w().now().proof->positions.empty());
    Bench::settle();
    for (const PositionRow& row : b.proved().positions) CHECK(row.mode < b.w().setup().transmitter.modes.size());
}

TEST_CASE("an undo that takes points away leaves the curve editor at one there is") {
    Bench b;
    b.go(Station::Modes);
    b.act("go-bench");
    for (int i = 0; i < 4; ++i) b.key(Qt::Key_Plus);
    for (int i = 0; i < 12; ++i) b.key(Qt::Key_Right);
    while (b.w().document().history().canUndo()) b.act("undo");
    for (const Qt::Key key : {Qt::Key_Up, Qt::Key_F, Qt::Key_Down, Qt::Key_Plus, Qt::Key_Minus, Qt::Key_O, Qt::Key_Up}) b.key(key);
    const auto& points = b.w().setup().transmitter.modes[static_cast<std::size_t>(b.w().shownMode())].pitch.points;
    CHECK(points.size() >= 2);
}

TEST_CASE("Enter without a change writes nothing: what is shown is rounded, what was measured stays measured") {
    Bench b;
    b.w().document().edit(QStringLiteral("fine"), {{"machine.massKg", 2.20449}});
    b.w().document().setStanding(QStringLiteral("measured"), {"machine.massKg"}, {Standing::Measured, "2026-11-23T20:00:00Z", "scale", ""});
    b.go(Station::Airframe);
    b.selectRow("mass", 2);
    const int before = b.w().document().history().count();
    b.window.page()->setFocus();
    b.key(Qt::Key_Return);
    REQUIRE(b.window.page()->editor() != nullptr);
    QTest::keyClick(b.window.page()->editor(), Qt::Key_Return);
    Bench::settle();
    CHECK(b.window.page()->editor() == nullptr);
    CHECK(b.w().setup().machine.massKg == 2.20449);
    CHECK(standingOf(b.w().setup(), "machine.massKg") == Standing::Measured);
    CHECK(b.w().document().history().count() == before);
}

TEST_CASE("choosing boxes keeps what was not chosen anew, installed or not, and each plate servo for itself") {
    Bench b;
    Setup own = b.w().setup();
    own.transmitter.profile.edit().id = "nowhere";
    own.transmitter.profile.edit().name = "Not installed";
    helicopter(own).servos[1].servo.edit().name = "Another";
    b.w().document().replace(QStringLiteral("own"), own);
    BoxesDialog same(&b.window, b.w().setup(), b.w().library());
    CHECK(same.chosen(b.w().setup()) == b.w().setup());
    BoxesDialog tail(&b.window, b.w().setup(), b.w().library());
    tail.findChild<QComboBox*>(QStringLiteral("tail"))->setCurrentIndex(1);
    const Setup chosen = tail.chosen(b.w().setup());
    CHECK(chosen.transmitter.profile->name == "Not installed");
    CHECK(helicopter(chosen).servos == helicopter(b.w().setup()).servos);
    CHECK(helicopter(chosen).tail.servo == b.w().library().servos.front());
    io::Library none;
    BoxesDialog empty(&b.window, b.w().setup(), none);
    CHECK(empty.chosen(b.w().setup()) == b.w().setup());
}

TEST_CASE("inhibiting the unused channels takes them off their switches") {
    Bench b;
    Setup s = b.w().setup();
    s.transmitter.unusedInhibited = false;
    s.transmitter.spares = {{"x9", 9, "L1"}};
    b.w().document().replace(QStringLiteral("spare"), s);
    b.go(Station::Radio);
    b.selectRow("unused-channels", 0);
    const Part* part = b.w().selectedPart();
    REQUIRE(part != nullptr);
    REQUIRE(part->field() == "transmitter.unusedInhibited");
    b.w().editPart(*part, QStringLiteral("inhibited"));
    CHECK(b.w().setup().transmitter.unusedInhibited);
    CHECK(b.w().setup().transmitter.spares.front().follows.empty());
}

TEST_CASE("text of a document is plain: in messages, in boxes, in drawings") {
    Bench b;
    b.w().document().edit(QStringLiteral("name"), {{"machine.name", std::string("Dad & Son <h1>All checks passed</h1>\xE2\x80\xAE")}});
    emit b.w().told(QStringLiteral("<h1>All checks passed</h1>"));
    const auto* message = b.window.findChild<QLabel*>(QStringLiteral("message"));
    REQUIRE(message != nullptr);
    CHECK(message->textFormat() == Qt::PlainText);
    Qt::TextFormat asked = Qt::RichText;
    QString text;
    khtest::whenOpen<QMessageBox>(&b.window, [&](QMessageBox* box) {
        asked = box->textFormat();
        text = box->text();
        box->reject();
    });
    b.window.close();
    CHECK(asked == Qt::PlainText);
    CHECK(text.contains(QStringLiteral("Dad & Son <h1>")));
    CHECK_FALSE(text.contains(QChar(0x202E)));
    for (const StationEntry& s : stations()) {
        b.go(s.station);
        QXmlStreamReader xml(QString::fromStdString(b.window.bench()->svg()));
        while (!xml.atEnd()) xml.readNext();
        INFO(s.name);
        CHECK_FALSE(xml.hasError());
    }
}

TEST_CASE("no exception leaves a slot: it is told, the document stays, and the program goes on") {
    Bench b;
    const Setup before = b.w().setup();
    CHECK_FALSE(b.w().attempt([] { throw std::out_of_range("a bug"); }));
    CHECK(b.window.message().contains(QStringLiteral("a bug")));
    // and what is thrown in an event, beside every command
    QObject thrower;
    QTimer::singleShot(0, &thrower, [] { throw std::logic_error("another bug"); });
    for (int i = 0; i < 20; ++i) QApplication::processEvents();
    CHECK(b.window.message().contains(QStringLiteral("another bug")));
    CHECK(b.w().setup() == before);
    b.w().document().edit(QStringLiteral("mass"), {{"machine.massKg", 2.9}});
    CHECK(b.w().setup().machine.massKg == 2.9);
}

TEST_CASE("Enter on a default makes it the pilot's word, to its last digit") {
    Bench b;
    Setup s = b.w().setup();
    s.machine.massKg = 2.20449;
    s.standings.erase("machine.massKg");
    b.w().document().replace(QStringLiteral("a default"), s);
    REQUIRE(standingOf(b.w().setup(), "machine.massKg") == Standing::Default);
    b.go(Station::Airframe);
    b.selectRow("mass", 2);
    b.window.page()->setFocus();
    b.key(Qt::Key_Return);
    REQUIRE(b.window.page()->editor() != nullptr);
    QTest::keyClick(b.window.page()->editor(), Qt::Key_Return);
    Bench::settle();
    CHECK(standingOf(b.w().setup(), "machine.massKg") == Standing::Entered);
    CHECK(b.w().setup().machine.massKg == 2.20449);
    b.act("undo");
    CHECK(standingOf(b.w().setup(), "machine.massKg") == Standing::Default);
}

}  // namespace hostile_tests
