// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "app/table/listpage.h"
#include "app/views/view.h"

namespace kh::app {

/// What the model still lacks, in the order of the work. Enter goes there.
class ToSetView final : public ListPage, public ViewPage {
    Q_OBJECT
public:
    ToSetView(const ViewHost& host, const ViewEntry& entry) : ListPage(host.workspace), host_(host), entry_(entry) {}
    [[nodiscard]] QWidget* widget() override { return this; }
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
    [[nodiscard]] QString title() const override;
    [[nodiscard]] std::vector<const char*> keyLine() const override { return entry_.keys; }

private:
    ViewHost host_;
    const ViewEntry& entry_;
    int at_ = 0;
};

[[nodiscard]] const ViewEntry& toSetViewEntry();

}  // namespace kh::app
