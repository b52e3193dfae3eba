// SPDX-License-Identifier: GPL-3.0-or-later
//
// Each rotor by itself: its lead, its way, its arm, its neutral, its limits; and the four beside each other.
#include "base/conventions.h"
#include "judge/rowids.h"
#include "judge/rule.h"
#include "model/boxsettings.h"
#include "stations/kit/stalereadings.h"
#include "stations/rotors/rotors.h"

#include <algorithm>
#include <array>
#include <cmath>

namespace kh {

namespace {

constexpr double kSquareNoteDeg = 1.0, kPulseApartUs = 100.0, kTenthDeg = 0.1;

std::string unitPath(std::size_t rotor, const char* key) { return "machine.rotors." + std::string(rotors::kIds[rotor]) + "." + key; }
const RotorUnit* unitOf(const Setup& setup, std::size_t rotor) { return rotorUnit(rotorsOf(setup), rotor); }
/// The port that drives a rotor, as findings name it.
const PortSettings* portSettings(const Setup& setup, std::size_t rotor) {
    const std::size_t port = portOfRotor(setup, rotor);
    return port < kRotors ? &setup.controller.ports[port] : nullptr;
}
Message rotorSaid(const AuditContext& c, std::size_t rotor) { return c.words ? rotorTitle(rotors::kIds[rotor]) : Message{}; }
Witness collectiveIn(RotorState state) { return sticksAt(collectiveOf(state), 0.0); }
const char* limitRow(RotorState state) { return state == RotorState::Plus ? "rotor-plus"_row : "rotor-minus"_row; }

void leads(const AuditContext& c, std::vector<Finding>& out) {
    std::vector<Edit> fix;
    std::vector<Message> wrong;
    const auto& ports = c.setup.controller.ports;
    for (std::size_t p = 0; p < ports.size() && p < kRotors; ++p) {
        if (ports[p].role == rotors::kIds[p]) continue;
        fix.push_back({"controller.ports." + ports[p].id + ".role", std::string(rotors::kIds[p])});
        if (c.words)
            wrong.push_back(c.say(KH_TR("port {p} drives {r}, and is for {w}"),
                                  {{"p", ports[p].id}, {"r", rotorTitle(ports[p].role)}, {"w", rotorTitle(rotors::kIds[p])}}));
    }
    if (fix.empty()) return;
    out.push_back({.severity = Severity::Danger,
                   .row = "rotor-ports"_row,
                   .title = c.say(KH_TR("Rotor leads are in each other's ports")),
                   .found = c.say(KH_TR("{list}."), {{"list", wrong}}),
                   .why = c.say(KH_TR("The box lifts one rotor and another rises: the machine turns over as it leaves the ground.")),
                   .todo = c.say(KH_TR("Pack out: plug each lead into the port of its place, front left first, then round.")),
                   .box = Box::Machine,
                   .witness = sticksAt(0.0, 1.0),
                   .subject = fix.front().path,
                   .fix = fix,
                   .whole = true});
}

/// Both limits turn the wrong way: that servo's direction; one alone does: that limit.
void ways(const AuditContext& c, std::vector<Finding>& out) {
    const RotorsFigures& own = c.figures.of<RotorsFigures>();
    for (std::size_t i = 0; i < kRotors; ++i) {
        const auto plus = limitOf(c.setup, i, RotorState::Plus), minus = limitOf(c.setup, i, RotorState::Minus);
        if (!plus || !minus) continue;
        const bool plusWrong = wrongWay(own, i, RotorState::Plus), minusWrong = wrongWay(own, i, RotorState::Minus);
        if (!plusWrong && !minusWrong) continue;
        if (std::any_of(own.otherWay.begin(), own.otherWay.end(), [i](const OtherWay& w) { return w.rotor == i; }))
            continue;  // told as that
        const RotorState state = plusWrong ? RotorState::Plus : RotorState::Minus;
        const std::string& port = c.setup.controller.ports[plus->port].id;
        Finding f{.id = std::string("rotor-way.") + rotors::kIds[i],
                  .severity = Severity::Danger,
                  .row = limitRow(state),
                  .title = c.say(KH_TR("Rotor {r} works the wrong way"), {{"r", rotorSaid(c, i)}}),
                  .found = c.say(
                      KH_TR("At the + limit its blade stands at {a}°, at the − limit at {b}°."),
                      {{"a", signedNum(own.of(RotorState::Plus, i).value, 1)}, {"b", signedNum(own.of(RotorState::Minus, i).value, 1)}}),
                  .why = c.say(KH_TR("Three rotors lift and it pushes down: the machine turns over on the spot.")),
                  .box = Box::Controller,
                  .witness = collectiveIn(state),
                  .subject = plusWrong ? plus->path : minus->path,
                  .whole = true};
        if (plusWrong) f.fix.push_back({plus->path, plus->us == 0.0 ? -minus->us : -plus->us});
        if (minusWrong) f.fix.push_back({minus->path, minus->us == 0.0 ? -plus->us : -minus->us});
        f.todo =
            plusWrong && minusWrong
                ? c.say(KH_TR("Set both limits of port {p} again in the controller, the stick the other way: judge by the leading edge of "
                              "this rotor."),
                        {{"p", port}})
                : c.say(KH_TR("Set the {s} limit of port {p} again in the controller, the stick the other way."),
                        {{"s", plusWrong ? c.say(KH_TR("+")) : c.say(KH_TR("−"))}, {"p", port}});
        out.push_back(std::move(f));
    }
}

/// A gauge that saw the blade go the other way than the machine, as it is described, would: all that is judged of it is of another machine.
void readOtherWay(const AuditContext& c, std::vector<Finding>& out) {
    for (const OtherWay& w : c.figures.of<RotorsFigures>().otherWay) {
        const RotorUnit* unit = unitOf(c.setup, w.rotor);
        const auto plus = limitOf(c.setup, w.rotor, RotorState::Plus), minus = limitOf(c.setup, w.rotor, RotorState::Minus);
        if (unit == nullptr || !plus || !minus) continue;
        const std::string mounted = unitPath(w.rotor, "risesWithPulse");
        const std::string id = std::string("rotor-read.") + rotors::kIds[w.rotor];
        if (std::any_of(out.begin(), out.end(), [&](const Finding& f) { return f.id == id; })) continue;  // told of its other limit
        const bool against = w.readDeg * collectiveOf(w.state) < 0.0;  // what stands in the box is wrong for the machine as it is
        Finding f{.id = id,
                  .severity = Severity::Danger,
                  .row = limitRow(w.state),
                  .title = c.say(KH_TR("Rotor {r} was read the other way than it is described"), {{"r", rotorSaid(c, w.rotor)}}),
                  .found = c.say(KH_TR("At the {s} limit its blade was read at {a}°; by its servo, rod and lever it stands at {b}°."),
                                 {{"s", w.state == RotorState::Plus ? c.say(KH_TR("+")) : c.say(KH_TR("−"))},
                                  {"a", signedNum(w.readDeg, 1)},
                                  {"b", signedNum(w.modelledDeg, 1)}}),
                  .why = c.say(KH_TR("Three rotors lift and it pushes down: the machine turns over on the spot.")),
                  .todo = against
                              ? c.say(KH_TR("Set both limits of port {p} again in the controller, the stick the other way, and say here "
                                            "which way its ball goes; then read it again."),
                                      {{"p", c.setup.controller.ports[plus->port].id}})
                              : c.say(KH_TR("Say here which way its ball goes, then read it again.")),
                  .box = against ? Box::Controller : Box::Machine,
                  .witness = collectiveIn(w.state),
                  .subject = mounted,
                  .fix = {{mounted, !unit->risesWithPulse}},
                  .whole = true};
        if (against) f.fix.insert(f.fix.end(), {{plus->path, -plus->us}, {minus->path, -minus->us}});
        out.push_back(std::move(f));
    }
}

void told(const AuditContext& c, std::vector<Finding>& out) {
    const Rotors& r = rotorsOf(c.setup);
    if (r.toldPair == r.pair) return;
    out.push_back({.severity = Severity::Danger,
                   .row = "rotor-layout"_row,
                   .title = c.say(KH_TR("The controller thinks the other pair turns clockwise")),
                   .found = c.say(KH_TR("It was told {a}; clockwise turn {b}."),
                                  {{"a", c.show("machine.toldPair"_field)}, {"b", c.show("machine.pair"_field)}}),
                   .why = c.say(KH_TR("Rudder and yaw gyro act the wrong way: it spins up the moment it is light.")),
                   .todo = c.say(KH_TR("Set the clockwise pair to {b} in the controller."), {{"b", c.show("machine.pair"_field)}}),
                   .box = Box::Controller,
                   .witness = sticksAt(0.3, 0.0, 1.0),
                   .subject = "machine.toldPair"_field,
                   .fix = {{"machine.toldPair"_field, readField(c.setup, "machine.pair"_field)->value}}});
}

void square(const AuditContext& c, std::vector<Finding>& out) {
    const RotorsFigures& own = c.figures.of<RotorsFigures>();
    for (std::size_t i = 0; i < kRotors; ++i) {
        const RotorUnit* unit = unitOf(c.setup, i);
        const PortSettings* port = portSettings(c.setup, i);
        const double off = own.armDeg[i].value;
        if (unit == nullptr || !own.armDeg[i].known || std::abs(off) <= kSquareNoteDeg) continue;
        const double tooth = toothDeg(*unit->servo);
        const bool spline = std::abs(unit->squareErrorDeg) > tooth / 2.0;
        Finding f{.id = std::string("rotor-square.") + rotors::kIds[i],
                  .severity = spline ? Severity::Warning : Severity::Note,
                  .row = "rotor-square"_row,
                  .title = c.say(KH_TR("The arm of rotor {r} is not square to its push rod"), {{"r", rotorSaid(c, i)}}),
                  .found = c.say(KH_TR("It stands {a}° off with the trim; square is judged to the rod, not to the servo's case."),
                                 {{"a", signedNum(off, 1)}}),
                  .why = c.say(KH_TR("It throws further one way than the other, and its limits eat each other's room.")),
                  .witness = collectiveIn(RotorState::Zero)};
        if (spline) {
            const double teeth = std::round(unit->squareErrorDeg / tooth);
            f.box = Box::Machine;
            f.subject = unitPath(i, "squareErrorDeg");
            f.todo = c.say(KH_TR("Take the arm off and put it back {n} teeth further round; the box's trim takes the rest."),
                           {{"n", num(std::abs(teeth))}});
            f.fix = {{f.subject, roundToStep(unit->squareErrorDeg - teeth * tooth, kTenthDeg)}};
        } else if (port != nullptr) {
            f.box = Box::Controller;
            f.subject = "controller.ports." + port->id + ".trimUs";
            const double mount = unit->risesWithPulse ? 1.0 : -1.0;
            const double us = heldNumber(c.setup, f.subject, std::round(port->trimUs - mount * off / unit->servo->degPerUs)).value;
            f.todo = c.say(KH_TR("Set the trim of port {p} to {v} in the controller."), {{"p", port->id}, {"v", c.amount(f.subject, us)}});
            f.fix = {{f.subject, us}};
        }
        out.push_back(std::move(f));
    }
}

void zero(const AuditContext& c, std::vector<Finding>& out) {
    const RotorsFigures& own = c.figures.of<RotorsFigures>();
    for (std::size_t i = 0; i < kRotors; ++i) {
        const RotorUnit* unit = unitOf(c.setup, i);
        const Figure& at = own.of(RotorState::Zero, i);
        if (unit == nullptr || !at.known || std::abs(at.value) <= kAlikeNoteDeg || std::abs(own.armDeg[i].value) > kSquareNoteDeg) continue;
        out.push_back({.id = std::string("rotor-zero.") + rotors::kIds[i],
                       .severity = alikeSeverity(std::abs(at.value)),
                       .row = "rotor-zero"_row,
                       .title = c.say(KH_TR("Rotor {r} is not at 0° at neutral"), {{"r", rotorSaid(c, i)}}),
                       .found = c.say(KH_TR("Its blades stand at {a}° with the arm square."), {{"a", signedNum(at.value, 1)}}),
                       .why = c.say(KH_TR("It lifts more or less than its neighbours at every stick, and eats authority.")),
                       .todo = c.say(KH_TR("Turn its push rod until both blades, folded back, line up.")),
                       .box = Box::Machine,
                       .witness = collectiveIn(RotorState::Zero),
                       .subject = unitPath(i, "zeroErrorDeg"),
                       .fix = {{unitPath(i, "zeroErrorDeg"), roundToStep(unit->zeroErrorDeg - at.value, kTenthDeg)}}});
    }
}

/// Limits beside what is wanted, each of those the blade reaches the right way.
void limitsRead(const AuditContext& c, std::vector<Finding>& out) {
    const Rotors& r = rotorsOf(c.setup);
    for (const RotorState state : {RotorState::Plus, RotorState::Minus})
        for (std::size_t i = 0; i < kRotors; ++i) {
            const auto limit = limitOf(c.setup, i, state);
            if (!limit) continue;
            const Figure& is = c.figures.of<RotorsFigures>().of(state, i);
            const double aim = aimOf(c.setup, state);
            if (is.value * aim <= 0.0 || std::abs(is.value - aim) <= kAlikeNoteDeg) continue;
            Finding f{.id = std::string(limitRow(state)) + "." + rotors::kIds[i],
                      .severity = std::abs(is.value - aim) > kAlikeWarningDeg ? Severity::Warning : Severity::Note,
                      .row = limitRow(state),
                      .title = c.say(KH_TR("Rotor {r} does not reach its limit's pitch"), {{"r", rotorSaid(c, i)}}),
                      .found = c.say(KH_TR("{a}° on the gauge; {w}° are wanted."),
                                     {{"a", signedNum(onGauge(r, is.value), 1)}, {"w", signedNum(onGauge(r, aim), 1)}}),
                      .why = c.say(KH_TR("One rotor short costs all four their authority on that side.")),
                      .box = Box::Controller,
                      .witness = collectiveIn(state),
                      .subject = limit->path};
            if (const auto to = limitFor(c.setup, *limit, is.value, aim)) {
                f.todo = c.say(KH_TR("Set it to {v} in the controller, then read it again."), {{"v", c.amount(limit->path, to->setting)}});
                f.fix = {{limit->path, to->setting}};
            } else {
                f.todo = c.say(KH_TR("Set it so that the blade is parallel to the wanted line, neither short of it nor past it."));
            }
            out.push_back(std::move(f));
        }
}

void alike(const AuditContext& c, std::vector<Finding>& out) {
    const RotorsFigures& own = c.figures.of<RotorsFigures>();
    static constexpr std::array rows{KH_TR("zero"), KH_TR("the + limit"), KH_TR("the − limit")};
    for (std::size_t s = 0; s < kRotorStates.size(); ++s) {
        const Figure& apart = own.apart[s];
        if (!apart.known || apart.value <= kAlikeNoteDeg) continue;
        bool turned = false;  // one that goes the wrong way is told as that
        for (std::size_t i = 0; i < kRotors && s > 0; ++i) turned = turned || wrongWay(own, i, static_cast<RotorState>(s));
        if (turned) continue;
        Finding f{.id = std::string("rotor-alike.") + std::array{"zero", "plus", "minus"}[s],
                  .severity = alikeSeverity(apart.value),
                  .row = "rotor-alike"_row,
                  .title = c.say(KH_TR("The four rotors are not alike at {s}"), {{"s", c.say(rows[s])}}),
                  .found = c.say(KH_TR("{a}° lie between the least and the most; 0.5° is allowed."), {{"a", num(apart.value, 1)}}),
                  .why = own.authority.known
                             ? c.say(KH_TR("The box takes it out with {p} % of its roll or pitch."), {{"p", num(own.authority.value)}})
                             : c.say(KH_TR("The box takes it out with roll and pitch it then lacks.")),
                  .todo = c.say(KH_TR("Bring each to the wanted pitch: neutral by its rod, then its limit.")),
                  .box = s == 0 ? Box::Machine : Box::Controller,
                  .witness = collectiveIn(kRotorStates[s]),
                  .whole = true};
        const double aim = aimOf(c.setup, kRotorStates[s]);
        for (std::size_t i = 0; i < kRotors; ++i) {
            const double is = own.pitch[s][i].value;
            if (std::abs(is - aim) < kTenthDeg) continue;
            const RotorUnit* unit = unitOf(c.setup, i);
            if (s == 0 && unit != nullptr) f.fix.push_back({unitPath(i, "zeroErrorDeg"), roundToStep(unit->zeroErrorDeg - is, kTenthDeg)});
            const auto limit = limitOf(c.setup, i, kRotorStates[s]);
            if (!limit) continue;
            if (const auto to = limitFor(c.setup, *limit, is, aim)) f.fix.push_back({limit->path, to->setting});
        }
        f.subject = f.fix.empty() ? "machine.rotors"_field : f.fix.front().path;
        out.push_back(std::move(f));
    }
}

void stale(const AuditContext& c, std::vector<Finding>& out) { tellStale(c, rotorSolvers(), Station::Rotors, out); }

/// A servo that a document does not say: nothing else is asked of it.
bool saysNothing(const ServoProfile& servo) { return servo.id.empty() && servo.name.empty(); }

void servoless(const AuditContext& c, std::vector<Finding>& out) {
    for (std::size_t i = 0; i < kRotors; ++i) {
        const RotorUnit* unit = unitOf(c.setup, i);
        if (unit == nullptr || !saysNothing(unit->servo)) continue;
        out.push_back({.id = std::string("rotor-servo.") + rotors::kIds[i],
                       .severity = Severity::Warning,
                       .row = "servo-pulse"_row,
                       .title = c.say(KH_TR("Rotor {r} has no servo"), {{"r", rotorTitle(rotors::kIds[i])}}),
                       .found = c.say(KH_TR("Nothing is said of what turns its blades.")),
                       .why = c.say(KH_TR("What pulse and rate it bears is not known; the wrong ones burn it.")),
                       .todo = c.say(KH_TR("Choose its servo (Choose the boxes and servos) before it is plugged in.")),
                       .box = Box::Machine,
                       .subject = unitPath(i, "servo.name")});
    }
}

void rotorServos(const AuditContext& c, std::vector<Finding>& out) {
    for (std::size_t i = 0; i < kRotors; ++i) {
        const RotorUnit* unit = unitOf(c.setup, i);
        if (unit == nullptr || saysNothing(unit->servo)) continue;
        const double rate = c.setup.controller.rateHz;
        if (const auto most = sureMaxHz(*unit->servo); most ? rate > *most + 1e-9 : rate > 50.0) {
            const double safe = allowedRateHz(c.setup.controller.profile, most.value_or(50.0), c.setup.controller.pulseUs);
            out.push_back(
                {.severity = most ? Severity::Danger : Severity::Warning,
                 .row = "servo-rate"_row,
                 .title = most ? c.say(KH_TR("The servo rate destroys {s}"), {{"s", unit->servo->name}})
                               : c.say(KH_TR("The servo's highest rate is not known")),
                 .found = c.say(KH_TR("{r} is sent to {s}."), {{"r", c.amount("controller.rateHz"_field)}, {"s", unit->servo->name}}),
                 .why = c.say(KH_TR("It overheats within minutes and fails in flight.")),
                 .todo = c.say(KH_TR("Set {r} in the controller before the servos are plugged in."),
                               {{"r", c.amount("controller.rateHz"_field, safe)}}),
                 .box = Box::Controller,
                 .subject = "controller.rateHz"_field,
                 .fix = {{"controller.rateHz"_field, safe}}});
            return;
        }
    }
}

void rotorPulse(const AuditContext& c, std::vector<Finding>& out) {
    for (std::size_t i = 0; i < kRotors; ++i) {
        const RotorUnit* unit = unitOf(c.setup, i);
        if (unit == nullptr || saysNothing(unit->servo)) continue;
        const auto us = surePulseUs(*unit->servo);
        if (us && std::abs(*us - c.setup.controller.pulseUs) <= kPulseApartUs) continue;
        Finding f{.severity = us ? Severity::Danger : Severity::Warning,
                  .row = "servo-pulse"_row,
                  .title = us ? c.say(KH_TR("The pulse is not the servos'")) : c.say(KH_TR("The servo's pulse class is not known")),
                  .found = c.say(KH_TR("{p} is sent to {s}."), {{"p", c.amount("controller.pulseUs"_field)}, {"s", unit->servo->name}}),
                  .why = c.say(KH_TR("A wide pulse drives a narrow servo to its stop and burns it.")),
                  .todo = us ? c.say(KH_TR("Set {p} in the controller before the servos are plugged in."),
                                     {{"p", c.amount("controller.pulseUs"_field, *us)}})
                             : c.say(KH_TR("Leave the servos unplugged until you have looked up their data.")),
                  .box = us ? Box::Controller : Box::Bench,
                  .subject = us ? std::string("controller.pulseUs"_field) : unitPath(i, "servo.pulseUs")};
        if (us) f.fix = {{"controller.pulseUs"_field, *us}};
        out.push_back(std::move(f));
        return;
    }
}

}  // namespace

std::span<const Rule> rotorLeadRules() {
    static constexpr std::array rules{Rule{"rotor-rate", Station::Rotors, Work::ServoHarm, rotorServos},
                                      Rule{"rotor-pulse", Station::Rotors, Work::ServoHarm, rotorPulse},
                                      Rule{"rotor-servo", Station::Rotors, Work::Wiring, servoless},
                                      Rule{"rotor-leads", Station::Rotors, Work::Wiring, leads},
                                      Rule{"rotor-pair", Station::Rotors, Work::Sign, told},
                                      Rule{"rotor-read", Station::Rotors, Work::Sign, readOtherWay},
                                      Rule{"rotor-way", Station::Rotors, Work::Sign, ways}};
    return rules;
}

std::span<const Rule> rotorLimitRules() {
    static constexpr std::array rules{
        Rule{"rotor-square", Station::Rotors, Work::Centre, square}, Rule{"rotor-zero", Station::Rotors, Work::Zero, zero},
        Rule{"rotor-limit", Station::Rotors, Work::Range, limitsRead}, Rule{"rotor-alike", Station::Rotors, Work::Range, alike},
        Rule{"stale-reading", Station::Rotors, Work::Range, stale}};
    return rules;
}

}  // namespace kh
