// SPDX-License-Identifier: GPL-3.0-or-later
//
// What the table of mistakes is written with.
#pragma once

#include "kernel/chain.h"
#include "model/conditions.h"
#include "model/helicopter/helicopter.h"
#include "model/modeedits.h"
#include "plan/mistakes.h"

#include <algorithm>
#include <array>
#include <cmath>

namespace khtest {

using namespace kh;

using Dice = std::mt19937;
using Edits = std::vector<Edit>;

inline double between(Dice& dice, double low, double high) {
    return std::round(low + (high - low) * static_cast<double>(dice() % 1001) / 1000.0);
}
inline bool coin(Dice& dice) { return dice() % 2 == 0; }
inline const char* stickChannel(Dice& dice) {
    static constexpr std::array names{"aileron", "elevator", "collective", "rudder"};
    return names[dice() % 4];
}
inline std::string channel(const char* id, const char* key) { return std::string("transmitter.channels.") + id + "." + key; }
inline Edits turned(const Setup& s, const std::string& path) {
    const auto f = readField(s, path);
    if (!f) return {};
    return {{path, !std::get<bool>(f->value)}};
}
inline Edits scaled(const Setup& s, const std::string& path, double by) {
    const auto f = readField(s, path);
    if (!f || !std::holds_alternative<double>(f->value)) return {};
    return {{path, std::clamp(std::round(std::get<double>(f->value) * by), f->info.min, f->info.max)}};
}
inline std::string flown(const Setup& s, Dice& dice, const char* key) {
    std::vector<std::string> ids;
    for (const FlightMode& m : s.transmitter.modes)
        if (m.id != kHoldMode) ids.push_back(m.id);
    return "transmitter.modes." + ids[dice() % ids.size()] + "." + key;
}
inline Curve curveAt(const Setup& s, const std::string& path) { return std::get<Curve>(readField(s, path)->value); }
template <class F>
Edits curve(const Setup& s, const std::string& path, F change) {
    Curve c = curveAt(s, path);
    for (CurvePoint& p : c.points) p.y = std::clamp(change(p), -100.0, 100.0);
    return {{path, c}};
}
inline bool electric(const Setup& s) { return s.machine.power.kind == PowerKind::Electric; }
inline bool governs(const Setup& s) { return electric(s) && s.speedController.control == SpeedControl::Governor; }
inline Edits port(const Setup& s, Dice& dice, const char* key, FieldValue value) {
    const auto& ports = s.controller.ports;
    const std::size_t used = std::min(ports.size(), helicopter(s).servos.size());
    return {{"controller.ports." + ports[dice() % used].id + "." + key, std::move(value)}};
}
inline Condition on(const char* id, int place) { return {{{id, place, ""}}}; }

[[nodiscard]] std::vector<Mistake> boxMistakes();       ///< signs, channels, plate, range
[[nodiscard]] std::vector<Mistake> flightMistakes();    ///< motor off, curves, power
[[nodiscard]] std::vector<Mistake> carriedMistakes();   ///< functions on channels of their own
[[nodiscard]] std::vector<Mistake> practiceMistakes();  ///< timer, supply, bench modes, the tail's trim

}  // namespace khtest
