// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "io/document.h"

#include <QDateTime>
#include <QString>
#include <QStringList>
#include <optional>

namespace kh::session {

/// What a journal holds.
struct JournalEntry {
    QString journal;  ///< the journal's own file
    QString file;     ///< of the document, absolute; empty if it was never saved
    QDateTime at;
    io::Document document;
};

/// Changes that are not saved yet, kept in the state folder while their window lives and left behind when it is killed. A lock the
/// kernel holds tells a living window from a dead one, so that a process number that is used again hides nothing.
class Journal {
public:
    /// @param stateFolder  empty: none is kept
    explicit Journal(QString stateFolder) : folder_(std::move(stateFolder)) {}
    ~Journal() { drop(); }
    Journal(const Journal&) = delete;
    Journal& operator=(const Journal&) = delete;

    /// @throws io::FileError, and then the journal before is whole
    void write(const QString& file, const Setup& setup, const io::UnknownKeys& unknown);
    /// What is saved needs none.
    void drop();
    /// Its file while there is one.
    [[nodiscard]] QString path() const { return path_; }

    /// Journals whose window is gone, newest first.
    [[nodiscard]] static QStringList left(const QString& stateFolder);
    /// @throws io::FileError, InputError
    [[nodiscard]] static JournalEntry read(const QString& journal);
    /// Takes away a journal that was left behind.
    static void remove(const QString& journal);

private:
    void claim();
    QString folder_;
    QString path_;
    int lock_ = -1;  ///< descriptor of the locked file beside it
};

}  // namespace kh::session
