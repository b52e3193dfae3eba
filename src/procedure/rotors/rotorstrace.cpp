// SPDX-License-Identifier: GPL-3.0-or-later
#include "procedure/rotors/rotorstrace.h"

#include "base/conventions.h"
#include "kernel/rotors/hover.h"
#include "procedure/gyrofront.h"

#include <algorithm>
#include <any>
#include <cmath>

namespace kh {

namespace {

constexpr double kBladeOffDeg = 0.3, kPartOffShare = 0.08;
constexpr double kTurnedAt = 0.2;  ///< collective of the turns by hand: about zero pitch four torques say nothing of yaw

RotorsPart partBeside(const char* name, const char* unit, int decimals, double done, double asked, double still) {
    return {name, unit, decimals, done, asked, std::abs(done - asked) > std::max(still, kPartOffShare * std::abs(asked))};
}

std::vector<RotorsPart> partsOf(const RotorsMoment& is, const RotorsMoment& asked) {
    constexpr double kMilli = 1000.0, kStillNm = 0.03, kStillYawMilliNm = 2.0, kStillN = 0.2;
    return {partBeside(KH_TR("roll right"), "N·m", 2, is.rollNm, asked.rollNm, kStillNm),
            partBeside(KH_TR("nose down"), "N·m", 2, -is.pitchNm, -asked.pitchNm, kStillNm),
            partBeside(KH_TR("nose right"), "mN·m", 0, is.yawNm * kMilli, asked.yawNm * kMilli, kStillYawMilliNm),
            partBeside(KH_TR("lift"), "N", 1, is.liftN, asked.liftN, kStillN)};
}

RotorSticks sticksOf(const Instant& at) {
    const auto of = [&](Function f) { return std::clamp(at.channels[indexOf(f)].demand, -1.0, 1.0); };
    return {of(rotors::Collective), of(rotors::Aileron), of(rotors::Elevator), of(rotors::Rudder)};
}

double demandOf(const RotorSticks& sticks, Function f) {
    return f == rotors::Collective ? sticks.collective
           : f == rotors::Aileron  ? sticks.aileron
           : f == rotors::Elevator ? sticks.elevator
                                   : sticks.rudder;
}

/// The same sticks with one function at rest.
RotorSticks without(RotorSticks sticks, Function f) {
    if (f == rotors::Collective) sticks.collective = 0.0;
    if (f == rotors::Aileron) sticks.aileron = 0.0;
    if (f == rotors::Elevator) sticks.elevator = 0.0;
    if (f == rotors::Rudder) sticks.rudder = 0.0;
    return sticks;
}

double partOf(const RotorsMoment& m, Function f) {
    if (f == rotors::Aileron) return m.rollNm;
    if (f == rotors::Elevator) return -m.pitchNm;  // a forward stick: nose down is +
    if (f == rotors::Rudder) return m.yawNm;
    return m.liftN;
}

class RotorsStages final : public MachineStages {
public:
    RotorsStages(const Setup& setup, const ChainModel& model)
        : gyros_(setup), rpm_(rotorSpeedRpm(setup, model)), hoverN_(setup.machine.massKg * kGravity / static_cast<double>(kRotors)) {
        for (const PortSettings& p : setup.controller.ports) ports_.push_back(p.id);
        ports_.resize(kRotors);
    }
    void add(Trace& t, Function f, const ChainModel& model, const ChainModel& asked) const override {
        const RotorSticks now = sticksOf(t.now), then = sticksOf(t.asked), full = sticksOf(t.full[indexOf(f)]);
        addMoved(t, f, f, {rotorsIn(model), rotorsIn(asked)}, {now, then, full});
    }
    /// The controller's first answer, from where the collective stands; yaw at a fifth of it at least.
    void addGyros(Trace& t, const Deck& deck, const ChainModel& model, const ChainModel& asked,
                  const WantedFunctions& wanted) const override {
        constexpr std::array kOfAxis{rotors::Aileron, rotors::Elevator, rotors::Rudder};
        GyroFront::each(t, deck, wanted, [&](std::size_t axis, const GyroFront::Rates& turn) {
            const GyroDemand demand = gyros_.add(t, axis, turn);
            const double stands = sticksOf(t.now).collective;
            const double collective = axis == 2 ? std::copysign(std::max(std::abs(stands), kTurnedAt), stands) : stands;
            const auto answer = [&](double d) {
                return RotorSticks{collective, axis == 0 ? d : 0.0, axis == 1 ? d : 0.0, axis == 2 ? d : 0.0};
            };
            addMoved(t, t.aircraft->gyro(axis), kOfAxis[axis], {rotorsIn(model), rotorsIn(asked)},
                     {answer(demand.now), answer(demand.asked), answer(demand.full())});
        });
    }
    void finish(Trace& t, const ChainModel& model, const ChainModel& asked) const override {
        RotorsTrace out;
        out.now = rotorsAt(t.now);
        out.asked = rotorsAt(t.asked);
        out.rpm = rpm_;
        const RotorsPlant& is = rotorsIn(model);
        for (std::size_t p = 0; p < kRotors; ++p)
            if (is.rotorOfPort(p) < kRotors) out.ports[is.rotorOfPort(p)] = ports_[p];
        out.moment = is.momentAt(out.now.bladeDeg, rpm_);
        out.askedMoment = rotorsIn(asked).momentAt(out.asked.bladeDeg, rpm_);
        out.parts = partsOf(out.moment, out.askedMoment);
        out.mostN = hoverN_;
        FourRotors off{};
        for (std::size_t i = 0; i < kRotors; ++i) {
            off[i] = std::abs(out.now.bladeDeg[i] - out.asked.bladeDeg[i]);
            out.bladeOff[i] = off[i] > kBladeOffDeg;
            out.mostN = std::max({out.mostN, std::abs(out.moment.thrustsN[i]), std::abs(out.askedMoment.thrustsN[i])});
        }
        const bool anyOff = std::any_of(out.bladeOff.begin(), out.bladeOff.end(), [](bool b) { return b; });
        const auto tells = [&](std::size_t i) { return anyOff ? off[i] : std::abs(out.now.bladeDeg[i]); };
        for (std::size_t i = 1; i < kRotors; ++i)
            if (tells(i) > tells(out.telling) + kRoundingFuzz) out.telling = i;
        t.ofClass = std::move(out);
    }

private:
    struct Plants {
        const RotorsPlant &is, &want;
    };
    struct Asked {
        RotorSticks now, then, full;
    };
    /// What the machine makes of demands: pulse, arm, blade, moment. @param f  whose stages they are @param of  the function that moves
    void addMoved(Trace& t, Function f, Function of, const Plants& plants, const Asked& sticks) const {
        const RotorsPlant &is = plants.is, &want = plants.want;
        const RotorSticks &now = sticks.now, &then = sticks.then, &full = sticks.full;
        // four rotors go both ways: whether they go the wrong way the demand says
        const double way = demandOf(now, of) * demandOf(then, of) < 0.0 ? -1.0 : 1.0;
        const RotorsInstant at = is.at(now), rest = is.at(without(now, of));
        const RotorsInstant wanted = want.at(then), wantedRest = want.at(without(then, of));
        const RotorsInstant most = want.at(full), mostRest = want.at(without(full, of));
        const auto moved = [&](const RotorsPlant& plant, const FourRotors& to, const FourRotors& from, bool byRotor) {
            std::vector<PortValue> out;
            for (std::size_t p = 0; p < kRotors; ++p) {
                const std::size_t i = byRotor ? plant.rotorOfPort(p) : p;
                if (i < kRotors) out.push_back({ports_[p], to[i] - from[i]});
            }
            return out;
        };
        const auto stage = [&](const char* id, const char* name, Box box, const char* unit, int decimals,
                               const std::vector<PortValue>& ports, double askedValue, double fullValue) {
            Stage s{f, id, name, box, unit, decimals, true};
            s.ports = ports;
            s.value = largestOf(ports);
            s.asked = std::copysign(askedValue, way * (s.value == 0.0 ? askedValue : s.value));
            setLevels(s, fullValue);
            t.stages.push_back(std::move(s));
        };
        stage("servo-pulse", KH_TR("servo pulse"), Box::Controller, "µs", 0, moved(is, at.pulseUs, rest.pulseUs, false),
              largestOf(moved(want, wanted.pulseUs, wantedRest.pulseUs, false)),
              largestOf(moved(want, most.pulseUs, mostRest.pulseUs, false)));
        stage("arm-angle", KH_TR("arm angle"), Box::Machine, "°", 1, moved(is, at.armDeg, rest.armDeg, true),
              largestOf(moved(want, wanted.armDeg, wantedRest.armDeg, true)), largestOf(moved(want, most.armDeg, mostRest.armDeg, true)));
        // the blades as they stand, judged by what this stick moves
        Stage blade{f, "blade", KH_TR("blade"), Box::Machine, "°", 1, true};
        for (std::size_t p = 0; p < kRotors; ++p)
            if (const std::size_t i = is.rotorOfPort(p); i < kRotors) blade.ports.push_back({ports_[p], at.bladeDeg[i]});
        blade.value = largestOf(moved(is, at.bladeDeg, rest.bladeDeg, true));
        blade.asked = std::copysign(largestOf(moved(want, wanted.bladeDeg, wantedRest.bladeDeg, true)), way * blade.value);
        setLevels(blade, largestOf(moved(want, most.bladeDeg, mostRest.bladeDeg, true)));
        t.stages.push_back(std::move(blade));
        const bool lift = of == rotors::Collective;
        Stage moment{f,
                     "moment",
                     lift ? KH_TR("lift") : KH_TR("moment"),
                     Box::Machine,
                     lift ? "N" : "N·m",
                     lift ? 1 : of == rotors::Rudder ? 3 : 2,
                     true};
        moment.known = rpm_ > 0.0;
        const auto part = [&](const RotorsPlant& plant, const FourRotors& to, const FourRotors& from) {
            return lift ? partOf(plant.momentAt(to, rpm_), of)
                        : partOf(plant.momentAt(to, rpm_), of) - partOf(plant.momentAt(from, rpm_), of);
        };
        moment.value = part(is, at.bladeDeg, rest.bladeDeg);
        moment.asked = part(want, wanted.bladeDeg, wantedRest.bladeDeg);
        moment.note = say(KH_TR("{n} rpm"), {{"n", num(rpm_)}});
        setLevels(moment, part(want, most.bladeDeg, mostRest.bladeDeg));
        t.stages.push_back(std::move(moment));
    }

    GyroFront gyros_;
    double rpm_;
    double hoverN_;  ///< of one rotor
    std::vector<std::string> ports_;
};

}  // namespace

const RotorsTrace& rotorsTrace(const Trace& trace) {
    static const RotorsTrace none;
    const auto* own = std::any_cast<RotorsTrace>(&trace.ofClass);
    return own == nullptr ? none : *own;
}

std::unique_ptr<MachineStages> rotorsStages(const Setup& setup, const ChainModel& model) {
    return std::make_unique<RotorsStages>(setup, model);
}

}  // namespace kh
