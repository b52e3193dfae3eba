// SPDX-License-Identifier: GPL-3.0-or-later
//
// What is asked of a new variable-pitch quadrotor: its frame, its blades, its boxes.
#pragma once

#include "io/library.h"
#include "model/rotors/newrotors.h"

#include <QComboBox>
#include <QDialog>
#include <QLabel>
#include <QLineEdit>
#include <optional>

namespace kh::app {

class NewQuadDialog : public QDialog {
    Q_OBJECT
public:
    /// @param library  what boxes there are; of the controllers those that mix rotors are offered
    NewQuadDialog(QWidget* parent, io::Library library);
    /// Of what was answered; only after it was accepted.
    [[nodiscard]] const Setup& made() const { return *made_; }
    void accept() override;

private:
    io::Library library_;
    std::vector<ControllerProfile> controllers_;
    QLineEdit *name_, *arm_, *blade_;
    QComboBox *pair_, *style_, *transmitter_, *controller_, *speedController_, *servo_;
    QLabel* refusal_;
    std::optional<Setup> made_;
};

}  // namespace kh::app
