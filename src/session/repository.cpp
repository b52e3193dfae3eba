// SPDX-License-Identifier: GPL-3.0-or-later
#include "session/repository.h"

#include "base/error.h"

#include <QCryptographicHash>
#include <QDir>
#include <QFile>
#include <QFileInfo>

namespace kh::session {

namespace {

constexpr int kJournalMs = 1000;  ///< changes wait so long for the next; within two seconds they are on disk

DiskState stateOf(const std::string& text) {
    return {DiskState::Kind::Bytes,
            QCryptographicHash::hash(QByteArrayView(text.data(), static_cast<qsizetype>(text.size())), QCryptographicHash::Sha256)};
}

std::string pathOf(const QString& file) { return QFile::encodeName(file).toStdString(); }

/// Beside the file a name leads to, whether it is there or not. It has a length of its own: the document's may be as long as names
/// may be.
QString lockFileOf(const QString& file) {
    const QFileInfo named(file);
    QFileInfo real(named.canonicalFilePath());
    if (named.canonicalFilePath().isEmpty()) {  // not there: its folder may be reached by links all the same
        const QString folder = QFileInfo(named.absolutePath()).canonicalFilePath();
        real = QFileInfo(QDir(folder.isEmpty() ? named.absolutePath() : folder).filePath(named.fileName()));
    }
    const QByteArray name = QCryptographicHash::hash(real.fileName().toUtf8(), QCryptographicHash::Sha256).toHex().left(16);
    return real.absoluteDir().filePath(QStringLiteral(".keelhaul-%1.lock").arg(QString::fromLatin1(name)));
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
    if (!file_.isEmpty()) lock_ = FileLock::take(lockFileOf(file_), other_);
}

std::optional<LockHolder> Repository::holderOf(const QString& file) {
    const QString lock = lockFileOf(file);
    std::optional<LockHolder> holder;
    if (QFileInfo::exists(lock)) (void)FileLock::take(lock, holder);  // given back at once
    return holder;
}

void Repository::take(const QString& file, const std::string& text) {
    file_ = file;
    onDisk_ = stateOf(text);
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

void Repository::startNew(const Setup& setup, bool worthKeeping) {
    journal_.drop();
    file_.clear();
    onDisk_ = {};
    savedAt_ = {};
    lock();
    document_.begin({setup, {}, {}}, worthKeeping);
    emit moved();
}

void Repository::saveAs(const QString& file) {
    const QString whole = QFileInfo(file).absoluteFilePath();
    Setup saved = document_.setup();
    ++saved.revision;
    const std::string text = io::saveDocument(pathOf(whole), saved, document_.unknown());
    if (whole == file_) {  // whose lock is held already
        onDisk_ = stateOf(text);
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
    onDisk_ = {};
    savedAt_ = {};
    std::optional<Setup> there;
    if (!file_.isEmpty()) {  // what stands on disk is what the journal was compared with and is saved over; what cannot be read is asked
                             // about
        try {
            const std::string text = io::readFile(pathOf(file_));
            onDisk_ = stateOf(text);
            savedAt_ = QFileInfo(file_).lastModified();
            there = io::parseDocument(text).setup;
        } catch (const std::runtime_error&) {
            if (!QFileInfo::exists(file_)) onDisk_ = {DiskState::Kind::Nothing, {}};
        }
    }
    lock();
    document_.begin(std::move(entry.document), true);
    if (there) document_.markUnsaved(&*there);
    if (flushJournal()) Journal::remove(journal);
    emit moved();
}

std::optional<OutsideChange> Repository::outside() const {
    if (file_.isEmpty()) return std::nullopt;
    OutsideChange out;
    try {
        const std::string text = io::readFile(pathOf(file_));
        out.state = stateOf(text);
        if (out.state == onDisk_) return std::nullopt;
        out.theirs = io::parseDocument(text);
    } catch (const std::runtime_error& e) {
        out.problem = QString::fromUtf8(e.what());
        if (out.state.kind == DiskState::Kind::NeverSeen) {  // not even its bytes
            out.missing = !QFileInfo::exists(file_) && !QFileInfo(file_).isSymLink();
            out.state.kind = out.missing ? DiskState::Kind::Nothing : DiskState::Kind::Unreadable;
        }
    }
    return out.state == onDisk_ ? std::nullopt : std::optional(std::move(out));
}

void Repository::keepMine(const OutsideChange& change) {
    accept(change);
    document_.markUnsaved(change.theirs ? &change.theirs->setup : nullptr);
    journalLater();
}

void Repository::takeTheirs(OutsideChange change) {
    accept(change);
    document_.adopt(tr("Take the file's version"), std::move(*change.theirs));
    savedAt_ = QFileInfo(file_).lastModified();
    flushJournal();
    emit moved();
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

}  // namespace kh::session
