// SPDX-License-Identifier: GPL-3.0-or-later
#include "judge/dependencies.h"
#include "judge/rowids.h"
#include "model/gyro.h"

#include <array>

namespace kh {

namespace {

using Line = RowDependencies;

// what more than one line names
// calibrated anew, updated or with another stick mode the transmitter sends something else, in every model
constexpr FieldList kSent{
    "transmitter.profile.sticksCalibrated"_field, "transmitter.firmware"_field,         "transmitter.stickMode"_field,
    "transmitter.profile.centreUs"_field,         "transmitter.profile.usPerPct"_field, "transmitter.profile.resolutionUs"_field,
    "transmitter.profile.outputLimitPct"_field};
constexpr FieldList kRead =
    kSent + FieldList{"controller.profile.centreUs"_field, "controller.profile.usPerPct"_field, "controller.profile.deadBandPct"_field};
constexpr FieldList kMotor = kSent + FieldList{"speedController.profile.id"_field, "speedController.profile.acceptsLowUs"_field,
                                               "speedController.profile.acceptsHighUs"_field};
constexpr FieldList kPlate{"controller.profile.strokeUs"_field, "machine.servos.{}.servo.degPerUs"_field,
                           "machine.servos.{}.servo.rangeDeg"_field};
constexpr FieldList kThrow = kPlate + FieldList{"controller.profile.referenceDeg"_field, "controller.profile.referenceDemandPct"_field};
constexpr FieldList kTail{"controller.profile.tailStrokeUs"_field, "machine.tail.servo.degPerUs"_field, "machine.tail.servo.rangeDeg"_field,
                          "machine.tail.servo.id"_field};
constexpr FieldList kSenses{"controller.profile.mountings"_field, "controller.profile.gyroSenses"_field,
                            "controller.profile.oneTailDirection"_field};
constexpr FieldList kTurns = kSenses + kAnswerInputs;
constexpr FieldList kEnds{"speedController.profile.acceptsLowUs"_field, "speedController.profile.acceptsHighUs"_field,
                          "speedController.profile.signalsBy"_field, "speedController.profile.learnsFirst"_field};
constexpr FieldList kSpeed{"speedController.profile.id"_field, "speedController.profile.governs"_field};
constexpr FieldList kSignal = kSpeed + FieldList{"controller.governor.kind"_field};
constexpr FieldList kHolds{"transmitter.modes.hold.when"_field, "transmitter.hold.throttlePct"_field, "transmitter.hold.actsIn"_field};
constexpr FieldList kStops{"transmitter.modes.hold.when"_field, "transmitter.hold.throttlePct"_field, "transmitter.kill.when"_field,
                           "transmitter.cut.when"_field, "speedController.lowUs"_field};
constexpr FieldList kPortTrims{"controller.ports.{}.trimUs"_field};
constexpr FieldList kReference{"controller.referencePct"_field};
constexpr FieldList kHigh{"controller.collectiveHighPct"_field};
constexpr FieldList kLow{"controller.collectiveLowPct"_field};
constexpr FieldList kBladeLengths{"machine.head.gripMm"_field, "machine.servos.elevator.armMm"_field};
constexpr FieldList kTiltLengths = kBladeLengths + FieldList{"machine.head.innerRadiusMm"_field, "machine.plate.ballRadiusMm"_field};
constexpr FieldList kLimitFields = kTiltLengths + kHigh + kLow + kReference;
constexpr FieldList kTailLengths{"machine.tail.armMm"_field, "machine.tail.linkMm"_field, "machine.tail.gripMm"_field,
                                 "controller.tail.reversed"_field};
constexpr const char* kTailWork = "tail-";
constexpr FieldList kSubTrim{"transmitter.channels.{}.subTrimPct"_field};
constexpr FieldList kReversed{"transmitter.channels.{}.reversed"_field};
constexpr FieldList kHeard{"transmitter.functionChannels.{}.number"_field,
                           "transmitter.functionChannels.{}.reversed"_field,
                           "transmitter.functionChannels.{}.travelLowPct"_field,
                           "transmitter.functionChannels.{}.travelHighPct"_field,
                           "transmitter.functionChannels.{}.subTrimPct"_field,
                           "transmitter.functionChannels.{}.restPct"_field,
                           "transmitter.functions.{}.valuePct"_field};
constexpr FieldList kPlaces = kHeard + FieldList{"transmitter.functions.{}.when"_field, "controller.profile.takes.{}.lowPct"_field,
                                                 "controller.profile.takes.{}.highPct"_field};
constexpr FieldList kTrimReversed = kSubTrim + kReversed;
constexpr FieldList kRotorServo{"controller.ports.{}.role"_field,         "machine.gauge"_field,
                                "machine.rotors.{}.risesWithPulse"_field, "machine.rotors.{}.lever"_field,
                                "machine.rotors.{}.servo.degPerUs"_field, "machine.rotors.{}.servo.rangeDeg"_field,
                                "machine.rotors.{}.squareErrorDeg"_field};
constexpr FieldList kRotorMixed =
    kRotorServo + FieldList{"machine.limits.{}.plusUs"_field, "machine.limits.{}.minusUs"_field, "machine.toldPair"_field,
                            "machine.pair"_field, "controller.profile.yawFollows"_field};
constexpr FieldList kRotorLengths{"machine.rotors.{}.armMm"_field, "machine.rotors.{}.linkMm"_field, "machine.rotors.{}.leverMm"_field};
constexpr FieldList kRodsAndTrims = FieldList{"machine.rotors.{}.zeroErrorDeg"_field} + kPortTrims;
constexpr FieldList kThrottle{"transmitter.modes.{}.throttle"_field};
constexpr FieldList kCurves{"transmitter.modes.{}.throttle"_field, "transmitter.modes.{}.pitch"_field};

using Line = RowDependencies;
constexpr std::array kTable{
    Line{.row = "blades"_row, .settles = {"machine.rotor.bladeMaxRpm"_field}},
    Line{.row = "mass"_row, .settles = {"machine.massKg"_field}},
    Line{.row = "head"_row, .settles = {"machine.head.innerRadiusMm"_field, "machine.head.gripMm"_field}},
    Line{.row = "plate"_row, .settles = {"machine.plate.ballRadiusMm"_field}},
    Line{.row = "arms"_row, .settles = {"machine.servos.{}.armMm"_field}},
    Line{.row = "motor"_row, .settles = {"machine.power.kv"_field, "machine.power.poles"_field}},
    Line{.row = "gears"_row, .settles = {"machine.power.mainTeeth"_field, "machine.power.pinionTeeth"_field}},
    Line{.row = "pack-build"_row, .settles = {"machine.power.capacityMah"_field}},
    Line{.row = "hold-switch"_row, .restsOn = kSent + kHolds},
    Line{.row = "supply"_row, .settles = {"machine.supply.volts"_field}},
    Line{.row = "supply-alarm"_row, .restsOn = {"machine.supply.volts"_field, "machine.wiring.buffer"_field}},
    Line{.row = "failsafe"_row, .restsOn = kMotor, .settles = {"transmitter.channels.throttle.failsafePct"_field}},
    Line{.row = "range-check"_row, .restsOn = {"machine.receiver.id"_field, "transmitter.profile.id"_field}},
    Line{.row = "failsafe-test"_row, .restsOn = kMotor},
    Line{.row = "throttle-lead"_row, .restsOn = {"machine.wiring.leads.{}.to"_field, "machine.wiring.leads.{}.from"_field}},
    Line{.row = "channel-aileron"_row, .restsOn = kRead},
    Line{.row = "channel-elevator"_row, .restsOn = kRead},
    Line{.row = "channel-collective"_row, .restsOn = kRead},
    Line{.row = "channel-rudder"_row, .restsOn = kRead},
    Line{.row = "channel-throttle"_row, .restsOn = kMotor},
    Line{.row = "channel-gain"_row, .restsOn = kRead},
    Line{.row = "servo-pulse"_row, .settles = {"machine.servos.{}.servo.pulseUs"_field}},
    Line{.row = "servo-rate"_row, .settles = {"machine.servos.{}.servo.maxHz"_field}},
    Line{.row = "servo-directions"_row, .restsOn = kPlate, .readings = "collective.port-"},
    Line{.row = "arms-square"_row, .restsOn = kPlate, .readings = "arm.", .settles = kPortTrims},
    Line{.row = "collective-sense"_row, .restsOn = kPlate},
    Line{.row = "cyclic-sense"_row, .restsOn = kPlate, .readings = "cyclic."},
    Line{.row = "level-plate"_row, .restsOn = kPlate, .readings = "level.", .notedWith = kPortTrims},
    Line{.row = "servo-fight"_row, .restsOn = kPlate},
    Line{.row = "zero-pitch"_row,
         .restsOn = kPlate,
         .readings = "blade-",
         .settles = {"controller.collectiveTrimPct"_field},
         .notedWith = kPortTrims,
         .invalidatedBy = kBladeLengths},
    Line{.row = "reference-throw"_row, .restsOn = kThrow, .readings = "throw.", .settles = kReference, .invalidatedBy = kTiltLengths},
    Line{.row = "collective-range"_row,
         .restsOn = kPlate,
         .readings = "range.high|range.mid",
         .settles = kHigh,
         .notedWith = kLow,
         .invalidatedBy = kBladeLengths},
    Line{.row = "collective-range"_row, .readings = "range.low", .settles = kLow, .notedWith = kHigh, .invalidatedBy = kBladeLengths},
    Line{.row = "cyclic-limit"_row,
         .restsOn = kPlate,
         .readings = "clear.|buzz.|binds.",
         .settles = {"controller.cyclicLimitPct"_field},
         .invalidatedBy = kLimitFields},
    Line{.row = "envelope"_row, .restsOn = kPlate},
    Line{.row = "tip-gap"_row, .restsOn = kPlate},
    Line{.row = "tail-edges"_row, .restsOn = {"machine.tail.drive"_field, "machine.tail.topBlade"_field, "machine.rotor.turning"_field}},
    Line{.row = "tail-pulse"_row, .settles = {"machine.tail.servo.pulseUs"_field}},
    Line{.row = "tail-rate"_row, .settles = {"machine.tail.servo.maxHz"_field}},
    Line{.row = "tail-direction"_row, .restsOn = kTail},
    Line{.row = "tail-square"_row, .readings = "tail.arm", .settles = {"controller.tail.trimUs"_field}},
    Line{.row = "tail-limits"_row,
         .restsOn = kTail,
         .readings = "tail.bind.left",
         .settles = {"controller.tail.limitLeftPct"_field},
         .invalidatedBy = kTailLengths,
         .worked = kTailWork},
    Line{.row = "tail-limits"_row,
         .readings = "tail.bind.right",
         .settles = {"controller.tail.limitRightPct"_field},
         .invalidatedBy = kTailLengths,
         .worked = kTailWork},
    Line{.row = "tail-neutral"_row, .restsOn = kTail, .readings = "tail.neutral|tail.hover"},
    Line{.row = "tail-pitch"_row, .restsOn = kTail},
    Line{.row = "tail-gains"_row, .restsOn = kRead, .readings = "gain.{}.", .notedWith = {"transmitter.modes.{}.targetRpm"_field}},
    Line{.row = "heading-hold"_row, .restsOn = kRead},
    Line{.row = "mounting"_row, .restsOn = kSenses, .readings = "hand.", .notedWith = kHandSettings},
    Line{.row = "mounting"_row, .settles = {"machine.mounting"_field}},
    Line{.row = "roll-sense"_row, .restsOn = kTurns},
    Line{.row = "pitch-sense"_row, .restsOn = kTurns},
    Line{.row = "yaw-sense"_row, .restsOn = kTurns},
    Line{.row = "pirouette"_row, .restsOn = kSenses},
    Line{.row = "on-the-ground"_row, .restsOn = kSenses},
    Line{.row = "box-level"_row, .readings = "horizon.", .notedWith = {"machine.mounting"_field, "controller.mounting"_field}},
    Line{.row = "pack"_row, .readings = "pack.", .notedWith = {"machine.power.cells"_field}},
    Line{.row = "supply-dip"_row,
         .readings = "supply.",
         .notedWith = {"machine.supply.volts"_field, "machine.wiring.supplyLeads"_field, "machine.wiring.buffer"_field}},
    Line{.row = "head-speed"_row, .readings = "speed."},
    Line{.row = "after-flight"_row,
         .readings = "after.",
         .notedWith = {"machine.power.mainTeeth"_field, "machine.power.pinionTeeth"_field, "machine.power.cells"_field,
                       "machine.supply.volts"_field}},
    Line{.row = "agility-roll"_row,
         .readings = "shown.",
         .notedWith = {"transmitter.modes.{}.aileron.ratePct"_field, "transmitter.modes.{}.elevator.ratePct"_field,
                       "transmitter.modes.{}.rudder.ratePct"_field, "controller.banks.{}.rollPitchDegS"_field,
                       "controller.banks.{}.rudderDegS"_field}},
    Line{.row = "channel-map"_row,
         .readings = "answers.",
         .settles = {"controller.receiver.map"_field},
         .notedWith = {"transmitter.channels.{}.number"_field}},
    Line{.row = "bank-switch"_row, .restsOn = kHeard},
    Line{.row = "trainer-link"_row,
         .restsOn = {"transmitter.trainer.hands"_field, "transmitter.trainer.memory"_field, "transmitter.functions.{}.when"_field}},
    Line{.row = "throttle-ends"_row, .restsOn = kEnds, .settles = {"speedController.lowUs"_field, "speedController.highUs"_field}},
    Line{.row = "start-pulse"_row,
         .restsOn = kEnds,
         .readings = "idle.",
         .settles = {"speedController.startUs"_field, "transmitter.hold.throttlePct"_field},
         .invalidatedBy = {"speedController.lowUs"_field, "speedController.highUs"_field}},
    Line{.row = "arming"_row, .restsOn = kEnds},
    Line{.row = "first-power"_row, .restsOn = kSpeed + kMotor + kStops},
    Line{.row = "first-governed"_row, .restsOn = kSpeed},
    Line{.row = "governor-signal"_row, .restsOn = kSignal},
    Line{.row = "P1"_row, .restsOn = kStops},
    Line{.row = "P2"_row, .restsOn = {"transmitter.modes.{}.when"_field}},
    Line{.row = "P3"_row, .restsOn = {"transmitter.modes.{}.when"_field, "transmitter.functions.{}.when"_field}},
    Line{.row = "P4"_row, .restsOn = {"transmitter.unusedInhibited"_field}},
    Line{.row = "P5"_row, .restsOn = kThrottle},
    Line{.row = "P6"_row, .restsOn = kCurves},
    Line{.row = "P7"_row, .restsOn = kCurves},
    Line{.row = "P8"_row, .restsOn = {"transmitter.modes.{}.tailGainPct"_field}},
    Line{.row = "P9"_row, .restsOn = {"transmitter.hold.powerOnGuard"_field}},
    Line{.row = "P10"_row, .restsOn = kThrottle},
    Line{.row = "P11"_row, .restsOn = {"transmitter.functions.{}.when"_field}},
    Line{.row = "P12"_row, .restsOn = {"transmitter.functions.{}.when"_field}},
    Line{.row = "P13"_row, .restsOn = {"machine.hoverPct"_field}},
    Line{.row = "P14"_row, .restsOn = {"machine.gesture"_field}},
    // a quadrotor's, each rotor read by itself
    Line{.row = "rotor-ports"_row, .restsOn = {"controller.ports.{}.role"_field}},
    Line{.row = "rotor-zero"_row,
         .restsOn = kRotorServo,
         .readings = "neutral.{}",
         .settles = {"machine.rotors.{}.zeroErrorDeg"_field},
         .notedWith = kPortTrims,
         .invalidatedBy = kRotorLengths},
    Line{.row = "rotor-plus"_row,
         .restsOn = kRotorServo,
         .readings = "plus.{}",
         .settles = {"machine.limits.{}.plusUs"_field},
         .notedWith = kRodsAndTrims,
         .invalidatedBy = kRotorLengths},
    Line{.row = "rotor-minus"_row,
         .restsOn = kRotorServo,
         .readings = "minus.{}",
         .settles = {"machine.limits.{}.minusUs"_field},
         .notedWith = kRodsAndTrims,
         .invalidatedBy = kRotorLengths},
    Line{.row = "rotor-collective"_row, .restsOn = kRead + kRotorMixed},
    Line{.row = "rotor-aileron"_row, .restsOn = kRead + kRotorMixed},
    Line{.row = "rotor-elevator"_row, .restsOn = kRead + kRotorMixed},
    Line{.row = "rotor-rudder"_row, .restsOn = kRead + kRotorMixed},
    Line{.row = "rotor-speed"_row, .settles = {"machine.bladeMaxRpm"_field}},
    // a camera quadrotor's: what was seen of its box rests on what is sent to it
    Line{.row = "camera-directions"_row, .restsOn = kRead},
    Line{.row = "camera-modes"_row, .restsOn = kPlaces},
    Line{.row = "camera-home"_row, .restsOn = kPlaces},
    Line{.row = "camera-cut"_row, .restsOn = kRead + FieldList{"transmitter.channels.{}.travelLowPct"_field}},
    Line{.row = "camera-home-check"_row, .restsOn = kPlaces, .settles = {"machine.returnHeightM"_field}},
    Line{.row = "camera-signals"_row, .restsOn = kPlaces + FieldList{"rows.binding"}, .settles = {"machine.modes.{}.seen"_field}},
    Line{.row = "camera-loss"_row, .restsOn = kRead + FieldList{"rows.binding"}, .settles = {"machine.loss"_field}},
    // read from the controller's monitor, of any channel: last, since any word may stand before the dot
    Line{.row = "channel-{}", .readings = "{}.low", .settles = {"transmitter.channels.{}.travelLowPct"_field}, .notedWith = kTrimReversed},
    Line{.row = "channel-{}", .readings = "{}.centre", .settles = kSubTrim, .notedWith = kReversed},
    Line{
        .row = "channel-{}", .readings = "{}.high", .settles = {"transmitter.channels.{}.travelHighPct"_field}, .notedWith = kTrimReversed},
};

}  // namespace

std::span<const RowDependencies> rowDependencies() { return kTable; }

}  // namespace kh
