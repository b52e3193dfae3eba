// SPDX-License-Identifier: GPL-3.0-or-later
//
// What a channel that is read tells of the laws and scales of two boxes.
#include "base/error.h"
#include "base/typed.h"
#include "judge/rowids.h"
#include "model/amounts.h"
#include "model/monitor.h"
#include "model/questions.h"
#include "procedure/experimentkit.h"

#include <fmt/format.h>
#include <algorithm>
#include <array>
#include <cmath>

namespace kh {

namespace {

constexpr double kTrimTried = 20.0, kTrimTravel = 60.0, kLimitTravel = 120.0, kLimitBelow = 20.0, kShortTravel = 60.0, kLearnTrim = 10.0;
constexpr double kExpoTried = 50.0;
constexpr double kSpread = 1.0;                                   ///< by which a stick's half may be off, %
constexpr const char *kRead = "aileron", *kStill = "collective";  ///< the second is learned by no box

constexpr const char* kLeadsOff =
    KH_TR("Motor leads off, hold on. Servos move: keep fingers and links clear. The maker's manual comes before this.");

const std::string& txName(const Setup& s) { return s.transmitter.profile->name; }

/// The channel a scale is read on: the cyclic stick's, unless the box may call its centre 0 by itself.
const char* scaleChannel(const Setup& s) {
    return s.controller.profile->learnsCentre || isOpen(s, Box::Controller, "learnsCentre") ? kStill : kRead;
}

/// Least and most of a fact that is a number; twice the same where it is known.
std::pair<double, double> whatIs(const Setup& s, Box box, std::string_view key) {
    if (const auto open = openFact(s, profilePath(box, key)); open && open->ends.size() == 2)
        return {std::get<double>(open->ends[0]), std::get<double>(open->ends[1])};
    const double known = std::get<double>(readField(s, profilePath(box, key))->value);
    return {known, known};
}

// --- the scale of the pulse

std::vector<ExperimentStep> scaleSteps(const Setup& s) {
    if (std::string_view(scaleChannel(s)) == kStill)
        return {
            setStep(Box::Transmitter,
                    say(KH_TR("The collective's channel of {t}: travel 100 both ways, sub-trim 0; a straight pitch curve, −100 … +100."),
                        {{"t", txName(s)}})),
            onMonitorStep("right", say(KH_TR("Collective stick fully up: what does the monitor read for collective?"))),
            onMonitorStep("left", say(KH_TR("Stick fully down: what does it read?"))),
            putBack(Box::Transmitter, say(KH_TR("travel, sub-trim and curve of the collective")))};
    return {
        setStep(Box::Transmitter, say(KH_TR("Aileron of {t}: travel 100 both ways, sub-trim 0, rate 100, expo 0."), {{"t", txName(s)}})),
        onMonitorStep("right", say(KH_TR("Hold the cyclic stick full right: what does the monitor read for aileron?"))),
        onMonitorStep("left", say(KH_TR("Hold it full left: what does it read?"))),
        putBack(Box::Transmitter, say(KH_TR("travel, sub-trim, rate and expo of the aileron")))};
}

std::vector<Decided> scaleOf(const Setup& s, Readings r, BoxKind kind) {
    const double right = shownPct(s, scaleChannel(s), *r[0]), left = shownPct(s, scaleChannel(s), *r[1]);
    const double ratio = (right - left) / 200.0;
    if (ratio < 0.2 || ratio > 5.0)
        throw InputError("left", fmt::format("from {} to {} is no whole stick; read + at one side and − at the other",
                                             shownText(s, scaleChannel(s), left), shownText(s, scaleChannel(s), right)));
    const bool tx = kind == BoxKind::Transmitter;
    const Box otherBox = tx ? Box::Controller : Box::Transmitter;
    const double other = tx ? s.controller.profile->usPerPct : s.transmitter.profile->usPerPct;
    const double step = monitorStepPct(s.controller.profile) / 2.0 / 100.0 + s.transmitter.profile->resolutionUs / 2.0 / 100.0 / other;
    const auto of = [&](double scale, double ratioNow) { return tx ? scale * ratioNow : scale / ratioNow; };
    FactRead read = readUnder(
        s, {tx ? "controller.profile.id" : "transmitter.profile.id", tx ? "controller.profile.usPerPct" : "transmitter.profile.usPerPct"});
    const auto [otherLow, otherHigh] = whatIs(s, otherBox, "usPerPct");
    const auto [least, most] =
        std::minmax({of(otherLow, ratio - step), of(otherLow, ratio + step), of(otherHigh, ratio - step), of(otherHigh, ratio + step)});
    read.numbers = {least, most};
    read.interval = otherLow != otherHigh;  // of two scales that are not known only their ratio was read
    std::vector<Decided> out{
        {boxQuestion(kind, "usPerPct"), read,
         read.interval
             ? say(KH_TR(
                       "½ ({r} + {l}) % is the ratio of both boxes. The other's own scale is not known: {a} … {b} µs a percent are left."),
                   {{"r", num(right, 1)}, {"l", num(-left, 1)}, {"a", num(least, 2)}, {"b", num(most, 2)}})
             : say(KH_TR("½ ({r} + {l}) % · {o} µs = {v} µs for 100 %: {p} a percent ±{u}. Read is only the ratio of both boxes; {n} µs "
                         "of the other are what its own profile says."),
                   {{"r", num(right, 1)},
                    {"l", num(-left, 1)},
                    {"o", num(other, 2)},
                    {"v", num(of(other, ratio) * 100.0, 1)},
                    {"p", num(of(other, ratio), 2)},
                    {"u", num((most - least) / 2.0, 3)},
                    {"n", num(other, 2)}})}};
    // half the sum is the centre, where the other's is known
    const double sum = (right + left) / 2.0 * s.controller.profile->usPerPct;
    const double centre = tx ? s.controller.profile->centreUs + sum : s.transmitter.profile->centreUs - sum;
    const double band = tolerancePct(s) * s.controller.profile->usPerPct;
    FactRead at = readUnder(
        s, {tx ? "controller.profile.id" : "transmitter.profile.id", tx ? "controller.profile.centreUs" : "transmitter.profile.centreUs"});
    const auto [centreLow, centreHigh] = whatIs(s, otherBox, "centreUs");
    const double nominal = tx ? s.controller.profile->centreUs : s.transmitter.profile->centreUs;
    at.numbers = {centre - band + (centreLow - nominal), centre + band + (centreHigh - nominal)};
    at.interval = centreLow != centreHigh;
    out.push_back({boxQuestion(kind, "centreUs"), at,
                   say(KH_TR("Half their sum gives the centre: {c} µs ±{b}."), {{"c", num(centre, 1)}, {"b", num(band, 1)}})});
    return out;
}
std::vector<Decided> transmitterScale(const Setup& s, Readings r) { return scaleOf(s, r, BoxKind::Transmitter); }
std::vector<Decided> controllerScale(const Setup& s, Readings r) { return scaleOf(s, r, BoxKind::Controller); }

// --- laws of a channel

std::vector<ExperimentStep> subTrimSteps(const Setup& s) {
    const auto read = [&](const char* name, const char* what) { return onMonitorStep(name, say(what)); };
    return {setStep(Box::Transmitter,
                    say(KH_TR("The collective's channel of {t}: travel 60 both ways, sub-trim +20, not reversed; a straight pitch curve."),
                        {{"t", txName(s)}})),
            read("centre", KH_TR("Collective stick in the middle: what does the monitor read?")),
            read("high", KH_TR("Stick fully up: what does it read?")),
            read("low", KH_TR("Stick fully down: what does it read?")),
            setStep(Box::Transmitter, say(KH_TR("Reverse the channel. Nothing else."))),
            read("centre-reversed", KH_TR("Stick in the middle: what does it read now?")),
            read("high-reversed", KH_TR("Stick fully up: what does it read now?")),
            putBack(Box::Transmitter, say(KH_TR("reverse, sub-trim, travel and curve of the collective")))};
}
std::vector<Decided> subTrimLaws(const Setup& s, Readings r) {
    requireScale(s, Box::Transmitter);
    ChannelSettings ch = neutralChannel(kStill);
    ch.travelLowPct = ch.travelHighPct = kTrimTravel;
    ch.subTrimPct = kTrimTried;
    ChannelSettings back = ch;
    back.reversed = true;
    std::vector<Posed> posed{{ch, 0.0, 0}, {ch, 100.0, 0}, {ch, -100.0, 0}, {back, 0.0, 0}, {back, 100.0, 0}};
    for (std::size_t i = 0; i < posed.size(); ++i) posed[i].readPct = shownPct(s, kStill, *r[i]);
    return byTrying(s, {"subTrimLaw", "reverseTurnsTrim"}, BoxKind::Transmitter, posed);
}

/// A travel that the box has, and a limit short of it.
double limitTravel(const Setup& s) { return std::min(kLimitTravel, s.transmitter.profile->travelLimitPct); }

std::vector<ExperimentStep> limitSteps(const Setup& s) {
    return {setStep(Box::Transmitter, say(KH_TR("The collective's channel of {t}: travel {a} both ways, output limit {b}, sub-trim 0; a "
                                                "straight pitch curve."),
                                          {{"t", txName(s)}, {"a", num(limitTravel(s))}, {"b", num(limitTravel(s) - kLimitBelow)}})),
            onMonitorStep("half", say(KH_TR("Move the stick up until its own page shows 50: what does the monitor read?"))),
            onMonitorStep("end", say(KH_TR("Stick fully up: what does it read?"))),
            putBack(Box::Transmitter, say(KH_TR("travel, limit and curve of the collective")))};
}
std::vector<Decided> limitLaw(const Setup& s, Readings r) {
    requireScale(s, Box::Transmitter);
    ChannelSettings ch = neutralChannel(kStill);
    ch.travelLowPct = ch.travelHighPct = limitTravel(s);
    ch.limitPct = limitTravel(s) - kLimitBelow;
    const double half = shownPct(s, kStill, *r[0]), end = shownPct(s, kStill, *r[1]);
    return byTrying(s, {"limitLaw"}, BoxKind::Transmitter, {{ch, 50.0, half}, {ch, 100.0, end}}, kSpread);
}

std::vector<ExperimentStep> sideSteps(const Setup& s) {
    return {setStep(Box::Transmitter,
                    say(KH_TR("The collective's channel of {t}: reversed, sub-trim 0, a straight pitch curve; 60 for the travel "
                              "that its page marks as high, up or right, 100 for the other."),
                        {{"t", txName(s)}})),
            onMonitorStep("up", say(KH_TR("Stick fully up: what does the monitor read?"))),
            onMonitorStep("down", say(KH_TR("Stick fully down: what does it read?"))),
            putBack(Box::Transmitter, say(KH_TR("reverse, travel and curve of the collective")))};
}
std::vector<Decided> travelSide(const Setup& s, Readings r) {
    requireScale(s, Box::Transmitter);
    ChannelSettings ch = neutralChannel(kStill);
    ch.reversed = true;
    ch.travelHighPct = kShortTravel;
    const double up = shownPct(s, kStill, *r[0]), down = shownPct(s, kStill, *r[1]);
    return byTrying(s, {"travelSide"}, BoxKind::Transmitter, {{ch, 100.0, up}, {ch, -100.0, down}});
}

std::vector<ExperimentStep> outputSteps(const Setup& s) {
    return {setStep(Box::Transmitter, say(KH_TR("The collective's channel of {t}: travel as far as it goes, sub-trim 0; a straight pitch "
                                                "curve, stick fully up."),
                                          {{"t", txName(s)}})),
            numberStep(Box::Transmitter, "travel", say(KH_TR("How far did the travel go?")), "%"),
            onMonitorStep("end", say(KH_TR("What does the monitor read?"))),
            putBack(Box::Transmitter, say(KH_TR("travel and curve of the collective")))};
}
std::vector<Decided> outputLimit(const Setup& s, Readings r) {
    requireScale(s, Box::Transmitter);
    const double travel = *r[0], end = shownPct(s, kStill, *r[1]);
    const double share = s.controller.profile->usPerPct / s.transmitter.profile->usPerPct;
    const double sent = sentPct(s, end, false), band = tolerancePct(s) * share;
    const Question& asked = *questionOf(Box::Transmitter, "outputLimitPct");
    FactRead read = readUnder(s, {"controller.profile.id", "transmitter.profile.usPerPct", "controller.profile.usPerPct"});
    const bool stopped = end >= s.controller.profile->monitorStopPct - tolerancePct(s);
    read.interval = sent + band >= travel || stopped;  // it is not the limit that ends it
    if (read.interval) read.numbers = {std::clamp(std::floor(std::min(sent, travel)), asked.low, asked.high - 1.0), asked.high};
    else read.numbers = {std::max(100.0, sent - band), std::max(100.0, sent + band)};
    return {{boxQuestion(BoxKind::Transmitter, "outputLimitPct"), std::move(read),
             stopped                 ? say(KH_TR("The monitor itself stops at {r} %: the limit may be further out."), {{"r", num(end, 1)}})
             : sent + band >= travel ? say(KH_TR("{s} % came out of a travel of {t}: nothing limits it up to there."),
                                           {{"s", num(sent, 1)}, {"t", num(travel)}})
                                     : say(KH_TR("{s} % ±{b} came out of a travel of {t}: that is the limit."),
                                           {{"s", num(sent, 1)}, {"b", num(band, 1)}, {"t", num(travel)}})}};
}

std::vector<ExperimentStep> expoSteps(const Setup& s) {
    const auto place = [&](const char* name, const char* what) {
        ExperimentStep step = onMonitorStep(name, say(what));
        step.step.optional = true;
        return step;
    };
    return {setStep(Box::Transmitter, say(KH_TR("Aileron of {t}: travel 100, rate 100, expo 50 on the side that makes the centre softer."),
                                          {{"t", txName(s)}})),
            onMonitorStep("half", say(KH_TR("Stick right until its own page shows 50: what does the monitor read? A cubic reads 31."))),
            setStep(Box::Transmitter, say(KH_TR("Only if it was not 31: set expo 100."))),
            place("quarter", KH_TR("Stick at 25: what does it read?")),
            place("middle", KH_TR("Stick at 50: what does it read?")),
            place("three-quarters", KH_TR("Stick at 75: what does it read?")),
            putBack(Box::Transmitter, say(KH_TR("travel, rate and expo of the aileron")))};
}
std::vector<Decided> expoBend(const Setup& s, Readings r) {
    requireScale(s, Box::Transmitter);
    const double share = s.transmitter.profile->usPerPct / s.controller.profile->usPerPct;
    const auto of = [&](double shown) { return sentPct(s, shownPct(s, kRead, shown), true) / 100.0; };
    const double half = of(*r[0]), cubic = withExpo(0.5, kExpoTried);
    const double band = (tolerancePct(s) + kSpread) / 100.0 * share;
    FactRead read = readUnder(s, {"controller.profile.id", "transmitter.profile.usPerPct", "controller.profile.usPerPct"});
    if (std::abs(half - cubic) <= band) {
        read.list = "";
        return {{boxQuestion(BoxKind::Transmitter, "expoTable"), std::move(read),
                 say(KH_TR("{h} % where a cubic gives {c} %: it is a cubic, within {b} %."),
                     {{"h", num(half * 100.0, 1)}, {"c", num(cubic * 100.0, 1)}, {"b", num(band * 100.0, 1)}})}};
    }
    for (std::size_t i = 1; i < r.size(); ++i)
        if (!r[i])
            throw InputError("quarter",
                             fmt::format("{:.0f} % is no cubic, which gives {:.0f} %: read it with expo 100 at 25, 50 and 75 too",
                                         half * 100.0, cubic * 100.0));
    std::string table = "0";
    double before = 0.0;
    for (std::size_t i = 1; i < r.size(); ++i) {
        const double v = std::round(of(*r[i]) * 1000.0) / 1000.0;
        if (v < before || v > 1.0) throw InputError("quarter", "these do not rise from 0 to 100 %; read them once more");
        before = v;
        table += ", " + plainNumber(v);
    }
    read.list = table + ", 1";
    return {{boxQuestion(BoxKind::Transmitter, "expoTable"), std::move(read),
             say(KH_TR("It is no cubic: {t}, each within {b} %."), {{"t", table + ", 1"}, {"b", num(band * 100.0, 1)}})}};
}

std::vector<ExperimentStep> learnSteps(const Setup& s) {
    return {setStep(Box::Transmitter, say(KH_TR("Aileron of {t}: travel 100, sub-trim +10."), {{"t", txName(s)}})),
            setStep(Box::Controller, say(KH_TR("Switch it off and on again with the sticks at rest."))),
            onMonitorStep("centre", say(KH_TR("Sticks at rest: what does the monitor read for aileron?"))),
            putBack(Box::Transmitter, say(KH_TR("the sub-trim of the aileron; then power it off and on once more")))};
}
std::vector<Decided> learnsCentre(const Setup& s, Readings r) {
    requireScale(s, Box::Controller);
    ChannelSettings ch = neutralChannel(kRead);
    ch.subTrimPct = kLearnTrim;
    const double centre = shownPct(s, kRead, *r[0]);
    return byTrying(s, {"learnsCentre"}, BoxKind::Controller, {{ch, 0.0, centre}});
}

}  // namespace

std::span<const BoxExperiment> channelExperiments() {
    static const std::vector<BoxExperiment> all{{"scale",
                                                 BoxKind::Transmitter,
                                                 KH_TR("Read both ends"),
                                                 {"usPerPct", "centreUs"},
                                                 kLeadsOff,
                                                 Station::Link,
                                                 "channel-aileron"_row,
                                                 scaleSteps,
                                                 transmitterScale},
                                                {"sub-trim",
                                                 BoxKind::Transmitter,
                                                 KH_TR("Try a sub-trim"),
                                                 {"subTrimLaw", "reverseTurnsTrim"},
                                                 kLeadsOff,
                                                 Station::Link,
                                                 "channel-collective"_row,
                                                 subTrimSteps,
                                                 subTrimLaws},
                                                {"limit",
                                                 BoxKind::Transmitter,
                                                 KH_TR("Try an output limit"),
                                                 {"limitLaw"},
                                                 kLeadsOff,
                                                 Station::Link,
                                                 "channel-collective"_row,
                                                 limitSteps,
                                                 limitLaw},
                                                {"side",
                                                 BoxKind::Transmitter,
                                                 KH_TR("Reverse a channel with one short side"),
                                                 {"travelSide"},
                                                 kLeadsOff,
                                                 Station::Link,
                                                 "channel-collective"_row,
                                                 sideSteps,
                                                 travelSide},
                                                {"output",
                                                 BoxKind::Transmitter,
                                                 KH_TR("Go as far as it goes"),
                                                 {"outputLimitPct"},
                                                 kLeadsOff,
                                                 Station::Link,
                                                 "channel-collective"_row,
                                                 outputSteps,
                                                 outputLimit},
                                                {"expo",
                                                 BoxKind::Transmitter,
                                                 KH_TR("Read half a stick"),
                                                 {"expoTable"},
                                                 kLeadsOff,
                                                 Station::Link,
                                                 "channel-aileron"_row,
                                                 expoSteps,
                                                 expoBend},
                                                {"scale-read",
                                                 BoxKind::Controller,
                                                 KH_TR("Read both ends"),
                                                 {"usPerPct", "centreUs"},
                                                 kLeadsOff,
                                                 Station::Link,
                                                 "channel-aileron"_row,
                                                 scaleSteps,
                                                 controllerScale},
                                                {"learns",
                                                 BoxKind::Controller,
                                                 KH_TR("Power it with a sub-trim"),
                                                 {"learnsCentre"},
                                                 kLeadsOff,
                                                 Station::Link,
                                                 "channel-aileron"_row,
                                                 learnSteps,
                                                 learnsCentre}};
    return all;
}

}  // namespace kh
