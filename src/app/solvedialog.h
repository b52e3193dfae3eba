// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "app/workspace.h"
#include "core/solve/solvers.h"

#include <QDialog>

class QLabel;
class QLineEdit;
class QPushButton;

namespace kh::app {

/// Readings typed, the numbers to enter shown as they follow, with derivation and what to expect next. Accepted, readings
/// and numbers go into the document as one undoable change.
class SolveDialog : public QDialog {
    Q_OBJECT
public:
    /// @param only  takes the slots whose name begins so ("aileron."); empty: all
    SolveDialog(QWidget* parent, Workspace& workspace, const SolverEntry& solver, const QString& only = {});
    void accept() override;

private:
    struct Slot {
        std::string what;
        std::string unit;
        QLineEdit* editor = nullptr;   ///< of a typed reading
        QPushButton* place = nullptr;  ///< of the binding chart: pressed, it goes on to the next outcome
    };
    void addTyped(const QString& only);
    void addChart();
    void refresh();
    [[nodiscard]] std::vector<Reading> typed() const;

    Workspace& workspace_;
    const SolverEntry& solver_;
    std::vector<Slot> slots_;
    QLabel* answer_;
    QPushButton* enter_;
    Solved solved_;
};

/// The solver that belongs to a ledger row, and which of its slots; nothing if the row is not read.
struct RowSolver {
    const SolverEntry* solver = nullptr;
    QString only;
};
[[nodiscard]] RowSolver solverOfRow(const std::string& rowId);

}  // namespace kh::app
