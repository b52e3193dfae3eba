// SPDX-License-Identifier: GPL-3.0-or-later
//
// A document and its file: saving, journals, locks, what another program does meanwhile.
#include "session/kept.h"

#include <QCoreApplication>
#include <QSysInfo>

using khtest::Kept;
using namespace kh;
using namespace kh::app;

TEST_CASE("saving counts the revision, cleans the state and keeps the stack") {
    Kept m;
    const int revision = m.document.setup().revision;
    m.edit(2.4);
    m.repository.saveAs(m.file);
    CHECK_FALSE(m.document.modified());
    CHECK(m.repository.savedAt().isValid());
    CHECK(io::loadDocument(m.file.toStdString()).setup.revision == revision + 1);
    CHECK(m.document.history().canUndo());
    m.document.undo();
    CHECK(m.document.modified());
    const QString other = m.folder.filePath(QStringLiteral("other.keel.json"));
    m.repository.saveAs(other);
    CHECK(m.repository.file() == other);
    CHECK(io::loadDocument(m.file.toStdString()).setup.machine.massKg == 2.4);  // the first file is as it was saved
}

TEST_CASE("saving where it cannot be leaves the document unsaved and the old file whole") {
    Kept m;
    const std::string before = io::readFile(m.file.toStdString());
    m.edit(2.4);
    CHECK_THROWS_AS(m.repository.saveAs(QStringLiteral("/no/such/folder/x.keel.json")), io::FileError);
    CHECK(m.document.modified());
    CHECK(m.repository.file() == m.file);
    CHECK(io::readFile(m.file.toStdString()) == before);
}

TEST_CASE("a file that cannot be read leaves the present model as it is") {
    Kept m;
    m.edit(2.4);
    const QString bad = m.folder.filePath(QStringLiteral("bad.keel.json"));
    QFile f(bad);
    REQUIRE(f.open(QIODevice::WriteOnly));
    f.write("{\"format\": \"keelhaul-setup\"");
    f.close();
    CHECK_THROWS(m.repository.open(bad));
    CHECK(m.mass() == 2.4);
    CHECK(m.repository.file() == m.file);
    CHECK(m.document.history().canUndo());
}

TEST_CASE("the journal holds what was not saved, never the pilot's file, and goes when it is saved") {
    Kept m;
    const std::string before = io::readFile(m.file.toStdString());
    m.edit(2.45);
    const QString left = m.leaveJournal();
    CHECK(Journal::left(m.state) == QStringList{left});  // its own window still lives: that one was not left behind
    CHECK(io::readFile(m.file.toStdString()) == before);
    DocumentModel document;
    Repository other{document, QString()};
    other.recover(left);
    CHECK(document.setup().machine.massKg == 2.45);
    CHECK(document.modified());
    CHECK(QFile::exists(left));  // where no new journal is kept the old one stays
    m.repository.saveAs(m.file);
    CHECK(m.journals() == QStringList{QStringLiteral("journal-left.json")});
}

TEST_CASE("a journal brings back what a killed window held, and goes once its successor is on disk") {
    Kept m;
    m.edit(2.9);
    const QString left = m.leaveJournal();
    DocumentModel document;
    Repository next{document, m.state};
    QObject::connect(&document, &DocumentModel::changed, &document, [&] { CHECK(QFile::exists(left)); });
    next.recover(left);
    CHECK(document.setup() == m.document.setup());
    CHECK(document.modified());
    CHECK(next.file() == m.file);
    CHECK_FALSE(QFile::exists(left));
    CHECK(QFile::exists(next.journalFile()));
    // where no new journal can be written the old one stays
    const QString again = m.leaveJournal();
    const QString noFolder = m.folder.filePath(QStringLiteral("a-file"));
    io::writeFileAtomically(noFolder.toStdString(), "x");
    DocumentModel held;
    Repository stuck{held, noFolder};
    QString told;
    QObject::connect(&stuck, &Repository::journalFailed, &stuck, [&](const QString& why) { told = why; });
    stuck.recover(again);
    CHECK(held.setup().machine.massKg == 2.9);
    CHECK(QFile::exists(again));
    CHECK_FALSE(told.isEmpty());
}

TEST_CASE("a journal keeps the whole path of a file that was given by a short one") {
    Kept m;
    const QString was = QDir::currentPath();
    REQUIRE(QDir::setCurrent(m.folder.path()));
    m.repository.open(QStringLiteral("model.keel.json"));
    m.edit(2.9);
    const QString left = m.leaveJournal();
    REQUIRE(QDir::setCurrent(was));
    CHECK(QFileInfo(Journal::read(left).file).isAbsolute());
    CHECK(QFileInfo(Journal::read(left).file).canonicalFilePath() == QFileInfo(m.file).canonicalFilePath());
}

