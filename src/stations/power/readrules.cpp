// SPDX-License-Identifier: GPL-3.0-or-later
//
// What was read at the machine is judged: head speeds, the pack as it was plugged in.
#include "formula/rotor.h"
#include "formula/supply.h"
#include "judge/candidates.h"
#include "judge/modechecks.h"
#include "judge/rowids.h"
#include "judge/rule.h"
#include "model/access.h"
#include "model/fieldpatterns.h"
#include "model/helicopter/helicopter.h"
#include "stations/power/power.h"
#include "stations/power/speedreadings.h"

#include <algorithm>
#include <array>
#include <cmath>

namespace kh {

namespace {

constexpr double kFarShare = 0.10;  ///< a measured speed further from the wanted one

/// A flat curve at a share of its throttle; empty where that is no throttle.
std::vector<Edit> slowedTo(const AuditContext& c, const FlightMode& m, double share) {
    const std::optional<double> now = flatThrottle(m);
    const double then = now ? std::floor(*now * share * 2.0) / 2.0 : 0.0;
    return then > 0.0 && then <= 100.0 ? throttleFix(c.setup, m, then) : std::vector<Edit>{};
}

bool logged(const Setup& setup, const FlightMode& m, double rpm) {
    const std::optional<double> throttle = flatThrottle(m);
    const auto& log = setup.speedController.calibration;
    return throttle && std::any_of(log.begin(), log.end(), [&](const CalibrationPoint& p) {
               return std::abs(p.throttlePct - *throttle) < 0.05 && std::abs(p.headRpm - rpm) < 1.0;
           });
}

void speeds(const AuditContext& c, std::vector<Finding>& out) {
    const auto& limit = helicopter(c.setup).rotor.bladeMaxRpm;
    for (const FlightMode& m : c.setup.transmitter.modes) {
        const std::optional<double> read = speedReadInForce(c.setup, m);
        if (!read || !isFlown(m)) continue;
        const std::string wantedPath = elementPath("transmitter.modes.{}.targetRpm"_field, m.id);
        const auto finding = [&](const char* id, Severity severity) {
            return Finding{.id = std::string(id) + "." + m.id,
                           .severity = severity,
                           .row = "head-speed"_row,
                           .box = Box::Transmitter,
                           .witness = Witness{std::nullopt, modeState(c.setup.transmitter, m)},
                           .subject = modePath(m, "throttle")};
        };
        if (const auto computed = computedRpm(c.setup, m); computed && toldBy(*read, *computed) != SpeedTells::Nothing) {
            Finding f = finding("speed-read-factor", Severity::Warning);
            f.title =
                c.say(KH_TR("{m} was measured at {what} what is computed"),
                      {{"m", m.name},
                       {"what", toldBy(*read, *computed) == SpeedTells::Twice ? c.say(KH_TR("about twice")) : c.say(KH_TR("about half"))}});
            f.found = c.say(KH_TR("{r} were read; motor, gearing and pack give {g} rpm."),
                            {{"r", c.amount(wantedPath, *read)}, {"g", num(*computed)}});
            f.why = c.say(KH_TR("A factor of two is poles for pole pairs, a ratio, or an instrument that counts each blade: no log."));
            f.todo = c.say(KH_TR("Count magnets and teeth, look at what the instrument counts, then measure again without blades."));
            f.box = Box::Bench;
            out.push_back(std::move(f));
            continue;
        }
        if (logged(c.setup, m, *read)) continue;  // the log's own rules judge it
        if (limit && *read > *limit) {
            Finding f = finding("speed-read", Severity::Danger);
            f.title = c.say(KH_TR("{m} was measured faster than its blades allow"), {{"m", m.name}});
            f.found = c.say(KH_TR("{r} were read; the blade maker's limit is {l}."),
                            {{"r", c.amount(wantedPath, *read)}, {"l", c.amount("machine.rotor.bladeMaxRpm"_field, *limit)}});
            f.why = c.say(KH_TR("A blade can leave its grip; everyone in the plane of the disc is in danger."));
            f.todo =
                c.say(KH_TR("Lower the throttle of {m} in the transmitter, then measure again, nobody near the disc."), {{"m", m.name}});
            f.fix = slowedTo(c, m, kBladeAim * *limit / *read);
            f.proposal = true;
            out.push_back(std::move(f));
        } else if (m.targetRpm && std::abs(*read / *m.targetRpm - 1.0) > kFarShare) {
            Finding f = finding("speed-read", Severity::Warning);
            f.title = c.say(KH_TR("{m} was measured far from the speed wanted"), {{"m", m.name}});
            f.found = c.say(KH_TR("{r} were read; {t} are wanted."), {{"r", c.amount(wantedPath, *read)}, {"t", c.amount(wantedPath)}});
            f.why = c.say(KH_TR("Gain, pitch and flight time are judged for a speed that is not flown."));
            // a log that says otherwise comes first: by it any other throttle would be wrong again
            const bool log = c.setup.speedController.calibration.size() >= 2;
            f.todo =
                log ? c.say(KH_TR("Take the reading into the log in place of the older one (Ctrl R); the throttle of {m} then follows."),
                            {{"m", m.name}})
                    : c.say(KH_TR("Set the throttle of {m} in the transmitter for the speed wanted, then measure again."), {{"m", m.name}});
            if (!log) f.fix = slowedTo(c, m, *m.targetRpm / *read);
            f.proposal = true;
            out.push_back(std::move(f));
        }
    }
}

void pack(const AuditContext& c, std::vector<Finding>& out) {
    const PowerTrain& p = c.setup.machine.power;
    if (p.kind == PowerKind::Engine) return;
    if (const auto volts = readInForce(c.setup, "pack.volts"); volts && batteryState(*volts, p.cells, p.fullVoltsPerCell).used)
        out.push_back({.id = "pack-used",
                       .severity = Severity::Warning,
                       .row = "pack"_row,
                       .title = c.say(KH_TR("The pack that was plugged in had been used")),
                       .found = c.say(KH_TR("{v} V a cell; full is {f}."),
                                      {{"v", num(*volts / p.cells, 2)}, {"f", c.amount("machine.power.fullVoltsPerCell"_field)}}),
                       .why = c.say(KH_TR("The timer counts from a full pack: this one gives way before it sounds.")),
                       .todo = c.say(KH_TR("Charge it, or take another, and read it again as it is plugged in.")),
                       .box = Box::Bench,
                       .subject = "machine.power.cells"_field});
    const auto low = readInForce(c.setup, "pack.lowestCell");
    const auto high = readInForce(c.setup, "pack.highestCell");
    if (!low || !high || *high - *low <= kCellSpreadNoteVolts + 1e-9) return;
    const bool grounds = *high - *low > kCellSpreadGroundVolts + 1e-9;
    out.push_back({.id = "pack-cells",
                   .severity = grounds ? Severity::Warning : Severity::Note,
                   .row = "pack"_row,
                   .title = c.say(KH_TR("The cells of the pack are apart")),
                   .found = c.say(KH_TR("{s} V between the lowest and the highest; above {g} V a pack is not flown."),
                                  {{"s", num(*high - *low, 2)}, {"g", num(kCellSpreadGroundVolts, 2)}}),
                   .why = c.say(KH_TR("The weakest cell is empty first, and takes the others' current.")),
                   .todo = grounds ? c.say(KH_TR("Do not fly this pack. Balance it, let it rest, and read its cells again."))
                                   : c.say(KH_TR("Balance it, and watch whether it grows.")),
                   .box = Box::Bench,
                   .subject = "machine.power.cells"_field});
}

}  // namespace

std::span<const Rule> powerReadRules() {
    static constexpr std::array rules{Rule{"speed-read", Station::Power, Work::Governor, speeds},
                                      Rule{"pack-read", Station::Power, Work::Curves, pack}};
    return rules;
}

}  // namespace kh
