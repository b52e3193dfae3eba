// SPDX-License-Identifier: GPL-3.0-or-later
//
// Where a setting of the modes follows another school than the one that was chosen.
#include "base/conventions.h"
#include "judge/modechecks.h"
#include "judge/rowids.h"
#include "judge/rule.h"
#include "model/conditions.h"
#include "model/fieldpatterns.h"
#include "model/modeedits.h"
#include "model/names.h"
#include "stations/modes/modes.h"

#include <algorithm>
#include <array>
#include <cmath>

namespace kh {

namespace {

constexpr double kMidPitchPct = 2.0;    ///< of the curve, at mid stick
constexpr double kMidHoverStick = 0.1;  ///< how far from mid stick the hover may lie

bool sameShape(const Curve& a, const Curve& b) {
    const CurveEvaluator x(a);
    const CurveEvaluator y(b);
    for (int i = 0; i <= 20; ++i)
        if (std::abs(x.at(5.0 * i) - y.at(5.0 * i)) > 0.5) return false;
    return true;
}

void curveEntry(const AuditContext& c, std::vector<Finding>& out) {
    if (c.setup.transmitter.schools.entry != EntrySchool::Line) return;
    for (const FlightMode& m : c.setup.transmitter.modes)
        for (const bool pitch : {true, false}) {
            const Curve& curve = pitch ? m.pitch : m.throttle;
            if (curve.shape == CurveShape::Line || m.benchOnly || (!pitch && m.id == kHoldMode)) continue;
            const Curve line = asLine(curve);
            const bool straight = sameShape(curve, line);
            out.push_back({.id = std::string("school-entry.") + m.id + (pitch ? ".pitch" : ".throttle"),
                           .severity = Severity::Note,
                           .row = pitch ? "pitch-curve"_row : "throttle-curve"_row,
                           .title = c.say(KH_TR("{m} is entered by points"), {{"m", m.name}}),
                           .found = c.say(KH_TR("{n} points; the school chosen is a line and an offset."),
                                          {{"n", num(static_cast<double>(curve.points.size()))}}),
                           .why = straight ? c.say(KH_TR("The curve is straight: two ends and an offset say the same."))
                                           : c.say(KH_TR("The curve is bent: a line cannot say it.")),
                           .todo = c.say(KH_TR("Enter it in the transmitter as a line from {a} to {b}."),
                                         {{"a", bare(c.amount(modePath(m, pitch ? "pitch" : "throttle"), line.points.front().y))},
                                          {"b", c.amount(modePath(m, pitch ? "pitch" : "throttle"), line.points.back().y)}}),
                           .box = Box::Transmitter,
                           .subject = modePath(m, pitch ? "pitch" : "throttle"),
                           .fix = {{modePath(m, pitch ? "pitch" : "throttle"), line}}});
        }
}

void pitchCurves(const AuditContext& c, std::vector<Finding>& out) {
    if (c.setup.transmitter.schools.pitch != PitchSchool::One) return;
    const FlightMode* first = nullptr;
    for (const FlightMode& m : c.setup.transmitter.modes) {
        if (!m.flownInverted || !isFlown(m)) continue;
        if (first == nullptr) {
            first = &m;
            continue;
        }
        if (sameShape(m.pitch, first->pitch)) continue;
        out.push_back({.id = "school-pitch." + m.id,
                       .severity = Severity::Note,
                       .row = "pitch-curve"_row,
                       .title = c.say(KH_TR("{m} has a pitch curve of its own"), {{"m", m.name}}),
                       .found = c.say(KH_TR("{a} and {b} differ; the school chosen is one curve for all aerobatic modes."),
                                      {{"a", first->name}, {"b", m.name}}),
                       .why = c.say(KH_TR("The stick then feels different after the mode switch.")),
                       .todo = c.say(KH_TR("Copy {a}'s pitch curve to {b} in the transmitter."), {{"a", first->name}, {"b", m.name}}),
                       .box = Box::Transmitter,
                       .subject = modePath(m, "pitch"),
                       .fix = {{modePath(m, "pitch"), first->pitch}}});
    }
}

void agilityBox(const AuditContext& c, std::vector<Finding>& out) {
    const bool inController = c.setup.transmitter.schools.agility == AgilitySchool::Controller;
    if (inController) {
        for (const FlightMode& m : c.setup.transmitter.modes) {
            struct Axis {
                const char* key;
                const AxisRates& rates;
            };
            std::vector<Edit> fix;
            double rate = 100.0;
            double expo = 0.0;
            for (const Axis& a : {Axis{"aileron", m.aileron}, Axis{"elevator", m.elevator}, Axis{"rudder", m.rudder}}) {
                if (a.rates.ratePct == 100.0 && a.rates.expoPct == 0.0) continue;
                rate = a.rates.ratePct;
                expo = a.rates.expoPct;
                fix.push_back({modePath(m, (std::string(a.key) + ".ratePct").c_str()), 100.0});
                fix.push_back({modePath(m, (std::string(a.key) + ".expoPct").c_str()), 0.0});
            }
            if (fix.empty()) continue;
            const std::string subject = fix.front().path;
            out.push_back({.id = "school-agility." + m.id,
                           .severity = Severity::Note,
                           .row = "rates"_row,
                           .title = c.say(KH_TR("The transmitter is not straight in {m}"), {{"m", m.name}}),
                           .found = c.say(KH_TR("Rate {r}, expo {e}; the school chosen sets agility in the controller, in °/s."),
                                          {{"r", c.amount(modePath(m, "aileron.ratePct"), rate)},
                                           {"e", c.amount(modePath(m, "aileron.expoPct"), expo)}}),
                           .why = c.say(KH_TR("What both boxes do multiplies, and the controller's °/s are no longer true.")),
                           .todo = c.say(KH_TR("Set rates to {r} and expo to {e} in {m} in the transmitter."),
                                         {{"r", c.amount(modePath(m, "aileron.ratePct"), 100.0)},
                                          {"e", c.amount(modePath(m, "aileron.expoPct"), 0.0)},
                                          {"m", m.name}}),
                           .box = Box::Transmitter,
                           .subject = subject,
                           .fix = std::move(fix)});
        }
        return;
    }
    const ControllerProfile& box = c.setup.controller.profile;
    for (const Bank& b : c.setup.controller.banks)
        for (const TurnAxis axis : {TurnAxis::Roll, TurnAxis::Pitch}) {
            const std::string path = "controller.banks." + b.id + "." + bankKeys(box, b, axis).expo;
            const bool pitch = path.ends_with(".pitchExpoPct");
            if (bankAxis(box, b, axis).expoPct == 0.0 || (axis == TurnAxis::Pitch && !pitch)) continue;  // one number for both is told once
            out.push_back(
                {.id = (pitch ? "school-agility.pitch-" : "school-agility.bank-") + b.id,
                 .severity = Severity::Note,
                 .row = pitch ? "bank-pitch"_row : "agility-roll"_row,
                 .title = c.say(KH_TR("The controller has expo of its own")),
                 .found = c.say(KH_TR("Bank {b}: {e}; the school chosen sets agility in the transmitter."),
                                {{"b", b.id}, {"e", c.amount(path)}}),
                 .why = c.say(KH_TR("What both boxes do multiplies.")),
                 .todo = c.say(KH_TR("Set expo to {e} in bank {b} of the controller."), {{"e", c.amount(path, 0.0)}, {"b", b.id}}),
                 .box = Box::Controller,
                 .subject = path,
                 .fix = {{path, 0.0}}});
        }
}

/// Where agility is the transmitter's, what a style starts with; the first mode softest.
struct StartingAgility {
    double ratePct, expoPct;
};
StartingAgility startingAgility(FlyingStyle style, std::size_t mode) {
    constexpr std::array kStarts{StartingAgility{60.0, 30.0}, StartingAgility{75.0, 25.0}, StartingAgility{90.0, 20.0},
                                 StartingAgility{50.0, 30.0}};
    const StartingAgility s = kStarts.at(static_cast<std::size_t>(style));
    return {std::min(100.0, s.ratePct + 15.0 * static_cast<double>(mode)), std::max(10.0, s.expoPct - 5.0 * static_cast<double>(mode))};
}

void startingRates(const AuditContext& c, std::vector<Finding>& out) {
    const TransmitterSettings& tx = c.setup.transmitter;
    if (tx.schools.agility != AgilitySchool::Transmitter) return;
    std::vector<Edit> fix;
    std::size_t rank = 0;
    for (const FlightMode& m : tx.modes) {
        if (!isFlown(m)) continue;
        for (const auto& [key, r] : {std::pair("aileron", m.aileron), std::pair("elevator", m.elevator)})
            if (r.ratePct != 100.0 || r.expoPct != 0.0) return;  // somebody has begun
        const StartingAgility s = startingAgility(c.setup.machine.style, rank++);
        for (const char* key : {"aileron", "elevator"}) {
            fix.push_back({modePath(m, key) + ".ratePct", s.ratePct});
            fix.push_back({modePath(m, key) + ".expoPct", s.expoPct});
        }
    }
    if (fix.empty()) return;
    const StartingAgility first = startingAgility(c.setup.machine.style, 0);
    const std::string path = fix.front().path;
    const std::string expoPath = fix[1].path;
    out.push_back({.id = "rates-start",
                   .severity = Severity::Note,
                   .row = "rates"_row,
                   .title = c.say(KH_TR("Agility is the transmitter's, and no mode has any set")),
                   .found = c.say(KH_TR("Rate {r}, expo {e} in every mode; for this style {m} starts at {s}, expo {x}."),
                                  {{"r", c.amount(path, 100.0)},
                                   {"e", c.amount(expoPath, 0.0)},
                                   {"m", tx.modes.front().name},
                                   {"s", c.amount(path, first.ratePct)},
                                   {"x", c.amount(expoPath, first.expoPct)}}),
                   .why = c.say(KH_TR("All of what the controller can do hangs on the first centimetre of stick.")),
                   .todo = c.say(KH_TR("Start with rates and expo of each mode as proposed, in the transmitter, and search in flight.")),
                   .box = Box::Transmitter,
                   .subject = path,
                   .fix = std::move(fix),
                   .proposal = true});
}

void tailGain(const AuditContext& c, std::vector<Finding>& out) {
    const TransmitterSettings& tx = c.setup.transmitter;
    std::string step;
    for (const SwitchFunction& f : tx.functions)
        if (f.id.starts_with("gain-") && !f.when.empty()) step = f.id;
    Finding f{.severity = Severity::Note, .row = "tail-gain"_row, .box = Box::Transmitter};
    if (tx.schools.tailGain == GainSchool::Steps) {
        if (!step.empty()) return;
        f.severity = Severity::Warning;
        f.title = c.say(KH_TR("No switch works the gain steps"));
        f.found = c.say(KH_TR("The school chosen is three gain steps on a switch of their own; none has one."));
        f.why = c.say(KH_TR("The gain then follows the flight mode, not the switch you reach for when the tail wags."));
        f.todo = c.say(KH_TR("Give gain steps 2 and 3 a switch in the transmitter."));
        f.subject = "transmitter.schools.tailGain"_field;
    } else if (!step.empty()) {
        f.title = c.say(KH_TR("A gain step replaces the mode's gain"));
        f.found = tx.schools.tailGain == GainSchool::PerMode
                      ? c.say(KH_TR("{s} answers to {w}; the school chosen is one gain per flight mode."),
                              {{"s", functionTitle(tx, step)}, {"w", conditionTitle(tx, *conditionOf(tx, step))}})
                      : c.say(KH_TR("{s} answers to {w}; the school chosen leaves the gain to the controller."),
                              {{"s", functionTitle(tx, step)}, {"w", conditionTitle(tx, *conditionOf(tx, step))}});
        f.why = c.say(KH_TR("Two places then decide about one number."));
        f.todo = c.say(KH_TR("Take {s} off its switch in the transmitter."), {{"s", functionTitle(tx, step)}});
        f.subject = elementPath("transmitter.functions.{}.when"_field, step);
        f.fix = {{f.subject, Condition{}}};
    } else if (tx.schools.tailGain == GainSchool::Fixed) {
        const double first = tx.modes.front().tailGainPct;
        const auto other = std::find_if(tx.modes.begin(), tx.modes.end(), [&](const FlightMode& m) { return m.tailGainPct != first; });
        if (other == tx.modes.end()) return;
        f.title = c.say(KH_TR("The gain differs between modes"));
        f.found = c.say(KH_TR("{a} sends {x}, {b} sends {y}; the school chosen leaves the gain to the controller."),
                        {{"a", tx.modes.front().name},
                         {"x", c.amount(modePath(tx.modes.front(), "tailGainPct"))},
                         {"b", other->name},
                         {"y", c.amount(modePath(*other, "tailGainPct"))}});
        f.why = c.say(KH_TR("The controller would follow the channel where it listens to one."));
        f.todo = c.say(KH_TR("Send one gain in every mode in the transmitter."));
        f.subject = modePath(*other, "tailGainPct");
        for (const FlightMode& m : tx.modes)
            if (m.tailGainPct != first) f.fix.push_back({modePath(m, "tailGainPct"), first});
    } else {
        return;
    }
    out.push_back(std::move(f));
}

void midStick(const AuditContext& c, std::vector<Finding>& out) {
    const TransmitterSettings& tx = c.setup.transmitter;
    if (tx.schools.midStick == MidStickSchool::Zero) {
        for (std::size_t i = 0; i < tx.modes.size(); ++i) {
            const double mid = c.model.pitchCurveAt(i, 0.0);
            if (!isFlown(tx.modes[i]) || std::abs(mid) <= kMidPitchPct) continue;
            Curve curve = tx.modes[i].pitch;
            std::vector<Edit> fix;
            for (CurvePoint& p : curve.points)
                if (p.x == 50.0) {
                    p.y = 0.0;
                    fix = {{modePath(tx.modes[i], "pitch"), curve}};
                }
            out.push_back(
                {.id = "school-mid-stick." + tx.modes[i].id,
                 .severity = Severity::Note,
                 .row = "pitch-curve"_row,
                 .title = c.say(KH_TR("Mid stick is not 0° in {m}"), {{"m", tx.modes[i].name}}),
                 .found = c.say(KH_TR("The curve stands at {p}, {d}°."),
                                {{"p", c.amount(pitchPath(c.setup.transmitter), mid)}, {"d", signedNum(c.figures.bladeDegAt(mid), 1)}}),
                 .why = c.say(KH_TR("The school chosen is 0° at mid stick: up and down then feel alike.")),
                 .todo = c.say(KH_TR("Set the point at mid stick to {z} in the transmitter."),
                               {{"z", c.amount(pitchPath(c.setup.transmitter), 0.0)}}),
                 .box = Box::Transmitter,
                 .witness =
                     Witness{
                         std::nullopt,
                         [&] {
                             PartialDeck d = modeState(tx, tx.modes[i]);
                             d.collective = 0.0;
                             return d;
                         }()},
                 .subject = modePath(tx.modes[i], "pitch"),
                 .fix = std::move(fix)});
        }
        return;
    }
    const ModeFigures& base = c.figures.modes.front();
    if (!base.hoverStick.known || std::abs(base.hoverStick.value) <= kMidHoverStick) return;
    out.push_back(
        {.id = "school-mid-stick." + base.id,
         .severity = Severity::Note,
         .row = "hover-mode"_row,
         .title = c.say(KH_TR("{m} does not hover at mid stick"), {{"m", base.name}}),
         .found = c.say(KH_TR("It hovers at stick {s}; the estimate is {p}°."),
                        {{"s", signedNum(base.hoverStick.value, 2)}, {"p", num(base.hoverPitch.value, 1)}}),
         .why = c.say(KH_TR("The school chosen is the hover at mid stick, for scale and training.")),
         .todo = c.say(KH_TR("Raise the middle of {m}'s pitch curve in the transmitter until it hovers there."), {{"m", base.name}}),
         .box = Box::Transmitter,
         .witness = Witness{std::nullopt, modeState(tx, tx.modes.front())},
         .subject = modePath(tx.modes.front(), "pitch")});
}

}  // namespace

std::span<const Rule> modeSchoolRules() {
    static constexpr std::array rules{
        Rule{"school-entry", Station::Modes, Work::Curves, curveEntry},   Rule{"school-pitch", Station::Modes, Work::Curves, pitchCurves},
        Rule{"school-agility", Station::Modes, Work::Curves, agilityBox}, Rule{"school-gain", Station::Modes, Work::Curves, tailGain},
        Rule{"school-mid-stick", Station::Modes, Work::Curves, midStick}, Rule{"rates-start", Station::Modes, Work::Curves, startingRates},
    };
    return rules;
}

}  // namespace kh
