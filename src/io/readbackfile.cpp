// SPDX-License-Identifier: GPL-3.0-or-later
#include "io/readbackfile.h"

#include "base/error.h"
#include "io/document.h"

#include <fmt/format.h>
#include <nlohmann/json.hpp>
#include <sstream>

namespace kh::io {

namespace {

std::string trimmed(const std::string& text) {
    const auto first = text.find_first_not_of(" \t\r\"");
    if (first == std::string::npos) return {};
    return text.substr(first, text.find_last_not_of(" \t\r\"") - first + 1);
}

Box boxCalled(const std::string& word) {
    for (const Box box : {Box::Transmitter, Box::Controller, Box::SpeedController})
        if (word == boxId(box)) return box;
    throw InputError("box", fmt::format("\"{}\" is none; there are transmitter, controller and speed-controller", word));
}

int wholeNumber(const std::string& what, const std::string& text) {
    if (text.empty() || text.find_first_not_of("0123456789") != std::string::npos || text.size() > 6)
        throw InputError(what, fmt::format("\"{}\" is no whole number", text));
    return std::stoi(text);
}

/// "# box: controller"
void note(const std::string& line, ReadBack& out) {
    const auto colon = line.find(':');
    if (colon == std::string::npos) return;
    const std::string key = trimmed(line.substr(1, colon - 1)), value = trimmed(line.substr(colon + 1));
    if (key == "box") out.box = boxCalled(value);
    if (key == "at") out.at = value;
    if (key != "profile") return;
    const auto space = value.find(' ');
    out.profile = value.substr(0, space);
    if (space != std::string::npos) out.version = wholeNumber("profile", trimmed(value.substr(space + 1)));
}

ReadBack fromJson(const std::string& text) {
    const nlohmann::json root = parseGuarded(text);
    ReadBack out;
    const auto word = [&](const char* key) -> std::string {
        if (!root.contains(key)) return {};
        if (!root.at(key).is_string()) throw InputError(key, "must be a text");
        return root.at(key).get<std::string>();
    };
    if (!root.is_object() || !root.contains("values") || !root.at("values").is_object())
        throw InputError("values", "an object with what stands there, by setting, is needed");
    if (root.contains("box")) out.box = boxCalled(word("box"));
    out.profile = word("profile");
    out.at = word("at");
    if (root.contains("version")) {
        if (!root.at("version").is_number_integer()) throw InputError("version", "must be a whole number");
        out.version = root.at("version").get<int>();
    }
    for (const auto& [name, value] : root.at("values").items())
        out.values.emplace_back(name, value.is_string() ? value.get<std::string>() : value.dump());
    return out;
}

}  // namespace

ReadBack parseReadBack(const std::string& text) {
    if (const auto first = text.find_first_not_of(" \t\r\n"); first != std::string::npos && text[first] == '{') return fromJson(text);
    ReadBack out;
    std::istringstream lines(text);
    std::string line;
    for (int number = 1; std::getline(lines, line); ++number) {
        if (trimmed(line).empty()) continue;
        if (trimmed(line).front() == '#') {
            note(trimmed(line), out);
            continue;
        }
        // the first of these that stands in it parts the name from the value: a comma may be the value's own
        std::size_t at = std::string::npos;
        for (const char separator : {';', '\t', '=', ','})
            if (at = line.find(separator); at != std::string::npos) break;
        if (at == std::string::npos)
            throw InputError(fmt::format("line {}", number), fmt::format("\"{}\" has no value", line.substr(0, 60)));
        const std::string name = trimmed(line.substr(0, at)), value = trimmed(line.substr(at + 1));
        if (name == "setting" && value == "value") continue;  // a heading
        if (name.empty()) throw InputError(fmt::format("line {}", number), "the setting is missing");
        out.values.emplace_back(name, value);
    }
    return out;
}

}  // namespace kh::io
