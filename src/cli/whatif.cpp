// SPDX-License-Identifier: GPL-3.0-or-later
#include "base/error.h"
#include "cli/commands.h"
#include "io/document.h"
#include "io/report.h"
#include "model/amounts.h"
#include "model/names.h"
#include "procedure/whatfollows.h"

#include <fmt/format.h>
#include <charconv>
#include <nlohmann/json.hpp>

namespace kh::cli {

namespace {

/// PATH=VALUE; a number in the program's units, anything else as it is typed into its cell.
Edit changeOf(const Setup& setup, const std::string& text) {
    const std::size_t at = text.find('=');
    if (at == std::string::npos || at == 0) throw InputError("change", fmt::format("\"{}\" is not PATH=VALUE", text));
    const std::string path = text.substr(0, at), value = text.substr(at + 1);
    const auto field = readField(setup, path);
    if (!field) throw InputError(path, "there is no such setting");
    const bool number = std::holds_alternative<double>(field->value) ||
                        (std::holds_alternative<std::monostate>(field->value) && field->info.kind == FieldKind::Number);
    if (!number) return {path, read(setup, path, value)};
    double typed = 0.0;
    const auto [end, error] = std::from_chars(value.data(), value.data() + value.size(), typed);
    if (error != std::errc() || end != value.data() + value.size())
        throw InputError(path, fmt::format("\"{}\" is not a number in the program's units", value));
    return {path, typed};
}

}  // namespace

int runWhatIf(const WhatIfOptions& o) {
    const io::Document document = io::loadDocument(o.file);
    const Setup& setup = document.setup;
    std::vector<Edit> edits;
    for (const std::string& change : o.changes) edits.push_back(changeOf(setup, change));
    const StationSet& stations = stationsOf(setup);
    const WhatFollows follows = whatFollows(setup, evaluate(setup, stations), std::move(edits), stations);
    if (o.json) {
        print(io::whatFollowsJson(setup, follows));
        return Fine;
    }
    for (std::size_t i = 0; i < follows.edits.size(); ++i)
        std::cout << fmt::format("change   {}: {} -> {}\n", render(fieldTitle(setup, follows.edits[i].path)),
                                 render(show(setup, follows.edits[i].path, follows.was[i])),
                                 render(show(setup, follows.edits[i].path, follows.edits[i].value)));
    for (const MovedFigure& f : follows.then.figures)
        std::cout << fmt::format("figure   {}: {} -> {} {}\n", render(f.name), render(f.nowText), render(f.thenText), f.unit);
    for (const Finding& f : follows.then.come) std::cout << fmt::format("comes    {:8} {}\n", severityId(f.severity), render(f.title));
    for (const Finding& f : follows.then.go) std::cout << fmt::format("goes     {:8} {}\n", severityId(f.severity), render(f.title));
    for (const ToBeSet& one : follows.then.again) std::cout << fmt::format("again    {}: {}\n", render(one.title), render(one.what));
    for (const Companion& c : follows.with)
        std::cout << fmt::format("with {}  {}: {} -> {}\n         {}\n", c.ticked ? "[x]" : "[ ]", render(c.title),
                                 render(show(setup, c.edits.front().path, c.was.front())),
                                 render(show(setup, c.edits.front().path, c.edits.front().value)), render(c.why));
    return Fine;
}

}  // namespace kh::cli
