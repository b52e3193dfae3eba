// SPDX-License-Identifier: GPL-3.0-or-later
//
// Where things stand on the deck, and in which words; private to the deck.
#pragma once

#include "base/conventions.h"
#include "paint/look/theme.h"
#include "procedure/trace.h"
#include "session/workspace.h"

#include <QRectF>
#include <algorithm>
#include <array>
#include <vector>

namespace kh::app {

using namespace paint;

inline constexpr double kBox = 112;
inline constexpr double kBoxTop = 17.5;
inline constexpr double kTraceLeft = 456;
inline constexpr double kLevelTop = 109;
inline constexpr double kLevelBottom = 143.5;
inline constexpr std::array kSwitchX{286.0, 344.0, 402.0, 258.0};
inline QRectF stickRect(int box) { return {16.5 + 128 * box, kBoxTop, kBox - 1, kBox - 1}; }
inline std::vector<const SwitchProfile*> sortedSwitches(const Setup& setup) {
    std::vector<const SwitchProfile*> list;
    for (const SwitchProfile& s : setup.transmitter.profile->switches) list.push_back(&s);
    std::sort(list.begin(), list.end(), [](const auto* a, const auto* b) { return a->id < b->id; });
    return list;
}
/// What a switch does at a place, in a word: the mode's letter, on/off, the bank's number.
struct SwitchWords {
    QString function, place;
};
inline SwitchWords switchWords(const Evaluation& evaluation, const std::string& id, int place) {
    for (const SwitchRole& role : evaluation.switches) {
        if (role.id != id || place < 1 || place > static_cast<int>(role.places.size())) continue;
        QStringList functions;
        for (const Message& f : role.functions) functions << words(f);
        return {functions.isEmpty() ? words(KH_TR("free")) : functions.join(QStringLiteral(", ")),
                words(role.places[static_cast<std::size_t>(place - 1)])};
    }
    return {words(KH_TR("free")), QString::number(place)};
}
inline QString stageValue(const Stage& s, double v) {
    if (!s.known) return QStringLiteral("–");
    return words(say("{v}", {{"v", Number{v, s.decimals, s.sign}}}));
}

}  // namespace kh::app
