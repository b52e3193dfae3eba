// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "paint/sheet/sheetfigures.h"

#include <QObject>
#include <QTextObjectInterface>

namespace kh::paint {

/// A figure of the sheet as one character of a text document, drawn as lines whatever the device.
class FigureObject final : public QObject, public QTextObjectInterface {
    Q_OBJECT
    Q_INTERFACES(QTextObjectInterface)
public:
    static constexpr int kType = QTextFormat::UserObject + 1;
    static constexpr int kFigure = QTextFormat::UserProperty + 1;
    /// @param width  of the page's body, in the device's dots: 640 units of the design
    FigureObject(const SheetDrawn& drawn, double width) : drawn_(drawn), scale_(width / 640.0) {}

    QSizeF intrinsicSize(QTextDocument*, int, const QTextFormat& format) override { return sheetFigureSize(figureOf(format)) * scale_; }
    void drawObject(QPainter* p, const QRectF& rect, QTextDocument*, int, const QTextFormat& format) override {
        p->save();
        p->translate(rect.topLeft());
        p->scale(scale_, scale_);
        paintSheetFigure(*p, QRectF(QPointF(0, 0), sheetFigureSize(figureOf(format))).adjusted(4, 2, -4, -2), figureOf(format), drawn_);
        p->restore();
    }

private:
    static SheetFigure figureOf(const QTextFormat& format) { return static_cast<SheetFigure>(format.intProperty(kFigure)); }
    SheetDrawn drawn_;
    double scale_;
};

}  // namespace kh::paint
