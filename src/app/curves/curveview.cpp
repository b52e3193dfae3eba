// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/curves/curveview.h"
#include "model/amounts.h"

#include "app/table/celleditor.h"
#include "base/conventions.h"
#include "base/error.h"
#include "base/typed.h"
#include "paint/look/theme.h"

#include <QKeyEvent>
#include <QMouseEvent>
#include <QPainter>
#include <cmath>
#include <utility>

namespace kh::app {

using namespace paint;

namespace {

constexpr double kAxis = 60;
constexpr double kRightAxis = 76;
constexpr double kHit = 12;
constexpr int kNudgeRunMs = 1000;

}  // namespace

CurveView::CurveView(session::Workspace& workspace, QWidget* parent) : ItemView(parent), workspace_(workspace) {
    setFocusPolicy(Qt::StrongFocus);
    setAccessibleName(tr("Curves over the collective stick"));
    nudges_.setSingleShot(true);
    nudges_.setInterval(kNudgeRunMs);
    connect(&nudges_, &QTimer::timeout, this, [this] { key_ = 0; });
    const auto refresh = [this] {
        layOut();
        update();
    };
    connect(&workspace, &session::Workspace::swapped, this, refresh);
    connect(&workspace, &session::Workspace::traced, this, refresh);
    connect(&workspace, &session::Workspace::selectionChanged, this, refresh);
}

void CurveView::enter(bool pitch) {
    pitch_ = pitch;
    layOut();
    setFocus();
    update();
}

const FlightMode* CurveView::mode() const {
    const auto& modes = workspace_.setup().transmitter.modes;
    const auto i = static_cast<std::size_t>(workspace_.shownMode());
    return i < modes.size() ? &modes[i] : nullptr;
}

std::string CurveView::curvePath(bool pitch) const {
    const auto& modes = workspace_.setup().transmitter.modes;
    const auto shownMode = static_cast<std::size_t>(workspace_.shownMode());
    if (shownMode >= modes.size()) return {};
    return elementPath(pitch ? "transmitter.modes.{}.pitch"_field : "transmitter.modes.{}.throttle"_field, modes[shownMode].id);
}

const Curve& CurveView::curve(bool pitch) const {
    static const Curve none;
    const FlightMode* m = mode();
    return m == nullptr ? none : pitch ? m->pitch : m->throttle;
}

std::string CurveView::path(bool pitch) const { return "transmitter.modes." + mode()->id + (pitch ? ".pitch" : ".throttle"); }
bool CurveView::editable(bool pitch) const { return mode() != nullptr && (pitch || mode()->id != kHoldMode); }

std::vector<CurvePoint> CurveView::handles(bool pitch) const {
    std::vector<CurvePoint> out = curve(pitch).points;
    if (curve(pitch).shape == CurveShape::Line) out.insert(out.begin() + 1, {50.0, (out.front().y + out.back().y) / 2.0});
    return out;
}

bool CurveView::isOffset(bool pitch, int handle) const { return curve(pitch).shape == CurveShape::Line && handle == 1; }

CurveView::Plot CurveView::plot(bool pitch) const {
    const double left = 16 + kAxis;
    const double right = wide() - 16 - kRightAxis;
    const double room = high() - 60 - 98;  // head, continuity
    const double tall = room * 0.62;
    if (pitch) return {true, QRectF(left, 44, right - left, tall - 34), -100, 100};
    return {false, QRectF(left, 44 + tall + 14, right - left, room - tall - 34), -12, 105};
}

QPointF CurveView::at(const Plot& plot, double x, double y) {
    return {plot.area.left() + x / 100.0 * plot.area.width(),
            plot.area.bottom() - (y - plot.low) / (plot.high - plot.low) * plot.area.height()};
}

void CurveView::layOut() {
    if (!editable(pitch_)) pitch_ = true;
    point_ = std::clamp(point_, 0, std::max(0, static_cast<int>(handles(pitch_).size()) - 1));  // an undo may have taken points away
    QVector<Item> items;
    for (const bool pitch : {true, false}) {
        if (!editable(pitch)) continue;
        const Plot pl = plot(pitch);
        items.push_back({pitch ? QStringLiteral("plot-pitch") : QStringLiteral("plot-throttle"),
                         pitch ? tr("Pitch curve") : tr("Throttle curve"),
                         {},
                         QAccessible::Chart,
                         pl.area});
        const auto points = handles(pitch);
        for (std::size_t i = 0; i < points.size(); ++i) {
            const QPointF c = at(pl, points[i].x, points[i].y);
            items.push_back({QStringLiteral("%1-%2").arg(pitch ? QStringLiteral("pitch") : QStringLiteral("throttle")).arg(i),
                             isOffset(pitch, static_cast<int>(i))
                                 ? tr("%1 offset").arg(pitch ? tr("pitch") : tr("throttle"))
                                 : tr("%1 point %2 of %3").arg(pitch ? tr("pitch") : tr("throttle")).arg(i + 1).arg(points.size()),
                             words(say(KH_TR("{y} at stick {x}"), {{"y", amount(workspace_.setup(), curvePath(pitch), points[i].y)},
                                                                   {"x", signedNum(stickFromCurveX(points[i].x), 2)}})),
                             QAccessible::Indicator, QRectF(c.x() - kHit, c.y() - kHit, 2 * kHit, 2 * kHit),
                             pitch == pitch_ && static_cast<int>(i) == point_});
        }
    }
    setItems(items);
}

void CurveView::setPoint(double y) {
    const bool pitch = pitch_;
    Curve c = curve(pitch);
    if (point_ < 0 || point_ >= static_cast<int>(handles(pitch).size())) return;
    const double low = pitch ? -100.0 : 0.0;
    const double wanted = std::clamp(roundToStep(y, 0.5), low, 100.0);
    QString name = pitch ? tr("Move a pitch point") : tr("Move a throttle point");
    if (isOffset(pitch, point_)) {
        const OffsetRange range = offsetRange(c, low, 100.0);
        const double moved = c.offsetPct + wanted - handles(pitch)[1].y;
        c = withOffset(c, std::clamp(roundToStep(moved, 0.5), range.least, range.most), low, 100.0);
        name = pitch ? tr("Move the pitch line") : tr("Move the throttle line");
    } else if (c.shape == CurveShape::Line) {  // an end as typed stays within the box's range too
        (point_ == 0 ? c.points.front() : c.points.back()).y =
            std::clamp(wanted, std::max(low, low + c.offsetPct), std::min(100.0, 100.0 + c.offsetPct));
    } else {
        c.points[static_cast<std::size_t>(point_)].y = wanted;
    }
    if (key_ == 0) key_ = workspace_.document().newMergeKey();
    workspace_.document().edit(name, {{path(pitch), c}}, Standing::Entered, key_);
}

void CurveView::mousePressEvent(QMouseEvent* event) {
    setFocus();
    closeEditor();
    const Item* i = itemAt(event->position());
    if (i == nullptr) return;
    const QStringList id = i->id.split('-');
    if (id[0] == QStringLiteral("plot")) {
        pitch_ = id[1] == QStringLiteral("pitch");
        return;
    }
    pitch_ = id[0] == QStringLiteral("pitch");
    point_ = id[1].toInt();
    dragging_ = true;
    key_ = workspace_.document().newMergeKey();
    layOut();
    update();
}

void CurveView::mouseMoveEvent(QMouseEvent* event) {
    if (!dragging_) return;
    const Plot pl = plot(pitch_);
    setPoint(pl.low + (pl.area.bottom() - drawn(event->position()).y()) / pl.area.height() * (pl.high - pl.low));
}

void CurveView::mouseReleaseEvent(QMouseEvent*) {
    dragging_ = false;
    key_ = 0;
}

void CurveView::focusOutEvent(QFocusEvent*) {
    nudges_.stop();
    if (!dragging_) key_ = 0;
    update();
}

void CurveView::nudge(double by) {
    if (!editable(pitch_)) return;
    if (!nudges_.isActive()) key_ = workspace_.document().newMergeKey();
    nudges_.start();
    setPoint(handles(pitch_)[static_cast<std::size_t>(point_)].y + by);
}

bool CurveView::focusNextPrevChild(bool next) {
    const int n = static_cast<int>(handles(pitch_).size());
    if (point_ + (next ? 1 : -1) >= 0 && point_ + (next ? 1 : -1) < n) {
        point_ += next ? 1 : -1;
        key_ = 0;
        nudges_.stop();
        layOut();
        update();
        return true;
    }
    return ItemView::focusNextPrevChild(next);
}

void CurveView::keyPressEvent(QKeyEvent* event) {
    const bool fine = event->modifiers().testFlag(Qt::ShiftModifier);
    switch (event->key()) {
        case Qt::Key_Left: (void)focusNextPrevChild(false); break;
        case Qt::Key_Right: (void)focusNextPrevChild(true); break;
        case Qt::Key_Up: nudge(fine ? 0.5 : 1.0); break;
        case Qt::Key_Down: nudge(fine ? -0.5 : -1.0); break;
        case Qt::Key_PageUp: enter(true); break;
        case Qt::Key_PageDown:
            if (editable(false)) enter(false);
            break;
        case Qt::Key_F: {
            const auto points = handles(pitch_);
            change(tr("Flatten the curve"), flatCurve(points[static_cast<std::size_t>(point_)].y, points.size()));
            break;
        }
        case Qt::Key_M:
            if (pitch_) change(tr("Mirror the curve"), mirroredCurve(curve(true)));
            break;
        case Qt::Key_L: change(tr("Straighten the curve"), straightenedCurve(curve(pitch_))); break;
        case Qt::Key_S: {
            Curve c = curve(pitch_);
            if (!workspace_.setup().transmitter.profile->smoothCurves) {
                emit refused(tr("%1 has straight curves only.").arg(shown(workspace_.setup().transmitter.profile->name)));
                break;
            }
            if (c.shape == CurveShape::Line) c = resampledCurve(c, 2);
            c.shape = c.shape == CurveShape::Straight ? CurveShape::Smooth : CurveShape::Straight;
            change(c.shape == CurveShape::Smooth ? tr("Smooth the curve") : tr("Straight between the points"), c);
            break;
        }
        case Qt::Key_O:
            if (curve(pitch_).shape == CurveShape::Line)
                change(tr("Curve by points"), resampledCurve(curve(pitch_), static_cast<std::size_t>(std::min(
                                                                                5, workspace_.setup().transmitter.profile->curvePoints))));
            else change(tr("Line and offset"), asLine(curve(pitch_)));
            point_ = std::min(point_, static_cast<int>(handles(pitch_).size()) - 1);
            break;
        case Qt::Key_Plus: recount(1); break;
        case Qt::Key_Minus: recount(-1); break;
        case Qt::Key_Return:
        case Qt::Key_Enter: type(); break;
        case Qt::Key_Escape:
            if (dragging_) {
                dragging_ = false;
                workspace_.document().abandonMerge(key_);
                key_ = 0;
            } else {
                emit left();
            }
            break;
        default: ItemView::keyPressEvent(event);
    }
}

void CurveView::change(const QString& name, const Curve& to) {
    if (editable(pitch_)) workspace_.document().edit(name, {{path(pitch_), to}});
}

void CurveView::recount(int by) {
    const int most = workspace_.setup().transmitter.profile->curvePoints;
    const int wanted = static_cast<int>(curve(pitch_).points.size()) + by;
    if (wanted < 2 || wanted > most) {
        emit refused(tr("A curve of %1 has 2 to %2 points.").arg(shown(workspace_.setup().transmitter.profile->name)).arg(most));
        return;
    }
    point_ = std::min(point_, wanted - 1);
    change(by > 0 ? tr("A curve point more") : tr("A curve point less"), resampledCurve(curve(pitch_), static_cast<std::size_t>(wanted)));
}

void CurveView::type() {
    if (!editable(pitch_)) return;
    dragging_ = false;
    closeEditor();
    const auto points = handles(pitch_);
    const bool offset = isOffset(pitch_, point_);
    const QPointF c = at(plot(pitch_), points[static_cast<std::size_t>(point_)].x, points[static_cast<std::size_t>(point_)].y);
    auto* editor = new CellEditor(this);
    editor_ = editor;
    editor_->setObjectName(QStringLiteral("point-editor"));
    editor_->setAccessibleName(words(
        inUnitOf(workspace_.setup(), curvePath(pitch_), say(offset ? KH_TR("Offset of the line") : KH_TR("Value of the curve point")))));
    editor_->setFont(Theme::font(13));
    const Amount now = offset ? amount(workspace_.setup(), curvePath(pitch_), curve(pitch_).offsetPct, Amount::Kind::Difference)
                              : amount(workspace_.setup(), curvePath(pitch_), points[static_cast<std::size_t>(point_)].y);
    editor_->setText(words(say("{v}", {{"v", bare(now)}})));
    editor_->selectAll();
    editor_->setGeometry(onWidget({std::min(c.x() + 12, wide() - 90.0), c.y() + 14, 76, 26}).toRect());
    editor_->show();
    editor_->setFocus();
    connect(editor, &CellEditor::entered, this, [this] {
        const bool ofLine = isOffset(pitch_, point_);
        const double floor = pitch_ ? -100.0 : 0.0;
        const OffsetRange range = ofLine ? offsetRange(curve(pitch_), floor, 100.0) : OffsetRange{floor, 100.0};
        double y = 0.0;
        try {
            y = readCurveValue(workspace_.setup(), curvePath(pitch_), editor_->text().toStdString(),
                               ofLine ? Amount::Kind::Difference : Amount::Kind::Value, range.least, range.most);
        } catch (const InputError& e) {
            emit refused(QStringLiteral("%1: %2").arg(ofLine   ? tr("offset of the line")
                                                      : pitch_ ? tr("pitch point")
                                                               : tr("throttle point"),
                                                      QString::fromStdString(e.problem())));
            return;
        }
        closeEditor();
        setFocus();
        key_ = 0;
        nudges_.stop();
        setPoint(ofLine ? handles(pitch_)[1].y + y - curve(pitch_).offsetPct : y);
        key_ = 0;
    });
    connect(editor, &CellEditor::cancelled, this, [this] {
        closeEditor();
        setFocus();
    });
}

void CurveView::closeEditor() {
    if (editor_ == nullptr) return;
    QLineEdit* closing = std::exchange(editor_, nullptr);
    if (closing->hasFocus()) setFocus();  // else hiding it would pass the focus on, and the selection with it
    closing->hide();
    closing->deleteLater();
}

}  // namespace kh::app
