// SPDX-License-Identifier: GPL-3.0-or-later
#include "model/helicopter/helicopter.h"
#include "model/carried.h"
#include "plan/mistakekit.h"

namespace khtest {

std::vector<Mistake> flightMistakes() {
    return {
        // starts
        {"bail-out that passes the blade limit", Returns::Band,
         [](const In& in) -> Edits {
             if (!governs(in.s) || in.s.controller.governor.kind == GovernorKind::Internal) return {};
             double fastest = 0.0;
             for (const FlightMode& m : in.s.transmitter.modes) {
                 double rpm = 0.0, most = 0.0;
                 for (const CurvePoint& p : m.throttle.points) most = std::max(most, p.y);
                 const ChainModel model(in.s);
                 if (m.id != kHoldMode && model.headSpeedAt(model.motorPctOf(most), 0, rpm)) fastest = std::max(fastest, rpm);
                 fastest = std::max(fastest, m.targetRpm.value_or(0.0));
             }
             return Edits{{"machine.rotor.bladeMaxRpm", std::ceil(1.02 * fastest)}, {"speedController.bailOutS", 1.5}};
         }},
        {"governor before its signal was seen", Returns::Nothing,
         [](const In& in) -> Edits {
             const PowerTrain& p = in.s.machine.power;
             if (!electric(in.s) || !p.poles || !p.mainTeeth || !p.pinionTeeth) return {};
             if (in.s.controller.governor.kind == GovernorKind::Internal) return {};
             return Edits{{"speedController.control", std::string("direct")},
                          {"controller.governor.kind", std::string("internal")},
                          {"controller.governor.ratio", std::round(100.0 * *p.mainTeeth / *p.pinionTeeth * secondStageRatio(p)) / 100.0},
                          {"controller.governor.poleCount", in.s.controller.profile->asksPolePairs ? *p.poles / 2.0 : *p.poles}};
         }},
        // motor off
        {"hold at idle", Returns::Nothing,
         [](const In& in) -> Edits {
             return electric(in.s) ? Edits{{"transmitter.hold.throttlePct", between(in.dice, 5, 30)}} : Edits{};
         }},
        {"an armed hold that drives the rotor", Returns::Band,
         [](const In& in) -> Edits {
             const Condition& kill = in.s.transmitter.kill.when;
             if (!electric(in.s) || kill.empty() || kill.front().empty() || kill.front().front().switchId.empty()) return {};
             return Edits{{"transmitter.schools.hold", std::string("bail-out")},
                          {"speedController.bailOutS", 2.0},
                          {"controller.governor.bailOutS", 2.0},
                          {"transmitter.switches." + kill.front().front().switchId + ".powerOnPlace",
                           static_cast<double>(kill.front().front().place)},
                          {"transmitter.hold.throttlePct", between(in.dice, 25, 60)}};
         }},
        {"hold at 0", Returns::Nothing,
         [](const In& in) -> Edits {
             return electric(in.s) ? Edits{{"transmitter.hold.throttlePct", 0.0}} : Edits{};
         }},
        {"engine's hold stops", Returns::Nothing,
         [](const In& in) -> Edits {
             return electric(in.s) ? Edits{} : Edits{{"transmitter.hold.throttlePct", -5.0}};
         }},
        {"engine's hold drives", Returns::Nothing,
         [](const In& in) -> Edits {
             return electric(in.s) ? Edits{} : Edits{{"transmitter.hold.throttlePct", 45.0}};
         }},
        {"hold not in a mode", Returns::Nothing,
         [](const In& in) -> Edits {
             return Edits{
                 {"transmitter.hold.actsIn", std::vector<std::string>{in.s.transmitter.modes[0].id, in.s.transmitter.modes[1].id}}};
         }},
        {"hold without a switch", Returns::Nothing,
         [](const In&) -> Edits {
             return Edits{{"transmitter.modes.hold.when", Condition{}}};
         }},
        {"hold needs a second switch", Returns::Nothing,
         [](const In& in) -> Edits {
             Condition c = modeById(in.s.transmitter, kHoldMode)->when;
             std::set<std::string> used;
             for (const FlightMode& m : in.s.transmitter.modes) used.merge(switchesOf(in.s.transmitter, m.when));
             for (const SwitchProfile& p : in.s.transmitter.profile->switches)
                 if (used.count(p.id) == 0 && !p.momentary && !c.empty()) {
                     c.front().push_back({p.id, 2, ""});
                     return Edits{{"transmitter.modes.hold.when", c}};
                 }
             return Edits{};
         }},
        {"hold on two switches", Returns::Nothing,
         [](const In& in) -> Edits {
             Condition c = modeById(in.s.transmitter, kHoldMode)->when;
             std::set<std::string> used;
             for (const FlightMode& m : in.s.transmitter.modes) used.merge(switchesOf(in.s.transmitter, m.when));
             used.merge(switchesOf(in.s.transmitter, in.s.transmitter.kill.when));
             for (const SwitchFunction& f : in.s.transmitter.functions) used.merge(switchesOf(in.s.transmitter, f.when));
             for (const SwitchProfile& p : in.s.transmitter.profile->switches)
                 if (used.count(p.id) == 0 && !p.momentary) {
                     c.push_back({{p.id, 2, ""}});
                     return Edits{{"transmitter.modes.hold.when", c}};
                 }
             return Edits{};
         }},
        {"kill drives", Returns::Nothing,
         [](const In&) -> Edits {
             return Edits{{"transmitter.kill.throttlePct", 20.0}};
         }},
        {"kill in some modes", Returns::Nothing,
         [](const In& in) -> Edits {
             return Edits{{"transmitter.kill.actsIn", std::vector<std::string>{in.s.transmitter.modes[0].id}}};
         }},
        {"kill on no such switch", Returns::Nothing,
         [](const In&) -> Edits {
             return Edits{{"transmitter.kill.when", on("X9", 2)}};
         }},
        {"cut on no such switch", Returns::Nothing,
         [](const In&) -> Edits {
             return Edits{{"transmitter.cut.when", on("X9", 2)}};
         }},
        {"rescue on no such switch", Returns::Nothing,
         [](const In&) -> Edits {
             return Edits{{"transmitter.functions.rescue.when", on("X9", 2)}};
         }},
        {"mode on no such place", Returns::Nothing,
         [](const In& in) -> Edits {
             Condition c = in.s.transmitter.modes[1].when;
             if (c.empty()) return Edits{};
             c.front().front().place = 3;
             c.front().front().switchId = "X9";
             return Edits{{"transmitter.modes." + in.s.transmitter.modes[1].id + ".when", c}};
         }},
        {"mode without a switch", Returns::Nothing,
         [](const In& in) -> Edits {
             return Edits{{"transmitter.modes." + in.s.transmitter.modes[1].id + ".when", Condition{}}};
         }},
        {"power-on with the motor live", Returns::Nothing,
         [](const In& in) -> Edits {
             const Condition& c = modeById(in.s.transmitter, kHoldMode)->when;
             return c.empty() ? Edits{}
                              : Edits{{"transmitter.switches." + c.front().front().switchId + ".powerOnPlace",
                                       c.front().front().place == 1 ? 2.0 : 1.0}};
         }},
        {"power-on guard off", Returns::Nothing,
         [](const In&) -> Edits {
             return Edits{{"transmitter.hold.powerOnGuard", false}};
         }},
        {"rescue under hold's finger", Returns::Nothing,
         [](const In& in) -> Edits {
             return Edits{{"transmitter.functions.rescue.when", modeById(in.s.transmitter, kHoldMode)->when}};
         }},
        // curves
        {"pitch curve upside down", Returns::Band,
         [](const In& in) -> Edits { return curve(in.s, flown(in.s, in.dice, "pitch"), [](const CurvePoint& p) { return -p.y; }); }},
        {"hold's pitch upside down", Returns::Band,
         [](const In& in) -> Edits { return curve(in.s, "transmitter.modes.hold.pitch", [](const CurvePoint& p) { return -p.y; }); }},
        {"pitch flat", Returns::Band,
         [](const In& in) -> Edits {
             return curve(in.s, "transmitter.modes." + in.s.transmitter.modes[0].id + ".pitch", [](const CurvePoint&) { return 0.0; });
         }},
        {"hold's pitch flat", Returns::Band,
         [](const In& in) -> Edits { return curve(in.s, "transmitter.modes.hold.pitch", [](const CurvePoint&) { return 0.0; }); }},
        {"pitch jumps at the hover", Returns::Band,
         [](const In& in) -> Edits {
             return curve(in.s, "transmitter.modes." + in.s.transmitter.modes[1].id + ".pitch",
                          [](const CurvePoint& p) { return p.y + 18.0; });
         }},
        {"spool-up pitch high", Returns::Band,
         [](const In& in) -> Edits {
             return electric(in.s) ? curve(in.s, "transmitter.modes." + in.s.transmitter.modes[0].id + ".pitch",
                                           [](const CurvePoint& p) { return p.x < 50.0 ? 25.0 : p.y; })
                                   : Edits{};
         }},
        {"throttle falls away", Returns::Band,
         [](const In& in) -> Edits {
             return electric(in.s) ? curve(in.s, "transmitter.modes." + in.s.transmitter.modes[1].id + ".throttle",
                                           [](const CurvePoint& p) { return p.x < 50.0 ? 20.0 : p.y; })
                                   : Edits{};
         }},
        {"throttle full under a governor", Returns::Band,
         [](const In& in) -> Edits {
             return governs(in.s) ? curve(in.s, flown(in.s, in.dice, "throttle"), [](const CurvePoint&) { return 100.0; }) : Edits{};
         }},
        {"wanted speed and curve disagree", Returns::Band,
         [](const In& in) -> Edits { return governs(in.s) ? scaled(in.s, flown(in.s, in.dice, "targetRpm"), 0.7) : Edits{}; }},
        {"gain of 3", Returns::Band,
         [](const In& in) -> Edits {
             return Edits{{flown(in.s, in.dice, "tailGainPct"), 3.0}};
         }},
        {"gain of 100", Returns::Band,
         [](const In& in) -> Edits {
             return Edits{{flown(in.s, in.dice, "tailGainPct"), 100.0}};
         }},
        {"gain travel", Returns::Band,
         [](const In&) -> Edits {
             return Edits{{channel("gain", "travelHighPct"), 30.0}};
         }},
        {"rudder rate 0", Returns::Band,
         [](const In& in) -> Edits {
             return Edits{{flown(in.s, in.dice, "rudder.ratePct"), 0.0}};
         }},
        {"aileron rate 0", Returns::Band,
         [](const In& in) -> Edits {
             return Edits{{flown(in.s, in.dice, "aileron.ratePct"), 0.0}};
         }},
        {"expo in both boxes", Returns::Band,
         [](const In& in) -> Edits {
             Edits out;
             for (const Bank& b : in.s.controller.banks) out.push_back({"controller.banks." + b.id + ".expoPct", 30.0});
             out.push_back({flown(in.s, in.dice, "aileron.expoPct"), 30.0});
             return out;
         }},
        {"head gain 0", Returns::Band,
         [](const In& in) -> Edits {
             for (const kh::FunctionChannel& c : in.s.transmitter.functionChannels)
                 if (kh::carriesGain(c.id)) return {};  // the bank's own does not act
             return Edits{{"controller.banks." + in.s.controller.banks[0].id + ".headGainPct", 0.0}};
         }},
        {"hold flies otherwise", Returns::Band,
         [](const In&) -> Edits {
             return Edits{{"transmitter.modes.hold.aileron.ratePct", 60.0}};
         }},
        // power
        {"two governors", Returns::Nothing,
         [](const In& in) -> Edits {
             return governs(in.s) ? Edits{{"controller.governor.kind", std::string("internal")}} : Edits{};
         }},
        {"brake", Returns::Nothing,
         [](const In& in) -> Edits {
             return electric(in.s) ? Edits{{"speedController.brake", true}} : Edits{};
         }},
        {"hard cut-off", Returns::Nothing,
         [](const In& in) -> Edits {
             return electric(in.s) ? Edits{{"speedController.cutOff", std::string("hard")}} : Edits{};
         }},
        {"cut-off early", Returns::Nothing,
         [](const In& in) -> Edits {
             return electric(in.s) ? Edits{{"speedController.cutOffVoltsPerCell", 3.7}} : Edits{};
         }},
        {"cut-off late", Returns::Nothing,
         [](const In& in) -> Edits {
             return electric(in.s) ? Edits{{"speedController.cutOffVoltsPerCell", 2.5}} : Edits{};
         }},
        {"no soft start", Returns::Nothing,
         [](const In& in) -> Edits {
             return electric(in.s) ? Edits{{"speedController.softStartS", 0.0}} : Edits{};
         }},
        {"timer beyond the pack", Returns::Nothing,
         [](const In& in) -> Edits {
             return electric(in.s) ? Edits{{"transmitter.timerMin", 60.0}} : Edits{};
         }},
        {"alarm beyond the pack", Returns::Nothing,
         [](const In& in) -> Edits {
             return electric(in.s) ? Edits{{"transmitter.alarms.usedMah", 19000.0}} : Edits{};
         }},
        {"alarm that never sounds", Returns::Nothing,
         [](const In& in) -> Edits {
             return electric(in.s) ? Edits{{"transmitter.alarms.voltsPerCell", 2.6}} : Edits{};
         }},
        {"alarm that always sounds", Returns::Nothing,
         [](const In& in) -> Edits {
             return electric(in.s) ? Edits{{"transmitter.alarms.voltsPerCell", 4.3}} : Edits{};
         }},
        {"supply too high", Returns::Nothing,
         [](const In&) -> Edits {
             return Edits{{"machine.supply.volts", 9.5}};
         }},
        {"supply too low", Returns::Nothing,
         [](const In&) -> Edits {
             return Edits{{"machine.supply.volts", 4.8}};
         }},
        {"rotor told the other way", Returns::Nothing,
         [](const In& in) -> Edits {
             const bool clockwise = helicopter(in.s).rotor.turning == Turning::Clockwise;
             return Edits{{"controller.rotorTurning", std::string(clockwise ? "counter-clockwise" : "clockwise")}};
         }},
        {"gain step on the rate side", Returns::Nothing,
         [](const In&) -> Edits {
             return Edits{{"transmitter.functions.gain-2.when", Condition{{{"L3", 2, ""}}}}, {"transmitter.functions.gain-2.sentPct", 0.0}};
         }},
        {"an engine that nothing governs, flat", Returns::Band,
         [](const In& in) -> Edits {
             if (electric(in.s) || in.s.controller.governor.kind == GovernorKind::Internal) return {};
             return Edits{{flown(in.s, in.dice, "throttle"), flatCurve(between(in.dice, 50, 90), 5)}};
         }},
        {"an engine's V that is lowest elsewhere", Returns::Band,
         [](const In& in) -> Edits {
             if (electric(in.s) || in.s.controller.governor.kind == GovernorKind::Internal) return {};
             const bool low = coin(in.dice);
             return Edits{{"transmitter.modes.idle1.throttle",
                           evenCurve(low ? std::vector<double>{40, 55, 70, 85, 95} : std::vector<double>{95, 80, 65, 50, 60})}};
         }},
        {"kill on a mode's place", Returns::Nothing,
         [](const In& in) -> Edits {
             return Edits{{"transmitter.kill.when", in.s.transmitter.modes[1 + in.dice() % 2].when}};
         }},
        {"a bank on a place that is used", Returns::Nothing,
         [](const In& in) -> Edits {
             return Edits{{"transmitter.functions.bank-2.when", in.s.transmitter.modes[1 + in.dice() % 2].when}};
         }},
        {"rescue answers in hold", Returns::Nothing,
         [](const In& in) -> Edits {
             const Condition* when = conditionOf(in.s.transmitter, "rescue");
             if (when == nullptr || when->empty()) return {};
             return Edits{{"transmitter.functions.rescue.when", Condition{{when->front().front()}}}};
         }},
        {"Kv typed of another motor", Returns::Nothing,
         [](const In& in) -> Edits {
             if (!governs(in.s) || in.s.speedController.calibration.size() < 2 || !in.s.machine.power.kv) return {};
             return Edits{{"machine.power.kv", std::round(*in.s.machine.power.kv * (coin(in.dice) ? 0.75 : 1.35))}};
         }},
        {"sub-trim of the gain channel", Returns::Nothing,
         [](const In& in) -> Edits {
             return Edits{{channel("gain", "subTrimPct"), (coin(in.dice) ? 1.0 : -1.0) * between(in.dice, 6, 20)}};
         }},
        {"governor's poles for pairs, or its ratio without a second stage", Returns::Nothing,
         [](const In& in) -> Edits {
             const PowerTrain& p = in.s.machine.power;
             if (!electric(in.s) || !p.poles || !p.mainTeeth || !p.pinionTeeth) return {};
             const bool pairs = in.s.controller.profile->asksPolePairs;
             const double ratio = std::round(100.0 * *p.mainTeeth / *p.pinionTeeth * secondStageRatio(p)) / 100.0;
             const bool poles = coin(in.dice);
             return Edits{{"speedController.control", std::string("direct")},
                          {"controller.governor.kind", std::string("internal")},
                          {"controller.governor.ratio", poles ? ratio : std::round(60.0 * ratio) / 100.0},
                          {"controller.governor.poleCount", (pairs ? 0.5 : 1.0) * *p.poles * (poles ? 2.0 : 1.0)}};
         }},
        {"mass typed in another unit", Returns::Nothing,
         [](const In& in) -> Edits {
             return Edits{{"machine.massKg", std::min(30.0, in.s.machine.massKg * 2.2 * 2.2)}};
         }},
        {"ends learned the wrong way round", Returns::Motion,
         [](const In& in) -> Edits {
             return electric(in.s) ? Edits{{"speedController.lowUs", in.s.speedController.highUs},
                                           {"speedController.highUs", in.s.speedController.lowUs}}
                                   : Edits{};
         }},
    };
}

}  // namespace khtest
