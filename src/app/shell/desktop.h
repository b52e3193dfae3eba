// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "paint/look/theme.h"

#include <QObject>
#include <functional>

namespace kh::app {

/// Turns away from a session bus that takes connections and says nothing: whoever asks it waits until it gives up. To be called
/// before anything asks the bus, so before the application is made.
void leaveSilentBus(int patienceMs = 100);

/// The theme the desktop wants: the portal's colour scheme if it answers within 100 ms, else the palette's
/// lightness, else Chart.
[[nodiscard]] paint::ThemeKind desktopTheme();

/// Calls `changed` when the portal says that the colour scheme changed.
class DesktopWatch : public QObject {
    Q_OBJECT
public:
    explicit DesktopWatch(std::function<void()> changed, QObject* parent = nullptr);
public slots:
    void settingChanged(const QString& group, const QString& key);

private:
    std::function<void()> changed_;
};

}  // namespace kh::app
