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
#include <string_view>
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
/// The stages whose captions have room, as indices. Where there is little, those go first that say what the one before them says in another
/// unit; never the first or the last, nor the first that parts from what is asked.
inline std::vector<std::size_t> shownStages(const std::vector<const Stage*>& all, double room) {
    std::vector<std::size_t> shown(all.size());
    for (std::size_t i = 0; i < all.size(); ++i) shown[i] = i;
    const auto off = std::find_if(all.begin(), all.end(), [](const Stage* s) { return s->off(); });
    for (const std::string_view least : {"pulse", "arm-angle", "as-mounted", "rated", "motor-pulse", "box-axes", "channel", "demand"}) {
        double caption = 0.0;
        for (const std::size_t i : shown) caption = std::max(caption, textWidth(words(all[i]->name), Theme::font(12)));
        if (room >= (caption + 8) * static_cast<double>(shown.size())) break;
        std::erase_if(shown, [&](std::size_t i) {
            return all[i]->id == least && i > 0 && i + 1 < all.size() && (off == all.end() || *off != all[i]);
        });
    }
    return shown;
}
inline QString stageValue(const Stage& s, double v) {
    if (!s.known) return QStringLiteral("–");
    return words(say("{v}", {{"v", Number{v, s.decimals, s.sign}}}));
}

}  // namespace kh::app
