// SPDX-License-Identifier: GPL-3.0-or-later
//
// Boxes on disk: written at once, resumed, taken back, never laid over what another window wrote.
#include "session/boxbook.h"

#include "base/error.h"
#include "model/boxtables.h"

#include <QTemporaryDir>
#include <algorithm>
#include <catch2/catch.hpp>

namespace boxbook_tests {

using namespace kh;
using session::BoxBook;

namespace {

const BoxQuestion& asked(BoxKind kind, const char* key) { return *boxQuestion(kind, key); }

struct Desk {
    QTemporaryDir folder;
    std::filesystem::path own{folder.filePath(QStringLiteral("own")).toStdString()};
    [[nodiscard]] BoxBook open() const { return BoxBook({KEELHAUL_SOURCE "/data"}, own); }
};

AnyBox plain(const BoxBook& book, BoxKind kind) {
    for (const auto& b : book.boxes())
        if (kindOf(b.box) == kind) return b.box;
    throw std::out_of_range("kind");
}

}  // namespace

TEST_CASE("a description is written with every answer and gone on with where it was left") {
    const Desk desk;
    {
        BoxBook book = desk.open();
        book.describe(plain(book, BoxKind::Transmitter), "My transmitter");
        CHECK(book.isOwn());
        (void)book.commit(withAnswer(book.draft(), asked(BoxKind::Transmitter, "channels"), "9"));
        book.standAt("switches");
        CHECK(std::filesystem::exists(desk.own / "profiles/transmitters/my-transmitter.json"));
    }
    BoxBook again = desk.open();
    REQUIRE(again.lookAt(BoxKind::Transmitter, "my-transmitter"));
    CHECK(again.draft().at == "switches");
    CHECK(std::get<TransmitterProfile>(again.draft().box).channels == 9);
    CHECK(answeredOf(again.draft(), false).answered == 2);
    // half done and contradicting itself: kept as a description, and no profile others could use
    const auto before = std::get<TransmitterProfile>(again.draft().box);
    (void)again.commit(withAnswer(again.draft(), asked(BoxKind::Transmitter, "flightModes"), "3"));
    REQUIRE(contradictionOf(again.draft()));
    BoxBook third = desk.open();
    REQUIRE(third.lookAt(BoxKind::Transmitter, "my-transmitter"));
    CHECK(std::get<TransmitterProfile>(third.draft().box).flightModes == 3);
    CHECK(std::any_of(third.library().transmitters.begin(), third.library().transmitters.end(),
                      [&](const TransmitterProfile& p) { return p.id == "my-transmitter" && p.flightModes == before.flightModes; }));
    CHECK(third.problems().empty());
}

TEST_CASE("answers are taken back one by one, and what ships is copied before it is changed") {
    const Desk desk;
    BoxBook book = desk.open();
    REQUIRE(book.lookAt(BoxKind::Controller, "bosun"));
    CHECK_FALSE(book.isOwn());
    const BoxDraft shipped = book.draft();
    CHECK(book.commit(shipped).empty());  // nothing changed
    CHECK(book.commit(withAnswer(shipped, asked(BoxKind::Controller, "deadBandPct"), "2")) == "Bosun, own");
    CHECK(book.isOwn());
    CHECK(idOf(book.draft().box) == "bosun-own");
    CHECK(book.lookAt(BoxKind::Controller, "bosun"));
    CHECK(book.draft().box == shipped.box);
    REQUIRE(book.lookAt(BoxKind::Controller, "bosun-own"));
    const BoxDraft copy = book.draft();
    (void)book.commit(withAnswer(copy, asked(BoxKind::Controller, "deadBandPct"), "3"));
    (void)book.commit(withNotKnown(book.draft(), asked(BoxKind::Controller, "centreUs")));
    book.undo();
    book.undo();
    CHECK(book.draft().box == copy.box);
    CHECK_FALSE(book.canUndo());
    book.redo();
    CHECK(std::get<ControllerProfile>(book.draft().box).deadBandPct == 3);
    // renamed before anyone uses it: its file takes the name
    (void)book.commit(withAnswer(book.draft(), asked(BoxKind::Controller, "name"), "Bench box"));
    CHECK(idOf(book.draft().box) == "bench-box");
    CHECK_FALSE(std::filesystem::exists(desk.own / "profiles/controllers/bosun-own.json"));
    CHECK_THROWS_AS(book.commit(withAnswer(book.draft(), asked(BoxKind::Controller, "name"), "Coxswain")), InputError);
    // once models have it, a change is another version
    book.taken();
    (void)book.commit(withAnswer(book.draft(), asked(BoxKind::Controller, "deadBandPct"), "1"));
    CHECK(versionOf(book.draft().box) == 2);
    book.duplicate("Bench box");
    CHECK(nameOf(book.draft().box) == "Bench box 2");
    book.remove();
    CHECK_FALSE(book.lookAt(BoxKind::Controller, "bench-box-2"));
}

TEST_CASE("what another window wrote meanwhile is read again, never overwritten") {
    const Desk desk;
    BoxBook one = desk.open();
    one.describe(plain(one, BoxKind::Receiver), "My receiver");
    BoxBook other = desk.open();
    REQUIRE(other.lookAt(BoxKind::Receiver, "my-receiver"));
    (void)other.commit(withAnswer(other.draft(), asked(BoxKind::Receiver, "outputs"), "6"));
    CHECK_THROWS_AS(one.commit(withAnswer(one.draft(), asked(BoxKind::Receiver, "outputs"), "7")), InputError);
    CHECK(std::get<ReceiverProfile>(one.draft().box).outputs == 6);  // theirs
    (void)one.commit(withAnswer(one.draft(), asked(BoxKind::Receiver, "outputs"), "7"));
    CHECK_THROWS_AS(other.undo(), InputError);  // neither is what is taken back laid over it
    CHECK(std::get<ReceiverProfile>(other.draft().box).outputs == 7);
    BoxBook third = desk.open();
    REQUIRE(third.lookAt(BoxKind::Receiver, "my-receiver"));
    CHECK(std::get<ReceiverProfile>(third.draft().box).outputs == 7);
}

TEST_CASE("boxes say which models use them; one that is used or ships is not removed, one that says otherwise is not imported over") {
    const Desk desk;
    BoxBook book = desk.open();
    book.describe(plain(book, BoxKind::SpeedController), "My speed controller");
    Setup model;
    model.machine.name = "Turnstone 470";
    model.speedController.profile = std::get<SpeedControllerProfile>(book.draft().box);
    book.reload({model});
    const auto& listed = book.boxes()[static_cast<std::size_t>(book.current())];
    CHECK(listed.usedBy == std::vector<std::string>{"Turnstone 470"});
    CHECK(listed.open > 0);
    CHECK_THROWS_AS(book.remove(), InputError);
    const std::string text = io::writeProfile(book.draft().box);
    book.reload({});
    book.remove();
    book.import(text);
    CHECK(nameOf(book.draft().box) == "My speed controller");
    (void)book.commit(withAnswer(book.draft(), asked(BoxKind::SpeedController, "maxCells"), "5"));
    CHECK_THROWS_AS(book.import(text), InputError);
    CHECK_THROWS_AS(book.import("{}"), InputError);
    REQUIRE(book.lookAt(BoxKind::Transmitter, "halyard-10"));
    CHECK_THROWS_AS(book.remove(), InputError);
}

TEST_CASE("a damaged description is named and leaves the rest alone") {
    const Desk desk;
    {
        BoxBook book = desk.open();
        book.describe(plain(book, BoxKind::Servo), "My servo");
    }
    io::writeFileAtomically(desk.own / "descriptions/servos-my-servo.json", "{\"kind\": \"servo\", \"box\": 3}");
    BoxBook book = desk.open();
    REQUIRE(book.lookAt(BoxKind::Servo, "my-servo"));
    CHECK(nameOf(book.draft().box) == "My servo");
    CHECK_FALSE(book.problems().empty());
    for (const char* bad : {"", "[]", "{}", "{\"kind\":\"lamp\",\"box\":{},\"answers\":[]}",
                            "{\"kind\":\"servo\",\"box\":{\"id\":\"x\",\"name\":\"x\",\"version\":1},\"answers\":[{\"key\":\"name\","
                            "\"state\":\"guessed\"}]}"})
        CHECK_THROWS_AS(io::parseDraft(bad), InputError);
    const BoxDraft draft = beginDraft(plain(book, BoxKind::Transmitter), "Round");
    CHECK(io::parseDraft(io::writeDraft(draft)) == draft);
}

}  // namespace boxbook_tests
