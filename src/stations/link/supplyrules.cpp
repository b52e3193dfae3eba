// SPDX-License-Identifier: GPL-3.0-or-later
//
// The receiver supply, settled before the first plug: what it gives against what every box on it bears and needs.
#include "base/conventions.h"
#include "formula/supply.h"
#include "judge/dependencies.h"
#include "judge/rowids.h"
#include "judge/rule.h"
#include "model/access.h"
#include "model/fieldpatterns.h"
#include "stations/link/link.h"

#include <algorithm>
#include <array>
#include <set>

namespace kh {

namespace {

constexpr double kUsualVolts = 6.0;  ///< what a servo of unknown rating bears

/// What hangs on the supply.
struct Fed {
    Message name;
    std::optional<double> maxVolts, minVolts;
    std::string path;  ///< of its rating
    bool servo = false;
};

std::vector<Fed> fedBy(const AuditContext& c) {
    const auto named = [&](const std::string& name) {
        return name.empty() ? c.say(KH_TR("a servo that nobody named")) : c.say(KH_TR("{s}"), {{"s", name}});
    };
    std::vector<Fed> out;
    for (const FittedServo& s : fittedServos(c.setup.machine))
        out.push_back({named(s.servo->name), s.servo->maxVolts, s.servo->minVolts, s.place.path + ".maxVolts", true});
    const ControllerProfile& box = c.setup.controller.profile;
    out.push_back({named(box.name), box.maxVolts, std::nullopt, "controller.profile.maxVolts"_field});
    out.push_back(
        {c.say(KH_TR("the receiver")), c.setup.machine.supply.receiverMaxVolts, std::nullopt, "machine.supply.receiverMaxVolts"_field});
    return out;
}

/// The one that bears the least, of those whose rating is known; nullptr if there is none.
const Fed* weakestOf(const std::vector<Fed>& fed) {
    const Fed* weakest = nullptr;
    for (const Fed& f : fed)
        if (f.maxVolts && (weakest == nullptr || *f.maxVolts < *weakest->maxVolts)) weakest = &f;
    return weakest;
}

/// What asks for the most, and what it asks for.
struct Asked {
    double volts = kLeastSupplyVolts + kSupplyDipVolts;
    const Fed* by = nullptr;  ///< none: every receiver
};
Asked mostAsked(const std::vector<Fed>& fed) {
    Asked out;
    for (const Fed& f : fed)
        if (f.minVolts && *f.minVolts > out.volts) out = {*f.minVolts, &f};
    return out;
}

Message neverBoth(const AuditContext& c, const Fed& weakest, double most) {
    return c.say(KH_TR("{s} bears {m} only: no supply suits both. Fit another, or feed it apart as its maker allows."),
                 {{"s", weakest.name}, {"m", c.amount("machine.supply.volts"_field, most)}});
}

void tooHigh(const AuditContext& c, double volts, const std::vector<Fed>& fed, std::vector<Finding>& out) {
    const Fed* weakest = weakestOf(fed);
    if (weakest == nullptr || volts <= *weakest->maxVolts) return;
    const Asked asked = mostAsked(fed);
    const bool never = asked.volts > *weakest->maxVolts;
    out.push_back({.id = "supply-volts",
                   .severity = Severity::Danger,
                   .row = "supply"_row,
                   .title = c.say(KH_TR("The receiver supply is too high for {s}"), {{"s", weakest->name}}),
                   .found = c.say(KH_TR("{v}; {s} bears {m}."), {{"v", c.amount("machine.supply.volts"_field)},
                                                                 {"s", weakest->name},
                                                                 {"m", c.amount("machine.supply.volts"_field, *weakest->maxVolts)}}),
                   .why = weakest->servo ? c.say(KH_TR("The servo burns out, at the bench or in the air."))
                                         : c.say(KH_TR("What steers the model burns out, at the bench or in the air.")),
                   .todo = never ? neverBoth(c, *weakest, *weakest->maxVolts)
                                 : c.say(KH_TR("Set the supply to {m} or less."),
                                         {{"m", c.amount("machine.supply.volts"_field, *weakest->maxVolts)}}),
                   .box = Box::Machine,
                   .subject = "machine.supply.volts"_field});
    if (!never) out.back().fix = {{"machine.supply.volts"_field, *weakest->maxVolts}};
}

/// What was read at rest, beside what is entered.
void readTooHigh(const AuditContext& c, double volts, const std::vector<Fed>& fed, std::vector<Finding>& out) {
    const Fed* weakest = weakestOf(fed);
    const Reading* rest = newestInForce(c.setup, "supply.rest");
    if (weakest == nullptr || rest == nullptr) return;
    if (rest->value <= *weakest->maxVolts || volts > *weakest->maxVolts) return;  // what is entered is told already
    const double then = floorToStep(volts - (rest->value - *weakest->maxVolts), 0.1);
    out.push_back(
        {.id = "supply-read",
         .severity = Severity::Danger,
         .row = "supply"_row,
         .title = c.say(KH_TR("The receiver supply was measured too high for {s}"), {{"s", weakest->name}}),
         .found =
             c.say(KH_TR("{r} at rest, {v} entered; {s} bears {m}."), {{"r", c.amount("machine.supply.volts"_field, rest->value)},
                                                                       {"v", c.amount("machine.supply.volts"_field)},
                                                                       {"s", weakest->name},
                                                                       {"m", c.amount("machine.supply.volts"_field, *weakest->maxVolts)}}),
         .why = weakest->servo ? c.say(KH_TR("The servo burns out, at the bench or in the air."))
                               : c.say(KH_TR("What steers the model burns out, at the bench or in the air.")),
         .todo = c.say(KH_TR("Pull the supply. Set it as much lower, to {m}, before anything is plugged in again, and measure it at "
                             "rest."),
                       {{"m", c.amount("machine.supply.volts"_field, then)}}),
         .box = Box::Machine,
         .subject = "machine.supply.volts"_field});
    if (then >= mostAsked(fed).volts) out.back().fix = {{"machine.supply.volts"_field, then}};
}

void tooLow(const AuditContext& c, double volts, const std::vector<Fed>& fed, std::vector<Finding>& out) {
    const auto [need, asks] = mostAsked(fed);
    if (volts >= need) return;
    const Fed* weakest = weakestOf(fed);
    const double most = weakest == nullptr ? std::max(kUsualVolts, need) : *weakest->maxVolts;
    Finding f{.id = "supply-low",
              .severity = volts < kLeastSupplyVolts || asks != nullptr ? Severity::Danger : Severity::Warning,
              .row = "supply"_row,
              .title = c.say(KH_TR("The receiver supply is too low")),
              .found = asks == nullptr ? c.say(KH_TR("{v}; it must stay above {l} while it dips by {d}."),
                                               {{"v", c.amount("machine.supply.volts"_field)},
                                                {"l", c.amount("machine.supply.volts"_field, kLeastSupplyVolts)},
                                                {"d", c.amount("machine.supply.volts"_field, kSupplyDipVolts, Amount::Kind::Step)}})
                                       : c.say(KH_TR("{v}; {s} needs {n}."), {{"v", c.amount("machine.supply.volts"_field)},
                                                                              {"s", asks->name},
                                                                              {"n", c.amount("machine.supply.volts"_field, need)}}),
              .why = c.say(KH_TR("When all servos move at once the receiver restarts, and nothing answers.")),
              .box = Box::Machine,
              .subject = "machine.supply.volts"_field};
    if (most >= need) {
        const double wanted = std::clamp(kUsualVolts, need, most);
        f.todo = c.say(KH_TR("Set the supply to {m}."), {{"m", c.amount("machine.supply.volts"_field, wanted)}});
        f.fix = {{f.subject, wanted}};
    } else {  // no voltage suits both
        f.todo = neverBoth(c, *weakest, most);
    }
    out.push_back(std::move(f));
}

void unknownRatings(const AuditContext& c, double volts, const std::vector<Fed>& fed, std::vector<Finding>& out) {
    std::vector<Message> names;
    std::set<std::string> told;
    std::string subject;
    bool servo = false;
    for (const Fed& f : fed) {
        if (f.maxVolts) continue;
        if (subject.empty() || (f.servo && !servo)) subject = f.path;
        servo = servo || f.servo;
        if (told.insert(render(f.name)).second) names.push_back(f.name);
    }
    if (subject.empty()) return;
    out.push_back({.id = "supply-rating",
                   // a box that is sold for models bears what is usual; a servo may not
                   .severity = servo && volts > kUsualVolts ? Severity::Warning : Severity::Note,
                   .row = "supply"_row,
                   .title = c.say(KH_TR("Not known what voltage they bear")),
                   .found = c.say(KH_TR("{v} is fed to {list}, whose ratings are not known."),
                                  {{"v", c.amount("machine.supply.volts"_field)}, {"list", names}}),
                   .why = c.say(KH_TR("8.4 V into a 6 V servo destroys it.")),
                   .todo = c.say(KH_TR("Look the rating up in the maker's data and enter it at the machine; until then 6 V.")),
                   .box = Box::Machine,
                   .subject = subject});
}

void supplyVolts(const AuditContext& c, std::vector<Finding>& out) {
    const std::optional<double>& volts = c.setup.machine.supply.volts;
    if (!volts) {
        out.push_back({.id = "supply-unknown",
                       .severity = Severity::Note,
                       .row = "supply"_row,
                       .title = c.say(KH_TR("The receiver supply is not known")),
                       .found = c.say(KH_TR("No voltage is entered.")),
                       .why = c.say(KH_TR("8.4 V into a 6 V servo destroys it.")),
                       .todo = c.say(KH_TR("Read its voltage and enter it at the machine.")),
                       .box = Box::Machine,
                       .subject = "machine.supply.volts"_field});
        return;
    }
    const std::vector<Fed> fed = fedBy(c);
    tooHigh(c, *volts, fed, out);
    readTooHigh(c, *volts, fed, out);
    tooLow(c, *volts, fed, out);
    unknownRatings(c, *volts, fed, out);
}

void supplyCurrent(const AuditContext& c, std::vector<Finding>& out) {
    const Supply& s = c.setup.machine.supply;
    const auto needs = c.setup.machine.aircraft.of().supplyA;
    if (needs == nullptr) return;
    const std::array<double, 2> needed = needs(c.setup.machine);
    if (!s.continuousA || !s.peakA || (*s.continuousA >= needed[0] && *s.peakA >= needed[1])) return;
    out.push_back(
        {.severity = Severity::Warning,
         .row = "supply"_row,
         .title = c.say(KH_TR("The receiver supply is weak")),
         .found = c.say(KH_TR("{c}, {p} peak; this size needs {x} / {y}."),
                        {{"c", c.amount("machine.supply.continuousA"_field)},
                         {"p", c.amount("machine.supply.peakA"_field)},
                         {"x", bare(c.amount("machine.supply.continuousA"_field, needed[0]))},
                         {"y", c.amount("machine.supply.peakA"_field, needed[1])}}),
         .why = c.say(KH_TR("When all servos move at once the voltage dips and the receiver restarts.")),
         .todo = c.say(KH_TR("Fit a supply of at least {x}, {y} peak."), {{"x", c.amount("machine.supply.continuousA"_field, needed[0])},
                                                                          {"y", c.amount("machine.supply.peakA"_field, needed[1])}}),
         .box = Box::Machine,
         .subject = "machine.supply.continuousA"_field,
         .fix = {{"machine.supply.continuousA"_field, needed[0]}, {"machine.supply.peakA"_field, needed[1]}}});
}

/// The alarm lies between what the buffer takes over at and what the regulator gives: above it always sounds, below the buffer hides
/// that the regulator failed until the buffer is empty.
void supplyAlarm(const AuditContext& c, std::vector<Finding>& out) {
    const Supply& s = c.setup.machine.supply;
    const bool buffer = c.setup.machine.wiring.buffer;
    const auto volts = [&](double v) { return c.amount("machine.supply.volts"_field, v); };
    Finding f{.severity = Severity::Warning,
              .row = "supply-alarm"_row,
              .why = c.say(KH_TR("A regulator that failed is noticed only when nothing answers any more.")),
              .box = Box::Machine,
              .subject = "machine.supply.alarmVolts"_field};
    if (buffer && s.bufferVolts && s.volts && *s.bufferVolts >= *s.volts) {
        f.id = "buffer-volts";
        f.subject = "machine.supply.bufferVolts"_field;
        f.title = c.say(KH_TR("The buffer takes over before the regulator fails"));
        f.found =
            c.say(KH_TR("The supply gives {v}; the buffer takes over at {b}."), {{"v", volts(*s.volts)}, {"b", volts(*s.bufferVolts)}});
        f.why = c.say(KH_TR("It drains with every flight, unnoticed, and is empty when it is needed."));
        f.todo =
            c.say(KH_TR("Set the supply above the buffer's voltage, or fit a buffer of a lower one; what the boxes bear stays the limit."));
        out.push_back(std::move(f));
        return;
    }
    if (!s.alarmVolts) return;
    const double low = buffer && s.bufferVolts ? *s.bufferVolts : kLeastSupplyVolts;
    const bool sounds = s.volts && *s.alarmVolts >= *s.volts - kSupplyDipVolts / 2.0;
    if (!sounds && *s.alarmVolts > low + 1e-9) return;
    f.title = sounds ? c.say(KH_TR("The alarm on the receiver supply sounds in every flight"))
                     : c.say(KH_TR("The alarm on the receiver supply comes too late"));
    if (sounds) {
        f.found = c.say(KH_TR("It sounds below {a}; the supply gives {v} and dips when the servos move."),
                        {{"a", volts(*s.alarmVolts)}, {"v", volts(*s.volts)}});
        f.why = c.say(KH_TR("An alarm that always sounds is switched off, and then never does."));
    } else if (buffer && s.bufferVolts) {
        f.found =
            c.say(KH_TR("It sounds below {a}; the buffer holds {b} until it is empty."), {{"a", volts(*s.alarmVolts)}, {"b", volts(low)}});
    } else {
        f.found = c.say(KH_TR("It sounds below {a}; below {b} receivers restart."), {{"a", volts(*s.alarmVolts)}, {"b", volts(low)}});
    }
    const double high = s.volts.value_or(low + 2.0 * kSupplyDipVolts);
    const double wanted = std::round((low + (high - low) / 2.0) * 10.0) / 10.0;
    if (wanted > low + 0.05 && wanted < high - kSupplyDipVolts / 2.0) {
        f.todo = c.say(KH_TR("Set the alarm to {w}, between the two; then test it: pull the pack and hear it."), {{"w", volts(wanted)}});
        f.fix = {{f.subject, wanted}};
    } else {
        f.todo = c.say(KH_TR("Supply and buffer lie too close for an alarm between them: set one of them apart, or leave the alarm out."));
    }
    f.proposal = true;
    out.push_back(std::move(f));
}

}  // namespace

std::span<const Rule> supplyRules() {
    static constexpr std::array rules{Rule{"supply", Station::Link, Work::Supply, supplyVolts},
                                      Rule{"supply-current", Station::Link, Work::Supply, supplyCurrent},
                                      Rule{"supply-alarm", Station::Link, Work::Supply, supplyAlarm}};
    return rules;
}

}  // namespace kh
