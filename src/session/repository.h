// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "session/document.h"
#include "session/filelock.h"
#include "session/journal.h"

#include <QByteArray>
#include <QDateTime>
#include <QObject>
#include <QTimer>
#include <optional>

namespace kh::session {

/// What stands under a file's name: nothing, bytes known by their digest, or something that cannot be read.
struct DiskState {
    enum class Kind { Nothing, Bytes, Unreadable, NeverSeen };
    Kind kind = Kind::NeverSeen;  ///< NeverSeen equals no state there can be
    QByteArray digest = {};
    bool operator==(const DiskState& o) const { return kind == o.kind && kind != Kind::NeverSeen && digest == o.digest; }
};

/// A file that is not any more as it was read or written here.
struct OutsideChange {
    bool missing = false;                ///< gone
    std::optional<io::Document> theirs;  ///< what stands there now; nothing if it cannot be read
    QString problem;                     ///< why it cannot be read
    DiskState state;                     ///< what was looked at: an answer is about this, not about what stands there by then
};

/// Where a document is kept: its file with a lock beside it, and the journal of what is not saved.
class Repository : public QObject {
    Q_OBJECT
public:
    /// @param stateFolder  where journals are kept; empty: none
    Repository(DocumentModel& document, const QString& stateFolder, QObject* parent = nullptr);
    ~Repository() override;

    [[nodiscard]] QString file() const { return file_; }
    [[nodiscard]] QDateTime savedAt() const { return savedAt_; }

    /// @throws io::FileError, InputError; then the present document stays
    void open(const QString& file);
    /// @param worthKeeping  it was asked for: it is journalled, and leaving it is asked about; else it is only a place to begin
    void startNew(const Setup& setup, bool worthKeeping);
    /// Writes, whatever stands there: whoever asks has looked at outside() first.
    /// @throws io::FileError, InputError; then the old file is whole
    void saveAs(const QString& file);
    /// Brings back what a journal holds; the journal goes once its successor is on disk.
    /// @throws io::FileError, InputError; then the present document and the journal stay
    void recover(const QString& journal);

    /// How the open file differs from what was last read or written here; nothing while it does not.
    [[nodiscard]] std::optional<OutsideChange> outside() const;
    /// What was looked at is known: outside() says nothing of it any more.
    void accept(const OutsideChange& change) { onDisk_ = change.state; }
    /// It is known and given up: this document is unsaved, and the next save replaces it.
    void keepMine(const OutsideChange& change);
    /// Takes what was looked at, as one change that can be undone.
    void takeTheirs(OutsideChange change);
    /// Who has another file open, before it is written over; nothing if nobody has.
    [[nodiscard]] static std::optional<LockHolder> holderOf(const QString& file);
    /// The other window, of this program or another computer, that had the file open before this one.
    [[nodiscard]] const std::optional<LockHolder>& otherWindow() const { return other_; }

    /// The journal now, not within a second. @return whether the changes are on disk (or saved, and need none)
    bool flushJournal();
    /// Its file while there is one.
    [[nodiscard]] QString journalFile() const { return journal_.path(); }

signals:
    void moved();  ///< another file, or saved
    void journalFailed(const QString& why);

private:
    void take(const QString& file, const std::string& text);
    void lock();
    void journalLater();

    DocumentModel& document_;
    QString file_;
    DiskState onDisk_;  ///< the file as it was read or written here
    QDateTime savedAt_;
    std::optional<FileLock> lock_;
    std::optional<LockHolder> other_;
    Journal journal_;
    QTimer journalTimer_;
    bool journalTold_ = false;  ///< that it cannot be written
};

}  // namespace kh::session
