// SPDX-License-Identifier: GPL-3.0-or-later
//
// The table of mistakes, second part: what an evening at the bench adds.
#include "stations/auditpairs.h"

#include "model/transmitter.h"

namespace khtest {

using namespace kh;

std::vector<Pair> practicePairs() {
    using namespace std::string_literals;
    const auto D = Severity::Danger;
    const auto W = Severity::Warning;
    const auto N = Severity::Note;
    return {
        {"trainer-switch", W, {{"transmitter.trainer.hands", "everything"s}}, {}},
        {"trainer-memory",
         N,
         {{"transmitter.trainer.hands", "cyclic and rudder"s}, {"transmitter.trainer.memory", "the pupil's"s}},
         {"trainer-switch"},
         true,
         {{"transmitter.trainer.memory", "the teacher's"}}},
        {"own-stick.rudder", W, {{"transmitter.sticks.rudder.highPct", 92.0}}, {}, false},
        {"own-stick.aileron", W, {{"transmitter.sticks.aileron.centrePct", 4.0}}, {}, false},
        {"receiver-kind",
         W,
         {{"controller.profile.receiverKinds", std::vector<std::string>{"one lead", "a lead each"}},
          {"controller.receiver.kind", "a lead each"s}},
         {},
         true,
         {{"controller.receiver.kind", "one lead"}}},
        {"receiver-variant",
         W,
         {{"controller.profile.variants", std::vector<std::string>{"A", "B"}},
          {"machine.receiver.protocol", "B"s},
          {"controller.receiver.variant", "A"s}},
         {},
         true,
         {{"controller.receiver.variant", "B"}}},
        {"sensor-lead", W, {{"controller.profile.separateSensor", true}, {"machine.sensorLeadFree", false}}, {}},
        {"sensor-face", W, {{"controller.profile.separateSensor", true}, {"machine.sensorFlat", false}}, {}},
        {"governor-direct",
         D,
         {{"controller.governor.kind", "internal"s},
          {"speedController.control", "direct"s},
          {"controller.governor.ratio", 8.0},
          {"controller.profile.passesThrottle", true},
          {"controller.governor.direct", true}},
         {"rpm-signal"}},
        {"rates-start", N, {{"transmitter.schools.agility", "transmitter"s}}, {}, true},
        {"kit-length.left", N, {{"machine.plate.kitLinkMm", 30.0}}, {"kit-length.elevator", "kit-length.right"}, false},
        {"kit-length.tail", N, {{"machine.tail.kitLinkMm", 20.0}}, {}, false},
        {"servo-pulse", W, {{"machine.servos.elevator.servo.otherPulseUs", 760.0}}, {}, false},
        {"servo-rate",
         W,
         {{"machine.servos.elevator.servo.otherMaxHz", 50.0}, {"controller.rateHz", 200.0}},
         {},
         true,
         {{"controller.rateHz", "50"}}},
        {"tail-pulse", W, {{"machine.tail.servo.otherPulseUs", 1520.0}}, {}, false},
        {"bank-rate.pitch.1", N, {{"controller.profile.axesApart", true}, {"controller.banks.1.pitchDegS", 900.0}}, {}, false},
        {"head-gain-pitch.1",
         W,
         {{"controller.profile.axesApart", true}, {"controller.banks.1.pitchGainPct", 2.0}},
         {},
         true,
         {{"controller.banks.1.pitchGainPct", "50"}}},
    };
}

}  // namespace khtest
