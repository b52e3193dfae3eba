// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <QApplication>
#include <QElapsedTimer>
#include <stdexcept>
#include <string>

namespace khtest {

/// Handles events until it is so. @throws std::runtime_error naming what is waited for, where it does not come: nothing waits for ever
template <typename Condition>
void waitUntil(const char* what, Condition so) {
    constexpr qint64 kMostMs = 120000;  // far beyond what a loaded machine takes
    QElapsedTimer since;
    since.start();
    while (!so()) {
        if (since.elapsed() > kMostMs) throw std::runtime_error(std::string("waited in vain for ") + what);
        QApplication::processEvents(QEventLoop::AllEvents, 20);
    }
}

}  // namespace khtest
