// SPDX-License-Identifier: GPL-3.0-or-later
//
// The document under the window: one place where a Setup changes, undo, merging, journal, saving.
#include "app/bench.h"
#include "base/error.h"
#include "paint/look/theme.h"

using namespace kh;
using namespace kh::app;
using khtest::Bench;

namespace {

struct Model {
    QTemporaryDir folder;
    QString file = folder.filePath(QStringLiteral("model.keel.json"));
    DocumentModel document{folder.filePath(QStringLiteral("state"))};
    int changes = 0;
    Model() {
        QFile::copy(QStringLiteral(KEELHAUL_SOURCE "/data/demo/turnstone-470.keel.json"), file);
        QFile::setPermissions(file, QFile::ReadOwner | QFile::WriteOwner);
        document.load(file);
        QObject::connect(&document, &DocumentModel::changed, &document, [this] { ++changes; });
    }
    double mass() const { return document.setup().machine.massKg; }
    void edit(double mass, int key = 0) { document.edit(QStringLiteral("mass"), {{"machine.massKg", mass}}, Standing::Entered, key); }
};

}  // namespace

TEST_CASE("an edit is one entry with its name, told once, and undone whole") {
    Model m;
    const Setup before = m.document.setup();
    m.document.edit(QStringLiteral("two facts"), {{"machine.massKg", 3.0}, {"machine.rotor.discM", 1.2}});
    CHECK(m.changes == 1);
    CHECK(m.document.undoStack().count() == 1);
    CHECK(m.document.undoStack().undoText() == QStringLiteral("two facts"));
    CHECK(m.document.modified());
    CHECK(standingOf(m.document.setup(), "machine.massKg") == Standing::Entered);
    m.document.undoStack().undo();
    CHECK(m.document.setup() == before);
    CHECK_FALSE(m.document.modified());
    m.document.undoStack().redo();
    CHECK(m.mass() == 3.0);
}

TEST_CASE("a refused edit leaves no entry, tells nobody and changes nothing") {
    Model m;
    const Setup before = m.document.setup();
    CHECK_THROWS_AS(m.document.edit(QStringLiteral("x"), {{"machine.massKg", 3.0}, {"machine.rotor.discM", 77.0}}), InputError);
    CHECK_THROWS_AS(m.document.edit(QStringLiteral("x"), {{"no.such", 3.0}}), InputError);
    CHECK(m.document.setup() == before);
    CHECK(m.changes == 0);
    CHECK(m.document.undoStack().count() == 0);
}

TEST_CASE("edits under one key are one entry; another key, or none, begins a new one") {
    Model m;
    const double before = m.mass();
    const int drag = m.document.newMergeKey();
    for (const double v : {2.3, 2.4, 2.5}) m.edit(v, drag);
    CHECK(m.document.undoStack().count() == 1);
    CHECK(m.mass() == 2.5);
    const int again = m.document.newMergeKey();
    CHECK(again != drag);
    m.edit(2.6, again);
    CHECK(m.document.undoStack().count() == 2);
    m.edit(2.7);
    m.edit(2.8);
    CHECK(m.document.undoStack().count() == 4);
    for (int i = 0; i < 4; ++i) m.document.undoStack().undo();
    CHECK(m.mass() == before);
}

TEST_CASE("a drag that is given up is as if it had not been") {
    Model m;
    const Setup before = m.document.setup();
    m.edit(2.3);
    const int key = m.document.newMergeKey();
    m.edit(2.9, key);
    m.edit(3.1, key);
    m.document.abandonMerge(key);
    CHECK(m.mass() == 2.3);
    CHECK(m.document.undoStack().count() == 1);
    CHECK_FALSE(m.document.undoStack().canRedo());
    m.document.undoStack().undo();
    CHECK(m.document.setup() == before);
}

