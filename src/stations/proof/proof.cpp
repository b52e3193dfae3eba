// SPDX-License-Identifier: GPL-3.0-or-later
#include "stations/proof/proof.h"

namespace kh {

namespace {

std::vector<PanelSpec> panels(const PanelContext& c) {
    const double w = c.innerWidth();
    return {{DrawingId::Transmitter, {kPanelLeft, 10, w * 0.60, 286}, KH_TR("Transmitter")},
            {DrawingId::Positions, {kPanelLeft + w * 0.60, 10, w * 0.40, 280}, KH_TR("All switch positions")},
            {DrawingId::HoldBars, {kPanelLeft, 312, w, c.innerHeight() - 306}, KH_TR("Hold by mode")}};
}

}  // namespace

const StationEntry& proofStation() {
    static const StationEntry entry{
        .station = Station::Proof,
        .name = KH_TR("Proof"),
        .shortName = KH_TR("Proof"),
        .rows = proofRows,
        .page = PageKind::Proof,
        .pageWidth = 648.0,
        .panels = panels,
        .shots = {{"proof", "dunlin-380", "hold-acts.idle2", "normal", {0.4, 0.0, 0.0, 0.0}, "throttle", false, true}}};
    return entry;
}

}  // namespace kh
