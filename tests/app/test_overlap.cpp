// SPDX-License-Identifier: GPL-3.0-or-later
//
// No text of any view stands on another or leaves the view, whatever the station, the row, the theme, the window and the text
// size. A share of them here; all of them with KEELHAUL_MATRIX=all, as .ci/run does.
#include "app/accents.h"
#include "app/bench.h"
#include "app/helicopter/newmodel/newmodelview.h"
#include "app/recorder.h"
#include "app/walk.h"
#include "io/library.h"
#include "model/helicopter/functions.h"
#include "model/helicopter/layouts.h"
#include "paint/look/theme.h"

#include <map>
#include <set>

namespace overlap_tests {

using namespace kh;
using namespace kh::app;
using khtest::Bench;
using khtest::PaintedText;
using khtest::TextRecorder;

namespace {

/// What is wrong with a view as it stands, in words; each kind once.
void look(QWidget* view, const std::string& where, std::map<std::string, std::string>& wrong) {
    if (!view->isVisible() || view->width() < 2 || view->height() < 2) return;
    TextRecorder recorder(view->size());
    view->render(&recorder, QPoint(), QRegion(), QWidget::DrawWindowBackground);
    const auto& texts = recorder.texts();
    const QString name = QString::fromLatin1(view->metaObject()->className()).section(QStringLiteral("::"), -1);
    const QRectF all(QPointF(0, 0), QSizeF(view->size()));
    for (qsizetype i = 0; i < texts.size(); ++i) {
        const PaintedText& a = texts[i];
        if (!all.adjusted(-1, -1, 1, 1).contains(a.rect))
            wrong.try_emplace((name + QStringLiteral(" leaves the view: ") + a.text).toStdString(), where);
        for (qsizetype k = i + 1; k < texts.size(); ++k) {
            const QRectF both = a.rect & texts[k].rect;
            if (both.width() > 1.0 && both.height() > 1.0)
                wrong.try_emplace((name + QStringLiteral(" overlap: ") + a.text + QStringLiteral(" | ") + texts[k].text).toStdString(),
                                  where);
        }
    }
}

}  // namespace

TEST_CASE("the recorder tells texts on each other, texts out of the view, and texts that are covered") {
    struct Page : QWidget {
        double y = 40, x = 10;
        bool covered = false;
        void paintEvent(QPaintEvent*) override {
            QPainter p(this);
            p.setFont(QFont(QStringLiteral("IBM Plex Sans"), 12));
            p.drawText(QPointF(10, 20), QStringLiteral("first"));
            if (covered) p.fillRect(rect(), Qt::white);
            p.drawText(QPointF(x, y), QStringLiteral("second"));
        }
    } page;
    page.resize(200, 60);
    page.show();
    const auto wrong = [&](double x, double y, bool covered = false) {
        page.x = x;
        page.y = y;
        page.covered = covered;
        std::map<std::string, std::string> found;
        look(&page, "page", found);
        return found.empty() ? std::string() : found.begin()->first;
    };
    CHECK(wrong(10, 40).empty());
    CHECK(wrong(12, 22).find("overlap: first | second") != std::string::npos);
    CHECK(wrong(12, 22, true).empty());
    CHECK(wrong(190, 40).find("leaves the view: second") != std::string::npos);
}

TEST_CASE("where page and drawing do not both fit they stand behind two tabs, and each can be reached") {
    Bench b;
    auto* tabs = b.window.findChild<QTabBar*>(QStringLiteral("page-or-drawing"));
    REQUIRE(tabs != nullptr);
    CHECK_FALSE(tabs->isVisible());
    CHECK((b.window.page()->isVisible() && b.window.bench()->isVisible()));
    b.window.setTextScale(1.5);
    Bench::settle();
    REQUIRE(tabs->isVisible());
    CHECK((b.window.page()->isVisible() && !b.window.bench()->isVisible()));
    tabs->setCurrentIndex(1);
    Bench::settle();
    CHECK((!b.window.page()->isVisible() && b.window.bench()->isVisible()));
    b.act("find");
    b.window.palette()->field()->setText(QStringLiteral("tail gain Link"));
    QTest::keyClick(b.window.palette()->field(), Qt::Key_Return);  // goes to a cell: the page comes up
    Bench::settle();
    CHECK(b.window.page()->isVisible());
    b.window.setTextScale(1.0);
    Bench::settle();
    CHECK((!tabs->isVisible() && b.window.page()->isVisible() && b.window.bench()->isVisible()));
}

TEST_CASE("the chosen row stays in sight when the text grows and shrinks") {
    Bench b;
    for (const StationEntry& s : stations()) {
        if (s.page != PageKind::Ledger) continue;
        b.go(s.station);
        const int rows = static_cast<int>(b.w().page().rows.size());
        for (const int row : {0, rows / 2, rows - 1}) {
            b.w().select({row, 0, 0});
            for (const double scale : {1.5, 1.0, 1.3}) {
                b.window.setTextScale(scale);
                Bench::settle();
                const Item* item = b.window.page()->item(QStringLiteral("row-%1").arg(row));
                INFO(s.name << " row " << row << " at " << scale);
                REQUIRE(item != nullptr);
                CHECK(item->rect.top() >= 0.0);
                CHECK(item->rect.bottom() <= b.window.page()->height() + 1.0);
            }
        }
    }
    b.window.setTextScale(1.0);
}

TEST_CASE("a note of the trace is not cut to half a sentence where the deck is narrow") {
    for (const QSize& size : {QSize(1024, 700), QSize(1280, 800)}) {
        Bench b(QStringLiteral("dunlin-380"));
        b.window.resize(size);
        b.window.setTextScale(1.5);
        Deck deck;
        deck.sticks.rudder = 0.3;
        b.w().setDeck(deck);
        for (const Function f : {heli::Collective, heli::Rudder, heli::Throttle, heli::Gain}) {
            b.w().setTracedFunction(f);
            Bench::settle();
            TextRecorder recorder(b.window.deck()->size());
            b.window.deck()->render(&recorder, QPoint(), QRegion(), QWidget::DrawWindowBackground);
            CHECK_FALSE(recorder.texts().isEmpty());
            for (const PaintedText& text : recorder.texts()) {
                INFO(functionId(f) << " at " << size.width() << ": " << text.text.toStdString());
                CHECK_FALSE(text.text.endsWith(QStringLiteral("…")));
            }
        }
        b.window.setTextScale(1.0);
    }
}

TEST_CASE("no text stands on another or leaves its view") {
    const bool whole = qEnvironmentVariable("KEELHAUL_MATRIX") == QStringLiteral("all");
    const bool little = qEnvironmentVariable("KEELHAUL_MATRIX") == QStringLiteral("little");  // under the sanitizers
    std::map<std::string, std::string> wrong;
    const std::vector<QSize> sizes{{1024, 700}, {1280, 800}, {2560, 1440}};
    for (const char* model : {"turnstone-470", "fulmar-700", "dunlin-380"}) {
        if (little && std::string(model) != "turnstone-470") continue;
        Bench b(QString::fromLatin1(model));
        (void)b.proved();
        b.planned();
        std::size_t n = 0;
        for (const char* theme : {"chart", "night"})
            for (const QSize& size : sizes)
                for (const double scale : {0.9, 1.0, 1.3, 1.5}) {
                    const bool usual = size.width() == 1280 && scale == 1.0;
                    if (!whole && (n++ % 7 != 0 && !usual)) continue;
                    if (!whole && std::string(theme) == "night") continue;
                    if (little && (std::string(model) != "turnstone-470" || !usual)) continue;
                    b.window.setTheme(QString::fromLatin1(theme));
                    b.window.setTextScale(scale);
                    b.window.resize(size);
                    for (int tab = 0; tab < 2; ++tab) {
                        auto* tabs = b.window.findChild<QTabBar*>(QStringLiteral("page-or-drawing"));
                        tabs->setCurrentIndex(tab);
                        khtest::walkViews(b,
                                          std::string(model) + " " + theme + " " + std::to_string(size.width()) + " " +
                                              std::to_string(scale).substr(0, 4),
                                          tab == 0 && std::string(theme) == "chart",  // a theme changes colours, not places
                                          [&](QWidget* view, const std::string& where) { look(view, where, wrong); });
                        if (!tabs->isVisible()) break;
                    }
                }
        b.window.setTextScale(1.0);
        b.window.setTheme(QStringLiteral("chart"));
    }
    Bench b;
    for (const double scale : {0.9, 1.0, 1.3, 1.5})
        for (const QSize& size : sizes) {
            paint::Theme::setTextScale(scale);
            NewModelView page({b.w(), [] {}, [] { return true; }, {}}, newModelViewEntry());
            page.resize(size.width(), size.height() - static_cast<int>(104 * scale));  // beneath bar and keel
            page.entered();
            page.show();
            std::vector<std::pair<std::string, std::string>> shownOnes;  // every layout, and every size
            for (const Layout& layout : layouts()) shownOnes.emplace_back(layout.id, "470");
            for (const Machine& m : page.draft().sizes()) shownOnes.emplace_back(layouts().front().id, m.sizeClass);
            for (std::size_t n = 0; n < shownOnes.size(); n += whole ? 1 : little ? 12 : 4) {
                NewModelAnswers a = page.draft().answers();
                a.name = "A name that is longer than its place would have it";
                a.layout = shownOnes[n].first;
                a.sizeClass = shownOnes[n].second;
                page.answer(a);
                page.goTo(1 + static_cast<int>(n) % 9);
                Bench::settle();
                look(&page, "new model " + std::to_string(size.width()) + " " + std::to_string(scale).substr(0, 4) + " " + a.sizeClass,
                     wrong);
            }
        }
    paint::Theme::setTextScale(1.0);
    for (const auto& [what, where] : wrong) {
        INFO(what << "   at " << where);
        CHECK(what.empty());
    }
}

TEST_CASE("the longest names a profile may have are cut by their cells, in every row") {
    std::map<std::string, std::string> wrong;
    Bench b;
    Setup s = b.w().setup();
    const auto longest = [](const char* first) {
        std::string name = first;
        while (name.size() + 12 < 400) name += " of the long";
        return name;
    };
    s.transmitter.profile.edit().name = longest("Transmitter");
    s.controller.profile.edit().name = longest("Controller");
    s.speedController.profile.edit().name = longest("Speed controller, six cells");
    s.machine.aircraft.facts().eachServo(
        [&](const ServoPlace&, Shared<ServoProfile>& servo) { servo.edit().name = longest("Servo, wide"); });
    b.w().document().replace(QStringLiteral("x"), s);
    (void)b.proved();
    b.planned();
    for (const QSize& size : {QSize(1272, 760), QSize(1024, 700)}) {
        b.window.resize(size);
        khtest::walkViews(b, std::to_string(size.width()), true,
                          [&](QWidget* view, const std::string& where) { look(view, where, wrong); });
    }
    for (const auto& [what, where] : wrong) {
        INFO(what << "   at " << where);
        CHECK(what.empty());
    }
}

TEST_CASE("in a small window titles of rows and findings, names of boxes and standings stay whole") {
    std::set<std::string> cut;
    std::size_t seen = 0;
    for (const char* model : {"turnstone-470", "redshank-470", "gannet-600n"}) {
        Bench b(QString::fromLatin1(model));
        (void)b.proved();
        b.window.resize(1024, 700);
        const auto painted = [](QWidget* view) {
            TextRecorder recorder(view->size());
            view->render(&recorder, QPoint(), QRegion(), QWidget::DrawWindowBackground);
            return recorder.texts();
        };
        khtest::walkViews(b, model, false, [&](QWidget* view, const std::string& where) {
            if (!view->isVisible() || view->width() < 2) return;
            QStringList whole{QStringLiteral("transmitter"), QStringLiteral("controller"), QStringLiteral("at the machine")};
            for (const Row& row : b.w().page().rows) whole << words(row.title) << words(standingId(row.standing));
            for (const session::ProofEntry& e : b.w().entries())
                if (!e.passed) whole << words(e.finding.title);
            for (const PaintedText& text : painted(view)) {
                ++seen;
                if (!text.text.endsWith(QChar(0x2026))) continue;
                const QString start = text.text.chopped(1);
                for (const QString& one : std::as_const(whole))
                    if (!start.isEmpty() && one.startsWith(start)) cut.insert(where + ": " + text.text.toStdString());
            }
        });
    }
    CHECK(seen > 500);
    for (const std::string& one : cut) {
        INFO(one);
        CHECK(one.empty());
    }
}

TEST_CASE("in a language a third longer no text stands on another or leaves its view") {
    const khtest::Speaking longer(true);
    std::map<std::string, std::string> wrong;
    const bool whole = qEnvironmentVariable("KEELHAUL_MATRIX") == QStringLiteral("all");
    const bool little = qEnvironmentVariable("KEELHAUL_MATRIX") == QStringLiteral("little");  // under the sanitizers
    for (const char* model : {"turnstone-470", "dunlin-380"}) {
        if (little != (std::string(model) == "turnstone-470") && !whole) continue;
        Bench b(QString::fromLatin1(model));
        (void)b.proved();
        b.planned();
        khtest::walkViews(b, model, true, [&](QWidget* view, const std::string& where) { look(view, where, wrong); });
    }
    for (const auto& [what, where] : wrong) {
        INFO(what << "   at " << where);
        CHECK(what.empty());
    }
}

}  // namespace overlap_tests
