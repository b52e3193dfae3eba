// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "app/shell/hands.h"

#include <QFileSystemWatcher>
#include <QSet>

namespace kh::app {

/// Boxes of one's own: copied, opened in the desktop's editor, taken each time they are saved there.
class OwnBoxes final : public Hand {
    Q_DECLARE_TR_FUNCTIONS(kh::app::OwnBoxes)
public:
    explicit OwnBoxes(Lent lent);
    /// Asks which box, and opens a copy of it.
    void copyBox();
    /// The page on which the selected setting is asked for is taken out of its box's menu: one change.
    void noSuchPage();

private:
    void watchBox(const QString& file);
    /// A box of one's own as it stands in its file, where the model has it. @param chosen  it is put in place of another
    /// @return whether there is nothing to mend in it
    bool takeBox(const QString& file, bool chosen = false);
    QSet<QString> boxNames_;
    QFileSystemWatcher boxFiles_;  ///< those that were opened in an editor
};

}  // namespace kh::app
