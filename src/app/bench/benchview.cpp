// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/bench/benchview.h"

#include "base/error.h"
#include "model/controllerwords.h"
#include "model/fieldpatterns.h"
#include "model/gyro.h"
#include "paint/look/theme.h"

#include <QKeyEvent>
#include <QMouseEvent>
#include <QPainter>
#include <algorithm>
#include <cmath>

namespace kh::app {

using namespace paint;

BenchView::BenchView(session::Workspace& workspace, QWidget* parent) : ItemView(parent), workspace_(workspace) {
    setAccessibleName(tr("Drawing of the station"));
    const auto refresh = [this] {
        if (!isVisible()) return;
        layOut();
        update();
    };
    const auto forget = [this] { still_ = QPixmap(); };
    connect(&workspace, &session::Workspace::swapped, this, forget);
    connect(&workspace, &session::Workspace::stationChanged, this, forget);
    connect(&workspace.pose(), &session::Pose::changed, this, forget);  // before and after a step are two documents
    connect(&workspace, &session::Workspace::swapped, this, refresh);
    connect(&workspace, &session::Workspace::traced, this, refresh);
    connect(&workspace, &session::Workspace::stationChanged, this, refresh);
    connect(&workspace, &session::Workspace::selectionChanged, this, refresh);
    connect(&workspace.pose(), &session::Pose::changed, this, refresh);
}

void BenchView::showPanelsOf(std::vector<PanelSpec> (*view)(const PanelContext&)) {
    view_ = view;
    still_ = QPixmap();
    layOut();
    update();
}

std::vector<PanelSpec> BenchView::panels() const {
    const auto panels = view_ != nullptr ? view_ : workspace_.entry().panels;
    if (panels == nullptr) return {};
    return panels({static_cast<double>(wide()), static_cast<double>(high()), workspace_.selectedRow(), workspace_.evaluation().figures,
                   workspace_.pose().on()});
}

std::optional<QRectF> BenchView::statesArea() const {
    for (const PanelSpec& panel : panels())
        if (panel.drawing == DrawingId::ThrottleStates) return areaOf(panel);
    return std::nullopt;
}

Scene BenchView::scene() const {
    const Row* row = workspace_.selectedRow();
    const bool rudder = row != nullptr && row->id == "rates-rudder";
    const bool elevator = row != nullptr && row->id == "rates-elevator";
    return {workspace_.pose().drawnSetup(),
            workspace_.pose().drawnEvaluation(),
            workspace_.trace(),
            workspace_.deck(),
            workspace_.pose().switches(),
            workspace_.pose().drawnProof(),
            workspace_.moves(),
            workspace_.powerOn(),
            static_cast<std::size_t>(workspace_.shownMode()),
            rudder     ? 2U
            : elevator ? 1U
                       : 0U,
            dimensions_,
            exaggeration_,
            workspace_.repair().shown() ? &workspace_.repair().plan() : nullptr,
            static_cast<std::size_t>(workspace_.repair().step()),
            workspace_.pose().proofAfterStep(),
            offered_,
            row == nullptr ? std::string() : channelOfRow(workspace_.setup().machine.aircraft.of(), *row)};
}

void BenchView::layOut() {
    QVector<Item> items;
    for (const PanelSpec& panel : panels())
        items.push_back(
            {QStringLiteral("panel-") + QString::fromLatin1(panel.title), words(panel.title), {}, QAccessible::Graphic, areaOf(panel)});
    if (const auto area = statesArea())
        for (const StateSpot& spot : stateSpots(*area, scene()))
            items.push_back(
                {QStringLiteral("state-") + QString::fromStdString(spot.state->id), words(spot.state->title),
                 tr("%1 %").arg(spot.state->highPct), QAccessible::PushButton, spot.area,
                 workspace_.tracer() != nullptr && throttleStateOf(workspace_.setup(), workspace_.trace().now) == spot.state->id});
    if (const auto area = areaOfDrawing(DrawingId::Mountings))
        for (int number = 0; const MountingSpot& spot : mountingSpots(*area)) {
            const bool chosen = number++ == choosing_;
            const QString word = words(mountingWord(spot.mounting));
            const bool set = spot.mounting == mountingSet(workspace_.setup());
            const bool built = spot.mounting == mountingBuilt(workspace_.setup());
            const QString is = set && built ? tr("set, built") : set ? tr("set") : built ? tr("built") : QString();
            items.push_back({QStringLiteral("mounting-") + QString::fromLatin1(mountingWord(spot.mounting)), word, is,
                             QAccessible::PushButton, spot.area, choosing_ < 0 ? built : chosen});
        }
    setItems(items);
}

std::optional<QRectF> BenchView::areaOfDrawing(DrawingId drawing) const {
    for (const PanelSpec& panel : panels())
        if (panel.drawing == drawing) return areaOf(panel);
    return std::nullopt;
}

void BenchView::chooseMounting(const kh::Mounting& mounting) {
    const Part* part = workspace_.selectedPart();
    const bool setting = part != nullptr && part->field() == "controller.mounting"_field;
    const std::string path = setting ? "controller.mounting"_field : "machine.mounting"_field;
    const std::vector<kh::Mounting> known = knownMountings(workspace_.setup().controller.profile);
    if (setting && std::find(known.begin(), known.end(), mounting) == known.end())
        throw InputError(path, tr("%1 cannot be told of %2; drawn solid is what it knows")
                                   .arg(shown(workspace_.setup().controller.profile->name), words(mountingWord(mounting)))
                                   .toStdString());
    workspace_.document().edit(workspace_.fieldName(path), {{path, std::string(mountingWord(mounting))}});
}

bool BenchView::choose(const Part& part) {
    const auto area = areaOfDrawing(DrawingId::Mountings);
    if (!area || !part.field().ends_with(".mounting")) return false;
    const std::vector<MountingSpot> spots = mountingSpots(*area);
    const kh::Mounting now =
        part.field() == "controller.mounting"_field ? mountingSet(workspace_.setup()) : mountingBuilt(workspace_.setup());
    const auto at = std::find_if(spots.begin(), spots.end(), [&](const MountingSpot& s) { return s.mounting == now; });
    choosing_ = at == spots.end() ? 0 : static_cast<int>(at - spots.begin());
    setFocusPolicy(Qt::ClickFocus);
    setFocus();
    layOut();
    update();
    return true;
}

void BenchView::keyPressEvent(QKeyEvent* event) {
    const auto area = areaOfDrawing(DrawingId::Mountings);
    if (choosing_ < 0 || !area) {
        ItemView::keyPressEvent(event);
        return;
    }
    const std::vector<MountingSpot> spots = mountingSpots(*area);
    const QPointF from = spots[static_cast<std::size_t>(choosing_)].area.center();
    QPointF way;
    switch (event->key()) {
        case Qt::Key_Left: way = {-1, 0}; break;
        case Qt::Key_Right: way = {1, 0}; break;
        case Qt::Key_Up: way = {0, -1}; break;
        case Qt::Key_Down: way = {0, 1}; break;
        case Qt::Key_Return:
        case Qt::Key_Enter: {
            const kh::Mounting wanted = spots[static_cast<std::size_t>(choosing_)].mounting;
            if (!workspace_.attempt([&] { chooseMounting(wanted); })) return;  // why stands there; the choice goes on
            emit chosen();
            return;
        }
        case Qt::Key_Escape: emit chosen(); return;
        default: ItemView::keyPressEvent(event); return;
    }
    double nearest = 1e9;  // straight that way
    for (std::size_t i = 0; i < spots.size(); ++i) {
        const QPointF to = spots[i].area.center() - from;
        const double along = QPointF::dotProduct(to, way);
        if (along < 1.0 || along + 4.0 * std::abs(to.x() * way.y()) + 4.0 * std::abs(to.y() * way.x()) >= nearest) continue;
        nearest = along + 4.0 * std::abs(to.x() * way.y()) + 4.0 * std::abs(to.y() * way.x());
        choosing_ = static_cast<int>(i);
    }
    layOut();
    update();
}

void BenchView::focusOutEvent(QFocusEvent*) {
    choosing_ = -1;
    setFocusPolicy(Qt::NoFocus);
    layOut();
    update();
}

void BenchView::drawStill(const std::vector<PanelSpec>& panels, const Scene& s) {
    std::vector<std::pair<DrawingId, QRectF>> which;
    for (const PanelSpec& panel : panels)
        if (panel.still) which.emplace_back(panel.drawing, areaOf(panel));
    if (!still_.isNull() && stillOnes_ == which) return;
    stillOnes_ = std::move(which);
    const double ratio = devicePixelRatioF();
    still_ = QPixmap(size() * ratio);
    still_.setDevicePixelRatio(ratio);
    still_.fill(Qt::transparent);
    QPainter layer(&still_);
    layer.scale(scale(), scale());
    for (const PanelSpec& panel : panels) {
        if (!panel.still) continue;
        layer.save();
        drawingOf(panel.drawing)(layer, areaOf(panel), s);
        layer.restore();
    }
}

void BenchView::paintEvent(QPaintEvent*) {
    QPainter p(this);
    p.scale(scale(), scale());
    const Tokens& t = Theme::tokens();
    p.fillRect(QRectF(0, 0, wide(), high()), t.sheet);
    if (workspace_.tracer() == nullptr) {
        drawText(p, {16, 40}, tr("Nothing can be drawn until the chain can be followed."), Theme::font(13), t.muted);
        return;
    }
    const Scene s = scene();
    const std::vector<PanelSpec> panels = this->panels();
    drawStill(panels, s);
    p.drawPixmap(QRectF(0, 0, wide(), high()), still_, QRectF(still_.rect()));
    bool first = true;
    double lastTop = 0;
    for (const PanelSpec& panel : panels) {
        const QRectF area = areaOf(panel);
        if (!first && area.left() <= 17 && area.top() > lastTop + 40) {
            p.setRenderHint(QPainter::Antialiasing, false);
            hairline(p, 16, area.top() - 6, wide() - 16, t.rule);
        }
        if (!panel.still) {
            p.save();
            drawingOf(panel.drawing)(p, area, s);
            p.restore();
        }
        lastTop = area.top();
        first = false;
    }
    const auto mountings = areaOfDrawing(DrawingId::Mountings);
    if (choosing_ < 0 || !mountings) return;
    p.setRenderHint(QPainter::Antialiasing);
    p.setBrush(Qt::NoBrush);
    p.setPen(QPen(t.machine, 2));
    p.drawRoundedRect(mountingSpots(*mountings)[static_cast<std::size_t>(choosing_)].area.adjusted(-2, -2, 2, 3), 3, 3);
}

void BenchView::mousePressEvent(QMouseEvent* event) {
    const Item* i = itemAt(event->position());
    if (const auto area = statesArea()) {
        for (const StateSpot& spot : stateSpots(*area, scene()))
            if (spot.area.contains(drawn(event->position())) && spot.state->reachable) {
                Deck deck = spot.state->deck;
                deck.sticks = workspace_.deck().sticks;
                workspace_.setDeck(deck);
                return;
            }
        return;
    }
    if (const auto area = areaOfDrawing(DrawingId::Mountings)) {
        for (const MountingSpot& spot : mountingSpots(*area))
            if (spot.area.contains(drawn(event->position()))) {
                workspace_.attempt([&] { chooseMounting(spot.mounting); });
                return;
            }
        return;
    }
    if (i == nullptr || i->name != words("Transmitter")) return;
    const QRectF area = areaOf(panels().front());
    for (const SwitchSpot& spot : switchSpots(area, workspace_.setup().transmitter.profile)) {
        if (!spot.track.adjusted(-18, -26, 18, 8).contains(drawn(event->position()))) continue;
        if (offered_) {  // the place that was clicked
            emit switchGiven(QString::fromStdString(spot.profile->id), placeAt(spot, drawn(event->position()).y()),
                             event->modifiers().testFlag(Qt::ShiftModifier));
            return;
        }
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

void BenchView::offerSwitches(bool offered) {
    offered_ = offered;
    update();
}

void BenchView::toggleDimensions() {
    dimensions_ = !dimensions_;
    still_ = QPixmap();
    update();
}

double BenchView::exaggerate() {
    exaggeration_ = exaggeration_ >= 4.0 ? 1.0 : exaggeration_ * 2.0;
    update();
    return exaggeration_;
}

std::string BenchView::svg() const { return drawingsSvg(panels(), scene(), size()); }

}  // namespace kh::app
