// SPDX-License-Identifier: GPL-3.0-or-later
//
// The sheet beside a plan and beyond single values: curves as they are typed, banks and their modes, what an engine has not.
#include "io/html.h"
#include "model/modeedits.h"
#include "plan/mistakes.h"
#include "procedure/registry.h"
#include "procedure/sheet.h"
#include "support.h"

#include <catch2/catch.hpp>

namespace sheetplan_tests {

using namespace kh;
using khtest::edited;
using khtest::turnstone;

namespace {

SheetSection section(const Sheet& sheet, const std::string& title) {
    for (const SheetPart& p : sheet.parts)
        for (const SheetSection& s : p.sections)
            if (render(s.title).starts_with(title)) return s;
    FAIL("no section " << title);
    return sheet.parts.front().sections.front();
}
std::string cells(const SheetSection& s, const std::string& what) {
    std::string out;
    for (const SheetRow& r : s.rows)
        if (render(r.what) == what)
            for (std::size_t i = 0; i < r.cells.size(); ++i) out += render(s.columns.at(i)) + ": " + render(r.cells[i]) + "; ";
    return out;
}

}  // namespace

TEST_CASE("a curve stands with its places of the stick and its form, a line with the ends and the offset that are typed") {
    Curve line = lineCurve(-60, 100, 2);
    line.shape = CurveShape::Line;
    line = withOffset(line, -20, -100, 100);
    Curve bent{CurveShape::Smooth, {{0, -30}, {40, -2}, {62.5, 30}, {100, 100}}};
    const Setup s = edited(turnstone(), {{"transmitter.modes.idle1.pitch", line}, {"transmitter.modes.normal.pitch", bent}});
    const SheetSection pitch = section(benchSheet(s, evaluate(s)), "Pitch by mode");
    const std::string normal = cells(pitch, "Normal"), idle = cells(pitch, "Idle-up 1");
    for (const char* text : {"% at 0: −30;", "% at 40: −2;", "% at 62.5: +30;", "% at 100: +100;", "form: smooth;", "% at 50: ;"}) {
        INFO(text << " in " << normal);
        CHECK(normal.find(text) != std::string::npos);
    }
    // the curve runs −80 … +80: typed are −60, +100 and −20
    for (const char* text : {"% at 0: −60;", "% at 100: +100;", "form: line, offset −20 %;"}) {
        INFO(text << " in " << idle);
        CHECK(idle.find(text) != std::string::npos);
    }
}

TEST_CASE("beside each bank stands in which modes it is flown") {
    const auto flown = [](const Setup& s, const char* bank) { return cells(section(benchSheet(s, evaluate(s)), "Banks"), bank); };
    CHECK(flown(turnstone(), "Bank 2").find("flown in: every mode") != std::string::npos);
    Setup s = turnstone();  // the mode switch takes the banks along
    for (SwitchFunction& f : s.transmitter.functions) {
        if (f.id == "bank-2") f.when = modeById(s.transmitter, "idle1")->when;
        if (f.id == "bank-3") f.when = modeById(s.transmitter, "idle2")->when;
    }
    CHECK(flown(s, "Bank 1").find("flown in: Normal") != std::string::npos);
    CHECK(flown(s, "Bank 2").find("flown in: Idle-up 1") != std::string::npos);
    CHECK(flown(s, "Bank 3").find("flown in: Idle-up 2") != std::string::npos);
    CHECK(flown(s, "Bank 3").find("Idle-up 1") == std::string::npos);
    for (SwitchFunction& f : s.transmitter.functions)
        if (f.id == "bank-3") f.when.clear();
    CHECK(flown(s, "Bank 3").find("no mode") != std::string::npos);
}

TEST_CASE("what a plan changes is marked on the sheet, what it was and what it will be; nothing else is") {
    std::size_t marked = 0;
    int number = 0;
    for (const khtest::Mistake& m : khtest::mistakes())
        for (const khtest::NamedSetup& machine : khtest::soundMachines()) {
            if (number++ % 17 != 0) continue;
            std::mt19937 dice(3);
            const std::vector<Edit> edits = m.make({machine.setup, dice});
            if (edits.empty()) continue;
            const Setup wrong = edited(machine.setup, edits);
            const WordedPlan plan = wordedPlan(wrong, shippedStations().rules());
            std::map<std::string, FieldValue> then;
            for (const PlanStep& s : plan.plan.steps)
                for (const Edit& e : s.edits) then.insert_or_assign(e.path, e.value);
            INFO(machine.name << ": " << m.name);
            const Sheet sheet = benchSheet(wrong, evaluate(wrong), plan);
            for (const SheetPart& p : sheet.parts)
                for (const SheetSection& s : p.sections)
                    for (const SheetRow& r : s.rows) {
                        bool changes = false;
                        for (const std::string& path : r.fields) changes = changes || then.count(path) != 0;
                        CHECK(r.changed == changes);
                        if (!changes) continue;
                        ++marked;
                        std::string text = render(r.value);
                        for (const Message& cell : r.cells) text += render(cell);
                        CHECK(text.find("→") != std::string::npos);
                        if (r.fields.size() == 1 && r.cells.empty())
                            CHECK(text ==
                                  render(show(wrong, r.fields[0])) + " → " + render(show(wrong, r.fields[0], then.at(r.fields[0]))));
                    }
            const std::string html = io::sheetHtml(sheet);
            CHECK((html.find("class=\"changed\"") != std::string::npos) ==
                  std::any_of(sheet.parts.begin(), sheet.parts.end(), [](const SheetPart& p) {
                      return std::any_of(p.sections.begin(), p.sections.end(), [](const SheetSection& s) {
                          return std::any_of(s.rows.begin(), s.rows.end(), [](const SheetRow& r) { return r.changed; });
                      });
                  }));
        }
    CHECK(marked > 40);
}

TEST_CASE("the sheet of an engine names nothing it has not, and warns of what it is") {
    const auto text = [](const Setup& s) { return io::sheetHtml(benchSheet(s, evaluate(s))); };
    for (const char* motors : {"Cells", "Kv", "poles", "motor leads", "Alarm on", "Pack read", "speed controller:"}) {
        INFO(motors);
        CHECK(text(khtest::gannet()).find(motors) == std::string::npos);
        CHECK((text(edited(turnstone(), {{"transmitter.alarms.usedMah", 2400.0}})).find(motors) != std::string::npos));
    }
    CHECK(text(khtest::gannet()).find("never run without blades") != std::string::npos);
    CHECK(text(khtest::gannet()).find("Clutch") != std::string::npos);
}

}  // namespace sheetplan_tests
