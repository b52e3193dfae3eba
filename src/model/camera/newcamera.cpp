// SPDX-License-Identifier: GPL-3.0-or-later
#include "model/camera/newcamera.h"

#include "base/conventions.h"
#include "base/error.h"
#include "model/carried.h"
#include "model/fieldpatterns.h"

#include <algorithm>
#include <array>
#include <cmath>
#include <string_view>

namespace kh {

namespace {

constexpr double kUsualStopPct = -110.0, kStopMarginUs = 20.0, kFullPct = 100.0, kCutBelowUs = 21.0;
constexpr double kLowRatePct = 70.0, kExpoPct = 20.0;

/// What is held where nobody said otherwise, by the names boxes give such modes.
struct Usual {
    std::string_view window;
    bool angle, height, position;
};
constexpr std::array kUsual{Usual{"flight-level", true, true, false},   Usual{"flight-anchor", true, true, true},
                            Usual{"flight-free", false, false, false},  Usual{"flight-angle", true, false, false},
                            Usual{"flight-rates", false, false, false}, Usual{camera::kHome, true, true, true}};

HeldMode usualMode(const std::string& window) {
    for (const Usual& u : kUsual)
        if (window == u.window) return {window, u.angle, u.height, u.position, {}};
    return {window, true, false, false, {}};
}

/// The mode in which a pilot starts: that which holds the most.
std::string safest(const std::vector<HeldMode>& modes) {
    const auto holds = [](const HeldMode& m) { return m.angle + 2 * m.height + 4 * m.position; };
    const HeldMode* best = nullptr;
    for (const HeldMode& m : modes)
        if (familyOf(m.id) == camera::kFlight && (best == nullptr || holds(m) > holds(*best))) best = &m;
    return best == nullptr ? std::string() : best->id;
}

void buildCamera(Setup& s, const NewCameraAnswers& answers) {
    Machine& m = s.machine;
    m.aircraft = Aircraft(cameraClass().blank());
    m.name = answers.name;
    m.sizeClass = "250";
    m.massKg = 1.2;
    m.power.cells = 3.0;
    m.wiring.throttleLead = ThrottleLead::Controller;
    Camera& c = cameraOf(s);
    c.kind = answers.kind;
    c.pair = answers.pair;
    c.armMm = answers.armMm;
    c.propMm = answers.propMm;
    c.homeStored = takesFamily(s.controller.profile, camera::kHome);
    c.gesture = takesFamily(s.controller.profile, kArming) ? ArmGesture::None : ArmGesture::Ground;
    for (const TakenWindow* w : windowsOf(s.controller.profile, camera::kFlight)) c.modes.push_back(usualMode(w->id));
    if (takesFamily(s.controller.profile, camera::kHome)) c.modes.push_back(usualMode(camera::kHome));
}

/// The pulse up to which a box stops its motors.
double stopUs(const ControllerProfile& box) {
    const auto at = std::ranges::find_if(box.checks, [](const CheckWindow& w) { return w.id == kStopState; });
    return box.centreUs + (at == box.checks.end() ? kUsualStopPct : at->highPct) * box.usPerPct;
}

/// Switches by their places, those that stay where they are put; each is taken once.
class SwitchDrawer {
public:
    explicit SwitchDrawer(TransmitterSettings& tx) : tx_(tx) {
        for (const SwitchProfile& p : tx.profile->switches) tx.switches.push_back({p.id, 1, 1});
    }
    /// @throws InputError if none of them is left
    std::string take(std::size_t places, const char* what) {
        for (const SwitchProfile& p : tx_.profile->switches)
            if (p.places >= static_cast<int>(places) && !p.momentary && std::find(taken_.begin(), taken_.end(), p.id) == taken_.end() &&
                (places != 2 || p.places == 2)) {
                taken_.push_back(p.id);
                return p.id;
            }
        throw InputError("transmitter.profile.switches"_field,
                         "a switch of " + std::to_string(places) + " places that stays is needed for " + what);
    }
    /// Of two places if there is one left, else of three.
    std::string takeAny(const char* what) {
        try {
            return take(2, what);
        } catch (const InputError&) {
            return take(3, what);
        }
    }
    void powerOn(const std::string& id, int place) {
        for (SwitchSettings& s : tx_.switches)
            if (s.id == id) s.powerOnPlace = s.neutralPlace = place;
    }

private:
    TransmitterSettings& tx_;
    std::vector<std::string> taken_;
};

/// Every window of the modes at a place of one switch, spread over it.
void buildModeChannel(Setup& s, SwitchDrawer& drawer) {
    TransmitterSettings& tx = s.transmitter;
    std::vector<const TakenWindow*> windows = windowsOf(s.controller.profile, camera::kFlight);
    std::sort(windows.begin(), windows.end(), [](const TakenWindow* a, const TakenWindow* b) { return a->lowPct < b->lowPct; });
    const std::string id = drawer.take(std::max<std::size_t>(windows.size(), 2), "the modes");
    const std::string safe = safest(cameraOf(s).modes);
    for (std::size_t i = 0; i < windows.size(); ++i) {
        SwitchFunction f;
        f.id = windows[i]->id;
        f.when = {{{id, static_cast<int>(i) + 1, ""}}};
        f.valuePct = windows.size() < 2 ? 0.0 : -100.0 + 200.0 * static_cast<double>(i) / static_cast<double>(windows.size() - 1);
        tx.functions.push_back(std::move(f));
        if (windows[i]->id == safe) drawer.powerOn(id, static_cast<int>(i) + 1);
    }
}

void buildCameraSwitches(Setup& s) {
    TransmitterSettings& tx = s.transmitter;
    SwitchDrawer drawer(tx);
    buildModeChannel(s, drawer);
    const auto onSwitch = [&](const char* id, const char* what) {
        SwitchFunction f;
        f.id = id;
        f.when = {{{drawer.take(2, what), 2, ""}}};
        f.valuePct = 100.0;
        tx.functions.push_back(std::move(f));
    };
    if (takesFamily(s.controller.profile, camera::kHome)) onSwitch(camera::kHome, "return home");
    const std::string cut = drawer.take(2, "cut");
    tx.cut.when = {{{cut, 2, ""}}};
    for (SwitchSettings& w : tx.switches)
        if (w.id == cut) w.powerOnPlace = 2;
    if (takesFamily(s.controller.profile, kArming)) onSwitch(kArming, "arming");
    const std::string rates = drawer.takeAny("the rates");
    for (const SwitchProfile& p : tx.profile->switches)
        for (int place = 2; p.id == rates && place <= p.places; ++place) tx.modes[1].when.push_back({{rates, place, ""}});
}

void buildChannels(Setup& s, const NewCameraAnswers& answers) {
    TransmitterSettings& tx = s.transmitter;
    const ControllerProfile& box = s.controller.profile;
    const double full = fullTravelPct(tx.profile, box);
    int number = 0;
    for (const std::string& id : box.channelOrder) {
        ++number;
        const bool carried = familyOf(id) == id && takesFamily(box, id);
        if (!carried && (!cameraClass().find(id) || cameraClass().entry(*cameraClass().find(id)).source == FunctionSource::Places))
            continue;
        ChannelSettings ch;
        ch.id = id;
        ch.number = number;
        ch.travelLowPct = ch.travelHighPct = full;
        ch.reversed = std::find(answers.reversed.begin(), answers.reversed.end(), id) != answers.reversed.end();
        if (!carried) tx.channels.push_back(std::move(ch));
        else {
            FunctionChannel f;
            static_cast<ChannelSettings&>(f) = ch;
            f.reversed = false;
            tx.functionChannels.push_back(std::move(f));
        }
    }
    const auto turned = [&](const char* id) {
        return std::find(answers.reversed.begin(), answers.reversed.end(), id) != answers.reversed.end();
    };
    s.controller.directions = {turned("aileron"), turned("elevator"), false, turned("rudder")};
}

}  // namespace

Setup newCameraModel(const NewCameraAnswers& answers, const std::string& at) {
    Setup s;
    s.transmitter.profile = answers.boxes.transmitter;
    s.controller.profile = answers.boxes.controller;
    s.speedController.profile = answers.boxes.speedController;
    const ControllerProfile& box = s.controller.profile;
    if (windowsOf(box, camera::kFlight).size() < 2)
        throw InputError("controller.profile.takes"_field,
                         "a camera quadrotor needs a box whose modes are reached by a channel: " + box.name + " has none");
    buildCamera(s, answers);
    TransmitterSettings& tx = s.transmitter;
    tx.modelType = ModelType::Aeroplane;
    FlightMode high;
    high.id = "normal";
    high.name = "High";
    high.throttle = lineCurve(0.0, 100.0, 5);
    high.aileron.expoPct = high.elevator.expoPct = high.rudder.expoPct = kExpoPct;
    FlightMode low = high;
    low.id = "low";
    low.name = "Low";
    low.aileron.ratePct = low.elevator.ratePct = low.rudder.ratePct = kLowRatePct;
    tx.modes = {high, low};
    tx.timerMin = 10.0;
    buildCameraSwitches(s);
    buildChannels(s, answers);
    // the motors stop below the box's value; its learned low end stands above it by what is surely off
    s.speedController.lowUs = stopUs(box) + kStopMarginUs;
    s.speedController.highUs = box.centreUs + kFullPct * box.usPerPct;
    if (const ChannelSettings* ch = channelOf(tx, kThrottleChannel); ch != nullptr && ch->travelLowPct > 0.0) {
        const double sent = (stopUs(box) - kCutBelowUs - tx.profile->centreUs) / tx.profile->usPerPct / ch->travelLowPct * 100.0;
        tx.cut.throttlePct = std::max(tx.profile->holdLowPct, std::round(throttlePctFromChannelPct(sent)));
    }
    if (!box.mountings.empty()) s.controller.mounting = s.machine.mounting = box.mountings.front();
    for (int i = 1; i <= box.banks; ++i) s.controller.banks.push_back({std::to_string(i)});
    const NewCameraAnswers byDefault;
    const auto answered = [&](bool otherwise, const char* path) {
        if (otherwise) s.standings[path] = {Standing::Entered, at, {}, {}};
    };
    answered(answers.name != byDefault.name, "machine.name"_field);
    answered(answers.kind != byDefault.kind, "machine.kind"_field);
    answered(answers.pair != byDefault.pair, "machine.pair"_field);
    answered(answers.armMm != byDefault.armMm, "machine.armMm"_field);
    answered(answers.propMm != byDefault.propMm, "machine.propMm"_field);
    return s;
}

}  // namespace kh
