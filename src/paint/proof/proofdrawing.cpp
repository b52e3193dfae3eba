// SPDX-License-Identifier: GPL-3.0-or-later
#include "judge/motorfigures.h"
#include "paint/drawings.h"
#include "paint/look/theme.h"
#include "procedure/prooftext.h"

#include <QPainter>
#include <optional>
#include <vector>

namespace kh::paint {

namespace {

constexpr double kCell = 11;
constexpr double kStep = 13;
constexpr int kMostCells = 10;

QString rowName(const Setup& setup, const PositionRow& row) {
    if (row.disarmed) return words(KH_TR("not armed"));
    const FlightMode& mode = setup.transmitter.modes[row.mode];
    // a class without hold flies by its box: those of the transmitter are sets of rates, and go by their names
    QString name = setup.machine.aircraft.of().holds ? modeSign(mode, row.mode) : shown(mode.name);
    for (const auto& [on, word] :
         {std::pair{row.hold, KH_TR("hold")}, std::pair{row.kill, KH_TR("kill")}, std::pair{row.cut, KH_TR("cut")}})
        if (on) name += QLatin1Char(' ') + words(word);
    return name;
}

/// What is not armed is one row, however the other switches stand: as bad as the worst of it.
std::vector<PositionRow> rowsDrawn(const std::vector<PositionRow>& positions) {
    std::vector<PositionRow> out;
    std::optional<PositionRow> disarmed;
    for (const PositionRow& r : positions) {
        if (!r.disarmed) {
            out.push_back(r);
        } else if (!disarmed) {
            disarmed = r;
        } else {
            disarmed->states += r.states;
            if (r.motor == PositionRow::Motor::Fails) disarmed->motor = r.motor;
        }
    }
    if (disarmed) out.push_back(*disarmed);
    return out;
}

void drawCell(QPainter& p, QRectF at, PositionRow::Motor motor) {
    const Tokens& t = Theme::tokens();
    switch (motor) {
        case PositionRow::Motor::Fails: drawMark(p, Severity::Danger, at.center(), kCell); break;
        case PositionRow::Motor::Off: p.fillRect(at, t.pass); break;
        case PositionRow::Motor::MayRun:
            p.setPen(QPen(t.muted, 1));
            p.setBrush(Qt::NoBrush);
            p.drawRect(at.adjusted(0.5, 0.5, -0.5, -0.5));
            break;
    }
}

}  // namespace

void paintPositions(QPainter& p, QRectF area, const Scene& s) {
    const Tokens& t = Theme::tokens();
    p.setRenderHint(QPainter::Antialiasing, false);
    if (s.proof == nullptr || s.proof->positions.empty()) {
        drawTitle(p, area, KH_TR("All positions"), words(KH_TR("being tried")));
        return;
    }
    drawTitle(p, area, KH_TR("All positions"),
              words(say(KH_TR("{n} combinations"), {{"n", num(static_cast<double>(s.proof->combinations))}})));
    const double labels = 94;
    std::uint64_t most = 1;
    const std::vector<PositionRow> rows = rowsDrawn(s.proof->positions);
    for (const PositionRow& r : rows) most = std::max(most, r.states);
    const double step = std::min(18.0, (area.height() - 56) / static_cast<double>(rows.size()));
    double y = area.top() + 28;
    std::uint64_t turning = 0;
    for (const PositionRow& r : rows) {
        const bool fails = r.motor == PositionRow::Motor::Fails;
        const Instant& now = s.trace.now;
        const bool here = r.disarmed || now.disarmed
                              ? r.disarmed == now.disarmed
                              : r.mode == now.beneath && r.hold == now.holdAsked && r.kill == now.killActs && r.cut == now.cutActs;
        const QString name = rowName(s.setup, r);
        drawText(p, {area.left() + labels - 8 - textWidth(name, Theme::font(12, fails)), y + 11}, name, Theme::font(12, fails),
                 fails  ? t.danger
                 : here ? t.ink
                        : t.muted);
        const int cells = std::clamp(static_cast<int>(kMostCells * r.states / most), 1, kMostCells);
        for (int c = 0; c < cells; ++c) drawCell(p, QRectF(area.left() + labels + kStep * c, y + 1, kCell, kCell), r.motor);
        if (s.proofAfter != nullptr && turnsOff(r, *s.proofAfter)) {
            turning += r.states;
            p.setPen(QPen(t.pass, 1.6));
            p.setBrush(Qt::NoBrush);
            for (int c = 0; c < cells; ++c) p.drawRect(QRectF(area.left() + labels + kStep * c, y + 1, kCell, kCell));
        }
        if (here) {
            p.setPen(QPen(t.ink, 1.6));
            p.setBrush(Qt::NoBrush);
            p.drawRect(QRectF(area.left() + labels - 3, y - 2, kStep * cells + 4, kCell + 6));
        }
        y += step;
    }
    const bool idles = s.setup.machine.power.kind == PowerKind::Engine || holdIsArmed(s.setup);  // under hold
    double x = area.left() + 20;
    for (const auto& [motor, word] : {std::pair{PositionRow::Motor::Fails, KH_TR("fails")},
                                      std::pair{PositionRow::Motor::Off, idles ? KH_TR("off or idle") : KH_TR("motor off")},
                                      std::pair{PositionRow::Motor::MayRun, KH_TR("may run")}}) {
        if (x > area.left() + 20 && x + 16 + textWidth(words(word), Theme::font(12)) > area.right()) {
            x = area.left() + 20;
            y += 18;
        }
        drawCell(p, QRectF(x, y + 7, kCell, kCell), motor);
        x = drawText(p, {x + 16, y + 17}, words(word), Theme::font(12), t.ink) + 16;
    }
    if (turning == 0) return;
    const double left = area.left() + 20;
    p.setPen(QPen(t.pass, 1.6));
    p.setBrush(Qt::NoBrush);
    p.drawRect(QRectF(left, y + 26, kCell, kCell));
    drawText(p, {left + 16, y + 36}, words(say(KH_TR("{n} turn green with this step"), {{"n", num(static_cast<double>(turning))}})),
             Theme::font(12, true), t.pass);
}

}  // namespace kh::paint
