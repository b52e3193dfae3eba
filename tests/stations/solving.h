// SPDX-License-Identifier: GPL-3.0-or-later
//
// What the solvers are driven with: dice, readings as an instrument rounds them, and a machine that differs from what the
// document believes.
#pragma once

#include "base/conventions.h"
#include "formula/linkage.h"
#include "kernel/chain.h"
#include "kernel/helicopter/plant.h"
#include "model/helicopter/helicopter.h"
#include "model/helicopter/layouts.h"
#include "stations/kit/benchwork.h"
#include "support.h"

#include <map>
#include <random>

namespace khtest {

using namespace kh;

inline constexpr int kSetups = 200;
inline constexpr int kRounds = 3;

struct Dice {
    std::mt19937 engine;
    explicit Dice(unsigned seed) : engine(seed) {}
    double between(double a, double b) { return std::uniform_real_distribution<double>(a, b)(engine); }
    bool coin() { return std::uniform_int_distribution<int>(0, 1)(engine) == 1; }
};

inline Reading reading(const std::string& what, double value, const char* unit, double step = 0.1) {
    Reading r;
    r.what = what;
    r.value = roundToStep(value, step);
    r.unit = unit;
    return r;
}

inline void enter(Setup& setup, const Solved& solved) {
    for (const SolvedField& a : solved.answers)
        for (const Edit& e : a.edits) writeField(setup, e.path, e.value);
}

inline double turnsOf(const Solved& solved, const std::string& field) {
    for (const SolvedField& a : solved.answers)
        if (a.field == field) return a.value;
    return 0.0;
}

inline std::string remarks(const Solved& solved) {
    std::string out;
    for (const Message& m : solved.remarks) out += render(m) + "\n";
    return out;
}

inline const Setup& fourServos() {
    static const Setup setup = [] {
        Setup s = builtAs(turnstone(), *findLayout("four at 90°"), "2026-11-25T10:00:00Z");
        s.controller.layout = "four at 90°";
        return s;
    }();
    return setup;
}

/// The machine as it is: the document's settings on other geometry, blade links and servo links of other lengths.
struct Bench {
    Setup setup;
    double bladeA = 0.0, bladeB = 0.0;     ///< ° each blade's link is off
    std::map<std::string, double> linkMm;  ///< by servo: how far its link lifts the ball
    double gaugeZero = 0.0;

    [[nodiscard]] Plane plate(double c, double a, double e) const {
        const ChainModel model(setup);
        const PlateInstant at = helicopterIn(model).plateAt(c, a, e);
        std::vector<double> azimuths, heights;
        for (std::size_t i = 0; i < helicopter(setup).servos.size(); ++i) {
            const PlateServo& s = helicopter(setup).servos[i];
            azimuths.push_back(s.azimuthDeg);
            const auto lift = linkMm.find(s.id);
            heights.push_back(at.servos[i].ballMm + (lift == linkMm.end() ? 0.0 : lift->second));
        }
        return fitPlate(azimuths, heights, helicopter(setup).plate.ballRadiusMm).plane;
    }
    [[nodiscard]] double blade(const Plane& plane, double azimuth) const {
        // written out once more: ahead of the blade for a leading link on a clockwise rotor, and for a trailing one on the other
        const Head& h = helicopter(setup).head;
        const bool clockwise = helicopter(setup).rotor.turning == Turning::Clockwise;
        const double lead = (h.link == LinkSide::Leading) == clockwise ? 90.0 : -90.0;
        return bladePitchDeg(plane, {h.innerRadiusMm, h.gripMm, lead, h.link}, azimuth) + gaugeZero;
    }
};

}  // namespace khtest
