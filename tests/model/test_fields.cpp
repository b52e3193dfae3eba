// SPDX-License-Identifier: GPL-3.0-or-later
//
// One description of a field: its pattern, its place, its name. No path and no id reaches a pilot.
#include "base/error.h"
#include "golden/builds.h"
#include "model/fieldpatterns.h"
#include "model/fieldtable.h"
#include "model/helicopter/layouts.h"
#include "model/names.h"
#include "procedure/ledger.h"
#include "procedure/sheet.h"
#include "stations/power/powerfigures.h"
#include "support.h"

#include <catch2/catch.hpp>
#include <map>
#include <regex>
#include <set>

namespace fields_tests {

using namespace kh;
using khtest::turnstone;

namespace {

const std::vector<khtest::NamedSetup>& builds() { return khtest::triedBuilds(); }

bool looksLikeId(const std::string& text) {
    static const std::regex id(
        R"re((machine|transmitter|controller|speedController|rows)\.[a-z]|[a-z][a-z]+(Pct|Deg|Mm|Us|Rpm)\b|\b(bank|gain)-\d)re");
    return std::regex_search(text, id);
}

}  // namespace

TEST_CASE("the compiler's table of fields is the description's") {
    std::set<std::string> described, compiled;
    std::set<std::string> lists;
    for (const AircraftClass* aircraft : aircraftClasses()) {
        std::set<std::string> own;
        for (const FieldPattern& p : FieldTable::of(*aircraft).patterns()) CHECK(own.insert(p.pattern()).second);
        described.insert(own.begin(), own.end());
        for (const ListPattern& l : FieldTable::of(*aircraft).lists()) lists.insert(l.path);
    }
    for (const std::string_view p : kFieldPatterns) compiled.emplace(p);
    for (const std::string& p : described)
        if (compiled.count(p) == 0) WARN("missing in fieldpatterns.h: " << p);
    CHECK(described == compiled);
    CHECK(lists == std::set<std::string>(std::begin(kListPaths), std::end(kListPaths)));
    CHECK(isFieldPath("transmitter.channels.rudder.travelLowPct"));
    CHECK(isFieldPath("transmitter.modes.{}.pitch"));
    CHECK_FALSE(isFieldPath("transmitter.channels.rudder"));
    CHECK_FALSE(isFieldPath("transmitter.channels.travelLowPct"));
    CHECK_FALSE(isFieldPath("machine.power.kV"));
    static_assert(isFieldPath("machine.power.kv"));
    CHECK(elementPath("transmitter.modes.{}.pitch"_field, "idle1") == "transmitter.modes.idle1.pitch");
}

TEST_CASE("what the table finds is what the walk finds, for every field of every build") {
    for (const khtest::NamedSetup& b : builds()) {
        INFO(b.name);
        const std::vector<std::string> paths = allPaths(b.setup);
        REQUIRE(paths.size() > 200);
        std::size_t unread = 0;
        for (const std::string& path : paths)
            if (!readField(b.setup, path) || !isFieldPath(path)) ++unread;
        CHECK(unread == 0);
        CHECK_FALSE(readField(b.setup, "transmitter.modes.hold.throttle"));  // hold has no curve of its own
        CHECK_FALSE(readField(b.setup, "transmitter.channels.nobody.number"));
        CHECK_FALSE(readField(b.setup, "transmitter.channels"));
        CHECK_FALSE(readField(b.setup, ""));
        CHECK_FALSE(readField(b.setup, "transmitter.channels.rudder."));
    }
    // written and read back, and nothing else changes
    for (const std::string& path : allPaths(turnstone())) {
        Setup s = turnstone();
        const Field field = *readField(s, path);
        writeField(s, path, field.value);
        INFO(path);
        CHECK(s == turnstone());
    }
}

TEST_CASE("every field has a name of its own within its element, and a short one") {
    std::set<std::string> seen;
    for (const std::string& path : allPaths(turnstone())) {
        const std::string name = render(fieldTitle(turnstone(), path));
        INFO(path << " is called " << name);
        CHECK(name.size() > 2);
        CHECK_FALSE(looksLikeId(name));
        CHECK(name.find('{') == std::string::npos);
        CHECK(seen.insert(name).second);
        const std::string brief = render(fieldBrief(turnstone(), path));
        CHECK_FALSE(brief.empty());
        CHECK_FALSE(looksLikeId(brief));
        CHECK(brief.size() <= name.size());
    }
    const auto title = [](const char* path) { return render(fieldTitle(turnstone(), path)); };
    CHECK(title("machine.power.kv") == "Motor Kv");
    CHECK(title("transmitter.channels.rudder.travelLowPct") == "Rudder: travel low");
    CHECK(title("transmitter.modes.idle1.aileron.ratePct") == "Idle-up 1: aileron rate");
    CHECK(title("transmitter.functions.bank-2.when") == "Bank 2: switch");
    CHECK(title("controller.ports.2.trimUs") == "Port 2: sub-trim");
    CHECK(title("machine.tail.servo.pulseUs") == "Tail servo: pulse class");
    CHECK(title("machine.servos.left.servo.maxHz") == "Left servo: servo highest frame rate");
    CHECK(title("transmitter.kill.throttlePct") == "Kill: throttle");
    CHECK(title("transmitter.modes") == "Flight modes");
    CHECK(title("rows.binding") == "what was seen on the machine before");
    CHECK(title("settingAzimuthsDeg") == "setting azimuths");  // an argument of a formula
    CHECK(title("blade-a.tail") == "blade a tail");
}

TEST_CASE("names follow a language: they are templates with their parts inside") {
    Speech shouting;
    shouting.translate = [](const std::string& text, int) {
        std::string out = text;
        for (char& c : out) c = static_cast<char>(std::toupper(static_cast<unsigned char>(c)));
        return text.find('{') == std::string::npos ? out : text;
    };
    CHECK(render(fieldTitle(turnstone(), "machine.power.kv"), shouting) == "MOTOR KV");
    CHECK(render(fieldTitle(turnstone(), "transmitter.channels.rudder.travelLowPct"), shouting) == "RUDDER: TRAVEL LOW");
}

TEST_CASE("every field stands at the station and in the box that its description names") {
    std::map<std::string, std::set<Station>> shown;  // by pattern: the elements of a list may be asked for apart
    for (const khtest::NamedSetup& b : builds())
        for (const StationPage& page : ledger(b.setup, evaluate(b.setup)))
            for (const Row& row : page.rows)
                for (std::size_t c = 0; c < row.cells.size(); ++c)
                    for (const Part& part : row.cells[c].parts) {
                        if (part.field().empty()) continue;
                        const FieldPattern* pattern = FieldTable::of(Setup{}).patternOf(part.field());
                        INFO(part.field() << " in " << row.id);
                        REQUIRE(pattern != nullptr);
                        shown[pattern->pattern()].insert(page.station);
                        const Box box = fieldHome(part.field()).box;
                        if (page.station == Station::Modes) continue;  // there a column is a mode
                        if (row.line) {                                // a line's columns name their boxes
                            const auto parent =
                                std::find_if(page.rows.begin(), page.rows.end(), [&](const Row& r) { return r.id == row.under; });
                            CHECK(parent->columns[c].box == box);
                            continue;
                        }
                        const bool controllers = box == Box::Controller || box == Box::SpeedController;
                        // the speed controller is part of the machine's column
                        CHECK((c == 0   ? box == Box::Transmitter
                               : c == 1 ? controllers
                                        : box == Box::Machine || box == Box::SpeedController));
                    }
    CHECK(shown.size() > 120);
    for (const auto& [pattern, stations] : shown) {
        INFO(pattern);
        CHECK(stations.count(fieldHome(pattern).station) == 1);
    }
    CHECK(fieldHome("machine.power.kv").station == Station::Airframe);
    CHECK(fieldHome("controller.banks.1.expoPct").box == Box::Controller);
    CHECK(fieldHome("speedController.calibration.a.headRpm").station == Station::Power);
    CHECK(fieldHome("transmitter.modes.idle1.rudder.expoPct").station == Station::Modes);
    CHECK(fieldHome("transmitter.modes.idle1.when").station == Station::Radio);
    CHECK(fieldHome("readings.r1.value").box == Box::Bench);
}

TEST_CASE("layout and mounting are words out of a closed set, and every layout there is has one") {
    Setup s = turnstone();
    for (const char* path : {"controller.layout", "controller.mounting", "machine.mounting"}) {
        const auto field = readField(s, path);
        REQUIRE(field);
        CHECK(field->info.kind == FieldKind::Choice);
        CHECK(field->info.choices.size() >= 11);
        for (const Choice& c : field->info.choices) {
            writeField(s, path, std::string(c.id));
            CHECK(std::get<std::string>(readField(s, path)->value) == c.id);
        }
        const Setup before = s;
        CHECK_THROWS_AS(writeField(s, path, std::string("sideways")), InputError);
        CHECK(s == before);
    }
    for (const Layout& l : layouts())
        CHECK(std::any_of(kLayoutChoices.begin(), kLayoutChoices.end(), [&](const Choice& c) { return std::string_view(c.id) == l.id; }));
    CHECK(layouts().size() + 1 == kLayoutChoices.size());
}

TEST_CASE("findings and derivations and rows of every build speak of fields by name") {
    const auto clean = [](const Message& m) {
        const std::string text = render(m);
        INFO(text);
        CHECK_FALSE(looksLikeId(text));
    };
    for (const khtest::NamedSetup& b : builds()) {
        INFO(b.name);
        const Evaluation e = evaluate(b.setup);
        for (const Finding& f : e.findings)
            for (const Message* m : {&f.title, &f.found, &f.why, &f.todo}) clean(*m);
        for (const StationPage& page : ledger(b.setup, e))
            for (const Row& row : page.rows)
                for (const Cell& cell : row.cells)
                    for (const Part& part : cell.parts) {
                        const Why why = explain(b.setup, part);
                        clean(part.label);
                        clean(part.value);
                        clean(why.title);
                        for (const Message& line : why.lines) clean(line);
                        for (const WhyInput& in : why.inputs) clean(in.title);
                    }
    }
    for (const khtest::NamedSetup& b : builds())
        for (const SheetPart& part : benchSheet(b.setup, evaluate(b.setup)).parts)
            for (const SheetSection& section : part.sections)
                for (const SheetRow& row : section.rows) {
                    for (const Message* m : {&row.what, &row.value, &row.machine}) clean(*m);
                    for (const Message& m : row.cells) clean(m);
                }
    // with every unknown, every reason is told
    Setup bare = turnstone();
    for (const std::string& path : allPaths(bare))
        if (const auto f = readField(bare, path); f && f->info.mayBeUnknown) writeField(bare, path, std::monostate{});
    const Evaluation e = evaluate(bare);
    CHECK_FALSE(e.figures.of<PowerFigures>().availableRpm.known);
    CHECK(render(e.figures.of<PowerFigures>().availableRpm.why.lines.back()) == "not known: Motor Kv");
    Setup broken = turnstone();
    broken.speedController.highUs = broken.speedController.lowUs;
    const Evaluation stopped = evaluate(broken);
    const Finding& first = stopped.findings.front();
    CHECK(render(first.found) == "Learned high point: must differ from the learned low point");
    CHECK(render(first.todo) == "Correct Learned high point.");
}

TEST_CASE("a value is shown with its unit, its sign where it may be negative, and in words where it is one") {
    const auto shown = [](const char* path, const FieldValue& value) { return render(show(turnstone(), path, value)); };
    CHECK(shown("machine.power.kv", std::monostate{}) == "not known");
    CHECK(shown("transmitter.channels.rudder.limitPct", std::monostate{}) == "own");
    CHECK(shown("transmitter.hold.actsIn", std::monostate{}) == "all modes");
    CHECK(shown("transmitter.hold.actsIn", std::vector<std::string>{"normal", "idle1"}) == "Normal, Idle-up 1");
    CHECK(shown("transmitter.channels.rudder.reversed", true) == "reversed");
    CHECK(shown("speedController.brake", false) == "off");
    CHECK(shown("transmitter.channels.rudder.subTrimPct", 4.0) == "+4 %");
    CHECK(shown("machine.massKg", 2.2) == "2.20 kg");
    CHECK(shown("transmitter.modes.idle1.tailGainPct", 32.0) == "66");  // as this transmitter writes it
    CHECK(shown("transmitter.modes.idle1.throttle", flatCurve(78, 5)) == "flat 78 %");
    CHECK(shown("transmitter.modes.hold.when", Condition{{{"R1", 2, ""}}}) == "R1 2");
}

}  // namespace fields_tests
