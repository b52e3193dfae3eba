// SPDX-License-Identifier: GPL-3.0-or-later
#include "session/guards.h"

namespace kh::app {

Guards::Guards(QObject* parent) : QObject(parent) {
    hour_.setSingleShot(true);
    hour_.setInterval(60 * 60 * 1000);
    connect(&hour_, &QTimer::timeout, this, &Guards::forget);
}

void Guards::tick(Guard g, bool on) {
    ticked_[static_cast<std::size_t>(g)] = on;
    hour_.start();
    emit changed();
}

void Guards::forget() {
    ticked_.fill(false);
    emit changed();
}

}  // namespace kh::app
