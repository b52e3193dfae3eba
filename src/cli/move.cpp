// SPDX-License-Identifier: GPL-3.0-or-later
#include "procedure/move.h"
#include "base/conventions.h"
#include "cli/choose.h"
#include "cli/commands.h"
#include "io/document.h"
#include "io/library.h"
#include "io/report.h"
#include "model/amounts.h"
#include "model/changes.h"
#include "model/names.h"

#include <fmt/chrono.h>
#include <chrono>
#include <nlohmann/json.hpp>

namespace kh::cli {

int runMove(const MoveOptions& o, const char* program) {
    if (o.transmitter.empty() == o.controller.empty()) throw InputError("move", "one of --transmitter and --controller is needed");
    const io::Document document = io::loadDocument(o.file);
    const io::Library library = io::loadLibrary(io::dataFolders(o.data, program));
    for (const std::string& problem : library.problems) std::cerr << "left out, it cannot be read: " << problem << '\n';
    const std::string at = fmt::format("{:%Y-%m-%dT%H:%M:%SZ}", std::chrono::floor<std::chrono::seconds>(std::chrono::system_clock::now()));
    const Move move = o.transmitter.empty() ? moveTo(document.setup, chosen(library.controllers, o.controller, "--controller"), at)
                                            : moveTo(document.setup, chosen(library.transmitters, o.transmitter, "--transmitter"), at);
    if (!o.out.empty()) {
        writeAll(o.out, io::writeDocument(move.setup, document.unknown));
        if (o.out == kStandard) return Fine;
    }
    if (o.json) {
        print(io::moveJson(document.setup, move));
        return Fine;
    }
    for (const Edit& e : move.edits)
        std::cout << fmt::format("set    {}: {} -> {}\n", render(fieldTitle(move.setup, e.path)), render(show(document.setup, e.path)),
                                 render(show(move.setup, e.path, e.value)));
    for (const Message& m : move.cannot) std::cout << "cannot " << render(m) << '\n';
    for (const MoveDifference& d : move.differs) std::cout << "differs " << render(d.text()) << '\n';
    if (move.cannot.empty() && move.differs.empty()) std::cout << "the machine does the same, within the steps of the boxes\n";
    return Fine;
}

}  // namespace kh::cli
