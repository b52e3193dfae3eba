// SPDX-License-Identifier: GPL-3.0-or-later
#include "catch_runner.h"

#include <QCoreApplication>

int main(int argc, char** argv) {
    const QCoreApplication application(argc, argv);  // no widgets: the session needs none
    return runTests(argc, argv);
}
