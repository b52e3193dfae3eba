// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "io/document.h"

#include <QString>
#include <QStringList>
#include <exception>

namespace kh::session {

/// What went wrong, as a pilot reads it: fields by their names, readings by what the form calls them.
[[nodiscard]] QString told(const Setup& setup, const std::exception& error);

/// Where two documents differ, a line each: the field's name, what the first holds and what the second does; then how many standings
/// and keys of other versions. Empty: they are the same but for the number of saves.
/// @param most  fields at most; one more line says how many are left out
[[nodiscard]] QStringList differences(const io::Document& first, const io::Document& second, qsizetype most);

}  // namespace kh::session
