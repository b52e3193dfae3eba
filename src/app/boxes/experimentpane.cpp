// SPDX-License-Identifier: GPL-3.0-or-later
//
// An experiment in the question's place: guards, steps, readings, what they decide; two boxes beside each other.
#include "app/boxes/questionlabels.h"
#include "app/boxes/questionpane.h"
#include "app/look/items.h"
#include "app/look/look.h"
#include "base/error.h"
#include "base/typed.h"
#include "model/boxcompare.h"
#include "paint/look/theme.h"
#include "procedure/aircraft.h"
#include "session/document.h"

#include <QCheckBox>
#include <QComboBox>
#include <QHBoxLayout>
#include <QHeaderView>
#include <QLineEdit>
#include <QPushButton>
#include <QTableWidget>

namespace kh::app {

using namespace paint;

namespace {

constexpr int kCompareHigh = 420;

}  // namespace

void QuestionPane::addExperiment(const BoxExperiment& experiment) {
    const Setup s = desk_.bench();
    const Tokens& t = Theme::tokens();
    if (*experiment.caution != '\0') column_->addWidget(lookLabel(LabelLook::Caution, words(experiment.caution)));
    const GuardTable& table = aircraftEntry(s).guards(s);
    const BenchNeed need = table.of(experiment.station, experiment.row);
    auto* ticks = new QHBoxLayout;
    for (std::size_t i = 0; i < table.guards.size(); ++i) {
        if (need[i] == Need::Any) continue;
        auto* tick = new QCheckBox(need[i] == Need::Yes ? words(table.guards[i].name) : tr("not %1").arg(words(table.guards[i].name)));
        tick->setObjectName(QStringLiteral("guard-%1").arg(i));
        tick->setToolTip(words(need[i] == Need::Yes ? table.guards[i].tick : table.guards[i].untick));
        const bool wanted = need[i] == Need::Yes;
        tick->setChecked(desk_.guards.ticked(i) == wanted);
        connect(tick, &QCheckBox::toggled, this, [this, i, wanted](bool on) { desk_.guards.tick(i, on == wanted); });
        ticks->addWidget(tick);
    }
    ticks->addStretch(1);
    column_->addLayout(ticks);
    for (const ExperimentStep& e : experiment.steps(s)) {
        addInstruction(e.step.box, boxTitle(e.step.box), words(e.step.todo));
        if (!e.isRead()) continue;
        auto* row = new QHBoxLayout;
        row->setContentsMargins(17, 0, 0, 0);
        QWidget* field = nullptr;
        if (!e.words.empty()) {
            auto* chosen = new QComboBox;
            chosen->addItem(tr("not looked at yet"));
            for (const Message& w : e.words) chosen->addItem(words(w));
            field = chosen;
        } else {
            auto* typed = new QLineEdit;
            typed->setMaximumWidth(static_cast<int>(140 * ItemView::zoom()));
            field = typed;
        }
        field->setObjectName(QStringLiteral("reading-") + QString::fromStdString(e.step.name));
        field->setAccessibleName(words(e.step.todo));
        row->addWidget(field);
        const bool monitor = std::string_view(e.step.unit) == "%" && e.step.box == kh::Box::Controller;
        const QString unit = monitor ? QString::fromStdString(s.controller.profile->monitor.unit) : words(e.step.unit);
        row->addWidget(textLabel(e.step.optional ? tr("%1 only if asked for").arg(unit).trimmed() : unit, 14, false, t.muted));
        row->addStretch(1);
        column_->addLayout(row);
        readings_.push_back(field);
    }
    auto* decide = new QPushButton(tr("Let these readings decide"));
    decide->setObjectName(QStringLiteral("decide"));
    connect(decide, &QPushButton::clicked, this, &QuestionPane::decideNow);
    column_->addWidget(decide, 0, Qt::AlignLeft);
}

void QuestionPane::decideNow() {
    const BoxExperiment* experiment = experimentFor(*question_);
    if (experiment == nullptr) return;
    const Setup s = desk_.bench();
    std::vector<std::optional<double>> readings;
    const auto steps = experiment->steps(s);
    std::size_t field = 0;
    refuse({});
    Row row;
    row.id = experiment->row;
    if (const auto lacks = desk_.guards.inTheWay(s, experiment->station, row); !lacks.empty()) {
        QStringList told;
        for (const Message& m : lacks) told << words(m);
        refuse(tr("First: %1.").arg(told.join(QStringLiteral(", "))));
        return;
    }
    for (const ExperimentStep& e : steps) {
        if (!e.isRead()) continue;
        QWidget* at = readings_[field++];
        if (const auto* chosen = qobject_cast<QComboBox*>(at)) {
            readings.push_back(chosen->currentIndex() == 0 ? std::nullopt : std::optional<double>(chosen->currentIndex() - 1));
            continue;
        }
        const QString text = static_cast<QLineEdit*>(at)->text().trimmed();
        const auto value = typedNumber(text.toStdString(), s.controller.profile->monitor.unit);
        if (!text.isEmpty() && !value) {
            refuse(tr("%1 \"%2\" is no number.").arg(words(e.step.todo), text));
            at->setFocus();
            return;
        }
        readings.push_back(value);
    }
    try {
        BoxDraft next = desk_.draft();
        QStringList found;
        for (Decided d : decidedBy(*experiment, s, readings)) {
            d.read.at = session::nowStamp();
            next = withMeasured(std::move(next), *d.question, d.read);
            found << words(d.why);
        }
        experimenting_ = false;
        decided_ = found.join(QLatin1Char('\n'));
        if (desk_.take(std::move(next), false)) {
            build();
            focusAnswer();
        }
    } catch (const InputError& e) {
        QString of;
        std::size_t i = 0;
        for (const ExperimentStep& step : steps) {
            if (!step.isRead()) continue;
            if (step.step.name == e.field()) {
                of = words(step.step.todo) + QLatin1Char(' ');
                readings_[i]->setFocus();
            }
            ++i;
        }
        refuse(of + QString::fromStdString(e.problem()));
    }
}

void QuestionPane::compare(const AnyBox& one, const AnyBox& other) {
    line_ = nullptr;
    words_ = nullptr;
    table_ = nullptr;
    refusal_ = nullptr;
    picks_.clear();
    readings_.clear();
    experimenting_ = false;
    const Tokens& t = Theme::tokens();
    auto* page = new QWidget;
    page->setAutoFillBackground(true);
    page->setBackgroundRole(QPalette::Base);
    column_ = new QVBoxLayout(page);
    column_->setContentsMargins(kPaneMargin, 14, kPaneMargin, 14);
    column_->addWidget(textLabel(tr("%1 beside %2").arg(shown(nameOf(one)), shown(nameOf(other))), 22, true, t.ink));
    const auto found = differences(one, other);
    column_->addWidget(textLabel(
        found.empty() ? tr("Nothing differs.") : tr("Only what differs; PgUp and PgDown lead back to the questions."), 13, false, t.muted));
    if (!found.empty()) {
        auto* list = new QTableWidget(static_cast<int>(found.size()), 3);
        list->setObjectName(QStringLiteral("differences"));
        list->setAccessibleName(tr("What differs"));
        list->setEditTriggers(QAbstractItemView::NoEditTriggers);
        list->setHorizontalHeaderLabels({tr("what"), shown(nameOf(one)), shown(nameOf(other))});
        list->verticalHeader()->hide();
        for (std::size_t i = 0; i < found.size(); ++i) {
            int c = 0;
            for (const Message* m : {&found[i].title, &found[i].one, &found[i].other})
                list->setItem(static_cast<int>(i), c++, new QTableWidgetItem(words(*m)));
        }
        list->horizontalHeader()->setSectionResizeMode(QHeaderView::Stretch);
        list->setWordWrap(true);
        list->verticalHeader()->setSectionResizeMode(QHeaderView::ResizeToContents);
        list->horizontalHeader()->setTextElideMode(Qt::ElideRight);
        list->setMinimumHeight(static_cast<int>(kCompareHigh * ItemView::zoom()));
        column_->addWidget(list, 1);
        list->installEventFilter(this);
        putPage(page);
        list->setFocus();
        return;
    }
    column_->addStretch(1);
    putPage(page);
}

}  // namespace kh::app
