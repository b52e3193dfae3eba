// SPDX-License-Identifier: GPL-3.0-or-later
#include "cli/commands.h"

#include "base/error.h"
#include "io/document.h"
#include "io/readings.h"

#include <fmt/format.h>
#include <map>
#include <nlohmann/json.hpp>

namespace kh::cli {

int runSchema(const std::string& which) {
    const std::map<std::string, nlohmann::json> all{{"setup", io::documentSchema()},
                                                    {"transmitter", io::profileSchema(io::ProfileKind::Transmitter)},
                                                    {"controller", io::profileSchema(io::ProfileKind::Controller)},
                                                    {"speed-controller", io::profileSchema(io::ProfileKind::SpeedController)},
                                                    {"servo", io::profileSchema(io::ProfileKind::Servo)},
                                                    {"receiver", io::profileSchema(io::ProfileKind::Receiver)},
                                                    {"readings", io::readingsSchema()}};
    const auto found = all.find(which);
    if (found == all.end())
        throw InputError(
            "schema",
            fmt::format("{} is not known; known are setup, transmitter, controller, speed-controller, servo, receiver, readings", which));
    print(found->second);
    return Fine;
}

}  // namespace kh::cli
