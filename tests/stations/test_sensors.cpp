// SPDX-License-Identifier: GPL-3.0-or-later
//
// Sensors: what the rules find of a mounting and its senses, what their remedies do, the trace of a turn by hand.
#include "base/error.h"
#include "io/document.h"
#include "io/library.h"
#include "judge/dependencies.h"
#include "judge/plan/plan.h"
#include "model/controllerwords.h"
#include "model/gyro.h"
#include "model/helicopter/functions.h"
#include "procedure/helicopter/trace.h"
#include "procedure/ledger.h"
#include "procedure/registry.h"
#include "stations/sensors/gyrowords.h"
#include "support.h"

#include <algorithm>
#include <catch2/catch.hpp>

namespace sensors_tests {

using namespace kh;
using khtest::turnstone;

namespace {

std::vector<GyroReversals> allSenses() {
    std::vector<GyroReversals> out;
    for (int bits = 0; bits < 8; ++bits) out.push_back({(bits & 1) != 0, (bits & 2) != 0, (bits & 4) != 0});
    return out;
}

Setup mounted(Setup s, const Mounting& built, const Mounting& set, const GyroReversals& r) {
    s.machine.mounting = mountingWord(built);
    s.controller.mounting = mountingWord(set);
    s.controller.gyro = {r.roll, r.pitch, r.yaw};
    return s;
}

/// What the rules of Sensors find, without the rest of the judgement.
std::vector<Finding> found(const Setup& s) {
    std::vector<Finding> out;
    const Evaluation e = evaluate(s);
    for (const Finding& f : e.findings)
        if (f.station == Station::Sensors) out.push_back(f);
    return out;
}

Reading answer(const Setup& s, HandTurn turn, const HandAnswer& seen) {
    return {"", handReading(turn), codeOf(seen), kAnswerUnit, "", "", "", settingsInForce(s, handReading(turn))};
}

void answerAll(Setup& s, const HandAnswers& seen) {
    for (const HandTurn turn : kHandTurns) {
        Reading r = answer(s, turn, seen[static_cast<std::size_t>(turn)]);
        r.id = "h" + std::to_string(s.readings.size());
        s.readings.push_back(r);
    }
}

const Finding* byRule(const std::vector<Finding>& all, std::string_view id) {
    const auto f = std::find_if(all.begin(), all.end(), [&](const Finding& one) { return std::string_view(one.id).starts_with(id); });
    return f == all.end() ? nullptr : &*f;
}

Setup applied(const Setup& s, const Finding& f) { return withEdits(s, f.fix, Standing::Computed, "2026-01-01T10:00:00"); }

}  // namespace

TEST_CASE("every mounting has its word, and each word its mounting") {
    for (const Mounting& m : allMountings()) {
        REQUIRE(mountingOf(mountingWord(m)).has_value());
        CHECK(*mountingOf(mountingWord(m)) == m);
    }
    CHECK_FALSE(mountingOf("flat, plugs aft").has_value());
    CHECK(std::string(mountingWord({Side::Up, Side::Down})).empty());
}

TEST_CASE("the rows of mounting and senses are answered by hand, the others are not read") {
    for (const StationPage& page : ledger(turnstone(), evaluate(turnstone()))) {
        if (page.station != Station::Sensors) continue;
        CHECK(page.rows.size() == 13);
        for (const Row& row : page.rows) {
            const bool byHand = row.id == "mounting" || row.id.ends_with("-sense");
            CHECK((solverOfRow(row.id).solver == solverById("mounting")) == byHand);
        }
    }
}

TEST_CASE("a mounting or sense that answers wrongly is a danger, its remedy heals it, whatever the box knows") {
    const io::Library library = io::loadLibrary({KEELHAUL_SOURCE "/data"});
    std::size_t dangers = 0;
    for (const ControllerProfile& box : library.controllers) {
        Setup base = turnstone();
        base.controller.profile = box;
        base.standings.clear();
        const std::vector<Mounting> known = knownMountings(box);
        for (const Mounting& built : allMountings())
            for (std::size_t k = 0; k < known.size(); k += 3)
                for (const GyroReversals& r : allSenses()) {
                    if (!box.gyroSenses && r.count() > 0) continue;
                    if ((dangers + k + static_cast<std::size_t>(r.count())) % 3 != 0 && r.count() > 0) continue;  // a share of them
                    const Setup s = mounted(base, built, known[k], r);
                    INFO(box.id << ": " << s.machine.mounting << " told " << s.controller.mounting << ", " << r.count() << " reversed");
                    const bool wrong = answersByRecord(s) != rightAnswers();
                    const std::vector<Finding> all = found(s);
                    const bool told = std::any_of(all.begin(), all.end(), [](const Finding& f) { return f.severity == Severity::Danger; });
                    CHECK(told == wrong);
                    if (!wrong) continue;
                    ++dangers;
                    Setup after = s;
                    for (int step = 0; step < 4; ++step) {
                        const std::vector<Finding> left = found(after);
                        const auto next =
                            std::find_if(left.begin(), left.end(), [](const Finding& f) { return f.severity == Severity::Danger; });
                        if (next == left.end()) break;
                        REQUIRE_FALSE(next->fix.empty());
                        after = applied(after, *next);
                    }
                    CHECK(answersByRecord(after) == rightAnswers());
                    // where the accelerometer counts, or there are no senses to set, the mounting told is the true one
                    if (levels(box) || !box.gyroSenses) CHECK(after.controller.mounting == after.machine.mounting);
                }
    }
    CHECK(dangers > 500);
}

TEST_CASE("reversed senses make up for a mounting only where no accelerometer counts") {
    Setup s = mounted(turnstone(), {Side::Up, Side::Forward}, {Side::Up, Side::Aft}, {true, true, false});
    s.controller.profile.edit().levelling.clear();
    CHECK(found(s).empty());
    s.controller.profile.edit().levelling = {"rescue"};
    REQUIRE(byRule(found(s), "mounting") != nullptr);
    CHECK(byRule(found(s), "mounting")->severity == Severity::Note);
    s.controller.rescueInUse = true;
    CHECK(byRule(found(s), "mounting")->severity == Severity::Danger);
}

TEST_CASE("answers by hand that are not the record's are told, explained, and their remedy heals") {
    const Setup base = mounted(turnstone(), {Side::Up, Side::Aft}, {Side::Up, Side::Aft}, {});
    std::size_t healed = 0;
    for (const Mounting& built : allMountings())
        for (const GyroReversals& r : allSenses()) {
            Setup s = base;
            answerAll(s, gyroResponse(built, {Side::Up, Side::Aft}, r));
            const std::vector<Finding> all = found(s);
            const Finding* f = byRule(all, "hand-answers");
            INFO(mountingWord(built) << " " << r.count());
            CHECK((f != nullptr) == (gyroResponse(built, {Side::Up, Side::Aft}, r) != rightAnswers()));
            if (f == nullptr || f->fix.empty()) continue;
            const Setup after = applied(s, *f);
            CHECK(byRule(found(after), "hand-answers") == nullptr);
            CHECK(answersByRecord(after) == rightAnswers());
            ++healed;
        }
    CHECK(healed > 20);
    // a record that cannot be is mended, the settings stay
    Setup wrongRecord = mounted(turnstone(), {Side::Up, Side::Forward}, {Side::Up, Side::Aft}, {});
    answerAll(wrongRecord, rightAnswers());
    const std::vector<Finding> all = found(wrongRecord);
    const Finding* f = byRule(all, "hand-answers");
    REQUIRE(f != nullptr);
    CHECK(f->severity == Severity::Warning);
    const Setup after = applied(wrongRecord, *f);
    CHECK(after.machine.mounting == after.controller.mounting);
    CHECK(found(after).empty());
    // given under other settings an answer says nothing any more
    Setup later = base;
    answerAll(later, gyroResponse({Side::Up, Side::Forward}, {Side::Up, Side::Aft}, {}));
    later.controller.gyro.yawReversed = true;
    CHECK_FALSE(answersInForce(later).has_value());
}

TEST_CASE("answers that contradict each other are told with their turn, and nothing is proposed") {
    for (const HandTurn turn : kHandTurns) {
        Setup s = turnstone();
        HandAnswers seen = rightAnswers();
        seen[static_cast<std::size_t>(turn)] = {};
        answerAll(s, seen);
        const std::vector<Finding> all = found(s);
        const Finding* f = byRule(all, "hand-answers");
        REQUIRE(f != nullptr);
        CHECK(f->row == textOf(turn).row);
        CHECK(f->fix.empty());
        std::vector<Reading> fresh;
        for (const HandTurn one : kHandTurns) fresh.push_back(answer(s, one, seen[static_cast<std::size_t>(one)]));
        CHECK_THROWS_WITH(solveRound(s, *solverById("mounting"), fresh), Catch::Contains(handReading(turn)));
    }
    Setup s = turnstone();
    std::vector<Reading> fresh;
    for (const HandTurn one : kHandTurns) fresh.push_back(answer(s, one, rightAnswers()[static_cast<std::size_t>(one)]));
    fresh[1].value = 9.0;
    CHECK_THROWS_WITH(solveRound(s, *solverById("mounting"), fresh), Catch::Contains("hand.noseDown"));
}

TEST_CASE("the solver's answer, taken over, makes all three turns right, or says that no mounting serves") {
    for (const char* model : {"turnstone-470", "gannet-600n", "fulmar-700"}) {
        const Setup base = io::loadDocument(std::string(KEELHAUL_SOURCE "/data/demo/") + model + ".keel.json").setup;
        std::size_t solvedCount = 0;
        for (const Mounting& built : allMountings()) {
            Setup s = base;
            std::vector<Reading> fresh;
            const HandAnswers seen = gyroResponse(built, mountingSet(s), gyroReversals(s));
            for (const HandTurn turn : kHandTurns) fresh.push_back(answer(s, turn, seen[static_cast<std::size_t>(turn)]));
            const Solved solved = solveRound(s, *solverById("mounting"), fresh);
            const Setup after = takenOver(s, solved, fresh, "2026-01-01T10:00:00");
            INFO(model << " " << mountingWord(built));
            CHECK(after.readings.size() == s.readings.size() + 3);
            if (solved.answers.empty()) {
                CHECK_FALSE(solved.remarks.empty());
                continue;
            }
            CHECK(answersByRecord(after) == rightAnswers());
            ++solvedCount;
        }
        CHECK(solvedCount > 3);
    }
}

TEST_CASE("a sense that was seen is proved no more once mounting or any sense is changed, and says how its answer follows") {
    const auto rowOf = [](const Setup& s, HandTurn turn) {
        for (const StationPage& page : ledger(s, evaluate(s)))
            for (const Row& row : page.rows)
                if (row.id == textOf(turn).row) return row;
        return Row{};
    };
    for (const char* model : {"turnstone-470", "fulmar-700"}) {  // with and without senses as settings
        Setup s = io::loadDocument(std::string(KEELHAUL_SOURCE "/data/demo/") + model + ".keel.json").setup;
        for (const HandTurn turn : kHandTurns) s.standings[std::string("rows.") + textOf(turn).row] = {Standing::Proved, "", "", "", 1000};
        for (const HandTurn turn : kHandTurns) {
            INFO(model << " " << textOf(turn).row);
            CHECK(rowOf(s, turn).standing == Standing::Proved);
            for (const std::string& path : kAnswerInputs.paths()) {
                Setup later = s;
                later.standings[path] = {Standing::Entered, "", "", "", 1001};
                INFO(path);
                CHECK(rowOf(later, turn).standing != Standing::Proved);
            }
            const Why why = explain(s, rowOf(s, turn).cells[2].parts.front());
            CHECK(why.lines.size() == 3);
            CHECK(why.inputs.size() == kAnswerInputs.size());
        }
    }
}

TEST_CASE("rescue stays shut until all three senses were seen on the machine, and after a change of mounting again") {
    Setup s = turnstone();
    s.controller.rescueInUse = true;
    for (const HandTurn turn : kHandTurns) s.standings.erase(std::string("rows.") + textOf(turn).row);
    REQUIRE(byRule(found(s), "rescue-shut") != nullptr);
    for (const HandTurn turn : kHandTurns) s.standings[std::string("rows.") + textOf(turn).row] = {Standing::Proved, "", "", "", 1000};
    CHECK(byRule(found(s), "rescue-shut") == nullptr);
    s.standings["machine.mounting"] = {Standing::Entered, "", "", "", 1001};
    CHECK(byRule(found(s), "rescue-shut") != nullptr);
}

TEST_CASE("the trace of a turn by hand moves plate and trailing edges as the formula says, on every demo") {
    for (const char* model : {"turnstone-470", "gannet-600n", "fulmar-700"}) {
        const Setup base = io::loadDocument(std::string(KEELHAUL_SOURCE "/data/demo/") + model + ".keel.json").setup;
        for (const Mounting& built : allMountings())
            for (const GyroReversals& r : allSenses()) {
                const Setup s = mounted(base, built, mountingSet(base), r);
                const Trace t = trace(s, Deck{});
                const AxisMatrix m = believedTurns(built, mountingSet(s), r);
                for (std::size_t axis = 0; axis < 3; ++axis) {
                    const auto stages = t.of(t.aircraft->gyro(axis));
                    REQUIRE(stages.size() >= 8);
                    INFO(model << " " << s.machine.mounting << " axis " << axis);
                    const double turned = stages.front()->value;
                    const auto at = [&](std::string_view id) {
                        return *std::find_if(stages.begin(), stages.end(), [&](const Stage* one) { return one->id == id; });
                    };
                    CHECK(at("sign")->value == Approx(turned * m[axis][axis]));
                    const Stage& last = *at(axis == 2 ? "slider" : "plate");
                    // asked is what the right answer is: plate left, plate back, trailing edges left
                    if (axis < 2) CHECK(last.asked < 0.0);
                    else CHECK(trailingEdge(last.asked, helicopter(s).tail.lever) == EdgeSide::Left);
                    CHECK(last.value == Approx(last.asked * m[axis][axis]).margin(std::abs(last.asked) * 0.2));
                    // the box's own axes part from what is asked wherever it is told another mounting that turns this axis
                    const Stage& box = *at("box-axes");
                    const AxisMatrix is = boxAxes(built), told = boxAxes(mountingSet(s));
                    CHECK(box.off() == (is[axis] != told[axis]));
                }
            }
    }
}

TEST_CASE("no row has both a guide and readings: one key asks for one thing") {
    std::size_t guides = 0;
    for (const Setup& s : {turnstone(), khtest::fulmar(), khtest::gannet(), khtest::dunlin()}) {
        const Figures figures = evaluate(s).figures;
        for (const StationPage& page : ledger(s, evaluate(s)))
            for (const Row& row : page.rows) {
                INFO(row.id);
                const BenchWork* guide = guideOfRow(row.workId());
                const bool guided = guide != nullptr && !guide->steps(s, figures).empty();
                CHECK_FALSE((guided && solverOfRow(row.workId()).solver != nullptr));
                guides += guided ? 1 : 0;
            }
    }
    CHECK(guides >= 40);
}

TEST_CASE("ports and channels reversed twice are among the answers where they would look the same, and only there") {
    const Setup& s = turnstone();
    const BenchWork& solver = *solverById("mounting");
    const auto answers = [&](const HandAnswers& seen) {
        std::vector<Reading> out;
        for (const HandTurn turn : kHandTurns) out.push_back(answer(s, turn, seen[static_cast<std::size_t>(turn)]));
        return out;
    };
    std::size_t named = 0;
    for (const GyroReversals& r : allSenses()) {
        const HandAnswers seen = gyroResponse(mountingSet(s), mountingSet(s), r);
        const Solved out = solveRound(s, solver, answers(seen));
        const bool has =
            std::any_of(out.answers.begin(), out.answers.end(), [](const SolvedField& a) { return a.field == "ports-and-channels"; });
        CHECK(has == (r.roll && r.pitch && !r.yaw));
        named += has ? 1 : 0;
    }
    CHECK(named == 1);
    // before the sticks have proved plate and tail the answers say nothing, and it says so
    const auto unproved = [&](const Setup& with) {
        const Solved out = solveRound(with, solver, answers(rightAnswers()));
        return std::any_of(out.remarks.begin(), out.remarks.end(),
                           [](const Message& m) { return render(m).find("not proved by the sticks") != std::string::npos; });
    };
    CHECK_FALSE(unproved(s));
    for (const char* row : {"rows.cyclic-sense", "rows.tail-direction"}) {
        Setup open = s;
        open.standings.erase(row);
        CHECK(unproved(open));
    }
}

TEST_CASE("the turns are repeated in each bank: one that answers otherwise is told, one that stands still asks for its gain") {
    Setup s = turnstone();
    REQUIRE(s.controller.banks.size() == 3);
    CHECK(solverById("mounting")->asks(s).size() == 9);
    answerAll(s, rightAnswers());
    const std::string bank = s.controller.banks[1].id;
    const auto inBank = [&](HandTurn turn, const HandAnswer& seen) {
        Setup with = s;
        Reading r = answer(s, turn, seen);
        r.what = handReading(turn, bank);
        r.id = "b1";
        with.readings.push_back(r);
        return with;
    };
    CHECK(byRule(found(inBank(HandTurn::RollRight, rightAnswers()[0])), "bank-answers") == nullptr);
    const std::vector<Finding> wrong = found(inBank(HandTurn::RollRight, {PlateMove::Right, EdgeMove::Still}));
    REQUIRE(byRule(wrong, "bank-answers") != nullptr);
    CHECK(byRule(wrong, "bank-answers")->severity == Severity::Danger);
    const std::vector<Finding> still = found(inBank(HandTurn::NoseDown, {}));
    REQUIRE(byRule(still, "bank-answers") != nullptr);
    CHECK(byRule(still, "bank-answers")->severity == Severity::Warning);
    // the answers of the first bank are not touched by them
    CHECK(*answersInForce(inBank(HandTurn::RollRight, {PlateMove::Right, EdgeMove::Still})) == rightAnswers());
}

TEST_CASE("a box with one tail direction has no yaw sense of its own: no remedy asks for one") {
    Setup s = turnstone();
    s.controller.profile.edit().oneTailDirection = true;
    s.controller.profile.edit().gyroSenses = true;
    s.controller.profile.edit().levelling.clear();
    s.controller.profile.edit().mountings = {"label up, plugs aft", "label down, plugs aft", "label left, plugs forward"};
    std::size_t served = 0;
    for (const Mounting& built : allMountings())
        if (const std::optional<GyroRemedy> remedy = remedyFor(s, built)) {
            CHECK_FALSE(remedy->reversed.yaw);
            CHECK(gyroResponse(built, remedy->set, remedy->reversed) == rightAnswers());
            ++served;
        }
    CHECK(served >= 3);
    s.controller.profile.edit().oneTailDirection = false;
    std::size_t more = 0;
    for (const Mounting& built : allMountings()) more += remedyFor(s, built) ? 1 : 0;
    CHECK(more > served);
}

}  // namespace sensors_tests
