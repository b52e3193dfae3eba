// SPDX-License-Identifier: GPL-3.0-or-later
#include "model/helicopter/sizeclass.h"

#include "model/helicopter/helicopter.h"

#include <algorithm>
#include <cmath>

namespace kh {

std::span<const SizeClass> sizeClasses() {
    using enum PowerKind;
    static const std::array<SizeClass, 12> table{{
        {"180", Electric, 0.40, 175, 21, 0.23, {3500, 3900, 4300}, 11.0, 3, 0.00, {20, 32}, 5, {3, 5}},
        {"250", Electric, 0.46, 205, 23, 0.37, {3200, 3600, 4000}, 11.0, 3, 0.35, {20, 32}, 5, {3, 5}},
        {"380", Electric, 0.86, 380, 36, 1.40, {2300, 2600, 2900}, 11.5, 6, 0.40, {28, 42}, 8, {5, 10}},
        {"450", Electric, 0.72, 325, 32, 0.85, {2500, 2800, 3100}, 11.0, 3, 0.40, {28, 42}, 8, {5, 10}},
        {"470", Electric, 1.05, 470, 43, 2.20, {1950, 2200, 2450}, 11.5, 6, 0.40, {28, 42}, 8, {5, 10}},
        {"500", Electric, 0.97, 425, 40, 1.75, {2200, 2450, 2700}, 11.5, 6, 0.45, {38, 55}, 10, {5, 10}},
        {"550", Electric, 1.23, 550, 50, 3.30, {1800, 2050, 2300}, 12.0, 6, 0.45, {38, 55}, 12, {8, 20}},
        {"600", Electric, 1.35, 600, 54, 3.80, {1700, 1950, 2150}, 12.0, 12, 0.45, {38, 55}, 12, {8, 20}},
        {"700", Electric, 1.56, 700, 60, 5.10, {1550, 1850, 2100}, 12.0, 12, 0.50, {42, 60}, 12, {10, 30}},
        {"800", Electric, 1.78, 800, 66, 5.80, {1350, 1600, 1850}, 12.0, 12, 0.50, {42, 60}, 12, {10, 30}},
        {"600 engine", Engine, 1.35, 600, 54, 3.60, {1650, 1850, 1950}, 11.5, 0, 0.45, {38, 55}, 12, {8, 20}},
        {"700 engine", Engine, 1.58, 700, 60, 4.90, {1500, 1750, 1950}, 11.0, 0, 0.50, {42, 60}, 12, {10, 30}},
    }};
    return table;
}

const SizeClass& sizeClassOf(const Machine& machine) {
    const auto all = sizeClasses();
    for (const SizeClass& c : all)
        if (machine.sizeClass == c.id) return c;
    return *std::min_element(all.begin(), all.end(), [&](const SizeClass& a, const SizeClass& b) {
        return std::abs(a.bladeMm - helicopter(machine).rotor.bladeMm) < std::abs(b.bladeMm - helicopter(machine).rotor.bladeMm);
    });
}

std::array<double, 2> startingGainPct(const Setup& setup) {
    const std::optional<double>& makers = setup.controller.profile->gainStartPct;
    return makers ? std::array{*makers, *makers} : sizeClassOf(setup.machine).gainPct;
}

namespace {

CollectiveTarget ofStyle(const Machine& machine) {
    // the span the controller holds; a softer Normal is the curve's business
    if (machine.style == FlyingStyle::Scale) return {-2.0, 10.0};
    if (machine.style == FlyingStyle::Aerobatic) return {-12.0, 12.0};
    const double deg = helicopter(machine).rotor.bladeMm >= 550.0 ? 11.0 : 11.5;
    return machine.style == FlyingStyle::Training ? CollectiveTarget{-9.0, 9.0} : CollectiveTarget{-deg, deg};
}

}  // namespace

CollectiveTarget collectiveTarget(const Machine& machine) {
    const Head& head = helicopter(machine).head;
    CollectiveTarget out = ofStyle(machine);
    out.wanted = head.wantedLowDeg || head.wantedHighDeg;
    out.lowDeg = head.wantedLowDeg.value_or(out.lowDeg);
    out.highDeg = head.wantedHighDeg.value_or(out.highDeg);
    return out;
}

CollectiveTarget startingCollective(const Machine& machine) {
    if (machine.style != FlyingStyle::Sport) return collectiveTarget(machine);
    const double deg = sizeClassOf(machine).collectiveDeg;
    return {-deg, deg};
}

}  // namespace kh
