// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "io/document.h"
#include "model/access.h"
#include "stations/kit/row.h"

#include <QDateTime>
#include <QObject>
#include <QTimer>
#include <QUndoStack>
#include <memory>

namespace kh::app {

/// The one place where a Setup changes: a value, its undo stack, its file and its journal.
class DocumentModel : public QObject {
    Q_OBJECT
public:
    /// @param stateFolder  where the journal is kept; empty: no journal
    explicit DocumentModel(const QString& stateFolder, QObject* parent = nullptr);
    ~DocumentModel() override;

    [[nodiscard]] const Setup& setup() const { return setup_; }
    [[nodiscard]] QUndoStack& undoStack() { return undo_; }
    [[nodiscard]] QString file() const { return file_; }
    [[nodiscard]] bool modified() const { return !undo_.isClean() || neverSaved_; }
    [[nodiscard]] QDateTime savedAt() const { return savedAt_; }
    [[nodiscard]] const std::vector<Message>& notes() const { return notes_; }

    /// A key for one gesture: what is edited under it becomes one entry.
    [[nodiscard]] int newMergeKey() { return ++keys_; }
    /// One undoable change. Edits of `mergeKey` ≠ 0 merge with the entry before if it carries the same key.
    /// @throws InputError, and then nothing is changed
    void edit(const QString& name, const std::vector<Edit>& edits, Standing standing = Standing::Entered, int mergeKey = 0);
    /// One undoable change of whatever it touches.
    void replace(const QString& name, const Setup& after);
    /// One undoable change of a standing alone.
    void setStanding(const QString& name, const std::vector<std::string>& paths, const StandingRecord& record);
    /// Gives up the entry that is being dragged, as if it had not been.
    void abandonMerge(int mergeKey);

    /// @throws io::FileError, InputError; then the present document stays
    void load(const QString& file);
    void startNew(const Setup& setup);
    /// @throws io::FileError; then the old file is whole
    void saveAs(const QString& file);
    /// Brings back what a journal holds. @return false if there is none or it cannot be read
    bool recover(const QString& journal);

    /// Journals that were left behind by a kill.
    [[nodiscard]] static QStringList leftJournals(const QString& stateFolder);
    /// The journal now, not in two seconds. @return whether it is on disk
    bool flushJournal();

signals:
    void changed();       ///< the Setup
    void stateChanged();  ///< file, saved or not

private:
    friend class SetupCommand;
    void put(const Setup& setup);
    void dropJournal();
    void reset(const Setup& setup);

    Setup setup_;
    io::UnknownKeys unknown_;
    std::vector<Message> notes_;
    QUndoStack undo_;
    QString file_;
    QString stateFolder_;
    QString journal_;
    QDateTime savedAt_;
    QTimer journalTimer_;
    bool neverSaved_ = false;
    int lastKey_ = 0;
    int keys_ = 0;
};

/// Now, as standings store it: ISO 8601 UTC.
[[nodiscard]] std::string nowStamp();

}  // namespace kh::app
