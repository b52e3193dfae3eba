// SPDX-License-Identifier: GPL-3.0-or-later
//
// A new model in whatever was answered: every size, layout, rotation, link side, style and school.
#include "base/error.h"
#include "io/library.h"
#include "model/carried.h"
#include "model/helicopter/helicopter.h"
#include "model/helicopter/layouts.h"
#include "model/helicopter/newmodel.h"
#include "model/helicopter/sizeclass.h"
#include "procedure/ledger.h"
#include "procedure/registry.h"
#include "procedure/tobeset.h"
#include "procedure/trace.h"
#include "support.h"

#include <catch2/catch.hpp>

namespace newmodel_tests {

using namespace kh;

namespace {

const io::Library& library() {
    static const io::Library lib = io::loadLibrary({KEELHAUL_SOURCE "/data"});
    return lib;
}

Boxes boxesWithServos() {
    Boxes b = io::plainBoxes(library());
    for (const ServoProfile& s : library().servos) {
        if (s.id == "cleat-c12") b.plateServo = s;
        if (s.id == "cleat-t7") b.tailServo = s;
    }
    return b;
}

std::vector<NewModelAnswers> everyAnswer() {
    std::vector<NewModelAnswers> out;
    NewModelAnswers a;
    a.boxes = boxesWithServos();
    for (const SizeClass& size : sizeClasses())
        for (const Layout& layout : layouts())
            for (const Turning turning : {Turning::Clockwise, Turning::CounterClockwise})
                for (const LinkSide link : {LinkSide::Leading, LinkSide::Trailing}) {
                    // style and schools go round with the rest, so that every pair of answers occurs
                    a.sizeClass = size.id;
                    a.layout = layout.id;
                    a.turning = turning;
                    a.link = link;
                    a.style = static_cast<FlyingStyle>(out.size() % 4);
                    a.throttle = static_cast<ThrottleSchool>(out.size() / 4 % 2);
                    a.hold = static_cast<HoldSchool>(out.size() / 8 % 2);
                    const io::Library& lib = library();
                    const auto swash = std::count_if(lib.controllers.begin(), lib.controllers.end(), [](const ControllerProfile& p) {
                        return movesPlate(p);
                    });  // the others stand behind them
                    a.boxes.transmitter = lib.transmitters[out.size() / 3 % lib.transmitters.size()];
                    a.boxes.controller = lib.controllers[out.size() / 5 % static_cast<std::size_t>(swash)];
                    a.boxes.speedController = lib.speedControllers[out.size() / 7 % lib.speedControllers.size()];
                    out.push_back(a);
                }
    return out;
}

}  // namespace

TEST_CASE("whatever is answered, a new model moves its blades as asked and lacks nothing but what only its machine can give") {
    const std::set<std::string> allowed{"blade-limit", "failsafe-missing"};
    std::map<std::string, int> other;
    std::map<std::string, std::string> where;
    for (const NewModelAnswers& a : everyAnswer()) {
        const Setup s = newModel(a);
        const std::string what = a.sizeClass + ", " + a.layout + ", " + std::to_string(static_cast<int>(a.turning)) +
                                 std::to_string(static_cast<int>(a.link)) + std::to_string(static_cast<int>(a.style)) +
                                 std::to_string(static_cast<int>(a.throttle)) + std::to_string(static_cast<int>(a.hold)) + ", " +
                                 a.boxes.transmitter.id + ", " + a.boxes.controller.id + ", " + a.boxes.speedController.id;
        const Evaluation e = evaluate(s);
        INFO(what);
        REQUIRE(e.simulated);
        for (const Finding& f : e.findings)
            if (f.severity != Severity::Note && allowed.count(f.id) == 0 &&
                !(f.id == "cells" && s.machine.power.cells > s.speedController.profile->maxCells)) {
                ++other[f.id];
                where.try_emplace(f.id, what);
            }
        // the blade goes as far as the style asks
        const CollectiveTarget target = startingCollective(s.machine);
        CHECK(e.figures.collectiveHighDeg.value == Approx(target.highDeg).margin(0.15));
        CHECK(e.figures.collectiveLowDeg.value == Approx(target.lowDeg).margin(0.15));
    }
    for (const auto& [id, n] : other) {
        INFO(id << ": " << n << " times, first with " << where[id]);
        CHECK(n == 0);
    }
}

TEST_CASE("the throttle that is raised by the stick starts at zero in Normal, rises to the hover's, and the idle-ups stay flat") {
    NewModelAnswers a;
    a.boxes = boxesWithServos();
    for (std::size_t n = 0; n < 3 * library().speedControllers.size(); ++n) {
        a.sizeClass = std::array{"180", "470", "600"}[n % 3];
        a.boxes.speedController = library().speedControllers[n / 3];
        INFO(a.sizeClass << ", " << a.boxes.speedController.id);
        a.throttle = ThrottleSchool::Flat;
        const Setup flat = newModel(a);
        a.throttle = ThrottleSchool::Classic;
        const Setup classic = newModel(a);
        const Curve& normal = classic.transmitter.modes[0].throttle;
        CHECK(normal.points.front().y == 0.0);
        for (std::size_t i = 1; i < normal.points.size(); ++i) CHECK(normal.points[i].y >= normal.points[i - 1].y);
        // governed, it is flat from the second point on
        CHECK((normal.points[1].y == normal.points.back().y) == classic.speedController.profile->governs);
        CHECK(CurveEvaluator(normal).at(50.0) == flat.transmitter.modes[0].throttle.points.front().y);
        CHECK(normal.points.back().y == flat.transmitter.modes[0].throttle.points.front().y);
        for (std::size_t m : {1U, 2U}) CHECK(classic.transmitter.modes[m] == flat.transmitter.modes[m]);
    }
}

TEST_CASE("what was answered stands as entered, what was left at its default does not") {
    NewModelAnswers a;
    a.boxes = boxesWithServos();
    CHECK(newModel(a, "2026-11-26T10:00:00Z").standings.empty());
    a.turning = Turning::CounterClockwise;
    a.layout = "four at 45°";
    const Setup s = newModel(a, "2026-11-26T10:00:00Z");
    CHECK(s.standings.at("machine.rotor.turning").standing == Standing::Entered);
    CHECK(s.standings.at("machine.servos.fourth.azimuthDeg").at == "2026-11-26T10:00:00Z");
    CHECK(s.standings.count("machine.head.link") == 0);
    CHECK(s.controller.layout == "four at 45°");
    a.layout = "three at 120°";
    CHECK_THROWS_WITH(newModel(a), Catch::Contains("layout: three at 120° is not known"));
    a = {};
    a.boxes = boxesWithServos();
    a.hold = HoldSchool::BailOut;
    std::erase_if(a.boxes.transmitter.switches, [](const SwitchProfile& p) { return p.places == 2 && p.id != "S3"; });
    CHECK_THROWS_WITH(newModel(a), Catch::Contains("hold and one for kill"));
}

TEST_CASE("a controller that has no word for the layout is told its angles, or stays as it is and is found at fault") {
    NewModelAnswers a;
    a.boxes = boxesWithServos();
    a.layout = "four at 45°";
    std::erase(a.boxes.controller.layouts, a.layout);
    Setup s = newModel(a);
    CHECK(s.controller.layout == kCustomLayout);
    CHECK(s.controller.customAzimuthsDeg.size() == 4);
    CHECK(evaluate(s).count(Severity::Danger) == 1);
    std::erase(a.boxes.controller.layouts, kCustomLayout);
    s = newModel(a);
    CHECK(khtest::find(evaluate(s), "layout") != nullptr);
}

namespace {

/// The fields that have a cell on some page.
std::set<std::string> cells(const Setup& s) {
    std::set<std::string> out;
    for (const StationPage& page : ledger(s, evaluate(s)))
        for (const Row& row : page.rows)
            for (const Cell& cell : row.cells)
                for (const Part& part : cell.parts) out.insert(part.field());
    return out;
}

}  // namespace

TEST_CASE("what is still to be set follows the work, names fields that are there, and empties as they are entered") {
    NewModelAnswers a;
    for (const Boxes& boxes : {io::plainBoxes(library()), boxesWithServos()})
        for (const char* size : {"180", "470", "700 engine"}) {
            a.boxes = boxes;
            a.sizeClass = size;
            Setup s = newModel(a);
            const auto left = [&] { return stillToBeSet(s, ledger(s, evaluate(s))); };
            const std::vector<ToBeSet> all = left();
            REQUIRE(all.size() > 12);
            CHECK(all.front().station == Station::Airframe);
            std::set<std::string> rows;
            for (const ToBeSet& one : all) {
                INFO(one.row);
                CHECK(rows.insert(one.row).second);
                CHECK_FALSE(one.why.empty());
                CHECK_FALSE(one.blocks.empty());
                for (const std::string& path : one.fields) {
                    const auto field = readField(s, path);
                    REQUIRE(field.has_value());
                    INFO(path);
                    CHECK(cells(s).count(path) == 1);  // there is somewhere to type it
                    const FieldValue value = field->info.mayBeUnknown && std::holds_alternative<std::monostate>(field->value)
                                                 ? FieldValue(std::clamp(field->info.max / 4, field->info.min, field->info.max))
                                                 : field->value;
                    s = withEdits(s, {{path, value}}, Standing::Entered, "2026-11-26T10:00:00Z");
                }
                if (!one.fields.empty()) continue;
                s.standings["rows." + one.row] = {Standing::Proved, "", {}, {}, s.change + 1000};
            }
            CHECK(left().empty());
        }
    // the demo model lacks nothing but what is known to be open
    const auto rest = stillToBeSet(khtest::turnstone(), ledger(khtest::turnstone(), evaluate(khtest::turnstone())));
    for (const ToBeSet& one : rest) UNSCOPED_INFO(one.row);
    CHECK(rest.size() < 3);
}

TEST_CASE("what rests on defaults is computed, not proved; entered, it is proved") {
    NewModelAnswers a;
    a.boxes = boxesWithServos();
    Setup s = newModel(a);
    const auto proved = [&] {
        const SwitchProof proof = proveSwitches(s);
        int n = 0;
        for (const StationPage& page : ledger(s, evaluate(s), &proof))
            if (page.station == Station::Proof)
                for (const Row& row : page.rows) n += row.standing == Standing::Proved ? 1 : 0;
        return n;
    };
    CHECK(proved() == 0);
    for (const std::string& path : allPaths(s))
        if (path.starts_with("transmitter.") || path.starts_with("speedController."))
            s.standings[path] = {Standing::Entered, "2026-11-26T10:00:00Z", {}, {}};
    CHECK(proved() == 10);
    s.standings.erase("transmitter.hold.throttlePct");
    CHECK(proved() == 9);
}

}  // namespace newmodel_tests
