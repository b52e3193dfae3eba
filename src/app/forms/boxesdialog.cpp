// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/forms/boxesdialog.h"

#include "paint/look/theme.h"

#include <QDialogButtonBox>
#include <QFormLayout>

namespace kh::app {

namespace {

constexpr int kAsItIs = -1;  ///< data of the entry that changes nothing

}  // namespace

template <class Profile>
QComboBox* BoxesDialog::combo(const char* name, const std::vector<Profile>& list, const Profile& now, bool mixed) {
    auto* box = new QComboBox(this);
    box->setObjectName(QString::fromLatin1(name));
    box->addItem(mixed ? BoxesDialog::tr("as they are, not all the same") : BoxesDialog::tr("%1, as in the document").arg(shown(now.name)),
                 kAsItIs);
    for (std::size_t i = 0; i < list.size(); ++i) box->addItem(QString::fromStdString(list[i].name), static_cast<int>(i));
    return box;
}

BoxesDialog::BoxesDialog(QWidget* parent, const Setup& setup, const io::Library& library)
    : QDialog(parent), setup_(setup), library_(library) {
    setWindowTitle(tr("Boxes and servos"));
    const auto& servos = setup.machine.servos;
    const ServoProfile none;
    const bool mixed = std::any_of(servos.begin(), servos.end(), [&](const PlateServo& s) { return s.servo != servos.front().servo; });
    transmitter_ = combo("transmitter", library.transmitters, setup.transmitter.profile, false);
    controller_ = combo("controller", library.controllers, setup.controller.profile, false);
    speedController_ = combo("speed-controller", library.speedControllers, setup.speedController.profile, false);
    plate_ = combo("plate", library.servos, servos.empty() ? none : servos.front().servo, mixed);
    tail_ = combo("tail", library.servos, setup.machine.tail.servo, false);
    auto* form = new QFormLayout(this);
    form->addRow(tr("Transmitter"), transmitter_);
    form->addRow(tr("Controller"), controller_);
    form->addRow(tr("Speed controller"), speedController_);
    form->addRow(tr("Plate servos"), plate_);
    form->addRow(tr("Tail servo"), tail_);
    auto* buttons = new QDialogButtonBox(QDialogButtonBox::Ok | QDialogButtonBox::Cancel, this);
    form->addRow(buttons);
    connect(buttons, &QDialogButtonBox::accepted, this, &QDialog::accept);
    connect(buttons, &QDialogButtonBox::rejected, this, &QDialog::reject);
}

template <class Profile>
void BoxesDialog::take(Profile& into, const std::vector<Profile>& list, const QComboBox* box) {
    const int at = box->currentData().toInt();
    if (at != kAsItIs) into = list[static_cast<std::size_t>(at)];
}

Setup BoxesDialog::chosen() const {
    Setup after = setup_;
    take(after.transmitter.profile, library_.transmitters, transmitter_);
    take(after.controller.profile, library_.controllers, controller_);
    take(after.speedController.profile, library_.speedControllers, speedController_);
    for (PlateServo& s : after.machine.servos) take(s.servo, library_.servos, plate_);
    take(after.machine.tail.servo, library_.servos, tail_);
    return after;
}

}  // namespace kh::app
