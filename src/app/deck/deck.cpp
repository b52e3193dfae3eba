// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/deck/deck.h"

#include "base/conventions.h"
#include "paint/look/theme.h"

#include <QKeyEvent>
#include <QMenu>
#include <QMouseEvent>
#include <QPainter>
#include <algorithm>
#include <cmath>

namespace kh::app {

using namespace paint;

namespace {

constexpr double kBox = 112;
constexpr double kBoxTop = 17.5;
constexpr double kTraceLeft = 456;
constexpr double kLevelTop = 109;
constexpr double kLevelBottom = 143.5;
constexpr std::array kSwitchX{286.0, 344.0, 402.0, 258.0};

QRectF stickRect(int box) { return {16.5 + 128 * box, kBoxTop, kBox - 1, kBox - 1}; }

std::vector<const SwitchProfile*> sortedSwitches(const Setup& setup) {
    std::vector<const SwitchProfile*> list;
    for (const SwitchProfile& s : setup.transmitter.profile.switches) list.push_back(&s);
    std::sort(list.begin(), list.end(), [](const auto* a, const auto* b) { return a->id < b->id; });
    return list;
}

/// What a switch does at a place, in a word: the mode's letter, on/off, the bank's number.
struct SwitchWords {
    QString function, place;
};

SwitchWords switchWords(const Evaluation& evaluation, const std::string& id, int place) {
    for (const SwitchRole& role : evaluation.switches) {
        if (role.id != id || place < 1 || place > static_cast<int>(role.places.size())) continue;
        QStringList functions;
        for (const Message& f : role.functions) functions << words(f);
        return {functions.isEmpty() ? QObject::tr("free") : functions.join(QStringLiteral(", ")),
                words(role.places[static_cast<std::size_t>(place - 1)])};
    }
    return {QObject::tr("free"), QString::number(place)};
}

QString stageValue(const Stage& s, double v) {
    if (!s.known) return QStringLiteral("–");
    return words(say("{v}", {{"v", Number{v, s.decimals, s.sign}}}));
}

}  // namespace

DeckView::DeckView(Workspace& workspace, QWidget* parent) : ItemView(parent), workspace_(workspace) {
    setAccessibleName(tr("Deck, drawn: only drawn, nothing is sent"));
    setFixedHeight(160);
    setFocusPolicy(Qt::StrongFocus);
    const auto refresh = [this] {
        layOut();
        update();
    };
    connect(&workspace, &Workspace::traced, this, refresh);
    connect(&workspace, &Workspace::posedChanged, this, refresh);
}

DeckView::Box2 DeckView::boxAxes(int box) const {
    const Axis ail{&Sticks::aileron, KH_TR("ail")}, ele{&Sticks::elevator, KH_TR("ele")}, rud{&Sticks::rudder, KH_TR("rud")},
        col{&Sticks::collective, KH_TR("col")};
    switch (workspace_.setup().transmitter.stickMode) {
        case 1: return box == 0 ? Box2{rud, ele} : Box2{ail, col};
        case 3: return box == 0 ? Box2{ail, ele} : Box2{rud, col};
        case 4: return box == 0 ? Box2{ail, col} : Box2{rud, ele};
        default: return box == 0 ? Box2{rud, col} : Box2{ail, ele};
    }
}

void DeckView::layOut() {
    QVector<Item> items;
    const Sticks& sticks = workspace_.deck().sticks;
    for (int b = 0; b < 2; ++b) {
        const Box2 axes = boxAxes(b);
        items.push_back({QStringLiteral("stick-%1").arg(b), tr("Stick %1 and %2").arg(words(axes.across.name), words(axes.up.name)),
                         QStringLiteral("%1 %2").arg(sticks.*axes.across.value, 0, 'f', 2).arg(sticks.*axes.up.value, 0, 'f', 2),
                         QAccessible::Dial, stickRect(b)});
    }
    const auto list = sortedSwitches(workspace_.setup());
    for (std::size_t i = 0; i < list.size() && i < 8; ++i) {
        const int place = placeOf(workspace_.setup().transmitter, workspace_.deck(), list[i]->id);
        const SwitchWords w = switchWords(workspace_.evaluation(), list[i]->id, place);
        const auto half = (list.size() + 1) / 2;
        const double x = list.size() <= 6 ? kSwitchX[i % half] : 278.0 + 46.0 * static_cast<double>(i % half);
        const double y = i < half ? 10 : 83;
        items.push_back({QStringLiteral("switch-") + QString::fromStdString(list[i]->id),
                         tr("Switch %1, %2").arg(QString::fromStdString(list[i]->id), w.function), w.place, QAccessible::Slider,
                         QRectF(x - 20, y, 54, 68)});
    }
    items.push_back({QStringLiteral("trace-function"), tr("Traced function"), words(functionId(workspace_.tracedFunction())),
                     QAccessible::ButtonDropDown, QRectF(kTraceLeft, 4, 150, 22)});
    const auto stages = workspace_.trace().of(workspace_.tracedFunction());
    if (!stages.empty()) {
        const double w = (width() - 16 - kTraceLeft) / static_cast<double>(stages.size());
        for (std::size_t i = 0; i < stages.size(); ++i) {
            QString value = stageValue(*stages[i], stages[i]->value) + QStringLiteral(" ") + QString::fromUtf8(stages[i]->unit);
            items.push_back({QStringLiteral("stage-") + QString::fromLatin1(stages[i]->id), words(stages[i]->name),
                             value + (stages[i]->off() ? tr(", off") : QString()), QAccessible::StaticText,
                             QRectF(kTraceLeft + w * static_cast<double>(i), 30, w, 120)});
        }
    }
    setItems(items);
}

void DeckView::paintStick(QPainter& p, int box) const {
    const Tokens& t = Theme::tokens();
    const QRectF r = stickRect(box);
    const Box2 axes = boxAxes(box);
    const Sticks& s = workspace_.deck().sticks;
    p.setRenderHint(QPainter::Antialiasing, false);
    const bool focused = hasFocus() && focus_ == box;
    p.setPen(QPen(focused ? t.transmitter : t.muted, focused ? 2 : 1));
    p.setBrush(t.sheet);
    p.drawRoundedRect(r, 2, 2);
    const QPointF c = r.center();
    hairline(p, r.left() + 1, c.y(), r.right(), t.rule);
    vline(p, c.x(), r.top() + 1, r.bottom(), t.rule);
    p.setPen(QPen(t.muted, 1));
    for (int i = 0; i <= 8; ++i) {
        const double at = r.left() + 6 + (r.width() - 12) * i / 8.0;
        p.drawLine(QPointF(at, r.bottom() - (i % 4 == 0 ? 5 : 3)), QPointF(at, r.bottom() - 1));
        const double ay = r.top() + 6 + (r.height() - 12) * i / 8.0;
        p.drawLine(QPointF(r.left() + 1, ay), QPointF(r.left() + (i % 4 == 0 ? 5 : 3), ay));
    }
    p.setRenderHint(QPainter::Antialiasing);
    const double half = r.width() / 2 - 6;
    const bool flip = workspace_.setup().transmitter.collectiveReversed && axes.up.value == &Sticks::collective;
    const QPointF knob = c + QPointF(s.*axes.across.value * half, -(s.*axes.up.value) * half * (flip ? -1 : 1));
    p.setPen(QPen(t.transmitter, 2));
    p.drawLine(c, QPointF(c.x(), knob.y()));
    p.drawLine(QPointF(c.x(), knob.y()), knob);
    p.setBrush(t.sheet);
    p.drawEllipse(knob, 6, 6);
    p.setBrush(t.transmitter);
    p.setPen(Qt::NoPen);
    p.drawEllipse(knob, 2.2, 2.2);
    double x = r.left();
    for (const Axis& a : {axes.across, axes.up}) {
        x = drawText(p, {x, r.bottom() + 17}, words(a.name) + QStringLiteral(" "), Theme::font(12), t.muted);
        x = drawText(p, {x, r.bottom() + 17}, words(say("{v}", {{"v", signedNum(s.*a.value, 2)}})), Theme::font(12, true), t.ink) + 6;
    }
}

void DeckView::paintSwitches(QPainter& p) const {
    const Tokens& t = Theme::tokens();
    const auto list = sortedSwitches(workspace_.setup());
    for (std::size_t i = 0; i < list.size(); ++i) {
        const Item* item = this->item(QStringLiteral("switch-") + QString::fromStdString(list[i]->id));
        if (item == nullptr) continue;
        const bool posing = workspace_.posedFinding() >= 0;
        const bool posed = posing && workspace_.posedSwitches().count(list[i]->id) != 0;
        const QColor colour = posed ? t.danger : t.transmitter;
        const double x = item->rect.x() + 20;
        const double y = item->rect.y();
        const int place = placeOf(workspace_.setup().transmitter, workspace_.deck(), list[i]->id);
        const SwitchWords w = switchWords(workspace_.evaluation(), list[i]->id, place);
        p.setFont(Theme::font(12, true));
        p.setPen(posing && !posed ? t.muted : posed ? t.danger : t.ink);
        p.drawText(QRectF(x - 28, y - 2, 56, 14), Qt::AlignCenter, QString::fromStdString(list[i]->id));
        const QRectF track(x - 3.5, y + 15, 7, 26);
        p.setPen(QPen(t.muted, 1));
        p.setBrush(t.sheet);
        p.drawRoundedRect(track, 3, 3);
        const int places = list[i]->places;
        const double ky = track.top() + 5 + (track.height() - 10) * (places == 1 ? 0 : (place - 1.0) / (places - 1.0));
        for (int k = 0; k < places; ++k) {
            const double tick = track.top() + 5 + (track.height() - 10) * k / std::max(1.0, places - 1.0);
            p.drawLine(QPointF(x - 12, tick), QPointF(x - 7, tick));
        }
        p.setPen(Qt::NoPen);
        p.setBrush(colour);
        p.drawRoundedRect(QRectF(x - 6, ky - 4, 12, 8), 2, 2);
        drawText(p, {x + 11, ky + 4}, w.place, Theme::font(12), colour);
        p.setFont(Theme::font(12));
        p.setPen(t.muted);
        p.drawText(QRectF(x - 30, y + 42, 60, 16), Qt::AlignCenter, w.function);
        if (posed || (hasFocus() && focus_ == static_cast<int>(i) + 2)) {
            p.setPen(QPen(posed ? t.danger : t.transmitter, posed ? 1.4 : 2));
            p.setBrush(Qt::NoBrush);
            p.drawRoundedRect(item->rect.adjusted(0, -5, 0, -8), 2, 2);
        }
    }
}

void DeckView::paintTrace(QPainter& p) const {
    const Tokens& t = Theme::tokens();
    const double right = width() - 16;
    double x = drawText(p, {kTraceLeft, 20}, tr("Trace "), Theme::font(13), t.muted);
    x = drawText(p, {x, 20}, words(functionId(workspace_.tracedFunction())), Theme::font(13, true), t.ink);
    drawChevron(p, {x + 13, 15}, t.muted);
    x = drawText(p, {x + 28, 20}, workspace_.trace().state == ChainState::SetUp ? tr("drawn, set-up state") : tr("drawn, flying"),
                 Theme::font(12), t.muted);
    const auto stages = workspace_.trace().of(workspace_.tracedFunction());
    const QFont noteFont = Theme::font(13);
    if (stages.empty()) {
        drawText(p, {kTraceLeft, 60}, tr("The chain cannot be followed; the Proof station says what to correct."), noteFont, t.muted);
        return;
    }
    std::size_t firstOff = stages.size();
    for (std::size_t i = 0; i < stages.size(); ++i)
        if (stages[i]->off()) {
            firstOff = i;
            break;
        }
    const double w = (right - kTraceLeft) / static_cast<double>(stages.size());
    // the sentence at the right
    const bool posed = workspace_.posedFinding() >= 0;
    const QString key = posed ? tr("F5 release") : workspace_.selectedFinding() >= 0 ? tr("F5 pose") : QString();
    double rx = right - textWidth(key, Theme::font(12));
    drawText(p, {rx, 20}, key, Theme::font(12), t.muted);
    if (!key.isEmpty()) rx -= 14;
    const QString drawn = posed ? tr("only drawn, nothing is sent") : QString();
    if (!drawn.isEmpty()) {
        rx -= textWidth(drawn, noteFont);
        drawText(p, {rx, 20}, drawn, noteFont, t.muted);
        rx -= 14;
    }
    if (firstOff < stages.size()) {
        const Stage& s = *stages[firstOff];
        const Stage& last = *stages.back();
        QString part = s.asked != 0.0 ? tr("the %1 gives %2 × what is asked").arg(words(s.name), QString::number(s.value / s.asked, 'f', 2))
                                      : tr("the %1 gives %2 where 0 is asked").arg(words(s.name), stageValue(s, s.value));
        if (workspace_.tracedFunction() == Function::Throttle && last.value > 0.0 && last.asked == 0.0) part = tr("the rotor is driven");
        rx -= textWidth(part, Theme::font(13, true));
        if (rx > x + 10) drawText(p, {rx, 20}, part, Theme::font(13, true), t.danger);
        const QString lead = firstOff == 0 ? QString() : tr("Level up to the %1; ").arg(words(stages[firstOff - 1]->name));
        if (const double lx = rx - textWidth(lead, noteFont); lx > x + 10) drawText(p, {lx, 20}, lead, noteFont, t.muted);
    } else {
        const QString level = tr("The chain is level: what is asked is done.");
        if (const double lx = rx - textWidth(level, noteFont); lx > x + 10) drawText(p, {lx, 20}, level, noteFont, t.muted);
    }
    // cells
    for (std::size_t i = 0; i < stages.size(); ++i) {
        const Stage& s = *stages[i];
        const double cx = kTraceLeft + w * static_cast<double>(i);
        const bool off = i >= firstOff && s.off();
        const QColor colour = Theme::box(s.box);
        p.fillRect(QRectF(cx, 30, w, kLevelBottom - 30), Theme::over(t.ground, colour, t.boxTint));
        p.fillRect(QRectF(cx, 29.4, w, 2.4), colour);
        if (i > 0 && stages[i - 1]->box == s.box) vline(p, cx, 38, 100, t.rule);
        const QFontMetricsF small(Theme::font(12));
        drawText(p, {cx + 6, 47}, small.elidedText(words(s.name), Qt::ElideRight, w - 8), Theme::font(12),
                 s.box == Box::Machine || s.box == Box::SpeedController ? t.ink : colour);
        if (!s.ports.empty()) {
            double y = 63;
            for (const PortValue& v : s.ports) {
                drawText(p, {cx + 6, y}, QString::fromStdString(v.port), Theme::font(12), t.muted);
                const QString text = words(say("{v}", {{"v", Number{v.value, s.decimals, s.sign}}}));
                const double figures = textWidth(text, Theme::font(12));
                const bool roomy = figures + 44 <= w;  // a narrow cell leaves the unit to the stage's name
                drawText(p, {cx + w - (roomy ? 24 : 4) - figures, y}, text, Theme::font(12), off ? t.danger : t.ink);
                if (roomy) drawText(p, {cx + w - 22, y}, QString::fromUtf8(s.unit), Theme::font(12), t.muted);
                y += s.ports.size() > 3 ? 12 : 14.5;
            }
        } else {
            const double end = drawText(p, {cx + 6, 66}, stageValue(s, s.value), Theme::font(16, true), off ? t.danger : t.ink);
            const QString unit = QString::fromUtf8(s.unit);
            const double at = end + (unit == QStringLiteral("°") ? 0 : 4);
            if (at + textWidth(unit, Theme::font(12)) <= cx + w - 2) drawText(p, {at, 66}, unit, Theme::font(12), t.muted);
            const QString below = off && s.known ? tr("asked %1").arg(stageValue(s, s.asked)) : words(s.note);
            if (textWidth(below, Theme::font(12)) <= w - 8) {
                drawText(p, {cx + 6, 83}, below, Theme::font(12), t.muted);
            } else if (off) {
                drawText(p, {cx + 6, 83}, tr("asked"), Theme::font(12), t.muted);
                drawText(p, {cx + 6, 98}, stageValue(s, s.asked), Theme::font(12), t.muted);
            } else {  // a condition of two parts stands on two lines
                drawText(p, {cx + 6, 83}, small.elidedText(below.section(QStringLiteral(", "), 0, 0), Qt::ElideRight, w - 8),
                         Theme::font(12), t.muted);
                drawText(p, {cx + 6, 98}, small.elidedText(below.section(QStringLiteral(", "), 1), Qt::ElideRight, w - 8), Theme::font(12),
                         t.muted);
            }
        }
    }
    // the level line: each stage as a share of its full range
    drawText(p, {kTraceLeft - 13, kLevelTop + 5}, QStringLiteral("1"), Theme::font(12), t.muted);
    drawText(p, {kTraceLeft - 13, kLevelBottom + 4}, QStringLiteral("0"), Theme::font(12), t.muted);
    hairline(p, kTraceLeft, kLevelBottom, right, t.rule);
    const auto y = [](double level) { return kLevelBottom - std::clamp(level, 0.0, 1.35) * (kLevelBottom - kLevelTop); };
    p.setRenderHint(QPainter::Antialiasing);
    for (std::size_t i = 0; i < stages.size(); ++i) {
        const double cx = kTraceLeft + w * static_cast<double>(i);
        const QColor colour = i >= firstOff ? t.danger : Theme::box(stages[i]->box);
        const double ly = y(stages[i]->level);
        QColor fill = colour;
        fill.setAlphaF(i >= firstOff ? 0.20F : 0.10F);
        p.fillRect(QRectF(cx, ly, w, kLevelBottom - ly), fill);
        p.setPen(QPen(colour, 2));
        p.drawLine(QPointF(cx, ly), QPointF(cx + w, ly));
        if (i > 0 && std::abs(ly - y(stages[i - 1]->level)) > 0.5) p.drawLine(QPointF(cx, ly), QPointF(cx, y(stages[i - 1]->level)));
        if (i >= firstOff) {
            p.setPen(QPen(t.muted, 1.2, Qt::DashLine));
            p.drawLine(QPointF(cx, y(stages[i]->levelAsked)), QPointF(cx + w, y(stages[i]->levelAsked)));
        }
    }
}

void DeckView::paintEvent(QPaintEvent*) {
    QPainter p(this);
    const Tokens& t = Theme::tokens();
    p.fillRect(rect(), t.ground);
    hairline(p, 0, 0, width(), t.rule);
    for (int b = 0; b < 2; ++b) paintStick(p, b);
    paintSwitches(p);
    paintTrace(p);
    p.setRenderHint(QPainter::Antialiasing, false);
}

void DeckView::moveStick(int box, QPointF at) {
    const QRectF r = stickRect(box);
    const double half = r.width() / 2 - 6;
    const Box2 axes = boxAxes(box);
    Deck deck = workspace_.deck();
    const auto snap = [](double v) {
        v = std::clamp(v, -1.0, 1.0);
        return std::abs(v) < 0.04 ? 0.0 : roundToStep(v, 0.01);
    };
    deck.sticks.*axes.across.value = snap((at.x() - r.center().x()) / half);
    const bool flip = workspace_.setup().transmitter.collectiveReversed && axes.up.value == &Sticks::collective;
    deck.sticks.*axes.up.value = snap((r.center().y() - at.y()) / half * (flip ? -1 : 1));
    workspace_.setDeck(deck);
}

void DeckView::setSwitch(const QString& id, int place) {
    Deck deck = workspace_.deck();
    for (const SwitchProfile& s : workspace_.setup().transmitter.profile.switches)
        if (s.id == id.toStdString()) deck.switches[s.id] = (place - 1) % s.places + 1;
    workspace_.setDeck(deck);
}

void DeckView::mousePressEvent(QMouseEvent* event) {
    const Item* i = itemAt(event->position());
    if (i == nullptr) return;
    const QString id = i->id;
    if (id.startsWith(QStringLiteral("stick-"))) {
        dragged_ = focus_ = id.mid(6).toInt();
        moveStick(dragged_, event->position());
    } else if (id.startsWith(QStringLiteral("switch-"))) {
        const QString name = id.mid(7);
        const auto list = sortedSwitches(workspace_.setup());
        for (std::size_t k = 0; k < list.size(); ++k)
            if (list[k]->id == name.toStdString()) focus_ = static_cast<int>(k) + 2;
        setSwitch(name, placeOf(workspace_.setup().transmitter, workspace_.deck(), name.toStdString()) + 1);
    } else if (id == QStringLiteral("trace-function")) {
        chooseFunction();
    }
    update();
}

void DeckView::chooseFunction() {
    auto* menu = new QMenu(this);
    menu->setAttribute(Qt::WA_DeleteOnClose);
    for (std::size_t f = 0; f < kFunctions; ++f)
        menu->addAction(words(functionId(static_cast<Function>(f))), this,
                        [this, f] { workspace_.setTracedFunction(static_cast<Function>(f)); });
    menu->popup(mapToGlobal(QPoint(static_cast<int>(kTraceLeft), 26)));
}

void DeckView::mouseMoveEvent(QMouseEvent* event) {
    if (dragged_ >= 0) moveStick(dragged_, event->position());
}

void DeckView::mouseDoubleClickEvent(QMouseEvent* event) {
    const Item* i = itemAt(event->position());
    if (i == nullptr || !i->id.startsWith(QStringLiteral("stick-"))) return;
    dragged_ = -1;
    moveStick(i->id.mid(6).toInt(), stickRect(i->id.mid(6).toInt()).center());
}

bool DeckView::focusNextPrevChild(bool next) {
    const int count = 2 + static_cast<int>(workspace_.setup().transmitter.profile.switches.size());
    const int to = focus_ + (next ? 1 : -1);
    if (to < 0 || to >= count) return ItemView::focusNextPrevChild(next);
    focus_ = to;
    update();
    return true;
}

void DeckView::keyPressEvent(QKeyEvent* event) {
    const double step = event->modifiers().testFlag(Qt::ShiftModifier) ? 0.01 : 0.05;
    if (focus_ >= 2) {
        const auto list = sortedSwitches(workspace_.setup());
        if (focus_ - 2 >= static_cast<int>(list.size())) return;
        const SwitchProfile& s = *list[static_cast<std::size_t>(focus_ - 2)];
        const int now = placeOf(workspace_.setup().transmitter, workspace_.deck(), s.id);
        const int digit = event->key() - Qt::Key_0;
        if (digit >= 1 && digit <= s.places) setSwitch(QString::fromStdString(s.id), digit);
        else if (event->key() == Qt::Key_Down && now < s.places) setSwitch(QString::fromStdString(s.id), now + 1);
        else if (event->key() == Qt::Key_Up && now > 1) setSwitch(QString::fromStdString(s.id), now - 1);
        else if (event->key() == Qt::Key_Return || event->key() == Qt::Key_Enter) workspace_.assignSwitch(std::string(s.id), now);
        else if (event->key() == Qt::Key_Space) setSwitch(QString::fromStdString(s.id), now + 1);
        else ItemView::keyPressEvent(event);
        return;
    }
    const Box2 axes = boxAxes(focus_);
    Deck deck = workspace_.deck();
    double& across = deck.sticks.*axes.across.value;
    double& up = deck.sticks.*axes.up.value;
    switch (event->key()) {
        case Qt::Key_Left: across -= step; break;
        case Qt::Key_Right: across += step; break;
        case Qt::Key_Up: up += step; break;
        case Qt::Key_Down: up -= step; break;
        case Qt::Key_Home: across = up = 0.0; break;
        default: ItemView::keyPressEvent(event); return;
    }
    across = roundToStep(std::clamp(across, -1.0, 1.0), 0.01);
    up = roundToStep(std::clamp(up, -1.0, 1.0), 0.01);
    workspace_.setDeck(deck);
}

}  // namespace kh::app
