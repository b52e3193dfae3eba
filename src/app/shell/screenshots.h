// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "app/shell/mainwindow.h"

namespace kh::app {

/// Writes one PNG of each main view at 1280×800, from the demo data. @return an exit code
int writeScreenshots(MainWindow& window, const Places& places, const QString& folder, QSize size = {1280, 800});

}  // namespace kh::app
