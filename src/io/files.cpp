// SPDX-License-Identifier: GPL-3.0-or-later
#include "io/document.h"

#include <fcntl.h>
#include <fmt/format.h>
#include <sys/stat.h>
#include <unistd.h>
#include <cerrno>
#include <cstring>
#include <fstream>
#include <sstream>

namespace kh::io {

namespace {

[[noreturn]] void fail(const char* what, const std::filesystem::path& file, int error) {
    throw FileError(fmt::format("{} {}: {}", what, file.string(), std::strerror(error)));
}

}  // namespace

std::string readFile(const std::filesystem::path& file) {
    std::error_code ec;
    if (std::filesystem::is_directory(file, ec)) throw FileError(fmt::format("{} is a folder", file.string()));
    std::ifstream in(file, std::ios::binary);
    if (!in) fail("cannot read", file, errno);
    std::string text;
    char block[65536];
    while (in.read(block, sizeof block), in.gcount() > 0) {
        text.append(block, static_cast<std::size_t>(in.gcount()));
        if (text.size() > kMaxDocumentBytes) throw FileError(fmt::format("{} is larger than 16 MiB", file.string()));
    }
    if (in.bad()) fail("cannot read", file, errno);
    return text;
}

void writeFileAtomically(const std::filesystem::path& file, const std::string& text) {
    std::error_code ec;
    const std::filesystem::path target = std::filesystem::is_symlink(file, ec) ? std::filesystem::weakly_canonical(file, ec) : file;
    std::string temporary = (target.parent_path() / fmt::format(".{}.XXXXXX", target.filename().string())).string();
    const int fd = ::mkstemp(temporary.data());
    if (fd < 0) fail("cannot write in the folder of", target, errno);
    const auto abandon = [&](int error) {
        ::close(fd);
        ::unlink(temporary.c_str());
        fail("cannot write", target, error);
    };
    for (std::size_t done = 0; done < text.size();) {
        const ssize_t n = ::write(fd, text.data() + done, text.size() - done);
        if (n < 0 && errno == EINTR) continue;
        if (n <= 0) abandon(n < 0 ? errno : ENOSPC);
        done += static_cast<std::size_t>(n);
    }
    const auto mode =
        std::filesystem::exists(target, ec) ? std::filesystem::status(target, ec).permissions() : std::filesystem::perms(0644);
    if (::fchmod(fd, static_cast<mode_t>(mode) & 0777U) != 0 || ::fsync(fd) != 0) abandon(errno);
    if (::close(fd) != 0) {
        const int error = errno;
        ::unlink(temporary.c_str());
        fail("cannot write", target, error);
    }
    if (::rename(temporary.c_str(), target.c_str()) != 0) {
        const int error = errno;
        ::unlink(temporary.c_str());
        fail("cannot replace", target, error);
    }
}

Document loadDocument(const std::filesystem::path& file) { return parseDocument(readFile(file)); }

void saveDocument(const std::filesystem::path& file, const Setup& setup, const UnknownKeys& unknown) {
    writeFileAtomically(file, writeDocument(setup, unknown));
}

}  // namespace kh::io
