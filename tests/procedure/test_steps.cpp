// SPDX-License-Identifier: GPL-3.0-or-later
#include "golden/builds.h"
#include "procedure/registry.h"
#include "support.h"

#include <catch2/catch.hpp>
#include <set>

namespace steps_tests {

using namespace kh;
using namespace khtest;

TEST_CASE("a step has a name of its own at its row, says what to do, and is either looked at or read in a unit") {
    std::size_t looked = 0, read = 0;
    for (const NamedSetup& build : triedBuilds()) {
        const StationSet& set = stationsOf(build.setup);
        const Figures figures = evaluate(build.setup).figures;
        for (const std::span<const BenchWork> all : {set.solvers(), set.guides()})
            for (const BenchWork& work : all) {
                std::set<std::string> names;
                for (const Step& step : work.steps(build.setup, figures)) {
                    INFO(build.name << " " << work.rows << "/" << step.name);
                    CHECK_FALSE(step.name.empty());
                    CHECK(names.insert(step.name).second);
                    CHECK_FALSE(render(step.todo).empty());
                    CHECK((*step.unit != 0) == (work.solve != nullptr));
                    (work.solve != nullptr ? read : looked) += 1;
                }
            }
    }
    CHECK(looked > 1000);
    CHECK(read > 1000);
}

TEST_CASE("who reads a row is found through the document's own class, and once") {
    for (const BenchWork& work : solvers()) {
        INFO(work.id);
        CHECK(solverById(work.id) == &work);
        CHECK(work.solve != nullptr);
    }
    for (const BenchWork& guide : shippedStations().guides()) {
        INFO(guide.id);
        CHECK(guideOfRow(guide.rows) == &guide);
        CHECK(solverById(guide.id) == nullptr);
    }
}

}  // namespace steps_tests
