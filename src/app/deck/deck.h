// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "app/look/items.h"
#include "session/workspace.h"

namespace kh::app {

/// Sticks, switches and the trace: always there, on every station.
class DeckView : public ItemView {
    Q_OBJECT
public:
    explicit DeckView(session::Workspace& workspace, QWidget* parent = nullptr);
    [[nodiscard]] QSize sizeHint() const override { return {1280, 160}; }

protected:
    void paintEvent(QPaintEvent*) override;
    void mousePressEvent(QMouseEvent* event) override;
    void mouseMoveEvent(QMouseEvent* event) override;
    void mouseReleaseEvent(QMouseEvent*) override { dragged_ = -1; }
    void mouseDoubleClickEvent(QMouseEvent* event) override;
    void keyPressEvent(QKeyEvent* event) override;
    void resizeEvent(QResizeEvent*) override { layOut(); }
    void focusInEvent(QFocusEvent*) override { update(); }
    void focusOutEvent(QFocusEvent*) override { update(); }
    bool focusNextPrevChild(bool next) override;

private:
    struct Axis {
        double Sticks::*value;
        const char* name;
    };
    /// What a stick box moves: across and up, by stick mode.
    struct StickAxes {
        Axis across, up;
    };
    [[nodiscard]] StickAxes boxAxes(int box) const;
    void layOut();
    void moveStick(int box, QPointF at);
    void setSwitch(const QString& id, int place);
    void paintStick(QPainter& p, int box) const;
    void paintSwitches(QPainter& p) const;
    void paintTrace(QPainter& p) const;
    void chooseFunction();

    session::Workspace& workspace_;
    int dragged_ = -1;
    int focus_ = 0;  ///< 0, 1 sticks; then switches
};

}  // namespace kh::app
