// SPDX-License-Identifier: GPL-3.0-or-later
//
// Which switch places matter, and every combination of them: the ground the switch proof stands on.
#pragma once

#include "kernel/chain.h"

#include <cstdint>
#include <functional>
#include <set>
#include <string>
#include <vector>

namespace kh {

/// @return false to stop; both numbers count combinations
using ProofProgress = std::function<bool(std::uint64_t done, std::uint64_t total)>;

/// One switch, its places sorted into classes that no condition tells apart.
struct SwitchAxis {
    std::size_t index = 0;               ///< in the transmitter's profile
    std::vector<std::int8_t> placeOf;    ///< one place for each class, lowest first
    std::vector<std::uint32_t> weights;  ///< how many places each class stands for
    std::vector<std::uint8_t> classOf;   ///< class by place − 1
};

/// Combinations of the switches that some functions depend on.
class SwitchSpace {
public:
    /// @param functions  indices as in ChainModel::functionName
    SwitchSpace(const Setup& setup, const ChainModel& model, const std::vector<std::size_t>& functions);

    [[nodiscard]] const std::vector<SwitchAxis>& axes() const { return axes_; }
    /// Number of class combinations that are walked.
    [[nodiscard]] std::uint64_t size() const { return size_; }
    /// How many combinations of real places, of these switches, one class combination stands for.
    [[nodiscard]] std::uint64_t weight(std::uint64_t combination) const;
    /// Places with the axes set, every other switch at its power-on place.
    [[nodiscard]] SwitchPlaces places(std::uint64_t combination) const;
    /// The combination that has `axis` at class `to` and is otherwise the same.
    [[nodiscard]] std::uint64_t moved(std::uint64_t combination, std::size_t axis, std::size_t to) const;
    [[nodiscard]] std::size_t classAt(std::uint64_t combination, std::size_t axis) const;

private:
    std::vector<SwitchAxis> axes_;
    std::vector<std::uint64_t> strides_;
    std::uint64_t size_ = 1;
    SwitchPlaces rest_{};
};

}  // namespace kh
