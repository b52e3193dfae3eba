// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "session/workspace.h"

#include <QDialog>

class QListWidget;

namespace kh::app {

/// What was read so far, newest first; a wrong reading is taken out, as one undoable change.
class ReadingsDialog : public QDialog {
    Q_OBJECT
public:
    ReadingsDialog(QWidget* parent, Workspace& workspace);
    /// Takes the chosen readings out of the document.
    void removeChosen();

private:
    void fill();
    Workspace& workspace_;
    QListWidget* list_;
};

}  // namespace kh::app
