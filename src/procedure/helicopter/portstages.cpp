// SPDX-License-Identifier: GPL-3.0-or-later
#include "procedure/helicopter/portstages.h"

#include "base/conventions.h"

#include <algorithm>
#include <cmath>

namespace kh {

double ServoMove::pulseUs() const { return largestOf(pulse); }
double ServoMove::armDeg() const { return largestOf(arm); }

PortStages::PortStages(const Setup& setup, const ChainModel& model) {
    const HelicopterEnd end = helicopterIn(model);
    servoCount_ = end.servoCount();
    ports_.reserve(end.portCount());
    for (std::size_t i = 0; i < end.portCount(); ++i)
        ports_.push_back({setup.controller.ports[i].id, setup.controller.ports[i].role, end.servoOfPort(i)});
    const Head& head = helicopter(setup).head;
    gripMm_ = head.gripMm;
    innerRadiusMm_ = head.innerRadiusMm;
}

ServoMove PortStages::moved(const HelicopterEnd& end, const std::array<ServoInstant, kMaxBalls>& to,
                            const std::array<ServoInstant, kMaxBalls>& from) const {
    ServoMove out;
    for (std::size_t p = 0; p < ports_.size(); ++p) {
        const std::size_t m = end.servoOfPort(p);
        if (m >= end.servoCount()) continue;
        out.pulse.push_back({ports_[p].id, to[m].pulseUs - from[m].pulseUs});
        out.arm.push_back({ports_[p].id, to[m].armDeg - from[m].armDeg});
    }
    return out;
}

double PortStages::bladeDeg(double sine) const { return tiltPartDeg(innerRadiusMm_ * sine / gripMm_); }

Stage tailMotorStage(Function f, double demand, double asked, double full, bool clockwise) {
    const double way = clockwise ? 100.0 : -100.0;
    Stage s{f, "tail-motor", KH_TR("tail motor"), Box::Machine, "%", 0, true};
    s.value = way * demand;
    s.asked = way * asked;
    s.note = say(KH_TR("+ faster"));
    setLevels(s, way * full);
    return s;
}

double tiltPartDeg(double sine) { return degFromRad(std::asin(std::clamp(sine, -1.0, 1.0))); }

}  // namespace kh
