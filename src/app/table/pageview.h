// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "app/look/items.h"
#include "session/workspace.h"

#include <QLineEdit>
#include <functional>

namespace kh::app {

/// What every station's page shares: selection by keyboard and click, editing in place, scrolling, the key line.
class PageView : public ItemView {
    Q_OBJECT
public:
    explicit PageView(session::Workspace& workspace, QWidget* parent = nullptr);
    /// The line editor while a cell is edited, else nullptr.
    [[nodiscard]] QLineEdit* editor() const { return editor_; }
    /// What is being typed into a cell, which is closed without taking it; nothing while none is edited.
    [[nodiscard]] std::optional<QString> takeTyped();
    /// Edits the selected part in place; a word with choices opens them.
    void editSelected();
    /// A switch at a place, put into the condition that is being typed. @param also  beside what stands there, not in its place
    void typeSwitch(const QString& id, int place, bool also);

    /// Who takes a choice among many where it is drawn, in place of a list. @return whether it was taken
    void setDrawnChoice(std::function<bool(const Part&)> choose) { drawnChoice_ = std::move(choose); }

signals:
    void refused(const QString& message);
    void curveAsked();
    void whyAsked();
    /// A word that an action of the window changes was entered.
    void actionAsked(const QString& id);
    void measuredAsked();
    /// A condition is being typed, or no longer: the drawn switches can be clicked into it.
    void switchWanted(bool wanted);

protected:
    void paintEvent(QPaintEvent*) final;
    void mousePressEvent(QMouseEvent* event) override;
    void mouseDoubleClickEvent(QMouseEvent*) override { editSelected(); }
    void keyPressEvent(QKeyEvent* event) override;
    void wheelEvent(QWheelEvent* event) override;
    /// The chosen row stays in sight.
    void resizeEvent(QResizeEvent* event) override;
    bool focusNextPrevChild(bool next) override;

    /// Paints (painter given) or only lays out (nullptr); adds items through `put`.
    virtual void render(QPainter* p) = 0;
    /// The page's name, large: the station's, or the view's.
    [[nodiscard]] virtual QString title() const;
    /// Keys shown at the foot, in order: ids of the shortcut table.
    [[nodiscard]] virtual std::vector<const char*> keyLine() const = 0;
    /// Moves the selection; the ledger and the matrix do it alike.
    virtual void moveRow(int by);
    virtual void movePart(int by);

    void put(Item item) { pending_.push_back(std::move(item)); }
    /// One part at `x`; returns the x after it. Registers the part's item.
    double drawPart(QPainter* p, const Part& part, const QString& id, double x, double baseline, bool selected, const QColor& boxColour,
                    bool bold = false, double room = 1e9);
    /// Lines a part takes in a cell of that width: a long word breaks at its comma.
    [[nodiscard]] static int partLines(const Part& part, double room);
    [[nodiscard]] static double partWidth(const Part& part, bool bold = false);
    /// The mark of a row that opens, and whether it is open.
    void drawOpener(QPainter* p, const Row& row, double x, double y);
    /// Wrapped text; returns its height.
    static double drawParagraph(QPainter* p, QRectF area, const QString& text, const QFont& font, const QColor& colour);
    [[nodiscard]] double scroll() const { return scroll_; }
    void setContentHeight(double height) { content_ = height; }
    /// The station's name, and what is said beside it as far as `until`; its counts where nothing is said.
    void drawHeader(QPainter* p, const QString& extra, double until);
    [[nodiscard]] session::Workspace& workspace() const { return workspace_; }
    void relayout();
    /// Scrolls to the chosen row.
    void ensureVisible();
    static constexpr double kPartGap = 9;
    static constexpr double kLeft = 16;
    static constexpr double kSubRow = 10;  ///< how far a sub-row's title stands in
    static constexpr double kBody = 74;    ///< y where rows begin, unscrolled
    static constexpr double kFoot = 30;
    static constexpr double kLineHeight = 20;  ///< of a table
    static constexpr double kTableFoot = 24;   ///< what a column is for, beneath a table

private:
    /// The chosen row's item, or nullptr.
    [[nodiscard]] const Item* chosenItem() const;
    void openLineEditor(const Part& part, QRectF at);
    void closeEditor();
    void commit(const Part& part, const QString& text);

    session::Workspace& workspace_;
    std::function<bool(const Part&)> drawnChoice_;
    QVector<Item> pending_;
    QLineEdit* editor_ = nullptr;
    double scroll_ = 0;
    double content_ = 0;
};

/// One row per behaviour; columns what, transmitter, controller, at the machine, standing.
class LedgerView final : public PageView {
    Q_OBJECT
public:
    using PageView::PageView;

protected:
    void render(QPainter* p) override;
    [[nodiscard]] std::vector<const char*> keyLine() const override;

private:
    struct Columns {
        std::array<double, 5> left, right;
    };
    [[nodiscard]] Columns columns() const;
    double renderRow(QPainter* p, const Row& row, int index, double y, const Columns& c);
    [[nodiscard]] int linesOf(const Cell& cell, double width) const;
    // the table a row opens into
    struct Place {
        double left, right;
    };
    [[nodiscard]] static Place placeOf(const Row& parent, std::size_t column, const Columns& c);
    double renderTableHead(QPainter* p, const Row& parent, double y, const Columns& c);
    double renderLine(QPainter* p, const Row& parent, const Row& line, int index, double y, const Columns& c);
    double renderTableFoot(QPainter* p, const Row& parent, double y, const Columns& c);
};

/// Modes are columns, boxes are bands.
class MatrixView final : public PageView {
    Q_OBJECT
public:
    using PageView::PageView;

protected:
    void render(QPainter* p) override;
    [[nodiscard]] std::vector<const char*> keyLine() const override;
    void movePart(int by) override;
};

}  // namespace kh::app
