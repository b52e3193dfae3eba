// SPDX-License-Identifier: GPL-3.0-or-later
//
// A camera quadrotor in the real window: its stations and drawing at every size, its modes as buttons, its plan taken by keys, a new one.
#include "app/bench.h"
#include "app/camera/newcameradialog.h"
#include "app/forms/handstepdialog.h"
#include "app/newdialogs.h"
#include "app/views/notyetview.h"
#include "io/document.h"
#include "model/camera/camera.h"

#include <QLabel>
#include <QLocale>
#include <set>

namespace app_camera_tests {

using namespace khtest;

namespace {

const std::vector<Station> kOfCamera{Station::Airframe, Station::Radio, Station::Link, Station::Sensors,
                                     Station::Power,    Station::Modes, Station::Proof};

}  // namespace

TEST_CASE("the window opens camera quadrotors: keel, guards, mode buttons, every row of every station at every size under a comma locale") {
    const QLocale was;
    QLocale::setDefault(QLocale(QLocale::German, QLocale::Germany));
    for (const char* document : {"guillemot", "petrel"}) {
        INFO(document);
        Bench b(QString::fromLatin1(document));
        std::vector<Station> stations;
        for (const StationEntry& e : b.w().stations().entries()) stations.push_back(e.station);
        CHECK(stations == kOfCamera);
        CHECK(b.window.topBar()->item(QStringLiteral("guard-0"))->name == QStringLiteral("propellers off"));
        for (const QSize size : {QSize(1280, 800), QSize(1024, 640), QSize(1600, 1000)}) {
            b.window.resize(size);
            for (const Station s : kOfCamera) {
                INFO(size.width() << " station " << static_cast<int>(s));
                b.go(s);
                CHECK(b.w().station() == s);
                CHECK(anythingDrawn(b.window.grab().toImage()));
                for (std::size_t row = 0; row < b.w().page().rows.size(); ++row) {
                    b.w().select({static_cast<int>(row), 2, 0});
                    Bench::settle();
                }
            }
        }
        CHECK(b.proved().failures() == 0);
        CHECK(b.w().evaluation().count(Severity::Danger) == 0);
        b.type("machine.armMm", QStringLiteral("221,0"));
        CHECK(cameraOf(b.w().setup()).armMm == 221.0);
        b.act("undo");
    }
    QLocale::setDefault(was);
}

TEST_CASE("each mode button of a camera quadrotor moves its switch, and the trace and the drawing follow it into its window") {
    Bench b(QStringLiteral("guillemot"));
    b.go(Station::Modes);
    QImage before = b.window.grab().toImage();
    double place = 0.0;
    for (const char* mode : {"flight-level", "flight-anchor", "flight-free"}) {
        const QString id = QStringLiteral("mode-") + QString::fromLatin1(mode);
        b.w().setMode(mode);
        Bench::settle();
        REQUIRE(b.window.topBar()->item(id) != nullptr);
        CHECK(b.window.topBar()->item(id)->selected);
        const Trace trace = b.w().tracer()->at(b.w().deck());
        const auto stages = trace.of(camera::Flight);
        REQUIRE(stages.size() == 7);
        CHECK(stages.front()->value == ++place);
        CHECK(render(stages[5]->note).find(render(heldTitle(mode))) == 0);
        const QImage after = b.window.grab().toImage();
        CHECK(after != before);
        before = after;
    }
}

TEST_CASE("the Whimbrel's six mistakes: each danger is posed, its plan is taken by keys, and nothing is left") {
    Bench b(QStringLiteral("whimbrel"));
    CHECK(b.w().evaluation().count(Severity::Danger) == 6);
    b.go(Station::Proof);
    for (int i = 0; i < static_cast<int>(b.w().entries().size()); ++i) {
        if (!b.w().entries()[static_cast<std::size_t>(i)].finding.witness) continue;
        b.w().selectFinding(i);
        b.act("pose");
        CHECK(anythingDrawn(b.window.grab().toImage()));
        b.act("pose");
    }
    int keys = 0;
    b.act("plan");
    ++keys;
    for (int i = 0; i < 30; ++i) {
        b.planned();
        if (b.w().repair().plan().steps.empty()) break;
        if (b.w().repair().plan().steps.front().byHand)
            whenOpen<HandStepDialog>(&b.window, [](HandStepDialog* dialog) { dialog->accept(); });
        b.act("remedy");
        ++keys;
    }
    UNSCOPED_INFO(keys << " keys");
    CHECK(keys <= 12);
    CHECK(b.w().evaluation().count(Severity::Danger) == 0);
    CHECK(b.w().evaluation().count(Severity::Warning) == 0);
    CHECK(b.proved().failures() == 0);
}

TEST_CASE("the ladders of the other classes: each rung in the window, Enter leads to what stands in the way, nothing is said twice") {
    struct Case {
        const char* document;
        const char* rung;
        const char* name;
        const char* way;  ///< an obstacle of it
    };
    for (const Case& c : {Case{"whimbrel", "pack", "Rung 2: Powered, propellers off", "cut-at-power-on"},
                          Case{"sandpiper", "pack", "Rung 2: Pack connected, leads off", "hold-value"}}) {
        INFO(c.document);
        Bench b(QString::fromLatin1(c.document));
        b.planned();
        b.act("not-yet");
        auto* view = b.window.findChild<NotYetView*>();
        REQUIRE(view != nullptr);
        CHECK(b.w().now().ladder->rungs.size() >= 6);
        for (const Rung& rung : b.w().now().ladder->rungs) {
            const auto shown = shownItem(view, QStringLiteral("rung-") + QString::fromStdString(rung.id));
            INFO(rung.id);
            if (shown) CHECK_FALSE(shown->name.isEmpty());
        }
        CHECK(shownItem(view, QStringLiteral("rung-%1").arg(QLatin1String(c.rung)))->name == QString::fromLatin1(c.name));
        CHECK(shownItem(view, QStringLiteral("rung-look"))->value == QStringLiteral("nothing known stands against it"));
        view->setFocus();
        int steps = 0;
        const auto chosen = [&] {
            const int i = b.w().selectedFinding();
            return i < 0 ? std::string() : b.w().entries()[static_cast<std::size_t>(i)].finding.id;
        };
        while (!chosen().starts_with(c.way) && ++steps < 20) b.key(Qt::Key_Down);
        CHECK(chosen().starts_with(c.way));
        b.key(Qt::Key_Return);
        CHECK(b.w().view().empty());
        CHECK(b.w().station() == Station::Modes);
    }
    Bench sound(QStringLiteral("guillemot"));  // what was seen of it frees rungs, and none is free that is not
    const Ladder& ladder = *sound.w().now().ladder;
    CHECK(ladder.rungs[ladder.reached()].id == "pack");
    CHECK(ladder.rungs.back().id == "home");
}

TEST_CASE("the proof of a camera quadrotor counts its own properties, draws cut and places, and binding is walked with propellers off") {
    Bench b(QStringLiteral("whimbrel"));
    b.go(Station::Proof);
    CHECK(b.proved().properties.size() == 9);
    std::set<std::string> failing;
    for (const PropertyResult& p : b.proved().properties)
        if (!p.holds) failing.insert(p.id);
    CHECK(failing == std::set<std::string>{"P1", "P11", "P12", "P9"});
    std::size_t rows = 0;
    for (const Row& row : b.w().page().rows) rows += row.id.starts_with("P");
    CHECK(rows == 9);
    CHECK(anythingDrawn(b.window.grab().toImage()));
    b.go(Station::Link);
    b.selectRow("binding", 2);
    QString told;
    whenOpen<QDialog>(&b.window, [&](QDialog* dialog) {
        for (const QLabel* label : dialog->findChildren<QLabel*>()) told += label->text() + QLatin1Char('\n');
        for (const auto* text : dialog->findChildren<QAbstractButton*>()) told += text->text() + QLatin1Char('\n');
        dialog->reject();
    });
    b.act("reading");
    CHECK(told.contains(QStringLiteral("Propellers off")));
    for (const char* not_ : {"tail blades", "servo", "hold on", "cyclic"}) CHECK_FALSE(told.contains(QLatin1String(not_)));
}

TEST_CASE("hostile camera quadrotors are told and drawn all the same: no channel, no window, no mode, no switch") {
    Bench b(QStringLiteral("guillemot"));
    int opened = 0, refused = 0;
    const std::vector<std::function<void(Setup&)>> all{[](Setup& s) { s.transmitter.functionChannels.clear(); },
                                                       [](Setup& s) { s.transmitter.functions.clear(); },
                                                       [](Setup& s) { cameraOf(s).modes.clear(); },
                                                       [](Setup& s) { s.controller.profile.edit().takes.clear(); },
                                                       [](Setup& s) { s.transmitter.channels.clear(); },
                                                       [](Setup& s) { s.controller.profile.edit().takes[1].lowPct = -140.0; },
                                                       [](Setup& s) { s.transmitter.profile.edit().centreUs = 900.0; },
                                                       [](Setup& s) { s.machine.sizeClass = "none such"; },
                                                       [](Setup& s) { s.transmitter.cut.when.clear(); }};
    for (const auto& spoil : all) {
        Setup s = b.w().setup();
        spoil(s);
        const QString file = b.folder.filePath(QStringLiteral("hostile.keel.json"));
        try {
            io::saveDocument(file.toStdString(), s, {});
        } catch (const InputError& e) {
            CHECK_FALSE(e.field().empty());
            ++refused;
            continue;
        }
        if (!b.window.openFile(file)) {
            CHECK_FALSE(b.window.message().isEmpty());
            ++refused;
            continue;
        }
        ++opened;
        for (const Station st : kOfCamera) {
            b.go(st);
            CHECK(anythingDrawn(b.window.grab().toImage()));
        }
        REQUIRE(b.window.openFile(b.file));
    }
    CHECK(opened >= 5);
    CHECK(opened + refused == static_cast<int>(all.size()));
}

TEST_CASE("a new camera quadrotor from nothing to no danger, by keyboard; what is no number is refused where it was typed") {
    Bench b;
    int keys = 0;
    whenOpen<NewCameraDialog>(&b.window, [&keys](NewCameraDialog* dialog) {
        AnsweredDialog answers(dialog, keys);
        answers.type("name", QStringLiteral("Avocet"));
        answers.type("propeller", QStringLiteral("large"));
        dialog->accept();
        REQUIRE(dialog->isVisible());
        CHECK(dialog->findChild<QLabel*>(QStringLiteral("refusal"))->text().contains(QStringLiteral("Propeller")));
        answers.type("propeller", QStringLiteral("230,5"));
        answers.choose("transmitter", QStringLiteral("Halyard 16"));
        answers.choose("controller", QStringLiteral("Wherry"));
        answers.tick("reversed-elevator");
        answers.enter("arm");
    });
    b.act("new-camera");
    REQUIRE(isCamera(b.w().setup()));
    CHECK(b.w().setup().machine.name == "Avocet");
    CHECK(cameraOf(b.w().setup()).propMm == 230.5);
    CHECK(b.w().evaluation().count(Severity::Danger) == 1);  // the receiver keeps the last values
    b.act("plan");
    b.planned();
    b.act("remedy");
    keys += 2;
    UNSCOPED_INFO(keys << " keys");
    CHECK(b.w().evaluation().count(Severity::Danger) == 0);
    CHECK(b.w().evaluation().count(Severity::Warning) == 0);
}

}  // namespace app_camera_tests
