// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "app/table/listpage.h"

namespace kh::app {

/// Proof's third face: what the model still lacks, in the order of the work. Enter goes there.
class ToSetView final : public ListPage {
    Q_OBJECT
public:
    using ListPage::ListPage;

protected:
    std::vector<ListRow> listRows() override;
    [[nodiscard]] int chosenRow() const override;
    void choose(int row) override { at_ = row; }
    void enter() override;
    [[nodiscard]] double rowHeight(int row) const override;
    void drawRow(QPainter& p, int row, double height) override;
    void renderHead(QPainter* p) override;
    [[nodiscard]] std::vector<const char*> keyLine() const override;

private:
    int at_ = 0;
};

}  // namespace kh::app
