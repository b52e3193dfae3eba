// SPDX-License-Identifier: GPL-3.0-or-later
#include "aircraft/quadbuilds.h"
#include "golden/builds.h"
#include "judge/dependencies.h"
#include "judge/rowids.h"
#include "model/access.h"
#include "procedure/registry.h"
#include "support.h"

#include <catch2/catch.hpp>
#include <set>

namespace dependencies_tests {

using namespace kh;
using namespace khtest;

namespace {

/// The row of a reading, with the channel's word put in.
std::string rowOf(const RowDependencies& line, const std::string& reading) {
    return std::string_view(line.row).ends_with("{}") ? elementPath(line.row, reading.substr(0, reading.find('.'))) : line.row;
}

Setup changedAfter(Setup s, const std::string& path, int change) {
    s.standings[path] = {Standing::Entered, "", "", "", change};
    return s;
}

std::vector<NamedSetup> buildsOfEveryClass() {
    std::vector<NamedSetup> out(triedBuilds().begin(), triedBuilds().end());
    for (const NamedQuad& b : soundQuads()) out.push_back({b.name, b.setup});
    return out;
}

}  // namespace

TEST_CASE("whatever can be read stands in the table of dependencies, at a row it is read for") {
    std::set<std::string> read;
    for (const NamedSetup& build : buildsOfEveryClass())
        for (const BenchWork& work : stationsOf(build.setup).solvers())
            for (const Step& step : work.asks(build.setup)) {
                INFO(build.name << " " << work.id << " " << step.name);
                const RowDependencies* line = dependenciesOf(step.name);
                REQUIRE(line != nullptr);
                CHECK(work.isFor(rowOf(*line, step.name)));
                for (const std::string& path : settingsOf(build.setup, step.name)) CHECK(readField(build.setup, path));
                read.insert(step.name);
            }
    CHECK(read.size() > 60);
}

TEST_CASE("a reading and a row are stale once what the table names was changed after them, and not before") {
    std::size_t tried = 0;
    for (const NamedSetup& build : buildsOfEveryClass()) {
        Setup s = build.setup;
        for (auto& [path, record] : s.standings) record.change = std::min(record.change, 1000);
        for (const BenchWork& work : stationsOf(s).solvers())
            for (const Step& step : work.asks(s)) {
                Reading r{"r", step.name, 1.0, step.unit, "", "", "", settingsInForce(s, step.name)};
                r.change = 1001;
                INFO(build.name << " " << step.name);
                CHECK(sinceChanged(s, r).empty());
                for (const std::string& fact : factsOfRow(s, rowOf(*dependenciesOf(step.name), step.name))) {
                    INFO(fact);
                    CHECK(sinceChanged(changedAfter(s, fact, 1001), r).empty());
                    CHECK(sinceChanged(changedAfter(s, fact, 1002), r) == fact);
                    ++tried;
                }
            }
        for (const RowId& row : isRotors(s) ? std::span<const RowId>(kRotorRowIds) : std::span<const RowId>(kRowIds)) {
            s.standings["rows." + std::string(row.id)] = {Standing::Proved, "", "", "", 1001};
            INFO(row.id);
            CHECK(rowSeen(s, row.id));
            for (const std::string& fact : factsOfRow(s, row.id)) CHECK_FALSE(rowSeen(changedAfter(s, fact, 1002), row.id));
        }
    }
    CHECK(tried > 500);
}

TEST_CASE("each line of the table is of a row there is, says something, and reads what no other line reads") {
    std::set<std::string> prefixes;
    for (const RowDependencies& line : rowDependencies()) {
        INFO(line.row);
        CHECK((isRow(line.row) || std::string(line.row) == "channel-{}"));
        CHECK((!line.restsOn.empty() || !line.settles.empty() || *line.readings != 0));
        CHECK((line.notedWith.empty() || *line.readings != 0));
        if (*line.readings != 0) CHECK(prefixes.insert(line.readings).second);
    }
}

}  // namespace dependencies_tests
