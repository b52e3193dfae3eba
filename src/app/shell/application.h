// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <QApplication>
#include <functional>

namespace kh::app {

/// The last net: an exception that leaves the handling of an event ends neither the program nor the document with its journal.
class Application : public QApplication {
    Q_OBJECT
public:
    using QApplication::QApplication;
    bool notify(QObject* receiver, QEvent* event) override;

signals:
    /// Something went wrong that should have been refused where it was asked for.
    void caught(const QString& what);
};

}  // namespace kh::app
