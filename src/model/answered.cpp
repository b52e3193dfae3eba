// SPDX-License-Identifier: GPL-3.0-or-later
#include "model/answered.h"

#include "base/error.h"
#include "model/amounts.h"
#include "model/fieldtable.h"

#include <fmt/format.h>
#include <algorithm>

namespace kh {

namespace {

std::vector<UnknownFact>& unknownsOf(Setup& setup, Box box) {
    switch (box) {
        case Box::Transmitter: return setup.transmitter.profile.edit().unknown;
        case Box::Controller: return setup.controller.profile.edit().unknown;
        case Box::SpeedController: return setup.speedController.profile.edit().unknown;
        case Box::Machine:
        case Box::Bench: break;
    }
    throw InputError("box", "is described by no questions");
}

/// Both parts of "100 … 125"; nothing for one value.
std::optional<std::pair<std::string, std::string>> bounds(const std::string& text) {
    for (const std::string_view between : {"…", "..."})
        if (const auto at = text.find(between); at != std::string::npos)
            return std::pair(text.substr(0, at), text.substr(at + between.size()));
    return std::nullopt;
}

}  // namespace

Setup answered(const Setup& setup, Box box, std::string_view key, const std::string& text) {
    Setup out = setup;
    const std::string path = profilePath(box, key);
    const FieldPattern* pattern = FieldTable::of(setup).patternOf(path);
    if (pattern == nullptr) throw InputError(key, "is no fact of such a box");
    const Question* question = questionOf(box, key);
    const auto named = [&](auto work) {
        try {
            return work();
        } catch (const InputError& e) {
            throw InputError(key, e.problem());
        }
    };
    std::vector<UnknownFact>& unknown = unknownsOf(out, box);
    std::erase_if(unknown, [&](const UnknownFact& f) { return f.key == key; });
    const auto between = bounds(text);
    if (text != kNotKnown && !between) {
        const FieldValue value = named([&] { return read(out, path, text); });
        writeField(out, path, value);
        return out;
    }
    if (question == nullptr) throw InputError(key, "is never asked: it takes a value, no interval");
    UnknownFact fact = anythingOf(*question);
    if (between) {
        if (pattern->info.kind != FieldKind::Number && pattern->info.kind != FieldKind::Whole)
            throw InputError(key, "is no number: it takes a value, no interval");
        const auto bound = [&](const std::string& one) { return named([&] { return std::get<double>(read(out, path, one)); }); };
        fact.numbers = {bound(between->first), bound(between->second)};
        if (fact.numbers[0] >= fact.numbers[1])
            throw InputError(key, fmt::format("{} … {} is the wrong way round or no interval", fact.numbers[0], fact.numbers[1]));
    }
    if (!fact.numbers.empty()) {
        const auto field = readField(out, path);
        const double now = std::get<double>(field->value);
        writeField(out, path, std::clamp(now, fact.numbers[0], fact.numbers[1]));
    }
    unknown.push_back(std::move(fact));
    return out;
}

}  // namespace kh
