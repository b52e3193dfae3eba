// SPDX-License-Identifier: GPL-3.0-or-later
//
// The rungs of a variable-pitch quadrotor, and what stands in the way of which.
#include "procedure/rotors/rotorsladder.h"

#include "judge/rowids.h"
#include "model/setup.h"
#include "procedure/ladderkit.h"

#include <array>

namespace kh {

namespace {

using namespace rung;

std::vector<Rung> rungsOfRotors(const Setup& setup) {
    std::vector<Rung> out{lookAndType()};
    out.push_back({kPack, say(packTitle(setup.transmitter.schools.motorLock)), say(KH_TR("Pack")),
                   say(KH_TR("blades folded: directions, neutrals, limits, check points, turns by hand")),
                   say(KH_TR("Fingers clear of the servos."))});
    out.push_back({kMotor, say(KH_TR("Motor without blades")), say(KH_TR("Motor")),
                   say(KH_TR("outdoors, strapped down: hold, kill and failsafe are each seen to stop the turning motor")),
                   say(KH_TR("All blades off; four shafts turn at once, grips without blades still hit: nobody in their planes."))});
    out.push_back({kSpool, say(KH_TR("Spool-up with blades, on the ground")), say(KH_TR("Spool-up")),
                   say(KH_TR("lowest speed, hold under the finger: it runs up evenly, no rotor shakes, none pulls to a side")),
                   say(KH_TR("Nobody in the plane of a disc; everyone else 30 m behind you."))});
    out.push_back({kHover, say(KH_TR("Hover in {m}"), {{"m", firstFlown(setup).name}}), say(KH_TR("Hover")),
                   say(KH_TR("after the range check, low and well away: drift, gains, first minutes by the timer")),
                   say(KH_TR("Hold in the air is a fall. Where it may be flown, and with the makers' manuals at hand; a practised pilot "
                             "flies first."))});
    addFurtherModes(setup, out);
    return out;
}

// what one rotor does that the others do not tips it over on the spot
constexpr std::array kRuleOfRotors{OfRule{"P5", kInverted}, OfRule{"inverted-throttle", kInverted},
                                   OfRule{"P6", kSpool},    OfRule{"P10", kSpool},
                                   OfRule{"P1", kPack},     OfRule{"P2", kPack},
                                   OfRule{"P3", kPack},     OfRule{"P4", kPack},
                                   OfRule{"P9", kPack},     OfRule{"P7", kHover},
                                   OfRule{"P8", kHover},    OfRule{"mass", kHover}};

std::string findingOfRotors(const Setup& setup, const Finding& f) {
    const char* own = rungOfRule(kRuleOfRotors, f);
    const std::string_view at = own != nullptr ? own : f.work == Work::Wiring ? kSpool : rungOfWork(f.work);
    const std::string mode = modeOfField(f.subject);
    if ((at == kHover || f.work == Work::Governor) && isFurther(setup, mode)) return rungOfMode(mode);
    return std::string(at == kInverted && !fliesInverted(setup) ? kHover : at);
}

constexpr std::array kRowOfRotors{OfRule{"supply"_row, kPack},
                                  OfRule{"hold-switch"_row, kPack},
                                  OfRule{"servo-pulse"_row, kPack},
                                  OfRule{"failsafe"_row, kMotor},
                                  OfRule{"failsafe-test"_row, kMotor},
                                  OfRule{"throttle-ends"_row, kMotor},
                                  OfRule{"motor"_row, kMotor},
                                  OfRule{"gears"_row, kMotor},
                                  OfRule{"blades"_row, kSpool},
                                  OfRule{"first-power"_row, kSpool},
                                  OfRule{"mounting"_row, kSpool},
                                  OfRule{"roll-sense"_row, kSpool},
                                  OfRule{"pitch-sense"_row, kSpool},
                                  OfRule{"yaw-sense"_row, kSpool},
                                  OfRule{"rotor-ports"_row, kSpool},
                                  OfRule{"rotor-zero"_row, kSpool},
                                  OfRule{"rotor-plus"_row, kSpool},
                                  OfRule{"rotor-minus"_row, kSpool},
                                  OfRule{"rotor-collective"_row, kSpool},
                                  OfRule{"rotor-aileron"_row, kSpool},
                                  OfRule{"rotor-elevator"_row, kSpool},
                                  OfRule{"rotor-rudder"_row, kSpool}};

std::string rowOfRotors(const Setup&, std::string_view row) {
    const char* own = rungOfRow(kRowOfRotors, row);
    return own != nullptr ? own : kHover;
}

}  // namespace

const LadderPlan& rotorsLadder() {
    static const LadderPlan plan{rungsOfRotors, findingOfRotors, rowOfRotors};
    return plan;
}

}  // namespace kh
