// SPDX-License-Identifier: GPL-3.0-or-later
#include "base/error.h"
#include "io/library.h"
#include "model/carried.h"
#include "model/changes.h"
#include "model/helicopter/newmodel.h"
#include "model/helicopter/sizeclass.h"
#include "procedure/ledger.h"
#include "procedure/registry.h"
#include "procedure/sheet.h"
#include "stations/kit/row.h"
#include "stations/power/powerfigures.h"
#include "support.h"

#include <catch2/catch.hpp>

namespace ledger_tests {

using namespace kh;
using khtest::turnstone;

namespace {

const Part* partOf(const std::vector<StationPage>& pages, const std::string& field) {
    for (const StationPage& page : pages)
        for (const Row& row : page.rows)
            for (const Cell& cell : row.cells)
                for (const Part& part : cell.parts)
                    if (part.field() == field) return &part;
    return nullptr;
}

Boxes boxes() {
    const io::Library lib = io::loadLibrary({KEELHAUL_SOURCE "/data"});
    REQUIRE(lib.problems.empty());
    const auto servo = [&](const char* id) {
        return *std::find_if(lib.servos.begin(), lib.servos.end(), [&](const ServoProfile& s) { return s.id == id; });
    };
    return {lib.transmitters.at(0), lib.controllers.at(0), lib.speedControllers.at(0), servo("cleat-c12"), servo("cleat-t7")};
}

Setup model(const std::string& sizeClass, const Boxes& inBoxes) {
    NewModelAnswers a;
    a.sizeClass = sizeClass;
    a.boxes = inBoxes;
    return newModel(a);
}

}  // namespace

TEST_CASE("each station has at most 13 rows, and findings never change their number") {
    const auto sound = ledger(turnstone(), evaluate(turnstone()));
    const auto wrong = ledger(khtest::dunlin(), evaluate(khtest::dunlin()));
    REQUIRE(sound.size() == stations().size());
    for (std::size_t i = 0; i < sound.size(); ++i) {
        REQUIRE(std::count_if(sound[i].rows.begin(), sound[i].rows.end(), [](const Row& r) { return r.under.empty(); }) <= 13);
        REQUIRE(sound[i].rows.size() == wrong[i].rows.size());
        REQUIRE_FALSE(sound[i].rows.empty());
        for (std::size_t r = 0; r < sound[i].rows.size(); ++r) REQUIRE(sound[i].rows[r].id == wrong[i].rows[r].id);
    }
}

TEST_CASE("every finding marks a row that exists at some station") {
    std::set<std::string> rows;
    for (const StationPage& p : ledger(turnstone(), evaluate(turnstone())))
        for (const Row& r : p.rows) rows.insert(r.id);
    for (const Finding& f : evaluate(khtest::dunlin()).findings) {
        INFO(f.id << " " << f.row);
        REQUIRE(rows.count(f.row) == 1);
    }
}

TEST_CASE("every number explains itself: last line is the cell, inputs are field paths") {
    const Evaluation e = evaluate(turnstone());
    int numbers = 0;
    for (const StationPage& page : ledger(turnstone(), e))
        for (const Row& row : page.rows)
            for (const Cell& cell : row.cells)
                for (const Part& part : cell.parts) {
                    const std::string value = render(part.value);
                    if (value.find_first_of("0123456789") == std::string::npos || part.as<Part::Port>() != nullptr ||
                        part.why.lines.empty())
                        continue;
                    INFO(row.id << ": " << value);
                    ++numbers;
                    const std::string last = render(part.why.lines.back());
                    CHECK(last.rfind("= " + value, 0) == 0);
                    CHECK_FALSE(part.why.inputs.empty());
                    const Why why = explain(turnstone(), part);
                    CHECK(why.inputs.size() >= 1);
                }
    REQUIRE(numbers > 150);
}

TEST_CASE("a derivation changes when an input changes") {
    const auto line = [](const Setup& s) {
        const Evaluation e = evaluate(s);
        return render(e.figures.of<PowerFigures>().availableRpm.why.lines.front());
    };
    REQUIRE(line(turnstone()) != line(khtest::edited(turnstone(), {{"machine.power.pinionTeeth", 14.0}})));
    const auto hover = [](const Setup& s) { return evaluate(s).figures.modes.front().hoverPitch.value; };
    REQUIRE(hover(khtest::edited(turnstone(), {{"machine.massKg", 3.0}})) > hover(turnstone()) + 0.5);
}

TEST_CASE("typed text becomes a value, with point or comma, or is refused by field and range") {
    const auto pages = ledger(turnstone(), evaluate(turnstone()));
    const Part* mass = partOf(pages, "machine.massKg");
    REQUIRE(mass != nullptr);
    REQUIRE(std::get<double>(parsePart(turnstone(), *mass, "2,45")) == 2.45);
    REQUIRE(std::get<double>(parsePart(turnstone(), *mass, " 2.45 kg")) == 2.45);
    REQUIRE_THROWS_WITH(parsePart(turnstone(), *mass, "heavy"), Catch::Contains("machine.massKg") && Catch::Contains("0.05"));
    REQUIRE_THROWS_WITH(parsePart(turnstone(), *mass, "99"), Catch::Contains("30"));
    REQUIRE_THROWS_AS(parsePart(turnstone(), *mass, "nan"), InputError);
    REQUIRE_THROWS_AS(parsePart(turnstone(), *mass, "1e400"), InputError);
    const Part* kv = partOf(pages, "machine.power.kv");
    REQUIRE(std::holds_alternative<std::monostate>(parsePart(turnstone(), *kv, "")));
    const Part* gain = partOf(pages, "transmitter.modes.normal.tailGainPct");
    REQUIRE(render(gain->value) == "71");
    REQUIRE(std::get<double>(parsePart(turnstone(), *gain, "72")) == 44.0);
    const Part* hold = partOf(pages, "transmitter.modes.hold.when");
    REQUIRE(std::get<Condition>(parsePart(turnstone(), *hold, "R2 2")) == Condition{{{"R2", 2, ""}}});
    REQUIRE_THROWS_AS(parsePart(turnstone(), *hold, "Q9 2"), InputError);
    const Part* layout = partOf(pages, "controller.layout");
    REQUIRE_THROWS_AS(parsePart(turnstone(), *layout, "three somewhere"), InputError);
}

TEST_CASE("a row is proved only while nothing it rests on was changed later") {
    const auto standing = [](const Setup& s, const char* id) {
        for (const StationPage& p : ledger(s, evaluate(s)))
            for (const Row& r : p.rows)
                if (r.id == id) return r.standing;
        throw std::logic_error(id);
    };
    REQUIRE(standing(turnstone(), "channel-aileron") == Standing::Proved);
    for (const char* fact : {"controller.profile.usPerPct", "transmitter.profile.centreUs", "controller.profile.id"}) {
        Setup changed = turnstone();  // another box, or a fact of it: what was seen through it says nothing any more
        if (fact == std::string("controller.profile.id")) changed.controller.profile.edit().id = "another";
        else writeField(changed, fact, std::get<double>(readField(changed, fact)->value) * 1.01);
        INFO(fact);
        CHECK(standing(noted(turnstone(), changed), "channel-aileron") != Standing::Proved);
        CHECK(standing(noted(turnstone(), changed), "mass") == standing(turnstone(), "mass"));
    }
    const Setup later = khtest::edited(turnstone(), {{"transmitter.channels.aileron.travelHighPct", 104.0}});
    REQUIRE(standing(later, "channel-aileron") != Standing::Proved);
}

TEST_CASE("a field is read and written by its path, and refused by it") {
    Setup s = turnstone();
    writeField(s, "transmitter.channels.aileron.travelHighPct", 99.0);
    REQUIRE(s.transmitter.channels[0].travelHighPct == 99.0);
    REQUIRE(std::get<double>(readField(s, "transmitter.channels.aileron.travelHighPct")->value) == 99.0);
    REQUIRE_FALSE(readField(s, "transmitter.channels.nobody.number").has_value());
    REQUIRE_THROWS_AS(writeField(s, "no.such.field", 1.0), InputError);
    REQUIRE_THROWS_WITH(writeField(s, "machine.massKg", 1e308), Catch::Contains("machine.massKg"));
    REQUIRE_THROWS_AS(writeField(s, "machine.massKg", true), InputError);
    REQUIRE_THROWS_AS(writeField(s, "transmitter.modes.normal.pitch", flatCurve(120, 3)), InputError);
    REQUIRE_THROWS_AS(writeField(s, "transmitter.stickMode", 2.5), InputError);
    for (const std::string& path : allPaths(s)) REQUIRE(readField(s, path).has_value());
    REQUIRE(differingPaths(s, turnstone()) == std::vector<std::string>{"transmitter.channels.aileron.travelHighPct"});
}

TEST_CASE("a new model of every class stands at default, reads ±100, and its one danger is that no failsafe is stored yet") {
    for (const SizeClass& c : sizeClasses()) {
        INFO(c.id);
        const Setup s = model(c.id, boxes());
        REQUIRE(s.standings.empty());
        const Evaluation e = evaluate(s);
        REQUIRE(e.simulated);
        INFO(khtest::listed(khtest::ids(e)));
        CHECK(e.count(Severity::Danger) == 1);
        CHECK(khtest::find(e, "failsafe-missing") != nullptr);
        CHECK(e.figures.collectiveHighDeg.value == Approx(c.collectiveDeg).margin(0.1));
        CHECK(e.figures.referenceDeg.value == Approx(s.controller.profile->referenceDeg).margin(0.1));
        for (const char* id : {"aileron", "elevator", "collective", "rudder"})
            CHECK(e.figures.channel(id)->highReading.value == Approx(100).margin(0.6));
    }
    REQUIRE_THROWS_WITH(model("999", boxes()), Catch::Contains("sizeClass"));
}

TEST_CASE("every box pair makes a model whose ends are read right") {
    const io::Library lib = io::loadLibrary({KEELHAUL_SOURCE "/data"});
    Boxes b = boxes();
    for (const TransmitterProfile& tx : lib.transmitters)
        for (const ControllerProfile& fc : lib.controllers) {
            if (!movesPlate(fc)) continue;  // no helicopter's
            INFO(tx.id << " " << fc.id);
            b.transmitter = tx;
            b.controller = fc;
            const Evaluation e = evaluate(model("470", b));
            for (const Finding& f : e.findings) {
                INFO(f.id);
                CHECK(f.id.rfind("end-point", 0) != 0);
                CHECK(f.id.rfind("centre", 0) != 0);
            }
            CHECK(e.count(Severity::Danger) == 1);  // no failsafe is stored yet
        }
}

TEST_CASE("the sheet has one part a box, in that box's own menu order and units, and what is looked at") {
    const Sheet sheet = benchSheet(turnstone(), evaluate(turnstone()));
    REQUIRE(sheet.parts.size() == 5);
    CHECK(sheet.parts[1].box == Box::Bench);
    for (const MenuEntry& page : turnstone().transmitter.profile->menu)
        CHECK(std::any_of(sheet.parts[0].sections.begin(), sheet.parts[0].sections.end(),
                          [&](const SheetSection& s) { return render(s.title) == page.title; }));
    REQUIRE(sheet.cautions.size() == 4);
    REQUIRE(benchSheet(khtest::dunlin(), evaluate(khtest::dunlin())).cautions.size() ==
            4 + evaluate(khtest::dunlin()).count(Severity::Danger));
    bool gain = false;
    for (const SheetSection& s : sheet.parts[0].sections)
        for (const SheetRow& r : s.rows) gain = gain || (render(s.title) == "Tail gain by mode" && render(r.value) == "71");
    REQUIRE(gain);
}

TEST_CASE("each fact of links and wiring has a cell to be edited in") {
    const Evaluation e = evaluate(turnstone());
    std::set<std::string> shown;
    for (const StationPage& page : ledger(turnstone(), e))
        for (const Row& row : page.rows)
            for (const Cell& cell : row.cells)
                for (const Part& part : cell.parts) shown.insert(part.field());
    for (const char* path :
         {"machine.head.linkKind", "machine.head.threadMmPerTurn", "machine.wiring.receiver", "machine.wiring.throttleLead",
          "machine.wiring.supplyLeads", "machine.wiring.buffer", "machine.head.link", "machine.rotor.bladeMaxRpm"}) {
        INFO(path);
        CHECK(shown.count(path) == 1);
    }
}

}  // namespace ledger_tests
