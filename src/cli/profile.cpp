// SPDX-License-Identifier: GPL-3.0-or-later
#include "io/profile.h"
#include "base/error.h"
#include "cli/choose.h"
#include "cli/commands.h"
#include "io/library.h"
#include "model/amounts.h"
#include "model/answered.h"
#include "model/names.h"
#include "model/questions.h"
#include "model/topics.h"

#include <fmt/format.h>
#include <algorithm>
#include <array>
#include <nlohmann/json.hpp>
#include <type_traits>

namespace kh::cli {

namespace {

template <class P>
constexpr Box boxOf() {
    return std::is_same_v<P, TransmitterProfile>  ? Box::Transmitter
           : std::is_same_v<P, ControllerProfile> ? Box::Controller
                                                  : Box::SpeedController;
}

constexpr std::array kBoxes{Box::Transmitter, Box::Controller, Box::SpeedController};  // in the order of AnyProfile

/// Topics its menu has no page for, where it has a menu.
std::vector<std::string> unlistedTopics(const io::AnyProfile& profile) {
    std::vector<std::string> out;
    std::visit(
        [&](const auto& p) {
            if constexpr (requires { p.menu; }) {
                if (p.menu.empty()) return;
                for (const Topic& topic : topics())
                    if (topic.box == boxOf<std::decay_t<decltype(p)>>() &&
                        std::none_of(p.menu.begin(), p.menu.end(), [&](const MenuEntry& page) {
                            return std::find(page.topics.begin(), page.topics.end(), topic.id) != page.topics.end();
                        }))
                        out.emplace_back(topic.id);
            }
        },
        profile);
    return out;
}

/// A setup that holds a profile, for what is asked of fields.
Setup holding(const io::AnyProfile& profile) {
    Setup s;
    if (const auto* p = std::get_if<TransmitterProfile>(&profile)) s.transmitter.profile = *p;
    else if (const auto* c = std::get_if<ControllerProfile>(&profile)) s.controller.profile = *c;
    else if (const auto* e = std::get_if<SpeedControllerProfile>(&profile)) s.speedController.profile = *e;
    else if (const auto* r = std::get_if<ReceiverProfile>(&profile)) s.machine.receiver = *r;
    else
        s.machine.aircraft.facts().eachServo(
            [&](const ServoPlace&, Shared<ServoProfile>& servo) { servo = std::get<ServoProfile>(profile); });
    return s;
}

/// What a profile's fields begin with in a document.
std::string profileRoot(const Setup& setup, const io::AnyProfile& profile) {
    if (profile.index() < 3) return std::array{"transmitter.profile.", "controller.profile.", "speedController.profile."}[profile.index()];
    if (std::holds_alternative<ReceiverProfile>(profile)) return "machine.receiver.";
    std::string root;
    Setup copy = setup;
    copy.machine.aircraft.facts().eachServo([&](const ServoPlace& place, Shared<ServoProfile>&) {
        if (root.empty()) root = place.path + ".";
    });
    return root;
}

}  // namespace

int runProfileCheck(const std::string& file) {
    const io::AnyProfile profile = io::parseAnyProfile(readAll(file));
    std::cout << fmt::format("{} \"{}\" ({}) can be used.\n", io::kindName(profile), io::nameOf(profile), io::idOf(profile));
    if (const auto open = profile.index() < 3 ? openFacts(holding(profile)).size() : 0; open > 0)
        std::cout << fmt::format("{} of its facts are not known; \"profile ask\" lists them.\n", open);
    const std::vector<std::string> missing = unlistedTopics(profile);
    if (!missing.empty()) std::cout << fmt::format("its menu has no page for: {}\n", fmt::join(missing, ", "));
    return Fine;
}

int runProfileDiff(const std::string& one, const std::string& other, bool asJson) {
    const io::AnyProfile a = io::parseAnyProfile(readAll(one)), b = io::parseAnyProfile(readAll(other));
    if (a.index() != b.index())
        throw InputError(other,
                         fmt::format("is a {}, {} is a {}: only boxes of one kind can be compared", io::kindName(b), one, io::kindName(a)));
    const Setup before = holding(a), after = holding(b);
    const std::string root = profileRoot(before, a);
    nlohmann::ordered_json all = nlohmann::ordered_json::array();
    for (const std::string& path : differingPaths(before, after)) {
        if (!path.starts_with(root)) continue;
        const std::string was = readField(before, path) ? render(show(before, path)) : "–";
        const std::string is = readField(after, path) ? render(show(after, path)) : "–";
        const std::string title = render(fieldTitle(readField(before, path) ? before : after, path));
        if (asJson) all.push_back({{"key", path.substr(root.size())}, {"title", title}, {"one", was}, {"other", is}});
        else std::cout << fmt::format("{}: {} | {}\n", title, was, is);
    }
    if (asJson) print(nlohmann::ordered_json{{"differences", all}});
    return Fine;
}

int runProfileNew(const ProfileOptions& o, const char* program) {
    const io::Library library = io::loadLibrary(io::dataFolders(o.data, program));
    const auto copyOf = [&](const auto& list) -> io::AnyProfile {
        if (list.empty()) throw InputError("profile", "there is none of this kind to begin with");
        auto copy = o.from.empty() ? list.front() : chosen(list, o.from, "--from");
        copy.id = o.id;
        copy.name = o.name.empty() ? o.id : o.name;
        copy.version = 1;
        if constexpr (requires { copy.unknown; })
            if (o.from.empty())  // nothing is known of a box that begins with a plain one
                for (const Question& q : questions())
                    if (q.box == boxOf<std::decay_t<decltype(copy)>>()) copy.unknown.push_back(anythingOf(q));
        return copy;
    };
    io::AnyProfile made;
    if (o.kind == "transmitter") made = copyOf(library.transmitters);
    else if (o.kind == "controller") made = copyOf(library.controllers);
    else if (o.kind == "speed-controller") made = copyOf(library.speedControllers);
    else if (o.kind == "servo") made = copyOf(library.servos);
    else if (o.kind == "receiver") made = copyOf(library.receivers);
    else
        throw InputError("kind",
                         fmt::format("{} is not known; known are transmitter, controller, speed-controller, servo, receiver", o.kind));
    (void)io::profileFile({}, made);  // an id that can be a file's name
    writeAll(o.out, io::writeProfile(made), o.replace);
    return Fine;
}

int runProfileAnswer(const ProfileOptions& o) {
    const io::AnyProfile before = io::parseAnyProfile(readAll(o.file));
    if (before.index() >= kBoxes.size())
        throw InputError(o.file, fmt::format("is a {}: its data are typed, not asked", io::kindName(before)));
    Setup s = holding(before);
    for (const std::string& answer : o.answers) {
        const auto equals = answer.find('=');
        if (equals == std::string::npos) throw InputError(answer, "is no answer; one is written as outputLimitPct=125");
        s = answered(s, kBoxes[before.index()], answer.substr(0, equals), answer.substr(equals + 1));
    }
    io::AnyProfile after = before;
    if (auto* p = std::get_if<TransmitterProfile>(&after)) *p = s.transmitter.profile;
    else if (auto* c = std::get_if<ControllerProfile>(&after)) *c = s.controller.profile;
    else *std::get_if<SpeedControllerProfile>(&after) = s.speedController.profile;
    const std::string text = io::writeProfile(after);
    (void)io::parseAnyProfile(text);  // answers that contradict one another are refused, and nothing is written
    writeAll(o.out.empty() ? o.file : o.out, text);
    return Fine;
}

}  // namespace kh::cli
