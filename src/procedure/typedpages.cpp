// SPDX-License-Identifier: GPL-3.0-or-later
#include "procedure/typedpages.h"

#include "model/fieldpatterns.h"

#include <algorithm>

namespace kh {

namespace {

bool asksFor(const Setup& setup, const std::string& path) { return readField(setup, path) && typingOf(setup, path).topic != nullptr; }

std::vector<std::string> elementsOf(const Setup& setup, std::span<const TypedSetting> settings, const std::vector<std::string>& paths) {
    std::vector<std::string> out;
    const std::string& list = settings.front().pattern->list;
    for (const std::string& path : paths) {
        if (!path.starts_with(list + ".")) continue;
        const std::string rest = path.substr(list.size() + 1);
        std::string id = rest.substr(0, rest.find('.'));
        if (!out.empty() && out.back() == id) continue;
        if (std::any_of(settings.begin(), settings.end(), [&](const TypedSetting& s) { return !typedPath(setup, s, id).empty(); }))
            out.push_back(std::move(id));
    }
    const auto number = [&](const std::string& id) {
        const auto f = readField(setup, elementPath("transmitter.channels.{}.number"_field, id));
        return f ? std::get<double>(f->value) : 0.0;
    };
    if (list == "transmitter.channels")
        std::stable_sort(out.begin(), out.end(), [&](const auto& a, const auto& b) { return number(a) < number(b); });
    return out;
}

}  // namespace

std::string typedPath(const Setup& setup, const TypedSetting& setting, const std::string& element) {
    const FieldPattern& p = *setting.pattern;
    std::string path = p.list.empty() ? p.within : p.list + "." + element + "." + p.within;
    return asksFor(setup, path) ? path : std::string();
}

std::vector<TypedGroup> typedGroups(const Setup& setup, Box box, const TypedPage& page, const std::vector<std::string>& paths) {
    std::vector<TypedSetting> settings;
    for (const Topic* topic : page.topics) {
        if (!isAsked(setup, *topic)) continue;
        for (const FieldPattern& p : FieldTable::of(setup).patterns())
            if (p.info.home.box == box && p.info.home.topic == topic->id) settings.push_back({&p, topic});
    }
    // what a channel of the class has stands together, then what one of a function has
    std::stable_partition(settings.begin(), settings.end(),
                          [](const TypedSetting& s) { return s.pattern->list != "transmitter.functionChannels"; });
    // neighbours of one list stand in one group, where the box asks for all of an element at once
    std::vector<TypedGroup> out;
    for (std::size_t i = 0; i < settings.size();) {
        TypedGroup group{{settings[i]}, {}};
        const auto joins = [&](const TypedSetting& s) {
            if (settings[i].pattern->list.empty() || s.pattern->list != settings[i].pattern->list) return false;
            if (group.isCurve() || s.pattern->info.kind == FieldKind::CurvePoints) return false;
            return page.order == PageOrder::Element || s.topic == settings[i].topic;
        };
        while (i + group.settings.size() < settings.size() && joins(settings[i + group.settings.size()]))
            group.settings.push_back(settings[i + group.settings.size()]);
        i += group.settings.size();
        if (group.settings.front().pattern->list.empty()) {
            if (typedPath(setup, group.settings.front(), {}).empty()) continue;
        } else {
            group.elements = elementsOf(setup, group.settings, paths);
            if (group.elements.empty()) continue;
        }
        out.push_back(std::move(group));
    }
    return out;
}

std::vector<std::string> typedPaths(const Setup& setup, Box box, const TypedPage& page, const std::vector<std::string>& paths) {
    std::vector<std::string> out;
    const auto take = [&](std::string path) {
        if (!path.empty()) out.push_back(std::move(path));
    };
    for (const TypedGroup& group : typedGroups(setup, box, page, paths)) {
        if (group.elements.empty()) take(typedPath(setup, group.settings.front(), {}));
        for (const std::string& id : group.elements)
            for (const TypedSetting& s : group.settings) take(typedPath(setup, s, id));
    }
    return out;
}

}  // namespace kh
