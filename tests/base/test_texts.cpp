// SPDX-License-Identifier: GPL-3.0-or-later
//
// Words and numbers: a finding's text follows its value, remedies name their box, messages render as they should.
#include "base/message.h"
#include "base/typed.h"
#include "formula/answers.h"
#include "procedure/registry.h"
#include "support.h"

#include <rapidcheck.h>
#include <catch2/catch.hpp>

namespace texts_tests {

using namespace kh;
using khtest::edited;
using khtest::turnstone;

namespace {

struct Follow {
    std::string rule, path;
    double first, second;
    std::string shownFirst, shownSecond;
};

std::vector<Follow> follows() {
    return {
        {"hold-value", "transmitter.hold.throttlePct", 0.0, 2.0, "1100 µs", "1116 µs"},
        {"stop-value.kill", "transmitter.kill.throttlePct", 0.0, 5.0, "1100 µs", "1140 µs"},
        {"tail-rate", "controller.tail.rateHz", 600.0, 700.0, "600", "700"},
        {"end-point.aileron.high", "transmitter.channels.aileron.travelHighPct", 90.0, 80.0, "85.", "76."},
        {"gain-range.normal", "transmitter.modes.normal.tailGainPct", 80.0, 90.0, "80 %", "90 %"},
        {"headroom.idle2", "machine.power.pinionTeeth", 14.0, 13.0, "", ""},
        {"supply-volts", "machine.supply.volts", 9.0, 10.5, "9.0 V", "10.5 V"},
        {"cut-off-volts", "speedController.cutOffVoltsPerCell", 3.5, 3.7, "3.50", "3.70"},
        {"cells", "machine.power.cells", 15.0, 18.0, "15", "18"},
        {"symmetry", "controller.collectiveLowPct", 38.0, 34.0, "", ""},
        {"reference-throw", "controller.referencePct", 60.0, 55.0, "", ""},
        {"soft-start", "speedController.softStartS", 1.0, 2.0, "1.0 s", "2.0 s"},
        {"tail-window.left", "controller.tail.limitLeftPct", 70.0, 75.0, "70", "75"},
        {"trim-safe.3", "controller.ports.3.trimUs", 80.0, 95.0, "80", "95"},
    };
}

}  // namespace

TEST_CASE("the number in each text follows the value, here for two values of each") {
    for (const Follow& f : follows()) {
        INFO(f.rule);
        const auto text = [&](double v) {
            const Evaluation e = evaluate(edited(turnstone(), {{f.path, v}}));
            const Finding* found = khtest::find(e, f.rule);
            return found == nullptr ? std::string() : render(found->found);
        };
        const std::string first = text(f.first);
        const std::string second = text(f.second);
        CAPTURE(first, second);
        CHECK_FALSE(first.empty());
        CHECK_FALSE(second.empty());
        CHECK(first != second);
        CHECK(first.find(f.shownFirst) != std::string::npos);
        CHECK(second.find(f.shownSecond) != std::string::npos);
    }
}

TEST_CASE("a remedy speaks to the pilot and names the box it is typed into") {
    for (const Setup& s :
         {khtest::dunlin(),
          edited(turnstone(), {{"controller.rateHz", 400.0}, {"speedController.brake", true}, {"machine.supply.volts", 9.0}})})
        for (const Finding& f : evaluate(s).findings) {
            const std::string todo = render(f.todo);
            INFO(f.id << ": " << todo);
            CHECK(todo.back() == '.');
            CHECK(std::isupper(static_cast<unsigned char>(todo.front())));
            for (const char* word : {"error", "invalid", "oops", "Error", "Invalid"}) CHECK(todo.find(word) == std::string::npos);
            if (f.box == Box::Transmitter) CHECK(todo.find("controller.") == std::string::npos);
            CHECK(render(f.title).back() != '.');
            CHECK(render(f.why).back() == '.');
        }
}

TEST_CASE("numbers are shown with a true minus, their decimals, and never a negative zero") {
    CHECK(render(num(-3.25, 2)) == "−3.25");
    CHECK(render(signedNum(3.26, 1)) == "+3.3");
    CHECK(render(signedNum(-0.001, 1)) == "0.0");
    CHECK(render(signedNum(0.0, 1)) == "0.0");
    CHECK(render(num(-0.4)) == "0");
    Speech comma;
    comma.decimalPoint = ",";
    CHECK(render(num(1234.5, 1), comma) == "1234,5");
    REQUIRE(rc::check("never −0", [] {
        const double v = static_cast<double>(*rc::gen::inRange(-2000, 2001)) / 1000.0;
        const int decimals = *rc::gen::inRange(0, 4);
        const std::string text = render(Number{v, decimals, true});
        const bool zero = text.find_first_of("123456789") == std::string::npos;
        RC_ASSERT(!zero || (text.find("−") == std::string::npos && text.find('+') == std::string::npos));
        RC_ASSERT(text.find('-') == std::string::npos);
    }));
}

TEST_CASE("a word is translated where it stands, and what a document may hold in its place is made plain") {
    Speech loud;
    loud.translate = [](const std::string& text, int) { return text == "rudder" ? std::string("RUDER") : text; };
    CHECK(render(say("channel of {f}", {{"f", asWord("rudder")}}), loud) == "channel of RUDER");
    CHECK(render(asWord("a\u202Eb")).find("\u202E") == std::string::npos);
    CHECK(render(asWord("a\u202Eb")) == render(say("{n}", {{"n", std::string("a\u202Eb")}})));
}

TEST_CASE("messages put their arguments in, translate their template, and leave an unknown place readable") {
    Speech loud;
    loud.translate = [](const std::string& text, int) { return text == "{a} of {b}" ? std::string("von {b}: {a}") : text; };
    const Message m = say("{a} of {b}", {{"a", num(3)}, {"b", std::string("seven")}});
    CHECK(render(m) == "3 of seven");
    CHECK(render(m, loud) == "von seven: 3");
    CHECK(render(say("{list}", {{"list", std::vector<Message>{say("one"), say("two")}}})) == "one, two");
    CHECK(say("").empty());
    CHECK(render(say("no places")) == "no places");
}

TEST_CASE("the gain to send is the gain that is read, through any channel") {
    REQUIRE(rc::check("reads what was wanted", [] {
        const auto pick = [](double low, double high) {
            return low + (high - low) * static_cast<double>(*rc::gen::inRange(0, 1001)) / 1000.0;
        };
        ChannelScale channel;
        channel.travelLowPct = channel.travelHighPct = pick(95.0, 140.0);
        channel.reversed = *rc::gen::inRange(0, 2) == 1;
        channel.usPerPct = pick(3.9, 5.2);
        channel.resolutionUs = 0.5;
        const ReadingScale reading{1500.0, pick(3.9, 4.4), 0.0};
        const double wanted = pick(-80.0, 80.0);
        const GainSentAnswer a = gainToSend(wanted, channel, reading, 1.0);
        if (!a.reachable) return;
        const double step = channel.travelHighPct / 100.0 * channel.usPerPct / reading.usPerPct;  // one step of what is sent, as read
        RC_ASSERT(std::abs(a.readsPct - wanted) <= step / 2.0 + 0.2);
        RC_ASSERT((a.sentPct < 0.0) == ((wanted < 0.0) != channel.reversed) || std::abs(a.sentPct) <= 1.0);
    }));
    const GainSentAnswer far = gainToSend(100.0, {50.0, 50.0, 0.0, false, 150.0, 1500.0, 4.0, 1.0}, {1500.0, 4.0, 0.0}, 1.0);
    CHECK_FALSE(far.reachable);
    CHECK(far.sentPct == 100.0);
    CHECK(far.readsPct == Approx(50.0));
    CHECK(far.why.lines.size() == 2);
}

TEST_CASE("a gain on the rate side is mended to what reads the same on the hold side; a reversed channel is that channel's fault") {
    const auto mended = [](std::vector<Edit> mistake, const char* id) {
        const Setup wrong = edited(turnstone(), mistake);
        const Evaluation e = evaluate(wrong);
        const Finding* f = khtest::find(e, id);
        REQUIRE(f != nullptr);
        for (const Finding& other : e.findings) CHECK((other.id == id || other.id.starts_with("gain-") == false));
        const Evaluation after = evaluate(edited(wrong, f->fix));
        CHECK(khtest::find(after, id) == nullptr);
        CHECK(after.figures.mode("idle1")->gainRead.value == Approx(32.0).margin(1.0));
    };
    mended({{"transmitter.modes.idle1.tailGainPct", -32.0}}, "gain-side.idle1");
    mended({{"transmitter.channels.gain.reversed", true}, {"transmitter.modes.idle1.tailGainPct", 32.0}}, "channel-sense.gain");
}

TEST_CASE("a typed number takes comma or point, either minus, spaces and its unit; nothing else") {
    CHECK(typedNumber("5,4") == 5.4);
    CHECK(typedNumber(" −4.6 ° ", "°") == -4.6);
    CHECK(typedNumber("+12 %", "%") == 12.0);
    CHECK(typedNumber("76.4 mm", "mm") == 76.4);
    for (const char* bad : {"", "-", "4 5", "1.2.3", "much", "12 %", "1e999", "nan", "inf", "%"}) {
        INFO(bad);
        CHECK_FALSE(typedNumber(bad, "°"));
    }
}

}  // namespace texts_tests
