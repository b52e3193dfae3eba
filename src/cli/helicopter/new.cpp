// SPDX-License-Identifier: GPL-3.0-or-later
#include "cli/commands.h"

#include "base/error.h"
#include "io/document.h"
#include "io/library.h"
#include "model/access.h"
#include "model/fieldpatterns.h"
#include "model/helicopter/newmodel.h"

#include <fmt/format.h>
#include <QDateTime>
#include <nlohmann/json.hpp>

namespace kh::cli {

namespace {

/// Replaces a plain box by the one of that id. @throws InputError for an id there is none of
template <class P>
void choose(P& into, const std::vector<P>& list, const std::string& id, const char* field) {
    if (id.empty()) return;
    std::vector<std::string> known;
    for (const P& p : list) {
        if (p.id == id) {
            into = p;
            return;
        }
        known.push_back(p.id);
    }
    throw InputError(field, fmt::format("{} is not known; known are {}", id, fmt::join(known, ", ")));
}

/// One word of a described field. @throws InputError naming the option and the words there are
template <class E>
E word(const char* option, const std::string& field, const std::string& id) {
    Setup probe;
    const auto ids = choiceIds(readField(probe, field)->info);
    for (std::size_t i = 0; i < ids.size(); ++i)
        if (ids[i] == id) return static_cast<E>(i);
    throw InputError(option, fmt::format("{} is not known; known are {}", id, fmt::join(ids, ", ")));
}

}  // namespace

int runNew(const NewOptions& o, const char* program) {
    const io::Library library = io::loadLibrary(io::dataFolders(o.data, program));
    for (const std::string& problem : library.problems) std::cerr << "left out, it cannot be read: " << problem << '\n';
    NewModelAnswers answers;
    answers.name = o.name;
    answers.sizeClass = o.sizeClass;
    answers.style = word<FlyingStyle>("style", "machine.style"_field, o.style);
    answers.turning = word<Turning>("turning", "machine.rotor.turning"_field, o.turning);
    answers.link = word<LinkSide>("link", "machine.head.link"_field, o.link);
    answers.throttle = word<ThrottleSchool>("throttle", "transmitter.schools.throttle"_field, o.throttle);
    answers.hold = word<HoldSchool>("hold", "transmitter.schools.hold"_field, o.hold);
    if (!o.layout.empty()) answers.layout = o.layout;
    answers.boxes = io::plainBoxes(library);
    choose(answers.boxes.transmitter, library.transmitters, o.transmitter, "transmitter");
    choose(answers.boxes.controller, library.controllers, o.controller, "controller");
    choose(answers.boxes.speedController, library.speedControllers, o.speedController, "speed controller");
    choose(answers.boxes.plateServo, library.servos, o.servo, "servo");
    choose(answers.boxes.tailServo, library.servos, o.servo, "servo");
    const Setup made = newModel(answers, QDateTime::currentDateTimeUtc().toString(Qt::ISODate).toStdString());
    writeAll(o.out, io::writeDocument(made), o.replace);
    return Fine;
}

}  // namespace kh::cli
