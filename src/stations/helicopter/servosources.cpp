// SPDX-License-Identifier: GPL-3.0-or-later
#include "stations/helicopter/servosources.h"

namespace kh {

Message sourcesSaid(const AuditContext& c, const ServoProfile& servo, bool pulse, Message otherwise) {
    if (!(pulse ? pulseContradicted(servo) : rateContradicted(servo))) return otherwise;
    const char* scale = pulse ? "controller.pulseUs"_field : "controller.rateHz"_field;
    const auto named = [&](const std::string& source, const char* none) {
        return source.empty() ? c.say(none) : c.say(KH_TR("{n}"), {{"n", source}});
    };
    return c.say(KH_TR("Of {s}: {a} says {x}, {b} says {y}."), {{"s", servo.name},
                                                                {"a", named(servo.source, KH_TR("the first source"))},
                                                                {"x", c.amount(scale, pulse ? *servo.pulseUs : *servo.maxHz)},
                                                                {"b", named(servo.otherSource, KH_TR("the second source"))},
                                                                {"y", c.amount(scale, pulse ? *servo.otherPulseUs : *servo.otherMaxHz)}});
}

}  // namespace kh
