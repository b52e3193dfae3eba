// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "app/shell/hands.h"

namespace kh::app {

/// The document and its file: opening, saving, what another program did to it meanwhile, what a killed window left behind.
class Filing final : public Hand {
    Q_DECLARE_TR_FUNCTIONS(kh::app::Filing)
public:
    explicit Filing(Lent lent) : Hand(std::move(lent)) {}
    /// Opens a file; problems are told. @return whether it was opened
    bool openFile(const QString& file);
    bool save();
    bool saveTo(const QString& file);
    void saveAs();
    void revert();
    /// Asks about changes that would be lost. @return whether one may go on
    [[nodiscard]] bool mayLeave();
    /// Whether another program changed the file meanwhile; told once a change.
    void lookOutside();
    /// Asks what to do about a file that another program changed. @return whether it is settled: saving may go on
    bool settleOutside(const session::OutsideChange& change);
    /// Offers what a killed program left behind.
    void offerJournals();
    /// Profiles and servos that could not be read, each with its file and why; the first few.
    [[nodiscard]] QStringList libraryTroubles() const;

private:
    void remember(const QString& file);
    session::DiskState outsideTold_;  ///< which state of the file on disk was told
};

}  // namespace kh::app
