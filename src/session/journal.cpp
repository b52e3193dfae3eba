// SPDX-License-Identifier: GPL-3.0-or-later
#include "session/journal.h"

#include "base/error.h"

#include <fcntl.h>
#include <fmt/format.h>
#include <sys/file.h>
#include <unistd.h>
#include <QDir>
#include <QFile>
#include <QUuid>
#include <cerrno>
#include <cstring>
#include <nlohmann/json.hpp>

namespace kh::session {

namespace {

QString lockOf(const QString& journal) { return journal + QStringLiteral(".lock"); }

/// @return a locked descriptor, or −1 if another process holds it or it cannot be opened
int locked(const QString& file) {
    const int fd = ::open(QFile::encodeName(file).constData(), O_RDWR | O_CREAT | O_CLOEXEC, 0600);
    if (fd >= 0 && ::flock(fd, LOCK_EX | LOCK_NB) != 0) {
        ::close(fd);
        return -1;
    }
    return fd;
}

}  // namespace

void Journal::claim() {
    if (!path_.isEmpty()) return;
    QDir().mkpath(folder_);
    QFile::setPermissions(folder_, QFileDevice::ReadOwner | QFileDevice::WriteOwner | QFileDevice::ExeOwner);
    const QString path = QDir(folder_).filePath(QStringLiteral("journal-%1.json").arg(QUuid::createUuid().toString(QUuid::Id128)));
    lock_ = locked(lockOf(path));
    if (lock_ < 0) throw io::FileError(fmt::format("cannot write in {}: {}", folder_.toStdString(), std::strerror(errno)));
    path_ = path;
}

void Journal::write(const QString& file, const Setup& setup, const io::UnknownKeys& unknown) {
    if (folder_.isEmpty()) return;
    claim();
    const nlohmann::json head{{"file", file.isEmpty() ? std::string() : QFileInfo(file).absoluteFilePath().toStdString()},
                              {"at", QDateTime::currentDateTimeUtc().toString(Qt::ISODateWithMs).toStdString()}};
    io::writeFileAtomically(QFile::encodeName(path_).toStdString(), head.dump() + "\n" + io::writeDocument(setup, unknown));
}

void Journal::drop() {
    if (path_.isEmpty()) return;
    remove(path_);
    ::close(lock_);
    lock_ = -1;
    path_.clear();
}

QStringList Journal::left(const QString& stateFolder) {
    QStringList left;
    if (stateFolder.isEmpty()) return left;
    for (const QFileInfo& f : QDir(stateFolder).entryInfoList({QStringLiteral("journal-*.json")}, QDir::Files, QDir::Time)) {
        const int fd = locked(lockOf(f.absoluteFilePath()));
        if (fd < 0) continue;  // its window lives
        ::close(fd);
        left << f.absoluteFilePath();
    }
    return left;
}

JournalEntry Journal::read(const QString& journal) {
    const std::string text = io::readFile(QFile::encodeName(journal).toStdString());
    const std::size_t end = std::min(text.find('\n'), text.size());
    const nlohmann::json head = io::parseGuarded(text.substr(0, end));
    const auto said = [&](const char* key) {
        if (!head.is_object() || !head.contains(key) || !head.at(key).is_string()) throw InputError(key, "is missing in the journal");
        return QString::fromStdString(head.at(key).get<std::string>());
    };
    return {journal, said("file"), QDateTime::fromString(said("at"), Qt::ISODateWithMs).toLocalTime(),
            io::parseDocument(text.substr(std::min(end + 1, text.size())))};
}

void Journal::remove(const QString& journal) {
    QFile::remove(journal);
    QFile::remove(lockOf(journal));
}

}  // namespace kh::session
