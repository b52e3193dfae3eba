// SPDX-License-Identifier: GPL-3.0-or-later
#include "paint/sheet/sheetfigures.h"
#include "judge/modechecks.h"
#include "model/amounts.h"

#include "base/conventions.h"
#include "paint/drawings.h"
#include "paint/look/theme.h"
#include "paint/swash/sheetplate.h"

#include <fmt/format.h>
#include <QBuffer>
#include <QFile>
#include <QSvgGenerator>
#include <algorithm>
#include <array>
#include <cmath>
#include <utility>

namespace kh::paint {

namespace {

/// Black on white while this lives.
class Printed {
public:
    Printed() : was_(Theme::kind()), scale_(Theme::textScale()) {
        Theme::set(ThemeKind::Print);
        Theme::setTextScale(1.0);
    }
    ~Printed() {
        Theme::set(was_);
        Theme::setTextScale(scale_);
    }
    Printed(const Printed&) = delete;
    Printed& operator=(const Printed&) = delete;

private:
    ThemeKind was_;
    double scale_;
};

/// Modes are told apart by dashes and by the sign at their end, not by colour.
QPen modePen(std::size_t index) {
    static const std::array<QVector<qreal>, 4> dashes{QVector<qreal>{}, {6, 3}, {2, 2}, {8, 2, 2, 2}};
    QPen pen(Qt::black, 1.4);
    if (const QVector<qreal>& d = dashes[index % dashes.size()]; !d.isEmpty()) pen.setDashPattern(d);
    return pen;
}

void paintSheetCurves(QPainter& p, QRectF area, const Setup& setup, bool pitch) {
    const Tokens& t = Theme::tokens();
    const std::string path = pitch ? pitchPath(setup.transmitter) : throttlePath(setup.transmitter);
    const QRectF plot(area.left() + 40, area.top() + 26, area.width() - 84, area.height() - 46);
    drawTitle(p, area, sheetFigureTitle(pitch ? SheetFigure::Pitch : SheetFigure::Throttle),
              words(inUnitOf(setup, path, say(KH_TR("by mode")))));
    const double low = pitch ? -100.0 : 0.0;
    const auto at = [&](double x, double y) {  // x 0 … 100, stick low to high
        return QPointF(plot.left() + x / 100.0 * plot.width(), plot.bottom() - (y - low) / (100.0 - low) * plot.height());
    };
    for (const double y : pitch ? std::vector<double>{-100, -50, 0, 50, 100} : std::vector<double>{0, 25, 50, 75, 100}) {
        const double py = at(0, y).y();
        hairline(p, plot.left(), py, plot.right(), t.rule);
        const QString text = words(say(KH_TR("{v}"), {{"v", bare(amount(setup, path, y))}}));
        drawText(p, {plot.left() - 6 - textWidth(text, Theme::font(12)), py + 4}, text, Theme::font(12), t.muted);
    }
    p.setRenderHint(QPainter::Antialiasing);
    double last = -1e9;
    std::vector<std::pair<double, QString>> ends;
    for (std::size_t i = 0; i < setup.transmitter.modes.size(); ++i) {
        const FlightMode& m = setup.transmitter.modes[i];
        if (!pitch && m.id == kHoldMode) continue;
        const Curve& curve = pitch ? m.pitch : m.throttle;
        const CurveEvaluator eval(curve);
        QPolygonF line;
        for (int k = 0; k <= 60; ++k) line << at(100.0 * k / 60, std::clamp(eval.at(100.0 * k / 60), low, 100.0));
        p.setPen(modePen(i));
        p.setBrush(Qt::NoBrush);
        p.drawPolyline(line);
        p.setPen(QPen(Qt::black, 1));
        p.setBrush(Qt::white);
        for (const CurvePoint& point : curve.points) p.drawEllipse(at(point.x, std::clamp(point.y, low, 100.0)), 2.4, 2.4);
        ends.emplace_back(line.back().y(), modeSign(m, i) + QStringLiteral("  ") + shown(m.name));
    }
    p.setRenderHint(QPainter::Antialiasing, false);
    std::stable_sort(ends.begin(), ends.end(), [](const auto& a, const auto& b) { return a.first < b.first; });
    for (const auto& [y, name] : ends) {  // one beneath the other where curves meet
        last = std::max(last + 13, y + 4);
        drawText(p, {plot.right() + 4, last}, name.section(' ', 0, 0), Theme::font(12, true), t.ink);
    }
    const QString foot = words(KH_TR("stick, low to high"));
    drawText(p, {plot.center().x() - textWidth(foot, Theme::font(12)) / 2, plot.bottom() + 16}, foot, Theme::font(12), t.muted);
}

/// A face within the page itself: in other letters, which are wider, words would run into what they stand beside.
std::string fontFace(const char* file, const char* weight) {
    QFile face(QString::fromLatin1(file));
    if (!face.open(QIODevice::ReadOnly)) return {};
    return fmt::format("\n@font-face {{ font-family: \"{}\"; font-weight: {}; src: url(data:font/otf;base64,{}) format(\"opentype\") }}",
                       Theme::font(12).family().toStdString(), weight, face.readAll().toBase64().toStdString());
}

}  // namespace

QSizeF sheetFigureSize(SheetFigure figure) {
    switch (figure) {
        case SheetFigure::Throttle:
        case SheetFigure::Pitch: return {320, 168};
        case SheetFigure::Plate: return {640, 150};
        case SheetFigure::Wiring: break;
    }
    return {640, 284};
}

void paintSheetFigure(QPainter& p, QRectF area, SheetFigure figure, const SheetDrawn& drawn) {
    const Printed printed;
    p.save();
    switch (figure) {
        case SheetFigure::Throttle: paintSheetCurves(p, area, drawn.setup, false); break;
        case SheetFigure::Pitch: paintSheetCurves(p, area, drawn.setup, true); break;
        case SheetFigure::Plate: paintSheetPlate(p, area, drawn.setup); break;
        case SheetFigure::Wiring: {
            const Trace none;
            const Deck deck;
            paintWiring(p, area, Scene{drawn.setup, drawn.evaluation, none, deck, {}});
            break;
        }
    }
    p.restore();
}

std::string sheetFigureSvg(SheetFigure figure, const SheetDrawn& drawn) {
    loadFonts();
    QBuffer buffer;
    buffer.open(QIODevice::WriteOnly);
    const QSizeF size = sheetFigureSize(figure);
    {
        QSvgGenerator svg;
        svg.setOutputDevice(&buffer);
        svg.setSize(size.toSize());
        svg.setViewBox(QRectF(QPointF(0, 0), size));
        svg.setTitle(words(sheetFigureTitle(figure)).toHtmlEscaped());
        QPainter p(&svg);
        paintSheetFigure(p, QRectF(QPointF(0, 0), size).adjusted(4, 2, -4, -2), figure, drawn);
    }
    QByteArray text = buffer.data();
    if (const auto begin = text.indexOf("<svg"); begin > 0) text.remove(0, begin);  // it stands within a page
    return text.toStdString();
}

SheetDrawings sheetFigures(const Sheet& sheet, const SheetDrawn& drawn) {
    SheetDrawings out;
    for (const SheetPart& part : sheet.parts)
        for (const SheetFigure figure : part.figures) out.svg.emplace(figure, sheetFigureSvg(figure, drawn));
    for (const auto& [file, weight] : {std::pair{":/fonts/B612-Regular.otf", "normal"}, std::pair{":/fonts/B612-Bold.otf", "bold"}})
        out.faces += fontFace(file, weight);
    return out;
}

}  // namespace kh::paint
