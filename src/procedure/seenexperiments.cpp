// SPDX-License-Identifier: GPL-3.0-or-later
//
// What is seen of a box, or read as a number on its page: gains, the tail's directions, a lost signal, poles.
#include "base/error.h"
#include "base/typed.h"
#include "judge/rowids.h"
#include "model/amounts.h"
#include "model/questions.h"
#include "procedure/experimentkit.h"

#include <fmt/format.h>
#include <algorithm>
#include <array>
#include <cmath>

namespace kh {

namespace {

constexpr double kNumberSlack = 5.0, kRatioSlack = 0.12;

constexpr const char* kMotorDead =
    KH_TR("Motor leads off, hold on. Servos move: keep fingers and links clear. The maker's manual comes before this.");

// --- the scale of a gain

Decided gainDecided(const Setup& s, BoxKind kind, std::vector<std::string> words) {
    FactRead read = readUnder(s, {"controller.profile.id"});
    std::vector<Message> says;
    says.reserve(words.size());
    for (const std::string& w : words) says.push_back(show(s, boxRoot(s, kind) + "gainScale", w));
    read.words = std::move(words);
    return {boxQuestion(kind, "gainScale"), std::move(read), say(KH_TR("Its gains are written so: {words}."), {{"words", says}})};
}
std::vector<ExperimentStep> sweepSteps(const Setup& s) {
    return {setStep(Box::Transmitter,
                    say(KH_TR("{t}: the page with the tail gain of the mode that is flown."), {{"t", s.transmitter.profile->name}})),
            numberStep(Box::Transmitter, "least", say(KH_TR("Turn the gain down as far as it goes: which number?")), "gain"),
            numberStep(Box::Transmitter, "flip",
                       say(KH_TR("Turn it up slowly: at which number changes the controller's lamp or word from "
                                 "rate to heading hold?")),
                       "gain"),
            numberStep(Box::Transmitter, "most", say(KH_TR("As far up as it goes: which number?")), "gain"),
            putBack(Box::Transmitter, say(KH_TR("the gain")))};
}
std::vector<Decided> sweptGain(const Setup& s, Readings r) {
    const double least = *r[0], flip = *r[1], most = *r[2];
    if (least > flip || flip > most) throw InputError("flip", "is not between the least and the most");
    const auto near = [](double a, double b) { return std::abs(a - b) <= kNumberSlack; };
    std::vector<std::string> words;
    if (near(flip, 50.0) && least > -kNumberSlack) words = {"centre-50"};
    else if (near(flip, 0.0) && least < -kNumberSlack) words = {"signed"};
    else if (near(flip, 0.0) && most > 100.0 + kNumberSlack) words = {"travel"};
    else if (near(flip, 0.0)) words = {"mode-percent", "travel"};
    else
        throw InputError("flip",
                         fmt::format("{}: it changes at 0 or at 50; a rudder channel that is off its centre shifts it: look there first",
                                     plainNumber(flip)));
    return {gainDecided(s, BoxKind::Transmitter, std::move(words))};
}
std::vector<ExperimentStep> sentGainSteps(const Setup&) {
    return {setStep(Box::Transmitter, say(KH_TR("Send half a gain in heading hold: 75 of 0 … 100, or +50, or H 50."))),
            numberStep(Box::Controller, "hold", say(KH_TR("Which number does the controller show?")), "gain"),
            setStep(Box::Transmitter, say(KH_TR("Send half a gain in rate mode: 25 of 0 … 100, or −50, or R 50."))),
            numberStep(Box::Controller, "rate", say(KH_TR("Which number does it show?")), "gain"),
            putBack(Box::Transmitter, say(KH_TR("the gain")))};
}
std::vector<Decided> shownGain(const Setup& s, Readings r) {
    const double hold = *r[0], rate = *r[1];
    const auto near = [](double a, double b) { return std::abs(a - b) <= kNumberSlack; };
    std::vector<std::string> words;
    if (near(hold, 50.0) && near(rate, -50.0)) words = {"signed"};
    else if (near(hold, 75.0) && near(rate, 25.0)) words = {"centre-50"};
    else if (near(hold, 50.0) && near(rate, 50.0)) words = {"mode-percent", "travel"};
    else
        throw InputError("rate", fmt::format("{} and {} are no half gains on any scale; look at the gain channel's centre and ends first",
                                             plainNumber(hold), plainNumber(rate)));
    return {gainDecided(s, BoxKind::Controller, std::move(words))};
}

// --- what is seen

Decided flagDecided(const Setup& s, BoxKind kind, const char* key, bool is, Message why) {
    FactRead read = readUnder(s, {});
    read.words = {is ? "true" : "false"};
    return {boxQuestion(kind, key), std::move(read), std::move(why)};
}
std::vector<ExperimentStep> tailSteps(const Setup&) {
    const std::vector<Message> ways{say(KH_TR("as before")), say(KH_TR("turned over"))};
    return {setStep(Box::Controller, say(KH_TR("Look which way the tail's slider goes for rudder stick right, and when the nose is turned "
                                               "left by hand. Then turn the rudder's direction over on its page."))),
            wordStep(Box::Controller, "stick", say(KH_TR("Rudder stick right: which way does the slider go now?")), ways),
            wordStep(Box::Controller, "hand", say(KH_TR("Nose turned left by hand: which way does it go now?")), ways),
            putBack(Box::Controller, say(KH_TR("the rudder's direction, and see both ways once more")))};
}
std::vector<Decided> oneTail(const Setup& s, Readings r) {
    const bool stick = *r[0] > 0.5, hand = *r[1] > 0.5;
    if (!stick && !hand) throw InputError("stick", "nothing turned over: another setting was changed; find the rudder's direction first");
    return {flagDecided(s, BoxKind::Controller, "oneTailDirection", stick && hand,
                        stick && hand ? say(KH_TR("Stick and gyro turned over together: one direction for both."))
                                      : say(KH_TR("Only one of both turned over: two directions.")))};
}
std::vector<ExperimentStep> lossSteps(const Setup&) {
    return {
        setStep(Box::Transmitter, say(KH_TR("Move every stick off its rest and hold it; then switch the transmitter off."))),
        wordStep(Box::Controller, "lost", say(KH_TR("Watch every channel on the monitor: what do they do?")),
                 {say(KH_TR("they go to other values")), say(KH_TR("they stay where they were")), say(KH_TR("nothing comes any more"))}),
        wordStep(Box::Transmitter, "where", say(KH_TR("Where are the values it goes to stored?")),
                 {say(KH_TR("typed on the transmitter's page")), say(KH_TR("by the receiver's button, or when bound")),
                  say(KH_TR("nowhere: it goes to none"))}),
        putBack(Box::Transmitter, say(KH_TR("transmitter on; hold on before anything else is touched")))};
}
std::vector<Decided> lossKind(const Setup& s, Readings r) {
    const int lost = static_cast<int>(*r[0]), where = static_cast<int>(*r[1]);
    if (lost == 0 && where == 2) throw InputError("where", "it went to values: they are stored somewhere; look on both pages");
    FactRead read = readUnder(s, {});
    read.words = {lost == 1 ? "holds-last" : lost == 2 ? "no-signal" : where == 0 ? "from-transmitter" : "stored-here"};
    Message why = say(KH_TR("Without a signal: {w}."), {{"w", show(s, "machine.receiver.failsafe", read.words.front())}});
    return {{boxQuestion(BoxKind::Receiver, "failsafe"), std::move(read), std::move(why)}};
}
std::vector<ExperimentStep> poleSteps(const Setup&) {
    return {
        setStep(Box::Controller, say(KH_TR("Type the number of magnet poles of the motor, not of pairs, and the ratio as it is built."))),
        numberStep(Box::Controller, "shown", say(KH_TR("Blades off, everybody behind: one slow run. Which head speed does it show?")),
                   "rpm"),
        numberStep(Box::Bench, "measured", say(KH_TR("Which head speed does an instrument show in the same run?")), "rpm"),
        putBack(Box::Controller, say(KH_TR("poles or pairs, as it turns out")))};
}
std::vector<Decided> polePairs(const Setup& s, Readings r) {
    const double shown = *r[0], measured = *r[1];
    if (shown <= 0.0 || measured <= 0.0) throw InputError("shown", "both speeds must be more than 0 rpm");
    const double ratio = shown / measured;
    const bool pairs = std::abs(ratio - 0.5) <= kRatioSlack / 2.0, poles = std::abs(ratio - 1.0) <= kRatioSlack;
    if (!pairs && !poles)
        throw InputError("shown", fmt::format("{:.0f} of {:.0f} rpm is neither the same nor half of it; look at ratio and poles first",
                                              shown, measured));
    return {flagDecided(s, BoxKind::Controller, "asksPolePairs", pairs,
                        say(KH_TR("{r} of the speed that was measured: {w}."),
                            {{"r", num(ratio, 2)}, {"w", pairs ? say(KH_TR("it asks for pairs")) : say(KH_TR("it asks for poles"))}}))};
}

}  // namespace

std::span<const BoxExperiment> seenExperiments() {
    static const std::vector<BoxExperiment> all{
        {"sweep",
         BoxKind::Transmitter,
         KH_TR("Sweep the gain"),
         {"gainScale"},
         kMotorDead,
         Station::Link,
         "channel-gain"_row,
         sweepSteps,
         sweptGain},
        {"gain-shown",
         BoxKind::Controller,
         KH_TR("Send two gains"),
         {"gainScale"},
         kMotorDead,
         Station::Link,
         "channel-gain"_row,
         sentGainSteps,
         shownGain},
        {"tail",
         BoxKind::Controller,
         KH_TR("Turn the tail over once"),
         {"oneTailDirection"},
         kMotorDead,
         Station::Tail,
         "tail-direction"_row,
         tailSteps,
         oneTail},
        {"poles",
         BoxKind::Controller,
         KH_TR("One slow run"),
         {"asksPolePairs"},
         KH_TR(
             "Blades off, main and tail. The head turns: nobody beside or ahead of it, hold and kill tried before. The maker's manual and "
             "local rules come before this."),
         Station::Power,
         "governor-signal"_row,
         poleSteps,
         polePairs},
        {"loss",
         BoxKind::Receiver,
         KH_TR("Switch the transmitter off"),
         {"failsafe"},
         KH_TR("Motor leads off, or pinion out of mesh, blades off: what comes out then is not known yet."),
         Station::Link,
         "failsafe-test"_row,
         lossSteps,
         lossKind}};
    return all;
}

}  // namespace kh
