// SPDX-License-Identifier: GPL-3.0-or-later
//
// Every drawing leaves ink in its area, follows the sticks where it should, and becomes SVG.
#include "io/html.h"
#include "io/library.h"
#include "model/helicopter/layouts.h"
#include "paint/drawings.h"
#include "paint/look/theme.h"
#include "paint/pdf.h"
#include "procedure/registry.h"
#include "procedure/sheet.h"
#include "support.h"

#include <QSvgRenderer>
#include <catch2/catch.hpp>

namespace drawings_tests {

using namespace kh;
using namespace kh::paint;

namespace {

struct Named {
    const char* name;
    Drawing drawing;
    bool moves;
};

const std::vector<Named>& drawings() {
    static const std::vector<Named> all{
        {"plan", paintSwashPlan, false},        {"tilt", paintSwashTilt, true},          {"section", paintSwashSection, true},
        {"strokes", paintStrokes, true},        {"asked", paintAskedAndDone, true},      {"blade", paintBladeSection, true},
        {"rose", paintClearanceRose, false},    {"rose plate", paintRosePlate, true},    {"tail", paintTail, true},
        {"helicopter", paintHelicopter, false}, {"transmitter", paintTransmitter, true}, {"channels", paintChannelBars, true},
        {"hold", paintHoldBars, false},         {"speeds", paintHeadSpeeds, false},      {"pinions", paintPinionTable, false},
        {"spool-up", paintSpoolUp, false},      {"wiring", paintWiring, false},          {"rates", paintRates, true},
        {"gain", paintGainScales, false},
    };
    return all;
}

QImage picture(Drawing drawing, const Setup& setup, const Deck& deck) {
    const Evaluation evaluation = evaluate(setup);
    const Trace now = trace(setup, deck);
    const Scene scene{setup, evaluation, now, deck, {}};
    QImage image(560, 420, QImage::Format_RGB32);
    image.fill(Theme::tokens().sheet);
    QPainter p(&image);
    drawing(p, QRectF(10, 10, 540, 400), scene);
    return image;
}

Deck still() {
    Deck d;
    d.switches["R1"] = 1;
    d.sticks = {0, 0, 0, 0};
    return d;
}

Deck moved() {
    Deck d = still();
    d.sticks = {0.6, 0.7, 0.2, -0.5};
    return d;
}

}  // namespace

TEST_CASE("every drawing leaves ink and moves with the deck exactly when it should") {
    for (const Named& n : drawings()) {
        INFO(n.name);
        const QImage a = picture(n.drawing, khtest::turnstone(), still());
        const QImage b = picture(n.drawing, khtest::turnstone(), moved());
        QImage blank(a.size(), a.format());
        blank.fill(Theme::tokens().sheet);
        if (std::string(n.name) != "tilt" && std::string(n.name) != "rose plate") CHECK(a != blank);
        CHECK((a != b) == n.moves);
    }
}

TEST_CASE("drawings do not fail on unknowns, an engine, four servos or a foreign layout") {
    Setup unknown = khtest::edited(khtest::turnstone(), {{"machine.power.kv", std::monostate{}},
                                                         {"machine.power.pinionTeeth", std::monostate{}},
                                                         {"machine.rotor.bladeMaxRpm", std::monostate{}}});
    unknown.speedController.calibration.clear();
    Setup engine = khtest::turnstone();
    engine.machine.power.kind = PowerKind::Engine;
    const Setup four = builtAs(khtest::turnstone(), *findLayout("four at 45°"), "2026-11-25T10:00:00Z");
    const Setup mechanical = builtAs(khtest::turnstone(), *findLayout("mechanical"), "2026-11-25T10:00:00Z");
    for (const Setup* s : std::initializer_list<const Setup*>{&unknown, &engine, &four, &mechanical, &khtest::dunlin()})
        for (const Named& n : drawings()) (void)picture(n.drawing, *s, moved());
}

TEST_CASE("a page of drawings becomes well-formed SVG that keeps its text") {
    const Evaluation evaluation = evaluate(khtest::turnstone());
    const Trace now = trace(khtest::turnstone(), moved());
    const Deck deck = moved();
    const Scene scene{khtest::turnstone(), evaluation, now, deck, {}};
    const std::string svg = drawingsSvg({{DrawingId::SwashPlan, {0, 0, 500, 400}, "plan"}}, scene, QSizeF(500, 400));
    QXmlStreamReader reader(QByteArray::fromStdString(svg));
    int elements = 0;
    while (!reader.atEnd())
        if (reader.readNext() == QXmlStreamReader::StartElement) ++elements;
    REQUIRE_FALSE(reader.hasError());
    REQUIRE(elements > 50);
    REQUIRE(svg.find("nose") != std::string::npos);
}

TEST_CASE("a title's note ends where its drawing ends") {
    QImage image(400, 40, QImage::Format_ARGB32_Premultiplied);
    image.fill(Qt::white);
    {
        QPainter p(&image);
        paint::drawTitle(p, QRectF(10, 5, 180, 30), "Switches",
                         QStringLiteral("a note that is far too long for the room it has beside the title"));
    }
    bool beyond = false;
    bool within = false;
    for (int y = 0; y < 40; ++y)
        for (int x = 0; x < 400; ++x) {
            const bool ink = qGray(image.pixel(x, y)) < 200;
            beyond = beyond || (ink && x > 192);
            within = within || (ink && x > 120 && x <= 192);
        }
    CHECK(within);
    CHECK_FALSE(beyond);
}

TEST_CASE("in the printed sheet each box begins a page, the machine stands beneath the speed controller, and figures follow the document") {
    const auto pdfOf = [](const Setup& s) {
        const Evaluation e = evaluate(s);
        return sheetPdf(benchSheet(s, e), {s, e});
    };
    const auto pages = [](const std::string& pdf) {
        std::size_t n = 0;
        for (std::size_t at = pdf.find("/Type /Page\n"); at != std::string::npos; at = pdf.find("/Type /Page\n", at + 1)) ++n;
        return n;
    };
    const std::string pdf = pdfOf(khtest::turnstone());
    REQUIRE(pdf.rfind("%PDF", 0) == 0);
    CHECK(pages(pdf) == 5);                      // two of the transmitter, two of the controller
    CHECK(pages(pdfOf(khtest::gannet())) <= 5);  // an engine has no speed controller: the machine follows the controller
    const auto figures = [](const Setup& s) {
        const Evaluation e = evaluate(s);
        return sheetFigures(benchSheet(s, e), {s, e}).svg;
    };
    const auto built = figures(khtest::turnstone());
    CHECK(built.size() == 4);
    {  // the page brings the letters its drawings are measured in
        const Setup s = khtest::turnstone();
        const Evaluation e = evaluate(s);
        const Sheet sheet = benchSheet(s, e);
        const std::string html = io::sheetHtml(sheet, sheetFigures(sheet, {s, e}));
        const std::string family = Theme::font(12).family().toStdString();
        for (const char* weight : {"normal", "bold"})
            CHECK(html.find("@font-face { font-family: \"" + family + "\"; font-weight: " + weight +
                            "; src: url(data:font/otf;base64,T1RUTw") != std::string::npos);
        for (const auto& [which, svg] : built) CHECK(svg.find("font-family=\"" + family + "\"") != std::string::npos);
    }
    const auto changed = [&](SheetFigure figure, const std::vector<Edit>& edits) {
        const auto after = figures(khtest::edited(khtest::turnstone(), edits));
        for (const auto& [which, svg] : after) CHECK((svg != built.at(which)) == (which == figure));
    };
    using namespace std::string_literals;
    changed(SheetFigure::Plate, {{"controller.ports.2.reversed", !khtest::turnstone().controller.ports[1].reversed}});
    changed(SheetFigure::Wiring, {{"machine.wiring.receiver", "a lead each"s}});
    changed(SheetFigure::Throttle, {{"transmitter.modes.idle1.throttle", flatCurve(62.0, 5)}});
    changed(SheetFigure::Pitch, {{"transmitter.modes.idle1.pitch", lineCurve(-90.0, 90.0, 5)}});
    // black on white, whatever the theme: no colour in any of them
    for (const ThemeKind theme : {ThemeKind::Chart, ThemeKind::Night}) {
        Theme::set(theme);
        for (const auto& [which, svg] : figures(khtest::turnstone())) {
            CHECK(svg == built.at(which));
            QImage image(660, 320, QImage::Format_RGB32);
            image.fill(Qt::white);
            QSvgRenderer renderer(QByteArray::fromStdString(svg));
            REQUIRE(renderer.isValid());
            QPainter p(&image);
            renderer.render(&p);
            p.end();
            int ink = 0, coloured = 0;
            for (int y = 0; y < image.height(); ++y)
                for (int x = 0; x < image.width(); ++x) {
                    const QColor c = image.pixelColor(x, y);
                    ink += c.value() < 128 ? 1 : 0;
                    coloured += c.saturation() > 30 && c.value() > 40 ? 1 : 0;
                }
            CHECK(ink > 500);
            CHECK(coloured == 0);
        }
        CHECK(Theme::kind() == theme);
    }
    Theme::set(ThemeKind::Chart);
}

TEST_CASE("the switches of every transmitter stand apart, however narrow the drawing") {
    const io::Library lib = io::loadLibrary({KEELHAUL_SOURCE "/data"});
    REQUIRE(lib.transmitters.size() >= 3);
    for (const TransmitterProfile& box : lib.transmitters)
        for (const double width : {353.0, 400.0, 540.0, 900.0}) {
            INFO(box.name << " at " << width);
            std::vector<double> at;
            for (const SwitchSpot& spot : switchSpots(QRectF(0, 0, width, 286), box)) at.push_back(spot.track.center().x());
            REQUIRE(at.size() == box.switches.size());
            std::sort(at.begin(), at.end());
            for (std::size_t i = 1; i < at.size(); ++i) CHECK(at[i] - at[i - 1] >= 34.0);
        }
}

TEST_CASE("the wiring plan follows the facts: receiver kind, throttle lead, supply leads") {
    const auto drawn = [](const std::vector<Edit>& edits) {
        return picture(paintWiring, khtest::edited(khtest::turnstone(), edits), still());
    };
    const QImage built = drawn({});
    using namespace std::string_literals;
    CHECK(drawn({{"machine.wiring.receiver", "a lead each"s}}) != built);
    CHECK(drawn({{"machine.wiring.receiver", "remote receivers"s}}) != built);
    CHECK(drawn({{"machine.wiring.throttleLead", "receiver"s}}) != built);
    CHECK(drawn({{"machine.wiring.supplyLeads", 2.0}}) != built);
    CHECK(drawn({{"machine.wiring.buffer", true}}) != built);
    CHECK(drawn({{"machine.massKg", 3.0}}) == built);
}

TEST_CASE("hold's states are drawn with the way out of the one the deck is in") {
    const Setup& setup = khtest::turnstone();
    const Evaluation evaluation = evaluate(setup);
    const ChainModel model(setup);
    const auto drawn = [&](const char* mode, bool withMoves) {
        const Deck deck = *deckInMode(setup, mode);
        const Trace now = trace(setup, deck);
        Scene scene{setup, evaluation, now, deck, {}};
        if (withMoves) scene.moves = throttleMoves(setup, model, evaluation.figures, deck);
        scene.guard = powerOnGuard(setup, model, deck);
        QImage image(620, 520, QImage::Format_RGB32);
        image.fill(Theme::tokens().sheet);
        QPainter p(&image);
        paintThrottleStates(p, QRectF(10, 10, 600, 500), scene);
        return image;
    };
    CHECK(drawn("hold", true) != drawn("normal", true));
    CHECK(drawn("hold", true) != drawn("hold", false));
    CHECK(drawn("hold", true) == drawn("hold", true));
}

namespace {

/// Every text a drawing writes.
std::set<std::string> textsOf(DrawingId drawing, const Setup& setup, const Deck& deck, std::size_t mode = 0) {
    const Evaluation evaluation = evaluate(setup);
    const Trace now = trace(setup, deck);
    Scene scene{setup, evaluation, now, deck, {}};
    scene.mode = mode;
    const std::string svg = drawingsSvg({{drawing, {0, 0, 560, 420}, "one"}}, scene, QSizeF(560, 420));
    std::set<std::string> out;
    QXmlStreamReader reader(QByteArray::fromStdString(svg));
    while (!reader.atEnd())
        if (reader.readNext() == QXmlStreamReader::StartElement && reader.name() == QLatin1String("text"))
            out.insert(reader.readElementText().toStdString());
    return out;
}

/// A fact that is changed, and what the drawing then says that it did not say before.
struct Says {
    DrawingId drawing;
    std::vector<Edit> edits;
    std::vector<const char*> then;
};

std::vector<Says> sayings() {
    using namespace std::string_literals;
    const Curve flat70 = khtest::curveOf({70.0, 70.0, 70.0});
    return {
        {DrawingId::Helicopter, {{"machine.massKg", 2.9}}, {"2 blades of 470 mm, chord 43.0 mm, flying mass 2.90 kg"}},
        {DrawingId::Helicopter, {{"machine.rotor.blades", 3.0}}, {"3 blades of 470 mm, chord 43.0 mm, flying mass 2.20 kg"}},
        {DrawingId::ChannelBars, {{"transmitter.channels.aileron.travelHighPct", 84.0}}, {"+56.0 %"}},
        {DrawingId::ChannelBars, {{"transmitter.channels.elevator.reversed", true}}, {"−20.0 %"}},
        {DrawingId::Wiring, {{"machine.supply.volts", 7.4}}, {"supply leads: 1, 7.4 V"}},
        {DrawingId::Wiring, {{"machine.wiring.receiver", "a lead each"s}}, {"a lead a channel", "aileron"}},
        {DrawingId::Rates, {{"transmitter.modes.normal.aileron.ratePct", 80.0}}, {"80 %", "160 °/s", "2.25 s"}},
        {DrawingId::GainScales, {{"transmitter.modes.normal.tailGainPct", -30.0}}, {"R 30", "−30", "R 30 %", "−30 %"}},
        {DrawingId::ThrottleStates, {{"transmitter.modes.normal.throttle", flat70}}, {"70 %   1660 µs"}},
        {DrawingId::ThrottleStates, {{"transmitter.hold.throttlePct", 5.0}}, {"5 %   1140 µs"}},
        {DrawingId::SwashSection, {{"machine.servos.left.armMm", 16.0}}, {"r 16.0 mm, L 40.0 mm"}},
        {DrawingId::SwashSection, {{"machine.servos.left.linkMm", 44.0}}, {"r 14.0 mm, L 44.0 mm"}},
        {DrawingId::Strokes, {{"controller.ports.1.trimUs", 30.0}}, {"1708"}},
        {DrawingId::Strokes, {{"controller.ports.3.reversed", !khtest::turnstone().controller.ports[2].reversed}}, {"1612", "+8.8°"}},
        {DrawingId::Tail,
         {{"controller.directions.rudderReversed", !khtest::turnstone().controller.directions.rudderReversed}},
         {"right", "+2.60 mm"}},
        {DrawingId::HeadSpeeds, {{"machine.rotor.bladeMaxRpm", 2700.0}}, {"blade limit 2700"}},
        {DrawingId::PinionTable, {{"machine.power.mainTeeth", 100.0}}, {"6.67", "7.69"}},
        {DrawingId::HoldBars, {{"transmitter.hold.throttlePct", 5.0}}, {"5 %"}},
        {DrawingId::Mounting, {{"machine.mounting", "label down, plugs aft"s}}, {"as built: label down, plugs aft"}},
        {DrawingId::Mounting, {{"controller.mounting", "label down, plugs aft"s}}, {"as set: label down, plugs aft"}},
        {DrawingId::HandTests, {{"controller.mounting", "label down, plugs aft"s}}, {"plate forward", "edges right"}},
        {DrawingId::TailStroke, {{"controller.tail.limitLeftPct", 90.0}}, {"−2.35", "−4.5"}},
        {DrawingId::SpoolUp, {{"speedController.softStartS", 12.0}}, {"hold off, 12.0 s"}},
        {DrawingId::BladeSection, {{"controller.collectiveTrimPct", 10.0}}, {}},
    };
}

}  // namespace

TEST_CASE("what a drawing says follows the facts, and only those it is about") {
    Deck deck = moved();
    for (const Says& s : sayings()) {
        const Setup changed = khtest::edited(khtest::turnstone(), s.edits);
        INFO(static_cast<int>(s.drawing) << " " << s.edits.front().path);
        const std::set<std::string> before = textsOf(s.drawing, khtest::turnstone(), deck);
        const std::set<std::string> after = textsOf(s.drawing, changed, deck);
        INFO(khtest::listed(after));
        CHECK(before != after);
        for (const char* text : s.then) {
            CHECK(after.count(text) == 1);
            CHECK(before.count(text) == 0);
        }
    }
}

TEST_CASE("under hold an engine that idles below its clutch, and a bail-out idle, are no danger; a hold that does not act is") {
    const auto bars = [](const Setup& s) { return textsOf(DrawingId::HoldBars, s, still()); };
    CHECK(bars(khtest::gannet()).count("idle, 1220 µs") == 1);
    CHECK(bars(khtest::gannet()).count("hold does not act here") == 0);
    const Setup grips = khtest::edited(khtest::gannet(), {{"machine.power.clutchPct", 12.0}});
    CHECK(bars(grips).count("the motor may run") == 1);
    CHECK(bars(grips).count("clutch grips from 12 %") == 1);
    const Setup bail =
        khtest::edited(khtest::turnstone(), {{"transmitter.schools.hold", std::string("bail-out")}, {"transmitter.hold.throttlePct", 5.0}});
    CHECK(bars(bail).count("idle, 1140 µs") == 1);
    const Setup notIn = khtest::edited(khtest::turnstone(), {{"transmitter.hold.actsIn", std::vector<std::string>{"normal"}}});
    CHECK(bars(notIn).count("hold does not act here") == 1);
}

TEST_CASE("a drawing that is kept while the deck moves shows nothing of the deck, on any machine") {
    std::size_t kept = 0;
    for (const Setup* s : {&khtest::turnstone(), &khtest::gannet(), &khtest::dunlin(), &khtest::fulmar()}) {
        const Evaluation evaluation = evaluate(*s);
        for (const StationEntry& station : shippedStations().entries()) {
            if (station.panels == nullptr) continue;
            for (const PanelSpec& panel : station.panels({560, 420, nullptr, evaluation.figures, false})) {
                if (!panel.still) continue;
                INFO(station.name << ", " << panel.title);
                CHECK(picture(drawingOf(panel.drawing), *s, still()) == picture(drawingOf(panel.drawing), *s, moved()));
                ++kept;
            }
        }
    }
    CHECK(kept >= 20);
}

TEST_CASE("no drawing of an engine speaks of a pack, a motor's constant or a speed controller") {
    for (std::size_t i = 0; i < kDrawings; ++i)
        for (const std::string& text : textsOf(static_cast<DrawingId>(i), khtest::gannet(), moved()))
            for (const char* electric : {"pack", "Kv", "speed controller", "Capstan"}) {
                INFO(i << ": " << text);
                CHECK(text.find(electric) == std::string::npos);
            }
}

}  // namespace drawings_tests
