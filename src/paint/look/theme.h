// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "base/standing.h"
#include "judge/finding.h"
#include "text/words.h"

#include <QColor>
#include <QFont>
#include <QPainter>

namespace kh::paint {

/// The tokens of the look, in one theme.
struct Tokens {
    QColor ground, sheet, ink, muted, rule, transmitter, controller, machine, danger, warning, note, pass;
    double boxTint, selectionTint, dangerTint;  ///< over sheet
};

/// Chart by day, Night, and black on white for the printed sheet.
enum class ThemeKind { Chart, Night, Print };

/// Colours and type in force. One per process; views read it when they paint.
class Theme {
public:
    [[nodiscard]] static const Tokens& tokens();
    [[nodiscard]] static ThemeKind kind();
    static void set(ThemeKind kind);
    [[nodiscard]] static const Tokens& of(ThemeKind kind);

    /// Text size as a share of the design's, 0.9 … 1.5.
    static void setTextScale(double scale);
    [[nodiscard]] static double textScale();

    /// @param px  size in the design, 12 or more
    [[nodiscard]] static QFont font(int px, bool bold = false);
    [[nodiscard]] static QFont mono(int px);
    /// Of text in plain widgets, which are not drawn larger as a whole: in pixels of the screen.
    [[nodiscard]] static int widgetSize(int px);

    [[nodiscard]] static QColor box(Box box, const Tokens& t = tokens());
    [[nodiscard]] static QColor severity(Severity severity);
    /// `colour` laid over `ground` at `share`.
    [[nodiscard]] static QColor over(const QColor& ground, const QColor& colour, double share);
    [[nodiscard]] static QColor boxTint(Box box);
    [[nodiscard]] static QColor selectionTint();
    [[nodiscard]] static QColor dangerTint();
};

/// ◆ ▲ ● drawn as paths (the typeface lacks some), centred at `at`.
void drawMark(QPainter& p, Severity severity, QPointF at, double size = 9.0);
void drawTick(QPainter& p, QPointF at, const QColor& colour, double size = 9.0);
void drawChevron(QPainter& p, QPointF at, const QColor& colour);
/// A frame of the keel: height is the standing. `bottom` is the middle of its foot.
void drawFrame(QPainter& p, QPointF bottom, Standing standing, bool broken, double scale = 1.0);
[[nodiscard]] double frameHeight(Standing standing);
/// A one-pixel line on the half pixel.
void hairline(QPainter& p, double x1, double y, double x2, const QColor& colour);
void vline(QPainter& p, double x, double y1, double y2, const QColor& colour);

/// Text with its baseline at `at`; returns the x after it.
double drawText(QPainter& p, QPointF at, const QString& text, const QFont& font, const QColor& colour);
/// The same, cut with an ellipsis where it would pass `right`.
double drawText(QPainter& p, QPointF at, const QString& text, const QFont& font, const QColor& colour, double right);
/// Text within a width, wrapped. @return its height
double drawWrapped(QPainter& p, QRectF area, const QString& text, const QFont& font, const QColor& colour);
/// The bold title at the top left of a drawing's area, with a muted note behind it.
void drawTitle(QPainter& p, QRectF area, const char* text, const QString& note = {});
/// The one letter a mode goes by on keys and lines: H, the base mode's initial, else its rank.
[[nodiscard]] QString modeSign(const FlightMode& mode, std::size_t index);
[[nodiscard]] double textWidth(const QString& text, const QFont& font);

}  // namespace kh::paint
