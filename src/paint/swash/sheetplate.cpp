// SPDX-License-Identifier: GPL-3.0-or-later
#include "paint/swash/sheetplate.h"

#include "base/conventions.h"
#include "model/amounts.h"
#include "model/fieldpatterns.h"
#include "model/helicopter/helicopter.h"
#include "paint/drawings.h"
#include "paint/look/theme.h"
#include "procedure/sheet.h"

#include <algorithm>
#include <array>
#include <cmath>
#include <vector>

namespace kh::paint {

namespace {

constexpr double kLine = 15.0;
constexpr double kOnAxis = 0.01;  ///< of the sine: a servo ahead or behind, which stands on neither side

/// What is written of a servo beside its ball.
struct Label {
    double y;  ///< foot of its first line
    QStringList lines;
    [[nodiscard]] double height() const { return kLine * static_cast<double>(lines.size()) + 3; }
};

/// One below the other, from front to back, each as near to its ball as the others and the figure let it be.
void placeLabels(std::vector<Label>& labels, double top, double bottom) {
    std::stable_sort(labels.begin(), labels.end(), [](const Label& a, const Label& b) { return a.y < b.y; });
    double below = top;
    for (Label& one : labels) {
        one.y = std::max(one.y, below);
        below = one.y + one.height();
    }
    double above = bottom + kLine + 3;
    for (auto one = labels.rbegin(); one != labels.rend(); ++one) {
        one->y = std::min(one->y, above - one->height());
        above = one->y;
    }
}

}  // namespace

void paintSheetPlate(QPainter& p, QRectF area, const Setup& setup) {
    const Tokens& t = Theme::tokens();
    drawTitle(p, area, sheetFigureTitle(SheetFigure::Plate), words(setup.controller.layout.c_str()));
    const QPointF shaft(area.center().x(), area.top() + 26 + (area.height() - 30) / 2);
    const double ring = std::min(area.width() / 2 - 170, area.height() / 2 - 46);
    p.setRenderHint(QPainter::Antialiasing);
    p.setPen(QPen(Qt::black, 1.2));
    p.setBrush(Qt::NoBrush);
    p.drawEllipse(shaft, ring, ring);
    p.drawEllipse(shaft, 4, 4);
    p.drawLine(shaft + QPointF(0, -ring - 4), shaft + QPointF(0, -ring - 18));
    p.drawPolyline(QPolygonF({shaft + QPointF(-4, -ring - 12), shaft + QPointF(0, -ring - 18), shaft + QPointF(4, -ring - 12)}));
    std::array<std::vector<Label>, 2> sides;  // left, right
    std::vector<const PlateServo*> onAxis;
    const auto label = [&](const PlateServo& servo, bool right) {
        const QPointF ball = shaft + QPointF(sinDeg(servo.azimuthDeg), -cosDeg(servo.azimuthDeg)) * ring;
        const auto& ports = setup.controller.ports;
        const auto port = std::find_if(ports.begin(), ports.end(), [&](const PortSettings& x) { return x.role == servo.id; });
        p.setBrush(Qt::black);
        p.setPen(Qt::NoPen);
        p.drawEllipse(ball, 8, 8);
        const QString number = port == ports.end() ? QStringLiteral("?") : shown(port->id);
        p.setFont(Theme::font(12, true));
        p.setPen(Qt::white);
        p.drawText(QRectF(ball.x() - 12, ball.y() - 9, 24, 18), Qt::AlignCenter, number);
        QStringList lines{
            words(say(KH_TR("{s} at {a}"),
                      {{"s", asWord(servo.id)}, {"a", amount(setup, elementPath("machine.servos.{}.azimuthDeg"_field, servo.id))}}))};
        if (port != ports.end())
            lines << words(say(KH_TR("{direction}, trim {t}"),
                               {{"direction", show(setup, elementPath("controller.ports.{}.reversed"_field, port->id))},
                                {"t", amount(setup, elementPath("controller.ports.{}.trimUs"_field, port->id))}}));
        lines << words(servo.risesWithPulse ? KH_TR("rises with a longer pulse") : KH_TR("sinks with a longer pulse"));
        sides[right ? 1 : 0].push_back({ball.y() - 8, lines});
    };
    for (const PlateServo& servo : helicopter(setup).servos)
        if (std::abs(sinDeg(servo.azimuthDeg)) < kOnAxis) onAxis.push_back(&servo);
        else label(servo, sinDeg(servo.azimuthDeg) > 0.0);
    for (const PlateServo* servo : onAxis) label(*servo, sides[1].size() <= sides[0].size());  // where there is room
    for (std::vector<Label>& side : sides) {
        placeLabels(side, area.top() + 34, area.bottom() - 4);
        for (const Label& one : side) {
            double y = one.y;
            for (const QString& line : one.lines) {
                const QFont font = Theme::font(12, line == one.lines.front());
                const bool right = &side == &sides[1];
                drawText(p, {right ? shaft.x() + ring + 14 : shaft.x() - ring - 14 - textWidth(line, font), y}, line, font, t.ink);
                y += kLine;
            }
        }
    }
    p.setRenderHint(QPainter::Antialiasing, false);
}

}  // namespace kh::paint
