// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/deck/deck.h"

#include "app/deck/deckparts.h"

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

DeckView::DeckView(session::Workspace& workspace, QWidget* parent) : ItemView(parent), workspace_(workspace) {
    setAccessibleName(tr("Deck, drawn: only drawn, nothing is sent"));
    setFocusPolicy(Qt::StrongFocus);
    const auto refresh = [this] {
        layOut();
        update();
    };
    connect(&workspace, &session::Workspace::swapped, this, refresh);
    connect(&workspace, &session::Workspace::traced, this, refresh);
    connect(&workspace.pose(), &session::Pose::changed, this, refresh);
}

DeckView::StickAxes DeckView::boxAxes(int box) const {
    const Axis ail{&Sticks::aileron, KH_TR("ail")}, ele{&Sticks::elevator, KH_TR("ele")}, rud{&Sticks::rudder, KH_TR("rud")},
        col{&Sticks::collective, workspace_.setup().machine.aircraft.of().find(kCollectiveChannel) ? KH_TR("col") : KH_TR("thr")};
    switch (workspace_.setup().transmitter.stickMode) {
        case 1: return box == 0 ? StickAxes{rud, ele} : StickAxes{ail, col};
        case 3: return box == 0 ? StickAxes{ail, ele} : StickAxes{rud, col};
        case 4: return box == 0 ? StickAxes{ail, col} : StickAxes{rud, ele};
        default: return box == 0 ? StickAxes{rud, col} : StickAxes{ail, ele};
    }
}

void DeckView::layOut() {
    QVector<Item> items;
    const Sticks& sticks = workspace_.deck().sticks;
    for (int b = 0; b < 2; ++b) {
        const StickAxes axes = boxAxes(b);
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
                         tr("Switch %1, %2").arg(shown(list[i]->id), w.function), w.place, QAccessible::Slider, QRectF(x - 20, y, 54, 68)});
    }
    items.push_back({QStringLiteral("trace-function"), tr("Traced function"), words(workspace_.tracedName()), QAccessible::ButtonDropDown,
                     QRectF(kTraceLeft, 4, 150, 22)});
    std::vector<const Stage*> stages;
    const auto all = workspace_.trace().of(workspace_.tracedFunction());
    for (const std::size_t i : shownStages(all, wide() - 16 - kTraceLeft)) stages.push_back(all[i]);
    if (!stages.empty()) {
        const double w = (wide() - 16 - kTraceLeft) / static_cast<double>(stages.size());
        for (std::size_t i = 0; i < stages.size(); ++i) {
            QString value = stageValue(*stages[i], stages[i]->value) + QStringLiteral(" ") + QString::fromUtf8(stages[i]->unit);
            items.push_back({QStringLiteral("stage-") + QString::fromLatin1(stages[i]->id), words(stages[i]->name),
                             value + (stages[i]->off() ? tr(", off") : QString()), QAccessible::StaticText,
                             QRectF(kTraceLeft + w * static_cast<double>(i), 30, w, 120)});
        }
    }
    setItems(items);
}

void DeckView::moveStick(int box, QPointF at) {
    const QRectF r = stickRect(box);
    const double half = r.width() / 2 - 6;
    const StickAxes axes = boxAxes(box);
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
    for (const SwitchProfile& s : workspace_.setup().transmitter.profile->switches)
        if (s.id == id.toStdString()) deck.switches[s.id] = (place - 1) % s.places + 1;
    workspace_.setDeck(deck);
}

void DeckView::mousePressEvent(QMouseEvent* event) {
    const Item* i = itemAt(event->position());
    if (i == nullptr) return;
    const QString id = i->id;
    if (id.startsWith(QStringLiteral("stick-"))) {
        dragged_ = focus_ = id.mid(6).toInt();
        moveStick(dragged_, drawn(event->position()));
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
    const AircraftClass& aircraft = workspace_.setup().machine.aircraft.of();
    for (std::size_t f = 0; f < aircraft.tracedCount(); ++f)
        menu->addAction(words(aircraft.tracedName(static_cast<Function>(f))), this,
                        [this, f] { workspace_.setTracedFunction(static_cast<Function>(f)); });
    menu->popup(mapToGlobal((QPointF(kTraceLeft, 26) * zoom()).toPoint()));
}

void DeckView::mouseMoveEvent(QMouseEvent* event) {
    if (dragged_ >= 0) moveStick(dragged_, drawn(event->position()));
}

void DeckView::mouseDoubleClickEvent(QMouseEvent* event) {
    const Item* i = itemAt(event->position());
    if (i == nullptr || !i->id.startsWith(QStringLiteral("stick-"))) return;
    dragged_ = -1;
    moveStick(i->id.mid(6).toInt(), stickRect(i->id.mid(6).toInt()).center());
}

bool DeckView::focusNextPrevChild(bool next) {
    const int count = 2 + static_cast<int>(workspace_.setup().transmitter.profile->switches.size());
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
    const StickAxes axes = boxAxes(focus_);
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
