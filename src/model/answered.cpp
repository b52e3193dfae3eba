// SPDX-License-Identifier: GPL-3.0-or-later
#include "model/answered.h"

#include "base/error.h"
#include "model/amounts.h"
#include "model/fieldtable.h"

#include <fmt/format.h>
#include <algorithm>
#include <utility>

namespace kh {

namespace {

/// The open facts of a box; nullptr for a kind that has none.
std::vector<UnknownFact>* unknownsOf(AnyBox& box) { return const_cast<std::vector<UnknownFact>*>(unknownOf(std::as_const(box))); }

/// Both parts of "100 … 125"; nothing for one value.
std::optional<std::pair<std::string, std::string>> bounds(const std::string& text) {
    for (const std::string_view between : {"…", "..."})
        if (const auto at = text.find(between); at != std::string::npos)
            return std::pair(text.substr(0, at), text.substr(at + between.size()));
    return std::nullopt;
}

}  // namespace

AnyBox answered(const AnyBox& box, std::string_view key, const std::string& text) {
    const BoxKind kind = kindOf(box);
    Setup setup = holding(box);
    const std::string path = boxRoot(setup, kind) + std::string(key);
    const FieldPattern* pattern = FieldTable::of(setup).patternOf(path);
    if (pattern == nullptr) throw InputError(key, "is no fact of such a box");
    const Question* question = questionOf(boxOf(kind), key);
    const auto named = [&](auto work) {
        try {
            return work();
        } catch (const InputError& e) {
            throw InputError(key, e.problem());
        }
    };
    const auto without = [&](AnyBox one) {
        if (auto* unknown = unknownsOf(one)) std::erase_if(*unknown, [&](const UnknownFact& f) { return f.key == key; });
        return one;
    };
    const auto between = bounds(text);
    if (text != kNotKnown && !between) {
        named([&] {
            writeField(setup, path, read(setup, path, text));
            return 0;
        });
        return without(boxIn(setup, kind));
    }
    if (question == nullptr) throw InputError(key, "is never asked: it takes a value, no interval");
    UnknownFact fact = anythingOf(*question);
    if (between) {
        if (pattern->info.kind != FieldKind::Number && pattern->info.kind != FieldKind::Whole)
            throw InputError(key, "is no number: it takes a value, no interval");
        const auto bound = [&](const std::string& one) { return named([&] { return std::get<double>(read(setup, path, one)); }); };
        fact.numbers = {bound(between->first), bound(between->second)};
        if (fact.numbers[0] >= fact.numbers[1])
            throw InputError(key, fmt::format("{} … {} is the wrong way round or no interval", fact.numbers[0], fact.numbers[1]));
    }
    if (!fact.numbers.empty()) {
        const double now = std::get<double>(readField(setup, path)->value);
        writeField(setup, path, std::clamp(now, fact.numbers[0], fact.numbers[1]));
    }
    AnyBox out = without(boxIn(setup, kind));
    auto& open = *unknownsOf(out);  // in the order of their names, as files are read
    open.insert(std::lower_bound(open.begin(), open.end(), fact, [](const UnknownFact& a, const UnknownFact& b) { return a.key < b.key; }),
                std::move(fact));
    return out;
}

AnyBox answeredOneOf(const AnyBox& box, std::string_view key, const std::vector<std::string>& words) {
    AnyBox out = answered(box, key, kNotKnown);
    const BoxKind kind = kindOf(box);
    Setup setup = holding(out);
    const std::string path = boxRoot(setup, kind) + std::string(key);
    const auto field = readField(setup, path);
    const bool flag = field->info.kind == FieldKind::Flag;
    const std::string taken = flag ? (std::get<bool>(field->value) ? "true" : "false") : std::get<std::string>(field->value);
    if (std::find(words.begin(), words.end(), taken) == words.end()) {
        writeField(setup, path, flag ? FieldValue(words.front() == "true") : FieldValue(words.front()));
        out = boxIn(setup, kind);
    }
    for (UnknownFact& fact : *unknownsOf(out))
        if (fact.key == key) fact.words = words;
    return out;
}

}  // namespace kh
