// SPDX-License-Identifier: GPL-3.0-or-later
//
// Messages of the core as the desktop reads them: in its language, with its decimal point. Qt Core only.
#pragma once

#include "base/message.h"

#include <QString>
#include <cstdint>

namespace kh {

[[nodiscard]] QString words(const Message& message);
/// How that is done, for what renders by itself.
[[nodiscard]] const Speech& desktopSpeech();
[[nodiscard]] QString words(const char* text);
/// A language was installed or taken out: texts are asked for anew.
void languageChanged();
/// A count with what is counted: `{n}` in the text of one or of many.
[[nodiscard]] QString counted(std::size_t n, const char* one, const char* many);
/// A large count in groups of three.
[[nodiscard]] QString grouped(std::uint64_t count);
/// A text from a document as it is shown: see plainText.
[[nodiscard]] QString shown(const std::string& text);

}  // namespace kh
