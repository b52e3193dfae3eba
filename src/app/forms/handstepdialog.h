// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "judge/plan/plan.h"
#include "procedure/plantext.h"

#include <QDialog>
#include <QLineEdit>

class QLabel;

namespace kh::app {

/// A step of the plan that is done by hand: what to do, and for each fact the value that was read when it was done. What the
/// plan expects stands there to start with.
class HandStepDialog : public QDialog {
    Q_OBJECT
public:
    HandStepDialog(QWidget* parent, const Setup& setup, const PlanStep& step, const StepText& text);
    /// What to write down; once the dialog was accepted.
    [[nodiscard]] const std::vector<Edit>& read() const { return read_; }
    void accept() override;

private:
    struct Line {
        Edit expected;
        QLineEdit* typed = nullptr;  ///< nullptr: a word, written down as it stands
    };
    const Setup setup_;
    std::vector<Line> lines_;
    std::vector<Edit> read_;
    QLabel* refusal_;
};

}  // namespace kh::app
