// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/benchview.h"

#include "paint/theme.h"

#include <QMouseEvent>
#include <QPainter>

namespace kh::app {

using namespace paint;

ModesDrawing modesDrawing(const Row* row) {
    if (row == nullptr) return ModesDrawing::Curves;
    if (row->id == "hold") return ModesDrawing::Hold;
    if (row->id.starts_with("tail-gain")) return ModesDrawing::Gain;
    return row->id.starts_with("rates") || row->id == "agility-roll" ? ModesDrawing::Rates : ModesDrawing::Curves;
}

namespace {

/// Rows whose fault couples the axes.
bool coupledRow(const Row& row) {
    return row.id == "swash-mixing" || row.id == "layout" || row.id == "ports" || row.id == "servo-directions" ||
           row.id.ends_with("-sense");
}

}  // namespace

BenchView::BenchView(Workspace& workspace, QWidget* parent) : ItemView(parent), workspace_(workspace) {
    setAccessibleName(tr("Drawing of the station"));
    const auto refresh = [this] {
        if (!isVisible()) return;
        layOut();
        update();
    };
    const auto forget = [this] { cache_ = QPixmap(); };
    connect(&workspace, &Workspace::evaluated, this, forget);
    connect(&workspace, &Workspace::stationChanged, this, forget);
    connect(&workspace, &Workspace::traced, this, refresh);
    connect(&workspace, &Workspace::stationChanged, this, refresh);
    connect(&workspace, &Workspace::selectionChanged, this, refresh);
    connect(&workspace, &Workspace::posedChanged, this, refresh);
}

std::vector<Panel> BenchView::panels() const {
    const double w = width() - 32.0;
    const double h = height() - 20.0;
    const double left = 16;
    switch (workspace_.station()) {
        case Station::Airframe: return {{paintHelicopter, QRectF(left, 10, w, h), KH_TR("The machine from above"), true}};
        case Station::Radio:
            return {{paintTransmitter, QRectF(left, 10, w, 286), KH_TR("Transmitter")},
                    {paintChannelBars, QRectF(left, 306, w, h - 300), KH_TR("Channels")}};
        case Station::Link:
            return {{paintWiring, QRectF(left, 10, w, 286), KH_TR("Wiring"), true},
                    {paintChannelBars, QRectF(left, 306, w, h - 300), KH_TR("Channels")}};
        case Station::Modes:
            switch (modesDrawing(workspace_.selectedRow())) {
                case ModesDrawing::Curves: return {};  // the curve view's own
                case ModesDrawing::Rates: return {{paintRates, QRectF(left, 10, w, h), KH_TR("Rate and expo")}};
                case ModesDrawing::Gain: return {{paintGainScales, QRectF(left, 10, w, h), KH_TR("Tail gain in every scale")}};
                case ModesDrawing::Hold: return {{paintThrottleStates, QRectF(left, 10, w, h), KH_TR("Hold and its family")}};
            }
            return {};
        case Station::Swash: {
            const double side = std::min(w * 0.29, 190.0);
            const double top = h * 0.58;
            if (const Row* row = workspace_.selectedRow();
                row != nullptr && coupledRow(*row) && workspace_.posedFinding() < 0 &&
                std::any_of(workspace_.evaluation().figures.coupled.begin(), workspace_.evaluation().figures.coupled.end(),
                            [](const CoupledMotion& m) { return m.parted; }))
                return {{paintSwashPlan, QRectF(left, 10, w - side - 20, top - 10), KH_TR("Swash from above"), true},
                        {paintSwashTilt, QRectF(left, 10, w - side - 20, top - 10), KH_TR("Tilt of the plate")},
                        {paintAskedAndDone, QRectF(left + w - side, 10, side, top - 10), KH_TR("Asked and done")},
                        {paintCoupledMotion, QRectF(left, top + 14, w, h - top - 14), KH_TR("What each stick does to the blades")}};
            return {{paintSwashPlan, QRectF(left, 10, w - side - 20, top - 10), KH_TR("Swash from above"), true},
                    {paintSwashTilt, QRectF(left, 10, w - side - 20, top - 10), KH_TR("Tilt of the plate")},
                    {paintAskedAndDone, QRectF(left + w - side, 10, side, top - 10), KH_TR("Asked and done")},
                    {paintSwashSection, QRectF(left, top + 14, w * 0.52, h - top - 14), KH_TR("Section through one port")},
                    {paintStrokes, QRectF(left + w * 0.57, top + 14, w * 0.43, h - top - 14), KH_TR("Stroke of the servos")}};
        }
        case Station::Pitch:
            return {{paintBladeSection, QRectF(left, 10, w, h * 0.47), KH_TR("Blade section")},
                    {paintClearanceRose, QRectF(left, 20 + h * 0.47, w, h * 0.53 - 20), KH_TR("Clearance rose"), true},
                    {paintRosePlate, QRectF(left, 20 + h * 0.47, w, h * 0.53 - 20), KH_TR("Tilt of the plate")}};
        case Station::Tail: return {{paintTail, QRectF(left, 10, w, h), KH_TR("Tail")}};
        case Station::Power:
            return {{paintHeadSpeeds, QRectF(left, 10, w, h * 0.47), KH_TR("Head speeds")},
                    {paintPinionTable, QRectF(left, 24 + h * 0.47, w, h * 0.5 - 24), KH_TR("Pinions"), true}};
        case Station::Proof:
            return {{paintTransmitter, QRectF(left, 10, w * 0.60, 286), KH_TR("Transmitter")},
                    {paintPositions, QRectF(left + w * 0.60, 10, w * 0.40, 280), KH_TR("All switch positions")},
                    {paintHoldBars, QRectF(left, 312, w, h - 306), KH_TR("Hold by mode")}};
        default: return {};
    }
}

std::optional<QRectF> BenchView::statesArea() const {
    for (const Panel& panel : panels())
        if (panel.drawing == paintThrottleStates) return panel.area;
    return std::nullopt;
}

Scene BenchView::scene() const {
    const Row* row = workspace_.selectedRow();
    const bool rudder = row != nullptr && row->id == "rates-rudder";
    const bool elevator = row != nullptr && row->id == "rates-elevator";
    return {workspace_.setup(),
            workspace_.evaluation(),
            workspace_.trace(),
            workspace_.deck(),
            workspace_.posedSwitches(),
            workspace_.proof().result().properties.empty() ? nullptr : &workspace_.proof().result(),
            workspace_.moves(),
            workspace_.powerOn(),
            static_cast<std::size_t>(workspace_.shownMode()),
            rudder     ? 2U
            : elevator ? 1U
                       : 0U,
            dimensions_,
            exaggeration_};
}

void BenchView::layOut() {
    QVector<Item> items;
    for (const Panel& panel : panels())
        items.push_back(
            {QStringLiteral("panel-") + QString::fromLatin1(panel.name), words(panel.name), {}, QAccessible::Graphic, panel.area});
    if (const auto area = statesArea())
        for (const StateSpot& spot : stateSpots(*area, scene()))
            items.push_back(
                {QStringLiteral("state-") + QString::fromStdString(spot.state->id), QString::fromStdString(spot.state->title),
                 tr("%1 %").arg(spot.state->highPct), QAccessible::PushButton, spot.area,
                 workspace_.tracer() != nullptr && throttleStateOf(workspace_.setup(), workspace_.trace().now) == spot.state->id});
    setItems(items);
}

void BenchView::paintEvent(QPaintEvent*) {
    QPainter p(this);
    const Tokens& t = Theme::tokens();
    p.fillRect(rect(), t.sheet);
    if (workspace_.tracer() == nullptr) {
        drawText(p, {16, 40}, tr("Nothing can be drawn until the chain can be followed."), Theme::font(13), t.muted);
        return;
    }
    const Scene s = scene();
    bool first = true;
    double lastTop = 0;
    for (const Panel& panel : panels()) {
        if (!first && panel.area.left() <= 17 && panel.area.top() > lastTop + 40) {
            p.setRenderHint(QPainter::Antialiasing, false);
            hairline(p, 16, panel.area.top() - 6, width() - 16, t.rule);
        }
        p.save();
        if (panel.still) {
            if (cache_.isNull() || cacheArea_ != panel.area) {
                const double ratio = devicePixelRatioF();
                cacheArea_ = panel.area;
                cache_ = QPixmap(size() * ratio);
                cache_.setDevicePixelRatio(ratio);
                cache_.fill(Qt::transparent);
                QPainter layer(&cache_);
                panel.drawing(layer, panel.area, s);
            }
            p.drawPixmap(0, 0, cache_);
        } else {
            panel.drawing(p, panel.area, s);
        }
        p.restore();
        lastTop = panel.area.top();
        first = false;
    }
}

void BenchView::mousePressEvent(QMouseEvent* event) {
    const Item* i = itemAt(event->position());
    if (const auto area = statesArea()) {
        for (const StateSpot& spot : stateSpots(*area, scene()))
            if (spot.area.contains(event->position()) && spot.state->reachable) {
                Deck deck = spot.state->deck;
                deck.sticks = workspace_.deck().sticks;
                workspace_.setDeck(deck);
                return;
            }
        return;
    }
    if (i == nullptr || i->name != words("Transmitter")) return;
    const Panel panel = panels().front();
    for (const SwitchSpot& spot : switchSpots(panel.area, workspace_.setup().transmitter.profile)) {
        if (!spot.track.adjusted(-18, -26, 18, 8).contains(event->position())) continue;
        if (event->modifiers().testFlag(Qt::ShiftModifier)) {
            const std::string id = spot.profile->id;  // the edit makes the profile anew
            workspace_.assignSwitch(id, placeOf(workspace_.setup().transmitter, workspace_.deck(), id));
            return;
        }
        Deck deck = workspace_.deck();
        deck.switches[spot.profile->id] = placeOf(workspace_.setup().transmitter, deck, spot.profile->id) % spot.profile->places + 1;
        workspace_.setDeck(deck);
        return;
    }
}

void BenchView::toggleDimensions() {
    dimensions_ = !dimensions_;
    cache_ = QPixmap();
    update();
}

double BenchView::exaggerate() {
    exaggeration_ = exaggeration_ >= 4.0 ? 1.0 : exaggeration_ * 2.0;
    update();
    return exaggeration_;
}

std::string BenchView::svg() const { return drawingsSvg(panels(), scene(), size()); }

}  // namespace kh::app
