// SPDX-License-Identifier: GPL-3.0-or-later
//
// The transmitter before it is set up: its own sticks; the button that opens the controller's set-up; rate mode by choice.
#include "formula/answers.h"
#include "judge/modechecks.h"
#include "judge/rowids.h"
#include "judge/rule.h"
#include "model/carried.h"
#include "model/conditions.h"
#include "model/names.h"
#include "model/ownsticks.h"
#include "stations/radio/poweron.h"
#include "stations/radio/radio.h"

#include <algorithm>
#include <array>
#include <cmath>

namespace kh {

namespace {

constexpr const char* kSetUp = "setup";
constexpr double kRateFromPct = 10.0;  ///< a reading this far on the rate side is rate mode, nearer to 0 it is none

void ownSticks(const AuditContext& c, std::vector<Finding>& out) {
    for (const OwnStickRead& s : sticksRead(c.setup.transmitter.sticks)) {
        if (s.right()) continue;
        const std::string base = std::string("transmitter.sticks.") + s.id + ".";
        std::vector<Message> shown;
        for (const auto& [key, value] :
             {std::pair("lowPct", s.stick->lowPct), std::pair("centrePct", s.stick->centrePct), std::pair("highPct", s.stick->highPct)})
            if (value) shown.push_back(c.say(KH_TR("{f} {v}"), {{"f", fieldBrief(c.setup, base + key)}, {"v", c.amount(base + key)}}));
        out.push_back(
            {.id = std::string("own-stick.") + s.id,
             .severity = Severity::Warning,
             .row = "stick-calibration"_row,
             .title = c.say(KH_TR("The {s} stick is short or uneven in the transmitter itself"), {{"s", asWord(s.id)}}),
             .found = c.say(KH_TR("Its own monitor shows {list}; −100, 0 and +100 are right, within {t}."),
                            {{"list", shown}, {"t", num(kOwnStickPct, 1)}}),
             .why =
                 c.say(KH_TR("A travel that covers for it is wrong everywhere but at the end, and hold, ends and failsafe of every model "
                             "rest on it.")),
             .todo = c.say(KH_TR("Calibrate the sticks in the transmitter as its manual says, before any travel; then read them, and every "
                                 "end, anew.")),
             .box = Box::Transmitter,
             .subject = base + s.wrongKey()});
    }
}

void setUpButton(const AuditContext& c, std::vector<Finding>& out) {
    const TransmitterSettings& tx = c.setup.transmitter;
    const Condition* when = conditionOf(tx, kSetUp);
    if (when == nullptr || when->empty() || !takesFamily(c.setup.controller.profile, kSetUp)) return;
    for (const std::string& id : switchesOf(tx, *when))
        for (const SwitchProfile& s : tx.profile->switches)
            if (s.id == id && !s.momentary)
                out.push_back({.id = "setup-latched",
                               .severity = Severity::Warning,
                               .row = "setup-switch"_row,
                               .title = c.say(KH_TR("The set-up button is on a switch that stays")),
                               .found = c.say(KH_TR("{s} stays where it is put."), {{"s", id}}),
                               .why = c.say(KH_TR("Left there the controller goes into its set-up the next time it may.")),
                               .todo = c.say(KH_TR("Put it on a switch that springs back, in the transmitter.")),
                               .box = Box::Transmitter,
                               .subject = conditionPath(tx, kSetUp)});
    tellOnAtStart(c,
                  {"setup-at-power-on", kSetUp, "setup-switch"_row, KH_TR("The set-up button is pressed at power-on"),
                   KH_TR("The controller starts in its set-up, and may not steady anything."),
                   KH_TR("Set the power-on place of its switch to where it is not pressed.")},
                  out);
}

/// What was chosen is no fault; that it does what was chosen, and not from the start, is looked at.
void rateMode(const AuditContext& c, std::vector<Finding>& out) {
    const TransmitterSettings& tx = c.setup.transmitter;
    const bool chosen = tx.schools.rateMode == RateModeSchool::OwnSwitch;
    const auto f = std::find_if(tx.functions.begin(), tx.functions.end(), [](const SwitchFunction& x) { return x.id == kRateMode; });
    const bool onSwitch = f != tx.functions.end() && !f->when.empty();
    Finding found{.severity = Severity::Note, .row = "rate-mode"_row, .box = Box::Transmitter};
    if (!onSwitch) {
        if (!chosen) return;
        found.id = "rate-mode-switch";
        found.title = c.say(KH_TR("Rate mode has no switch"));
        found.found = c.say(KH_TR("The school chosen has rate mode on a switch of its own; none works it."));
        found.why = c.say(KH_TR("Tracking the tail and a trim flight then go on with heading hold, which hides what they look for."));
        found.todo = c.say(KH_TR("Give it a switch of its own in the transmitter, off at power-on, or choose the other school."));
        found.subject = f == tx.functions.end() ? "transmitter.schools.rateMode"_field : conditionPath(tx, kRateMode);
        out.push_back(std::move(found));
        return;
    }
    if (!chosen) {
        found.id = "rate-mode-switch";
        found.title = c.say(KH_TR("Rate mode is on a switch"));
        found.found = c.say(KH_TR("{w} takes the tail into rate mode; the school chosen has none."), {{"w", conditionTitle(tx, f->when)}});
        found.why = c.say(KH_TR("A switch that lets go of the tail is found by somebody who does not know it."));
        found.todo = c.say(KH_TR("Choose the school that has it on a switch of its own, or take it off in the transmitter."));
        found.subject = conditionPath(tx, kRateMode);
        out.push_back(std::move(found));
        return;
    }
    const ChannelSettings* gain = channelOf(tx, "gain");
    if (gain != nullptr) {
        const ChannelScale scale = channelScale(tx.profile, *gain);
        const ReadingScale monitor = readingScale(c.setup, *gain);
        const bool turned = readingPctUnchecked(channelOutputUnchecked(100.0, scale).pulseUs, monitor) < 0.0;  // that channel's fault
        const double sent = f->sentPct.value_or(0.0);
        const double reads = readingPctUnchecked(channelOutputUnchecked(sent, scale).pulseUs, monitor);
        if (!turned && (!f->sentPct || reads > -kRateFromPct)) {
            const std::string path = elementPath("transmitter.functions.{}.sentPct"_field, kRateMode);
            const double wanted = std::max(kRateFromPct * 2.0, std::abs(tx.modes.front().tailGainPct));
            const double value = gainToSend(-std::min(wanted, 100.0), scale, monitor, 1.0).sentPct;
            found.id = "rate-mode-side";
            found.severity = Severity::Warning;
            found.title = c.say(KH_TR("The switch for rate mode does not reach it"));
            found.found = f->sentPct ? c.say(KH_TR("It sends {v}, read as {r} %."), {{"v", c.amount(path)}, {"r", signedNum(reads)}})
                                     : c.say(KH_TR("It sends nothing of its own: the gain stays the mode's."));
            found.why = c.say(KH_TR("The tail is taken for free and is held: what is then looked for is hidden."));
            found.todo = c.say(KH_TR("Set what it sends to {v} in the transmitter."), {{"v", c.amount(path, value)}});
            found.subject = path;
            found.fix = {{path, value}};
            found.proposal = true;
            out.push_back(found);
            found.fix.clear();
            found.proposal = false;
        }
    }
    tellOnAtStart(c,
                  {"rate-mode-at-power-on", kRateMode, "rate-mode"_row, KH_TR("Rate mode is on at power-on"),
                   KH_TR("You take off with a tail that nothing holds, and did not choose that today."),
                   KH_TR("Set the power-on place of its switch to where it is off.")},
                  out);
}

}  // namespace

std::span<const Rule> stickRules() {
    static constexpr std::array rules{
        Rule{"own-stick", Station::Radio, Work::Sign, ownSticks},
        Rule{"setup-switch", Station::Radio, Work::MotorOff, setUpButton},
        Rule{"rate-mode", Station::Radio, Work::Tail, rateMode},
    };
    return rules;
}

}  // namespace kh
