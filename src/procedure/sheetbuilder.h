// SPDX-License-Identifier: GPL-3.0-or-later
//
// What the sheet's parts are written with; private to the sheet.
#pragma once

#include "model/fieldpatterns.h"
#include "model/names.h"
#include "procedure/sheet.h"

#include <algorithm>
#include <cmath>
#include <functional>
#include <map>

namespace kh {

/// What stands in a section, before it has a title.
struct SheetContent {
    std::vector<SheetRow> rows;
    std::vector<Message> columns = {};
    SheetContent() = default;
    SheetContent(std::vector<SheetRow> r) : rows(std::move(r)) {}  // rows alone are content
    SheetContent(std::initializer_list<SheetRow> r) : rows(r) {}
};

[[nodiscard]] inline Message sheetHeading(const char* text) { return say(text); }
/// A curve's or channel's number in a table, whose heading has the unit.
[[nodiscard]] inline Message sheetCell(double value, int decimals = 0, bool sign = false) {
    return say(KH_TR("{v}"), {{"v", Number{value, decimals, sign}}});
}
[[nodiscard]] inline Message sheetCell(const std::optional<double>& value, const char* none) {
    return value ? sheetCell(*value) : say(none);
}
/// As few decimals as the value needs.
[[nodiscard]] inline int sheetDecimals(double value) { return value == std::round(value) ? 0 : 1; }

struct SheetBuilder {
    const Setup& setup;
    const Evaluation& evaluation;

    /// A row for one stored field, as it is typed.
    [[nodiscard]] SheetRow field(Message what, const std::string& path, Message machine = {}) const {
        const auto f = readField(setup, path);
        return {std::move(what), f ? fieldAsText(*f) : Message{}, std::move(machine), standingOf(setup, path)};
    }
    [[nodiscard]] static Message shown(const Figure& f) {
        if (!f.known) return say(KH_TR("–"));
        if (std::string_view(f.unit) == "°") return say(KH_TR("{v}°"), {{"v", Number{f.value, f.decimals, f.sign}}});
        return *f.unit == 0 ? say(KH_TR("{v}"), {{"v", Number{f.value, f.decimals, f.sign}}})
                            : say(KH_TR("{v} {unit}"), {{"v", Number{f.value, f.decimals, f.sign}}, {"unit", std::string(f.unit)}});
    }
    [[nodiscard]] Message condition(const Condition& when) const { return conditionTitle(setup.transmitter, when); }

    // the transmitter's topics
    SheetContent model() const;
    SheetContent channels() const;
    SheetContent switches() const;
    SheetContent throttle() const;
    SheetContent pitch() const;
    SheetContent rates() const;
    SheetContent gain() const;
    SheetContent hold() const;
    SheetContent timer() const;
    // the controller's
    SheetContent mounting() const;
    SheetContent receiver() const;
    SheetContent servos() const;
    SheetContent plate() const;
    SheetContent blades() const;
    SheetContent tail() const;
    SheetContent governor() const;
    SheetContent banks() const;
    // the speed controller's
    SheetContent ends() const;
    SheetContent control() const;
    SheetContent start() const;
    SheetContent pack() const;

    /// A curve of every mode: the points as they are typed, and what they come to.
    [[nodiscard]] SheetContent curves(const char* key, const Curve FlightMode::*curve, const char* means,
                                      const std::function<Message(const ModeFigures&)>& comesTo) const;

    using Topic = SheetContent (SheetBuilder::*)() const;
    [[nodiscard]] SheetPart part(Box box, const std::string& name, const std::vector<MenuEntry>& menu,
                                 const std::map<std::string, Topic>& topics) const {
        SheetPart out{box, name, {}};
        for (const MenuEntry& entry : menu)
            if (const auto t = topics.find(entry.id); t != topics.end())
                add(out, say(KH_TR("{t}"), {{"t", entry.title}}), (this->*t->second)());
        for (const auto& [id, topic] : topics)  // a profile's menu may lack a topic: nothing is dropped for that
            if (std::none_of(menu.begin(), menu.end(), [&id = id](const MenuEntry& e) { return e.id == id; }))
                add(out, say(KH_TR("{t}"), {{"t", id}}), (this->*topic)());
        return out;
    }
    static void add(SheetPart& part, Message title, SheetContent content) {
        part.sections.push_back({std::move(title), std::move(content.rows), std::move(content.columns)});
    }
};

}  // namespace kh
