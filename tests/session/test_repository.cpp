// SPDX-License-Identifier: GPL-3.0-or-later
//
// A document and its file: saving, journals, locks, what another program does meanwhile.
#include "model/changes.h"
#include "session/kept.h"

#include <sys/stat.h>
#include <unistd.h>
#include <QCoreApplication>
#include <QElapsedTimer>
#include <nlohmann/json.hpp>

namespace repository_tests {

using khtest::Kept;
using namespace kh;
using namespace kh::session;

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
    CHECK(sameButWhen(document.setup(), m.document.setup()));
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
        m.repository.keepMine(*change);
        CHECK_FALSE(m.repository.outside());
        m.document.undo();
        CHECK(m.document.modified());
        m.repository.saveAs(m.file);
        CHECK(io::loadDocument(m.file.toStdString()).setup.machine.name != "Elsewhere");
    }
    SECTION("theirs is taken, as one change that can be undone") {
        m.repository.takeTheirs(*change);
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
    m.repository.startNew(m.document.setup(), true);  // the first lets go
    second.open(m.file);
    CHECK_FALSE(second.otherWindow());
}

TEST_CASE("a lock that nobody holds is taken over, whatever it says; what is no lock is never waited for") {
    Kept m;
    const auto lockFile = [&] {
        return m.folder.filePath(
            QDir(m.folder.path()).entryList({QStringLiteral(".keelhaul-*.lock")}, QDir::Files | QDir::Hidden).value(0));
    };
    const QString lock = lockFile();
    REQUIRE(QFileInfo(lock).isFile());
    const Setup setup = m.document.setup();
    for (const std::string& text : {std::string("999999\nkeelhaul\nbench\n"), std::string(), std::string("\xff\xfe garbled"),
                                    std::string("4711\nanother-computer\nkeelhaul\n")}) {
        INFO(text);
        m.repository.startNew(setup, true);
        CHECK_FALSE(QFileInfo::exists(lock));
        io::writeFileAtomically(lock.toStdString(), text);
        m.repository.open(m.file);
        CHECK_FALSE(m.repository.otherWindow());
        CHECK(lockFile() == lock);
        DocumentModel document;
        Repository second{document, QString()};
        second.open(m.file);
        CHECK(second.otherWindow());  // it is held now
    }
    m.repository.startNew(setup, true);
    SECTION("megabytes") { io::writeFileAtomically(lock.toStdString(), std::string(std::size_t{3} * 1024 * 1024, '1')); }
    SECTION("a pipe nobody writes to") { REQUIRE(::mkfifo(QFile::encodeName(lock).constData(), 0600) == 0); }
    SECTION("a device") { REQUIRE(::symlink("/dev/zero", QFile::encodeName(lock).constData()) == 0); }
    SECTION("a folder") { REQUIRE(QDir().mkdir(lock)); }
    m.repository.open(m.file);  // opened, without a lock
    CHECK_FALSE(m.repository.otherWindow());
    CHECK(m.document.setup() == setup);
    m.edit(2.6);
    m.repository.saveAs(m.file);
    CHECK_FALSE(m.document.modified());
}

TEST_CASE("an answer is about the version that was shown: a third one is asked about again") {
    Kept m;
    Setup theirs = m.document.setup();
    theirs.machine.name = "Second";
    io::saveDocument(m.file.toStdString(), theirs);
    m.edit(2.9);
    const auto shown = m.repository.outside();
    REQUIRE(shown);
    theirs.machine.name = "Third";  // while the question is open
    io::saveDocument(m.file.toStdString(), theirs);
    SECTION("mine kept over the second says nothing of the third") { m.repository.keepMine(*shown); }
    SECTION("the second taken says nothing of the third") {
        m.repository.takeTheirs(*shown);
        CHECK(m.document.setup().machine.name == "Second");
    }
    const auto again = m.repository.outside();
    REQUIRE(again);
    REQUIRE(again->theirs);
    CHECK(again->theirs->setup.machine.name == "Third");
}

