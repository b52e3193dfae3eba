// SPDX-License-Identifier: GPL-3.0-or-later
//
// What a change costs: how many files are compiled anew where one header changes. A station's figures are its own affair.
#include <catch2/catch.hpp>
#include <filesystem>
#include <fstream>
#include <map>
#include <regex>
#include <set>
#include <string>
#include <vector>

namespace reach_tests {

namespace {

namespace fs = std::filesystem;

/// Which files name a file, by path below the source tree.
std::map<std::string, std::set<std::string>> includers() {
    static const std::regex include(R"re(^\s*#include "([^"]+)")re");
    std::map<std::string, std::set<std::string>> out;
    for (const char* top : {"src", "tests", "benchmarks"})
        for (const auto& entry : fs::recursive_directory_iterator(fs::path(KEELHAUL_SOURCE) / top)) {
            if (entry.path().extension() != ".h" && entry.path().extension() != ".cpp") continue;
            const std::string file = fs::relative(entry.path(), KEELHAUL_SOURCE).string();
            std::ifstream in(entry.path());
            std::smatch m;
            for (std::string line; std::getline(in, line);)
                if (std::regex_search(line, m, include))
                    for (const char* root : {"src/", "tests/"})
                        if (fs::exists(fs::path(KEELHAUL_SOURCE) / (root + m[1].str()))) out[root + m[1].str()].insert(file);
        }
    return out;
}

/// The sources that are compiled anew when a header changes.
std::set<std::string> compiledAnew(const std::map<std::string, std::set<std::string>>& includers, const std::string& header) {
    std::set<std::string> seen{header}, sources;
    for (std::vector<std::string> todo{header}; !todo.empty();) {
        const std::string file = todo.back();
        todo.pop_back();
        if (file.ends_with(".cpp")) sources.insert(file);
        const auto by = includers.find(file);
        if (by == includers.end()) continue;
        for (const std::string& next : by->second)
            if (seen.insert(next).second) todo.push_back(next);
    }
    return sources;
}

}  // namespace

TEST_CASE("a figure that is added to one station compiles at most forty files anew") {
    const auto by = includers();
    REQUIRE(compiledAnew(by, "src/judge/figures.h").size() > 100);  // what is shared is seen by most: the count counts
    std::size_t stations = 0;
    for (const auto& entry : fs::directory_iterator(KEELHAUL_SOURCE "/src/stations")) {
        const std::string name = entry.path().filename().string();
        const std::string header = "src/stations/" + name + "/" + name + "figures.h";
        if (!fs::exists(fs::path(KEELHAUL_SOURCE) / header)) continue;
        INFO(header);
        const std::size_t files = compiledAnew(by, header).size();
        CHECK(files >= 2);
        CHECK(files <= 40);
        ++stations;
    }
    CHECK(stations >= 5);
}

}  // namespace reach_tests
