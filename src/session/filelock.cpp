// SPDX-License-Identifier: GPL-3.0-or-later
#include "session/filelock.h"

#include <fcntl.h>
#include <fmt/format.h>
#include <sys/file.h>
#include <sys/stat.h>
#include <unistd.h>
#include <QFile>
#include <QList>
#include <QSysInfo>
#include <array>
#include <cerrno>
#include <string>
#include <utility>

namespace kh::session {

namespace {

constexpr off_t kLongestLock = 4096;
constexpr int kAttempts = 8;  ///< at a file that another process takes away while it is opened

/// What stands in the file of whoever holds it: process, then host.
LockHolder written(int fd) {
    std::array<char, 512> text{};
    const ssize_t n = ::pread(fd, text.data(), text.size() - 1, 0);
    const QList<QByteArray> lines = QByteArray(text.data(), n > 0 ? n : 0).split('\n');
    bool number = false;
    const qint64 pid = lines.value(0).toLongLong(&number);
    return number && pid > 0 ? LockHolder{QString::fromUtf8(lines.value(1)).left(64), pid} : LockHolder{};
}

/// Whether the open file is still the one of that name.
bool sameFile(int fd, const QByteArray& name) {
    struct stat opened {
    }, named{};
    return ::fstat(fd, &opened) == 0 && ::lstat(name.constData(), &named) == 0 && opened.st_ino == named.st_ino &&
           opened.st_dev == named.st_dev;
}

}  // namespace

std::optional<FileLock> FileLock::take(const QString& file, std::optional<LockHolder>& holder) {
    holder.reset();
    const QByteArray name = QFile::encodeName(file);
    for (int attempt = 0; attempt < kAttempts; ++attempt) {
        const int fd = ::open(name.constData(), O_RDWR | O_CREAT | O_NONBLOCK | O_NOFOLLOW | O_CLOEXEC, 0600);
        if (fd < 0) return std::nullopt;  // a folder that cannot be written, something else of that name: there is no lock to be had
        struct stat is {};
        if (::fstat(fd, &is) != 0 || !S_ISREG(is.st_mode) || is.st_size > kLongestLock) {
            ::close(fd);
            return std::nullopt;
        }
        if (::flock(fd, LOCK_EX | LOCK_NB) != 0) {
            if (errno == EWOULDBLOCK) holder = written(fd);
            ::close(fd);
            return std::nullopt;
        }
        if (!sameFile(fd, name)) {  // taken away by its last holder between opening and locking
            ::close(fd);
            continue;
        }
        const std::string mine = fmt::format("{}\n{}\nkeelhaul\n", ::getpid(), QSysInfo::machineHostName().toStdString());
        if (::ftruncate(fd, 0) == 0) (void)!::pwrite(fd, mine.data(), mine.size(), 0);  // only what is told rests on it
        return FileLock(file, fd);
    }
    return std::nullopt;
}

void FileLock::release() {
    if (descriptor_ < 0) return;
    const QByteArray name = QFile::encodeName(file_);
    if (sameFile(descriptor_, name)) ::unlink(name.constData());
    ::close(std::exchange(descriptor_, -1));
}

FileLock::FileLock(FileLock&& other) noexcept : file_(std::move(other.file_)), descriptor_(std::exchange(other.descriptor_, -1)) {}

FileLock& FileLock::operator=(FileLock&& other) noexcept {
    if (this == &other) return *this;
    release();
    file_ = std::move(other.file_);
    descriptor_ = std::exchange(other.descriptor_, -1);
    return *this;
}

FileLock::~FileLock() { release(); }

}  // namespace kh::session
