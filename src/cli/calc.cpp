// SPDX-License-Identifier: GPL-3.0-or-later
#include "cli/commands.h"

#include "base/error.h"
#include "io/calc.h"
#include "io/document.h"

#include <fmt/format.h>
#include <nlohmann/json.hpp>

namespace kh::cli {

int runCalc(const std::string& name, const std::string& in, const std::string& batch) {
    if (!batch.empty()) {
        print(io::calculateBatch(io::parseGuarded(readAll(batch))));
        return Fine;
    }
    if (name.empty())
        throw InputError("calc", fmt::format("a name or --batch is needed; known are {}", fmt::join(io::calculationNames(), ", ")));
    try {
        print(io::calculate(name, in.empty() ? nlohmann::json::object() : io::parseGuarded(in == "-" ? readAll(in) : in)));
        return Fine;
    } catch (const InputError& e) {
        print(nlohmann::json{{"error", e.what()}});
        throw;
    }
}

}  // namespace kh::cli
