// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "session/workspace.h"

#include <QDialog>

class QComboBox;

namespace kh::app {

/// The channels no function uses, one by one: inhibited, at its centre, or following a switch. Accepted, it is one
/// undoable change.
class SparesDialog : public QDialog {
    Q_OBJECT
public:
    SparesDialog(QWidget* parent, Workspace& workspace);
    void accept() override;

private:
    struct Row {
        int number;
        QComboBox* choice;
    };
    Workspace& workspace_;
    std::vector<Row> rows_;
};

}  // namespace kh::app
