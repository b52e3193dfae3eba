// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "app/forms/readingsmodel.h"

#include <QDialog>

class QTableView;

namespace kh::app {

/// What was read so far, newest first; a wrong reading is taken out, as one undoable change.
class ReadingsDialog : public QDialog {
    Q_OBJECT
public:
    ReadingsDialog(QWidget* parent, session::Workspace& workspace);
    /// Takes the chosen readings out of the document.
    void removeChosen();

private:
    ReadingsModel model_;
    QTableView* table_;
};

}  // namespace kh::app
