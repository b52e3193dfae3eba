// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "app/look/items.h"
#include "session/workspace.h"

#include <array>
#include <functional>
#include <vector>

namespace kh::app {

/// One thing that is counted: a row of a station, a step of the plan, a question. Its height is its standing.
struct KeelFrame {
    QString id;           ///< stable: "frame-4-2"
    QString name, state;  ///< as they are read out
    Standing standing = Standing::Default;
    bool broken = false;
    bool chosen = false;
};
/// A group of them under its title.
struct KeelRib {
    QString id;                             ///< stable: "station-4"
    QString number;                         ///< before the title, muted; may be empty
    QString title, brief;                   ///< as it is drawn where there is room, and where there is little
    QString name, state;                    ///< as they are read out
    std::array<std::size_t, 3> findings{};  ///< dangers, warnings, notes
    bool current = false;                   ///< joined to the page beneath
    std::vector<KeelFrame> frames;
};

/// The stations of a document, a frame for every row of the ledger.
[[nodiscard]] std::vector<KeelRib> stationRibs(const session::Workspace& workspace);

/// The keel: ribs on one line, of the stations or of what a view counts.
class KeelView : public ItemView {
    Q_OBJECT
public:
    using Count = std::function<std::vector<KeelRib>()>;
    explicit KeelView(QWidget* parent = nullptr);
    /// Whose ribs are drawn from now on.
    void show(Count count);
    /// What is counted may have changed.
    void countAgain();
    [[nodiscard]] const std::vector<KeelRib>& ribs() const { return ribs_; }
    [[nodiscard]] QSize sizeHint() const override { return {1280, 64}; }

signals:
    /// @param frame  −1: the rib itself
    void chosen(int rib, int frame);

protected:
    void paintEvent(QPaintEvent*) override;
    void mousePressEvent(QMouseEvent* event) override;
    void resizeEvent(QResizeEvent*) override { layOut(); }

private:
    void layOut();
    [[nodiscard]] double slotWidth() const;
    /// From frame to frame: closer where the slot is narrow.
    [[nodiscard]] double pitch(const KeelRib& rib) const;
    Count count_;
    std::vector<KeelRib> ribs_;
};

}  // namespace kh::app
