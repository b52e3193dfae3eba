// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "base/error.h"

#include <fmt/format.h>
#include <fmt/ranges.h>
#include <map>
#include <nlohmann/json.hpp>
#include <string>
#include <vector>

namespace kh::io {

/// The members of one input object, each refused by name when missing or of the wrong kind.
class CalcInput {
public:
    explicit CalcInput(const nlohmann::json& object) : object_(object) {
        if (!object.is_object()) throw InputError("in", "an object is needed");
    }
    [[nodiscard]] bool has(const char* key) const { return object_.contains(key); }
    [[nodiscard]] const nlohmann::json& raw(const char* key) const {
        if (!object_.contains(key)) throw InputError(key, "is missing");
        return object_.at(key);
    }
    [[nodiscard]] double number(const char* key) const { return asNumber(key, raw(key)); }
    [[nodiscard]] bool flag(const char* key) const {
        if (!raw(key).is_boolean()) throw InputError(key, "true or false is needed");
        return raw(key).get<bool>();
    }
    [[nodiscard]] std::vector<double> numbers(const char* key) const {
        if (!raw(key).is_array()) throw InputError(key, "a list of numbers is needed");
        std::vector<double> values;
        for (const nlohmann::json& v : raw(key)) values.push_back(asNumber(key, v));
        return values;
    }
    /// The index of a text in `words`.
    [[nodiscard]] std::size_t word(const char* key, const std::vector<std::string>& words) const {
        const nlohmann::json& v = raw(key);
        for (std::size_t i = 0; i < words.size(); ++i)
            if (v.is_string() && v.get<std::string>() == words[i]) return i;
        throw InputError(key, fmt::format("must be one of {}", fmt::join(words, ", ")));
    }
    /// The same of a key that may be missing: then the first.
    [[nodiscard]] std::size_t wordOrFirst(const char* key, const std::vector<std::string>& words) const {
        return has(key) ? word(key, words) : 0;
    }
    [[nodiscard]] static double asNumber(const char* key, const nlohmann::json& v) {
        if (!v.is_number()) throw InputError(key, "a number is needed");
        return requireFinite(key, v.get<double>());
    }

private:
    const nlohmann::json& object_;
};

using Calc = nlohmann::json (*)(const CalcInput&);

/// Those of mountings and gyros.
[[nodiscard]] const std::map<std::string, Calc>& gyroCalculations();
/// Those of machines with four rotors.
[[nodiscard]] const std::map<std::string, Calc>& rotorsCalculations();

}  // namespace kh::io
