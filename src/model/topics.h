// SPDX-License-Identifier: GPL-3.0-or-later
//
// What boxes ask for, as fine as the finest box: number, reverse, travel, sub-trim, limit and failsafe of a channel are six topics. A
// setting names its topic in the description, a profile's menu says on which page of its box a topic stands.
#pragma once

#include "base/standing.h"
#include "model/setup.h"

#include <array>
#include <cstddef>
#include <span>
#include <string_view>

namespace kh {

struct Topic {
    Box box;
    std::string_view id;
    const char* title;                    ///< of a page of its own, where a menu lacks it
    bool first = false;                   ///< it stops the motor, or turns something over: its page is typed before all others, whole
    bool (*has)(const Setup&) = nullptr;  ///< whether this box has it, or it is in use; nullptr: always
    const char* otherwise = "";           ///< why it is not typed where it is not in use
    bool (*asks)(const Setup&, std::string_view path) = nullptr;  ///< which of its fields are asked for; nullptr: all
};

/// Whether a field is typed into a box of this setup.
struct Typing {
    const Topic* topic = nullptr;  ///< under which; nullptr: it is not typed
    const char* whyNot = "";
};
[[nodiscard]] Typing typingOf(const Setup& setup, std::string_view path);

/// Whether a topic is asked for at all: by this class of aircraft, and by this box.
[[nodiscard]] bool isAsked(const Setup& setup, const Topic& topic);

/// In the order of a menu that has a page for each.
[[nodiscard]] std::span<const Topic> topics();
/// @return nullptr if there is none
[[nodiscard]] const Topic* topicOf(Box box, std::string_view id);

namespace detail {
inline constexpr std::array kTopicIds{
    // transmitter
    "model-type", "model-match", "stick-mode", "swash-mixing", "stick-trims", "trim-range", "unused-channels", "spare-channels",
    "channel-number", "reverse", "travel", "sub-trim", "output-limit", "failsafe", "mode-switches", "stop-switches", "switch-functions",
    "gain-steps", "function-values", "mode-fade", "throttle-curve", "pitch-curve", "rate", "expo", "tail-gain", "head-gains",
    "hold-throttle", "stop-throttle", "acts-in", "power-on-guard", "timer", "alarms", "trainer",
    // controller
    "mounting", "gyro-senses", "rescue", "rotor-turning", "channel-order", "layout", "layout-angles", "phase", "servo-pulse", "servo-rate",
    "servo-direction", "servo-trim", "directions", "reference", "cyclic-limit", "collective-range", "collective-trim", "tail-pulse",
    "tail-rate", "tail-servo-direction", "tail-direction", "tail-limits", "precompensation", "governor", "governor-gear", "governor-run",
    "bank-rates", "bank-expo", "head-gain", "rotor-pair", "rotor-limits", "rotor-gains",
    // speed controller
    "throttle-ends", "control", "brake", "soft-start", "bail-out", "cut-off"};
}

constexpr bool isTopic(std::string_view id) {
    for (const std::string_view known : detail::kTopicIds)
        if (known == id) return true;
    return false;
}

/// A topic that is checked when it is compiled.
consteval const char* operator""_topic(const char* id, std::size_t size) {
    if (!isTopic({id, size})) throw "no such topic";
    return id;
}

}  // namespace kh
