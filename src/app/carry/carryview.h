// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "app/look/items.h"
#include "app/views/view.h"
#include "session/carrying.h"

#include <QLineEdit>
#include <set>
#include <string>
#include <vector>

namespace kh::app {

/// What stands in the boxes: a column a box, its pages in the order of typing, those with something left open. Enter says that a page
/// stands so, D that a setting differs and what stands there, Space passes a page by for this round.
class CarryView final : public ItemView, public ViewPage {
    Q_OBJECT
public:
    CarryView(const ViewHost& host, const ViewEntry& entry);
    [[nodiscard]] QWidget* widget() override { return this; }
    void entered() override;
    /// A rib a box, a frame a page: green where all of it is in the box.
    [[nodiscard]] std::vector<KeelRib> ribs() const override;
    void go(std::size_t rib, std::size_t frame) override;
    bool explain(WhyPanel& panel) override;
    bool act(const std::string& command) override;
    /// The field while what stands there is typed, else nullptr.
    [[nodiscard]] QLineEdit* editor() const { return editor_; }
    /// The page and the setting the keyboard is at; nullptr: none.
    [[nodiscard]] const CarryPage* page() const;
    [[nodiscard]] const CarryLine* line() const;

protected:
    void paintEvent(QPaintEvent*) override;
    void resizeEvent(QResizeEvent*) override { layOut(); }
    void mousePressEvent(QMouseEvent* event) override;
    void mouseDoubleClickEvent(QMouseEvent*) override { typeWhatStands(); }
    void keyPressEvent(QKeyEvent* event) override;
    void wheelEvent(QWheelEvent* event) override;
    void focusInEvent(QFocusEvent*) override { update(); }
    bool eventFilter(QObject* watched, QEvent* event) override;

private:
    /// A page, or one of its settings that is left.
    struct Place {
        std::size_t page = 0;
        int line = -1;
        double top = 0.0, height = 0.0;
    };
    /// A box's column: its places from the top, how far it is scrolled.
    struct Column {
        std::vector<Place> places;
        std::size_t at = 0;
        double scroll = 0.0, height = 0.0;
    };
    [[nodiscard]] const std::vector<CarryBox>& boxes() const { return host_.workspace.carrying().boxes(); }
    [[nodiscard]] const UntilThen* untilOf(const std::string& path) const;
    /// What a page is typed together with; nullptr: it stands alone, or that is not known yet.
    [[nodiscard]] const HalfTyped* togetherWith(Box box, const std::string& page) const;
    [[nodiscard]] Severity severityOf(const CarryLine& line) const;
    void renew();   ///< the places anew, the chosen one kept where it still is
    void layOut();  ///< and tell what there is
    void step(int by);
    void toBox(int by);
    /// The next page with something left, in the order of typing, past those that were passed by.
    void toNext();
    void pageStands();
    /// @param by  read back, or lent for the bench
    void typeWhatStands(InBoxBy by = InBoxBy::Read);
    void takeWhatStands();
    void closeEditor();
    void askReset();
    void readBack();
    void readPages();
    [[nodiscard]] bool passed(std::size_t box, std::size_t page) const;
    [[nodiscard]] QRectF columnArea(std::size_t column) const;
    [[nodiscard]] double bandTop() const;
    [[nodiscard]] QString pageName(std::size_t box, std::size_t page) const;
    void drawColumn(QPainter& p, std::size_t column) const;
    void drawPage(QPainter& p, std::size_t box, const Place& place, QRectF area) const;
    void drawLine(QPainter& p, std::size_t box, const CarryLine& line, QRectF area) const;
    void drawMarkOf(QPainter& p, Box box, const CarryLine& line, QPointF at) const;
    void drawHead(QPainter& p) const;
    void drawBand(QPainter& p) const;
    void drawWhat(QPainter& p) const;       ///< the value, large
    void drawWhere(QPainter& p) const;      ///< the way to its page
    void drawMeanwhile(QPainter& p) const;  ///< what the machine does until then
    [[nodiscard]] double lineHigh(const CarryLine& line) const;

    ViewHost host_;
    const ViewEntry& entry_;
    std::vector<Column> columns_;
    std::size_t box_ = 0;
    std::set<std::pair<std::size_t, std::string>> passed_;  ///< box and title of a page that is passed by for this round
    QLineEdit* editor_ = nullptr;
    std::string editing_;  ///< path
    InBoxBy editingBy_ = InBoxBy::Read;
};

[[nodiscard]] const ViewEntry& carryViewEntry();

}  // namespace kh::app
