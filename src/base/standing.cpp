// SPDX-License-Identifier: GPL-3.0-or-later
#include "base/standing.h"

#include "base/message.h"

namespace kh {

const char* boxId(Box box) {
    switch (box) {
        case Box::Transmitter: return "transmitter";
        case Box::Controller: return "controller";
        case Box::SpeedController: return "speed-controller";
        case Box::Machine: return "machine";
        case Box::Bench: return "bench";
    }
    return "";
}

const char* boxName(Box box) {
    switch (box) {
        case Box::Transmitter: return KH_TR("transmitter");
        case Box::Controller: return KH_TR("controller");
        case Box::SpeedController: return KH_TR("speed controller");
        case Box::Machine: return KH_TR("machine");
        case Box::Bench: return KH_TR("bench");
    }
    return "";
}

const char* standingId(Standing standing) {
    switch (standing) {
        case Standing::Default: return KH_TR("default");
        case Standing::Entered: return KH_TR("entered");
        case Standing::Computed: return KH_TR("computed");
        case Standing::Measured: return KH_TR("measured");
        case Standing::Proved: return KH_TR("proved");
    }
    return "";
}

}  // namespace kh
