// SPDX-License-Identifier: GPL-3.0-or-later
//
// Mountings, hand tests and what explains them, over every mounting and every reversal.
#include "base/error.h"
#include "formula/mounting.h"

#include <algorithm>
#include <catch2/catch.hpp>

namespace mounting_tests {

using namespace kh;

namespace {

std::vector<GyroReversals> allReversals() {
    std::vector<GyroReversals> out;
    for (int bits = 0; bits < 8; ++bits) out.push_back({(bits & 1) != 0, (bits & 2) != 0, (bits & 4) != 0});
    return out;
}

int changesFrom(const Mounting& set, const GyroReversals& entered, const Mounting& built, const GyroReversals& inForce) {
    return (built == set ? 0 : 1) + (inForce.roll != entered.roll ? 1 : 0) + (inForce.pitch != entered.pitch ? 1 : 0) +
           (inForce.yaw != entered.yaw ? 1 : 0);
}

}  // namespace

TEST_CASE("there are 24 mountings, each a turn of the box and none twice") {
    const auto& all = allMountings();
    REQUIRE(all.size() == 24);
    for (std::size_t i = 0; i < all.size(); ++i) {
        const AxisMatrix m = boxAxes(all[i]);
        for (std::size_t r = 0; r < 3; ++r) {
            int perRow = 0, perColumn = 0;
            for (std::size_t c = 0; c < 3; ++c) {
                perRow += std::abs(m[r][c]);
                perColumn += std::abs(m[c][r]);
            }
            CHECK(perRow == 1);
            CHECK(perColumn == 1);
        }
        for (std::size_t k = 0; k < i; ++k) CHECK(boxAxes(all[k]) != m);
    }
    CHECK_THROWS_AS(boxAxes({Side::Up, Side::Down}), InputError);
    CHECK_THROWS_AS(boxAxes({Side::Left, Side::Left}), InputError);
}

TEST_CASE("the truth is among the four causes, first wherever it alone needs the fewest changes") {
    std::size_t tried = 0;
    std::size_t first = 0;
    bool held = true;
    for (const Mounting& built : allMountings())
        for (const Mounting& set : allMountings())
            for (const GyroReversals& inForce : allReversals()) {
                const HandAnswers seen = gyroResponse(built, set, inForce);
                for (const GyroReversals& entered : allReversals()) {
                    const GyroInference inferred = inferGyro(set, entered, seen);
                    held = held && inferred.causes.size() == 4 && inferred.sound == (seen == rightAnswers());
                    const int changes = changesFrom(set, entered, built, inForce);
                    const auto truth = std::find_if(inferred.causes.begin(), inferred.causes.end(),
                                                    [&](const GyroCause& c) { return c.mounting == built && c.reversed == inForce; });
                    held = held && truth != inferred.causes.end() && truth->changes == changes;
                    const auto asFew = std::count_if(inferred.causes.begin(), inferred.causes.end(),
                                                     [&](const GyroCause& c) { return c.changes <= changes; });
                    if (asFew == 1) {
                        held = held && truth == inferred.causes.begin();
                        ++first;
                    }
                    held = held && std::is_sorted(inferred.causes.begin(), inferred.causes.end(),
                                                  [](const GyroCause& a, const GyroCause& b) { return a.changes < b.changes; });
                    // every cause would have given these answers
                    for (const GyroCause& c : inferred.causes) held = held && gyroResponse(c.mounting, set, c.reversed) == seen;
                    ++tried;
                }
            }
    CHECK(held);
    CHECK(tried == 24U * 24U * 8U * 8U);
    CHECK(first > tried / 8);
}

TEST_CASE("the remedy of the true cause answers all three turns rightly wherever the box knows a mounting that can") {
    const std::vector<Mounting> flat{{Side::Up, Side::Forward}, {Side::Up, Side::Aft}, {Side::Up, Side::Left}, {Side::Up, Side::Right}};
    const std::vector<Mounting> few{{Side::Up, Side::Aft}, {Side::Down, Side::Aft}, {Side::Left, Side::Aft}};
    const std::vector<Mounting> one{{Side::Up, Side::Aft}};
    for (const std::vector<Mounting>& allowed : {allMountings(), flat, few, one}) {
        std::size_t possible = 0;
        for (const Mounting& built : allMountings()) {
            const auto remedy = gyroRemedy(built, allowed);
            bool any = false;
            for (const Mounting& set : allowed)
                for (const GyroReversals& r : allReversals()) any = any || gyroResponse(built, set, r) == rightAnswers();
            CHECK(remedy.has_value() == any);
            if (!remedy) continue;
            ++possible;
            CHECK(gyroResponse(built, remedy->set, remedy->reversed) == rightAnswers());
            if (std::find(allowed.begin(), allowed.end(), built) != allowed.end()) {
                CHECK(remedy->set == built);
                CHECK(remedy->reversed == GyroReversals{});
            }
        }
        CHECK(possible >= 4);
        if (allowed.size() == 24) CHECK(possible == 24);
    }
    CHECK_THROWS_AS(gyroRemedy({}, {}), InputError);
}

TEST_CASE("answers that contradict each other are told by the turn, the later of two") {
    const auto told = [](const HandAnswers& seen) -> std::string {
        try {
            (void)inferGyro({}, {}, seen);
        } catch (const InputError& e) {
            return e.field();
        }
        return {};
    };
    HandAnswers seen = rightAnswers();
    CHECK(told(seen).empty());
    seen[0] = {};  // nothing answered
    CHECK(told(seen) == "rollRight");
    seen[0] = {PlateMove::Left, EdgeMove::Left};  // both
    CHECK(told(seen) == "rollRight");
    for (std::size_t a = 0; a < 3; ++a)
        for (std::size_t b = a + 1; b < 3; ++b) {
            seen = rightAnswers();
            seen[b] = seen[a];
            CHECK(told(seen) == kHandTurnKeys[b]);
        }
}

TEST_CASE("only a look tells four causes apart: the box turned by half about each axis, with the other two senses reversed") {
    for (const Mounting& set : allMountings()) {
        const GyroInference inferred = inferGyro(set, {}, rightAnswers());
        REQUIRE(inferred.causes.size() == 4);
        CHECK(inferred.causes.front().changes == 0);
        for (const GyroCause& c : inferred.causes)
            if (c.changes > 0) {
                CHECK(c.reversed.count() == 2);
                // turned by half about the axis whose sense is not reversed: that axis stays, the other two point the other way
                const AxisMatrix is = boxAxes(c.mounting), told = boxAxes(set);
                const std::array<bool, 3> reversed{c.reversed.roll, c.reversed.pitch, c.reversed.yaw};
                for (std::size_t axis = 0; axis < 3; ++axis)
                    for (std::size_t k = 0; k < 3; ++k) CHECK(is[axis][k] == (reversed[axis] ? -told[axis][k] : told[axis][k]));
            }
    }
}

TEST_CASE("a tilt keeps its direction in space, and with a reversed yaw gyro runs away from it") {
    for (double turn = -720.0; turn <= 720.0; turn += 45.0)
        for (double toward = 0.0; toward < 360.0; toward += 30.0) {
            CHECK(azimuthApartDeg(pirouetteTowardDeg(5, toward, turn, false) + turn, toward) < 1e-6);
            CHECK(azimuthApartDeg(pirouetteTowardDeg(5, toward, turn, true) - turn, toward) < 1e-6);
        }
    CHECK(pirouetteTowardDeg(0, 30, 10, false) == 0.0);
    CHECK_THROWS_AS(pirouetteTowardDeg(-1, 0, 0, false), InputError);
}

}  // namespace mounting_tests
