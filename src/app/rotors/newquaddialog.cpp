// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/rotors/newquaddialog.h"

#include "base/error.h"
#include "model/fieldpatterns.h"
#include "session/document.h"

#include <algorithm>
#include <iterator>

namespace kh::app {

NewQuadDialog::NewQuadDialog(QWidget* parent, io::Library library)
    : NewOfClassDialog(parent, tr("New variable-pitch quadrotor"), rotorsClass()), library_(std::move(library)) {
    std::copy_if(library_.controllers.begin(), library_.controllers.end(), std::back_inserter(controllers_), mixesRotors);
    const NewRotorsAnswers usual;
    name_ = askName(usual.name);
    arm_ = askNumber("arm", "machine.armMm"_field, usual.armMm);
    pair_ = askChoice("pair", "machine.pair"_field, static_cast<int>(usual.pair));
    blade_ = askNumber("blade", "machine.bladeMm"_field, usual.bladeMm);
    style_ = askChoice("style", "machine.style"_field, static_cast<int>(usual.style));
    transmitter_ = askBox("transmitter", tr("Transmitter"), library_.transmitters);
    controller_ = askBox("controller", tr("Controller"), controllers_);
    speedController_ = askBox("speed-controller", tr("Speed controller"), library_.speedControllers);
    servo_ = askBox("servo", tr("Servos of the rotors"), library_.servos);
    finish();
}

Setup NewQuadDialog::make() const {
    NewRotorsAnswers a;
    if (!name_->text().trimmed().isEmpty()) a.name = name_->text().trimmed().toStdString();
    a.armMm = typedNumber("machine.armMm"_field, arm_);
    a.bladeMm = typedNumber("machine.bladeMm"_field, blade_);
    a.pair = static_cast<ClockwisePair>(pair_->currentIndex());
    a.style = static_cast<FlyingStyle>(style_->currentIndex());
    if (controllers_.empty()) throw InputError("controller", tr("none of the boxes mixes four rotors: describe yours first").toStdString());
    a.boxes = {chosenOf(library_.transmitters, transmitter_),
               chosenOf(controllers_, controller_),
               chosenOf(library_.speedControllers, speedController_),
               chosenOf(library_.servos, servo_),
               {}};
    return newRotorsModel(a, session::nowStamp());
}

}  // namespace kh::app
