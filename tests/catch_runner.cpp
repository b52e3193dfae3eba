// SPDX-License-Identifier: GPL-3.0-or-later
#define CATCH_CONFIG_RUNNER
#include "catch_runner.h"

#include <catch2/catch.hpp>

int runTests(int argc, char** argv) { return Catch::Session().run(argc, argv); }
