// SPDX-License-Identifier: GPL-3.0-or-later
//
// The document, and readings.
#include "model/describe.h"

#include <array>

namespace kh {

void describe(FieldVisitor& v, Reading& r) {
    v.text("id", r.id, {KH_TR("id")});
    v.text("what", r.what, {KH_TR("what was read")});
    v.number("value", r.value, {-10000, 10000}, {KH_TR("value")});
    v.text("unit", r.unit, {KH_TR("unit")});
    v.text("at", r.at, {KH_TR("time")});
    v.text("instrument", r.instrument, {KH_TR("instrument")});
    v.text("uncertainty", r.uncertainty, {KH_TR("uncertainty")});
    v.names("under", r.under, {KH_TR("settings in force"), KH_TR("under")});
    v.whole("change", r.change, {0, kMostChanges}, {KH_TR("count of changes then"), KH_TR("change")});
}

void describe(FieldVisitor& v, AcceptedFinding& a) {
    v.text("id", a.id, {KH_TR("id")});
    v.text("rule", a.rule, {KH_TR("finding")});
    v.text("values", a.values, {KH_TR("numbers it said")});
    v.text("reason", a.reason, {KH_TR("reason")});
    v.text("subject", a.subject, {KH_TR("what it is about")});
    v.text("at", a.at, {KH_TR("time")});
    v.whole("change", a.change, {0, kMostChanges}, {KH_TR("count of changes then"), KH_TR("change")});
}

void describe(FieldVisitor& v, Setup& s) {
    v.whole("revision", s.revision, {0, 1e9}, {KH_TR("Saves of the document"), KH_TR("saves")});
    v.whole("change", s.change, {0, kMostChanges}, {KH_TR("Changes of the document"), KH_TR("changes")});
    v.group("machine", s.machine);
    v.facts(false);
    v.in(Box::Transmitter);
    v.group("transmitter", s.transmitter);
    v.in(Box::Controller);
    v.group("controller", s.controller);
    v.in(Box::SpeedController);
    v.group("speedController", s.speedController);
    v.in(Box::Bench);
    v.facts(true);
    v.at(Station::Link);
    v.list("readings", s.readings, KH_TR("Readings"));
    v.list("accepted", s.accepted, KH_TR("Accepted findings"));
}

}  // namespace kh
