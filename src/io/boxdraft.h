// SPDX-License-Identifier: GPL-3.0-or-later
//
// A description that is under way, as a file of its own beside the pilot's boxes: half done it stands there until it is gone on with.
#pragma once

#include "io/profile.h"
#include "model/boxdraft.h"

namespace kh::io {

[[nodiscard]] std::string writeDraft(const BoxDraft& draft);
/// @throws InputError naming the path: for what is no description; one that contradicts itself is read
[[nodiscard]] BoxDraft parseDraft(const std::string& text);

/// The file a description has in a data folder. @throws InputError for an id that is no file name
[[nodiscard]] std::filesystem::path draftFile(const std::filesystem::path& folder, const AnyBox& box);
/// Writes a description, and the profile too where it holds together. @throws FileError, InputError
void saveDraft(const std::filesystem::path& folder, const BoxDraft& draft);
/// All descriptions of a data folder. A file that cannot be read is named in `problems` and left out.
[[nodiscard]] std::vector<BoxDraft> loadDrafts(const std::filesystem::path& folder, std::vector<std::string>& problems);

}  // namespace kh::io
