// SPDX-License-Identifier: GPL-3.0-or-later
#include "base/conventions.h"
#include "model/helicopter/functions.h"
#include "model/helicopter/helicopter.h"
#include "model/helicopter/layouts.h"
#include "paint/drawings.h"
#include "paint/look/linework.h"
#include "paint/look/theme.h"
#include "procedure/helicopter/trace.h"
#include "stations/swash/swashfigures.h"

#include <QPainterPath>
#include <cmath>

namespace kh::paint {

namespace {

/// Seen from above: azimuth 0 is up, 90 right.
QPointF polar(QPointF centre, double radius, double azimuthDeg) {
    return centre + QPointF(radius * sinDeg(azimuthDeg), -radius * cosDeg(azimuthDeg));
}

void servoBody(QPainter& p, QPointF axle, double alongDeg, double length, double width) {
    const Tokens& t = Theme::tokens();
    p.save();
    p.translate(axle);
    p.rotate(alongDeg);
    p.setPen(machinePen(1.6));
    p.setBrush(Theme::over(t.sheet, t.machine, 0.10));
    p.drawRect(QRectF(-width * 0.35, -width / 2, length, width));
    p.setPen(machinePen(1));
    p.drawLine(QPointF(length * 0.22, -width / 2), QPointF(length * 0.22, width / 2));
    p.restore();
}

/// Where the plan stands in its area.
struct PlanFrame {
    QPointF centre;
    double pixels;     ///< a millimetre
    double scaleRing;  ///< radius of the ring of degrees
};
PlanFrame planFrame(QRectF area, const Scene& s) {
    const double r = helicopter(s.setup).plate.ballRadiusMm;
    const double pixels = std::min(area.width() / (r * 4.5), area.height() / (r * 4.0));
    return {area.center() + QPointF(0, 14), pixels, r * pixels * 1.52};
}

}  // namespace

void paintSwashPlan(QPainter& p, QRectF area, const Scene& s) {
    const Tokens& t = Theme::tokens();
    p.setRenderHint(QPainter::Antialiasing);
    const Machine& m = s.setup.machine;
    const PlanFrame frame = planFrame(area, s);
    const QPointF c = frame.centre;
    const double pixels = frame.pixels;
    const double scaleRing = frame.scaleRing;
    drawText(p, area.topLeft() + QPointF(0, 14), words(KH_TR("From above")), Theme::font(13, true), t.ink);
    const double ring = helicopter(m).plate.ballRadiusMm * pixels;

    centreLine(p, c - QPointF(0, scaleRing + 14), c + QPointF(0, scaleRing + 14));
    centreLine(p, c - QPointF(scaleRing + 14, 0), c + QPointF(scaleRing + 14, 0));
    p.setPen(QPen(t.muted, 1));
    p.setBrush(Qt::NoBrush);
    p.drawEllipse(c, scaleRing, scaleRing);
    for (int a = 0; a < 360; a += 10) {
        const double len = a % 90 == 0 ? 8 : a % 30 == 0 ? 6 : 3;
        p.drawLine(polar(c, scaleRing, a), polar(c, scaleRing - len, a));
    }
    const auto standsAt = [&](double azimuth) {
        return std::any_of(helicopter(m).servos.begin(), helicopter(m).servos.end(),
                           [&](const PlateServo& x) { return azimuthApartDeg(x.azimuthDeg, azimuth) < 20.0; });
    };
    for (const int a : {90, 270}) {
        if (standsAt(a)) continue;  // its servo covers the figure
        p.setFont(Theme::font(12));
        p.setPen(t.muted);
        const QPointF at = polar(c, scaleRing - 22, a);
        p.drawText(QRectF(at.x() - 18, at.y() + 8, 36, 18), Qt::AlignCenter, QString::number(a));
    }
    // nose
    const QPointF nose = polar(c, scaleRing + 12, 0) + QPointF(standsAt(0) ? 34 : 0, 0);  // beside a servo at the nose
    p.setPen(Qt::NoPen);
    p.setBrush(t.machine);
    p.drawPolygon(QPolygonF({nose + QPointF(-8, 8), nose + QPointF(8, 8), nose + QPointF(0, -8)}));
    drawText(p, nose + QPointF(14, 6), words(KH_TR("nose")), Theme::font(13, true), t.ink);

    // outer ring with its arms, shaft
    std::vector<QPainterPath> plate(1);
    plate.front().addEllipse(c, ring * 0.72, ring * 0.72);
    for (const PlateServo& servo : helicopter(m).servos) {
        const QPointF ball = polar(c, ballRadiusMm(m, servo) * pixels, servo.azimuthDeg);
        QPainterPath arm;
        arm.moveTo(polar(c, ring * 0.66, servo.azimuthDeg - 16));
        arm.lineTo(polar(ball, ring * 0.09, servo.azimuthDeg - 90));
        arm.lineTo(polar(ball, ring * 0.09, servo.azimuthDeg + 90));
        arm.lineTo(polar(c, ring * 0.66, servo.azimuthDeg + 16));
        arm.closeSubpath();
        plate.push_back(arm);
    }
    for (const bool outline : {true, false}) {  // outlines first, then the inside over them: one contour without path algebra
        p.setPen(outline ? machinePen(3.2) : QPen(Qt::NoPen));
        p.setBrush(t.sheet);
        for (const QPainterPath& path : plate) p.drawPath(path);
    }
    p.setBrush(Qt::NoBrush);
    p.setPen(machinePen(1));
    p.drawEllipse(c, ring * 0.5, ring * 0.5);
    const double inner = helicopter(m).head.innerRadiusMm * pixels;
    p.setPen(machinePen(1.6));
    for (const int side : {90, 270}) p.drawEllipse(polar(c, std::min(inner, ring * 0.6), side), 6, 6);
    p.setBrush(QBrush(t.machine, Qt::BDiagPattern));
    p.setPen(machinePen(2.4));
    p.drawEllipse(c, ring * 0.2, ring * 0.2);

    // servos as built; arms seen edge-on
    for (const PlateServo& servo : helicopter(m).servos) {
        const auto driven = std::find_if(helicopterTrace(s.trace).servos.begin(), helicopterTrace(s.trace).servos.end(),
                                         [&](const ServoTrace& x) { return x.role == servo.id; });
        const double out = ballRadiusMm(m, servo) * pixels;
        const QPointF ball = polar(c, out, servo.azimuthDeg);
        const QPointF axle = polar(c, out + servo.armMm * pixels, servo.azimuthDeg);
        const bool right = servo.azimuthDeg < 180.0 && servo.azimuthDeg > 0.0;
        const bool aft = std::abs(servo.azimuthDeg - 180.0) < 1.0 || std::abs(servo.azimuthDeg) < 1.0;
        servoBody(p, axle, aft ? 180 : servo.azimuthDeg + (right ? 0 : 180), 30 * pixels, 15 * pixels);
        p.setPen(machinePen(5));
        p.drawLine(ball, axle);
        p.setPen(QPen(t.sheet, 2));
        p.drawLine(ball, axle);
        p.setPen(machinePen(2.4));
        p.setBrush(t.sheet);
        p.drawEllipse(ball, 6.5, 6.5);
        p.setBrush(t.machine);
        p.drawEllipse(ball, 1.5, 1.5);
        QPointF badge = polar(axle, 12 * pixels, servo.azimuthDeg + (right ? 90 : -90));
        if (aft) badge = axle + QPointF(-14 * pixels, 0);
        if (driven != helicopterTrace(s.trace).servos.end()) portBadge(p, badge, shown(driven->port));
    }
    // as set: where the mix believes the balls to be
    const std::vector<double> set = [&] {
        try {
            return settingAzimuths(s.setup.controller);
        } catch (const std::exception&) {
            return std::vector<double>{};
        }
    }();
    for (std::size_t i = 0; i < set.size() && i < helicopter(m).servos.size(); ++i) {
        if (std::abs(set[i] - helicopter(m).servos[i].azimuthDeg) < 0.5) continue;
        p.setPen(setPen());
        p.setBrush(Qt::NoBrush);
        const QPointF ball = polar(c, ring, set[i]);
        p.drawEllipse(ball, 8, 8);
        p.drawLine(polar(c, ring * 0.72, set[i]), polar(c, ring - 8, set[i]));
    }
    // the angle as dimension: built on the left, set on the right
    if (helicopter(m).servos.size() >= 3 && set.size() >= 3) {
        const double rail = ring * 1.28;
        const auto arc = [&](double from, double to, QPen pen) {
            pen.setWidthF(1.6);
            p.setPen(pen);
            p.setBrush(Qt::NoBrush);
            QPainterPath path;
            for (int i = 0; i <= 24; ++i) {
                const QPointF at = polar(c, rail, from + (to - from) * i / 24.0);
                i == 0 ? path.moveTo(at) : path.lineTo(at);
            }
            p.drawPath(path);
            for (const double end : {from, to}) p.drawLine(polar(c, rail - 5, end), polar(c, rail + 5, end));
        };
        const double builtAngle = azimuthApartDeg(helicopter(m).servos[0].azimuthDeg, helicopter(m).servos[1].azimuthDeg);
        const double setAngle = azimuthApartDeg(set[0], set[2]);
        arc(helicopter(m).servos[0].azimuthDeg, helicopter(m).servos[0].azimuthDeg + builtAngle, machinePen(1.6));
        arc(set[0], set[0] - setAngle, setPen());
        const auto label = [&](double azimuth, double deg, const QColor& colour) {
            const QString text = QString::number(deg, 'f', 0) + QStringLiteral("°");
            const double w = textWidth(text, Theme::font(16, true));
            const QPointF at = polar(c, rail, azimuth) - QPointF(w / 2, -6);
            p.fillRect(QRectF(at.x() - 3, at.y() - 15, w + 6, 19), t.sheet);
            drawText(p, at, text, Theme::font(16, true), colour);
        };
        label(helicopter(m).servos[0].azimuthDeg + builtAngle * 0.46, builtAngle, t.ink);
        label(set[0] - setAngle * 0.46, setAngle, t.controller);
    }
    // how it is drawn
    double legend = area.bottom() - 22;
    for (const auto& [pen, text] : {std::pair(machinePen(2.4), KH_TR("as built")), std::pair(setPen(), KH_TR("as set"))}) {
        p.setPen(pen);
        p.drawLine(QPointF(area.right() - 78, legend - 4), QPointF(area.right() - 54, legend - 4));
        drawText(p, {area.right() - 46, legend}, words(text), Theme::font(12), t.muted);
        legend += 18;
    }
    if (s.dimensions) {
        double y = area.bottom() - 4;
        const auto radius = [&](const char* name, double mm, double azimuth) {
            const QPointF end = polar(c, mm * pixels, azimuth);
            p.setPen(QPen(t.ink, 1));
            p.drawLine(c, end);
            p.drawLine(end + QPointF(-4, 4), end + QPointF(4, -4));
            const QPointF at = polar(c, mm * pixels * 0.72, azimuth);
            p.fillRect(QRectF(at.x() - 8, at.y() - 8, 16, 15), t.sheet);
            p.setFont(Theme::font(12, true));
            p.drawText(QRectF(at.x() - 12, at.y() - 9, 24, 18), Qt::AlignCenter, QString::fromLatin1(name));
            drawText(p, {area.left(), y}, millimetres(name, mm), Theme::font(12), t.ink);
            y -= 17;
        };
        radius("Ri", helicopter(m).head.innerRadiusMm, 20);
        radius("R", helicopter(m).plate.ballRadiusMm, 338);
    }
}

void paintSwashTilt(QPainter& p, QRectF area, const Scene& s) {
    const Tokens& t = Theme::tokens();
    p.setRenderHint(QPainter::Antialiasing);
    const PlanFrame frame = planFrame(area, s);
    const QPointF c = frame.centre;
    const double scaleRing = frame.scaleRing;
    if (helicopterTrace(s.trace).tiltDeg > 0.05) {
        const QPointF to = polar(c, scaleRing, helicopterTrace(s.trace).towardDeg);
        p.setPen(QPen(t.ink, 2.4));
        p.drawLine(polar(c, scaleRing - 14, helicopterTrace(s.trace).towardDeg), to);
        const QPointF at = polar(c, scaleRing + 20, helicopterTrace(s.trace).towardDeg);
        p.fillRect(QRectF(at.x() - 17, at.y() - 9, 34, 18), t.sheet);
        p.setFont(Theme::font(12, true));
        p.setPen(t.ink);
        p.drawText(QRectF(at.x() - 24, at.y() - 9, 48, 18), Qt::AlignCenter,
                   QString::number(helicopterTrace(s.trace).towardDeg, 'f', 0) + QStringLiteral("°"));
    }
}

void paintStrokes(QPainter& p, QRectF area, const Scene& s) {
    const Tokens& t = Theme::tokens();
    p.setRenderHint(QPainter::Antialiasing, false);
    const double usable = strokeFor(s.setup.controller.profile->usableStrokeUs, s.setup.controller.pulseUs);
    drawText(p, area.topLeft() + QPointF(0, 14), words(KH_TR("Stroke")), Theme::font(13, true), t.ink);
    const QString note = words(say(KH_TR("usable ±{u} µs"), {{"u", num(usable)}}));
    drawText(p, {area.right() - textWidth(note, Theme::font(12)), area.top() + 14}, note, Theme::font(12), t.muted);
    double y = area.top() + 40;
    const double step =
        std::min(46.0, (area.height() - 80) / std::max<double>(1.0, static_cast<double>(helicopterTrace(s.trace).servos.size())));
    const double tall = step < 40.0 ? 3.0 : 5.0;  // marks of four rows stand closer
    for (const ServoTrace& servo : helicopterTrace(s.trace).servos) {
        p.setRenderHint(QPainter::Antialiasing);
        portBadge(p, {area.left() + 8, y - 4}, shown(servo.port), 16);
        p.setRenderHint(QPainter::Antialiasing, false);
        const double share = area.width() / 3.0;
        const QString pulse = words(say(KH_TR("{v}"), {{"v", num(servo.pulseUs)}}));
        double x = drawText(p, {area.left() + 26, y}, pulse, Theme::font(13), t.ink);
        drawText(p, {x + 3, y}, QStringLiteral("µs"), Theme::font(12), t.muted);
        drawText(p, {area.left() + share + 14, y}, words(say(KH_TR("{v}°"), {{"v", signedNum(servo.armDeg, 1)}})), Theme::font(13), t.ink);
        const QString mm = words(say(KH_TR("{v}"), {{"v", signedNum(servo.ballMm, 2)}}));
        const double mmX = area.right() - 26 - textWidth(mm, Theme::font(13));
        drawText(p, {mmX, y}, mm, Theme::font(13), t.ink);
        drawText(p, {area.right() - 23, y}, QStringLiteral("mm"), Theme::font(12), t.muted);
        const double by = y + (step < 40.0 ? 8 : 12);
        const double mid = area.center().x();
        const double half = area.width() / 2 - 22;
        p.fillRect(QRectF(mid - half, by, 2 * half, 5), Theme::over(t.sheet, t.muted, 0.35));
        hairline(p, area.left(), by + 2, area.right(), t.muted);
        for (const double side : {-1.0, 1.0}) {
            p.fillRect(QRectF(side < 0 ? area.left() : mid + half, by + 2.5 - tall - 1.5, 22, 2 * tall + 3),
                       QBrush(t.danger, Qt::BDiagPattern));
            vline(p, mid + side * half, by + 2.5 - tall - 2.5, by + 2.5 + tall + 2.5, t.danger);
        }
        const double off = (servo.pulseUs - s.setup.controller.pulseUs) / usable * half;
        const double clipped = std::clamp(off, -half - 20, half + 20);
        p.fillRect(QRectF(std::min(mid, mid + clipped), by, std::abs(clipped), 5), t.machine);
        p.fillRect(QRectF(mid + clipped - 1.5, by + 2.5 - tall - 3.5, 3, 2 * tall + 7), std::abs(off) > half ? t.danger : t.ink);
        y += step;
    }
    const Figure& use = s.evaluation.figures.of<SwashFigures>().strokeUsePct;
    if (use.known) {
        const double x =
            drawText(p, {area.left(), y + 4}, words(say(KH_TR("{v} %"), {{"v", num(use.value)}})), Theme::font(13, true), t.ink);
        drawText(p, {x + 5, y + 4}, words(KH_TR("of the stroke at full collective")), Theme::font(12), t.muted, area.right());
        drawText(p, {area.left(), y + 21}, words(KH_TR("and full cyclic. 60 … 95 % is good.")), Theme::font(12), t.muted, area.right());
    }
}

void paintAskedAndDone(QPainter& p, QRectF area, const Scene& s) {
    const Tokens& t = Theme::tokens();
    p.setRenderHint(QPainter::Antialiasing, false);
    drawText(p, area.topLeft() + QPointF(0, 14), words(KH_TR("Asked and done")), Theme::font(13, true), t.ink);
    hairline(p, area.left(), area.top() + 22, area.right(), t.muted);
    struct Line {
        const char* name;
        Function function;
        const char* stage;
    };
    static constexpr std::array lines{
        Line{KH_TR("tilt to the right"), heli::Aileron, "plate"}, Line{KH_TR("tilt forward"), heli::Elevator, "plate"},
        Line{KH_TR("blade, cyclic"), heli::Aileron, "blade"}, Line{KH_TR("plate height, mm"), heli::Collective, "plate"},
        Line{KH_TR("blade, collective"), heli::Collective, "blade"}};
    double y = area.top() + 40;
    for (const Line& line : lines) {
        const auto stages = s.trace.of(line.function);
        const auto at = std::find_if(stages.begin(), stages.end(), [&](const Stage* x) { return std::string_view(x->id) == line.stage; });
        if (at == stages.end()) continue;
        const Stage& stage = **at;
        const bool off = stage.off();
        double room = area.right();
        if (off && std::abs(stage.asked) > 0.05) {
            const QString ratio = words(say(KH_TR("{r} ×"), {{"r", num(stage.value / stage.asked, 2)}}));
            const double w = textWidth(ratio, Theme::font(12, true));
            drawMark(p, Severity::Danger, {area.right() - w - 9, y - 5}, 8);
            drawText(p, {area.right() - w, y}, ratio, Theme::font(12, true), t.danger);
            room -= w + 16;
        }
        drawText(p, {area.left(), y}, words(line.name), Theme::font(12), t.muted, room);
        const auto shown = [&](double v) { return words(say("{v}", {{"v", Number{v, stage.decimals, true}}})); };
        const QString asked = shown(stage.asked);
        const QString done = shown(stage.value) + (std::string_view(stage.unit) == "°" ? QStringLiteral("°") : QString());
        const double mid = area.left() + area.width() * 0.40;
        drawText(p, {mid - textWidth(asked, Theme::font(17)), y + 22}, asked, Theme::font(17), t.controller);
        arrowRight(p, {mid + 9, y + 16}, 16, t.muted);
        const bool roomy = mid + 36 + textWidth(done, Theme::font(22, true)) <= area.right();
        const QFont font = off ? Theme::font(roomy ? 22 : 17, true) : Theme::font(17);
        drawText(p, {mid + 36, y + 23}, done, font, off ? t.danger : t.ink);
        hairline(p, area.left(), y + 32, area.right(), t.rule);
        y += 50;
        if (y + 40 > area.bottom()) break;
    }
}

}  // namespace kh::paint
