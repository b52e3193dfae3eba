// SPDX-License-Identifier: GPL-3.0-or-later
//
// A new variable-pitch quadrotor, asked for by its own questions.
#include "app/rotors/newquaddialog.h"
#include "app/shell/mainwindow.h"

namespace kh::app {

void MainWindow::newQuadrotor() {
    if (!filing_.mayLeave()) return;
    NewQuadDialog dialog(this, workspace_.library());
    if (dialog.exec() != QDialog::Accepted) return;
    begin(dialog.made(), true,
          tr("What is to be settled stands in Rotors, from its first row down. Motor lead off, blades folded; store the failsafe first."));
}

}  // namespace kh::app
