// SPDX-License-Identifier: GPL-3.0-or-later
#include "model/switchroles.h"

#include "model/carried.h"
#include "model/conditions.h"

#include <algorithm>
#include <map>
#include <optional>

namespace kh {

namespace {

bool names(const Condition& when, const std::string& id, int place) {
    return std::any_of(when.begin(), when.end(), [&](const auto& all) {
        return std::any_of(all.begin(), all.end(), [&](const Term& t) { return t.switchId == id && (place == 0 || t.place == place); });
    });
}
bool uses(const Condition& when, const std::string& id) { return names(when, id, 0); }

/// Short names of the functions that are neither mode nor stop.
Message functionWord(const std::string& id) {
    static const std::map<std::string, const char*> words{{"rescue", KH_TR("rescue")}, {"level", KH_TR("level")},
                                                          {"arming", KH_TR("arming")}, {"bail-out", KH_TR("bail-out")},
                                                          {"timer", KH_TR("timer")},   {"voice", KH_TR("voice")}};
    if (const auto word = words.find(id); word != words.end()) return say(word->second);
    if (familyOf(id) == kBoxModes) return say(KH_TR("mode"));
    if (id.starts_with("bank-")) return say(KH_TR("bank"));
    if (id.starts_with("gain-")) return say(KH_TR("gain"));
    return say(KH_TR("{f}"), {{"f", id}});
}

/// What stands beside a place: of a switch's only function, or among several, where one that is off is not named.
struct PlaceWord {
    Message alone;
    std::optional<Message> beside;
};

}  // namespace

std::string modeLetter(const FlightMode& mode, std::size_t index) {
    if (mode.id == kHoldMode) return "H";
    if (index != 0 || mode.name.empty()) return std::to_string(index);
    std::size_t end = 1;  // the whole of a letter that takes several bytes
    while (end < mode.name.size() && (static_cast<unsigned char>(mode.name[end]) & 0xC0U) == 0x80U) ++end;
    return mode.name.substr(0, end);
}

std::vector<SwitchRole> switchRoles(const TransmitterSettings& tx) {
    std::vector<SwitchRole> out;
    for (const SwitchProfile& s : tx.profile->switches) {
        SwitchRole role{s.id, {}, {}};
        std::vector<std::vector<PlaceWord>> at(static_cast<std::size_t>(s.places));
        const auto put = [&](int place, Message word) { at[static_cast<std::size_t>(place - 1)].push_back({word, word}); };
        const auto add = [&](const Condition& when, Message word) {
            if (!uses(when, s.id) || barsOf(tx, when).count(s.id) != 0) return;
            for (int place = 1; place <= s.places; ++place) {
                const bool on = names(when, s.id, place);
                at[static_cast<std::size_t>(place - 1)].push_back(
                    {on ? say(KH_TR("on")) : say(KH_TR("off")), on ? std::optional(word) : std::nullopt});
            }
            role.functions.push_back(std::move(word));
        };
        // where the box flies by modes of its own, those of the transmitter are sets of rates
        const bool ofTheBox =
            std::any_of(tx.functions.begin(), tx.functions.end(), [](const SwitchFunction& f) { return familyOf(f.id) == kBoxModes; });
        bool selects = false;
        for (const FlightMode& m : tx.modes) selects = selects || (m.id != kHoldMode && uses(m.when, s.id));
        if (selects) {
            role.functions.push_back(ofTheBox ? say(KH_TR("rates")) : say(KH_TR("mode")));
            for (int place = 1; place <= s.places; ++place) {
                std::size_t flown = 0;
                for (std::size_t i = 0; i < tx.modes.size(); ++i)
                    if (tx.modes[i].id != kHoldMode && names(tx.modes[i].when, s.id, place)) flown = i;  // the highest rank wins
                put(place, say(KH_TR("{m}"), {{"m", modeLetter(tx.modes[flown], ofTheBox ? 0 : flown)}}));
            }
        }
        for (const FlightMode& m : tx.modes)
            if (m.id == kHoldMode) add(m.when, say(KH_TR("hold")));
        add(tx.kill.when, say(KH_TR("kill")));
        add(tx.cut.when, say(KH_TR("cut")));
        // banks and gain steps share one word; each place then shows its number
        for (const char* family : {"bank-", "gain-", kBoxModes}) {
            const bool used = std::any_of(tx.functions.begin(), tx.functions.end(),
                                          [&](const SwitchFunction& f) { return f.id.starts_with(family) && uses(f.when, s.id); });
            if (!used) continue;
            role.functions.push_back(functionWord(family));
            for (int place = 1; place <= s.places; ++place) {
                std::string number = family == std::string_view(kBoxModes) ? std::to_string(place) : "1";
                for (const SwitchFunction& f : tx.functions)
                    if (f.id.starts_with(family) && family != std::string_view(kBoxModes) && names(f.when, s.id, place))
                        number = f.id.substr(f.id.rfind('-') + 1);
                put(place, say(KH_TR("{n}"), {{"n", number}}));
            }
        }
        for (const SwitchFunction& f : tx.functions)
            if (!f.id.starts_with("bank-") && !f.id.starts_with("gain-") && familyOf(f.id) != kBoxModes) add(f.when, functionWord(f.id));
        for (std::size_t place = 0; place < at.size(); ++place) {
            const std::vector<PlaceWord>& words = at[place];
            std::vector<Message> beside;
            if (words.size() > 1)
                for (const PlaceWord& w : words)
                    if (w.beside) beside.push_back(*w.beside);
            role.places.push_back(words.empty() && place < s.words.size() ? say(KH_TR("{w}"), {{"w", s.words[place]}})
                                  : words.empty()                         ? say(KH_TR("{n}"), {{"n", num(static_cast<double>(place + 1))}})
                                  : words.size() == 1                     ? words.front().alone
                                  : beside.empty()                        ? say(KH_TR("off"))
                                                                          : say(KH_TR("{all}"), {{"all", beside}}));
        }
        out.push_back(std::move(role));
    }
    return out;
}

}  // namespace kh
