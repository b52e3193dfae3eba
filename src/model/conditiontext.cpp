// SPDX-License-Identifier: GPL-3.0-or-later
#include "model/conditiontext.h"

#include "base/error.h"
#include "model/access.h"
#include "model/conditions.h"
#include "model/names.h"

#include <fmt/format.h>
#include <algorithm>

namespace kh {

namespace {

std::vector<std::string> split(const std::string& text, char at) {
    std::vector<std::string> out;
    std::string part;
    for (const char c : text + at) {
        if (c != at) {
            part += c;
            continue;
        }
        while (!part.empty() && part.back() == ' ') part.pop_back();
        while (!part.empty() && part.front() == ' ') part.erase(part.begin());
        out.push_back(part);
        part.clear();
    }
    return out;
}

std::string allowed(const TransmitterSettings& tx) {
    std::vector<std::string> switches;
    for (const SwitchProfile& s : tx.profile->switches) switches.push_back(fmt::format("{} 1 … {}", s.id, s.places));
    return fmt::format("{}", fmt::join(switches, ", "));
}

/// The id of the function that is called so; the text itself if none is.
std::string functionNamed(const TransmitterSettings& tx, const std::string& text) {
    std::vector<std::string> ids{"kill", "cut"};
    for (const FlightMode& m : tx.modes) ids.push_back(m.id);
    for (const SwitchFunction& f : tx.functions) ids.push_back(f.id);
    for (const std::string& id : ids)
        if (id == text) return id;
    for (const std::string& id : ids)
        if (render(functionTitle(tx, id)) == text) return id;
    return text;
}

Term parseTerm(const Setup& setup, const std::string& field, const std::string& text) {
    const TransmitterSettings& tx = setup.transmitter;
    const auto space = text.rfind(' ');
    const std::string name = text.substr(0, space);
    const std::string place = space == std::string::npos ? std::string() : text.substr(space + 1);
    for (const SwitchProfile& s : tx.profile->switches)  // by the box's word for the place
        for (std::size_t i = 0; i < s.words.size(); ++i)
            if (text == s.id + " " + s.words[i]) return {s.id, static_cast<int>(i) + 1, ""};
    const bool isPlace = place.size() == 1 && place[0] >= '1' && place[0] <= '9';
    for (const SwitchProfile& s : tx.profile->switches) {
        if (s.id != name || !isPlace) continue;
        if (place[0] - '0' > s.places) throw InputError(field, fmt::format("{} has places 1 … {}, not {}", s.id, s.places, place));
        return {s.id, place[0] - '0', ""};
    }
    const std::string function = functionNamed(tx, text);
    if (conditionOf(tx, function) != nullptr && conditionPath(tx, function) != field) return {"", 1, function};
    throw InputError(
        field, fmt::format("\"{}\" is not a switch and its place; allowed are {}, or the name of another function", text, allowed(tx)));
}

}  // namespace

std::vector<Message> placeWords(const TransmitterSettings& tx, const Condition& condition) {
    std::vector<Message> out;
    for (const auto& all : condition)
        for (const Term& t : all)
            for (const SwitchProfile& s : tx.profile->switches) {
                if (s.id != t.switchId) continue;
                const auto at = static_cast<std::size_t>(t.place) - 1;
                const std::string word = at < s.words.size() ? s.words[at] : std::to_string(t.place);
                if (!s.where.empty()) out.push_back(say(KH_TR("{s} {w}, {where}"), {{"s", s.id}, {"w", word}, {"where", s.where}}));
                else if (at < s.words.size()) out.push_back(say(KH_TR("{s} {w}"), {{"s", s.id}, {"w", word}}));
            }
    return out;
}

Condition parseCondition(const Setup& setup, const std::string& field, const std::string& text) {
    Condition out;
    if (text.find_first_not_of(' ') == std::string::npos) return out;
    for (const std::string& branch : split(text, '|')) {
        std::vector<Term> all;
        for (const std::string& term : split(branch, '+')) all.push_back(parseTerm(setup, field, term));
        out.push_back(std::move(all));
    }
    Setup with = setup;
    writeField(with, field, out);
    (void)switchesOf(with.transmitter, out);  // refuses a circle
    return out;
}

}  // namespace kh
