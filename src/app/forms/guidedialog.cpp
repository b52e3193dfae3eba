// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/forms/guidedialog.h"

#include "app/look/look.h"
#include "paint/look/theme.h"

#include <QDialogButtonBox>
#include <QGridLayout>
#include <QLabel>
#include <QScrollArea>
#include <QVBoxLayout>

namespace kh::app {

using namespace paint;

GuideDialog::GuideDialog(QWidget* parent, const QString& title, std::span<const Step> steps, bool proves) : QDialog(parent) {
    setWindowTitle(title);
    auto* inner = new QWidget;
    auto* grid = new QGridLayout(inner);
    grid->setContentsMargins(12, 10, 12, 10);
    grid->setHorizontalSpacing(12);
    grid->setVerticalSpacing(4);
    grid->setColumnStretch(1, 1);
    int line = 0;
    for (const Step& step : steps) {
        auto* tick = new QCheckBox(QString::number(ticks_.size() + 1));
        tick->setAccessibleName(words(step.todo));
        grid->addWidget(tick, line, 0, Qt::AlignTop);
        auto* todo = new QLabel(words(step.todo));
        todo->setTextFormat(Qt::PlainText);
        todo->setWordWrap(true);
        todo->setStyleSheet(QStringLiteral("font-weight:bold;color:%1").arg(Theme::box(step.box).name()));
        grid->addWidget(todo, line++, 1);
        if (!step.seen.empty()) grid->addWidget(lookLabel(LabelLook::Muted, words(step.seen)), line++, 1);
        if (!step.caution.empty()) grid->addWidget(lookLabel(LabelLook::Caution, words(step.caution)), line++, 1);
        grid->setRowMinimumHeight(line++, 6);
        connect(tick, &QCheckBox::toggled, this, &GuideDialog::refresh);
        ticks_ << tick;
    }
    grid->setRowStretch(line, 1);
    auto* scroll = new QScrollArea;
    scroll->setWidget(inner);
    scroll->setWidgetResizable(true);
    scroll->setFrameShape(QFrame::NoFrame);
    auto* buttons = new QDialogButtonBox(QDialogButtonBox::Cancel);
    done_ = buttons->addButton(proves ? tr("Seen on the machine") : tr("Done"), QDialogButtonBox::AcceptRole);
    connect(buttons, &QDialogButtonBox::accepted, this, &QDialog::accept);
    connect(buttons, &QDialogButtonBox::rejected, this, &QDialog::reject);
    auto* layout = new QVBoxLayout(this);
    layout->addWidget(scroll, 1);
    layout->addWidget(buttons);
    resize(640, 600);
    refresh();
}

void GuideDialog::refresh() {
    bool before = true;  // every step so far is ticked
    for (QCheckBox* tick : ticks_) {
        tick->setEnabled(before);
        if (!before) {
            const QSignalBlocker quiet(tick);
            tick->setChecked(false);
        }
        before = before && tick->isChecked();
    }
    done_->setEnabled(before);
}

}  // namespace kh::app