TEST_CASE("a standing is set without touching the value, and is undone") {
    Model m;
    const double before = m.mass();
    m.document.setStanding(QStringLiteral("measured"), {"machine.massKg"}, {Standing::Measured, "2026-11-23T20:00:00Z", "scale", "±5 g"});
    CHECK(standingOf(m.document.setup(), "machine.massKg") == Standing::Measured);
    CHECK(m.document.setup().standings.at("machine.massKg").instrument == "scale");
    CHECK(m.mass() == before);
    m.document.undoStack().undo();
    CHECK(m.document.setup().standings.at("machine.massKg").instrument != "scale");
}

TEST_CASE("saving counts the revision, cleans the state and keeps the stack") {
    Model m;
    const int revision = m.document.setup().revision;
    m.edit(2.4);
    m.document.saveAs(m.file);
    CHECK_FALSE(m.document.modified());
    CHECK(m.document.savedAt().isValid());
    CHECK(io::loadDocument(m.file.toStdString()).setup.revision == revision + 1);
    CHECK(m.document.undoStack().canUndo());
    m.document.undoStack().undo();
    CHECK(m.document.modified());
    const QString other = m.folder.filePath(QStringLiteral("other.keel.json"));
    m.document.saveAs(other);
    CHECK(m.document.file() == other);
    CHECK(io::loadDocument(m.file.toStdString()).setup.machine.massKg == 2.4);  // the first file is as it was saved
}

TEST_CASE("saving where it cannot be leaves the document unsaved and the old file whole") {
    Model m;
    const std::string before = io::readFile(m.file.toStdString());
    m.edit(2.4);
    CHECK_THROWS_AS(m.document.saveAs(QStringLiteral("/no/such/folder/x.keel.json")), io::FileError);
    CHECK(m.document.modified());
    CHECK(m.document.file() == m.file);
    CHECK(io::readFile(m.file.toStdString()) == before);
}

TEST_CASE("a file that cannot be read leaves the present model as it is") {
    Model m;
    m.edit(2.4);
    const QString bad = m.folder.filePath(QStringLiteral("bad.keel.json"));
    QFile f(bad);
    REQUIRE(f.open(QIODevice::WriteOnly));
    f.write("{\"format\": \"keelhaul-setup\"");
    f.close();
    CHECK_THROWS(m.document.load(bad));
    CHECK(m.mass() == 2.4);
    CHECK(m.document.file() == m.file);
    CHECK(m.document.undoStack().canUndo());
}

TEST_CASE("the journal holds what was not saved, never the pilot's file, and goes when it is saved") {
    Model m;
    const std::string before = io::readFile(m.file.toStdString());
    const QString state = m.folder.filePath(QStringLiteral("state"));
    m.edit(2.45);
    m.document.flushJournal();
    CHECK(DocumentModel::leftJournals(state).isEmpty());  // its program still runs: nothing was left behind
    const auto journals = [&] { return QDir(state).entryInfoList({QStringLiteral("journal-*.json")}, QDir::Files); };
    REQUIRE(journals().size() == 1);
    const QString left = journals().first().absoluteFilePath();
    CHECK(io::readFile(m.file.toStdString()) == before);
    DocumentModel other{QString()};
    REQUIRE(other.recover(left));
    CHECK(other.setup().machine.massKg == 2.45);
    CHECK(other.modified());
    m.document.saveAs(m.file);
    CHECK(journals().isEmpty());
}

TEST_CASE("a journal that is damaged is not recovered, and nothing is lost by trying") {
    Model m;
    const QString journal = m.folder.filePath(QStringLiteral("torn.journal"));
    QFile f(journal);
    REQUIRE(f.open(QIODevice::WriteOnly));
    f.write("{\"half\": ");
    f.close();
    const Setup before = m.document.setup();
    CHECK_FALSE(m.document.recover(journal));
    CHECK_FALSE(m.document.recover(m.folder.filePath(QStringLiteral("none"))));
    CHECK(m.document.setup() == before);
    CHECK(QFile::exists(journal));
}

