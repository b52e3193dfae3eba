// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "stations/kit/benchwork.h"

#include <QCheckBox>
#include <QDialog>
#include <QPushButton>

namespace kh::app {

/// Work in steps: each can be ticked when the one before it is, and only all of them together end it.
/// Accepted: the pilot has seen every step on the machine.
class GuideDialog : public QDialog {
    Q_OBJECT
public:
    /// @param proves  whether all of them seen prove the row; else they only lead there
    GuideDialog(QWidget* parent, const QString& title, std::span<const Step> steps, bool proves = true);

private:
    void refresh();
    QList<QCheckBox*> ticks_;
    QPushButton* done_ = nullptr;
};

}  // namespace kh::app
