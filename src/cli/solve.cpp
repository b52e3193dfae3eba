// SPDX-License-Identifier: GPL-3.0-or-later
#include "cli/commands.h"

#include "base/error.h"
#include "io/document.h"
#include "io/readings.h"
#include "procedure/registry.h"

#include <fmt/format.h>
#include <algorithm>
#include <nlohmann/json.hpp>

namespace kh::cli {

int runSolve(const std::string& what, const std::string& file, const std::string& readings, bool asJson) {
    const Setup setup = io::loadDocument(file).setup;
    const auto own = stationsOf(setup).solvers();  // of the document's own class
    const auto solver = std::find_if(own.begin(), own.end(), [&](const BenchWork& e) { return what == e.id; });
    if (solver == own.end()) {
        std::vector<std::string> known;
        for (const BenchWork& e : own) known.emplace_back(e.id);
        throw InputError("solve", fmt::format("{} is not known; known are {}", what, fmt::join(known, ", ")));
    }
    const Solved solved = solveRound(setup, *solver, io::parseReadings(io::parseGuarded(readAll(readings))));
    if (asJson) {
        print(io::solvedJson(setup, solved));
        return Fine;
    }
    std::cout << render(say(solver->caution)) << '\n';
    for (const SolvedField& a : solved.answers) {
        std::cout << render(a.todo) << '\n';
        for (const Message& line : a.why.lines) std::cout << "    " << render(line) << '\n';
    }
    for (const Message& m : solved.remarks) std::cout << render(m) << '\n';
    return Fine;
}

}  // namespace kh::cli
