// SPDX-License-Identifier: GPL-3.0-or-later
//
// End points at a monitor that shows lamps: each end is short, full or over; the travel is bracketed.
#include "base/error.h"
#include "formula/bracketing.h"
#include "judge/rule.h"
#include "model/amounts.h"
#include "stations/kit/solverkit.h"
#include "stations/link/endpoints.h"

#include <cmath>

namespace kh {

namespace {

/// What a lamp said, as a reading holds it: −1 too little, 0 right, +1 too much; of a centre the side it is off.
Seen seenOf(const Reading& r) {
    if (r.unit != kLampUnit || (r.value != -1.0 && r.value != 0.0 && r.value != 1.0))
        throw InputError(r.what, "the monitor shows lamps: a reading is short (-1), full (0) or over (1), in \"lamp\"");
    return static_cast<Seen>(static_cast<int>(r.value));
}

struct LampSheet {
    const Setup& setup;
    std::span<const Reading> readings;
    Solved& out;
    const ChannelSettings& channel;
    [[nodiscard]] std::string path(const char* key) const { return "transmitter.channels." + channel.id + "." + key; }

    /// What was seen at each value of a setting, while the channel stood the way round it stands now.
    [[nodiscard]] std::vector<SeenAt> tried(const std::string& what, const std::string& field) const {
        std::vector<SeenAt> all;
        for (const Reading& r : readings) {
            if (r.what != what || r.unit != kLampUnit) continue;  // numbers are of another box
            const double turned = channel.reversed ? 1.0 : 0.0;
            if (underValue(r, path("reversed")).value_or(turned) != turned) continue;
            const auto now = readField(setup, field);
            all.push_back({underValue(r, field).value_or(std::get<double>(now->value)), seenOf(r)});
        }
        return all;
    }

    void answer(const std::string& what, const std::string& field, double step, double low, double high, bool growsDown, const char* name) {
        std::vector<SeenAt> all = tried(what, field);
        if (all.empty()) return;
        const double sign = growsDown ? -1.0 : 1.0;
        for (SeenAt& t : all) t.value *= sign;
        const NextTry next = nextTry(all, step, growsDown ? -high : low, growsDown ? -low : high);
        const double present = std::get<double>(readField(setup, field)->value);
        const auto shown = [&](double v) { return amount(setup, field, sign * v); };
        const std::vector<Message> side{say(name)};
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

bool lampEnds(const Setup& setup, std::span<const Reading> readings, Solved& out) {
    bool any = false;
    const TransmitterProfile& tx = setup.transmitter.profile;
    for (const ChannelSettings& channel : setup.transmitter.channels) {
        if (channel.id == kThrottleChannel) continue;
        LampSheet sheet{setup, readings, out, channel};
        const auto seen = [&](const char* end) { return latest(readings, channel.id + end) != nullptr; };
        any = any || seen(".low") || seen(".centre") || seen(".high");
        // a centre lit on the high side wants less sub-trim
        sheet.answer(channel.id + ".centre", sheet.path("subTrimPct"), tx.subTrimStepPct, -120.0, 120.0,
                     channelScale(tx, channel).trimSign() < 0.0, KH_TR("centre"));
        for (const bool high : {false, true})
            sheet.answer(channel.id + (high ? ".high" : ".low"), travelPath(setup, channel, high), tx.travelStepPct, 0.0, tx.travelLimitPct,
                         false, high ? KH_TR("high end") : KH_TR("low end"));
    }
    return any;
}

}  // namespace kh
