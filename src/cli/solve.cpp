// SPDX-License-Identifier: GPL-3.0-or-later
#include "cli/commands.h"

#include "base/error.h"
#include "io/document.h"
#include "io/readings.h"
#include "procedure/registry.h"

#include <fmt/format.h>
#include <nlohmann/json.hpp>

namespace kh::cli {

int runSolve(const std::string& what, const std::string& file, const std::string& readings, bool asJson) {
    const SolverEntry* solver = solverById(what);
    if (solver == nullptr) {
        std::vector<std::string> known;
        for (const SolverEntry& e : solvers()) known.emplace_back(e.id);
        throw InputError("solve", fmt::format("{} is not known; known are {}", what, fmt::join(known, ", ")));
    }
    const Setup setup = io::loadDocument(file).setup;
    const Solved solved = solveRound(setup, *solver, io::parseReadings(io::parseGuarded(readAll(readings))));
    if (asJson) {
        print(io::solvedJson(solved));
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
