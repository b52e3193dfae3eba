// SPDX-License-Identifier: GPL-3.0-or-later
#include "catch_runner.h"

int main(int argc, char** argv) { return runTests(argc, argv); }
