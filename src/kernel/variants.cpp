// SPDX-License-Identifier: GPL-3.0-or-later
#include "kernel/variants.h"

#include <utility>

namespace kh {

void ChainModel::toggle(const Patch& patch) {
    switch (patch.kind) {
        case PatchKind::ChannelReversed: channels_[patch.first].reversed = !channels_[patch.first].reversed; break;
        case PatchKind::AxisReversed: direction_[patch.first] = -direction_[patch.first]; break;
        case PatchKind::MotorEndsTurned: std::swap(motorLowUs_, motorHighUs_); break;
        default: (void)plant_->toggle(patch); break;
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
    const AircraftClass& aircraft = model.aircraft();
    for (std::size_t f = 0; f < aircraft.functionCount(); ++f) out.push_back({PatchKind::ChannelReversed, f});
    for (std::size_t f = 0; f < aircraft.functionCount(); ++f)
        if (aircraft.functions[f].reversed != nullptr) out.push_back({PatchKind::AxisReversed, f});
    model.plant().addPatches(out);
    out.push_back({PatchKind::MotorEndsTurned});
    return out;
}

}  // namespace kh
