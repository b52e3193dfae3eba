// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/table/listpage.h"

#include "app/table/proofswitch.h"

#include <QKeyEvent>
#include <QMouseEvent>
#include <QPainter>
#include <QResizeEvent>
#include <QStyledItemDelegate>
#include <algorithm>
#include <cmath>
#include <utility>

namespace kh::app {

int ListModel::rowCount(const QModelIndex& parent) const { return parent.isValid() ? 0 : static_cast<int>(rows_.size()); }

QVariant ListModel::data(const QModelIndex& index, int role) const {
    if (!index.isValid()) return {};
    const ListRow& row = rows_[static_cast<std::size_t>(index.row())];
    if (role == Qt::DisplayRole || role == Qt::AccessibleTextRole) return row.name;
    if (role == Qt::AccessibleDescriptionRole) return row.value;
    return {};
}

Qt::ItemFlags ListModel::flags(const QModelIndex& index) const {
    if (!index.isValid() || !rows_[static_cast<std::size_t>(index.row())].chosen) return Qt::ItemNeverHasChildren;
    return Qt::ItemIsEnabled | Qt::ItemIsSelectable | Qt::ItemNeverHasChildren;
}

void ListModel::show(std::vector<ListRow> rows) {
    if (rows == rows_) return;
    const bool same = std::equal(rows.begin(), rows.end(), rows_.begin(), rows_.end(),
                                 [](const ListRow& a, const ListRow& b) { return a.id == b.id && a.chosen == b.chosen; });
    if (!same) beginResetModel();
    rows_ = std::move(rows);
    if (!same) endResetModel();
    else emit dataChanged(index(0), index(static_cast<int>(rows_.size()) - 1));
}

/// The list: keys that mean something to the page go there first.
class ListPage::Rows final : public QListView {
public:
    explicit Rows(ListPage* page) : QListView(page), page_(page) {
        setFrameShape(QFrame::NoFrame);
        viewport()->setAutoFillBackground(false);
        setVerticalScrollMode(ScrollPerPixel);
        setVerticalScrollBarPolicy(Qt::ScrollBarAlwaysOff);
        setHorizontalScrollBarPolicy(Qt::ScrollBarAlwaysOff);
        setEditTriggers(NoEditTriggers);
        setTabKeyNavigation(false);
    }
    void step(QKeyEvent* event) { QListView::keyPressEvent(event); }

protected:
    void keyPressEvent(QKeyEvent* event) override { page_->keyPressEvent(event); }
    void currentChanged(const QModelIndex& now, const QModelIndex& before) override {
        QListView::currentChanged(now, before);
        if (!page_->renewing_ && now.isValid()) page_->choose(now.row());
    }
    void mousePressEvent(QMouseEvent* event) override {
        const QModelIndex at = indexAt(event->pos());
        const QRect row = visualRect(at);
        if (at.isValid() && page_->clicked(at.row(), (event->position() - row.topLeft()) / zoom(), row.height() / zoom())) return;
        QListView::mousePressEvent(event);
    }
    void mouseDoubleClickEvent(QMouseEvent* event) override {
        if (indexAt(event->pos()).isValid()) page_->enter();
    }

private:
    ListPage* page_;
};

class ListPage::Delegate final : public QStyledItemDelegate {
public:
    explicit Delegate(ListPage* page) : QStyledItemDelegate(page), page_(page) {}
    [[nodiscard]] QSize sizeHint(const QStyleOptionViewItem&, const QModelIndex& index) const override {
        return {10, static_cast<int>(std::ceil(page_->rowHeight(index.row()) * zoom()))};
    }
    void paint(QPainter* p, const QStyleOptionViewItem& option, const QModelIndex& index) const override {
        p->save();
        p->setClipRect(page_->list_->viewport()->rect());
        p->translate(option.rect.topLeft());
        p->scale(zoom(), zoom());
        page_->drawRow(*p, index.row(), option.rect.height() / zoom());
        p->restore();
    }

private:
    ListPage* page_;
};

ListPage::ListPage(session::Workspace& workspace, QWidget* parent) : PageView(workspace, parent), rows_(new Rows(this)), list_(rows_) {
    list_->setModel(&model_);
    list_->setItemDelegate(new Delegate(this));
    setFocusProxy(list_);
    const auto follow = [this] {
        if (isVisible()) renew(true);
    };
    const auto stay = [this] {
        if (isVisible()) renew(false);
        else model_.show({});  // rows of another document are not laid out
    };
    connect(&workspace, &session::Workspace::selectionChanged, this, follow);
    connect(&workspace, &session::Workspace::swapped, this, stay);
    connect(&workspace.pose(), &session::Pose::changed, this, stay);
}

void ListPage::renew(bool follow) {
    renewing_ = true;
    model_.show(listRows());
    list_->setAccessibleName(accessibleName());
    const QModelIndex now = model_.index(chosenRow());
    if (now.isValid() && now != list_->currentIndex()) list_->setCurrentIndex(now);
    list_->doItemsLayout();  // the chosen row is higher
    if (follow && now.isValid()) list_->scrollTo(now);
    list_->viewport()->update();
    renewing_ = false;
}

bool ListPage::clicked(int, QPointF, double) { return false; }

void ListPage::render(QPainter* p) {
    setContentHeight(0);
    renderHead(p);
    if (proofFace()) drawProofSwitch(p, workspace(), wide(), [this](Item item) { put(std::move(item)); });
}

void ListPage::mousePressEvent(QMouseEvent* event) {
    setFocus();
    if (const Item* i = itemAt(event->position())) chooseFace(workspace(), i->id);
}

void ListPage::keyPressEvent(QKeyEvent* event) {
    if (event->key() == Qt::Key_Return || event->key() == Qt::Key_Enter) enter();
    else rows_->step(event);
}

void ListPage::resizeEvent(QResizeEvent* event) {
    const QModelIndex now = list_->currentIndex();
    const bool inSight = now.isValid() && list_->viewport()->rect().intersects(list_->visualRect(now));
    relayout();
    const int top = static_cast<int>(std::lround(kBody * zoom()));
    list_->setGeometry(0, top, width(), std::max(0, static_cast<int>(std::lround((high() - kFoot) * zoom())) - top));
    event->accept();
    renew(inSight);
}

}  // namespace kh::app
