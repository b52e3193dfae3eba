// SPDX-License-Identifier: GPL-3.0-or-later
#include "io/document.h"

#include <fcntl.h>
#include <fmt/format.h>
#include <sys/stat.h>
#include <unistd.h>
#include <array>
#include <cerrno>
#include <cstring>
#include <fstream>
#include <utility>

namespace kh::io {

namespace {

constexpr int kMostLinks = 40;

[[noreturn]] void fail(const char* what, const std::filesystem::path& file, int error) {
    throw FileError(fmt::format("{} {}: {}", what, file.string(), std::strerror(error)));
}

/// An open file that is closed with its scope.
struct Descriptor {
    int number = -1;
    explicit Descriptor(int n) : number(n) {}
    ~Descriptor() { (void)close(); }
    Descriptor(const Descriptor&) = delete;
    Descriptor& operator=(const Descriptor&) = delete;
    int close() {
        const int n = std::exchange(number, -1);
        return n < 0 ? 0 : ::close(n);
    }
};

/// What the user withholds from new files; read from the kernel, since setting it to look at it would be seen by other threads.
mode_t currentUmask() {
    std::ifstream status("/proc/self/status");
    for (std::string word; status >> word;)
        if (unsigned mask = 0; word == "Umask:" && status >> std::oct >> mask) return mask;
    return 077;
}

/// The file a name leads to by links, whether it is there or not. @throws FileError for links that lead round in a circle
std::filesystem::path targetOf(std::filesystem::path file) {
    std::error_code ec;
    for (int links = 0; std::filesystem::is_symlink(file, ec); ++links) {
        if (links == kMostLinks) throw FileError(fmt::format("cannot write {}: its links lead round in a circle", file.string()));
        const std::filesystem::path next = std::filesystem::read_symlink(file, ec);
        if (ec) break;
        file = next.is_absolute() ? next : file.parent_path() / next;
    }
    return file;
}

}  // namespace

std::string readFile(const std::filesystem::path& file) {
    // opened without waiting, so that a pipe nobody writes to is refused and not waited for
    const Descriptor fd{::open(file.c_str(), O_RDONLY | O_NONBLOCK | O_CLOEXEC)};
    if (fd.number < 0) fail("cannot read", file, errno);
    struct stat is {};
    if (::fstat(fd.number, &is) != 0) fail("cannot read", file, errno);
    if (S_ISDIR(is.st_mode)) throw FileError(fmt::format("{} is a folder", file.string()));
    if (!S_ISREG(is.st_mode)) throw FileError(fmt::format("{} is not a file: only regular files are read", file.string()));
    std::string text;
    for (std::array<char, 65536> block{};;) {
        const ssize_t n = ::read(fd.number, block.data(), block.size());
        if (n < 0 && errno == EINTR) continue;
        if (n < 0) fail("cannot read", file, errno);
        if (n == 0) return text;
        text.append(block.data(), static_cast<std::size_t>(n));
        if (text.size() > kMaxDocumentBytes) throw FileError(fmt::format("{} is larger than 16 MiB", file.string()));
    }
}

void writeFileAtomically(const std::filesystem::path& file, const std::string& text) {
    const std::filesystem::path target = targetOf(file);
    struct stat old {};
    const bool there = ::stat(target.c_str(), &old) == 0;
    if (there && !S_ISREG(old.st_mode)) throw FileError(fmt::format("cannot write {}: it is not a file", target.string()));
    if (there && ((old.st_mode & 0222U) == 0 || ::access(target.c_str(), W_OK) != 0))
        throw FileError(fmt::format("cannot write {}: it is read-only", target.string()));
    // a name of its own length: the target's may be as long as names may be
    std::string temporary = (target.parent_path() / ".keelhaul-XXXXXX").string();
    Descriptor fd{::mkstemp(temporary.data())};
    if (fd.number < 0) fail("cannot write in the folder of", target, errno);
    const auto abandon = [&](const char* what, int error) {
        ::unlink(temporary.c_str());
        fail(what, target, error);
    };
    for (std::size_t done = 0; done < text.size();) {
        const ssize_t n = ::write(fd.number, text.data() + done, text.size() - done);
        if (n < 0 && errno == EINTR) continue;
        if (n <= 0) abandon("cannot write", n < 0 ? errno : ENOSPC);
        done += static_cast<std::size_t>(n);
    }
    if (::fchmod(fd.number, there ? old.st_mode & 0777U : 0666U & ~currentUmask()) != 0 || ::fsync(fd.number) != 0)
        abandon("cannot write", errno);
    if (fd.close() != 0) abandon("cannot write", errno);
    if (::rename(temporary.c_str(), target.c_str()) != 0) abandon("cannot replace", errno);
    const std::filesystem::path folder = target.has_parent_path() ? target.parent_path() : std::filesystem::path(".");
    if (const Descriptor place{::open(folder.c_str(), O_RDONLY | O_DIRECTORY | O_CLOEXEC)}; place.number >= 0)
        (void)::fsync(place.number);  // the new name too; some file systems cannot, and need not
}

Document loadDocument(const std::filesystem::path& file) { return parseDocument(readFile(file)); }

std::string saveDocument(const std::filesystem::path& file, const Setup& setup, const UnknownKeys& unknown) {
    std::string text = writeDocument(setup, unknown);
    (void)parseDocument(text);  // nothing is saved that could not be opened again
    writeFileAtomically(file, text);
    return text;
}

}  // namespace kh::io
