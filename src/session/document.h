// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "io/document.h"
#include "model/access.h"
#include "session/history.h"

#include <QObject>
#include <map>
#include <string>

namespace kh::session {

/// The one place where a Setup changes: a value and its history. It knows no file.
class DocumentModel : public QObject {
    Q_OBJECT
public:
    explicit DocumentModel(QObject* parent = nullptr);

    [[nodiscard]] const Setup& setup() const { return *now_; }
    [[nodiscard]] const std::shared_ptr<const Setup>& shared() const { return now_; }
    [[nodiscard]] const History& history() const { return history_; }
    [[nodiscard]] bool modified() const { return neverSaved_ || carriedUnsaved_ || !history_.clean(); }
    /// Keys of the document that this version does not know, carried along.
    [[nodiscard]] const io::UnknownKeys& unknown() const { return history_.now().unknown; }
    /// What there is to tell of the document as it was read.
    [[nodiscard]] const std::vector<Message>& notes() const { return notes_; }

    /// A key for one gesture: what is edited under it becomes one entry.
    [[nodiscard]] int newMergeKey() { return ++keys_; }
    /// One undoable change. Edits of `mergeKey` ≠ 0 join the entry before if it carries the same key.
    /// @throws InputError, and then nothing is changed
    void edit(const QString& name, const std::vector<Edit>& edits, Standing standing = Standing::Entered, int mergeKey = 0);
    /// One undoable change of whatever it touches.
    /// @throws InputError if the document would not be accepted (model/accepted); then nothing is changed
    void replace(const QString& name, const Setup& after);
    /// One undoable change of a standing alone.
    void setStanding(const QString& name, const std::vector<std::string>& paths, const StandingRecord& record);
    /// What stands in the boxes: no edit, and not undone.
    void setCarried(InBoxes carried);
    /// Another document than this one is looked at: an edit is refused until that is over.
    void setLookedPast(bool on) { lookedPast_ = on; }
    [[nodiscard]] bool lookedPast() const { return lookedPast_; }
    /// Gives up the entry that is being dragged, as if it had not been.
    void abandonMerge(int mergeKey);
    void undo();
    void redo();

    /// Another document takes the place of this one.
    /// @param neverSaved  it would be lost if it were left: made by the pilot, or brought back from a journal
    void begin(io::Document document, bool neverSaved);
    /// What stands on disk is another document: this one is not saved any more, whatever its history says. Its counts go on from the
    /// higher of both, so that none is used twice.
    /// @param onDisk  nothing where it cannot be read
    void markUnsaved(const Setup* onDisk);
    /// One undoable change to what stands on disk, which is clean then.
    void adopt(const QString& name, io::Document onDisk);
    /// The state of now is on disk, as the save of this number.
    void markSaved(int revision);

signals:
    void begun();         ///< another document; changed() follows
    void changed();       ///< the Setup
    void saved();         ///< its number of saves alone
    void stateChanged();  ///< saved or not

private:
    void put(const QString& name, Setup after, int mergeKey);
    /// What is known of the boxes goes with them: what is put aside with one comes back with it.
    void keepBoxes(Setup& next);
    /// The history's state, with what is not undone: the number of saves and, one higher, that of changes.
    void show();
    /// Counts beyond those of another document of this file, so that none of them means two things.
    void outgrow(const Setup& other);

    History history_;
    std::shared_ptr<const Setup> now_;
    std::vector<Message> notes_;
    bool neverSaved_ = false;
    bool carriedUnsaved_ = false;
    bool lookedPast_ = false;
    std::map<std::string, InBoxes> aside_;  ///< by the profile of a box that another took the place of
    int keys_ = 0;
};

/// Now, as standings store it: ISO 8601 UTC.
[[nodiscard]] std::string nowStamp();

}  // namespace kh::session
