// SPDX-License-Identifier: GPL-3.0-or-later
//
// End points from the controller's monitor (DOMAIN 2.1): sign, then centre, then ends.
#include "core/base/conventions.h"
#include "core/radio/channel.h"
#include "core/solve/answers.h"
#include "core/solve/solverkit.h"

#include <array>
#include <cmath>
#include <vector>

namespace kh {

namespace {

constexpr double kMonitorPct = 200.0;  ///< no monitor shows more
constexpr double kOutlierPct = 2.0;
constexpr double kSurprisePct = 5.0;  ///< the profile's scale and the box's differ by more

struct EndSheet {
    const Setup& setup;
    std::span<const Reading> readings;
    Solved& out;
    const ChannelSettings& channel;
    [[nodiscard]] std::string path(const char* key) const { return "transmitter.channels." + channel.id + "." + key; }
    [[nodiscard]] const Reading* read(const char* end) const { return latest(readings, channel.id + "." + end); }

    bool sign(double low, double high) {
        if (low * high > 0.0)
            throw InputError(channel.id + ".low", "both ends read the same side: a sign was mistyped, or the stick of another channel was moved");
        if (high > 0.0) return true;
        SolvedField a;
        a.field = path("reversed");
        a.box = Box::Transmitter;
        a.value = channel.reversed ? 0.0 : 1.0;
        a.expect = -high;
        a.expectUnit = "%";
        a.todo = channel.reversed ? say(KH_TR("Set channel {n} to normal in the transmitter, never the servo; then read again."), {{"n", num(channel.number)}})
                                  : say(KH_TR("Reverse channel {n} in the transmitter, never the servo; then read again."), {{"n", num(channel.number)}});
        a.why.title = say(KH_TR("sign of the channel"));
        a.why.line(KH_TR("the positive end reads {h} %, the negative {l} %: both have the wrong sign"), {{"h", signedNum(high, 1)}, {"l", signedNum(low, 1)}});
        a.edits = {{a.field, !channel.reversed}};
        out.answers.push_back(std::move(a));
        return false;
    }

    /// @return the centre's reading as it will be
    double centre() {
        const Reading* r = read("centre");
        if (r == nullptr) return 0.0;
        const double c = plausible(*r, kMonitorPct, "%");
        const TransmitterProfile& tx = setup.transmitter.profile;
        const double controllerUs = setup.controller.profile.usPerPct;
        const SubTrimAnswer answer = subTrimFor(c, controllerUs, tx.usPerPct, tx.subTrimStepPct);
        const double change = answer.changePct * (channel.reversed ? -1.0 : 1.0);
        const double left = c + answer.changePct * tx.usPerPct / controllerUs;
        if (change == 0.0) return c;
        SolvedField a;
        a.field = path("subTrimPct");
        a.box = Box::Transmitter;
        a.value = channel.subTrimPct + change;
        a.unit = "%";
        a.decimals = 1;
        a.expect = a.residue = left;
        a.expectUnit = "%";
        a.todo = say(KH_TR("Set the sub-trim of channel {n} to {v} % in the transmitter, then leave it alone."),
                     {{"n", num(channel.number)}, {"v", signedNum(a.value, 1)}});
        a.why = answer.why;
        a.edits = {{a.field, a.value}};
        out.answers.push_back(std::move(a));
        return left;
    }

    /// Two or more readings at different travels lie on a line; one that does not is told.
    void fit(const std::string& what, const std::string& field) {
        std::vector<std::array<double, 2>> points;  // travel, reading
        for (const Reading& r : readings)
            if (const auto travel = r.what == what ? underValue(r, field) : std::nullopt) points.push_back({*travel, r.value});
        if (points.size() < 3) return;
        double n = 0, sx = 0, sy = 0, sxx = 0, sxy = 0;
        for (const auto& [x, y] : points) {
            n += 1;
            sx += x;
            sy += y;
            sxx += x * x;
            sxy += x * y;
        }
        const double spread = n * sxx - sx * sx;
        if (std::abs(spread) < 1e-9) return;
        const double slope = (n * sxy - sx * sy) / spread;
        const double offset = (sy - slope * sx) / n;
        for (const auto& [x, y] : points)
            if (std::abs(offset + slope * x - y) > kOutlierPct)
                out.remarks.push_back(say(KH_TR("{what}: the reading of {y} % at travel {x} % lies {d} % off the line of the others; read it again."),
                                          {{"what", what}, {"y", signedNum(y, 1)}, {"x", num(x, 1)}, {"d", num(std::abs(offset + slope * x - y), 1)}}));
    }

