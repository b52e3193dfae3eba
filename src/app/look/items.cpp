// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/look/items.h"

#include "paint/look/theme.h"

#include <QAccessibleWidget>
#include <algorithm>

namespace kh::app {

namespace {

class ItemViewInterface;

/// One painted item as an accessible child.
class ItemInterface final : public QAccessibleInterface {
public:
    ItemInterface(ItemView* view, int index) : view_(view), index_(index) {}
    [[nodiscard]] bool isValid() const override { return index_ < view_->items().size(); }
    [[nodiscard]] QObject* object() const override { return nullptr; }
    [[nodiscard]] QAccessibleInterface* childAt(int, int) const override { return nullptr; }
    [[nodiscard]] QAccessibleInterface* parent() const override { return QAccessible::queryAccessibleInterface(view_); }
    [[nodiscard]] QAccessibleInterface* child(int) const override { return nullptr; }
    [[nodiscard]] int childCount() const override { return 0; }
    [[nodiscard]] int indexOfChild(const QAccessibleInterface*) const override { return -1; }
    [[nodiscard]] QString text(QAccessible::Text which) const override {
        if (!isValid()) return {};
        const Item& item = view_->items()[index_];
        return which == QAccessible::Name ? item.name : which == QAccessible::Value ? item.value : QString();
    }
    void setText(QAccessible::Text, const QString&) override {}
    [[nodiscard]] QRect rect() const override {
        if (!isValid()) return {};
        const QRect r = view_->items()[index_].rect.toRect();
        return {view_->mapToGlobal(r.topLeft()), r.size()};
    }
    [[nodiscard]] QAccessible::Role role() const override { return isValid() ? view_->items()[index_].role : QAccessible::NoRole; }
    [[nodiscard]] QAccessible::State state() const override {
        QAccessible::State s;
        if (isValid()) {
            s.selectable = true;
            s.selected = view_->items()[index_].selected;
        }
        return s;
    }

private:
    ItemView* view_;
    int index_;
};

class ItemViewInterface final : public QAccessibleWidget {
public:
    explicit ItemViewInterface(ItemView* view) : QAccessibleWidget(view, QAccessible::Grouping, view->accessibleName()) {}
    ~ItemViewInterface() override {
        for (const QAccessible::Id id : ids_) QAccessible::deleteAccessibleInterface(id);
    }
    [[nodiscard]] int childCount() const override { return QAccessibleWidget::childCount() + static_cast<int>(view()->items().size()); }
    [[nodiscard]] QAccessibleInterface* child(int index) const override {
        const int widgets = QAccessibleWidget::childCount();
        if (index < widgets) return QAccessibleWidget::child(index);
        const int at = index - widgets;
        if (at >= view()->items().size()) return nullptr;
        while (ids_.size() <= at)
            ids_.push_back(QAccessible::registerAccessibleInterface(new ItemInterface(view(), static_cast<int>(ids_.size()))));
        return QAccessible::accessibleInterface(ids_[at]);
    }

private:
    [[nodiscard]] ItemView* view() const { return static_cast<ItemView*>(widget()); }
    mutable QVector<QAccessible::Id> ids_;
};

QAccessibleInterface* factory(const QString&, QObject* object) {
    auto* view = qobject_cast<ItemView*>(object);
    return view == nullptr ? nullptr : new ItemViewInterface(view);
}

}  // namespace

const Item* ItemView::itemAt(QPointF at) const {
    for (auto it = items_.crbegin(); it != items_.crend(); ++it)
        if (it->rect.contains(at)) return &*it;
    return nullptr;
}

const Item* ItemView::item(const QString& id) const {
    for (const Item& i : items_)
        if (i.id == id) return &i;
    return nullptr;
}

double ItemView::zoom() { return std::max(1.0, paint::Theme::textScale()); }

void ItemView::fitTo(QSizeF units) {
    fit_ = std::clamp(std::min(width() / (units.width() * zoom()), height() / (units.height() * zoom())), kLeastFit, 1.0);
}

QRectF ItemView::onWidget(QRectF drawn) const { return {drawn.topLeft() * scale(), drawn.size() * scale()}; }

QRectF ItemView::drawnRect(const Item& item) const { return {item.rect.topLeft() / scale(), item.rect.size() / scale()}; }

void ItemView::setItems(QVector<Item> items) {
    if (scale() != 1.0)
        for (Item& item : items) item.rect = onWidget(item.rect);
    items_ = std::move(items);
}

void installAccessibility() { QAccessible::installFactory(factory); }

}  // namespace kh::app
