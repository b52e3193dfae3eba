// SPDX-License-Identifier: GPL-3.0-or-later
//
// What a column of a box's table is made of: how an element's member is written there and read back. Private to model.
#pragma once

#include "base/error.h"
#include "base/typed.h"
#include "model/boxtables.h"
#include "model/fieldtable.h"

#include <fmt/format.h>
#include <algorithm>
#include <cmath>
#include <functional>
#include <optional>
#include <string>
#include <vector>

namespace kh {

inline Message asTyped(const std::string& text) { return say("{w}", {{"w", text}}); }

inline std::string trimmedText(std::string_view text) {
    const auto from = text.find_first_not_of(" \t\n");
    return from == std::string_view::npos ? std::string() : std::string(text.substr(from, text.find_last_not_of(" \t\n") - from + 1));
}
inline std::string lower(std::string text) {
    std::transform(text.begin(), text.end(), text.begin(),
                   [](unsigned char c) { return static_cast<char>(c < 128 ? std::tolower(c) : c); });
    return text;
}
inline bool isNothing(const std::string& text) { return text.empty() || text == "–" || text == "-"; }

/// A word by its id or its caption. @throws InputError naming the column
inline std::string wordIn(const BoxColumn& column, const std::string& text) {
    for (const CellWord& w : column.words)
        if (lower(w.id) == lower(text) || lower(render(w.caption)) == lower(text)) return w.id;
    std::vector<std::string> known;
    for (const CellWord& w : column.words) known.push_back(render(w.caption));
    throw InputError(render(column.title), fmt::format("\"{}\" is not known; known are {}", text, fmt::join(known, ", ")));
}
inline double numberIn(const BoxColumn& column, const std::string& text) {
    const auto value = typedNumber(text);
    if (!value) throw InputError(render(column.title), fmt::format("\"{}\" is no number", text));
    return *value;
}
inline std::vector<std::string> partsOf(const std::string& text) {
    std::vector<std::string> out;
    for (std::size_t from = 0; from <= text.size();) {
        const std::size_t to = std::min(text.find(',', from), text.size());
        if (std::string one = trimmedText(std::string_view(text).substr(from, to - from)); !one.empty()) out.push_back(std::move(one));
        from = to + 1;
    }
    return out;
}
inline Message joinedWords(const std::vector<std::string>& words) { return asTyped(fmt::format("{}", fmt::join(words, ", "))); }

/// One column of a list of elements E.
template <class E>
struct Cell {
    BoxColumn column;
    std::function<Message(const E&)> get;
    std::function<void(E&, const std::string&)> set;
};

template <class E>
Cell<E> wordsCell(BoxColumn column, std::string E::*member) {
    return {column,
            [column, member](const E& e) {
                for (const CellWord& w : column.words)
                    if (w.id == e.*member) return w.caption;
                return asTyped(e.*member);
            },
            [column, member](E& e, const std::string& text) { e.*member = isNothing(text) ? std::string() : wordIn(column, text); }};
}
template <class E>
Cell<E> textCell(Message title, std::string E::*member) {
    return {{title}, [member](const E& e) { return asTyped(e.*member); }, [member](E& e, const std::string& text) { e.*member = text; }};
}
template <class E, class N>
Cell<E> numberCell(Message title, N E::*member) {
    const BoxColumn column{title};
    return {column, [member](const E& e) { return asTyped(plainNumber(static_cast<double>(e.*member))); },
            [column, member](E& e, const std::string& text) {
                const double value = numberIn(column, text);
                if constexpr (std::is_same_v<N, int>) {
                    if (value != std::floor(value) || std::abs(value) > 1e6)
                        throw InputError(render(column.title), fmt::format("{} is no whole number that can stand there", text));
                }
                e.*member = static_cast<N>(value);
            }};
}
template <class E>
Cell<E> maybeCell(Message title, std::optional<double> E::*member) {
    const BoxColumn column{title};
    return {column, [member](const E& e) { return e.*member ? asTyped(plainNumber(*(e.*member))) : asTyped(""); },
            [column, member](E& e, const std::string& text) {
                if (isNothing(text)) (e.*member).reset();
                else e.*member = numberIn(column, text);
            }};
}
/// A closed set as the description has it: its words come from a field of that kind.
template <class E, class C>
Cell<E> pickCell(std::string_view pattern, C E::*member) {
    const FieldPattern* p = FieldTable::of(Setup{}).patternOf(pattern);
    BoxColumn column{say(p->title.brief == nullptr ? p->title.title : p->title.brief)};
    if (p->info.kind == FieldKind::Flag) column.words = {{"false", say(KH_TR("no"))}, {"true", say(KH_TR("yes"))}};
    for (const Choice& c : p->info.choices) column.words.push_back({c.id, say(c.caption == nullptr ? c.id : c.caption)});
    return {column, [column, member](const E& e) { return column.words[static_cast<std::size_t>(e.*member)].caption; },
            [column, member](E& e, const std::string& text) {
                const std::string id = wordIn(column, text);
                for (std::size_t i = 0; i < column.words.size(); ++i)
                    if (column.words[i].id == id) e.*member = static_cast<C>(i);
            }};
}

}  // namespace kh
