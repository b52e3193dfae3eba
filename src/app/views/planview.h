// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "app/views/listview.h"

namespace kh::app {

/// The plan, step by step.
class PlanView final : public ListView {
    Q_OBJECT
public:
    using ListView::ListView;
    /// Its steps, what no change heals, what is seen on the machine.
    [[nodiscard]] std::vector<KeelRib> ribs() const override;
    void go(std::size_t rib, std::size_t frame) override;
    bool explain(WhyPanel& panel) override;

protected:
    std::vector<ListRow> listRows() override;
    [[nodiscard]] int chosenRow() const override;
    void choose(int row) override;
    void enter() override;
    bool clicked(int row, QPointF at, double height) override;
    [[nodiscard]] double rowHeight(int row) const override;
    void drawRow(QPainter& p, int row, double height) override;
    void renderHead(QPainter* p) override;

private:
    /// What stands in a row: a step, what no change heals, what is seen on the machine, and what leads to each.
    struct PlanRow {
        enum class Kind { Barrier, Step, LeftHead, Left, SeenHead, Seen } kind;
        std::size_t step = 0;   ///< of Step, Barrier: the first that comes after it
        std::size_t entry = 0;  ///< of Left: among the workspace's
        ToBeSet seen = {};      ///< of Seen
    };
    [[nodiscard]] const PlanRow& at(int row) const { return rows_[static_cast<std::size_t>(row)]; }
    [[nodiscard]] QString headline() const;
    [[nodiscard]] double stepHeight(std::size_t index) const;
    /// Whether "was, is" takes two lines.
    [[nodiscard]] bool changeBreaks(const StepText& text) const;
    [[nodiscard]] QFont titleFont(std::size_t index) const;
    /// Whether a step's title takes two lines.
    [[nodiscard]] bool titleBreaks(std::size_t index) const;
    /// How much lower what goes with a step stands: beneath a title or a change of more lines.
    [[nodiscard]] double healsBelow(std::size_t index) const;
    /// Where the line of what goes with a step ends.
    [[nodiscard]] double healRoom(std::size_t index) const;
    [[nodiscard]] std::size_t healLines(std::size_t index) const;
    double drawHeals(QPainter& p, std::size_t index, double y) const;
    void drawStep(QPainter& p, std::size_t index, double h);
    void drawBarrier(QPainter& p, std::size_t step) const;

    std::vector<PlanRow> rows_;
};

[[nodiscard]] const ViewEntry& planViewEntry();

}  // namespace kh::app
