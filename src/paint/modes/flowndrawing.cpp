// SPDX-License-Identifier: GPL-3.0-or-later
//
// Mode, bank and gain together: a map with a field for each pair of places, and the same as a table.
#include "paint/drawings.h"
#include "paint/look/theme.h"
#include "paint/modes/modetexts.h"
#include "stations/modes/modesfigures.h"

#include <algorithm>
#include <array>
#include <cmath>
#include <vector>

namespace kh::paint {

namespace {

constexpr double kPlacesWide = 86.0;  ///< of the names of places beside the map
constexpr double kTableLine = 19.0;

using Choosing = std::map<std::string, int>;

QString placesText(const Choosing& places) {
    QStringList out;
    for (const auto& [id, place] : places) out << words(say("{s} {n}", {{"s", id}, {"n", num(place)}}));
    return out.isEmpty() ? words(KH_TR("any place")) : out.join(QStringLiteral(", "));
}

QString gainText(const Figure& gain) {
    if (!gain.known) return QStringLiteral("–");
    return words(say("{s} {v}", {{"s", say(gain.value < 0.0 ? KH_TR("R") : KH_TR("H"))}, {"v", num(std::abs(gain.value))}}));
}

QString speedText(const Scene& s, std::size_t mode) {
    const ModeFigures& m = s.evaluation.figures.modes[mode];
    if (m.id == kHoldMode) return words(KH_TR("runs down"));
    return m.headRpm.known ? words(say(KH_TR("{n} rpm"), {{"n", num(m.headRpm.value)}})) : QStringLiteral("– rpm");
}

/// Whether the deck stands at these places.
bool stands(const Scene& s, const FlownPlace& at) {
    const TransmitterSettings& tx = s.setup.transmitter;
    if (tx.modes[at.mode].id != s.trace.mode) return false;
    return std::all_of(at.choosing.begin(), at.choosing.end(), [&](const auto& place) {
        if (const auto is = s.deck.switches.find(place.first); is != s.deck.switches.end()) return is->second == place.second;
        return std::any_of(tx.profile->switches.begin(), tx.profile->switches.end(),
                           [&](const SwitchProfile& p) { return p.id == place.first && powerOnPlaceOf(tx, p) == place.second; });
    });
}

void paintField(QPainter& p, QRectF field, const Scene& s, const FlownPlace& at, double fastest) {
    const Tokens& t = Theme::tokens();
    const bool here = stands(s, at);
    if (here) p.fillRect(field, Theme::selectionTint());
    p.setBrush(Qt::NoBrush);
    p.setPen(QPen(here ? t.ink : t.rule, here ? 2.0 : 1.0));
    p.drawRect(field);
    const double longest = field.width() - 56.0, bar = std::min(9.0, (field.height() - 26.0) / 2.0);
    double y = field.top() + 6.0;
    for (const std::size_t axis : {std::size_t{0}, std::size_t{2}}) {
        const Figure& f = at.axes[axis].fullDegS;
        if (f.known) p.fillRect(QRectF(field.left() + 6.0, y, longest * f.value / fastest, bar), axis == 0 ? t.controller : t.machine);
        drawText(p, {field.left() + 10.0 + longest * (f.known ? f.value / fastest : 0.0), y + bar / 2.0 + 4.0}, figureText(f, false),
                 Theme::font(12), t.ink);
        y += bar + 4.0;
    }
    const double base = field.bottom() - 5.0;
    const double from = drawText(p, {field.left() + 6.0, base}, gainText(at.gain), Theme::font(12, true), t.controller) + 8.0;
    const QString speed = speedText(s, at.mode);
    drawText(p, {std::max(from, field.right() - 6.0 - textWidth(speed, Theme::font(12))), base}, speed, Theme::font(12), t.ink,
             field.right() - 4.0);
}

}  // namespace

void paintFlownPlaces(QPainter& p, QRectF area, const Scene& s) {
    const Tokens& t = Theme::tokens();
    p.setRenderHint(QPainter::Antialiasing, false);
    drawTitle(p, area, KH_TR("Flown at every place"), words(KH_TR("full stick, °/s; H holds the heading, R is rate mode")));
    const std::vector<FlownPlace>& flown = s.evaluation.figures.of<ModesFigures>().flown;
    if (flown.empty()) {
        drawText(p, {area.left(), area.top() + 44}, words(KH_TR("No switch reaches any flight mode.")), Theme::font(13), t.muted,
                 area.right());
        return;
    }
    const auto& modes = s.setup.transmitter.modes;
    const auto& banks = s.setup.controller.banks;
    std::vector<Choosing> rows;
    double fastest = 1.0;
    for (const FlownPlace& at : flown) {
        if (std::find(rows.begin(), rows.end(), at.choosing) == rows.end()) rows.push_back(at.choosing);
        for (const AxisFigures& axis : at.axes)
            if (axis.fullDegS.known) fastest = std::max(fastest, axis.fullDegS.value);
    }
    const double wide = (area.width() - kPlacesWide) / static_cast<double>(modes.size());
    const double high = std::clamp(0.45 * area.height() / static_cast<double>(rows.size()), 44.0, 52.0);
    double y = area.top() + 44.0;
    for (std::size_t m = 0; m < modes.size(); ++m)
        drawText(p, {area.left() + kPlacesWide + wide * static_cast<double>(m) + 6.0, y}, shown(modes[m].name), Theme::font(13, true),
                 t.transmitter, area.left() + kPlacesWide + wide * static_cast<double>(m + 1) - 4.0);
    y += 8.0;
    for (const Choosing& places : rows) {
        drawText(p, {area.left(), y + high / 2.0 + 4.0}, placesText(places), Theme::font(13), t.transmitter,
                 area.left() + kPlacesWide - 6.0);
        for (const FlownPlace& at : flown)
            if (at.choosing == places)
                paintField(p,
                           QRectF(area.left() + kPlacesWide + wide * static_cast<double>(at.mode) + 2.0, y + 2.0, wide - 5.0, high - 5.0),
                           s, at, fastest);
        y += high;
    }
    double x = area.left() + kPlacesWide + 4.0;
    for (const auto& [text, colour] : {std::pair{KH_TR("cyclic"), t.controller}, std::pair{KH_TR("rudder"), t.machine}}) {
        p.fillRect(QRectF(x, y + 7.0, 14.0, 8.0), colour);
        x = drawText(p, {x + 20.0, y + 15.0}, words(text), Theme::font(12), t.muted) + 18.0;
    }
    drawText(p, {x, y + 15.0}, words(KH_TR("framed: where the deck stands")), Theme::font(12), t.muted, area.right());
    y += 40.0;
    const double w = area.width();
    const std::array<double, 6> columns{area.left() + w * 0.36, area.left() + w * 0.47, area.left() + w * 0.58,
                                        area.left() + w * 0.69, area.left() + w * 0.80, area.right()};
    const std::array<const char*, 6> heads{KH_TR("bank"), KH_TR("roll"), KH_TR("pitch"), KH_TR("yaw"), KH_TR("gain"), KH_TR("head speed")};
    drawText(p, {area.left(), y}, words(KH_TR("Mode")), Theme::font(13, true), t.ink);
    drawText(p, {area.left() + w * 0.17, y}, words(KH_TR("place")), Theme::font(12), t.transmitter);
    for (std::size_t i = 0; i < columns.size(); ++i)
        right(p, columns[i], y, words(heads[i]), Theme::font(12), i == 5 ? t.machine : t.controller);
    hairline(p, area.left(), y + 7.0, area.right(), t.muted);
    for (std::size_t i = 0; i < flown.size(); ++i) {
        const FlownPlace& at = flown[i];
        y += kTableLine;
        if (y + kTableLine > area.bottom() && i + 1 < flown.size()) {
            drawText(p, {area.left(), y}, words(say(KH_TR("{n} more above"), {{"n", num(static_cast<double>(flown.size() - i))}})),
                     Theme::font(12), t.muted);
            return;
        }
        const bool here = stands(s, at);
        if (here) p.fillRect(QRectF(area.left() - 6.0, y - 14.0, w + 12.0, kTableLine), Theme::selectionTint());
        drawText(p, {area.left(), y}, shown(modes[at.mode].name), Theme::font(13, here), t.ink, area.left() + w * 0.16);
        drawText(p, {area.left() + w * 0.17, y}, placesText(at.choosing), Theme::font(12), t.ink, columns[0] - 30.0);
        const QString bank = banks.empty() ? QStringLiteral("–") : shown(banks[std::min(at.bank, banks.size() - 1)].id);
        right(p, columns[0], y, bank, Theme::font(13), t.ink);
        for (std::size_t axis = 0; axis < at.axes.size() && axis < 3; ++axis)
            right(p, columns[axis + 1], y, figureText(at.axes[axis].fullDegS, false), Theme::font(13, here), t.ink);
        right(p, columns[4], y, gainText(at.gain), Theme::font(13, here), t.ink);
        right(p, columns[5], y, speedText(s, at.mode), Theme::font(13), t.ink);
        hairline(p, area.left(), y + 5.0, area.right(), t.rule);
    }
}

}  // namespace kh::paint
