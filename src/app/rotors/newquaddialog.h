// SPDX-License-Identifier: GPL-3.0-or-later
//
// What is asked of a new variable-pitch quadrotor: its frame, its blades, its boxes.
#pragma once

#include "app/forms/newofclass.h"
#include "io/library.h"
#include "model/rotors/newrotors.h"

namespace kh::app {

class NewQuadDialog : public NewOfClassDialog {
    Q_OBJECT
public:
    /// @param library  what boxes there are; of the controllers those that mix rotors are offered
    NewQuadDialog(QWidget* parent, io::Library library);

private:
    [[nodiscard]] Setup make() const override;

    io::Library library_;
    std::vector<ControllerProfile> controllers_;
    QLineEdit *name_, *arm_, *blade_;
    QComboBox *pair_, *style_, *transmitter_, *controller_, *speedController_, *servo_;
};

}  // namespace kh::app
