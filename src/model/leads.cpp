// SPDX-License-Identifier: GPL-3.0-or-later
#include "model/leads.h"

#include "base/error.h"
#include "model/fieldpatterns.h"
#include "model/limits.h"

#include <fmt/format.h>
#include <algorithm>

namespace kh {

Setup withLead(const Setup& setup) {
    Setup out = setup;
    std::vector<Lead>& leads = out.machine.wiring.leads;
    if (leads.size() >= kMaxLeads) throw InputError("machine.wiring.leads", fmt::format("{} are there; no more are kept", kMaxLeads));
    std::size_t number = leads.size() + 1;
    const auto taken = [&] {
        return std::any_of(leads.begin(), leads.end(), [&](const Lead& l) { return l.id == std::to_string(number); });
    };
    while (taken()) ++number;
    Lead lead;
    lead.id = std::to_string(number);
    leads.push_back(lead);
    return out;
}

Setup withoutLead(const Setup& setup, std::string_view id) {
    Setup out = setup;
    if (std::erase_if(out.machine.wiring.leads, [&](const Lead& l) { return l.id == id; }) == 0)
        throw InputError("machine.wiring.leads", fmt::format("there is no lead \"{}\"", id));
    std::erase_if(out.standings,
                  [&](const auto& record) { return record.first.starts_with("machine.wiring.leads." + std::string(id) + "."); });
    return out;
}

}  // namespace kh
