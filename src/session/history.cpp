// SPDX-License-Identifier: GPL-3.0-or-later
#include "session/history.h"

#include "model/changes.h"

#include <QByteArray>
#include <algorithm>

namespace kh::session {

void History::restart(KeptState first) {
    states_.clear();
    states_.push_back({std::make_shared<const KeptState>(std::move(first)), {}, {}, 0, ++serials_});
    index_ = 0;
    markClean();
}

void History::push(const QString& name, KeptState after, int key) {
    states_.resize(index_ + 1);
    const bool joins = key != 0 && !sealed_ && index_ > 0 && states_[index_].key == key;
    sealed_ = false;
    if (!joins) {
        states_.push_back({std::make_shared<const KeptState>(std::move(after)), {}, name, key, ++serials_});
        ++index_;
        tidy();
        return;
    }
    if (!sameButWhen(after.setup, states_[index_ - 1].whole->setup)) {
        states_[index_].whole = std::make_shared<const KeptState>(std::move(after));
        states_[index_].serial = ++serials_;
        return;
    }
    states_.pop_back();
    --index_;
}

bool History::abandon(int key) {
    if (key == 0 || sealed_ || index_ == 0 || canRedo() || states_[index_].key != key) return false;
    states_.pop_back();
    --index_;
    tidy();
    return true;
}

void History::markClean() {
    clean_ = states_[index_].serial;
    sealed_ = true;
}

void History::step(int by) {
    if (by == 0) return;
    index_ = static_cast<std::size_t>(static_cast<int>(index_) + by);
    sealed_ = true;
    tidy();
}

void History::unpack(State& state) {
    if (state.whole) return;
    const QByteArray text = qUncompress(reinterpret_cast<const uchar*>(state.packed.data()), static_cast<qsizetype>(state.packed.size()));
    io::Document document = io::parseDocument(text.toStdString());
    state.whole = std::make_shared<const KeptState>(KeptState{std::move(document.setup), std::move(document.unknown)});
    state.packed.clear();
    state.packed.shrink_to_fit();
}

void History::tidy() {
    // what undo and redo lead to next is at hand; one more than the window is looked at on either side, so that each move packs one
    for (const std::size_t next : {index_, index_ - std::min<std::size_t>(index_, 1), std::min(index_ + 1, states_.size() - 1)})
        unpack(states_[next]);
    const auto pack = [&](std::size_t at) {
        State& state = states_[at];
        if (!state.whole) return;
        const std::string text = io::writeDocument(state.whole->setup, state.whole->unknown);
        const QByteArray packed = qCompress(reinterpret_cast<const uchar*>(text.data()), static_cast<qsizetype>(text.size()));
        state.packed.assign(packed.constData(), static_cast<std::size_t>(packed.size()));
        state.whole.reset();
    };
    for (std::size_t at = 0; at < states_.size(); ++at)
        if (at + kWhole < index_ || at > index_ + kWhole) pack(at);
    std::size_t bytes = 0;
    for (const State& state : states_) bytes += state.packed.size();
    std::size_t gone = 0;
    while (bytes > kMostPackedBytes && gone + kWhole < index_) bytes -= states_[gone++].packed.size();
    states_.erase(states_.begin(), states_.begin() + static_cast<std::ptrdiff_t>(gone));
    index_ -= gone;
}

}  // namespace kh::session
