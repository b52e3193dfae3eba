// SPDX-License-Identifier: GPL-3.0-or-later
//
// End points from the controller's monitor (docs/domain.md 2.1): sign, then centre, then ends.
#include "stations/link/endpoints.h"
#include "base/conventions.h"
#include "formula/answers.h"
#include "formula/channel.h"
#include "formula/line.h"
#include "judge/rule.h"
#include "model/amounts.h"
#include "model/monitor.h"
#include "model/ownsticks.h"
#include "stations/kit/solverkit.h"
#include "stations/link/endreadings.h"
#include "stations/link/link.h"

#include <algorithm>
#include <cmath>
#include <iterator>
#include <numeric>
#include <optional>
#include <vector>

namespace kh {

namespace {

constexpr double kMonitorPct = 200.0;  ///< no monitor shows more
constexpr double kOutlierPct = 2.0;
constexpr double kSidesApartPct = 3.0;  ///< for 100 % sent
constexpr double kStillSlope = 0.1;     ///< a reading that moves less for a percent sent is of another channel
constexpr double kSpreadPct = 1.0;      ///< two travels that differ by less fix no line
constexpr double kSurprisePct = 5.0;    ///< the profile's scale and the box's differ by more

struct EndSheet {
    const Setup& setup;
    const ChainModel& model;
    std::span<const Reading> readings;
    Solved& out;
    const ChannelSettings& channel;
    [[nodiscard]] Sent sent(bool high, double reads) const { return sentAtEnd(setup, model, channel, high, reads); }
    [[nodiscard]] std::string path(const char* key) const { return "transmitter.channels." + channel.id + "." + key; }
    [[nodiscard]] Message shown(double readingPct) const { return onMonitor(setup.controller.profile, channel.id, readingPct); }
    /// The newest reading, if the channel still stands as it stood then.
    [[nodiscard]] const Reading* read(const char* end) const {
        const Reading* r = latest(readings, channel.id + "." + end);
        const auto changed = [&](const char* key, double now) {
            const auto then = underValue(*r, path(key));
            return then && std::abs(*then - now) > 1e-9;
        };
        if (r == nullptr || changed("reversed", channel.reversed ? 1.0 : 0.0) || changed("subTrimPct", channel.subTrimPct) ||
            changed("travelHighPct", channel.travelHighPct) || changed("travelLowPct", channel.travelLowPct))
            return nullptr;
        return r;
    }

    /// Whether each end reads its own side; if not, the channel is to be reversed.
    bool sign(const Reading* low, const Reading* high) {
        const double l = low == nullptr ? 0.0 : plausible(*low, kMonitorPct, "%");
        const double h = high == nullptr ? 0.0 : plausible(*high, kMonitorPct, "%");
        if (l * h > 0.0)
            throw InputError(channel.id + ".low",
                             "both ends read the same side: a sign was mistyped, or the stick of another channel was moved");
        if (h >= 0.0 && l <= 0.0) return true;
        SolvedField a;
        a.field = path("reversed");
        a.box = Box::Transmitter;
        a.value = channel.reversed ? 0.0 : 1.0;
        a.expect = std::max(std::abs(l), std::abs(h));
        a.expectUnit = "%";
        a.todo = channel.reversed ? say(KH_TR("Set channel {n} to normal in the transmitter, never the servo; then read again."),
                                        {{"n", amount(setup, path("number"), channel.number)}})
                                  : say(KH_TR("Reverse channel {n} in the transmitter, never the servo; then read again."),
                                        {{"n", amount(setup, path("number"), channel.number)}});
        a.why.title = say(KH_TR("sign of the channel"));
        if (high != nullptr) a.why.line(KH_TR("the positive end reads {h}: the wrong sign"), {{"h", shown(h)}});
        if (low != nullptr) a.why.line(KH_TR("the negative end reads {l}: the wrong sign"), {{"l", shown(l)}});
        a.edits = {{a.field, !channel.reversed}};
        out.answers.push_back(std::move(a));
        return false;
    }

