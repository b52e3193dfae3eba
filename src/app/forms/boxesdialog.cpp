// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/forms/boxesdialog.h"

#include "paint/look/theme.h"
#include "text/words.h"

#include <QDialogButtonBox>
#include <QFormLayout>
#include <algorithm>

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
    for (std::size_t i = 0; i < list.size(); ++i) box->addItem(shown(list[i].name), static_cast<int>(i));
    return box;
}

BoxesDialog::BoxesDialog(QWidget* parent, const Setup& setup, const io::Library& library) : QDialog(parent), library_(library) {
    setWindowTitle(tr("Boxes and servos"));
    transmitter_ = combo("transmitter", library_.transmitters, *setup.transmitter.profile, false);
    controller_ = combo("controller", library_.controllers, *setup.controller.profile, false);
    speedController_ = combo("speed-controller", library_.speedControllers, *setup.speedController.profile, false);
    auto* form = new QFormLayout(this);
    form->addRow(tr("Transmitter"), transmitter_);
    form->addRow(tr("Controller"), controller_);
    form->addRow(tr("Speed controller"), speedController_);
    for (const FittedServo& fitted : fittedServos(setup.machine)) {
        const auto group = std::find_if(groups_.begin(), groups_.end(), [&](const ServoGroup& g) { return g.id == fitted.place.group; });
        if (group == groups_.end()) groups_.push_back({fitted.place.group, fitted.place.title, fitted.servo});
        else group->mixed = group->mixed || fitted.servo != group->first;
    }
    for (ServoGroup& group : groups_) {
        group.box = combo(group.id.c_str(), library_.servos, group.first, group.mixed);
        form->addRow(words(group.title), group.box);
    }
    auto* buttons = new QDialogButtonBox(QDialogButtonBox::Ok | QDialogButtonBox::Cancel, this);
    form->addRow(buttons);
    connect(buttons, &QDialogButtonBox::accepted, this, &QDialog::accept);
    connect(buttons, &QDialogButtonBox::rejected, this, &QDialog::reject);
}

template <class Profile>
void BoxesDialog::take(Shared<Profile>& into, const std::vector<Profile>& list, const QComboBox* box) {
    const int at = box->currentData().toInt();
    if (at != kAsItIs) into = list[static_cast<std::size_t>(at)];
}

Setup BoxesDialog::chosen(Setup after) const {
    take(after.transmitter.profile, library_.transmitters, transmitter_);
    take(after.controller.profile, library_.controllers, controller_);
    take(after.speedController.profile, library_.speedControllers, speedController_);
    after.machine.aircraft.facts().eachServo([&](const ServoPlace& place, Shared<ServoProfile>& servo) {
        for (const ServoGroup& group : groups_)
            if (group.id == place.group) take(servo, library_.servos, group.box);
    });
    return after;
}

}  // namespace kh::app
