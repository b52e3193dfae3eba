// SPDX-License-Identifier: GPL-3.0-or-later
#include "judge/dependencies.h"

#include "judge/rowids.h"
#include "model/access.h"

#include <algorithm>
#include <cmath>
#include <map>
#include <optional>

namespace kh {

namespace {

constexpr double kSameShare = 0.01;  ///< a setting this close to what a reading was taken under is the same, within a step of its box

using Line = RowDependencies;

constexpr std::string_view kHole = "{}";

/// Whether what was read begins as one of the line's readings does. @param element  that stands for the hole; empty: none does
bool isReadingOf(const Line& line, std::string_view what, std::string_view& element) {
    std::string_view prefixes = line.readings;
    while (!prefixes.empty()) {
        const std::string_view one = prefixes.substr(0, prefixes.find('|'));
        prefixes.remove_prefix(std::min(prefixes.size(), one.size() + 1));
        const std::size_t hole = one.find(kHole);
        element = {};
        if (hole == std::string_view::npos) {
            if (what.starts_with(one)) return true;
            continue;
        }
        if (!what.starts_with(one.substr(0, hole))) continue;
        const std::string_view rest = what.substr(hole), after = one.substr(hole + kHole.size());
        element = after.empty() ? rest : rest.substr(0, rest.find(after.front()));
        if (!element.empty() && rest.substr(element.size()).starts_with(after)) return true;
    }
    return false;
}

const Line* lineOf(std::string_view what, std::string_view& element) {
    for (const Line& line : rowDependencies())
        if (isReadingOf(line, what, element)) return &line;
    return nullptr;
}

/// @param each  a list that has not this element stands with each of its own
void addPaths(const Setup& setup, const FieldList& patterns, std::string_view element, std::vector<std::string>& out, bool each = false) {
    for (const std::string_view pattern : patterns) {
        if (pattern.find(kHole) == std::string_view::npos) {
            if (readField(setup, pattern)) out.emplace_back(pattern);
            continue;
        }
        std::string path = element.empty() ? std::string() : elementPath(pattern, element);
        const auto field = element.empty() ? std::nullopt : readField(setup, path);
        if (field && !std::holds_alternative<std::monostate>(field->value)) out.push_back(std::move(path));
        else if (element.empty() || (each && !field))
            for (std::string& one : pathsLike(setup, pattern)) out.push_back(std::move(one));
    }
}

std::optional<double> numberAt(const Setup& setup, std::string_view path) {
    const auto field = readField(setup, path);
    const double* value = field ? std::get_if<double>(&field->value) : nullptr;
    return value == nullptr ? std::nullopt : std::optional(*value);
}

/// Whether a path is one of a pattern's: "machine.servos.left.armMm" of "machine.servos.{}.armMm".
bool isOf(std::string_view pattern, std::string_view path) {
    const std::size_t hole = pattern.find(kHole);
    if (hole == std::string_view::npos) return pattern == path;
    const std::string_view after = pattern.substr(hole + kHole.size());
    return path.size() > hole + after.size() && path.starts_with(pattern.substr(0, hole)) && path.ends_with(after);
}

bool worksOn(const Line& line, std::string_view work) {
    if (*line.worked != 0) return work.starts_with(line.worked);
    return std::ranges::none_of(rowDependencies(), [&](const Line& l) { return *l.worked != 0 && work.starts_with(l.worked); });
}

std::string rowName(const Line& line, std::string_view element) {
    return std::string_view(line.row).ends_with(kHole) ? elementPath(line.row, element) : std::string(line.row);
}

}  // namespace

FieldList restsOn(std::string_view row) {
    for (const Line& line : rowDependencies())
        if (row == line.row && !line.restsOn.empty()) return line.restsOn;
    return {};
}

std::vector<std::string> factsOfRow(const Setup& setup, std::string_view row) {
    std::vector<std::string> out;
    addPaths(setup, restsOn(row), {}, out);
    return out;
}

std::vector<std::string> settledAt(const Setup& setup, std::string_view row) {
    std::vector<std::string> out;
    for (const Line& line : rowDependencies())
        if (row == line.row) addPaths(setup, line.settles, {}, out);
    return out;
}

bool rowSeen(const Setup& setup, std::string_view row) { return seenUnchanged(setup, std::string(row), factsOfRow(setup, row)); }

const RowDependencies* dependenciesOf(std::string_view reading) {
    std::string_view element;
    return lineOf(reading, element);
}

std::vector<std::string> settingsOf(const Setup& setup, std::string_view reading) {
    std::vector<std::string> out;
    std::string_view element;
    if (const Line* line = lineOf(reading, element)) {
        addPaths(setup, line->settles, element, out);
        addPaths(setup, line->notedWith, element, out, !out.empty());  // an element that there is
    }
    return out;
}

const Reading* newestInForce(const Setup& setup, std::string_view what) {
    if (newestUnder(setup, what, {}) == nullptr) return nullptr;
    return newestUnder(setup, what, settingsOf(setup, what));
}

std::vector<std::string> settingsInForce(const Setup& setup, std::string_view reading) {
    std::vector<std::string> out = settingsOf(setup, reading);
    std::string_view element;
    if (const Line* line = lineOf(reading, element)) addPaths(setup, line->invalidatedBy, element, out);
    for (std::string& path : out) path += "=" + settingText(setup, path);
    return out;
}

std::string sinceChanged(const Setup& setup, const Reading& reading) {
    std::string_view element;
    const Line* line = lineOf(reading.what, element);
    if (line == nullptr) return {};
    std::vector<std::string> lengths;
    addPaths(setup, line->invalidatedBy, element, lengths);
    for (const std::string& path : lengths) {
        const auto then = underValue(reading, path);
        const auto now = numberAt(setup, path);
        if (then && now && std::abs(*now - *then) > kSameShare * std::abs(*then)) return path;
    }
    if (reading.change == 0) return {};  // nobody counted then
    const auto late = [&](const auto& record) { return record.second.change > reading.change; };
    const auto named = [&](std::string_view pattern) {  // a late record of one of its paths
        const std::size_t hole = pattern.find(kHole);
        for (auto at = setup.standings.lower_bound(std::string(pattern.substr(0, hole)));
             at != setup.standings.end() && at->first.starts_with(pattern.substr(0, hole)); ++at)
            if (late(*at) && isOf(pattern, at->first)) return true;
        return false;
    };
    const FieldList patterns = restsOn(rowName(*line, element));
    const bool any = std::any_of(patterns.begin(), patterns.end(), named) || named("transmitter.profile.id") ||
                     named("controller.profile.id") || named("speedController.profile.id");
    if (!any) return {};
    // facts of the boxes it was read through, and the boxes themselves
    std::vector<std::string> facts = factsOfRow(setup, rowName(*line, element));
    for (const std::string& path : settingsOf(setup, reading.what))
        if (std::string box = boxIdentity(path); !box.empty()) facts.push_back(std::move(box));
    for (std::string& path : facts)
        if (const auto record = setup.standings.find(path); record != setup.standings.end() && record->second.change > reading.change)
            return path;
    return {};
}

std::vector<StaleReading> staleReadings(const Setup& setup, std::optional<Station> of) {
    static const std::vector<Station> stations = [] {
        std::vector<Station> out;
        for (const Line& l : rowDependencies()) {
            const RowId* row = rowOf(l.row);
            out.push_back(row == nullptr ? Station::Link : row->station);
        }
        return out;
    }();
    std::vector<StaleReading> out;
    const std::span<const Line> table = rowDependencies();
    for (auto first = table.begin(); first != table.end();) {  // the lines of a row stand together
        const auto end = std::find_if(first, table.end(), [&](const Line& l) { return std::string_view(l.row) != first->row; });
        const std::span<const Line> lines(first, end);
        const Line& line = lines.front();
        first = end;
        if (line.invalidatedBy.empty() || (of && stations[static_cast<std::size_t>(&line - table.data())] != *of)) continue;
        struct Newest {
            const Reading* reading = nullptr;
            const Reading* turned = nullptr;  ///< after it
        };
        std::map<std::string_view, Newest> read;  // by element
        for (const Reading& r : setup.readings) {
            std::string_view element;
            if (std::any_of(lines.begin(), lines.end(), [&](const Line& l) { return isReadingOf(l, r.what, element); }))
                read[element] = {&r};
            else if (r.what.starts_with(kHandWork) && worksOn(line, std::string_view(r.what).substr(std::string_view(kHandWork).size())))
                for (auto& [turned, newest] : read)
                    if (!workedElsewhere(r.what, newest.reading->what)) newest.turned = &r;
        }
        for (const auto& [element, newest] : read) {
            StaleReading stale{line.row, element.empty() ? line.settles.front() : elementPath(line.settles.front(), element),
                               newest.reading->what, newest.reading->id};
            if (newest.turned != nullptr) stale.handWork = newest.turned->what.substr(std::string_view(kHandWork).size());
            stale.field = sinceChanged(setup, *newest.reading);
            if (!stale.field.empty()) {
                stale.then = underValue(*newest.reading, stale.field);
                stale.now = numberAt(setup, stale.field);
            }
            if (!stale.field.empty() || !stale.handWork.empty()) out.push_back(std::move(stale));
        }
    }
    return out;
}

bool workedElsewhere(std::string_view work, std::string_view reading) {
    std::string_view element;
    if (lineOf(reading, element) == nullptr || element.empty()) return false;
    const std::size_t dot = work.rfind('.');
    return dot != std::string_view::npos && dot >= std::string_view(kHandWork).size() && work.substr(dot + 1) != element;
}

std::string boxIdentity(std::string_view path) {
    for (const std::string_view box : {"transmitter.", "controller.", "speedController."})
        if (path.starts_with(box)) return std::string(box) + "profile.id";
    return {};
}

}  // namespace kh
