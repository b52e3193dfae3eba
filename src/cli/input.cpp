// SPDX-License-Identifier: GPL-3.0-or-later
#include "cli/commands.h"
#include "io/document.h"

#include <fmt/chrono.h>
#include <fmt/format.h>
#include <array>
#include <chrono>
#include <filesystem>

namespace kh::cli {

std::string readAll(const std::string& path) {
    if (path != kStandard) return io::readFile(path);
    std::string text;
    std::array<char, 65536> block{};
    while (std::cin.read(block.data(), block.size()) || std::cin.gcount() > 0) {
        text.append(block.data(), static_cast<std::size_t>(std::cin.gcount()));
        if (text.size() > io::kMaxDocumentBytes) throw io::FileError("standard input is larger than 16 MiB");
    }
    return text;
}

std::string stampNow() {
    return fmt::format("{:%Y-%m-%dT%H:%M:%SZ}", std::chrono::floor<std::chrono::seconds>(std::chrono::system_clock::now()));
}

void writeAll(const std::string& path, const std::string& text, bool replace) {
    if (path == kStandard) {
        std::cout << text;
        return;
    }
    std::error_code ignored;
    if (!replace && std::filesystem::exists(std::filesystem::symlink_status(path, ignored)))
        throw io::FileError(fmt::format("{} is there already; --replace writes over it", path));
    io::writeFileAtomically(path, text);
}

}  // namespace kh::cli
