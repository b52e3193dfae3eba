// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "app/table/listpage.h"
#include "app/views/view.h"

namespace kh::app {

/// The plan, step by step.
class PlanView final : public ListPage, public ViewPage {
    Q_OBJECT
public:
    PlanView(const ViewHost& host, const ViewEntry& entry) : ListPage(host.workspace), entry_(entry) {}
    [[nodiscard]] QWidget* widget() override { return this; }
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
    [[nodiscard]] QString title() const override;
    [[nodiscard]] std::vector<const char*> keyLine() const override { return entry_.keys; }

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

    const ViewEntry& entry_;
    std::vector<PlanRow> rows_;
};

[[nodiscard]] const ViewEntry& planViewEntry();

}  // namespace kh::app
