// SPDX-License-Identifier: GPL-3.0-or-later
//
// A new helicopter, made by its size alone.
#include "app/shell/mainwindow.h"
#include "model/helicopter/newmodel.h"
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

}  // namespace kh::app
