// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <map>
#include <memory>
#include <typeindex>

namespace kh {

/// What is remembered from one judgement to the next, by its type: there a class of aircraft keeps what it is slow to find.
class JudgeMemory {
public:
    template <class T>
    [[nodiscard]] T& of() {
        std::shared_ptr<void>& kept = kept_[typeid(T)];
        if (kept == nullptr) kept = std::make_shared<T>();
        return *static_cast<T*>(kept.get());
    }

private:
    std::map<std::type_index, std::shared_ptr<void>> kept_;
};

}  // namespace kh
