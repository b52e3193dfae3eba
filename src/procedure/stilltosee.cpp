// SPDX-License-Identifier: GPL-3.0-or-later
#include "procedure/stilltosee.h"

#include "judge/rowids.h"

#include <array>

namespace kh {

namespace {

struct Seen {
    const char* row;
    const char* title;
    const char* todo;
};
constexpr std::array kSeen{
    Seen{"hold-switch"_row, KH_TR("Hold test"),
         KH_TR("No pack connected: hold on, collective stick up and down in every mode; the throttle on the transmitter's own monitor does "
               "not move.")},
    Seen{"ports"_row, KH_TR("Wiring"), KH_TR("Leads off: one lead after the other is followed from its servo to its port.")},
    Seen{"failsafe-test"_row, KH_TR("Failsafe, stored and tested"),
         KH_TR("Motor locked, hold off, throttle open: transmitter off, and the throttle closes within two seconds and stays.")},
};

}  // namespace

std::vector<StillToSee> stillToSee(const std::vector<StationPage>& pages) {
    std::vector<StillToSee> out;
    for (const Seen& s : kSeen)
        for (const StationPage& page : pages)
            for (const Row& row : page.rows)
                if (row.id == s.row && row.standing != Standing::Proved) out.push_back({row.id, page.station, say(s.title), say(s.todo)});
    return out;
}

}  // namespace kh
