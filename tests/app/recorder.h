// SPDX-License-Identifier: GPL-3.0-or-later
//
// A paint device that keeps what texts stand where, to find those that overlap or run out of their place.
#pragma once

#include <QPaintDevice>
#include <QPaintEngine>
#include <QPainter>
#include <QVector>
#include <algorithm>

namespace khtest {

struct PaintedText {
    QString text;
    QRectF rect;  ///< of its ink, in device pixels, as far as it is not clipped
};

class TextEngine final : public QPaintEngine {
public:
    TextEngine() : QPaintEngine(QPaintEngine::AllFeatures) {}
    bool begin(QPaintDevice*) override { return true; }
    bool end() override { return true; }
    Type type() const override { return User; }
    void updateState(const QPaintEngineState& s) override {
        if (s.state() & DirtyTransform) transform_ = s.transform();
        if (s.state() & DirtyBrush) brush_ = s.brush();
        if (s.state() & DirtyPen) pen_ = s.pen();
    }
    void drawTextItem(const QPointF& at, const QTextItem& item) override {
        if (item.text().trimmed().isEmpty()) return;
        const QFontMetricsF metrics(item.font());
        // as wide as it is set, as high as its ink
        const QRectF ink = metrics.tightBoundingRect(item.text());
        QRectF rect = transform_.mapRect(QRectF(at.x(), at.y() + ink.top(), item.width(), ink.height()));
        if (painter()->hasClipping()) rect &= transform_.mapRect(painter()->clipBoundingRect());
        if (rect.width() > 1 && rect.height() > 1) texts.push_back({item.text(), rect});
    }
    void drawRects(const QRectF* rects, int n) override {
        for (int i = 0; i < n; ++i) cover(transform_.mapRect(rects[i]));
    }
    void drawPath(const QPainterPath& path) override { cover(transform_.mapRect(path.boundingRect()).adjusted(2, 2, -2, -2)); }
    void drawPixmap(const QRectF&, const QPixmap&, const QRectF&) override {}
    void drawImage(const QRectF&, const QImage&, const QRectF&, Qt::ImageConversionFlags) override {}
    void drawPolygon(const QPointF*, int, PolygonDrawMode) override {}
    void drawLines(const QLineF*, int) override {}
    void drawEllipse(const QRectF&) override {}

    QVector<PaintedText> texts;

private:
    /// What is filled over is not seen any more.
    void cover(QRectF area) {
        if (brush_.style() != Qt::SolidPattern || brush_.color().alpha() < 255) return;
        if (painter()->hasClipping()) area &= transform_.mapRect(painter()->clipBoundingRect());
        texts.removeIf([&](const PaintedText& t) { return area.adjusted(-1, -1, 1, 1).contains(t.rect); });
        for (PaintedText& t : texts)  // a strip that is scrolled under a head
            if (area.left() <= t.rect.left() && area.right() >= t.rect.right() && area.intersects(t.rect)) {
                if (area.top() <= t.rect.top()) t.rect.setTop(std::min(t.rect.bottom(), area.bottom()));
                else t.rect.setBottom(std::max(t.rect.top(), area.top()));
            }
    }
    QTransform transform_;
    QBrush brush_;
    QPen pen_;
};

class TextRecorder final : public QPaintDevice {
public:
    explicit TextRecorder(QSize size) : size_(size) {}
    QPaintEngine* paintEngine() const override { return &engine_; }
    [[nodiscard]] const QVector<PaintedText>& texts() const { return engine_.texts; }

protected:
    int metric(PaintDeviceMetric m) const override {
        switch (m) {
            case PdmWidth: return size_.width();
            case PdmHeight: return size_.height();
            case PdmWidthMM: return size_.width() * 254 / 960;
            case PdmHeightMM: return size_.height() * 254 / 960;
            case PdmDpiX:
            case PdmDpiY:
            case PdmPhysicalDpiX:
            case PdmPhysicalDpiY: return 96;
            case PdmDepth: return 32;
            case PdmNumColors: return 0;
            case PdmDevicePixelRatio: return 1;
            case PdmDevicePixelRatioScaled: return static_cast<int>(devicePixelRatioFScale());
            default: return 0;
        }
    }

private:
    QSize size_;
    mutable TextEngine engine_;
};

}  // namespace khtest
