// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <QLocalServer>
#include <QObject>
#include <functional>

namespace kh::app {

/// One window a user is asked to open files: the first. Its socket lies in the user's own runtime folder, and both ends see that the
/// other belongs to the same user.
class Instance : public QObject {
    Q_OBJECT
public:
    /// The socket's path; empty where the user has no runtime folder of their own.
    [[nodiscard]] static QString socketPath();

    /// Asks the window that runs to open a file. @return whether it says in time that it did
    [[nodiscard]] static bool handOver(const QString& socket, const QString& file, int patienceMs = 2000);

    /// Answers from now on, unless another window does already.
    /// @param open  opens a file, or only shows the window for an empty name; false where it cannot now
    Instance(const QString& socket, std::function<bool(const QString&)> open, QObject* parent = nullptr);
    [[nodiscard]] bool listening() const { return server_.isListening(); }

private:
    void answer();
    QLocalServer server_;
    std::function<bool(const QString&)> open_;
};

}  // namespace kh::app
