// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/bench.h"
#include "app/shell/application.h"
#include "catch_runner.h"
#include "paint/look/theme.h"
#include "paint/pdf.h"

#include <QTemporaryDir>

using namespace kh;
using namespace kh::app;

int main(int argc, char** argv) {
    QTemporaryDir home;
    qputenv("HOME", home.path().toUtf8());
    qputenv("XDG_CONFIG_HOME", home.path().toUtf8());
    Application application(argc, argv);  // with the last net, as the program has it
    QApplication::setOrganizationName(QStringLiteral("keelhaul-test"));
    QApplication::setStyle(QStringLiteral("Fusion"));
    paint::loadFonts();
    installAccessibility();
    return runTests(argc, argv);
}
