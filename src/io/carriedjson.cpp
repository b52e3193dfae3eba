// SPDX-License-Identifier: GPL-3.0-or-later
#include "io/carriedjson.h"

#include "base/error.h"
#include "io/jsonfields.h"
#include "model/amounts.h"
#include "model/limits.h"

#include <array>
#include <utility>

namespace kh::io {

namespace {

constexpr std::array kWords{std::pair{InBoxBy::Typed, "typed"}, std::pair{InBoxBy::Seen, "seen"}, std::pair{InBoxBy::Read, "read"},
                            std::pair{InBoxBy::Lent, "lent"}, std::pair{InBoxBy::Unknown, "unknown"}};
constexpr int kMostShown = 2000;  ///< letters: a curve of many points

}  // namespace

const char* inBoxWord(InBoxBy by) {
    for (const auto& [is, word] : kWords)
        if (is == by) return word;
    return "unknown";
}

nlohmann::json carriedSchema() {
    nlohmann::json words = nlohmann::json::array();
    for (const auto& [by, word] : kWords) words.push_back(word);
    const nlohmann::json one{
        {"type", "object"},
        {"properties",
         {{"shown", {{"type", "string"}, {"maxLength", kMostShown}, {"description", "as the box displays it, without a unit"}}},
          {"value", {{"description", "what that meant when it was written down, as the field holds it"}}},
          {"state", {{"enum", words}}},
          {"at", {{"type", "string"}, {"maxLength", 400}}},
          {"change", {{"type", "integer"}, {"minimum", 0}, {"maximum", kMostChanges}}}}},
        {"required", {"state"}}};
    return {{"type", "object"},
            {"description", "what stands in the boxes, by field path; a setting that is absent was never typed"},
            {"additionalProperties", one}};
}

nlohmann::ordered_json carriedJson(const InBoxes& carried) {
    nlohmann::ordered_json out = nlohmann::ordered_json::object();
    for (const auto& [path, is] : carried) {
        nlohmann::ordered_json one{{"state", inBoxWord(is.by)}};
        if (is.by != InBoxBy::Unknown) {
            one["shown"] = is.shown;
            one["value"] = valueJson(is.value);
        }
        if (!is.at.empty()) one["at"] = is.at;
        if (is.change != 0) one["change"] = is.change;
        out[path] = std::move(one);
    }
    return out;
}

InBoxes carriedFrom(const nlohmann::json& carried, const Setup& setup, std::vector<Message>& notes) {
    InBoxes out;
    Setup tried = setup;
    for (const auto& [path, one] : carried.items()) {
        InBox is;
        for (const auto& [by, word] : kWords)
            if (one.at("state") == word) is.by = by;
        is.at = one.value("at", std::string());
        is.change = one.value("change", 0);
        if (is.by != InBoxBy::Unknown) {
            const auto field = readField(setup, path);
            is.shown = one.value("shown", std::string());
            try {
                if (!field) throw InputError(path, "there is no such setting");
                is.value = valueFrom(path, field->info, one.contains("value") ? one.at("value") : nlohmann::json());
                writeField(tried, path, is.value);
            } catch (const InputError& e) {
                notes.push_back(say(KH_TR("What stands in the box is taken as not known: {e}"), {{"e", refusal(setup, e)}}));
                is = {{}, {}, InBoxBy::Unknown, is.at, is.change};
            }
        }
        out.emplace(path, std::move(is));
    }
    return out;
}

}  // namespace kh::io
