// SPDX-License-Identifier: GPL-3.0-or-later
#include "model/questions.h"

#include "base/error.h"
#include "model/fieldtable.h"

#include <fmt/format.h>
#include <algorithm>
#include <array>

namespace kh {

namespace {

constexpr Box kRadioBox = Box::Transmitter, kMixerBox = Box::Controller, kMotorBox = Box::SpeedController;

constexpr const char* kRatio = KH_TR(
    "With travel 100 and sub-trim 0 read both ends and the centre on the controller's monitor: their ratio is that of both boxes' "
    "scales. An instrument that measures pulses tells each.");
constexpr const char* kTrimOut =
    KH_TR("On a channel that turns nothing set sub-trim +20, then read the centre and both ends; reverse the channel and read again.");
constexpr const char* kManualRange = KH_TR("Its manual says so; or try how far the value goes on its page, then put it back.");
constexpr const char* kStepSeen = KH_TR("Change the value by one on its page, and read how far it goes; then put it back.");
constexpr const char* kLimitTried =
    KH_TR("Set travel 120 with output limit 100, and read at half stick and at the end: half the end, or more?");
constexpr const char* kMonitor = KH_TR("Its monitor shows it: move the stick slowly and read; or its manual.");
constexpr const char* kManualBox = KH_TR("Its manual says so, on the page where it is set up.");

constexpr std::array kQuestions{
    Question{kRadioBox, "centreUs", kRatio, 1500, 1520},
    Question{kRadioBox, "usPerPct", kRatio, 4, 5.12},
    Question{kRadioBox, "resolutionUs", kManualBox, 0.25, 4},
    Question{kRadioBox, "travelStepPct", kStepSeen, 0.1, 1},
    Question{kRadioBox, "travelLimitPct", kManualRange, 100, 150},
    Question{kRadioBox, "subTrimStepPct", kStepSeen, 0.1, 1},
    Question{kRadioBox, "outputLimitPct",
             KH_TR("Set travel and hold as far as they go, and read where the end stops moving; then put them back."), 100, 150},
    Question{kRadioBox, "curvePoints", KH_TR("Count the points on its curve page."), 5, 13},
    Question{kRadioBox, "smoothCurves", KH_TR("Look for a choice of smooth or straight on its curve page.")},
    Question{kRadioBox, "gainScale", KH_TR("Sweep the gain channel and watch where the controller's lamp or word changes the mode.")},
    Question{kRadioBox, "holdLowPct", kManualRange, -20, 0},
    Question{kRadioBox, "holdHighPct", kManualRange, 0, 50},
    Question{kRadioBox, "flightModes", KH_TR("Count the flight modes on its mode page, hold with them."), 4, 8},
    Question{kRadioBox, "modelMatch", KH_TR("Choose another model: does the receiver let go, blades off and pinion out of mesh?")},
    Question{kRadioBox, "travelSide", KH_TR("Reverse a channel, lower one side's travel and see which end of the stick gets shorter.")},
    Question{kRadioBox, "subTrimLaw", kTrimOut},
    Question{kRadioBox, "reverseTurnsTrim", kTrimOut},
    Question{kRadioBox, "limitLaw", kLimitTried},
    Question{kMixerBox, "centreUs", kRatio, 1500, 1520},
    Question{kMixerBox, "usPerPct", kRatio, 4, 5.12},
    Question{kMixerBox, "deadBandPct", kMonitor, 0, 2},
    Question{kMixerBox, "monitorStopPct", kMonitor, 100, 150},
    Question{kMixerBox, "punishesOvershoot", kManualBox},
    Question{kMixerBox, "demandLimitPct", KH_TR("Raise the travel until the monitor passes 100, and see whether the plate still goes on."),
             100, 125},
    Question{kMixerBox, "learnsCentre",
             KH_TR("Set sub-trim 10, switch everything off and on again with sticks at rest, and read: 0 is learned.")},
    Question{kMixerBox, "referenceDeg", kManualBox, 6, 8},
    Question{kMixerBox, "referenceDemandPct", kManualBox, 50, 100},
    Question{kMixerBox, "collectiveRanges", KH_TR("Look at its page for the collective: two numbers, one, or none.")},
    Question{kMixerBox, "strokeUs", KH_TR("Measure the arm's angle at a known demand, or the pulse with an instrument."), 350, 450},
    Question{kMixerBox, "usableStrokeUs", kManualBox, 350, 450},
    Question{kMixerBox, "trimStepUs", kStepSeen, 0.5, 2},
    Question{kMixerBox, "trimSafeUs", kManualBox, 40, 100},
    Question{kMixerBox, "tailStrokeUs", KH_TR("Measure the tail arm's angle at limit 100, or the pulse with an instrument."), 350, 450},
    Question{kMixerBox, "tailWindowLowPct", kManualBox, 75, 90},
    Question{kMixerBox, "tailWindowHighPct", kManualBox, 110, 130},
    Question{kMixerBox, "scalesGain", kManualBox},
    Question{kMixerBox, "gyroSenses", KH_TR("Look on its page for the sensors whether each sense can be turned over.")},
    Question{kMixerBox, "oneTailDirection", KH_TR("Reverse the tail once, then try stick and hand again: did both turn over?")},
    Question{kMixerBox, "asksPolePairs", KH_TR("One slow run without blades: a head speed that is off by two is poles for pairs.")},
    Question{kMixerBox, "gainScale", KH_TR("Sweep the gain channel and read what its monitor calls the gain.")},
    Question{kMotorBox, "governs", kManualBox},
    Question{kMotorBox, "acceptsLowUs", kManualBox, 800, 950},
    Question{kMotorBox, "acceptsHighUs", kManualBox, 2050, 2250},
    Question{kMotorBox, "maxCells", KH_TR("It stands on its case or in its manual."), 3, 12},
    Question{kMotorBox, "signalsBy",
             KH_TR("Pinion out of mesh, blades off: power it and listen for tones of the motor, or look for a lamp.")},
    Question{kMotorBox, "learnsFirst", kManualBox}};

const std::vector<UnknownFact>& unknownOf(const Setup& setup, Box box) {
    static const std::vector<UnknownFact> none;
    switch (box) {
        case Box::Transmitter: return setup.transmitter.profile->unknown;
        case Box::Controller: return setup.controller.profile->unknown;
        case Box::SpeedController: return setup.speedController.profile->unknown;
        case Box::Machine:
        case Box::Bench: break;
    }
    return none;
}

std::string_view partOf(Box box) {
    return box == Box::Transmitter ? "transmitter" : box == Box::Controller ? "controller" : "speedController";
}

/// Words of a closed set as `UnknownFact` holds them; empty for a number.
std::vector<std::string> setOf(const FieldInfo& info) {
    if (info.kind == FieldKind::Flag) return {"false", "true"};
    return choiceIds(info);
}

const FieldInfo& infoOf(Box box, std::string_view key) {
    static const Setup any;
    return FieldTable::of(any).patternOf(profilePath(box, key))->info;
}

[[noreturn]] void refuse(const UnknownFact& fact, const std::string& problem) { throw InputError("unknown." + fact.key, problem); }

}  // namespace

std::span<const Question> questions() { return kQuestions; }

const Question* questionOf(Box box, std::string_view key) {
    const auto found = std::find_if(kQuestions.begin(), kQuestions.end(), [&](const Question& q) { return q.box == box && key == q.key; });
    return found == kQuestions.end() ? nullptr : found;
}

std::string profilePath(Box box, std::string_view key) { return fmt::format("{}.profile.{}", partOf(box), key); }

UnknownFact anythingOf(const Question& question) {
    UnknownFact fact{question.key, {}, setOf(infoOf(question.box, question.key))};
    if (fact.words.empty()) fact.numbers = {question.low, question.high};
    return fact;
}

std::vector<OpenFact> openFacts(const Setup& setup) {
    std::vector<OpenFact> out;
    for (const Box box : {kRadioBox, kMixerBox, kMotorBox})
        for (const UnknownFact& fact : unknownOf(setup, box)) {
            const Question* question = questionOf(box, fact.key);
            if (question == nullptr) continue;
            OpenFact open{profilePath(box, fact.key), question};
            for (const double v : fact.numbers) open.ends.emplace_back(v);
            const bool flag = infoOf(box, fact.key).kind == FieldKind::Flag;
            for (const std::string& word : fact.words) {
                if (flag) open.ends.emplace_back(word == "true");
                else open.ends.emplace_back(word);
            }
            out.push_back(std::move(open));
        }
    return out;
}

std::optional<OpenFact> openFact(const Setup& setup, std::string_view path) {
    for (OpenFact& fact : openFacts(setup))
        if (fact.path == path) return std::move(fact);
    return std::nullopt;
}

void requireUnknown(Box box, const std::vector<UnknownFact>& unknown, const Setup& holding) {
    for (std::size_t i = 0; i < unknown.size(); ++i) {
        const UnknownFact& fact = unknown[i];
        if (questionOf(box, fact.key) == nullptr) refuse(fact, "is no fact of such a box that can be left open");
        for (std::size_t j = 0; j < i; ++j)
            if (unknown[j].key == fact.key) refuse(fact, "stands twice");
        const auto field = readField(holding, profilePath(box, fact.key));
        const FieldInfo& info = infoOf(box, fact.key);
        const std::vector<std::string> all = setOf(info);
        if (all.empty()) {
            if (fact.numbers.size() != 2 || !fact.words.empty() || fact.numbers[0] > fact.numbers[1])
                refuse(fact, "two numbers are needed, the least it may be and the most");
            for (const double v : fact.numbers)
                if (const std::string problem = numberProblem(v, info.min, info.max, info.unit, info.counts); !problem.empty())
                    refuse(fact, problem);
            const double taken = std::get<double>(field->value);
            if (taken < fact.numbers[0] || taken > fact.numbers[1])
                refuse(fact, fmt::format("{} is taken meanwhile, which is outside {} … {}", taken, fact.numbers[0], fact.numbers[1]));
        } else {
            if (fact.words.size() < 2 || !fact.numbers.empty())
                refuse(fact, fmt::format("two or more of {} are needed", fmt::join(all, ", ")));
            for (const std::string& word : fact.words)
                if (std::find(all.begin(), all.end(), word) == all.end())
                    refuse(fact, fmt::format("\"{}\" is none of {}", word, fmt::join(all, ", ")));
            const std::string taken =
                info.kind == FieldKind::Flag ? (std::get<bool>(field->value) ? "true" : "false") : std::get<std::string>(field->value);
            if (std::find(fact.words.begin(), fact.words.end(), taken) == fact.words.end())
                refuse(fact, fmt::format("\"{}\" is taken meanwhile, which is none of {}", taken, fmt::join(fact.words, ", ")));
        }
    }
}

}  // namespace kh
