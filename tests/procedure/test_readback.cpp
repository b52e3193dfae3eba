// SPDX-License-Identifier: GPL-3.0-or-later
//
// A whole box read back: by the keys of its text export, as it comes, as a copied memory brings it.
#include "golden/builds.h"
#include "io/readbackfile.h"
#include "model/profilechecks.h"
#include "procedure/carrykit.h"
#include "procedure/readback.h"
#include "procedure/untilthen.h"

namespace readback_tests {

using namespace kh;
using namespace khtest;
using Catch::Contains;

TEST_CASE("a text export is read by the keys its profile maps: the box is told by them, other lines are left out, and a page is missed") {
    Setup all = carried(turnstone());
    ControllerProfile& box = all.controller.profile.edit();
    const std::vector<std::string> known = settingsIn(all, Box::Controller);
    for (std::size_t i = 0; i < known.size(); ++i) box.exports.push_back({"k" + std::to_string(i), "key." + std::to_string(i), known[i]});
    box.exports.push_back({"gone", "gone", "controller.banks.9.rollRateDps"});
    std::string text = "firmware=7.2\ngone=3\n";
    for (std::size_t i = 0; i < known.size(); ++i) text += "key." + std::to_string(i) + "=" + boxShows(all, known[i]) + "\n";
    Setup none = all;
    none.carried = withUnknown(all, Box::Controller, kAt);
    none.change += 1;
    const InBoxes taken = takenBack(none, io::parseReadBack(text), "2026-11-26T08:00:00Z");
    none.carried = taken;
    for (const std::string& path : known) {
        INFO(path);
        CHECK(inBoxMark(none, path) == InBoxMark::There);
    }
    // half of it: the pages that are mapped and missing are named
    CHECK_THROWS_WITH(takenBack(all, io::parseReadBack("key.0=" + boxShows(all, known[0]) + "\n"), "2026-11-26T08:00:00Z"),
                      Contains("missing"));
    // of a page of which nothing is mapped nothing is asked
    box.exports.resize(1);
    const InBoxes one = takenBack(all, io::parseReadBack("key.0=" + boxShows(all, known[0]) + "\nother=1\n"), "2026-11-26T08:00:00Z");
    CHECK(one.at(known[0]).by == InBoxBy::Read);
    // without a key that is mapped it is not known where it was read
    CHECK_THROWS_WITH(takenBack(all, io::parseReadBack("other=1\n"), "2026-11-26T08:00:00Z"), Contains("which box"));
    // a key that stands for no setting of the box is refused with the profile
    box.exports = {{"x", "x", "machine.rotorDiameterMm"}};
    CHECK_THROWS_AS(requireConsistent(*all.controller.profile), InputError);
}

TEST_CASE("a memory copied from another model brings that one's values, a factory what the profile says; the same box only") {
    const Setup all = carried(turnstone());
    Setup other = all;
    other.transmitter.timerMin = 7.5;
    other.carried = withReadBack(other, "transmitter.alarms.voltsPerCell", "3.70", kAt);
    const ShownValues copied = asCopied(all, other, Box::Transmitter);
    const std::map<std::string, std::string> of(copied.begin(), copied.end());
    CHECK(of.size() == settingsIn(all, Box::Transmitter).size());
    CHECK(of.at("transmitter.timerMin") == "5.0");  // what stands in its box, not what is wanted there since
    CHECK(of.at("transmitter.alarms.voltsPerCell") == "3.70");
    ReadBack read;
    read.box = Box::Transmitter;
    read.values = copied;
    read.by = InBoxBy::Seen;
    Setup after = all;
    after.carried = takenBack(all, read, "2026-11-26T08:00:00Z");
    CHECK(leftOf(carry(after)) == std::vector<std::string>{"transmitter.alarms.voltsPerCell"});
    other.transmitter.profile.edit().id = "another";
    CHECK_THROWS_AS(asCopied(all, other, Box::Transmitter), InputError);

    Setup comes = all;
    CHECK(asItComes(comes, Box::Transmitter).empty());
    comes.transmitter.profile.edit().settings.push_back({.id = "timer", .factory = 10.0});
    const ShownValues factory = asItComes(comes, Box::Transmitter);
    CHECK(std::find(factory.begin(), factory.end(), std::pair<std::string, std::string>("transmitter.timerMin", "10.0")) != factory.end());
}

TEST_CASE("a corrected scale of a box leaves what was typed as it was typed, and tells what that now means at the machine") {
    const Setup all = carried(turnstone());
    const std::string path = "controller.cyclicLimitPct";
    const std::string typed = all.carried->at(path).shown;
    Setup corrected = all;  // the box counts twice as finely as was thought
    corrected.controller.profile.edit().scales.push_back({.id = "cyclic-limit", .perUnit = 2.0});
    CHECK(corrected.carried->at(path).shown == typed);
    CHECK(std::get<double>(*standsIn(corrected, path)) == Approx(all.controller.cyclicLimitPct / 2.0));
    CHECK(corrected.controller.cyclicLimitPct == all.controller.cyclicLimitPct);  // what is wanted keeps its meaning
    CHECK(inBoxMark(corrected, path) == InBoxMark::Changed);
    const auto boxes = carry(corrected);
    CHECK(leftOf(boxes) == std::vector<std::string>{path});
    const CarryLine& line = lineOf(boxes, path);
    CHECK(line.had == typed);
    CHECK(line.wants == boxShows(corrected, path));
    const UntilTyped until = untilTyped(corrected, boxes, stationsOf(corrected));
    REQUIRE(until.of.at(path).known);
    CHECK_FALSE(until.of.at(path).text.empty());
    CHECK(asInBoxes(corrected).controller.cyclicLimitPct == Approx(all.controller.cyclicLimitPct / 2.0));
}

}  // namespace readback_tests
