// SPDX-License-Identifier: GPL-3.0-or-later
//
// What the controller was told of its receiver, and the leads beside those the rest of the wiring names.
#include "judge/rowids.h"
#include "model/controllerwords.h"
#include "model/names.h"
#include "stations/link/link.h"

#include <algorithm>
#include <array>

namespace kh {

namespace {

bool has(const std::vector<std::string>& words, const std::string& word) {
    return std::find(words.begin(), words.end(), word) != words.end();
}

/// One word the controller was told, beside what the machine has.
struct Told {
    const char* id;
    const std::vector<std::string>& known;  ///< what it can be told; none: it does not ask
    const std::string& told;
    std::string is;  ///< empty: not known
    const char *path, *fact;
    const char *title, *otherwise;
};

void receiverTold(const AuditContext& c, std::vector<Finding>& out) {
    const ControllerProfile& box = c.setup.controller.profile;
    const ReceiverSettings& r = c.setup.controller.receiver;
    for (const Told& t :
         {Told{"receiver-kind", box.receiverKinds, r.kind, receiverKindWord(c.setup.machine.wiring.receiver),
               "controller.receiver.kind"_field, "machine.wiring.receiver"_field,
               KH_TR("The controller listens for another kind of receiver"), KH_TR("{box} cannot be told of this kind of receiver")},
          Told{"receiver-variant", box.variants, r.variant, c.setup.machine.receiver->protocol, "controller.receiver.variant"_field,
               "machine.receiver.protocol"_field, KH_TR("The controller listens for another variant of the signal"),
               KH_TR("{box} cannot be told of this signal")}}) {
        if (t.known.empty() || t.is.empty()) continue;
        const bool possible = has(t.known, t.is);
        if (possible && (t.told.empty() || t.told == t.is)) continue;
        out.push_back({.id = t.id,
                       .severity = Severity::Warning,
                       .row = "receiver-told"_row,
                       .title = possible ? c.say(t.title) : c.say(t.otherwise, {{"box", box.name}}),
                       .found = possible ? c.say(KH_TR("Told: {t}. Aboard: {i}."), {{"t", asWord(t.told)}, {"i", asWord(t.is)}})
                                         : c.say(KH_TR("Aboard: {i}."), {{"i", asWord(t.is)}}),
                       .why = c.say(KH_TR("Its lamp may be lit and nothing moves; or a channel is read as another.")),
                       .todo = possible ? c.say(KH_TR("Set {i} in the controller; then see every stick on its monitor, leads off."),
                                                {{"i", asWord(t.is)}})
                                        : c.say(KH_TR("Look in its manual how this receiver is told; else take another.")),
                       .box = possible ? Box::Controller : Box::Machine,
                       .subject = possible ? t.path : t.fact,
                       .fix = possible ? std::vector<Edit>{{t.path, t.is}} : std::vector<Edit>{}});
    }
}

std::string leadPath(const Lead& lead, const char* key) { return "machine.wiring.leads." + lead.id + "." + key; }

void leads(const AuditContext& c, std::vector<Finding>& out) {
    const Wiring& w = c.setup.machine.wiring;
    for (const Lead& l : w.leads) {
        if (l.parked) continue;
        const auto finding = [&](const char* id, Severity severity, std::string subject) {
            Finding f{.id = std::string(id) + "." + l.id, .severity = severity, .row = "throttle-lead"_row, .box = Box::Machine};
            f.subject = std::move(subject);
            return f;
        };
        if (l.from.empty() || l.to.empty()) {
            Finding f = finding("lead-open", Severity::Warning, leadPath(l, l.from.empty() ? "from" : "to"));
            f.title = c.say(KH_TR("Lead {n} goes nowhere"), {{"n", l.id}});
            f.found = c.say(KH_TR("From {a} to {b}."), {{"a", c.show(leadPath(l, "from"))}, {"b", c.show(leadPath(l, "to"))}});
            f.why = c.say(KH_TR("A loose end finds a socket, or metal; a pulled lead that nobody labelled goes back into the wrong one."));
            f.todo = c.say(KH_TR("Say where both its ends are, label it, or park it: insulated, in no socket."));
            out.push_back(std::move(f));
            continue;
        }
        const bool supplies = l.carries == LeadCarries::Supply || l.carries == LeadCarries::Both;
        if (!supplies || w.second == SecondSupply::JoinedAllowed) continue;
        Finding f = finding("lead-supply", Severity::Danger, leadPath(l, "parked"));
        f.title = c.say(KH_TR("Lead {n} joins a second supply to the first"), {{"n", l.id}});
        f.found = c.say(
            KH_TR("It brings supply from {a} to {b}, beside {s} of the first."),
            {{"a", l.from}, {"b", l.to}, {"s", sayCount(static_cast<std::size_t>(w.supplyLeads), KH_TR("{n} lead"), KH_TR("{n} leads"))}});
        f.why = c.say(KH_TR("Two regulators feed each other: one gives up or burns, in flight as likely as on the bench."));
        f.todo = c.say(KH_TR("Pull its supply wire and insulate it, or park the lead; joined only where both makers allow it."));
        f.fix = {{leadPath(l, "parked"), true}};
        out.push_back(std::move(f));
    }
}

}  // namespace

std::span<const Rule> leadRules() {
    static constexpr std::array rules{
        Rule{"receiver-told", Station::Link, Work::Wiring, receiverTold},
        Rule{"leads", Station::Link, Work::Supply, leads},
    };
    return rules;
}

}  // namespace kh
