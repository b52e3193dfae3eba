// SPDX-License-Identifier: GPL-3.0-or-later
#include "session/document.h"

#include <QCoreApplication>
#include <QDir>
#include <QFile>
#include <QUndoCommand>
#include <QUuid>
#include <csignal>
#include <nlohmann/json.hpp>

namespace kh::app {

/// Before and after, whole: a Setup is small, and nothing can be half undone.
class SetupCommand final : public QUndoCommand {
public:
    SetupCommand(DocumentModel& model, const QString& name, Setup before, Setup after, int key)
        : QUndoCommand(name), model_(model), before_(std::move(before)), after_(std::move(after)), key_(key) {}
    void undo() override { model_.put(before_); }
    void redo() override { model_.put(after_); }
    [[nodiscard]] int id() const override { return key_ == 0 ? -1 : key_; }
    bool mergeWith(const QUndoCommand* other) override {
        after_ = static_cast<const SetupCommand*>(other)->after_;
        if (after_ == before_) setObsolete(true);
        return true;
    }

private:
    DocumentModel& model_;
    Setup before_, after_;
    int key_;
};

std::string nowStamp() { return QDateTime::currentDateTimeUtc().toString(Qt::ISODate).toStdString(); }

DocumentModel::DocumentModel(const QString& stateFolder, QObject* parent) : QObject(parent), stateFolder_(stateFolder) {
    journalTimer_.setSingleShot(true);
    journalTimer_.setInterval(1000);
    connect(&journalTimer_, &QTimer::timeout, this, &DocumentModel::flushJournal);
    connect(&undo_, &QUndoStack::cleanChanged, this, &DocumentModel::stateChanged);
}

DocumentModel::~DocumentModel() {
    undo_.disconnect();  // whoever listens may be half gone
    dropJournal();
}

void DocumentModel::put(const Setup& setup) {
    const int revision = setup_.revision;  // counts saves, is not undone
    setup_ = setup;
    setup_.revision = revision;
    if (!journalTimer_.isActive()) journalTimer_.start();
    emit changed();
    emit stateChanged();
}

void DocumentModel::edit(const QString& name, const std::vector<Edit>& edits, Standing standing, int mergeKey) {
    Setup after = withEdits(setup_, edits, standing, nowStamp());
    bool differs = false;
    for (const Edit& e : edits)
        if (const auto f = readField(setup_, e.path); !f || f->value != e.value || standingOf(setup_, e.path) != standing) differs = true;
    if (!differs) return;
    lastKey_ = mergeKey;
    undo_.push(new SetupCommand(*this, name, setup_, std::move(after), mergeKey));
}

void DocumentModel::replace(const QString& name, const Setup& after) {
    if (after == setup_) return;
    lastKey_ = 0;
    undo_.push(new SetupCommand(*this, name, setup_, after, 0));
}

void DocumentModel::setStanding(const QString& name, const std::vector<std::string>& paths, const StandingRecord& record) {
    Setup after = setup_;
    for (const std::string& path : paths) after.standings[path] = record;
    replace(name, after);
}

void DocumentModel::abandonMerge(int mergeKey) {
    if (lastKey_ != mergeKey) return;
    lastKey_ = 0;
    const int top = undo_.index();
    if (top == 0) return;
    undo_.undo();
    // an obsolete entry leaves the stack when it is redone: the drag leaves no trace
    auto* entry = const_cast<QUndoCommand*>(undo_.command(top - 1));
    entry->setObsolete(true);
    undo_.redo();
}

void DocumentModel::reset(const Setup& setup) {
    undo_.clear();
    lastKey_ = 0;
    setup_ = setup;
    dropJournal();
}

void DocumentModel::load(const QString& file) {
    io::Document document = io::loadDocument(file.toStdString());
    reset(document.setup);
    unknown_ = std::move(document.unknown);
    notes_ = std::move(document.notes);
    file_ = file;
    neverSaved_ = false;
    savedAt_ = QFileInfo(file).lastModified();
    emit changed();
    emit stateChanged();
}

void DocumentModel::startNew(const Setup& setup) {
    reset(setup);
    unknown_.clear();
    notes_.clear();
    file_.clear();
    neverSaved_ = true;
    emit changed();
    emit stateChanged();
}

void DocumentModel::saveAs(const QString& file) {
    Setup saved = setup_;
    ++saved.revision;
    io::saveDocument(file.toStdString(), saved, unknown_);
    setup_.revision = saved.revision;
    file_ = file;
    neverSaved_ = false;
    savedAt_ = QDateTime::currentDateTime();
    lastKey_ = 0;
    undo_.setClean();
    dropJournal();
    emit stateChanged();
}

bool DocumentModel::flushJournal() {
    if (stateFolder_.isEmpty() || !modified()) return false;
    QDir().mkpath(stateFolder_);
    if (journal_.isEmpty())
        journal_ = QDir(stateFolder_)
                       .filePath(QStringLiteral("journal-%1-%2.json")
                                     .arg(QCoreApplication::applicationPid())
                                     .arg(QUuid::createUuid().toString(QUuid::Id128).left(8)));
    const nlohmann::json entry{{"file", file_.toStdString()}, {"document", io::writeDocument(setup_, unknown_)}};
    try {
        io::writeFileAtomically(journal_.toStdString(), entry.dump());
        return true;
    } catch (const io::FileError& e) {
        qWarning("journal: %s", e.what());
        return false;
    }
}

void DocumentModel::dropJournal() {
    journalTimer_.stop();
    if (!journal_.isEmpty()) QFile::remove(journal_);
    journal_.clear();
}

bool DocumentModel::recover(const QString& journal) {
    try {
        const nlohmann::json entry = io::parseGuarded(io::readFile(journal.toStdString()));
        io::Document document = io::parseDocument(entry.at("document").get<std::string>());
        reset(document.setup);
        unknown_ = std::move(document.unknown);
        notes_ = std::move(document.notes);
        file_ = QString::fromStdString(entry.at("file").get<std::string>());
        neverSaved_ = true;
        emit changed();
        emit stateChanged();
        if (flushJournal()) QFile::remove(journal);  // only once its successor is on disk
        return true;
    } catch (const std::exception& e) {
        qWarning("journal %s: %s", qPrintable(journal), e.what());
        return false;
    }
}

QStringList DocumentModel::leftJournals(const QString& stateFolder) {
    QStringList left;
    for (const QFileInfo& f : QDir(stateFolder).entryInfoList({QStringLiteral("journal-*.json")}, QDir::Files, QDir::Time)) {
        const auto pid = static_cast<pid_t>(f.fileName().section('-', 1, 1).toLongLong());
        if (pid > 0 && ::kill(pid, 0) == 0) continue;  // its program still runs
        left << f.absoluteFilePath();
    }
    return left;
}

}  // namespace kh::app
