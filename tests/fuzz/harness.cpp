// SPDX-License-Identifier: GPL-3.0-or-later
#include "fuzz/harness.h"

#include "base/error.h"
#include "io/document.h"
#include "io/html.h"
#include "io/profile.h"
#include "io/readings.h"
#include "io/report.h"
#include "judge/dependencies.h"
#include "procedure/ledger.h"
#include "procedure/plantext.h"
#include "procedure/registry.h"
#include "procedure/sheet.h"
#include "procedure/trace.h"
#include "stations/kit/benchwork.h"

#include <nlohmann/json.hpp>

namespace khtest {

using namespace kh;

namespace {

/// Does something that may be refused. @return whether it was done
template <class Act>
bool unlessRefused(Met& met, Act act) {
    try {
        act();
        return true;
    } catch (const InputError& e) {
        ++met.whys[e.field().substr(0, e.field().find('.'))];
        return false;
    }
}

}  // namespace

bool cheap(const std::string& text, Met& met, Setup* accepted) {
    ++met.runs;
    io::Document document;
    if (!unlessRefused(met, [&] { document = io::parseDocument(text); })) {
        ++met.refused;
        return false;
    }
    ++met.accepted;
    const Evaluation evaluation = evaluate(document.setup);
    if (!evaluation.simulated) ++met.impossible;
    for (const Finding& f : evaluation.findings) met.rules.insert(f.id);
    const auto pages = ledger(document.setup, evaluation, nullptr, stationsOf(document.setup));
    if (pages.empty()) throw std::logic_error("no page of an accepted document");
    const std::string written = io::writeDocument(document.setup, document.unknown);
    const io::Document again = io::parseDocument(written);
    if (again.setup != document.setup) throw std::logic_error("another document after writing and reading");
    if (accepted != nullptr) *accepted = std::move(document.setup);
    return true;
}

void readings(const Setup& setup, const std::string& text, Met& met) {
    ++met.runs;
    std::vector<Reading> read;
    if (!unlessRefused(met, [&] { read = io::parseReadings(io::parseGuarded(text)); })) {
        ++met.refused;
        return;
    }
    ++met.accepted;
    for (const BenchWork& solver : stationsOf(setup).solvers())
        unlessRefused(met, [&] { (void)io::solvedJson(setup, solveRound(setup, solver, read)).dump(); });
}

void profile(const SeedProfile& p, Met& met) {
    ++met.runs;
    const bool read = unlessRefused(met, [&] {
        if (p.kind == "transmitter") (void)io::parseTransmitterProfile(p.text);
        else if (p.kind == "controller") (void)io::parseControllerProfile(p.text);
        else if (p.kind == "speed-controller") (void)io::parseSpeedControllerProfile(p.text);
        else (void)io::writeProfile(io::parseServoProfile(p.text));
    });
    ++(read ? met.accepted : met.refused);
}

void dear(const Setup& setup, Dice& dice, Met& met) {
    const Evaluation evaluation = evaluate(setup);
    unlessRefused(met, [&] {
        const Tracer tracer(setup);
        for (int n = 0; n < 20; ++n) {
            Deck deck;
            const auto stick = [&] { return static_cast<double>(dice() % 201) / 100.0 - 1.0; };
            deck.sticks = {stick(), stick(), stick(), stick()};
            deck.throttleTrim = stick();
            deck.cutLatched = dice() % 2 == 0;
            for (const SwitchProfile& s : setup.transmitter.profile->switches)
                deck.switches[s.id] = static_cast<int>(dice() % static_cast<unsigned>(s.places)) + 1;
            for (const ChainState state : {ChainState::SetUp, ChainState::Flying}) (void)io::traceJson(tracer.at(deck, state)).dump();
        }
        for (const FlightMode& m : setup.transmitter.modes) (void)deckInMode(setup, m.id);
    });
    const WordedPlan plan = wordedPlan(setup, stationsOf(setup).rules());
    SwitchProof proof;
    unlessRefused(met, [&] { proof = proveSwitches(setup); });
    (void)io::auditJson(setup, evaluation, plan.plan).dump();
    (void)io::planJson(setup, plan.plan, plan.texts).dump();
    (void)io::proofJson(proof).dump();
    (void)io::sheetHtml(benchSheet(setup, evaluation, plan));
    const auto pages = ledger(setup, evaluation, &proof, stationsOf(setup));
    for (const StationPage& page : pages)
        for (const Row& row : page.rows)
            for (const Cell& cell : row.cells)
                for (const Part& part : cell.parts) (void)explain(setup, part);
    for (const BenchWork& solver : stationsOf(setup).solvers()) {
        std::vector<Reading> taken;
        unlessRefused(met, [&] {
            for (const Step& slot : solver.asks(setup))
                taken.push_back({"", slot.name, static_cast<double>(dice() % 40001) / 100.0 - 200.0, std::string(slot.unit), "", "", "",
                                 settingsInForce(setup, slot.name)});
            (void)io::solvedJson(setup, solveRound(setup, solver, taken)).dump();
        });
    }
}

}  // namespace khtest
