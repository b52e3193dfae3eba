// SPDX-License-Identifier: GPL-3.0-or-later
//
// Who draws one function pays for one: its trace is the whole trace's part, to the last word.
#include "golden/builds.h"
#include "model/helicopter/functions.h"
#include "procedure/trace.h"

#include <array>
#include <catch2/catch.hpp>

namespace wantedtrace_tests {

using namespace kh;

namespace {

std::string told(const Stage& s) {
    std::string out = std::string(s.id) + " " + s.name + " " + s.unit + " " + std::to_string(s.value) + " " + std::to_string(s.asked) +
                      " " + std::to_string(s.level) + " " + std::to_string(s.levelAsked) + " " + render(s.note) +
                      (s.known ? "" : " unknown");
    for (const PortValue& p : s.ports) out += " " + p.port + " " + std::to_string(p.value);
    return out;
}

}  // namespace

TEST_CASE("the trace of one function is its part of the whole trace, on every build, and holds no other") {
    std::size_t stages = 0;
    for (const khtest::NamedSetup& build : khtest::triedBuilds()) {
        std::optional<Tracer> tracer;
        try {
            tracer.emplace(build.setup);
        } catch (const std::exception&) {
            continue;
        }
        const AircraftClass& aircraft = build.setup.machine.aircraft.of();
        Deck deck;
        deck.sticks = {0.4, -0.3, 0.2, 0.7};
        const Trace whole = tracer->at(deck);
        for (std::size_t i = 0; i < aircraft.functionCount() + aircraft.gyros.size(); ++i) {
            const std::array one{static_cast<Function>(i)};
            const Trace part = tracer->at(deck, ChainState::SetUp, WantedFunctions(one));
            const std::vector<const Stage*> expected = whole.of(one[0]);
            INFO(build.name << " " << i);
            REQUIRE(part.stages.size() == expected.size());
            for (std::size_t n = 0; n < expected.size(); ++n) CHECK(told(part.stages[n]) == told(*expected[n]));
            CHECK(part.throttlePct == whole.throttlePct);
            CHECK(part.mode == whole.mode);
            stages += expected.size();
        }
    }
    CHECK(stages > 40 * khtest::kFrozenDemos);
}

}  // namespace wantedtrace_tests
