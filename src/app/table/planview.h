// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "app/table/pageview.h"

namespace kh::app {

/// Proof's other face: the plan, step by step.
class PlanView final : public PageView {
    Q_OBJECT
public:
    using PageView::PageView;

protected:
    void render(QPainter* p) override;
    [[nodiscard]] std::vector<const char*> keyLine() const override;
    void mousePressEvent(QMouseEvent* event) override;
    void keyPressEvent(QKeyEvent* event) override;
    void moveRow(int by) override;
    void movePart(int) override {}

private:
    [[nodiscard]] QString headline() const;
    [[nodiscard]] double stepHeight(std::size_t index) const;
    /// Whether "was, is" takes two lines.
    [[nodiscard]] bool changeBreaks(const StepText& text) const;
    /// Where the line of what goes with a step ends.
    [[nodiscard]] double healRoom(std::size_t index) const;
    [[nodiscard]] std::size_t healLines(std::size_t index) const;
    double drawHeals(QPainter& p, std::size_t index, double y) const;
    void drawStep(QPainter& p, std::size_t index, double y, double h);
    void drawHead(QPainter& p);
    /// What no change in the boxes heals. @return the y after it
    double renderLeft(QPainter* p, double y);
    /// What is to be seen on the machine by hand. @return the y after it
    double renderSeen(QPainter* p, double y);
};

}  // namespace kh::app
