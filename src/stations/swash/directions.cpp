// SPDX-License-Identifier: GPL-3.0-or-later
//
// "Move collective up: which servos went down?" Servo directions first, then the sense of collective and cyclic, each
// in the box where it is wrong: a channel the monitor reads backwards in the transmitter, the rest in the controller.
#include "formula/channel.h"
#include "model/amounts.h"
#include "model/fieldpatterns.h"
#include "model/helicopter/head.h"
#include "model/traits.h"
#include "stations/kit/solverkit.h"
#include "stations/swash/swashsolvers.h"

#include <cmath>

namespace kh {

namespace {

SolvedField flag(const Setup& setup, const std::string& path, Box box, Message todo, Message why) {
    SolvedField a;
    a.field = path;
    a.box = box;
    a.value = std::get<bool>(readField(setup, path)->value) ? 0.0 : 1.0;
    a.todo = std::move(todo);
    a.why.title = say(KH_TR("direction"));
    a.why.lines.push_back(std::move(why));
    a.edits = {{path, a.value == 1.0}};
    return a;
}

/// What turns a whole function over: its channel if the monitor reads it backwards, else the controller's own setting.
SolvedField sense(const Setup& setup, const char* function, const char* controllerPath, const char* stick) {
    const ChannelSettings* channel = channelOf(setup.transmitter, function);
    const double reads = channel == nullptr ? 0.0 : readsPct(setup, *channel, 100.0);
    if (channel != nullptr && reads < 0.0)
        return flag(
            setup, elementPath("transmitter.channels.{}.reversed"_field, function), Box::Transmitter,
            say(KH_TR("Reverse channel {n}, {f}, in the transmitter; then look again."),
                {{"n", bare(amount(setup, elementPath("transmitter.channels.{}.number"_field, channel->id)))}, {"f", asWord(function)}}),
            say(KH_TR("with {s} the monitor reads {r} %: the channel is backwards"), {{"s", asWord(stick)}, {"r", signedNum(reads)}}));
    return flag(setup, controllerPath, Box::Controller,
                say(KH_TR("Reverse {f} in the controller, never the servos; then look again."), {{"f", asWord(function)}}),
                say(KH_TR("with {s} the monitor reads {r} %, as it must: the controller turns it over"),
                    {{"s", asWord(stick)}, {"r", signedNum(reads)}}));
}

}  // namespace

Solved solveDirections(const Setup& setup, std::span<const Reading> readings) {
    Solved out;
    // on a trailing link the plate goes down for more pitch
    const double rightWay = linkSign(setup.machine);
    std::vector<const PortSettings*> right, wrong;
    bool any = false;
    // what the box does itself comes before a fault is looked for
    Message first = asWord("");
    for (const char* trait : {"dead-until-chosen", "frozen-outputs"})
        if (boxDoes(setup, Box::Controller, trait))
            first = say(KH_TR("{f}no fault of {b}, perhaps: {t}; else "),
                        {{"f", first}, {"b", setup.controller.profile->name}, {"t", say(traitOf(Box::Controller, trait)->title)}});
    for (const PortSettings& port : setup.controller.ports) {
        const Reading* seen = latest(readings, "collective.port-" + port.id);
        if (seen == nullptr) continue;
        any = true;
        const double way = plausible(*seen, 1.0, "way");
        if (way != 0.0) (way * rightWay > 0.0 ? right : wrong).push_back(&port);
        else
            out.remarks.push_back(
                say(KH_TR("The servo of port {p} stands still: {w}its lead, its plug, or the port."), {{"p", port.id}, {"w", first}}));
    }
    const Reading* aileron = latest(readings, "cyclic.aileron");
    const Reading* elevator = latest(readings, "cyclic.elevator");
    if (!any && aileron == nullptr && elevator == nullptr)
        throw InputError("collective.port-1", "nothing was seen yet: move the collective stick up and look at each servo");
    if (!wrong.empty() && right.empty()) {
        out.answers.push_back(sense(setup, "collective", "controller.directions.collectiveReversed"_field, KH_TR("collective up")));
        return out;
    }
    // some go one way, some the other: the fewer are turned; whether all of them then go the wrong way is the next question
    const bool fewerRight = right.size() < wrong.size();
    for (const PortSettings* port : wrong.empty() ? wrong : fewerRight ? right : wrong)
        out.answers.push_back(flag(
            setup, elementPath("controller.ports.{}.reversed"_field, port->id), Box::Controller,
            say(KH_TR("Reverse the servo of port {p} in the controller."), {{"p", port->id}}),
            say((fewerRight ? right : wrong).size() == 1 ? KH_TR("it moved against the others") : KH_TR("it moved against the stick"))));
    if (!wrong.empty()) {
        if (aileron != nullptr || elevator != nullptr)
            out.remarks.push_back(
                say(KH_TR("The cyclic is judged once all servos go the same way with the collective: look at it again then.")));
        return out;
    }
    if (aileron != nullptr && plausible(*aileron, 1.0, "way") < 0.0)
        out.answers.push_back(sense(setup, "aileron", "controller.directions.aileronReversed"_field, KH_TR("stick right")));
    if (elevator != nullptr && plausible(*elevator, 1.0, "way") < 0.0)
        out.answers.push_back(sense(setup, "elevator", "controller.directions.elevatorReversed"_field, KH_TR("stick forward")));
    if (out.answers.empty() && out.remarks.empty())
        out.remarks.push_back(say(KH_TR("Everything goes the way of the stick: mark the row as seen on the machine.")));
    return out;
}

}  // namespace kh
