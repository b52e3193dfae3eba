// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "procedure/whatfollows.h"

#include <QObject>
#include <optional>

namespace kh::session {

class Workspace;

/// The view of what follows from an edit that is not taken yet.
inline constexpr const char* kWhatFollowsView = "what-follows";

/// One edit that is looked at before it is taken: what follows, what goes with it. Nothing is changed until it is taken.
class WhatIf : public QObject {
    Q_OBJECT
public:
    explicit WhatIf(Workspace& workspace) : in_(workspace) {}
    /// Nothing while no edit is looked at.
    [[nodiscard]] const std::optional<WhatFollows>& now() const { return now_; }
    /// What the edit is called: "Idle-up 1: wanted head speed".
    [[nodiscard]] QString name() const;
    /// Looks at edits of the document as it is. @throws InputError as whatFollows; then nothing is looked at
    void ask(std::vector<Edit> edits);
    /// Takes a companion along, or leaves it.
    void toggle(std::size_t companion);
    /// One undoable change: the edit, with what is ticked or alone.
    void take(bool withTicked);
    /// Another document, or the pilot leaves: nothing is taken.
    void leave();

signals:
    void changed();

private:
    Workspace& in_;
    std::optional<WhatFollows> now_;
};

}  // namespace kh::session
