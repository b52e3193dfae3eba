// SPDX-License-Identifier: GPL-3.0-or-later
#include "session/repository.h"

#include "base/error.h"

#include <QCryptographicHash>
#include <QDir>
#include <QFile>
#include <QFileInfo>

namespace kh::app {

namespace {

constexpr int kJournalMs = 1000;  ///< changes wait so long for the next; within two seconds they are on disk

QByteArray digest(const std::string& text) {
    return QCryptographicHash::hash(QByteArrayView(text.data(), static_cast<qsizetype>(text.size())), QCryptographicHash::Sha256);
}

std::string pathOf(const QString& file) { return QFile::encodeName(file).toStdString(); }

/// A lock file's name has a length of its own: the document's may be as long as names may be.
QString lockFileOf(const QFileInfo& file) {
    const QByteArray name = QCryptographicHash::hash(file.fileName().toUtf8(), QCryptographicHash::Sha256).toHex().left(16);
    return file.absoluteDir().filePath(QStringLiteral(".keelhaul-%1.lock").arg(QString::fromLatin1(name)));
}

}  // namespace

Repository::Repository(DocumentModel& document, const QString& stateFolder, QObject* parent)
    : QObject(parent), document_(document), journal_(stateFolder) {
    journalTimer_.setSingleShot(true);
    journalTimer_.setInterval(kJournalMs);
    connect(&journalTimer_, &QTimer::timeout, this, &Repository::flushJournal);
    connect(&document_, &DocumentModel::changed, this, &Repository::journalLater);
}

Repository::~Repository() = default;

void Repository::journalLater() {
    if (!journalTimer_.isActive()) journalTimer_.start();
}

void Repository::lock() {
    lock_.reset();
    other_.reset();
    if (file_.isEmpty()) return;
    auto lock = std::make_unique<QLockFile>(lockFileOf(QFileInfo(QFileInfo(file_).canonicalFilePath())));
    lock->setStaleLockTime(0);  // however long it was open: only a process that is gone makes a lock stale
    if (lock->tryLock(0)) {
        lock_ = std::move(lock);
        return;
    }
    LockHolder holder;
    QString program;
    if (lock->error() == QLockFile::LockFailedError && lock->getLockInfo(&holder.pid, &holder.host, &program)) other_ = holder;
}

void Repository::take(const QString& file, const std::string& text) {
    file_ = file;
    onDisk_ = digest(text);
    savedAt_ = QFileInfo(file).lastModified();
    lock();
}

void Repository::open(const QString& file) {
    const QString whole = QFileInfo(file).absoluteFilePath();
    const std::string text = io::readFile(pathOf(whole));
    io::Document document = io::parseDocument(text);
    journal_.drop();
    take(whole, text);
    document_.begin(std::move(document), false);
    journalTimer_.stop();
    emit moved();
}

void Repository::startNew(const Setup& setup) {
    journal_.drop();
    file_.clear();
    onDisk_.clear();
    lock();
    document_.begin({setup, {}, {}}, true);
    journalTimer_.stop();
    emit moved();
}

void Repository::saveAs(const QString& file) {
    const QString whole = QFileInfo(file).absoluteFilePath();
    Setup saved = document_.setup();
    ++saved.revision;
    const std::string text = io::saveDocument(pathOf(whole), saved, document_.unknown());
    if (whole == file_) {  // whose lock is held already
        onDisk_ = digest(text);
        savedAt_ = QFileInfo(whole).lastModified();
    } else {
        take(whole, text);
    }
    document_.markSaved(saved.revision);
    journalTimer_.stop();
    journal_.drop();
    emit moved();
}

void Repository::recover(const QString& journal) {
    JournalEntry entry = Journal::read(journal);
    journal_.drop();
    file_ = entry.file;
    onDisk_.clear();
    savedAt_ = {};
    try {  // what stands on disk is what the journal is compared with and saved over
        if (!file_.isEmpty()) take(file_, io::readFile(pathOf(file_)));
    } catch (const io::FileError&) {
        lock();
    }
    document_.begin(std::move(entry.document), true);
    if (flushJournal()) Journal::remove(journal);
    emit moved();
}

std::optional<OutsideChange> Repository::outside() const {
    if (file_.isEmpty() || onDisk_.isEmpty()) return std::nullopt;
    if (!QFileInfo::exists(file_)) return OutsideChange{true, std::nullopt, {}};
    OutsideChange out;
    try {
        const std::string text = io::readFile(pathOf(file_));
        if (digest(text) == onDisk_) return std::nullopt;
        out.theirs = io::parseDocument(text);
    } catch (const std::runtime_error& e) {
        out.problem = QString::fromUtf8(e.what());
    }
    return out;
}

void Repository::keepMine() {
    lookAtDisk();
    document_.markUnsaved();
    journalLater();
}

void Repository::takeTheirs(io::Document theirs) {
    lookAtDisk();
    document_.adopt(tr("Take the file's version"), std::move(theirs));
    savedAt_ = QFileInfo(file_).lastModified();
    flushJournal();
    emit moved();
}

void Repository::lookAtDisk() {
    try {
        onDisk_ = QFileInfo::exists(file_) ? digest(io::readFile(pathOf(file_))) : QByteArray();
    } catch (const io::FileError&) {
        onDisk_.clear();
    }
}

bool Repository::flushJournal() {
    journalTimer_.stop();
    if (!document_.modified()) {
        journal_.drop();
        return true;
    }
    try {
        journal_.write(file_, document_.setup(), document_.unknown());
        journalTold_ = false;
        return !journal_.path().isEmpty();
    } catch (const std::runtime_error& e) {
        if (!journalTold_) emit journalFailed(QString::fromUtf8(e.what()));
        journalTold_ = true;
        return false;
    }
}

}  // namespace kh::app
