// SPDX-License-Identifier: GPL-3.0-or-later
//
// What is written in the figures of the printed sheet stands clear, for every build.
#include "app/bench.h"
#include "app/recorder.h"
#include "golden/builds.h"
#include "model/helicopter/layouts.h"
#include "paint/look/theme.h"
#include "paint/sheet/sheetfigures.h"
#include "procedure/sheet.h"

#include <catch2/catch.hpp>
#include <set>

namespace sheetfigures_tests {

using namespace kh;
using namespace kh::paint;

TEST_CASE("no text of the sheet's plate or wiring stands on another or leaves its figure, whatever is built") {
    loadFonts();
    std::set<std::string> wrong, layouts;
    for (const khtest::NamedSetup& build : khtest::triedBuilds()) {
        const Evaluation evaluation;
        layouts.insert(build.setup.controller.layout);
        for (const SheetFigure figure : {SheetFigure::Plate, SheetFigure::Wiring}) {
            const QSizeF size = sheetFigureSize(figure);
            khtest::TextRecorder recorder(size.toSize());
            QPainter p(&recorder);
            paintSheetFigure(p, QRectF({0, 0}, size), figure, {build.setup, evaluation});
            p.end();
            const auto& texts = recorder.texts();
            CHECK(texts.size() > 5);
            for (qsizetype i = 0; i < texts.size(); ++i) {
                if (!QRectF({0, 0}, size).adjusted(-1, -1, 1, 1).contains(texts[i].rect))
                    wrong.insert(build.name + " leaves: " + texts[i].text.toStdString());
                for (qsizetype k = i + 1; k < texts.size(); ++k)
                    if (const QRectF both = texts[i].rect & texts[k].rect; both.width() > 1.0 && both.height() > 1.0)
                        wrong.insert(build.name + ": " + texts[i].text.toStdString() + " | " + texts[k].text.toStdString());
            }
        }
    }
    CHECK(layouts.size() >= 6);
    INFO((wrong.empty() ? std::string() : *wrong.begin()) << ", " << wrong.size());
    CHECK(wrong.empty());
}

}  // namespace sheetfigures_tests
