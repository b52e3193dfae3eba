// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <QString>
#include <memory>
#include <optional>

namespace kh::session {

/// Who else holds a file. Both are empty where the lock does not say.
struct LockHolder {
    QString host;
    qint64 pid = 0;
};

/// A lock the kernel holds on a small file while this process lives, whatever the file says: one that was left behind, is empty or
/// garbled, or came from another computer is taken over. What is no small regular file (a pipe, a device) is never waited for.
class FileLock {
public:
    FileLock(FileLock&&) noexcept;
    FileLock& operator=(FileLock&&) noexcept;
    FileLock(const FileLock&) = delete;
    FileLock& operator=(const FileLock&) = delete;
    ~FileLock();  ///< gives it back and takes the file away

    /// @return nothing if another process holds it, or it cannot be made: `holder` then says who, as far as it is known
    [[nodiscard]] static std::optional<FileLock> take(const QString& file, std::optional<LockHolder>& holder);

private:
    FileLock(QString file, int descriptor) : file_(std::move(file)), descriptor_(descriptor) {}
    void release();
    QString file_;
    int descriptor_ = -1;
};

}  // namespace kh::session
