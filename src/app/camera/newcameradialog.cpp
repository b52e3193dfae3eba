// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/camera/newcameradialog.h"

#include "base/error.h"
#include "model/carried.h"
#include "model/fieldpatterns.h"
#include "session/document.h"

#include <QHBoxLayout>
#include <algorithm>
#include <array>
#include <iterator>

namespace kh::app {

namespace {

constexpr std::array kSticksOfSheet{KH_TR("aileron"), KH_TR("elevator"), KH_TR("rudder")};

}  // namespace

NewCameraDialog::NewCameraDialog(QWidget* parent, io::Library library)
    : NewOfClassDialog(parent, tr("New camera quadrotor"), cameraClass()), library_(std::move(library)) {
    std::copy_if(library_.controllers.begin(), library_.controllers.end(), std::back_inserter(controllers_), fliesByModes);
    const NewCameraAnswers usual;
    name_ = askName(usual.name);
    kind_ = askChoice("kind", "machine.kind"_field, static_cast<int>(usual.kind));
    arm_ = askNumber("arm", "machine.armMm"_field, usual.armMm);
    pair_ = askChoice("pair", "machine.pair"_field, static_cast<int>(usual.pair));
    prop_ = askNumber("propeller", "machine.propMm"_field, usual.propMm);
    transmitter_ = askBox("transmitter", tr("Transmitter"), library_.transmitters);
    controller_ = askBox("controller", tr("Controller"), controllers_);
    auto* sheet = new QHBoxLayout;
    for (const char* id : kSticksOfSheet) {
        reversed_.push_back(new QCheckBox(words(say(id)), this));
        reversed_.back()->setObjectName(QStringLiteral("reversed-") + QString::fromLatin1(id));
        sheet->addWidget(reversed_.back());
    }
    form_->addRow(tr("Reversed, as its sheet asks"), sheet);
    finish();
}

Setup NewCameraDialog::make() const {
    NewCameraAnswers a;
    if (!name_->text().trimmed().isEmpty()) a.name = name_->text().trimmed().toStdString();
    a.kind = static_cast<CameraKind>(kind_->currentIndex());
    a.armMm = typedNumber("machine.armMm"_field, arm_);
    a.propMm = typedNumber("machine.propMm"_field, prop_);
    a.pair = static_cast<ClockwisePair>(pair_->currentIndex());
    for (std::size_t i = 0; i < reversed_.size(); ++i)
        if (reversed_[i]->isChecked()) a.reversed.emplace_back(kSticksOfSheet[i]);
    if (controllers_.empty()) throw InputError("controller", tr("none of the boxes flies by modes: describe yours first").toStdString());
    a.boxes = io::plainBoxes(library_);
    a.boxes.transmitter = chosenOf(library_.transmitters, transmitter_);
    a.boxes.controller = chosenOf(controllers_, controller_);
    for (const SpeedControllerProfile& p : library_.speedControllers)
        if (p.id == kInsideTheBox) a.boxes.speedController = p;
    return newCameraModel(a, session::nowStamp());
}

}  // namespace kh::app
