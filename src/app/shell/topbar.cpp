// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/shell/topbar.h"

#include "paint/look/theme.h"
#include "procedure/registry.h"

#include <QLocale>
#include <QMouseEvent>
#include <QPainter>
#include <QPainterPath>

namespace kh::app {

using namespace paint;

namespace {

constexpr double kMargin = 16.0;
constexpr double kPitch = 8.0;
constexpr double kKeelLine = 54.0;

}  // namespace

TopBar::TopBar(Workspace& workspace, QWidget* parent) : ItemView(parent), workspace_(workspace) {
    setAccessibleName(tr("Top bar"));
    const auto refresh = [this] {
        drawnMode_ = workspace_.trace().mode;
        layOut();
        update();
    };
    connect(&workspace, &Workspace::swapped, this, refresh);
    connect(&workspace, &Workspace::traced, this, [this, refresh] {  // of the deck the bar shows the mode alone
        if (workspace_.trace().mode != drawnMode_) refresh();
    });
    connect(&workspace, &Workspace::guardsChanged, this, refresh);
    connect(&workspace.document(), &DocumentModel::stateChanged, this, refresh);
    connect(&workspace.repository(), &Repository::moved, this, refresh);
}

void TopBar::layOut() {
    QVector<Item> items;
    const Setup& s = workspace_.setup();
    const DocumentModel& d = workspace_.document();
    // from the right: guards and modes, which always stand; then what there is room for, the least important last
    const auto& modes = s.transmitter.modes;
    const double modesWidth = 30.0 * static_cast<double>(modes.size());
    double right = wide() - kMargin;
    QVector<Item> guards;
    const std::span<const Guard> table = workspace_.guardTable().guards;
    for (std::size_t guard = table.size(); guard-- > 0;) {
        const QString text = words(table[guard].name);
        const double w = textWidth(text, Theme::font(13)) + 20;
        right -= w;
        guards.push_front({QStringLiteral("guard-%1").arg(guard), text, workspace_.guard(guard) ? tr("ticked") : tr("not ticked"),
                           QAccessible::CheckBox, QRectF(right, 6, w, 28)});
        right -= 17;
    }
    const double least = 46;
    double room = right - least - modesWidth - 60;  // for all between the mark and the modes
    const QFont nameFont = Theme::font(17, true);
    const QString name = QFontMetricsF(nameFont).elidedText(shown(s.machine.name), Qt::ElideRight, std::max(60.0, room));
    const double nameWidth = textWidth(name, nameFont);
    room -= nameWidth;
    const auto fits = [&](double width) {
        if (room < width) return false;
        room -= width;
        return true;
    };
    double boxesWidth = 0;
    for (const std::string& box : {s.transmitter.profile->name, s.controller.profile->name})
        boxesWidth += textWidth(shown(box), Theme::font(13, true)) + 30;
    const QString state = d.modified() ? tr("unsaved")
                          : workspace_.repository().savedAt().isValid()
                              ? tr("saved %1").arg(QLocale().toString(workspace_.repository().savedAt().time(), QStringLiteral("HH:mm")))
                              : QString();
    QString revision = tr("rev %1").arg(s.revision) + QStringLiteral("  ") + state;
    if (!fits(textWidth(revision, Theme::font(13)) + 26)) {
        revision = d.modified() ? state : QString();
        if (!revision.isEmpty() && !fits(textWidth(revision, Theme::font(13)) + 26)) revision.clear();
    }
    const bool boxes = fits(boxesWidth);
    const double captionWidth = textWidth(tr("on the bench"), Theme::font(12));
    const bool caption = fits(captionWidth);
    const double findWidth = std::min(room, 152.0);

    double x = least;
    items.push_back({QStringLiteral("model"), tr("Model menu"), name, QAccessible::ButtonMenu, QRectF(8, 4, nameWidth + 66, 32)});
    x += nameWidth + 32;
    if (!revision.isEmpty()) {
        const double w = textWidth(revision, Theme::font(13));
        items.push_back({QStringLiteral("revision"), tr("Revision"), revision, QAccessible::StaticText, QRectF(x, 4, w, 32)});
        x += w + 26;
    }
    if (boxes)
        for (const auto& [id, box] : {std::pair{QStringLiteral("transmitter"), s.transmitter.profile->name},
                                      std::pair{QStringLiteral("controller"), s.controller.profile->name}}) {
            const double w = textWidth(shown(box), Theme::font(13, true)) + 10;
            items.push_back({id, id == QStringLiteral("transmitter") ? tr("Transmitter") : tr("Controller"), shown(box),
                             QAccessible::StaticText, QRectF(x, 4, w, 32)});
            x += w + 20;
        }
    if (caption)
        items.push_back({QStringLiteral("guard-caption"),
                         tr("on the bench"),
                         {},
                         QAccessible::StaticText,
                         QRectF(right - captionWidth + 5, 4, captionWidth, 32)});
    items += guards;
    if (findWidth > 60) items.push_back({QStringLiteral("find"), tr("Find"), {}, QAccessible::Button, QRectF(x, 8, findWidth, 24)});
    double mx = x + (findWidth > 60 ? findWidth + 22 : 0);
    for (const FlightMode& mode : modes) {
        items.push_back({QStringLiteral("mode-") + QString::fromStdString(mode.id), tr("Flight mode %1").arg(shown(mode.name)),
                         workspace_.trace().mode == mode.id ? tr("active") : QString(), QAccessible::RadioButton, QRectF(mx, 8, 26, 24),
                         workspace_.trace().mode == mode.id});
        mx += 30;
    }
    setItems(items);
}

void TopBar::paintEvent(QPaintEvent*) {
    QPainter p(this);
    p.scale(zoom(), zoom());
    const Tokens& t = Theme::tokens();
    p.fillRect(rect(), t.ground);
    hairline(p, 0, 39, wide(), t.rule);
    p.setRenderHint(QPainter::Antialiasing);
    // the mark: a hull in section, the keel line through it
    p.setPen(QPen(t.ink, 1.6));
    QPainterPath hull;
    hull.moveTo(14, 12);
    hull.lineTo(34, 12);
    hull.cubicTo(34, 24, 28, 28, 24, 31);
    hull.cubicTo(20, 28, 14, 24, 14, 12);
    p.drawPath(hull);
    p.drawLine(QPointF(24, 12), QPointF(24, 30));
    p.drawLine(QPointF(14.5, 18), QPointF(33.5, 18));
    for (const Item& i : items()) {
        const QRectF at = drawnRect(i);
        const double base = 25;
        if (i.id == QStringLiteral("model")) {
            const double end = drawText(p, {46, base}, i.value, Theme::font(17, true), t.ink);
            drawChevron(p, {end + 13, 20}, t.muted);
        } else if (i.id == QStringLiteral("revision")) {
            drawText(p, {at.x(), base}, i.value, Theme::font(13), t.muted);
        } else if (i.id == QStringLiteral("transmitter") || i.id == QStringLiteral("controller")) {
            const QColor c = i.id == QStringLiteral("transmitter") ? t.transmitter : t.controller;
            p.fillRect(QRectF(at.x(), 14, 4, 13), c);
            drawText(p, {at.x() + 10, base}, i.value, Theme::font(13, true), c);
        } else if (i.id == QStringLiteral("find")) {
            p.setPen(QPen(t.muted, 1));
            p.setBrush(t.sheet);
            p.drawRoundedRect(at.adjusted(.5, .5, -.5, -.5), 2, 2);
            drawText(p, {at.x() + 9, base - 1}, tr("Find…"), Theme::font(13), t.muted);
            const double w = textWidth(QStringLiteral("Ctrl K"), Theme::mono(12));
            if (at.width() > w + 60) drawText(p, {at.right() - w - 8, base - 1}, QStringLiteral("Ctrl K"), Theme::mono(12), t.muted);
        } else if (i.id.startsWith(QStringLiteral("mode-"))) {
            p.setPen(QPen(i.selected ? t.ink : t.muted, 1));
            p.setBrush(i.selected ? t.ink : t.sheet);
            p.drawRoundedRect(at.adjusted(.5, .5, -.5, -.5), 2, 2);
            QString letter;
            const auto& modes = workspace_.setup().transmitter.modes;
            for (std::size_t m = 0; m < modes.size(); ++m)
                if (i.id == QStringLiteral("mode-") + QString::fromStdString(modes[m].id)) letter = modeSign(modes[m], m);
            p.setFont(Theme::font(13, true));
            p.setPen(i.selected ? t.ground : t.ink);
            p.drawText(at, Qt::AlignCenter, letter);
        } else if (i.id == QStringLiteral("guard-caption")) {
            drawText(p, {at.x(), base}, i.name, Theme::font(12), t.muted);
        } else {
            const bool on = i.value == tr("ticked");
            p.setPen(QPen(on ? t.pass : t.muted, 1.2));
            p.setBrush(t.sheet);
            p.drawRoundedRect(QRectF(at.x() + .5, 14.5, 12, 12), 2, 2);
            if (on) drawTick(p, {at.x() + 6.5, 20.5}, t.pass, 8);
            drawText(p, {at.x() + 19, base}, i.name, Theme::font(13), t.ink);
        }
    }
}

void TopBar::mousePressEvent(QMouseEvent* event) {
    const Item* i = itemAt(event->position());
    if (i == nullptr) return;
    const QString id = i->id;
    if (id == QStringLiteral("model")) emit menuAsked(mapToGlobal((QPointF(8, 38) * zoom()).toPoint()));
    else if (id == QStringLiteral("find")) emit findAsked();
    else if (id.startsWith(QStringLiteral("mode-"))) workspace_.setMode(id.mid(5).toStdString());
    else if (id.startsWith(QStringLiteral("guard-")) && id != QStringLiteral("guard-caption")) {
        const std::size_t g = id.mid(6).toUInt();
        workspace_.setGuard(g, !workspace_.guard(g));
    }
}

KeelView::KeelView(Workspace& workspace, QWidget* parent) : ItemView(parent), workspace_(workspace) {
    setAccessibleName(tr("Keel"));
    const auto refresh = [this] {
        layOut();
        update();
    };
    connect(&workspace, &Workspace::swapped, this, refresh);
    connect(&workspace, &Workspace::stationChanged, this, refresh);
    connect(&workspace, &Workspace::selectionChanged, this, refresh);
}

double KeelView::slotWidth() const {
    return std::min(150.0, (wide() - 16.0) / static_cast<double>(workspace_.stations().entries().size()));
}

double KeelView::pitch(const StationPage& page) const {
    const auto frames = std::count_if(page.rows.begin(), page.rows.end(), [](const Row& row) { return row.under.empty(); });
    return std::min(kPitch, (slotWidth() - 12) / std::max<double>(1.0, static_cast<double>(frames)));
}

void KeelView::layOut() {
    QVector<Item> items;
    double x = 8;
    const Row* at = workspace_.selectedRow();
    const std::string selected = at == nullptr ? std::string() : at->keelId();
    for (const StationEntry& s : workspace_.stations().entries()) {
        QStringList state;
        const auto danger = workspace_.evaluation().count(Severity::Danger, s.station);
        const auto warning = workspace_.evaluation().count(Severity::Warning, s.station);
        const auto note = workspace_.evaluation().count(Severity::Note, s.station);
        if (danger > 0) state << tr("%1 danger").arg(danger);
        if (warning > 0) state << tr("%1 warning").arg(warning);
        if (note > 0) state << tr("%1 note").arg(note);
        items.push_back({QStringLiteral("station-%1").arg(static_cast<int>(s.station)),
                         tr("Station %1 %2").arg(static_cast<int>(s.station)).arg(words(s.name)), state.join(QStringLiteral(", ")),
                         QAccessible::PageTab, QRectF(x, 0, slotWidth(), 64), s.station == workspace_.station()});
        for (const StationPage& page : workspace_.pages()) {
            if (page.station != s.station) continue;
            double fx = x + 9;
            int frame = 0;
            for (const Row& row : page.rows) {
                if (!row.under.empty()) continue;
                items.push_back({QStringLiteral("frame-%1-%2").arg(static_cast<int>(s.station)).arg(frame++), words(row.title),
                                 words(standingId(row.standing)) + (row.broken ? tr(", broken") : QString()), QAccessible::Indicator,
                                 QRectF(fx - 2, kKeelLine - 28, pitch(page), 30), s.station == workspace_.station() && row.id == selected});
                fx += pitch(page);
            }
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
    for (const StationEntry& s : workspace_.stations().entries()) {
        const bool current = s.station == workspace_.station();
        if (current) {
            p.fillRect(QRectF(x, 0, w, 64), t.sheet);
            vline(p, x, 0, 64, t.rule);
            vline(p, x + w - 1, 0, 64, t.rule);
            sheetLeft = x;
            sheetRight = x + w;
        }
        double tx = drawText(p, {x + 8, 19}, QString::number(static_cast<int>(s.station)), Theme::font(13), t.muted) + 5;
        const bool narrow = wide() < 1280;
        tx = drawText(p, {tx, 19}, words(narrow ? s.shortName : s.name), Theme::font(13, current), t.ink) + 8;
        for (const Severity severity : {Severity::Danger, Severity::Warning, Severity::Note}) {
            const std::size_t n = workspace_.evaluation().count(severity, s.station);
            if (n == 0 || tx + 22 > x + w) continue;
            drawMark(p, severity, {tx + 4, 14.5}, 8);
            tx = drawText(p, {tx + 10, 19}, QString::number(n), Theme::font(12, true), Theme::severity(severity)) + 5;
        }
        for (const StationPage& page : workspace_.pages()) {
            if (page.station != s.station) continue;
            double fx = x + 10;
            const Row* at = workspace_.selectedRow();
            for (const Row& row : page.rows) {
                if (!row.under.empty()) continue;
                drawFrame(p, {fx, kKeelLine - 1}, row.standing, row.broken);
                if (current && at != nullptr && at->keelId() == row.id) {
                    p.setRenderHint(QPainter::Antialiasing);
                    p.setPen(Qt::NoPen);
                    p.setBrush(t.ink);
                    p.drawPolygon(QPolygonF({{fx - 4, 62}, {fx + 4, 62}, {fx, 57}}));
                    p.setRenderHint(QPainter::Antialiasing, false);
                }
                fx += pitch(page);
            }
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
    const QStringList parts = i->id.split('-');
    workspace_.setStation(static_cast<Station>(parts[1].toInt()));
    if (parts[0] == QStringLiteral("frame")) workspace_.select({parts[2].toInt(), 2, 0});
}

}  // namespace kh::app
