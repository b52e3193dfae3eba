// SPDX-License-Identifier: GPL-3.0-or-later
//
// The controller's monitor by itself: which bar answers to each stick, and what is heard at each place of a function.
#include "base/error.h"
#include "judge/dependencies.h"
#include "judge/rowids.h"
#include "judge/rule.h"
#include "model/amounts.h"
#include "model/carried.h"
#include "model/fieldpatterns.h"
#include "model/modeedits.h"
#include "model/monitor.h"
#include "model/names.h"
#include "stations/kit/solverkit.h"
#include "stations/radio/radio.h"

#include <fmt/format.h>
#include <array>
#include <cmath>
#include <map>

namespace kh {

namespace {

constexpr const char* kAnswers = "answers.";

/// Functions that are moved by hand: sticks, and the gain, which the mode switch moves.
std::vector<const FunctionEntry*> movedByHand(const Setup& setup) {
    std::vector<const FunctionEntry*> out;
    for (const FunctionEntry& f : setup.machine.aircraft.of().functions)
        if (channelOf(setup.transmitter, f.id) != nullptr) out.push_back(&f);
    return out;
}

std::vector<Step> answerSteps(const Setup& setup, const Figures&) {
    std::vector<Step> steps;
    for (const FunctionEntry* f : movedByHand(setup))
        steps.push_back(readStep(kAnswers + std::string(f->id),
                                 f->stick == nullptr ? say(KH_TR("{f}, moved by the mode switch: bar"), {{"f", say(f->title)}})
                                                     : say(KH_TR("{f}, its stick moved: bar"), {{"f", say(f->title)}}),
                                 kBarUnit, true));
    return steps;
}

/// Which function each bar of the monitor stands for is the controller's map; which stick moves it was read. Where they differ two
/// functions are changed over.
Solved solveAnswers(const Setup& setup, std::span<const Reading> readings) {
    const std::vector<std::string>& map = channelMap(setup.controller);
    std::map<std::size_t, std::string> answered;  // bar → the function that moves it
    for (const FunctionEntry* f : movedByHand(setup)) {
        const Reading* r = latest(readings, kAnswers + std::string(f->id));
        if (r == nullptr) continue;
        if (r->value != std::round(r->value) || r->value < 1.0 || r->value > static_cast<double>(map.size()))
            throw InputError(r->what, fmt::format("{} is none of its bars; they are counted 1 … {}", r->value, map.size()));
        const auto [at, fresh] = answered.emplace(static_cast<std::size_t>(r->value) - 1, f->id);
        if (!fresh)
            throw InputError(r->what,
                             fmt::format("bar {} answers to two sticks: one was misread, or a mix is on in the transmitter", r->value));
    }
    if (answered.empty()) throw InputError("readings", "no stick was moved yet; readings are called answers.aileron and so on");
    Solved out;
    std::vector<std::string> told = map;
    for (const auto& [bar, function] : answered) told[bar] = function;
    std::map<std::string, int> count;
    for (const std::string& f : told) ++count[f];
    for (const auto& [f, n] : count)
        if (n > 1) {
            out.remarks.push_back(say(KH_TR("{f} answers where it should not, and what stands there was not read: move every stick once."),
                                      {{"f", channelTitle(f)}}));
            return out;
        }
    if (told == map) {
        out.remarks.push_back(answered.size() == movedByHand(setup).size()
                                  ? say(KH_TR("Every stick is answered by its own bar."))
                                  : say(KH_TR("So far each is answered by its own bar; move the others too.")));
        return out;
    }
    std::vector<Message> changed;
    for (std::size_t i = 0; i < map.size(); ++i)
        if (told[i] != map[i])
            changed.push_back(say(KH_TR("{bar} answers to {f}"), {{"bar", channelTitle(map[i])}, {"f", channelTitle(told[i])}}));
    const bool learned = setup.transmitter.schools.order == OrderSchool::Learned;
    SolvedField a;
    a.why.title = say(KH_TR("functions changed over"));
    a.why.line(KH_TR("{list}"), {{"list", changed}});
    a.value = static_cast<double>(changed.size());
    if (learned) {
        a.field = "controller.receiver.map"_field;
        a.box = Box::Controller;
        a.edits = {{a.field, told}};
        a.todo = say(KH_TR("Learn the order anew in {box}, as each stick really comes; then move every stick again."),
                     {{"box", setup.controller.profile->name}});
    } else {  // what is taken from a channel stays; the functions change places
        std::map<std::string, int> numbers;
        for (std::size_t i = 0; i < map.size(); ++i)
            if (const ChannelSettings* c = channelOf(setup.transmitter, told[i])) numbers[map[i]] = c->number;
        for (const auto& [function, number] : numbers)
            if (const ChannelSettings* c = channelOf(setup.transmitter, function); c != nullptr && c->number != number)
                a.edits.push_back({elementPath("transmitter.channels.{}.number"_field, function), static_cast<double>(number)});
        if (a.edits.empty()) throw InputError("readings", "bars and channels do not go together; look at the controller's map first");
        a.field = a.edits.front().path;
        a.box = Box::Transmitter;
        a.todo =
            say(KH_TR("Change the channels over in the transmitter, so that each function comes where {box} takes it: {list}. Then move "
                      "every stick again, leads off."),
                {{"box", setup.controller.profile->name}, {"list", changed}});
    }
    out.answers.push_back(std::move(a));
    return out;
}

/// A stick that was seen to move another function's bar, as channels and map still stand.
void barAnswers(const AuditContext& c, std::vector<Finding>& out) {
    const std::vector<std::string>& map = channelMap(c.setup.controller);
    for (const FunctionEntry* f : movedByHand(c.setup)) {
        const std::string what = kAnswers + std::string(f->id);
        const Reading* r = newestInForce(c.setup, what);
        if (r == nullptr || r->value < 1.0 || r->value > static_cast<double>(map.size())) continue;
        const std::string& bar = map[static_cast<std::size_t>(r->value) - 1];
        if (bar == f->id) continue;
        out.push_back({.id = std::string("bar-answers.") + f->id,
                       .severity = Severity::Danger,
                       .row = "channel-map"_row,
                       .title = c.say(KH_TR("{f} moves another bar of the monitor"), {{"f", c.say(f->title)}}),
                       .found = c.say(KH_TR("Its stick was seen to move {b}, bar {n}."), {{"b", channelTitle(bar)}, {"n", num(r->value)}}),
                       .why = c.say(KH_TR("The controller takes one stick for another: the machine cannot be flown so.")),
                       .todo = c.say(KH_TR("Move every stick once (Ctrl R on Channels): which two are changed over follows.")),
                       .box = Box::Bench,
                       .subject = "transmitter.channels." + std::string(f->id) + ".number"});
    }
}

/// At each place of a function that has a channel of its own: what is sent, read, and done.
std::vector<Step> monitorGuide(const Setup& setup, const Figures&) {
    std::vector<Step> steps;
    const TransmitterSettings& tx = setup.transmitter;
    for (const FunctionChannel& channel : tx.functionChannels) {
        const auto places = carriedPlaces(setup, channel);
        for (const CarriedPlace& p : places) {
            const Message what =
                p.function.empty() ? say(KH_TR("{f} at rest"), {{"f", functionTitle(tx, channel.id)}}) : functionTitle(tx, p.function);
            const Message does = p.lands.empty() ? say(KH_TR("nothing of it")) : functionTitle(tx, p.lands);
            steps.push_back(
                {channel.id + "." + (p.function.empty() ? "rest" : p.function), Box::Controller,
                 say(KH_TR("{w}: look at the page of {box}."), {{"w", what}, {"box", setup.controller.profile->name}}),
                 say(KH_TR("It reads {r} and does {d}."), {{"r", onMonitor(setup.controller.profile, {}, p.readingPct)}, {"d", does}}),
                 !steps.empty() ? Message{}
                 : setup.machine.aircraft.of().holds
                     ? say(KH_TR("Leads off, blades off: arming and rescue move what they are meant to move."))
                     : say(KH_TR("Propellers off: arming and return home do what they are meant to do."))});
        }
    }
    return steps;
}

}  // namespace

std::span<const Rule> barRules() {
    static constexpr std::array rules{Rule{"bar-answers", Station::Radio, Work::Wiring, barAnswers}};
    return rules;
}

std::span<const BenchWork> radioSolvers() {
    static constexpr std::array entries{
        BenchWork{.id = "answers",
                  .title = KH_TR("Which bar answers"),
                  .caution = KH_TR("Leads off, hold on. Twitch one stick at a time; the throttle moves with the collective, its bar too."),
                  .rows = "channel-map order-school",
                  .steps = answerSteps,
                  .solve = solveAnswers,
                  .with = ReadWith::Eye,
                  .setUpState = false}};
    return entries;
}

std::span<const BenchWork> radioGuides() {
    static constexpr std::array entries{
        BenchWork{.id = "function-places", .title = KH_TR("Places of functions"), .rows = "bank-switch"_row, .steps = monitorGuide},
        BenchWork{.id = "trainer-link", .title = KH_TR("Trainer link"), .rows = "trainer-link"_row, .steps = trainerGuide}};
    return entries;
}

}  // namespace kh
