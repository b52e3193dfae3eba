// SPDX-License-Identifier: GPL-3.0-or-later
#include "stations/helicopter/armseat.h"

#include <cmath>
#include <numeric>

namespace kh {

namespace {

/// How to seat an arm so that it turns by whole steps.
struct Seat {
    int sides = 0;  ///< of the cross arm to go on by, −1 … 2
    int teeth = 0;  ///< + with the ball end up
};

Seat seatFor(double turnDeg, const ServoProfile& servo, bool cross) {
    const int teeth = static_cast<int>(std::lround(servo.splineTeeth));
    const double tooth = 360.0 / teeth;
    Seat best;
    double least = 1e9;
    for (int side = cross ? -1 : 0; side <= (cross ? kCrossSides / 2 : 0); ++side)
        for (int t = -teeth / 2; t <= teeth / 2; ++t) {
            const double miss = std::abs(std::remainder(90.0 * side + tooth * t - turnDeg, 360.0));
            const double cost = miss * 1000.0 + std::abs(side) * 10.0 + std::abs(t);  // of equal ones the one with the least to turn
            if (cost < least) {
                least = cost;
                best = {side, t};
            }
        }
    return best;
}

}  // namespace

Message seatText(const std::string& servo, const ServoProfile& profile, bool cross, double turnDeg) {
    const Seat seat = seatFor(turnDeg, profile, cross);
    const Message teeth = seat.teeth == 1    ? say(KH_TR("one tooth up"))
                          : seat.teeth == -1 ? say(KH_TR("one tooth down"))
                          : seat.teeth > 0   ? say(KH_TR("{t} teeth up"), {{"t", num(seat.teeth)}})
                                             : say(KH_TR("{t} teeth down"), {{"t", num(-seat.teeth)}});
    const Number in = signedNum(turnDeg, 1);
    if (seat.sides == 0)
        return say(KH_TR("Take the {s} servo's arm off and seat it {t}: {d}° in all."), {{"s", servo}, {"t", teeth}, {"d", in}});
    const Message sides = seat.sides == 2  ? say(KH_TR("by two sides"))
                          : seat.sides > 0 ? say(KH_TR("up by one side"))
                                           : say(KH_TR("down by one side"));
    if (seat.teeth == 0)
        return say(KH_TR("Take the {s} servo's arm off and turn it {q}: {d}° in all."), {{"s", servo}, {"q", sides}, {"d", in}});
    return say(KH_TR("Take the {s} servo's arm off, turn it {q} and seat it {t} from there: {d}° in all."),
               {{"s", servo}, {"q", sides}, {"t", teeth}, {"d", in}});
}

double splineStepDeg(const ServoProfile& servo, bool cross) {
    const long teeth = std::lround(servo.splineTeeth);
    return 360.0 / static_cast<double>(cross ? std::lcm(teeth, static_cast<long>(kCrossSides)) : teeth);
}

}  // namespace kh
