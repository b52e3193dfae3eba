// SPDX-License-Identifier: GPL-3.0-or-later
#include "procedure/typed.h"

#include "model/carried.h"
#include "model/fieldpatterns.h"
#include "model/modeedits.h"

#include <algorithm>
#include <utility>

namespace kh {

std::vector<Edit> typedEdits(const Setup& setup, const std::string& field, FieldValue value) {
    if (field == "transmitter.unusedInhibited"_field && value == FieldValue(true)) return inhibitEdits(setup.transmitter);
    return {{field, std::move(value)}};
}

bool bringsFunctions(const std::vector<Edit>& edits) {
    return std::any_of(edits.begin(), edits.end(), [](const Edit& e) {
        return e.path == "transmitter.schools.rateMode"_field || e.path == "transmitter.schools.headGain"_field ||
               e.path == "transmitter.trainer.hands"_field;
    });
}

Setup asTyped(const Setup& setup, const std::vector<Edit>& edits, const std::string& at) {
    Setup after = withEdits(setup, edits, Standing::Entered, at);
    return bringsFunctions(edits) ? withSchoolFunctions(after) : after;
}

}  // namespace kh
