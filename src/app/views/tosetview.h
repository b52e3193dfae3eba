// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "app/views/listview.h"

namespace kh::app {

/// What the model still lacks, in the order of the work. Enter goes there.
class ToSetView final : public ListView {
    Q_OBJECT
public:
    using ListView::ListView;
    /// The stations that lack something.
    [[nodiscard]] std::vector<KeelRib> ribs() const override;
    void go(std::size_t rib, std::size_t frame) override;
    bool explain(WhyPanel& panel) override;

protected:
    std::vector<ListRow> listRows() override;
    [[nodiscard]] int chosenRow() const override;
    void choose(int row) override;
    void enter() override;
    [[nodiscard]] double rowHeight(int row) const override;
    void drawRow(QPainter& p, int row, double height) override;
    void renderHead(QPainter* p) override;

private:
    int at_ = 0;
};

[[nodiscard]] const ViewEntry& toSetViewEntry();

}  // namespace kh::app
