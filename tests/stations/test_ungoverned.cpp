// SPDX-License-Identifier: GPL-3.0-or-later
//
// Throttle curves of a rotor whose speed nothing holds: what is told of them, and that what mends one is no curve of the other kind.
#include "io/library.h"
#include "judge/modechecks.h"
#include "judge/plan/plan.h"
#include "model/helicopter/newmodel.h"
#include "model/helicopter/sizeclass.h"
#include "model/ungoverned.h"
#include "procedure/registry.h"
#include "support.h"

#include <rapidcheck.h>
#include <catch2/catch.hpp>

namespace ungoverned_tests {

using namespace kh;
using khtest::curveOf;
using khtest::edited;
using khtest::find;
using khtest::gannet;
using khtest::turnstone;

namespace {

const char* const kThrottles[] = {"transmitter.modes.normal.throttle", "transmitter.modes.idle1.throttle",
                                  "transmitter.modes.idle2.throttle"};

bool told(const Evaluation& e, const std::string& rule) {
    return std::any_of(e.findings.begin(), e.findings.end(), [&](const Finding& f) { return f.id.starts_with(rule); });
}

/// An aerobatic motor with nothing that governs it.
Setup direct() {
    Setup s = edited(turnstone(), {{"speedController.control", std::string("direct")}});
    s.speedController.calibration.clear();
    return s;
}

}  // namespace

TEST_CASE("every flat mode of an engine that nothing governs is told, and its own remedy is a sound curve") {
    for (const char* path : kThrottles)
        for (const double level : {30.0, 50.0, 65.0, 85.0, 100.0}) {
            INFO(path << " flat at " << level);
            const Setup wrong = edited(gannet(), {{path, flatCurve(level, 5)}});
            const Evaluation e = evaluate(wrong);
            const std::string mode = std::string(path).substr(18, std::string(path).find('.', 18) - 18);
            const Finding* f = find(e, "engine-flat." + mode);
            REQUIRE(f != nullptr);
            CHECK(f->severity == Severity::Warning);
            const Plan plan = makePlan(wrong, shippedStations().rules());
            const Evaluation after = evaluate(withPlan(wrong, plan, plan.steps.size(), true, "2026-11-29T12:00:00Z"));
            CHECK(after.count(Severity::Danger) + after.count(Severity::Warning) == 0);
            CHECK_FALSE(told(after, "engine-flat"));
        }
    // flat from the clutch up is flat, whatever lies below it; one that follows the load is not
    CHECK(told(evaluate(edited(gannet(), {{kThrottles[0], curveOf({15, 65, 65, 65, 65})}})), "engine-flat.normal"));
    CHECK_FALSE(told(evaluate(edited(gannet(), {{kThrottles[0], curveOf({15, 40, 65, 65, 65})}})), "engine-flat"));
    CHECK_FALSE(told(evaluate(edited(gannet(), {{kThrottles[1], curveOf({80, 70, 55, 70, 80})}})), "engine-flat"));
    // governed, flat is right
    CHECK_FALSE(told(evaluate(edited(gannet(), {{"controller.governor.kind", std::string("internal")}, {kThrottles[1], flatCurve(75, 5)}})),
                     "engine-flat"));
    CHECK_FALSE(told(evaluate(turnstone()), "engine-flat"));
}

TEST_CASE("a new engine model starts with curves that follow the load, in both schools and every style") {
    const io::Library lib = io::loadLibrary({KEELHAUL_SOURCE "/data"});
    const auto servo = [&](const char* id) {
        return *std::find_if(lib.servos.begin(), lib.servos.end(), [&](const ServoProfile& x) { return x.id == id; });
    };
    NewModelAnswers a;
    a.boxes = {lib.transmitters.front(), lib.controllers.front(), lib.speedControllers.front(), servo("cleat-c12"), servo("cleat-t7")};
    for (const SizeClass& c : sizeClasses())
        for (const ThrottleSchool school : {ThrottleSchool::Flat, ThrottleSchool::Classic})
            for (const FlyingStyle style : {FlyingStyle::Training, FlyingStyle::Sport, FlyingStyle::Aerobatic, FlyingStyle::Scale}) {
                a.sizeClass = c.id;
                a.throttle = school;
                a.style = style;
                INFO(c.id);
                const Setup s = newModel(a);
                const Evaluation e = evaluate(s);
                CHECK_FALSE(told(e, "engine-flat"));
                CHECK_FALSE(told(e, "inverted-throttle"));
                if (s.machine.power.kind != PowerKind::Engine) continue;
                CHECK_FALSE(told(e, "rescue-power"));
                const Curve& normal = s.transmitter.modes[0].throttle;
                CHECK(normal.points.front().y <= 0.85 * 25.0);  // near the clutch's idle
                for (std::size_t k = 1; k < normal.points.size(); ++k) CHECK(normal.points[k].y > normal.points[k - 1].y);
                const CurveEvaluator vee(s.transmitter.modes[1].throttle);
                CHECK(vee.at(50.0) < vee.at(0.0));
                CHECK(vee.at(50.0) < vee.at(100.0));
            }
}

TEST_CASE("a V that falls too low or in the wrong place is raised, never flattened, and then nothing is told of it") {
    CHECK(rc::check("raised V", [] {
        Setup s = *rc::gen::inRange(0, 2) == 0 ? gannet() : direct();
        std::vector<double> ys;
        for (int k = 0; k < 5; ++k) ys.push_back(*rc::gen::inRange(0, 101));
        s.transmitter.modes[1].throttle = evenCurve(ys);
        const double low = *rc::gen::inRange(-100, -20);
        s.transmitter.modes[1].pitch = evenCurve(std::vector<double>{low, low * 0.4, *rc::gen::inRange(-15, 40) * 1.0, 70, 100});
        const ChainModel model(s);
        const bool fell = invertedFall(s, model, 1).has_value();
        const Curve mended = invertedMended(s, model, 1);
        s.transmitter.modes[1].throttle = mended;
        RC_ASSERT(!invertedFall(s, ChainModel(s), 1));
        if (fell && !isFlat(evenCurve(ys))) RC_ASSERT(!isFlat(mended));
        for (std::size_t k = 0; k < mended.points.size(); ++k) RC_ASSERT(mended.points[k].y >= kInvertedLeastPct - 1e-9);
    }));
    // governed it is made one value, as before
    const Setup governed = edited(turnstone(), {{kThrottles[1], curveOf({30, 75, 75, 75, 75})}});
    CHECK(isFlat(invertedMended(governed, ChainModel(governed), 1)));
}

TEST_CASE("what changes a speed keeps the shape of a curve that nothing governs") {
    const Curve vee = curveOf({90, 70, 55, 70, 90});
    const Setup s = edited(direct(), {{kThrottles[1], vee}});
    const std::vector<Edit> slower = throttleFix(s, s.transmitter.modes[1], 81.0);
    REQUIRE(slower.size() == 1);
    const Curve& after = std::get<Curve>(slower.front().value);
    for (std::size_t k = 0; k < vee.points.size(); ++k) CHECK(after.points[k].y == Approx(0.9 * vee.points[k].y).margin(0.51));
    const Setup g = edited(turnstone(), {{kThrottles[1], vee}});
    CHECK(isFlat(std::get<Curve>(throttleFix(g, g.transmitter.modes[1], 81.0).front().value)));
}

TEST_CASE("the curves themselves: their points stay, the ends are reached, the place they meet at is lowest") {
    CHECK(rc::check("bent", [] {
        const auto points = *rc::gen::inRange<std::size_t>(2, 14);
        const double meet = *rc::gen::inRange(0, 101);
        const Curve like = lineCurve(0, 100, points);
        const Curve bent = bentCurve(like, 90.0, meet, 50.0, 80.0);
        RC_ASSERT(bent.points.size() == (points < 3 ? 5U : points));
        const CurveEvaluator e(bent);
        const double step = 100.0 / static_cast<double>(bent.points.size() - 1);  // an end beside the place takes its value
        if (meet >= step) RC_ASSERT(e.at(0.0) == 90.0);
        if (meet <= 100.0 - step) RC_ASSERT(e.at(100.0) == 80.0);
        for (const CurvePoint& p : bent.points) RC_ASSERT(p.y >= 50.0 && p.y <= 90.0);
        RC_ASSERT(std::abs(e.at(meet) - 50.0) < 1e-9);
    }));
}

}  // namespace ungoverned_tests
