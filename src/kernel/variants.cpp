// SPDX-License-Identifier: GPL-3.0-or-later
#include "kernel/variants.h"

#include <utility>

namespace kh {

void ChainModel::toggle(const Patch& patch) {
    switch (patch.kind) {
        case PatchKind::ChannelReversed: channels_[patch.first].reversed = !channels_[patch.first].reversed; break;
        case PatchKind::AxisReversed: direction_[patch.first] = -direction_[patch.first]; break;
        case PatchKind::PortReversed: ports_[patch.first].direction = -ports_[patch.first].direction; break;
        case PatchKind::PortsSwapped: std::swap(ports_[patch.first].servo, ports_[patch.second].servo); break;
        case PatchKind::ServoTurned: servos_[patch.first].mount = -servos_[patch.first].mount; break;
        case PatchKind::ServoDead: servos_[patch.first].dead = !servos_[patch.first].dead; break;
        case PatchKind::CollectiveTurned:
            collectiveHigh_ = -collectiveHigh_;
            collectiveLow_ = -collectiveLow_;
            break;
        case PatchKind::LinkSideTurned:  // its lead turns over with it, the head's phase stays
            blade_.side = blade_.side == LinkSide::Leading ? LinkSide::Trailing : LinkSide::Leading;
            blade_.leadDeg = 2.0 * bladePhaseDeg_ - blade_.leadDeg;
            placeBlades();
            break;
        case PatchKind::TailReversed: tail_.reversed = !tail_.reversed; break;
        case PatchKind::TailServoTurned: tailFacts_.risesWithPulse = !tailFacts_.risesWithPulse; break;
        case PatchKind::MotorEndsTurned: std::swap(motorLowUs_, motorHighUs_); break;
    }
}

const std::array<Sticks, kVariantSticks>& variantSticks() {
    static constexpr std::array<Sticks, kVariantSticks> sticks{{{-1, 0, 0, 0},
                                                                {0, 0, 0, 0},
                                                                {1, 0, 0, 0},
                                                                {0, -1, 0, 0},
                                                                {0, 1, 0, 0},
                                                                {0, 0, -1, 0},
                                                                {0, 0, 1, 0},
                                                                {0, 0, 0, -1},
                                                                {0, 0, 0, 1},
                                                                {1, 1, 1, 0},
                                                                {-1, -1, 1, 0},
                                                                {1, -1, -1, 0}}};
    return sticks;
}

VariantTrace traceVariant(const ChainModel& model, DeckNumbers deck) {
    VariantTrace out;
    for (std::size_t i = 0; i < kVariantSticks; ++i) {
        deck.sticks = variantSticks()[i];
        out[i] = model.at(deck);
    }
    return out;
}

std::vector<Patch> patchesOf(const ChainModel& model) {
    std::vector<Patch> out;
    for (std::size_t f = 0; f < kFunctions; ++f) out.push_back({PatchKind::ChannelReversed, f});
    for (const Function f : {Function::Aileron, Function::Elevator, Function::Collective, Function::Rudder})
        out.push_back({PatchKind::AxisReversed, indexOf(f)});
    for (std::size_t p = 0; p < model.portCount(); ++p) {
        out.push_back({PatchKind::PortReversed, p});
        for (std::size_t q = p + 1; q < model.portCount(); ++q) out.push_back({PatchKind::PortsSwapped, p, q});
    }
    for (std::size_t s = 0; s < model.servoCount(); ++s) {
        out.push_back({PatchKind::ServoTurned, s});
        out.push_back({PatchKind::ServoDead, s});
    }
    for (const PatchKind kind : {PatchKind::CollectiveTurned, PatchKind::LinkSideTurned, PatchKind::TailReversed,
                                 PatchKind::TailServoTurned, PatchKind::MotorEndsTurned})
        out.push_back({kind});
    return out;
}

}  // namespace kh
