// SPDX-License-Identifier: GPL-3.0-or-later
//
// A view that is no station: plan, what is still to be set, new model … One entry brings it; the bar with the way back, the keel of
// what it counts, key line, palette and pictures follow from that.
#pragma once

#include "app/shell/keel.h"
#include "session/workspace.h"
#include "stations/kit/station.h"

#include <QWidget>
#include <filesystem>
#include <functional>
#include <memory>
#include <span>
#include <vector>

namespace kh::app {

class WhyPanel;
struct Offer;

/// What a view may ask of the window.
struct ViewHost {
    session::Workspace& workspace;
    std::function<void()> counted;   ///< what the view counts has changed: its keel is drawn anew
    std::function<bool()> mayLeave;  ///< asks about changes to the document that would be lost
    /// Another document takes the place of this one, which may be lost: that was asked for before. What is told of it may be empty.
    std::function<void(const Setup& setup, const QString& told)> begin;
    std::vector<std::filesystem::path> data = {};      ///< folders profiles are looked up in
    std::function<void(const QString&)> tell = {};     ///< in the window, for a while
    std::function<void(std::vector<Offer>)> ask = {};  ///< one of them, in the palette
};

/// The page of a view, made when it is first come to and kept: whoever goes back and comes again finds what was there.
class ViewPage {
public:
    ViewPage() = default;
    ViewPage(const ViewPage&) = delete;
    ViewPage& operator=(const ViewPage&) = delete;
    virtual ~ViewPage() = default;
    /// Owned by the window, and deleted with the page.
    [[nodiscard]] virtual QWidget* widget() = 0;
    /// It is come to.
    virtual void entered() {}
    /// What the view counts, as its keel draws it.
    [[nodiscard]] virtual std::vector<KeelRib> ribs() const = 0;
    /// Goes to a frame of a rib.
    virtual void go(std::size_t rib, std::size_t frame) = 0;
    /// Explains what is chosen. @return false if there is nothing to explain
    virtual bool explain(WhyPanel&) { return false; }
    /// A command of the window, where the view does something of its own for it. @return whether it did
    virtual bool act(const std::string&) { return false; }
};

struct ViewEntry {
    const char* id;     ///< of the view; a command of the same id in the shortcut table leads there and back
    const char* title;  ///< in its bar and in the palette
    std::unique_ptr<ViewPage> (*make)(const ViewHost& host, const ViewEntry& entry);
    std::vector<const char*> keys;                                    ///< its key line: ids of the shortcut table
    std::vector<PanelSpec> (*panels)(const PanelContext&) = nullptr;  ///< drawings beside the page; none: the page has all the width
    double pageWidth = 1280.0;                                        ///< beside the drawings at 1280 pixels
    bool deck = false;                                                ///< sticks, switches and trace beneath it
    bool ofModel = true;                                              ///< the bar names the model and its boxes
    /// Whether the view may be come to: what would be lost was asked about.
    bool (*mayEnter)(const ViewHost& host) = nullptr;
    std::vector<Shot> shots = {};
};

/// Those that ship.
[[nodiscard]] std::span<const ViewEntry> shippedViews();

}  // namespace kh::app
