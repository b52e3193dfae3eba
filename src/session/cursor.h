// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "stations/kit/row.h"

#include <map>
#include <memory>
#include <set>
#include <string>
#include <vector>

namespace kh::session {

/// Which part of which cell is selected on a station's page.
struct Selection {
    int row = 0;
    int cell = 2;
    int part = 0;
    bool operator==(const Selection&) const = default;
};

/// Where the pilot is: the station, the view over it if there is one, the rows that are open, and the selected cell of each page.
class Cursor {
public:
    using Pages = std::shared_ptr<const std::vector<StationPage>>;

    /// Other pages; the selection stays at its row.
    void show(Pages pages);
    [[nodiscard]] Station station() const { return station_; }
    /// To a station's page; whatever view stands over it is left.
    void go(Station station);
    /// The id of the view that stands in the page's place; empty: none, the station's own page.
    [[nodiscard]] const std::string& view() const;
    /// Comes to a view; to one that was passed on the way here, back. @return false if it is the one that is shown
    bool enter(const std::string& view);
    /// Where `leave` leads: a view, or empty for the station.
    [[nodiscard]] const std::string& behind() const;
    /// Back to where one came from. @return false if no view is shown
    bool leave();
    /// The station's rows, as far as they are open: what a Selection counts.
    [[nodiscard]] const StationPage& page() const { return *shown_; }
    [[nodiscard]] Selection selection() const;
    void select(const Selection& selection) { selections_[station_] = selection; }
    /// The selected row and part, or nullptr.
    [[nodiscard]] const Row* row() const;
    [[nodiscard]] const Part* part() const;
    [[nodiscard]] bool isOpen(const std::string& row) const { return open_.count(row) != 0; }
    /// Opens the selected row, or the one it opens from, or closes it. @return false if nothing opens there
    bool toggle();
    /// Selects a row wherever it stands, and opens what it opens from. @return false if there is none
    bool goTo(const std::string& row, int cell, int part);

private:
    void showRows();
    Pages pages_ = std::make_shared<const std::vector<StationPage>>();
    std::shared_ptr<const StationPage> shown_ = std::make_shared<const StationPage>();
    Station station_ = Station::Swash;
    std::vector<std::string> views_;  ///< the way from the station's page to what is shown
    std::map<Station, Selection> selections_;
    std::set<std::string> open_;
};

}  // namespace kh::session
