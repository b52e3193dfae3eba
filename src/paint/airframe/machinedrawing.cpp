// SPDX-License-Identifier: GPL-3.0-or-later
#include "base/conventions.h"
#include "model/amounts.h"
#include "model/fieldpatterns.h"
#include "model/helicopter/helicopter.h"
#include "paint/drawings.h"
#include "paint/look/theme.h"
#include "paint/newmodel/newmodelicons.h"

#include <cmath>

namespace kh::paint {

namespace {

void dimension(QPainter& p, QPointF a, QPointF b, const QString& text) {
    const Tokens& t = Theme::tokens();
    p.setPen(QPen(t.ink, 1));
    p.drawLine(a, b);
    for (const QPointF q : {a, b}) p.drawLine(q + QPointF(-4, 4), q + QPointF(4, -4));
    const double w = textWidth(text, Theme::font(13, true));
    const QPointF mid = (a + b) / 2;
    p.fillRect(QRectF(mid.x() - w / 2 - 6, mid.y() - 9, w + 12, 18), t.sheet);
    drawText(p, {mid.x() - w / 2, mid.y() + 5}, text, Theme::font(13, true), t.ink);
}

}  // namespace

void paintHelicopter(QPainter& p, QRectF area, const Scene& s) {
    const Tokens& t = Theme::tokens();
    p.setRenderHint(QPainter::Antialiasing);
    const Machine& m = s.setup.machine;
    drawTitle(p, area, KH_TR("From above"), words(say(KH_TR("{n}, to scale"), {{"n", m.name}})));
    const double disc = helicopter(m).rotor.discM;
    const double boom = helicopter(m).tail.boomM;
    const double tall = disc / 2 + boom + helicopter(m).tail.discM / 2 + 0.05 * disc;
    const double pixels = std::min((area.width() - 150) / disc, (area.height() - 130) / tall);
    const QPointF shaft(area.left() + area.width() * 0.46, area.top() + 58 + disc / 2 * pixels);
    const auto at = [&](double right, double aft) { return shaft + QPointF(right * pixels, aft * pixels); };
    // disc
    p.setPen(QPen(t.muted, 1));
    p.setBrush(Qt::NoBrush);
    p.drawEllipse(shaft, disc / 2 * pixels, disc / 2 * pixels);
    dimension(p, at(-disc / 2, -disc / 2) - QPointF(0, 18), at(disc / 2, -disc / 2) - QPointF(0, 18),
              words(show(s.setup, "machine.rotor.discM"_field)));
    drawMachineFromAbove(p, shaft, pixels, m);
    drawTurning(p, shaft, disc * 0.42 * pixels, helicopter(m).rotor.turning);
    // mast to tail, as a dimension on the right
    const double dx = shaft.x() + disc / 2 * pixels + 26;
    p.setPen(QPen(t.ink, 1));
    p.drawLine(QPointF(dx, shaft.y()), QPointF(dx, at(0, boom).y()));
    for (const double y : {shaft.y(), at(0, boom).y()}) p.drawLine(QPointF(dx - 4, y + 4), QPointF(dx + 4, y - 4));
    drawText(p, {dx + 9, (shaft.y() + at(0, boom).y()) / 2 + 5}, words(show(s.setup, "machine.tail.boomM"_field)), Theme::font(13, true),
             t.ink);
    drawText(p, {dx + 9, (shaft.y() + at(0, boom).y()) / 2 + 22}, words(KH_TR("mast to tail")), Theme::font(12), t.muted);
    // nose
    const QPointF nose = at(0, -disc * 0.26) - QPointF(0, 8);
    p.setPen(Qt::NoPen);
    p.setBrush(t.machine);
    p.drawPolygon(QPolygonF({nose + QPointF(-6, 5), nose + QPointF(6, 5), nose + QPointF(0, -6)}));
    // facts in words
    double y = area.bottom() - 40;
    drawText(p, {area.left(), y},
             words(say(KH_TR("{b} blades of {l}, chord {c}, flying mass {m}"), {{"b", num(helicopter(m).rotor.blades)},
                                                                                {"l", amount(s.setup, "machine.rotor.bladeMm"_field)},
                                                                                {"c", amount(s.setup, "machine.rotor.chordMm"_field)},
                                                                                {"m", amount(s.setup, "machine.massKg"_field)}})),
             Theme::font(12), t.muted);
    drawText(p, {area.left(), y + 18},
             words(say(KH_TR("tail disc {d}, {r} turns a head turn"),
                       {{"d", amount(s.setup, "machine.tail.discM"_field)}, {"r", num(helicopter(m).tail.ratio, 2)}})),
             Theme::font(12), t.muted);
}

}  // namespace kh::paint
