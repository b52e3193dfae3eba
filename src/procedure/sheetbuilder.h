// SPDX-License-Identifier: GPL-3.0-or-later
//
// What the sheet's parts are written with; private to the sheet and to what a class of aircraft adds to it.
#pragma once

#include "model/amounts.h"
#include "model/names.h"
#include "procedure/sheet.h"

namespace kh {

[[nodiscard]] inline Message sheetHeading(const char* text) { return say(text); }

struct SheetBuilder {
    const Setup& setup;
    const Evaluation& evaluation;

    /// A row for one stored field, as it is typed.
    [[nodiscard]] SheetRow field(Message what, const std::string& path, Message machine = {}) const {
        return {std::move(what), show(setup, path), std::move(machine), standingOf(setup, path), {}, {path}};
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
