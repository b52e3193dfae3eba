// SPDX-License-Identifier: GPL-3.0-or-later
//
// What the sheet's parts are written with; private to the sheet and to what a class of aircraft adds to it.
#pragma once

#include "model/amounts.h"
#include "model/names.h"
#include "procedure/sheet.h"

#include <map>

namespace kh {

[[nodiscard]] inline Message sheetHeading(const char* text) { return say(text); }

struct SheetBuilder {
    const Setup& setup;
    const Evaluation& evaluation;
    std::map<std::string, FieldValue> planned{};  ///< what the plan leaves in a field, by path

    /// A row for one stored field, as it is typed.
    [[nodiscard]] SheetRow field(Message what, const std::string& path, Message machine = {}) const {
        const auto then = planned.find(path);
        return {std::move(what),
                then == planned.end() ? show(setup, path) : becomes(show(setup, path), show(setup, path, then->second)),
                std::move(machine),
                standingOf(setup, path),
                {},
                {path},
                then != planned.end()};
    }
    [[nodiscard]] static Message becomes(Message was, Message is) {
        return say(KH_TR("{was} → {is}"), {{"was", std::move(was)}, {"is", std::move(is)}});
    }
    /// A computed number with its unit.
    [[nodiscard]] static Message shown(const Figure& f) {
        if (!f.known) return say(KH_TR("–"));
        if (std::string_view(f.unit) == "°") return say(KH_TR("{v}°"), {{"v", Number{f.value, f.decimals, f.sign}}});
        return *f.unit == 0 ? say(KH_TR("{v}"), {{"v", Number{f.value, f.decimals, f.sign}}})
                            : say(KH_TR("{v} {unit}"), {{"v", Number{f.value, f.decimals, f.sign}}, {"unit", std::string(f.unit)}});
    }
};

/// Everything that is typed into a box, page after page in the order of typing; every setting of the description is there once, or
/// the description says why not (model/topics.h, `typingOf`).
[[nodiscard]] SheetPart boxPart(const SheetBuilder& builder, Box box, const std::string& name);

}  // namespace kh
