// SPDX-License-Identifier: GPL-3.0-or-later
#include "fuzz/mutants.h"

#include "base/error.h"
#include "golden/builds.h"
#include "io/document.h"
#include "model/accepted.h"
#include "model/access.h"
#include "model/camera/camera.h"
#include "model/helicopter/helicopter.h"
#include "model/rotors/rotors.h"

#include <algorithm>
#include <filesystem>
#include <limits>
#include <nlohmann/json.hpp>

namespace khtest {

using namespace kh;
using nlohmann::json;
namespace fs = std::filesystem;

namespace {

std::size_t below(Dice& dice, std::size_t n) { return n == 0 ? 0 : static_cast<std::size_t>(dice() % n); }
bool oneIn(Dice& dice, std::size_t n) { return below(dice, n) == 0; }

std::vector<std::string> filesIn(const fs::path& folder) {
    std::vector<fs::path> files;
    std::error_code ec;
    for (const auto& f : fs::recursive_directory_iterator(folder, ec))
        if (f.path().extension() == ".json") files.push_back(f.path());
    std::sort(files.begin(), files.end());
    std::vector<std::string> out;
    out.reserve(files.size());
    for (const fs::path& f : files) out.push_back(io::readFile(f));
    return out;
}

/// Every node of a document, the root first.
void nodes(json& at, std::vector<json*>& out) {
    out.push_back(&at);
    if (at.is_structured())
        for (auto& child : at) nodes(child, out);
}

json oddValue(Dice& dice, const json& was) {
    switch (below(dice, 12)) {
        case 0: return nullptr;
        case 1: return json::array();
        case 2: return json::object();
        case 3: return "";
        case 4: return std::string(1 + below(dice, 500), static_cast<char>('a' + below(dice, 26)));
        case 5: return "<h1>\xE2\x80\xAE & \"x\"</h1>";
        case 6: return below(dice, 2) == 0;
        case 7: return std::numeric_limits<double>::max();
        case 8: return -1;
        case 9: return was.is_number() ? json(was.get<double>() * (oneIn(dice, 2) ? -1.0 : 1000.0)) : json(0);
        case 10: return was.is_number() ? json(std::nextafter(was.get<double>(), 1e300)) : json(3);
        default: return static_cast<std::int64_t>(dice());
    }
}

void damageTree(json& root, Dice& dice) {
    std::vector<json*> all;
    nodes(root, all);
    json& node = *all[below(dice, all.size())];
    switch (below(dice, 5)) {
        case 0: node = oddValue(dice, node); return;
        case 1:
            if (node.is_structured() && !node.empty()) {
                auto child = node.begin();
                std::advance(child, static_cast<std::ptrdiff_t>(below(dice, node.size())));
                node.erase(child);
            }
            return;
        case 2:
            if (node.is_array() && !node.empty()) node.push_back(node[below(dice, node.size())]);
            else if (node.is_object()) node["unknown" + std::to_string(dice() % 10)] = oddValue(dice, node);
            return;
        case 3: {  // another node's value in its place
            const json other = *all[below(dice, all.size())];
            if (other.dump().size() < 100000) node = other;
            return;
        }
        default:
            if (node.is_array()) std::reverse(node.begin(), node.end());
            else node = oddValue(dice, node);
    }
}

std::string damagedBytes(std::string text, Dice& dice) {
    if (text.empty()) return text;
    const std::size_t at = below(dice, text.size());
    switch (below(dice, 5)) {
        case 0: text[at] = static_cast<char>(dice() % 256); break;
        case 1: text.erase(at, 1 + below(dice, 40)); break;
        case 2: text.insert(at, text.substr(below(dice, text.size()), 1 + below(dice, 200))); break;
        case 3: text.resize(at); break;
        default: text.insert(at, 1, "{}[],:\"0-e.\\"[below(dice, 12)]);
    }
    return text;
}

/// Another value of its kind, mostly at an edge; nothing where a kind has no other.
std::optional<FieldValue> edge(const Setup& s, const Field& f, Dice& dice) {
    const FieldInfo& i = f.info;
    const auto number = [&] {
        const double share = static_cast<double>(below(dice, 1001)) / 1000.0;
        const double v = std::array{i.min, i.max, i.min + share * (i.max - i.min), std::clamp(0.0, i.min, i.max)}[below(dice, 4)];
        return i.counts ? std::floor(v) : v;
    };
    switch (i.kind) {
        case FieldKind::Number:
            if (i.mayBeUnknown && oneIn(dice, 4)) return FieldValue{};
            return number();
        case FieldKind::Whole: return number();
        case FieldKind::Flag: return oneIn(dice, 2);
        case FieldKind::Choice: return std::string(i.choices[below(dice, i.choices.size())].id);
        case FieldKind::Text:
            return std::array{std::string(), std::string(400, 'W'), std::string("<b>&\xE2\x80\xAEx</b>"),
                              std::get<std::string>(f.value)}[below(dice, 4)];
        case FieldKind::Numbers: return std::vector<double>(below(dice, 6), number());
        case FieldKind::Names: return std::vector<std::string>(below(dice, 3), "hold");
        case FieldKind::CurvePoints: {
            const std::size_t n = 2 + below(dice, 8);
            Curve c;
            c.points.clear();
            for (std::size_t k = 0; k < n; ++k)
                c.points.push_back(
                    {100.0 * static_cast<double>(k) / static_cast<double>(n - 1), static_cast<double>(below(dice, 201)) - 100.0});
            c.shape = oneIn(dice, 2) ? CurveShape::Smooth : CurveShape::Straight;
            return c;
        }
        case FieldKind::When: {
            Condition c;
            const auto& switches = s.transmitter.profile->switches;
            for (std::size_t any = below(dice, 3); any > 0 && !switches.empty(); --any) {
                std::vector<Term> all;
                for (std::size_t k = 1 + below(dice, 2); k > 0; --k) {
                    const SwitchProfile& sw = switches[below(dice, switches.size())];
                    if (oneIn(dice, 6) && !s.transmitter.functions.empty())
                        all.push_back({"", 1, s.transmitter.functions[below(dice, s.transmitter.functions.size())].id});
                    else all.push_back({sw.id, 1 + static_cast<int>(below(dice, static_cast<std::size_t>(sw.places))), ""});
                }
                c.push_back(std::move(all));
            }
            return c;
        }
    }
    return std::nullopt;
}

template <class List>
void reshape(List& list, Dice& dice) {
    if (list.empty() || !oneIn(dice, 6)) return;
    if (oneIn(dice, 6)) {
        list.clear();
        return;
    }
    const std::size_t at = below(dice, list.size());
    if (oneIn(dice, 2)) {
        list.erase(list.begin() + static_cast<std::ptrdiff_t>(at));
        return;
    }
    auto copy = list[at];
    copy.id += "-" + std::to_string(dice() % 1000);
    list.insert(list.begin() + static_cast<std::ptrdiff_t>(below(dice, list.size() + 1)), copy);
}

bool accepted(const Setup& s) {
    try {
        requireAccepted(s);
        return true;
    } catch (const InputError&) {
        return false;
    }
}

/// A change that is kept only if the setup is accepted with it.
template <class Change>
void tryChange(Setup& s, Change change) {
    Setup after = s;
    try {
        change(after);
    } catch (const InputError&) {
        return;
    }
    if (accepted(after)) s = std::move(after);
}

}  // namespace

std::vector<std::string> seedDocuments() {
    std::vector<std::string> out = filesIn(KEELHAUL_SOURCE "/data/demo");
    for (std::string& found : filesIn(KEELHAUL_SOURCE "/tests/fuzz/seeds/documents")) out.push_back(std::move(found));
    for (const NamedSetup& build : allBuilds(20)) out.push_back(io::writeDocument(build.setup));
    return out;
}

std::vector<std::string> seedReadings() { return filesIn(KEELHAUL_SOURCE "/tests/fuzz/seeds/readings"); }

std::vector<SeedProfile> seedProfiles() {
    std::vector<SeedProfile> out;
    const auto add = [&](const char* kind, const char* folder) {
        for (std::string& text : filesIn(std::string(KEELHAUL_SOURCE "/data/") + folder)) out.push_back({kind, std::move(text)});
    };
    add("transmitter", "profiles/transmitters");
    add("controller", "profiles/controllers");
    add("speed-controller", "profiles/speed-controllers");
    add("servo", "servos");
    return out;
}

std::string damaged(const std::string& text, Dice& dice) {
    if (oneIn(dice, 4)) {
        std::string out = text;
        for (std::size_t n = 1 + below(dice, 4); n > 0; --n) out = damagedBytes(std::move(out), dice);
        return out;
    }
    json root = json::parse(text, nullptr, false);
    if (root.is_discarded()) return damagedBytes(text, dice);
    for (std::size_t n = 1 + below(dice, 4); n > 0; --n) damageTree(root, dice);
    return root.dump(-1, ' ', false, json::error_handler_t::replace);
}

Setup extreme(const Setup& sound, Dice& dice) {
    Setup s = sound;
    tryChange(s, [&](Setup& x) { reshape(x.transmitter.channels, dice); });
    tryChange(s, [&](Setup& x) { reshape(x.transmitter.modes, dice); });
    tryChange(s, [&](Setup& x) { reshape(x.transmitter.switches, dice); });
    tryChange(s, [&](Setup& x) { reshape(x.transmitter.functions, dice); });
    tryChange(s, [&](Setup& x) { reshape(x.transmitter.functionChannels, dice); });
    tryChange(s, [&](Setup& x) { reshape(x.transmitter.spares, dice); });
    tryChange(s, [&](Setup& x) { reshape(x.transmitter.profile.edit().switches, dice); });
    tryChange(s, [&](Setup& x) { reshape(x.controller.ports, dice); });
    tryChange(s, [&](Setup& x) { reshape(x.controller.banks, dice); });
    tryChange(s, [&](Setup& x) {
        if (isHelicopter(x)) reshape(helicopter(x).servos, dice);
        if (isCamera(x)) reshape(cameraOf(x).modes, dice);
        if (isRotors(x)) {
            reshape(rotorsOf(x).rotors, dice);
            reshape(rotorsOf(x).limits, dice);
        }
    });
    const std::vector<std::string> paths = allPaths(s);
    for (std::size_t n = std::size_t{1} << below(dice, 9); n > 0; --n) {
        const std::string& path = paths[below(dice, paths.size())];
        if (path.ends_with(".id")) continue;
        tryChange(s, [&](Setup& x) {
            const auto field = readField(x, path);
            if (!field) return;
            if (const auto to = edge(x, *field, dice)) writeField(x, path, *to);
        });
    }
    return s;
}

}  // namespace khtest
