// SPDX-License-Identifier: GPL-3.0-or-later
#include "judge/described.h"

#include "judge/rowids.h"
#include "model/names.h"
#include "model/traits.h"

#include <fmt/format.h>

namespace kh {

void tellDescribed(const Setup& setup, bool words, std::vector<Finding>& findings) {
    const std::size_t judged = findings.size();
    for (const Trait* trait : traitsOf(setup))
        for (const char* row : trait->rows) {
            const RowId* known = rowOf(row);
            if (known == nullptr) continue;
            Finding f{.id = fmt::format("described.{}.{}", trait->id, row),
                      .station = known->station,
                      .severity = Severity::Note,
                      .row = row,
                      .box = trait->box};
            if (words) {
                f.title = say(KH_TR("{box}: {what}"), {{"box", boxName(setup, trait->box)}, {"what", say(trait->title)}});
                f.found = say(KH_TR("That is described and not computed: what stands here is reckoned without it."));
                f.why = say(KH_TR("{means}."), {{"means", say(trait->means)}});
                f.todo = say(KH_TR("Judge this row by the box's own manual, and see it on the machine."));
                for (std::size_t i = 0; i < judged; ++i)
                    if (findings[i].row == row)
                        findings[i].found =
                            say(KH_TR("{found} (Reckoned without what {box} does beside: {what}.)"),
                                {{"found", findings[i].found}, {"box", boxName(setup, trait->box)}, {"what", say(trait->title)}});
            }
            findings.push_back(std::move(f));
        }
}

}  // namespace kh
