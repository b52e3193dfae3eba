// SPDX-License-Identifier: GPL-3.0-or-later
//
// A variable-pitch quadrotor in the real window: its stations, its drawings, its plan taken by keys; on a small screen and under a comma
// locale too.
#include "app/bench.h"
#include "app/forms/handstepdialog.h"
#include "app/newdialogs.h"
#include "app/rotors/newquaddialog.h"
#include "base/conventions.h"
#include "io/document.h"
#include "model/rotors/rotors.h"

#include <QLocale>

namespace app_rotors_tests {

using namespace khtest;

namespace {

const std::vector<Station> kOfRotors{Station::Airframe, Station::Radio, Station::Link,  Station::Rotors,
                                     Station::Sensors,  Station::Power, Station::Modes, Station::Proof};

}  // namespace

TEST_CASE("the window opens a quadrotor: its own keel, guards and drawings, every station at every size under a comma locale") {
    const QLocale was;
    QLocale::setDefault(QLocale(QLocale::German, QLocale::Germany));
    {
        Bench b(QStringLiteral("oystercatcher"));
        std::vector<Station> stations;
        for (const StationEntry& e : b.w().stations().entries()) stations.push_back(e.station);
        CHECK(stations == kOfRotors);
        CHECK(b.window.topBar()->item(QStringLiteral("guard-1"))->name == QStringLiteral("blades folded"));
        for (const QSize size : {QSize(1280, 800), QSize(1024, 640), QSize(1600, 1000)}) {
            b.window.resize(size);
            for (const Station s : kOfRotors) {
                INFO(size.width() << " station " << static_cast<int>(s));
                b.go(s);
                CHECK(b.w().station() == s);
                CHECK(anythingDrawn(b.window.grab().toImage()));
                for (std::size_t row = 0; row < b.w().page().rows.size(); ++row) {  // each row chosen, what it opens opened
                    b.w().select({static_cast<int>(row), 2, 0});
                    Bench::settle();
                }
            }
        }
        CHECK(b.proved().failures() == 0);
        CHECK(b.w().evaluation().count(Severity::Danger) == 0);
        // a value typed with a comma
        b.type("machine.armMm", QStringLiteral("221,0"));
        CHECK(rotorsOf(b.w().setup()).armMm == 221.0);
        b.type("machine.limits.front-left.plusUs", QStringLiteral("50"));  // in the box's own units of 4 µs
        CHECK(rotorsOf(b.w().setup()).limits.front().plusUs == 200.0);
        b.act("undo");
        b.act("undo");
    }
    QLocale::setDefault(was);
}

TEST_CASE("the sticks move what is drawn, and a danger is posed: the plan of the Sandpiper is taken by keys, and nothing is left") {
    Bench b(QStringLiteral("sandpiper"));
    b.go(Station::Rotors);
    const std::size_t dangers = b.w().evaluation().count(Severity::Danger);
    CHECK(dangers >= 6);
    b.go(Station::Proof);
    b.w().selectFinding(0);
    const QImage before = b.window.grab().toImage();
    b.act("pose");
    CHECK(b.window.grab().toImage() != before);
    b.act("pose");
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
    CHECK(keys <= 20);
    CHECK(b.w().evaluation().count(Severity::Danger) == 0);
    CHECK(b.w().evaluation().count(Severity::Warning) == 0);
    CHECK(b.proved().failures() == 0);
    CHECK(rotorsOf(b.w().setup()).toldPair == rotorsOf(b.w().setup()).pair);
}

TEST_CASE("a hostile quadrotor is told and drawn all the same: no rotor, no port, no speed") {
    Bench b(QStringLiteral("oystercatcher"));
    int opened = 0, refused = 0;
    for (const auto& spoil : std::vector<std::function<void(Setup&)>>{
             [](Setup& s) { rotorsOf(s).rotors.clear(); }, [](Setup& s) { s.controller.ports.clear(); },
             [](Setup& s) { s.machine.power.kv.reset(); }, [](Setup& s) { rotorsOf(s).limits.clear(); },
             [](Setup& s) { s.controller.profile.edit().checks.clear(); }, [](Setup& s) { s.machine.sizeClass = "no size"; },
             [](Setup& s) { s.controller.profile.edit().aileronReachPct.reset(); }}) {
        Setup s = b.w().setup();
        spoil(s);
        const QString file = b.folder.filePath(QStringLiteral("hostile.keel.json"));
        try {
            io::saveDocument(file.toStdString(), s, {});
        } catch (const InputError& e) {  // refused before it is a file: nothing to open
            CHECK_FALSE(e.field().empty());
            ++refused;
            continue;
        }
        if (!b.window.openFile(file)) {
            CHECK_FALSE(b.window.message().isEmpty());
            CHECK(b.w().setup().machine.name == "Oystercatcher");
            ++refused;
            continue;
        }
        ++opened;
        for (const Station st : kOfRotors) {
            b.go(st);
            CHECK(anythingDrawn(b.window.grab().toImage()));
        }
        REQUIRE(b.window.openFile(b.file));
    }
    CHECK(opened >= 4);
    CHECK(opened + refused == 7);
}

TEST_CASE("the page for a new helicopter opens over a quadrotor, and leads back to it") {
    Bench b(QStringLiteral("oystercatcher"));
    b.act("new");
    CHECK(anythingDrawn(b.window.grab().toImage()));
    b.key(Qt::Key_Escape);
    CHECK(b.w().view().empty());
    CHECK(b.w().setup().machine.name == "Oystercatcher");
}

TEST_CASE("a new quadrotor from nothing to no danger, by keyboard; what is no number, or no frame, is refused where it was typed") {
    Bench b;
    int keys = 0;
    whenOpen<NewQuadDialog>(&b.window, [&keys](NewQuadDialog* dialog) {
        AnsweredDialog answers(dialog, keys);
        answers.type("name", QStringLiteral("Avocet"));
        answers.type("arm", QStringLiteral("0"));
        dialog->accept();
        REQUIRE(dialog->isVisible());
        CHECK(dialog->findChild<QLabel*>(QStringLiteral("refusal"))->text().contains(QStringLiteral("Arm")));
        answers.type("arm", QStringLiteral("wide"));
        dialog->accept();
        REQUIRE(dialog->isVisible());
        answers.type("arm", QStringLiteral("210,5"));
        answers.choose("transmitter", QStringLiteral("Halyard 10"));
        answers.choose("controller", QStringLiteral("Purser"));
        answers.choose("servo", QStringLiteral("Cleat M4"));
        answers.enter("arm");
    });
    b.act("new-quad");
    REQUIRE(isRotors(b.w().setup()));
    CHECK(b.w().setup().machine.name == "Avocet");
    CHECK(rotorsOf(b.w().setup()).armMm == 210.5);
    CHECK(b.w().document().modified());
    CHECK(b.w().evaluation().count(Severity::Danger) == 1);  // no failsafe is stored
    b.type("transmitter.channels.throttle.failsafePct", QStringLiteral("−110"));
    b.type("machine.bladeMaxRpm", QStringLiteral("8000"));
    keys += 12;
    UNSCOPED_INFO(keys << " keys");
    CHECK(b.w().evaluation().count(Severity::Danger) == 0);
    CHECK(b.w().evaluation().count(Severity::Warning) == 0);
}

}  // namespace app_rotors_tests
