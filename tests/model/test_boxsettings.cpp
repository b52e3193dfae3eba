// SPDX-License-Identifier: GPL-3.0-or-later
//
// What boxes hold of a value, and what their monitors show: there and back within a step, for every box.
#include "model/boxsettings.h"

#include "base/error.h"
#include "boxes/tenboxes.h"
#include "golden/builds.h"
#include "model/accepted.h"
#include "model/amounts.h"
#include "model/conditiontext.h"
#include "model/fieldtable.h"
#include "model/monitor.h"
#include "model/profilechecks.h"
#include "model/topics.h"
#include "plan/mistakes.h"
#include "support.h"

#include <catch2/catch.hpp>
#include <cmath>

namespace boxsettings_tests {

using namespace kh;

TEST_CASE("what a box holds in place of a value lies within half its step, and is held as it is") {
    std::size_t tried = 0, moved = 0;
    std::vector<Setup> machines;
    for (const khtest::NamedSetup& b : khtest::triedBuilds()) machines.push_back(b.setup);
    for (const khtest::NamedSetup& b : khtest::movedMachines()) machines.push_back(b.setup);
    for (const Setup& s : machines)
        for (const std::string& path : allPaths(s)) {
            const auto field = readField(s, path);
            if (typingOf(s, path).topic == nullptr || !std::holds_alternative<double>(field->value)) continue;
            const double value = std::get<double>(field->value);
            for (const double off : {0.0, 0.013, 0.37, 0.49, 1.61}) {
                const HeldNumber held = heldNumber(s, path, value + off);
                INFO(s.machine.name << ", " << path << " " << value + off << " held as " << held.value);
                CHECK(heldNumber(s, path, held.value).exact());
                if (held.exact()) CHECK(held.value == value + off);
                const ScaleRef scale = scaleOf(s, path);
                const double step = std::max({scale->step / std::abs(scale->factor), s.transmitter.profile->travelStepPct,
                                              s.transmitter.profile->subTrimStepPct, s.controller.profile->trimStepUs, 1.0});
                if (!held.beyond) CHECK(std::abs(held.value - value - off) <= step / 2.0 + 1e-6);
                ++tried;
                moved += !held.exact();
            }
        }
    CHECK(tried > 5000);
    CHECK(moved > 1000);
}

TEST_CASE("what a box holds never leaves a setting's range, whatever its step; at its last change a document can still be edited") {
    Setup s = khtest::triedBuilds().front().setup;
    for (const double step : {0.37, 7.0, 8.7704, 9.99}) {
        s.transmitter.profile.edit().subTrimStepPct = step;
        for (const char* end : {"−", "+"}) {
            ChannelSettings& channel = s.transmitter.channels.front();
            const std::string path = "transmitter.channels." + channel.id + ".subTrimPct";
            const FieldInfo info = readField(s, path)->info;
            channel.subTrimPct = std::string_view(end) == "+" ? info.max : info.min;
            const auto held = heldValue(s, path);
            INFO("in steps of " << step << " from " << channel.subTrimPct);
            if (held) CHECK_NOTHROW(writeField(s, path, *held));
        }
    }
    s.change = kMostChanges;
    const Setup edited = withEdits(s, {Edit("transmitter.timerMin", 4.0)}, Standing::Entered, "2026-11-30T05:00:00Z");
    CHECK(edited.transmitter.timerMin == 4.0);
    CHECK_NOTHROW(requireAccepted(edited));
}

TEST_CASE("a box's own range is held to in its own writing; facts and what is typed nowhere are not") {
    Setup s = khtest::turnstone();
    s.controller.profile.edit().scales = {{"tail-limits", "steps", 0.5, 0, 0, 1}};
    s.controller.profile.edit().settings = {
        {.id = "tail-limits", .at = SetAt::Sticks, .how = SetHow::ByEye, .low = 10, .high = 40, .factory = 25}};
    CHECK(heldNumber(s, "controller.tail.limitLeftPct", 120.0).value == 80.0);
    CHECK(heldNumber(s, "controller.tail.limitLeftPct", 120.0).beyond);
    CHECK(heldNumber(s, "controller.tail.limitLeftPct", 61.0).rounded);
    CHECK(heldNumber(s, "controller.tail.limitLeftPct", 61.0).value == 62.0);  // 30.5 steps: up
    CHECK(heldNumber(s, "machine.massKg", 2.2345).exact());
    const BoxSetting* set = settingOf(s, "controller.tail.limitRightPct");
    REQUIRE(set != nullptr);
    CHECK(settingOf(s, "controller.tail.pulseUs") == nullptr);
    std::string said;
    for (const Message& m : settingWords(s, Box::Controller, *set)) said += render(m) + "; ";
    CHECK(said == "set by sticks and button; adjusted by eye, no number is shown; takes 10 steps … 40 steps; comes as 25 steps; ");
    std::vector<std::string> ranged;
    for (const OwnRange& r : ownRanges(s)) {
        ranged.push_back(r.path);
        CHECK(r.low == 20.0);
        CHECK(r.high == 80.0);
    }
    CHECK(ranged == std::vector<std::string>{"controller.tail.limitLeftPct", "controller.tail.limitRightPct"});
}

TEST_CASE("a box's words for channels and for the places of its switches are shown, typed and printed; a place stays its number") {
    Setup s = khtest::turnstone();
    TransmitterProfile& box = s.transmitter.profile.edit();
    box.words = {{"channel-number:4", "RUD"}};
    for (SwitchProfile& sw : box.switches)
        if (sw.id == "L1") {
            sw.where = "on the left shoulder";
            sw.words = {"away", "mid", "near"};
        }
    requireConsistent(box);
    CHECK(render(show(s, "transmitter.channels.rudder.number")) == "4 RUD");
    CHECK(render(show(s, "transmitter.channels.aileron.number")) != "4 RUD");
    CHECK(std::get<Condition>(read(s, "transmitter.modes.idle1.when", "L1 near")) == Condition{{{"L1", 3, ""}}});
    CHECK(std::get<Condition>(read(s, "transmitter.modes.idle1.when", "L1 2")) == Condition{{{"L1", 2, ""}}});
    CHECK_THROWS_WITH(read(s, "transmitter.modes.idle1.when", "L1 sideways"), Catch::Contains("L1 sideways"));
    const auto words = placeWords(s.transmitter, {{{"L1", 2, ""}, {"R1", 2, ""}}});
    REQUIRE(words.size() == 1);
    CHECK(render(words.front()) == "L1 mid, on the left shoulder");
    box.switches.front().words = {"only one"};
    CHECK_THROWS_WITH(requireConsistent(box), Catch::Contains("words for 1"));
}

TEST_CASE("a range that is known at one end says that end") {
    Setup s = khtest::turnstone();
    for (const auto& [setting, told] : {std::pair(BoxSetting{.id = "tail-limits", .low = 20}, "takes 20 % or more"),
                                        std::pair(BoxSetting{.id = "tail-limits", .high = 90}, "takes 90 % or less")}) {
        const auto words = settingWords(s, Box::Controller, setting);
        REQUIRE(words.size() == 1);
        CHECK(render(words.front()) == told);
    }
    const ControllerProfile& lamps = khtest::controller("rowlock");
    for (const auto& [reading, told] :
         {std::pair(0.4, "centred"), std::pair(-80.0, "short"), std::pair(100.2, "full"), std::pair(-104.0, "over")})
        CHECK(render(onMonitorBare(lamps, "aileron", reading)) == told);
}

TEST_CASE("settings that contradict themselves are refused by what they say") {
    const auto refused = [](std::vector<BoxSetting> settings, std::vector<BoxScale> scales = {}) {
        ControllerProfile p = khtest::turnstone().controller.profile;
        p.settings = std::move(settings);
        p.scales = std::move(scales);
        try {
            requireConsistent(p);
        } catch (const InputError& e) {
            return e.field() + ": " + e.problem();
        }
        return std::string();
    };
    CHECK(refused({{.id = "head-gain", .low = 0, .high = 100, .factory = 50}}).empty());
    CHECK(refused({{.id = "travel"}}) == "settings: travel is no topic of such a box");
    CHECK(refused({{.id = "head-gain", .low = 100, .high = 0}}).find("low must be less than high") != std::string::npos);
    CHECK(refused({{.id = "head-gain", .low = 0, .high = 100, .factory = 130}}).find("outside of what it takes") != std::string::npos);
    CHECK(refused({{.id = "head-gain", .low = 0, .high = 5}}, {{"head-gain", "", 1, 0, 0, 10}}).find("larger than its range") !=
          std::string::npos);
    CHECK(refused({}, {{"head-gain", "", 1, 0, 0, 500}}).find("head-gain: its step of 500 is larger than its whole range, which is 200") !=
          std::string::npos);
    CHECK(refused({{.id = "head-gain"}, {.id = "head-gain"}}).find("twice") != std::string::npos);
    CHECK(refused({{.id = "head-gain", .with = "bank-expo"}, {.id = "bank-expo", .with = "head-gain"}}).find("in a circle") !=
          std::string::npos);
    CHECK(refused({{.id = "head-gain", .with = "bank-expo"}, {.id = "bank-expo"}}).empty());
    CHECK(refused({{.id = "head-gain", .with = "horn"}}).find("horn is no topic") != std::string::npos);
}

TEST_CASE("what is read off a monitor is the reading it shows, within its step, of every box and function") {
    for (const ControllerProfile& box : khtest::fiveControllers())
        for (const char* function : {"aileron", "elevator", "collective", "rudder", "gain"}) {
            INFO(box.name << " " << function);
            if (box.monitor.lamps) {
                CHECK_THROWS_WITH(readOffMonitor(box, function, 1.0), Catch::Contains("lamps"));
                continue;
            }
            const ScaleRef scale = monitorScale(box, function);
            for (double reading = -140.0; reading <= 140.0; reading += 3.7) {
                double shown = scale->shown(reading);
                if (scale->step > 0.0) shown = std::round(shown / scale->step) * scale->step;
                CHECK(std::abs(readOffMonitor(box, function, shown) - reading) <= monitorStepPct(box) / 2.0 + 1e-9);
            }
        }
    const ControllerProfile& pelorus = khtest::controller("pelorus");
    CHECK(readOffMonitor(pelorus, "rudder", 40.0) == -40.0);  // shown with the other sign
    CHECK(readOffMonitor(pelorus, "aileron", 40.0) == 40.0);
    CHECK(render(onMonitor(khtest::controller("sextant"), "aileron", 100.0)) == "2012 µs");
    CHECK(monitoredFunction("aileron.high") == "aileron");
    CHECK(monitoredFunction("blade-a.tail").empty());
}

}  // namespace boxsettings_tests