TEST_CASE("a new model is unsaved, has no file and nothing to undo") {
    Model m;
    m.edit(2.4);
    Setup fresh = m.document.setup();
    fresh.machine.name = "Another";
    m.document.startNew(fresh);
    CHECK(m.document.setup().machine.name == "Another");
    CHECK(m.document.file().isEmpty());
    CHECK(m.document.modified());
    CHECK_FALSE(m.document.undoStack().canUndo());
}

TEST_CASE("what the window shows of a file: name, revision, saved or unsaved") {
    Bench b;
    const auto bar = [&] {
        Bench::settle();
        QString all;
        for (const Item& i : b.window.topBar()->items()) all += i.name + QLatin1Char(' ') + i.value + QLatin1Char('\n');
        return all;
    };
    CHECK(bar().contains(QStringLiteral("Turnstone 470")));
    CHECK(b.window.windowTitle().contains(QStringLiteral("Turnstone 470")));
    CHECK_FALSE(b.window.isWindowModified());
    b.w().document().edit(QStringLiteral("x"), {{"machine.name", std::string("Redshank")}});
    CHECK(bar().contains(QStringLiteral("Redshank")));
    CHECK(b.window.isWindowModified());
    CHECK(b.window.save());
    CHECK_FALSE(b.window.isWindowModified());
    CHECK(io::loadDocument(b.file.toStdString()).setup.machine.name == "Redshank");
}

TEST_CASE("seen on the machine and measured ask for the guards, and refuse what they cannot mean") {
    Bench b;
    b.go(Station::Swash);
    b.selectRow("layout", 1);
    b.act("seen");
    CHECK(b.window.message().contains(QStringLiteral("guards")));
    for (const Guard g : {Guard::LeadsOff, Guard::BladesOff, Guard::HoldOn}) b.w().setGuard(g, true);
    b.act("seen");
    CHECK(b.w().setup().standings.at("rows.layout").standing == Standing::Proved);
    CHECK(b.w().selectedRow()->standing == Standing::Proved);
    b.act("undo");
    CHECK(b.w().setup().standings.count("rows.layout") == 0);
    using namespace std::string_literals;
    b.w().document().edit(QStringLiteral("x"), {{"controller.layout", "three at 140°, elevator aft"s}});
    Bench::settle();
    b.act("seen");
    CHECK(b.window.message().contains(QStringLiteral("broken")));
    b.selectRow("stroke-use", 2);
    b.act("measured");
    CHECK(b.window.message().contains(QStringLiteral("stored value")));
}

TEST_CASE("a reading is taken with its instrument through the dialog") {
    Bench b;
    for (const Guard g : {Guard::LeadsOff, Guard::BladesOff, Guard::HoldOn}) b.w().setGuard(g, true);
    b.go(Station::Airframe);
    b.selectRow("mass", 2);
    khtest::whenOpen<MeasuredDialog>(&b.window, [](MeasuredDialog* dialog) {
        const auto fields = dialog->findChildren<QLineEdit*>();
        REQUIRE(fields.size() >= 2);
        fields[0]->setText(QStringLiteral("kitchen scale"));
        fields[1]->setText(QStringLiteral("±5 g"));
        dialog->accept();
    });
    b.act("measured");
    const StandingRecord& r = b.w().setup().standings.at("machine.massKg");
    CHECK(r.standing == Standing::Measured);
    CHECK(r.instrument == "kitchen scale");
    CHECK(r.uncertainty == "±5 g");
    CHECK(r.at.size() == 20);
}

TEST_CASE("newer profiles are offered and taken as one change; there is nothing to take twice") {
    Bench b;
    b.act("renew");
    CHECK(b.window.message().contains(QStringLiteral("as new as")));
    Setup old = b.w().setup();
    old.transmitter.profile.version = 0;
    old.transmitter.profile.resolutionUs = 1.0;
    b.w().document().replace(QStringLiteral("older"), old);
    b.act("renew");
    CHECK(b.w().setup().transmitter.profile.resolutionUs == 0.5);
    CHECK(b.window.message().contains(QStringLiteral("Transmitter profile: pulse resolution")));
    b.act("undo");
    CHECK(b.w().setup().transmitter.profile.resolutionUs == 1.0);
}
