// SPDX-License-Identifier: GPL-3.0-or-later
#define CATCH_CONFIG_RUNNER
#include <QCoreApplication>
#include <catch2/catch.hpp>

int main(int argc, char** argv) {
    const QCoreApplication application(argc, argv);  // no widgets: the session needs none
    return Catch::Session().run(argc, argv);
}
