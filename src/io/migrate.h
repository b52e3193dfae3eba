// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "io/document.h"

#include <nlohmann/json_fwd.hpp>
#include <vector>

namespace kh::io {

/// Brings a document of an older version to the present one, a step a version, before it is held against the schema. What a
/// step cannot know becomes the field's default, never a value that counts as measured; parts of another shape than expected
/// are left to the schema.
/// @return what the pilot should look at on the machine
std::vector<Message> migrate(nlohmann::json& root);
/// A profile of an older format, in a document or in a file of the pilot's own, as one of today's: a file without a format is of
/// format 1, whose menus had coarse topics of their own. Its content's version stays.
void migrateProfile(nlohmann::json& profile, ProfileKind kind);

}  // namespace kh::io
