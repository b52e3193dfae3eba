// SPDX-License-Identifier: GPL-3.0-or-later
#include "paint/look/theme.h"

#include "model/switchroles.h"

#include <QCache>
#include <QCoreApplication>
#include <QFontMetricsF>
#include <QHash>
#include <QLocale>
#include <QPaintEngine>
#include <QPainterPath>
#include <QStaticText>
#include <cmath>

namespace kh::paint {

namespace {

ThemeKind g_kind = ThemeKind::Chart;
double g_scale = 1.0;

const Tokens kChart{QColor("#E7EBE7"),
                    QColor("#FBFBF7"),
                    QColor("#14232E"),
                    QColor("#55656F"),
                    QColor("#C8CFCB"),
                    QColor("#6D4A86"),
                    QColor("#0B6E74"),
                    QColor("#3B4A54"),
                    QColor("#B3261E"),
                    QColor("#8F5600"),
                    QColor("#2F5D8C"),
                    QColor("#27704A"),
                    .085,
                    .11,
                    .075};
const Tokens kNight{QColor("#10181D"),
                    QColor("#18232A"),
                    QColor("#E8ECE6"),
                    QColor("#9AA9B0"),
                    QColor("#2C3A42"),
                    QColor("#C09BDA"),
                    QColor("#5CC4C4"),
                    QColor("#B8C4CB"),
                    QColor("#FF8A80"),
                    QColor("#F0B24A"),
                    QColor("#8DB8E8"),
                    QColor("#6CC792"),
                    .13,
                    .16,
                    .12};
const Tokens kPrint{Qt::white, Qt::white, Qt::black, QColor("#333333"), QColor("#999999"), Qt::black,
                    Qt::black, Qt::black, Qt::black, Qt::black,         Qt::black,         Qt::black,
                    0.0,       0.0,       0.0};

}  // namespace

const Tokens& Theme::tokens() { return of(g_kind); }
ThemeKind Theme::kind() { return g_kind; }
void Theme::set(ThemeKind kind) { g_kind = kind; }
const Tokens& Theme::of(ThemeKind kind) { return kind == ThemeKind::Chart ? kChart : kind == ThemeKind::Night ? kNight : kPrint; }
void Theme::setTextScale(double scale) { g_scale = scale; }
double Theme::textScale() { return g_scale; }

namespace {

/// What is drawn with the design is made larger as a whole (ItemView::zoom); smaller text is only smaller text, and never below 12.
int drawnSize(int px) { return g_scale >= 1.0 ? px : std::max(12, static_cast<int>(std::lround(px * g_scale))); }

}  // namespace

int Theme::widgetSize(int px) { return std::max(12, static_cast<int>(std::lround(px * g_scale))); }

QFont Theme::font(int px, bool bold) {
    // one font object a size: its metrics and glyphs are found once
    static QHash<int, QFont> made;
    const int size = drawnSize(px);
    const int key = 2 * size + (bold ? 1 : 0);
    if (const auto known = made.constFind(key); known != made.constEnd()) return *known;
    QFont f(QStringLiteral("Keelhaul B612"));
    f.setPixelSize(size);
    f.setBold(bold);
    made.insert(key, f);
    return f;
}

QFont Theme::mono(int px) {
    QFont f(QStringLiteral("Keelhaul B612 Mono"));
    f.setPixelSize(drawnSize(px));
    return f;
}

QColor Theme::box(Box box, const Tokens& t) {
    switch (box) {
        case Box::Transmitter: return t.transmitter;
        case Box::Controller: return t.controller;
        case Box::SpeedController:
        case Box::Machine:
        case Box::Bench: return t.machine;
    }
    return t.machine;
}

QColor Theme::severity(Severity severity) {
    const Tokens& t = tokens();
    return severity == Severity::Danger ? t.danger : severity == Severity::Warning ? t.warning : t.note;
}

QColor Theme::over(const QColor& ground, const QColor& colour, double share) {
    const auto mix = [share](int a, int b) { return static_cast<int>(std::lround(a + (b - a) * share)); };
    return QColor(mix(ground.red(), colour.red()), mix(ground.green(), colour.green()), mix(ground.blue(), colour.blue()));
}

QColor Theme::boxTint(Box b) { return over(tokens().sheet, box(b), tokens().boxTint); }
QColor Theme::selectionTint() { return over(tokens().sheet, tokens().machine, tokens().selectionTint); }
QColor Theme::dangerTint() { return over(tokens().sheet, tokens().danger, tokens().dangerTint); }

void drawMark(QPainter& p, Severity severity, QPointF at, double size) {
    p.save();
    p.setRenderHint(QPainter::Antialiasing);
    p.setPen(Qt::NoPen);
    p.setBrush(Theme::severity(severity));
    const double r = size / 2.0;
    QPainterPath path;
    if (severity == Severity::Danger) {
        path.moveTo(at + QPointF(0, -r * 1.1));
        path.lineTo(at + QPointF(r * 1.1, 0));
        path.lineTo(at + QPointF(0, r * 1.1));
        path.lineTo(at + QPointF(-r * 1.1, 0));
        path.closeSubpath();
    } else if (severity == Severity::Warning) {
        path.moveTo(at + QPointF(0, -r));
        path.lineTo(at + QPointF(r * 1.15, r * 0.9));
        path.lineTo(at + QPointF(-r * 1.15, r * 0.9));
        path.closeSubpath();
    } else {
        path.addEllipse(at, r * 0.85, r * 0.85);
    }
    p.drawPath(path);
    p.restore();
}

void drawTick(QPainter& p, QPointF at, const QColor& colour, double size) {
    p.save();
    p.setRenderHint(QPainter::Antialiasing);
    p.setPen(QPen(colour, 1.8, Qt::SolidLine, Qt::RoundCap, Qt::RoundJoin));
    const double s = size / 9.0;
    p.drawPolyline(QPolygonF({at + QPointF(-4 * s, 0), at + QPointF(-1 * s, 3 * s), at + QPointF(4.5 * s, -4 * s)}));
    p.restore();
}

void drawChevron(QPainter& p, QPointF at, const QColor& colour) {
    p.save();
    p.setRenderHint(QPainter::Antialiasing);
    p.setPen(QPen(colour, 1.6, Qt::SolidLine, Qt::RoundCap, Qt::RoundJoin));
    p.drawPolyline(QPolygonF({at + QPointF(-4, -2), at + QPointF(0, 2), at + QPointF(4, -2)}));
    p.restore();
}

double frameHeight(Standing standing) {
    switch (standing) {
        case Standing::Default: return 3;
        case Standing::Entered: return 8;
        case Standing::Computed: return 14;
        case Standing::Measured: return 20;
        case Standing::Proved: return 26;
    }
    return 3;
}

void drawFrame(QPainter& p, QPointF bottom, Standing standing, bool broken, double scale) {
    const Tokens& t = Theme::tokens();
    const double h = frameHeight(standing) * scale;
    const QColor weak = Theme::over(t.ground, t.muted, 0.55);
    QColor colour = standing == Standing::Proved     ? t.pass
                    : standing == Standing::Measured ? t.ink
                    : standing == Standing::Computed ? t.muted
                                                     : weak;
    if (broken) colour = t.danger;
    p.fillRect(QRectF(bottom.x() - 2.0, bottom.y() - h, 4.0, h), colour);
}

void hairline(QPainter& p, double x1, double y, double x2, const QColor& colour) {
    p.fillRect(QRectF(x1, std::floor(y), x2 - x1, 1), colour);
}
void vline(QPainter& p, double x, double y1, double y2, const QColor& colour) { p.fillRect(QRectF(std::floor(x), y1, 1, y2 - y1), colour); }

namespace {

/// A text that was shaped once: labels come back in every frame.
struct ShapedText {
    QStaticText text;
    double width = 0.0, ascent = 0.0;
};
struct TextKey {
    QString text, family;
    int pixels;
    bool bold;
    bool operator==(const TextKey&) const = default;
};
size_t qHash(const TextKey& k, size_t seed) { return qHashMulti(seed, k.text, k.pixels, k.bold, k.family.size()); }

const ShapedText& shaped(const QString& text, const QFont& font) {
    static QCache<TextKey, ShapedText> cache(4000);
    const TextKey key{text, font.family(), font.pixelSize(), font.bold()};
    if (const ShapedText* known = cache.object(key)) return *known;
    auto* made = new ShapedText;
    const QFontMetricsF metrics(font);
    made->text = QStaticText(text);
    made->text.setTextFormat(Qt::PlainText);
    made->text.setPerformanceHint(QStaticText::AggressiveCaching);
    made->text.prepare({}, font);
    made->width = metrics.horizontalAdvance(text);
    made->ascent = metrics.ascent();
    cache.insert(key, made);
    return *made;
}

}  // namespace

double drawText(QPainter& p, QPointF at, const QString& text, const QFont& font, const QColor& colour) {
    if (text.isEmpty()) return at.x();
    p.setFont(font);
    p.setPen(colour);
    const ShapedText& known = shaped(text, font);
    if (p.paintEngine()->type() == QPaintEngine::Raster) p.drawStaticText(at - QPointF(0, known.ascent), known.text);
    else p.drawText(at, text);
    return at.x() + known.width;
}

QString modeSign(const FlightMode& mode, std::size_t index) { return shown(kh::modeLetter(mode, index)); }

double drawText(QPainter& p, QPointF at, const QString& text, const QFont& font, const QColor& colour, double right) {
    return drawText(p, at, QFontMetricsF(font).elidedText(text, Qt::ElideRight, std::max(0.0, right - at.x())), font, colour);
}

double drawWrapped(QPainter& p, QRectF area, const QString& text, const QFont& font, const QColor& colour) {
    p.setFont(font);
    p.setPen(colour);
    QRectF used;
    p.drawText(area, Qt::TextWordWrap, text, &used);
    return used.height();
}

void drawTitle(QPainter& p, QRectF area, const char* text, const QString& note) {
    const double x = drawText(p, area.topLeft() + QPointF(0, 14), words(text), Theme::font(13, true), Theme::tokens().ink) + 8;
    if (!note.isEmpty()) drawText(p, {x, area.top() + 14}, note, Theme::font(12), Theme::tokens().muted, area.right());
}

double textWidth(const QString& text, const QFont& font) { return text.isEmpty() ? 0.0 : shaped(text, font).width; }

}  // namespace kh::paint
