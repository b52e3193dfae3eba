// SPDX-License-Identifier: GPL-3.0-or-later
//
// Head speeds of the modes: what is wanted, what the curve gives, what changes from one to the next; and rates that do nothing.
#include "base/conventions.h"
#include "judge/candidates.h"
#include "judge/modechecks.h"
#include "judge/rowids.h"
#include "judge/rule.h"
#include "judge/speedchecks.h"
#include "model/fieldpatterns.h"
#include "model/names.h"
#include "stations/modes/modes.h"

#include <algorithm>
#include <array>
#include <cmath>
#include <tuple>

namespace kh {

namespace {

constexpr double kSpeedsApart = 0.08;  ///< wanted and given speed, as a share
constexpr double kSpeedAim = 0.13;     ///< of a change of head speed that is brought down
constexpr double kLeastRatePct = 20.0;
constexpr double kLeastBankDegS = 90.0, kMostBankDegS = 700.0;

/// The curve as it is, at the value that gives a speed.
std::vector<Edit> throttleAt(const AuditContext& c, const FlightMode& m, double rpm) {
    const auto value = throttleForRpm(c.model, indexOfMode(c.setup.transmitter, m), rpm);
    if (!value) return {};
    return throttleFix(c.setup, m, *value);
}

void wantedSpeed(const AuditContext& c, std::vector<Finding>& out) {
    // an internal governor is asked for the speed itself, and without one the curve is power, not speed
    if (!speedControllerGoverns(c.setup) || c.setup.controller.governor.kind == GovernorKind::Internal) return;
    const bool factor = loggedFactor(c.setup, c.model).has_value();  // then no wanted speed is to blame
    for (const FlightMode& m : c.setup.transmitter.modes) {
        const ModeFigures* f = c.figures.mode(m.id);
        if (!isFlown(m) || !m.targetRpm || f == nullptr || !f->headRpm.known || c.setup.speedController.calibration.size() < 2) continue;
        if (isFlat(m.throttle) && m.throttle.points.front().y == 0.0) continue;  // still on the bench: another rule's
        const double given = f->headRpm.value;
        if (std::abs(given / *m.targetRpm - 1.0) <= kSpeedsApart) continue;
        const std::string wanted = elementPath("transmitter.modes.{}.targetRpm"_field, m.id);
        Finding finding{
            .id = "wanted-speed." + m.id,
            .severity = Severity::Warning,
            .row = "head-speed-mode"_row,
            .title = c.say(KH_TR("{m} does not turn at the speed wanted"), {{"m", m.name}}),
            .found = c.say(
                KH_TR("{t} are wanted; {p} throttle gives {g} rpm by the log."),
                {{"t", c.amount(wanted)}, {"p", c.amount(throttlePath(c.setup.transmitter), f->throttlePct.value)}, {"g", num(given)}}),
            .why = c.say(KH_TR("Gain, pitch and flight time are judged for a speed that is not flown.")),
            .todo = factor ? c.say(KH_TR("Set the throttle of {m} in the transmitter to the value that gives {t}."),
                                   {{"m", m.name}, {"t", c.amount(wanted)}})
                           : c.say(KH_TR("Set the throttle of {m} in the transmitter to the value that gives {t}, or want {g}."),
                                   {{"m", m.name}, {"t", c.amount(wanted)}, {"g", c.amount(wanted, roundToStep(given, 10.0))}}),
            .box = Box::Transmitter,
            .witness = Witness{std::nullopt, modeState(c.setup.transmitter, m)},
            .subject = modePath(m, "targetRpm"),
            .fix = throttleAt(c, m, *m.targetRpm),
            .proposal = true};
        if (!factor) finding.also = {{{modePath(m, "targetRpm"), roundToStep(given, 10.0)}}};
        out.push_back(std::move(finding));
    }
}

void speedJump(const AuditContext& c, std::vector<Finding>& out) {
    for (const auto& [from, to] : neighbourModes(c.setup.transmitter)) {
        const FlightMode& m = *to;
        const ModeFigures* a = c.figures.mode(from->id);
        const ModeFigures* b = c.figures.mode(m.id);
        if (a == nullptr || b == nullptr || !a->headRpm.known || !b->headRpm.known || a->headRpm.value <= 0.0) continue;
        const double share = 100.0 * (b->headRpm.value / a->headRpm.value - 1.0);
        if (std::abs(share) <= kSpeedNotePct) continue;
        const double up = share > 0.0 ? 1.0 : -1.0;
        std::vector<std::vector<Edit>> closer{throttleAt(c, m, a->headRpm.value * (1.0 + up * kSpeedAim)),
                                              throttleAt(c, *from, b->headRpm.value / (1.0 + up * kSpeedAim))};
        Finding f{
            .id = "speed-jump." + m.id,
            .severity = std::abs(share) > kSpeedWarnPct ? unlevelSeverity(c.setup.transmitter, m) : Severity::Note,
            .row = "head-speed-mode"_row,
            .title = c.say(KH_TR("{a} to {b} changes head speed by {p} %"), {{"a", from->name}, {"b", m.name}, {"p", signedNum(share)}}),
            .found = c.say(KH_TR("{x} rpm to {y} rpm: thrust changes by {t} %."),
                           {{"x", num(a->headRpm.value)},
                            {"y", num(b->headRpm.value)},
                            {"t", signedNum(100.0 * (std::pow(1.0 + share / 100.0, 2) - 1.0))}}),
            .why = c.say(KH_TR("The model climbs or sinks when the mode is switched; be ready with the stick.")),
            .todo = c.say(KH_TR("Bring the throttle of {a} and {b} closer in the transmitter, within 20 %."),
                          {{"a", from->name}, {"b", m.name}}),
            .box = Box::Transmitter,
            .subject = modePath(m, "throttle"),
            .proposal = true};
        f.fix = closer[0];
        f.also = {closer[1]};
        if (c.setup.controller.governor.kind == GovernorKind::Internal) {  // it is asked for the speed itself
            f.fix = {{modePath(m, "targetRpm"), roundToStep(a->headRpm.value * (1.0 + up * kSpeedAim), 10.0)}};
            f.also = {{{modePath(*from, "targetRpm"), roundToStep(b->headRpm.value / (1.0 + up * kSpeedAim), 10.0)}}};
            f.todo = c.say(KH_TR("Bring the speeds wanted in {a} and {b} closer in the transmitter, within 20 %."),
                           {{"a", from->name}, {"b", m.name}});
        }
        out.push_back(std::move(f));
    }
}

void deadRates(const AuditContext& c, std::vector<Finding>& out) {
    for (const FlightMode& m : c.setup.transmitter.modes)
        for (const auto& [key, rates] :
             {std::pair("aileron", &m.aileron), std::pair("elevator", &m.elevator), std::pair("rudder", &m.rudder)}) {
            if (rates->ratePct >= kLeastRatePct) continue;
            const std::string path = modePath(m, key) + ".ratePct";
            Finding f{.id = "dead-rate." + m.id + "." + key,
                      .severity = Severity::Danger,
                      .row = "rates"_row,
                      .title = c.say(KH_TR("The {a} stick does next to nothing in {m}"), {{"a", asWord(key)}, {"m", m.name}}),
                      .found = c.say(KH_TR("Its rate is {r}."), {{"r", c.amount(path, rates->ratePct)}}),
                      .why = c.say(KH_TR("Switched to this mode the machine cannot be steered on that axis.")),
                      .todo = c.say(KH_TR("Set the rate of {a} in {m} to {r} in the transmitter; the controller's bank holds the agility."),
                                    {{"a", asWord(key)}, {"m", m.name}, {"r", c.amount(path, 100.0)}}),
                      .box = Box::Transmitter,
                      .witness = Witness{std::nullopt, modeState(c.setup.transmitter, m)},
                      .subject = path,
                      .fix = {{path, 100.0}},
                      .proposal = true};
            for (const FlightMode& other : c.setup.transmitter.modes) {
                const auto there = readField(c.setup, modePath(other, key) + ".ratePct");
                if (other.id != m.id && there && std::get<double>(there->value) >= kLeastRatePct) f.also.push_back({{path, there->value}});
            }
            out.push_back(std::move(f));
        }
}

/// What was typed for pitch alone, where the box has the axes apart.
std::optional<double> ofPitch(const Setup& setup, const std::optional<double>& typed) {
    return setup.controller.profile->axesApart ? typed : std::nullopt;
}

void bankRates(const AuditContext& c, std::vector<Finding>& out) {
    for (const Bank& b : c.setup.controller.banks)
        for (const auto& [axis, key, typed] :
             {std::tuple("roll", "controller.banks.{}.rollPitchDegS"_field, std::optional(b.rollPitchDegS)),
              std::tuple("pitch", "controller.banks.{}.pitchDegS"_field, ofPitch(c.setup, b.pitchDegS)),
              std::tuple("rudder", "controller.banks.{}.rudderDegS"_field, std::optional(b.rudderDegS))}) {
            if (!typed) continue;
            const double rate = *typed;
            if (rate >= kLeastBankDegS && rate <= kMostBankDegS) continue;
            const std::string path = elementPath(key, b.id);
            out.push_back({.id = std::string("bank-rate.") + axis + "." + b.id,
                           .severity = Severity::Note,
                           .row = "agility-roll"_row,
                           .title = rate > kMostBankDegS ? c.say(KH_TR("Bank {b} turns very fast"), {{"b", b.id}})
                                                         : c.say(KH_TR("Bank {b} turns very slowly"), {{"b", b.id}}),
                           .found = c.say(KH_TR("{f}: {r}; {a} to {z} are flown."), {{"f", fieldTitle(c.setup, path)},
                                                                                     {"r", c.amount(path)},
                                                                                     {"a", bare(c.amount(path, kLeastBankDegS))},
                                                                                     {"z", c.amount(path, kMostBankDegS)}}),
                           .why = rate > kMostBankDegS ? c.say(KH_TR("Servos and eyes do not follow; a slip of the thumb is a whole turn."))
                                                       : c.say(KH_TR("A gust turns the machine faster than the stick brings it back.")),
                           .todo = c.say(KH_TR("Set it in the controller to what you fly, a little at a time.")),
                           .box = Box::Controller,
                           .subject = path});
        }
}

}  // namespace

std::span<const Rule> modeSpeedRules() {
    static constexpr std::array rules{
        Rule{"wanted-speed", Station::Modes, Work::Governor, wantedSpeed},
        Rule{"speed-jump", Station::Modes, Work::Curves, speedJump, "P7"},
        Rule{"dead-rate", Station::Modes, Work::Curves, deadRates},
        Rule{"bank-rate", Station::Modes, Work::Curves, bankRates},
    };
    return rules;
}

}  // namespace kh