    void end(bool high, double centreBefore, double centreAfter) {
        const Reading* r = read(high ? "high" : "low");
        if (r == nullptr) return;
        const double u = plausible(*r, kMonitorPct, "%");
        const TransmitterProfile& tx = setup.transmitter.profile;
        // ends are named by the stick, and so are the travels: the sign flips after them
        const char* key = high ? "travelHighPct" : "travelLowPct";
        const double present = high ? channel.travelHighPct : channel.travelLowPct;
        fit(channel.id + (high ? ".high" : ".low"), path(key));
        if (std::abs(present + (high ? channel.subTrimPct : -channel.subTrimPct)) > channelScale(tx, channel).limitPct) {
            out.remarks.push_back(say(KH_TR("{f}: at travel {t} % the transmitter's limit cuts the pulse, so the reading says nothing about travel. Set {s} % first."),
                                      {{"f", channel.id}, {"t", num(present, 1)}, {"s", num(100)}}));
            return;
        }
        const double moved = std::abs(u - centreBefore);
        if (moved < 10.0) throw InputError(r->what, "the stick hardly moves the reading: wrong channel, or the wrong end was typed");
        const double aim = 100.0 - (high ? centreAfter : -centreAfter);
        const EndpointAnswer answer =
            endpointFor(present, moved * 100.0 / aim, {tx.travelStepPct, tx.travelLimitPct,
                                                       setup.controller.profile.punishesOvershoot ? Overshoot::Forbid : Overshoot::Allow});
        const double reads = (high ? centreAfter : -centreAfter) + answer.reachedPct * aim / 100.0;
        const double expected = readingPctUnchecked(channelOutputUnchecked(high ? 100.0 : -100.0, channelScale(tx, channel)).pulseUs,
                                                    readingScale(setup.controller.profile));
        if (std::abs(std::abs(expected) - std::abs(u)) > kSurprisePct)
            out.remarks.push_back(say(KH_TR("{f}: the profiles say {e} %, the monitor says {u} %. The monitor wins; check that travel and box are those of this document."),
                                      {{"f", channel.id}, {"e", signedNum(expected, 1)}, {"u", signedNum(u, 1)}}));
        if (answer.travelPct == present) return;
        SolvedField a;
        a.field = path(key);
        a.box = Box::Transmitter;
        a.value = answer.travelPct;
        a.unit = "%";
        a.decimals = 1;
        a.expect = high ? reads : -reads;
        a.expectUnit = "%";
        a.residue = reads - 100.0;
        a.todo = answer.reachable
                     ? say(KH_TR("Set the {side} travel of channel {n} to {v} % in the transmitter; it will read {e} %."),
                           {{"side", std::string(high ? KH_TR("high") : KH_TR("low"))}, {"n", num(channel.number)}, {"v", num(a.value, 1)}, {"e", signedNum(a.expect, 1)}})
                     : say(KH_TR("{v} % is all the transmitter has: it will read {e} %. Learn the ends in the controller, or raise its rate."),
                           {{"v", num(a.value, 1)}, {"e", signedNum(a.expect, 1)}});
        a.why = answer.why;
        a.edits = {{a.field, a.value}};
        out.answers.push_back(std::move(a));
    }
};

}  // namespace

Solved solveEndpoints(const Setup& setup, std::span<const Reading> readings) {
    Solved out;
    bool any = false;
    for (const ChannelSettings& channel : setup.transmitter.channels) {
        EndSheet sheet{setup, readings, out, channel};
        const Reading* low = sheet.read("low");
        const Reading* high = sheet.read("high");
        if (low == nullptr && high == nullptr && sheet.read("centre") == nullptr) continue;
        any = true;
        if (channel.id == "throttle") {
            out.remarks.push_back(say(KH_TR("Throttle is taught to the speed controller, not read from the monitor.")));
            continue;
        }
        if (low != nullptr && high != nullptr && !sheet.sign(plausible(*low, kMonitorPct, "%"), plausible(*high, kMonitorPct, "%"))) continue;
        const Reading* middle = sheet.read("centre");
        const double before = middle == nullptr ? 0.0 : middle->value;
        const double after = sheet.centre();
        sheet.end(false, before, after);
        sheet.end(true, before, after);
    }
    if (!any) throw InputError("readings", "no reading of a channel is among them; they are called aileron.low, aileron.centre, aileron.high and so on");
    return out;
}

}  // namespace kh
