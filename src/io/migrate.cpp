// SPDX-License-Identifier: GPL-3.0-or-later
#include "io/migrate.h"

#include "io/document.h"

#include <array>
#include <cmath>
#include <nlohmann/json.hpp>

namespace kh::io {

namespace {

using nlohmann::json;

/// The member at the end of a path, or nullptr.
json* memberAt(json& root, std::initializer_list<const char*> path) {
    json* at = &root;
    for (const char* key : path) {
        if (!at->is_object() || !at->contains(key)) return nullptr;
        at = &at->at(key);
    }
    return at;
}

/// Version 1 kept a signed lead and computed with it; its sign follows from rotation and link side.
std::vector<Message> toVersion2(json& root) {
    std::vector<Message> notes;
    const json* turning = memberAt(root, {"machine", "rotor", "turning"});
    const json* link = memberAt(root, {"machine", "head", "link"});
    const bool counter = turning != nullptr && *turning == "counter-clockwise";
    const bool trailing = link != nullptr && *link == "trailing";
    if (json* lead = memberAt(root, {"machine", "head", "leadDeg"}); lead != nullptr && lead->is_number()) {
        const double was = lead->get<double>();
        const double is = std::abs(was) * (counter == trailing ? 1.0 : -1.0);
        if (was != is)
            notes.push_back(
                say(KH_TR("The lead of the blade link stood at {was}°; rotation and link side make it {is}°. Look at both on the "
                          "machine: what was computed before belonged to another rotor."),
                    {{"was", signedNum(was)}, {"is", signedNum(is)}}));
        *lead = std::abs(was);
    }
    return notes;
}

/// The words of before for where label and plugs look.
void renameMounting(json& word) {
    static const std::array<std::pair<std::string_view, std::string_view>, 3> renamed{
        {{"flat, ", "label up, "}, {"upside down, ", "label down, "}, {"on edge, ", "label left, "}}};
    if (!word.is_string()) return;
    const std::string was = word.get<std::string>();
    for (const auto& [old, now] : renamed)
        if (was.starts_with(old)) word = std::string(now) + was.substr(old.size());
}

std::vector<Message> toVersion3(json& root) {
    for (const char* box : {"machine", "controller"})
        if (json* word = memberAt(root, {box, "mounting"})) renameMounting(*word);
    if (json* profile = memberAt(root, {"controller", "profile"})) migrateProfile(*profile);
    return {};
}

/// The step that leaves each version, the first from 1 to 2.
constexpr std::array kSteps{toVersion2, toVersion3};
static_assert(kSteps.size() + 1 == kFormatVersion, "every version has a step to the next");

}  // namespace

void migrateProfile(json& profile) {
    if (json* mountings = memberAt(profile, {"mountings"}); mountings != nullptr && mountings->is_array())
        for (json& word : *mountings) renameMounting(word);
}

std::vector<Message> migrate(json& root) {
    std::vector<Message> notes;
    const json* version = memberAt(root, {"version"});
    if (version == nullptr || !version->is_number_integer()) return notes;
    const auto from = version->get<std::int64_t>();
    if (from < 1 || from >= kFormatVersion) return notes;
    for (auto v = static_cast<std::size_t>(from); v < static_cast<std::size_t>(kFormatVersion); ++v)
        for (Message& note : kSteps[v - 1](root)) notes.push_back(std::move(note));
    root["version"] = kFormatVersion;
    return notes;
}

}  // namespace kh::io
