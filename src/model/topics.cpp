// SPDX-License-Identifier: GPL-3.0-or-later
#include "model/topics.h"

#include "base/message.h"
#include "model/carried.h"
#include "model/controllerwords.h"
#include "model/failsafe.h"
#include "model/fieldtable.h"

#include <algorithm>

namespace kh {

namespace {

bool hasModelMatch(const Setup& s) { return s.transmitter.profile->modelMatch; }
bool hasSpares(const Setup& s) { return !s.transmitter.spares.empty(); }
bool hasGainSteps(const Setup& s) {
    return std::any_of(s.transmitter.functions.begin(), s.transmitter.functions.end(),
                       [](const SwitchFunction& f) { return f.sentPct || f.id.starts_with("gain-"); });
}
bool hasFunctions(const Setup& s) { return !s.transmitter.functions.empty(); }
bool hasGyroSenses(const Setup& s) { return s.controller.profile->gyroSenses; }
bool hasRescue(const Setup& s) {
    const auto& levelling = s.controller.profile->levelling;
    return std::find(levelling.begin(), levelling.end(), "rescue") != levelling.end() || s.controller.rescueInUse;
}
bool asksReceiver(const Setup& s, std::string_view path) {
    if (path == "controller.receiver.kind") return !s.controller.profile->receiverKinds.empty();
    return path != "controller.receiver.variant" || !s.controller.profile->variants.empty();
}
/// Roll and pitch apart, where the box has them so.
bool ownAxis(const Setup& s, std::string_view path) {
    const bool pitch = path.ends_with(".pitchDegS") || path.ends_with(".pitchExpoPct") || path.ends_with(".pitchGainPct");
    return !pitch || s.controller.profile->axesApart;
}
bool setsDirect(const Setup& s, std::string_view path) {
    return path != "controller.governor.direct" || s.controller.profile->passesThrottle;
}
bool asksTurning(const Setup& s) { return s.controller.rotorTurning != ToldTurning::NotAsked; }
bool customLayout(const Setup& s) { return s.controller.layout == kCustomLayout; }
bool governs(const Setup& s) { return s.controller.governor.kind == GovernorKind::Internal; }

bool hasRange(const Setup& s) { return s.controller.profile->collectiveRanges != CollectiveRanges::None; }
bool ownRange(const Setup& s, std::string_view path) {
    return path != "controller.collectiveLowPct" || s.controller.profile->collectiveRanges == CollectiveRanges::Two;
}

const SwitchFunction* functionAt(const Setup& s, std::string_view path) {
    for (const SwitchFunction& f : s.transmitter.functions)
        if (path.starts_with("transmitter.functions." + f.id + ".")) return &f;
    return nullptr;
}
/// A gain step that something works or that holds a value.
bool isGainStep(const Setup& s, std::string_view path) {
    const SwitchFunction* f = functionAt(s, path);
    return f != nullptr && (f->sentPct || (f->id.starts_with("gain-") && !f->when.empty()));
}
bool hasSwitch(const Setup& s, std::string_view path) {
    const SwitchFunction* f = functionAt(s, path);
    return f != nullptr && !f->when.empty();
}
bool hasFunctionChannels(const Setup& s) { return !s.transmitter.functionChannels.empty(); }
bool onItsChannel(const Setup& s, std::string_view path) {
    const SwitchFunction* f = functionAt(s, path);
    return f == nullptr || (!f->when.empty() && carrierOf(s.transmitter, f->id) != nullptr);
}
bool storesFailsafe(const Setup& s) { return failsafeIn(s) == FailsafeIn::Transmitter; }
bool fades(const Setup& s) {
    return s.transmitter.profile->fades ||
           std::any_of(s.transmitter.modes.begin(), s.transmitter.modes.end(), [](const FlightMode& m) { return m.fadeS > 0.0; });
}
/// Kill always, hold with it where the machine has one; cut where it is on a switch.
bool stops(const Setup& s, std::string_view path) {
    if (path.starts_with("transmitter.cut.")) return !s.transmitter.cut.when.empty();
    if (s.machine.aircraft.of().holds) return true;
    return path.starts_with("transmitter.kill.") && !s.transmitter.kill.when.empty();
}
bool share(const Setup& s, std::string_view path) {
    return path != "transmitter.swashMixPct" || s.transmitter.swashMixing != SwashMixing::Off;
}

/// Of a pack only where there is one.
bool alarmed(const Setup& s, std::string_view path) {
    return s.machine.power.kind == PowerKind::Electric || path == "transmitter.alarms.headRpm" ||
           path.starts_with("transmitter.alarms.timer");
}

/// Of what the timer follows only what belongs to that.
bool timed(const Setup& s, std::string_view path) {
    const TimerFollows f = s.transmitter.alarms.timerFollows;
    if (path == "transmitter.alarms.timerStartPct") return f == TimerFollows::Throttle || f == TimerFollows::Stick;
    return path != "transmitter.alarms.timerMode" || f == TimerFollows::Mode;
}

bool sendsHeadGain(const Setup& s) {
    return std::any_of(kHeadGainFamilies.begin(), kHeadGainFamilies.end(),
                       [&](const char* family) { return carrierOf(s.transmitter, family) != nullptr; });
}
/// Of the pitch gain only where it has a channel of its own.
bool sentGain(const Setup& s, std::string_view path) {
    return !path.ends_with(".pitchGainPct") || carrierOf(s.transmitter, kPitchGain) != nullptr;
}

/// That of a tail servo only where such a machine has one.
bool trimmedServo(const Setup& s, std::string_view path) {
    const auto& none = s.machine.aircraft.of().notAsked;
    return path != "controller.tail.trimUs" ||
           std::none_of(none.begin(), none.end(), [](std::string_view topic) { return topic == "tail-pulse"; });
}

bool usesTrainer(const Setup& s) { return s.transmitter.trainer.hands != TrainerHands::Nothing; }

bool isElectric(const Setup& s) { return s.machine.power.kind == PowerKind::Electric; }

constexpr Box kTx = Box::Transmitter, kFc = Box::Controller, kEsc = Box::SpeedController;

constexpr const char* kEngine = KH_TR("an engine has no speed controller");
constexpr std::array kTopics{
    Topic{kTx, "model-type", KH_TR("Model type")},
    Topic{kTx, "model-match", KH_TR("Model match"), false, hasModelMatch, KH_TR("this transmitter has no model match")},
    Topic{kTx, "stick-mode", KH_TR("Stick mode")},
    Topic{kTx, "swash-mixing", KH_TR("Swash mixing"), false, nullptr, "", share},
    Topic{kTx, "stick-trims", KH_TR("Stick trims")},
    Topic{kTx, "trim-range", KH_TR("Throttle trim")},
    Topic{kTx, "unused-channels", KH_TR("Unused channels")},
    Topic{kTx, "spare-channels", KH_TR("Spare channels"), false, hasSpares, KH_TR("every unused channel is inhibited")},
    Topic{kTx, "channel-number", KH_TR("Channel order")},
    Topic{kTx, "reverse", KH_TR("Channel directions"), true},
    Topic{kTx, "travel", KH_TR("Travels")},
    Topic{kTx, "sub-trim", KH_TR("Sub-trims")},
    Topic{kTx, "output-limit", KH_TR("Output limits")},
    Topic{kTx, "failsafe", KH_TR("Failsafe"), true, storesFailsafe, KH_TR("what acts without a signal is not stored in the transmitter")},
    Topic{kTx, "mode-switches", KH_TR("Flight modes")},
    Topic{kTx, "stop-switches", KH_TR("Kill and cut"), true, nullptr, "", stops},
    Topic{kTx, "switch-functions", KH_TR("Switch functions"), false, hasFunctions, KH_TR("no other function has a switch"), hasSwitch},
    Topic{kTx, "gain-steps", KH_TR("Gain steps"), false, hasGainSteps, KH_TR("the gain has no steps of its own"), isGainStep},
    Topic{kTx, "function-values", KH_TR("Function values"), false, hasFunctionChannels, KH_TR("no function has a channel of its own"),
          onItsChannel},
    Topic{kTx, "mode-fade", KH_TR("Fades"), false, fades, KH_TR("this transmitter does not fade")},
    Topic{kTx, "throttle-curve", KH_TR("Throttle curves")},
    Topic{kTx, "pitch-curve", KH_TR("Pitch curves")},
    Topic{kTx, "rate", KH_TR("Rates")},
    Topic{kTx, "expo", KH_TR("Expo")},
    Topic{kTx, "tail-gain", KH_TR("Tail gain")},
    Topic{kTx, "head-gains", KH_TR("Head gains"), false, sendsHeadGain, KH_TR("no gain of roll or pitch is sent"), sentGain},
    Topic{kTx, "hold-throttle", KH_TR("Hold"), true},
    Topic{kTx, "stop-throttle", KH_TR("Kill and cut values"), true, nullptr, "", stops},
    Topic{kTx, "acts-in", KH_TR("Where hold, kill and cut act"), true, nullptr, "", stops},
    Topic{kTx, "power-on-guard", KH_TR("Power-on guard"), true},
    Topic{kTx, "timer", KH_TR("Timer"), false, nullptr, "", timed},
    Topic{kTx, "alarms", KH_TR("Alarms"), false, nullptr, "", alarmed},
    Topic{kTx, "trainer", KH_TR("Trainer link"), false, usesTrainer, KH_TR("no trainer link is used")},
    Topic{kFc, "mounting", KH_TR("Mounting")},
    Topic{kFc, "gyro-senses", KH_TR("Gyro senses"), true, hasGyroSenses, KH_TR("this controller has no gyro senses to set")},
    Topic{kFc, "rescue", KH_TR("Rescue"), false, hasRescue, KH_TR("this controller has no rescue")},
    Topic{kFc, "rotor-turning", KH_TR("Main rotor rotation"), false, asksTurning, KH_TR("this controller does not ask")},
    Topic{kFc, "channel-order", KH_TR("Receiver"), false, nullptr, "", asksReceiver},
    Topic{kFc, "layout", KH_TR("Swash layout")},
    Topic{kFc, "layout-angles", KH_TR("Custom layout"), false, customLayout, KH_TR("the layout is one the controller knows")},
    Topic{kFc, "phase", KH_TR("Phase")},
    Topic{kFc, "servo-pulse", KH_TR("Servo pulse")},
    Topic{kFc, "servo-rate", KH_TR("Servo rate")},
    Topic{kFc, "servo-direction", KH_TR("Servo directions"), true},
    Topic{kFc, "servo-trim", KH_TR("Servo trims"), false, nullptr, "", trimmedServo},
    Topic{kFc, "directions", KH_TR("Directions"), true},
    Topic{kFc, "reference", KH_TR("Reference throw")},
    Topic{kFc, "cyclic-limit", KH_TR("Cyclic limit")},
    Topic{kFc, "collective-range", KH_TR("Collective range"), false, hasRange, KH_TR("the transmitter's travel is the range"), ownRange},
    Topic{kFc, "collective-trim", KH_TR("Collective trim")},
    Topic{kFc, "tail-pulse", KH_TR("Tail pulse")},
    Topic{kFc, "tail-rate", KH_TR("Tail rate")},
    Topic{kFc, "tail-servo-direction", KH_TR("Tail servo direction"), true},
    Topic{kFc, "tail-direction", KH_TR("Rudder direction"), true},
    Topic{kFc, "tail-limits", KH_TR("Tail limits")},
    Topic{kFc, "precompensation", KH_TR("Precompensation")},
    Topic{kFc, "governor", KH_TR("Governor"), false, nullptr, "", setsDirect},
    Topic{kFc, "governor-gear", KH_TR("Gear and poles"), false, governs, KH_TR("the controller does not govern")},
    Topic{kFc, "governor-run", KH_TR("Run-up"), false, governs, KH_TR("the controller does not govern")},
    Topic{kFc, "bank-rates", KH_TR("Rates"), false, nullptr, "", ownAxis},
    Topic{kFc, "bank-expo", KH_TR("Expo"), false, nullptr, "", ownAxis},
    Topic{kFc, "head-gain", KH_TR("Head gain"), false, nullptr, "", ownAxis},
    Topic{kFc, "rotor-pair", KH_TR("Clockwise pair")},
    Topic{kFc, "rotor-limits", KH_TR("Rotor limits")},
    Topic{kFc, "rotor-gains", KH_TR("Gains")},
    Topic{kEsc, "throttle-ends", KH_TR("Throttle ends"), false, isElectric, kEngine},
    Topic{kEsc, "control", KH_TR("Speed control"), false, isElectric, kEngine},
    Topic{kEsc, "brake", KH_TR("Brake"), false, isElectric, kEngine},
    Topic{kEsc, "soft-start", KH_TR("Soft start"), false, isElectric, kEngine},
    Topic{kEsc, "bail-out", KH_TR("Bail-out"), false, isElectric, kEngine},
    Topic{kEsc, "cut-off", KH_TR("Cut-off"), false, isElectric, kEngine},
};
static_assert(kTopics.size() == detail::kTopicIds.size());
static_assert([] {
    for (std::size_t i = 0; i < kTopics.size(); ++i)
        if (kTopics[i].id != detail::kTopicIds[i]) return false;
    return true;
}());

}  // namespace

std::span<const Topic> topics() { return kTopics; }

namespace {

bool hasUseFor(const AircraftClass& aircraft, const Topic& topic) {
    return std::none_of(aircraft.notAsked.begin(), aircraft.notAsked.end(), [&](const char* id) { return topic.id == id; });
}

}  // namespace

bool isAsked(const Setup& setup, const Topic& topic) {
    return hasUseFor(setup.machine.aircraft.of(), topic) && (topic.has == nullptr || topic.has(setup));
}

Typing typingOf(const Setup& setup, std::string_view path) {
    const FieldTable& table = FieldTable::of(setup);
    const FieldPattern* pattern = table.patternOf(path);
    if (pattern == nullptr) return {nullptr, KH_TR("there is no such field")};
    const FieldHome& home = pattern->info.home;
    const Topic* topic = topicOf(home.box, home.topic);
    if (topic == nullptr) return {nullptr, home.untyped};
    if (!hasUseFor(setup.machine.aircraft.of(), *topic)) return {nullptr, KH_TR("such a machine has no use for it")};
    if (!isAsked(setup, *topic)) return {nullptr, topic->otherwise};
    if (topic->asks != nullptr && !topic->asks(setup, path)) return {nullptr, KH_TR("it is in no use here")};
    // an empty field that has a word for that is typed as the word; another is simply not set
    const auto field = pattern->info.mayBeUnknown && pattern->title.unset == nullptr ? readField(setup, path) : std::nullopt;
    if (field && std::holds_alternative<std::monostate>(field->value)) return {nullptr, KH_TR("nothing is set there")};
    return {topic, ""};
}

const Topic* topicOf(Box box, std::string_view id) {
    const auto found = std::find_if(kTopics.begin(), kTopics.end(), [&](const Topic& t) { return t.box == box && t.id == id; });
    return found == kTopics.end() ? nullptr : &*found;
}

}  // namespace kh
