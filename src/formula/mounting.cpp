// SPDX-License-Identifier: GPL-3.0-or-later
#include "formula/mounting.h"

#include "base/error.h"

#include <algorithm>
#include <cmath>
#include <tuple>

namespace kh {

namespace {

using Direction = std::array<int, 3>;

/// A side in body axes.
Direction directionOf(Side side) {
    switch (side) {
        case Side::Up: return {0, 0, -1};
        case Side::Down: return {0, 0, 1};
        case Side::Left: return {0, -1, 0};
        case Side::Right: return {0, 1, 0};
        case Side::Forward: return {1, 0, 0};
        case Side::Aft: break;
    }
    return {-1, 0, 0};
}

Side sideOf(const Direction& direction) {
    return *std::find_if(kSides.begin(), kSides.end(), [&](Side s) { return directionOf(s) == direction; });
}

Direction negative(const Direction& d) { return {-d[0], -d[1], -d[2]}; }
Direction column(const AxisMatrix& m, std::size_t c) { return {m[0][c], m[1][c], m[2][c]}; }

AxisMatrix times(const AxisMatrix& a, const AxisMatrix& b) {
    AxisMatrix out{};
    for (std::size_t r = 0; r < 3; ++r)
        for (std::size_t c = 0; c < 3; ++c)
            for (std::size_t k = 0; k < 3; ++k) out[r][c] += a[r][k] * b[k][c];
    return out;
}

AxisMatrix transposed(const AxisMatrix& m) {
    AxisMatrix out{};
    for (std::size_t r = 0; r < 3; ++r)
        for (std::size_t c = 0; c < 3; ++c) out[c][r] = m[r][c];
    return out;
}

int determinant(const AxisMatrix& m) {
    return m[0][0] * (m[1][1] * m[2][2] - m[1][2] * m[2][1]) - m[0][1] * (m[1][0] * m[2][2] - m[1][2] * m[2][0]) +
           m[0][2] * (m[1][0] * m[2][1] - m[1][1] * m[2][0]);
}

AxisMatrix signsOf(const GyroReversals& r) { return {{{r.roll ? -1 : 1, 0, 0}, {0, r.pitch ? -1 : 1, 0}, {0, 0, r.yaw ? -1 : 1}}}; }

constexpr AxisMatrix kUnit{{{1, 0, 0}, {0, 1, 0}, {0, 0, 1}}};
/// The turns by hand in body axes: roll right +, nose down −, tail left (nose right) +.
constexpr std::array kTurnSigns{1, -1, 1};

/// What opposes a believed turn.
HandAnswer opposing(const Direction& believed) {
    HandAnswer out;
    if (believed[0] != 0) out.plate = believed[0] > 0 ? PlateMove::Left : PlateMove::Right;
    if (believed[1] != 0) out.plate = believed[1] > 0 ? PlateMove::Forward : PlateMove::Aft;
    if (believed[2] != 0) out.edges = believed[2] > 0 ? EdgeMove::Left : EdgeMove::Right;
    return out;
}

/// The believed turn behind an answer; nothing if both or neither of plate and edges answered.
std::optional<Direction> believedBehind(const HandAnswer& seen) {
    for (std::size_t axis = 0; axis < 3; ++axis)
        for (const int sign : {1, -1}) {
            Direction d{};
            d[axis] = sign;
            if (opposing(d) == seen) return d;
        }
    return std::nullopt;
}

GyroReversals reversalsOf(int bits) { return {(bits & 1) != 0, (bits & 2) != 0, (bits & 4) != 0}; }

int differing(const GyroReversals& a, const GyroReversals& b) {
    return (a.roll != b.roll ? 1 : 0) + (a.pitch != b.pitch ? 1 : 0) + (a.yaw != b.yaw ? 1 : 0);
}

}  // namespace

bool isPossible(const Mounting& m) {
    const Direction label = directionOf(m.label);
    const Direction plugs = directionOf(m.plugs);
    return label != plugs && label != negative(plugs);
}

const std::vector<Mounting>& allMountings() {
    static const std::vector<Mounting> all = [] {
        std::vector<Mounting> out;
        for (const Side label : kSides)
            for (const Side plugs : kSides)
                if (isPossible({label, plugs})) out.push_back({label, plugs});
        return out;
    }();
    return all;
}

TurnRates turnRates(HandTurn turn) {
    constexpr double kDegS = 120.0;
    TurnRates out;
    const auto i = static_cast<std::size_t>(turn);
    for (auto member : {std::pair(HandTurn::RollRight, &TurnRates::rollDegS), std::pair(HandTurn::NoseDown, &TurnRates::pitchDegS),
                        std::pair(HandTurn::TailLeft, &TurnRates::yawDegS)})
        if (member.first == turn) out.*member.second = kTurnSigns[i] * kDegS;
    return out;
}

AxisMatrix boxAxes(const Mounting& mounting, const char* key) {
    if (!isPossible(mounting)) throw InputError(key, "the plugs cannot look where the label does, nor away from it");
    const Direction x = negative(directionOf(mounting.plugs));
    const Direction z = negative(directionOf(mounting.label));
    const Direction y{z[1] * x[2] - z[2] * x[1], z[2] * x[0] - z[0] * x[2], z[0] * x[1] - z[1] * x[0]};
    return {{{x[0], y[0], z[0]}, {x[1], y[1], z[1]}, {x[2], y[2], z[2]}}};
}

AxisMatrix believedTurns(const Mounting& built, const Mounting& set, const GyroReversals& reversed) {
    return times(signsOf(reversed), times(boxAxes(set, "setPlugs"), transposed(boxAxes(built))));
}

HandAnswers gyroResponse(const Mounting& built, const Mounting& set, const GyroReversals& reversed) {
    const AxisMatrix m = believedTurns(built, set, reversed);
    HandAnswers out;
    for (std::size_t turn = 0; turn < out.size(); ++turn) {
        const Direction believed = column(m, turn);
        out[turn] = opposing(kTurnSigns[turn] > 0 ? believed : negative(believed));
    }
    return out;
}

GyroInference inferGyro(const Mounting& set, const GyroReversals& reversed, const HandAnswers& seen) {
    const AxisMatrix setAxes = boxAxes(set, "setPlugs");
    AxisMatrix m{};
    for (std::size_t turn = 0; turn < seen.size(); ++turn) {
        const std::optional<Direction> believed = believedBehind(seen[turn]);
        if (!believed) throw InputError(kHandTurnKeys[turn], "plate or tail blades answer a turn, not both and not neither: do it again");
        for (std::size_t row = 0; row < 3; ++row) {
            m[row][turn] = (*believed)[row] * kTurnSigns[turn];
            for (std::size_t before = 0; before < turn; ++before)
                if (m[row][turn] != 0 && m[row][before] != 0)
                    throw InputError(kHandTurnKeys[turn],
                                     std::string("is answered along the same axis as ") + kHandTurnKeys[before] + ": do both again");
        }
    }
    GyroInference out;
    out.sound = m == kUnit;
    for (int bits = 0; bits < 8; ++bits) {
        const GyroReversals inForce = reversalsOf(bits);
        const AxisMatrix built = times(transposed(m), times(signsOf(inForce), setAxes));
        if (determinant(built) != 1) continue;
        const Mounting mounting{sideOf(negative(column(built, 2))), sideOf(negative(column(built, 0)))};
        out.causes.push_back({mounting, inForce, (mounting == set ? 0 : 1) + differing(inForce, reversed)});
    }
    const auto order = [&](const GyroCause& c) { return std::tuple(c.changes, differing(c.reversed, reversed), c.mounting); };
    std::sort(out.causes.begin(), out.causes.end(), [&](const GyroCause& a, const GyroCause& b) { return order(a) < order(b); });
    return out;
}

std::optional<GyroRemedy> gyroRemedy(const Mounting& built, std::span<const Mounting> allowed) {
    if (allowed.empty()) throw InputError("allowed", "the box must know one mounting or more");
    const AxisMatrix is = boxAxes(built);
    std::optional<GyroRemedy> best;
    for (const Mounting& set : allowed) {
        const AxisMatrix d = times(is, transposed(boxAxes(set, "allowed")));
        if (d[0][0] == 0 || d[1][1] == 0 || d[2][2] == 0) continue;
        const GyroRemedy one{set, {d[0][0] < 0, d[1][1] < 0, d[2][2] < 0}};
        if (!best || std::tuple(one.reversed.count(), one.set) < std::tuple(best->reversed.count(), best->set)) best = one;
    }
    return best;
}

double pirouetteTowardDeg(double tiltDeg, double towardDeg, double turnedRightDeg, bool yawReversed) {
    requireNotNegative("tiltDeg", tiltDeg);
    requireFinite("towardDeg", towardDeg);
    requireFinite("turnedRightDeg", turnedRightDeg);
    constexpr double kNoDirection = 1e-6;
    if (tiltDeg < kNoDirection) return 0.0;
    const double toward = wrapAzimuthDeg(yawReversed ? towardDeg + turnedRightDeg : towardDeg - turnedRightDeg);
    return 360.0 - toward < kNoDirection ? 0.0 : toward;
}

}  // namespace kh
