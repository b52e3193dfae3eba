// SPDX-License-Identifier: GPL-3.0-or-later
#include "model/anybox.h"

#include "model/profilechecks.h"

namespace kh {

Box boxOf(BoxKind kind) {
    switch (kind) {
        case BoxKind::Transmitter: return Box::Transmitter;
        case BoxKind::Controller: return Box::Controller;
        case BoxKind::SpeedController: return Box::SpeedController;
        case BoxKind::Servo:
        case BoxKind::Receiver: break;
    }
    return Box::Machine;
}

const char* kindTitle(BoxKind kind) {
    constexpr std::array kTitles{KH_TR("transmitter"), KH_TR("controller"), KH_TR("speed controller"), KH_TR("servo"), KH_TR("receiver")};
    return kTitles[static_cast<std::size_t>(kind)];
}

const char* kindPlural(BoxKind kind) {
    constexpr std::array kTitles{KH_TR("transmitters"), KH_TR("controllers"), KH_TR("speed controllers"), KH_TR("servos"),
                                 KH_TR("receivers")};
    return kTitles[static_cast<std::size_t>(kind)];
}

const std::string& idOf(const AnyBox& box) {
    return std::visit([](const auto& p) -> const std::string& { return p.id; }, box);
}
const std::string& nameOf(const AnyBox& box) {
    return std::visit([](const auto& p) -> const std::string& { return p.name; }, box);
}
int versionOf(const AnyBox& box) {
    return std::visit([](const auto& p) { return p.version; }, box);
}

AnyBox renamed(AnyBox box, const std::string& id, const std::string& name) {
    std::visit(
        [&](auto& p) {
            p.id = id;
            p.name = name;
            p.version = 1;
        },
        box);
    return box;
}

const std::vector<UnknownFact>* unknownOf(const AnyBox& box) {
    return std::visit(
        [](const auto& p) -> const std::vector<UnknownFact>* {
            if constexpr (requires { p.unknown; }) return &p.unknown;
            else return nullptr;
        },
        box);
}

void requireConsistent(const AnyBox& box) {
    std::visit([](const auto& p) { requireConsistent(p); }, box);
}

Setup holding(const AnyBox& box) { return holding(box, Setup{}); }

Setup holding(const AnyBox& box, Setup s) {
    if (const auto* p = std::get_if<TransmitterProfile>(&box)) s.transmitter.profile = *p;
    else if (const auto* c = std::get_if<ControllerProfile>(&box)) s.controller.profile = *c;
    else if (const auto* e = std::get_if<SpeedControllerProfile>(&box)) s.speedController.profile = *e;
    else if (const auto* r = std::get_if<ReceiverProfile>(&box)) s.machine.receiver = *r;
    else s.machine.aircraft.facts().eachServo([&](const ServoPlace&, Shared<ServoProfile>& servo) { servo = std::get<ServoProfile>(box); });
    return s;
}

AnyBox boxIn(const Setup& setup, BoxKind kind) {
    switch (kind) {
        case BoxKind::Transmitter: return *setup.transmitter.profile;
        case BoxKind::Controller: return *setup.controller.profile;
        case BoxKind::SpeedController: return *setup.speedController.profile;
        case BoxKind::Receiver: return *setup.machine.receiver;
        case BoxKind::Servo: break;
    }
    const auto servos = fittedServos(setup.machine);
    return servos.empty() ? ServoProfile{} : *servos.front().servo;
}

std::string boxRoot(const Setup& setup, BoxKind kind) {
    switch (kind) {
        case BoxKind::Transmitter: return "transmitter.profile.";
        case BoxKind::Controller: return "controller.profile.";
        case BoxKind::SpeedController: return "speedController.profile.";
        case BoxKind::Receiver: return "machine.receiver.";
        case BoxKind::Servo: break;
    }
    const auto servos = fittedServos(setup.machine);
    return servos.empty() ? std::string() : servos.front().place.path + ".";
}

std::string idFromName(std::string_view name) {
    std::string id;
    for (const char c : name) {
        const bool letter = (c >= 'a' && c <= 'z') || (c >= 'A' && c <= 'Z') || (c >= '0' && c <= '9');
        if (letter) id += static_cast<char>(c >= 'A' && c <= 'Z' ? c - 'A' + 'a' : c);
        else if (!id.empty() && id.back() != '-') id += '-';
    }
    while (!id.empty() && id.back() == '-') id.pop_back();
    return id;
}

}  // namespace kh
