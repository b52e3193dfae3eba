// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <QString>

namespace kh::app {

/// Looks at the files preferences are read from before anything reads them: a pipe or a device in their place would be waited for
/// for ever. Where one is no small regular file, preferences are kept in a folder of this run's own.
/// @return what there is to tell of it; empty: nothing
[[nodiscard]] QString safePreferences();

}  // namespace kh::app
