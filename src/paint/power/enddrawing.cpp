// SPDX-License-Identifier: GPL-3.0-or-later
//
// The end of a flight: a cell's voltage under load over the minutes, and where each thing that ends it stands on that line.
#include "base/conventions.h"
#include "formula/flightend.h"
#include "paint/drawings.h"
#include "paint/look/theme.h"
#include "stations/power/powerfigures.h"

#include <QPolygonF>
#include <algorithm>
#include <array>
#include <cmath>

namespace kh::paint {

namespace {

constexpr int kVoltSamples = 80;
constexpr double kMostCellVolts = 4.2, kLeastCellVolts = 3.0;

QColor endColour(const EndFigures& end) {
    const Tokens& t = Theme::tokens();
    switch (end.what) {
        case FlightEnd::Reduction: return Theme::box(Box::SpeedController);
        case FlightEnd::Empty: return t.danger;
        default: return t.transmitter;
    }
}

}  // namespace

void paintFlightEnd(QPainter& p, QRectF area, const Scene& s) {
    const Tokens& t = Theme::tokens();
    p.setRenderHint(QPainter::Antialiasing);
    const std::optional<FlightEndIn> in = flightEndOf(s.setup);
    const std::vector<EndFigures>& ends = s.evaluation.figures.of<PowerFigures>().ends;
    if (!in || ends.empty()) {
        drawTitle(p, area, KH_TR("End of flight"));
        drawText(
            p, {area.left(), area.top() + 44},
            words(s.setup.machine.power.kind == PowerKind::Engine ? KH_TR("An engine flies until a quarter of its tank is left.")
                                                                  : KH_TR("Drawn once capacity and consumption are known: log a flight.")),
            Theme::font(13), t.muted, area.right());
        return;
    }
    drawTitle(p, area, KH_TR("End of flight"),
              words(say(KH_TR("volts of a cell under load over the minutes, estimated; {m} mAh/min"), {{"m", num(in->mahPerMin)}})));
    const double last = in->capacityMah / in->mahPerMin;
    const QRectF plot(area.left() + 36, area.top() + 58, area.width() - 44, area.height() - 82);
    const auto x = [&](double minutes) { return plot.left() + std::clamp(minutes / last, 0.0, 1.0) * plot.width(); };
    const auto y = [&](double volts) {
        return plot.bottom() - std::clamp((volts - kLeastCellVolts) / (kMostCellVolts - kLeastCellVolts), 0.0, 1.0) * plot.height();
    };
    // four fifths are flown, the last is left
    p.fillRect(QRectF(x(last * (1.0 - kReserveShare)), plot.top(), plot.right() - x(last * (1.0 - kReserveShare)), plot.height()),
               QBrush(Theme::over(t.sheet, t.warning, 0.30), Qt::BDiagPattern));
    p.setRenderHint(QPainter::Antialiasing, false);
    for (const double volts : {3.0, 3.5, 4.0}) {
        hairline(p, plot.left(), y(volts), plot.right(), volts > kLeastCellVolts ? t.rule : t.muted);
        const QString text = words(say("{v}", {{"v", num(volts, 1)}}));
        drawText(p, {plot.left() - 6 - textWidth(text, Theme::font(12)), y(volts) + 4}, text, Theme::font(12), t.muted);
    }
    const double every = last > 12.0 ? 2.0 : 1.0;
    for (double minutes = 0.0; minutes <= last; minutes += every) {
        vline(p, x(minutes), plot.bottom(), plot.bottom() + 5, t.muted);
        const QString text = words(say("{n}", {{"n", num(minutes)}}));
        drawText(p, {x(minutes) - textWidth(text, Theme::font(12)) / 2, plot.bottom() + 18}, text, Theme::font(12), t.muted);
    }
    drawText(p, {plot.left() + 4, plot.top() + 12}, QStringLiteral("V"), Theme::font(12), t.muted);
    p.setRenderHint(QPainter::Antialiasing);
    QPolygonF line;
    for (int i = 0; i <= kVoltSamples; ++i) {
        const double share = static_cast<double>(i) / kVoltSamples;
        line << QPointF(x(share * last), y(loadedVolts(share, in->endVolts)));
    }
    p.setPen(QPen(t.machine, 2.4));
    p.drawPolyline(line);
    p.setRenderHint(QPainter::Antialiasing, false);
    // names on two lines above, each cut off where the next of its line begins
    std::array<double, 2> free{area.left(), area.left()};
    std::size_t next = 0;
    for (const EndFigures& end : ends) {
        if (!end.minutes.known || end.what == FlightEnd::Warning) continue;
        const double at = x(end.minutes.value);
        const QColor colour = endColour(end);
        p.fillRect(QRectF(at - 1, plot.top() - (next == 0 ? 4 : 18), 2, plot.bottom() - plot.top() + (next == 0 ? 4 : 18)), colour);
        const QString text = words(say("{n} {m}", {{"n", say(end.name)}, {"m", num(end.minutes.value, 1)}}));
        const QFont font = Theme::font(12, end.what == FlightEnd::Timer);
        const double wide = textWidth(text, font);
        const double left = std::min(std::max(free[next], at - wide - 4.0), area.right() - wide);
        drawText(p, {left, plot.top() - (next == 0 ? 6 : 20)}, text, font, colour);
        free[next] = left + wide + 10.0;
        if (next == 1) free[0] = std::max(free[0], at + 6.0);  // its line passes through the other one
        next = 1 - next;
    }
}

}  // namespace kh::paint
