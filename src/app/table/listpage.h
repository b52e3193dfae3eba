// SPDX-License-Identifier: GPL-3.0-or-later
//
// A page whose rows are an item model: they come and go with the document, and are chosen, scrolled and read out as Qt does it.
#pragma once

#include "app/table/pageview.h"

#include <QAbstractListModel>
#include <QListView>
#include <vector>

namespace kh::app {

/// A row as it is read out.
struct ListRow {
    QString id;  ///< stable: "step-3"
    QString name, value;
    bool chosen = true;  ///< whether it can be; a heading cannot
    bool operator==(const ListRow&) const = default;
};

class ListModel final : public QAbstractListModel {
    Q_OBJECT
public:
    using QAbstractListModel::QAbstractListModel;
    [[nodiscard]] int rowCount(const QModelIndex& parent = {}) const override;
    /// Display and accessible text is the name, its description the value.
    [[nodiscard]] QVariant data(const QModelIndex& index, int role) const override;
    [[nodiscard]] Qt::ItemFlags flags(const QModelIndex& index) const override;
    [[nodiscard]] const std::vector<ListRow>& rows() const { return rows_; }
    void show(std::vector<ListRow> rows);

private:
    std::vector<ListRow> rows_;
};

/// The head and the keys stand still, the rows between them are a list.
class ListPage : public PageView {
    Q_OBJECT
public:
    explicit ListPage(session::Workspace& workspace, QWidget* parent = nullptr);
    [[nodiscard]] const ListModel& model() const { return model_; }
    [[nodiscard]] QListView* list() const { return list_; }

protected:
    [[nodiscard]] virtual std::vector<ListRow> listRows() = 0;
    /// Which of them is chosen; −1: none.
    [[nodiscard]] virtual int chosenRow() const = 0;
    virtual void choose(int row) = 0;
    /// Enter, or two clicks.
    virtual void enter() = 0;
    /// A click on a row, at that place of it. @return whether that was all it meant
    virtual bool clicked(int row, QPointF at, double height);
    [[nodiscard]] virtual double rowHeight(int row) const = 0;
    virtual void drawRow(QPainter& p, int row, double height) = 0;
    /// Whether it is one of Proof's faces, and offers the others.
    [[nodiscard]] virtual bool proofFace() const { return true; }
    /// The head, and what is said where there are no rows; puts its items.
    virtual void renderHead(QPainter* p) = 0;
    /// The rows as they are now; the chosen one comes into sight if `follow`.
    void renew(bool follow);

    void render(QPainter* p) final;
    void mousePressEvent(QMouseEvent* event) final;
    void mouseDoubleClickEvent(QMouseEvent*) final {}
    void keyPressEvent(QKeyEvent* event) override;
    void resizeEvent(QResizeEvent* event) final;
    void moveRow(int) final {}
    void movePart(int) final {}
    bool focusNextPrevChild(bool next) final { return ItemView::focusNextPrevChild(next); }

private:
    class Rows;
    class Delegate;
    ListModel model_;
    bool renewing_ = false;  ///< what the list tells of its choice is not the pilot's
    Rows* rows_;
    QListView* list_;
};

}  // namespace kh::app
