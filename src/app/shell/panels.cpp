// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/shell/panels.h"

#include "app/look/items.h"
#include "model/amounts.h"
#include "model/names.h"
#include "paint/look/theme.h"

#include <QDialogButtonBox>
#include <QFormLayout>
#include <QKeyEvent>
#include <QLabel>
#include <QPainter>
#include <QStyledItemDelegate>
#include <QVBoxLayout>

namespace kh::app {

using namespace paint;

WhyPanel::WhyPanel(QWidget* parent) : QWidget(parent) {
    setObjectName(QStringLiteral("why"));
    setFocusPolicy(Qt::StrongFocus);
    setAccessibleName(tr("Why"));
    hide();
}

void WhyPanel::show(const Why& why) {
    title_ = words(why.title);
    content_.clear();
    for (std::size_t i = 0; i < why.lines.size(); ++i) content_.push_back({words(why.lines[i]), i + 1 == why.lines.size()});
    for (const WhyInput& in : why.inputs) content_.push_back({words(in.title), false, true, in.standing, words(in.value)});
    place();
}

bool WhyPanel::showFinding(const session::Workspace& workspace) {
    const int chosen = workspace.selectedFinding();
    if (chosen < 0) return false;
    const Finding& finding = workspace.entries()[static_cast<std::size_t>(chosen)].finding;
    title_ = words(finding.title);
    content_ = {{words(finding.found)}, {words(finding.why)}, {words(workspace.repair().remedyText(finding)), true}};
    if (!finding.subject.empty())
        content_.push_back({workspace.fieldName(finding.subject), false, true, standingOf(workspace.setup(), finding.subject),
                            words(kh::show(workspace.setup(), finding.subject))});
    place();
    return true;
}

void WhyPanel::place() {
    lines_.clear();
    double widest = textWidth(title_, Theme::font(15, true));
    for (const Line& l : content_) {
        lines_ << l.text;
        widest = std::max(widest, l.input ? textWidth(l.text, Theme::font(12)) + textWidth(l.value, Theme::font(12, true)) + 130
                                          : textWidth(l.text, Theme::font(13, l.bold)));
    }
    const double z = ItemView::zoom();
    const int w = std::min(parentWidget()->width() - 32, static_cast<int>((widest + 56) * z));
    const int h = std::min(parentWidget()->height() - 24, static_cast<int>((82 + 20 * static_cast<double>(content_.size())) * z));
    setGeometry(std::max(16, (parentWidget()->width() - w) / 2), std::max(110, parentWidget()->height() - 180 - h), w, h);
    setAccessibleDescription(lines_.join('\n'));
    QWidget::show();
    raise();
    setFocus();
}

void WhyPanel::paintEvent(QPaintEvent*) {
    QPainter p(this);
    p.scale(ItemView::zoom(), ItemView::zoom());
    const double wide = width() / ItemView::zoom();
    const double high = height() / ItemView::zoom();
    const Tokens& t = Theme::tokens();
    p.fillRect(rect(), t.sheet);
    p.setPen(QPen(t.ink, 1.6));
    p.drawRect(QRectF(0.8, 0.8, wide - 1.6, high - 1.6));
    const double x = drawText(p, {20, 28}, tr("Why"), Theme::font(15, true), t.muted) + 10;
    drawText(p, {x, 28}, QFontMetricsF(Theme::font(15, true)).elidedText(title_, Qt::ElideRight, wide - x - 80), Theme::font(15, true),
             t.ink);
    drawText(p, {wide - 66.0, 28}, tr("Esc"), Theme::mono(12), t.muted);
    double y = 56;
    bool inputs = false;
    for (const Line& l : content_) {
        if (l.input && !inputs) {
            hairline(p, 20, y - 11, wide - 20, t.rule);
            inputs = true;
            y += 6;
        }
        if (!l.input) {
            drawText(p, {20, y}, QFontMetricsF(Theme::font(13, l.bold)).elidedText(l.text, Qt::ElideRight, wide - 40),
                     Theme::font(13, l.bold), t.ink);
        } else {
            hairline(p, 20, y, 29, t.muted);
            drawFrame(p, {25, y}, l.standing, false, 0.5);
            double vx = drawText(p, {36, y}, l.text, Theme::font(12), t.muted) + 10;
            drawText(p, {vx, y}, l.value, Theme::font(12, true), t.ink);
            const QString s = words(standingId(l.standing));
            drawText(p, {wide - 20 - textWidth(s, Theme::font(12)), y}, s, Theme::font(12), t.muted);
        }
        y += 20;
    }
}

void WhyPanel::keyPressEvent(QKeyEvent* event) {
    if (event->key() == Qt::Key_Escape || event->key() == Qt::Key_F1 || event->key() == Qt::Key_Return) {
        hide();
        event->accept();
        return;
    }
    QWidget::keyPressEvent(event);
}

namespace {

/// An offer's text, and at the right, muted, its key or where it stands.
class OfferDelegate final : public QStyledItemDelegate {
public:
    using QStyledItemDelegate::QStyledItemDelegate;
    void paint(QPainter* p, const QStyleOptionViewItem& option, const QModelIndex& index) const override {
        QStyleOptionViewItem o = option;
        initStyleOption(&o, index);
        const QString text = index.data(kTextRole).toString();
        const QString detail = index.data(kDetailRole).toString();
        o.text.clear();
        o.widget->style()->drawControl(QStyle::CE_ItemViewItem, &o, p, o.widget);
        const QRect room = o.rect.adjusted(6, 0, -6, 0);
        const int right = std::min(o.fontMetrics.horizontalAdvance(detail) + 4, room.width() * 2 / 3);
        p->setFont(o.font);
        p->setPen(Theme::tokens().ink);
        p->drawText(room.adjusted(0, 0, -right - 12, 0), Qt::AlignVCenter | Qt::AlignLeft,
                    o.fontMetrics.elidedText(text, Qt::ElideRight, room.width() - right - 12));
        p->setPen(Theme::tokens().muted);
        p->drawText(room, Qt::AlignVCenter | Qt::AlignRight, o.fontMetrics.elidedText(detail, Qt::ElideRight, right));
    }
    static constexpr int kTextRole = Qt::UserRole + 1;
    static constexpr int kDetailRole = Qt::UserRole + 2;
};

}  // namespace

Palette::Palette(QWidget* parent) : QDialog(parent, Qt::Popup), field_(new QLineEdit(this)), list_(new QListWidget(this)) {
    setObjectName(QStringLiteral("palette"));
    setAccessibleName(tr("Find"));
    auto* layout = new QVBoxLayout(this);
    layout->setContentsMargins(8, 8, 8, 8);
    layout->addWidget(field_);
    layout->addWidget(list_);
    list_->setItemDelegate(new OfferDelegate(list_));
    field_->setPlaceholderText(tr("Find an action, a station, a setting…"));
    field_->setAccessibleName(tr("Find"));
    field_->installEventFilter(this);
    connect(field_, &QLineEdit::textChanged, this, &Palette::filter);
    connect(field_, &QLineEdit::returnPressed, this, &Palette::runCurrent);
    connect(list_, &QListWidget::itemActivated, this, &Palette::runCurrent);
    connect(list_, &QListWidget::itemClicked, this, &Palette::runCurrent);
}

void Palette::ask(std::vector<Offer> commands) {
    commands_ = std::move(commands);
    takes_ = nullptr;
    field_->setPlaceholderText(tr("Find an action, a station, a setting…"));
    field_->setAccessibleName(tr("Find"));
    field_->clear();
    filter({});
    list_->show();
    open(380);
}

void Palette::askText(const QString& prompt, std::function<void(const QString&)> take) {
    commands_.clear();
    takes_ = std::move(take);
    field_->setPlaceholderText(prompt);
    field_->setAccessibleName(prompt);
    field_->clear();
    filter({});
    list_->hide();
    open(field_->sizeHint().height() + 16);
}

void Palette::open(int height) {
    const QWidget* owner = parentWidget();
    const int w = std::min(owner->width() - 16, static_cast<int>(680 * ItemView::zoom()));
    setGeometry(QRect(owner->mapToGlobal(QPoint((owner->width() - w) / 2, 44)), QSize(w, height)));
    QDialog::show();
    field_->setFocus();
}

void Palette::filter(const QString& text) {
    list_->clear();
    const QStringList terms = text.split(' ', Qt::SkipEmptyParts);
    // what begins with what was typed; where a word begins with each term; where a term stands within a word
    std::vector<std::size_t> first, whole, inside;
    for (std::size_t i = 0; i < commands_.size(); ++i) {
        const QString shown = ' ' + commands_[i].text + ' ' + commands_[i].detail;
        const auto holds = [](const QString& where, const QString& term) { return where.contains(term, Qt::CaseInsensitive); };
        if (std::all_of(terms.begin(), terms.end(), [&](const QString& t) { return holds(shown, ' ' + t); }))
            (!terms.empty() && commands_[i].text.startsWith(terms.front(), Qt::CaseInsensitive) ? first : whole).push_back(i);
        else if (std::all_of(terms.begin(), terms.end(), [&](const QString& t) { return holds(shown + commands_[i].also, t); }))
            inside.push_back(i);
    }
    first.insert(first.end(), whole.begin(), whole.end());
    first.insert(first.end(), inside.begin(), inside.end());
    for (const std::size_t i : first) {
        if (list_->count() >= 200) break;
        auto* item = new QListWidgetItem(
            commands_[i].detail.isEmpty() ? commands_[i].text : commands_[i].text + QStringLiteral("    ") + commands_[i].detail, list_);
        item->setData(Qt::UserRole, static_cast<int>(i));
        item->setData(OfferDelegate::kTextRole, commands_[i].text);
        item->setData(OfferDelegate::kDetailRole, commands_[i].detail);
    }
    list_->setCurrentRow(0);
}

void Palette::runCurrent() {
    if (takes_) {
        const QString text = field_->text().trimmed();
        if (text.isEmpty()) return;
        const auto take = std::exchange(takes_, nullptr);
        hide();
        take(text);
        return;
    }
    const QListWidgetItem* item = list_->currentItem();
    if (item == nullptr) return;
    const auto run = commands_[static_cast<std::size_t>(item->data(Qt::UserRole).toInt())].run;
    hide();
    run();
}

bool Palette::eventFilter(QObject* watched, QEvent* event) {
    if (watched == field_ && event->type() == QEvent::KeyPress) {
        const int key = static_cast<QKeyEvent*>(event)->key();
        const int step = key == Qt::Key_Down ? 1 : key == Qt::Key_Up ? -1 : 0;
        if (step != 0) {
            list_->setCurrentRow(std::clamp(list_->currentRow() + step, 0, list_->count() - 1));
            return true;
        }
    }
    return QDialog::eventFilter(watched, event);
}

MeasuredDialog::MeasuredDialog(QWidget* parent, const QString& what)
    : QDialog(parent), instrument_(new QLineEdit(this)), uncertainty_(new QLineEdit(this)) {
    setWindowTitle(tr("Measured"));
    auto* form = new QFormLayout(this);
    auto* says = new QLabel(tr("%1 as it stands was read on the machine, now.").arg(what), this);
    says->setTextFormat(Qt::PlainText);
    form->addRow(says);
    form->addRow(tr("With"), instrument_);
    form->addRow(tr("Uncertainty"), uncertainty_);
    instrument_->setPlaceholderText(tr("pitch gauge, ruler, protractor…"));
    uncertainty_->setPlaceholderText(tr("±0.1°"));
    auto* buttons = new QDialogButtonBox(QDialogButtonBox::Ok | QDialogButtonBox::Cancel, this);
    form->addRow(buttons);
    connect(buttons, &QDialogButtonBox::accepted, this, &QDialog::accept);
    connect(buttons, &QDialogButtonBox::rejected, this, &QDialog::reject);
}

}  // namespace kh::app
