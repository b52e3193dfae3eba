// SPDX-License-Identifier: GPL-3.0-or-later
//
// How a question is answered: a line, words to choose from, an order, a table.
#include "app/boxes/questionlabels.h"
#include "app/boxes/questionpane.h"
#include "app/look/items.h"
#include "app/look/look.h"
#include "base/error.h"
#include "model/access.h"
#include "model/amounts.h"
#include "paint/look/theme.h"

#include <QHBoxLayout>
#include <QHeaderView>
#include <QLineEdit>
#include <QPushButton>
#include <algorithm>

namespace kh::app {

using namespace paint;

namespace {

constexpr int kTableHigh = 210, kWordHigh = 26;

}  // namespace

std::vector<std::string> QuestionPane::wordsShown() const {
    std::vector<std::string> now;
    for (int i = 0; i < words_->count(); ++i) {
        const QListWidgetItem* item = words_->item(i);
        if (answerKind(*question_) == AnswerKind::Order || item->checkState() == Qt::Checked)
            now.push_back(item->data(Qt::UserRole).toString().toStdString());
    }
    return now;
}

void QuestionPane::addAnswer() {
    const Tokens& t = Theme::tokens();
    const BoxDraft& draft = desk_.draft();
    const BoxQuestion& q = *question_;
    const Setup s = holding(draft.box);
    const std::string path = boxRoot(s, q.kind) + q.key;
    switch (answerKind(q)) {
        case AnswerKind::Line: {
            auto* row = new QHBoxLayout;
            // what is not known is not answered by a key alone: the value that is taken meanwhile stands behind
            const bool open = shownInterval(draft.box, q).has_value();
            line_ = new QLineEdit(open ? QString() : words(typedAnswer(draft.box, q)));
            if (open) line_->setPlaceholderText(words(typedAnswer(draft.box, q)));
            line_->setObjectName(QStringLiteral("answer"));
            line_->setAccessibleName(words(q.asks));
            const auto field = readField(s, path);
            const bool number = field && (field->info.kind == FieldKind::Number || field->info.kind == FieldKind::Whole);
            QFont font = Theme::font(number ? 30 : 18, false);
            font.setPixelSize(Theme::widgetSize(number ? 30 : 18));
            line_->setFont(font);
            if (number) line_->setMaximumWidth(static_cast<int>(260 * ItemView::zoom()));
            row->addWidget(line_, number ? 0 : 1);
            row->addWidget(textLabel(QString::fromStdString(unitOf(s, path)), 20, false, t.muted));
            if (number) row->addStretch(1);
            column_->addLayout(row);
            line_->selectAll();
            break;
        }
        case AnswerKind::Pick: {
            auto* row = new QVBoxLayout;
            row->setSpacing(4);
            const auto field = readField(s, path);
            const BoxAnswer* given = answerOf(draft, q.key);
            for (const ShownChoice& c : choicesOf(s, path)) {
                auto* one = new QPushButton(words(c.caption));
                one->setObjectName(QStringLiteral("pick-") + QString::fromStdString(c.typed));
                one->setCheckable(true);
                one->setAutoExclusive(true);
                const FieldValue value = kh::read(s, path, c.typed);
                one->setChecked(field && field->value == value && given != nullptr && given->state != AnswerState::NotKnown);
                one->setStyleSheet(QStringLiteral("text-align:left"));
                connect(one, &QPushButton::clicked, this,
                        [this, typed = c.typed] { desk_.take(withAnswer(desk_.draft(), *question_, typed), false); });
                row->addWidget(one);
                picks_.push_back(one);
            }
            column_->addLayout(row);
            break;
        }
        case AnswerKind::Words:
        case AnswerKind::Order: {
            words_ = new QListWidget;
            words_->setObjectName(QStringLiteral("answer-words"));
            words_->setAccessibleName(words(q.asks));
            const std::vector<std::string> held = wordsOf(draft.box, q);
            std::vector<AnswerWord> listed = answerWords(q);
            const bool order = answerKind(q) == AnswerKind::Order;
            if (order)
                std::stable_sort(listed.begin(), listed.end(), [&](const AnswerWord& a, const AnswerWord& b) {
                    return std::find(held.begin(), held.end(), a.id) < std::find(held.begin(), held.end(), b.id);
                });
            for (const AnswerWord& w : listed) {
                auto* item = new QListWidgetItem(words(w.caption), words_);
                item->setData(Qt::UserRole, QString::fromStdString(w.id));
                if (!order) item->setCheckState(std::find(held.begin(), held.end(), w.id) != held.end() ? Qt::Checked : Qt::Unchecked);
            }
            words_->setStyleSheet(QStringLiteral("QListWidget::item{padding:3px}"));
            if (order) words_->setDragDropMode(QAbstractItemView::InternalMove);
            const int rows = std::min<int>(static_cast<int>(listed.size()), 9);
            words_->setMinimumHeight(static_cast<int>(rows * kWordHigh * ItemView::zoom()) + 6);
            const auto taken = [this] {
                QMetaObject::invokeMethod(
                    this, [this, now = wordsShown()] { desk_.take(withAnswerWords(desk_.draft(), *question_, now), false); },
                    Qt::QueuedConnection);
            };
            connect(words_, &QListWidget::itemChanged, this, taken);
            connect(words_->model(), &QAbstractItemModel::rowsMoved, this, taken);
            words_->setCurrentRow(0);
            column_->addWidget(words_, 1);
            if (order) column_->addWidget(lookLabel(LabelLook::Muted, tr("Alt ↑ ↓ moves the chosen one.")));
            break;
        }
        case AnswerKind::Table: {
            table_ = new QTableView;
            table_->setObjectName(QStringLiteral("answer-table"));
            table_->setAccessibleName(words(q.asks));
            model_.show(
                draft.box, q.key, [this](const AnyBox& box) { return desk_.take(withAnswerBox(desk_.draft(), *question_, box), false); },
                [this](const QString& text) { refuse(text); });
            table_->setModel(&model_);
            table_->setItemDelegate(new BoxCellDelegate(table_));
            table_->setEditTriggers(QAbstractItemView::DoubleClicked | QAbstractItemView::AnyKeyPressed |
                                    QAbstractItemView::EditKeyPressed);
            table_->setTabKeyNavigation(true);
            table_->verticalHeader()->setSectionsMovable(true);
            connect(table_->verticalHeader(), &QHeaderView::sectionMoved, this, [this](int, int from, int to) {
                table_->verticalHeader()->blockSignals(true);
                table_->verticalHeader()->moveSection(to, from);
                table_->verticalHeader()->blockSignals(false);
                model_.move(from, to);
            });
            table_->setWordWrap(true);
            table_->horizontalHeader()->setStretchLastSection(true);
            table_->resizeColumnsToContents();
            for (int c = 0; c < model_.columnCount(); ++c)  // what is long is wrapped, not cut
                table_->setColumnWidth(c, std::clamp(table_->columnWidth(c), 60, static_cast<int>(170 * ItemView::zoom())));
            table_->resizeRowsToContents();
            table_->setMinimumHeight(static_cast<int>(kTableHigh * ItemView::zoom()));
            table_->setCurrentIndex(model_.index(0, 0));
            column_->addWidget(table_, 1);
            column_->addWidget(
                lookLabel(LabelLook::Muted, tr("Type into the last row to begin another; Del takes a row away, Alt ↑ ↓ moves it.")));
            if (std::string_view(q.key) == "menu") {
                QStringList missing;
                for (const Message& topic : topicsWithoutPage(draft.box)) missing << words(topic);
                if (!missing.isEmpty())
                    column_->addWidget(
                        lookLabel(LabelLook::Muted,
                                  tr("On no page yet, so each gets a page of its own: %1").arg(missing.join(QStringLiteral(", ")))));
            }
            break;
        }
    }
}

}  // namespace kh::app
