// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/boxes/boxlist.h"

#include "app/look/items.h"
#include "model/amounts.h"
#include "paint/look/theme.h"

#include <QPainter>
#include <QSignalBlocker>
#include <QStyledItemDelegate>
#include <optional>

namespace kh::app {

using namespace paint;

namespace {

constexpr double kListRow = 26, kChosenRow = 58, kHeading = 34;
constexpr int kKindRole = Qt::UserRole, kNoteRole = Qt::UserRole + 1, kMoreRole = Qt::UserRole + 2, kIndexRole = Qt::UserRole + 3,
              kBoxRole = Qt::UserRole + 4;

/// A box of the list: its name, what it is, and, of the one that is chosen, who uses it and how far it is described.
class BoxDelegate final : public QStyledItemDelegate {
public:
    using QStyledItemDelegate::QStyledItemDelegate;
    QSize sizeHint(const QStyleOptionViewItem& option, const QModelIndex& index) const override {
        const bool chosen =
            option.state.testFlag(QStyle::State_Selected) || static_cast<const QListWidget*>(parent())->currentIndex() == index;
        const double high = !index.data(kKindRole).toString().isEmpty() ? kHeading : chosen ? kChosenRow : kListRow;
        return {10, static_cast<int>(high * ItemView::zoom())};
    }
    void paint(QPainter* painter, const QStyleOptionViewItem& option, const QModelIndex& index) const override {
        QPainter& p = *painter;
        const Tokens& t = Theme::tokens();
        const double z = ItemView::zoom();
        p.save();
        p.translate(option.rect.topLeft());
        p.scale(z, z);
        const double w = option.rect.width() / z, h = option.rect.height() / z;
        const double left = 16, right = w - 14;
        const QString heading = index.data(kKindRole).toString();
        const auto box = static_cast<Box>(index.data(kBoxRole).toInt());
        if (!heading.isEmpty()) {
            hairline(p, left, 7, right, Theme::box(box));
            drawText(p, {left, 26}, heading, Theme::font(13, true), Theme::box(box));
            p.restore();
            return;
        }
        const bool chosen = option.state.testFlag(QStyle::State_Selected);
        if (chosen) {
            p.fillRect(QRectF(0, 0, w, h), Theme::selectionTint());
            p.fillRect(QRectF(0, 0, 4, h), static_cast<const QWidget*>(parent())->hasFocus() ? Theme::box(box) : t.muted);
        }
        const QString note = index.data(kNoteRole).toString();
        const QFont name = Theme::font(13, chosen), small = Theme::font(12);
        const double noteWide = textWidth(note, small);
        const QString called = index.data(Qt::DisplayRole).toString();
        const bool both = chosen || textWidth(called, name) + noteWide + 8 <= right - left;
        drawText(p, {left, 18}, called, name, t.ink, right);
        if (chosen) {
            drawText(p, {left, 34}, note, small, t.muted, right);
            drawText(p, {left, 50}, index.data(kMoreRole).toString(), small, t.ink, right);
        } else if (both) {
            drawText(p, {right - noteWide, 18}, note, small, t.muted);
        }
        p.restore();
    }
};

}  // namespace

QString boxNote(const AnyBox& box) {
    const Setup s = holding(box);
    if (const auto* tx = std::get_if<TransmitterProfile>(&box)) return BoxList::tr("%1 channels").arg(tx->channels);
    if (std::holds_alternative<ControllerProfile>(box))
        return BoxList::tr("reference %1").arg(words(kh::show(s, "controller.profile.referenceDeg")));
    if (const auto* esc = std::get_if<SpeedControllerProfile>(&box)) return BoxList::tr("to %1 cells").arg(esc->maxCells);
    if (const auto* rx = std::get_if<ReceiverProfile>(&box)) return BoxList::tr("%1 outputs").arg(rx->outputs);
    return words(kh::show(s, boxRoot(s, BoxKind::Servo) + "pulseUs"));
}

BoxList::BoxList(QWidget* parent) : QListWidget(parent) {
    setObjectName(QStringLiteral("boxes"));
    setAccessibleName(tr("Boxes there are"));
    setItemDelegate(new BoxDelegate(this));
    setFrameShape(QFrame::NoFrame);
    setHorizontalScrollBarPolicy(Qt::ScrollBarAlwaysOff);
    connect(this, &QListWidget::currentItemChanged, this, [this](QListWidgetItem* item) {
        if (item == nullptr || !item->data(kKindRole).toString().isEmpty()) return;
        doItemsLayout();
        emit chosen(static_cast<std::size_t>(item->data(kIndexRole).toInt()));
    });
}

void BoxList::show(const session::BoxBook& book) {
    const QSignalBlocker quiet(this);
    clear();
    std::optional<BoxKind> kind;
    const auto& boxes = book.boxes();
    for (std::size_t i = 0; i < boxes.size(); ++i) {
        const BoxKind now = kindOf(boxes[i].box);
        if (kind != now) {
            auto* heading = new QListWidgetItem(this);
            heading->setFlags(Qt::NoItemFlags);
            heading->setData(kKindRole, words(kindPlural(now)));
            heading->setData(kBoxRole, static_cast<int>(boxOf(now)));
            kind = now;
        }
        auto* item = new QListWidgetItem(kh::shown(nameOf(boxes[i].box)), this);
        item->setData(kIndexRole, static_cast<int>(i));
        item->setData(kBoxRole, static_cast<int>(boxOf(now)));
        item->setData(kNoteRole, boxNote(boxes[i].box));
        QStringList more;
        if (boxes[i].own && static_cast<int>(i) == book.current()) {
            const Answered a = answeredOf(book.draft(), true);
            more << tr("%1 of %2 answered").arg(a.answered).arg(a.asked);
        } else if (boxes[i].open > 0) {
            more << tr("%1 not known").arg(boxes[i].open);
        }
        QStringList users;
        for (const std::string& name : boxes[i].usedBy) users << kh::shown(name);
        more << (users.isEmpty() ? tr("no model uses it") : tr("used by %1").arg(users.join(QStringLiteral(", "))));
        item->setData(kMoreRole, more.join(QStringLiteral(", ")));
        item->setData(Qt::AccessibleDescriptionRole, more.join(QStringLiteral(", ")));
        item->setToolTip(more.join(QStringLiteral(", ")));
        if (static_cast<int>(i) == book.current()) setCurrentItem(item);
    }
    doItemsLayout();
    if (currentItem() != nullptr) scrollToItem(currentItem());
}

}  // namespace kh::app
