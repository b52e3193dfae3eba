// SPDX-License-Identifier: GPL-3.0-or-later
//
// Which drawings stand beside a station's page, as values; paint knows how each is drawn.
#pragma once

#include "stations/kit/row.h"

#include <vector>

namespace kh {

/// The drawings there are. An order for `paint`'s table, nothing more.
enum class DrawingId {
    Helicopter,
    Transmitter,
    ChannelBars,
    Wiring,
    Rates,
    GainScales,
    ThrottleStates,
    SwashPlan,
    SwashTilt,
    AskedAndDone,
    CoupledMotion,
    SwashSection,
    Strokes,
    BladeSection,
    ClearanceRose,
    RosePlate,
    Tail,
    HeadSpeeds,
    PinionTable,
    Positions,
    HoldBars,
    Staircase,
    Mounting,
    Mountings,
    HandTests,
    TailStroke,
    TailGain,
    SpoolUp,
    FlightEnd,
    FlownPlaces,
    RotorsPlan,
    RotorsAnswer,
    RotorSection,
    RotorsAlike,
    ReachedModes
};
inline constexpr std::size_t kDrawings = 34;

/// A rectangle of the bench view, in pixels.
struct PanelArea {
    double left = 0.0, top = 0.0, width = 0.0, height = 0.0;
};
struct PanelSpec {
    DrawingId drawing;
    PanelArea area;
    const char* title;
    bool still = false;  ///< does not move with the deck
};
/// What the panels of a station depend on.
struct PanelContext {
    double width = 0.0, height = 0.0;  ///< of the bench view
    const Row* row = nullptr;          ///< that is selected
    const Figures& figures;
    bool posed = false;  ///< a finding is posed

    [[nodiscard]] double innerWidth() const { return width - 32.0; }
    [[nodiscard]] double innerHeight() const { return height - 20.0; }
};
inline constexpr double kPanelLeft = 16.0;

}  // namespace kh
