// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "model/setup.h"

#include <QString>
#include <QStringList>
#include <exception>

namespace kh::app {

/// What went wrong, as a pilot reads it: fields by their names, readings by what the form calls them.
[[nodiscard]] QString told(const Setup& setup, const std::exception& error);

/// Where two documents differ, a line each: the field's name, what the first holds and what the second does.
/// @param most  lines at most; one more says how many are left out
[[nodiscard]] QStringList differences(const Setup& first, const Setup& second, qsizetype most);

}  // namespace kh::app
