// SPDX-License-Identifier: GPL-3.0-or-later
#include "cli/commands.h"

#include "base/error.h"
#include "base/typed.h"
#include "io/document.h"
#include "io/report.h"
#include "procedure/trace.h"

#include <fmt/format.h>
#include <cmath>
#include <nlohmann/json.hpp>

namespace kh::cli {

namespace {

double parseNumber(const std::string& key, const std::string& text) {
    const std::optional<double> v = wholeNumber(text);
    if (!v) throw InputError(key, fmt::format("{} is not a number", text));
    return *v;
}

int parsePlace(const std::string& id, const std::string& text) {
    const double v = parseNumber("switch", text);
    if (v != std::floor(v) || std::abs(v) > 100.0) throw InputError("switch", fmt::format("{}={} is not a place", id, text));
    return static_cast<int>(v);  // whether the switch has it is told with the places there are
}

/// "a=1,b=2" as pairs.
std::vector<std::pair<std::string, std::string>> assignments(const std::string& option, const std::vector<std::string>& texts) {
    std::vector<std::pair<std::string, std::string>> out;
    for (const std::string& text : texts)
        for (std::size_t at = 0; at <= text.size();) {
            const std::size_t end = std::min(text.find(',', at), text.size());
            const std::string one = text.substr(at, end - at);
            const std::size_t equals = one.find('=');
            if (equals == std::string::npos || equals == 0) throw InputError(option, fmt::format("{} must be written NAME=VALUE", one));
            out.emplace_back(one.substr(0, equals), one.substr(equals + 1));
            at = end + 1;
        }
    return out;
}

void requireSwitches(const Setup& setup, const std::map<std::string, int>& switches) {
    std::vector<std::string> known;
    for (const SwitchProfile& s : setup.transmitter.profile->switches) known.push_back(fmt::format("{} (1 … {})", s.id, s.places));
    for (const auto& [id, place] : switches) {
        const auto& list = setup.transmitter.profile->switches;
        const auto s = std::find_if(list.begin(), list.end(), [&id = id](const SwitchProfile& p) { return p.id == id; });
        if (s == list.end() || place < 1 || place > s->places)
            throw InputError("switch", fmt::format("{}={} is not known; known are {}", id, place, fmt::join(known, ", ")));
    }
}

}  // namespace

int runTrace(const TraceOptions& o) {
    const Setup setup = io::loadDocument(o.file).setup;
    const ChainState state = o.state == "flying" ? ChainState::Flying : ChainState::SetUp;
    const Tracer tracer(setup);
    Deck deck;
    if (!o.mode.empty()) {
        if (!o.switches.empty() || !o.witness.empty()) throw InputError("mode", "cannot be given together with --switch or --witness");
        std::vector<std::string> known;
        std::string id;
        for (const FlightMode& m : setup.transmitter.modes) {
            known.push_back(m.id);
            if (o.mode == m.id || o.mode == m.name) id = m.id;
        }
        if (id.empty()) throw InputError("mode", fmt::format("{} is not known; known are {}", o.mode, fmt::join(known, ", ")));
        const auto found = deckInMode(setup, id);
        if (!found) throw InputError("mode", fmt::format("no combination of the switches gives {}", o.mode));
        deck = *found;
    }
    if (!o.witness.empty()) {
        const Witness w = io::parseWitness(io::parseGuarded(readAll(o.witness)));
        if (w.from) {
            requireSwitches(setup, w.from->switches);
            deck = posed(deck, *w.from);
        }
        requireSwitches(setup, w.to.switches);
        if (w.from) {
            const nlohmann::json both{{"from", io::traceJson(tracer.at(deck, state))},
                                      {"to", io::traceJson(tracer.at(posed(deck, w.to), state))}};
            print(both);
            return Fine;
        }
        deck = posed(deck, w.to);
    }
    for (const auto& [id, place] : assignments("switch", o.switches)) deck.switches[id] = parsePlace(id, place);
    requireSwitches(setup, deck.switches);
    for (const auto& [name, text] : assignments("stick", o.sticks)) {
        const double v = requireWithin("stick." + name, parseNumber("stick." + name, text), -1.0, 1.0);
        if (name == "collective") deck.sticks.collective = v;
        else if (name == "aileron") deck.sticks.aileron = v;
        else if (name == "elevator") deck.sticks.elevator = v;
        else if (name == "rudder") deck.sticks.rudder = v;
        else throw InputError("stick", fmt::format("{} is not known; known are collective, aileron, elevator, rudder", name));
    }
    print(io::traceJson(tracer.at(deck, state)));
    return Fine;
}

}  // namespace kh::cli
