// SPDX-License-Identifier: GPL-3.0-or-later
//
// Boxes in the window: ten of them described by their questions alone from what their manuals say, by keys; an experiment; a box taken
// into the model; what is refused.
#include "app/boxeskit.h"
#include "boxes/tenboxes.h"
#include "model/boxcompare.h"

#include <QComboBox>
#include <algorithm>
#include <catch2/catch.hpp>

namespace boxesview_tests {

using namespace kh;
using namespace kh::app;
using namespace khtest;

TEST_CASE("each of ten boxes is described by its questions alone, through the window, and is the one written by hand") {
    std::vector<AnyBox> boxes;
    for (const TransmitterProfile& t : fiveTransmitters()) boxes.emplace_back(t);
    for (const ControllerProfile& c : fiveControllers()) boxes.emplace_back(c);
    const Own own;
    for (const AnyBox& wanted : boxes) {
        INFO(nameOf(wanted));
        own.describe(kindOf(wanted) == BoxKind::Transmitter ? "plain-8" : "plain-6");
        if (kindOf(own.draft().box) != kindOf(wanted)) {  // both kinds have a plain one of that name
            for (const session::ListedBox& b : own.view()->book().boxes())
                if (kindOf(b.box) == kindOf(wanted) && idOf(b.box).starts_with("plain-")) {
                    own.view()->describe(AnyBox(b.box));
                    break;
                }
        }
        const auto says = manual(QString::fromStdString(idOf(wanted)));
        int keys = 0, answers = 0;
        for (const BoxQuestion* q : boxQuestions(kindOf(wanted))) {
            INFO(q->key);
            own.view()->goTo(q->key);
            Bench::settle();
            const auto said = says.find(QString::fromUtf8(q->asks));
            REQUIRE(said != says.end());
            keys += answer(own, *q, said->second);
            ++answers;
            CHECK(own.text("refusal").toStdString().empty());
            const BoxAnswer* given = answerOf(own.draft(), q->key);
            CHECK((given != nullptr && given->state == AnswerState::Answered));
        }
        CHECK_FALSE(contradictionOf(own.draft()));
        for (const BoxDifference& d : differences(own.draft().box, wanted))
            UNSCOPED_INFO(d.key << ": " << render(d.one) << " | " << render(d.other));
        CHECK(own.draft().box == wanted);
        // and as a file of its own
        const auto file = io::profileFile(io::ownDataFolder(), wanted);
        CHECK(io::parseAnyProfile(io::readFile(file)) == wanted);
        UNSCOPED_INFO(answers << " answers, " << keys << " keys");
    }
}

TEST_CASE("readings decide a question in the window, once the guards are ticked; a contradiction and a stale reading are named") {
    const Own own;
    own.describe("plain-10");
    own.view()->goTo("usPerPct");
    Bench::settle();
    CHECK(own.text("interval").contains(QStringLiteral("4.00 µs/% … 5.12 µs/%")));
    own.bench->act("box-find-out");
    own.field<QLineEdit>("reading-right")->setText(QStringLiteral("95,2"));
    own.field<QLineEdit>("reading-left")->setText(QStringLiteral("-95.2"));
    QTest::keyClick(own.field<QLineEdit>("reading-left"), Qt::Key_Return);
    Bench::settle();
    CHECK(own.text("refusal").contains(QStringLiteral("leads off")));
    for (const char* guard : {"guard-0", "guard-1", "guard-2"}) own.field<QAbstractButton>(guard)->click();
    QTest::keyClick(own.field<QLineEdit>("reading-left"), Qt::Key_Return);
    Bench::settle();
    CHECK(std::get<TransmitterProfile>(own.draft().box).usPerPct == 4.0);  // Bosun has 4.20
    CHECK(answerOf(own.draft(), "usPerPct")->state == AnswerState::Measured);
    CHECK(answerOf(own.draft(), "centreUs")->state == AnswerState::Measured);
    CHECK(own.text("was-read").contains(QStringLiteral("95.2")));
    CHECK(own.text("decided").contains(QStringLiteral("4.00")));  // how, and how sure
    CHECK(own.text("interval").isEmpty());
    // typed otherwise: kept, and told
    auto* line = own.field<QLineEdit>("answer");
    line->setText(QStringLiteral("5"));
    QTest::keyClick(line, Qt::Key_Return);
    own.view()->goTo("usPerPct");
    Bench::settle();
    CHECK(own.text("contradiction").contains(QStringLiteral("95.2")));
    own.bench->act("undo");
    Bench::settle();
    CHECK(own.text("contradiction").isEmpty());
    CHECK(std::get<TransmitterProfile>(own.draft().box).usPerPct == 4.0);
    // the box it was read with says something else now
    Setup s = own.bench->w().setup();
    s.controller.profile.edit().usPerPct = 4.4;
    own.bench->w().document().replace(QStringLiteral("x"), s);
    own.view()->goTo("usPerPct");
    Bench::settle();
    CHECK(own.text("was-read").contains(QStringLiteral("changed since")));
    // no number, no reading
    own.bench->act("box-find-out");
    own.field<QLineEdit>("reading-right")->setText(QStringLiteral("lots"));
    own.field<QPushButton>("decide")->click();
    CHECK(own.text("refusal").contains(QStringLiteral("no number")));
}

TEST_CASE("a bad answer is refused in the question's name and stays where it was typed") {
    const Own own;
    own.describe("plain-10");
    own.view()->goTo("travelLimitPct");
    Bench::settle();
    auto* line = own.field<QLineEdit>("answer");
    line->setText(QStringLiteral("900"));
    QTest::keyClick(line, Qt::Key_Return);
    Bench::settle();
    CHECK(own.text("refusal").contains(QStringLiteral("Highest travel"), Qt::CaseInsensitive));
    CHECK(own.text("refusal").contains(QStringLiteral("200")));
    CHECK(own.field<QLineEdit>("answer")->text() == QStringLiteral("900"));
    line->setText(QStringLiteral("100 … 125"));  // known in part
    QTest::keyClick(line, Qt::Key_Return);
    own.view()->goTo("travelLimitPct");
    Bench::settle();
    CHECK(own.text("interval").contains(QStringLiteral("125")));
    own.bench->act("box-unknown");
    own.view()->goTo("travelLimitPct");
    Bench::settle();
    CHECK(own.text("state") == QStringLiteral("not known"));
    CHECK(own.text("interval").contains(QStringLiteral("150")));
}

TEST_CASE("what is not known is not answered by Enter alone") {
    const Own own;
    own.describe("plain-10");
    for (const char* key : {"travelLimitPct", "limitLaw"}) {
        own.view()->goTo(key);
        Bench::settle();
        QTest::keyClick(QApplication::focusWidget(), Qt::Key_Return);
        Bench::settle();
        CHECK(answerOf(own.draft(), key) == nullptr);
        CHECK(own.text("refusal").contains(QStringLiteral("Ctrl+U")));
    }
    // arrows choose, Enter takes
    QTest::keyClick(QApplication::focusWidget(), Qt::Key_Down);
    QTest::keyClick(QApplication::focusWidget(), Qt::Key_Down);
    QTest::keyClick(QApplication::focusWidget(), Qt::Key_Return);
    Bench::settle();
    CHECK(std::get<TransmitterProfile>(own.draft().box).laws.limit == LimitLaw::Scales);
}

TEST_CASE("switches are put to their places by keys and by mouse, none on another") {
    const Own own;
    own.describe("plain-10");
    BoxDrawing* drawing = own.view()->drawing();
    drawing->setFocus();
    QTest::keyClick(drawing, Qt::Key_Right);
    Bench::settle();
    const auto where = [&](std::size_t i) { return std::get<TransmitterProfile>(own.draft().box).switches[i].where; };
    CHECK(where(0) == "front, far left");
    QTest::keyClick(drawing, Qt::Key_Right);
    Bench::settle();
    CHECK(where(0) == "front, left");
    QTest::keyClick(drawing, Qt::Key_Tab);
    QTest::keyClick(drawing, Qt::Key_Right);
    QTest::keyClick(drawing, Qt::Key_Right);
    Bench::settle();
    CHECK(where(1) == "front, inside left");  // past the one that is taken
    const auto at = [&](const QString& id) { return drawing->item(id)->rect.center().toPoint(); };
    const auto drag = [&](QPoint from, QPoint to) {
        QTest::mousePress(drawing, Qt::LeftButton, {}, from);
        QTest::mouseMove(drawing, (from + to) / 2);
        QTest::mouseMove(drawing, to);
        QTest::mouseRelease(drawing, Qt::LeftButton, {}, to);
        Bench::settle();
    };
    drag(at(QStringLiteral("switch-S3")), at(QStringLiteral("spot-5")));
    CHECK(where(2) == "front, far right");
    drag(at(QStringLiteral("switch-S3")), at(QStringLiteral("spot-1")));
    CHECK(where(2) == "front, far right");
    CHECK(own.bench->window.message().contains(QStringLiteral("S1 sits there")));
}

TEST_CASE("a transmitter is described from nothing by keys alone and chosen, and the Turnstone stands in its words") {
    const Own own;
    own.describe("plain-10");
    int keys = 0, answers = 0;
    const auto says = manual(QStringLiteral("jib-7"));
    const auto wanted = AnyBox(khtest::transmitter("jib-7"));
    for (const BoxQuestion* q : boxQuestions(BoxKind::Transmitter)) {  // Enter alone leads from question to question
        if (!q->first) continue;
        own.view()->goTo(q->key);
        Bench::settle();
        keys += answer(own, *q, says.at(QString::fromUtf8(q->asks)));
        ++answers;
    }
    CHECK(answeredOf(own.draft(), true).answered == answeredOf(own.draft(), true).asked);
    own.view()->goTo("words");
    Bench::settle();
    keys += answer(own, *boxQuestion(BoxKind::Transmitter, "words"), says.at(QStringLiteral("Which words of its own has it?")));
    own.view()->goTo("limitLaw");
    own.bench->act("box-unknown");
    WARN(answers + 1 << " answers, " << keys << " keys");
    own.bench->act("box-use");
    own.chooseFirst();
    const Setup& s = own.bench->w().setup();
    CHECK(s.transmitter.profile->name == "Jib 7");
    CHECK(render(kh::show(s, "transmitter.channels.aileron.reversed")) == (channelOf(s.transmitter, "aileron")->reversed ? "R" : "N"));
    own.bench->act("undo");  // in Boxes: the last answer; the model's change is taken back in the model
    own.bench->key(Qt::Key_Escape);
    own.bench->act("undo");
    CHECK(own.bench->w().setup().transmitter.profile->name == "Halyard 10");
}

TEST_CASE("by the keyboard alone: another box, its name, its channels, a switch typed cell by cell, and the next question each time") {
    const Own own;
    int keys = 0;
    const auto press = [&](Qt::Key k, Qt::KeyboardModifiers m = {}) {
        REQUIRE(QApplication::focusWidget() != nullptr);
        QTest::keyClick(QApplication::focusWidget(), k, m);
        Bench::settle();
        ++keys;
    };
    const auto type = [&](const char* text) {
        for (const char* c = text; *c != 0; ++c) {
            QTest::keyClick(QApplication::focusWidget(), *c);
            Bench::settle();
            ++keys;
        }
    };
    press(Qt::Key_N, Qt::ControlModifier | Qt::ShiftModifier);
    type("mixer");
    press(Qt::Key_Return);
    CHECK(own.text("asks") == QStringLiteral("What is it called?"));
    type("Skiff 8");  // over the name that is marked
    press(Qt::Key_Return);
    CHECK(idOf(own.draft().box) == "skiff-8");
    CHECK(own.text("asks") == QStringLiteral("How many channels has it?"));
    type("8");
    press(Qt::Key_Return);
    CHECK(std::get<TransmitterProfile>(own.draft().box).channels == 8);
    CHECK(own.text("asks") == QStringLiteral("Which switches has it, and where?"));
    const std::size_t before = std::get<TransmitterProfile>(own.draft().box).switches.size();
    for (std::size_t i = 0; i < before; ++i) press(Qt::Key_Down);
    type("K1");
    press(Qt::Key_Tab);
    type("3");
    press(Qt::Key_Tab);
    type("yes");
    press(Qt::Key_Return);
    const auto& switches = std::get<TransmitterProfile>(own.draft().box).switches;
    REQUIRE(switches.size() == before + 1);
    CHECK(switches.back().id == "K1");
    CHECK(switches.back().places == 3);
    CHECK(switches.back().momentary);
    press(Qt::Key_Return);
    CHECK(own.text("asks") == QStringLiteral("Which pages has its menu?"));
    press(Qt::Key_Return);
    press(Qt::Key_U, Qt::ControlModifier);  // not known: and on
    press(Qt::Key_PageUp);
    CHECK(keys < 60);
    CHECK_FALSE(own.text("asks").isEmpty());
    CHECK(own.text("refusal").isEmpty());
    press(Qt::Key_Escape);
    CHECK(own.bench->w().view().empty());
    // a new model can have it at once
    own.bench->act("new");
    const auto lists = own.bench->window.findChildren<QComboBox*>(QStringLiteral("transmitter"));
    CHECK(std::any_of(lists.begin(), lists.end(), [](const QComboBox* c) { return c->findText(QStringLiteral("Skiff 8")) >= 0; }));
}

TEST_CASE("a box in use that is changed goes into the model as one step that lists its differences") {
    const Own own;
    REQUIRE(own.view()->lookAt(BoxKind::Controller, "bosun"));
    own.view()->goTo("deadBandPct");
    Bench::settle();
    auto* line = own.field<QLineEdit>("answer");
    line->setText(QStringLiteral("2"));
    QTest::keyClick(line, Qt::Key_Return);
    Bench::settle();
    INFO(own.bench->window.message().toStdString());
    CHECK(own.bench->window.message().contains(QStringLiteral("ships with Keelhaul")));
    CHECK(nameOf(own.draft().box) == "Bosun, own");
    // the model is moved to it, then a change of it is one step
    Setup s = own.bench->w().setup();
    s.controller.profile = std::get<ControllerProfile>(own.draft().box);
    own.bench->w().document().replace(QStringLiteral("x"), s);
    own.view()->goTo("banks");
    Bench::settle();
    line = own.field<QLineEdit>("answer");
    line->setText(QStringLiteral("4"));
    QTest::keyClick(line, Qt::Key_Return);
    Bench::settle();
    const auto steps = own.bench->w().document().history().undoText();
    own.bench->act("box-use");
    CHECK(own.bench->w().setup().controller.profile->banks == 4);
    CHECK(own.bench->window.message().contains(QStringLiteral("4")));
    CHECK(own.bench->w().document().history().undoText() != steps);
    const auto& list = own.view()->book().boxes();
    const auto& now = list[static_cast<std::size_t>(own.view()->book().current())];
    CHECK(now.usedBy == std::vector<std::string>{"Turnstone 470"});
    own.bench->act("box-remove");
    CHECK(own.bench->window.message().contains(QStringLiteral("Turnstone 470")));
    own.bench->act("box-use");
    CHECK(own.bench->window.message().contains(QStringLiteral("as it stands here")));
}

TEST_CASE("my box has no such page: the topic leaves its menu on the spot, one change") {
    const Own own;
    own.bench->key(Qt::Key_Escape);
    REQUIRE(own.bench->w().goToField("transmitter.channels.aileron.subTrimPct"));
    Bench::settle();
    own.bench->act("no-such-page");
    const Setup& s = own.bench->w().setup();
    CHECK(s.transmitter.profile->name.find("own") != std::string::npos);
    for (const MenuEntry& page : s.transmitter.profile->menu)
        CHECK(std::find(page.topics.begin(), page.topics.end(), "sub-trim") == page.topics.end());
    own.bench->act("no-such-page");
    CHECK(own.bench->window.message().contains(QStringLiteral("already")));
    own.bench->act("undo");
    CHECK(own.bench->w().setup().transmitter.profile->name == "Halyard 10");
}

TEST_CASE("every kind of box is drawn, asked and compared; leaving in the middle comes back to the question") {
    const Own own;
    for (const BoxKind kind : kBoxKinds)
        for (const session::ListedBox& b : own.view()->book().boxes()) {
            if (kindOf(b.box) != kind) continue;
            REQUIRE(own.view()->lookAt(kind, idOf(b.box)));
            Bench::settle();
            CHECK(own.text("asks").endsWith(QLatin1Char('?')));
            for (const BoxQuestion* q : boxQuestions(kind)) {
                own.view()->goTo(q->key);
                CHECK(own.text("asks") == QString::fromUtf8(q->asks));
            }
            Bench::settle();
        }
    REQUIRE(own.view()->lookAt(BoxKind::Transmitter, "halyard-10"));
    own.bench->act("box-compare");
    own.chooseFirst();
    CHECK(own.field<QTableWidget>("differences")->rowCount() > 0);
    own.describe("plain-10");
    own.view()->goTo("curvePoints");
    own.bench->key(Qt::Key_Escape);
    own.bench->act("box-view");
    CHECK(own.text("asks") == QStringLiteral("How many points has a curve?"));
    QTest::keyClick(own.field<QLineEdit>("answer"), Qt::Key_PageDown);
    Bench::settle();
    CHECK(own.text("asks") == QStringLiteral("Which numbers of points may be chosen?"));
}

}  // namespace boxesview_tests
