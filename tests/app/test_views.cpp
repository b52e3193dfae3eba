// SPDX-License-Identifier: GPL-3.0-or-later
//
// Views that are no stations: the way in, the way back, what their keel counts, and one that a test brings.
#include "app/bench.h"
#include "app/helicopter/newmodel/newmodelview.h"
#include "app/views/planview.h"
#include "app/views/tosetview.h"
#include "procedure/aircraft.h"

#include <QLabel>
#include <QListWidget>
#include <QMessageBox>

namespace views_tests {

using namespace kh;
using namespace kh::app;
using khtest::Bench;
using khtest::whenOpen;

namespace {

QString back(Bench& b) {
    Bench::settle();
    const Item* item = b.window.topBar()->item(QStringLiteral("back"));
    return item == nullptr ? QString() : item->name;
}

/// A view that ships with no program: two things counted.
class Locker final : public ViewPage {
public:
    explicit Locker(const ViewHost& host) : host_(host), label_(new QLabel(QStringLiteral("in the locker"))) {
        label_->setFocusPolicy(Qt::StrongFocus);
    }
    ~Locker() override { delete label_; }
    QWidget* widget() override { return label_; }
    std::vector<KeelRib> ribs() const override {
        std::vector<KeelRib> ribs(2);
        for (std::size_t i = 0; i < ribs.size(); ++i) {
            ribs[i].id = QStringLiteral("shelf-%1").arg(i);
            ribs[i].title = ribs[i].brief = ribs[i].name = QStringLiteral("Shelf %1").arg(i);
            ribs[i].current = i == at_;
            ribs[i].frames.push_back({QStringLiteral("frame-%1").arg(i), QStringLiteral("rope"), QStringLiteral("coiled")});
        }
        return ribs;
    }
    void go(std::size_t rib, std::size_t) override { at_ = rib; }

private:
    ViewHost host_;
    QLabel* label_;
    std::size_t at_ = 0;
};

}  // namespace

TEST_CASE("what is chosen on a page beneath a view is neither changed, proved nor posed from the view") {
    for (const ViewEntry& view : shippedViews()) {
        if (std::string(view.id) == session::kPlanView) continue;  // it speaks of a step of its own
        for (const char* model : {"dunlin-380", "redshank-470", "gannet-600n"}) {
            Bench b(QString::fromLatin1(model));
            b.planned();
            for (std::size_t g = 0; g < aircraftEntry(b.w().setup()).guards(b.w().setup()).guards.size(); ++g) b.w().guards().tick(g, true);
            for (const StationEntry& station : b.w().stations().entries())
                for (const StationPage& page : b.w().pages()) {
                    if (page.station != station.station) continue;
                    const auto wrong = std::find_if(page.rows.begin(), page.rows.end(), [](const Row& r) { return !r.findings.empty(); });
                    const Row& row = wrong == page.rows.end() ? page.rows.front() : *wrong;
                    REQUIRE(b.w().goToRow(row.id, 0));
                    b.w().enter(view.id);
                    INFO(model << ", " << view.id << " over " << station.name << ", " << row.id);
                    const auto before = b.w().now().setup;
                    for (const char* id :
                         {"remedy", "seen", "measured", "pose", "matrix-copy", "matrix-row", "matrix-mode", "matrix-add", "matrix-remove"})
                        b.act(id);
                    b.w().assignSwitch(b.w().setup().transmitter.profile->switches.front().id, 1);
                    CHECK(b.w().now().setup == before);  // the very same document
                    CHECK_FALSE(b.w().pose().on());
                    CHECK(b.w().view() == view.id);
                    CHECK(b.w().selectedFinding() == -1);
                    b.w().leave();
                    REQUIRE(b.w().selectedRow() != nullptr);  // and it is chosen still
                    CHECK(b.w().selectedRow()->id == row.id);
                }
        }
    }
}

TEST_CASE("Esc leads back to where one came from, through views, and nothing is lost") {
    Bench b(QStringLiteral("dunlin-380"));
    b.planned();
    REQUIRE(b.w().goToRow("collective-range"));
    const session::Selection there = b.w().selection();
    b.act("plan");
    CHECK(b.w().view() == "plan");
    CHECK(back(b) == QStringLiteral("back to Pitch"));
    CHECK(b.window.topBar()->item(QStringLiteral("view"))->value == QStringLiteral("Plan"));
    CHECK(b.window.topBar()->item(QStringLiteral("guard-0")) == nullptr);
    b.key(Qt::Key_Down);
    b.act("to-set");
    CHECK(back(b) == QStringLiteral("back to Plan"));
    b.key(Qt::Key_Escape);
    CHECK(b.w().view() == "plan");
    CHECK(b.w().repair().step() == 1);
    b.key(Qt::Key_Escape);
    CHECK(b.w().view().empty());
    CHECK(b.w().station() == Station::Pitch);
    CHECK(b.w().selection() == there);
    CHECK(b.window.topBar()->item(QStringLiteral("guard-0")) != nullptr);
    // to and fro: no way grows without end
    for (int i = 0; i < 3; ++i) {
        b.act("plan");
        b.act("to-set");
    }
    b.key(Qt::Key_Escape);
    b.key(Qt::Key_Escape);
    CHECK(b.w().view().empty());
    // a click on the way back, and a digit straight to a station
    b.act("plan");
    b.click(b.window.topBar(), QStringLiteral("back"));
    CHECK(b.w().view().empty());
    b.act("to-set");
    b.key(Qt::Key_6, Qt::AltModifier);
    CHECK(b.w().view().empty());
    CHECK(b.w().station() == Station::Tail);
    b.key(Qt::Key_0, Qt::AltModifier);
    CHECK(b.w().station() == Station::Proof);
}

TEST_CASE("the keel of a view counts what the view is about, and leads to it") {
    Bench b(QStringLiteral("dunlin-380"));
    b.planned();
    b.act("plan");
    const std::vector<KeelRib> plan = b.window.keel()->ribs();
    REQUIRE_FALSE(plan.empty());
    CHECK(plan[0].frames.size() == b.w().repair().plan().steps.size());
    CHECK(plan[0].findings[0] == b.w().repair().plan().dangers);
    b.click(b.window.keel(), QStringLiteral("frame-step-3"));
    CHECK(b.w().repair().step() == 2);
    CHECK(b.window.keel()->ribs()[0].frames[2].chosen);
    b.act("to-set");
    std::size_t frames = 0;
    for (const KeelRib& rib : b.window.keel()->ribs()) frames += rib.frames.size();
    CHECK(frames == b.w().toBeSet().size());
    std::set<QString> ids;
    for (const Item& item : b.window.keel()->items()) CHECK(ids.insert(item.id).second);
    const QString before = b.window.keel()->ribs().front().title;
    b.act("next");  // in a view its parts
    const auto ribs = b.window.keel()->ribs();
    CHECK(std::count_if(ribs.begin(), ribs.end(), [](const KeelRib& r) { return r.current; }) == 1);
    if (ribs.size() > 1) CHECK_FALSE(ribs.front().current);
    CHECK(b.w().view() == "to-set");
    // F1 explains what is chosen there
    auto* view = b.window.findChild<ToSetView*>();
    view->list()->setCurrentIndex(view->model().index(0));
    const ToBeSet& first = b.w().toBeSet().front();
    b.act("why");
    REQUIRE(b.window.why()->isVisible());
    CHECK(b.window.why()->lines().join(' ').contains(words(first.why)));
    b.act("why");
    b.key(Qt::Key_Escape);
    b.key(Qt::Key_Escape);
    CHECK(b.window.keel()->ribs().size() == b.w().stations().entries().size());
}

TEST_CASE("a view of its own is one entry: palette, bar, keel and the way back have it") {
    std::vector<ViewEntry> views(shippedViews().begin(), shippedViews().end());
    ViewEntry own;
    own.id = "locker";
    own.title = "Locker";
    own.make = [](const ViewHost& host, const ViewEntry&) -> std::unique_ptr<ViewPage> { return std::make_unique<Locker>(host); };
    own.keys = {"view-back"};
    views.push_back(own);
    const QTemporaryDir folder;
    Places places{folder.filePath(QStringLiteral("state")), {KEELHAUL_SOURCE "/data"}};
    places.views = views;
    MainWindow window(places);
    window.resize(1280, 800);
    window.show();
    REQUIRE(QTest::qWaitForWindowExposed(&window));
    window.newModel(QStringLiteral("470"));
    window.action(QStringLiteral("find"))->trigger();
    window.palette()->field()->setText(QStringLiteral("Locker"));
    REQUIRE(window.palette()->list()->count() >= 1);
    QTest::keyClick(window.palette()->field(), Qt::Key_Return);
    Bench::settle();
    CHECK(window.workspace().view() == "locker");
    REQUIRE(window.keel()->ribs().size() == 2);
    CHECK(window.topBar()->item(QStringLiteral("view"))->value == QStringLiteral("Locker"));
    CHECK_FALSE(window.deck()->isVisible());
    CHECK_FALSE(window.bench()->isVisible());
    window.action(QStringLiteral("next"))->trigger();
    CHECK(window.keel()->ribs()[1].current);
    QTest::keyClick(window.bands(), Qt::Key_Escape);  // as it comes up from the page
    CHECK(window.workspace().view().empty());
    CHECK(window.deck()->isVisible());
    CHECK(window.bench()->isVisible());
}

TEST_CASE("changes that would be lost to a new model are asked about before the first question") {
    Bench b;
    b.w().document().edit(QStringLiteral("x"), {{"machine.massKg", 2.5}});
    whenOpen<QMessageBox>(&b.window, [](QMessageBox* box) { QTest::keyClick(box, Qt::Key_Escape); });
    b.act("new");
    CHECK(b.w().view().empty());
    whenOpen<QMessageBox>(&b.window, [](QMessageBox* box) { box->button(QMessageBox::Discard)->click(); });
    b.act("new");
    CHECK(b.w().view() == "new-model");
    CHECK(b.w().setup().machine.massKg == 2.5);  // until a model is made
}

TEST_CASE("every question of a new model stands in a framed window") {
    Bench b;
    b.window.resize(1272, 760);
    b.act("new");
    Bench::settle();
    auto* view = b.window.findChild<NewModelView*>();
    REQUIRE(view != nullptr);
    CHECK(view->height() >= 640);
    for (const Item& item : view->items()) {
        if (item.id.startsWith(QStringLiteral("left-"))) continue;
        INFO(item.id.toStdString());
        CHECK(item.rect.top() >= 0.0);
        CHECK(item.rect.bottom() <= view->height() - kNewModelFoot);
    }
}

}  // namespace views_tests
