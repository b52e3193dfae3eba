// SPDX-License-Identifier: GPL-3.0-or-later
#include "io/profile.h"
#include "base/error.h"
#include "cli/choose.h"
#include "cli/commands.h"
#include "io/library.h"
#include "model/amounts.h"
#include "model/answered.h"
#include "model/boxcompare.h"
#include "model/boxtables.h"
#include "model/names.h"
#include "model/questions.h"
#include "model/topics.h"

#include <fmt/format.h>
#include <algorithm>
#include <array>
#include <nlohmann/json.hpp>

namespace kh::cli {

int runProfileCheck(const std::string& file) {
    const io::AnyProfile profile = io::parseAnyProfile(readAll(file));
    std::cout << fmt::format("{} \"{}\" ({}) can be used.\n", kindTitle(kindOf(profile)), kh::nameOf(profile), kh::idOf(profile));
    if (const auto open = profile.index() < 3 ? openFacts(holding(profile)).size() : 0; open > 0)
        std::cout << fmt::format("{} of its facts are not known; \"profile ask\" lists them.\n", open);
    std::vector<std::string> missing;
    for (const Message& topic : topicsWithoutPage(profile)) missing.push_back(render(topic));
    if (!missing.empty()) std::cout << fmt::format("its menu has no page for: {}\n", fmt::join(missing, ", "));
    return Fine;
}

int runProfileDiff(const std::string& one, const std::string& other, bool asJson) {
    const io::AnyProfile a = io::parseAnyProfile(readAll(one)), b = io::parseAnyProfile(readAll(other));
    if (a.index() != b.index())
        throw InputError(other, fmt::format("is a {}, {} is a {}: only boxes of one kind can be compared", kindTitle(kindOf(b)), one,
                                            kindTitle(kindOf(a))));
    nlohmann::ordered_json all = nlohmann::ordered_json::array();
    for (const BoxDifference& d : differences(a, b)) {
        const std::string title = render(d.title), was = render(d.one), is = render(d.other);
        if (asJson) all.push_back({{"key", d.key}, {"title", title}, {"one", was}, {"other", is}});
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
                    if (q.box == boxOf(kindOf(io::AnyProfile(copy)))) copy.unknown.push_back(anythingOf(q));
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
    io::AnyProfile after = io::parseAnyProfile(readAll(o.file));
    for (const std::string& answer : o.answers) {
        const auto equals = answer.find('=');
        if (equals == std::string::npos) throw InputError(answer, "is no answer; one is written as outputLimitPct=125");
        after = answered(after, answer.substr(0, equals), answer.substr(equals + 1));
    }
    const std::string text = io::writeProfile(after);
    (void)io::parseAnyProfile(text);  // answers that contradict one another are refused, and nothing is written
    writeAll(o.out.empty() ? o.file : o.out, text);
    return Fine;
}

}  // namespace kh::cli
