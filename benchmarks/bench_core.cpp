// SPDX-License-Identifier: GPL-3.0-or-later
//
// Ratios taken in one run. --check fails beyond twice the figures of docs/benchmarks.md, so that a busy machine
// does not fail a good build.
#include "base/conventions.h"
#include "io/document.h"
#include "judge/evaluation.h"
#include "procedure/ledger.h"
#include "procedure/registry.h"
#include "procedure/trace.h"
#include "stations/kit/row.h"

#include <benchmark/benchmark.h>
#include <chrono>
#include <cstdio>
#include <cstring>

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
        s.machine.servos.resize(4, s.machine.servos.front());
        for (std::size_t i = 0; i < 4; ++i) {
            s.machine.servos[i].id = roles[i];
            s.machine.servos[i].azimuthDeg = azimuths[i];
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
    Deck deck;
    for (auto _ : state) benchmark::DoNotOptimize(tracer.at(deck));
}
void evaluation(benchmark::State& state) {
    for (auto _ : state) {
        const Evaluation e = evaluate(demo());
        benchmark::DoNotOptimize(ledger(demo(), e));
    }
}
void loadDocument(benchmark::State& state) {
    const std::string text = io::writeDocument(demo());
    for (auto _ : state) benchmark::DoNotOptimize(io::parseDocument(text));
}
BENCHMARK(bare);
BENCHMARK(kernel);
BENCHMARK(traceWithTexts)->Unit(benchmark::kMicrosecond);
BENCHMARK(evaluation)->Unit(benchmark::kMillisecond);
BENCHMARK(loadDocument)->Unit(benchmark::kMillisecond);

template <class F>
double nanoseconds(int rounds, F&& f) {
    double best = 1e18;
    for (int repeat = 0; repeat < 5; ++repeat) {
        const auto start = std::chrono::steady_clock::now();
        for (int i = 0; i < rounds; ++i) f();
        best = std::min(best, std::chrono::duration<double, std::nano>(std::chrono::steady_clock::now() - start).count() / rounds);
    }
    return best;
}

int check() {
    double x = 0.3;
    const double bareNs = nanoseconds(200000, [&] { benchmark::DoNotOptimize(x = 0.3 + 1e-9 * bareCalls(x)); });
    const ChainModel model(fourServos());
    DeckNumbers deck = model.numbers({});
    const double kernelNs = nanoseconds(200000, [&] {
        deck.sticks.aileron = deck.sticks.aileron > 0.5 ? 0.0 : deck.sticks.aileron + 0.01;
        benchmark::DoNotOptimize(model.at(deck));
    });
    const Tracer tracer(fourServos());
    const double traceUs = nanoseconds(2000, [&] { benchmark::DoNotOptimize(tracer.at(Deck{})); }) / 1e3;
    const double evaluateMs = nanoseconds(20,
                                          [&] {
                                              const Evaluation e = evaluate(demo());
                                              benchmark::DoNotOptimize(ledger(demo(), e));
                                          }) /
                              1e6;
    std::printf(
        "kernel / bare calls   %.2f   (at most 4)\ntrace with texts      %.1f us (under 50)\nevaluation and ledger %.2f ms (under 16.7)\n",
        kernelNs / bareNs, traceUs, evaluateMs);
    return kernelNs / bareNs < 8.0 && traceUs < 100.0 && evaluateMs < 33.4 ? 0 : 1;
}

}  // namespace

int main(int argc, char** argv) {
    if (argc > 1 && std::strcmp(argv[1], "--check") == 0) return check();
    benchmark::Initialize(&argc, argv);
    benchmark::RunSpecifiedBenchmarks();
    return 0;
}
