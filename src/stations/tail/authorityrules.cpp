// SPDX-License-Identifier: GPL-3.0-or-later
//
// Whether the tail can hold: against full collective and side wind, and the other way in an autorotation (docs/domain.md 6).
#include "formula/tailauthority.h"
#include "judge/modechecks.h"
#include "judge/rowids.h"
#include "judge/rule.h"
#include "model/access.h"
#include "model/fieldpatterns.h"
#include "model/helicopter/helicopter.h"
#include "stations/tail/tail.h"
#include "stations/tail/tailfigures.h"

#include <array>

namespace kh {

namespace {

/// C_T/σ that no tail blade bears: the estimate leaves out climb and what a blade gives past its best, so less is no fault (own choice).
constexpr double kTooHeavy = 0.17;
constexpr double kOtherWayDeg = 6.0;  ///< that the other side must reach at least

/// What would move it: the limit where it ends, else the blades. Need and reach both grow with the square of the head speed.
Message whatHelps(const AuditContext& c, bool atEnd) {
    return atEnd ? c.say(KH_TR(
                       "The limit ends it: give that side more, by link or arm, as far as nothing binds. More head speed moves it only as "
                       "far as sag and wind do."))
                 : c.say(KH_TR(
                       "The blades end it: longer or broader tail blades, another tail ratio, or less full pitch. More head speed helps "
                       "against sag and wind alone: need and reach grow alike."));
}

/// A tail that goes the wrong way is another rule's.
bool goesWrong(const TailFigures& f, double endDeg) { return f.otherWayDeg.known && endDeg <= f.otherWayDeg.value; }

void authority(const AuditContext& c, std::vector<Finding>& out) {
    if (!tailBladesTurn(c.setup)) return;
    const TailFigures& f = c.figures.of<TailFigures>();
    const auto& modes = c.setup.transmitter.modes;
    for (std::size_t i = 0; i < modes.size() && i < f.modes.size(); ++i) {
        const ModeTail& tail = f.modes[i];
        if (!tail.marginDeg.known || goesWrong(f, tail.endDeg)) continue;
        const bool atEnd = tail.needDeg.value > tail.endDeg;
        if (tail.loading <= kTooHeavy && !atEnd) continue;
        out.push_back({.id = "tail-authority." + modes[i].id,
                       .severity = Severity::Warning,
                       .row = "tail-authority"_row,
                       .title = c.say(KH_TR("In {m} the tail may not hold"), {{"m", modes[i].name}}),
                       .found = c.say(KH_TR("Full collective needs {n}°, {l} of C_T/σ; its blades bear about 0.13, its limit gives {e}°."),
                                      {{"n", num(tail.needDeg.value, 1)}, {"l", num(tail.loading, 2)}, {"e", num(tail.endDeg, 1)}}),
                       .why = c.say(KH_TR("The nose swings round in the climb or in the gust, and nothing stops it. An estimate: fly it "
                                          "gently first.")),
                       .todo = whatHelps(c, atEnd),
                       .box = Box::Machine,
                       .subject = modePath(modes[i], "pitch")});
    }
}

void otherWay(const AuditContext& c, std::vector<Finding>& out) {
    if (!tailBladesTurn(c.setup)) return;
    const TailFigures& f = c.figures.of<TailFigures>();
    const Figure& other = f.otherWayDeg;
    const bool right = helicopter(c.setup).rotor.turning == Turning::Clockwise;
    const Figure& end = right ? f.pitchRightDeg : f.pitchLeftDeg;
    if (!other.known || other.value <= -kOtherWayDeg || goesWrong(f, (right ? 1.0 : -1.0) * end.value)) return;
    const bool left = right;  // the other side than the one against the torque
    const std::string path = left ? "controller.tail.limitLeftPct"_field : "controller.tail.limitRightPct"_field;
    out.push_back({.id = "tail-other-way",
                   .severity = Severity::Note,
                   .row = "tail-authority"_row,
                   .title = c.say(KH_TR("A turn in autorotation may not be stopped")),
                   .found = c.say(KH_TR("Against the other way the tail reaches {p}°; 6 to 8° past flat are wanted."),
                                  {{"p", signedNum(other.value, 1)}}),
                   .why = c.say(KH_TR("Without the motor nothing turns the nose back but the tail's blades past flat.")),
                   .todo = c.say(KH_TR("Give that side more by the link, as far as nothing binds, then read both limits again.")),
                   .box = Box::Machine,
                   .witness = sticksAt(0.0, 0.0, left ? -1.0 : 1.0),
                   .subject = path});
}

}  // namespace

std::span<const Rule> tailAuthorityRules() {
    static constexpr std::array rules{Rule{"tail-authority", Station::Tail, Work::Tail, authority},
                                      Rule{"tail-other-way", Station::Tail, Work::Tail, otherWay}};
    return rules;
}

}  // namespace kh
