// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <array>
#include <cstddef>
#include <initializer_list>
#include <string>
#include <vector>

namespace kh {

/// A short list of field patterns, for the compiler's tables; "{}" in one stands for an element of its list.
class FieldList {
public:
    constexpr FieldList() = default;
    /// At most kMost; more do not compile.
    consteval FieldList(std::initializer_list<const char*> fields) {
        for (const char* field : fields) add(field);
    }
    [[nodiscard]] constexpr const char* const* begin() const { return fields_.data(); }
    [[nodiscard]] constexpr const char* const* end() const { return fields_.data() + size_; }
    [[nodiscard]] constexpr std::size_t size() const { return size_; }
    [[nodiscard]] constexpr bool empty() const { return size_ == 0; }
    [[nodiscard]] constexpr const char* front() const { return fields_.front(); }
    [[nodiscard]] std::vector<std::string> paths() const { return {begin(), end()}; }
    friend consteval FieldList operator+(FieldList a, const FieldList& b) {
        for (const char* field : b) a.add(field);
        return a;
    }

private:
    static constexpr std::size_t kMost = 22;
    constexpr void add(const char* field) { fields_.at(size_++) = field; }
    std::array<const char*, kMost> fields_{};
    std::size_t size_ = 0;
};

}  // namespace kh
