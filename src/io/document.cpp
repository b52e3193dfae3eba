// SPDX-License-Identifier: GPL-3.0-or-later
#include "io/document.h"

#include "base/error.h"
#include "io/carriedjson.h"
#include "io/jsonfields.h"
#include "io/migrate.h"
#include "io/schema.h"
#include "model/accepted.h"
#include "model/names.h"
#include "procedure/carry.h"

#include <fmt/format.h>
#include <nlohmann/json.hpp>

namespace kh::io {

namespace {

using nlohmann::json;
using ojson = nlohmann::ordered_json;

constexpr std::size_t kRoomForHeads = 65536;  ///< what a journal writes before it

const char* standingWord(Standing s) { return standingId(s); }

void readStandings(const json& root, Setup& setup) {
    const auto at = root.find("standings");
    if (at == root.end()) return;
    for (const auto& [path, record] : at->items()) {
        StandingRecord out;
        for (const Standing s : {Standing::Default, Standing::Entered, Standing::Computed, Standing::Measured, Standing::Proved})
            if (record.at("standing") == standingWord(s)) out.standing = s;
        out.at = record.value("at", std::string());
        out.instrument = record.value("instrument", std::string());
        out.uncertainty = record.value("uncertainty", std::string());
        out.change = record.value("change", 0);
        setup.standings[path] = out;
    }
}

/// The class of aircraft a document speaks of; one that names none is of the first there was.
const AircraftClass& classOf(const json& root) {
    const auto named = root.find("aircraft");
    if (named == root.end()) return *aircraftClasses().front();
    const AircraftClass* known = named->is_string() ? aircraftClass(named->get<std::string>()) : nullptr;
    if (known != nullptr) return *known;
    std::string all;
    for (const AircraftClass* c : aircraftClasses()) all += (all.empty() ? "" : ", ") + std::string(c->id);
    throw InputError("aircraft",
                     fmt::format("{} is not a class of aircraft this Keelhaul knows; known: {}", named->dump().substr(0, 60), all));
}

}  // namespace

Document parseDocument(const std::string& text) {
    json root = parseGuarded(text);
    if (!root.is_object() || !root.contains("format") || root.at("format") != kFormatName)
        throw InputError("format", fmt::format("this is not a Keelhaul setup; \"format\" must be \"{}\"", kFormatName));
    if (root.contains("version") && root.at("version").is_number_integer() && root.at("version").get<std::int64_t>() > kFormatVersion)
        throw InputError("version", fmt::format("{} was written by a newer Keelhaul; this one reads version 1 … {}",
                                                root.at("version").get<std::int64_t>(), kFormatVersion));
    // Profile copies are judged by themselves: a document with a damaged copy still opens.
    json& body = root;
    Document document;
    const bool older =
        root.contains("version") && root.at("version").is_number_integer() && root.at("version").get<std::int64_t>() < kFormatVersion;
    document.notes = migrate(body);
    const auto checkCopy = [&](const char* part, ProfileKind kind) {
        if (!body.contains(part) || !body.at(part).is_object()) return;
        json& owner = body.at(part);
        if (!owner.contains("profile")) {
            document.notes.push_back(say(
                KH_TR("The profile copy of the {part} is missing. Choose the box again under {part}; until then general values are used."),
                {{"part", std::string(part)}}));
            return;
        }
        try {
            schemaOf(kind).require(owner.at("profile"));
        } catch (const InputError& e) {
            document.notes.push_back(say(KH_TR("The profile copy of the {part} is damaged ({why}). Choose the box again under {part}; "
                                               "until then general values are used."),
                                         {{"part", std::string(part)}, {"why", std::string(e.what())}}));
            owner.erase("profile");
        }
    };
    checkCopy("transmitter", ProfileKind::Transmitter);
    checkCopy("controller", ProfileKind::Controller);
    checkCopy("speedController", ProfileKind::SpeedController);
    const AircraftClass& aircraft = classOf(body);
    schemaOfDocument(aircraft).require(body);
    document.setup.machine.aircraft = Aircraft(aircraft.blank());

    JsonReader reader(body, {"format", "version", "aircraft", "standings", "carried"});
    describe(reader, document.setup);
    readStandings(body, document.setup);
    requireAccepted(document.setup);
    if (body.contains("carried")) document.setup.carried = carriedFrom(body.at("carried"), document.setup, document.notes);
    else if (older) document.setup.carried = carriedByProof(document.setup);
    document.unknown = reader.takeUnknown();
    for (const auto& [path, keys] : document.unknown)
        for (const auto& [key, value] : keys)
            document.notes.push_back(path.empty()
                                         ? say(KH_TR("\"{key}\" is not known to this version; it is kept as it is."), {{"key", key}})
                                         : say(KH_TR("\"{key}\", under {where}, is not known to this version; it is kept as it is."),
                                               {{"key", key}, {"where", fieldTitle(document.setup, path)}}));
    return document;
}

std::string writeDocument(const Setup& setup, const UnknownKeys& unknown) {
    requireAccepted(setup);  // what is written can be read again
    JsonWriter writer(unknown);
    Setup copy = setup;
    describe(writer, copy);
    ojson root{{"format", kFormatName}, {"version", kFormatVersion}};
    if (const AircraftClass& aircraft = setup.machine.aircraft.of(); &aircraft != aircraftClasses().front()) root["aircraft"] = aircraft.id;
    const ojson body = writer.take();
    for (const auto& [key, value] : body.items()) root[key] = value;
    ojson standings = ojson::object();
    for (const auto& [path, record] : setup.standings) {
        ojson one{{"standing", standingWord(record.standing)}};
        if (!record.at.empty()) one["at"] = record.at;
        if (!record.instrument.empty()) one["instrument"] = record.instrument;
        if (!record.uncertainty.empty()) one["uncertainty"] = record.uncertainty;
        if (record.change != 0) one["change"] = record.change;
        standings[path] = one;
    }
    root["standings"] = standings;
    if (!setup.carried->empty()) root["carried"] = carriedJson(*setup.carried);
    std::string text = root.dump(1) + "\n";
    if (text.size() > kMaxDocumentBytes - kRoomForHeads) throw InputError("document", "is larger than 16 MiB");
    return text;
}

}  // namespace kh::io
