// SPDX-License-Identifier: GPL-3.0-or-later
#include "stations/kit/row.h"

namespace kh {

namespace {

const std::string kNoField;
const Choices kFree;

}  // namespace

Part Part::of(Kind kind) {
    Part part;
    part.kind = std::move(kind);
    return part;
}

const std::string& Part::field() const {
    return std::visit(
        [](const auto& what) -> const std::string& {
            if constexpr (requires { what.field; }) return what.field;
            else return kNoField;
        },
        kind);
}

const Choices& Part::choices() const {
    return std::visit(
        [](const auto& what) -> const Choices& {
            if constexpr (requires { what.choices; }) return what.choices;
            else return kFree;
        },
        kind);
}

bool Part::typed() const { return !field().empty() || as<Spare>() != nullptr; }

bool Part::unused() const {
    const auto* entry = as<Entry>();
    return entry != nullptr && entry->holds != Entry::Holds::Something;
}

bool Part::dashed() const {
    const auto* entry = as<Entry>();
    return as<Dash>() != nullptr || (entry != nullptr && entry->holds == Entry::Holds::NothingToShow);
}

KH_SPECIAL_MEMBERS_OF(Part);
KH_SPECIAL_MEMBERS_OF(Cell);
KH_SPECIAL_MEMBERS_OF(Row);

Cell::Cell(std::vector<Part> shown, int columns, int lines) : parts(std::move(shown)), span(columns), joins(lines) {}

}  // namespace kh
