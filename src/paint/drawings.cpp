// SPDX-License-Identifier: GPL-3.0-or-later
#include "paint/drawings.h"

#include "text/words.h"

#include <QBuffer>
#include <QSvgGenerator>
#include <map>

namespace kh::paint {

QRectF areaOf(const PanelSpec& panel) { return {panel.area.left, panel.area.top, panel.area.width, panel.area.height}; }

namespace {

std::map<DrawingId, Drawing>& ownDrawings() {
    static std::map<DrawingId, Drawing> all;
    return all;
}

}  // namespace

Drawing drawingOf(DrawingId id) {
    switch (id) {
        case DrawingId::Helicopter: return paintHelicopter;
        case DrawingId::Transmitter: return paintTransmitter;
        case DrawingId::ChannelBars: return paintChannelBars;
        case DrawingId::Wiring: return paintWiring;
        case DrawingId::Rates: return paintRates;
        case DrawingId::GainScales: return paintGainScales;
        case DrawingId::ThrottleStates: return paintThrottleStates;
        case DrawingId::SwashPlan: return paintSwashPlan;
        case DrawingId::SwashTilt: return paintSwashTilt;
        case DrawingId::AskedAndDone: return paintAskedAndDone;
        case DrawingId::CoupledMotion: return paintCoupledMotion;
        case DrawingId::SwashSection: return paintSwashSection;
        case DrawingId::Strokes: return paintStrokes;
        case DrawingId::BladeSection: return paintBladeSection;
        case DrawingId::ClearanceRose: return paintClearanceRose;
        case DrawingId::RosePlate: return paintRosePlate;
        case DrawingId::Tail: return paintTail;
        case DrawingId::HeadSpeeds: return paintHeadSpeeds;
        case DrawingId::PinionTable: return paintPinionTable;
        case DrawingId::Positions: return paintPositions;
        case DrawingId::HoldBars: return paintHoldBars;
        case DrawingId::Staircase: return paintStaircase;
        case DrawingId::Mounting: return paintMounting;
        case DrawingId::Mountings: return paintMountings;
        case DrawingId::HandTests: return paintHandTests;
        case DrawingId::TailStroke: return paintTailStroke;
        case DrawingId::TailGain: return paintTailGain;
        case DrawingId::SpoolUp: return paintSpoolUp;
        case DrawingId::FlightEnd: return paintFlightEnd;
        case DrawingId::FlownPlaces: return paintFlownPlaces;
        case DrawingId::RotorsPlan: return paintRotorsPlan;
        case DrawingId::RotorsAnswer: return paintRotorsAnswer;
        case DrawingId::RotorSection: return paintRotorSection;
        case DrawingId::RotorsAlike: return paintRotorsAlike;
        case DrawingId::ReachedModes: return paintReachedModes;
    }
    const auto own = ownDrawings().find(id);
    return own == ownDrawings().end() ? nullptr : own->second;
}

void addDrawing(DrawingId id, Drawing drawing) { ownDrawings()[id] = drawing; }

std::string drawingsSvg(const std::vector<PanelSpec>& panels, const Scene& scene, QSizeF size) {
    QBuffer buffer;
    buffer.open(QIODevice::WriteOnly);
    QSvgGenerator svg;
    svg.setOutputDevice(&buffer);
    svg.setSize(size.toSize());
    svg.setViewBox(QRectF(QPointF(0, 0), size));
    svg.setTitle(shown(scene.setup.machine.name).toHtmlEscaped());
    QPainter p(&svg);
    for (const PanelSpec& panel : panels) drawingOf(panel.drawing)(p, areaOf(panel), scene);
    p.end();
    return buffer.data().toStdString();
}

}  // namespace kh::paint
