// SPDX-License-Identifier: GPL-3.0-or-later
#include "model/inboxes.h"

#include "base/error.h"
#include "model/amounts.h"
#include "model/boxsettings.h"
#include "model/fieldtable.h"
#include "model/topics.h"

#include <fmt/format.h>
#include <algorithm>
#include <sstream>

namespace kh {

namespace {

/// A curve in full: its form and every point as its box writes it.
std::string curveShows(const Setup& setup, std::string_view path, const Curve& curve) {
    std::string out = shapeId(curve.shape);
    for (const CurvePoint& p : curve.points)
        out += fmt::format(" {}:{}", render(say("{x}", {{"x", num(p.x, 1)}})), render(say("{y}", {{"y", bare(amount(setup, path, p.y))}})));
    if (curve.shape == CurveShape::Line)
        out += render(say(" {o}", {{"o", bare(amount(setup, path, curve.offsetPct, Amount::Kind::Difference))}}));
    return out;
}

/// A curve as curveShows writes it: its form where it is another than is wanted, then its points as place:value, or, at the places wanted,
/// the values alone; of a line its offset last.
Curve curveRead(const Setup& setup, const std::string& path, const FieldInfo& info, const Curve& wanted, const std::string& text) {
    std::istringstream words(text);
    Curve out = wanted;
    std::vector<std::string> values;
    for (std::string word; words >> word;) {
        bool shape = false;
        for (const CurveShape s : {CurveShape::Straight, CurveShape::Smooth, CurveShape::Line})
            if (word == shapeId(s)) {
                out.shape = s;
                shape = true;
            }
        if (!shape) values.push_back(word);
    }
    const auto value = [&](const std::string& typed, Amount::Kind kind) {
        return readCurveValue(setup, path, typed, kind, kind == Amount::Kind::Value ? info.min : -100.0,
                              kind == Amount::Kind::Value ? info.max : 100.0);
    };
    if (out.shape == CurveShape::Line && values.size() > 2) {
        out.offsetPct = value(values.back(), Amount::Kind::Difference);
        values.pop_back();
    }
    const bool placed = std::any_of(values.begin(), values.end(), [](const std::string& v) { return v.find(':') != std::string::npos; });
    if (!placed && values.size() != wanted.points.size())
        throw InputError(path,
                         fmt::format("{} values were read; the curve has {} points, low stick first", values.size(), wanted.points.size()));
    if (placed) out.points.assign(values.size(), {});
    for (std::size_t i = 0; i < values.size(); ++i) {
        const std::size_t colon = values[i].find(':');
        if (placed && colon == std::string::npos) throw InputError(path, fmt::format("\"{}\" is not place:value", values[i]));
        if (placed) out.points[i].x = value(values[i].substr(0, colon), Amount::Kind::Difference);
        out.points[i].y = value(placed ? values[i].substr(colon + 1) : values[i], Amount::Kind::Value);
    }
    return out;
}

bool isTyped(const Setup& setup, const std::string& path) { return typingOf(setup, path).topic != nullptr; }

InBox standing(const Setup& setup, const std::string& path, InBoxBy by, const std::string& at) {
    const auto field = readField(setup, path);
    const std::optional<FieldValue> held = heldValue(setup, path);
    return {boxShows(setup, path), held ? *held : field->value, by, at, setup.change};
}

}  // namespace

std::string boxShows(const Setup& setup, std::string_view path, const FieldValue& value) {
    if (const Curve* curve = std::get_if<Curve>(&value)) return curveShows(setup, path, *curve);
    if (const double* number = std::get_if<double>(&value)) return render(showBare(setup, path, heldNumber(setup, path, *number).value));
    return render(showBare(setup, path, value));
}

Message boxReads(const Setup& setup, std::string_view path, const FieldValue& value) {
    if (std::holds_alternative<Curve>(value)) return show(setup, path, value);
    if (const double* number = std::get_if<double>(&value)) return showBare(setup, path, heldNumber(setup, path, *number).value);
    return showBare(setup, path, value);
}

std::string boxShows(const Setup& setup, std::string_view path) {
    const auto field = readField(setup, path);
    return field ? boxShows(setup, path, field->value) : std::string();
}

const InBox* inBoxOf(const Setup& setup, const std::string& path) {
    if (setup.carried->empty()) return nullptr;
    auto at = setup.carried->find(path);
    if (at == setup.carried->end()) at = setup.carried->find(wholeBox(fieldHome(path).box));
    return at == setup.carried->end() ? nullptr : &at->second;
}

std::optional<FieldValue> standsIn(const Setup& setup, const std::string& path) {
    const InBox* is = inBoxOf(setup, path);
    if (is == nullptr || is->by == InBoxBy::Unknown) return std::nullopt;
    if (std::holds_alternative<double>(is->value)) {
        try {
            return read(setup, path, is->shown);  // the scale may have been corrected since
        } catch (const InputError&) {
        }
    }
    return is->value;
}

InBoxMark inBoxMark(const Setup& setup, const std::string& path) {
    const InBox* is = inBoxOf(setup, path);
    if (is == nullptr) return InBoxMark::Never;
    if (is->by == InBoxBy::Unknown) return InBoxMark::NotKnown;
    if (is->by == InBoxBy::Lent) return InBoxMark::Lent;
    if (is->shown == boxShows(setup, path)) return InBoxMark::There;
    if (is->by != InBoxBy::Read) return InBoxMark::Changed;
    const auto wanted = setup.standings.find(path);
    return wanted != setup.standings.end() && wanted->second.change > is->change ? InBoxMark::Changed : InBoxMark::Differs;
}

bool knownOtherwise(const Setup& setup, const std::string& path, int seenAt) {
    const InBox* is = inBoxOf(setup, path);
    if (is == nullptr || is->by == InBoxBy::Typed || is->by == InBoxBy::Seen) return false;
    if (is->by == InBoxBy::Unknown) return is->change > seenAt;
    return inBoxMark(setup, path) != InBoxMark::There;
}

std::vector<std::string> settingsIn(const Setup& setup, Box box) {
    std::vector<std::string> out;
    for (std::string& path : allPaths(setup))
        if (fieldHome(path).box == box && isTyped(setup, path)) out.push_back(std::move(path));
    return out;
}

Setup asInBoxes(const Setup& setup, std::optional<Box> box) {
    Setup out = setup;
    for (const auto& [path, is] : *setup.carried) {
        if (!readField(out, path) || (box && fieldHome(path).box != *box)) continue;
        const std::optional<FieldValue> value = standsIn(setup, path);
        if (!value) continue;
        try {
            writeField(out, path, *value);
        } catch (const InputError&) {  // what the box holds is no value of the field any more: it is told as a difference
        }
    }
    return out;
}

InBoxes withStanding(const Setup& setup, const std::vector<std::string>& paths, InBoxBy by, const std::string& at) {
    InBoxes out = *setup.carried;
    for (const std::string& path : paths)
        if (readField(setup, path) && isTyped(setup, path)) out[path] = standing(setup, path, by, at);
    return out;
}

InBoxes withReadBack(const Setup& setup, const std::string& path, const std::string& text, const std::string& at, InBoxBy by) {
    const auto field = readField(setup, path);
    if (!field || !isTyped(setup, path)) throw InputError(path, "is not typed into a box");
    const Curve* wanted = std::get_if<Curve>(&field->value);
    const FieldValue value = wanted != nullptr ? FieldValue(curveRead(setup, path, field->info, *wanted, text)) : read(setup, path, text);
    if (const double* number = std::get_if<double>(&value)) {
        const HeldNumber held = heldNumber(setup, path, *number);
        if (!held.exact())
            throw InputError(path, fmt::format("{} is not possible: its box {}, the nearest it shows is {}", text,
                                               held.beyond ? "goes not so far" : "has no such step", boxShows(setup, path, held.value)));
    }
    InBoxes out = *setup.carried;
    out[path] = {boxShows(setup, path, value), value, by, at, setup.change};
    return out;
}

InBoxes withUnknown(const Setup& setup, Box box, const std::string& at) {
    InBoxes out = *setup.carried;
    std::erase_if(out, [&](const auto& one) { return fieldHome(one.first).box == box && readField(setup, one.first); });
    out[wholeBox(box)] = {{}, {}, InBoxBy::Unknown, at, setup.change + 1};
    return out;
}

const std::string& profileIdOf(const Setup& setup, Box box) {
    return box == Box::Transmitter  ? setup.transmitter.profile->id
           : box == Box::Controller ? setup.controller.profile->id
                                    : setup.speedController.profile->id;
}

InBoxes recordsOf(const Setup& setup, Box box) {
    InBoxes out;
    for (const auto& [path, is] : *setup.carried)
        if (path == wholeBox(box) || (readField(setup, path) && fieldHome(path).box == box)) out.emplace(path, is);
    return out;
}

Shared<InBoxes> knownAfterMove(const Setup& before, const Setup& after) {
    Shared<InBoxes> out = before.carried;
    if (out->empty()) return out;
    for (const Box box : {Box::Transmitter, Box::Controller, Box::SpeedController}) {
        if (profileIdOf(before, box) == profileIdOf(after, box)) continue;
        for (const auto& [path, is] : recordsOf(before, box)) out.edit().erase(path);
    }
    return out;
}

}  // namespace kh
