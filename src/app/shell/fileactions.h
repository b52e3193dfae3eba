// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "app/shell/hands.h"

class QPrinter;

namespace kh::app {

class BenchView;

/// Exporting, printing, templates.
class SheetActions final : public Hand {
    Q_DECLARE_TR_FUNCTIONS(kh::app::SheetActions)
public:
    SheetActions(Lent lent, const BenchView& bench) : Hand(std::move(lent)), bench_(bench) {}
    void exportAs();
    void printSheet();
    /// Paints the bench sheet. @return false if the printer does not take it
    bool printTo(QPrinter& printer);
    void saveTemplate();

private:
    /// Says that it does not, where the boxes are looked at.
    [[nodiscard]] bool holdsWhatIsWanted();

    const BenchView& bench_;  ///< its drawing is what is exported
};

}  // namespace kh::app
