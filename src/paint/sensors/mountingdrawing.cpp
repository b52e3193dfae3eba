// SPDX-License-Identifier: GPL-3.0-or-later
//
// The controller in the airframe, and all the ways it can sit.
#include "model/gyro.h"
#include "paint/drawings.h"
#include "paint/look/linework.h"
#include "paint/look/theme.h"

#include <algorithm>
#include <array>
#include <cmath>

namespace kh::paint {

namespace {

using Vector = std::array<double, 3>;

Vector column(const AxisMatrix& m, std::size_t c) {
    return {static_cast<double>(m[0][c]), static_cast<double>(m[1][c]), static_cast<double>(m[2][c])};
}
Vector plus(const Vector& a, const Vector& b, double share) { return {a[0] + share * b[0], a[1] + share * b[1], a[2] + share * b[2]}; }

/// Seen from before, left and above: the nose to the lower left, the tail to the right.
struct View {
    QPointF origin;
    double scale;
    static constexpr double kAlong = 0.82, kAcross = 0.57, kSin = 0.50, kCos = 0.87;
    [[nodiscard]] QPointF at(const Vector& v) const {
        const double away = -kAcross * v[0] + kAlong * v[1];
        return origin + scale * QPointF(-kAlong * v[0] - kAcross * v[1], -away * kSin + v[2] * kCos);
    }
    [[nodiscard]] static bool faces(const Vector& normal) {
        return normal[0] * kAcross * kCos - normal[1] * kAlong * kCos - normal[2] * kSin > 1e-9;
    }
};

struct Look {
    QPen pen;
    QColor label;  ///< of the label's face; invalid: not filled
    QColor face;
};

/// A controller that sits so: long along the plugs, the label on its broad face.
void drawBox(QPainter& p, const View& view, const Vector& middle, const Mounting& mounting, double size, const Look& look, bool wires) {
    const AxisMatrix axes = boxAxes(mounting);
    const std::array<Vector, 3> dir{column(axes, 0), column(axes, 1), column(axes, 2)};
    const std::array<double, 3> half{0.62 * size, 0.46 * size, 0.20 * size};
    const auto corner = [&](double a, double b, double c) {
        return view.at(plus(plus(plus(middle, dir[0], a * half[0]), dir[1], b * half[1]), dir[2], c * half[2]));
    };
    p.setPen(look.pen);
    if (wires) {  // the plugs look against the box's x axis
        for (const double b : {-0.6, -0.2, 0.2, 0.6}) {
            const Vector from = plus(plus(middle, dir[0], -half[0]), dir[1], b * half[1]);
            p.drawLine(view.at(from), view.at(plus(from, dir[0], -0.34 * size)));
        }
    }
    for (std::size_t axis = 0; axis < 3; ++axis)
        for (const double side : {-1.0, 1.0}) {
            const Vector normal = plus({}, dir[axis], side);
            if (!View::faces(normal)) continue;
            QPolygonF face;
            for (const auto& [u, v] : {std::pair(-1.0, -1.0), std::pair(1.0, -1.0), std::pair(1.0, 1.0), std::pair(-1.0, 1.0)}) {
                std::array<double, 3> k{};
                k[axis] = side;
                k[(axis + 1) % 3] = u;
                k[(axis + 2) % 3] = v;
                face << corner(k[0], k[1], k[2]);
            }
            const bool isLabel = axis == 2 && side < 0.0;
            p.setBrush(isLabel && look.label.isValid() ? QBrush(look.label)
                       : look.face.isValid()           ? QBrush(look.face)
                                                       : QBrush(Qt::NoBrush));
            p.drawPolygon(face);
        }
}

void axisArrow(QPainter& p, QPointF from, QPointF to, const QPen& pen, const QString& name) {
    p.setPen(pen);
    p.drawLine(from, to);
    const QPointF d = to - from;
    const double length = std::max(1e-6, std::hypot(d.x(), d.y()));
    const QPointF u = d / length;
    const QPointF n(-u.y(), u.x());
    p.setBrush(pen.color());
    p.setPen(Qt::NoPen);
    p.drawPolygon(QPolygonF({to + 3 * u, to - 5 * u + 3.4 * n, to - 5 * u - 3.4 * n}));
    drawText(p, to + 11 * u + QPointF(-3, 4), name, Theme::font(13, true), pen.color());
}

constexpr std::array kAxisNames{"x", "y", "z"};

}  // namespace

void paintMounting(QPainter& p, QRectF area, const Scene& s) {
    const Tokens& t = Theme::tokens();
    p.setRenderHint(QPainter::Antialiasing);
    drawTitle(p, area, KH_TR("Box in the airframe"), words(KH_TR("x roll, y pitch, z yaw")));
    const double unit = std::min(area.width() / 4.4, (area.height() - 60) / 3.0);
    const View view{QPointF(area.left() + area.width() * 0.52, area.top() + 34 + (area.height() - 60) * 0.56), unit};
    const QPen line = machinePen(1.6);
    // the boom, the frame with its mast, the tray before it
    const auto slab = [&](Vector middle, Vector half, double tint) {
        p.setPen(line);
        p.setBrush(Theme::over(t.sheet, t.machine, tint));
        for (std::size_t axis = 0; axis < 3; ++axis)
            for (const double side : {-1.0, 1.0}) {
                Vector normal{};
                normal[axis] = side;
                if (!View::faces(normal)) continue;
                QPolygonF face;
                for (const auto& [u, v] : {std::pair(-1.0, -1.0), std::pair(1.0, -1.0), std::pair(1.0, 1.0), std::pair(-1.0, 1.0)}) {
                    Vector k{};
                    k[axis] = side * half[axis];
                    k[(axis + 1) % 3] = u * half[(axis + 1) % 3];
                    k[(axis + 2) % 3] = v * half[(axis + 2) % 3];
                    face << view.at(plus(middle, k, 1.0));
                }
                p.drawPolygon(face);
            }
    };
    slab({-1.35, 0.0, 0.05}, {0.65, 0.10, 0.10}, 0.10);
    slab({-0.30, 0.0, 0.25}, {0.42, 0.30, 0.55}, 0.06);
    p.setPen(machinePen(2.4));
    p.drawLine(view.at({-0.30, 0.0, -0.30}), view.at({-0.30, 0.0, -0.95}));
    p.setPen(line);
    p.setBrush(t.sheet);
    const QPointF plate = view.at({-0.30, 0.0, -0.55});
    p.drawEllipse(plate, 0.26 * unit, 0.11 * unit);
    const QPointF head = view.at({-0.30, 0.0, -0.95});
    p.drawEllipse(head, 0.10 * unit, 0.06 * unit);
    slab({0.72, 0.0, 0.62}, {0.62, 0.36, 0.03}, 0.14);
    const Mounting built = mountingBuilt(s.setup);
    const Mounting set = mountingSet(s.setup);
    drawBox(p, view, {0.78, 0.0, 0.36}, built, 0.62,
            {line, Theme::over(t.sheet, t.controller, 0.45), Theme::over(t.sheet, t.machine, 0.10)}, true);
    const QString nose = words(KH_TR("nose"));
    drawText(p, view.at({1.34, 0.36, 0.62}) - QPointF(textWidth(nose, Theme::font(12)) + 8, 0), nose, Theme::font(12), t.muted);
    drawText(p, view.at({-1.95, 0.0, 0.42}), words(KH_TR("tail")), Theme::font(12), t.muted);
    // the machine's axes, and where the box believes them
    const QPointF at(area.left() + 0.24 * area.width(), area.top() + 34 + 0.30 * (area.height() - 60));
    const View axes{at, unit * 0.55};
    const AxisMatrix believed = believedTurns(built, set, gyroReversals(s.setup));
    for (std::size_t i = 0; i < 3; ++i) {
        Vector body{};
        body[i] = 1.0;
        axisArrow(p, at, axes.at(body), QPen(t.machine, 1.8), QString::fromLatin1(kAxisNames[i]));
        const Vector told{static_cast<double>(believed[i][0]), static_cast<double>(believed[i][1]), static_cast<double>(believed[i][2])};
        if (told == body) continue;
        QPen pen(t.controller, 1.8, Qt::DashLine);
        axisArrow(p, at, axes.at(plus({}, told, 0.8)), pen, QString::fromLatin1(kAxisNames[i]));
    }
    // what the two strokes mean
    const double y = area.bottom() - 6;
    p.setPen(QPen(t.machine, 1.8));
    p.drawLine(QPointF(area.left(), y - 22), QPointF(area.left() + 22, y - 22));
    drawText(p, {area.left() + 28, y - 18}, words(say(KH_TR("as built: {m}"), {{"m", asWord(s.setup.machine.mounting)}})), Theme::font(12),
             t.ink, area.right());
    p.setPen(QPen(t.controller, 1.8, Qt::DashLine));
    p.drawLine(QPointF(area.left(), y - 4), QPointF(area.left() + 22, y - 4));
    drawText(p, {area.left() + 28, y}, words(say(KH_TR("as set: {m}"), {{"m", asWord(s.setup.controller.mounting)}})), Theme::font(12),
             t.controller, area.right());
}

std::vector<MountingSpot> mountingSpots(QRectF area) {
    std::vector<MountingSpot> out;
    const double width = area.width() / 6.0;
    const double top = area.top() + 48;
    const double height = (area.bottom() - 22 - top) / 4.0;
    std::array<int, 6> filled{};
    for (const kh::Mounting& m : allMountings()) {
        const auto column = static_cast<std::size_t>(m.label);
        out.push_back({m, QRectF(area.left() + width * static_cast<double>(column), top + height * filled[column]++, width, height)});
    }
    return out;
}

void paintMountings(QPainter& p, QRectF area, const Scene& s) {
    const Tokens& t = Theme::tokens();
    p.setRenderHint(QPainter::Antialiasing);
    drawTitle(p, area, KH_TR("24 mountings"), words(KH_TR("label, plugs")));
    static constexpr std::array sides{KH_TR("up"), KH_TR("down"), KH_TR("left"), KH_TR("right"), KH_TR("fwd"), KH_TR("aft")};
    const std::vector<kh::Mounting> known = knownMountings(s.setup.controller.profile);
    const kh::Mounting built = mountingBuilt(s.setup);
    const kh::Mounting set = mountingSet(s.setup);
    std::array<bool, 6> headed{};
    for (const MountingSpot& spot : mountingSpots(area)) {
        const auto label = static_cast<std::size_t>(spot.mounting.label);
        const bool can = std::find(known.begin(), known.end(), spot.mounting) != known.end();
        const QRectF cell = spot.area;
        if (!std::exchange(headed[label], true)) {
            const QFont font = Theme::font(12, true);
            drawText(p, {cell.center().x() - textWidth(words(sides[label]), font) / 2, area.top() + 40}, words(sides[label]), font, t.ink);
        }
        const double size = std::min(cell.width() * 0.62, (cell.height() - 18) * 0.72);  // on edge it is taller
        const View view{QPointF(cell.center().x(), cell.top() + (cell.height() - 16) / 2), 1.0};
        QPen pen(can ? t.machine : t.muted, can ? 1.2 : 1.0, can ? Qt::SolidLine : Qt::DotLine);
        drawBox(p, view, {}, spot.mounting, size,
                {pen, can ? Theme::over(t.sheet, t.controller, 0.45) : QColor(), can ? t.sheet : QColor()}, true);
        const QString plugs = words(sides[static_cast<std::size_t>(spot.mounting.plugs)]);
        const double wordLeft = cell.center().x() - textWidth(plugs, Theme::font(12)) / 2;
        p.fillRect(QRectF(wordLeft - 1, cell.bottom() - 13, textWidth(plugs, Theme::font(12)) + 2, 12),
                   t.sheet);  // no plug runs through it
        drawText(p, {wordLeft, cell.bottom() - 3}, plugs, Theme::font(12), can ? t.ink : t.muted);
        p.setBrush(Qt::NoBrush);
        if (spot.mounting == built) {
            p.setPen(QPen(t.machine, 1.8));
            p.drawRoundedRect(cell.adjusted(1, 1, -1, 0), 3, 3);
        }
        if (spot.mounting == set) {
            p.setPen(QPen(t.controller, 1.8, Qt::DashLine));
            p.drawRoundedRect(cell.adjusted(3, 3, -3, -2), 3, 3);
        }
    }
    drawText(p, {area.left(), area.bottom() - 4},
             words(say(KH_TR("solid: {x} can be told of it"), {{"x", s.setup.controller.profile->name}})), Theme::font(12), t.muted,
             area.right());
}

}  // namespace kh::paint
