// SPDX-License-Identifier: GPL-3.0-or-later
//
// What is set in the speed controller, and the throttle ends it learned.
#include "base/conventions.h"
#include "judge/candidates.h"
#include "judge/modechecks.h"
#include "judge/rowids.h"
#include "judge/rule.h"
#include "model/fieldpatterns.h"
#include "model/helicopter/functions.h"
#include "model/helicopter/helicopter.h"
#include "stations/power/power.h"

#include <algorithm>
#include <array>
#include <cmath>

namespace kh {

namespace {

constexpr double kBentPct = 3.0;         ///< a middle that is off by less is half enough
constexpr double kThrottleEndUs = 15.0;  ///< what the box sends and what was learned, apart
constexpr double kBeyondLowUs = 40.0;    ///< so far the low end may be learned above what is sent, where hold has nothing below 0
constexpr double kLeastCutOffV = 3.0;

void speedController(const AuditContext& c, std::vector<Finding>& out) {
    if (c.setup.machine.power.kind != PowerKind::Electric) return;
    const SpeedControllerSettings& esc = c.setup.speedController;
    if (esc.brake)
        out.push_back({.id = "brake",
                       .severity = Severity::Danger,
                       .row = "protection"_row,
                       .title = c.say(KH_TR("The motor brake is on")),
                       .found = c.say(KH_TR("The speed controller brakes when the throttle closes.")),
                       .why = c.say(KH_TR("In an autorotation it strips the gear and stops the rotor.")),
                       .todo = c.say(KH_TR("Set the brake to off in the speed controller.")),
                       .box = Box::SpeedController,
                       .subject = "speedController.brake"_field,
                       .fix = {{"speedController.brake"_field, false}}});
    if (esc.cutOff == CutOff::Hard)
        out.push_back({.id = "cut-off",
                       .severity = Severity::Warning,
                       .row = "protection"_row,
                       .title = c.say(KH_TR("The pack protection cuts hard")),
                       .found = c.say(KH_TR("Cut-off is hard.")),
                       .why = c.say(KH_TR("The motor stops without warning in the air.")),
                       .todo = c.say(KH_TR("Set cut-off to reduce in the speed controller.")),
                       .box = Box::SpeedController,
                       .subject = "speedController.cutOff"_field,
                       .fix = {{"speedController.cutOff"_field, std::string("reduce")}}});
    if (esc.cutOffVoltsPerCell < kLeastCutOffV - 1e-9)
        out.push_back({.id = "cut-off-late",
                       .severity = Severity::Warning,
                       .row = "protection"_row,
                       .title = c.say(KH_TR("The pack protection acts too late")),
                       .found = c.say(KH_TR("{v} per cell; below 3.0 V a cell is damaged."),
                                      {{"v", c.amount("speedController.cutOffVoltsPerCell"_field)}}),
                       .why = c.say(KH_TR("A cell that was drawn that low swells, and can burn when it is charged.")),
                       .todo = c.say(KH_TR("Set cut-off to 3.2 V per cell in the speed controller.")),
                       .box = Box::SpeedController,
                       .subject = "speedController.cutOffVoltsPerCell"_field,
                       .fix = {{"speedController.cutOffVoltsPerCell"_field, 3.2}},
                       .proposal = true});
    if (esc.cutOffVoltsPerCell > 3.3 + 1e-9)
        out.push_back(
            {.id = "cut-off-volts",
             .severity = Severity::Warning,
             .row = "protection"_row,
             .title = c.say(KH_TR("The pack protection acts early")),
             .found = c.say(KH_TR("{v} per cell; at most 3.3 V is right."), {{"v", c.amount("speedController.cutOffVoltsPerCell"_field)}}),
             .why = c.say(KH_TR("Under load a good pack dips below that: power is cut in a climb.")),
             .todo = c.say(KH_TR("Set cut-off to 3.2 V per cell in the speed controller.")),
             .box = Box::SpeedController,
             .subject = "speedController.cutOffVoltsPerCell"_field,
             .fix = {{"speedController.cutOffVoltsPerCell"_field, 3.2}}});
    if (c.setup.machine.power.cells > esc.profile->maxCells)
        out.push_back(
            {.id = "cells",
             .severity = Severity::Danger,
             .row = "pack"_row,
             .title = c.say(KH_TR("The pack has more cells than {b} bears"), {{"b", esc.profile->name}}),
             .found = c.say(KH_TR("{n} cells; at most {m}."), {{"n", c.amount("machine.power.cells"_field)},
                                                               {"m", c.amount("machine.power.cells"_field, esc.profile->maxCells)}}),
             .why = c.say(KH_TR("It fails at the moment the pack is plugged in.")),
             .todo = c.say(KH_TR("Use a pack of at most {m} cells or another speed controller."),
                           {{"m", c.amount("machine.power.cells"_field, esc.profile->maxCells)}}),
             .box = Box::Machine,
             .subject = "machine.power.cells"_field,
             .fix = {{"machine.power.cells"_field, esc.profile->maxCells}}});
    if (speedControllerGoverns(c.setup) && !esc.profile->governs)
        out.push_back({.id = "cannot-govern",
                       .severity = Severity::Danger,
                       .row = "governor"_row,
                       .title = c.say(KH_TR("{b} has no governor"), {{"b", esc.profile->name}}),
                       .found = c.say(KH_TR("It is set to governor.")),
                       .why = c.say(KH_TR("The throttle curve would then be taken as power.")),
                       .todo = c.say(KH_TR("Set the speed controller to direct.")),
                       .box = Box::SpeedController,
                       .subject = "speedController.control"_field,
                       .fix = {{"speedController.control"_field, std::string("direct")}}});
}

void throttleEnds(const AuditContext& c, std::vector<Finding>& out) {
    const ChannelSettings* ch = channelOf(c.setup.transmitter, functionId(heli::Throttle));
    const ChannelFigures* f = c.figures.channel(functionId(heli::Throttle));
    if (ch == nullptr || f == nullptr || !f->lowUs.known) return;
    const SpeedControllerSettings& esc = c.setup.speedController;
    // a transmitter whose hold goes no lower than 0 is beyond the learned low end on purpose: there is no other way to be surely off
    const double beyond = esc.highUs > esc.lowUs ? esc.lowUs - f->lowUs.value : f->lowUs.value - esc.lowUs;
    const bool onPurpose = c.setup.transmitter.profile->holdLowPct >= 0.0 && beyond > 0.0 && beyond <= kBeyondLowUs;
    const bool lowFits = onPurpose || std::abs(f->lowUs.value - esc.lowUs) <= kThrottleEndUs;
    const bool highFits = std::abs(f->highUs.value - esc.highUs) <= kThrottleEndUs;
    // a sub-trim that bends leaves the ends where they were learned and moves what stands between
    const double middleUs = channelOutputUnchecked(0.0, channelScale(c.setup.transmitter.profile, *ch)).pulseUs;
    const bool bent = c.setup.transmitter.profile->laws.subTrim == SubTrimLaw::Bends &&
                      std::abs(middleUs - (f->lowUs.value + f->highUs.value) / 2.0) > kThrottleEndUs;
    if (lowFits && highFits && !bent) return;
    const bool against = (f->highUs.value > f->lowUs.value) != (esc.highUs > esc.lowUs);
    Finding found{.severity = against ? Severity::Danger : Severity::Warning,
                  .row = "throttle-ends"_row,
                  .title = against ? c.say(KH_TR("The throttle works the wrong way round"))
                                   : c.say(KH_TR("Throttle ends are not those that were learned")),
                  .found = c.say(KH_TR("The transmitter sends {a} … {b} µs; {c} … {d} were learned."),
                                 {{"a", num(f->lowUs.value)},
                                  {"b", num(f->highUs.value)},
                                  {"c", bare(c.amount("speedController.lowUs"_field))},
                                  {"d", c.amount("speedController.highUs"_field)}}),
                  .why = against ? c.say(KH_TR("Closed is full power, and hold with it."))
                                 : c.say(KH_TR("Every throttle number then means something else, and closed may not be off.")),
                  .box = Box::Transmitter,
                  .subject = channelPath(ch->id, "reversed")};
    // the channel as it would meet the learned ends, in the box's steps
    const TransmitterProfile& tx = c.setup.transmitter.profile;
    const auto met = [&](bool reversed) {
        std::vector<Edit> edits;
        const auto put = [&](const char* key, double now, double wanted) {
            if (std::abs(now - wanted) > 1e-9) edits.push_back({channelPath(ch->id, key), wanted});
        };
        if (reversed != ch->reversed) edits.push_back({channelPath(ch->id, "reversed"), reversed});
        // the sub-trim goes back to 0 where the travels alone meet both ends, unless half would not be half then
        ChannelSettings plain = *ch;
        plain.reversed = reversed;
        const double middle = ((esc.lowUs + esc.highUs) / 2.0 - tx.centreUs) / tx.usPerPct * channelScale(tx, plain).trimSign();
        const bool stays = std::abs(middle - ch->subTrimPct) <= tx.subTrimStepPct;
        const bool straight = bent || (ch->subTrimPct != 0.0 && std::abs(middle) >= kBentPct);
        if (!stays) plain.subTrimPct = straight ? roundToStep(middle, tx.subTrimStepPct) : 0.0;
        put("subTrimPct", ch->subTrimPct, plain.subTrimPct);
        const ChannelScale scale = channelScale(tx, plain);
        const auto travel = [&](double us, double side) {
            return roundToStep(std::abs(travelSending((us - tx.centreUs) / tx.usPerPct, side * 100.0, scale)), tx.travelStepPct);
        };
        const double low = travel(esc.lowUs, -1.0);
        const double high = travel(esc.highUs, 1.0);
        if (low > tx.travelLimitPct || high > tx.travelLimitPct) return std::vector<Edit>{};
        const bool turned = !scale.highServes(1.0);
        put("travelLowPct", ch->travelLowPct, turned ? high : low);
        put("travelHighPct", ch->travelHighPct, turned ? low : high);
        return edits;
    };
    const bool wanted = against ? !ch->reversed : ch->reversed;
    const std::vector<Edit> channel = met(wanted);
    std::vector<Edit> open = channel;
    if (ch->limitPct) open.push_back({channelPath(ch->id, "limitPct"), std::monostate{}});
    // a channel that is normal and ends that fall: they were learned the wrong way round
    const bool learned = against && !ch->reversed;
    const std::vector<Edit> again{{"speedController.lowUs"_field, learned ? f->lowUs.value : std::min(f->lowUs.value, f->highUs.value)},
                                  {"speedController.highUs"_field, learned ? f->highUs.value : std::max(f->lowUs.value, f->highUs.value)}};
    if (learned) {
        found.box = Box::SpeedController;
        found.subject = "speedController.lowUs"_field;
        found.todo = c.say(KH_TR("Teach the speed controller its ends again: high first, then low; pinion out of mesh, blades off."));
        found.fix = again;
    } else {
        found.todo =
            against
                ? c.say(KH_TR("Set throttle, channel {n}, to normal in the transmitter."),
                        {{"n", bare(c.amount(channelPath(ch->id, "number"), ch->number))}})
                : c.say(KH_TR("Set direction, travel, sub-trim and limit of the throttle channel in the transmitter to the ends that were "
                              "learned; or learn them again: blades off, pinion out of mesh."));
        found.fix = channel;
        found.also = {open};
        if (c.setup.machine.power.kind == PowerKind::Electric) found.also.push_back(again);
        if (ch->limitPct) found.also.push_back({{channelPath(ch->id, "limitPct"), std::monostate{}}});
    }
    out.push_back(std::move(found));
}

}  // namespace

std::span<const Rule> speedControllerRules() {
    static constexpr std::array rules{
        Rule{"speed-controller", Station::Power, Work::Governor, speedController},
        Rule{"throttle-ends", Station::Power, Work::MotorOff, throttleEnds},
    };
    return rules;
}

}  // namespace kh
