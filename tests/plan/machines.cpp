// SPDX-License-Identifier: GPL-3.0-or-later
#include "boxes/tenboxes.h"
#include "io/document.h"
#include "kernel/helicopter/plant.h"
#include "model/helicopter/helicopter.h"
#include "model/helicopter/layouts.h"
#include "plan/mistakekit.h"
#include "procedure/move.h"

namespace khtest {

namespace {

/// The same machine built another way round, and its boxes set for it.
Setup withBuild(Setup s, const char* name, bool clockwise, bool leading) {
    s.machine.name = name;
    helicopter(s).rotor.turning = clockwise ? Turning::Clockwise : Turning::CounterClockwise;
    helicopter(s).head.link = leading ? LinkSide::Leading : LinkSide::Trailing;
    s.controller.directions.collectiveReversed = !leading;
    return s;
}

}  // namespace

std::vector<NamedSetup> soundMachines() {
    const auto demo = [](const char* name) {
        return io::loadDocument(std::string(KEELHAUL_SOURCE "/data/demo/") + name + ".keel.json").setup;
    };
    const Setup turnstone = demo("turnstone-470");
    const Setup fulmar = demo("fulmar-700");
    const Setup gannet = demo("gannet-600n");
    std::vector<NamedSetup> out{{"turnstone", turnstone}, {"fulmar", fulmar}, {"gannet", gannet}};
    out.push_back({"turnstone-ccw", withBuild(turnstone, "Turnstone ccw", false, true)});
    out.push_back({"turnstone-trailing", withBuild(turnstone, "Turnstone trailing", true, false)});
    out.push_back({"fulmar-ccw-trailing", withBuild(fulmar, "Fulmar ccw trailing", false, false)});
    out.push_back({"gannet-ccw", withBuild(gannet, "Gannet ccw", false, true)});
    Setup four = builtAs(turnstone, *findLayout("four at 90°"), "2026-11-21T10:00:00Z");
    four.controller.layout = "four at 90°";
    four.controller.cyclicLimitPct = 72.0;
    out.push_back({"turnstone-four", four});
    out.push_back({"fulmar-ccw", withBuild(fulmar, "Fulmar ccw", false, true)});
    Setup scale = turnstone;
    scale.machine.name = "Turnstone scale";
    scale.machine.style = FlyingStyle::Scale;
    scale.controller.collectiveHighPct = 37.8;
    scale.controller.collectiveLowPct = 7.6;
    out.push_back({"turnstone-scale", scale});
    return out;
}

std::vector<NamedSetup> movedMachines() {
    const auto demo = [](const char* name) {
        return io::loadDocument(std::string(KEELHAUL_SOURCE "/data/demo/") + name + ".keel.json").setup;
    };
    const Setup turnstone = demo("turnstone-470"), fulmar = demo("fulmar-700"), gannet = demo("gannet-600n");
    std::vector<NamedSetup> out;
    // the same in boxes of other laws, scales and ranges
    const auto moved = [&](const char* name, const Setup& machine, const char* radio, const char* controller) {
        const std::string at = "2026-11-21T10:00:00Z";
        out.push_back({name, moveTo(moveTo(machine, khtest::transmitter(radio), at).setup, khtest::controller(controller), at).setup});
    };
    moved("turnstone-mixer-program", turnstone, "mizzen-12", "logline");
    moved("gannet-bends-text", gannet, "mizzen-12", "sextant");
    moved("fulmar-us-lamps", fulmar, "genoa-12", "rowlock");
    moved("fulmar-expo-screen", fulmar, "staysail-10", "binnacle");
    moved("fulmar-pages-text", fulmar, "topsail-9", "sextant");
    return out;
}

MotionDifference motionDifference(const Setup& a, const Setup& b) {
    MotionDifference out;
    const ChainModel x(a), y(b);
    for (const FlightMode& m : a.transmitter.modes) {
        const auto da = deckInMode(x, a, m.id), db = deckInMode(y, b, m.id);
        if (!da) continue;  // never flown before either
        if (!db) {
            out.bladeDeg = 99.0;  // a mode that is not reached any more
            continue;
        }
        for (int corner = 0; corner < 16; ++corner) {
            DeckNumbers p = x.numbers(*da), q = y.numbers(*db);
            p.sticks = q.sticks = {corner & 1 ? 1.0 : -1.0, corner & 2 ? 1.0 : -1.0, corner & 4 ? 1.0 : -1.0, corner & 8 ? 1.0 : -1.0};
            const Instant i = x.at(p), j = y.at(q);
            const HelicopterInstant hi = helicopterAt(i), hj = helicopterAt(j);
            for (std::size_t k = 0; k < 4; ++k) out.bladeDeg = std::max(out.bladeDeg, std::abs(hi.bladeDeg[k] - hj.bladeDeg[k]));
            out.sliderMm = std::max(out.sliderMm, std::abs(hi.sliderMm - hj.sliderMm));
            out.motorPct = std::max(out.motorPct, std::abs(i.motorThrottlePct - j.motorThrottlePct));
        }
    }
    return out;
}

}  // namespace khtest
