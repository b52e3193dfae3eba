// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "app/table/listpage.h"

namespace kh::app {

/// Findings, with where they are settled and the box to change.
class ProofView final : public ListPage {
    Q_OBJECT
public:
    using ListPage::ListPage;

protected:
    std::vector<ListRow> listRows() override;
    [[nodiscard]] int chosenRow() const override { return workspace().selectedFinding(); }
    void choose(int row) override { workspace().selectFinding(row); }
    void enter() override;
    bool clicked(int row, QPointF at, double height) override;
    [[nodiscard]] double rowHeight(int row) const override;
    void drawRow(QPainter& p, int row, double height) override;
    void renderHead(QPainter* p) override;
    [[nodiscard]] std::vector<const char*> keyLine() const override;
    void keyPressEvent(QKeyEvent* event) override;

private:
    [[nodiscard]] const session::ProofEntry& entry(int row) const { return workspace().entries()[static_cast<std::size_t>(row)]; }
    /// Where an open finding is posed from.
    [[nodiscard]] QRectF poseButton(int row, double height) const;
    [[nodiscard]] QString poseLabel(int row) const;
    /// A long title takes more lines than one: their height beyond the first.
    [[nodiscard]] double titleMore(int row) const;
    [[nodiscard]] QFont titleFont(int row) const;
    void drawOpen(QPainter& p, int row, double height);
    void drawWitness(QPainter& p, const Finding& f, double y) const;
    [[nodiscard]] QString proofState() const;
};

}  // namespace kh::app
