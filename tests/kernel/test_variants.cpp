// SPDX-License-Identifier: GPL-3.0-or-later
//
// Patches of a compiled machine against the same fault written into the document, over all builds; and that neither they nor
// the kernel allocate.
#include "allocations.h"
#include "golden/builds.h"
#include "kernel/helicopter/plant.h"
#include "kernel/variants.h"
#include "model/helicopter/functions.h"
#include "model/helicopter/helicopter.h"
#include "procedure/registry.h"
#include "support.h"

#include <catch2/catch.hpp>
#include <set>

namespace variants_tests {

using namespace kh;
using khtest::allocationsSoFar;
using khtest::turnstone;

namespace {

/// The same fault as settings and facts; nothing where a document cannot say it.
std::optional<Setup> written(const Setup& setup, const ChainModel& model, const Patch& patch) {
    Setup s = setup;
    const PatchKind kind = patch.kind;
    if (kind == PatchKind::ChannelReversed) {
        for (ChannelSettings& c : s.transmitter.channels)
            if (c.id == functionId(static_cast<Function>(patch.first))) {
                c.reversed = !c.reversed;
                return s;
            }
        return std::nullopt;
    }
    if (kind == PatchKind::AxisReversed) {
        bool DirectionSettings::*reversed = model.aircraft().functions[patch.first].reversed;
        s.controller.directions.*reversed = !(s.controller.directions.*reversed);
    } else if (kind == heli::PortReversed) {
        s.controller.ports[patch.first].reversed = !s.controller.ports[patch.first].reversed;
    } else if (kind == heli::PortsSwapped) {
        std::swap(s.controller.ports[patch.first].role, s.controller.ports[patch.second].role);
    } else if (kind == heli::ServoTurned) {
        helicopter(s).servos[patch.first].risesWithPulse = !helicopter(s).servos[patch.first].risesWithPulse;
    } else if (kind == heli::CollectiveTurned) {
        s.controller.collectiveHighPct = -s.controller.collectiveHighPct;
        s.controller.collectiveLowPct = -s.controller.collectiveLowPct;
    } else if (kind == heli::LinkSideTurned) {
        helicopter(s).head.link = helicopter(s).head.link == LinkSide::Leading ? LinkSide::Trailing : LinkSide::Leading;
    } else if (kind == heli::TailReversed) {
        s.controller.tail.reversed = !s.controller.tail.reversed;
    } else if (kind == heli::TailServoTurned) {
        helicopter(s).tail.risesWithPulse = !helicopter(s).tail.risesWithPulse;
    } else if (kind == PatchKind::MotorEndsTurned) {
        std::swap(s.speedController.lowUs, s.speedController.highUs);
    } else {
        return std::nullopt;
    }
    return s;
}

bool same(const VariantTrace& a, const VariantTrace& b) {
    for (std::size_t i = 0; i < kVariantSticks; ++i) {
        if (a[i].motorPulseUs != b[i].motorPulseUs || a[i].motorThrottlePct != b[i].motorThrottlePct) return false;
        if (a[i].outputs != b[i].outputs) return false;
    }
    return true;
}

}  // namespace

TEST_CASE("every output of a helicopter stands under its own name") {
    const ChainModel model(turnstone());
    const auto outputs = model.plant().outputs();
    std::set<std::string_view> ids;
    for (const OutputEntry& o : outputs) {
        INFO(o.id);
        CHECK(ids.insert(o.id).second);
    }
    const auto place = [](heli::Output output) { return static_cast<std::size_t>(output); };
    const auto stands = [&](heli::Output output, std::string_view id, std::string_view unit) {
        INFO(id);
        const OutputEntry& o = outputs[place(output)];
        CHECK(o.id == id);
        CHECK(o.unit == unit);
    };
    stands(heli::Output::PlateHeight, "plate-height", "mm");
    stands(heli::Output::PlateForward, "plate-forward", "");
    stands(heli::Output::PlateRight, "plate-right", "");
    stands(heli::Output::Fight, "fight", "mm");
    stands(heli::Output::TailPulse, "tail-pulse", "µs");
    stands(heli::Output::TailArm, "tail-arm", "°");
    stands(heli::Output::Slider, "slider", "mm");
    stands(heli::Output::TailPitch, "tail-pitch", "°");
    for (std::size_t i = 0; i < 4; ++i) {
        CHECK(outputs[place(heli::Output::ServoPulse) + i].id == "servo-pulse-" + std::to_string(i + 1));
        CHECK(outputs[place(heli::Output::ServoArm) + i].id == "arm-angle-" + std::to_string(i + 1));
        CHECK(outputs[place(heli::Output::ServoBall) + i].id == "ball-" + std::to_string(i + 1));
        CHECK(outputs[place(heli::Output::Blade) + i].id == "blade-" + std::to_string(90 * i));
    }
}

TEST_CASE("a patched machine does what the document with that fault does, and taken out it is as before") {
    std::size_t compared = 0;
    for (const khtest::NamedSetup& b : khtest::triedBuilds()) {
        std::optional<ChainModel> model;
        try {
            model.emplace(b.setup);
        } catch (const std::exception&) {
            continue;
        }
        const DeckNumbers deck = model->numbers({});
        const VariantTrace sound = traceVariant(*model, deck);
        for (const Patch& patch : patchesOf(*model)) {
            INFO(b.name << " patch " << static_cast<int>(patch.kind) << " " << patch.first << " " << patch.second);
            const auto setup = written(b.setup, *model, patch);
            {
                const Patched in(*model, {&patch, 1});
                const VariantTrace faulty = traceVariant(*model, deck);
                if (setup) {
                    CHECK(same(faulty, traceVariant(ChainModel(*setup), deck)));
                    ++compared;
                } else if (patch.kind == heli::ServoDead) {
                    for (const Instant& i : faulty)
                        CHECK(helicopterAt(i).servos[patch.first].ballMm == helicopterAt(faulty.front()).servos[patch.first].ballMm);
                }
            }
            CHECK(same(traceVariant(*model, deck), sound));
        }
    }
    CHECK(compared > 15 * khtest::triedBuilds().size());
}

TEST_CASE("two patches at once are two faults at once, in either order") {
    ChainModel model(turnstone());
    const DeckNumbers deck = model.numbers({});
    const VariantTrace sound = traceVariant(model, deck);
    const std::vector<Patch> all = patchesOf(model);
    for (std::size_t a = 0; a < all.size(); ++a)
        for (std::size_t b = a + 1; b < all.size(); ++b) {
            const std::array<Patch, 2> there{all[a], all[b]};
            const auto first = written(turnstone(), model, all[a]);
            const auto both = first ? written(*first, model, all[b]) : std::nullopt;
            const Patched in(model, there);
            if (both) CHECK(same(traceVariant(model, deck), traceVariant(ChainModel(*both), deck)));
        }
    CHECK(same(traceVariant(model, deck), sound));
}

#ifndef KEELHAUL_SANITIZED
TEST_CASE("neither the kernel nor a patch allocates") {
    ChainModel model(turnstone());
    const std::vector<Patch> patches = patchesOf(model);
    DeckNumbers deck = model.numbers({});
    const std::size_t before = allocationsSoFar();
    double sum = 0.0;
    for (int i = 0; i < 100; ++i) {
        deck.sticks.aileron = i / 100.0;
        sum += helicopterAt(model.at(deck)).bladeDeg[0];
    }
    for (const Patch& p : patches) {
        const Patched in(model, {&p, 1});
        sum += helicopterAt(traceVariant(model, deck)[3]).sliderMm;
    }
    const std::size_t after = allocationsSoFar();
    CHECK(after == before);
    CHECK(sum != 0.0);
    (void)evaluate(turnstone());
    CHECK(allocationsSoFar() > after);  // the count counts
}
#endif

}  // namespace variants_tests
