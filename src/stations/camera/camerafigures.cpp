// SPDX-License-Identifier: GPL-3.0-or-later
#include "stations/camera/camerafigures.h"

#include "base/conventions.h"
#include "judge/modechecks.h"
#include "judge/motorfigures.h"
#include "model/carried.h"
#include "model/conditions.h"
#include "model/fieldpatterns.h"

#include <algorithm>
#include <cmath>
#include <set>

namespace kh {

namespace {

constexpr std::size_t kMostPlaces = 729;  ///< of the switches of one family: six of three places

const char* familyName(Function f) { return cameraClass().entry(f).id; }

/// Every combination of the places of the switches that work a family.
std::vector<PartialDeck> placesOfFamily(const Setup& setup, std::string_view family) {
    const TransmitterSettings& tx = setup.transmitter;
    std::set<std::string> named;
    for (const SwitchFunction& f : tx.functions)
        if (familyOf(f.id) == family) named.merge(workedBy(tx, f.when));
    std::vector<PartialDeck> out{{}};
    for (const SwitchProfile& s : tx.profile->switches) {
        if (named.count(s.id) == 0) continue;
        std::vector<PartialDeck> grown;
        for (const PartialDeck& d : out)
            for (int place = 1; place <= s.places && grown.size() < kMostPlaces; ++place) {
                PartialDeck one = d;
                one.switches[s.id] = place;
                grown.push_back(std::move(one));
            }
        out = std::move(grown);
    }
    return out;
}

/// The window a place is meant for: that of the function that is on; with none, return home is off.
std::string wantedAt(const Setup& setup, const ChainModel& model, std::string_view family, const Deck& deck) {
    for (const SwitchFunction& f : setup.transmitter.functions)
        if (familyOf(f.id) == family && model.isOn(f.id, deck)) return f.id;
    return family == camera::kHome ? std::string(camera::kHomeOff) : std::string();
}

std::string labelOf(const PartialDeck& deck) {
    std::string out;
    for (const auto& [id, place] : deck.switches) out += (out.empty() ? "" : " + ") + id + " " + std::to_string(place);
    return out;
}

}  // namespace

std::vector<const ReachedPlace*> ReachedChannel::in(std::string_view window) const {
    std::vector<const ReachedPlace*> out;
    for (const ReachedPlace& p : places)
        if (p.lands == window) out.push_back(&p);
    return out;
}

ReachedChannel reachedChannel(const Setup& setup, const ChainModel& model, Function f) {
    ReachedChannel out;
    const char* family = familyName(f);
    out.windows = windowsUs(setup, family);
    if (out.windows.empty() || carrierOf(setup.transmitter, family) == nullptr) return out;
    std::vector<double> pulses;
    for (PartialDeck& deck : placesOfFamily(setup, family)) {
        const Deck at = posed({}, deck);
        ReachedPlace p;
        p.label = labelOf(deck);
        p.wanted = wantedAt(setup, model, family, at);
        p.deck = std::move(deck);
        p.pulse.value = model.at(at).channels[indexOf(f)].pulseUs;
        p.pulse.known = true;
        pulses.push_back(p.pulse.value);
        out.places.push_back(std::move(p));
    }
    if (std::ranges::any_of(pulses, [](double us) { return us <= 0.0; })) return {out.windows, {}, false};  // no signal that is one
    const ModePlaces told = modePlaces(out.windows, pulses, camera::kClearUs);
    for (std::size_t i = 0; i < out.places.size(); ++i) {
        out.places[i].lands = told.places[i].mode.value_or("");
        out.places[i].clear = told.places[i].clear;
        if (told.places[i].marginUs) {
            out.places[i].margin.known = true;
            out.places[i].margin.value = *told.places[i].marginUs;
        }
    }
    // of the modes each by exactly one place; return home is off at as many as there are
    out.sound = std::ranges::all_of(out.places, [](const ReachedPlace& p) { return p.right() && p.clear; }) &&
                std::ranges::all_of(out.windows, [&](const ModeWindow& w) {
                    return f == camera::Flight ? out.in(w.mode).size() == 1 : !out.in(w.mode).empty();
                });
    return out;
}

namespace {

/// With their words: how each pulse comes about.
ReachedChannel figured(const FigureBuilder& b, Function f) {
    ReachedChannel out = reachedChannel(b.setup, b.model, f);
    const std::string family = familyName(f);
    const FunctionChannel* channel = carrierOf(b.setup.transmitter, family);
    if (channel == nullptr) return out;
    const std::string base = "transmitter.functionChannels." + family + ".";
    for (ReachedPlace& p : out.places) {
        const double value = b.model.at(posed({}, p.deck)).channels[indexOf(f)].value;
        const std::vector<std::string> inputs{base + "reversed", base + "travelLowPct", base + "travelHighPct", base + "subTrimPct"};
        p.pulse = b.make(KH_TR("pulse"), {"µs", 0}, inputs, [&](Derivation& why) {
            return channelOutput(value, channelScale(b.setup.transmitter.profile, *channel), &why).pulseUs;
        });
        if (!p.margin.known) continue;
        const double margin = p.margin.value;
        p.margin = b.make(KH_TR("inside"), {"µs", 0}, inputs, [&](Derivation& why) {
            if (why.wanted) why.line(KH_TR("{u} µs, to the nearest inner edge of its window"), {{"u", num(p.pulse.value)}});
            return margin;
        });
    }
    return out;
}

}  // namespace

void cameraFigures(const FigureBuilder& builder) {
    if (builder.out.of<CameraFigures>().centreThrottle.known) return;
    motorFigures(builder);
    CameraFigures& own = builder.out.own.made<CameraFigures>();
    own.modes = figured(builder, camera::Flight);
    own.home = figured(builder, camera::Home);
    const Setup& setup = builder.setup;
    for (std::size_t m = 0; m < setup.transmitter.modes.size(); ++m) {
        ModeFigures of;
        of.id = setup.transmitter.modes[m].id;
        of.name = setup.transmitter.modes[m].name;
        heldFigures(builder, m, of);
        builder.out.modes.push_back(std::move(of));
    }
    const std::size_t base = builder.model.baseMode();
    if (base >= setup.transmitter.modes.size()) return;
    const std::string curve = elementPath("transmitter.modes.{}.throttle"_field, setup.transmitter.modes[base].id);
    const double mid = builder.model.throttleCurveAt(base, 0.0);
    own.centreThrottle = builder.make(KH_TR("mid stick sends"), {"%", 1}, {curve}, [&](Derivation& why) {
        if (why.wanted) why.line(KH_TR("the throttle curve at mid stick: {v} %"), {{"v", num(mid, 1)}});
        return mid;
    });
    own.climbs = builder.make(KH_TR("beside the hover"), {"%", 0, true}, {"machine.hoverPct"_field, curve}, [&](Derivation& why) {
        const double hover = cameraOf(setup).hoverPct;
        if (why.wanted) why.line(KH_TR("mid stick sends {m} %, {h} % hovers"), {{"m", num(mid, 1)}, {"h", num(hover)}});
        return mid - hover;
    });
}

}  // namespace kh
