// SPDX-License-Identifier: GPL-3.0-or-later
#include "model/menu.h"

#include "base/error.h"

#include <fmt/format.h>
#include <algorithm>
#include <map>
#include <set>

namespace kh {

namespace {

const MenuEntry* pageOf(const std::vector<MenuEntry>& menu, std::string_view id, std::string_view firmware) {
    const auto found = std::find_if(menu.begin(), menu.end(), [&](const MenuEntry& m) { return m.id == id && m.firmware == firmware; });
    return found == menu.end() ? nullptr : &*found;
}

/// "Gyro / Tail"; a tree that leads round ends where it would begin again.
std::string pathOf(const std::vector<MenuEntry>& menu, const MenuEntry& page) {
    std::string path = page.title;
    const MenuEntry* at = &page;
    for (std::size_t depth = 0; depth < menu.size() && !at->under.empty(); ++depth) {
        at = pageOf(menu, at->under, page.firmware);
        if (at == nullptr) break;
        path.insert(0, at->title + " / ");
    }
    return path;
}

}  // namespace

std::vector<TypedPage> orderOfTyping(Box box, const std::vector<MenuEntry>& menu, std::string_view firmware) {
    const bool own = !firmware.empty() && std::any_of(menu.begin(), menu.end(), [&](const MenuEntry& m) { return m.firmware == firmware; });
    const std::string_view which = own ? firmware : std::string_view();
    std::vector<TypedPage> pages;
    std::set<std::string_view> placed;
    for (const MenuEntry& entry : menu) {
        if (entry.firmware != which) continue;
        TypedPage page{pathOf(menu, entry), {}, entry.order, false};
        for (const std::string& id : entry.topics)
            if (const Topic* topic = topicOf(box, id); topic != nullptr && placed.insert(topic->id).second) page.topics.push_back(topic);
        if (!page.topics.empty()) pages.push_back(std::move(page));
    }
    for (const Topic& topic : topics())
        if (topic.box == box && placed.insert(topic.id).second) pages.push_back({topic.title, {&topic}, PageOrder::Element, false});
    for (TypedPage& page : pages) page.first = std::any_of(page.topics.begin(), page.topics.end(), [](const Topic* t) { return t->first; });
    std::stable_partition(pages.begin(), pages.end(), [](const TypedPage& page) { return page.first; });
    return pages;
}

std::vector<TypedPage> orderOfTyping(const Setup& setup, Box box) {
    switch (box) {
        case Box::Transmitter: return orderOfTyping(box, setup.transmitter.profile->menu);
        case Box::Controller: return orderOfTyping(box, setup.controller.profile->menu, setup.controller.firmware);
        case Box::SpeedController: return orderOfTyping(box, setup.speedController.profile->menu);
        case Box::Machine:
        case Box::Bench: break;
    }
    return {};
}

void requireMenu(Box box, const std::vector<MenuEntry>& menu) {
    std::map<std::string, std::set<std::string>> placed;  // topics by firmware
    for (const MenuEntry& page : menu) {
        for (const std::string& topic : page.topics) {
            if (topicOf(box, topic) == nullptr) {
                std::vector<std::string_view> known;
                for (const Topic& t : topics())
                    if (t.box == box) known.push_back(t.id);
                throw InputError("menu", fmt::format("{} is no topic of such a box; known are {}", topic, fmt::join(known, ", ")));
            }
            if (!placed[page.firmware].insert(topic).second)
                throw InputError("menu", fmt::format("{} is asked for on two pages; each topic stands on one", topic));
        }
        const MenuEntry* at = &page;
        for (std::size_t depth = 0; !at->under.empty(); ++depth) {
            if (depth == menu.size()) throw InputError("menu", fmt::format("the page {} leads round to itself", page.id));
            const MenuEntry* above = pageOf(menu, at->under, page.firmware);
            if (above == nullptr) throw InputError("menu", fmt::format("{} is reached from {}, which is no page", at->id, at->under));
            at = above;
        }
    }
}

}  // namespace kh
