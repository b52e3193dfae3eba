// SPDX-License-Identifier: GPL-3.0-or-later
//
// Imports run downward only.
#include <catch2/catch.hpp>
#include <filesystem>
#include <fstream>
#include <map>
#include <regex>

namespace {

namespace fs = std::filesystem;

/// Folders by height; a folder may import its own height only from itself or a peer that is listed.
const std::map<std::string, int>& heights() {
    static const std::map<std::string, int> table{{"core/base", 0},
                                                  {"core/radio", 1},
                                                  {"core/mechanics/plate", 1},
                                                  {"core/mechanics/linkage", 1},
                                                  {"core/power", 1},
                                                  {"core/machine", 2},
                                                  {"core/controller", 2},
                                                  {"core/setup", 3},
                                                  {"core/mechanics", 4},
                                                  {"core/chain", 5},
                                                  {"core/solve", 6},
                                                  {"core/proof", 7},
                                                  {"core/procedure", 8},
                                                  {"core/sheet", 8},
                                                  {"io", 9},
                                                  {"paint", 9},
                                                  {"bench", 9},
                                                  {"app", 10},
                                                  {"cli", 10}};
    return table;
}

int heightOf(const std::string& path) {
    int best = -1;
    std::size_t length = 0;
    for (const auto& [prefix, height] : heights())
        if (path.rfind(prefix, 0) == 0 && prefix.size() > length) {
            best = height;
            length = prefix.size();
        }
    return best;
}

std::vector<std::string> upwardImports(const std::string& path, std::istream& in) {
    static const std::regex include(R"re(^\s*#include "((core|io|paint|bench|app|cli)/[^"]+)")re");
    std::vector<std::string> bad;
    std::string line;
    std::smatch m;
    while (std::getline(in, line)) {
        if (!std::regex_search(line, m, include)) continue;
        const std::string to = m[1];
        const bool samePart = path.substr(0, path.find_last_of('/')) == to.substr(0, to.find_last_of('/'));
        if (heightOf(to) > heightOf(path) || (heightOf(to) == heightOf(path) && heightOf(path) >= 9 && !samePart))
            bad.push_back(path + " imports " + to);
    }
    return bad;
}

}  // namespace

TEST_CASE("no import runs upward") {
    std::size_t files = 0;
    for (const auto& entry : fs::recursive_directory_iterator(KEELHAUL_SOURCE "/src")) {
        if (entry.path().extension() != ".h" && entry.path().extension() != ".cpp") continue;
        const std::string path = fs::relative(entry.path(), KEELHAUL_SOURCE "/src").string();
        INFO(path);
        REQUIRE(heightOf(path) >= 0);
        std::ifstream in(entry.path());
        const auto bad = upwardImports(path, in);
        REQUIRE(bad == std::vector<std::string>{});
        ++files;
    }
    REQUIRE(files > 40);
}

TEST_CASE("the layer test sees an upward import") {
    std::istringstream core("#include \"io/document.h\"\n");
    REQUIRE(upwardImports("core/chain/model.cpp", core).size() == 1);
    std::istringstream io("#include \"paint/pdf.h\"\n");
    REQUIRE(upwardImports("io/html.cpp", io).size() == 1);
    std::istringstream fine("#include \"core/base/error.h\"\n");
    REQUIRE(upwardImports("core/chain/model.cpp", fine).empty());
}

TEST_CASE("core and io are free of Qt") {
    const std::regex qt(R"re(#include\s*[<"]Q[A-Z])re");
    for (const char* folder : {"/src/core", "/src/io"})
        for (const auto& entry : fs::recursive_directory_iterator(std::string(KEELHAUL_SOURCE) + folder)) {
            if (entry.is_directory()) continue;
            std::ifstream in(entry.path());
            std::string line;
            while (std::getline(in, line)) REQUIRE_FALSE(std::regex_search(line, qt));
        }
}

TEST_CASE("helpers keep their names apart, since a first build joins the files of core and of io") {
    // at the left margin of an unnamed namespace: constants, functions and types; an alias may stand twice
    static const std::regex type(R"re(^(?:struct|class|enum class) (\w+) )re");
    static const std::regex other(R"re(^(?:constexpr |const |static |inline )*[A-Za-z_][\w:<>,&* ]*[ &*](\w+)(?:\(| = |\{))re");
    for (const char* folder : {"/src/core", "/src/io"}) {
        std::map<std::string, std::string> seen;
        std::vector<std::string> twice;
        std::size_t helpers = 0;
        for (const auto& entry : fs::recursive_directory_iterator(std::string(KEELHAUL_SOURCE) + folder)) {
            if (entry.path().extension() != ".cpp") continue;
            std::ifstream in(entry.path());
            std::string line;
            std::smatch m;
            bool unnamed = false;
            while (std::getline(in, line)) {
                if (line == "namespace {") unnamed = true;
                else if (line == "}  // namespace") unnamed = false;
                else if (unnamed && !line.starts_with("using ") &&
                         (std::regex_search(line, m, type) || std::regex_search(line, m, other))) {
                    ++helpers;
                    const auto [before, fresh] = seen.emplace(m[1], entry.path().filename().string());
                    if (!fresh && before->second != entry.path().filename().string())
                        twice.push_back(m[1].str() + " in " + before->second + " and " + entry.path().filename().string());
                }
            }
        }
        CHECK(twice == std::vector<std::string>{});
        CHECK(helpers > (std::string(folder) == "/src/core" ? 200U : 20U));
    }
}
