// SPDX-License-Identifier: GPL-3.0-or-later
#include "base/derivation.h"

namespace kh {

KH_SPECIAL_MEMBERS_OF(Derivation);

void Derivation::line(const char* text, std::initializer_list<MessageArg> args) {
    if (wanted) lines.push_back(say(text, args));
}

}  // namespace kh
