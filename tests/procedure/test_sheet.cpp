// SPDX-License-Identifier: GPL-3.0-or-later
//
// The bench sheet: what a pilot types from must be what the document holds, box by box, in that box's own order.
#include "base/error.h"
#include "golden/builds.h"
#include "io/html.h"
#include "model/helicopter/helicopter.h"
#include "model/menu.h"
#include "plan/mistakes.h"
#include "procedure/registry.h"
#include "procedure/sheet.h"
#include "support.h"

#include <catch2/catch.hpp>
#include <map>

namespace sheet_tests {

using namespace kh;
using khtest::edited;
using khtest::turnstone;

namespace {

Sheet sheetOf(const Setup& s) { return benchSheet(s, evaluate(s)); }

const SheetPart& part(const Sheet& sheet, Box box) {
    for (const SheetPart& p : sheet.parts)
        if (p.box == box) return p;
    FAIL("no part");
    return sheet.parts.front();
}

std::string line(const SheetSection& s, const SheetRow& r) {
    std::string out = render(s.title) + " | " + render(r.what) + " | " + render(r.value) + " | " + render(r.machine);
    for (std::size_t i = 0; i < r.cells.size(); ++i) out += " | " + render(s.columns.at(i)) + " " + render(r.cells[i]);
    return out;
}

std::string allText(const Sheet& sheet) {
    std::string out;
    for (const SheetPart& p : sheet.parts)
        for (const SheetSection& s : p.sections)
            for (const SheetRow& r : s.rows) out += line(s, r) + "\n";
    return out;
}

std::string rowOf(const Sheet& sheet, const std::string& what) {
    const std::string all = allText(sheet);
    const auto at = all.find(what);
    if (at == std::string::npos) return {};
    const auto begin = all.rfind('\n', at);
    return all.substr(begin == std::string::npos ? 0 : begin + 1, all.find('\n', at) - (begin == std::string::npos ? 0 : begin + 1));
}

}  // namespace

TEST_CASE("the sheet's sections stand in each box's own menu order") {
    const Sheet sheet = sheetOf(turnstone());
    const auto titles = [&](Box box) {
        std::vector<std::string> out;
        for (const SheetSection& s : part(sheet, box).sections) out.push_back(render(s.title));
        return out;
    };
    // pages that hold what stops the motor or turns something over first, then the menu, each part in the menu's own order
    const auto inOrder = [&](Box box) {
        std::size_t at = 0;
        const std::vector<TypedPage> pages = orderOfTyping(turnstone(), box);
        for (const std::string& title : titles(box)) {
            const auto ofPage = [&](const TypedPage& p) { return title == p.title || title.starts_with(p.title + ": "); };
            while (at < pages.size() && !ofPage(pages[at])) ++at;
            if (at == pages.size()) return false;
        }
        return true;
    };
    for (const Box box : {Box::Transmitter, Box::Controller, Box::SpeedController}) CHECK(inOrder(box));
    CHECK(titles(Box::Transmitter)[0] == "Outputs");
    CHECK(titles(Box::Transmitter)[1] == "Switches");
    CHECK(titles(Box::Transmitter)[2] == "Hold and kill");
    CHECK(titles(Box::Transmitter).size() >= 5);
    Setup s = turnstone();
    std::reverse(s.transmitter.profile.edit().menu.begin(), s.transmitter.profile.edit().menu.end());
    const Sheet turned = sheetOf(s);
    CHECK(render(part(turned, Box::Transmitter).sections.front().title) == "Hold and kill");
    CHECK(render(part(turned, Box::Transmitter).sections.back().title) == "Model: Spare channels");
}

TEST_CASE("what is changed in the document is changed on the sheet, in the unit of its box") {
    const std::string before = allText(sheetOf(turnstone()));
    struct Change {
        Edit edit;
        std::string shown;
    };
    for (const Change& c :
         {Change{{"controller.collectiveHighPct", 41.5}, "41.5"}, Change{{"controller.cyclicLimitPct", 71.0}, "71"},
          Change{{"transmitter.channels.rudder.travelLowPct", 97.0}, "97"}, Change{{"transmitter.hold.throttlePct", -7.5}, "−7.5"},
          Change{{"speedController.softStartS", 9.5}, "9.5"}, Change{{"controller.tail.limitLeftPct", 93.0}, "93"},
          Change{{"controller.ports.2.trimUs", -23.0}, "−23"}, Change{{"transmitter.timerMin", 6.5}, "6.5"}}) {
        INFO(c.edit.path);
        const std::string after = allText(sheetOf(edited(turnstone(), {c.edit})));
        CHECK(after != before);
        CHECK(after.find(c.shown) != std::string::npos);
    }
}

TEST_CASE("every mode, port, channel and bank has its row") {
    const Sheet sheet = sheetOf(turnstone());
    const std::string all = allText(sheet);
    for (const FlightMode& m : turnstone().transmitter.modes) CHECK(all.find(m.name) != std::string::npos);
    for (const Bank& b : turnstone().controller.banks) CHECK(all.find("Bank " + b.id) != std::string::npos);
    const Sheet controller{.parts = {part(sheet, Box::Controller)}};
    for (const PortSettings& p : turnstone().controller.ports) CHECK(rowOf(controller, p.role).find(p.id) != std::string::npos);
    CHECK(all.find("L1") != std::string::npos);
    CHECK(all.find("R1") != std::string::npos);
}

TEST_CASE("failsafe, limits and alarms are printed once they are set, each with its unit") {
    const std::string before = allText(sheetOf(edited(turnstone(), {{"transmitter.channels.throttle.failsafePct", std::monostate{}},
                                                                    {"transmitter.alarms.voltsPerCell", std::monostate{}},
                                                                    {"transmitter.alarms.voicePack", false}})));
    CHECK(before.find("failsafe % kept") != std::string::npos);
    CHECK(before.find("limit % own") != std::string::npos);
    CHECK(before.find("Alarm") == std::string::npos);
    const std::string after = allText(sheetOf(edited(turnstone(), {{"transmitter.channels.throttle.failsafePct", -110.0},
                                                                   {"transmitter.channels.rudder.limitPct", 120.0},
                                                                   {"transmitter.alarms.usedMah", 2400.0},
                                                                   {"transmitter.alarms.voltsPerCell", 3.45},
                                                                   {"transmitter.alarms.voicePack", true}})));
    for (const char* part :
         {"failsafe % −110", "limit % 120", "Alarm on used charge | 2400 mAh", "3.45 V", "Pack read out at power-up | yes"}) {
        INFO(part);
        CHECK(after.find(part) != std::string::npos);
    }
    CHECK(before.find("Throttle or stick above which the timer runs | 20 %") != std::string::npos);
}

TEST_CASE("in a table every row has a cell for each column, and a box without rates, banks or channels prints none") {
    for (const Setup& s : {khtest::turnstone(), khtest::dunlin(), khtest::fulmar(), khtest::gannet()}) {
        int tables = 0;
        for (const SheetPart& p : sheetOf(s).parts)
            for (const SheetSection& section : p.sections) {
                tables += section.columns.empty() ? 0 : 1;
                for (const SheetRow& row : section.rows) CHECK(row.cells.size() == section.columns.size());
            }
        CHECK(tables == 8);  // channels, spare channels, throttle, pitch, rates, looks, ports, banks
    }
    Setup bare = turnstone();
    bare.transmitter.channels.clear();
    bare.controller.banks.clear();
    const std::string html = io::sheetHtml(sheetOf(bare));
    CHECK(html.find("reads %") == std::string::npos);
    CHECK(html.find("head gain %") == std::string::npos);
}

TEST_CASE("cautions stand at the top: they say what moves, and defer to the makers") {
    const Sheet sheet = sheetOf(turnstone());
    REQUIRE(sheet.cautions.size() >= 2);
    std::string all;
    for (const Message& m : sheet.cautions) all += render(m) + "\n";
    CHECK(all.find("motor") != std::string::npos);
    CHECK(all.find("manual") != std::string::npos);
    const Sheet wrong = sheetOf(khtest::dunlin());
    CHECK(wrong.cautions.size() >= sheet.cautions.size());
}

TEST_CASE("standings are printed with their rows, and the revision at the top") {
    Setup s = turnstone();
    s.revision = 23;
    const Sheet sheet = sheetOf(s);
    CHECK(sheet.revision == 23);
    CHECK(sheet.model == "Turnstone 470");
    std::set<Standing> seen;
    for (const SheetPart& p : sheet.parts)
        for (const SheetSection& sec : p.sections)
            for (const SheetRow& r : sec.rows) seen.insert(r.standing);
    CHECK(seen.size() >= 3);
    const std::string html = io::sheetHtml(sheet);
    CHECK(html.find(render(sheet.lead)) != std::string::npos);
    for (const Standing standing : seen) {  // a default is said once, at the head, not in every line
        const std::string word = render(sheetStanding(standing));
        INFO(standingId(standing));
        CHECK(word == (standing == Standing::Default ? "" : standingId(standing)));
        CHECK((html.find("<td class=\"standing\">" + word + "</td>") != std::string::npos));
    }
    CHECK(html.find("<td class=\"standing\">default") == std::string::npos);
}

TEST_CASE("the sheet can be made of anything that opens: unknowns are dashes, an impossible chain still has its settings") {
    Setup bare = turnstone();
    bare.machine.power.kv.reset();
    bare.machine.power.pinionTeeth.reset();
    bare.speedController.calibration.clear();
    CHECK(allText(sheetOf(bare)).find("nan") == std::string::npos);
    const Setup impossible = edited(turnstone(), {{"speedController.highUs", 1100.0}});
    const Sheet sheet = sheetOf(impossible);
    CHECK(sheet.parts.size() == sheetOf(turnstone()).parts.size());
    CHECK(allText(sheet).find("43.5") != std::string::npos);
}

TEST_CASE("HTML escapes what a pilot may write in a name") {
    Setup s = turnstone();
    s.machine.name = "<b>Tern & Sons</b> \"470\"";
    const std::string html = io::sheetHtml(sheetOf(s));
    CHECK(html.find("<b>Tern") == std::string::npos);
    CHECK(html.find("&lt;b&gt;Tern &amp; Sons") != std::string::npos);
    CHECK(html.find("<script") == std::string::npos);
    CHECK(html.find("http") == std::string::npos);  // nothing is fetched
}

TEST_CASE("the sheet prints the plan, not the findings' own remedies") {
    const Setup& s = khtest::dunlin();
    const Sheet sheet = benchSheet(s, evaluate(s), wordedPlan(s, shippedStations().rules()));
    REQUIRE(sheet.plan.size() == 7);
    CHECK(render(sheet.plan[0]) ==
          "1. Hold: modes it acts in: Normal, Idle-up 1 → all modes. Add Idle-up 2 to the hold switch in the transmitter.");
    CHECK(render(sheet.plan[6]).starts_with("7. By hand: Fit a pinion of 13 teeth"));
    const std::string html = io::sheetHtml(sheet);
    for (const Message& step : sheet.plan) CHECK(html.find(render(step).substr(0, 30)) != std::string::npos);
    CHECK(html.find("49.2") == std::string::npos);  // the throw that a wrong layout asks for
    CHECK(html.find("43 %") == std::string::npos);
    CHECK(sheetOf(khtest::turnstone()).plan.empty());
}

TEST_CASE("what is proved by looking stands on the sheet with what it must show, in the words of the school and the build") {
    Setup s = turnstone();
    const auto looks = [&] {
        const Sheet sheet = sheetOf(s);
        std::string out;
        for (const SheetRow& r : part(sheet, Box::Bench).sections.front().rows) {
            REQUIRE(r.cells.size() == 1);
            out += render(r.what) + ": " + render(r.cells.front()) + " [" + standingId(r.standing) + "]\n";
        }
        return out;
    };
    CHECK(looks().find("leading edges first, top blade aft [proved]") != std::string::npos);
    CHECK(looks().find("stick left: trailing edges left [proved]") != std::string::npos);
    CHECK(looks().find("rolled right: plate left") != std::string::npos);
    CHECK(looks().find("First power") != std::string::npos);
    s.transmitter.schools.tailCheck = TailCheckSchool::Nose;
    helicopter(s).tail.topBlade = TopBlade::Forward;
    CHECK(looks().find("stick left: nose left") != std::string::npos);
    CHECK(looks().find("top blade forward") != std::string::npos);
    helicopter(s).tail.drive = TailDrive::OwnMotor;
    CHECK(looks().find("stick left: tail motor slower") != std::string::npos);
}

TEST_CASE("every setting a box holds stands on the sheet exactly once, or the description says why not") {
    std::size_t settings = 0;
    std::vector<khtest::NamedSetup> builds = khtest::triedBuilds();
    for (khtest::NamedSetup& drawn : khtest::drawnBuilds(20)) builds.push_back(std::move(drawn));
    Setup custom = turnstone();  // what the sheet once left out
    custom.controller.layout = "custom";
    custom.controller.customAzimuthsDeg = {180, 300, 60};
    custom.controller.customRadiiPct = {100, 95, 105};
    custom.transmitter.swashMixing = SwashMixing::Mix120;
    custom.transmitter.spares = {{"ch9", 9, "L2"}};
    custom.transmitter.trims = {1.5, -2.0, 0.5, true};
    custom.controller.directions = {true, false, true, true};
    builds.push_back({"custom", custom});
    for (khtest::NamedSetup& moved : khtest::movedMachines()) builds.push_back(std::move(moved));  // one collective range, or none
    for (const khtest::NamedSetup& b : builds) {
        INFO(b.name);
        std::map<std::string, int> printed;
        for (const SheetPart& p : sheetOf(b.setup).parts)
            for (const SheetSection& s : p.sections)
                for (const SheetRow& r : s.rows)
                    if (p.box != Box::Machine)
                        for (const std::string& path : r.fields) ++printed[path];
        for (const std::string& path : allPaths(b.setup)) {
            const FieldHome home = fieldHome(path);
            const bool held = home.box == Box::Transmitter || home.box == Box::Controller || home.box == Box::SpeedController;
            if (!held || path.find(".profile.") != std::string::npos) continue;  // what a box is, not what it holds
            INFO(path);
            const Typing typing = typingOf(b.setup, path);
            CHECK(printed[path] == (typing.topic != nullptr ? 1 : 0));
            if (typing.topic == nullptr) CHECK_FALSE(std::string(typing.whyNot).empty());
            ++settings;
        }
    }
    CHECK(settings > 5000);
    const std::string all = allText(sheetOf(custom));
    for (const char* part : {"Aileron direction in the controller | reversed", "Rudder direction in the controller | reversed",
                             "Azimuths of the custom layout | 180, 300, 60°", "Radii of the custom layout | 100, 95, 105 %", "follows L2",
                             "Aileron stick trim | +1.5 %", "Share of the transmitter's swash mix | +60 %"}) {
        INFO(part);
        CHECK(all.find(part) != std::string::npos);
    }
}

}  // namespace sheet_tests
