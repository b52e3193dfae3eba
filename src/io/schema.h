// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "io/document.h"

#include <memory>
#include <nlohmann/json_fwd.hpp>

namespace kh::io {

/// A schema made by this program, ready to check with.
class Schema {
public:
    explicit Schema(nlohmann::json json);
    ~Schema();
    Schema(const Schema&) = delete;
    Schema& operator=(const Schema&) = delete;
    /// @throws InputError naming the path, the value found there and what the schema allows
    void require(const nlohmann::json& value) const;

private:
    struct Parts;
    std::unique_ptr<Parts> parts_;
};

/// Made once for each class.
[[nodiscard]] const Schema& schemaOfDocument(const AircraftClass& aircraft);
[[nodiscard]] const Schema& schemaOf(ProfileKind kind);
[[nodiscard]] const Schema& schemaOfReadings();

}  // namespace kh::io
