// SPDX-License-Identifier: GPL-3.0-or-later
//
// What the window calls things: no dotted path and no id in any view, panel, list or refusal; and a station that does not
// ship, put through the window.
#include "app/bench.h"
#include "base/error.h"
#include "model/fieldpatterns.h"
#include "session/told.h"

#include <QLineEdit>
#include <QListWidget>
#include <QRegularExpression>
#include <QUndoStack>

namespace names_tests {

using namespace kh;
using namespace kh::app;
using khtest::Bench;
using khtest::shownItems;

namespace {

void clean(const QString& text) {
    static const QRegularExpression id(
        QStringLiteral("(machine|transmitter|controller|speedController|rows)\\.[a-z]|[a-z](Pct|Deg|Mm|Us|Rpm)\\b|\\b(bank|gain)-\\d"));
    INFO(text.toStdString());
    CHECK_FALSE(text.contains(id));
}

constexpr Station kBallast{12};
StationPage ballastRows(const RowBuilder& b) {
    StationPage page{kBallast, {}};
    page.rows.push_back(b.row("ballast-mass", say(KH_TR("Mass")), {}, {}, {{b.field("machine.massKg"_field)}}));
    return page;
}

}  // namespace

TEST_CASE("no view, no derivation and no list of the window shows a path or an id") {
    for (const char* model : {"turnstone-470", "dunlin-380", "fulmar-700", "gannet-600n"}) {
        Bench b(QString::fromLatin1(model));
        (void)b.proved();
        for (const StationEntry& s : stations()) {
            b.go(s.station);
            for (const ItemView* view : b.window.findChildren<ItemView*>())
                for (const Item& item : shownItems(view)) {
                    clean(item.name);
                    clean(item.value);
                }
            if (s.page == PageKind::Proof) continue;
            for (int row = 0; row < static_cast<int>(b.w().page().rows.size()); ++row)
                for (std::size_t cell = 0; cell < b.w().page().rows[static_cast<std::size_t>(row)].cells.size(); ++cell) {
                    b.w().select({row, static_cast<int>(cell), 0});
                    const Part* part = b.w().selectedPart();
                    if (part == nullptr || part->why.lines.empty()) continue;
                    b.act("why");
                    for (const QString& line : b.window.why()->lines()) clean(line);
                    b.act("why");
                }
        }
        b.act("find");
        for (int i = 0; i < b.window.palette()->list()->count(); ++i) clean(b.window.palette()->list()->item(i)->text());
        b.window.palette()->hide();
        b.act("to-set");
        for (const Item& item : shownItems(b.window.page())) {
            clean(item.name);
            clean(item.value);
        }
    }
}

TEST_CASE("every command of the table does something, and every word that asks for one asks for one that is there") {
    Bench b;
    for (const Shortcut& s : shortcuts())
        if (!s.local) CHECK(b.window.action(QString::fromLatin1(s.id)) != nullptr);
    int asked = 0;
    for (const StationPage& page : b.w().pages())
        for (const Row& row : page.rows)
            for (const Cell& cell : row.cells)
                for (const Part& part : cell.parts)
                    if (const auto* act = part.as<Part::Act>()) {
                        ++asked;
                        CHECK(shortcut(act->id) != nullptr);
                    }
    CHECK(asked >= 1);
}

TEST_CASE("every cell that is typed into refuses nonsense by its name, and an undo is called by its row") {
    Bench b;
    int refused = 0;
    for (const StationEntry& s : stations()) {
        if (s.page == PageKind::Proof) continue;
        b.go(s.station);
        const StationPage page = b.w().page();
        for (const Row& row : page.rows)
            for (const Cell& cell : row.cells)
                for (const Part& part : cell.parts) {
                    if (part.field().empty()) continue;
                    try {
                        b.w().editPart(part, QStringLiteral("no such thing 7,7,7"));
                    } catch (const InputError& e) {
                        ++refused;
                        clean(session::told(b.w().setup(), e));
                    }
                }
    }
    CHECK(refused > 80);
    for (int i = 0; i < b.w().document().history().count(); ++i) clean(b.w().document().history().text(i));
}

TEST_CASE("a station that does not ship stands in keel, page, drawing and palette by its entry alone") {
    std::vector<StationEntry> all(stations().begin(), stations().end());
    all.push_back({.station = kBallast,
                   .name = KH_TR("Ballast"),
                   .shortName = KH_TR("Ball"),
                   .rows = ballastRows,
                   .panels = [](const PanelContext& c) -> std::vector<PanelSpec> {
                       return {{DrawingId::Helicopter, {kPanelLeft, 10, c.innerWidth(), c.innerHeight()}, KH_TR("Mass")}};
                   },
                   .extraRows = {"ballast-mass"}});
    const StationSet set(all);
    QTemporaryDir folder;
    MainWindow window({folder.path(), {KEELHAUL_SOURCE "/data"}, &set});
    window.resize(1280, 800);
    window.show();
    REQUIRE(QTest::qWaitForWindowExposed(&window));
    REQUIRE(window.openFile(QStringLiteral(KEELHAUL_SOURCE "/data/demo/turnstone-470.keel.json")));
    Bench::settle();
    const auto keelHas = [&](const QString& name) {
        for (const Item& i : window.keel()->items())
            if (i.name.contains(name)) return true;
        return false;
    };
    CHECK(keelHas(QStringLiteral("Ballast")));
    window.workspace().setStation(kBallast);
    Bench::settle();
    REQUIRE(window.workspace().page().rows.size() == 1);
    CHECK(window.page()->items().size() > 0);
    CHECK(window.bench()->item(QStringLiteral("panel-Mass")) != nullptr);
    window.action(QStringLiteral("find"))->trigger();
    window.palette()->field()->setText(QStringLiteral("Station Ballast"));
    Bench::settle();
    CHECK(window.palette()->list()->count() >= 1);
}

}  // namespace names_tests
