// SPDX-License-Identifier: GPL-3.0-or-later
#include "session/told.h"

#include "model/fieldtable.h"
#include "model/names.h"
#include "paint/look/theme.h"
#include "procedure/registry.h"

namespace kh::app {

QString told(const Setup& setup, const std::exception& error) {
    const auto* input = dynamic_cast<const InputError*>(&error);
    if (input == nullptr) return QString::fromUtf8(error.what());
    const bool field =
        FieldTable::instance().patternOf(input->field()) != nullptr || FieldTable::instance().listOf(input->field()) != nullptr;
    if (field) return paint::words(refusal(setup, *input));
    return paint::words(
        say(KH_TR("{field}: {problem}"), {{"field", readingTitle(setup, solvers(), input->field())}, {"problem", input->problem()}}));
}

}  // namespace kh::app
