// SPDX-License-Identifier: GPL-3.0-or-later
//
// The rows of every station but the lines of their tables, in their fixed order, for the compiler: a row written as "servo-rate"_row that
// does not exist does not build. Each station's pages are held against it (tests/procedure/test_registry.cpp).
#pragma once

#include "judge/finding.h"

#include <array>
#include <cstddef>
#include <string_view>

namespace kh {

struct RowId {
    Station station;
    std::string_view id;
    std::string_view under = {};  ///< the row it opens from; empty: a row of the keel
};
inline constexpr std::array kRowIds{
    RowId{Station::Airframe, "model"},
    RowId{Station::Airframe, "rotor"},
    RowId{Station::Airframe, "blades"},
    RowId{Station::Airframe, "mass"},
    RowId{Station::Airframe, "head"},
    RowId{Station::Airframe, "head-lead", "head"},
    RowId{Station::Airframe, "links"},
    RowId{Station::Airframe, "plate"},
    RowId{Station::Airframe, "arms"},
    RowId{Station::Airframe, "tail-build"},
    RowId{Station::Airframe, "tail-size", "tail-build"},
    RowId{Station::Airframe, "motor"},
    RowId{Station::Airframe, "gears"},
    RowId{Station::Airframe, "pack-build"},
    RowId{Station::Airframe, "boxes"},
    RowId{Station::Radio, "model-type"},
    RowId{Station::Radio, "stick-mode"},
    RowId{Station::Radio, "channel-map"},
    RowId{Station::Radio, "order-school", "channel-map"},
    RowId{Station::Radio, "stick-trims"},
    RowId{Station::Radio, "throttle-trim", "stick-trims"},
    RowId{Station::Radio, "unused-channels"},
    RowId{Station::Radio, "mode-switch"},
    RowId{Station::Radio, "hold-switch"},
    RowId{Station::Radio, "power-on", "hold-switch"},
    RowId{Station::Radio, "hold-throttle", "hold-switch"},
    RowId{Station::Radio, "hold-from", "hold-switch"},
    RowId{Station::Radio, "hold-school", "hold-switch"},
    RowId{Station::Radio, "hold-place", "hold-switch"},
    RowId{Station::Radio, "hold-tail", "hold-switch"},
    RowId{Station::Radio, "kill-switch"},
    RowId{Station::Radio, "cut-switch"},
    RowId{Station::Radio, "bank-switch"},
    RowId{Station::Radio, "gain-switch"},
    RowId{Station::Radio, "gain-school", "gain-switch"},
    RowId{Station::Radio, "rescue-switch"},
    RowId{Station::Radio, "rescue-school", "rescue-switch"},
    RowId{Station::Radio, "other-switches"},
    RowId{Station::Radio, "shared-switches", "other-switches"},
    RowId{Station::Link, "supply"},
    RowId{Station::Link, "supply-ratings", "supply"},
    RowId{Station::Link, "supply-servos", "supply"},
    RowId{Station::Link, "supply-leads", "supply"},
    RowId{Station::Link, "receiver"},
    RowId{Station::Link, "throttle-lead"},
    RowId{Station::Link, "binding"},
    RowId{Station::Link, "failsafe"},
    RowId{Station::Link, "failsafe-test"},
    RowId{Station::Link, "versions"},
    RowId{Station::Link, "channel-aileron"},
    RowId{Station::Link, "channel-elevator"},
    RowId{Station::Link, "channel-collective"},
    RowId{Station::Link, "channel-rudder"},
    RowId{Station::Link, "channel-throttle"},
    RowId{Station::Link, "channel-gain"},
    RowId{Station::Swash, "swash-mixing"},
    RowId{Station::Swash, "layout"},
    RowId{Station::Swash, "phase", "layout"},
    RowId{Station::Swash, "layout-angles", "layout"},
    RowId{Station::Swash, "servo-pulse"},
    RowId{Station::Swash, "servo-rate"},
    RowId{Station::Swash, "ports"},
    RowId{Station::Swash, "servo-directions"},
    RowId{Station::Swash, "arms-square"},
    RowId{Station::Swash, "collective-sense"},
    RowId{Station::Swash, "cyclic-sense"},
    RowId{Station::Swash, "level-plate"},
    RowId{Station::Swash, "servo-fight"},
    RowId{Station::Swash, "stroke-use"},
    RowId{Station::Pitch, "zero-pitch"},
    RowId{Station::Pitch, "links"},
    RowId{Station::Pitch, "reference-throw"},
    RowId{Station::Pitch, "collective-range"},
    RowId{Station::Pitch, "cyclic-limit"},
    RowId{Station::Pitch, "envelope"},
    RowId{Station::Pitch, "servo-arm"},
    RowId{Station::Pitch, "resolution"},
    RowId{Station::Pitch, "tip-gap"},
    RowId{Station::Pitch, "grip"},
    RowId{Station::Pitch, "plate-limits"},
    RowId{Station::Tail, "tail-pulse"},
    RowId{Station::Tail, "tail-rate"},
    RowId{Station::Tail, "tail-direction"},
    RowId{Station::Tail, "tail-servo"},
    RowId{Station::Tail, "tail-arm"},
    RowId{Station::Tail, "tail-crank", "tail-arm"},
    RowId{Station::Tail, "tail-limits"},
    RowId{Station::Tail, "tail-pitch"},
    RowId{Station::Tail, "tail-neutral"},
    RowId{Station::Tail, "precompensation"},
    RowId{Station::Tail, "tail-speed"},
    RowId{Station::Sensors, "mounting"},
    RowId{Station::Sensors, "roll-sense"},
    RowId{Station::Sensors, "pitch-sense"},
    RowId{Station::Sensors, "yaw-sense"},
    RowId{Station::Sensors, "pirouette"},
    RowId{Station::Sensors, "rotor-turning", "pirouette"},
    RowId{Station::Sensors, "fixing"},
    RowId{Station::Sensors, "start-up"},
    RowId{Station::Sensors, "on-the-ground"},
    RowId{Station::Sensors, "rescue"},
    RowId{Station::Power, "gear"},
    RowId{Station::Power, "second-stage", "gear"},
    RowId{Station::Power, "poles"},
    RowId{Station::Power, "available"},
    RowId{Station::Power, "clutch", "available"},
    RowId{Station::Power, "governor"},
    RowId{Station::Power, "governor-run", "governor"},
    RowId{Station::Power, "head-speed"},
    RowId{Station::Power, "logged-speeds", "head-speed"},
    RowId{Station::Power, "headroom"},
    RowId{Station::Power, "tip-speed"},
    RowId{Station::Power, "throttle-ends"},
    RowId{Station::Power, "start-pulse", "throttle-ends"},
    RowId{Station::Power, "soft-start"},
    RowId{Station::Power, "protection"},
    RowId{Station::Power, "pack"},
    RowId{Station::Power, "timer"},
    RowId{Station::Power, "alarms", "timer"},
    RowId{Station::Power, "pack-read", "timer"},
    RowId{Station::Power, "flight-end", "timer"},
    RowId{Station::Modes, "throttle-curve"},
    RowId{Station::Modes, "throttle-school", "throttle-curve"},
    RowId{Station::Modes, "curve-entry", "throttle-curve"},
    RowId{Station::Modes, "pitch-curve"},
    RowId{Station::Modes, "pitch-school", "pitch-curve"},
    RowId{Station::Modes, "mid-stick", "pitch-curve"},
    RowId{Station::Modes, "rates"},
    RowId{Station::Modes, "agility-school", "rates"},
    RowId{Station::Modes, "rates-elevator"},
    RowId{Station::Modes, "rates-rudder"},
    RowId{Station::Modes, "tail-gain"},
    RowId{Station::Modes, "hold"},
    RowId{Station::Modes, "kill-acts", "hold"},
    RowId{Station::Modes, "cut-acts", "hold"},
    RowId{Station::Modes, "tail-gain-read"},
    RowId{Station::Modes, "agility-roll"},
    RowId{Station::Modes, "bank-expo", "agility-roll"},
    RowId{Station::Modes, "head-gain"},
    RowId{Station::Modes, "head-speed-mode"},
    RowId{Station::Modes, "wanted-speed", "head-speed-mode"},
    RowId{Station::Modes, "spool-up"},
    RowId{Station::Modes, "hover-mode"},
    RowId{Station::Proof, "P1"},
    RowId{Station::Proof, "P2"},
    RowId{Station::Proof, "P3"},
    RowId{Station::Proof, "P4"},
    RowId{Station::Proof, "P5"},
    RowId{Station::Proof, "P6"},
    RowId{Station::Proof, "P7"},
    RowId{Station::Proof, "P8"},
    RowId{Station::Proof, "P9"},
    RowId{Station::Proof, "P10"},
    RowId{Station::Proof, "proof-danger"},
    RowId{Station::Proof, "proof-warning"},
    RowId{Station::Proof, "proof-note"},
};

constexpr bool isRow(std::string_view id) {
    for (const RowId& row : kRowIds)
        if (row.id == id) return true;
    return false;
}
/// The table's entry; nullptr if there is no such row.
[[nodiscard]] inline const RowId* rowOf(std::string_view id) {
    for (const RowId& row : kRowIds)
        if (row.id == id) return &row;
    return nullptr;
}

/// A row that is checked when it is compiled.
consteval const char* operator""_row(const char* id, std::size_t size) {
    if (!isRow({id, size})) throw "no such row";
    return id;
}

}  // namespace kh
