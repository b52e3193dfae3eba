// SPDX-License-Identifier: GPL-3.0-or-later
//
// What the window lends to those that act in it: files, boxes of one's own, edits, menus.
#pragma once

#include "app/shell/panels.h"
#include "app/views/view.h"
#include "session/workspace.h"

#include <QCoreApplication>
#include <QDesktopServices>
#include <filesystem>
#include <functional>
#include <vector>

namespace kh::app {

/// Where the window keeps its files, and where data are looked up.
struct Places {
    QString stateFolder;
    std::vector<std::filesystem::path> data;
    const StationSet* stations = &shippedStations();
    std::function<bool(const QUrl&)> openOutside = QDesktopServices::openUrl;  ///< the desktop's program for a file
    std::span<const ViewEntry> views = shippedViews();                         ///< a test may bring its own
};

/// One of those. It lives as long as the window.
class Hand {
public:
    struct Lent {
        QWidget* window;  ///< the parent of what is opened over it
        session::Workspace& workspace;
        const Places& places;
        std::function<void(const QString&)> tell;     ///< in the window, for a while; empty: what is told is taken away
        std::function<void(std::vector<Offer>)> ask;  ///< one of them, in the palette
        /// A line of text, in the palette: what is asked, and what is done with what was typed.
        std::function<void(const QString&, std::function<void(const QString&)>)> askText{};
    };

protected:
    explicit Hand(Lent lent) : lent_(std::move(lent)), workspace_(lent_.workspace), window_(lent_.window), places_(lent_.places) {}
    void showMessage(const QString& text) const { lent_.tell(text); }

    Lent lent_;
    session::Workspace& workspace_;
    QWidget* window_;
    const Places& places_;
};

}  // namespace kh::app
