// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "app/table/pageview.h"

namespace kh::app {

/// Proof's third face: what the model still lacks, in the order of the work. Enter goes there.
class ToSetView final : public PageView {
    Q_OBJECT
public:
    using PageView::PageView;

protected:
    void render(QPainter* p) override;
    [[nodiscard]] std::vector<const char*> keyLine() const override;
    void mousePressEvent(QMouseEvent* event) override;
    void mouseDoubleClickEvent(QMouseEvent*) override { go(); }
    void keyPressEvent(QKeyEvent* event) override;
    void moveRow(int by) override;
    void movePart(int) override {}

private:
    void drawHead(QPainter& p);
    void drawRow(QPainter& p, const ToBeSet& one, double y, double h, bool chosen, bool first);
    [[nodiscard]] double rowHeight(const ToBeSet& one) const;
    [[nodiscard]] int chosen() const;
    void go();

    int at_ = 0;
};

}  // namespace kh::app
