// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "app/table/listpage.h"
#include "app/views/view.h"
#include "text/words.h"

namespace kh::app {

/// A view whose page is a list; its title and key line are its entry's.
class ListView : public ListPage, public ViewPage {
public:
    ListView(const ViewHost& host, const ViewEntry& entry) : ListPage(host.workspace), host_(host), entry_(entry) {}
    [[nodiscard]] QWidget* widget() override { return this; }

protected:
    [[nodiscard]] QString title() const override { return words(entry_.title); }
    [[nodiscard]] std::vector<const char*> keyLine() const override { return entry_.keys; }

    ViewHost host_;
    const ViewEntry& entry_;
};

}  // namespace kh::app
