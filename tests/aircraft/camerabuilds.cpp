// SPDX-License-Identifier: GPL-3.0-or-later
#include "aircraft/camerabuilds.h"

#include "io/library.h"
#include "model/camera/newcamera.h"
#include "model/carried.h"
#include "model/conditions.h"

#include <algorithm>
#include <array>
#include <set>
#include <utility>

namespace khtest {

using namespace kh;

namespace {

using Dice = std::mt19937;

template <class List>
auto& byId(List& list, std::string_view id) {
    return *std::find_if(list.begin(), list.end(), [&](const auto& one) { return one.id == id; });
}

/// The box's windows, its order of channels and both boxes' scales drawn by chance; the places stay clear of every edge.
void drawBoxes(Boxes& boxes, CameraKind kind, Dice& dice) {
    const auto between = [&](double low, double high) { return std::round(std::uniform_real_distribution<double>(low, high)(dice)); };
    ControllerProfile& box = boxes.controller;
    box.usPerPct = std::array{4.0, 4.5, 5.0}[dice() % 3];
    box.centreUs = boxes.transmitter.centreUs = std::array{1500.0, 1510.0, 1520.0}[dice() % 3];
    std::shuffle(box.channelOrder.begin(), box.channelOrder.end(), dice);
    std::erase_if(box.takes, [](const TakenWindow& w) { return familyOf(w.id) == camera::kFlight; });
    std::vector<std::string> names{"flight-hush", "flight-steady", "flight-free"};
    names.front() = kind == CameraKind::Position ? "flight-anchor" : "flight-rates";  // one that is good to start in
    std::shuffle(names.begin(), names.end(), dice);
    if (dice() % 2 == 0) std::erase(names, "flight-steady");
    std::vector<double> edges{-150.0};
    if (names.size() == 3) edges.insert(edges.end(), {between(-85.0, -15.0), between(15.0, 85.0)});
    else edges.push_back((dice() % 2 == 0 ? 1.0 : -1.0) * between(15.0, 85.0));
    edges.push_back(150.0);
    for (std::size_t i = 0; i < names.size(); ++i) box.takes.push_back({names[i], edges[i], edges[i + 1]});
    for (TakenWindow& w : box.takes) {
        if (w.id == camera::kHomeOff) w.highPct = between(-80.0, -10.0);
        if (w.id == camera::kHome) w.lowPct = between(10.0, 80.0);
    }
}

/// Sound machines as nobody thought them out.
void addDrawn(const io::Library& library, std::vector<NamedCamera>& out) {
    Dice dice(31);
    for (int i = 0; i < 40; ++i) {
        NewCameraAnswers answers;
        answers.kind = dice() % 2 == 0 ? CameraKind::Position : CameraKind::Rates;
        answers.pair = dice() % 2 == 0 ? ClockwisePair::FrontLeft : ClockwisePair::FrontRight;
        answers.armMm = 80.0 + static_cast<double>(dice() % 400);
        answers.propMm = 60.0 + static_cast<double>(dice() % 400);
        for (const char* stick : {"aileron", "elevator", "rudder"})
            if (dice() % 2 == 0) answers.reversed.emplace_back(stick);
        answers.boxes = io::plainBoxes(library);
        answers.boxes.controller = byId(library.controllers, answers.kind == CameraKind::Position ? "wherry" : "skiff");
        answers.boxes.speedController = byId(library.speedControllers, "inside-four");
        answers.boxes.transmitter = byId(library.transmitters, std::array{"halyard-16", "halyard-10", "plain-16"}[dice() % 3]);
        drawBoxes(answers.boxes, answers.kind, dice);
        NamedCamera b{"drawn " + std::to_string(i), newCameraModel(answers)};
        Camera& c = cameraOf(b.setup);
        c.hoverPct = 30.0 + static_cast<double>(dice() % 40);
        c.returnHeightM = 20.0 + static_cast<double>(dice() % 60);
        c.loss = dice() % 2 == 0 ? LossAnswer::NoPulses : LossAnswer::Values;
        if (c.loss == LossAnswer::Values) {  // home is called, the throttle where it does not climb
            byId(b.setup.transmitter.channels, "throttle").failsafePct = 0.0;
            for (FunctionChannel& f : b.setup.transmitter.functionChannels)
                if (f.id == camera::kHome) f.failsafePct = 100.0;
        }
        out.push_back(std::move(b));
    }
}

std::vector<NamedCamera> makeBuilds() {
    const io::Library library = io::loadLibrary({KEELHAUL_SOURCE "/data"});
    std::vector<NamedCamera> out;
    for (const char* box : {"wherry", "skiff"})
        for (const char* transmitter : {"halyard-16", "halyard-10", "plain-10", "plain-16"})
            for (const auto& reversed : std::vector<std::vector<std::string>>{{"elevator"}, {}, {"aileron", "rudder"}})
                for (const ClockwisePair pair : {ClockwisePair::FrontLeft, ClockwisePair::FrontRight}) {
                    NewCameraAnswers answers;
                    answers.kind = box == std::string_view("wherry") ? CameraKind::Position : CameraKind::Rates;
                    answers.pair = pair;
                    answers.reversed = reversed;
                    answers.boxes = io::plainBoxes(library);
                    answers.boxes.controller = byId(library.controllers, box);
                    answers.boxes.speedController = byId(library.speedControllers, "inside-four");
                    const auto tx = std::find_if(library.transmitters.begin(), library.transmitters.end(),
                                                 [&](const auto& t) { return t.id == transmitter; });
                    if (tx == library.transmitters.end()) continue;
                    answers.boxes.transmitter = *tx;
                    NamedCamera b{std::string(box) + ", " + transmitter + ", " + (reversed.empty() ? "none" : reversed.front()) +
                                      " reversed, " + (pair == ClockwisePair::FrontLeft ? "left" : "right") + " pair",
                                  newCameraModel(answers)};
                    cameraOf(b.setup).loss = LossAnswer::NoPulses;
                    cameraOf(b.setup).returnHeightM = 30.0;
                    out.push_back(std::move(b));
                }
    addDrawn(library, out);
    return out;
}

FunctionChannel* carrierIn(Setup& s, const char* family) {
    for (FunctionChannel& c : s.transmitter.functionChannels)
        if (c.id == family) return &c;
    return nullptr;
}
SwitchFunction* functionIn(Setup& s, std::string_view id) {
    for (SwitchFunction& f : s.transmitter.functions)
        if (f.id == id) return &f;
    return nullptr;
}
void startAt(Setup& s, const Term& t) {
    for (SwitchSettings& w : s.transmitter.switches)
        if (w.id == t.switchId) w.powerOnPlace = t.place;
}

}  // namespace

const std::vector<NamedCamera>& soundCameras() {
    static const std::vector<NamedCamera> all = makeBuilds();
    return all;
}

const std::vector<CameraMistake>& cameraMistakes() {
    using enum Severity;
    static const std::vector<CameraMistake> all{
        {"a helicopter's memory", "model-type", Danger,
         [](Setup& s, Dice&) {
             s.transmitter.modelType = ModelType::Helicopter;
             return true;
         }},
        {"a stick's channel not as the sheet asks", "stick-way.", Danger,
         [](Setup& s, Dice& dice) {
             ChannelSettings& c = byId(s.transmitter.channels, std::array{"aileron", "elevator", "rudder"}[dice() % 3]);
             c.reversed = !c.reversed;
             return true;
         }},
        {"throttle reversed", "stick-way.throttle", Danger,
         [](Setup& s, Dice&) {
             ChannelSettings& c = byId(s.transmitter.channels, "throttle");
             c.reversed = !c.reversed;
             return true;
         }},
        {"two functions on one switch", "place-used.", Warning,
         [](Setup& s, Dice&) {
             SwitchFunction* f = functionIn(s, camera::kHome);
             if (f == nullptr) f = functionIn(s, kArming);
             if (f == nullptr || s.transmitter.modes[1].when.empty()) return false;
             f->when = {s.transmitter.modes[1].when.front()};
             return true;
         }},
        {"return home on from the start", "home-at-power-on", Danger,
         [](Setup& s, Dice&) {
             const SwitchFunction* home = functionIn(s, camera::kHome);
             if (home == nullptr) return false;
             startAt(s, home->when.front().front());
             return true;
         }},
        {"armed from the start", "armed-at-power-on", Warning,
         [](Setup& s, Dice&) {
             const SwitchFunction* arming = functionIn(s, kArming);
             if (arming == nullptr) return false;
             startAt(s, arming->when.front().front());
             return true;
         }},
        {"a cut that is only held", "cut-held", Danger,
         [](Setup& s, Dice&) {
             for (const SwitchProfile& p : s.transmitter.profile->switches)
                 if (p.momentary) {
                     s.transmitter.cut.when = {{{p.id, p.places, ""}}};
                     return true;
                 }
             return false;
         }},
        {"two places in one window", "windows.flight", Danger,
         [](Setup& s, Dice& dice) {
             FunctionChannel* c = carrierIn(s, camera::kFlight);
             c->travelLowPct = c->travelHighPct = 1.0 + static_cast<double>(dice() % 3);
             return true;
         }},
        {"a window that is not reached", "windows.flight", Danger,
         [](Setup& s, Dice&) {
             for (SwitchFunction& f : s.transmitter.functions)
                 if (familyOf(f.id) == camera::kFlight && f.valuePct == 100.0) f.valuePct = -100.0;
             return true;
         }},
        {"the mode channel turned round", "windows.flight", Danger,
         [](Setup& s, Dice&) {
             carrierIn(s, camera::kFlight)->reversed = true;
             return true;
         }},
        {"return home turned round", "windows.home", Danger,
         [](Setup& s, Dice&) {
             FunctionChannel* c = carrierIn(s, camera::kHome);
             if (c == nullptr) return false;
             c->reversed = true;
             return true;
         }},
        {"a cut that does not stop", "stop-value.cut", Danger,
         [](Setup& s, Dice& dice) {
             s.transmitter.cut.throttlePct = static_cast<double>(dice() % 8);
             return true;
         }},
        {"a cut in one mode only", "cut-everywhere", Danger,
         [](Setup& s, Dice&) {
             Term mode;
             for (const SwitchFunction& f : s.transmitter.functions)
                 if (familyOf(f.id) == camera::kFlight) mode = f.when.front().front();
             s.transmitter.cut.when.front().push_back(mode);
             return true;
         }},
        {"return home in one mode only", "home-everywhere", Danger,
         [](Setup& s, Dice&) {
             SwitchFunction* home = functionIn(s, camera::kHome);
             if (home == nullptr) return false;
             for (const SwitchFunction& f : s.transmitter.functions)
                 if (familyOf(f.id) == camera::kFlight) {
                     home->when.front().push_back(f.when.front().front());
                     break;
                 }
             return true;
         }},
        {"a place of the rates left out", "rate-place", Warning,
         [](Setup& s, Dice&) {
             std::set<std::string> used = workedBy(s.transmitter, s.transmitter.cut.when);
             for (const SwitchFunction& f : s.transmitter.functions) used.merge(workedBy(s.transmitter, f.when));
             for (const SwitchProfile& p : s.transmitter.profile->switches)
                 if (p.places == 3 && used.count(p.id) == 0) {
                     s.transmitter.modes[1].when = {{{p.id, 2, ""}}};
                     return true;
                 }
             return false;
         }},
        {"unused channels live", "unused-channels", Warning,
         [](Setup& s, Dice&) {
             s.transmitter.unusedInhibited = false;
             return true;
         }},
        {"modes and return home on each other's channel", "school-order", Danger,
         [](Setup& s, Dice&) {
             FunctionChannel *a = carrierIn(s, camera::kFlight), *b = carrierIn(s, camera::kHome);
             if (b == nullptr) b = carrierIn(s, kArming);
             if (b == nullptr) return false;
             std::swap(a->number, b->number);
             return true;
         }},
        {"a receiver that keeps the last values", "lost-signal", Danger,
         [](Setup& s, Dice&) {
             cameraOf(s).loss = LossAnswer::KeepsLast;
             return true;
         }},
        {"stored values that do not call it home", "lost-signal", Danger,
         [](Setup& s, Dice&) {
             cameraOf(s).loss = LossAnswer::Values;
             if (FunctionChannel* home = carrierIn(s, camera::kHome)) home->failsafePct = -100.0;
             for (ChannelSettings& c : s.transmitter.channels)
                 if (c.id == kThrottleChannel) c.failsafePct = carrierIn(s, camera::kHome) == nullptr ? 60.0 : 0.0;
             return true;
         }},
        {"a curved throttle", "throttle-straight.", Warning,
         [](Setup& s, Dice&) {
             s.transmitter.modes.front().throttle = flatCurve(60.0, 5);
             return true;
         }},
        {"starts in a mode that holds nothing", "start-mode", Warning,
         [](Setup& s, Dice&) {
             if (cameraOf(s).kind != CameraKind::Position) return false;
             startAt(s, functionIn(s, "flight-free")->when.front().front());
             return true;
         }},
        {"the box thinks it sits another way", "controller-mounting", Danger, [](Setup& s, Dice&) {
             s.controller.mounting = s.controller.profile->mountings.back();
             return true;
         }}};
    return all;
}

}  // namespace khtest
