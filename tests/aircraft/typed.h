// SPDX-License-Identifier: GPL-3.0-or-later
//
// What is typed into a model's boxes, what stands on its sheet, what can be edited in the rows of its stations.
#pragma once

#include "io/document.h"
#include "procedure/carry.h"
#include "procedure/ledger.h"
#include "procedure/registry.h"
#include "procedure/sheet.h"

#include <catch2/catch.hpp>
#include <set>
#include <string>

namespace khtest {

/// Paths of everything that is typed, each once.
inline std::set<std::string> typedInto(const kh::Setup& setup) {
    std::set<std::string> out;
    for (const kh::CarryBox& box : kh::carry(setup))
        for (const kh::CarryPage& page : box.pages)
            for (const kh::CarryLine& line : page.lines) CHECK(out.insert(line.path).second);
    return out;
}

inline std::set<std::string> printedOf(const kh::Setup& setup) {
    std::set<std::string> out;
    const kh::Sheet sheet = kh::benchSheet(setup, kh::evaluate(setup));
    for (const kh::SheetPart& part : sheet.parts)
        for (const kh::SheetSection& section : part.sections)
            for (const kh::SheetRow& row : section.rows) out.insert(row.fields.begin(), row.fields.end());
    return out;
}

/// Paths of the fields that stand in a row, or in what opens from it.
inline std::set<std::string> editableIn(const kh::Setup& setup) {
    std::set<std::string> out;
    for (const kh::StationPage& page : kh::ledger(setup, kh::evaluate(setup), nullptr, kh::stationsOf(setup)))
        for (const kh::Row& row : page.rows)
            for (const kh::Cell& cell : row.cells)
                for (const kh::Part& part : cell.parts) out.insert(part.field());
    return out;
}

}  // namespace khtest
