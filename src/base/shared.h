// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <memory>
#include <utility>

namespace kh {

/// A value that its copies share until one of them is edited. Reading never copies; whoever writes says so with `edit()`.
/// Never empty: a new one shares one blank with all others.
template <class T>
class Shared {
public:
    Shared() : value_(blank()) {}
    Shared(T value) : value_(std::make_shared<T>(std::move(value))) {}  // a value is one that nobody shares yet
    [[nodiscard]] const T& operator*() const { return *value_; }
    [[nodiscard]] const T* operator->() const { return value_.get(); }
    operator const T&() const { return *value_; }
    /// The value to write to: a copy of its own, if others share it.
    [[nodiscard]] T& edit() {
        if (value_.use_count() != 1) value_ = std::make_shared<T>(*value_);
        return *value_;
    }
    bool operator==(const Shared& other) const { return value_ == other.value_ || *value_ == *other.value_; }
    bool operator==(const T& other) const { return *value_ == other; }
    /// Whether both are the same value in memory, not only equal.
    [[nodiscard]] bool sharesWith(const Shared& other) const { return value_ == other.value_; }

private:
    static const std::shared_ptr<T>& blank() {
        static const std::shared_ptr<T> one = std::make_shared<T>();
        return one;
    }
    std::shared_ptr<T> value_;
};

}  // namespace kh
