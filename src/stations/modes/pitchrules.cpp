// SPDX-License-Identifier: GPL-3.0-or-later
//
// The pitch curves: their sense, their span, and how one mode's meets the next one's.
#include "base/conventions.h"
#include "judge/candidates.h"
#include "judge/modechecks.h"
#include "judge/rowids.h"
#include "judge/rule.h"
#include "model/fieldpatterns.h"
#include "stations/modes/modes.h"

#include <algorithm>
#include <array>
#include <cmath>

namespace kh {

namespace {

constexpr double kLeastSpanPct = 20.0;  ///< between low and high stick, of the curve

void pitchSense(const AuditContext& c, std::vector<Finding>& out) {
    for (std::size_t i = 0; i < c.setup.transmitter.modes.size(); ++i) {
        const FlightMode& m = c.setup.transmitter.modes[i];
        const double low = c.model.pitchCurveAt(i, -1.0);
        const double high = c.model.pitchCurveAt(i, 1.0);
        if (high - low >= kLeastSpanPct) continue;
        const bool turned = high < low - kLeastSpanPct;
        Curve back = m.pitch;
        for (CurvePoint& p : back.points) p.y = -p.y;
        Curve mirrored = m.pitch;
        for (std::size_t k = 0; k < mirrored.points.size(); ++k) mirrored.points[k].y = m.pitch.points[m.pitch.points.size() - 1 - k].y;
        PartialDeck state = modeState(c.setup.transmitter, m);
        state.collective = 1.0;
        Finding f{
            .id = (turned ? "pitch-upside-down." : "pitch-flat.") + m.id,
            .severity = Severity::Danger,
            .row = "pitch-curve"_row,
            .title = turned ? c.say(KH_TR("The pitch curve of {m} is upside down"), {{"m", m.name}})
                            : c.say(KH_TR("The stick hardly moves the blades in {m}"), {{"m", m.name}}),
            .found = c.say(KH_TR("Low stick gives {a}, high stick {b}."),
                           {{"a", c.amount(pitchPath(c.setup.transmitter), low)}, {"b", c.amount(pitchPath(c.setup.transmitter), high)}}),
            .why = turned ? c.say(KH_TR("The model is driven into the ground when you ask it to climb."))
                          : c.say(KH_TR("Neither a climb nor a flare can be flown.")),
            .todo = turned ? c.say(KH_TR("Turn the pitch curve of {m} over in the transmitter."), {{"m", m.name}})
                           : c.say(KH_TR("Enter a pitch curve for {m} in the transmitter; the one proposed is a start."), {{"m", m.name}}),
            .box = Box::Transmitter,
            .witness = Witness{std::nullopt, state},
            .subject = modePath(m, "pitch"),
            .proposal = true};
        if (turned) f.fix = {{modePath(m, "pitch"), back}};
        f.also = {{{modePath(m, "pitch"), mirrored}}, {{modePath(m, "pitch"), startingPitch(c, i)}}};
        for (const FlightMode& other : c.setup.transmitter.modes)
            if (other.id != m.id && other.flownInverted == m.flownInverted) f.also.push_back({{modePath(m, "pitch"), other.pitch}});
        out.push_back(std::move(f));
    }
}

void pitchJump(const AuditContext& c, std::vector<Finding>& out) {
    for (const auto& [from, to] : neighbourModes(c.setup.transmitter)) {
        const FlightMode& m = *to;
        const ModeFigures* a = c.figures.mode(from->id);
        const ModeFigures* b = c.figures.mode(m.id);
        if (a == nullptr || b == nullptr || !a->hoverStick.known) continue;
        const double stick = a->hoverStick.value;
        const double was = collectiveDeg(c.setup, c.model, *from, stick);
        const double is = collectiveDeg(c.setup, c.model, m, stick);
        const double jump = is - was;
        if (levelAtHover(c.setup, c.model, *a, *b, was, is)) continue;
        PartialDeck at = modeState(c.setup.transmitter, *from);
        PartialDeck there = modeState(c.setup.transmitter, m);
        at.collective = there.collective = stick;
        Finding f{
            .id = "pitch-jump." + m.id,
            .severity = unlevelSeverity(c.setup.transmitter, m),
            .row = "pitch-curve"_row,
            .title = c.say(KH_TR("{a} to {b} jumps by {d}° at the hover"), {{"a", from->name}, {"b", m.name}, {"d", signedNum(jump, 1)}}),
            .found = c.say(KH_TR("At stick {s} the blades go from {p}° to {q}°; 0.5° is allowed."),
                           {{"s", signedNum(stick, 2)}, {"p", signedNum(was, 1)}, {"q", signedNum(is, 1)}}),
            .why = c.say(KH_TR("The model leaps or drops when the mode is switched in the hover.")),
            .todo = c.say(KH_TR("Bring the pitch curves together at stick {s} in the transmitter; their ends stay."),
                          {{"s", signedNum(stick, 2)}}),
            .box = Box::Transmitter,
            .witness = Witness{at, there},
            .subject = modePath(m, "pitch"),
            .proposal = true};
        // the points around the hover move by what they are apart; the low end stays as the mode has it
        const std::size_t here = indexOfMode(c.setup.transmitter, m);
        const std::size_t before = indexOfMode(c.setup.transmitter, *from);
        const double apart = c.model.pitchCurveAt(before, stick) - c.model.pitchCurveAt(here, stick);
        const auto movedFrom = [&](double x) {
            Curve curve = m.pitch;
            for (CurvePoint& p : curve.points)
                if (p.x >= x && p.x < 100.0) p.y = std::clamp(roundToStep(p.y + apart, 1.0), -100.0, 100.0);
            return curve;
        };
        Curve upper = m.pitch;
        for (CurvePoint& p : upper.points)
            if (p.x >= 50.0) p.y = roundToStep(c.model.pitchCurveAt(before, stickFromCurveX(p.x)), 1.0);
        Curve whole = m.pitch;
        for (CurvePoint& p : whole.points) p.y = std::clamp(roundToStep(p.y + apart, 1.0), -100.0, 100.0);
        f.fix = {{modePath(m, "pitch"), upper}};
        f.also = {{{modePath(m, "pitch"), movedFrom(curveXFromStick(stick) - 30.0)}}, {{modePath(m, "pitch"), whole}}};
        Curve other = from->pitch;
        for (CurvePoint& p : other.points)
            if (p.x >= 50.0) p.y = roundToStep(c.model.pitchCurveAt(here, stickFromCurveX(p.x)), 1.0);
        f.also.push_back({{modePath(*from, "pitch"), other}});
        f.also.push_back({{modePath(m, "pitch"), startingPitch(c, here)}});
        f.also.push_back({{modePath(*from, "pitch"), startingPitch(c, before)}});
        out.push_back(std::move(f));
    }
}

}  // namespace

std::span<const Rule> modePitchRules() {
    static constexpr std::array rules{
        Rule{"pitch-sense", Station::Modes, Work::Curves, pitchSense},
        Rule{"continuity", Station::Modes, Work::Curves, pitchJump, "P7"},
    };
    return rules;
}

}  // namespace kh
