// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/shell/application.h"

namespace kh::app {

bool Application::notify(QObject* receiver, QEvent* event) {
    try {
        return QApplication::notify(receiver, event);
    } catch (const std::exception& e) {
        qWarning("caught: %s", e.what());
        // after this event: whoever tells of it must not do so from within what went wrong
        const QString what = QString::fromUtf8(e.what());
        QMetaObject::invokeMethod(
            this, [this, what] { emit caught(what); }, Qt::QueuedConnection);
        return true;
    }
}

}  // namespace kh::app
