// SPDX-License-Identifier: GPL-3.0-or-later
#include "session/history.h"

namespace kh::app {

void History::restart(Setup first) {
    states_.clear();
    states_.push_back({std::make_shared<const Setup>(std::move(first)), {}, 0});
    index_ = 0;
    markClean();
}

void History::push(const QString& name, Setup after, int key) {
    states_.resize(index_ + 1);
    const bool joins = key != 0 && !sealed_ && index_ > 0 && states_[index_].key == key;
    sealed_ = false;
    if (!joins) {
        states_.push_back({std::make_shared<const Setup>(std::move(after)), name, key});
        ++index_;
        return;
    }
    if (after != *states_[index_ - 1].setup) {
        states_[index_].setup = std::make_shared<const Setup>(std::move(after));
        return;
    }
    states_.pop_back();
    --index_;
}

bool History::abandon(int key) {
    if (key == 0 || sealed_ || index_ == 0 || canRedo() || states_[index_].key != key) return false;
    states_.pop_back();
    --index_;
    return true;
}

void History::markClean() {
    clean_ = states_[index_].setup;
    sealed_ = true;
}

void History::step(int by) {
    if (by == 0) return;
    index_ = static_cast<std::size_t>(static_cast<int>(index_) + by);
    sealed_ = true;
}

}  // namespace kh::app
