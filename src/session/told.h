// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "model/setup.h"

#include <QString>
#include <exception>

namespace kh::app {

/// What went wrong, as a pilot reads it: fields by their names, readings by what the form calls them.
[[nodiscard]] QString told(const Setup& setup, const std::exception& error);

}  // namespace kh::app