    /// @param perPct  what a percent sent moves the reading, in %: as read at the ends, else as the profiles say
    /// @return the centre's reading as it will be
    double centre(double perPct) {
        const Reading* r = read("centre");
        if (r == nullptr) return 0.0;
        const double c = plausible(*r, kMonitorPct, "%");
        const TransmitterProfile& tx = setup.transmitter.profile;
        const SubTrimAnswer answer = subTrimFor(c, tx.usPerPct / perPct, tx.usPerPct, tx.subTrimStepPct);
        const double change = answer.changePct * channelScale(tx, channel).trimSign();
        const double left = c + answer.changePct * perPct;
        if (change == 0.0) return c;
        SolvedField a;
        a.field = path("subTrimPct");
        a.box = Box::Transmitter;
        a.value = channel.subTrimPct + change;
        a.unit = "%";
        a.decimals = 1;
        a.expect = a.residue = left;
        a.expectUnit = "%";
        a.todo = say(KH_TR("Set the sub-trim of channel {n} to {v} in the transmitter, then leave it alone."),
                     {{"n", amount(setup, path("number"), channel.number)}, {"v", amount(setup, a.field, a.value)}});
        a.why = answer.why;
        a.edits = {{a.field, a.value}};
        out.answers.push_back(std::move(a));
        return left;
    }

    /// Readings of one end and of the centre lie on one line over what the channel sends, whatever travel and sub-trim they
    /// were taken under. What was read before the channel was reversed falls out.
    struct Point {
        double sentPct = 0.0;  ///< travel with the sub-trim on this side, 0 at the channel's middle
        double readsPct = 0.0;
        const Reading* reading = nullptr;
    };
    [[nodiscard]] std::vector<Point> points(bool high) const {
        std::vector<Point> found;
        const double side = high ? 1.0 : -1.0;
        const std::string end = channel.id + (high ? ".high" : ".low");
        for (const Reading& r : readings) {
            const bool centre = r.what == channel.id + ".centre";
            if (!centre && r.what != end) continue;
            if (underValue(r, path("reversed")).value_or(channel.reversed ? 1.0 : 0.0) != (channel.reversed ? 1.0 : 0.0)) continue;
            ChannelSettings then = channel;
            then.travelHighPct = underValue(r, path("travelHighPct")).value_or(channel.travelHighPct);
            then.travelLowPct = underValue(r, path("travelLowPct")).value_or(channel.travelLowPct);
            then.subTrimPct = underValue(r, path("subTrimPct")).value_or(channel.subTrimPct);
            const ChannelScale scale = channelScale(setup.transmitter.profile, then);
            const double output = side * scale.openPct(centre ? 0.0 : side * sent(high, r.value).pct);
            const bool cut = std::abs(output) > scale.limitPct ||
                             std::abs(r.value) >= setup.controller.profile->monitorStopPct;  // says nothing about the slope
            if (!cut && (centre || r.value * side > 0.0)) found.push_back({output, r.value, &r});
        }
        return found;
    }

    /// Least squares through points that differ in what was sent.
    struct PointLine : Line {
        std::size_t points = 0;
    };
    [[nodiscard]] static std::optional<PointLine> fit(const std::vector<Point>& points, const Point* without = nullptr) {
        std::vector<double> sent, reads;
        for (const Point& p : points) {
            if (&p == without) continue;
            sent.push_back(p.sentPct);
            reads.push_back(p.readsPct);
        }
        if (sent.size() < 2 || !spread(sent)) return std::nullopt;
        const auto line = fitLine(sent, reads);
        if (!line) return std::nullopt;
        return PointLine{*line, sent.size()};
    }
    /// Whether what was sent differs enough to tell a slope.
    [[nodiscard]] static bool spread(const std::vector<double>& sent) {
        const double n = static_cast<double>(sent.size());
        const double mean = std::accumulate(sent.begin(), sent.end(), 0.0) / n;
        double square = 0.0;
        for (const double s : sent) square += (s - mean) * (s - mean);
        return square >= kSpreadPct * kSpreadPct;
    }

