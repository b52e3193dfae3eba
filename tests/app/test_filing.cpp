// SPDX-License-Identifier: GPL-3.0-or-later
//
// The window and its file: other programs, killed windows, other models; and what a snapshot promises.
#include "app/bench.h"
#include "base/error.h"
#include "model/inboxes.h"
#include "procedure/helicopter/guards.h"
#include "session/journal.h"
#include "session/told.h"

#include <QMessageBox>
#include <QSettings>
#include <cmath>
#include <nlohmann/json.hpp>

namespace filing_tests {

using namespace kh;
using namespace kh::app;
using khtest::Bench;

TEST_CASE("a file another program changed is not overwritten unasked: later, mine, theirs") {
    Bench b;
    const auto elsewhere = [&](const char* name) {
        Setup theirs = io::loadDocument(b.file.toStdString()).setup;
        theirs.machine.name = name;
        io::saveDocument(b.file.toStdString(), theirs);
    };
    const auto onDisk = [&] { return io::loadDocument(b.file.toStdString()).setup; };
    QString asked;
    const auto answer = [&](const char* with) {
        khtest::whenOpen<QMessageBox>(&b.window, [&asked, with](QMessageBox* box) {
            asked = box->text() + '\n' + box->informativeText();
            for (QAbstractButton* button : box->buttons())
                if (button->text().remove('&') == QString::fromLatin1(with)) return button->click();
            box->reject();
        });
    };
    elsewhere("Elsewhere");
    b.w().document().edit(QStringLiteral("mass"), {{"machine.massKg", 2.9}});
    answer("Cancel");
    CHECK_FALSE(b.window.files().save());
    CHECK(asked.contains(QStringLiteral("another program")));
    CHECK(asked.contains(QStringLiteral("Elsewhere")));
    CHECK(asked.contains(QStringLiteral("2.90")));
    CHECK(onDisk().machine.name == "Elsewhere");
    CHECK(b.w().setup().machine.massKg == 2.9);
    answer("Keep mine");
    CHECK(b.window.files().save());
    CHECK(onDisk().machine.massKg == 2.9);
    elsewhere("Once more");
    b.w().document().edit(QStringLiteral("mass"), {{"machine.massKg", 3.1}});
    answer("Take theirs");
    CHECK(b.window.files().save());
    CHECK(b.w().setup().machine.name == "Once more");
    CHECK(onDisk().machine.name == "Once more");
    CHECK_FALSE(b.w().document().modified());
    b.act("undo");
    CHECK(b.w().setup().machine.massKg == 3.1);  // nothing is lost
}

TEST_CASE("a change outside is told when the window is looked at again, once") {
    Bench b;
    Setup theirs = b.w().setup();
    theirs.machine.name = "Elsewhere";
    io::saveDocument(b.file.toStdString(), theirs);
    int asked = 0;
    khtest::whenOpen<QMessageBox>(&b.window, [&](QMessageBox* box) {
        ++asked;
        box->reject();
    });
    b.window.files().lookOutside();
    CHECK(asked == 1);
    b.window.files().lookOutside();  // told already
    CHECK(asked == 1);
    QFile::remove(b.file);
    b.window.files().lookOutside();
    CHECK(b.window.message().contains(QStringLiteral("gone")));
}

TEST_CASE("what a killed window left is offered with model, file and what differs, and brought back") {
    Bench b;
    const QString left = b.folder.filePath(QStringLiteral("state/journal-left.json"));
    {
        session::DocumentModel document;
        session::Repository killed{document, b.folder.filePath(QStringLiteral("state"))};
        killed.open(b.file);
        document.edit(QStringLiteral("mass"), {{"machine.massKg", 2.9}});
        REQUIRE(killed.flushJournal());
        REQUIRE(QFile::copy(killed.journalFile(), left));
    }
    QString asked;
    khtest::whenOpen<QMessageBox>(&b.window, [&](QMessageBox* box) {
        asked = box->text();
        box->reject();
    });
    b.window.files().offerJournals();
    CHECK(asked.contains(QStringLiteral("Turnstone 470")));
    CHECK(asked.contains(b.file));
    CHECK(asked.contains(QStringLiteral("2.90")));
    CHECK(QFile::exists(left));  // later: asked again
    khtest::whenOpen<QMessageBox>(&b.window, [&](QMessageBox* box) { box->button(QMessageBox::Yes)->click(); });
    b.window.files().offerJournals();
    CHECK(b.w().setup().machine.massKg == 2.9);
    CHECK(b.w().document().modified());
    CHECK(b.w().repository().file() == b.file);
    CHECK_FALSE(QFile::exists(left));
}

TEST_CASE("the guards and the deck belong to a model: renaming keeps them, two new models do not share them") {
    Bench b;
    b.w().guards().tick(kLeadsOff, true);
    Deck deck = b.w().deck();
    deck.sticks.collective = 0.5;
    b.w().setDeck(deck);
    b.w().document().edit(QStringLiteral("name"), {{"machine.name", std::string("Another name")}});
    CHECK(b.w().guards().ticked(kLeadsOff));
    CHECK(b.w().deck().sticks.collective == 0.5);
    b.window.newModel(QStringLiteral("470"));
    CHECK_FALSE(b.w().guards().ticked(kLeadsOff));
    CHECK(b.w().deck() == Deck{});
    b.w().guards().tick(kLeadsOff, true);
    b.window.newModel(QStringLiteral("470"));
    CHECK_FALSE(b.w().guards().ticked(kLeadsOff));
}

TEST_CASE("a snapshot stays what it was, and an answer to one that edits comes after it") {
    Bench b;
    (void)b.proved();
    const session::Snapshot kept = b.w().now();
    const std::size_t findings = kept.evaluation->findings.size();
    int depth = 0, deepest = 0, seen = 0;
    QObject::connect(&b.w(), &session::Workspace::swapped, &b.window, [&] {
        deepest = std::max(deepest, ++depth);
        CHECK(b.w().evaluation().figures.modes.size() == b.w().setup().transmitter.modes.size());  // of one document
        if (++seen == 1) b.w().document().edit(QStringLiteral("answer"), {{"machine.massKg", 3.3}});
        --depth;
    });
    b.w().document().edit(QStringLiteral("mass"), {{"machine.massKg", 2.9}});
    CHECK(deepest == 1);
    CHECK(b.w().setup().machine.massKg == 3.3);
    CHECK(kept.setup->machine.massKg != 3.3);
    CHECK(kept.evaluation->findings.size() == findings);
    CHECK(kept.pages != b.w().now().pages);
    // a tick of the proof makes nothing anew
    const auto pages = b.w().now().pages;
    emit b.w().progressed();
    CHECK(b.w().now().pages == pages);
}

TEST_CASE("profiles that cannot be read are named when the program starts, beside what else there is to say") {
    QTemporaryDir own;
    REQUIRE(QDir(own.path()).mkpath(QStringLiteral("servos")));
    io::writeFileAtomically(own.filePath(QStringLiteral("servos/broken.json")).toStdString(), "{\"id\": 3}");
    MainWindow window(Places{own.filePath(QStringLiteral("state")), {own.path().toStdString(), KEELHAUL_SOURCE "/data"}});
    window.show();
    CHECK(window.message().contains(QStringLiteral("broken.json")));
    window.newModel(QStringLiteral("470"));
    CHECK(window.message().contains(QStringLiteral("broken.json")));
    CHECK(window.message().contains(QStringLiteral("defaults of this size")));
    REQUIRE(window.openFile(QStringLiteral(KEELHAUL_SOURCE "/data/demo/turnstone-470.keel.json")));
    CHECK(window.message().contains(QStringLiteral("broken.json")));
}

TEST_CASE("a file in use by another window is told when it is opened") {
    Bench b;
    MainWindow second(Places{QString(), {KEELHAUL_SOURCE "/data"}});
    second.show();
    REQUIRE(second.openFile(b.file));
    CHECK(second.message().contains(QStringLiteral("open in another window")));
    CHECK(second.message().contains(QString::number(QCoreApplication::applicationPid())));
}

TEST_CASE("a text size that is no number is the design's own") {
    Bench b;
    b.window.setTextScale(std::nan(""));
    CHECK(QSettings().value(QStringLiteral("textScale")).toDouble() == 1.0);
    b.window.setTextScale(9.0);
    CHECK(QSettings().value(QStringLiteral("textScale")).toDouble() == 1.5);
    b.window.setTextScale(1.0);
}

TEST_CASE("what was carried is a change too: it is in the journal, and told where a file differs by it alone") {
    Bench b;
    const QString state = b.folder.filePath(QStringLiteral("state"));
    const QString left = state + QStringLiteral("/journal-left.json");
    session::DocumentModel document;
    session::Repository killed{document, state};
    killed.open(b.file);
    CHECK_FALSE(document.modified());
    document.setCarried(withUnknown(document.setup(), Box::Controller, "2026-11-26T08:00:00Z"));
    CHECK(document.modified());
    REQUIRE(killed.flushJournal());
    const Setup kept = session::Journal::read(killed.journalFile()).document.setup;
    CHECK(kept.carried == document.setup().carried);
    CHECK(session::differences({b.w().setup(), {}, {}}, {kept, {}, {}}, 5).join(QString()).contains(QStringLiteral("stand in the boxes")));
}

TEST_CASE("what was measured or seen is a change too: neither a journal nor a file is passed over for it") {
    Bench b;
    const QString state = b.folder.filePath(QStringLiteral("state"));
    const QString left = state + QStringLiteral("/journal-left.json");
    {
        session::DocumentModel document;
        session::Repository killed{document, state};
        killed.open(b.file);
        document.setStanding(QStringLiteral("seen"), {"rows.arms"}, {Standing::Proved, "2026-11-26T08:00:00Z", "", ""});
        REQUIRE(killed.flushJournal());
        REQUIRE(QFile::copy(killed.journalFile(), left));
    }
    QString asked;
    const auto later = [&] {
        khtest::whenOpen<QMessageBox>(&b.window, [&](QMessageBox* box) {
            asked = box->text() + box->informativeText();
            box->reject();
        });
    };
    later();
    b.window.files().offerJournals();
    CHECK(asked.contains(QStringLiteral("Standings")));
    CHECK(QFile::exists(left));
    asked.clear();
    Setup theirs = b.w().setup();
    theirs.standings["machine.massKg"] = {Standing::Measured, "2026-11-26T08:00:00Z", "scale", ""};
    io::saveDocument(b.file.toStdString(), theirs);
    later();
    CHECK_FALSE(b.window.files().save());
    CHECK(asked.contains(QStringLiteral("Standings")));
    CHECK(io::loadDocument(b.file.toStdString()).setup == theirs);
    asked.clear();
    io::writeFileAtomically(b.file.toStdString(), io::writeDocument(b.w().setup(), {{"", {{"later", "3"}}}}));
    later();
    CHECK_FALSE(b.window.files().save());
    CHECK(asked.contains(QStringLiteral("does not know")));
    // the same document in other bytes is nobody's change
    io::writeFileAtomically(b.file.toStdString(), nlohmann::json::parse(io::writeDocument(b.w().setup())).dump());
    CHECK(b.window.files().save());
}

}  // namespace filing_tests
