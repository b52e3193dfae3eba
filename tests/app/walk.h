// SPDX-License-Identifier: GPL-3.0-or-later
//
// Every view of the window in every state a pilot can bring it to by going through it.
#pragma once

#include "app/bench.h"

#include <set>

namespace khtest {

using Look = std::function<void(QWidget* view, const std::string& where)>;

/// Looks at every station, Why, every face of Proof and, with `rows`, at every row chosen and opened.
inline void walkViews(Bench& b, const std::string& where, bool rows, const Look& look) {
    const auto all = [&](const std::string& here) {
        Bench::settle();
        for (ItemView* view : b.window.findChildren<ItemView*>()) look(view, here);
        for (const ListPage* page : b.window.findChildren<ListPage*>()) look(page->list()->viewport(), here);
        look(b.window.why(), here);
    };
    for (const StationEntry& s : stations()) {
        b.go(s.station);
        const std::string here = where + " " + s.name;
        if (s.page == PageKind::Proof) {
            all(here);
            for (const ViewEntry& view : b.window.bands()->views()) {
                b.w().enter(view.id);
                all(here + " view " + view.id);
                b.act("why");
                all(here + " view " + view.id + " why");
                b.window.why()->hide();
                b.w().leave();
            }
            continue;
        }
        all(here);
        b.act("why");
        all(here + " why");
        b.window.why()->hide();
        if (!rows) continue;
        std::set<std::string> seen;
        for (std::size_t r = 0; r < b.w().page().rows.size(); ++r) {  // each opened and chosen once
            const Row row = b.w().page().rows[r];
            b.w().select({static_cast<int>(r), 0, 0});
            if (row.opens && !b.w().isOpen(row.id) && seen.insert(row.id).second) b.w().toggleRow();
            all(here + " row " + row.id);
        }
    }
}

}  // namespace khtest
