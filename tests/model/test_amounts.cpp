// SPDX-License-Identifier: GPL-3.0-or-later
//
// One amount: a number is written and read in the writing of the box it is typed into, and nothing is judged by how a box writes.
#include "base/error.h"
#include "golden/builds.h"
#include "judge/evaluation.h"
#include "judge/modechecks.h"
#include "model/access.h"
#include "model/amounts.h"
#include "procedure/ledger.h"
#include "procedure/plantext.h"
#include "procedure/registry.h"
#include "procedure/sheet.h"
#include "support.h"

#include <catch2/catch.hpp>
#include <cmath>

namespace amounts_tests {

using namespace kh;
using Catch::Contains;

namespace {

const std::vector<khtest::NamedSetup>& builds() {
    static const std::vector<khtest::NamedSetup> all = [] {
        std::vector<khtest::NamedSetup> out = khtest::triedBuilds();
        if (!khtest::triesAll()) out.resize(17);  // each is judged in two boxes
        for (khtest::NamedSetup& drawn : khtest::drawnBuilds(8)) out.push_back(std::move(drawn));
        return out;
    }();
    return all;
}

/// The same settings in boxes that count otherwise: travels and trims in µs, curves from 0 to 100, gains as they are sent.
Setup countedOtherwise(Setup setup) {
    TransmitterProfile& tx = setup.transmitter.profile.edit();
    tx.gainScale = GainScale::Signed;
    tx.scales = {{"travel", "µs", tx.usPerPct, 0.0, 0, 0.0},
                 {"sub-trim", "µs", tx.usPerPct, 0.0, 0, 0.0},
                 {"pitch-curve", "", 0.5, 50.0, 2, 0.0},
                 {"rate", "points", 10.0, 0.0, 1, 0.0}};
    setup.controller.profile.edit().scales = {{"cyclic-limit", "steps", 2.0, 0.0, 2, 0.0}};
    return setup;
}

}  // namespace

TEST_CASE("what a field shows is read back as the value it has, in the writing of every box") {
    std::size_t numbers = 0;
    for (const khtest::NamedSetup& b : builds())
        for (const Setup& setup : {b.setup, countedOtherwise(b.setup)})
            for (const std::string& path : allPaths(setup)) {
                const auto field = readField(setup, path);
                if (!field || !std::holds_alternative<double>(field->value)) continue;
                const double value = std::get<double>(field->value);
                const ScaleRef scale = scaleOf(setup, path);
                INFO(b.name << ' ' << path << ' ' << value);
                const double half = 0.5001 * std::pow(10.0, -scale->decimals) / std::abs(scale->factor);
                for (const Message& said : {show(setup, path), showBare(setup, path, field->value)}) {
                    INFO(render(said));
                    CHECK(std::abs(std::get<double>(read(setup, path, render(said))) - value) <= half + 1e-9);
                }
                ++numbers;
            }
    CHECK(numbers > 10000);
}

TEST_CASE("a name stands with the unit of its box, and alone where the box has none") {
    const Setup& percent = khtest::turnstone();
    const std::string path = pitchPath(percent.transmitter);
    CHECK(render(inUnitOf(percent, path, say("pitch"))) == "pitch, %");
    CHECK(render(inUnitOf(countedOtherwise(percent), path, say("pitch"))) == "pitch");
}

TEST_CASE("two setups that are alike at the machine are judged alike, whatever their boxes count in") {
    Speech masked = english();
    masked.masksAmounts = true;
    // findings, plan, pages and sheet: a line each, so that a difference names itself; what one box rounds and the other holds is its own
    constexpr std::string_view kAbout = "≈ ";
    const auto said = [&](const Setup& setup, const Speech& speech) {
        std::vector<std::string> out;
        const auto line = [&](const std::string& what, const Message& m) {
            std::string text = render(m, speech);
            if (text.starts_with(kAbout)) text.erase(0, kAbout.size());
            out.push_back(what + ": " + text);
        };
        const Evaluation e = evaluate(setup);
        const WordedPlan plan = wordedPlan(setup, shippedStations().rules());
        for (const Finding& f : e.findings) {
            for (const Message* m : {&f.title, &f.found, &f.why, &f.todo}) line(f.id, *m);
            line(f.id, remedyText(setup, e.findings, f, &plan.plan));
        }
        for (const StepText& t : plan.texts)
            for (const Message* m : {&t.title, &t.was, &t.is, &t.todo, &t.found}) line("plan", *m);
        for (const StationPage& page : ledger(setup, e))
            for (const Row& row : page.rows)
                for (const Cell& cell : row.cells)
                    for (const Part& part : cell.parts)
                        for (const Message* m : {&row.title, &part.label, &part.value}) line(row.id, *m);
        for (const SheetPart& part : benchSheet(setup, e, plan).parts)
            for (const SheetSection& section : part.sections)
                for (const SheetRow& row : section.rows) {
                    if (render(section.title) == "Rounded in this box") continue;
                    for (const Message* m : {&section.title, &row.what, &row.value, &row.machine}) line(part.name, *m);
                    for (const Message& m : row.cells) line(part.name, m);
                }
        return out;
    };
    std::size_t lines = 0, otherwise = 0;
    for (const khtest::NamedSetup& b : builds()) {
        INFO(b.name);
        const Setup counted = countedOtherwise(b.setup);
        const auto one = said(b.setup, masked), other = said(counted, masked);
        REQUIRE(one.size() == other.size());
        for (std::size_t i = 0; i < one.size(); ++i)
            if (one[i] != other[i]) FAIL_CHECK(one[i] << "\n" << other[i]);
        lines += one.size();
        otherwise += said(b.setup, english()) != said(counted, english());
    }
    CHECK(lines > 10000);
    CHECK(otherwise == builds().size());  // each has travels at least, in another writing
}

TEST_CASE("a box's own words are shown, typed and printed; the program's are taken as well") {
    Setup s = khtest::turnstone();
    s.transmitter.profile.edit().words = {{"reverse:reversed", "swapped"}, {"reverse:normal", "as is"}};
    const std::string path = "transmitter.channels.rudder.reversed";
    CHECK(render(show(s, path)) == "as is");
    for (const char* typed : {"swapped", "reversed"}) CHECK(std::get<bool>(read(s, path, typed)));
    CHECK_FALSE(std::get<bool>(read(s, path, "as is")));
    s = khtest::edited(s, {{path, true}});
    CHECK(render(show(s, path)) == "swapped");
    bool printed = false;
    for (const SheetPart& part : benchSheet(s, evaluate(s), {}).parts)
        for (const SheetSection& section : part.sections)
            for (const SheetRow& row : section.rows)
                for (const Message& m : row.cells) printed = printed || render(m) == "swapped";
    CHECK(printed);
    CHECK_THROWS_WITH(read(s, path, "sideways"), Contains("swapped"));
}

TEST_CASE("a gain is typed as its box shows it, or as it is read") {
    const std::string path = "transmitter.modes.normal.tailGainPct";
    for (const GainScale scale : {GainScale::Signed, GainScale::Centre50, GainScale::ModePercent, GainScale::Travel}) {
        Setup s = khtest::turnstone();
        s.transmitter.profile.edit().gainScale = scale;
        const auto typed = [&](const char* text) { return std::get<double>(read(s, path, text)); };
        for (const double gain : {-60.0, -10.0, 10.0, 44.0}) {
            INFO(static_cast<int>(scale) << ' ' << gain);
            const Message said = show(s, path, gain);
            INFO(render(said));
            CHECK(typed(render(said).c_str()) == Approx(gain).margin(1.1));  // a box of whole numbers rounds
        }
        CHECK(typed("H 32") > 0.0);
        CHECK(typed("R 32") == Approx(-typed("H 32")));
        CHECK_THROWS_AS(read(s, path, "X 32"), InputError);
    }
    const Setup s = khtest::turnstone();  // about 50
    Setup other = s;
    other.transmitter.profile.edit().gainScale = GainScale::ModePercent;
    CHECK(std::get<double>(read(other, path, "−32")) == Approx(-std::get<double>(read(other, path, "+32"))));
    CHECK(std::get<double>(read(s, path, "66")) == Approx(32.0));
    CHECK(std::get<double>(read(s, path, "R 32")) == Approx(-32.0));
}

TEST_CASE("what is refused is told in the writing of the box") {
    const Setup s = countedOtherwise(khtest::turnstone());
    const std::string path = "transmitter.channels.rudder.travelHighPct";
    CHECK(render(show(s, path)) == "420 µs");
    CHECK(std::get<double>(read(s, path, "400")) == Approx(100.0));
    try {
        (void)khtest::edited(s, {{path, read(s, path, "900 µs")}});
        FAIL("a travel beyond the box was taken");
    } catch (const InputError& error) {
        CHECK_THAT(render(refusal(s, error)), Contains("µs") && Contains("Rudder") && !Contains("travelHighPct"));
    }
}

}  // namespace amounts_tests
