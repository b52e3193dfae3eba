// SPDX-License-Identifier: GPL-3.0-or-later
#include "io/helicopter/helicopterjson.h"

#include "io/jsonfields.h"
#include "procedure/helicopter/trace.h"

#include <nlohmann/json.hpp>

namespace kh::io {

using nlohmann::ordered_json;

ordered_json envelopeJson(std::span<const ClearanceRose> roses) {
    ordered_json limits = ordered_json::array();
    ordered_json round = ordered_json::array();
    for (const ClearanceRose& rose : roses) {
        for (const EnvelopePoint& p : rose.points)
            limits.push_back({{"collective", rose.collective},
                              {"azimuthDeg", p.azimuthDeg},
                              {"tiltDeg", p.tiltDeg},
                              {"limitedBy", limitId(p.limitedBy)}});
        round.push_back({{"collective", rose.collective},
                         {"tiltDeg", rose.round.tiltDeg},
                         {"limitedBy", limitId(rose.round.limitedBy)},
                         {"azimuthDeg", rose.round.azimuthDeg}});
    }
    return {{"limits", limits}, {"round", round}};
}

void addMachineJson(ordered_json& out, const Trace& trace) {
    if (trace.aircraft != &helicopterClass()) return;
    const HelicopterTrace& t = helicopterTrace(trace);
    ordered_json servos = ordered_json::array();
    for (const ServoTrace& s : t.servos)
        servos.push_back(
            {{"port", s.port}, {"role", s.role}, {"pulseUs", tidy(s.pulseUs)}, {"armDeg", tidy(s.armDeg)}, {"ballMm", tidy(s.ballMm)}});
    out["servos"] = servos;
    out["plate"] = {
        {"heightMm", tidy(t.heightMm)}, {"tiltDeg", tidy(t.tiltDeg)}, {"towardDeg", tidy(t.towardDeg)}, {"fightMm", tidy(t.fightMm)}};
    out["blade"] = {
        {"pitchDegAt",
         {{"0", tidy(t.bladeDeg[0])}, {"90", tidy(t.bladeDeg[1])}, {"180", tidy(t.bladeDeg[2])}, {"270", tidy(t.bladeDeg[3])}}}};
    out["tail"] = {{"pulseUs", tidy(t.tailPulseUs)},
                   {"sliderMm", tidy(t.sliderMm)},
                   {"pitchDeg", tidy(t.tailPitchDeg)},
                   {"trailingEdge", edgeId(t.trailingEdge)}};
}

}  // namespace kh::io
