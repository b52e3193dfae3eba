// SPDX-License-Identifier: GPL-3.0-or-later
#include "model/helicopter/tailcures.h"

#include "model/amounts.h"
#include "model/fieldpatterns.h"
#include "model/gyro.h"
#include "model/helicopter/helicopter.h"
#include "model/helicopter/tailways.h"

#include <algorithm>
#include <bitset>

namespace kh {

namespace {

enum Turned : unsigned { kServo = 8, kStick = 4, kGyro = 2, kPrecompensation = 1, kAll = 15 };

double flipped(double way, unsigned turned, unsigned by) { return std::bitset<4>(turned & by).count() % 2 == 0 ? way : -way; }

/// What of the four a box has as a setting; what stands the other way all the same can be turned back.
unsigned offered(const Setup& setup) {
    const ControllerSettings& fc = setup.controller;
    const bool one = fc.profile->oneTailDirection;
    unsigned out = 0;
    if (tailBladesTurn(setup)) out |= kServo;
    if (!one || fc.directions.rudderReversed) out |= kStick;
    if ((fc.profile->gyroSenses && !one) || fc.gyro.yawReversed) out |= kGyro;
    if (fc.tail.precompensationPct != 0.0) out |= kPrecompensation;
    return out;
}

std::vector<Edit> editsOf(const Setup& setup, unsigned turned) {
    const ControllerSettings& fc = setup.controller;
    std::vector<Edit> out;
    if ((turned & kServo) != 0) {
        out.push_back({"controller.tail.reversed"_field, !fc.tail.reversed});
        if (fc.tail.limitLeftPct != fc.tail.limitRightPct) {  // each was read at the end that is now the other's
            out.push_back({"controller.tail.limitLeftPct"_field, fc.tail.limitRightPct});
            out.push_back({"controller.tail.limitRightPct"_field, fc.tail.limitLeftPct});
        }
    }
    if ((turned & kStick) != 0) out.push_back({"controller.directions.rudderReversed"_field, !fc.directions.rudderReversed});
    if ((turned & kGyro) != 0) out.push_back({"controller.gyro.yawReversed"_field, !fc.gyro.yawReversed});
    if ((turned & kPrecompensation) != 0) out.push_back({"controller.tail.precompensationPct"_field, -fc.tail.precompensationPct});
    return out;
}

}  // namespace

std::vector<std::vector<Edit>> tailCures(const Setup& setup) {
    const AxisMatrix believed = believedTurns(mountingBuilt(setup), mountingSet(setup), gyroReversals(setup));
    const double yaw = mountingBuilt(setup) == mountingSet(setup) ? believed[2][2] : 0.0;
    const double stick = rudderStickWay(setup);
    const double gyro = yaw * yawGyroWay(setup);
    const double precompensation = precompensationWay(setup);
    const unsigned gyroPasses = kServo | kGyro | (setup.controller.profile->oneTailDirection ? kStick : 0U);
    const unsigned can = offered(setup);
    std::vector<unsigned> found;
    for (unsigned turned = 0; turned <= kAll; ++turned) {
        if ((turned & ~can) != 0) continue;
        if (flipped(stick, turned, kServo | kStick) < 0.0 || flipped(gyro, turned, gyroPasses) < 0.0 ||
            flipped(precompensation, turned, kServo | kPrecompensation) < 0.0)
            continue;
        if (turned == 0) return {};
        found.push_back(turned);
    }
    // a sense that is normal is turned over only where nothing else helps: the gyro goes wrong by the servo
    const bool senseSound = !setup.controller.gyro.yawReversed;
    const auto changes = [&](unsigned turned) {
        return std::bitset<4>(turned).count() + ((turned & kGyro) != 0 && senseSound ? kAll : 0U);
    };
    // a direction that is no setting of the box is turned back before all else
    const bool stray = setup.controller.profile->oneTailDirection && setup.controller.directions.rudderReversed;
    const auto rank = [&](unsigned turned) { return turned + (stray && (turned & kStick) != 0 ? kAll : 0U); };
    std::sort(found.begin(), found.end(),
              [&](unsigned a, unsigned b) { return changes(a) != changes(b) ? changes(a) < changes(b) : rank(a) > rank(b); });
    std::erase_if(found, [&, least = found.empty() ? 0U : changes(found.front())](unsigned turned) { return changes(turned) > least; });
    std::vector<std::vector<Edit>> out;
    out.reserve(found.size());
    for (const unsigned turned : found) out.push_back(editsOf(setup, turned));
    return out;
}

std::optional<std::vector<Edit>> tailServoOver(const Setup& setup) {
    if (!tailBladesTurn(setup)) return std::nullopt;
    std::vector<Edit> edits{{"machine.tail.risesWithPulse"_field, !helicopter(setup).tail.risesWithPulse}};
    const std::vector<std::vector<Edit>> cures = tailCures(withEdits(setup, edits, Standing::Entered, {}));
    if (!cures.empty()) edits.insert(edits.end(), cures.front().begin(), cures.front().end());
    return edits;
}

Message tailCureText(const Setup& setup, const std::vector<Edit>& cure) {
    std::vector<Message> what;
    bool limits = false;
    for (const Edit& e : cure) {
        if (const bool* reversed = std::get_if<bool>(&e.value)) {
            const bool servo = e.path == "controller.tail.reversed"_field;
            limits = limits || servo;
            const Message name = servo                                                    ? say(KH_TR("the tail servo"))
                                 : e.path == "controller.directions.rudderReversed"_field ? say(KH_TR("the rudder direction"))
                                                                                          : say(KH_TR("the yaw gyro"));
            what.push_back(say(*reversed ? KH_TR("{what} to reversed") : KH_TR("{what} to normal"), {{"what", name}}));
        } else if (e.path == "controller.tail.precompensationPct"_field) {
            what.push_back(say(KH_TR("precompensation to {p}"), {{"p", amount(setup, e.path, std::get<double>(e.value))}}));
        }
    }
    return say(limits ? KH_TR("Set in the controller: {what}. Then read both tail limits again.") : KH_TR("Set in the controller: {what}."),
               {{"what", what}});
}

}  // namespace kh
