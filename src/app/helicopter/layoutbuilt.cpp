// SPDX-License-Identifier: GPL-3.0-or-later
//
// A helicopter's plate: its layout as built is chosen at once.
#include "model/helicopter/layouts.h"

#include "app/shell/editactions.h"
#include "text/words.h"

#include <QInputDialog>

namespace kh::app {

void EditActions::chooseLayoutBuilt() {
    const Setup& s = workspace_.setup();
    const Layout* now = machineLayout(s.machine);
    QStringList names;
    int at = 0;
    for (const Layout& l : layouts()) {
        if (&l == now) at = static_cast<int>(names.size());
        names << words(l.id);
    }
    bool chosen = false;
    const QString name = QInputDialog::getItem(window_, tr("Layout as built"),
                                               tr("Where the servos' balls stand on the plate, from the nose, clockwise from above:"),
                                               names, at, false, &chosen);
    if (!chosen) return;
    const Layout& layout = layouts()[static_cast<std::size_t>(names.indexOf(name))];
    if (&layout == now) return;
    workspace_.document().replace(tr("Built as %1").arg(name), builtAs(s, layout, session::nowStamp()));
    if (workspace_.setup().controller.ports.size() < layout.azimuthsDeg.size())
        showMessage(tr("%1 has no port for the fourth servo.").arg(shown(s.controller.profile->name)));
}

}  // namespace kh::app
