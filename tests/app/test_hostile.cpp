// SPDX-License-Identifier: GPL-3.0-or-later
//
// What a window meets that no demo holds: documents with parts missing or beyond their bounds, a desktop that writes
// decimals with a comma, a program that was killed.
#include "app/bench.h"
#include "base/error.h"
#include "procedure/registry.h"

#include <QLineEdit>
#include <QProcess>
#include <clocale>
#include <nlohmann/json.hpp>

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
    for (const SwitchProfile& s : b.w().setup().transmitter.profile.switches)
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
    CHECK(b.w().selectedPart()->field.empty());  // nothing to type into
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
    REQUIRE(b.window.saveTo(b.file));
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

TEST_CASE("a circle of conditions behind an OR is told when the document is opened, and no switch ends the program") {
    json document = demo();
    const json circle = json::array({json::array({{{"switch", "L1"}, {"place", 1}}}), json::array({{{"function", "voice"}}})});
    for (auto& f : document["transmitter"]["functions"]) {
        if (f["id"] == "timer") f["when"] = circle;
        if (f["id"] == "voice") f["when"] = json::array({json::array({{{"function", "timer"}}})});
    }
    Bench b;
    walkThrough(b, document);
    throwSwitches(b);
    REQUIRE_FALSE(b.w().evaluation().simulated);
    CHECK(render(b.w().evaluation().findings.front().found).find("circle") != std::string::npos);
    CHECK(b.w().tracer() == nullptr);
    // once the circle is cut, everything is there again
    b.w().document().edit(QStringLiteral("cut"), {{"transmitter.functions.voice.when", Condition{}}});
    CHECK(b.w().evaluation().simulated);
    throwSwitches(b);
}

TEST_CASE("what was recovered is on disk before the journal it came from goes") {
    QTemporaryDir state;
    const QString left = state.filePath(QStringLiteral("journal-999999-dead.json"));
    const auto leave = [&] {
        DocumentModel killed(state.path());
        killed.load(QStringLiteral(KEELHAUL_SOURCE "/data/demo/turnstone-470.keel.json"));
        killed.edit(QStringLiteral("mass"), {{"machine.massKg", 2.9}});
        REQUIRE(killed.flushJournal());
        QFile::remove(left);
        QFile::copy(QDir(state.path()).entryInfoList({QStringLiteral("journal-*.json")}, QDir::Files).at(0).absoluteFilePath(), left);
    };
    leave();
    {
        DocumentModel next(state.path());
        QObject::connect(&next, &DocumentModel::changed, &next, [&] { CHECK(QFile::exists(left)); });
        REQUIRE(next.recover(left));
        CHECK_FALSE(QFile::exists(left));
        CHECK(QDir(state.path()).entryInfoList({QStringLiteral("journal-*.json")}, QDir::Files).size() == 1);  // its own
    }
    // where no new journal can be written the old one stays
    leave();
    const QString noFolder = state.filePath(QStringLiteral("a-file"));
    io::writeFileAtomically(noFolder.toStdString(), "x");
    DocumentModel stuck(noFolder);
    CHECK(stuck.recover(left));
    CHECK(QFile::exists(left));
}
