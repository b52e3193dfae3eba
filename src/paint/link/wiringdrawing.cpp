// SPDX-License-Identifier: GPL-3.0-or-later
//
// The wiring plan: receiver, controller, servos and speed controller, every lead with both its ends named.
#include "model/amounts.h"
#include "model/carried.h"
#include "model/fieldpatterns.h"
#include "paint/drawings.h"
#include "paint/look/theme.h"

#include <array>

namespace kh::paint {

namespace {

constexpr std::size_t kMostLeadsNamed = 5;  ///< of those beside

struct Box4 {
    QRectF area;
    QColor colour;
};

void device(QPainter& p, const Box4& box, const QString& name, const QString& note) {
    const Tokens& t = Theme::tokens();
    p.setPen(QPen(box.colour, 1.6));
    p.setBrush(Theme::over(t.sheet, box.colour, 0.06));
    p.drawRoundedRect(box.area, 2, 2);
    p.setPen(t.ink);
    drawText(p, {box.area.left() + 10, box.area.top() + 20}, name, Theme::font(13, true), t.ink);
    if (!note.isEmpty()) drawText(p, {box.area.left() + 10, box.area.top() + 38}, note, Theme::font(12), t.muted);
}

/// A lead from one edge to another, with the names of its ends and a mark at the signal side of the plug.
void lead(QPainter& p, QPointF from, QPointF to, double bend, const QColor& colour, const QString& name, bool heavy = false) {
    p.setBrush(Qt::NoBrush);
    p.setPen(QPen(colour, heavy ? 2.4 : 1.6));
    p.drawPolyline(QPolygonF({from, {bend, from.y()}, {bend, to.y()}, to}));
    p.setPen(Qt::NoPen);
    p.setBrush(colour);
    p.drawRect(QRectF(to.x() - 7, to.y() - 3, 7, 6));
    p.drawRect(QRectF(from.x(), from.y() - 3, 7, 6));
    if (!name.isEmpty()) drawText(p, {from.x() + 12, from.y() - 5}, name, Theme::font(12), Theme::tokens().muted);
}

}  // namespace

void paintWiring(QPainter& p, QRectF area, const Scene& s) {
    const Tokens& t = Theme::tokens();
    p.setRenderHint(QPainter::Antialiasing);
    const Setup& setup = s.setup;
    const Wiring& w = setup.machine.wiring;
    drawTitle(p, area, KH_TR("Wiring"), words(say(KH_TR("each plug: {m}"), {{"m", asWord(setup.controller.profile->plugMark)}})));
    const double top = area.top() + 34;
    const double width = area.width();
    const Box4 receiver{QRectF(area.left(), top, width * 0.24, 92), t.transmitter};
    const Box4 box{QRectF(area.left() + width * 0.38, top, width * 0.24, 168), t.controller};
    const Box4 esc{QRectF(area.left() + width * 0.38, top + 190, width * 0.24, 52), t.machine};
    const QString kind = w.receiver == ReceiverKind::OneLead    ? words(KH_TR("one lead"))
                         : w.receiver == ReceiverKind::LeadEach ? words(KH_TR("a lead a channel"))
                                                                : words(KH_TR("remotes in the box"));
    device(p, receiver, words(w.receiver == ReceiverKind::Remotes ? KH_TR("Remote receivers") : KH_TR("Receiver")), kind);
    device(p, box, shown(setup.controller.profile->name), words(KH_TR("controller")));
    const bool engine = setup.machine.power.kind == PowerKind::Engine;
    if (engine) device(p, esc, words(KH_TR("Throttle servo")), words(KH_TR("of the engine")));
    else device(p, esc, shown(setup.speedController.profile->name), words(KH_TR("speed controller")));
    // signal from the receiver
    const double between = (receiver.area.right() + box.area.left()) / 2;
    if (w.receiver == ReceiverKind::LeadEach) {
        std::size_t n = 0;
        for (const ChannelSettings& c : setup.transmitter.channels) {
            if (c.id == "throttle" && w.throttleLead == ThrottleLead::Receiver) continue;
            const double y = receiver.area.top() + 48 + 8.0 * static_cast<double>(n);
            lead(p, {receiver.area.right(), std::min(y, receiver.area.bottom() - 4)},
                 {box.area.left(), box.area.top() + 52 + 16.0 * static_cast<double>(n)}, between - 10 + 4.0 * static_cast<double>(n),
                 t.transmitter, {});
            drawText(p, {box.area.left() + 8, box.area.top() + 56 + 16.0 * static_cast<double>(n)}, words(c.id.c_str()), Theme::font(12),
                     t.ink);
            ++n;
        }
    } else {
        lead(p, {receiver.area.right(), receiver.area.top() + 62}, {box.area.left(), box.area.top() + 62}, between, t.transmitter, {},
             true);
        drawText(p, {box.area.left() + 10, box.area.top() + 67},
                 w.receiver == ReceiverKind::OneLead ? words(KH_TR("signal")) : words(KH_TR("remotes")), Theme::font(12), t.ink);
    }
    // servos, by port
    const double servoLeft = area.left() + width * 0.76;
    const auto ports = setup.controller.ports;
    const std::size_t leads = ports.size() + (mixesRotors(*setup.controller.profile) ? 0 : 1);  // the last is the tail's
    const double step = std::min(38.0, 168.0 / static_cast<double>(std::max<std::size_t>(leads, 1)));
    double y = top + 14;
    for (std::size_t i = 0; i < leads; ++i) {
        const bool tail = i == ports.size();
        const QString port = tail ? words(KH_TR("tail")) : shown(ports[i].id);
        const QString role = tail ? words(KH_TR("tail servo")) : words(say(KH_TR("{r} servo"), {{"r", asWord(ports[i].role)}}));
        const QPointF from(box.area.right(), y);
        const QPointF to(servoLeft, y);
        lead(p, from, to, (from.x() + to.x()) / 2, t.controller, {});
        p.setPen(Qt::NoPen);
        p.setBrush(t.controller);
        const double wide = std::max(18.0, textWidth(port, Theme::font(12, true)) + 8);
        p.drawRoundedRect(QRectF(from.x() - wide - 4, y - 9, wide, 18), 2, 2);
        p.setPen(t.sheet);
        p.setFont(Theme::font(12, true));
        p.drawText(QRectF(from.x() - wide - 4, y - 9, wide, 18), Qt::AlignCenter, port);
        drawText(p, {to.x() + 8, y + 5}, role, Theme::font(13), t.ink);
        y += step;
    }
    // throttle
    const bool fromBox = w.throttleLead == ThrottleLead::Controller;
    if (fromBox)
        lead(p, {box.area.right(), box.area.bottom() - 10}, {esc.area.right() + 26, esc.area.top() + 26}, esc.area.right() + 26, t.machine,
             words(KH_TR("throttle")));
    else
        lead(p, {receiver.area.left() + 30, receiver.area.bottom()}, {esc.area.left(), esc.area.top() + 20}, receiver.area.left() + 30,
             t.machine, {});
    if (fromBox) {
        p.setPen(QPen(t.machine, 1.6));
        p.drawLine(QPointF(esc.area.right(), esc.area.top() + 26), QPointF(esc.area.right() + 26, esc.area.top() + 26));
    } else {
        drawText(p, {receiver.area.left() + 38, esc.area.top() + 14}, words(KH_TR("throttle")), Theme::font(12), t.muted);
    }
    // supply: from the speed controller, an engine's from a pack of its own
    const int supplyLeads = static_cast<int>(w.supplyLeads);
    const std::vector<Message> volts{setup.machine.supply.volts ? show(setup, "machine.supply.volts"_field)
                                                                : say(KH_TR("voltage not known"))};
    const QString supply =
        words(say(engine ? KH_TR("{v}, leads: {n}") : KH_TR("supply leads: {n}, {v}"), {{"n", num(supplyLeads)}, {"v", volts}}));
    const Box4 pack{QRectF(receiver.area.left(), esc.area.top(), receiver.area.width(), esc.area.height()), t.machine};
    const double source = engine ? pack.area.right() : esc.area.left();
    for (int i = 0; i < supplyLeads; ++i) {
        const double x = engine ? source + 12 + 8.0 * i : source - 12 - 8.0 * i;
        const double from = esc.area.top() + (engine ? 14 + 8.0 * i : 40 - 8.0 * i);
        const double across = box.area.bottom() + 14 - 6.0 * i;
        const double to = box.area.left() + 24 + 14.0 * i;
        p.setBrush(Qt::NoBrush);
        p.setPen(QPen(t.machine, 2.4));
        p.drawPolyline(QPolygonF({{source, from}, {x, from}, {x, across}, {to, across}, {to, box.area.bottom()}}));
        p.setPen(Qt::NoPen);
        p.setBrush(t.machine);
        p.drawRect(QRectF(to - 3, box.area.bottom(), 6, 7));
    }
    if (engine) device(p, pack, words(KH_TR("Receiver battery")), supply);
    else drawText(p, {area.left(), esc.area.bottom() - 18}, supply, Theme::font(12), t.muted);
    const double under = engine ? esc.area.bottom() + 14 : esc.area.bottom() - 2;
    if (w.buffer) drawText(p, {area.left(), under}, words(KH_TR("with a buffer")), Theme::font(12), t.muted);
    // the others, by name: where their ends are, beneath the receiver
    const double beside = area.left() + (w.throttleLead == ThrottleLead::Receiver ? 40 : 0);
    double lower = receiver.area.bottom() + 22;
    for (std::size_t i = 0; i < w.leads.size(); ++i, lower += 15) {
        if (i + 1 == kMostLeadsNamed && w.leads.size() > kMostLeadsNamed) {
            drawText(p, {beside, lower}, words(say(KH_TR("and {n} more"), {{"n", num(static_cast<double>(w.leads.size() - i))}})),
                     Theme::font(12), t.muted);
            break;
        }
        const Lead& l = w.leads[i];
        const QString ends =
            l.from.empty() || l.to.empty() ? words(KH_TR("ends not said")) : QStringLiteral("%1 → %2").arg(shown(l.from), shown(l.to));
        const QString what = words(say(l.parked ? KH_TR("lead {n}, parked: ") : KH_TR("lead {n}: "), {{"n", l.id}}));
        const QFontMetricsF metrics(Theme::font(12));
        drawText(p, {beside, lower}, metrics.elidedText(what + ends, Qt::ElideRight, box.area.left() - beside - 16), Theme::font(12),
                 l.parked ? t.muted : t.machine);
    }
    drawText(p, {servoLeft - 30, esc.area.top() + 20}, words(engine ? KH_TR("engine off until every") : KH_TR("leads off until every")),
             Theme::font(12), t.muted);
    drawText(p, {servoLeft - 30, esc.area.top() + 37}, words(KH_TR("bench step is done")), Theme::font(12), t.muted);
}

}  // namespace kh::paint
