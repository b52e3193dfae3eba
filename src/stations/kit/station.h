// SPDX-License-Identifier: GPL-3.0-or-later
//
// A station: one folder, one entry. What it brings is listed here once; keel, ledger, palette, audit, handbook links,
// drawings and screenshots follow from the registry.
#pragma once

#include "stations/kit/benchwork.h"
#include "stations/kit/drawing.h"
#include "stations/kit/rowbuilder.h"

#include <array>
#include <span>
#include <vector>

namespace kh {

/// How a station's page is laid out.
enum class PageKind { Ledger, Matrix, Proof };

/// A state of the window worth a picture, or a start for looking at the station.
struct Shot {
    const char* file;
    const char* model;
    const char* row;   ///< row or finding to select
    const char* mode;  ///< flown mode
    Sticks sticks;
    const char* traced = kThrottleChannel;  ///< channel of the function whose trace is shown
    bool night = false;
    bool pose = false;
};

/// What a field comes to at the machine: it stands beside it on the sheet.
struct FigureBeside {
    std::string_view field;
    const Figure& (*figure)(const Figures&);
};
template <Figure Figures::*F>
const Figure& sharedFigure(const Figures& figures) {
    return figures.*F;
}
template <class T, Figure T::*F>
const Figure& ownFigure(const Figures& figures) {
    return figures.of<T>().*F;
}

struct StationEntry {
    Station station;
    const char* name;
    const char* shortName;
    StationPage (*rows)(const RowBuilder&);  ///< at most 13, in fixed order; their number never depends on findings
    PageKind page = PageKind::Ledger;
    double pageWidth = 708.0;                                  ///< beside the bench view at 1280 pixels
    std::array<double, 5> columns = {116, 106, 174, 180, 92};  ///< widths: what, transmitter, controller, machine, standing
    std::vector<RuleFamily> rules = {};                        ///< in the order in which they speak
    FigureMaker figures = nullptr;                             ///< none
    std::vector<FigureBeside> beside = {};
    std::vector<std::span<const BenchWork> (*)()> work = {};          ///< what is done at the bench, in that order
    std::vector<PanelSpec> (*panels)(const PanelContext&) = nullptr;  ///< drawings beside the page; none: the page's own view
    std::vector<Function> drawn = {};                                 ///< whose stages its drawings show, beside the traced one
    Message (*aboutMachine)(const Setup&) = nullptr;                  ///< what a matrix says beside the machine's band; none: nothing
    std::vector<Shot> shots = {};
    std::vector<std::string_view> extraRows = {};  ///< ids of rows that judge/rowids.h does not list: of stations that do not ship
};

}  // namespace kh
