// SPDX-License-Identifier: GPL-3.0-or-later
//
// What a view shows as items: its own, and the rows of its list.
#pragma once

#include "app/look/items.h"
#include "app/table/listpage.h"

#include <optional>

namespace khtest {

/// The rows in sight and out of it, with their place on the page.
inline QVector<kh::app::Item> shownItems(const kh::app::ItemView* view) {
    QVector<kh::app::Item> all = view->items();
    const auto* page = qobject_cast<const kh::app::ListPage*>(view);
    if (page == nullptr) return all;
    for (std::size_t i = 0; i < page->model().rows().size(); ++i) {
        const kh::app::ListRow& row = page->model().rows()[i];
        const QModelIndex index = page->model().index(static_cast<int>(i));
        const QRect at = page->list()->visualRect(index);
        all.push_back({row.id, row.name, row.value, QAccessible::ListItem,
                       QRectF(page->list()->viewport()->mapTo(view, at.topLeft()), at.size()), page->list()->currentIndex() == index});
    }
    return all;
}

inline std::optional<kh::app::Item> shownItem(const kh::app::ItemView* view, const QString& id) {
    for (const kh::app::Item& item : shownItems(view))
        if (item.id == id) return item;
    return std::nullopt;
}

inline void bringIntoSight(const kh::app::ItemView* view, const QString& id) {
    const auto* page = qobject_cast<const kh::app::ListPage*>(view);
    if (page == nullptr) return;
    for (std::size_t i = 0; i < page->model().rows().size(); ++i)
        if (page->model().rows()[i].id == id) page->list()->scrollTo(page->model().index(static_cast<int>(i)));
}

}  // namespace khtest
