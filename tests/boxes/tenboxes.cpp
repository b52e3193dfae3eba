// SPDX-License-Identifier: GPL-3.0-or-later
#include "boxes/tenboxes.h"

#include "io/document.h"
#include "io/profile.h"

#include <stdexcept>

namespace khtest {

namespace {

std::string textOf(const char* id) { return kh::io::readFile(std::string(KEELHAUL_SOURCE "/tests/boxes/") + id + ".json"); }

template <class P>
const P& named(const std::vector<P>& list, const std::string& id) {
    for (const P& p : list)
        if (p.id == id) return p;
    throw std::out_of_range(id);
}

}  // namespace

const std::vector<kh::TransmitterProfile>& fiveTransmitters() {
    static const std::vector<kh::TransmitterProfile> all = [] {
        std::vector<kh::TransmitterProfile> out;
        for (const char* id : {"mizzen-12", "topsail-9", "jib-7", "staysail-10", "genoa-12"})
            out.push_back(kh::io::parseTransmitterProfile(textOf(id)));
        return out;
    }();
    return all;
}

const std::vector<kh::ControllerProfile>& fiveControllers() {
    static const std::vector<kh::ControllerProfile> all = [] {
        std::vector<kh::ControllerProfile> out;
        for (const char* id : {"rowlock", "binnacle", "logline", "pelorus", "sextant"})
            out.push_back(kh::io::parseControllerProfile(textOf(id)));
        return out;
    }();
    return all;
}

const kh::TransmitterProfile& transmitter(const std::string& id) { return named(fiveTransmitters(), id); }
const kh::ControllerProfile& controller(const std::string& id) { return named(fiveControllers(), id); }

}  // namespace khtest