TEST_CASE("a change that is undone leaves no journal") {
    Kept m;
    m.edit(2.9);
    REQUIRE(m.repository.flushJournal());
    REQUIRE(m.journals().size() == 1);
    m.document.undo();
    REQUIRE(m.repository.flushJournal());
    CHECK(m.journals().isEmpty());
}

TEST_CASE("whether a journal was left behind is told by its lock, not by a process number that may be another's") {
    Kept m;
    m.edit(2.9);
    REQUIRE(m.repository.flushJournal());
    CHECK(Journal::left(m.state).isEmpty());
    const QString left =  // the number of a process that lives: this one
        QDir(m.state).filePath(QStringLiteral("journal-%1-left.json").arg(QCoreApplication::applicationPid()));
    REQUIRE(QFile::copy(m.repository.journalFile(), left));
    CHECK(Journal::left(m.state) == QStringList{left});
    Journal::remove(left);
    CHECK(Journal::left(m.state).isEmpty());
}

TEST_CASE("a journal that is damaged is not recovered, and nothing is lost by trying") {
    Kept m;
    const QString journal = m.folder.filePath(QStringLiteral("torn.json"));
    const Setup before = m.document.setup();
    for (const char* torn : {"{\"half\": ", "", "{}\n{}", "{\"file\":3,\"at\":\"x\"}\n", "[]\n"}) {
        io::writeFileAtomically(journal.toStdString(), torn);
        CHECK_THROWS(m.repository.recover(journal));
    }
    CHECK_THROWS(m.repository.recover(m.folder.filePath(QStringLiteral("none"))));
    CHECK(m.document.setup() == before);
    CHECK(m.repository.file() == m.file);
    CHECK(QFile::exists(journal));
}

TEST_CASE("what another program did to the file is seen, told apart, and nothing is overwritten unasked") {
    Kept m;
    CHECK_FALSE(m.repository.outside());
    Setup theirs = m.document.setup();
    theirs.machine.name = "Elsewhere";
    io::saveDocument(m.file.toStdString(), theirs);
    m.edit(2.9);
    auto change = m.repository.outside();
    REQUIRE(change);
    REQUIRE(change->theirs);
    CHECK(change->theirs->setup.machine.name == "Elsewhere");
    SECTION("mine is kept: the file differs, so this is unsaved whatever is undone") {
        m.repository.keepMine();
        CHECK_FALSE(m.repository.outside());
        m.document.undo();
        CHECK(m.document.modified());
        m.repository.saveAs(m.file);
        CHECK(io::loadDocument(m.file.toStdString()).setup.machine.name != "Elsewhere");
    }
    SECTION("theirs is taken, as one change that can be undone") {
        m.repository.takeTheirs(*change->theirs);
        CHECK(m.document.setup().machine.name == "Elsewhere");
        CHECK_FALSE(m.document.modified());
        CHECK_FALSE(m.repository.outside());
        m.document.undo();
        CHECK(m.mass() == 2.9);
        CHECK(m.document.modified());
    }
    SECTION("a file that cannot be read any more, and one that is gone") {
        io::writeFileAtomically(m.file.toStdString(), "{");
        change = m.repository.outside();
        REQUIRE(change);
        CHECK_FALSE(change->theirs);
        CHECK_FALSE(change->problem.isEmpty());
        QFile::remove(m.file);
        REQUIRE(m.repository.outside());
        CHECK(m.repository.outside()->missing);
    }
}

TEST_CASE("the second window of a file knows of the first, and a lock whose program is gone says nothing") {
    Kept m;
    CHECK_FALSE(m.repository.otherWindow());
    DocumentModel document;
    Repository second{document, QString()};
    second.open(m.file);
    REQUIRE(second.otherWindow());
    CHECK(second.otherWindow()->pid == QCoreApplication::applicationPid());
    CHECK_FALSE(second.otherWindow()->host.isEmpty());
    m.repository.startNew(m.document.setup());  // the first lets go
    second.open(m.file);
    CHECK_FALSE(second.otherWindow());
    // a lock left behind by a process that is no more
    second.startNew(document.setup());
    const QString lock = [&] {
        Kept other;
        return QDir(other.folder.path()).entryList({QStringLiteral(".keelhaul-*.lock")}, QDir::Files | QDir::Hidden).value(0);
    }();
    REQUIRE_FALSE(lock.isEmpty());
    io::writeFileAtomically(m.folder.filePath(lock).toStdString(), "999999\nkeelhaul\n" + QSysInfo::machineHostName().toStdString() + "\n");
    second.open(m.file);
    CHECK_FALSE(second.otherWindow());
}

TEST_CASE("a new model is unsaved, has no file and nothing to undo") {
    Kept m;
    m.edit(2.4);
    Setup fresh = m.document.setup();
    fresh.machine.name = "Another";
    m.repository.startNew(fresh);
    CHECK(m.document.setup().machine.name == "Another");
    CHECK(m.repository.file().isEmpty());
    CHECK(m.document.modified());
    CHECK_FALSE(m.document.history().canUndo());
}
