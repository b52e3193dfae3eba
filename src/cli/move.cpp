// SPDX-License-Identifier: GPL-3.0-or-later
#include "procedure/move.h"
#include "cli/choose.h"
#include "cli/commands.h"
#include "io/document.h"
#include "io/library.h"
#include "io/report.h"

#include <nlohmann/json.hpp>

namespace kh::cli {

int runMove(const MoveOptions& o, const char* program) {
    const io::Document document = io::loadDocument(o.file);
    const io::Library library = io::loadLibrary(io::dataFolders(o.data, program));
    for (const std::string& problem : library.problems) std::cerr << "left out, it cannot be read: " << problem << '\n';
    const std::string at = stampNow();
    const TransmitterProfile* transmitter = o.transmitter.empty() ? nullptr : &chosen(library.transmitters, o.transmitter, "--transmitter");
    const ControllerProfile* controller = o.controller.empty() ? nullptr : &chosen(library.controllers, o.controller, "--controller");
    const Move move = moveTo(document.setup, transmitter, controller, at);
    if (!o.out.empty()) {
        writeAll(o.out, io::writeDocument(move.setup, document.unknown));
        if (o.out == kStandard) return Fine;
    }
    if (o.json) {
        print(io::moveJson(document.setup, move));
        return Fine;
    }
    for (const Message& line : moveText(document.setup, move)) std::cout << render(line) << '\n';
    return Fine;
}

}  // namespace kh::cli
