// SPDX-License-Identifier: GPL-3.0-or-later
//
// Runs the command line as a script would.
#pragma once

#include <sys/wait.h>
#include <unistd.h>
#include <array>
#include <cstdio>
#include <filesystem>
#include <nlohmann/json.hpp>
#include <string>

namespace khtest {

using nlohmann::json;

/// Where the programs were built that this test belongs to.
inline std::filesystem::path buildFolder() { return std::filesystem::canonical("/proc/self/exe").parent_path().parent_path(); }

struct Answer {
    int code;
    std::string out;
    [[nodiscard]] json asJson() const { return json::parse(out); }
};

inline Answer run(const std::string& arguments, const char* redirect = "2>/dev/null") {
    const std::string line = (buildFolder() / "keelhaul-cli").string() + " " + arguments + " " + redirect;
    FILE* pipe = ::popen(line.c_str(), "r");
    std::string out;
    std::array<char, 4096> block{};
    while (const std::size_t n = ::fread(block.data(), 1, block.size(), pipe)) out.append(block.data(), n);
    const int status = ::pclose(pipe);
    return {WEXITSTATUS(status), out};
}

inline std::string temporary(const std::string& name) {
    return (std::filesystem::temp_directory_path() / ("keelhaul-cli-" + std::to_string(::getpid()) + "-" + name)).string();
}

}  // namespace khtest
