// SPDX-License-Identifier: GPL-3.0-or-later
#include "procedure/ladderkit.h"

#include "model/setup.h"

#include <algorithm>

namespace kh::rung {

std::string rungOfMode(const std::string& mode) { return "mode." + mode; }

const FlightMode& firstFlown(const Setup& setup) {
    const auto& modes = setup.transmitter.modes;
    const auto first = std::find_if(modes.begin(), modes.end(), isFlown);
    static const FlightMode none;
    return first != modes.end() ? *first : modes.empty() ? none : modes.front();
}

bool isFurther(const Setup& setup, const std::string& id) {
    const auto& modes = setup.transmitter.modes;
    return id != firstFlown(setup).id &&
           std::any_of(modes.begin(), modes.end(), [&](const FlightMode& m) { return m.id == id && isFlown(m); });
}

bool fliesInverted(const Setup& setup) {
    const auto& modes = setup.transmitter.modes;
    return std::any_of(modes.begin(), modes.end(), [](const FlightMode& m) { return isFlown(m) && m.flownInverted; });
}

const char* packTitle(MotorLockSchool lock) {
    switch (lock) {
        case MotorLockSchool::LeadsOff: return KH_TR("Pack connected, leads off");
        case MotorLockSchool::PinionOut: return KH_TR("Pack connected, pinion out");
        case MotorLockSchool::ByCurve: return KH_TR("Pack connected, motor held off by its curves");
    }
    return "";
}

std::string modeOfField(std::string_view path) {
    constexpr std::string_view modes = "transmitter.modes.";
    if (!path.starts_with(modes)) return {};
    const std::string_view rest = path.substr(modes.size());
    return std::string(rest.substr(0, rest.find('.')));
}

Rung lookAndType() {
    return {kLook,
            say(KH_TR("Look and type")),
            say(KH_TR("Look")),
            say(KH_TR("nothing powered: look, weigh, measure, plan, type into the boxes")),
            {}};
}

void addFurtherModes(const Setup& setup, std::vector<Rung>& out) {
    for (const FlightMode& m : setup.transmitter.modes)
        if (isFurther(setup, m.id))
            out.push_back({rungOfMode(m.id),
                           say(KH_TR("{m}"), {{"m", m.name}}),
                           say(KH_TR("{m}"), {{"m", m.name}}),
                           say(KH_TR("changed to in the hover, at height")),
                           {}});
    if (fliesInverted(setup))
        out.push_back({kInverted,
                       say(KH_TR("Inverted")),
                       say(KH_TR("Inverted")),
                       say(KH_TR("two mistakes high, in the mode that is meant for it")),
                       {}});
}

const char* rungOfRule(std::span<const OfRule> table, const Finding& f) {
    const auto speaks = [&](const OfRule& of) {
        return f.id == of.rule || f.id.starts_with(std::string(of.rule) + ".") || (!f.property.empty() && f.property == of.rule);
    };
    const auto own = std::find_if(table.begin(), table.end(), speaks);
    return own == table.end() ? nullptr : own->rung;
}

const char* rungOfRow(std::span<const OfRule> table, std::string_view row) {
    const auto at = std::find_if(table.begin(), table.end(), [&](const OfRule& of) { return of.rule == row; });
    return at == table.end() ? nullptr : at->rung;
}

const char* rungOfWork(Work work) {
    switch (work) {
        case Work::Supply:
        case Work::MotorOff:
        case Work::ServoHarm: return kPack;  // what a pack burns, or starts
        case Work::Wiring: return kMotor;
        case Work::Rescue:
        case Work::Sign:
        case Work::Centre:
        case Work::Plate:
        case Work::Governor: return kSpool;  // what tips it over, or drives it past its blades' limit
        case Work::Ends:
        case Work::Zero:
        case Work::Range:
        case Work::Tail:
        case Work::Curves: return kHover;
    }
    return kHover;
}

}  // namespace kh::rung
