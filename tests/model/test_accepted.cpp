// SPDX-License-Identifier: GPL-3.0-or-later
//
// What a document may hold: read, edited and written by the same rules.
#include "base/error.h"
#include "io/document.h"
#include "model/accepted.h"
#include "model/helicopter/helicopter.h"
#include "procedure/ledger.h"
#include "procedure/registry.h"
#include "support.h"

#include <catch2/catch.hpp>
#include <functional>

namespace accepted_tests {

using namespace kh;
using khtest::turnstone;

namespace {

/// What a setup is refused for, at every door; all say the same.
std::string refusal(const std::function<void(Setup&)>& change) {
    Setup s = turnstone();
    change(s);
    std::string said;
    try {
        requireAccepted(s);
    } catch (const InputError& e) {
        said = e.what();
    }
    std::string written;
    try {
        (void)io::writeDocument(s);
    } catch (const InputError& e) {
        written = e.what();
    }
    CHECK(said == written);
    return said;
}

}  // namespace

TEST_CASE("what is sound is accepted") {
    for (const Setup* demo : {&turnstone(), &khtest::dunlin(), &khtest::fulmar(), &khtest::gannet()}) CHECK_NOTHROW(requireAccepted(*demo));
}

TEST_CASE("sizes, names, ranges and counts are held, by field, value and what is allowed") {
    CHECK(refusal([](Setup& s) {
              for (int i = 0; i < 2001; ++i) s.readings.push_back({.id = "r" + std::to_string(i), .what = "aileron.high", .unit = "%"});
          }).find("readings: 2") == 0);
    CHECK(refusal([](Setup& s) { s.machine.name = std::string(401, 'x'); }).find("machine.name: 401 characters") == 0);
    CHECK(refusal([](Setup& s) {  // letters are counted, as the schema does, not bytes
              s.machine.name.clear();
              for (int i = 0; i < 400; ++i) s.machine.name += "\xC3\xA4";
          })
              .empty());
    CHECK(refusal([](Setup& s) { s.machine.power.cells = 6.5; }).find("machine.power.cells: 6.5 is not a whole number") == 0);
    CHECK(refusal([](Setup& s) { s.machine.massKg = std::nan(""); }).find("machine.massKg") == 0);
    CHECK(refusal([](Setup& s) { s.machine.massKg = 31.0; }).find("31 is outside") != std::string::npos);
    CHECK(refusal([](Setup& s) { s.transmitter.modes[1].id = s.transmitter.modes[0].id; }).find("stands twice") != std::string::npos);
    CHECK(refusal([](Setup& s) { s.transmitter.modes[1].id = ""; }).find("cannot be a name") != std::string::npos);
    CHECK(refusal([](Setup& s) { s.transmitter.modes[1].id = "a.b"; }).find("cannot be a name") != std::string::npos);
    CHECK(refusal([](Setup& s) { s.transmitter.modes[0].pitch.points.resize(1); }).find("transmitter.modes.normal.pitch") == 0);
}

TEST_CASE("2 000 readings are saved and opened again") {
    Setup s = turnstone();
    s.readings.clear();
    for (int i = 0; i < 2000; ++i)
        s.readings.push_back({.id = "r" + std::to_string(i), .what = "aileron.high", .value = 99.0, .unit = "%"});
    CHECK(io::parseDocument(io::writeDocument(s)).setup.readings.size() == 2000);
}

TEST_CASE("conditions name what there is, and neither themselves nor each other in a circle") {
    const auto when = [](Setup& s, const char* id, Condition c) {
        for (SwitchFunction& f : s.transmitter.functions)
            if (f.id == id) f.when = std::move(c);
    };
    CHECK(refusal([&](Setup& s) { when(s, "timer", {{{"", 1, "nobody"}}}); }).find("nobody") != std::string::npos);
    CHECK(refusal([&](Setup& s) { when(s, "timer", {{{"", 1, "timer"}}}); }).find("circle") != std::string::npos);
    CHECK(refusal([&](Setup& s) { when(s, "timer", {{{"R1", 3, ""}}}); }).find("R1 has places 1 … 2, not 3") != std::string::npos);
    CHECK(refusal([&](Setup& s) { when(s, "timer", {{{"R1", 2, "voice"}}}); }).find("either a switch") != std::string::npos);
    CHECK(refusal([&](Setup& s) { when(s, "timer", {{{"Q9", 2, ""}}}); }).empty());  // another transmitter's switch: never met, and told
    CHECK(refusal([&](Setup& s) {
              for (int i = 0; i < 17; ++i)
                  s.transmitter.functions.push_back(
                      {"f" + std::to_string(i), {{{"", 1, i == 0 ? "timer" : "f" + std::to_string(i - 1)}}}, {}});
          }).find("deep") != std::string::npos);
}

TEST_CASE("what is accepted can be listed: without servos, and no port names nobody") {
    Setup s = turnstone();
    helicopter(s).servos.clear();
    CHECK_NOTHROW(requireAccepted(s));
    CHECK_FALSE(ledger(s, evaluate(s), nullptr).empty());
    CHECK(refusal([](Setup& x) { x.controller.ports[0].role = ""; }).find("names no servo") != std::string::npos);
    CHECK(refusal([](Setup& x) { x.controller.ports[0].role = "a.b"; }).find("names no servo") != std::string::npos);
}

}  // namespace accepted_tests
