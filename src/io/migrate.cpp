// SPDX-License-Identifier: GPL-3.0-or-later
#include "io/migrate.h"

#include "io/document.h"
#include "io/jsonfields.h"
#include "model/questions.h"

#include <algorithm>
#include <array>
#include <cmath>
#include <nlohmann/json.hpp>
#include <string>
#include <tuple>
#include <vector>

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

/// Words for what a controller also does that became facts of their own.
void dropTraits(json& profile) {
    if (!profile.is_object() || !profile.contains("alsoDoes") || !profile.at("alsoDoes").is_array()) return;
    json kept = json::array();
    for (const json& word : profile.at("alsoDoes"))
        if (word != "gains-on-channels" && word != "protocol-variants") kept.push_back(word);
    profile["alsoDoes"] = std::move(kept);
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

void renameMountings(json& profile) {
    if (json* mountings = memberAt(profile, {"mountings"}); mountings != nullptr && mountings->is_array())
        for (json& word : *mountings) renameMounting(word);
}

/// What a topic of format 1 asked for.
struct CoarseTopic {
    ProfileKind kind;
    std::string_view id;
    std::initializer_list<const char*> topics;
};
const std::initializer_list<CoarseTopic>& coarseTopics() {
    constexpr auto tx = ProfileKind::Transmitter, fc = ProfileKind::Controller, esc = ProfileKind::SpeedController;
    static const std::initializer_list<CoarseTopic> all{
        {tx,
         "model",
         {"model-type", "swash-mixing", "model-match", "stick-mode", "stick-trims", "trim-range", "unused-channels", "spare-channels"}},
        {tx, "channels", {"channel-number", "reverse", "travel", "sub-trim", "output-limit", "failsafe"}},
        {tx, "switches", {"mode-switches", "stop-switches", "switch-functions"}},
        {tx, "throttle", {"throttle-curve"}},
        {tx, "pitch", {"pitch-curve"}},
        {tx, "rates", {"rate", "expo"}},
        {tx, "gain", {"tail-gain", "gain-steps"}},
        {tx, "hold", {"hold-throttle", "stop-throttle", "acts-in", "power-on-guard"}},
        {tx, "timer", {"timer", "alarms"}},
        {fc, "mounting", {"mounting", "gyro-senses", "rescue", "rotor-turning"}},
        {fc, "receiver", {"channel-order"}},
        {fc, "servos", {"servo-pulse", "servo-rate", "servo-direction", "servo-trim"}},
        {fc, "plate", {"layout", "layout-angles", "phase", "directions", "reference", "cyclic-limit"}},
        {fc, "pitch", {"collective-range", "collective-trim"}},
        {fc, "tail", {"tail-pulse", "tail-rate", "tail-servo-direction", "tail-direction", "tail-limits", "precompensation"}},
        {fc, "governor", {"governor", "governor-gear", "governor-run"}},
        {fc, "banks", {"bank-rates", "bank-expo", "head-gain"}},
        {esc, "ends", {"throttle-ends"}},
        {esc, "control", {"control", "brake"}},
        {esc, "start", {"soft-start", "bail-out"}},
        {esc, "pack", {"cut-off"}}};
    return all;
}

/// A fact that is not given is not known from format 2 on; before, it was what the program took.
template <class P>
void writeDefaults(json& profile, Box box) {
    static const json defaults = [] {
        const UnknownKeys none;
        JsonWriter writer(none);
        P blank;
        describe(writer, blank);
        return json::parse(writer.take().dump());
    }();
    for (const Question& question : questions())
        if (question.box == box && !profile.contains(question.key)) profile[question.key] = defaults.at(question.key);
}
void writeDefaults(json& profile, ProfileKind kind) {
    switch (kind) {
        case ProfileKind::Transmitter: writeDefaults<TransmitterProfile>(profile, Box::Transmitter); break;
        case ProfileKind::Controller: writeDefaults<ControllerProfile>(profile, Box::Controller); break;
        case ProfileKind::SpeedController: writeDefaults<SpeedControllerProfile>(profile, Box::SpeedController); break;
        case ProfileKind::Servo:
        case ProfileKind::Receiver: break;
    }
}

/// Format 1 had no format, a flat menu of coarse topics and no writing of the box's own.
void toFormat2(json& profile, ProfileKind kind) {
    profile["format"] = kProfileFormat;
    writeDefaults(profile, kind);
    json* menu = memberAt(profile, {"menu"});
    if (menu == nullptr || !menu->is_array()) return;
    for (json& page : *menu) {
        if (!page.is_object() || page.contains("topics")) continue;
        json topics = json::array();
        for (const CoarseTopic& coarse : coarseTopics())
            if (coarse.kind == kind && page.contains("id") && page.at("id") == std::string(coarse.id))
                for (const char* topic : coarse.topics) topics.push_back(topic);
        page["topics"] = std::move(topics);
    }
}

constexpr std::array kProfiles{std::pair("transmitter", ProfileKind::Transmitter), std::pair("controller", ProfileKind::Controller),
                               std::pair("speedController", ProfileKind::SpeedController)};

std::vector<Message> toVersion3(json& root) {
    for (const char* box : {"machine", "controller"})
        if (json* word = memberAt(root, {box, "mounting"})) renameMounting(*word);
    if (json* profile = memberAt(root, {"controller", "profile"})) renameMountings(*profile);
    return {};
}

/// Version 3 told what came later by its dates. They become counts in their order; within one second values come before readings and
/// readings before what was seen on the machine, so that what was proved stays proved. What has no date comes first of all. Profile
/// copies become ones of format 2.
std::vector<Message> toVersion4(json& root) {
    struct Written {
        std::string at;
        int kind;
        json* record;
        bool operator<(const Written& o) const { return std::tie(at, kind) < std::tie(o.at, o.kind); }
    };
    std::vector<Written> written;
    const auto take = [&](json& record, int kind) {
        if (record.is_object() && record.contains("at") && record.at("at").is_string())
            written.push_back({record.at("at").get<std::string>(), kind, &record});
    };
    if (json* standings = memberAt(root, {"standings"}); standings != nullptr && standings->is_object())
        for (const auto& [path, record] : standings->items()) take(record, path.starts_with("rows.") ? 2 : 0);
    if (json* readings = memberAt(root, {"readings"}); readings != nullptr && readings->is_array())
        for (json& reading : *readings) take(reading, 1);
    std::stable_sort(written.begin(), written.end());
    for (const auto& [part, kind] : kProfiles)
        if (json* profile = memberAt(root, {part, "profile"})) migrateProfile(*profile, kind);
    int count = 0;
    const Written* before = nullptr;
    for (const Written& w : written) {
        if (w.at.empty()) continue;
        if (before == nullptr || *before < w) ++count;
        (*w.record)["change"] = count;
        before = &w;
    }
    root["change"] = count;
    return {};
}

/// Version 4 knew no laws by which boxes differ: all were as most have them.
std::vector<Message> toVersion5(json& root) {
    for (const auto& [part, kind] : kProfiles)
        if (json* profile = memberAt(root, {part, "profile"}); profile != nullptr && profile->is_object()) {
            json all = *profile;
            writeDefaults(all, kind);
            for (const char* key :
                 {"travelSide", "subTrimLaw", "reverseTurnsTrim", "limitLaw", "demandLimitPct", "learnsCentre", "collectiveRanges"})
                if (all.contains(key)) (*profile)[key] = all.at(key);
        }
    return {};
}

/// Version 5 knew no functions on channels of their own, no fades and no receiver: none is what it has.
std::vector<Message> toVersion6(json&) { return {}; }

/// Version 6 knew no modes for the bench, no accepted findings and no wanted ends of the collective: none is what it has.
std::vector<Message> toVersion7(json&) { return {}; }

/// Version 7 described by a word that gains of roll and pitch come on channels, and that the signal has variants: those are facts now.
std::vector<Message> toVersion8(json& root) {
    for (const auto& [part, kind] : kProfiles)
        if (json* profile = memberAt(root, {part, "profile"}); profile != nullptr && kind == ProfileKind::Controller) dropTraits(*profile);
    return {};
}

/// Version 8 did not know what stands in the boxes: what a row that was proved rests on was seen, of all else nothing is known
/// (io/document.cpp). It knew no trainer link: none is what it has.
std::vector<Message> toVersion9(json&) { return {}; }

/// The step that leaves each version, the first from 1 to 2.
constexpr std::array kSteps{toVersion2, toVersion3, toVersion4, toVersion5, toVersion6, toVersion7, toVersion8, toVersion9};
static_assert(kSteps.size() + 1 == kFormatVersion, "every version has a step to the next");

}  // namespace

void migrateProfile(json& profile, ProfileKind kind) {
    if (!profile.is_object()) return;
    // of what is only said to be not known, the first that it may be is taken meanwhile
    if (const json* unknown = memberAt(profile, {"unknown"}); unknown != nullptr && unknown->is_object()) {
        const json open = *unknown;
        for (const auto& [key, may] : open.items())
            if (may.is_array() && !may.empty() && !profile.contains(key)) profile[key] = may.front();
    }
    if (kind == ProfileKind::Controller) renameMountings(profile);
    if (kind == ProfileKind::Controller) dropTraits(profile);
    if (kind == ProfileKind::Servo || kind == ProfileKind::Receiver || profile.contains("format")) return;  // a data sheet has no menu
    toFormat2(profile, kind);
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
