// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "app/shell/hands.h"

namespace kh::app {

/// Commands that change the document: whole settings at once, modes, boxes, and what was read or seen on the machine.
class EditActions final : public Hand {
    Q_DECLARE_TR_FUNCTIONS(kh::app::EditActions)
public:
    explicit EditActions(Lent lent) : Hand(std::move(lent)) {}
    void setBenchState();
    void setChannelOrder();
    void takeFunctions();
    void addLead();
    /// The lead whose line is chosen is taken out again.
    void removeLead();
    void mirrorHold();
    /// The plan's first step: typed ones are taken, of one by hand it is asked what was read.
    void takePlanStep();
    /// The chosen finding is put aside with a reason that is asked for; one that was is told again.
    void acceptFinding();
    void asBoxesStand();
    /// What follows if the chosen mode wanted the nearest head speed of its range.
    void wantWhatSuits();
    /// What follows if the chosen value were another, before it is taken. @param typed  what stands in its cell already
    void whatFollows(const std::optional<QString>& typed);
    /// @param id  a command of the modes' matrix
    void changeModes(const QString& id);
    void takeReading();
    /// The chosen row was measured, or seen on the machine.
    void measured(bool seen);
    void openServoBook();
    void changeBoxes();
    void takeNewerProfiles();
    void chooseLayoutBuilt();

private:
    /// Looks at edits before they are taken, in their view.
    void lookAt(std::vector<Edit> edits);
    void copyCell(bool everyMode);
};

}  // namespace kh::app
