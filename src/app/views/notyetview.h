// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "app/views/listview.h"

namespace kh::app {

/// What may be done, rung by rung, the lowest at the foot, and what stands in the way. Enter opens a rung, or goes to what stands there.
class NotYetView final : public ListView {
    Q_OBJECT
public:
    using ListView::ListView;
    void entered() override;
    /// The rungs, a frame for each thing in the way.
    [[nodiscard]] std::vector<KeelRib> ribs() const override;
    void go(std::size_t rib, std::size_t frame) override;
    bool explain(WhyPanel& panel) override;
    bool act(const std::string& command) override;

protected:
    void keyPressEvent(QKeyEvent* event) override;
    std::vector<ListRow> listRows() override;
    [[nodiscard]] int chosenRow() const override;
    void choose(int row) override;
    void enter() override;
    [[nodiscard]] double rowHeight(int row) const override;
    void drawRow(QPainter& p, int row, double height) override;
    void renderHead(QPainter* p) override;
    [[nodiscard]] QString title() const override { return tr("Not yet"); }

private:
    /// A rung, or one thing that stands in the way of the open one.
    struct Place {
        std::size_t rung = 0;
        int obstacle = -1;
    };
    [[nodiscard]] const Ladder& ladder() const { return *workspace().now().ladder; }
    [[nodiscard]] std::size_t openRung() const;
    [[nodiscard]] bool isOpen(const Place& place) const {
        return place.rung == openRung() && !ladder().rungs[place.rung].obstacles.empty();
    }
    [[nodiscard]] const Obstacle* chosenObstacle() const;
    /// The same as the page's entry; −1: it is no finding.
    [[nodiscard]] int entryOf(const Obstacle& obstacle) const;
    /// The shortest way over a rung: the plan's steps, and what is seen or entered. Nothing stands against it: empty.
    [[nodiscard]] QString freedBy(const Rung& rung) const;
    [[nodiscard]] Message todoOf(const Obstacle& obstacle) const;
    void drawRails(QPainter& p, const Place& place, double height) const;
    void drawRung(QPainter& p, const Place& place, double height) const;
    void drawObstacle(QPainter& p, const Place& place, double height) const;
    /// A long title takes more lines than one.
    [[nodiscard]] double lineHeight(const Obstacle& obstacle, double left, bool bold) const;
    /// Mark, title, station and where it is changed, in one line.
    void drawLine(QPainter& p, const Obstacle& obstacle, double left, double base, bool bold) const;

    std::vector<Place> places_;  ///< of the rows
    std::string open_;           ///< id of the rung that was opened by hand; empty: the lowest that is blocked
    Place at_;
};

[[nodiscard]] const ViewEntry& notYetViewEntry();

}  // namespace kh::app
