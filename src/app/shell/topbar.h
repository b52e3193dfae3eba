// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "app/look/items.h"
#include "procedure/modebuttons.h"
#include "session/workspace.h"

namespace kh::app {

/// The top bar: model and its menu, revision, the two boxes, find, flight modes, the guards on the bench. Over a view: its title, and
/// at the end the way back.
class TopBar : public ItemView {
    Q_OBJECT
public:
    explicit TopBar(session::Workspace& workspace, QWidget* parent = nullptr);
    [[nodiscard]] QSize sizeHint() const override { return {1280, 40}; }
    /// @param title  of the view; empty: none is shown  @param back  where Esc leads  @param ofModel  the model is named beside it
    void showView(const QString& title, const QString& back, bool ofModel = true);

signals:
    void menuAsked(QPoint globalPosition);
    void backAsked();
    void findAsked();
    void carryAsked(kh::Box box);

protected:
    void paintEvent(QPaintEvent*) override;
    void mousePressEvent(QMouseEvent* event) override;
    void resizeEvent(QResizeEvent*) override { layOut(); }

private:
    void layOut();
    [[nodiscard]] std::vector<ModeButton> modesNow() const;
    session::Workspace& workspace_;
    std::vector<ModeButton> modes_;  ///< as they are drawn
    QString view_, back_;            ///< of the view that is shown
    bool ofModel_ = true;
};

}  // namespace kh::app
