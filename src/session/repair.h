// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "procedure/plantext.h"

#include <QObject>
#include <vector>

namespace kh::session {

class Workspace;

/// The view of the repair plan: the session knows it, since what is posed there is held against the plan's step.
inline constexpr const char* kPlanView = "plan";

/// The repair plan in hand: which step is looked at, and what taking one does.
class Repair : public QObject {
    Q_OBJECT
public:
    explicit Repair(Workspace& workspace);
    /// The last finished plan; of this document if it is fresh.
    [[nodiscard]] const Plan& plan() const;
    [[nodiscard]] const std::vector<StepText>& texts() const;
    [[nodiscard]] bool fresh() const;
    /// The plan of the document as it is; worked out on the spot if the worker has not come to it.
    [[nodiscard]] WordedPlan now() const;
    /// Whether the page is the plan's.
    [[nodiscard]] bool shown() const;
    /// The step that is looked at, from 0.
    [[nodiscard]] int step() const { return step_; }
    void select(int step);
    /// Another plan has arrived: the step stays within it.
    void keepWithin();
    /// What was tried for a finding; nullptr while the plan is not fresh, and of the switch proof's own.
    [[nodiscard]] const Remedy* remedyOf(const Finding& finding) const;
    /// The plan's step that a finding goes with, from 1; 0: none, or the plan is not fresh.
    [[nodiscard]] std::size_t stepFor(const std::string& finding) const;
    /// What to do about a finding, as far as it was tried.
    [[nodiscard]] Message remedyText(const Finding& finding) const;
    /// Sets the remedy that was tried; else tells why there is none.
    void apply(const Finding& finding);
    /// Takes the first step as one undoable change; one that is done by hand is written down instead.
    void takeStep();
    /// Writes down what was read when the first step was done by hand, as one undoable change.
    void writeDown(const std::vector<Edit>& read);
    /// Takes every step that is typed and rests on none that is done by hand, as one undoable change.
    void takeTypedSteps();

signals:
    void told(const QString& message);

private:
    /// Whether the plan is fresh; else tells that it is being worked out.
    bool ready();
    /// No more dangers and no more warnings with these edits.
    [[nodiscard]] bool noWorse(const std::vector<Edit>& edits) const;

    Workspace& in_;
    int step_ = 0;
};

}  // namespace kh::session
