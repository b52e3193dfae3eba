// SPDX-License-Identifier: GPL-3.0-or-later
//
// Plate, link, arm and servo from the side, in the azimuth of one port: arm and link are seen at their true length.
#include "base/conventions.h"
#include "model/helicopter/helicopter.h"
#include "paint/drawings.h"
#include "paint/look/linework.h"
#include "paint/look/theme.h"
#include "procedure/helicopter/trace.h"

#include <QPainterPath>
#include <algorithm>
#include <cmath>

namespace kh::paint {

namespace {

constexpr double kMastMm = 3.0;       ///< half its width
constexpr double kHubMm = 5.5;        ///< ball the plate tilts on
constexpr double kHornAxleMm = 3.6;   ///< half the horn's width over the shaft
constexpr double kHornTipMm = 2.2;    ///< and beyond its last ball
constexpr double kPlateHalfMm = 2.2;  ///< half the plate's thickness
constexpr double kMostDrawnDeg = 85.0;

/// The port that moves most, so that the section shows what happens.
const ServoTrace& mostMoved(const Trace& trace) {
    return *std::max_element(helicopterTrace(trace).servos.begin(), helicopterTrace(trace).servos.end(),
                             [](const ServoTrace& a, const ServoTrace& b) { return std::abs(a.armDeg) < std::abs(b.armDeg) - 1e-9; });
}

/// Millimetres right of the mast and above the neutral plate, in pixels.
struct SectionFrame {
    QPointF neutral;
    double pixels;
    [[nodiscard]] QPointF at(double rightMm, double upMm) const { return neutral + QPointF(rightMm, -upMm) * pixels; }
};

/// A body between two circles: outlines first, then the inside over them.
void hull(QPainter& p, QPointF a, double radiusA, QPointF b, double radiusB, const QBrush& fill) {
    const QPointF way = b - a;
    const double length = std::max(1.0, std::hypot(way.x(), way.y()));
    const QPointF side(-way.y() / length, way.x() / length);
    const QPolygonF middle({a + side * radiusA, b + side * radiusB, b - side * radiusB, a - side * radiusA});
    for (const bool outline : {true, false}) {
        p.setPen(outline ? machinePen(3.2) : QPen(Qt::NoPen));
        p.setBrush(fill);
        p.drawPolygon(middle);
        p.drawEllipse(a, radiusA, radiusA);
        p.drawEllipse(b, radiusB, radiusB);
    }
}

/// A ball in its link, seen from the side.
void ball(QPainter& p, QPointF at) {
    p.setPen(machinePen(2.4));
    p.setBrush(Theme::tokens().sheet);
    p.drawEllipse(at, 5, 5);
    p.setPen(Qt::NoPen);
    p.setBrush(Theme::tokens().machine);
    p.drawEllipse(at, 1.6, 1.6);
}

void mast(QPainter& p, QRectF area, const SectionFrame& frame) {
    p.setPen(machinePen(1.6));
    for (const double side : {-kMastMm, kMastMm})
        p.drawLine(QPointF(frame.at(side, 0).x(), area.top() + 24), QPointF(frame.at(side, 0).x(), area.bottom() - 4));
    centreLine(p, {frame.neutral.x(), area.top() + 20}, {frame.neutral.x(), area.bottom()});
}

void servo(QPainter& p, const SectionFrame& frame, QPointF axle, const QString& port) {
    const Tokens& t = Theme::tokens();
    p.setPen(machinePen(1.6));
    p.setBrush(Theme::over(t.sheet, t.machine, 0.10));
    const QRectF body(axle.x() - 5.5 * frame.pixels, axle.y() - 16 * frame.pixels, 12 * frame.pixels, 24 * frame.pixels);
    p.drawRect(body);
    p.setPen(machinePen(1));
    p.drawLine(QPointF(body.left(), axle.y() - 5.5 * frame.pixels), QPointF(body.right(), axle.y() - 5.5 * frame.pixels));
    portBadge(p, {body.center().x(), axle.y() - 10.8 * frame.pixels}, port, 16);
}

}  // namespace

void paintSwashSection(QPainter& p, QRectF area, const Scene& s) {
    const Tokens& t = Theme::tokens();
    p.setRenderHint(QPainter::Antialiasing);
    if (helicopterTrace(s.trace).servos.empty()) return;
    const ServoTrace& moved = mostMoved(s.trace);
    const Machine& m = s.setup.machine;
    const auto built =
        std::find_if(helicopter(m).servos.begin(), helicopter(m).servos.end(), [&](const PlateServo& x) { return x.id == moved.role; });
    if (built == helicopter(m).servos.end()) return;
    const double x = drawText(p, area.topLeft() + QPointF(0, 14), words(say(KH_TR("Section through port {p}"), {{"p", moved.port}})),
                              Theme::font(13, true), t.ink);
    drawText(p, {x + 8, area.top() + 14}, words(say(KH_TR("azimuth {a}°"), {{"a", num(built->azimuthDeg)}})), Theme::font(12), t.muted,
             area.right() - 6);
    if (s.exaggeration > 1.0)
        drawText(p, {area.left(), area.top() + 32}, words(say(KH_TR("drawn {f} ×"), {{"f", num(s.exaggeration)}})), Theme::font(12, true),
                 t.warning);

    const double r = ballRadiusMm(m, *built);
    const double tall = built->linkMm + 2.2 * built->armMm;
    const double pixels = std::min((area.height() - 34) / (tall + 10), (area.width() * 0.62) / (r + built->armMm + 24));
    const SectionFrame frame{{area.left() + area.width() * 0.30, area.top() + 34 + 1.25 * built->armMm * pixels}, pixels};
    mast(p, area, frame);
    const QPointF axle = frame.at(r + built->armMm, -built->linkMm);
    servo(p, frame, axle, shown(moved.port));
    // ghost of the neutral position
    p.setPen(ghostPen());
    p.setBrush(Qt::NoBrush);
    p.drawLine(frame.at(-r * 0.75, 0), frame.at(r, 0));
    p.drawLine(frame.at(r, 0), frame.at(r, -built->linkMm));
    p.drawLine(frame.at(r, -built->linkMm), axle);
    for (const double up : {0.0, -built->linkMm}) p.drawEllipse(frame.at(r, up), 5, 5);
    // now; drawn larger if asked, the numbers stay
    const double ballMm = heightAt(helicopterAt(s.trace.now).plate, r, built->azimuthDeg);
    const double oppositeMm = heightAt(helicopterAt(s.trace.now).plate, r, built->azimuthDeg + 180.0);
    const QPointF ballAt = frame.at(r, ballMm * s.exaggeration);
    const QPointF hub = frame.at(0, (ballMm + oppositeMm) / 2 * s.exaggeration);
    const QPointF far = hub + (hub - ballAt) * 0.75;
    const QBrush body = Theme::over(t.sheet, t.machine, 0.06);
    hull(p, far, kPlateHalfMm * pixels, hub + (ballAt - hub) * 0.84, kPlateHalfMm * 0.7 * pixels, body);
    p.setPen(machinePen(5));
    p.drawLine(hub + (ballAt - hub) * 0.86, ballAt);
    p.setPen(machinePen(1.6));
    p.setBrush(t.sheet);
    p.drawEllipse(hub, kHubMm * pixels, kHubMm * pixels);
    centreLine(p, hub - QPointF(kHubMm * 1.5 * pixels, 0), hub + QPointF(kHubMm * 1.5 * pixels, 0));
    const double drawnArm = std::clamp(moved.armDeg * s.exaggeration, -kMostDrawnDeg, kMostDrawnDeg);
    const auto onArm = [&](double mm) { return axle - QPointF(cosDeg(drawnArm), sinDeg(drawnArm)) * mm * pixels; };
    const QPointF joint = onArm(built->armMm);
    hull(p, axle, kHornAxleMm * pixels, onArm(built->armMm + 1.0), kHornTipMm * pixels, body);
    p.setPen(machinePen(1));
    p.setBrush(t.sheet);
    for (const double hole : helicopter(m).arms.holesMm)
        if (hole < built->armMm - 1.0 && hole > kHornAxleMm) p.drawEllipse(onArm(hole), 0.7 * pixels, 0.7 * pixels);
    p.setPen(machinePen(1.6));
    p.drawEllipse(axle, 1.9 * pixels, 1.9 * pixels);
    p.setPen(machinePen(3.2));
    p.drawLine(ballAt, joint);
    ball(p, ballAt);
    ball(p, joint);
    // what it says
    p.setPen(QPen(t.ink, 1));
    const double dx = frame.at(r, 0).x() + 22;
    p.drawLine(QPointF(dx, frame.neutral.y()), QPointF(dx, ballAt.y()));
    for (const double y : {frame.neutral.y(), ballAt.y()}) p.drawLine(QPointF(dx - 4, y + 4), QPointF(dx + 4, y - 4));
    drawText(p, {dx + 9, (frame.neutral.y() + ballAt.y()) / 2 + 5}, words(say(KH_TR("{h} mm"), {{"h", signedNum(ballMm, 2)}})),
             Theme::font(13, true), t.ink);
    drawText(p, {axle.x() + 9 * pixels, axle.y() + 5}, words(say(KH_TR("arm {a}°"), {{"a", signedNum(moved.armDeg, 1)}})),
             Theme::font(13, true), t.ink);
    drawText(p, {area.left(), std::max(far.y() + 24, frame.neutral.y() + 24)},
             words(say(KH_TR("tilt {t}°"), {{"t", num(helicopterTrace(s.trace).tiltDeg, 1)}})), Theme::font(13, true), t.ink);
    if (s.dimensions) {
        dimension(p, frame.at(r, -built->linkMm), axle, QPointF(0, 22), millimetres("r", built->armMm));
        dimension(p, frame.at(r, 0), frame.at(r, -built->linkMm), QPointF(-26, 0), millimetres("L", built->linkMm));
    } else {
        drawText(p, {frame.at(kMastMm, 0).x() + 10, area.bottom() - 4},
                 words(say(KH_TR("r {r} mm, L {l} mm"), {{"r", num(built->armMm, 1)}, {"l", num(built->linkMm, 1)}})), Theme::font(12),
                 t.muted);
    }
}

}  // namespace kh::paint
