// SPDX-License-Identifier: GPL-3.0-or-later
#include "judge/modechecks.h"

#include "base/conventions.h"
#include "formula/root.h"
#include "judge/benchmode.h"
#include "judge/candidates.h"
#include "judge/motorfigures.h"
#include "judge/rowids.h"
#include "judge/switches/switchspace.h"
#include "model/amounts.h"
#include "model/carried.h"
#include "model/conditions.h"
#include "model/fieldpatterns.h"
#include "model/limits.h"
#include "model/names.h"

#include <algorithm>
#include <array>
#include <cmath>
#include <map>

namespace kh {

namespace {

constexpr double kNearZeroPitch = 0.2;  ///< a tenth of the stick's whole travel
constexpr double kQuarterStick = -0.5;
constexpr double kSofterJumpDeg = 3.0;
constexpr double kSameSpeedShare = 0.03;
constexpr double kLeastSwingPct = 10.0;   ///< of a throttle curve that follows the load
constexpr double kSameThrustShare = 0.1;  ///< modes whose speeds differ on purpose meet in thrust (docs/domain.md 14)

/// Stick at which the mode's pitch curve passes 0, or nothing.
std::optional<double> zeroPitchStick(const ChainModel& model, std::size_t mode) {
    const double low = -1.0;
    const double high = 1.0;
    if (model.pitchCurveAt(mode, low) > 0.0 || model.pitchCurveAt(mode, high) < 0.0) return std::nullopt;
    const auto side = [&](double stick) { return model.pitchCurveAt(mode, stick) < 0.0 ? -1.0 : 1.0; };
    if (side(low) > 0.0) return low;
    return bracketOfRoot(side, low, high, kStickTolerance).second;
}

}  // namespace

std::string throttlePath(const TransmitterSettings& tx) {
    for (const FlightMode& m : tx.modes)
        if (m.id != kHoldMode) return modePath(m, "throttle");
    return "transmitter.hold.throttlePct"_field;
}

std::string pitchPath(const TransmitterSettings& tx) { return tx.modes.empty() ? std::string() : modePath(tx.modes.front(), "pitch"); }

std::string modePath(const FlightMode& mode, const char* key) { return "transmitter.modes." + mode.id + "." + key; }

Message holdDiffers(const Setup& setup, const FlightMode& from, const std::vector<Edit>& edits) {
    const std::string& path = edits.front().path;
    std::string flown = path;
    flown.replace(flown.find(kHoldMode), std::string_view(kHoldMode).size(), from.id);
    return say(KH_TR("{n} differ. {f}: {a}, in {m} {b}."), {{"n", sayCount(edits.size(), KH_TR("{n} setting"), KH_TR("{n} settings"))},
                                                            {"f", fieldTitle(setup, path)},
                                                            {"a", show(setup, path)},
                                                            {"m", from.name},
                                                            {"b", show(setup, flown)}});
}

const char* switchRow(const std::string& function) {
    if (function == kHoldMode) return "hold-switch"_row;
    if (function == "kill") return "kill-switch"_row;
    if (function == "cut") return "cut-switch"_row;
    if (function.starts_with("bank-")) return "bank-switch"_row;
    if (function.starts_with("gain-")) return "gain-switch"_row;
    if (function == "rescue") return "rescue-switch"_row;
    if (function == "level") return "level-switch"_row;
    if (function == "setup") return "setup-switch"_row;
    if (function == kRateMode) return "rate-mode"_row;
    if (function == kTrainer) return "trainer-link"_row;
    if (carriesGain(familyOf(function))) return "head-gain-sent"_row;
    if (function == "arming") return "arming-switch"_row;
    if (function.starts_with("logic-")) return "other-switches"_row;
    for (const char* other : {"bail-out", "timer", "voice"})
        if (function == other) return "other-switches"_row;
    return "mode-switch"_row;
}

void putTerms(PartialDeck& deck, const Condition& when) {
    if (when.empty()) return;
    for (const Term& t : when.front())
        if (!t.switchId.empty()) deck.switches[t.switchId] = t.place;
}

PartialDeck modeState(const TransmitterSettings& tx, const FlightMode& mode) {
    PartialDeck d;
    for (const FlightMode& other : tx.modes)  // every named switch away from the modes first
        for (const auto& all : other.when)
            for (const Term& t : all)
                if (!t.switchId.empty() && d.switches.count(t.switchId) == 0) d.switches[t.switchId] = t.place == 1 ? 2 : 1;
    for (const SwitchProfile& s : tx.profile->switches)
        if (d.switches.count(s.id) != 0) d.switches[s.id] = neutralPlaceOf(tx, s);
    putTerms(d, mode.when);
    return d;
}

std::size_t indexOfMode(const TransmitterSettings& tx, const FlightMode& mode) { return static_cast<std::size_t>(&mode - tx.modes.data()); }

std::vector<NeighbourModes> neighbourModes(const TransmitterSettings& tx) {
    std::vector<NeighbourModes> out;
    const FlightMode* before = nullptr;
    for (const FlightMode& m : tx.modes) {
        if (m.id == kHoldMode || benchOnly(tx, m)) continue;
        if (before != nullptr) out.push_back({before, &m});
        before = &m;
    }
    return out;
}

bool declaredShared(const TransmitterSettings& tx, const std::string& name) {
    return std::find(tx.shared.begin(), tx.shared.end(), name) != tx.shared.end();
}

std::optional<TwoSwitches> twoSwitches(const TransmitterSettings& tx, SwitchSets& sets, const std::string& function) {
    const Condition* when = conditionOf(tx, function);
    if (when == nullptr || when->size() < 2 || declaredShared(tx, function)) return std::nullopt;
    const auto firstName = [&](std::uint64_t set) {
        std::string out;
        const auto& switches = tx.profile->switches;
        for (std::size_t i = 0; i < std::min(switches.size(), kMaxSwitches); ++i)
            if ((set >> i & 1U) != 0 && (out.empty() || switches[i].id < out)) out = switches[i].id;
        return out;
    };
    const std::uint64_t first = sets.of(when->front());
    for (std::size_t b = 1; b < when->size(); ++b)
        if (const std::uint64_t other = sets.of((*when)[b]); first != other && first != 0 && other != 0)
            return TwoSwitches{firstName(first), firstName(other)};
    return std::nullopt;
}

std::vector<PlaceUsedTwice> placesUsedTwice(const TransmitterSettings& tx, const ChainModel& model) {
    std::vector<PlaceUsedTwice> out;
    std::map<std::pair<std::string, int>, std::string> booked;
    for (std::size_t f = 0; f < model.functionCount(); ++f) {
        const std::string& name = model.functionName(f);
        const Condition* when = conditionOf(tx, name);
        if (when == nullptr || when->empty()) continue;
        const bool several = std::any_of(when->begin(), when->end(), [](const auto& all) { return all.size() > 1; });
        const std::set<std::string> bars = several ? barsOf(tx, *when) : std::set<std::string>{};
        bool told = false;
        for (const auto& all : *when) {
            const Term* only = nullptr;
            std::size_t named = 0;
            for (const Term& t : all)
                if (t.switchId.empty() || bars.count(t.switchId) == 0) {
                    only = &t;
                    ++named;
                }
            if (named != 1 || only->switchId.empty() || declaredShared(tx, only->switchId)) continue;
            const auto [other, fresh] = booked.emplace(std::pair(only->switchId, only->place), name);
            if (fresh || other->second == name || told) continue;
            told = true;
            out.push_back({only->switchId, only->place, other->second, name});
        }
    }
    return out;
}

std::vector<double> decisiveSticks(const FlightMode& mode) {
    std::set<double> out{-1.0, -0.5, 0.0, 0.5, 1.0};
    for (const Curve* curve : {&mode.throttle, &mode.pitch})
        for (const CurvePoint& p : curve->points) out.insert(std::clamp(stickFromCurveX(p.x), -1.0, 1.0));
    return {out.begin(), out.end()};
}

bool speedControllerGoverns(const Setup& setup) {
    return setup.machine.power.kind == PowerKind::Electric && setup.speedController.control == SpeedControl::Governor;
}

bool governed(const Setup& setup) { return speedControllerGoverns(setup) || setup.controller.governor.kind == GovernorKind::Internal; }

double collectiveDeg(const ChainModel& model, const DeckNumbers& deck) { return model.plant().liftPitchDeg(model.at(deck).outputs); }

double collectiveDeg(const Setup& setup, const ChainModel& model, const FlightMode& mode, double stick) {
    DeckNumbers deck = model.numbers(posed({}, modeState(setup.transmitter, mode)));
    deck.sticks.collective = stick;
    return collectiveDeg(model, deck);
}

Severity unlevelSeverity(const TransmitterSettings& transmitter, const FlightMode& into) {
    constexpr double kSlowFadeS = 1.0;
    return transmitter.profile->fades && into.fadeS >= kSlowFadeS ? Severity::Note : Severity::Warning;
}

bool levelAtHover(const Setup& setup, const ChainModel& model, const ModeFigures& from, const ModeFigures& to, double wasDeg,
                  double isDeg) {
    const double jump = isDeg - wasDeg;
    if (std::abs(jump) <= kPitchJumpDeg) return true;
    const auto inverted = [&](const ModeFigures& f) {
        const FlightMode* m = modeById(setup.transmitter, f.id);
        return m != nullptr && m->flownInverted;
    };
    // the mode that is flown upright only may be the softer one
    const bool softer = setup.transmitter.schools.pitch == PitchSchool::PerMode && inverted(from) != inverted(to) &&
                        (inverted(to) ? jump > 0.0 : jump < 0.0);
    if (softer && std::abs(jump) <= kSofterJumpDeg) return true;
    if (!from.headRpm.known || !to.headRpm.known || from.headRpm.value <= 0.0) return false;
    if (std::abs(to.headRpm.value / from.headRpm.value - 1.0) <= kSameSpeedShare) return false;
    const double lift = model.plant().liftN(wasDeg, from.headRpm.value);
    return lift > 0.0 && std::abs(model.plant().liftN(isDeg, to.headRpm.value) / lift - 1.0) <= kSameThrustShare;
}

std::optional<ThrottleFault> invertedFall(const Setup& setup, const ChainModel& model, std::size_t mode) {
    const FlightMode& m = setup.transmitter.modes[mode];
    if (!m.flownInverted || !isFlown(m)) return std::nullopt;
    ThrottleFault lowest{.topPct = model.throttleCurveAt(mode, 1.0)};
    double least = 1e9;
    for (const double s : decisiveSticks(m))
        if (const double t = model.throttleCurveAt(mode, s); t < least) {
            least = t;
            lowest.stick = s;
        }
    const bool flat = least >= lowest.topPct - kSamePct;
    lowest.trim = setup.machine.power.kind == PowerKind::Engine && !governed(setup) ? 0.0 : -1.0;
    lowest.throttlePct = std::max(0.0, least + lowest.trim * setup.transmitter.throttleTrimRangePct);
    if (governed(setup)) return flat ? std::nullopt : std::optional(lowest);
    const auto zero = zeroPitchStick(model, mode);
    const bool lowestAtZero =
        flat || !zero || std::abs(lowest.stick - *zero) <= kNearZeroPitch || model.throttleCurveAt(mode, *zero) <= least + kSamePct;
    return lowest.throttlePct >= kInvertedLeastPct && lowestAtZero ? std::nullopt : std::optional(lowest);
}

Message invertedTodo(const Setup& setup, const FlightMode& mode, double levelPct) {
    const std::string path = throttlePath(setup.transmitter);
    if (governed(setup))
        return say(KH_TR("Make the throttle curve of {m} flat at {v} in the transmitter."),
                   {{"m", mode.name}, {"v", amount(setup, path, levelPct)}});
    return say(KH_TR("Raise the throttle curve of {m} in the transmitter: lowest where the pitch is 0, nowhere below {v}."),
               {{"m", mode.name}, {"v", amount(setup, path, kInvertedLeastPct)}});
}

Curve invertedMended(const Setup& setup, const ChainModel& model, std::size_t mode) {
    const Curve& now = setup.transmitter.modes[mode].throttle;
    if (governed(setup)) return flatCurve(std::max(kInvertedLeastPct, model.throttleCurveAt(mode, 1.0)), now.points.size());
    return raisedVee(now, curveXFromStick(zeroPitchStick(model, mode).value_or(0.0)));
}

bool flatUngoverned(const Setup& setup, const ChainModel& model, std::size_t mode) {
    const FlightMode& m = setup.transmitter.modes[mode];
    if (setup.machine.power.kind != PowerKind::Engine || governed(setup) || !isFlown(m)) return false;
    const double clutch = setup.machine.power.clutchPct.value_or(kClutchUnknownPct);
    double least = 1e9, most = 0.0;
    for (const double s : decisiveSticks(m))
        if (const double t = model.throttleCurveAt(mode, s); t >= clutch) {
            least = std::min(least, t);
            most = std::max(most, t);
        }
    return most > 0.0 && most - least < kLeastSwingPct;
}

Curve ungovernedStart(const Setup& setup, const ChainModel& model, std::size_t mode, double hoverPct) {
    const Curve& like = setup.transmitter.modes[mode].throttle;
    if (mode == 0) return risingThrottle(like, idleLimits(setup.machine).startPct, hoverPct);
    return veeThrottle(like, curveXFromStick(zeroPitchStick(model, mode).value_or(0.0)), hoverPct);
}

bool risesFromZero(const TransmitterSettings& tx, const FlightMode& mode) {
    return tx.schools.throttle == ThrottleSchool::Classic && !mode.flownInverted;
}

std::optional<ThrottleFault> governorDrift(const Setup& setup, const ChainModel& model, std::size_t mode) {
    const FlightMode& m = setup.transmitter.modes[mode];
    if (!speedControllerGoverns(setup) || !isFlown(m)) return std::nullopt;
    const double range = setup.transmitter.throttleTrimRangePct;
    const auto at = [&](double stick, double trim) { return std::clamp(model.throttleCurveAt(mode, stick) + trim * range, 0.0, 100.0); };
    ThrottleFault worst{.topPct = at(1.0, -1.0)};
    double most = kSamePct;
    for (const double s : decisiveSticks(m)) {
        if (risesFromZero(setup.transmitter, m) && s < kQuarterStick) continue;
        if (!m.flownInverted && s < setup.machine.aircraft.of().governedFromStick) continue;
        for (const double trim : {-1.0, 1.0}) {
            const double t = at(s, trim);
            if (std::abs(t - worst.topPct) <= most) continue;
            most = std::abs(t - worst.topPct);
            worst.stick = s;
            worst.trim = trim;
            worst.throttlePct = t;
        }
    }
    return most > kSamePct ? std::optional(worst) : std::nullopt;
}

std::vector<Edit> throttleFix(const Setup& setup, const FlightMode& mode, double pct) {
    if (speedControllerGoverns(setup) || isFlat(mode.throttle)) return governedCurveFix(setup.transmitter, mode, pct);
    return {{modePath(mode, "throttle"), scaledTo(mode.throttle, pct)}};
}

std::vector<Edit> governedCurveFix(const TransmitterSettings& tx, const FlightMode& mode, double topPct) {
    Curve level = mode.throttle;
    for (CurvePoint& p : level.points)
        if (!risesFromZero(tx, mode) || p.x >= curveXFromStick(kQuarterStick)) p.y = topPct;
    std::vector<Edit> edits{{modePath(mode, "throttle"), level}};
    if (tx.throttleTrimRangePct > 0.0) edits.push_back({"transmitter.throttleTrimRangePct"_field, 0.0});
    return edits;
}

bool gainsReadPlus(const Setup& setup, const Figures& figures) {
    return std::all_of(setup.transmitter.modes.begin(), setup.transmitter.modes.end(), [&](const FlightMode& m) {
        const ModeFigures* f = figures.mode(m.id);
        return f != nullptr && f->gainRead.known && f->gainRead.value > 0.0;
    });
}

std::set<std::size_t> banksIn(const Setup& setup, const ChainModel& model, const FlightMode& mode) {
    std::set<std::size_t> out;
    const auto deck = deckInMode(model, setup, mode.id);
    if (!deck) return out;
    const auto flies = [&](const Instant& now) {
        return mode.id == kHoldMode ? now.holdActs : now.beneath == indexOfMode(setup.transmitter, mode);
    };
    const auto take = [&](const PartialDeck& more) {
        const Instant now = model.at(model.numbers(posed(*deck, more)));
        if (flies(now)) out.insert(now.bank);
    };
    take({});
    // a switch that chooses banks, at each of its places
    std::set<std::string> choosing;
    for (const SwitchFunction& f : setup.transmitter.functions)
        if (f.id.starts_with("bank-")) choosing.merge(switchesOf(setup.transmitter, f.when));
    for (const SwitchProfile& s : setup.transmitter.profile->switches) {
        if (choosing.count(s.id) == 0) continue;
        for (int place = 1; place <= s.places; ++place) {
            PartialDeck d;
            d.switches[s.id] = place;
            take(d);
        }
    }
    return out;
}

namespace {

/// Power-on places that meet a condition, by the first way to meet it.
void startWith(const Condition& when, std::vector<Edit>& edits) {
    if (when.empty()) return;
    for (const Term& t : when.front())
        if (!t.switchId.empty())
            edits.push_back({elementPath("transmitter.switches.{}.powerOnPlace"_field, t.switchId), static_cast<double>(t.place)});
}

}  // namespace

std::vector<Edit> holdAtPowerOn(const Setup& setup) {
    const TransmitterSettings& tx = setup.transmitter;
    std::vector<Edit> edits;
    if (const FlightMode* hold = modeById(tx, kHoldMode); hold != nullptr) startWith(hold->when, edits);
    if (holdIsArmed(setup)) startWith(tx.kill.when, edits);
    return edits;
}

std::vector<Edit> cutAtPowerOn(const Setup& setup) {
    std::vector<Edit> edits;
    startWith(setup.transmitter.cut.when, edits);
    return edits;
}

bool onAtPowerOn(const ChainModel& model, std::string_view function) { return model.isOn(function, {}); }

std::vector<Edit> offAtPowerOn(const Setup& setup, const ChainModel& model, std::string_view function) {
    const TransmitterSettings& tx = setup.transmitter;
    const Condition* when = conditionOf(tx, std::string(function));
    if (when == nullptr) return {};
    for (const std::string& id : switchesOf(tx, *when))
        for (const SwitchProfile& s : tx.profile->switches)
            for (int place = 1; s.id == id && place <= s.places; ++place) {
                Deck deck;
                deck.switches[id] = place;
                if (model.isOn(function, deck)) continue;
                if (std::any_of(tx.switches.begin(), tx.switches.end(), [&](const SwitchSettings& x) { return x.id == id; }))
                    return {{elementPath("transmitter.switches.{}.powerOnPlace"_field, id), static_cast<double>(place)}};
            }
    return {};
}

bool startsOff(const Setup& setup, const Instant& now) { return now.holdActs && (!holdIsArmed(setup) || now.killActs); }

}  // namespace kh