    /// Of three readings or more the one whose removal makes the others fit best, if it lies more than 2 % off their line.
    /// Where two or three candidates fit equally the one that lies farthest off is named.
    [[nodiscard]] static const Point* outlier(const std::vector<Point>& all) {
        const Point* worst = nullptr;
        double least = 1e9, most = 0.0;
        for (const Point& p : all) {
            const auto line = all.size() >= 3 ? fit(all, &p) : std::nullopt;
            if (!line) continue;
            double low = 1e9, high = -1e9, misfit = 0.0;
            for (const Point& o : all) {
                if (&o == &p) continue;
                low = std::min(low, o.sentPct);
                high = std::max(high, o.sentPct);
                misfit = std::max(misfit, std::abs(line->at(o.sentPct) - o.readsPct));
            }
            const double reach = (high - low) / 2.0;  // a line says nothing far beyond its points
            if (p.sentPct < low - reach || p.sentPct > high + reach) continue;
            const double off = std::abs(line->at(p.sentPct) - p.readsPct);
            if (misfit < least - kAlikePct || (misfit < least + kAlikePct && off > most)) {
                worst = &p;
                least = misfit;
                most = off;
            }
        }
        return most > kOutlierPct ? worst : nullptr;
    }

    /// The line of one end, without a reading that does not fit, which is told.
    [[nodiscard]] std::optional<PointLine> lineOf(bool high) {
        const std::vector<Point> all = points(high);
        const Point* off = outlier(all);
        const auto line = fit(all, off);
        if (off != nullptr)
            out.remarks.push_back(say(KH_TR("{what}: the reading of {y} % lies {d} % off the line of the others; read it again."),
                                      {{"what", readingTitle(setup, linkSolvers(), off->reading->what)},
                                       {"y", signedNum(off->readsPct, 1)},
                                       {"d", num(std::abs(line->at(off->sentPct) - off->readsPct), 1)}}));
        return line && std::abs(line->slope) >= kStillSlope ? line : std::nullopt;
    }

