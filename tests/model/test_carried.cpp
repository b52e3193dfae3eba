// SPDX-License-Identifier: GPL-3.0-or-later
//
// Functions on channels of their own: what is sent is what is heard, by every box and law.
#include "model/carried.h"

#include "base/error.h"
#include "boxes/tenboxes.h"
#include "kernel/chain.h"
#include "model/accepted.h"
#include "model/modeedits.h"
#include "model/profilechecks.h"
#include "support.h"

#include <algorithm>
#include <catch2/catch.hpp>

namespace carried_tests {

using namespace kh;
using khtest::turnstone;

namespace {

/// A controller that takes all four families.
ControllerProfile hungry(ControllerProfile box) {
    box.takes = {{"bank-1", -150, -34}, {"bank-2", -33, 33}, {"bank-3", 34, 150},
                 {"rescue", 30, 150},   {"level", 30, 150},  {"arming", 25, 150}};
    return box;
}

Setup with(const TransmitterProfile* tx, const ControllerProfile& fc) {
    Setup s = turnstone();
    if (tx != nullptr) {
        s.transmitter.profile = *tx;
        s.transmitter.spares.clear();
    }
    s.controller.profile = hungry(fc);
    return withTakenFunctions(s);
}

}  // namespace

TEST_CASE("on every transmitter with every controller each place is heard as it is meant, turned round and off its centre too") {
    std::size_t tried = 0;
    for (const TransmitterProfile& tx : khtest::fiveTransmitters())
        for (const ControllerProfile& fc : khtest::fiveControllers()) {
            const Setup s = with(&tx, fc);
            INFO(tx.name << ", " << fc.name);
            CHECK(s.transmitter.functionChannels.size() == std::min<std::size_t>(4, static_cast<std::size_t>(tx.channels) - 6));
            for (const FunctionChannel& c : s.transmitter.functionChannels) {
                for (const CarriedPlace& p : carriedPlaces(s, c)) {
                    INFO(c.id << ": " << p.function << " sends " << p.valuePct << ", reads " << p.readingPct);
                    CHECK(p.right());
                    CHECK(p.lands == (p.function.empty() ? (c.id == "bank" ? "bank-1" : "") : p.function));
                    ++tried;
                }
                CHECK(heardValues(s, c).empty());
                for (const auto& [reversed, sub] : {std::pair(true, 0.0), std::pair(false, 20.0), std::pair(true, -20.0)}) {
                    Setup moved = s;
                    FunctionChannel& there =
                        moved.transmitter.functionChannels[static_cast<std::size_t>(&c - s.transmitter.functionChannels.data())];
                    there.reversed = reversed;
                    there.subTrimPct = sub;
                    for (const Edit& e : heardValues(moved, there)) writeField(moved, e.path, e.value);
                    for (const CarriedPlace& p : carriedPlaces(moved, *carrierOf(moved.transmitter, c.id))) {
                        INFO(c.id << " reversed " << reversed << ", sub-trim " << sub << ": " << p.function << " reads " << p.readingPct);
                        CHECK(p.right());
                    }
                }
            }
            CHECK(withTakenFunctions(s) == s);  // nothing is missing any more
        }
    CHECK(tried > 150);
}

TEST_CASE("a channel of a function is no unused one; the one that followed its switch becomes it") {
    const Setup before = turnstone();
    REQUIRE(before.transmitter.spares.front().follows == "L2");  // carries the banks
    const Setup s = with(nullptr, before.controller.profile);
    const FunctionChannel* bank = carrierOf(s.transmitter, "bank-3");
    REQUIRE(bank != nullptr);
    CHECK(bank->number == before.transmitter.spares.front().number);
    CHECK(carrierOf(s.transmitter, "timer") == nullptr);
    const std::vector<int> unused = unusedChannels(s.transmitter);
    for (const FunctionChannel& c : s.transmitter.functionChannels) CHECK(std::count(unused.begin(), unused.end(), c.number) == 0);
    for (const SpareChannel& spare : s.transmitter.spares) CHECK(spare.number != bank->number);
}

TEST_CASE("the bank that is flown is the one that the reading is in; in no window it stays as at rest") {
    Setup s = with(nullptr, turnstone().controller.profile);
    const auto bankAt = [&](const Setup& setup, int place) {
        const ChainModel model(setup);
        Deck deck;
        deck.switches["L2"] = place;
        return model.at(deck).bank;
    };
    for (const int place : {1, 2, 3}) CHECK(bankAt(s, place) == static_cast<std::size_t>(place - 1));
    auto& bank = s.transmitter.functionChannels.front();
    REQUIRE(bank.id == "bank");
    bank.reversed = true;
    CHECK(bankAt(s, 1) == 2);
    CHECK(bankAt(s, 2) == 1);
    CHECK(bankAt(s, 3) == 0);
    bank.reversed = false;
    s.controller.profile.edit().takes = {{"bank-1", -150, -90}, {"bank-2", -5, 5}, {"bank-3", 95, 150}};
    for (SwitchFunction& f : s.transmitter.functions)
        if (f.id == "bank-3") f.valuePct = 50.0;
    CHECK(bankAt(s, 3) == bankAt(s, 1));
}

TEST_CASE("a controller that arms keeps the motor off wherever it is not armed, and a mode is looked for where it is") {
    const Setup s = with(nullptr, turnstone().controller.profile);
    const ChainModel model(s);
    REQUIRE(model.armingFunction());
    const Instant start = model.at(Deck{});
    CHECK(start.disarmed);
    for (const char* mode : {"normal", "idle1", "idle2"}) {
        const auto deck = deckInMode(model, s, mode);
        REQUIRE(deck);
        const Instant armed = model.at(*deck);
        CHECK_FALSE(armed.disarmed);
        CHECK(armed.motorThrottlePct > 10.0);
        Deck off = *deck;
        for (const SwitchFunction& f : s.transmitter.functions)
            if (f.id == kArming) off.switches[f.when.front().front().switchId] = 1;
        const Instant disarmed = model.at(off);
        CHECK(disarmed.disarmed);
        CHECK(disarmed.motorThrottlePct == 0.0);
        CHECK(disarmed.outputs == armed.outputs);  // the plate still moves
    }
    Setup direct = s;
    direct.machine.wiring.throttleLead = ThrottleLead::Receiver;
    const ChainModel past(direct);
    Deck deck = *deckInMode(past, direct, "normal");
    for (const SwitchFunction& f : s.transmitter.functions)
        if (f.id == kArming) deck.switches[f.when.front().front().switchId] = 1;
    CHECK(past.at(deck).motorThrottlePct > 10.0);  // the receiver does not know of it
}

TEST_CASE("a controller that contradicts itself in what it takes is refused by what it says") {
    const auto refused = [](std::vector<TakenWindow> takes) {
        ControllerProfile p = turnstone().controller.profile;
        p.takes = std::move(takes);
        try {
            requireConsistent(p);
        } catch (const InputError& e) {
            return e.field() + ": " + e.problem();
        }
        return std::string();
    };
    CHECK(refused({{"bank-1", -100, 0}, {"bank-2", 1, 100}}).empty());
    CHECK(refused({{"bank-1", -100, 10}, {"bank-2", 0, 100}}) == "takes: bank-1 and bank-2 overlap");
    CHECK(refused({{"rescue", 50, 50}}).find("lowPct must be less than highPct") != std::string::npos);
    CHECK(refused({{"siren", 0, 50}}).find("bank, rescue, level, arming") != std::string::npos);
    CHECK(refused({{"rescue", 0, 50}, {"rescue", 60, 80}}).find("twice") != std::string::npos);
    CHECK(refused({{"rescue", 0, 50}, {"level", 10, 60}}).empty());  // each on a channel of its own
}

}  // namespace carried_tests
