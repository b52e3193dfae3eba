// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "io/document.h"

#include <QString>
#include <memory>
#include <string>
#include <vector>

namespace kh::session {

/// What undo takes back and brings again: the document, and the keys of its file that this version does not know.
struct KeptState {
    Setup setup;
    io::UnknownKeys unknown;
};

/// Every state a document went through. The last few are kept as they are; older ones as the compressed text of their file, so that
/// a long evening stays small. Beyond `kMostPackedBytes` of those the oldest are given up.
class History {
public:
    static constexpr std::size_t kWhole = 16;  ///< states to either side that are kept as they are
    static constexpr std::size_t kMostPackedBytes = std::size_t{12} * 1024 * 1024;

    /// Begins anew with one state.
    explicit History(KeptState first = {}) { restart(std::move(first)); }
    void restart(KeptState first);

    [[nodiscard]] const KeptState& now() const { return *states_[index_].whole; }
    /// A change from now to `after`. One of the same `key` ≠ 0 as the last joins it, and both leave no trace if that leads back,
    /// whenever it was typed.
    void push(const QString& name, KeptState after, int key);
    /// Gives up the last change, if it is of this key and nothing was undone since.
    /// @return whether there was one
    bool abandon(int key);
    /// The next change is one of its own, whatever its key.
    void seal() { sealed_ = true; }

    [[nodiscard]] bool canUndo() const { return index_ > 0; }
    [[nodiscard]] bool canRedo() const { return index_ + 1 < states_.size(); }
    void undo() { step(canUndo() ? -1 : 0); }
    void redo() { step(canRedo() ? 1 : 0); }
    /// What undo() takes back, and what redo() does again; empty for nothing.
    [[nodiscard]] QString undoText() const { return canUndo() ? states_[index_].name : QString(); }
    [[nodiscard]] QString redoText() const { return canRedo() ? states_[index_ + 1].name : QString(); }
    /// How many changes are kept, and the name of one, oldest first.
    [[nodiscard]] int count() const { return static_cast<int>(states_.size()) - 1; }
    [[nodiscard]] QString text(int change) const { return states_[static_cast<std::size_t>(change) + 1].name; }

    /// Whether the state is the one that was saved last.
    [[nodiscard]] bool clean() const { return clean_ == states_[index_].serial; }
    void markClean();

private:
    struct State {
        std::shared_ptr<const KeptState> whole;  ///< nullptr while it is packed
        std::string packed;
        QString name;  ///< of the change that led here
        int key = 0;
        std::size_t serial = 0;
    };
    void step(int by);
    /// Packs what lies far from now, and gives up the oldest of too many.
    void tidy();
    static void unpack(State& state);

    std::vector<State> states_;
    std::size_t index_ = 0;
    std::size_t serials_ = 0;
    std::size_t clean_ = 0;
    bool sealed_ = false;
};

}  // namespace kh::session
