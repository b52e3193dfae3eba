// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "io/library.h"

#include <QDialog>
#include <QLabel>
#include <QTableWidget>

namespace kh::app {

/// The servo book: every servo with its data, to look up, correct and add to. What is not known stays empty.
/// Changed servos are written to the pilot's own data folder when it is accepted; the documents keep their copies.
class ServoBook : public QDialog {
    Q_OBJECT
public:
    ServoBook(QWidget* parent, std::vector<ServoProfile> servos, std::filesystem::path folder);
    void accept() override;
    [[nodiscard]] QTableWidget* table() { return table_; }
    void addServo();

private:
    void fill();
    void take(QTableWidgetItem* item);
    std::vector<ServoProfile> servos_;
    std::vector<ServoProfile> before_;
    std::filesystem::path folder_;
    QTableWidget* table_;
    QLabel* refusal_;
};

}  // namespace kh::app
