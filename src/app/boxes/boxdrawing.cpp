// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/boxes/boxdrawing.h"

#include "model/amounts.h"
#include "model/boxtables.h"
#include "model/names.h"
#include "model/switchspots.h"
#include "paint/drawings.h"
#include "paint/look/theme.h"

#include <QKeyEvent>
#include <QMouseEvent>
#include <QPainter>
#include <algorithm>
#include <array>
#include <cmath>

namespace kh::app {

using namespace paint;

namespace {

constexpr double kDrawingMargin = 16, kHead = 34, kCaseHigh = 300, kSnap = 46, kTrack = 42;

/// Where a switch can sit on a case, as shares of it: across, down from its top edge.
struct Spot {
    double across, down;
};
constexpr std::array kSpots{Spot{0.10, -0.14}, Spot{0.20, -0.14}, Spot{0.30, -0.14}, Spot{0.70, -0.14}, Spot{0.80, -0.14},
                            Spot{0.90, -0.14}, Spot{0.05, 0.44},  Spot{0.42, 0.22},  Spot{0.50, 0.30},  Spot{0.58, 0.22},
                            Spot{0.95, 0.44},  Spot{0.42, 0.70},  Spot{0.58, 0.70}};  // of kSwitchSpots
static_assert(kSpots.size() == kSwitchSpots.size());

int spotNamed(const QString& where) {
    for (std::size_t i = 0; i < kSpots.size(); ++i)
        if (where == words(kSwitchSpots[i].title) || where == QString::fromUtf8(kSwitchSpots[i].title)) return static_cast<int>(i);
    return -1;
}

}  // namespace

BoxDrawing::BoxDrawing(std::function<const BoxDraft&()> draft, std::function<void(std::size_t, const QString&)> place,
                       std::function<void(const QString&)> tell, QWidget* parent)
    : ItemView(parent), draft_(std::move(draft)), place_(std::move(place)), tell_(std::move(tell)) {
    setFocusPolicy(Qt::StrongFocus);
    setAccessibleName(tr("Drawing of the box"));
}

QRectF BoxDrawing::caseArea() const {
    const double w = std::min(wide() - 2 * kDrawingMargin - 20, 470.0);
    return QRectF((wide() - w) / 2, kHead + 66, w, std::min(kCaseHigh - 90, high() * 0.30));
}

QPointF BoxDrawing::spotAt(int spot) const {
    const QRectF a = caseArea();
    const Spot& s = kSpots[static_cast<std::size_t>(spot)];
    return {a.left() + a.width() * s.across, a.top() + a.height() * s.down};
}

int BoxDrawing::nearest(QPointF at) const {
    int best = -1;
    double least = kSnap;
    for (std::size_t i = 0; i < kSpots.size(); ++i) {
        const QPointF d = spotAt(static_cast<int>(i)) - at;
        if (const double away = std::hypot(d.x(), d.y()); away < least) {
            least = away;
            best = static_cast<int>(i);
        }
    }
    return best;
}

double BoxDrawing::lineAt() const {
    const bool waits = std::any_of(switches_.begin(), switches_.end(), [](const Placed& s) { return s.spot < 0; });
    return caseArea().bottom() + (waits ? 116 : 52);
}

void BoxDrawing::renew() {
    switches_.clear();
    QVector<Item> items;
    const BoxDraft& d = draft_();
    if (const auto* tx = std::get_if<TransmitterProfile>(&d.box)) {
        int unplaced = 0;
        const auto waiting =
            std::count_if(tx->switches.begin(), tx->switches.end(), [](const SwitchProfile& s) { return spotNamed(shown(s.where)) < 0; });
        const double apart = std::min(62.0, (wide() - 2 * kDrawingMargin - 40.0) / std::max<double>(1.0, static_cast<double>(waiting)));
        const double first =
            std::min(caseArea().left() + 30,
                     kDrawingMargin + 24 + std::max(0.0, (wide() - 2 * kDrawingMargin - 40.0 - apart * static_cast<double>(waiting)) / 2));
        const QRectF a = caseArea();
        for (const SwitchProfile& s : tx->switches) {
            Placed placed{shown(s.id), s.places, s.momentary, spotNamed(shown(s.where)), {}};
            // where nobody said, they wait in a row beneath the case
            placed.at = placed.spot >= 0 ? spotAt(placed.spot) : QPointF(first + apart * unplaced++, a.bottom() + 66);
            switches_.push_back(placed);
        }
        chosen_ = std::clamp(chosen_, 0, std::max(0, static_cast<int>(switches_.size()) - 1));
        for (std::size_t i = 0; i < switches_.size(); ++i) {
            const Placed& s = switches_[i];
            items.push_back({QStringLiteral("switch-") + s.name, tr("Switch %1, %2 places").arg(s.name).arg(s.places),
                             s.spot >= 0 ? words(kSwitchSpots[static_cast<std::size_t>(s.spot)].title) : tr("nobody said where it sits"),
                             QAccessible::Button, QRectF(s.at.x() - 16, s.at.y() - kTrack / 2 - 18, 32, kTrack + 22),
                             static_cast<int>(i) == chosen_});
        }
        for (std::size_t i = 0; i < kSpots.size(); ++i)
            items.push_back({QStringLiteral("spot-%1").arg(i),
                             words(kSwitchSpots[i].title),
                             {},
                             QAccessible::Graphic,
                             QRectF(spotAt(static_cast<int>(i)) - QPointF(6, 6), QSizeF(12, 12))});
    }
    setItems(std::move(items));
    update();
}

void BoxDrawing::put(int row, int spot) {
    for (std::size_t i = 0; i < switches_.size(); ++i)
        if (static_cast<int>(i) != row && switches_[i].spot == spot) {
            tell_(tr("%1 sits there already; put it elsewhere first.").arg(switches_[i].name));
            renew();
            return;
        }
    place_(static_cast<std::size_t>(row), words(kSwitchSpots[static_cast<std::size_t>(spot)].title));
}

void BoxDrawing::mousePressEvent(QMouseEvent* event) {
    setFocus();
    const QPointF at = drawn(event->position());
    for (std::size_t i = 0; i < switches_.size(); ++i)
        if (QRectF(switches_[i].at - QPointF(16, kTrack / 2 + 18), QSizeF(32, kTrack + 22)).contains(at)) {
            chosen_ = static_cast<int>(i);
            dragging_ = true;
            drag_ = at;
        }
    renew();
}
void BoxDrawing::mouseMoveEvent(QMouseEvent* event) {
    if (!dragging_) return;
    drag_ = drawn(event->position());
    update();
}
void BoxDrawing::mouseReleaseEvent(QMouseEvent* event) {
    if (!dragging_) return;
    dragging_ = false;
    const int spot = nearest(drawn(event->position()));
    if (spot >= 0 && spot != switches_[static_cast<std::size_t>(chosen_)].spot) put(chosen_, spot);
    else renew();
}

bool BoxDrawing::focusNextPrevChild(bool next) {
    const int to = chosen_ + (next ? 1 : -1);
    if (to < 0 || to >= static_cast<int>(switches_.size())) return ItemView::focusNextPrevChild(next);
    chosen_ = to;
    renew();
    return true;
}

void BoxDrawing::keyPressEvent(QKeyEvent* event) {
    const int key = event->key();
    const bool back = key == Qt::Key_Left || key == Qt::Key_Up, on = key == Qt::Key_Right || key == Qt::Key_Down;
    if ((!back && !on) || switches_.empty()) {
        ItemView::keyPressEvent(event);
        return;
    }
    const int spots = static_cast<int>(kSpots.size());
    int spot = switches_[static_cast<std::size_t>(chosen_)].spot;
    for (int tries = 0; tries < spots; ++tries) {  // the next that is free
        spot = (spot + (on ? 1 : -1) + spots) % spots;
        if (std::none_of(switches_.begin(), switches_.end(), [&](const Placed& s) { return s.spot == spot; })) {
            put(chosen_, spot);
            return;
        }
    }
    tell_(tr("Every place is taken."));
}

void BoxDrawing::drawSwitch(QPainter& p, const Placed& s, bool chosen) const {
    const Tokens& t = Theme::tokens();
    const QPointF at = chosen && dragging_ ? drag_ : s.at;
    const QRectF track(at.x() - 4, at.y() - kTrack / 2, 8, kTrack);
    if (chosen && hasFocus()) {
        p.setPen(QPen(t.transmitter, 2));
        p.setBrush(Theme::selectionTint());
        p.drawRoundedRect(track.adjusted(-16, -20, 16, 5), 3, 3);
    }
    p.setPen(QPen(t.machine, 1.2));
    p.setBrush(t.sheet);
    p.drawRoundedRect(track, 3, 3);
    for (int place = 1; place <= s.places; ++place) {
        const double y = track.top() + 6 + (track.height() - 12) * (place - 1.0) / (s.places - 1.0);
        p.setPen(QPen(t.muted, 1));
        p.drawLine(QPointF(at.x() + 5, y), QPointF(at.x() + 9, y));
        drawText(p, {at.x() + 11, y + 4}, QString::number(place), Theme::font(12), t.muted);
        if (place == 1) {
            p.setPen(Qt::NoPen);
            p.setBrush(t.transmitter);
            p.drawRoundedRect(QRectF(at.x() - 8, y - 4, 16, 8), 2, 2);
        }
    }
    if (s.springs) {  // a spring under the slot
        p.setPen(QPen(t.machine, 1.2));
        QPolygonF spring;
        for (int i = 0; i <= 6; ++i) spring << QPointF(at.x() + (i % 2 == 0 ? -4 : 4), track.bottom() + 1 + 2.0 * i);
        p.drawPolyline(spring);
    }
    const QFont bold = Theme::font(13, true);
    drawText(p, {at.x() - textWidth(s.name, bold) / 2, track.top() - 6}, s.name, bold, t.ink);
}

void BoxDrawing::drawTransmitter(QPainter& p) const {
    const Tokens& t = Theme::tokens();
    const QRectF a = caseArea();
    drawTransmitterCase(p, a, {});
    p.setPen(QPen(t.muted, 1));
    for (std::size_t i = 0; i < kSpots.size(); ++i) {
        const QPointF at = spotAt(static_cast<int>(i));
        if (std::any_of(switches_.begin(), switches_.end(), [&](const Placed& s) { return s.spot == static_cast<int>(i); })) continue;
        p.setPen(QPen(dragging_ && nearest(drag_) == static_cast<int>(i) ? t.transmitter : t.muted, dragging_ ? 1.6 : 1));
        p.drawLine(at - QPointF(4, 0), at + QPointF(4, 0));
        p.drawLine(at - QPointF(0, 4), at + QPointF(0, 4));
    }
    for (std::size_t i = 0; i < switches_.size(); ++i)
        if (static_cast<int>(i) != chosen_) drawSwitch(p, switches_[i], false);
    if (switches_.empty()) return;
    const Placed& chosen = switches_[static_cast<std::size_t>(chosen_)];
    if (dragging_) {  // where it was stays dashed
        p.setPen(QPen(t.muted, 1, Qt::DashLine));
        p.setBrush(Qt::NoBrush);
        p.drawRoundedRect(QRectF(chosen.at - QPointF(4, kTrack / 2), QSizeF(8, kTrack)), 3, 3);
    }
    drawSwitch(p, chosen, true);
    const double y = lineAt();
    double x = drawText(p, {kDrawingMargin, y}, tr("switch"), Theme::font(13), t.muted) + 8;
    x = drawText(p, {x, y}, chosen.name, Theme::font(13, true), t.transmitter) + 18;
    x = drawText(p, {x, y}, chosen.springs ? tr("%1 places, springs back").arg(chosen.places) : tr("%1 places").arg(chosen.places),
                 Theme::font(13), t.ink) +
        18;
    drawText(
        p, {x, y},
        chosen.spot >= 0 ? words(kSwitchSpots[static_cast<std::size_t>(chosen.spot)].title) : tr("drag it to where it sits, or arrows"),
        Theme::font(13), chosen.spot >= 0 ? t.ink : t.muted, wide() - kDrawingMargin);
}

void BoxDrawing::drawLists(QPainter& p) const {
    const BoxDraft& d = draft_();
    const Box box = boxOf(kindOf(d.box));
    if (box == Box::Machine) return;
    const Tokens& t = Theme::tokens();
    const double top = (kindOf(d.box) == BoxKind::Transmitter ? lineAt() : caseArea().bottom() + 116) + 20;
    if (top + 80 > high()) return;
    hairline(p, 0, top, wide(), t.rule);
    const double half = wide() / 2;
    vline(p, half, top, high(), t.rule);
    const QColor colour = Theme::box(box);
    const auto list = [&](double x, double right, const QString& title, const QString& note, const char* key, bool numbered) {
        drawText(p, {x, top + 24}, title, Theme::font(13, true), t.ink);
        drawText(p, {x, top + 42}, note, Theme::font(12), t.muted, right);
        const BoxTable table = boxTable(d.box, key);
        double y = top + 66;
        for (std::size_t i = 0; i < table.rows.size(); ++i) {
            if (y + 22 > high() && i + 1 < table.rows.size()) {
                drawText(p, {x, y}, tr("and %1 more").arg(table.rows.size() - i), Theme::font(12), t.muted);
                break;
            }
            const auto& row = table.rows[i];
            if (numbered) {
                const double from = drawText(p, {x, y}, QString::number(i + 1), Theme::font(13), t.muted) + 10;
                drawText(p, {from, y}, words(row[0]), Theme::font(13), colour, right);
            } else {
                const double mid = x + (right - x) * 0.62;
                drawText(p, {x, y}, words(row[0]), Theme::font(12), t.muted, mid - 8);
                drawText(p, {mid, y}, words(row[1]), Theme::font(13, true), colour, right);
            }
            hairline(p, x, y + 6, right, t.rule);
            y += 23;
        }
        if (table.rows.empty()) drawText(p, {x, y}, tr("none yet"), Theme::font(13), t.muted);
    };
    list(kDrawingMargin, half - kDrawingMargin, tr("Its own words"), tr("texts and sheet use them"), "words", false);
    list(half + kDrawingMargin, wide() - kDrawingMargin, tr("Its menu, in order"), tr("the sheet prints so"), "menu", true);
}

void BoxDrawing::paintEvent(QPaintEvent*) {
    QPainter p(this);
    p.scale(scale(), scale());
    const Tokens& t = Theme::tokens();
    p.fillRect(QRectF(0, 0, wide(), high()), t.sheet);
    p.setRenderHint(QPainter::Antialiasing);
    const BoxDraft& d = draft_();
    const Box box = boxOf(kindOf(d.box));
    const double x = drawText(p, {kDrawingMargin, 24}, shown(nameOf(d.box)), Theme::font(13, true), Theme::box(box), wide() * 0.5) + 12;
    if (kindOf(d.box) == BoxKind::Transmitter)
        drawText(p, {x, 24}, tr("drag a switch to where it sits; places count from the front edge"), Theme::font(12), t.muted,
                 wide() - kDrawingMargin);
    switch (kindOf(d.box)) {
        case BoxKind::Transmitter: drawTransmitter(p); break;
        case BoxKind::Controller: drawController(p); break;
        case BoxKind::SpeedController: drawSpeedController(p); break;
        case BoxKind::Servo: drawServo(p); break;
        case BoxKind::Receiver: drawReceiver(p); break;
    }
    drawLists(p);
}

}  // namespace kh::app
