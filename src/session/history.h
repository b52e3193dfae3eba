// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "model/setup.h"

#include <QString>
#include <memory>
#include <vector>

namespace kh::app {

/// Every state a document went through, whole: a Setup is small, and nothing can be half undone.
class History {
public:
    /// Begins anew with one state.
    explicit History(Setup first = {}) { restart(std::move(first)); }
    void restart(Setup first);

    [[nodiscard]] const Setup& now() const { return *states_[index_].setup; }
    /// A change from now to `after`. One of the same `key` ≠ 0 as the last joins it, and both leave no trace if that leads back.
    void push(const QString& name, Setup after, int key);
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
    [[nodiscard]] bool clean() const { return clean_ == states_[index_].setup; }
    void markClean();

private:
    struct State {
        std::shared_ptr<const Setup> setup;
        QString name;  ///< of the change that led here
        int key = 0;
    };
    void step(int by);
    std::vector<State> states_;
    std::size_t index_ = 0;
    std::shared_ptr<const Setup> clean_;
    bool sealed_ = false;
};

}  // namespace kh::app
