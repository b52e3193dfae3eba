// SPDX-License-Identifier: GPL-3.0-or-later
//
// The switch proof of a camera quadrotor: its own properties, tried again by hand over every switch; cut beside return home.
#include "aircraft/camerabuilds.h"
#include "aircraft/found.h"
#include "model/carried.h"
#include "model/conditions.h"
#include "support.h"

#include <algorithm>
#include <catch2/catch.hpp>
#include <map>
#include <set>

namespace cameraproof_tests {

using namespace kh;
using namespace khtest;

TEST_CASE(
    "the switch proof asks a camera quadrotor its own: each listed mistake of places, home, cut and start refutes the one property it is "
    "of") {
    const std::vector<std::string> asked{"P1", "P2", "P3", "P4", "P9", "P11", "P12", "P13", "P14"};
    const std::map<std::string, std::string> of{{"windows.flight", "P11"},    {"windows.home", "P11"},    {"window-channel.", "P11"},
                                                {"home-at-power-on", "P12"},  {"home-everywhere", "P12"}, {"climbs", "P13"},
                                                {"gesture-in-flight", "P14"}, {"cut-held", "P1"},         {"cut-everywhere", "P1"},
                                                {"cut-missing", "P1"},        {"cut-at-power-on", "P9"},  {"start-mode", "P9"},
                                                {"place-used.", "P2"},        {"double-switch", "P3"}};
    std::vector<CameraMistake> made = cameraMistakes();
    made.push_back({"a function on two switches", "", Severity::Warning, [](Setup& s, std::mt19937&) {
                        SwitchFunction& f = s.transmitter.functions.front();
                        for (const SwitchProfile& p : s.transmitter.profile->switches)
                            if (workedBy(s.transmitter, f.when).count(p.id) == 0) f.when.push_back({{p.id, 2, ""}});
                        return true;
                    }});
    made.push_back({"a spare channel that follows a switch", "", Severity::Warning, [](Setup& s, std::mt19937&) {
                        s.transmitter.spares.push_back({"9", 9, s.transmitter.profile->switches.front().id});
                        return true;
                    }});
    made.push_back({"a hover far from the middle", "", Severity::Danger, [](Setup& s, std::mt19937& dice) {
                        cameraOf(s).hoverPct = dice() % 2 == 0 ? 15.0 : 85.0;
                        return cameraOf(s).kind == CameraKind::Position;
                    }});
    made.push_back({"a corner that is heard in the air", "", Severity::Warning, [](Setup& s, std::mt19937&) {
                        cameraOf(s).gesture = ArmGesture::Always;
                        return true;
                    }});
    std::mt19937 dice(4711);
    std::set<std::string> refuted;
    for (const CameraMistake& m : made)
        for (std::size_t n = 0; n < soundCameras().size(); n += 5) {
            Setup s = soundCameras()[n].setup;
            if (!m.make(s, dice)) continue;
            INFO(m.name << ", " << soundCameras()[n].name);
            const SwitchProof proof = proveSwitches(s);
            std::vector<std::string> had;
            for (const PropertyResult& p : proof.properties) {
                had.push_back(p.id);
                if (!p.holds) refuted.insert(p.id);
                CHECK_FALSE(render(p.finding.title).empty());
                CHECK_FALSE(render(p.finding.found).empty());
            }
            CHECK(had == asked);
            const Evaluation e = evaluate(s);
            for (const Finding& f : e.findings) {  // what the audit says of a property the proof says too
                if (f.property.empty()) continue;
                INFO(f.id);
                const auto p = std::ranges::find_if(proof.properties, [&](const PropertyResult& r) { return r.id == f.property; });
                REQUIRE(p != proof.properties.end());
                CHECK_FALSE(p->holds);
            }
            for (const auto& [finding, property] : of)
                if (const Finding* f = beginning(e, finding); f != nullptr) CHECK(f->property == property);
        }
    CHECK(refuted == std::set<std::string>(asked.begin(), asked.end()));
}

TEST_CASE("places are proved by more than their switch: every combination of all switches, tried by hand, agrees with P11") {
    std::mt19937 dice(99);
    int wrong = 0, right = 0;
    for (std::size_t n = 0; n < soundCameras().size(); ++n) {
        Setup s = soundCameras()[n].setup;
        const auto carrier = [&](const char* family) -> FunctionChannel& {
            return *std::ranges::find_if(s.transmitter.functionChannels, [&](const FunctionChannel& c) { return c.id == family; });
        };
        switch (dice() % 4) {  // something, or nothing, that may break it
            case 0: carrier(camera::kFlight).travelLowPct *= 0.4; break;
            case 1: carrier(camera::kFlight).subTrimPct = 20.0; break;
            case 2: std::swap(s.transmitter.functions[0].valuePct, s.transmitter.functions[1].valuePct); break;
            default: break;
        }
        INFO(soundCameras()[n].name);
        const ChainModel model(s);
        const auto& switches = s.transmitter.profile->switches;
        std::vector<int> place(switches.size(), 1);
        bool sound = true;
        std::set<std::string> reached;
        const std::vector<ModeWindow> modes = windowsUs(s, camera::kFlight), home = windowsUs(s, camera::kHome);
        const auto lands = [&](const std::vector<ModeWindow>& windows, double us) {
            std::string in;
            for (std::size_t w = 0; w < windows.size(); ++w) {
                const bool clearLow = w == 0 || us - windows[w].lowUs >= 30.0,
                           clearHigh = w + 1 == windows.size() || windows[w].highUs - us >= 30.0;
                if (us >= windows[w].lowUs && us <= windows[w].highUs && clearLow && clearHigh) in = windows[w].mode;
            }
            return in;
        };
        for (bool more = true; more;) {
            Deck deck;
            for (std::size_t i = 0; i < switches.size(); ++i) deck.switches[switches[i].id] = place[i];
            const Instant now = model.at(deck);
            std::string wanted, homeWanted = camera::kHomeOff;
            for (const SwitchFunction& f : s.transmitter.functions) {
                const bool on = std::ranges::any_of(f.when, [&](const auto& all) {
                    return std::ranges::all_of(all, [&](const Term& t) { return deck.switches[t.switchId] == t.place; });
                });
                if (!on) continue;
                if (familyOf(f.id) == camera::kFlight) wanted = f.id;
                if (f.id == camera::kHome) homeWanted = f.id;
            }
            const std::string in = lands(modes, now.channels[indexOf(camera::Flight)].pulseUs);
            reached.insert(in);
            sound = sound && !in.empty() && in == wanted;
            if (!home.empty()) sound = sound && lands(home, now.channels[indexOf(camera::Home)].pulseUs) == homeWanted;
            more = false;  // the next combination
            for (std::size_t i = 0; i < place.size() && !more; ++i) {
                more = ++place[i] <= switches[i].places;
                if (!more) place[i] = 1;
            }
        }
        sound = sound && std::ranges::all_of(modes, [&](const ModeWindow& w) { return reached.count(w.mode) == 1; });
        const SwitchProof proof = proveSwitches(s);
        const auto p = std::ranges::find_if(proof.properties, [](const PropertyResult& r) { return r.id == "P11"; });
        CHECK(p->holds == sound);
        ++(sound ? right : wrong);
    }
    CHECK(right > 20);
    CHECK(wrong > 20);
}

TEST_CASE("cut beside return home is told where both seats are known, and moved away from it by the plan") {
    std::mt19937 dice(3);
    int told = 0;
    for (const NamedCamera& b : soundCameras()) {
        const Condition* home = conditionOf(b.setup.transmitter, camera::kHome);
        if (home == nullptr) continue;
        INFO(b.name);
        Setup s = b.setup;
        auto& switches = s.transmitter.profile.edit().switches;
        const std::string& homeOn = home->front().front().switchId;
        const std::string& cutOn = s.transmitter.cut.when.front().front().switchId;
        const auto seat = [&](const std::string& id, const char* where) {
            std::ranges::find_if(switches, [&](const SwitchProfile& p) { return p.id == id; })->where = where;
        };
        seat(homeOn, "front, left");
        CHECK(beginning(evaluate(s), "cut-beside-home") == nullptr);  // nobody said where cut sits
        seat(cutOn, "back, left");
        CHECK(beginning(evaluate(s), "cut-beside-home") == nullptr);
        seat(cutOn, dice() % 2 == 0 ? "front, far left" : "front, inside left");
        const Evaluation e = evaluate(s);
        const Finding* f = beginning(e, "cut-beside-home");
        REQUIRE(f != nullptr);
        CHECK(f->severity == Severity::Warning);
        CHECK(render(f->found).find(cutOn) != std::string::npos);
        if (f->fix.empty()) continue;  // no other switch of two places is free on this transmitter
        ++told;
        CHECK(worse(evaluate(planned(s))) == 0);
    }
    CHECK(told > 5);
}

}  // namespace cameraproof_tests
