// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "io/document.h"
#include "judge/evaluation.h"

#include <algorithm>
#include <set>
#include <string>

namespace khtest {

inline const kh::Setup& turnstone() {
    static const kh::Setup setup = kh::io::loadDocument(KEELHAUL_SOURCE "/data/demo/turnstone-470.keel.json").setup;
    return setup;
}
/// Aerobatic, twelve cells, the controller with the 8° reference.
inline const kh::Setup& fulmar() {
    static const kh::Setup setup = kh::io::loadDocument(KEELHAUL_SOURCE "/data/demo/fulmar-700.keel.json").setup;
    return setup;
}
/// With an engine.
inline const kh::Setup& gannet() {
    static const kh::Setup setup = kh::io::loadDocument(KEELHAUL_SOURCE "/data/demo/gannet-600n.keel.json").setup;
    return setup;
}
inline const kh::Setup& dunlin() {
    static const kh::Setup setup = kh::io::loadDocument(KEELHAUL_SOURCE "/data/demo/dunlin-380.keel.json").setup;
    return setup;
}
inline kh::Setup edited(const kh::Setup& setup, const std::vector<kh::Edit>& edits) {
    return kh::withEdits(setup, edits, kh::Standing::Entered, "2026-11-21T10:00:00Z");
}

/// A curve through evenly spaced points.
inline kh::Curve curveOf(const std::vector<double>& ys) { return kh::evenCurve(ys); }

inline const kh::Finding* find(const kh::Evaluation& e, const std::string& id) {
    const auto f = std::find_if(e.findings.begin(), e.findings.end(), [&](const kh::Finding& x) { return x.id == id; });
    return f == e.findings.end() ? nullptr : &*f;
}
inline std::set<std::string> ids(const kh::Evaluation& e) {
    std::set<std::string> out;
    for (const kh::Finding& f : e.findings) out.insert(f.id);
    return out;
}
inline std::string listed(const std::set<std::string>& names) {
    std::string out;
    for (const std::string& n : names) out += n + " ";
    return out;
}
/// What a station made for a flight mode.
template <class T>
auto ofMode(const kh::Figures& figures, const std::string& mode) {
    return figures.of<T>().modes.at(static_cast<std::size_t>(figures.mode(mode) - figures.modes.data()));
}

}  // namespace khtest
