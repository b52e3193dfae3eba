// SPDX-License-Identifier: GPL-3.0-or-later
//
// Mistakes with functions on channels of their own, arming, fades and what a box cannot hold.
#include "model/boxsettings.h"
#include "model/carried.h"
#include "plan/mistakekit.h"

namespace khtest {

namespace {

/// One of the function channels, by chance; nullptr if there is none.
const FunctionChannel* carrier(const In& in) {
    const auto& all = in.s.transmitter.functionChannels;
    return all.empty() ? nullptr : &all[in.dice() % all.size()];
}
std::string carrierField(const FunctionChannel& c, const char* key) { return "transmitter.functionChannels." + c.id + "." + key; }

}  // namespace

std::vector<Mistake> carriedMistakes() {
    return {
        {"a function's channel reversed", Returns::Nothing,
         [](const In& in) -> Edits {
             const FunctionChannel* c = carrier(in);
             return c == nullptr ? Edits{} : turned(in.s, carrierField(*c, "reversed"));
         }},
        {"a function's channel off its centre", Returns::Nothing,
         [](const In& in) -> Edits {
             const FunctionChannel* c = carrier(in);
             return c == nullptr ? Edits{}
                                 : Edits{{carrierField(*c, "subTrimPct"), (coin(in.dice) ? 1.0 : -1.0) * between(in.dice, 60, 100)}};
         }},
        {"a function's value lost", Returns::Nothing,
         [](const In& in) -> Edits {
             const FunctionChannel* c = carrier(in);
             if (c == nullptr) return {};
             for (const SwitchFunction& f : in.s.transmitter.functions)
                 if (familyOf(f.id) == c->id) return Edits{{"transmitter.functions." + f.id + ".valuePct", c->restPct}};
             return {};
         }},
        {"a function on a stick's channel", Returns::Nothing,
         [](const In& in) -> Edits {
             const FunctionChannel* c = carrier(in);
             return c == nullptr ? Edits{} : Edits{{carrierField(*c, "number"), static_cast<double>(1 + in.dice() % 6)}};
         }},
        {"armed at power-on", Returns::Nothing,
         [](const In& in) -> Edits {
             const Condition* when = conditionOf(in.s.transmitter, kArming);
             if (when == nullptr || when->empty() || carrierOf(in.s.transmitter, kArming) == nullptr) return {};
             const Term& t = when->front().front();
             return Edits{{"transmitter.switches." + t.switchId + ".powerOnPlace", static_cast<double>(t.place)}};
         }},
        {"hold faded into", Returns::Nothing,
         [](const In&) -> Edits {
             return Edits{{"transmitter.modes.hold.fadeS", 1.5}};
         }},
        {"a number the box does not take", Returns::Band,
         [](const In& in) -> Edits {
             const std::vector<OwnRange> all = ownRanges(in.s);
             if (all.empty()) return {};
             const OwnRange& r = all[in.dice() % all.size()];
             const auto field = readField(in.s, r.path);
             return r.high + 20.0 <= field->info.max ? Edits{{r.path, r.high + 20.0}} : Edits{};
         }},
    };
}

}  // namespace khtest
