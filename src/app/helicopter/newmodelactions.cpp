// SPDX-License-Identifier: GPL-3.0-or-later
//
// A new helicopter is asked for, or made by its size alone.
#include "app/helicopter/newmodel/newmodelview.h"
#include "app/shell/mainwindow.h"
#include "session/helicopter/newmodeldraft.h"
#include "text/words.h"

namespace kh::app {

void MainWindow::newModel(const QString& sizeClass) {
    workspace_.attempt([&] {
        NewModelAnswers answers;
        answers.name = tr("New %1").arg(sizeClass).toStdString();
        answers.sizeClass = sizeClass.toStdString();
        answers.boxes = io::plainBoxes(workspace_.library());
        begin(kh::newModel(answers), false,
              tr("All values are defaults of this size. Replace them by your machine's facts, station by station."));
    });
}

void MainWindow::askNewModel() {
    if (!mayLeave()) return;  // asked before the nine answers, so that none is lost to it
    NewModelDraft draft(workspace_.library(), workspace_.stations(), nowStamp());
    NewModelDialog dialog(this, draft);
    if (dialog.exec() != QDialog::Accepted) return;
    begin(draft.setup(), true,
          tr("%1 is made. What it still lacks stands here, in the order of the work; Enter goes there.")
              .arg(shown(draft.setup().machine.name)));
    workspace_.setStation(Station::Proof);
    workspace_.show(ProofFace::ToSet);
    focusPage();
}

}  // namespace kh::app
