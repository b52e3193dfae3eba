// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/helicopter/newmodel/newmodelview.h"

#include "app/shell/shortcuts.h"
#include "model/amounts.h"
#include "model/fieldpatterns.h"
#include "model/helicopter/helicopter.h"

#include "model/helicopter/layouts.h"
#include "model/names.h"
#include "paint/look/theme.h"
#include "paint/newmodel/newmodelicons.h"
#include "procedure/registry.h"

#include <QPainter>
#include <algorithm>
#include <array>

namespace kh::app {

using namespace paint;

namespace {

constexpr double kMostPixels = 55;  ///< a metre, in the strip of sizes
constexpr std::size_t kFirst = 5;   ///< of what is still to be set

QString elided(const QString& text, const QFont& font, double room) { return QFontMetricsF(font).elidedText(text, Qt::ElideRight, room); }

}  // namespace

void NewModelView::drawChoice(QPainter& p, int number, std::size_t index, const NewModelChoice& c, QRectF area) const {
    const Tokens& t = Theme::tokens();
    const bool focus = c.chosen && number == at_ && hasFocus();
    const bool word = number == 2 || number >= 8;
    p.setRenderHint(QPainter::Antialiasing);
    if (focus) {
        p.setPen(QPen(t.machine, 2));
        p.setBrush(Qt::NoBrush);
        p.drawRoundedRect(area.adjusted(-4, -4, 4, 4), 3, 3);
    }
    if (c.chosen || word) {
        p.setPen(QPen(word && !c.chosen ? t.muted : t.ink, c.chosen ? 1.6 : 1));
        p.setBrush(!c.chosen ? t.sheet : word ? t.ink : Theme::selectionTint());
        p.drawRoundedRect(area, 2, 2);
    }
    if (word) {
        drawText(p, {area.left() + 10, area.top() + 18}, c.text, Theme::font(13, c.chosen), c.chosen ? t.sheet : t.ink);
        return;
    }
    const QFont font = Theme::font(number == 5 ? 12 : 13, c.chosen);
    const QString text = elided(c.text, font, area.width() + (c.chosen ? 6 : 16));
    const auto centred = [&](double y, const QString& line, const QFont& f, const QColor& colour) {
        drawText(p, {area.center().x() - textWidth(line, f) / 2, y}, line, f, colour);
    };
    if (number == 3) {
        const Machine& m = draft_->sizes()[index];
        const double pixels = std::min((area.width() - 13) / helicopter(m).rotor.discM, kMostPixels);
        const QPointF shaft(area.center().x(), area.top() + 50);
        p.setPen(QPen(t.muted, 1));
        p.setBrush(Qt::NoBrush);
        p.drawEllipse(shaft, helicopter(m).rotor.discM / 2 * pixels, helicopter(m).rotor.discM / 2 * pixels);
        drawMachineFromAbove(p, shaft, pixels, m);
        if (m.power.kind == PowerKind::Engine) centred(area.top() + 12, tr("engine"), Theme::font(12), t.muted);
        centred(area.bottom() - 20, text, font, t.ink);
        centred(area.bottom() - 5, c.note, Theme::font(12), t.muted);
    } else if (number == 4) {
        const QPointF shaft(area.center().x(), area.top() + 40);
        drawTurning(p, shaft, 26, c.answers.turning);
        p.save();
        p.translate(shaft);
        p.rotate(c.answers.turning == Turning::Clockwise ? 58 : -58);
        p.setPen(QPen(t.machine, 3));
        p.drawLine(QPointF(0, -15), QPointF(0, 15));
        p.restore();
        if (c.text.contains('-')) {
            centred(area.bottom() - 21, c.text.section('-', 0, 0) + '-', font, t.ink);
            centred(area.bottom() - 6, c.text.section('-', 1), font, t.ink);
        } else {
            centred(area.bottom() - 8, text, font, t.ink);
        }
    } else if (number == 5) {
        drawPlateLayout(p, {area.center().x(), area.top() + 38}, std::min(18.0, area.width() / 2 - 5), layouts()[index]);
        centred(area.bottom() - 18, text, font, t.ink);
        centred(area.bottom() - 5, c.note, font, t.ink);
    } else {
        drawBladeLink(p, QRectF(area.left(), area.top() + 8, area.width(), 58), c.answers.link, draft_->answers().turning);
        centred(area.bottom() - 8, text, font, t.ink);
    }
}

void NewModelView::drawQuestion(QPainter& p, const NewModelQuestion& q, const Place& place) const {
    const Tokens& t = Theme::tokens();
    const QRectF a = place.area;
    const bool inLine = q.number >= 8;
    const double base = a.top() + 22;
    double x = drawText(p, {a.left(), base}, QString::number(q.number), Theme::font(13), t.muted) + 8;
    x = drawText(p, {x, base}, q.title, Theme::font(13, true), t.ink) + 10;
    drawText(p, {x, base}, elided(q.hint, Theme::font(12), a.right() - x), Theme::font(12), t.muted);
    for (std::size_t i = 0; i < q.choices.size(); ++i) drawChoice(p, q.number, i, q.choices[i], place.choices[i]);
    const QFont small = Theme::font(12);
    if (q.number == 6) {
        drawWrapped(p, QRectF(a.left(), a.top() + 122, a.width(), 50), q.remark, small, t.muted);
    } else if (q.number == 5) {
        const bool known = draft_->controllerKnows(draft_->answers().layout);
        const QString text = elided(q.remark, small, a.width());
        drawText(p, {a.right() - textWidth(text, small), a.top() + 133}, text, small, known ? t.muted : t.warning);
    } else if (q.number == 2 || inLine) {
        const double from = place.choices.empty() ? x : place.choices.back().right() + 14;
        drawText(p, {from, place.choices.back().top() + 18}, elided(q.remark, small, a.right() - from), small, t.muted);
    }
    if (q.number != 7) return;
    const std::array<std::tuple<QString, QColor, QString>, 5> rows{
        {{tr("transmitter"), t.transmitter, tr("channels, curve points")},
         {tr("controller"), t.controller, tr("layouts, reference angle")},
         {tr("speed controller"), t.machine,
          draft_->answers().boxes.speedController.governs ? tr("keeps one head speed") : tr("the curve is the speed")},
         {tr("plate servos"), t.machine,
          draft_->answers().boxes.plateServo.pulseUs ? tr("pulse and rate known") : tr("unknown: stays unplugged")},
         {tr("tail servo"), t.machine,
          draft_->answers().boxes.tailServo.pulseUs ? tr("pulse and rate known") : tr("unknown: stays unplugged")}}};
    for (std::size_t i = 0; i < rows.size(); ++i) {
        const auto& [title, colour, note] = rows[i];
        const QRectF field(QPointF(boxes_[i]->geometry().topLeft()) / zoom(), QSizeF(boxes_[i]->size()) / zoom());
        p.fillRect(QRectF(a.left(), field.top(), 4, field.height()), colour);
        drawText(p, {a.left() + 12, field.center().y() + 5.0}, title, small, colour);
        drawText(p, {field.right() + 12.0, field.center().y() + 5.0}, elided(note, small, a.right() - field.right() - 12), small, t.muted);
    }
}

void NewModelView::drawMachine(QPainter& p, QRectF area) const {
    const Tokens& t = Theme::tokens();
    const Machine& m = draft_->setup().machine;
    const double x = drawText(p, {area.left(), area.top() + 20}, elided(shown(m.name), Theme::font(15, true), area.width() - 180),
                              Theme::font(15, true), t.ink) +
                     12;
    drawText(p, {x, area.top() + 20}, tr("as chosen, from above"), Theme::font(12), t.muted);
    const double disc = helicopter(m).rotor.discM;
    const double tall = disc / 2 + helicopter(m).tail.boomM + helicopter(m).tail.discM / 2;
    const double pixels = std::min((area.width() - 190) / disc, (area.height() - 66) / tall);
    const QPointF shaft(area.left() + 56 + disc / 2 * pixels, area.top() + 56 + disc / 2 * pixels);
    p.setRenderHint(QPainter::Antialiasing);
    p.setPen(QPen(t.muted, 1));
    p.setBrush(Qt::NoBrush);
    p.drawEllipse(shaft, disc / 2 * pixels, disc / 2 * pixels);
    drawMachineFromAbove(p, shaft, pixels, m);
    drawTurning(p, shaft, disc * 0.42 * pixels, helicopter(m).rotor.turning);
    const QString wide = words(say(KH_TR("{d} m"), {{"d", num(disc, 2)}}));
    const double ly = shaft.y() - disc / 2 * pixels - 12;
    p.setPen(QPen(t.ink, 1));
    p.drawLine(QPointF(shaft.x() - disc / 2 * pixels, ly), QPointF(shaft.x() + disc / 2 * pixels, ly));
    const double tw = textWidth(wide, Theme::font(13, true));
    p.fillRect(QRectF(shaft.x() - tw / 2 - 6, ly - 9, tw + 12, 18), t.sheet);
    drawText(p, {shaft.x() - tw / 2, ly + 5}, wide, Theme::font(13, true), t.ink);
    const double dx = area.left() + 34;
    const double tail = shaft.y() + helicopter(m).tail.boomM * pixels;
    p.setPen(QPen(t.ink, 1));
    p.drawLine(QPointF(dx, shaft.y()), QPointF(dx, tail));
    const QString boom = words(say(KH_TR("{d} m"), {{"d", num(helicopter(m).tail.boomM, 2)}}));
    const double by = shaft.y() + disc / 2 * pixels * 0.55;
    p.fillRect(QRectF(area.left(), by - 14, 62, 36), t.sheet);
    drawText(p, {area.left(), by}, boom, Theme::font(13, true), t.ink);
    drawText(p, {area.left(), by + 16}, tr("to tail"), Theme::font(12), t.muted);
    // plate and links in words and small
    const double cx = area.right() - 66;
    const Layout* layout = findLayout(draft_->answers().layout);
    const auto centred = [&](double y, const QString& text, const QFont& font, const QColor& colour) {
        const QString line = elided(text, font, 132);
        drawText(p, {cx - textWidth(line, font) / 2, y}, line, font, colour);
    };
    centred(area.top() + 40, tr("plate"), Theme::font(12), t.muted);
    if (layout != nullptr) {
        drawPlateLayout(p, {cx, area.top() + 96}, 30, *layout);
        const QString name = words(layout->id);
        centred(area.top() + 148, name.section(QStringLiteral(", "), 0, 0), Theme::font(13, true), t.ink);
        centred(area.top() + 164, name.section(QStringLiteral(", "), 1), Theme::font(12), t.muted);
    }
    centred(area.top() + 188, helicopter(m).head.link == LinkSide::Leading ? tr("links leading") : tr("links trailing"),
            Theme::font(13, true), t.ink);
    centred(area.top() + 204, helicopter(m).rotor.turning == Turning::Clockwise ? tr("clockwise") : tr("counter-clockwise"),
            Theme::font(12), t.muted);
}

void NewModelView::drawFacts(QPainter& p, QRectF area) const {
    const Tokens& t = Theme::tokens();
    const Setup& s = draft_->setup();
    const Machine& m = s.machine;
    std::vector<Message> speeds;
    for (const FlightMode& mode : s.transmitter.modes)
        if (mode.targetRpm)
            speeds.push_back(say(KH_TR("{n}"), {{"n", bare(amount(s, elementPath("transmitter.modes.{}.targetRpm"_field, mode.id)))}}));
    const auto say2 = [](const char* text, std::initializer_list<MessageArg> args) { return words(say(text, args)); };
    const Message timer = kh::show(s, "transmitter.timerMin"_field);
    const bool engine = m.power.kind == PowerKind::Engine;
    const std::array<std::pair<QString, QString>, 6> facts{
        {{tr("blades"), say2(KH_TR("{n} of {l} × {c}"), {{"n", num(helicopter(m).rotor.blades)},
                                                         {"l", bare(amount(s, "machine.rotor.bladeMm"_field))},
                                                         {"c", amount(s, "machine.rotor.chordMm"_field)}})},
         {tr("mass"), words(kh::show(s, "machine.massKg"_field))},
         {tr("head speed"), say2(KH_TR("{list} rpm"), {{"list", speeds}})},
         {tr("hold"), words(kh::show(s, "transmitter.hold.throttlePct"_field))},
         {tr("pack"), engine ? say2(KH_TR("engine, {t} first"), {{"t", timer}})
                             : say2(KH_TR("{c} cells, {t} first"), {{"c", num(m.power.cells)}, {"t", timer}})},
         {tr("tail"), say2(KH_TR("{d}, gain {g}"),
                           {{"d", amount(s, "machine.tail.discM"_field)},
                            {"g", kh::show(s, elementPath("transmitter.modes.{}.tailGainPct"_field, s.transmitter.modes.front().id))}})}}};
    hairline(p, area.left(), area.top(), area.right(), t.muted);
    std::array<double, 2> names{};  // as wide as the longest of a column
    for (std::size_t i = 0; i < facts.size(); ++i) names[i % 2] = std::max(names[i % 2], textWidth(facts[i].first, Theme::font(12)) + 12);
    for (std::size_t i = 0; i < facts.size(); ++i) {
        const double x = area.left() + (i % 2 == 0 ? 0 : area.width() * 0.56);
        const std::size_t line = i / 2;
        const double y = area.top() + 23 + 22 * static_cast<double>(line);
        drawText(p, {x, y}, facts[i].first, Theme::font(12), t.muted);
        const double from = x + names[i % 2];
        drawText(p, {from, y},
                 elided(facts[i].second, Theme::font(13), (i % 2 == 0 ? area.left() + area.width() * 0.56 - 8 : area.right()) - from),
                 Theme::font(13), t.ink);
    }
    drawText(p, {area.left(), area.top() + 90},
             elided(tr("what was not answered stands at default until you enter or measure it"), Theme::font(12), area.width()),
             Theme::font(12), t.muted);
}

void NewModelView::drawLeft(QPainter& p, QRectF area) const {
    const Tokens& t = Theme::tokens();
    hairline(p, area.left(), area.top(), area.right(), t.muted);
    const auto& all = draft_->toBeSet();
    const double x = drawText(p, {area.left(), area.top() + 22}, tr("Still to be set, first"), Theme::font(13, true), t.ink) + 10;
    drawText(p, {x, area.top() + 22}, tr("in this order, %1 in all").arg(all.size()), Theme::font(12), t.muted);
    double y = area.top() + 32;
    Station before{};
    std::size_t shownRows = 0;
    for (const ToBeSet& one : all) {
        if (one.station == before) continue;  // the first of each station
        if (shownRows == kFirst || y + 40 > area.bottom()) break;
        before = one.station;
        ++shownRows;
        drawText(p, {area.left(), y + 17}, QString::number(static_cast<int>(one.station)), Theme::font(13), t.muted);
        drawText(p, {area.left() + 18, y + 17}, words(shippedStations().name(one.station)), Theme::font(13, true), t.ink);
        const double from = area.left() + 96;
        const bool plain = one.fields.empty() || words(one.what).compare(words(one.title), Qt::CaseInsensitive) == 0;
        const QString what = plain ? words(one.title) : tr("%1: %2").arg(words(one.title), words(one.what));
        drawText(p, {from, y + 17}, elided(what, Theme::font(13), area.right() - from), Theme::font(13), t.ink);
        drawText(p, {from, y + 33}, elided(words(one.why), Theme::font(12), area.right() - from), Theme::font(12), t.muted);
        hairline(p, area.left(), y + 41, area.right(), t.rule);
        y += 44;
    }
}

void NewModelView::drawFoot(QPainter& p) const {
    const Tokens& t = Theme::tokens();
    const double foot = high() - kNewModelFoot;
    p.fillRect(QRectF(0, foot, wide(), kNewModelFoot), t.sheet);
    hairline(p, 0, foot, wide(), t.rule);
    const double keys = drawKeyLine(p, kNewModelMargin, wide(), foot + 19, entry_.keys);
    const bool refused = !draft_->refusal().isEmpty();
    const QString right = refused ? draft_->refusal() : tr("every answer can be changed later; nothing here moves or sends anything");
    const QFont font = Theme::font(refused ? 13 : 12, refused);
    const QString text = elided(right, font, wide() - keys - kNewModelMargin);
    drawText(p, {wide() - kNewModelMargin - textWidth(text, font), foot + 19}, text, font, refused ? t.danger : t.muted);
}

void NewModelView::paintEvent(QPaintEvent*) {
    QPainter p(this);
    p.scale(zoom(), zoom());
    const Tokens& t = Theme::tokens();
    p.fillRect(rect(), t.sheet);
    const double w = leftWidth();
    p.setClipRect(QRectF(0, 0, w, high() - kNewModelFoot));
    for (std::size_t q = 0; q < questions_.size(); ++q) drawQuestion(p, questions_[q], places_[q]);
    p.setRenderHint(QPainter::Antialiasing, false);
    for (const std::size_t q : {std::size_t{2}, std::size_t{3}, std::size_t{5}, std::size_t{7}})
        hairline(p, kNewModelMargin, places_[q].area.top(), w - kNewModelMargin, t.rule);
    p.setClipping(false);
    if (w >= wide()) {
        drawFoot(p);
        return;
    }
    p.setPen(QPen(t.rule, 1));
    p.drawLine(QPointF(w, 0), QPointF(w, high() - kNewModelFoot));
    const QRectF right(w + kNewModelMargin, 0, wide() - w - 2 * kNewModelMargin, high() - kNewModelFoot);
    const double drawing = std::max(212.0, right.height() - 100 - 260);
    drawMachine(p, QRectF(right.left(), right.top(), right.width(), drawing));
    drawFacts(p, QRectF(right.left(), right.top() + drawing + 4, right.width(), 96));
    drawLeft(p, QRectF(right.left(), right.top() + drawing + 106, right.width(), right.bottom() - right.top() - drawing - 106));
    drawFoot(p);
}

}  // namespace kh::app
