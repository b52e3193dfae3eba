// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <optional>
#include <string>
#include <string_view>
#include <vector>

namespace kh {

/// What an instrument or the controller's monitor showed, and under which settings.
struct Reading {
    std::string id;    ///< unique in a document: "r1", "r2" …
    std::string what;  ///< what was read: "aileron.high", "blade-a.tail", "throw.left" … (stations/kit/benchwork.h lists them)
    double value = 0.0;
    std::string unit;                ///< "%", "°" or "mm"
    std::string at;                  ///< ISO 8601, may be empty
    std::string instrument;          ///< may be empty
    std::string uncertainty;         ///< may be empty
    std::vector<std::string> under;  ///< settings in force then: "controller.referencePct=60"
    int change = 0;                  ///< count of the document at which it was taken
    bool operator==(const Reading&) const = default;
};

/// The value a setting had when this was read, if it was noted.
[[nodiscard]] std::optional<double> underValue(const Reading& reading, std::string_view field);
/// What was noted of a setting then, as text; nothing if it was not noted.
[[nodiscard]] std::optional<std::string> underText(const Reading& reading, std::string_view field);
/// "field=value", as `under` holds it.
[[nodiscard]] std::string underText(std::string_view field, double value);

}  // namespace kh
