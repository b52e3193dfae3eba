// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/shell/keel.h"

#include "paint/look/theme.h"
#include "procedure/registry.h"

#include <QMouseEvent>
#include <QPainter>
#include <QPainterPath>
#include <algorithm>

namespace kh::app {

using namespace paint;

namespace {

constexpr double kPitch = 8.0;
constexpr double kKeelLine = 54.0;
constexpr double kSlot = 150.0, kWideSlot = 300.0;  ///< of a rib at most: of many, and of few
constexpr std::size_t kFew = 6;

}  // namespace

std::vector<KeelRib> stationRibs(const session::Workspace& workspace) {
    std::vector<KeelRib> ribs;
    const Row* at = workspace.selectedRow();
    const std::string selected = at == nullptr ? std::string() : at->keelId();
    for (const StationEntry& s : workspace.stations().entries()) {
        const int number = static_cast<int>(s.station);
        KeelRib rib;
        rib.id = QStringLiteral("station-%1").arg(number);
        const int shownNumber = workspace.stations().number(s.station);
        rib.number = QString::number(shownNumber);
        rib.title = words(s.name);
        rib.brief = words(s.shortName);
        rib.name = KeelView::tr("Station %1 %2").arg(shownNumber).arg(rib.title);
        rib.current = s.station == workspace.station();
        for (std::size_t i = 0; i < rib.findings.size(); ++i)
            rib.findings[i] = workspace.evaluation().count(static_cast<Severity>(i), s.station);
        QStringList state;
        if (rib.findings[0] > 0) state << KeelView::tr("%1 danger").arg(rib.findings[0]);
        if (rib.findings[1] > 0) state << KeelView::tr("%1 warning").arg(rib.findings[1]);
        if (rib.findings[2] > 0) state << KeelView::tr("%1 note").arg(rib.findings[2]);
        rib.state = state.join(QStringLiteral(", "));
        for (const StationPage& page : workspace.pages()) {
            if (page.station != s.station) continue;
            for (const Row& row : page.rows) {
                if (!row.under.empty()) continue;
                rib.frames.push_back({QStringLiteral("frame-%1-%2").arg(number).arg(rib.frames.size()), words(row.title),
                                      words(standingId(row.standing)) + (row.broken ? KeelView::tr(", broken") : QString()), row.standing,
                                      row.broken, rib.current && row.id == selected});
            }
        }
        ribs.push_back(std::move(rib));
    }
    return ribs;
}

KeelView::KeelView(QWidget* parent) : ItemView(parent) { setAccessibleName(tr("Keel")); }

void KeelView::show(Count count) {
    count_ = std::move(count);
    countAgain();
}

void KeelView::countAgain() {
    ribs_ = count_ ? count_() : std::vector<KeelRib>();
    layOut();
    update();
}

double KeelView::slotWidth() const {
    const double most = ribs_.size() > kFew ? kSlot : kWideSlot;
    return std::min(most, (wide() - 16.0) / static_cast<double>(std::max<std::size_t>(1, ribs_.size())));
}

double KeelView::pitch(const KeelRib& rib) const {
    return std::min(kPitch, (slotWidth() - 12) / std::max(1.0, static_cast<double>(rib.frames.size())));
}

void KeelView::layOut() {
    QVector<Item> items;
    double x = 8;
    for (const KeelRib& rib : ribs_) {
        items.push_back({rib.id, rib.name, rib.state, QAccessible::PageTab, QRectF(x, 0, slotWidth(), 64), rib.current});
        double fx = x + 9;
        for (const KeelFrame& f : rib.frames) {
            items.push_back({f.id, f.name, f.state, QAccessible::Indicator, QRectF(fx - 2, kKeelLine - 28, pitch(rib), 30), f.chosen});
            fx += pitch(rib);
        }
        x += slotWidth();
    }
    setItems(items);
}

void KeelView::paintEvent(QPaintEvent*) {
    QPainter p(this);
    p.scale(zoom(), zoom());
    const Tokens& t = Theme::tokens();
    p.fillRect(rect(), t.ground);
    const double w = slotWidth();
    double x = 8;
    double sheetLeft = 0;
    double sheetRight = 0;
    for (const KeelRib& rib : ribs_) {
        if (rib.current) {
            p.fillRect(QRectF(x, 0, w, 64), t.sheet);
            vline(p, x, 0, 64, t.rule);
            vline(p, x + w - 1, 0, 64, t.rule);
            sheetLeft = x;
            sheetRight = x + w;
        }
        double tx = x + 8;
        if (!rib.number.isEmpty()) tx = drawText(p, {tx, 19}, rib.number, Theme::font(13), t.muted) + 5;
        const QFont font = Theme::font(13, rib.current);
        const QString title = QFontMetricsF(font).elidedText(wide() < 1280 ? rib.brief : rib.title, Qt::ElideRight, x + w - tx - 4);
        tx = drawText(p, {tx, 19}, title, font, t.ink) + 8;
        for (std::size_t i = 0; i < rib.findings.size(); ++i) {
            const std::size_t n = rib.findings[i];
            if (n == 0 || tx + 22 > x + w) continue;
            const auto severity = static_cast<Severity>(i);
            drawMark(p, severity, {tx + 4, 14.5}, 8);
            tx = drawText(p, {tx + 10, 19}, QString::number(n), Theme::font(12, true), Theme::severity(severity)) + 5;
        }
        double fx = x + 10;
        for (const KeelFrame& f : rib.frames) {
            drawFrame(p, {fx, kKeelLine - 1}, f.standing, f.broken);
            if (f.chosen) {
                p.setRenderHint(QPainter::Antialiasing);
                p.setPen(Qt::NoPen);
                p.setBrush(t.ink);
                p.drawPolygon(QPolygonF({{fx - 4, 62}, {fx + 4, 62}, {fx, 57}}));
                p.setRenderHint(QPainter::Antialiasing, false);
            }
            fx += pitch(rib);
        }
        x += w;
    }
    p.setRenderHint(QPainter::Antialiasing);
    QPainterPath keel;  // turns up at both ends
    keel.moveTo(9.5, 30);
    keel.lineTo(9.5, kKeelLine);
    keel.lineTo(wide() - 34, kKeelLine);
    keel.cubicTo(wide() - 18, kKeelLine, wide() - 12, kKeelLine - 10, wide() - 10, kKeelLine - 26);
    p.setBrush(Qt::NoBrush);
    p.setPen(QPen(t.ink, 2.4));
    p.drawPath(keel);
    p.setRenderHint(QPainter::Antialiasing, false);
    hairline(p, 0, 63, sheetLeft, t.rule);
    hairline(p, sheetRight, 63, wide(), t.rule);
}

void KeelView::mousePressEvent(QMouseEvent* event) {
    const Item* i = itemAt(event->position());
    if (i == nullptr) return;
    for (std::size_t r = 0; r < ribs_.size(); ++r) {
        const auto& frames = ribs_[r].frames;
        const auto frame = std::find_if(frames.begin(), frames.end(), [&](const KeelFrame& f) { return f.id == i->id; });
        if (frame == frames.end() && ribs_[r].id != i->id) continue;
        const int at = frame == frames.end() ? -1 : static_cast<int>(frame - frames.begin());
        emit chosen(static_cast<int>(r), at);
        return;
    }
}

}  // namespace kh::app
