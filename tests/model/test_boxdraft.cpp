// SPDX-License-Identifier: GPL-3.0-or-later
#include "model/boxdraft.h"

#include "base/error.h"
#include "boxes/tenboxes.h"
#include "model/access.h"
#include "model/amounts.h"
#include "model/answered.h"
#include "model/boxcompare.h"
#include "model/boxtables.h"
#include "model/fieldtable.h"
#include "model/questions.h"

#include <algorithm>
#include <catch2/catch.hpp>
#include <set>

namespace boxdraft_tests {

using namespace kh;

namespace {

std::vector<AnyBox> allBoxes() {
    std::vector<AnyBox> out;
    for (const auto& t : khtest::fiveTransmitters()) out.emplace_back(t);
    for (const auto& c : khtest::fiveControllers()) out.emplace_back(c);
    out.emplace_back(SpeedControllerProfile{});
    out.emplace_back(ServoProfile{});
    out.emplace_back(ReceiverProfile{});
    return out;
}

std::string caption(const Message& m) { return render(m); }

}  // namespace

TEST_CASE("every fact of a box is one question, and every question is a fact") {
    const Setup any;
    for (const BoxKind kind : kBoxKinds) {
        const std::string root = boxRoot(any, kind);
        std::set<std::string> asked;
        for (const BoxQuestion* q : boxQuestions(kind)) {
            INFO(kindTitle(kind) << " " << q->key);
            CHECK(asked.insert(q->key).second);
            CHECK(std::string_view(q->asks).ends_with("?"));
            CHECK(std::string_view(q->rests).size() > 8);
            CHECK_FALSE(howToAnswer(*q).empty());
            const AnswerKind answer = answerKind(*q);
            if (answer == AnswerKind::Table) continue;
            REQUIRE(readField(any, root + q->key));
            if (answer == AnswerKind::Words || answer == AnswerKind::Order) CHECK(answerWords(*q).size() > 1);
        }
        for (const FieldPattern& p : FieldTable::of(any).patterns()) {  // none is left out
            if (!p.pattern().starts_with(root)) continue;
            std::string key = p.pattern().substr(root.size());
            if (key == "id" || key == "version" || key == "format") continue;
            if (const auto list = key.find(".{}"); list != std::string::npos) key.resize(list);
            INFO(kindTitle(kind) << " " << key);
            CHECK(asked.count(key) == 1);
        }
    }
    for (const Question& q : questions()) {
        const BoxKind kind = q.box == Box::Transmitter  ? BoxKind::Transmitter
                             : q.box == Box::Controller ? BoxKind::Controller
                                                        : BoxKind::SpeedController;
        CHECK(boxQuestion(kind, q.key) != nullptr);
    }
    for (const BoxKind kind : kBoxKinds)  // the dozen without which nothing can be typed
        CHECK(std::count_if(boxQuestions().begin(), boxQuestions().end(),
                            [&](const BoxQuestion& q) { return q.kind == kind && q.first; }) <= 15);
}

TEST_CASE("a description begins with nothing known, holds together, and what stands there can be typed again") {
    for (const AnyBox& from : allBoxes()) {
        INFO(nameOf(from));
        BoxDraft draft = beginDraft(from, "A box of mine");
        CHECK(idOf(draft.box) == "a-box-of-mine");
        CHECK_FALSE(contradictionOf(draft));
        CHECK(answeredOf(draft, false).answered == 1);  // its name
        for (const Question& q : questions())
            if (kindOf(from) < BoxKind::Servo && q.box == boxOf(kindOf(from)))
                CHECK(shownInterval(draft.box, *boxQuestion(kindOf(from), q.key)));
        for (const BoxQuestion* q : boxQuestions(kindOf(from))) {
            INFO(q->key);
            const AnswerKind kind = answerKind(*q);
            const BoxDraft before = draft;
            if (kind == AnswerKind::Line && std::string_view(q->key) != "name") {
                draft = withAnswer(draft, *q, render(typedAnswer(from, *q)));
            } else if (kind == AnswerKind::Pick) {
                const Setup s = holding(from);
                const std::string path = boxRoot(s, q->kind) + q->key;
                draft = withAnswer(draft, *q, render(kh::show(s, path)));
            } else if (kind == AnswerKind::Words || kind == AnswerKind::Order) {
                draft = withAnswerWords(draft, *q, wordsOf(from, *q));
            } else if (kind == AnswerKind::Table) {
                draft = withAnswerBox(draft, *q, draft.box);
            }
            CHECK(answerOf(draft, q->key) != nullptr);
            CHECK_FALSE(shownInterval(draft.box, *q));
        }
        CHECK(nextQuestion(draft, "name") == nullptr);
        CHECK(renamed(draft.box, idOf(from), nameOf(from)) == from);  // every answer came back
        // everything forgotten again: still a box that can be used
        for (const BoxQuestion* q : boxQuestions(kindOf(from))) draft = withNotKnown(draft, *q);
        CHECK_FALSE(contradictionOf(draft));
    }
}

TEST_CASE("tables are typed cell by cell, and what would be mistaken is refused by name") {
    AnyBox box = khtest::transmitter("topsail-9");
    const auto refused = [&](const char* key, std::size_t row, std::size_t column, const std::string& text) {
        try {
            (void)withCell(box, key, row, column, text);
            return std::string();
        } catch (const InputError& e) {
            return std::string(e.what());
        }
    };
    const std::size_t switches = boxTable(box, "switches").rows.size();
    CHECK(refused("switches", 0, 0, "B").find("another row") != std::string::npos);
    CHECK(refused("switches", 0, 1, "4").find("known are 2, 3") != std::string::npos);
    CHECK(refused("switches", 0, 4, "up, down").find("2 words for 3 places") != std::string::npos);
    CHECK(refused("switches", switches, 1, "2").find("begins with") != std::string::npos);
    CHECK_FALSE(refused("switches", 0, 0, "").empty());
    box = withCell(box, "switches", switches, 0, "G");
    CHECK(boxTable(box, "switches").rows.size() == switches + 1);
    box = withCell(box, "switches", 0, 1, "2");  // fewer places: their words are gone
    CHECK(caption(boxTable(box, "switches").rows[0][4]).empty());
    box = withoutRow(box, "switches", switches);
    CHECK(boxTable(box, "switches").rows.size() == switches);
    // a menu
    CHECK(refused("menu", 0, 0, "Dual rates").find("another row") != std::string::npos);
    CHECK(refused("menu", 0, 1, "Rates, Rates").find("twice") != std::string::npos);
    CHECK(refused("menu", 0, 1, "Nonsense").find("not known") != std::string::npos);
    const AnyBox renamedPage = withCell(box, "menu", 0, 0, "Heli");
    CHECK(caption(boxTable(renamedPage, "menu").rows[1][3]) == "Heli");  // those beneath it follow
    CHECK_NOTHROW(requireConsistent(renamedPage));
    const AnyBox moved = withRowMoved(box, "menu", 0, 3);
    CHECK(caption(boxTable(moved, "menu").rows[3][0]) == "Helicopter");
    CHECK(withRowMoved(moved, "menu", 3, 0) == box);
    const AnyBox without = withoutTopic(box, "rate");
    CHECK(topicsWithoutPage(without).size() == topicsWithoutPage(box).size() + 1);
    CHECK_NOTHROW(requireConsistent(without));
    // words
    CHECK(refused("words", 1, 0, "Channel order: 8").find("another row") != std::string::npos);
    box = withCell(box, "words", 1, 0, "channel-number:7");
    CHECK(refused("words", 1, 1, "A2").find("mean either") != std::string::npos);
    box = withCell(box, "words", 1, 1, "A1");
    // scales are asked at 0 and at 100
    AnyBox scaled = withCell(box, "scales", 1, 0, "travel");
    scaled = withCell(scaled, "scales", 1, 3, "400");
    scaled = withCell(scaled, "scales", 1, 2, "-100");
    const BoxScale& scale = std::get<TransmitterProfile>(scaled).scales[1];
    CHECK(scale.perUnit * 100.0 + scale.offset == Approx(400.0));
    CHECK(scale.offset == -100.0);
    CHECK(refused("scales", 0, 3, "lots").find("no number") != std::string::npos);
    CHECK(refused("scales", 0, 4, "9").find("decimals") != std::string::npos);  // out of its range
}

TEST_CASE("an answer outside what was read contradicts it, and what was read with other numbers is stale") {
    const auto* scale = boxQuestion(BoxKind::Transmitter, "usPerPct");
    BoxDraft draft = beginDraft(khtest::transmitter("jib-7"), "Mine");
    FactRead read;
    read.numbers = {3.99, 4.01};
    read.readings = "+95.2, −95.2";
    Setup other;
    other.controller.profile.edit().usPerPct = 4.2;
    read.under = {{"controller.profile.id", render(show(other, "controller.profile.id"))},
                  {"controller.profile.usPerPct", render(show(other, "controller.profile.usPerPct"))}};
    draft = withMeasured(draft, *scale, read);
    CHECK(std::get<TransmitterProfile>(draft.box).usPerPct == 4.0);
    CHECK(answerOf(draft, "usPerPct")->state == AnswerState::Measured);
    CHECK_FALSE(contradictionOf(draft));
    CHECK_FALSE(isStale(draft, *answerOf(draft, "usPerPct"), other));
    const BoxDraft typed = withAnswer(draft, *scale, "5.12");
    const auto wrong = contradictionOf(typed);
    REQUIRE(wrong);
    CHECK(wrong->question == scale);
    CHECK(render(wrong->what).find("95.2") != std::string::npos);
    CHECK_FALSE(contradictionOf(withAnswer(draft, *scale, "4,00")));  // a comma will do
    other.controller.profile.edit().usPerPct = 5.0;
    CHECK(isStale(draft, *answerOf(draft, "usPerPct"), other));
    other.controller.profile.edit().id = "another";  // says nothing of that reading
    CHECK_FALSE(isStale(draft, *answerOf(draft, "usPerPct"), other));
    // answers that contradict one another name the question
    BoxDraft few = withAnswer(draft, *boxQuestion(BoxKind::Transmitter, "flightModes"), "3");
    REQUIRE(contradictionOf(few));
    CHECK(std::string_view(contradictionOf(few)->question->key) == "flightModes");
    CHECK_THROWS_AS(withAnswer(draft, *boxQuestion(BoxKind::Transmitter, "flightModes"), "99"), InputError);
    CHECK_THROWS_AS(beginDraft(draft.box, "…"), InputError);
}

TEST_CASE("two boxes beside each other show only what differs") {
    const AnyBox one = khtest::controller("binnacle"), other = khtest::controller("logline");
    CHECK(differences(one, one).empty());
    std::set<std::string> keys;
    for (const BoxDifference& d : differences(one, other)) {
        CHECK(render(d.title).find("profile.") == std::string::npos);
        keys.insert(d.key);
    }
    CHECK(keys.count("centreUs") == 1);
    CHECK(keys.count("referenceDeg") == 0);
    CHECK(differences(one, khtest::transmitter("jib-7")).empty());  // of two kinds
    Setup s;
    s.controller.profile = khtest::controller("binnacle");
    AnyBox newer = one;
    std::get<ControllerProfile>(newer).deadBandPct = 3;
    REQUIRE(copyIn(s, newer));
    CHECK(differences(*copyIn(s, newer), newer).size() == 1);
    CHECK(withBox(s, newer).controller.profile->deadBandPct == 3);
    CHECK_FALSE(copyIn(s, other));
    CHECK(withBox(s, other) == s);
}

}  // namespace boxdraft_tests
