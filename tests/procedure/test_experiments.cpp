// SPDX-License-Identifier: GPL-3.0-or-later
//
// Every experiment against simulated boxes: what is read is what such boxes would show, rounded as their monitors round; the answer
// must be theirs.
#include "procedure/experiments.h"

#include "base/error.h"
#include "boxes/tenboxes.h"
#include "formula/curve.h"
#include "model/access.h"
#include "model/answered.h"
#include "model/monitor.h"
#include "model/questions.h"

#include <algorithm>
#include <catch2/catch.hpp>
#include <cmath>

namespace experiments_tests {

using namespace kh;

namespace {

const BoxExperiment& experiment(const char* id) {
    for (const BoxExperiment& e : boxExperiments())
        if (std::string_view(e.id) == id) return e;
    throw std::out_of_range(id);
}

/// What the monitor of those boxes shows of a channel.
double shows(const Setup& truth, const ChannelSettings& channel, double valuePct) {
    const Monitor& m = truth.controller.profile->monitor;
    const bool turned = std::find(m.turned.begin(), m.turned.end(), channel.id) != m.turned.end();
    const double reading = readsPct(truth, channel, valuePct) * (turned ? -1.0 : 1.0);
    const double step = std::max(m.step, std::pow(10.0, -m.decimals));
    return m.zero + std::round(reading * m.perPct / step) * step;
}
ChannelSettings channelFor(const char* id) {
    ChannelSettings ch;
    ch.id = id;
    return ch;
}

/// Every transmitter with every controller whose monitor shows numbers.
std::vector<Setup> pairsOfBoxes() {
    std::vector<Setup> out;
    for (const TransmitterProfile& tx : khtest::fiveTransmitters())
        for (const ControllerProfile& fc : khtest::fiveControllers()) {
            if (fc.monitor.lamps) continue;
            Setup s;
            s.transmitter.profile = tx;
            s.controller.profile = fc;
            out.push_back(std::move(s));
        }
    return out;
}

/// The same boxes with facts of one that nobody knows.
Setup without(const Setup& truth, BoxKind kind, const std::vector<const char*>& keys) {
    AnyBox box = boxIn(truth, kind);
    for (const char* key : keys) box = answered(box, key, kNotKnown);
    return holding(box, truth);
}

const Decided* decidedOf(const std::vector<Decided>& all, const char* key) {
    for (const Decided& d : all)
        if (std::string_view(d.question->key) == key) return &d;
    return nullptr;
}

using Read = std::vector<std::optional<double>>;

bool mayLearn(const Setup& s) { return s.controller.profile->learnsCentre || openFact(s, "controller.profile.learnsCentre").has_value(); }

}  // namespace

TEST_CASE("both ends give the ratio of two scales, and half their sum the centre") {
    for (const Setup& truth : pairsOfBoxes())
        for (const bool ofTransmitter : {true, false}) {
            const BoxKind kind = ofTransmitter ? BoxKind::Transmitter : BoxKind::Controller;
            const BoxExperiment& e = experiment(ofTransmitter ? "scale" : "scale-read");
            for (const bool learnOpen : {false, true}) {
                std::vector<const char*> open{"usPerPct", "centreUs"};
                if (learnOpen && !ofTransmitter) open.push_back("learnsCentre");
                const Setup bench = without(truth, kind, open);
                const ChannelSettings ch = channelFor(mayLearn(bench) ? "collective" : "aileron");
                const double right = shows(truth, ch, 100), left = shows(truth, ch, -100);
                INFO(truth.transmitter.profile->name << " read by " << truth.controller.profile->name);
                if (std::abs(readsPct(truth, ch, 100)) >= truth.controller.profile->monitorStopPct) continue;
                const auto decided = decidedBy(e, bench, Read{right, left});
                const Decided* scale = decidedOf(decided, "usPerPct");
                const Decided* centre = decidedOf(decided, "centreUs");
                REQUIRE(scale != nullptr);
                REQUIRE(centre != nullptr);
                const double isScale = ofTransmitter ? truth.transmitter.profile->usPerPct : truth.controller.profile->usPerPct;
                const double isCentre = ofTransmitter ? truth.transmitter.profile->centreUs : truth.controller.profile->centreUs;
                CHECK(scale->read.numbers[0] <= isScale + 1e-9);
                CHECK(scale->read.numbers[1] >= isScale - 1e-9);
                CHECK(scale->read.numbers[1] - scale->read.numbers[0] < 0.03 * isScale);  // it decides
                CHECK(centre->read.numbers[0] <= isCentre + 1e-9);
                CHECK(centre->read.numbers[1] >= isCentre - 1e-9);
                CHECK(centre->read.numbers[1] - centre->read.numbers[0] < 15.0);
            }
        }
    // where the other's scale is not known either, only their ratio was read: an interval is left, and the truth is in it
    for (const Setup& truth : pairsOfBoxes()) {
        const Setup bench = without(without(truth, BoxKind::Controller, {"usPerPct", "centreUs"}), BoxKind::Transmitter, {"usPerPct"});
        const ChannelSettings ch = channelFor(mayLearn(bench) ? "collective" : "aileron");
        if (std::abs(readsPct(truth, ch, 100)) >= truth.controller.profile->monitorStopPct) continue;
        const auto decided = decidedBy(experiment("scale"), bench, Read{shows(truth, ch, 100), shows(truth, ch, -100)});
        const Decided* scale = decidedOf(decided, "usPerPct");
        REQUIRE(scale != nullptr);
        CHECK(scale->read.interval);
        CHECK(scale->read.numbers[0] <= truth.transmitter.profile->usPerPct + 1e-9);
        CHECK(scale->read.numbers[1] >= truth.transmitter.profile->usPerPct - 1e-9);
        BoxDraft draft{boxIn(bench, BoxKind::Transmitter), {}, {}};
        CHECK(shownInterval(withMeasured(draft, *scale->question, scale->read).box, *scale->question));
    }
    const Setup any = pairsOfBoxes().front();
    CHECK_THROWS_AS(decidedBy(experiment("scale"), any, Read{100.0}), InputError);         // the other end is missing
    CHECK_THROWS_AS(decidedBy(experiment("scale"), any, Read{100.0, 100.0}), InputError);  // no whole stick
    Setup lamps = any;
    lamps.controller.profile = khtest::controller("rowlock");
    CHECK_THROWS_AS(decidedBy(experiment("scale"), lamps, Read{100.0, -100.0}), InputError);  // shows no numbers
}

TEST_CASE("sub-trim, limit and the side of a travel are told by what a channel reads") {
    int tried = 0;
    for (Setup truth : pairsOfBoxes()) {
        if (tried % 32 == 0) truth.transmitter.profile.edit().travelLimitPct = 100;  // one that has no more
        for (const SubTrimLaw sub : {SubTrimLaw::Moves, SubTrimLaw::Bends})
            for (const bool turns : {true, false})
                for (const LimitLaw limit : {LimitLaw::Clips, LimitLaw::Scales})
                    for (const TravelSide side : {TravelSide::BeforeReversing, TravelSide::AfterReversing}) {
                        truth.transmitter.profile.edit().laws = {side, sub, turns, limit};
                        INFO(truth.transmitter.profile->name << " read by " << truth.controller.profile->name);
                        const Setup bench =
                            without(truth, BoxKind::Transmitter, {"subTrimLaw", "reverseTurnsTrim", "limitLaw", "travelSide"});
                        const auto word = [&](const std::vector<Decided>& all, const char* key) {
                            const Decided* d = decidedOf(all, key);
                            REQUIRE(d != nullptr);
                            REQUIRE(d->read.words.size() == 1);  // it decides
                            Setup after = bench;
                            const std::string path = std::string("transmitter.profile.") + key;
                            const bool flag = readField(after, path)->info.kind == FieldKind::Flag;
                            const std::string w = d->read.words.front();
                            CHECK(readField(truth, path)->value == (flag ? FieldValue(w == "true") : FieldValue(w)));
                        };
                        ChannelSettings ch = channelFor("collective");
                        ch.travelLowPct = ch.travelHighPct = 60;
                        ch.subTrimPct = 20;
                        ChannelSettings back = ch;
                        back.reversed = true;
                        const auto laws = decidedBy(experiment("sub-trim"), bench,
                                                    Read{shows(truth, ch, 0), shows(truth, ch, 100), shows(truth, ch, -100),
                                                         shows(truth, back, 0), shows(truth, back, 100)});
                        word(laws, "subTrimLaw");
                        word(laws, "reverseTurnsTrim");
                        ChannelSettings limited = channelFor("collective");
                        limited.travelLowPct = limited.travelHighPct = std::min(120.0, truth.transmitter.profile->travelLimitPct);
                        limited.limitPct = limited.travelHighPct - 20;
                        word(decidedBy(experiment("limit"), bench, Read{shows(truth, limited, 50), shows(truth, limited, 100)}),
                             "limitLaw");
                        ChannelSettings shortSide = channelFor("collective");
                        shortSide.reversed = true;
                        shortSide.travelHighPct = 60;
                        word(decidedBy(experiment("side"), bench, Read{shows(truth, shortSide, 100), shows(truth, shortSide, -100)}),
                             "travelSide");
                        ++tried;
                    }
    }
    CHECK(tried == 20 * 16);
    // readings that no box can show are refused, and so is a law while the scale is not known
    Setup truth = pairsOfBoxes().front();
    const Setup bench = without(truth, BoxKind::Transmitter, {"subTrimLaw", "reverseTurnsTrim"});
    CHECK_THROWS_AS(decidedBy(experiment("sub-trim"), bench, Read{70.0, 10.0, -3.0, 70.0, 5.0}), InputError);
    const Setup noScale = without(truth, BoxKind::Transmitter, {"usPerPct", "limitLaw"});
    CHECK_THROWS_AS(decidedBy(experiment("limit"), noScale, Read{60.0, 100.0}), InputError);
}

TEST_CASE("where the output stops is read, or how far it goes at least") {
    for (Setup truth : pairsOfBoxes())
        for (const double limit : {100.0, 110.0, 125.0, 150.0}) {
            truth.transmitter.profile.edit().outputLimitPct = limit;
            const double travel = truth.transmitter.profile->travelLimitPct;
            ChannelSettings ch = channelFor("collective");
            ch.travelLowPct = ch.travelHighPct = travel;
            const Setup bench = without(truth, BoxKind::Transmitter, {"outputLimitPct"});
            const auto& controller = *truth.controller.profile;
            INFO(truth.transmitter.profile->name << " read by " << controller.name << ", limit " << limit << ", travel " << travel);
            const double reads = std::min(readsPct(truth, ch, 100), controller.monitorStopPct);
            const Monitor& m = controller.monitor;
            const double step = std::max(m.step, std::pow(10.0, -m.decimals));
            const double shown = m.zero + std::round(reads * m.perPct / step) * step;
            const auto decided = decidedBy(experiment("output"), bench, Read{travel, shown});
            REQUIRE(decided.size() == 1);
            CHECK(decided[0].read.numbers[0] <= limit + 1e-9);
            CHECK(decided[0].read.numbers[1] >= limit - 1e-9);
            // what is left as an interval stays open, and is never taken for known
            BoxDraft draft{boxIn(bench, BoxKind::Transmitter), {}, {}};
            draft = withMeasured(draft, *decided[0].question, decided[0].read);
            CHECK(shownInterval(draft.box, *decided[0].question).has_value() == decided[0].read.interval);
            CHECK_FALSE(contradictionOf(draft));
            if (!decided[0].read.interval) CHECK(std::get<TransmitterProfile>(draft.box).outputLimitPct == Approx(limit).margin(2.0));
            if (travel > limit + 3.0 && reads < controller.monitorStopPct - 3.0)
                CHECK(decided[0].read.numbers[1] - decided[0].read.numbers[0] < 4.0);  // it decides
        }
}

TEST_CASE("a cubic expo is known by half a stick; another is read place by place") {
    for (Setup truth : pairsOfBoxes())
        for (const ExpoTable& table : {ExpoTable{}, ExpoTable{0, 0.05, 0.2, 0.5, 1}, ExpoTable{0, 0.2, 0.45, 0.7, 1}}) {
            truth.transmitter.profile.edit().expoTable = table;
            const auto at = [&](double stick, double expo) {
                return shows(truth, channelFor("aileron"), withExpo(stick, expo, table) * 100.0);
            };
            INFO(truth.transmitter.profile->name << " read by " << truth.controller.profile->name << ", places " << table.size());
            if (table.empty()) {
                const auto decided = decidedBy(experiment("expo"), truth, Read{at(0.5, 50), {}, {}, {}});
                REQUIRE(decided.size() == 1);
                CHECK(decided[0].read.list == std::string());
                continue;
            }
            CHECK_THROWS_AS(decidedBy(experiment("expo"), truth, Read{at(0.5, 50), {}, {}, {}}), InputError);
            const auto decided = decidedBy(experiment("expo"), truth, Read{at(0.5, 50), at(0.25, 100), at(0.5, 100), at(0.75, 100)});
            REQUIRE(decided.size() == 1);
            const AnyBox box = answered(*truth.transmitter.profile, "expoTable", *decided[0].read.list);
            const ExpoTable found = std::get<TransmitterProfile>(box).expoTable;
            REQUIRE(found.size() == table.size());
            for (std::size_t i = 0; i < table.size(); ++i) CHECK(std::abs(found[i] - table[i]) < 0.02);
        }
}

TEST_CASE("a centre that is learned reads 0 after a power cycle with a sub-trim") {
    for (Setup truth : pairsOfBoxes())
        for (const bool learns : {true, false}) {
            truth.controller.profile.edit().learnsCentre = learns;
            ChannelSettings ch = channelFor("aileron");
            ch.subTrimPct = 10;
            const Setup bench = without(truth, BoxKind::Controller, {"learnsCentre"});
            INFO(truth.transmitter.profile->name << " read by " << truth.controller.profile->name << (learns ? ", learns" : ""));
            const auto decided = decidedBy(experiment("learns"), bench, Read{shows(truth, ch, 0)});
            REQUIRE(decided.size() == 1);
            CHECK(decided[0].read.words == std::vector<std::string>{learns ? "true" : "false"});
        }
}

TEST_CASE("gains, tail, poles and a lost signal are decided by what is seen") {
    const Setup s = pairsOfBoxes().front();
    const auto words = [&](const char* id, const Read& readings) { return decidedBy(experiment(id), s, readings).at(0).read.words; };
    using W = std::vector<std::string>;
    CHECK(words("sweep", {-100, 1, 100}) == W{"signed"});
    CHECK(words("sweep", {0, 50, 100}) == W{"centre-50"});
    CHECK(words("sweep", {0, 0, 125}) == W{"travel"});
    CHECK(words("sweep", {0, 0, 100}) == W{"mode-percent", "travel"});  // not decided between the two
    CHECK_THROWS_AS(words("sweep", {0, 30, 100}), InputError);
    CHECK_THROWS_AS(words("sweep", {0, 120, 100}), InputError);
    CHECK(words("gain-shown", {50, -50}) == W{"signed"});
    CHECK(words("gain-shown", {75, 25}) == W{"centre-50"});
    CHECK(words("gain-shown", {50, 50}) == W{"mode-percent", "travel"});
    CHECK_THROWS_AS(words("gain-shown", {60, 10}), InputError);
    CHECK(words("tail", {1, 1}) == W{"true"});
    CHECK(words("tail", {1, 0}) == W{"false"});
    CHECK(words("tail", {0, 1}) == W{"false"});
    CHECK_THROWS_AS(words("tail", {0, 0}), InputError);
    CHECK(words("poles", {2010, 2000}) == W{"false"});
    CHECK(words("poles", {1005, 2000}) == W{"true"});
    CHECK_THROWS_AS(words("poles", {1500, 2000}), InputError);
    CHECK_THROWS_AS(words("poles", {0, 2000}), InputError);
    CHECK(words("loss", {0, 0}) == W{"from-transmitter"});
    CHECK(words("loss", {0, 1}) == W{"stored-here"});
    CHECK(words("loss", {1, 2}) == W{"holds-last"});
    CHECK(words("loss", {2, 2}) == W{"no-signal"});
    CHECK_THROWS_AS(words("loss", {0, 2}), InputError);
}

TEST_CASE("an experiment says what to set, what to read and what to put back, and decides a question that is asked") {
    const Setup s = pairsOfBoxes().front();
    for (const BoxExperiment& e : boxExperiments()) {
        INFO(e.id);
        CHECK(std::string_view(e.caution).size() > 20);
        const auto steps = e.steps(s);
        CHECK_FALSE(steps.front().isRead());
        CHECK_FALSE(steps.back().isRead());  // puts back
        CHECK(std::any_of(steps.begin(), steps.end(), [](const ExperimentStep& x) { return x.isRead(); }));
        for (const char* key : e.decides) {
            const BoxQuestion* q = boxQuestion(e.kind, key);
            REQUIRE(q != nullptr);
            CHECK(experimentFor(*q) == &e);
        }
        CHECK_THROWS_AS(decidedBy(e, s, {}), InputError);  // nothing was read
    }
}

}  // namespace experiments_tests
