// SPDX-License-Identifier: GPL-3.0-or-later
#include "kernel/helicopter/envelope.h"
#include "cli/commands.h"
#include "judge/helicopter/figures.h"

#include "base/error.h"
#include "io/document.h"
#include "io/helicopter/helicopterjson.h"
#include "io/readings.h"
#include "model/helicopter/helicopter.h"
#include "procedure/registry.h"

#include <fmt/format.h>
#include <nlohmann/json.hpp>

namespace kh::cli {

int runEnvelope(const std::string& file, bool asJson) {
    const Setup setup = io::loadDocument(file).setup;
    if (!isHelicopter(setup)) throw InputError("file", fmt::format("{} has no plate: there is no envelope", setup.machine.name));
    const Evaluation evaluation = evaluate(setup);
    if (!evaluation.simulated) throw InputError(evaluation.findings.front().subject, render(evaluation.findings.front().found));
    if (asJson) {
        print(io::envelopeJson(evaluation.figures.of<HelicopterFigures>().roses));
        return Fine;
    }
    for (const ClearanceRose& rose : evaluation.figures.of<HelicopterFigures>().roses)
        std::cout << fmt::format("collective {:+.0f}  plate at {:+.1f} mm: {:.1f}° free all round, toward {:.0f}° then {}\n",
                                 rose.collective, rose.heightMm, rose.round.tiltDeg, rose.round.azimuthDeg, limitId(rose.round.limitedBy));
    return Fine;
}

}  // namespace kh::cli
