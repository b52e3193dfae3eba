// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/shell/topbar.h"

#include "paint/look/theme.h"
#include "procedure/aircraft.h"
#include "procedure/registry.h"

#include <QLocale>
#include <QMouseEvent>
#include <QPainter>
#include <QPainterPath>
#include <array>

namespace kh::app {

using namespace paint;

namespace {

constexpr double kMargin = 16.0;

}  // namespace

TopBar::TopBar(session::Workspace& workspace, QWidget* parent) : ItemView(parent), workspace_(workspace) {
    setAccessibleName(tr("Top bar"));
    const auto refresh = [this] {
        layOut();
        update();
    };
    connect(&workspace, &session::Workspace::swapped, this, refresh);
    connect(&workspace, &session::Workspace::traced, this, [this, refresh] {  // of the deck the bar shows the mode alone
        const auto now = modesNow();
        if (!std::equal(now.begin(), now.end(), modes_.begin(), modes_.end(),
                        [](const ModeButton& a, const ModeButton& b) { return a.active == b.active; }))
            refresh();
    });
    connect(&workspace.guards(), &session::Guards::changed, this, refresh);
    connect(&workspace.document(), &session::DocumentModel::stateChanged, this, refresh);
    connect(&workspace.repository(), &session::Repository::moved, this, refresh);
}

void TopBar::showView(const QString& title, const QString& back, bool ofModel) {
    ofModel_ = ofModel;
    view_ = title;
    back_ = back;
    layOut();
    update();
}

std::vector<ModeButton> TopBar::modesNow() const {
    const Tracer* tracer = workspace_.tracer();
    return modeButtons(workspace_.setup(), tracer == nullptr ? nullptr : &tracer->model(), workspace_.deck());
}

void TopBar::layOut() {
    QVector<Item> items;
    const Setup& s = workspace_.setup();
    const session::DocumentModel& d = workspace_.document();
    // from the right: guards and modes, which always stand; then what there is room for, the least important last
    const bool inView = !view_.isEmpty();
    modes_ = modesNow();
    const std::vector<ModeButton> modes = inView ? std::vector<ModeButton>() : modes_;
    const auto modeWidth = [](const ModeButton& m) { return std::max(26.0, textWidth(words(m.sign), Theme::font(13, true)) + 16); };
    double modesWidth = 0.0;
    for (const ModeButton& m : modes) modesWidth += modeWidth(m) + 4;
    double right = wide() - kMargin;
    QVector<Item> guards;
    if (inView) {
        const double w = textWidth(QStringLiteral("Esc"), Theme::mono(13)) + 8 + textWidth(back_, Theme::font(13));
        right -= w;
        guards.push_back({QStringLiteral("back"), back_, {}, QAccessible::Button, QRectF(right, 6, w, 28)});
        right -= 24;
    }
    const std::span<const Guard> table =
        inView ? std::span<const Guard>() : aircraftEntry(workspace_.setup()).guards(workspace_.setup()).guards;
    for (std::size_t guard = table.size(); guard-- > 0;) {
        const QString text = words(table[guard].name);
        const double w = textWidth(text, Theme::font(13)) + 20;
        right -= w;
        guards.push_front({QStringLiteral("guard-%1").arg(guard), text, workspace_.guards().ticked(guard) ? tr("ticked") : tr("not ticked"),
                           QAccessible::CheckBox, QRectF(right, 6, w, 28)});
        right -= 17;
    }
    const double least = 46;
    double room = right - least - modesWidth - 60;  // for all between the mark and the modes
    const double viewWidth = inView ? textWidth(view_, Theme::font(17, !ofModel_)) + 22 : 0.0;
    room -= viewWidth;
    const QFont nameFont = Theme::font(17, true);
    const QString name =
        !ofModel_ ? QString() : QFontMetricsF(nameFont).elidedText(shown(s.machine.name), Qt::ElideRight, std::max(60.0, room));
    const double nameWidth = textWidth(name, nameFont);
    room -= nameWidth;
    const auto fits = [&](double width) {
        if (room < width) return false;
        room -= width;
        return true;
    };
    double boxesWidth = 0;
    std::array<QString, 2> left;  // beside a box's name: what is still to be typed into it
    for (const auto& [at, box] :
         {std::pair{std::size_t{0}, s.transmitter.profile->name}, std::pair{std::size_t{1}, s.controller.profile->name}}) {
        const std::size_t n = ofModel_ ? workspace_.carrying().left(at == 0 ? Box::Transmitter : Box::Controller) : 0;
        if (n > 0) left[at] = QString::number(n);
        boxesWidth += textWidth(shown(box), Theme::font(13, true)) + 30 + (n > 0 ? textWidth(left[at], Theme::font(12)) + 6 : 0.0);
    }
    const QString state = d.modified() ? tr("unsaved")
                          : workspace_.repository().savedAt().isValid()
                              ? tr("saved %1").arg(QLocale().toString(workspace_.repository().savedAt().time(), QStringLiteral("HH:mm")))
                              : QString();
    QString revision;
    if (ofModel_)
        revision = workspace_.asBoxesStand() ? tr("as the boxes stand") : tr("rev %1").arg(s.revision) + QStringLiteral("  ") + state;
    if (ofModel_ && !fits(textWidth(revision, Theme::font(13)) + 26)) {
        revision = d.modified() ? state : QString();
        if (!revision.isEmpty() && !fits(textWidth(revision, Theme::font(13)) + 26)) revision.clear();
    }
    const bool boxes = ofModel_ && fits(boxesWidth);
    const double captionWidth = textWidth(tr("on the bench"), Theme::font(12));
    const bool caption = !inView && fits(captionWidth);
    const double findWidth = std::min(room, 152.0);

    double x = least;
    if (ofModel_) {
        items.push_back({QStringLiteral("model"), tr("Model menu"), name, QAccessible::ButtonMenu, QRectF(8, 4, nameWidth + 66, 32)});
        x += nameWidth + 32;
    }
    if (inView) {
        items.push_back({QStringLiteral("view"), tr("View"), view_, QAccessible::StaticText, QRectF(x, 4, viewWidth, 32)});
        x += viewWidth;
    }
    if (!revision.isEmpty()) {
        const double w = textWidth(revision, Theme::font(13));
        items.push_back({QStringLiteral("revision"), tr("Revision"), revision, QAccessible::StaticText, QRectF(x, 4, w, 32)});
        x += w + 26;
    }
    if (boxes)
        for (const auto& [id, box] : {std::pair{QStringLiteral("transmitter"), s.transmitter.profile->name},
                                      std::pair{QStringLiteral("controller"), s.controller.profile->name}}) {
            const bool transmitter = id == QStringLiteral("transmitter");
            const QString& n = left[transmitter ? 0 : 1];
            const double w = textWidth(shown(box), Theme::font(13, true)) + 10 + (n.isEmpty() ? 0.0 : textWidth(n, Theme::font(12)) + 6);
            const QString kind = transmitter ? tr("Transmitter") : tr("Controller");
            items.push_back(
                {id, n.isEmpty() ? kind : tr("%1, %2 to type").arg(kind, n), shown(box), QAccessible::Button, QRectF(x, 4, w, 32)});
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
    for (const ModeButton& mode : modes) {
        items.push_back({QStringLiteral("mode-") + QString::fromStdString(mode.id), tr("Flight mode %1").arg(words(mode.name)),
                         mode.active ? tr("active") : QString(), QAccessible::RadioButton, QRectF(mx, 8, modeWidth(mode), 24),
                         mode.active});
        mx += modeWidth(mode) + 4;
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
        } else if (i.id == QStringLiteral("view")) {
            drawText(p, {at.x(), base}, i.value, Theme::font(17, !ofModel_), ofModel_ ? t.muted : t.ink);
        } else if (i.id == QStringLiteral("back")) {
            const double x = drawText(p, {at.x(), base}, QStringLiteral("Esc"), Theme::mono(13), t.ink) + 8;
            drawText(p, {x, base}, back_, Theme::font(13), t.muted);
        } else if (i.id == QStringLiteral("revision")) {
            drawText(p, {at.x(), base}, i.value, Theme::font(13), t.muted);
        } else if (i.id == QStringLiteral("transmitter") || i.id == QStringLiteral("controller")) {
            const QColor c = i.id == QStringLiteral("transmitter") ? t.transmitter : t.controller;
            p.fillRect(QRectF(at.x(), 14, 4, 13), c);
            const double end = drawText(p, {at.x() + 10, base}, i.value, Theme::font(13, true), c);
            const std::size_t n = workspace_.carrying().left(i.id == QStringLiteral("transmitter") ? Box::Transmitter : Box::Controller);
            if (n > 0) drawText(p, {end + 6, base}, QString::number(n), Theme::font(12), c);
        } else if (i.id == QStringLiteral("find")) {
            p.setPen(QPen(t.muted, 1));
            p.setBrush(t.sheet);
            p.drawRoundedRect(at.adjusted(.5, .5, -.5, -.5), 2, 2);
            drawText(p, {at.x() + 9, base - 1}, tr("Find…"), Theme::font(13), t.muted);
            const double w = textWidth(QStringLiteral("Ctrl K"), Theme::mono(12));
            if (at.width() > w + textWidth(tr("Find…"), Theme::font(13)) + 27)
                drawText(p, {at.right() - w - 8, base - 1}, QStringLiteral("Ctrl K"), Theme::mono(12), t.muted);
        } else if (i.id.startsWith(QStringLiteral("mode-"))) {
            p.setPen(QPen(i.selected ? t.ink : t.muted, 1));
            p.setBrush(i.selected ? t.ink : t.sheet);
            p.drawRoundedRect(at.adjusted(.5, .5, -.5, -.5), 2, 2);
            p.setFont(Theme::font(13, true));
            p.setPen(i.selected ? t.ground : t.ink);
            for (const ModeButton& m : modes_)
                if (i.id == QStringLiteral("mode-") + QString::fromStdString(m.id)) p.drawText(at, Qt::AlignCenter, words(m.sign));
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
    else if (id == QStringLiteral("transmitter")) emit carryAsked(Box::Transmitter);
    else if (id == QStringLiteral("controller")) emit carryAsked(Box::Controller);
    else if (id == QStringLiteral("back")) emit backAsked();
    else if (id.startsWith(QStringLiteral("mode-"))) workspace_.setMode(id.mid(5).toStdString());
    else if (id.startsWith(QStringLiteral("guard-")) && id != QStringLiteral("guard-caption")) {
        const std::size_t g = id.mid(6).toUInt();
        workspace_.guards().tick(g, !workspace_.guards().ticked(g));
    }
}

}  // namespace kh::app
