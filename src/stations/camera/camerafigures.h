// SPDX-License-Identifier: GPL-3.0-or-later
//
// What only a camera quadrotor's figures hold: which window every place of a switch lands in, and what each mode does with the throttle.
#pragma once

#include "judge/figurebuilder.h"
#include "model/camera/camera.h"

#include <string>
#include <vector>

namespace kh {

/// One place of the switches that work a channel, as the box hears it.
struct ReachedPlace {
    std::string label;   ///< "L1 1"
    PartialDeck deck;    ///< brings it about
    std::string wanted;  ///< the window it is meant for
    std::string lands;   ///< the one it lands in; empty: none, or two at a shared edge
    Figure pulse;
    Figure margin;       ///< µs to the nearest inner edge of the window it lands in; unknown where it is in none
    bool clear = false;  ///< far enough from every inner edge
    [[nodiscard]] bool right() const { return lands == wanted; }
};

/// A channel whose places are windows of the box: the modes, return home.
struct ReachedChannel {
    std::vector<ModeWindow> windows;  ///< µs, from low to high
    std::vector<ReachedPlace> places;
    bool sound = false;  ///< each window is reached, a mode by exactly one place, every place is right and clear
    /// Places that land in a window.
    [[nodiscard]] std::vector<const ReachedPlace*> in(std::string_view window) const;
};

struct CameraFigures {
    ReachedChannel modes, home;
    Figure centreThrottle;  ///< what the throttle stick's middle sends, %
    Figure climbs;          ///< how far that is above what hovers where the box does not hold height, % of the throttle
};

/// The same for a document alone: rules try their edits by it.
[[nodiscard]] ReachedChannel reachedChannel(const Setup& setup, const ChainModel& model, Function f);
/// Made once: whoever needs them asks.
void cameraFigures(const FigureBuilder& builder);

}  // namespace kh
