// SPDX-License-Identifier: GPL-3.0-or-later
//
// Documents of every build: what the goldens and the properties over all builds are tried on.
#pragma once

#include "model/setup.h"

#include <string>
#include <vector>

namespace khtest {

struct NamedSetup {
    std::string name;
    kh::Setup setup;
};

inline constexpr int kFrozenBuilds = 300;

/// The frozen demo documents (those of version 1, the Redshank of version 3), and the first `frozen` of the builds of version 3
/// in tests/documents/v3/builds.jsonl.gz: size classes with all boxes, all layouts, both rotations, both link sides, engine and
/// electric, each with up to four settings or facts changed within their ranges.
[[nodiscard]] std::vector<NamedSetup> allBuilds(int frozen = kFrozenBuilds);
/// How many of allBuilds() are demo documents; they come first.
inline constexpr std::size_t kFrozenDemos = 5;

/// The demo documents and the share of the frozen builds this run tries: a tenth, drawn by KEELHAUL_SEED (1); all of them where
/// KEELHAUL_GENERATED is "all", as once in .ci/run, a thirtieth where it is "few", as under sanitizers.
[[nodiscard]] const std::vector<NamedSetup>& triedBuilds();
/// Whether this run tries all that is generated.
[[nodiscard]] bool triesAll();

/// Builds like those, drawn anew from the fields and profiles of today: fields that came after the freeze are moved in them.
/// Which ones come out changes with every field; nothing is compared with what they said before.
[[nodiscard]] std::vector<NamedSetup> drawnBuilds(int count, unsigned seed = 1);

/// A helicopter that fills this share of every bound of a document: modes, switches, functions and their conditions, curve points,
/// readings. 1 is the largest that is accepted.
[[nodiscard]] kh::Setup filledModel(double share);

/// Those of version 3 as they were written, one document a line. @throws std::runtime_error if the file cannot be read
[[nodiscard]] std::vector<std::string> frozenTexts(int count = kFrozenBuilds);

}  // namespace khtest
