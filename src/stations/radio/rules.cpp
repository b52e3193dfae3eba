// SPDX-License-Identifier: GPL-3.0-or-later
//
// The transmitter as a base: model type, trims, the channel map, what the box cannot hold.
#include "base/conventions.h"
#include "formula/answers.h"
#include "judge/rowids.h"
#include "judge/rule.h"
#include "model/carried.h"
#include "model/conditions.h"
#include "model/conditiontext.h"
#include "model/fieldpatterns.h"
#include "model/modeedits.h"
#include "model/names.h"
#include "stations/radio/radio.h"

#include <algorithm>
#include <array>
#include <cmath>
#include <map>
#include <optional>
#include <set>

namespace kh {

namespace {

void modelType(const AuditContext& c, std::vector<Finding>& out) {
    const std::string needed = c.setup.machine.aircraft.of().modelType;
    const std::string is = std::get<std::string>(readField(c.setup, "transmitter.modelType"_field)->value);
    if (is == needed) return;
    out.push_back({.severity = Severity::Danger,
                   .row = "model-type"_row,
                   .title = needed == "helicopter" ? c.say(KH_TR("The model memory is not a {type}"), {{"type", asWord(needed)}})
                                                   : c.say(KH_TR("The model memory is not an aeroplane's")),
                   .found = c.say(KH_TR("The transmitter's model type is {type}."), {{"type", asWord(is)}}),
                   .why = needed == "helicopter"
                              ? c.say(KH_TR("There is then no pitch curve, no flight mode and no hold: the motor cannot be held off."))
                              : c.say(KH_TR("It mixes and curves what the box wants straight: the throttle first.")),
                   .todo = c.say(KH_TR("Set the model type to {type} in the transmitter."), {{"type", asWord(needed)}}),
                   .box = Box::Transmitter,
                   .subject = "transmitter.modelType"_field,
                   .fix = {{"transmitter.modelType"_field, needed}}});
}

void stickTrims(const AuditContext& c, std::vector<Finding>& out) {
    const StickTrims& t = c.setup.transmitter.trims;
    const double most = std::max({std::abs(t.aileronPct), std::abs(t.elevatorPct), std::abs(t.rudderPct)});
    if (!t.live && most == 0.0) return;
    Finding f{.severity = Severity::Warning,
              .row = "stick-trims"_row,
              .title = c.say(KH_TR("Stick trims are live")),
              .found = c.say(KH_TR("Aileron {a}, elevator {e}, rudder {r}."), {{"a", c.amount("transmitter.trims.aileronPct"_field)},
                                                                               {"e", c.amount("transmitter.trims.elevatorPct"_field)},
                                                                               {"r", c.amount("transmitter.trims.rudderPct"_field)}}),
              .why = c.say(KH_TR("On a rate-controlled axis a trim is a constant turn demand; a rudder that does not rest at 0 drifts.")),
              .todo = c.say(KH_TR("Set aileron, elevator and rudder trim to 0 and their step to off in the transmitter.")),
              .box = Box::Transmitter,
              .subject = "transmitter.trims.live"_field,
              .fix = {{"transmitter.trims.live"_field, false},
                      {"transmitter.trims.aileronPct"_field, 0.0},
                      {"transmitter.trims.elevatorPct"_field, 0.0},
                      {"transmitter.trims.rudderPct"_field, 0.0}}};
    out.push_back(std::move(f));
}

/// What is worked in the controller by a switch of the transmitter.
struct Carried {
    const char* kind;  ///< its functions begin so
    const char* row;
    const char* name;
    bool onlyTaken = false;  ///< of a controller that does not take it nothing is missing
};
constexpr std::array kCarried{
    Carried{"bank-", "bank-switch"_row, KH_TR("the bank")}, Carried{"rescue", "rescue-switch"_row, KH_TR("rescue")},
    Carried{"level", "level-switch"_row, KH_TR("level"), true}, Carried{"arming", "arming-switch"_row, KH_TR("arming"), true}};

/// Such a function that no channel carries: the first of its kind, and the switch a channel must follow for it.
struct NotCarried {
    std::string function, switchId;
};
std::optional<NotCarried> notCarried(const TransmitterSettings& tx, const ControllerProfile& box, const Carried& what) {
    NotCarried out;
    for (const SwitchFunction& f : tx.functions) {
        if (!f.id.starts_with(what.kind) || f.when.empty()) continue;
        if (what.onlyTaken && !takesFamily(box, familyOf(f.id))) continue;
        if (carrierOf(tx, f.id) != nullptr) return std::nullopt;
        for (const std::string& s : workedBy(tx, f.when)) {
            if (std::any_of(tx.spares.begin(), tx.spares.end(), [&](const SpareChannel& spare) { return spare.follows == s; }))
                return std::nullopt;
            if (out.function.empty()) out = {f.id, s};
        }
    }
    return out.function.empty() ? std::nullopt : std::optional(out);
}

void unusedChannels(const AuditContext& c, std::vector<Finding>& out) {
    const TransmitterSettings& tx = c.setup.transmitter;
    const bool inhibited = tx.unusedInhibited;
    std::vector<Message> live;
    const SpareChannel* follower = nullptr;  // of a switch that works nothing it could carry
    for (const SpareChannel& s : tx.spares) {
        if (carriesFunction(tx, s) || (inhibited && s.follows.empty())) continue;
        if (follower == nullptr && !s.follows.empty()) follower = &s;
        const Amount number = c.amount(elementPath("transmitter.spares.{}.number"_field, s.id));
        live.push_back(s.follows.empty() ? c.say(KH_TR("channel {n} sends its centre"), {{"n", number}})
                                         : c.say(KH_TR("channel {n} follows {s}"), {{"n", number}, {"s", s.follows}}));
    }
    if (inhibited && live.empty()) return;
    Finding f{.severity = Severity::Warning,
              .row = "unused-channels"_row,
              .title = c.say(KH_TR("Unused channels are not inhibited")),
              .found = !live.empty() ? c.say(KH_TR("{list}."), {{"list", live}})
                                     : c.say(KH_TR("{n} of {all} channels are used; the rest may follow a switch."),
                                             {{"n", num(static_cast<double>(tx.channels.size() + tx.functionChannels.size()))},
                                              {"all", c.amount("transmitter.profile.channels"_field)}}),
              .why = c.say(KH_TR("A forgotten channel can reach a port of the controller and change a setting in flight.")),
              .todo = c.say(KH_TR("Inhibit every unused channel in the transmitter.")),
              .box = Box::Transmitter,
              .subject = "transmitter.unusedInhibited"_field,
              .fix = inhibitEdits(tx)};
    // a function that was moved to another switch, and its channel that was not
    for (const Carried& what : kCarried)
        if (const auto moved = notCarried(tx, c.setup.controller.profile, what); moved && follower != nullptr && f.also.empty()) {
            f.todo = c.say(KH_TR("Let channel {n} follow {s}, which works {f} now, in the transmitter."),
                           {{"n", c.amount(elementPath("transmitter.spares.{}.number"_field, follower->id))},
                            {"s", moved->switchId},
                            {"f", std::string(what.name)}});
            f.also = {f.fix};
            f.fix = {{elementPath("transmitter.spares.{}.follows"_field, follower->id), moved->switchId}};
        }
    out.push_back(std::move(f));
}

void carried(const AuditContext& c, std::vector<Finding>& out) {
    const TransmitterSettings& tx = c.setup.transmitter;
    for (const Carried& what : kCarried) {
        const auto missing = notCarried(tx, c.setup.controller.profile, what);
        if (!missing) continue;
        out.push_back(
            {.id = "no-carrier." + std::string(familyOf(missing->function)),
             .severity = Severity::Note,
             .row = what.row,
             .title = c.say(KH_TR("No channel carries {f}"), {{"f", std::string(what.name)}}),
             .found = c.say(KH_TR("{s} works it in the transmitter; no channel follows that switch."),
                            {{"s", conditionTitle(tx, *conditionOf(tx, missing->function))}}),
             .why = c.say(KH_TR("The controller hears nothing of the switch.")),
             .todo = c.say(KH_TR("Let a channel follow it in the transmitter, and learn that channel in the controller; or take it "
                                 "off its switch.")),
             .box = Box::Transmitter,
             .subject = conditionPath(tx, missing->function)});
    }
    for (const SpareChannel& s : tx.spares)
        if (carriesFunction(tx, s) && !tx.unusedInhibited)
            out.push_back({.id = "carrier." + s.id,
                           .severity = Severity::Note,
                           .row = "unused-channels"_row,
                           .title = c.say(KH_TR("Channel {n} is taken to carry a function"),
                                          {{"n", c.amount(elementPath("transmitter.spares.{}.number"_field, s.id))}}),
                           .found = c.say(KH_TR("It follows {s}, which works a bank, rescue or a gain."), {{"s", s.follows}}),
                           .why = c.say(KH_TR("If it does not, something that is plugged in there moves with that switch.")),
                           .todo = c.say(KH_TR("Look in the transmitter; inhibit it if nothing listens to it.")),
                           .box = Box::Transmitter,
                           .subject = elementPath("transmitter.spares.{}.follows"_field, s.id)});
}

void channelClash(const AuditContext& c, std::vector<Finding>& out) {
    struct Used {
        std::string function, path;
        int number;
    };
    std::vector<Used> all;
    for (const ChannelSettings& ch : c.setup.transmitter.channels) all.push_back({ch.id, channelPath(ch.id, "number"), ch.number});
    for (const FunctionChannel& ch : c.setup.transmitter.functionChannels)
        all.push_back({ch.id, elementPath("transmitter.functionChannels.{}.number"_field, ch.id), ch.number});
    std::map<int, std::string> taken;
    std::set<int> used;
    for (const Used& ch : all) used.insert(ch.number);
    int free = 1;
    while (used.count(free) != 0) ++free;
    for (const Used& ch : all) {
        const auto [other, fresh] = taken.emplace(ch.number, ch.function);
        const bool beyond = ch.number > c.setup.transmitter.profile->channels;
        if (fresh && !beyond) continue;
        const Amount number = c.amount(ch.path, ch.number);
        Finding f{
            .id = "channel-clash." + ch.function,
            .severity = Severity::Danger,
            .row = "channel-map"_row,
            .title = beyond ? c.say(KH_TR("Channel {n} does not exist"), {{"n", number}})
                            : c.say(KH_TR("Two functions on channel {n}"), {{"n", number}}),
            .found =
                beyond
                    ? c.say(KH_TR("{f} is on channel {n}; {box} has {all}."), {{"f", asWord(ch.function)},
                                                                               {"n", number},
                                                                               {"box", c.setup.transmitter.profile->name},
                                                                               {"all", c.amount("transmitter.profile.channels"_field)}})
                    : c.say(KH_TR("{a} and {b} both use channel {n}."), {{"a", other->second}, {"b", asWord(ch.function)}, {"n", number}}),
            .why = c.say(KH_TR("One of them never reaches the controller.")),
            .todo =
                c.say(KH_TR("Put {f} on channel {n} in the transmitter."), {{"f", asWord(ch.function)}, {"n", c.amount(ch.path, free)}}),
            .box = Box::Transmitter,
            .subject = ch.path,
            .fix = {{ch.path, static_cast<double>(free)}}};
        out.push_back(std::move(f));
    }
}

void channelMissing(const AuditContext& c, std::vector<Finding>& out) {
    std::set<std::string> there;
    for (const ChannelSettings& ch : c.setup.transmitter.channels) there.insert(ch.id);
    for (const FunctionEntry& function : c.setup.machine.aircraft.of().functions) {
        const std::string id = function.id;
        if (there.count(id) != 0 || function.source == FunctionSource::Places) continue;
        out.push_back({.id = "channel-missing." + id,
                       .severity = Severity::Danger,
                       .row = "channel-map"_row,
                       .title = c.say(KH_TR("{f} has no channel"), {{"f", asWord(id)}}),
                       .found = c.say(KH_TR("No channel of the transmitter carries {f}."), {{"f", asWord(id)}}),
                       .why = c.say(KH_TR("The controller reads nothing there and cannot fly the axis.")),
                       .todo = c.say(KH_TR("Give {f} a channel in the transmitter."), {{"f", asWord(id)}}),
                       .box = Box::Transmitter,
                       .subject = "transmitter.channels"_field});
    }
}

void modelMatch(const AuditContext& c, std::vector<Finding>& out) {
    if (!c.setup.transmitter.profile->modelMatch || c.setup.transmitter.modelMatch) return;
    out.push_back({.severity = Severity::Note,
                   .row = "model-type"_row,
                   .title = c.say(KH_TR("Model match is off")),
                   .found = c.say(KH_TR("The receiver accepts any model memory.")),
                   .why = c.say(KH_TR("With another model's memory every direction and every end can be wrong.")),
                   .todo = c.say(KH_TR("Switch model match on in the transmitter, or bump aileron before the motor is armed.")),
                   .box = Box::Transmitter,
                   .subject = "transmitter.modelMatch"_field,
                   .fix = {{"transmitter.modelMatch"_field, true}}});
}

/// What the box cannot hold; a document from elsewhere, or a change of box, can ask for it.
void boxLimits(const AuditContext& c, std::vector<Finding>& out) {
    const TransmitterSettings& tx = c.setup.transmitter;
    const TransmitterProfile& box = tx.profile;
    const auto tell = [&](const std::string& id, const char* row, Message found, Message todo, Edit fix) {
        out.push_back({.id = "box-limits." + id,
                       .severity = Severity::Warning,
                       .row = row,
                       .title = c.say(KH_TR("{box} cannot hold this"), {{"box", box.name}}),
                       .found = std::move(found),
                       .why = c.say(KH_TR("What the transmitter then really sends is not what is computed here.")),
                       .todo = std::move(todo),
                       .box = Box::Transmitter,
                       .subject = fix.path,
                       .fix = {std::move(fix)}});
    };
    for (const ChannelSettings& ch : tx.channels)
        for (const bool high : {false, true}) {
            const double travel = high ? ch.travelHighPct : ch.travelLowPct;
            if (travel <= box.travelLimitPct) continue;
            const std::string path = channelPath(ch.id, high ? "travelHighPct" : "travelLowPct");
            tell("travel." + ch.id + (high ? ".high" : ".low"), ("channel-" + ch.id).c_str(),
                 c.say(KH_TR("Travel of {f} is {t}; {box} goes to {l}."),
                       {{"f", asWord(ch.id)}, {"t", c.amount(path, travel)}, {"box", box.name}, {"l", c.amount(path, box.travelLimitPct)}}),
                 c.say(KH_TR("Set it to {l} in the transmitter, and learn the ends in the controller or raise the rate."),
                       {{"l", c.amount(path, box.travelLimitPct)}}),
                 {path, box.travelLimitPct});
        }
    const double held = tx.hold.throttlePct;
    if (held < box.holdLowPct || held > box.holdHighPct)
        tell("hold", "throttle-curve",
             c.say(KH_TR("Hold is {h}; {box} takes {a} … {b}."),
                   {{"h", c.amount("transmitter.hold.throttlePct"_field, held)},
                    {"box", box.name},
                    {"a", bare(c.amount("transmitter.hold.throttlePct"_field, box.holdLowPct))},
                    {"b", c.amount("transmitter.hold.throttlePct"_field, box.holdHighPct)}}),
             c.say(KH_TR("Set hold to {v} in the transmitter."),
                   {{"v", c.amount("transmitter.hold.throttlePct"_field, std::clamp(held, box.holdLowPct, box.holdHighPct))}}),
             {"transmitter.hold.throttlePct"_field, std::clamp(held, box.holdLowPct, box.holdHighPct)});
    for (const FlightMode& m : tx.modes)
        for (const bool pitch : {true, false}) {
            const Curve& curve = pitch ? m.pitch : m.throttle;
            const std::string path = "transmitter.modes." + m.id + (pitch ? ".pitch" : ".throttle");
            const auto most = static_cast<std::size_t>(box.curvePoints);
            if (!pitch && m.id == "hold") continue;
            if (curve.points.size() > most)
                tell("points." + m.id + (pitch ? ".pitch" : ".throttle"), pitch ? "pitch-curve" : "throttle-curve",
                     c.say(KH_TR("{m}: {n} points; {box} has {l}."), {{"m", m.name},
                                                                      {"n", num(static_cast<double>(curve.points.size()))},
                                                                      {"box", box.name},
                                                                      {"l", c.amount("transmitter.profile.curvePoints"_field)}}),
                     c.say(KH_TR("Enter the curve with {l} points in the transmitter."),
                           {{"l", c.amount("transmitter.profile.curvePoints"_field)}}),
                     {path, resampledCurve(curve, most)});
            else if (curve.shape == CurveShape::Smooth && !box.smoothCurves) {
                Curve straight = curve;
                straight.shape = CurveShape::Straight;
                tell("smooth." + m.id + (pitch ? ".pitch" : ".throttle"), pitch ? "pitch-curve" : "throttle-curve",
                     c.say(KH_TR("{m} is smooth; {box} has straight curves only."), {{"m", m.name}, {"box", box.name}}),
                     c.say(KH_TR("Enter the curve straight from point to point in the transmitter.")), {path, straight});
            }
        }
}

}  // namespace

std::span<const Rule> radioRules() {
    static constexpr std::array rules{
        Rule{"model-type", Station::Radio, Work::MotorOff, modelType},
        Rule{"stick-trims", Station::Radio, Work::Centre, stickTrims},
        Rule{"unused-channels", Station::Radio, Work::Wiring, unusedChannels},
        Rule{"no-carrier", Station::Radio, Work::Wiring, carried},
        Rule{"channel-clash", Station::Radio, Work::MotorOff, channelClash},
        Rule{"channel-missing", Station::Radio, Work::MotorOff, channelMissing},
        Rule{"model-match", Station::Radio, Work::Wiring, modelMatch},
        Rule{"box-limits", Station::Radio, Work::Ends, boxLimits},
    };
    return rules;
}

}  // namespace kh
