// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/guidedialog.h"

#include "paint/theme.h"

#include <QDialogButtonBox>
#include <QGridLayout>
#include <QLabel>
#include <QScrollArea>
#include <QVBoxLayout>

namespace kh::app {

using namespace paint;

GuideDialog::GuideDialog(QWidget* parent, const Guide& guide) : QDialog(parent) {
    setWindowTitle(words(guide.title));
    const Tokens& t = Theme::tokens();
    auto* inner = new QWidget;
    auto* grid = new QGridLayout(inner);
    grid->setContentsMargins(12, 10, 12, 10);
    grid->setHorizontalSpacing(12);
    grid->setVerticalSpacing(4);
    grid->setColumnStretch(1, 1);
    int line = 0;
    const auto text = [&](const Message& m, const QString& style) {
        auto* label = new QLabel(words(m));
        label->setWordWrap(true);
        label->setStyleSheet(style);
        grid->addWidget(label, line++, 1);
        return label;
    };
    for (const GuideStep& step : guide.steps) {
        auto* tick = new QCheckBox(QString::number(ticks_.size() + 1));
        tick->setAccessibleName(words(step.todo));
        grid->addWidget(tick, line, 0, Qt::AlignTop);
        text(step.todo, QStringLiteral("font-weight:bold;color:%1").arg(Theme::box(step.box).name()));
        if (!step.seen.text.empty()) text(step.seen, QStringLiteral("color:%1").arg(t.muted.name()));
        if (!step.caution.text.empty())
            text(step.caution,
                 QStringLiteral("border-left:4px solid %1;padding:4px 8px;background:%2").arg(t.warning.name(), t.sheet.name()));
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
    done_ = buttons->addButton(tr("Seen on the machine"), QDialogButtonBox::AcceptRole);
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
