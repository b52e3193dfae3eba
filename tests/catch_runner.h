// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

/// Runs the test cases of this program as its arguments ask; Catch's own code is compiled once for all of them.
int runTests(int argc, char** argv);