TEST_CASE("keys this version does not know come back with the state they belong to") {
    Kept m;
    const auto with = [&](const std::string& key) {
        nlohmann::json file = nlohmann::json::parse(io::writeDocument(m.document.setup()));
        file[key] = 1;
        return file.dump();
    };
    io::writeFileAtomically(m.file.toStdString(), with("mineAlone"));
    m.repository.open(m.file);
    m.edit(2.9);
    io::writeFileAtomically(m.file.toStdString(), with("theirsAlone"));
    m.repository.takeTheirs(*m.repository.outside());
    CHECK(m.document.unknown().at("").count("theirsAlone") == 1);
    m.document.undo();
    CHECK(m.document.unknown().at("").count("mineAlone") == 1);
    m.repository.saveAs(m.file);
    CHECK(io::readFile(m.file.toStdString()).find("mineAlone") != std::string::npos);
    m.document.redo();
    CHECK(m.document.unknown().at("").count("theirsAlone") == 1);
}

TEST_CASE("numbers of saves and changes are never used twice, whoever else wrote the file") {
    Kept m;
    Setup theirs = m.document.setup();
    theirs.revision += 5;
    theirs.change += 50;
    theirs.machine.name = "Elsewhere";
    io::saveDocument(m.file.toStdString(), theirs);
    m.edit(2.9);
    SECTION("mine is kept") { m.repository.keepMine(*m.repository.outside()); }
    SECTION("a journal is brought back") { m.repository.recover(m.leaveJournal()); }
    SECTION("theirs is taken and taken back") {
        m.repository.takeTheirs(*m.repository.outside());
        m.document.undo();
    }
    m.repository.saveAs(m.file);
    const Setup now = io::loadDocument(m.file.toStdString()).setup;
    CHECK(now.revision == theirs.revision + 1);
    CHECK(now.change > theirs.change);
    CHECK(now.machine.massKg == 2.9);
}

TEST_CASE("a journal whose file is gone locks its own place, and what is put back there is asked about") {
    Kept m;
    m.edit(2.9);
    const QString left = m.leaveJournal();
    QFile::remove(m.file);
    const QString was = QDir::currentPath();
    const QTemporaryDir elsewhere;
    REQUIRE(QDir::setCurrent(elsewhere.path()));
    DocumentModel document;
    Repository next{document, m.state};
    m.repository.startNew(m.document.setup(), false);
    next.recover(left);
    REQUIRE(QDir::setCurrent(was));
    CHECK(QDir(elsewhere.path()).entryList(QDir::Files | QDir::Hidden).isEmpty());
    CHECK(QDir(m.folder.path()).entryList({QStringLiteral(".keelhaul-*.lock")}, QDir::Files | QDir::Hidden).size() == 1);
    CHECK_FALSE(next.outside());  // that it is gone was known
    QFile::copy(khtest::kTurnstone, m.file);
    REQUIRE(next.outside());
    CHECK(next.outside()->theirs);
}

TEST_CASE("a journal whose file cannot be read asks before it is saved over") {
    Kept m;
    m.edit(2.9);
    const QString left = m.leaveJournal();
    QFile::remove(m.file);
    REQUIRE(QDir().mkdir(m.file));  // not even root reads that as a file
    DocumentModel document;
    Repository next{document, m.state};
    next.recover(left);
    const auto change = next.outside();
    REQUIRE(change);
    CHECK_FALSE(change->missing);
    CHECK_FALSE(change->problem.isEmpty());
    next.keepMine(*change);
    CHECK_FALSE(next.outside());
}

TEST_CASE("a model that was asked for is journalled at once; the place one begins at is nothing to lose") {
    Kept m;
    const Setup setup = m.document.setup();
    m.repository.startNew(setup, true);
    CHECK(m.document.modified());
    QElapsedTimer since;
    since.start();
    while (m.journals().isEmpty() && since.elapsed() < 20000) QCoreApplication::processEvents(QEventLoop::AllEvents, 50);
    CHECK(m.journals().size() == 1);  // without any edit
    m.repository.startNew(setup, false);
    CHECK_FALSE(m.document.modified());
    REQUIRE(m.repository.flushJournal());
    CHECK(m.journals().isEmpty());
    m.edit(2.9);
    CHECK(m.document.modified());
}

TEST_CASE("a new model is unsaved, has no file and nothing to undo") {
    Kept m;
    m.edit(2.4);
    Setup fresh = m.document.setup();
    fresh.machine.name = "Another";
    m.repository.startNew(fresh, true);
    CHECK(m.document.setup().machine.name == "Another");
    CHECK(m.repository.file().isEmpty());
    CHECK(m.document.modified());
    CHECK_FALSE(m.document.history().canUndo());
}

}  // namespace repository_tests
