// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "app/views/listview.h"

namespace kh::app {

/// Before an edit is taken: what goes with it, to be ticked; findings that come and go; figures that move.
class WhatFollowsView final : public ListView {
    Q_OBJECT
public:
    WhatFollowsView(const ViewHost& host, const ViewEntry& entry);
    void entered() override;
    [[nodiscard]] std::vector<KeelRib> ribs() const override;
    void go(std::size_t rib, std::size_t frame) override;
    bool explain(WhyPanel& panel) override;

protected:
    std::vector<ListRow> listRows() override;
    [[nodiscard]] int chosenRow() const override { return at_; }
    void choose(int row) override;
    void enter() override;
    bool clicked(int row, QPointF at, double height) override;
    [[nodiscard]] double rowHeight(int row) const override;
    void drawRow(QPainter& p, int row, double height) override;
    void renderHead(QPainter* p) override;
    void keyPressEvent(QKeyEvent* event) override;
    [[nodiscard]] bool proofFace() const override { return false; }

private:
    struct Line {
        enum class Kind { Head, Companion, Comes, Again, Goes, Figure, Nothing } kind;
        std::size_t index = 0;
        QString text = {};  ///< of a head, or of what stands where there is nothing
    };
    [[nodiscard]] const std::optional<WhatFollows>& follows() const { return workspace().whatIf().now(); }
    void takeIt(bool withTicked);
    void toggle(std::size_t companion);
    void drawCompanion(QPainter& p, const Companion& c, bool chosen) const;
    void drawFigure(QPainter& p, const MovedFigure& f) const;

    std::vector<Line> lines_;
    int at_ = -1;
};

[[nodiscard]] const ViewEntry& whatFollowsViewEntry();

}  // namespace kh::app
