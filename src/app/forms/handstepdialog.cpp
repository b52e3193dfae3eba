// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/forms/handstepdialog.h"
#include "model/amounts.h"

#include "app/look/look.h"
#include "base/error.h"
#include "model/names.h"
#include "paint/look/theme.h"
#include "session/told.h"
#include "stations/kit/row.h"

#include <QDialogButtonBox>
#include <QFormLayout>
#include <QLabel>
#include <QPushButton>
#include <QVBoxLayout>

namespace kh::app {

using namespace paint;

HandStepDialog::HandStepDialog(QWidget* parent, const Setup& setup, const PlanStep& step, const StepText& text)
    : QDialog(parent), setup_(setup), refusal_(lookLabel(LabelLook::Refusal)) {
    setObjectName(QStringLiteral("hand-step"));
    setWindowTitle(tr("Done by hand"));
    auto* column = new QVBoxLayout(this);
    auto* todo = new QLabel(words(text.todo), this);
    todo->setWordWrap(true);
    QFont bold = todo->font();
    bold.setBold(true);
    todo->setFont(bold);
    column->addWidget(todo);
    column->addWidget(lookLabel(LabelLook::Muted, tr("When it is done, type what you read; it is written down as a fact of the machine.")));
    auto* form = new QFormLayout;
    for (const Edit& e : step.edits) {
        Line line{e, nullptr};
        const QString shown = words(kh::show(setup, e.path, e.value));
        const QString name = words(fieldTitle(setup, e.path));
        if (std::holds_alternative<double>(e.value)) {
            line.typed = new QLineEdit(shown, this);
            line.typed->setObjectName(QString::fromStdString(e.path));
            line.typed->setAccessibleName(name);
            line.typed->selectAll();
            form->addRow(name, line.typed);
        } else {
            form->addRow(name, new QLabel(shown, this));
        }
        lines_.push_back(line);
    }
    column->addLayout(form);
    column->addWidget(refusal_);
    auto* buttons = new QDialogButtonBox(QDialogButtonBox::Cancel, this);
    buttons->addButton(tr("Done, write it down"), QDialogButtonBox::AcceptRole)->setDefault(true);
    connect(buttons, &QDialogButtonBox::accepted, this, &HandStepDialog::accept);
    connect(buttons, &QDialogButtonBox::rejected, this, &QDialog::reject);
    column->addWidget(buttons);
    setMinimumWidth(460);
}

void HandStepDialog::accept() {
    read_.clear();
    try {
        for (const Line& line : lines_) {
            const Part part = Part::of(Part::Entry{line.expected.path});
            read_.push_back(line.typed == nullptr ? line.expected
                                                  : Edit{line.expected.path, parsePart(setup_, part, line.typed->text().toStdString())});
        }
    } catch (const InputError& e) {
        refusal_->setText(session::told(setup_, e));
        refusal_->show();
        return;
    }
    QDialog::accept();
}

}  // namespace kh::app
