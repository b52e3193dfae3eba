// SPDX-License-Identifier: GPL-3.0-or-later
//
// Imports run downward only. What a folder may import stands in CMakeLists.txt, which builds each folder as a library that
// sees nothing else; here the same lines are read, so that a folder that was forgotten is seen too.
#include <algorithm>
#include <catch2/catch.hpp>
#include <filesystem>
#include <fstream>
#include <map>
#include <regex>
#include <set>
#include <sstream>

namespace layers_tests {

namespace {

namespace fs = std::filesystem;
using Imports = std::map<std::string, std::set<std::string>>;  ///< folder → folders it names

/// The kh_folder lines.
Imports declared(const std::string& cmake) {
    static const std::regex call(R"re(\nkh_folder\(([^)]*)\))re");
    Imports out;
    for (auto m = std::sregex_iterator(cmake.begin(), cmake.end(), call); m != std::sregex_iterator(); ++m) {
        std::istringstream words((*m)[1].str());
        std::string folder, word;
        words >> folder;
        std::set<std::string>& named = out[folder];
        bool folders = false;
        while (words >> word) {
            if (word == "FOLDERS") folders = true;
            else if (word == "PLAIN") continue;
            else if (word == "LIBRARIES" || word == "PRIVATE_LIBRARIES" || word == "PRECOMPILE") folders = false;
            else if (folders) named.insert(word);
        }
    }
    return out;
}

/// What a folder may import: itself, what it names, and what those may.
std::set<std::string> reach(const Imports& imports, const std::string& folder) {
    std::set<std::string> out{folder};
    for (const std::string& to : imports.at(folder)) out.merge(reach(imports, to));
    return out;
}

/// The longest declared folder a file lies in; "" if none.
std::string folderOf(const Imports& imports, const std::string& path) {
    std::string best;
    for (const auto& [folder, named] : imports)
        if (path.starts_with(folder + "/") && folder.size() > best.size()) best = folder;
    return best;
}

std::vector<std::string> forbidden(const Imports& imports, const std::string& path, std::istream& in) {
    static const std::regex include(R"re(^\s*#include "([a-z]+/[^"]+)")re");
    std::vector<std::string> bad;
    const std::set<std::string> allowed = reach(imports, folderOf(imports, path));
    std::string line;
    std::smatch m;
    while (std::getline(in, line))
        if (std::regex_search(line, m, include) && allowed.count(folderOf(imports, m[1])) == 0)
            bad.push_back(path + " imports " + m[1].str());
    return bad;
}

std::string textOf(const fs::path& file) {
    std::ifstream in(file);
    std::stringstream out;
    out << in.rdbuf();
    return out.str();
}

const Imports& ours() {
    static const Imports imports = declared(textOf(KEELHAUL_SOURCE "/CMakeLists.txt"));
    return imports;
}

bool isSource(const fs::path& file) { return file.extension() == ".h" || file.extension() == ".cpp"; }

}  // namespace

TEST_CASE("every folder is declared, and imports only what it names") {
    REQUIRE(ours().size() >= 12);
    std::size_t files = 0;
    for (const auto& entry : fs::recursive_directory_iterator(KEELHAUL_SOURCE "/src")) {
        if (!isSource(entry.path())) continue;
        const std::string path = fs::relative(entry.path(), KEELHAUL_SOURCE "/src").string();
        INFO(path);
        REQUIRE_FALSE(folderOf(ours(), path).empty());
        std::istringstream in(textOf(entry.path()));
        REQUIRE(forbidden(ours(), path, in) == std::vector<std::string>{});
        ++files;
    }
    REQUIRE(files > 120);
}

TEST_CASE("the layers stand as they were meant to") {
    const auto sees = [](const char* folder, const char* other) { return reach(ours(), folder).count(other) != 0; };
    for (const char* lower : {"base", "formula", "model", "kernel", "judge", "procedure", "paint", "io"})
        CHECK_FALSE(sees(lower, "session"));
    CHECK_FALSE(sees("judge", "stations/kit"));  // rules are injected
    CHECK_FALSE(sees("kernel", "judge"));
    CHECK_FALSE(sees("model", "kernel"));
    CHECK_FALSE(sees("io", "paint"));
    CHECK_FALSE(sees("session", "app"));
    for (const auto& [folder, named] : ours())  // no station knows another
        for (const std::string& to : named)
            if (folder.starts_with("stations/"))
                CHECK((to == "stations/kit" || to == "stations/helicopter" || folder == "stations/kit"));  // none names another station
    CHECK(sees("app", "base"));
}

TEST_CASE("the layer test sees an upward import and a folder nobody declared") {
    std::istringstream upward("#include \"io/document.h\"\n");
    CHECK(forbidden(ours(), "kernel/chain.cpp", upward).size() == 1);
    std::istringstream sideways("#include \"stations/tail/tail.h\"\n");
    CHECK(forbidden(ours(), "stations/swash/rules.cpp", sideways).size() == 1);
    std::istringstream fine("#include \"base/error.h\"\n");
    CHECK(forbidden(ours(), "kernel/chain.cpp", fine).empty());
    CHECK(folderOf(ours(), "cabin/new.cpp").empty());
    const Imports two = declared("\nkh_folder(low)\nkh_folder(high FOLDERS low LIBRARIES Qt6::Gui)\n");
    CHECK(two.at("high") == std::set<std::string>{"low"});
    CHECK(reach(two, "high") == std::set<std::string>{"high", "low"});
}

TEST_CASE("below text nothing knows Qt, and the session knows neither widgets nor drawings") {
    const std::regex qt(R"re(#include\s*[<"]Q[A-Z])re");
    std::size_t free = 0;
    for (const auto& [folder, named] : ours()) {
        const std::set<std::string> below = reach(ours(), folder);
        if (below.count("text") != 0) continue;
        for (const auto& entry : fs::recursive_directory_iterator(KEELHAUL_SOURCE "/src/" + folder))
            if (isSource(entry.path())) CHECK_FALSE(std::regex_search(textOf(entry.path()), qt));
        ++free;
    }
    CHECK(free >= 10);
    CHECK(reach(ours(), "session").count("paint") == 0);
    const std::regex widgets(R"re(QtWidgets|Qt6::Gui|#include\s*<Q(Widget|Painter|Color|Font|Undo))re");
    for (const auto& entry : fs::recursive_directory_iterator(KEELHAUL_SOURCE "/src/session"))
        if (isSource(entry.path())) CHECK_FALSE(std::regex_search(textOf(entry.path()), widgets));
}

TEST_CASE("the session knows no widget") {
    const std::regex widget(R"re(#include <Q(Widget|Dialog|MainWindow|Menu|Label|Application)s?>)re");
    for (const auto& entry : fs::recursive_directory_iterator(KEELHAUL_SOURCE "/src/session"))
        if (isSource(entry.path())) CHECK_FALSE(std::regex_search(textOf(entry.path()), widget));
}

TEST_CASE("no file is longer than 400 lines") {
    for (const char* part : {"/src", "/tests"})
        for (const auto& entry : fs::recursive_directory_iterator(std::string(KEELHAUL_SOURCE) + part)) {
            if (!isSource(entry.path())) continue;
            const std::string text = textOf(entry.path());
            INFO(entry.path().string());
            CHECK(std::count(text.begin(), text.end(), '\n') <= 400);
        }
}

TEST_CASE("helpers keep their names apart, since a first build joins the files of a folder") {
    // at the left margin of an unnamed namespace: constants, functions and types; an alias may stand twice
    static const std::regex type(R"re(^(?:struct|class|enum class) (\w+) )re");
    static const std::regex other(R"re(^(?:constexpr |const |static |inline )*[A-Za-z_][\w:<>,&* ]*[ &*](\w+)(?:\(| = |\{))re");
    std::size_t helpers = 0;
    for (const auto& [folder, named] : ours()) {
        std::map<std::string, std::string> seen;
        std::vector<std::string> twice;
        for (const auto& entry : fs::recursive_directory_iterator(KEELHAUL_SOURCE "/src/" + folder)) {
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
    }
    CHECK(helpers > 200);
}

TEST_CASE("what belongs to a class of aircraft is known in its own folders and where the classes are listed") {
    // folders of the helicopter and the quadrotor: those of their names, their stations and their drawings
    static const std::set<std::string> own{"stations/airframe", "stations/link",  "stations/swash",  "stations/pitch", "stations/tail",
                                           "stations/power",    "stations/modes", "paint/airframe",  "paint/swash",    "paint/pitch",
                                           "paint/tail",        "paint/power",    "stations/rotors", "paint/rotors",   "paint/modes",
                                           "paint/link",        "paint/newmodel"};
    static const std::set<std::string> lists{"model/aircraft.cpp",        "kernel/plants.cpp",  "procedure/aircraft.cpp",
                                             "procedure/registry.cpp",    "io/report.cpp",      "paint/sheet/sheetfigures.cpp",
                                             "app/forms/solvedialog.cpp", "app/views/views.cpp"};
    const auto owned = [&](const std::string& path) {
        if (path.find("/helicopter/") != std::string::npos || path.find("/rotors/") != std::string::npos ||
            path.find("/camera/") != std::string::npos)
            return true;
        return std::any_of(own.begin(), own.end(), [&](const std::string& folder) { return path.starts_with(folder + "/"); });
    };
    static const std::regex include(R"re(#include "([a-z]+/[^"]+)")re");
    std::set<std::string> knowing, bad;
    std::size_t looked = 0;
    for (const auto& entry : fs::recursive_directory_iterator(KEELHAUL_SOURCE "/src")) {
        if (!isSource(entry.path())) continue;
        const std::string path = fs::relative(entry.path(), KEELHAUL_SOURCE "/src").string();
        if (owned(path)) continue;
        ++looked;
        const std::string text = textOf(entry.path());
        for (auto m = std::sregex_iterator(text.begin(), text.end(), include); m != std::sregex_iterator(); ++m)
            if (owned((*m)[1])) (lists.count(path) != 0 ? knowing : bad).insert(path + " imports " + (*m)[1].str());
    }
    for (const std::string& line : bad) FAIL_CHECK(line);
    CHECK(looked > 200);
    for (const std::string& list : lists)  // none stands there in vain
        CHECK(std::any_of(knowing.begin(), knowing.end(), [&](const std::string& line) { return line.starts_with(list + " "); }));
}

}  // namespace layers_tests
