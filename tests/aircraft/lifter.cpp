// SPDX-License-Identifier: GPL-3.0-or-later
#include "aircraft/lifter.h"

#include "base/conventions.h"
#include "formula/linkage.h"
#include "judge/motorfigures.h"
#include "kernel/chain.h"
#include "model/describe.h"
#include "procedure/aircraft.h"
#include "procedure/sheetbuilder.h"
#include "stations/proof/proof.h"
#include "stations/radio/radio.h"

#include <algorithm>
#include <cmath>

namespace khtest {

using namespace kh;

namespace {

enum class Out : std::uint8_t { Pulse, Arm, Blade, Count };
constexpr std::size_t at(Out o) { return static_cast<std::size_t>(o); }
constexpr Function kPitch{0}, kMotor{1};
constexpr auto kServoTurned = static_cast<PatchKind>(16);

constexpr std::array kFunctionTable{
    FunctionEntry{.id = "collective",
                  .title = "Pitch",
                  .source = FunctionSource::Pitch,
                  .stick = &Sticks::collective,
                  .reversed = &DirectionSettings::collectiveReversed},
    FunctionEntry{.id = "throttle", .title = "Throttle", .source = FunctionSource::Throttle, .stick = &Sticks::collective}};
constexpr std::array kOutputTable{OutputEntry{"pitch-pulse", "servo pulse", Box::Controller, "µs", 0, kPitch},
                                  OutputEntry{"pitch-arm", "arm angle", Box::Machine, "°", 1, kPitch},
                                  OutputEntry{"blade", "blade", Box::Machine, "°", 1, kPitch}};

const AircraftClass& lifterClass();

class Facts final : public FactsOf<Lifter, Facts> {
public:
    const AircraftClass& of() const override { return lifterClass(); }
    void describe(FieldVisitor& v) override {
        v.number("discM", value.discM, {0.1, 3, "m", 2}, {"Rotor disc", "disc"});
        v.number("armMm", value.armMm, {1, 60, "mm", 1}, {"Servo arm", "arm"});
        v.number("gripMm", value.gripMm, {3, 80, "mm", 1}, {"Grip lever", "grip"});
        v.flag("risesWithPulse", value.risesWithPulse, {"Mounting of the pitch servo", "mounting"});
        v.group("pitchServo", value.servo, "Pitch servo");
    }
    void eachServo(const std::function<void(const ServoPlace&, Shared<ServoProfile>&)>& take) override {
        take({"pitch", "Pitch servo", "machine.pitchServo"}, value.servo);
    }
    void makeTemplate() override {}
};

const AircraftClass& lifterClass() {
    static const AircraftClass entry{.id = "lifter",
                                     .functions = kFunctionTable,
                                     .blank = [] { return std::unique_ptr<AircraftFacts>(std::make_unique<Facts>()); },
                                     .usual = kPitch};
    return entry;
}

class LifterPlant final : public Plant {
public:
    explicit LifterPlant(const Setup& setup) : facts_(lifter(setup)) {
        (void)requirePositive("machine.armMm", facts_.armMm);
        if (setup.controller.ports.empty()) throw InputError("controller.ports", "the pitch servo has no port");
        direction_ = setup.controller.ports.front().reversed ? -1.0 : 1.0;
        centreUs_ = setup.controller.pulseUs;
        strokeUs_ = setup.controller.profile->strokeUs;
    }
    void run(std::span<const double> demand, Outputs& out) const override {
        const double pulse = centreUs_ + direction_ * demand[indexOf(kPitch)] * strokeUs_;
        const double arm = (facts_.risesWithPulse ? 1.0 : -1.0) * servoAngleUncheckedDeg(pulse, facts_.servo->pulseUs.value_or(centreUs_),
                                                                                         facts_.servo->degPerUs, facts_.servo->rangeDeg);
        out[at(Out::Pulse)] = pulse;
        out[at(Out::Arm)] = arm;
        out[at(Out::Blade)] = degFromRad(std::asin(std::clamp(facts_.armMm * sinDeg(arm) / facts_.gripMm, -1.0, 1.0)));
    }
    std::span<const OutputEntry> outputs() const override { return kOutputTable; }
    double liftPitchDeg(const Outputs& out) const override { return out[at(Out::Blade)]; }
    double gaugedPitchDeg(const Outputs& out) const override { return out[at(Out::Blade)]; }
    double liftN(double, double) const override { return 0.0; }
    double tipMs(double rpm) const override { return kPi * facts_.discM * rpm / 60.0; }
    bool toggle(const Patch& patch) override {
        if (patch.kind == kServoTurned) facts_.risesWithPulse = !facts_.risesWithPulse;
        return patch.kind == kServoTurned;
    }
    void addPatches(std::vector<Patch>& to) const override { to.push_back({kServoTurned}); }

private:
    Lifter facts_;
    double direction_ = 1.0, centreUs_ = 1520.0, strokeUs_ = 400.0;
};

void lifterFigures(const FigureBuilder& b) {
    motorFigures(b);
    const auto blade = [&](double stick) {
        return [&b, stick](Derivation& why) {
            DeckNumbers deck = b.model.numbers({});
            deck.sticks.collective = stick;
            why.line("from the stick to the blade");
            return b.model.at(deck).outputs[at(Out::Blade)];
        };
    };
    b.out.collectiveHighDeg = b.make("blade at full stick", {"°", 1, true}, {"machine.armMm", "machine.gripMm"}, blade(1.0));
    b.out.collectiveLowDeg = b.make("blade at low stick", {"°", 1, true}, {"machine.armMm", "machine.gripMm"}, blade(-1.0));
}

void servoTurned(const AuditContext& c, std::vector<Finding>& out) {
    const Figure& high = c.figures.collectiveHighDeg;
    if (!high.known || high.value >= 0.0) return;
    PartialDeck up;
    up.collective = 1.0;
    const std::string port = "controller.ports." + c.setup.controller.ports.front().id + ".reversed";
    out.push_back({.severity = Severity::Danger,
                   .row = "lifter-servo",
                   .title = c.say("The pitch servo works the wrong way"),
                   .found = c.say("Full stick brings the blades to {d}°.", {{"d", signedNum(high.value, 1)}}),
                   .why = c.say("It sinks when it should climb."),
                   .todo = c.say("Turn the servo's direction over in the controller."),
                   .box = Box::Controller,
                   .witness = Witness{std::nullopt, up},
                   .subject = port,
                   .fix = {{port, !c.setup.controller.ports.front().reversed}}});
}

std::span<const Rule> lifterRules() {
    static constexpr std::array rules{Rule{"lifter-servo-turned", Station::Airframe, Work::Sign, servoTurned}};
    return rules;
}

StationPage lifterRows(const RowBuilder& b) {
    StationPage page{Station::Airframe, {}};
    page.rows.push_back(b.row("lifter-rotor", say("Rotor"), {}, {}, {{b.field("machine.name"), b.labelled("machine.discM")}}));
    page.rows.push_back(b.row("lifter-servo", say("Pitch servo"), {}, {{b.field("controller.ports.1.reversed")}},
                              {{b.labelled("machine.armMm"), b.labelled("machine.gripMm"), b.field("machine.risesWithPulse"),
                                b.field("machine.pitchServo.maxHz"), RowBuilder::figure(b.figures().collectiveHighDeg)}}));
    return page;
}

const StationSet& lifterStations() {
    static const StationSet set(
        {{.station = Station::Airframe,
          .name = "Lifter",
          .shortName = "Lift",
          .rows = lifterRows,
          .rules = {lifterRules},
          .figures = lifterFigures,
          .panels = [](const PanelContext& c) -> std::vector<PanelSpec> {
              return {{static_cast<DrawingId>(kLifterDrawing), {kPanelLeft, 10, c.innerWidth(), c.innerHeight()}, "The lifter"}};
          },
          .extraRows = {"lifter-rotor", "lifter-servo"}},
         radioStation(),
         proofStation()},
        false);
    return set;
}

constexpr std::array kGuards{Guard{"rotor tied", "tick rotor tied", "untick rotor tied: it must turn"}};

const GuardTable& lifterGuards(const Setup&) {
    static constexpr GuardTable table{kGuards, {}, [](Station) { return BenchNeed{Need::Yes}; }};
    return table;
}

MachineSheet lifterSheet(const SheetBuilder& b) {
    const Setup& setup = b.setup;
    return {{{say("Rotor"), {{say("Disc"), say("{d} m", {{"d", num(lifter(setup).discM, 2)}}), {}, Standing::Entered}}, {}}}};
}

}  // namespace

const Lifter& lifter(const Setup& setup) { return dynamic_cast<const Facts&>(setup.machine.aircraft.facts()).value; }

void bringLifter() {
    static const PlantClass plant{lifterClass(), [](const Setup& s) { return std::unique_ptr<Plant>(std::make_unique<LifterPlant>(s)); },
                                  [](const Setup& setup, Setup& asked) {
                                      if (setup.controller.ports.empty()) return;
                                      dynamic_cast<Facts&>(asked.machine.aircraft.facts()).value.risesWithPulse =
                                          !setup.controller.ports.front().reversed;
                                  }};
    static const AircraftEntry entry{
        lifterClass(), lifterStations,
        [](const Setup&, const ChainModel& model) -> std::unique_ptr<MachineStages> { return std::make_unique<OutputStages>(model); },
        lifterSheet, lifterGuards};
    addAircraft(entry, plant);
}

Setup lifterSetup() {
    Setup s;
    s.machine.name = "Plover";
    s.machine.aircraft = Aircraft(lifterClass().blank());
    TransmitterSettings& tx = s.transmitter;
    tx.profile.edit().id = "plain-10";
    tx.profile.edit().name = "Plain transmitter";
    tx.profile.edit().switches = {{"S1", 2, false}, {"S2", 2, false}, {"S3", 2, false}};
    tx.profile.edit().menu = {
        {"model", "Model", {}, {}, {"model-type", "model-match", "stick-mode"}},
        {"channels", "Channels", {}, {}, {"channel-number", "reverse", "travel", "sub-trim", "output-limit", "failsafe"}},
        {"switches", "Switches", {}, {}, {"mode-switches", "stop-switches"}},
        {"throttle", "Throttle", {}, {}, {"throttle-curve"}},
        {"pitch", "Pitch", {}, {}, {"pitch-curve"}}};
    ChannelSettings collective, throttle;
    collective.id = "collective";
    collective.number = 1;
    throttle.id = "throttle";
    throttle.number = 2;
    throttle.failsafePct = -110.0;
    tx.channels = {collective, throttle};
    FlightMode normal;
    normal.id = "normal";
    normal.name = "Normal";
    const std::vector<double> rising{0.0, 70.0, 70.0, 70.0, 70.0};
    normal.throttle = evenCurve(rising);
    FlightMode idle = normal;
    idle.id = "idle1";
    idle.name = "Idle-up 1";
    idle.throttle = flatCurve(70.0, 5);
    idle.when = {{{"S3", 2, ""}}};
    FlightMode hold = normal;
    hold.id = kHoldMode;
    hold.name = "Hold";
    hold.when = {{{"S1", 2, ""}}};
    hold.throttle = FlightMode{}.throttle;  // it has none of its own
    tx.modes = {normal, idle, hold};
    tx.hold.autorotationFrom = "idle1";
    tx.kill.when = {{{"S2", 2, ""}}};
    tx.switches = {{"S1", 2, 1}};
    s.controller.profile.edit().name = "Plain controller";
    s.controller.ports = {{"1", "pitch", false, 0.0}};
    s.controller.banks = {{"1"}};
    s.speedController.profile.edit().name = "Plain speed controller";
    s.speedController.softStartS = 8.0;
    return s;
}

}  // namespace khtest
