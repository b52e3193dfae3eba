// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "app/look/items.h"
#include "model/boxdraft.h"

#include <functional>

namespace kh::app {

/// The box as it is described: a transmitter with its switches where they sit, a controller with its ports, a speed controller with its
/// pulses, a servo with its arm, a receiver with its outputs; beneath, its words and its menu in order.
class BoxDrawing final : public ItemView {
    Q_OBJECT
public:
    /// @param place  a switch is put somewhere @param tell  what cannot be done, and why
    BoxDrawing(std::function<const BoxDraft&()> draft, std::function<void(std::size_t row, const QString& where)> place,
               std::function<void(const QString&)> tell, QWidget* parent = nullptr);
    void renew();

protected:
    void paintEvent(QPaintEvent*) override;
    void resizeEvent(QResizeEvent*) override { renew(); }
    void mousePressEvent(QMouseEvent* event) override;
    void mouseMoveEvent(QMouseEvent* event) override;
    void mouseReleaseEvent(QMouseEvent* event) override;
    void keyPressEvent(QKeyEvent* event) override;
    bool focusNextPrevChild(bool next) override;
    void focusInEvent(QFocusEvent*) override { update(); }
    void focusOutEvent(QFocusEvent*) override { update(); }

private:
    struct Placed {
        QString name;
        int places = 2;
        bool springs = false;
        int spot = -1;  ///< −1: nobody said where
        QPointF at;     ///< middle of its track
    };
    [[nodiscard]] QRectF caseArea() const;
    [[nodiscard]] QPointF spotAt(int spot) const;
    [[nodiscard]] int nearest(QPointF at) const;
    /// Where the line of the chosen switch stands: beneath the case, and those that wait there.
    [[nodiscard]] double lineAt() const;
    void put(int row, int spot);
    void drawTransmitter(QPainter& p) const;
    void drawController(QPainter& p) const;
    void drawSpeedController(QPainter& p) const;
    void drawServo(QPainter& p) const;
    void drawReceiver(QPainter& p) const;
    void drawLists(QPainter& p) const;
    void drawSwitch(QPainter& p, const Placed& s, bool chosen) const;

    std::function<const BoxDraft&()> draft_;
    std::function<void(std::size_t, const QString&)> place_;
    std::function<void(const QString&)> tell_;
    std::vector<Placed> switches_;
    int chosen_ = 0;
    bool dragging_ = false;
    QPointF drag_;
};

}  // namespace kh::app
