// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/forms/newofclass.h"

#include "app/look/look.h"
#include "base/error.h"
#include "model/accepted.h"
#include "model/access.h"
#include "model/names.h"
#include "session/told.h"

#include <QDialogButtonBox>
#include <QLocale>
#include <QPushButton>

namespace kh::app {

NewOfClassDialog::NewOfClassDialog(QWidget* parent, const QString& title, const AircraftClass& aircraft)
    : QDialog(parent), form_(new QFormLayout(this)), refusal_(lookLabel(LabelLook::Refusal)) {
    blank_.machine.aircraft = Aircraft(aircraft.blank());
    setWindowTitle(title);
    form_->addRow(lookLabel(LabelLook::Muted,
                            tr("What is not known yet stays as it begins; every value is a default until it is entered or measured.")));
}

QLineEdit* NewOfClassDialog::askName(const std::string& usual) {
    auto* line = new QLineEdit(this);
    line->setObjectName(QStringLiteral("name"));
    line->setPlaceholderText(shown(usual));
    form_->addRow(tr("Name"), line);
    return line;
}

QLineEdit* NewOfClassDialog::askNumber(const char* name, const char* path, double usual) {
    auto* line = new QLineEdit(QLocale().toString(usual, 'f', 0), this);
    line->setObjectName(QString::fromLatin1(name));
    const QString title = words(fieldTitle(blank_, path));
    const std::string unit(readField(blank_, path)->info.unit);
    form_->addRow(unit.empty() ? title : title + QStringLiteral(", ") + shown(unit), line);
    return line;
}

QComboBox* NewOfClassDialog::askChoice(const char* name, const char* path, int usual) {
    auto* box = new QComboBox(this);
    box->setObjectName(QString::fromLatin1(name));
    const auto field = readField(blank_, path);
    for (const Choice& c : field->info.choices) box->addItem(words(c.caption == nullptr ? c.id : c.caption));
    box->setCurrentIndex(usual);
    form_->addRow(words(fieldTitle(blank_, path)), box);
    return box;
}

void NewOfClassDialog::finish() {
    form_->addRow(refusal_);
    auto* buttons = new QDialogButtonBox(QDialogButtonBox::Ok | QDialogButtonBox::Cancel, this);
    buttons->button(QDialogButtonBox::Ok)->setText(tr("Make the model"));
    connect(buttons, &QDialogButtonBox::accepted, this, &NewOfClassDialog::accept);
    connect(buttons, &QDialogButtonBox::rejected, this, &QDialog::reject);
    form_->addRow(buttons);
}

double NewOfClassDialog::typedNumber(const char* path, const QLineEdit* line) const {
    Setup probe = blank_;
    bool fine = false;
    const double value = line->text().trimmed().replace(QLatin1Char(','), QLatin1Char('.')).toDouble(&fine);
    if (!fine) throw InputError(path, line->text().toStdString() + " is no number");
    writeField(probe, path, value);
    return value;
}

void NewOfClassDialog::accept() {
    try {
        Setup made = make();
        requireAccepted(made);
        made_ = std::move(made);
    } catch (const InputError& e) {  // said here, where it is seen
        refusal_->setText(session::told(blank_, e));
        refusal_->setVisible(true);
        return;
    }
    QDialog::accept();
}

}  // namespace kh::app
