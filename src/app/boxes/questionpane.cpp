// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/boxes/questionpane.h"
#include "app/boxes/questionlabels.h"

#include "app/look/look.h"
#include "base/error.h"
#include "base/typed.h"
#include "model/access.h"
#include "model/amounts.h"
#include "model/answered.h"
#include "model/boxcompare.h"
#include "model/names.h"
#include "paint/look/theme.h"
#include "procedure/aircraft.h"
#include "session/document.h"

#include <QCheckBox>
#include <QComboBox>
#include <QHBoxLayout>
#include <QHeaderView>
#include <QKeyEvent>
#include <QLineEdit>
#include <QPushButton>
#include <QScrollBar>
#include <algorithm>

namespace kh::app {

using namespace paint;

QLabel* textLabel(const QString& text, int px, bool bold, const QColor& colour) {
    auto* label = new QLabel(text);
    label->setWordWrap(true);
    label->setTextFormat(Qt::PlainText);
    QFont font = Theme::font(px, bold);
    font.setPixelSize(Theme::widgetSize(px));
    label->setFont(font);
    label->setStyleSheet(QStringLiteral("color:%1").arg(colour.name()));
    return label;
}

namespace {

QString stateWord(const BoxDraft& draft, const BoxQuestion& question) {
    const BoxAnswer* a = answerOf(draft, question.key);
    if (a == nullptr) return QuestionPane::tr("open");
    switch (a->state) {
        case AnswerState::Answered: return QuestionPane::tr("answered");
        case AnswerState::Measured:
            return QuestionPane::tr("measured %1")
                .arg(a->read ? QString::fromStdString(a->read->at).left(16).replace('T', ' ') : QString());
        case AnswerState::NotKnown: return QuestionPane::tr("not known");
    }
    return {};
}

}  // namespace

QuestionPane::QuestionPane(QuestionDesk desk, QWidget* parent) : QScrollArea(parent), desk_(std::move(desk)) {
    setObjectName(QStringLiteral("question"));
    setAccessibleName(tr("Question"));
    setFrameShape(QFrame::NoFrame);
    setWidgetResizable(true);
    setHorizontalScrollBarPolicy(Qt::ScrollBarAlwaysOff);
    setFocusPolicy(Qt::NoFocus);
}

QString QuestionPane::boxTitle(kh::Box box) const {
    const BoxDraft& d = desk_.draft();
    if (boxOf(kindOf(d.box)) == box) return shown(nameOf(d.box));
    return box == kh::Box::Bench ? tr("Bench") : shown(boxName(desk_.bench(), box));
}

void QuestionPane::show(const BoxQuestion& question) {
    if (question_ != &question) experimenting_ = false;
    decided_.clear();
    question_ = &question;
    build();
    verticalScrollBar()->setValue(0);
}

void QuestionPane::renew() {
    if (question_ == nullptr) return;
    const int at = verticalScrollBar()->value();
    const QModelIndex cell = table_ != nullptr ? table_->currentIndex() : QModelIndex();
    const int word = words_ != nullptr ? words_->currentRow() : 0;
    const bool typing = widget() != nullptr && widget()->isAncestorOf(focusWidget() != nullptr ? focusWidget() : this);
    if (table_ != nullptr && !experimenting_ && model_.shows(desk_.draft().box)) {  // typed here: whoever types goes on in the next cell
        refuse({});
        if (auto* state = widget()->findChild<QLabel*>(QStringLiteral("state"))) state->setText(stateWord(desk_.draft(), *question_));
        table_->resizeRowsToContents();
        return;
    }
    if (words_ != nullptr && !experimenting_ && wordsShown() == wordsOf(desk_.draft().box, *question_)) {
        refuse({});
        if (auto* state = widget()->findChild<QLabel*>(QStringLiteral("state"))) state->setText(stateWord(desk_.draft(), *question_));
        return;
    }
    build();
    if (words_ != nullptr) words_->setCurrentRow(word);
    if (table_ != nullptr && cell.isValid()) table_->setCurrentIndex(model_.index(std::min(cell.row(), model_.begun()), cell.column()));
    verticalScrollBar()->setValue(at);
    if (typing) focusAnswer();
}

void QuestionPane::build() {
    line_ = nullptr;
    words_ = nullptr;
    table_ = nullptr;
    picks_.clear();
    readings_.clear();
    auto* page = new QWidget;
    page->setObjectName(QStringLiteral("question-page"));
    page->setAutoFillBackground(true);
    page->setBackgroundRole(QPalette::Base);
    column_ = new QVBoxLayout(page);
    column_->setContentsMargins(kPaneMargin, 14, kPaneMargin, 14);
    column_->setSpacing(8);
    const Tokens& t = Theme::tokens();
    const BoxDraft& draft = desk_.draft();
    const auto all = boxQuestions(question_->kind);
    const auto number = std::find(all.begin(), all.end(), question_) - all.begin() + 1;
    auto* head = new QHBoxLayout;
    QLabel* where = textLabel(tr("%1 · question %2 of %3").arg(words(question_->group)).arg(number).arg(all.size()), 13, false, t.muted);
    QLabel* state = textLabel(stateWord(draft, *question_), 13, false, t.muted);
    state->setObjectName(QStringLiteral("state"));
    state->setAlignment(Qt::AlignRight);
    for (QLabel* one : {where, state}) {
        one->setWordWrap(false);
        head->addWidget(one, one == where ? 1 : 0);
    }
    column_->addLayout(head);
    QLabel* asks = textLabel(words(question_->asks), 28, true, t.ink);
    asks->setObjectName(QStringLiteral("asks"));
    column_->addWidget(asks);
    const BoxExperiment* experiment = experimentFor(*question_);
    if (experimenting_ && experiment != nullptr) {
        addExperiment(*experiment);
    } else {
        addHow();
        addAnswer();
    }
    refusal_ = lookLabel(LabelLook::Refusal);
    column_->addWidget(refusal_);
    if (!decided_.isEmpty()) {
        QLabel* told = textLabel(decided_, 13, false, t.ink);
        told->setObjectName(QStringLiteral("decided"));
        column_->addWidget(told);
    }
    addWhy();
    column_->addStretch(1);
    putPage(page);
    for (QWidget* w : page->findChildren<QWidget*>()) w->installEventFilter(this);
}

void QuestionPane::addInstruction(kh::Box box, const QString& name, const QString& text) {
    const Tokens& t = Theme::tokens();
    auto* row = new QHBoxLayout;
    row->setSpacing(12);
    auto* bar = new QWidget;
    bar->setFixedWidth(5);
    bar->setAttribute(Qt::WA_StyledBackground);
    bar->setStyleSheet(QStringLiteral("background:%1").arg((box == kh::Box::Bench ? t.muted : Theme::box(box)).name()));
    row->addWidget(bar);
    auto* lines = new QVBoxLayout;
    lines->setSpacing(1);
    lines->addWidget(textLabel(name, 13, true, box == kh::Box::Bench ? t.muted : Theme::box(box)));
    lines->addWidget(textLabel(text, 17, false, t.ink));
    row->addLayout(lines, 1);
    column_->addLayout(row);
}

void QuestionPane::addHow() {
    addInstruction(boxOf(question_->kind), shown(nameOf(desk_.draft().box)), words(howToAnswer(*question_)));
    if (const BoxExperiment* experiment = experimentFor(*question_)) {
        auto* find = new QPushButton(tr("%1, and let the readings decide").arg(words(experiment->title)));
        find->setObjectName(QStringLiteral("experiment"));
        connect(find, &QPushButton::clicked, this, &QuestionPane::toggleExperiment);
        column_->addWidget(find, 0, Qt::AlignLeft);
    }
}

void QuestionPane::addWhy() {
    const Tokens& t = Theme::tokens();
    const BoxDraft& draft = desk_.draft();
    auto* line = new QWidget;
    line->setFixedHeight(1);
    line->setAttribute(Qt::WA_StyledBackground);
    line->setStyleSheet(QStringLiteral("background:%1").arg(t.rule.name()));
    column_->addWidget(line);
    if (const auto interval = shownInterval(draft.box, *question_)) {
        QLabel* open = textLabel(tr("Not known: it may be %1. Meanwhile %2 is taken, and both ends are judged.")
                                     .arg(words(*interval), words(shownAnswer(draft, *question_))),
                                 13, true, t.ink);
        open->setObjectName(QStringLiteral("interval"));
        column_->addWidget(open);
    }
    if (const BoxAnswer* a = answerOf(draft, question_->key); a != nullptr && a->read) {
        const bool stale = isStale(draft, *a, desk_.bench());
        QString was = a->read->readings.empty() ? tr("Was seen at the box.") : tr("Was read: %1.").arg(shown(a->read->readings));
        if (stale) was += QLatin1Char(' ') + tr("What it was read with has changed since: read it again.");
        QLabel* read = textLabel(was, 13, false, stale ? t.warning : t.muted);
        read->setObjectName(QStringLiteral("was-read"));
        column_->addWidget(read);
    }
    column_->addWidget(textLabel(tr("What rests on it"), 13, true, t.ink));
    column_->addWidget(textLabel(words(question_->rests), 13, false, t.muted));
    for (const Message& m : desk_.decides(*question_)) column_->addWidget(textLabel(words(m), 13, false, t.muted));
    if (const auto wrong = contradictionOf(draft)) {
        QLabel* told = textLabel(words(wrong->what), 13, true, t.danger);
        told->setObjectName(QStringLiteral("contradiction"));
        column_->addWidget(told);
    }
}

void QuestionPane::refuse(const QString& text) {
    if (refusal_ == nullptr) return;
    refusal_->setText(text);
    refusal_->setVisible(!text.isEmpty());
    if (!text.isEmpty()) ensureWidgetVisible(refusal_);
}

void QuestionPane::focusAnswer() {
    QWidget* at = line_ != nullptr     ? static_cast<QWidget*>(line_)
                  : words_ != nullptr  ? words_
                  : table_ != nullptr  ? table_
                  : !readings_.empty() ? readings_.front()
                                       : nullptr;
    for (QWidget* one : picks_)
        if (at == nullptr || static_cast<QPushButton*>(one)->isChecked()) at = one;
    if (at != nullptr) at->setFocus(Qt::TabFocusReason);
}

bool QuestionPane::takeAnswer() {
    if (question_ == nullptr) return false;
    if (experimenting_) {
        decideNow();
        return true;
    }
    refuse({});
    const BoxDraft& now = desk_.draft();
    try {
        if (line_ != nullptr) {
            const QString typed = line_->text().trimmed();
            if (typed.isEmpty() && shownInterval(now.box, *question_)) {
                refuse(tr("Type what you found, an interval such as 100 … 125, or say with Ctrl+U that it is not known."));
                return false;
            }
            return desk_.take(withAnswer(now, *question_, typed.toStdString()), true);
        }
        if (words_ != nullptr) return desk_.take(withAnswerWords(now, *question_, wordsOf(now.box, *question_)), true);
        if (table_ != nullptr) return desk_.take(withAnswerBox(now, *question_, now.box), true);
        for (std::size_t i = 0; i < picks_.size(); ++i)
            if (static_cast<QPushButton*>(picks_[i])->isChecked()) {
                const Setup s = holding(now.box);
                return desk_.take(withAnswer(now, *question_, choicesOf(s, boxRoot(s, question_->kind) + question_->key)[i].typed), true);
            }
        refuse(tr("Choose one with the arrows, or say with Ctrl+U that it is not known."));
    } catch (const InputError& e) {
        refuse(words(say(KH_TR("{field}: {problem}"), {{"field", factTitle(question_->kind, question_->key)}, {"problem", e.problem()}})));
    }
    return false;
}

void QuestionPane::sayNotKnown() {
    if (question_ == nullptr) return;
    refuse({});
    experimenting_ = false;
    desk_.take(withNotKnown(desk_.draft(), *question_), true);
}

void QuestionPane::toggleExperiment() {
    if (question_ == nullptr || experimentFor(*question_) == nullptr) return;
    experimenting_ = !experimenting_;
    build();
    focusAnswer();
}

void QuestionPane::putPage(QWidget* page) {
    if (QWidget* old = takeWidget()) {  // it may be answering a key just now
        old->hide();
        old->deleteLater();
    }
    setWidget(page);
    page->setMaximumWidth(viewport()->width());
}

void QuestionPane::pick(int by) {
    const auto checked = std::find_if(picks_.begin(), picks_.end(), [](QWidget* w) { return static_cast<QPushButton*>(w)->isChecked(); });
    const auto focused = std::find_if(picks_.begin(), picks_.end(), [](const QWidget* w) { return w->hasFocus(); });
    if (focused == picks_.end()) return;
    // the first arrow chooses the one it stands on
    const auto to = checked == picks_.end() ? focused - picks_.begin() : focused - picks_.begin() + by;
    if (to < 0 || to >= static_cast<std::ptrdiff_t>(picks_.size())) return;
    QWidget* one = picks_[static_cast<std::size_t>(to)];
    static_cast<QPushButton*>(one)->setChecked(true);
    one->setFocus(Qt::TabFocusReason);
}

bool QuestionPane::eventFilter(QObject* watched, QEvent* event) {
    if (event->type() != QEvent::KeyPress) return QScrollArea::eventFilter(watched, event);
    const auto* press = static_cast<QKeyEvent*>(event);
    const int key = press->key();
    const bool alt = press->modifiers().testFlag(Qt::AltModifier);
    if (key == Qt::Key_PageUp || key == Qt::Key_PageDown) {
        desk_.step(key == Qt::Key_PageUp ? -1 : 1);
        return true;
    }
    if (const bool up = key == Qt::Key_Up, down = key == Qt::Key_Down; up || down) {
        const int by = up ? -1 : 1;
        if (alt && watched == table_) {
            const QModelIndex at = table_->currentIndex();
            model_.move(at.row(), at.row() + by);
            table_->setCurrentIndex(model_.index(std::clamp(at.row() + by, 0, model_.begun()), at.column()));
            return true;
        }
        if (alt && watched == words_ && answerKind(*question_) == AnswerKind::Order) {
            const int row = words_->currentRow(), to = std::clamp(row + by, 0, words_->count() - 1);
            if (to != row) {
                words_->blockSignals(true);
                words_->insertItem(to, words_->takeItem(row));
                words_->setCurrentRow(to);
                words_->blockSignals(false);
                desk_.take(withAnswerWords(desk_.draft(), *question_, wordsShown()), false);
            }
            return true;
        }
        if (std::find(picks_.begin(), picks_.end(), watched) != picks_.end()) {
            pick(by);
            return true;
        }
    }
    if ((key == Qt::Key_Delete || key == Qt::Key_Backspace) && watched == table_ && table_->hasFocus()) {
        model_.remove(table_->currentIndex().row());
        return true;
    }
    if ((key == Qt::Key_Return || key == Qt::Key_Enter) && press->modifiers() == Qt::NoModifier) {
        if (watched == table_ && !table_->hasFocus()) return true;  // it ends what is typed into a cell
        const bool button = qobject_cast<QPushButton*>(watched) != nullptr;
        if (button && std::find(picks_.begin(), picks_.end(), watched) == picks_.end()) {
            static_cast<QPushButton*>(watched)->click();
            return true;
        }
        if (watched == line_ || watched == words_ || watched == table_ || button ||
            std::find(readings_.begin(), readings_.end(), watched) != readings_.end()) {
            takeAnswer();
            return true;
        }
    }
    return QScrollArea::eventFilter(watched, event);
}

void QuestionPane::resizeEvent(QResizeEvent* event) {
    QScrollArea::resizeEvent(event);
    if (widget() != nullptr) widget()->setMaximumWidth(viewport()->width());
}

}  // namespace kh::app
