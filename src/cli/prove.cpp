// SPDX-License-Identifier: GPL-3.0-or-later
#include "cli/commands.h"

#include "io/document.h"
#include "io/report.h"
#include "model/inboxes.h"
#include "procedure/prooftext.h"
#include "procedure/registry.h"

#include <fmt/format.h>
#include <nlohmann/json.hpp>

namespace kh::cli {

int runProve(const std::string& file, bool asJson, bool inBoxes) {
    Setup setup = io::loadDocument(file).setup;
    if (inBoxes) setup = asInBoxes(setup);
    const SwitchProof proof = inAuditsWords(proveSwitches(setup), judge(setup, stationsOf(setup).rules()).findings);
    if (asJson) {
        print(io::proofJson(proof));
    } else {
        for (const PropertyResult& p : proof.properties)
            std::cout << fmt::format("{:4} {:6} {}\n            {}\n{}", p.id,
                                     p.holds   ? "holds"
                                     : p.whole ? "fails"
                                               : "open",
                                     render(p.finding.title), render(p.finding.found),
                                     p.holds ? "" : "            " + render(p.finding.todo) + "\n");
        std::cout << fmt::format("{} combinations, walked as {}; {} of {} properties hold\n", proof.combinations, proof.walked,
                                 proof.properties.size() - proof.failures(), proof.properties.size());
    }
    return proof.failures() > 0 ? Danger : Fine;
}

}  // namespace kh::cli
