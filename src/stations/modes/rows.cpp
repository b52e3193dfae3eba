// SPDX-License-Identifier: GPL-3.0-or-later
#include "judge/modechecks.h"
#include "model/amounts.h"
#include "model/carried.h"
#include "model/fieldpatterns.h"
#include "model/names.h"
#include "stations/kit/rowbuilder.h"
#include "stations/modes/modes.h"
#include "stations/modes/modesfigures.h"

#include <algorithm>
#include <cmath>
#include <functional>
#include <set>

namespace kh {

namespace {

/// A gain as the controller reads it, with how that comes about.
Part gainRead(const RowBuilder& b, const FunctionChannel& channel, const SentGain& g) {
    Part p = RowBuilder::text(say(KH_TR("{v}"), {{"v", num(std::abs(g.readingPct))}}));
    p.label = g.holds ? say(KH_TR("H")) : say(KH_TR("R"));
    p.why.title = say(KH_TR("{g} as read"), {{"g", functionTitle(b.setup().transmitter, channel.id)}});
    p.why.line(KH_TR("sent {v} % → {u} µs → reads {r} %"),
               {{"v", signedNum(g.valuePct)}, {"u", num(g.pulseUs)}, {"r", signedNum(g.readingPct, 1)}});
    p.why.lines.push_back(say(KH_TR("= {v}"), {{"v", p.value}}));
    const std::string base = "transmitter.functionChannels." + channel.id + ".";
    p.why.inputs = {g.path, base + "reversed", base + "travelLowPct", base + "travelHighPct", base + "subTrimPct"};
    return p;
}

}  // namespace

StationPage modesRows(const RowBuilder& b) {
    const TransmitterSettings& tx = b.setup().transmitter;
    const auto each = [&](const std::function<Cell(const FlightMode&)>& make) {
        std::vector<Cell> cells;
        for (const FlightMode& m : tx.modes) cells.push_back(make(m));
        return cells;
    };
    const auto path = [](const FlightMode& m, const char* key) { return "transmitter.modes." + m.id + "." + key; };
    const auto figures = [&](const FlightMode& m) -> const ModeFigures& { return *b.figures().mode(m.id); };
    const auto pair = [&](const std::string& rate, const std::string& expo) {
        Cell c{{b.field(rate), b.field(expo)}};
        for (Part& p : c.parts) p.unit = "";
        return c;
    };
    const auto bankField = [&](const FlightMode& m, const char* pattern) {
        const auto& banks = b.setup().controller.banks;
        if (banks.empty()) return Cell{{RowBuilder::dash()}};
        const Bank& bank = banks[std::min(figures(m).bank, banks.size() - 1)];  // the one that is on in this mode
        Part p = b.field(elementPath(pattern, bank.id), banks.size() > 1 ? say(KH_TR("b{n}"), {{"n", bank.id}}) : Message{});
        p.unit = "";
        return Cell{{p}};
    };
    // a set of modes as yes and no, mode by mode; hold is no mode it could act in
    const auto acts = [&](std::string field, const std::optional<std::vector<std::string>>& set) {
        return [field = std::move(field), &set](const FlightMode& m) {
            if (m.id == kHoldMode) return Cell{};
            Part p =
                RowBuilder::text(!set || std::find(set->begin(), set->end(), m.id) != set->end() ? say(KH_TR("yes")) : say(KH_TR("no")));
            p.why.title = say(KH_TR("the set of modes it acts in"));
            p.why.inputs = {field};
            p.kind = Part::Acting{field, m.id, {{KH_TR("yes"), KH_TR("no")}, {}}};
            return Cell{{p}};
        };
    };
    // a choice that holds for all modes
    const auto school = [&](const char* row, const char* id, const char* title, const char* field, const char* help) {
        return RowBuilder::aside(
            row, help, b.matrixRow(id, say(title), "", Box::Transmitter, each([&](const FlightMode&) { return Cell{{b.field(field)}}; })));
    };
    std::vector<const FunctionChannel*> gains;  // of roll and pitch, where they are sent
    for (const FunctionChannel& c : tx.functionChannels)
        if (carriesGain(c.id)) gains.push_back(&c);
    const auto headGainSent = [&](const FlightMode& m) {
        Cell cell;
        for (const FunctionChannel* c : gains) {
            cell.parts.push_back(b.field(modeGainPath(c->id, m.id)));
            cell.parts.back().unit = "";
        }
        if (cell.parts.empty()) cell.parts.push_back(RowBuilder::dash());
        return cell;
    };
    const auto headGainRead = [&](const FlightMode& m) {
        Cell cell;
        for (const FunctionChannel* c : gains)
            for (const SentGain& g : sentGains(b.setup(), *c))
                if (g.mode == m.id) cell.parts.push_back(gainRead(b, *c, g));
        if (cell.parts.empty()) cell.parts.push_back(RowBuilder::dash());
        return cell;
    };
    const auto pitchApart = [&](const FlightMode& m) {
        if (!b.setup().controller.profile->axesApart) return Cell{{RowBuilder::text(say(KH_TR("as roll")))}};
        Cell cell;
        for (const char* pattern :
             {"controller.banks.{}.pitchDegS"_field, "controller.banks.{}.pitchExpoPct"_field, "controller.banks.{}.pitchGainPct"_field})
            for (Part& p : bankField(m, pattern).parts) {
                p.label = {};
                cell.parts.push_back(std::move(p));
            }
        return cell;
    };
    const auto flownPlaces = [&](const FlightMode& m) {  // one bank in numbers
        Cell cell;
        std::set<std::size_t> banks;
        for (const FlownPlace& at : b.figures().of<ModesFigures>().flown) {
            if (tx.modes[at.mode].id != m.id || !banks.insert(at.bank).second) continue;
            cell.parts.clear();
            for (const std::size_t axis : {std::size_t{0}, std::size_t{2}}) {
                cell.parts.push_back(RowBuilder::figure(at.axes[axis].fullDegS));
                cell.parts.back().unit = "";
            }
        }
        if (banks.size() > 1)
            cell.parts = {RowBuilder::text(say(KH_TR("{n} banks"), {{"n", num(static_cast<double>(banks.size()))}}))};
        if (cell.parts.empty()) cell.parts.push_back(RowBuilder::dash());
        return cell;
    };
    StationPage page{Station::Modes, {}};
    if (b.figures().modes.size() != tx.modes.size()) return page;
    page.rows = {
        b.matrixRow("throttle-curve", say(KH_TR("Throttle")), unitOf(b.setup(), throttlePath(b.setup().transmitter)), Box::Transmitter,
                    each([&](const FlightMode& m) {
                        if (m.id == kHoldMode) {
                            Part held = b.field("transmitter.hold.throttlePct"_field);
                            held.unit = "";
                            return Cell{{held, RowBuilder::text(say(KH_TR("held")))}};
                        }
                        const auto on = [&](const char* key, double y) { return bare(amount(b.setup(), path(m, key), std::round(y))); };
                        const double low = m.throttle.points.front().y;
                        const double high = m.throttle.points.back().y;
                        return Cell{{b.spark(path(m, "throttle"), m.throttle,
                                             isFlat(m.throttle)
                                                 ? say(KH_TR("{v} flat"), {{"v", on("throttle", low)}})
                                                 : say(KH_TR("{a} … {b}"), {{"a", on("throttle", low)}, {"b", on("throttle", high)}}))}};
                    })),
        RowBuilder::aside("throttle-curve", KH_TR("flown inverted asks for power at low stick too"),
                          b.matrixRow("mode-use", say(KH_TR("Flown")), "", Box::Transmitter, each([&](const FlightMode& m) {
                                          return m.id == kHoldMode ? Cell{} : Cell{{b.field(path(m, "flownInverted"))}};
                                      }))),
        RowBuilder::aside("throttle-curve", KH_TR("one for the bench is reached behind hold or kill, or keeps the motor off"),
                          b.matrixRow("mode-bench", say(KH_TR("For")), "", Box::Transmitter, each([&](const FlightMode& m) {
                                          return m.id == kHoldMode ? Cell{} : Cell{{b.field(path(m, "benchOnly"))}};
                                      }))),
        school("throttle-curve", "throttle-school", KH_TR("Take-off"), "transmitter.schools.throttle"_field,
               KH_TR("flat: one governed value in each mode; classic: raised by the stick from zero in Normal, for a gentle start")),
        school("throttle-curve", "curve-entry", KH_TR("Entered as"), "transmitter.schools.entry"_field,
               KH_TR("points, or a straight line with an offset, where the box offers it")),
        b.matrixRow("pitch-curve", say(KH_TR("Pitch")), unitOf(b.setup(), pitchPath(b.setup().transmitter)), Box::Transmitter,
                    each([&](const FlightMode& m) {
                        const auto on = [&](const char* key, double y) { return bare(amount(b.setup(), path(m, key), std::round(y))); };
                        const double low = m.pitch.points.front().y;
                        const double high = m.pitch.points.back().y;
                        const Amount spread = bare(amount(b.setup(), path(m, "pitch"), std::round(high), Amount::Kind::Spread));
                        return Cell{{b.spark(path(m, "pitch"), m.pitch,
                                             low == -high ? say(KH_TR("{v}"), {{"v", spread}})
                                                          : say(KH_TR("{a} … {b}"), {{"a", on("pitch", low)}, {"b", on("pitch", high)}}))}};
                    })),
        school("pitch-curve", "pitch-school", KH_TR("Curves"), "transmitter.schools.pitch"_field,
               KH_TR("one straight curve keeps the stick's feel in all aerobatic modes; one for each mode is softer in Normal")),
        school("pitch-curve", "mid-stick", KH_TR("Mid stick"), "transmitter.schools.midStick"_field,
               KH_TR("0° for aerobatics; the hover at mid stick for scale and training")),
        b.matrixRow("rates", say(KH_TR("Aileron")), KH_TR("rate, expo"), Box::Transmitter,
                    each([&](const FlightMode& m) { return pair(path(m, "aileron.ratePct"), path(m, "aileron.expoPct")); })),
        school("rates", "agility-school", KH_TR("Agility"), "transmitter.schools.agility"_field,
               KH_TR("in one box only: °/s in the controller with a straight transmitter, or rates and expo in the transmitter")),
        b.matrixRow("rates-elevator", say(KH_TR("Elevator")), KH_TR("rate, expo"), Box::Transmitter,
                    each([&](const FlightMode& m) { return pair(path(m, "elevator.ratePct"), path(m, "elevator.expoPct")); })),
        b.matrixRow("rates-rudder", say(KH_TR("Rudder")), KH_TR("rate, expo"), Box::Transmitter,
                    each([&](const FlightMode& m) { return pair(path(m, "rudder.ratePct"), path(m, "rudder.expoPct")); })),
        b.matrixRow("tail-gain", say(KH_TR("Tail gain")), KH_TR("sent"), Box::Transmitter,
                    each([&](const FlightMode& m) { return Cell{{b.gain(path(m, "tailGainPct"))}}; })),
        RowBuilder::aside("tail-gain", KH_TR("gains of roll and pitch that come on channels: + is the side that holds"),
                          b.matrixRow("head-gain-sent", say(KH_TR("Head gain")), KH_TR("sent"), Box::Transmitter, each(headGainSent))),
        school("tail-gain", "head-gain-school", KH_TR("It moves by"), "transmitter.schools.headGain"_field,
               KH_TR("the flight mode, steps on a switch, or a knob: one of them")),
        b.matrixRow("hold", say(KH_TR("Hold acts")), "", Box::Transmitter, each(acts("transmitter.hold.actsIn"_field, tx.hold.actsIn))),
        RowBuilder::under("hold", b.matrixRow("kill-acts", say(KH_TR("Kill acts")), "", Box::Transmitter,
                                              each(acts("transmitter.kill.actsIn"_field, tx.kill.actsIn)))),
        RowBuilder::under("hold", b.matrixRow("cut-acts", say(KH_TR("Cut acts")), "", Box::Transmitter,
                                              each(acts("transmitter.cut.actsIn"_field, tx.cut.actsIn)))),
        RowBuilder::under("hold", b.matrixRow("mode-fade", say(KH_TR("Fade into")), "s", Box::Transmitter, each([&](const FlightMode& m) {
                                                  Part p = b.field(path(m, "fadeS"));
                                                  p.unit = "";
                                                  return Cell{{p}};
                                              }))),
        b.matrixRow("tail-gain-read", say(KH_TR("Tail gain")), KH_TR("read"), Box::Controller, each([&](const FlightMode& m) {
                        Part p = RowBuilder::figure(figures(m).gainRead);
                        p.label = figures(m).gainRead.known && figures(m).gainRead.value < 0.0 ? say(KH_TR("R")) : say(KH_TR("H"));
                        p.unit = "";
                        return Cell{{p}};
                    })),
        b.matrixRow("agility-roll", say(KH_TR("Cyclic, rudder")), KH_TR("°/s"), Box::Controller, each([&](const FlightMode& m) {
                        const auto& banks = b.setup().controller.banks;
                        if (banks.empty()) return Cell{{RowBuilder::dash()}};
                        const Bank& bank = banks[std::min(figures(m).bank, banks.size() - 1)];  // the one that is on in this mode
                        const std::string base = "controller.banks." + bank.id;
                        Part cyclic = b.field(base + ".rollPitchDegS", banks.size() > 1 ? say(KH_TR("b{n}"), {{"n", bank.id}}) : Message{});
                        Part rudder = b.field(base + ".rudderDegS");
                        cyclic.unit = rudder.unit = "";
                        return Cell{{cyclic, rudder}};
                    })),
        RowBuilder::under("agility-roll", b.matrixRow("bank-expo", say(KH_TR("Expo")), "%", Box::Controller, each([&](const FlightMode& m) {
                                                          return bankField(m, "controller.banks.{}.expoPct"_field);
                                                      }))),
        RowBuilder::aside("agility-roll", KH_TR("pitch apart from roll, where the box has them so: rate, expo, gain"),
                          b.matrixRow("bank-pitch", say(KH_TR("Pitch apart")), "", Box::Controller, each(pitchApart))),
        RowBuilder::aside("agility-roll",
                          KH_TR("cyclic and rudder at full stick as flown, by both boxes, at every place that chooses a bank"),
                          b.matrixRow("flown-places", say(KH_TR("At each place")), KH_TR("°/s"), Box::Controller, each(flownPlaces))),
        b.matrixRow("head-gain", say(KH_TR("Head gain")), "%", Box::Controller,
                    each([&](const FlightMode& m) { return bankField(m, "controller.banks.{}.headGainPct"_field); })),
        RowBuilder::aside("head-gain", KH_TR("of a gain that is sent: what the controller reads, H where it holds, R on the rate side"),
                          b.matrixRow("head-gain-read", say(KH_TR("As read")), "%", Box::Controller, each(headGainRead))),
        b.matrixRow("head-speed-mode", say(KH_TR("Head speed")), "rpm", Box::Machine, each([&](const FlightMode& m) {
                        Part p = m.id == kHoldMode ? RowBuilder::text(say(KH_TR("runs down"))) : RowBuilder::figure(figures(m).headRpm);
                        p.unit = "";
                        return Cell{{p}};
                    })),
        RowBuilder::under("head-speed-mode",
                          b.matrixRow("wanted-speed", say(KH_TR("Wanted")), KH_TR("rpm"), Box::Machine, each([&](const FlightMode& m) {
                                          if (m.id == kHoldMode) return Cell{};
                                          Part p = b.field(path(m, "targetRpm"));
                                          p.unit = "";
                                          return Cell{{p}};
                                      }))),
        b.matrixRow("spool-up", say(KH_TR("Blade pitch")), "°", Box::Machine, each([&](const FlightMode& m) {
                        Part low = RowBuilder::figure(figures(m).pitchLow);
                        Part high = RowBuilder::figure(figures(m).pitchHigh, say(KH_TR("…")));
                        low.unit = high.unit = "";
                        return Cell{{low, high}};
                    })),
        b.matrixRow("hover-mode", say(KH_TR("Hover")), KH_TR("stick, °"), Box::Machine, each([&](const FlightMode& m) {
                        if (m.id == kHoldMode) return Cell{};
                        Part stick = RowBuilder::figure(figures(m).hoverStick);
                        Part deg = RowBuilder::figure(figures(m).hoverPitch);
                        stick.unit = deg.unit = "";
                        return Cell{{stick, deg}};
                    })),
    };
    return page;
}

}  // namespace kh
