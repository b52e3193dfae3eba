// SPDX-License-Identifier: GPL-3.0-or-later
//
// What is asked of a new camera quadrotor: its kind, its frame, its boxes, and what its box's sheet asks to be reversed.
#pragma once

#include "app/forms/newofclass.h"
#include "io/library.h"
#include "model/camera/newcamera.h"

#include <QCheckBox>

namespace kh::app {

class NewCameraDialog : public NewOfClassDialog {
    Q_OBJECT
public:
    /// @param library  what boxes there are; of the controllers those that fly by modes are offered
    NewCameraDialog(QWidget* parent, io::Library library);

private:
    [[nodiscard]] Setup make() const override;

    io::Library library_;
    std::vector<ControllerProfile> controllers_;
    QLineEdit *name_, *arm_, *prop_;
    QComboBox *kind_, *pair_, *transmitter_, *controller_;
    std::vector<QCheckBox*> reversed_;  ///< by kSticksOfSheet
};

}  // namespace kh::app
