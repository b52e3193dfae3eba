// SPDX-License-Identifier: GPL-3.0-or-later
//
// End points at a monitor that shows lamps: each end is short, full or over; the travel is bracketed.
#include "base/error.h"
#include "formula/bracketing.h"
#include "judge/dependencies.h"
#include "judge/rule.h"
#include "model/amounts.h"
#include "stations/kit/solverkit.h"
#include "stations/link/endpoints.h"

#include <algorithm>
#include <array>
#include <cmath>

namespace kh {

namespace {

constexpr double kMostSubTrimPct = 120.0;
constexpr std::array kLampEnds{"centre", "low", "high"};

/// The setting an end is bracketed by, as its box takes it; with the sign with which more of it is a higher reading.
struct LampField {
    std::string what, field;
    double step = 1.0, low = 0.0, high = 0.0, sign = 1.0;
    const char* name;
};
LampField lampField(const Setup& setup, const ChannelSettings& channel, std::string_view end) {
    const TransmitterProfile& tx = setup.transmitter.profile;
    const std::string what = channel.id + "." + std::string(end);
    if (end == "centre")
        return {what,
                channelPath(channel.id, "subTrimPct"),
                tx.subTrimStepPct,
                -kMostSubTrimPct,
                kMostSubTrimPct,
                channelScale(tx, channel).trimSign(),
                KH_TR("centre")};
    const bool high = end == "high";
    return {what, travelPath(setup, channel, high),           tx.travelStepPct, 0.0, tx.travelLimitPct,
            1.0,  high ? KH_TR("high end") : KH_TR("low end")};
}

/// What a lamp said, as a reading holds it: −1 too little, 0 right, +1 too much; of a centre the side it is off.
Seen seenOf(const Reading& r) {
    if (r.unit != kLampUnit || (r.value != -1.0 && r.value != 0.0 && r.value != 1.0))
        throw InputError(r.what, "the monitor shows lamps: a reading is short (-1), full (0) or over (1), in \"lamp\"");
    return static_cast<Seen>(static_cast<int>(r.value));
}

/// What was seen at each value of a setting, while the channel stood the way round it stands now.
std::vector<SeenAt> triedBy(const Setup& setup, std::span<const Reading> readings, const ChannelSettings& channel, const LampField& lamp) {
    std::vector<SeenAt> all;
    for (const Reading& r : readings) {
        if (r.what != lamp.what || r.unit != kLampUnit) continue;  // numbers are of another box
        const double turned = channel.reversed ? 1.0 : 0.0;
        if (underValue(r, channelPath(channel.id, "reversed")).value_or(turned) != turned) continue;
        const double now = std::get<double>(readField(setup, lamp.field)->value);
        all.push_back({lamp.sign * underValue(r, lamp.field).value_or(now), seenOf(r)});
    }
    return all;
}

NextTry nextOf(const std::vector<SeenAt>& tried, const LampField& lamp) {
    return nextTry(tried, lamp.step, lamp.sign > 0.0 ? lamp.low : -lamp.high, lamp.sign > 0.0 ? lamp.high : -lamp.low);
}

struct LampSheet {
    const Setup& setup;
    std::span<const Reading> readings;
    Solved& out;
    const ChannelSettings& channel;

    void answer(const LampField& lamp) {
        const std::vector<SeenAt> all = triedBy(setup, readings, channel, lamp);
        if (all.empty()) return;
        const std::string& field = lamp.field;
        const double sign = lamp.sign;
        const NextTry next = nextOf(all, lamp);
        const double present = std::get<double>(readField(setup, field)->value);
        const auto shown = [&](double v) { return amount(setup, field, sign * v); };
        const std::vector<Message> side{say(lamp.name)};
        if (next.contradicts) {
            out.remarks.push_back(
                say(KH_TR("{f}, {side}: too little at {a} and too much at {b}: one of them was misread; read again."),
                    {{"f", asWord(channel.id)}, {"side", side}, {"a", shown(*next.shortAt)}, {"b", shown(*next.overAt)}}));
            return;
        }
        if (const auto width = next.width())
            out.remarks.push_back(say(KH_TR("{f}, {side}: right lies between {a} and {b}, {w} apart."),
                                      {{"f", asWord(channel.id)},
                                       {"side", side},
                                       {"a", shown(*next.shortAt)},
                                       {"b", shown(*next.overAt)},
                                       {"w", amount(setup, field, *width, Amount::Kind::Step)}}));
        const double value = sign * next.value;
        if (std::abs(value - present) < 1e-9) {
            out.remarks.push_back(
                next.found && all.back().seen != Seen::Full && !next.width()
                    ? say(KH_TR("{f}, {side}: {v} is all there is. Learn the ends in the controller, or raise its rate."),
                          {{"f", asWord(channel.id)}, {"side", side}, {"v", shown(next.value)}})
                    : say(KH_TR("{f}, {side}: {v} stays."), {{"f", asWord(channel.id)}, {"side", side}, {"v", shown(next.value)}}));
            return;
        }
        SolvedField a;
        a.field = field;
        a.box = Box::Transmitter;
        a.value = value;
        a.unit = "%";
        a.decimals = 1;
        a.residue = next.width().value_or(0.0);
        a.todo = next.found ? say(KH_TR("Set {f}, {side}, to {v} in the transmitter and leave it: nothing finer can be typed."),
                                  {{"f", asWord(channel.id)}, {"side", side}, {"v", shown(next.value)}})
                            : say(KH_TR("Try {v} for {f}, {side}, in the transmitter, and look at its lamp again."),
                                  {{"v", shown(next.value)}, {"f", asWord(channel.id)}, {"side", side}});
        a.why.title = say(KH_TR("bracketed by lamps"));
        a.why.line(KH_TR("lamps tell no numbers: half way between too little and too much, until they are neighbours"));
        a.edits = {{field, value}};
        out.answers.push_back(std::move(a));
    }
};

}  // namespace

std::optional<LampTold> lampTold(const Setup& setup, const ChannelSettings& channel, std::string_view end) {
    if (!setup.controller.profile->monitor.lamps) return std::nullopt;
    std::vector<Reading> speaking = setup.readings;
    std::erase_if(speaking, [&](const Reading& r) { return r.unit != kLampUnit || !sinceChanged(setup, r).empty(); });
    const LampField lamp = lampField(setup, channel, end);
    try {
        const std::vector<SeenAt> all = triedBy(setup, speaking, channel, lamp);
        if (all.empty()) return std::nullopt;
        const NextTry next = nextOf(all, lamp);
        const double now = lamp.sign * std::get<double>(readField(setup, lamp.field)->value);
        const auto at = [&](double v) { return std::abs(v - now) < 1e-9; };
        if (next.found && at(next.value)) return LampTold{Seen::Full, lamp.field};
        if (at(all.back().value)) return LampTold{all.back().seen, lamp.field};
    } catch (const InputError&) {  // the solver names the reading
    }
    return std::nullopt;
}

bool lampEnds(const Setup& setup, std::span<const Reading> readings, Solved& out) {
    bool any = false;
    for (const ChannelSettings& channel : setup.transmitter.channels) {
        if (channel.id == kThrottleChannel) continue;
        LampSheet sheet{setup, readings, out, channel};
        const auto seen = [&](const char* end) { return latest(readings, channel.id + end) != nullptr; };
        any = any || seen(".low") || seen(".centre") || seen(".high");
        for (const char* end : kLampEnds) sheet.answer(lampField(setup, channel, end));
    }
    return any;
}

}  // namespace kh
