// SPDX-License-Identifier: GPL-3.0-or-later
//
// Technical drawings from the machine's geometry. Each paints into a rectangle of any paint device; nothing is
// computed here beyond turning millimetres and degrees into pixels.
#pragma once

#include "formula/mounting.h"
#include "judge/evaluation.h"
#include "judge/plan/plan.h"
#include "judge/switches/switchproof.h"
#include "procedure/trace.h"
#include "stations/kit/drawing.h"

#include <QPainter>
#include <QRectF>
#include <array>
#include <map>
#include <string>
#include <vector>

namespace kh::paint {

struct Scene {
    const Setup& setup;
    const Evaluation& evaluation;
    const Trace& trace;
    const Deck& deck;
    std::map<std::string, int> posedSwitches;  ///< boxed in danger
    const SwitchProof* proof = nullptr;        ///< nullptr while there is no result
    std::vector<ThrottleMove> moves = {};      ///< where one switch leads from this deck
    PowerOnGuard guard = {};                   ///< and what the power-on guard says of it
    std::size_t mode = 0;                      ///< the flight mode that is looked at
    std::size_t axis = 0;                      ///< 0 aileron, 1 elevator, 2 rudder
    bool dimensions = false;                   ///< built-in lengths on dimension lines
    double exaggeration = 1.0;                 ///< of heights and angles in the section
    const Plan* plan = nullptr;                ///< nullptr while there is none
    std::size_t planStep = 0;                  ///< the step that is looked at
    const SwitchProof* proofAfter = nullptr;   ///< after that step, while the pose is drawn as it is before it
    bool switchesOffered = false;              ///< to be clicked into the condition that is typed
    std::string channel = {};                  ///< the channel the chosen row is about
};

/// Plate and servos from above, as built and as set.
void paintSwashPlan(QPainter& p, QRectF area, const Scene& s);
/// Where the plate tilts now, over the plan.
void paintSwashTilt(QPainter& p, QRectF area, const Scene& s);
/// Plate, link and arm through one port, in that port's own azimuth.
void paintSwashSection(QPainter& p, QRectF area, const Scene& s);
/// Each port's pulse, arm and ball on its usable stroke.
void paintStrokes(QPainter& p, QRectF area, const Scene& s);
/// Asked beside done for the moved functions.
void paintAskedAndDone(QPainter& p, QRectF area, const Scene& s);

/// What each stick at its end does to the blades, asked and done: a wrong layout shows as coupled motion.
void paintCoupledMotion(QPainter& p, QRectF area, const Scene& s);

/// Four rotors from above: what each is asked for and does, in pitch and thrust; nothing of another aircraft.
void paintRotorsPlan(QPainter& p, QRectF area, const Scene& s);
/// Moments and lift of the four, asked beside done.
void paintRotorsAnswer(QPainter& p, QRectF area, const Scene& s);
/// Servo, push rod and blade of the rotor that moves most, with its gauge.
void paintRotorSection(QPainter& p, QRectF area, const Scene& s);
/// How far each is off the wanted pitch at zero and at both limits.
void paintRotorsAlike(QPainter& p, QRectF area, const Scene& s);
/// Switch places against the windows of the box, and what each mode holds.
void paintReachedModes(QPainter& p, QRectF area, const Scene& s);

/// Blade section with the pitch gauge and the range that is set.
void paintBladeSection(QPainter& p, QRectF area, const Scene& s);
/// The clearance rose at low, mid and high collective, with what is asked.
void paintClearanceRose(QPainter& p, QRectF area, const Scene& s);

/// Where the plate tilts now, over the rose of mid collective.
void paintRosePlate(QPainter& p, QRectF area, const Scene& s);

/// Tail rotor and slider from above, from the left and from behind; which way trailing edges and nose go.
void paintTail(QPainter& p, QRectF area, const Scene& s);
/// The slider on its stroke, the limits in the controller's window.
void paintTailStroke(QPainter& p, QRectF area, const Scene& s);
/// Every mode's tail gain over its head speed, the size's start values, and the first mode's carried on.
void paintTailGain(QPainter& p, QRectF area, const Scene& s);

/// The controller in the airframe as built, with its axes and those it is told.
void paintMounting(QPainter& p, QRectF area, const Scene& s);
/// All mountings, those the box knows drawn solid; which is set and which is built.
void paintMountings(QPainter& p, QRectF area, const Scene& s);
/// Where each mounting stands in that drawing.
struct MountingSpot {
    kh::Mounting mounting;
    QRectF area;
};
[[nodiscard]] std::vector<MountingSpot> mountingSpots(QRectF area);
/// The three turns by hand: what is asked, what was seen, and what explains it.
void paintHandTests(QPainter& p, QRectF area, const Scene& s);

/// The machine from above to scale.
void paintHelicopter(QPainter& p, QRectF area, const Scene& s);

/// Which lead goes into which port, from receiver to servos.
void paintWiring(QPainter& p, QRectF area, const Scene& s);

/// The transmitter's switches and sticks.
void paintTransmitter(QPainter& p, QRectF area, const Scene& s);
/// Where each switch stands in that drawing.
struct SwitchSpot {
    const SwitchProfile* profile;
    QRectF track;  ///< the lever's travel, first place at the top
};
/// A transmitter's case with both stick boxes. @param sticks  left and right, each across and up, −1 … +1
void drawTransmitterCase(QPainter& p, QRectF area, const std::array<QPointF, 2>& sticks);
[[nodiscard]] std::vector<SwitchSpot> switchSpots(QRectF area, const TransmitterProfile& transmitter);
/// The place of a switch that is drawn nearest to that height.
[[nodiscard]] int placeAt(const SwitchSpot& spot, double y);
/// Pulse by channel on the scale of both boxes.
void paintChannelBars(QPainter& p, QRectF area, const Scene& s);
/// Throttle with hold on, by mode, against motor-off.
void paintHoldBars(QPainter& p, QRectF area, const Scene& s);
/// Dangers and warnings left after each step of the plan.
void paintStaircase(QPainter& p, QRectF area, const Scene& s);

/// Rate and expo of one axis over the stick, with turn rates at the machine, and every mode in a table.
void paintRates(QPainter& p, QRectF area, const Scene& s);
/// Every mode's gain in every scale, and on which side of zero it lies.
void paintGainScales(QPainter& p, QRectF area, const Scene& s);
/// Kill, cut, hold and the modes by priority, the state the deck is in, and where one switch leads.
void paintThrottleStates(QPainter& p, QRectF area, const Scene& s);
/// Where each state stands in that drawing.
struct StateSpot {
    const ThrottleState* state;
    QRectF area;
};
[[nodiscard]] std::vector<StateSpot> stateSpots(QRectF area, const Scene& s);

/// Every combination of the switches by what it asks for: motor off, may run, fails.
void paintPositions(QPainter& p, QRectF area, const Scene& s);

/// Head speeds of the modes against what the pack gives.
void paintHeadSpeeds(QPainter& p, QRectF area, const Scene& s);
/// Pinions around the fitted one: available speed, opening and headroom.
void paintPinionTable(QPainter& p, QRectF area, const Scene& s);
/// Head speed over time in the mode that is looked at, from hold to speed and back after a bail-out.
void paintSpoolUp(QPainter& p, QRectF area, const Scene& s);
/// A cell's voltage under load over the flight, with what ends it.
void paintFlightEnd(QPainter& p, QRectF area, const Scene& s);
/// What is flown at every pair of places: as a map of the switches, and as a table.
void paintFlownPlaces(QPainter& p, QRectF area, const Scene& s);

using Drawing = void (*)(QPainter&, QRectF, const Scene&);
[[nodiscard]] Drawing drawingOf(DrawingId id);
/// For a station that does not ship; ids from kDrawings on are free.
void addDrawing(DrawingId id, Drawing drawing);
[[nodiscard]] QRectF areaOf(const PanelSpec& panel);
/// A page of drawings as SVG. @param size  in pixels
[[nodiscard]] std::string drawingsSvg(const std::vector<PanelSpec>& panels, const Scene& scene, QSizeF size);

}  // namespace kh::paint
