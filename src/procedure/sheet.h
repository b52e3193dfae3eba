// SPDX-License-Identifier: GPL-3.0-or-later
//
// The bench sheet as a value: HTML and PDF are made from it, and from nothing else.
#pragma once

#include "judge/evaluation.h"
#include "procedure/carry.h"
#include "procedure/plantext.h"

#include <map>
#include <string>
#include <vector>

namespace kh {

struct SheetRow {
    Message what;
    Message value;    ///< in the unit of the box, as it is typed
    Message machine;  ///< what it does, in real units; may be empty
    Standing standing = Standing::Default;
    std::vector<Message> cells = {};       ///< of a table: one for each of its columns, in place of value and machine
    std::vector<std::string> fields = {};  ///< the settings it shows
    bool changed = false;                  ///< the plan changes one of them: what it will be stands beside what it is
};

/// One entry of a box's own menu.
struct SheetSection {
    Message title;
    std::vector<SheetRow> rows;
    std::vector<Message> columns = {};  ///< of a table: what its cells are, with their unit; none: value and machine
};

/// What is drawn on a part, before its sections.
enum class SheetFigure { Throttle, Pitch, Plate, Wiring };
[[nodiscard]] const char* sheetFigureTitle(SheetFigure figure);

/// One page a box, and one for the machine.
struct SheetPart {
    Box box = Box::Transmitter;
    std::string name;  ///< the box's own name
    std::vector<SheetSection> sections;
    std::vector<SheetFigure> figures = {};
};

struct Sheet {
    std::string model;
    int revision = 0;
    Message lead;  ///< beneath the model's name
    std::vector<Message> cautions;
    std::vector<Message> plan;      ///< what repairs it, step by step; none where nothing is wrong
    std::vector<Message> accepted;  ///< findings that were put aside, with reason and date
    std::vector<SheetPart> parts;
};

/// The figures of a sheet as they stand within a page.
struct SheetDrawings {
    std::map<SheetFigure, std::string> svg;
    std::string faces = {};  ///< `@font-face` rules with the letters the figures are measured in
};

/// What is printed of a row's standing: nothing of one that stands at its default, as the sheet says at its head.
[[nodiscard]] Message sheetStanding(Standing standing);

/// Parts in the order transmitter, controller, speed controller, machine; sections in the order of each box's
/// own menu (its profile), values in its own units.
/// @param plan  of the same document; its steps are printed in place of the findings' own remedies
[[nodiscard]] Sheet benchSheet(const Setup& setup, const Evaluation& evaluation, const WordedPlan& plan = {});

/// Of the boxes only what is still to be typed, page by page, with the acts that go with a page; in the order of typing.
[[nodiscard]] Sheet onlyLeft(const Sheet& whole, const std::vector<CarryBox>& boxes);

}  // namespace kh
