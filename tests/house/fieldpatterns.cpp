// SPDX-License-Identifier: GPL-3.0-or-later
//
// fieldpatterns --write | --check
// The compiler's table of fields, made from the description.
#include "model/fieldtable.h"

#include <algorithm>
#include <cstdio>
#include <fstream>
#include <iterator>
#include <string>
#include <string_view>
#include <vector>

namespace {

using namespace kh;

const char* const kFile = KEELHAUL_SOURCE "/src/model/fieldpatterns.inc";

std::string generated() {
    // of every class that ships: the first's in its order, then what the others have beside
    std::vector<std::string> fields, lists;
    const auto add = [](std::vector<std::string>& to, const std::string& path) {
        if (std::find(to.begin(), to.end(), path) == to.end()) to.push_back(path);
    };
    for (const AircraftClass* aircraft : aircraftClasses()) {
        for (const FieldPattern& p : FieldTable::of(*aircraft).patterns()) add(fields, p.pattern());
        for (const ListPattern& l : FieldTable::of(*aircraft).lists()) add(lists, l.path);
    }
    std::string out = "// Generated from the description (model/describe_*.cpp) by `./keelhaul fields`; never edited by hand.\n";
    out += "inline constexpr std::string_view kFieldPatterns[]{\n";
    for (const std::string& p : fields) out += "    \"" + p + "\",\n";
    out += "};\n/// Lists, where a rule speaks of all of it.\ninline constexpr std::string_view kListPaths[]{\n";
    for (const std::string& l : lists) out += "    \"" + l + "\",\n";
    return out + "};\n";
}

}  // namespace

int main(int argc, char** argv) {
    const std::string_view what = argc == 2 ? argv[1] : "";
    if (what == "--write") {
        std::ofstream(kFile) << generated();
        return 0;
    }
    if (what != "--check") {
        std::puts("fieldpatterns --write | --check");
        return 2;
    }
    std::ifstream in(kFile);
    if (std::string(std::istreambuf_iterator<char>(in), {}) == generated()) return 0;
    std::puts("src/model/fieldpatterns.inc is not the description's: ./keelhaul fields writes it anew");
    return 1;
}
