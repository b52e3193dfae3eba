// SPDX-License-Identifier: GPL-3.0-or-later
//
// Figures of a class that a report lists line by line, beside its findings.
#pragma once

#include "judge/figures.h"

#include <string>
#include <utility>
#include <vector>

namespace kh {

struct FigureTable {
    struct Line {
        Message name;
        std::vector<std::pair<const char*, Message>> words;   ///< by key
        std::vector<std::pair<const char*, Figure>> figures;  ///< by key; what is not known stays in its place
    };
    const char* id = "";
    Message title;
    std::vector<Line> lines;
};

}  // namespace kh
