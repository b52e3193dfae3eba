// SPDX-License-Identifier: GPL-3.0-or-later
#include "session/whatif.h"

#include "model/amounts.h"
#include "model/names.h"
#include "session/workspace.h"
#include "text/words.h"

namespace kh::session {

QString WhatIf::name() const {
    if (!now_) return {};
    const Edit& first = now_->edits.front();
    return tr("%1 %2").arg(in_.fieldName(first.path), words(kh::show(in_.setup(), first.path, first.value)));
}

void WhatIf::ask(std::vector<Edit> edits) {
    now_ = whatFollows(in_.setup(), in_.evaluation(), std::move(edits), in_.stations());
    emit changed();
}

void WhatIf::toggle(std::size_t companion) {
    if (!now_ || companion >= now_->with.size()) return;
    const bool on = !now_->with[companion].ticked;
    now_ = ticked(in_.setup(), in_.evaluation(), std::move(*now_), companion, on, in_.stations());
    emit changed();
}

void WhatIf::take(bool withTicked) {
    if (!now_) return;
    const std::vector<Edit> edits = withTicked ? kh::withTicked(*now_) : now_->edits;
    const std::size_t more = edits.size() - now_->edits.size();
    const QString called = more == 0 ? name() : tr("%1, %2 with it").arg(name()).arg(more);
    in_.take(called, edits);  // then nothing is looked at any more
}

void WhatIf::leave() {
    now_.reset();
    emit changed();
}

}  // namespace kh::session
