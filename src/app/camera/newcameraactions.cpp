// SPDX-License-Identifier: GPL-3.0-or-later
//
// A new camera quadrotor, asked for by its own questions.
#include "app/camera/newcameradialog.h"
#include "app/shell/mainwindow.h"

namespace kh::app {

void MainWindow::newCameraQuadrotor() {
    if (!filing_.mayLeave()) return;
    NewCameraDialog dialog(this, workspace_.library());
    if (dialog.exec() != QDialog::Accepted) return;
    begin(dialog.made(), true,
          tr("What is to be settled stands in Modes, from its first row down. Propellers off; settle the lost signal first."));
}

}  // namespace kh::app
