// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "app/look/items.h"
#include "session/workspace.h"

#include <QLineEdit>
#include <QTimer>

namespace kh::app {

/// Throttle and pitch of one mode over the collective stick, with the other modes behind it; points are dragged,
/// nudged and typed. Axes read % and, at the machine, degrees and rpm.
class CurveView : public ItemView {
    Q_OBJECT
public:
    explicit CurveView(session::Workspace& workspace, QWidget* parent = nullptr);
    /// Takes the keyboard; `pitch` chooses the plot.
    void enter(bool pitch);
    [[nodiscard]] QLineEdit* editor() const { return editor_; }

signals:
    void refused(const QString& message);
    void left();

protected:
    void paintEvent(QPaintEvent*) override;
    void mousePressEvent(QMouseEvent* event) override;
    void mouseMoveEvent(QMouseEvent* event) override;
    void mouseReleaseEvent(QMouseEvent* event) override;
    void mouseDoubleClickEvent(QMouseEvent*) override { type(); }
    void keyPressEvent(QKeyEvent* event) override;
    void focusInEvent(QFocusEvent*) override { update(); }
    void focusOutEvent(QFocusEvent*) override;
    void resizeEvent(QResizeEvent*) override {
        fitTo(kBenchDrawn);
        layOut();
    }
    bool focusNextPrevChild(bool next) override;

private:
    struct Plot {
        bool pitch;
        QRectF area;
        double low, high;
    };
    [[nodiscard]] Plot plot(bool pitch) const;
    [[nodiscard]] static QPointF at(const Plot& plot, double x, double y);
    [[nodiscard]] const FlightMode* mode() const;
    [[nodiscard]] const Curve& curve(bool pitch) const;
    /// The curve's field, whose scale its values are written on.
    [[nodiscard]] std::string curvePath(bool pitch) const;
    [[nodiscard]] std::string path(bool pitch) const;
    [[nodiscard]] bool editable(bool pitch) const;
    /// What can be taken hold of: the points; of a line its two ends and, between them, its offset.
    [[nodiscard]] std::vector<CurvePoint> handles(bool pitch) const;
    [[nodiscard]] bool isOffset(bool pitch, int handle) const;
    [[nodiscard]] QString bubbleText(bool pitch, int handle) const;
    void layOut();
    void paintPlot(QPainter& p, const Plot& pl) const;
    void paintGrid(QPainter& p, const Plot& pl) const;
    void paintPitchAxis(QPainter& p, const Plot& pl) const;
    void paintSpeedAxis(QPainter& p, const Plot& pl) const;
    void paintUnit(QPainter& p, const Plot& pl) const;
    void paintZones(QPainter& p, const Plot& pl) const;
    void paintLines(QPainter& p, const Plot& pl) const;
    void paintPoints(QPainter& p, const Plot& pl) const;
    void paintStick(QPainter& p, const Plot& pl) const;
    void paintHover(QPainter& p, const Plot& pl, const ModeFigures& mode) const;
    void paintContinuity(QPainter& p, QRectF area) const;
    /// @param y  wanted value; clamped visibly to what the curve allows
    void setPoint(double y);
    void nudge(double by);
    void type();
    void change(const QString& name, const Curve& to);
    void recount(int by);
    void closeEditor();

    session::Workspace& workspace_;
    bool pitch_ = true;
    int point_ = 0;
    bool dragging_ = false;
    int key_ = 0;  ///< merge key of the drag or the run of nudges
    QTimer nudges_;
    QLineEdit* editor_ = nullptr;
};

}  // namespace kh::app
