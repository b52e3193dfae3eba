// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "session/workspace.h"
#include "stations/kit/benchwork.h"

#include <QDialog>

class QCheckBox;
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
    SolveDialog(QWidget* parent, session::Workspace& workspace, const BenchWork& solver, const std::string& only = {});
    void accept() override;

protected:
    /// Enter in a reading goes on to the next empty one.
    bool eventFilter(QObject* watched, QEvent* event) override;

private:
    struct Slot {
        std::string what;
        std::string unit;
        QLineEdit* editor = nullptr;     ///< of a typed reading
        QPushButton* outcome = nullptr;  ///< of a seen one: pressed, it goes on to the next outcome
    };
    void addTyped(const QString& only);
    void addChart();
    /// A button that goes through these words; the property "outcome" counts them.
    /// @param judged  the second and third say that something is wrong, and are coloured so
    [[nodiscard]] QPushButton* cycling(const QStringList& outcomes, const QString& name, const QString& accessible, bool judged = true);
    void setOutcome(QPushButton* button, int outcome);
    /// One key answers a turn by hand and goes on to the next. @return false if it is no such key or field
    bool answeredByKey(QObject* watched, const QKeyEvent& event);
    void refresh();
    [[nodiscard]] std::vector<Reading> typed() const;
    /// Whether a slot is read off the controller's monitor, and the unit it is typed in.
    [[nodiscard]] bool monitored(const std::string& what, const std::string& unit) const;
    [[nodiscard]] std::string shownUnit(const std::string& what, const std::string& unit) const;

    session::Workspace& workspace_;
    const BenchWork& solver_;
    std::vector<Slot> slots_;
    QCheckBox* setUp_ = nullptr;  ///< where the state matters
    QLabel* answer_;
    QPushButton* enter_;
    Solved solved_;
};

}  // namespace kh::app
