// SPDX-License-Identifier: GPL-3.0-or-later
//
// The rungs of a helicopter, as docs/domain.md 8 has the order of first power, and what stands in the way of which.
#include "procedure/helicopter/ladder.h"

#include "judge/rowids.h"
#include "procedure/ladderkit.h"

#include <array>

namespace kh {

namespace {

using namespace rung;

bool engineDriven(const Setup& setup) { return setup.machine.power.kind == PowerKind::Engine; }
std::vector<Rung> rungs(const Setup& setup) {
    const bool engine = engineDriven(setup);
    std::vector<Rung> out;
    out.push_back(lookAndType());
    if (engine) {
        out.push_back({kPack, say(KH_TR("Boxes powered, engine stopped")), say(KH_TR("Powered")),
                       say(KH_TR("directions, ends, plate, limits, throttle servo, turns by hand")),
                       say(KH_TR("Igniter off, fuel line clamped; fingers clear of the servos."))});
        out.push_back({kSpool, say(KH_TR("First run with blades, on the ground")), say(KH_TR("First run")),
                       say(KH_TR("started with hold on, the head held; cut and kill are each seen to stop it")),
                       say(KH_TR("Never without blades: unloaded it overspeeds. Nobody in the plane of the disc."))});
    } else {
        out.push_back({kPack, say(packTitle(setup.transmitter.schools.motorLock)), say(KH_TR("Pack")),
                       say(KH_TR("directions, ends, plate, limits, turns by hand")), say(KH_TR("Fingers clear of the servos."))});
        out.push_back({kMotor, say(KH_TR("Motor without blades")), say(KH_TR("Motor")),
                       say(KH_TR("outdoors, strapped down: hold, kill and failsafe are each seen to stop the turning motor")),
                       say(KH_TR("Main and tail blades off; grips without blades still hit: nobody in the plane of the disc."))});
        out.push_back({kSpool, say(KH_TR("Spool-up with blades, on the ground")), say(KH_TR("Spool-up")),
                       say(KH_TR("lowest head speed, hold under the finger: it runs up evenly, nothing shakes, the tail holds")),
                       say(KH_TR("Nobody in the plane of the disc; everyone else 30 m behind you."))});
    }
    out.push_back({kHover, say(KH_TR("Hover in {m}"), {{"m", firstFlown(setup).name}}), say(KH_TR("Hover")),
                   say(KH_TR("after the range check, low and well away: trim, gain, first minutes by the timer")),
                   say(KH_TR("Where it may be flown, and with the makers' manuals at hand; a practised pilot flies first."))});
    addFurtherModes(setup, out);
    out.push_back({kAutorotation,
                   say(KH_TR("Autorotation practised")),
                   say(KH_TR("Autorotation")),
                   say(KH_TR("from height, into the wind, from the mode it starts from; bail-out was tried on the ground")),
                   {}});
    return out;
}

constexpr std::array kOfRule{OfRule{"P5", kInverted},
                             OfRule{"inverted-throttle", kInverted},
                             OfRule{"P8", kAutorotation},
                             OfRule{"hold-mirrors", kAutorotation},
                             OfRule{"bail-out-time", kAutorotation},
                             OfRule{"rescue-shut", kSpool},
                             OfRule{"P6", kSpool},
                             OfRule{"P10", kSpool},
                             OfRule{"soft-start", kSpool},
                             OfRule{"spool-up", kSpool},
                             OfRule{"engine-flat", kSpool},
                             OfRule{"mass", kHover},
                             OfRule{"P1", kPack},
                             OfRule{"P2", kPack},
                             OfRule{"P3", kPack},
                             OfRule{"P4", kPack},
                             OfRule{"P9", kPack},
                             OfRule{"P7", kHover}};

/// An engine has no rung between the powered boxes and the first run.
std::string present(const Setup& setup, std::string_view rung) {
    if (rung == kMotor && engineDriven(setup)) return kSpool;
    if (rung == kInverted && !fliesInverted(setup)) return kHover;
    return std::string(rung);
}

std::string ofFinding(const Setup& setup, const Finding& f) {
    const char* own = rungOfRule(kOfRule, f);
    const std::string_view rung = own != nullptr ? own : rungOfWork(f.work);  // by its letters: its address is each source file's own
    const std::string mode = modeOfField(f.subject);
    // what cannot hurt before the mode is flown waits for it
    const bool waits = rung == kHover || f.work == Work::Governor;
    if (waits && isFurther(setup, mode)) return rungOfMode(mode);
    if (waits && mode == kHoldMode) return kAutorotation;
    return present(setup, rung);
}

constexpr std::array kOfRow{OfRule{"supply"_row, kPack},
                            OfRule{"hold-switch"_row, kPack},
                            OfRule{"servo-pulse"_row, kPack},
                            OfRule{"servo-rate"_row, kPack},
                            OfRule{"tail-pulse"_row, kPack},
                            OfRule{"tail-rate"_row, kPack},
                            OfRule{"failsafe"_row, kMotor},
                            OfRule{"failsafe-test"_row, kMotor},
                            OfRule{"ports"_row, kMotor},
                            OfRule{"throttle-ends"_row, kMotor},
                            OfRule{"motor"_row, kMotor},
                            OfRule{"gears"_row, kMotor},
                            OfRule{"blades"_row, kSpool},
                            OfRule{"head"_row, kSpool},
                            OfRule{"plate"_row, kSpool},
                            OfRule{"arms"_row, kSpool},
                            OfRule{"mounting"_row, kSpool},
                            OfRule{"roll-sense"_row, kSpool},
                            OfRule{"pitch-sense"_row, kSpool},
                            OfRule{"yaw-sense"_row, kSpool},
                            OfRule{"first-power"_row, kSpool},
                            OfRule{"mass"_row, kHover},
                            OfRule{"pack-build"_row, kHover},
                            OfRule{"reference-throw"_row, kHover},
                            OfRule{"collective-range"_row, kHover},
                            OfRule{"cyclic-limit"_row, kHover},
                            OfRule{"tail-limits"_row, kHover},
                            OfRule{"range-check"_row, kHover}};

std::string ofRow(const Setup& setup, std::string_view row) {
    const char* own = rungOfRow(kOfRow, row);
    const char* rung = own != nullptr ? own : kHover;
    if (row == "first-power" && engineDriven(setup)) return kHover;  // its first run is what the rung itself is for
    return present(setup, rung);
}

}  // namespace

const LadderPlan& helicopterLadder() {
    static const LadderPlan plan{rungs, ofFinding, ofRow};
    return plan;
}

}  // namespace kh
