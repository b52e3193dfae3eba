// SPDX-License-Identifier: GPL-3.0-or-later
//
// Every field there is, for the compiler: a path written as "machine.power.kv"_field that follows none of these does not
// build. The table is generated from the description, by `./keelhaul fields`; a test holds it to that.
#pragma once

#include <cstddef>
#include <string>
#include <string_view>

namespace kh {

#include "model/fieldpatterns.inc"

/// Whether a path follows a pattern; {} stands for the id of an element.
constexpr bool followsPattern(std::string_view path, std::string_view pattern) {
    constexpr std::string_view any = "{}";
    for (;;) {
        const std::string_view step = pattern.substr(0, pattern.find('.'));
        const std::string_view word = path.substr(0, path.find('.'));
        if (step == any ? word.empty() : step != word) return false;
        const bool lastStep = step.size() == pattern.size();
        const bool lastWord = word.size() == path.size();
        if (lastStep || lastWord) return lastStep == lastWord;
        pattern.remove_prefix(step.size() + 1);
        path.remove_prefix(word.size() + 1);
    }
}
constexpr bool isFieldPath(std::string_view path) {
    for (const std::string_view pattern : kFieldPatterns)
        if (followsPattern(path, pattern)) return true;
    for (const std::string_view list : kListPaths)
        if (path == list) return true;
    return false;
}

/// A field path that is checked when it is compiled.
consteval const char* operator""_field(const char* path, std::size_t size) {
    if (!isFieldPath({path, size})) throw "no such field";
    return path;
}

/// The pattern with an element's id in it: "transmitter.modes.idle1.pitch".
[[nodiscard]] inline std::string elementPath(std::string_view pattern, std::string_view id) {
    const std::size_t at = pattern.find("{}");
    std::string path(pattern.substr(0, at));
    path += id;
    path += pattern.substr(at + 2);
    return path;
}

}  // namespace kh
