// SPDX-License-Identifier: GPL-3.0-or-later
//
// Flight modes, hold and kill, curves and continuity, tail gain by mode.
#include "core/base/conventions.h"
#include "core/proof/finding.h"
#include "core/solve/answers.h"

#include <algorithm>
#include <array>
#include <cmath>
#include <set>
#include <utility>

namespace kh {

namespace {

constexpr double kInvertedLeastPct = 45.0;
constexpr double kSpeedNotePct = 15.0;
constexpr double kSpeedWarnPct = 20.0;
constexpr double kSpoolLowDeg = -3.0;
constexpr double kSpoolHighDeg = 1.0;

std::string modePath(const FlightMode& m, const char* key) { return "transmitter.modes." + m.id + "." + key; }

const FlightMode* holdMode(const AuditContext& c) {
    for (const FlightMode& m : c.setup.transmitter.modes)
        if (m.id == kHoldMode) return &m;
    return nullptr;
}

void putTerms(PartialDeck& deck, const Condition& when) {
    if (when.empty()) return;
    for (const Term& t : when.front())
        if (!t.switchId.empty()) deck.switches[t.switchId] = t.place;
}

/// The deck parts that bring a mode about, with hold off.
PartialDeck modeState(const AuditContext& c, const FlightMode& mode) {
    PartialDeck d;
    for (const FlightMode& other : c.setup.transmitter.modes)  // every named switch away from the modes first
        for (const auto& all : other.when)
            for (const Term& t : all)
                if (!t.switchId.empty() && d.switches.count(t.switchId) == 0) d.switches[t.switchId] = t.place == 1 ? 2 : 1;
    for (const SwitchSettings& s : c.setup.transmitter.switches)
        if (d.switches.count(s.id) != 0) d.switches[s.id] = s.neutralPlace;
    putTerms(d, mode.when);
    return d;
}

void holdActs(const AuditContext& c, std::vector<Finding>& out) {
    const FlightMode* hold = holdMode(c);
    if (hold == nullptr || hold->when.empty() || !c.setup.transmitter.hold.actsIn) return;
    for (std::size_t i = 0; i < c.setup.transmitter.modes.size(); ++i) {
        const FlightMode& m = c.setup.transmitter.modes[i];
        const auto& acts = *c.setup.transmitter.hold.actsIn;
        if (m.id == kHoldMode || std::find(acts.begin(), acts.end(), m.id) != acts.end()) continue;
        PartialDeck state = modeState(c, m);
        putTerms(state, hold->when);
        state.collective = -1.0;
        const Instant now = c.model.at(posed({}, state));
        out.push_back({.id = "hold-acts." + m.id,
                       .severity = Severity::Danger,
                       .row = "hold",
                       .title = say(KH_TR("Hold does not hold in {m}"), {{"m", m.name}}),
                       .found = say(KH_TR("With hold on in {m} the throttle stays at {t} %; hold asks for {h} %."),
                                    {{"m", m.name}, {"t", num(now.throttlePct, 1)}, {"h", num(c.setup.transmitter.hold.throttlePct, 1)}}),
                       .why = say(KH_TR("You land, put hold on and reach for the model: the main rotor is still driven.")),
                       .todo = say(KH_TR("Add {m} to the hold switch in the transmitter."), {{"m", m.name}}),
                       .box = Box::Transmitter,
                       .witness = Witness{std::nullopt, state},
                       .subject = "transmitter.hold.actsIn",
                       .fix = {{"transmitter.hold.actsIn", std::monostate{}}}});
    }
}

void holdSwitch(const AuditContext& c, std::vector<Finding>& out) {
    const FlightMode* hold = holdMode(c);
    if (hold != nullptr && !hold->when.empty()) return;
    out.push_back({.severity = Severity::Danger,
                   .row = "hold-switch",
                   .title = say(KH_TR("Hold has no switch")),
                   .found = say(KH_TR("No switch of the transmitter puts the motor on hold.")),
                   .why = say(KH_TR("There is nothing that keeps the rotor still while you carry the model.")),
                   .todo = say(KH_TR("Give hold a two-position switch of its own in the transmitter.")),
                   .box = Box::Transmitter,
                   .subject = "transmitter.modes.hold.when"});
}

void holdValue(const AuditContext& c, std::vector<Finding>& out) {
    const Figure& hold = c.figures.holdUs;
    const Figure& off = c.figures.motorOffUs;
    if (!hold.known || !off.known || c.setup.machine.power.kind == PowerKind::Engine) return;
    const SpeedControllerSettings& esc = c.setup.speedController;
    const bool rising = esc.highUs > esc.lowUs;
    const bool isOff = rising ? hold.value <= off.value : hold.value >= off.value;
    const bool accepted = hold.value >= esc.profile.acceptsLowUs && hold.value <= esc.profile.acceptsHighUs;
    if (isOff && accepted) return;
    const FlightMode* mode = holdMode(c);
    PartialDeck state;
    if (mode != nullptr) putTerms(state, mode->when);
    const double perPct = 2.0 * c.setup.transmitter.profile.usPerPct;
    const double missing = std::ceil((hold.value - off.value) / perPct);
    const double value = std::clamp(c.setup.transmitter.hold.throttlePct - missing, c.setup.transmitter.profile.holdLowPct, 0.0);
    Finding f{.severity = Severity::Danger,
              .row = "hold",
              .title = accepted ? say(KH_TR("Hold is not below motor-off"))
                                : say(KH_TR("Hold is outside the pulses {b} accepts"), {{"b", esc.profile.name}}),
              .found = say(KH_TR("Hold sends {h} µs; the motor is surely off at {o} µs, learned low is {l} µs."),
                           {{"h", num(hold.value)}, {"o", num(off.value)}, {"l", num(esc.lowUs)}}),
              .why = accepted ? say(KH_TR("The motor can creep or start while you carry the model."))
                              : say(KH_TR("The speed controller may read it as no signal and arm anew.")),
              .todo = say(KH_TR("Set hold to {v} % in the transmitter, then watch the monitor."), {{"v", num(value, 1)}}),
              .box = Box::Transmitter,
              .witness = Witness{std::nullopt, state},
              .subject = "transmitter.hold.throttlePct",
              .fix = {{"transmitter.hold.throttlePct", value}}};
    for (const ChannelSettings& ch : c.setup.transmitter.channels)
        if (ch.id == functionId(Function::Throttle) && ch.reversed) {
            f.todo = say(KH_TR("Set throttle, channel {n}, to normal in the transmitter: reversed, hold is full power."),
                         {{"n", num(ch.number)}});
            f.fix = {{"transmitter.channels.throttle.reversed", false}};
        }
    out.push_back(std::move(f));
}

void stopValue(const AuditContext& c, std::vector<Finding>& out) {
    const ChannelSettings* throttle = channelOf(c.setup.transmitter, functionId(Function::Throttle));
    const Figure& off = c.figures.motorOffUs;
    if (throttle == nullptr || !off.known || !c.figures.holdUs.known) return;
    const SpeedControllerSettings& esc = c.setup.speedController;
    const bool rising = esc.highUs > esc.lowUs;
    const ChannelScale scale = channelScale(c.setup.transmitter.profile, *throttle);
    const auto check = [&](const char* name, const char* path, const ThrottleStop& stop) {
        if (stop.when.empty()) return;
        const double us = channelOutputUnchecked(channelPctFromThrottlePct(stop.throttlePct), scale).pulseUs;
        const bool isOff = rising ? us <= off.value : us >= off.value;
        if (isOff && us >= esc.profile.acceptsLowUs && us <= esc.profile.acceptsHighUs) return;
        PartialDeck state;
        putTerms(state, stop.when);
        out.push_back({.id = std::string("stop-value.") + name,
                       .severity = Severity::Danger,
                       .row = "kill-switch",
                       .title = say(KH_TR("{f} does not stop the motor"), {{"f", std::string(name)}}),
                       .found = say(KH_TR("It sends {u} µs; the motor is surely off at {o} µs."), {{"u", num(us)}, {"o", num(off.value)}}),
                       .why = say(KH_TR("The last way to stop the rotor does not stop it.")),
                       .todo = say(KH_TR("Set {f} to {v} % in the transmitter, as hold is, then watch the monitor."),
                                   {{"f", std::string(name)}, {"v", num(c.setup.transmitter.hold.throttlePct, 1)}}),
                       .box = Box::Transmitter,
                       .witness = Witness{std::nullopt, state},
                       .subject = path,
                       .fix = {{path, std::min(c.setup.transmitter.hold.throttlePct, -5.0)}}});
    };
    check(KH_TR("kill"), "transmitter.kill.throttlePct", c.setup.transmitter.kill);
    check(KH_TR("cut"), "transmitter.cut.throttlePct", c.setup.transmitter.cut);
}

void doubleSwitch(const AuditContext& c, std::vector<Finding>& out) {
    const auto check = [&](const std::string& name, const std::string& path, const Condition& when, const char* row) {
        std::set<std::string> switches;
        for (const auto& all : when)
            for (const Term& t : all)
                if (!t.switchId.empty()) switches.insert(t.switchId);
        if (when.size() < 2 || switches.size() < 2) return;
        Condition first{when.front()};
        out.push_back({.id = "double-switch." + name,
                       .severity = Severity::Warning,
                       .row = row,
                       .title = say(KH_TR("{f} answers to two switches"), {{"f", name}}),
                       .found = say(KH_TR("{a} and {b} both work it."), {{"a", *switches.begin()}, {"b", *switches.rbegin()}}),
                       .why = say(KH_TR("A function that was moved still works from its old place: one bump is enough.")),
                       .todo = say(KH_TR("Remove it from {b} in the transmitter."), {{"b", *switches.rbegin()}}),
                       .box = Box::Transmitter,
                       .subject = path,
                       .fix = {{path, first}}});
    };
    for (const FlightMode& m : c.setup.transmitter.modes)
        check(m.name, modePath(m, "when"), m.when, m.id == kHoldMode ? "hold-switch" : "mode-switch");
    check("kill", "transmitter.kill.when", c.setup.transmitter.kill.when, "kill-switch");
}

void switchExists(const AuditContext& c, std::vector<Finding>& out) {
    const auto& switches = c.setup.transmitter.profile.switches;
    const auto check = [&](const std::string& name, const std::string& path, const Condition& when, const char* row) {
        for (const auto& all : when)
            for (const Term& t : all) {
                if (t.switchId.empty()) continue;
                const auto s = std::find_if(switches.begin(), switches.end(), [&](const SwitchProfile& p) { return p.id == t.switchId; });
                if (s != switches.end() && t.place >= 1 && t.place <= s->places) continue;
                out.push_back({.id = "switch-exists." + name,
                               .severity = Severity::Danger,
                               .row = row,
                               .title = say(KH_TR("{f} is on a place that does not exist"), {{"f", name}}),
                               .found = say(KH_TR("It asks for {s} at {p}; {box} has no such place."),
                                            {{"s", t.switchId}, {"p", num(t.place)}, {"box", c.setup.transmitter.profile.name}}),
                               .why = say(KH_TR("The function can never be reached.")),
                               .todo = say(KH_TR("Choose another switch for it in the transmitter.")),
                               .box = Box::Transmitter,
                               .subject = path});
            }
    };
    for (const FlightMode& m : c.setup.transmitter.modes)
        check(m.name, modePath(m, "when"), m.when, m.id == kHoldMode ? "hold-switch" : "mode-switch");
    check("kill", "transmitter.kill.when", c.setup.transmitter.kill.when, "kill-switch");
}

void invertedThrottle(const AuditContext& c, std::vector<Finding>& out) {
    for (std::size_t i = 0; i < c.setup.transmitter.modes.size(); ++i) {
        const FlightMode& m = c.setup.transmitter.modes[i];
        if (!m.flownInverted || m.id == kHoldMode) continue;
        double least = 1e9;
        double at = 0.0;
        for (int n = 0; n <= 40; ++n) {
            const double stick = -1.0 + 0.05 * n;
            const double t = c.model.throttleCurveAt(i, stick);
            if (t < least) {
                least = t;
                at = stick;
            }
        }
        if (least >= kInvertedLeastPct) continue;
        PartialDeck state = modeState(c, m);
        state.collective = at;
        const double level = std::max(kInvertedLeastPct, m.throttle.points.back().y);
        out.push_back(
            {.id = "inverted-throttle." + m.id,
             .severity = Severity::Danger,
             .row = "throttle-curve",
             .title = say(KH_TR("Power falls away inverted in {m}"), {{"m", m.name}}),
             .found = say(KH_TR("At stick {s} the throttle is {t} %; at least {n} % is needed over the whole stick."),
                          {{"s", signedNum(at, 2)}, {"t", num(least, 1)}, {"n", num(kInvertedLeastPct)}}),
             .why = say(KH_TR("Inverted, low stick asks for lift: the rotor slows just when it must carry the model.")),
             .todo = say(KH_TR("Make the throttle curve of {m} flat at {v} % in the transmitter."), {{"m", m.name}, {"v", num(level, 1)}}),
             .box = Box::Transmitter,
             .witness = Witness{std::nullopt, state},
             .subject = modePath(m, "throttle"),
             .fix = {{modePath(m, "throttle"), flatCurve(level, m.throttle.points.size())}}});
    }
}

void governedCurve(const AuditContext& c, std::vector<Finding>& out) {
    if (c.setup.speedController.control != SpeedControl::Governor) return;
    for (std::size_t i = 0; i < c.setup.transmitter.modes.size(); ++i) {
        const FlightMode& m = c.setup.transmitter.modes[i];
        if (m.id == kHoldMode) continue;
        const double top = c.model.throttleCurveAt(i, 1.0);
        double off = 0.0;
        double at = 0.0;
        for (int n = 10; n <= 40; ++n) {
            const double stick = -1.0 + 0.05 * n;
            const double d = std::abs(c.model.throttleCurveAt(i, stick) - top);
            if (d > off) {
                off = d;
                at = stick;
            }
        }
        if (off <= 0.5) continue;
        PartialDeck state = modeState(c, m);
        state.collective = at;
        Curve flat = m.throttle;
        for (std::size_t p = 0; p < flat.points.size(); ++p)
            if (flat.points[p].x >= 25.0 || flat.points[p].y > 0.0) flat.points[p].y = top;
        out.push_back(
            {.id = "governed-curve." + m.id,
             .severity = Severity::Danger,
             .row = "throttle-curve",
             .title = say(KH_TR("The governor sees a moving target in {m}"), {{"m", m.name}}),
             .found = say(KH_TR("Throttle differs by {d} % between stick {s} and high."), {{"d", num(off, 1)}, {"s", signedNum(at, 2)}}),
             .why = say(KH_TR("A governing speed controller takes every value as another head speed: it hunts, and low stick stops the "
                              "motor in flight.")),
             .todo = say(KH_TR("Make the throttle curve of {m} one value from a quarter stick on, in the transmitter."), {{"m", m.name}}),
             .box = Box::Transmitter,
             .witness = Witness{std::nullopt, state},
             .subject = modePath(m, "throttle"),
             .fix = {{modePath(m, "throttle"), flat}}});
    }
}

void spoolUp(const AuditContext& c, std::vector<Finding>& out) {
    if (c.setup.machine.power.kind == PowerKind::Engine) return;
    bool first = true;
    for (std::size_t i = 0; i < c.setup.transmitter.modes.size(); ++i) {
        const FlightMode& m = c.setup.transmitter.modes[i];
        if (m.id == kHoldMode) continue;
        const ModeFigures* f = c.figures.mode(m.id);
        const bool judged = std::exchange(first, false);  // the mode reached from the power-on places
        if (f == nullptr || !f->pitchLow.known) continue;
        const double jump = c.model.throttleCurveAt(i, -1.0);
        const bool bends = f->pitchLow.value < kSpoolLowDeg - 0.05 || f->pitchLow.value > kSpoolHighDeg;
        if (jump <= 0.0 || !bends) continue;
        PartialDeck state = modeState(c, m);
        state.collective = -1.0;
        PartialDeck from = state;
        const FlightMode* hold = holdMode(c);
        if (hold != nullptr) putTerms(from, hold->when);
        Finding f6{.id = "spool-up." + m.id,
                   .severity = judged ? Severity::Warning : Severity::Note,
                   .row = "spool-up",
                   .title = say(KH_TR("{m} spools up at {p}° with the stick low"), {{"m", m.name}, {"p", signedNum(f->pitchLow.value, 1)}}),
                   .found = say(KH_TR("Leaving hold at low stick throttle jumps to {t} % at {p}°; −3 … +1° is right."),
                                {{"t", num(jump)}, {"p", signedNum(f->pitchLow.value, 1)}}),
                   .why = say(KH_TR("The model is pressed on its skids with the blades bent towards the boom.")),
                   .todo = judged ? say(KH_TR("Raise the low end of the pitch curve of {m} in the transmitter."), {{"m", m.name}})
                                  : say(KH_TR("Spool up at mid stick in {m}."), {{"m", m.name}}),
                   .box = Box::Transmitter,
                   .witness = Witness{from, state},
                   .subject = modePath(m, "pitch")};
        if (judged) {
            Curve curve = m.pitch;
            const double share = f->pitchLow.value < 0.0 ? -2.9 / f->pitchLow.value : 0.0;
            for (CurvePoint& p : curve.points)
                if (p.x < 50.0 - 1e-9) p.y = roundToStep(p.y * std::abs(share), 1.0);
            f6.fix = {{modePath(m, "pitch"), curve}};
        }
        out.push_back(std::move(f6));
    }
}

void softStart(const AuditContext& c, std::vector<Finding>& out) {
    if (c.setup.machine.power.kind == PowerKind::Engine) return;
    double jump = 0.0;
    for (std::size_t i = 0; i < c.setup.transmitter.modes.size(); ++i)
        if (c.setup.transmitter.modes[i].id != kHoldMode) jump = std::max(jump, c.model.throttleCurveAt(i, -1.0));
    const double least = c.sizeClass.runUpS * 0.6;
    if (jump <= 0.0 || c.setup.speedController.softStartS >= least) return;
    out.push_back(
        {.severity = Severity::Warning,
         .row = "soft-start",
         .title = say(KH_TR("The rotor would start hard")),
         .found =
             say(KH_TR("Leaving hold at low stick asks for {t} % at once; soft start is {s} s, at least {l} s is right for this size."),
                 {{"t", num(jump)}, {"s", num(c.setup.speedController.softStartS, 1)}, {"l", num(least, 1)}}),
         .why = say(KH_TR("A hard start strips gears and turns the model on the ground.")),
         .todo =
             say(KH_TR("Set soft start to {s} s in the speed controller, and guard the hold switch."), {{"s", num(c.sizeClass.runUpS, 1)}}),
         .box = Box::SpeedController,
         .subject = "speedController.softStartS",
         .fix = {{"speedController.softStartS", c.sizeClass.runUpS}}});
}

void pitchJump(const AuditContext& c, std::vector<Finding>& out) {
    const FlightMode* before = nullptr;
    for (const FlightMode& m : c.setup.transmitter.modes) {
        if (m.id == kHoldMode) continue;
        if (before != nullptr) {
            const ModeFigures* a = c.figures.mode(before->id);
            const ModeFigures* b = c.figures.mode(m.id);
            if (a != nullptr && b != nullptr && a->hoverStick.known && b->headRpm.known) {
                const auto pitch = [&](const FlightMode* x) {
                    DeckNumbers deck = c.model.numbers(posed({}, modeState(c, *x)));
                    deck.sticks.collective = a->hoverStick.value;
                    return c.model.at(deck).bladeDeg[2];
                };
                const double jump = pitch(&m) - pitch(before);
                if (std::abs(jump) > kPitchJumpDeg) {
                    PartialDeck from = modeState(c, *before);
                    PartialDeck to = modeState(c, m);
                    from.collective = to.collective = a->hoverStick.value;
                    out.push_back({.id = "pitch-jump." + m.id,
                                   .severity = Severity::Warning,
                                   .row = "pitch-curve",
                                   .title = say(KH_TR("{a} to {b} jumps by {d}° at the hover"),
                                                {{"a", before->name}, {"b", m.name}, {"d", signedNum(jump, 1)}}),
                                   .found = say(KH_TR("At stick {s} the blades go from {p}° to {q}°; 0.5° is allowed."),
                                                {{"s", signedNum(a->hoverStick.value, 2)},
                                                 {"p", signedNum(pitch(before), 1)},
                                                 {"q", signedNum(pitch(&m), 1)}}),
                                   .why = say(KH_TR("The model leaps or drops when the mode is switched in the hover.")),
                                   .todo = say(KH_TR("Bring the pitch curves together at stick {s} in the transmitter."),
                                               {{"s", signedNum(a->hoverStick.value, 2)}}),
                                   .box = Box::Transmitter,
                                   .witness = Witness{from, to},
                                   .subject = modePath(m, "pitch"),
                                   .fix = {{modePath(m, "pitch"), before->pitch}}});
                }
                const double share = a->headRpm.value > 0.0 ? 100.0 * (b->headRpm.value / a->headRpm.value - 1.0) : 0.0;
                if (std::abs(share) > kSpeedNotePct)
                    out.push_back({.id = "speed-jump." + m.id,
                                   .severity = std::abs(share) > kSpeedWarnPct ? Severity::Warning : Severity::Note,
                                   .row = "head-speed",
                                   .title = say(KH_TR("{a} to {b} changes head speed by {p} %"),
                                                {{"a", before->name}, {"b", m.name}, {"p", signedNum(share)}}),
                                   .found = say(KH_TR("{x} rpm to {y} rpm: thrust changes by {t} %."),
                                                {{"x", num(a->headRpm.value)},
                                                 {"y", num(b->headRpm.value)},
                                                 {"t", signedNum(100.0 * (std::pow(1.0 + share / 100.0, 2) - 1.0))}}),
                                   .why = say(KH_TR("The model climbs or sinks when the mode is switched; be ready with the stick.")),
                                   .todo = say(KH_TR("Bring the throttle of {a} and {b} closer in the transmitter, within 20 %."),
                                               {{"a", before->name}, {"b", m.name}}),
                                   .box = Box::Transmitter,
                                   .subject = modePath(m, "throttle")});
            }
        }
        before = &m;
    }
}

void holdMirrors(const AuditContext& c, std::vector<Finding>& out) {
    const FlightMode* hold = holdMode(c);
    if (hold == nullptr) return;
    for (const FlightMode& m : c.setup.transmitter.modes) {
        if (m.id != c.setup.transmitter.hold.autorotationFrom) continue;
        if (m.aileron == hold->aileron && m.elevator == hold->elevator && m.rudder == hold->rudder && m.tailGainPct == hold->tailGainPct)
            continue;
        out.push_back({.severity = Severity::Warning,
                       .row = "hold-flies",
                       .title = say(KH_TR("Hold does not fly like {m}"), {{"m", m.name}}),
                       .found = say(KH_TR("Rates, expo or tail gain differ; gain is {a} % in {m} and {b} % in hold."),
                                    {{"a", signedNum(m.tailGainPct)}, {"m", m.name}, {"b", signedNum(hold->tailGainPct)}}),
                       .why = say(KH_TR("In an autorotation there is no time to find out that the sticks answer differently.")),
                       .todo = say(KH_TR("Copy rates, expo and gain of {m} to hold in the transmitter."), {{"m", m.name}}),
                       .box = Box::Transmitter,
                       .subject = "transmitter.modes.hold.tailGainPct",
                       .fix = {{"transmitter.modes.hold.tailGainPct", m.tailGainPct},
                               {"transmitter.modes.hold.aileron.ratePct", m.aileron.ratePct},
                               {"transmitter.modes.hold.aileron.expoPct", m.aileron.expoPct},
                               {"transmitter.modes.hold.elevator.ratePct", m.elevator.ratePct},
                               {"transmitter.modes.hold.elevator.expoPct", m.elevator.expoPct},
                               {"transmitter.modes.hold.rudder.ratePct", m.rudder.ratePct},
                               {"transmitter.modes.hold.rudder.expoPct", m.rudder.expoPct}}});
    }
}

void gainSide(const AuditContext& c, std::vector<Finding>& out) {
    for (const FlightMode& m : c.setup.transmitter.modes) {
        const ModeFigures* f = c.figures.mode(m.id);
        if (f == nullptr || !f->gainRead.known || f->gainRead.value > 0.0) continue;
        const ChannelSettings* channel = channelOf(c.setup.transmitter, functionId(Function::Gain));
        const double wanted = std::abs(f->gainRead.value) < 1.0 ? c.sizeClass.gainPct[0] : std::abs(f->gainRead.value);
        const GainSentAnswer sent = gainToSend(std::min(wanted, 100.0), channelScale(c.setup.transmitter.profile, *channel),
                                               readingScale(c.setup.controller.profile), 1.0);
        out.push_back({.id = "gain-side." + m.id,
                       .severity = Severity::Danger,
                       .row = "tail-gain",
                       .title = say(KH_TR("Tail gain is on the rate side in {m}"), {{"m", m.name}}),
                       .found = say(KH_TR("It reads {g} %: rate mode."), {{"g", signedNum(f->gainRead.value)}}),
                       .why = say(KH_TR("The tail does not hold: in wind or with collective the nose swings round.")),
                       .todo = say(KH_TR("Set the tail gain of {m} to {t} ({g} %) in the transmitter."),
                                   {{"m", m.name},
                                    {"t", render(gainAsShown(sent.sentPct, c.setup.transmitter.profile.gainScale))},
                                    {"g", signedNum(sent.sentPct)}}),
                       .box = Box::Transmitter,
                       .witness = Witness{std::nullopt, modeState(c, m)},
                       .subject = modePath(m, "tailGainPct"),
                       .fix = {{modePath(m, "tailGainPct"), sent.sentPct}}});
    }
}

void gainRange(const AuditContext& c, std::vector<Finding>& out) {
    const double high = c.sizeClass.gainPct[1] + 20.0;
    for (const FlightMode& m : c.setup.transmitter.modes) {
        const ModeFigures* f = c.figures.mode(m.id);
        if (f == nullptr || !f->gainRead.known || f->gainRead.value <= high) continue;
        out.push_back(
            {.id = "gain-range." + m.id,
             .severity = Severity::Warning,
             .row = "tail-gain",
             .title = say(KH_TR("Tail gain is high in {m}"), {{"m", m.name}}),
             .found = say(KH_TR("It reads {g} %; this size starts at {a} … {b} %."),
                          {{"g", num(f->gainRead.value)}, {"a", num(c.sizeClass.gainPct[0])}, {"b", num(c.sizeClass.gainPct[1])}}),
             .why = say(KH_TR("The tail can wag fast enough to strip its servo.")),
             .todo = say(KH_TR("Start at {b} % in the transmitter and search upwards in flight."), {{"b", num(c.sizeClass.gainPct[1])}}),
             .box = Box::Transmitter,
             .witness = Witness{std::nullopt, modeState(c, m)},
             .subject = modePath(m, "tailGainPct"),
             .fix = {{modePath(m, "tailGainPct"), c.sizeClass.gainPct[1]}}});
    }
}

void agility(const AuditContext& c, std::vector<Finding>& out) {
    double boxExpo = 0.0;
    for (const Bank& b : c.setup.controller.banks) boxExpo = std::max(boxExpo, std::abs(b.expoPct));
    if (boxExpo == 0.0) return;
    for (const FlightMode& m : c.setup.transmitter.modes) {
        const double expo = std::max({std::abs(m.aileron.expoPct), std::abs(m.elevator.expoPct), std::abs(m.rudder.expoPct)});
        if (expo == 0.0) continue;
        out.push_back(
            {.id = "agility." + m.id,
             .severity = Severity::Warning,
             .row = "rates",
             .title = say(KH_TR("Expo in both boxes in {m}"), {{"m", m.name}}),
             .found = say(KH_TR("{a} % in the transmitter and {b} % in the controller leave a centre slope of {s}."),
                          {{"a", num(expo)}, {"b", num(boxExpo)}, {"s", num((1.0 - expo / 100.0) * (1.0 - boxExpo / 100.0), 2)}}),
             .why = say(KH_TR("They multiply: the sticks go dead around the centre.")),
             .todo = say(KH_TR("Set expo to 0 % in {m} in the transmitter; keep it in the controller."), {{"m", m.name}}),
             .box = Box::Transmitter,
             .subject = modePath(m, "aileron.expoPct"),
             .fix = {{modePath(m, "aileron.expoPct"), 0.0}, {modePath(m, "elevator.expoPct"), 0.0}, {modePath(m, "rudder.expoPct"), 0.0}}});
    }
}

void powerOn(const AuditContext& c, std::vector<Finding>& out) {
    const FlightMode* hold = holdMode(c);
    if (hold == nullptr || hold->when.empty()) return;
    const Instant now = c.model.at(Deck{});
    if (now.holdActs && now.beneath == 0) return;
    Finding f{
        .severity = Severity::Warning,
        .row = "hold-switch",
        .title = say(KH_TR("The transmitter may start with the motor live")),
        .found = say(KH_TR("At the power-on places hold is {h} and the mode is {m}."),
                     {{"h", std::string(now.holdActs ? KH_TR("on") : KH_TR("off"))}, {"m", c.setup.transmitter.modes[now.beneath].name}}),
        .why = say(KH_TR("The pack is plugged in with the throttle open.")),
        .todo = say(KH_TR("Set the power-on places to hold on and the first mode in the transmitter.")),
        .box = Box::Transmitter,
        .subject = "transmitter.switches"};
    for (const Term& t : hold->when.front())
        if (!t.switchId.empty()) f.fix.push_back({"transmitter.switches." + t.switchId + ".powerOnPlace", static_cast<double>(t.place)});
    out.push_back(std::move(f));
}

void setUpCurves(const AuditContext& c, std::vector<Finding>& out) {
    for (const FlightMode& m : c.setup.transmitter.modes) {
        if (m.id == kHoldMode || !isFlat(m.throttle) || m.throttle.points.front().y != 0.0) continue;
        out.push_back({.id = "set-up-curve." + m.id,
                       .severity = Severity::Warning,
                       .row = "throttle-curve",
                       .title = say(KH_TR("{m} still has its bench curve"), {{"m", m.name}}),
                       .found = say(KH_TR("Throttle is 0 % over the whole stick.")),
                       .why = say(KH_TR("Switched to in flight it stops the motor.")),
                       .todo = say(KH_TR("Enter the flying throttle curve of {m} in the transmitter."), {{"m", m.name}}),
                       .box = Box::Transmitter,
                       .subject = modePath(m, "throttle")});
    }
}

void killSwitch(const AuditContext& c, std::vector<Finding>& out) {
    if (!c.setup.transmitter.kill.when.empty()) return;
    out.push_back({.severity = Severity::Note,
                   .row = "kill-switch",
                   .title = say(KH_TR("There is no second way to stop the motor")),
                   .found = say(KH_TR("Kill is on no switch.")),
                   .why = say(KH_TR("A bumped hold switch starts the rotor; a kill switch overrides it.")),
                   .todo = say(KH_TR("Give kill a switch away from hold in the transmitter.")),
                   .box = Box::Transmitter,
                   .subject = "transmitter.kill.when"});
}

}  // namespace

std::span<const Rule> modeRules() {
    static constexpr std::array rules{
        Rule{"hold-acts", Station::Modes, holdActs, "P1"},
        Rule{"hold-switch", Station::Radio, holdSwitch},
        Rule{"hold-value", Station::Modes, holdValue, "P1"},
        Rule{"stop-value", Station::Radio, stopValue, "P1"},
        Rule{"double-switch", Station::Radio, doubleSwitch, "P3"},
        Rule{"switch-exists", Station::Radio, switchExists},
        Rule{"inverted-throttle", Station::Modes, invertedThrottle, "P5"},
        Rule{"governed-curve", Station::Modes, governedCurve, "P10"},
        Rule{"spool-up", Station::Modes, spoolUp, "P6"},
        Rule{"soft-start", Station::Power, softStart, "P6"},
        Rule{"continuity", Station::Modes, pitchJump, "P7"},
        Rule{"hold-mirrors", Station::Modes, holdMirrors, "P8"},
        Rule{"gain-side", Station::Modes, gainSide},
        Rule{"gain-range", Station::Modes, gainRange},
        Rule{"agility", Station::Modes, agility},
        Rule{"power-on", Station::Radio, powerOn, "P9"},
        Rule{"set-up-curve", Station::Modes, setUpCurves},
        Rule{"kill-switch", Station::Radio, killSwitch},
    };
    return rules;
}

}  // namespace kh
