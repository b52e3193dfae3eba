// SPDX-License-Identifier: GPL-3.0-or-later
#include "model/accepted.h"

#include "base/error.h"
#include "model/carried.h"
#include "model/conditions.h"
#include "model/fieldpatterns.h"
#include "model/pathvisitor.h"
#include "model/questions.h"

#include <fmt/format.h>
#include <algorithm>
#include <array>
#include <set>

namespace kh {

namespace {

/// Every value within its description.
class BoundsVisitor final : public PathVisitor {
    std::size_t beginList(const char* key, std::size_t size) override {
        few(leafPath(key), size, mostElements(key));
        ids_.emplace_back();
        return PathVisitor::beginList(key, size);
    }
    void endList() override {
        ids_.pop_back();
        PathVisitor::endList();
    }
    bool beginItem(std::size_t index, const std::string& id) override {
        if (!isElementId(id)) throw InputError(path(), elementIdProblem(id));
        if (!ids_.back().insert(id).second) throw InputError(path(), fmt::format("\"{}\" stands twice; each needs a name of its own", id));
        return PathVisitor::beginItem(index, id);
    }
    void within(const char* key, double v, const NumberSpec& s) const {
        if (const std::string problem = numberProblem(v, s); !problem.empty()) throw InputError(leafPath(key), problem);
    }
    static void few(const std::string& field, std::size_t size, std::size_t most) {
        if (size > most) throw InputError(field, fmt::format("{} entries; at most {} are kept", size, most));
    }
    void shortText(const char* key, const std::string& v) const { requireShortText(leafPath(key), v); }
    void number(const char* key, double& v, const NumberSpec& s) override { within(key, v, s); }
    void maybe(const char* key, std::optional<double>& v, const NumberSpec& s) override {
        if (v) within(key, *v, s);
    }
    void whole(const char* key, int& v, const NumberSpec& s) override { within(key, v, s); }
    void flag(const char*, bool&) override {}
    void text(const char* key, std::string& v) override { shortText(key, v); }
    void choice(const char* key, int& v, std::span<const Choice> choices) override {
        if (v < 0 || static_cast<std::size_t>(v) >= choices.size()) throw InputError(leafPath(key), "is none of its words");
    }
    void numbers(const char* key, std::vector<double>& v, const NumberSpec& s) override {
        few(leafPath(key), v.size(), kMaxListSize);
        for (const double x : v) within(key, x, s);
    }
    void names(const char* key, std::vector<std::string>& v) override {
        few(leafPath(key), v.size(), kMaxListSize);
        for (const std::string& x : v) shortText(key, x);
    }
    void maybeNames(const char* key, std::optional<std::vector<std::string>>& v) override {
        if (v) names(key, *v);
    }
    void curve(const char* key, Curve& v, const CurveSpec& s) override {
        few(leafPath(key), v.points.size(), kMaxListSize);
        requireCurveIn(leafPath(key), v, s);
    }
    void condition(const char* key, Condition& v) override {
        few(leafPath(key), v.size(), kMaxBranches);
        for (const auto& all : v) {
            few(leafPath(key), all.size(), kMaxTerms);
            for (const Term& t : all) {
                if (t.switchId.empty() == t.functionId.empty())
                    throw InputError(leafPath(key), "each term names either a switch and its place, or a function");
                shortText(key, t.switchId);
                shortText(key, t.functionId);
            }
        }
    }
    std::vector<std::set<std::string>> ids_;
};

/// Each function that the controller can take once.
void requireMap(const Setup& setup) {
    const std::vector<std::string>& map = setup.controller.receiver.map;
    for (std::size_t i = 0; i < map.size(); ++i) {
        if (!setup.machine.aircraft.of().find(map[i]) && familyOf(map[i]) != map[i])
            throw InputError("controller.receiver.map"_field, fmt::format("\"{}\" is no function of a channel", map[i]));
        if (std::find(map.begin(), map.begin() + static_cast<std::ptrdiff_t>(i), map[i]) != map.begin() + static_cast<std::ptrdiff_t>(i))
            throw InputError("controller.receiver.map"_field,
                             fmt::format("\"{}\" stands twice; each function comes on one channel", map[i]));
    }
}

}  // namespace

bool isElementId(std::string_view id) { return !id.empty() && id.size() <= kMaxTextSize && id.find('.') == std::string_view::npos; }

std::string elementIdProblem(std::string_view id) {
    return fmt::format("\"{}\" cannot be a name here: it must not be empty, hold a point or be longer than {}", id.substr(0, 40),
                       kMaxTextSize);
}

std::unique_ptr<FieldVisitor> boundsVisitor() { return std::make_unique<BoundsVisitor>(); }

std::size_t mostElements(std::string_view key) {
    struct Most {
        std::string_view key;
        std::size_t most;
    };
    static constexpr std::array kMost{Most{"readings", kMaxReadings}, Most{"modes", kMaxModes},
                                      Most{"channels", kMaxChannels}, Most{"spares", kMaxChannels},
                                      Most{"switches", kMaxSwitches}, Most{"functions", kMaxSwitchFunctions},
                                      Most{"accepted", kMaxAccepted}, Most{"banks", kMaxBanks},
                                      Most{"ports", kMaxPorts},       Most{"leads", kMaxLeads}};
    for (const Most& m : kMost)
        if (m.key == key) return m.most;
    return kMaxListSize;
}

void requireAccepted(const Setup& setup) {
    requireDescribed(setup);
    requireUnknown(Box::Transmitter, setup.transmitter.profile->unknown, setup);
    requireUnknown(Box::Controller, setup.controller.profile->unknown, setup);
    requireUnknown(Box::SpeedController, setup.speedController.profile->unknown, setup);
    const TransmitterSettings& tx = setup.transmitter;
    if (tx.profile->switches.size() > kMaxSwitches)
        throw InputError("transmitter.profile.switches"_field,
                         fmt::format("{} switches; at most {} are kept", tx.profile->switches.size(), kMaxSwitches));
    requireConditions(tx);
    for (const PortSettings& p : setup.controller.ports)
        if (p.role.empty() || p.role.find('.') != std::string::npos)
            throw InputError(elementPath("controller.ports.{}.role"_field, p.id), fmt::format("\"{}\" names no servo", p.role));
    requireMap(setup);
    for (const Lead& l : setup.machine.wiring.leads)
        if (!l.from.empty() && l.from == l.to)
            throw InputError(elementPath("machine.wiring.leads.{}.to"_field, l.id),
                             fmt::format("a lead from \"{}\" cannot go to itself", l.from));
}

}  // namespace kh
