// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/rotors/newquaddialog.h"

#include "app/look/look.h"
#include "base/error.h"
#include "model/accepted.h"
#include "model/access.h"
#include "model/fieldpatterns.h"
#include "model/names.h"
#include "session/document.h"
#include "session/told.h"
#include "text/words.h"

#include <QDialogButtonBox>
#include <QFormLayout>
#include <QLocale>
#include <QPushButton>
#include <algorithm>
#include <iterator>

namespace kh::app {

namespace {

template <class P>
QComboBox* offered(QWidget* parent, const char* name, const std::vector<P>& list) {
    auto* box = new QComboBox(parent);
    box->setObjectName(QString::fromLatin1(name));
    for (const P& p : list) box->addItem(shown(p.name));
    return box;
}

const Setup& blankQuad() {
    static const Setup blank = [] {
        Setup s;
        s.machine.aircraft = Aircraft(rotorsClass().blank());
        return s;
    }();
    return blank;
}

/// "Arm, hub to rotor shaft, mm".
QString asked(const char* path) {
    const QString title = words(fieldTitle(blankQuad(), path));
    const std::string unit(readField(blankQuad(), path)->info.unit);
    return unit.empty() ? title : title + QStringLiteral(", ") + shown(unit);
}

/// What a field can be chosen from, in its own words.
QComboBox* choicesOf(QWidget* parent, const char* name, const char* path) {
    auto* box = new QComboBox(parent);
    box->setObjectName(QString::fromLatin1(name));
    const auto field = readField(blankQuad(), path);
    for (const Choice& c : field->info.choices) box->addItem(words(c.caption == nullptr ? c.id : c.caption));
    return box;
}

/// A number with point or comma. @throws InputError naming the field and what it takes
double typedNumber(const char* path, const QLineEdit* line) {
    Setup probe = blankQuad();
    bool fine = false;
    const double value = line->text().trimmed().replace(QLatin1Char(','), QLatin1Char('.')).toDouble(&fine);
    if (!fine) throw InputError(path, line->text().toStdString() + " is no number");
    writeField(probe, path, value);
    return value;
}

}  // namespace

NewQuadDialog::NewQuadDialog(QWidget* parent, io::Library library) : QDialog(parent), library_(std::move(library)) {
    setWindowTitle(tr("New variable-pitch quadrotor"));
    std::copy_if(library_.controllers.begin(), library_.controllers.end(), std::back_inserter(controllers_), mixesRotors);
    const NewRotorsAnswers usual;
    const auto line = [this](const char* name, const QString& text) {
        auto* field = new QLineEdit(text, this);
        field->setObjectName(QString::fromLatin1(name));
        return field;
    };
    name_ = line("name", QString());
    name_->setPlaceholderText(shown(usual.name));
    arm_ = line("arm", QLocale().toString(usual.armMm, 'f', 0));
    blade_ = line("blade", QLocale().toString(usual.bladeMm, 'f', 0));
    pair_ = choicesOf(this, "pair", "machine.pair"_field);
    style_ = choicesOf(this, "style", "machine.style"_field);
    style_->setCurrentIndex(static_cast<int>(usual.style));
    transmitter_ = offered(this, "transmitter", library_.transmitters);
    controller_ = offered(this, "controller", controllers_);
    speedController_ = offered(this, "speed-controller", library_.speedControllers);
    servo_ = offered(this, "servo", library_.servos);
    refusal_ = lookLabel(LabelLook::Refusal);
    auto* form = new QFormLayout(this);
    form->addRow(lookLabel(LabelLook::Muted,
                           tr("What is not known yet stays as it begins; every value is a default until it is entered or measured.")));
    form->addRow(tr("Name"), name_);
    form->addRow(asked("machine.armMm"_field), arm_);
    form->addRow(asked("machine.pair"_field), pair_);
    form->addRow(asked("machine.bladeMm"_field), blade_);
    form->addRow(asked("machine.style"_field), style_);
    form->addRow(tr("Transmitter"), transmitter_);
    form->addRow(tr("Controller"), controller_);
    form->addRow(tr("Speed controller"), speedController_);
    form->addRow(tr("Servos of the rotors"), servo_);
    form->addRow(refusal_);
    auto* buttons = new QDialogButtonBox(QDialogButtonBox::Ok | QDialogButtonBox::Cancel, this);
    buttons->button(QDialogButtonBox::Ok)->setText(tr("Make the model"));
    connect(buttons, &QDialogButtonBox::accepted, this, &NewQuadDialog::accept);
    connect(buttons, &QDialogButtonBox::rejected, this, &QDialog::reject);
    form->addRow(buttons);
}

void NewQuadDialog::accept() {
    try {
        NewRotorsAnswers a;
        if (!name_->text().trimmed().isEmpty()) a.name = name_->text().trimmed().toStdString();
        a.armMm = typedNumber("machine.armMm"_field, arm_);
        a.bladeMm = typedNumber("machine.bladeMm"_field, blade_);
        a.pair = static_cast<ClockwisePair>(pair_->currentIndex());
        a.style = static_cast<FlyingStyle>(style_->currentIndex());
        if (controllers_.empty())
            throw InputError("controller", tr("none of the boxes mixes four rotors: describe yours first").toStdString());
        const auto at = [](const auto& list, const QComboBox* box) { return list.at(static_cast<std::size_t>(box->currentIndex())); };
        a.boxes = {at(library_.transmitters, transmitter_),
                   at(controllers_, controller_),
                   at(library_.speedControllers, speedController_),
                   at(library_.servos, servo_),
                   {}};
        Setup made = newRotorsModel(a, session::nowStamp());
        requireAccepted(made);
        made_ = std::move(made);
    } catch (const InputError& e) {  // said here, where it is seen
        refusal_->setText(session::told(blankQuad(), e));
        refusal_->setVisible(true);
        return;
    }
    QDialog::accept();
}

}  // namespace kh::app
