// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "app/look/items.h"
#include "session/workspace.h"

namespace kh::app {

/// The top bar: model and its menu, revision, the two boxes, find, flight modes, the guards on the bench.
class TopBar : public ItemView {
    Q_OBJECT
public:
    explicit TopBar(Workspace& workspace, QWidget* parent = nullptr);
    [[nodiscard]] QSize sizeHint() const override { return {1280, 40}; }

signals:
    void menuAsked(QPoint globalPosition);
    void findAsked();

protected:
    void paintEvent(QPaintEvent*) override;
    void mousePressEvent(QMouseEvent* event) override;
    void resizeEvent(QResizeEvent*) override { layOut(); }

private:
    void layOut();
    Workspace& workspace_;
    std::string drawnMode_;
};

/// The keel: the stations as ribs on one line, a frame for every ledger row.
class KeelView : public ItemView {
    Q_OBJECT
public:
    explicit KeelView(Workspace& workspace, QWidget* parent = nullptr);
    [[nodiscard]] QSize sizeHint() const override { return {1280, 64}; }

protected:
    void paintEvent(QPaintEvent*) override;
    void mousePressEvent(QMouseEvent* event) override;
    void resizeEvent(QResizeEvent*) override { layOut(); }

private:
    void layOut();
    [[nodiscard]] double slotWidth() const;
    /// From frame to frame: closer where the station's slot is narrow.
    [[nodiscard]] double pitch(const StationPage& page) const;
    Workspace& workspace_;
};

}  // namespace kh::app
