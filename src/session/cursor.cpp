// SPDX-License-Identifier: GPL-3.0-or-later
#include "session/cursor.h"

#include <algorithm>

namespace kh::session {

void Cursor::show(Pages pages) {
    pages_ = std::move(pages);
    showRows();
}

void Cursor::go(Station station) {
    station_ = station;
    views_.clear();
    showRows();
}

namespace {

const std::string kNoView;

}  // namespace

const std::string& Cursor::view() const { return views_.empty() ? kNoView : views_.back(); }

const std::string& Cursor::behind() const { return views_.size() < 2 ? kNoView : views_[views_.size() - 2]; }

bool Cursor::enter(const std::string& view) {
    if (view == this->view()) return false;
    const auto passed = std::find(views_.begin(), views_.end(), view);
    if (passed == views_.end()) views_.push_back(view);
    else views_.erase(passed + 1, views_.end());
    return true;
}

bool Cursor::leave() {
    if (views_.empty()) return false;
    views_.pop_back();
    return true;
}

Selection Cursor::selection() const {
    const auto s = selections_.find(station_);
    return s == selections_.end() ? Selection{} : s->second;
}

const Row* Cursor::row() const {
    const auto& rows = shown_->rows;
    const int row = selection().row;
    return row >= 0 && row < static_cast<int>(rows.size()) ? &rows[static_cast<std::size_t>(row)] : nullptr;
}

const Part* Cursor::part() const {
    const Row* r = row();
    const Selection s = selection();
    if (r == nullptr || s.cell < 0 || s.cell >= static_cast<int>(r->cells.size())) return nullptr;
    const auto& parts = r->cells[static_cast<std::size_t>(s.cell)].parts;
    return s.part >= 0 && s.part < static_cast<int>(parts.size()) ? &parts[static_cast<std::size_t>(s.part)] : nullptr;
}

void Cursor::showRows() {
    const Row* chosen = shown_->station == station_ ? row() : nullptr;
    const std::string at = chosen == nullptr ? std::string() : chosen->id;
    const std::string parent = chosen == nullptr ? std::string() : chosen->under;
    StationPage next{station_, {}};
    for (const StationPage& p : *pages_)
        if (p.station == station_)
            for (const Row& r : p.rows)
                if (r.under.empty() || isOpen(r.under)) next.rows.push_back(r);
    shown_ = std::make_shared<const StationPage>(std::move(next));
    if (at.empty()) return;
    for (const std::string& id : {at, parent})  // a sub-row that is closed leaves the selection to its row
        for (std::size_t r = 0; r < shown_->rows.size(); ++r)
            if (shown_->rows[r].id == id) {
                selections_[station_].row = static_cast<int>(r);
                return;
            }
}

bool Cursor::toggle() {
    const Row* chosen = row();
    if (chosen == nullptr || (chosen->under.empty() && !chosen->opens)) return false;
    const std::string id = chosen->keelId();
    if (open_.erase(id) == 0) open_.insert(id);
    showRows();
    return true;
}

bool Cursor::goTo(const std::string& id, int cell, int part) {
    for (const StationPage& p : *pages_)
        for (const Row& r : p.rows) {
            if (r.id != id) continue;
            if (!r.under.empty()) open_.insert(r.under);
            go(p.station);
            for (std::size_t i = 0; i < shown_->rows.size(); ++i)
                if (shown_->rows[i].id == id) select({static_cast<int>(i), cell, part});
            return true;
        }
    return false;
}

}  // namespace kh::session
