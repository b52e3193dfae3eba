// SPDX-License-Identifier: GPL-3.0-or-later
#include "cli/choose.h"
#include "cli/commands.h"

#include "base/error.h"
#include "io/document.h"
#include "io/library.h"
#include "io/profile.h"
#include "io/report.h"
#include "judge/openends.h"
#include "model/accepted.h"
#include "model/access.h"
#include "model/amounts.h"
#include "model/boxquestions.h"
#include "model/camera/newcamera.h"
#include "model/fieldpatterns.h"
#include "model/helicopter/newmodel.h"
#include "model/names.h"
#include "model/rotors/newrotors.h"
#include "procedure/registry.h"

#include <fmt/format.h>
#include <QDateTime>
#include <nlohmann/json.hpp>

namespace kh::cli {

namespace {

/// Replaces a plain box by the one of that id. @throws InputError for an id there is none of
template <class P>
void choose(P& into, const std::vector<P>& list, const std::string& id, const char* field) {
    if (!id.empty()) into = chosen(list, id, field);
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

namespace {

/// What is known of a variable-pitch quadrotor on day one.
Setup newQuadrotor(const NewOptions& o, const io::Library& library) {
    NewRotorsAnswers answers;
    answers.name = o.name;
    answers.style = word<FlyingStyle>("style", "machine.style"_field, o.style);
    if (o.pair != "front-left" && o.pair != "front-right")
        throw InputError("pair", fmt::format("{} is not known; known are front-left, front-right", o.pair));
    answers.pair = o.pair == "front-left" ? ClockwisePair::FrontLeft : ClockwisePair::FrontRight;
    answers.armMm = o.armMm;
    answers.bladeMm = o.bladeMm;
    answers.boxes = io::plainBoxes(library);
    choose(answers.boxes.transmitter, library.transmitters, o.transmitter, "transmitter");
    choose(answers.boxes.controller, library.controllers, o.controller.empty() ? "purser" : o.controller, "controller");
    choose(answers.boxes.speedController, library.speedControllers, o.speedController, "speed controller");
    choose(answers.boxes.plateServo, library.servos, o.servo, "servo");
    Setup made = newRotorsModel(answers, QDateTime::currentDateTimeUtc().toString(Qt::ISODate).toStdString());
    requireAccepted(made);
    return made;
}

/// The same of a camera quadrotor.
Setup newCameraQuadrotor(const NewOptions& o, const io::Library& library) {
    NewCameraAnswers answers;
    answers.name = o.name;
    if (o.kind != "position" && o.kind != "rates")
        throw InputError("kind", fmt::format("{} is not known; known are position, rates", o.kind));
    answers.kind = o.kind == "position" ? CameraKind::Position : CameraKind::Rates;
    answers.pair = o.pair == "front-left" ? ClockwisePair::FrontLeft : ClockwisePair::FrontRight;
    answers.armMm = o.armMm;
    answers.propMm = o.propMm;
    answers.reversed = o.reversed;
    for (const std::string& id : o.reversed)
        if (!cameraClass().find(id)) throw InputError("reversed", fmt::format("{} is no channel of such a machine", id));
    answers.boxes = io::plainBoxes(library);
    choose(answers.boxes.transmitter, library.transmitters, o.transmitter, "transmitter");
    choose(answers.boxes.controller, library.controllers, o.controller.empty() ? "wherry" : o.controller, "controller");
    choose(answers.boxes.speedController, library.speedControllers, kInsideTheBox, "speed controller");
    Setup made = newCameraModel(answers, QDateTime::currentDateTimeUtc().toString(Qt::ISODate).toStdString());
    requireAccepted(made);
    return made;
}

}  // namespace

int runNew(const NewOptions& o, const char* program) {
    const io::Library library = io::loadLibrary(io::dataFolders(o.data, program));
    for (const std::string& problem : library.problems) std::cerr << "left out, it cannot be read: " << problem << '\n';
    if (o.aircraft == rotorsClass().id) {
        writeAll(o.out, io::writeDocument(newQuadrotor(o, library)), o.replace);
        return Fine;
    }
    if (o.aircraft == cameraClass().id) {
        writeAll(o.out, io::writeDocument(newCameraQuadrotor(o, library)), o.replace);
        return Fine;
    }
    if (o.aircraft != "helicopter")
        throw InputError("aircraft",
                         fmt::format("{} is not known; known are helicopter, {}, {}", o.aircraft, rotorsClass().id, cameraClass().id));
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

namespace {

/// What a profile would decide is tried on a model that has it: a given one, or a new one of usual size in plain boxes.
Setup modelWith(const ProfileOptions& o, const std::string& text, const char* program) {
    const auto document = nlohmann::json::parse(text, nullptr, false);
    if (document.is_object() && document.contains("machine")) return io::parseDocument(text).setup;
    const io::AnyProfile profile = io::parseAnyProfile(text);
    NewModelAnswers answers;
    answers.boxes = io::plainBoxes(io::loadLibrary(io::dataFolders(o.data, program)));
    Setup made = o.model.empty() ? Setup{} : io::loadDocument(o.model).setup;
    const bool given = !o.model.empty();
    const auto take = [&](const auto& box, auto& answer, auto& held) {
        if (given) held = box;
        else answer = box;
    };
    if (const auto* tx = std::get_if<TransmitterProfile>(&profile)) take(*tx, answers.boxes.transmitter, made.transmitter.profile);
    else if (const auto* fc = std::get_if<ControllerProfile>(&profile)) take(*fc, answers.boxes.controller, made.controller.profile);
    else if (const auto* esc = std::get_if<SpeedControllerProfile>(&profile))
        take(*esc, answers.boxes.speedController, made.speedController.profile);
    else throw InputError("file", "is a data sheet, which is judged in no model by itself");
    return given ? made : newModel(answers);
}

}  // namespace

namespace {

/// Of a servo or receiver there are no intervals: what nobody has written down is open.
int askDataSheet(const AnyBox& box, bool asJson) {
    nlohmann::ordered_json all = nlohmann::ordered_json::array();
    const Setup s = holding(box);
    for (const BoxQuestion* q : boxQuestions(kindOf(box))) {
        const FieldValue value = readField(s, boxRoot(s, q->kind) + q->key)->value;
        const std::string* text = std::get_if<std::string>(&value);
        if (!std::holds_alternative<std::monostate>(value) && (text == nullptr || !text->empty())) continue;
        const std::string asks = render(say(q->asks)), how = render(howToAnswer(*q)), rests = render(say(q->rests));
        if (asJson) all.push_back({{"key", q->key}, {"asks", asks}, {"how", how}, {"rests", rests}});
        else std::cout << fmt::format("{}\n    {}\n    {}\n", asks, how, rests);
    }
    if (asJson) print(nlohmann::ordered_json{{"open", all}});
    return Fine;
}

}  // namespace

int runProfileAsk(const ProfileOptions& o, const char* program) {
    const std::string text = readAll(o.file);
    if (const auto value = nlohmann::json::parse(text, nullptr, false); !value.is_object() || !value.contains("machine"))
        if (const AnyBox box = io::parseAnyProfile(text); kindOf(box) >= BoxKind::Servo) return askDataSheet(box, o.json);
    const Setup setup = modelWith(o, text, program);
    const std::vector<Decision> all = decisions(setup, stationsOf(setup).rules());
    if (o.json) {
        print(io::decisionsJson(setup, all));
        return Fine;
    }
    if (all.empty()) std::cout << "everything that is asked is known\n";
    for (const Decision& d : all) {
        std::vector<std::string> may;
        for (const Decision::End& e : d.ends) may.push_back(render(show(setup, d.fact.path, e.value)));
        std::cout << fmt::format("{}: {} is taken; it may be {}\n    {}\n", render(fieldTitle(setup, d.fact.path)),
                                 render(show(setup, d.fact.path)), fmt::join(may, d.fact.ends.size() == 2 ? " … " : ", "),
                                 render(say(d.fact.question->how)));
        for (const Decision::End& e : d.ends)
            if (!e.come.empty() || !e.go.empty())
                std::cout << fmt::format("    {}: {}{}{}\n", render(show(setup, d.fact.path, e.value)), fmt::join(e.come, ", "),
                                         e.go.empty() ? "" : "  gone: ", fmt::join(e.go, ", "));
    }
    return Fine;
}

}  // namespace kh::cli
