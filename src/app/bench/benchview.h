// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "app/look/items.h"
#include "paint/drawings.h"
#include "session/workspace.h"

#include <QPixmap>

namespace kh::app {

/// The live drawing of the current station, moved by the deck.
class BenchView : public ItemView {
    Q_OBJECT
public:
    explicit BenchView(session::Workspace& workspace, QWidget* parent = nullptr);
    /// Drawings of a view in place of the station's; nullptr: the station's.
    void showPanelsOf(std::vector<PanelSpec> (*view)(const PanelContext&));
    /// What stands there now; nothing where the page has a view of its own.
    [[nodiscard]] std::vector<PanelSpec> panels() const;
    /// The station's drawings as SVG, side by side as shown.
    [[nodiscard]] std::string svg() const;
    /// Lengths as built on dimension lines, or not.
    void toggleDimensions();
    /// A word among the mountings is chosen in their drawing: arrows, Enter, Esc. @return false if it does not stand there
    bool choose(const Part& part);
    /// The drawn switches are there to be clicked into a condition, or move the deck's as always.
    void offerSwitches(bool offered);
    /// Heights and angles of the section drawn 1, 2, 4 times. @return the factor
    double exaggerate();

signals:
    /// The choice was made or given up.
    void chosen();
    /// A switch was clicked at a place while it was offered. @param also  with Shift: beside the one before
    void switchGiven(const QString& id, int place, bool also);

protected:
    void paintEvent(QPaintEvent*) override;
    void mousePressEvent(QMouseEvent* event) override;
    void keyPressEvent(QKeyEvent* event) override;
    void focusOutEvent(QFocusEvent*) override;
    void resizeEvent(QResizeEvent*) override {
        still_ = QPixmap();
        fitTo(kBenchDrawn);
        layOut();
    }
    void changeEvent(QEvent*) override { still_ = QPixmap(); }  // palette: another theme

private:
    /// Where a drawing stands; nothing if the station has it not.
    [[nodiscard]] std::optional<QRectF> areaOfDrawing(DrawingId drawing) const;
    /// As set where the cell of the setting is chosen, else as built.
    void chooseMounting(const kh::Mounting& mounting);
    [[nodiscard]] paint::Scene scene() const;
    /// Where hold's state machine is drawn, if it is.
    [[nodiscard]] std::optional<QRectF> statesArea() const;
    void layOut();
    /// Draws what does not move, if that is not done.
    void drawStill(const std::vector<PanelSpec>& panels, const paint::Scene& s);
    session::Workspace& workspace_;
    std::vector<PanelSpec> (*view_)(const PanelContext&) = nullptr;
    bool dimensions_ = false;
    bool offered_ = false;
    int choosing_ = -1;  ///< among the mountings, while one is chosen by keyboard
    double exaggeration_ = 1.0;
    QPixmap still_;  ///< the drawings of this station that do not move, in one layer; null: to be drawn
    std::vector<std::pair<DrawingId, QRectF>> stillOnes_;
};

}  // namespace kh::app
