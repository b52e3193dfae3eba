// SPDX-License-Identifier: GPL-3.0-or-later
//
// Ratios to a baseline of the same run: medians of interleaved pairs, so that a busy machine slows both alike. The reaches
// are printed beside the figures; nothing fails by them (docs/benchmarks.md). With arguments: Google Benchmark's own run.
#include "golden/builds.h"
#include "io/document.h"
#include "judge/openends.h"
#include "kernel/variants.h"
#include "model/helicopter/functions.h"
#include "model/helicopter/helicopter.h"
#include "procedure/ledger.h"
#include "procedure/registry.h"
#include "procedure/trace.h"
#include "procedure/untilthen.h"
#include "stations/kit/row.h"

#include <benchmark/benchmark.h>
#include <fmt/format.h>
#include <algorithm>
#include <array>
#include <chrono>
#include <cstdio>
#include <nlohmann/json.hpp>
#include <string>
#include <vector>

namespace {

using namespace kh;

const Setup& demo() {
    static const Setup setup = io::loadDocument(KEELHAUL_SOURCE "/data/demo/turnstone-470.keel.json").setup;
    return setup;
}

const Setup& fourServos() {
    static const Setup setup = [] {
        Setup s = demo();
        const std::array<double, 4> azimuths{180, 270, 90, 0};
        const std::array<const char*, 4> roles{"elevator", "left", "right", "fourth"};
        helicopter(s).servos.resize(4, helicopter(s).servos.front());
        for (std::size_t i = 0; i < 4; ++i) {
            helicopter(s).servos[i].id = roles[i];
            helicopter(s).servos[i].azimuthDeg = azimuths[i];
        }
        s.controller.ports.push_back({"4", "fourth", false, 0.0});
        s.controller.layout = "four at 90°";
        return s;
    }();
    return setup;
}

/// The trigonometric calls no chain with four servos, four blade readings and a tail can avoid.
double bareCalls(double x) {
    double sum = 0.0;
    for (int i = 0; i < 5; ++i) sum += std::sin(x + i) + std::cos(x - i) + std::sqrt(2.0 + std::sin(x + i));
    for (int i = 0; i < 5; ++i) sum += std::asin(0.1 * x + 0.01 * i);
    return sum;
}

void bare(benchmark::State& state) {
    double x = 0.3;
    for (auto _ : state) benchmark::DoNotOptimize(x = 0.3 + 1e-9 * bareCalls(x));
}
void kernel(benchmark::State& state) {
    const ChainModel model(fourServos());
    DeckNumbers deck = model.numbers({});
    for (auto _ : state) {
        deck.sticks.aileron = deck.sticks.aileron > 0.5 ? 0.0 : deck.sticks.aileron + 0.01;
        benchmark::DoNotOptimize(model.at(deck));
    }
}
void traceWithTexts(benchmark::State& state) {
    const Tracer tracer(fourServos());
    for (auto _ : state) benchmark::DoNotOptimize(tracer.at(Deck{}));
}
void evaluation(benchmark::State& state) {
    for (auto _ : state) benchmark::DoNotOptimize(evaluate(demo()));
}
void lightJudgement(benchmark::State& state) {
    LightJudge light(shippedStations().rules());
    for (auto _ : state) benchmark::DoNotOptimize(light.at(demo()));
}
void loadDocument(benchmark::State& state) {
    const std::string text = io::writeDocument(demo());
    for (auto _ : state) benchmark::DoNotOptimize(io::parseDocument(text));
}
BENCHMARK(bare);
BENCHMARK(kernel);
BENCHMARK(traceWithTexts)->Unit(benchmark::kMicrosecond);
BENCHMARK(evaluation)->Unit(benchmark::kMicrosecond);
BENCHMARK(lightJudgement)->Unit(benchmark::kMicrosecond);
BENCHMARK(loadDocument)->Unit(benchmark::kMillisecond);

template <class F>
double microseconds(int rounds, F&& f) {
    const auto start = std::chrono::steady_clock::now();
    for (int i = 0; i < rounds; ++i) f();
    return std::chrono::duration<double, std::micro>(std::chrono::steady_clock::now() - start).count() / rounds;
}

double median(std::vector<double> values) {
    std::nth_element(values.begin(), values.begin() + static_cast<std::ptrdiff_t>(values.size() / 2), values.end());
    return values[values.size() / 2];
}

/// One line: how often `base` goes into `work`, taken in turns.
template <class Work, class Base>
void pair(const char* name, const char* reach, int workRounds, Work&& work, int baseRounds, Base&& base) {
    constexpr int kPairs = 15;
    std::vector<double> ratios, times;
    for (int i = 0; i < kPairs; ++i) {
        const double b = microseconds(baseRounds, base);
        const double w = microseconds(workRounds, work);
        ratios.push_back(w / b);
        times.push_back(w);
    }
    std::printf("%-46s %8.2f x   %10.2f us   %s\n", name, median(ratios), median(times), reach);
}

/// One line: how many a second.
template <class Work>
void rate(const char* name, const char* reach, int rounds, Work&& work) {
    std::vector<double> times;
    for (int i = 0; i < 9; ++i) times.push_back(microseconds(rounds, work));
    std::printf("%-46s %10.0f /s               %s\n", name, 1e6 / median(times), reach);
}

void pairs() {
    double x = 0.3;
    const auto bareRun = [&] { benchmark::DoNotOptimize(x = 0.3 + 1e-9 * bareCalls(x)); };
    const ChainModel model(fourServos());
    DeckNumbers deck = model.numbers({});
    const auto kernelRun = [&] {
        deck.sticks.aileron = deck.sticks.aileron > 0.5 ? 0.0 : deck.sticks.aileron + 0.01;
        benchmark::DoNotOptimize(model.at(deck));
    };
    pair("kernel / its bare trigonometric calls", "at most 4", 20000, kernelRun, 20000, bareRun);
    const Tracer tracer(fourServos());
    const std::array one{heli::Aileron};  // what a frame of the window shows
    pair(
        "trace of one function with texts / kernel", "at most 20, under 50 us", 500,
        [&] { benchmark::DoNotOptimize(tracer.at(Deck{}, ChainState::SetUp, WantedFunctions(one))); }, 20000, kernelRun);
    pair(
        "trace of all functions with texts / kernel", "", 500, [&] { benchmark::DoNotOptimize(tracer.at(Deck{})); }, 20000, kernelRun);
    const std::string text = io::writeDocument(demo());
    const auto parse = [&] { benchmark::DoNotOptimize(nlohmann::json::parse(text)); };
    pair(
        "evaluation / parsing the document's JSON", "under 16 700 us", 20, [] { benchmark::DoNotOptimize(evaluate(demo())); }, 20, parse);
    const Evaluation e = evaluate(demo());
    pair(
        "ledger / parsing the document's JSON", "with the evaluation", 20, [&] { benchmark::DoNotOptimize(ledger(demo(), e)); }, 20, parse);
    pair(
        "load / parsing the same JSON", "at most 4", 20, [&] { benchmark::DoNotOptimize(io::parseDocument(text)); }, 20, parse);
    pair(
        "switch proof / evaluation", "", 5, [] { benchmark::DoNotOptimize(proveSwitches(demo())); }, 20,
        [] { benchmark::DoNotOptimize(evaluate(demo())); });
    const std::vector<CarryBox> boxes = carry(demo());
    pair(
        "what is still to be typed / evaluation", "", 20, [] { benchmark::DoNotOptimize(carry(demo())); }, 20,
        [] { benchmark::DoNotOptimize(evaluate(demo())); });
    pair(
        "what the machine does until then / evaluation", "at most 400 light judgements", 3,
        [&] { benchmark::DoNotOptimize(untilTyped(demo(), boxes, shippedStations())); }, 20,
        [] { benchmark::DoNotOptimize(evaluate(demo())); });
    LightJudge light(shippedStations().rules());
    // one setting after the other, as a plan tries them
    const std::array<Setup, 2> tried{demo(), [] {
                                         Setup s = demo();
                                         s.transmitter.channels.front().reversed = !s.transmitter.channels.front().reversed;
                                         return s;
                                     }()};
    int turn = 0;
    pair(
        "light judgement / evaluation", "at most 0.27", 200,
        [&] { benchmark::DoNotOptimize(light.at(tried[static_cast<std::size_t>(++turn % 2)])); }, 50,
        [] { benchmark::DoNotOptimize(evaluate(demo())); });
    rate("light judgements", "at least 1 000", 200,
         [&] { benchmark::DoNotOptimize(light.at(tried[static_cast<std::size_t>(++turn % 2)])); });
    // ten facts of boxes that nobody knows, numbers and laws: each end, and every three of them together
    Setup unsure = demo();
    for (const char* key : {"outputLimitPct", "travelSide", "subTrimLaw", "limitLaw", "reverseTurnsTrim", "smoothCurves"})
        unsure.transmitter.profile.edit().unknown.push_back(anythingOf(*questionOf(Box::Transmitter, key)));
    for (const char* key : {"learnsCentre", "strokeUs", "asksPolePairs", "demandLimitPct"})
        unsure.controller.profile.edit().unknown.push_back(anythingOf(*questionOf(Box::Controller, key)));
    fmt::print("judgements for ten facts that are not known, at their ends: {}\n", endsOf(openFacts(unsure)).size());
    pair(
        "evaluation, ten facts not known / all known", "", 3, [&] { benchmark::DoNotOptimize(evaluate(unsure)); }, 20,
        [] { benchmark::DoNotOptimize(evaluate(demo())); });
    // of every bound a document has; without readings, which are most of its text and little of the work
    const auto filled = [](double share) {
        Setup out = khtest::filledModel(share);
        out.readings.clear();
        return out;
    };
    const Setup half = filled(0.5), whole = filled(1.0);
    const double longer = static_cast<double>(io::writeDocument(whole).size()) / static_cast<double>(io::writeDocument(half).size());
    const std::string square = fmt::format("at most {:.1f}, the square of its length", longer * longer);
    pair(
        "evaluation, all of every bound / half of it", square.c_str(), 1, [&] { benchmark::DoNotOptimize(evaluate(whole)); }, 1,
        [&] { benchmark::DoNotOptimize(evaluate(half)); });
    ChainModel patched(demo());
    const DeckNumbers still = patched.numbers({});
    const std::vector<Patch> all = patchesOf(patched);
    std::size_t n = 0;
    rate("variants patched, traced over 12 stick positions", "at least 20 000", 5000, [&] {
        const std::array<Patch, 2> two{all[n % all.size()], all[(n / all.size() + 1) % all.size()]};
        ++n;
        const Patched in(patched, two);
        benchmark::DoNotOptimize(traceVariant(patched, still));
    });
}

}  // namespace

int main(int argc, char** argv) {
    if (argc == 1) {
        pairs();
        return 0;
    }
    benchmark::Initialize(&argc, argv);
    benchmark::RunSpecifiedBenchmarks();
    return 0;
}
