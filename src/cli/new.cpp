// SPDX-License-Identifier: GPL-3.0-or-later
#include "cli/commands.h"

#include "base/error.h"
#include "io/document.h"
#include "io/library.h"
#include "model/helicopter/newmodel.h"

#include <fmt/format.h>
#include <nlohmann/json.hpp>

namespace kh::cli {

namespace {

template <class P>
const P& byId(const std::vector<P>& list, const std::string& id, const char* field) {
    if (list.empty()) throw io::FileError(fmt::format("no {} profile was found in any data folder", field));
    if (id.empty()) return list.front();
    std::vector<std::string> known;
    for (const P& p : list) {
        if (p.id == id) return p;
        known.push_back(p.id);
    }
    throw InputError(field, fmt::format("{} is not known; known are {}", id, fmt::join(known, ", ")));
}

}  // namespace

int runNew(const NewOptions& o, const char* program) {
    const io::Library library = io::loadLibrary(io::dataFolders(o.data, program));
    for (const std::string& problem : library.problems) std::cerr << "left out, it cannot be read: " << problem << '\n';
    const Setup setup =
        newModel(o.name, o.sizeClass,
                 {byId(library.transmitters, o.transmitter, "transmitter"), byId(library.controllers, o.controller, "controller"),
                  byId(library.speedControllers, "", "speed controller"), byId(library.servos, "cleat-c12", "servo"),
                  byId(library.servos, "cleat-t7", "servo")});
    io::saveDocument(o.out, setup);
    return Fine;
}

}  // namespace kh::cli
