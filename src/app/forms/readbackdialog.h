// SPDX-License-Identifier: GPL-3.0-or-later
//
// A whole box read back as one form in the order of its menu: page by page what it shows.
#pragma once

#include "procedure/readback.h"
#include "session/workspace.h"

#include <QDialog>
#include <map>
#include <string>

class QLabel;
class QLineEdit;

namespace kh::app {

class ReadBackDialog : public QDialog {
    Q_OBJECT
public:
    ReadBackDialog(QWidget* parent, session::Workspace& workspace, Box box);

    /// Fills in what a source says; a page is looked at all the same before it is taken.
    void fill(const ShownValues& values, const QString& told);
    void accept() override;

private:
    void fromFile();
    void fromModel();

    session::Workspace& workspace_;
    const Box box_;
    std::map<std::string, QLineEdit*> fields_;  ///< by the setting's path
    std::map<std::string, QString> filled_;     ///< what a source said of it
    QLabel* note_;
};

}  // namespace kh::app