    /// @param from  what the channel reads with neither travel nor sub-trim: where a sub-trim that bends leaves the ends
    void end(bool high, const std::optional<PointLine>& line, double centreBefore, double centreAfter, double from) {
        const Reading* r = read(high ? "high" : "low");
        if (r == nullptr) return;
        const double u = plausible(*r, kMonitorPct, "%");
        const TransmitterProfile& tx = setup.transmitter.profile;
        const ChannelScale scale = channelScale(tx, channel);
        const std::string field = travelPath(setup, channel, high);
        const double present = scale.travelPct(high ? 1.0 : -1.0);
        const double stop = setup.controller.profile->monitorStopPct;
        if (std::abs(u) >= stop) {
            out.remarks.push_back(say(
                KH_TR("{f}: {u} % is all the monitor can show, so the reading says nothing about travel. Set a smaller "
                      "travel first, {s} or less, then read again."),
                {{"f", asWord(channel.id)}, {"u", signedNum(u)}, {"s", amount(setup, field, std::round(std::min(100.0, present * 0.8)))}}));
            return;
        }
        if (std::abs(scale.openPct(high ? 100.0 : -100.0)) > scale.limitPct) {
            out.remarks.push_back(
                say(KH_TR("{f}: at travel {t} the transmitter's limit cuts the pulse, so the reading says nothing "
                          "about travel. Set {s} first."),
                    {{"f", asWord(channel.id)}, {"t", amount(setup, field, present)}, {"s", amount(setup, field, 100.0)}}));
            return;
        }
        const Sent value = sent(high, u);
        if (value.pct < kLeastSentPct) {
            out.remarks.push_back(
                say(KH_TR("{f}: this end sends {v} % only, which says nothing about travel. Read it with a straight curve and rate 100."),
                    {{"f", asWord(channel.id)}, {"v", num(value.pct, 1)}}));
            return;
        }
        if (value.mode != nullptr)
            out.remarks.push_back(say(KH_TR("{f}, {side} end: modes send different values there; reckoned with {v} %, as {m} sends it."),
                                      {{"f", asWord(channel.id)},
                                       {"side", std::string(high ? KH_TR("high") : KH_TR("low"))},
                                       {"v", num(value.pct, 1)},
                                       {"m", value.mode->name}}));
        if (std::abs(u - centreBefore) < 10.0)
            throw InputError(r->what, "the stick hardly moves the reading: wrong channel, or the wrong end was typed");
        const bool bends = tx.laws.subTrim == SubTrimLaw::Bends;
        const double begins = bends ? from : centreBefore, ends = bends ? from : centreAfter;
        const double moved = line ? std::abs(line->slope) * present : std::abs(u - begins) / shareFromPct(value.pct);
        const double aim = 100.0 - (high ? ends : -ends);
        const EndpointAnswer answer = endpointFor(
            present, moved * 100.0 / aim,
            {tx.travelStepPct, tx.travelLimitPct, setup.controller.profile->punishesOvershoot ? Overshoot::Forbid : Overshoot::Allow});
        const double reads = (high ? ends : -ends) + answer.reachedPct * aim / 100.0;
        const double expected = readsPct(setup, channel, high ? value.pct : -value.pct);
        if (std::abs(std::abs(expected) - std::abs(u)) > kSurprisePct)
            out.remarks.push_back(say(KH_TR("{f}: the profiles say {e}, the monitor says {u}. The monitor wins; check that travel and "
                                            "box are those of this document."),
                                      {{"f", asWord(channel.id)}, {"e", shown(expected)}, {"u", shown(u)}}));
        if (answer.travelPct == present) return;
        SolvedField a;
        a.field = field;
        a.box = Box::Transmitter;
        a.value = answer.travelPct;
        a.unit = "%";
        a.decimals = 1;
        a.expect = high ? reads : -reads;
        a.expectUnit = "%";
        a.residue = reads - 100.0;
        a.todo = answer.reachable
                     ? say(KH_TR("Set the {side} travel of channel {n} to {v} in the transmitter; it will read {e}."),
                           {{"side", std::string(high ? KH_TR("high") : KH_TR("low"))},
                            {"n", amount(setup, path("number"), channel.number)},
                            {"v", amount(setup, a.field, a.value)},
                            {"e", shown(a.expect)}})
                     : say(KH_TR("{v} is all the transmitter has: it will read {e}. Learn the ends in the controller, or raise its rate."),
                           {{"v", amount(setup, a.field, a.value)}, {"e", shown(a.expect)}});
        a.why = answer.why;
        if (line && line->points > 2)
            a.why.lines.insert(a.why.lines.begin(), say(KH_TR("line through {n} readings: {s} % a percent sent, so travel {t} moves {m} %"),
                                                        {{"n", num(static_cast<double>(line->points))},
                                                         {"s", num(std::abs(line->slope), 3)},
                                                         {"t", amount(setup, field, present)},
                                                         {"m", num(moved, 1)}}));
        a.edits = {{a.field, a.value}};
        out.answers.push_back(std::move(a));
    }
};

}  // namespace

Solved solveEndpoints(const Setup& setup, std::span<const Reading> readings) {
    Solved out;
    for (const OwnStickRead& s : sticksRead(setup.transmitter.sticks))
        if (!s.right())
            out.remarks.push_back(say(KH_TR("Look at the {s} stick first: its own monitor shows it short or uneven. Calibrate it in the "
                                            "transmitter; a travel that covers for it is wrong in every model."),
                                      {{"s", asWord(s.id)}}));
    if (setup.controller.profile->monitor.lamps) {
        if (!lampEnds(setup, readings, out))
            throw InputError("readings",
                             "no reading of a channel is among them; they are called aileron.low, aileron.centre, aileron.high and so on");
        return out;
    }
    std::vector<Reading> numbers;  // what lamps said was read at another box
    std::copy_if(readings.begin(), readings.end(), std::back_inserter(numbers), [](const Reading& r) { return r.unit != kLampUnit; });
    readings = numbers;
    const ChainModel model(setup);
    bool any = false, older = false;
    for (const ChannelSettings& channel : setup.transmitter.channels) {
        EndSheet sheet{setup, model, readings, out, channel};
        const Reading* low = sheet.read("low");
        const Reading* high = sheet.read("high");
        if (low == nullptr && high == nullptr && sheet.read("centre") == nullptr) {
            for (const char* end : {".low", ".centre", ".high"}) older = older || latest(readings, channel.id + end) != nullptr;
            continue;
        }
        any = true;
        if (channel.id == "throttle") {
            out.remarks.push_back(say(KH_TR("Throttle is taught to the speed controller, not read from the monitor.")));
            continue;
        }
        if (!sheet.sign(low, high)) continue;
        const Reading* middle = sheet.read("centre");
        const double before = middle == nullptr ? 0.0 : middle->value;
        const auto below = sheet.lineOf(false), above = sheet.lineOf(true);
        double perPct = setup.transmitter.profile->usPerPct / setup.controller.profile->usPerPct;
        if (below || above) perPct = (std::abs((below ? *below : *above).slope) + std::abs((above ? *above : *below).slope)) / 2.0;
        if (const double apart = below && above ? 100.0 * std::abs(std::abs(below->slope) - std::abs(above->slope)) : 0.0;
            apart > kSidesApartPct + kRoundingFuzz)
            out.remarks.push_back(say(
                KH_TR("{f}: sent 100 %, the sides would read {l} and {h} %. A box reads both alike: was an end or the "
                      "centre misread?"),
                {{"f", asWord(channel.id)}, {"l", num(100.0 * std::abs(below->slope), 1)}, {"h", num(100.0 * std::abs(above->slope), 1)}}));
        const double after = sheet.centre(perPct);
        const double from = before - perPct * channelScale(setup.transmitter.profile, channel).trimPct();
        sheet.end(false, below, before, after, from);
        sheet.end(true, above, before, after, from);
    }
    if (!any && older)
        throw InputError("readings", "they were taken under other travels or sub-trims than the document holds now: read again");
    if (!any)
        throw InputError("readings",
                         "no reading of a channel is among them; they are called aileron.low, aileron.centre, aileron.high and so on");
    return out;
}

namespace {

std::vector<Step> endpointSteps(const Setup& setup, const Figures&) {
    const char* unit = setup.controller.profile->monitor.lamps ? kLampUnit : "%";
    return {readStep("aileron.low", say(KH_TR("Aileron, stick left")), unit, true),
            readStep("aileron.centre", say(KH_TR("Aileron, centre")), unit, true),
            readStep("aileron.high", say(KH_TR("Aileron, stick right")), unit, true),
            readStep("elevator.low", say(KH_TR("Elevator, stick back")), unit, true),
            readStep("elevator.centre", say(KH_TR("Elevator, centre")), unit, true),
            readStep("elevator.high", say(KH_TR("Elevator, stick forward")), unit, true),
            readStep("collective.low", say(KH_TR("Collective, low")), unit, true),
            readStep("collective.centre", say(KH_TR("Collective, mid")), unit, true),
            readStep("collective.high", say(KH_TR("Collective, high")), unit, true),
            readStep("rudder.low", say(KH_TR("Rudder, stick left")), unit, true),
            readStep("rudder.centre", say(KH_TR("Rudder, centre")), unit, true),
            readStep("rudder.high", say(KH_TR("Rudder, stick right")), unit, true)};
}

}  // namespace

std::span<const BenchWork> linkSolvers() {
    static constexpr std::array entries{BenchWork{
        .id = "endpoints",
        .title = KH_TR("End points"),
        .caution = KH_TR("The motor must not start: leads off, hold on. Servos move while you read; twitch each stick before you do."),
        .rows = "channel-",
        .steps = endpointSteps,
        .solve = solveEndpoints,
        .with = ReadWith::Monitor,
        .learns = true,
        .setUpState = false}};
    return entries;
}

}  // namespace kh
