// SPDX-License-Identifier: GPL-3.0-or-later
//
// What the program does with a document, in two parts: the cheap one thousands of times, the dear one hundreds of times.
#pragma once

#include "fuzz/mutants.h"

#include <map>
#include <set>
#include <string>

namespace khtest {

/// What was met on the way.
struct Met {
    std::uint64_t runs = 0, refused = 0, accepted = 0, impossible = 0;
    std::set<std::string> rules;                ///< findings that occurred
    std::map<std::string, std::uint64_t> whys;  ///< fields documents were refused for
    std::vector<std::string> faults;            ///< what must never happen, with what it was
};

/// A text as a document: refused by name, or read, judged, listed and written, and read again as the same.
/// @return whether it was accepted; any exception but a refusal leaves it
bool cheap(const std::string& text, Met& met, kh::Setup* accepted = nullptr);
/// A text as a readings file, given to every solver.
void readings(const kh::Setup& setup, const std::string& text, Met& met);
/// A text as a profile.
void profile(const SeedProfile& profile, Met& met);
/// Traces, proof, plan, sheet and every solver of an accepted setup.
void dear(const kh::Setup& setup, Dice& dice, Met& met);

}  // namespace khtest
