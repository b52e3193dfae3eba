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
#include <vector>

namespace kh::paint {

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
    std::vector<PlateServo> servos = helicopter(setup).servos;  // from front to back, so that one label goes below the other
    std::stable_sort(servos.begin(), servos.end(),
                     [](const PlateServo& a, const PlateServo& b) { return cosDeg(a.azimuthDeg) > cosDeg(b.azimuthDeg); });
    std::array<double, 2> below{area.top(), area.top()};  // where the next label of a side may begin
    for (const PlateServo& servo : servos) {
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
        const bool right = sinDeg(servo.azimuthDeg) > -0.01;
        double y = std::max(ball.y() - 8, below[right ? 1 : 0]);
        for (const QString& line : lines) {
            const QFont font = Theme::font(12, line == lines.front());
            drawText(p, {right ? shaft.x() + ring + 14 : shaft.x() - ring - 14 - textWidth(line, font), y}, line, font, t.ink);
            y += 15;
        }
        below[right ? 1 : 0] = y + 3;
    }
    p.setRenderHint(QPainter::Antialiasing, false);
}

}  // namespace kh::paint
