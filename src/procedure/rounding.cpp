// SPDX-License-Identifier: GPL-3.0-or-later
#include "procedure/rounding.h"

#include "base/error.h"
#include "model/amounts.h"
#include "model/boxsettings.h"
#include "model/conditiontext.h"
#include "model/names.h"
#include "model/topics.h"
#include "procedure/move.h"

#include <algorithm>
#include <iterator>
#include <memory>

namespace kh {

namespace {

constexpr double kToldShare = 0.0005;  ///< of an output's range

/// A value as it is wanted, finer than its box writes it.
Message wantedText(const Setup& setup, std::string_view path, const FieldValue& value) {
    const double* v = std::get_if<double>(&value);
    if (v == nullptr) return show(setup, path, value);
    Scale finer = *scaleOf(setup, path);
    finer.decimals = std::max(finer.decimals + 1, 2);
    finer.step = 0.0;
    return say(KH_TR("{v}"), {{"v", Amount{*v, std::make_shared<const Scale>(std::move(finer))}}});
}

/// What differs most at the machine once the box's value stands in place of the wanted one.
Message leftBy(const Setup& setup, std::string_view path, const FieldValue& held) {
    Setup there = setup;
    writeField(there, path, held);
    try {
        const auto differs = machineDifferences(setup, there, {}, kToldShare);
        if (!differs.empty()) return differs.front().text();
    } catch (const InputError&) {
        return say(KH_TR("what that leaves at the machine cannot be told"));
    }
    return say(KH_TR("nothing that could be seen at the machine"));
}

}  // namespace

std::optional<Rounding> roundingOf(const Setup& setup, std::string_view path) {
    if (typingOf(setup, path).topic == nullptr) return std::nullopt;
    const auto held = heldValue(setup, path);
    if (!held) return std::nullopt;
    const auto field = readField(setup, path);
    return Rounding{std::string(path), *held,
                    say(KH_TR("{what}: {a} wanted, {b} stands in {box}"), {{"what", fieldTitle(setup, path)},
                                                                           {"a", wantedText(setup, path, field->value)},
                                                                           {"b", show(setup, path, *held)},
                                                                           {"box", boxName(setup, field->info.home.box)}}),
                    leftBy(setup, path, *held)};
}

std::vector<Rounding> roundings(const Setup& setup) {
    std::vector<Rounding> out;
    for (const std::string& path : allPaths(setup))
        if (auto r = roundingOf(setup, path)) out.push_back(std::move(*r));
    return out;
}

std::vector<Message> boxLines(const Setup& setup, std::string_view path) {
    std::vector<Message> out;
    if (const BoxSetting* s = settingOf(setup, path)) {
        const Box box = fieldHome(path).box;
        std::vector<Message> words = settingWords(setup, box, *s);
        if (!words.empty()) out.push_back(say(KH_TR("{box}: {list}"), {{"box", boxName(setup, box)}, {"list", words}}));
    }
    if (const auto field = readField(setup, path))
        if (const Condition* when = std::get_if<Condition>(&field->value))
            if (const auto places = placeWords(setup.transmitter, *when); !places.empty())
                out.push_back(say(KH_TR("{list}"), {{"list", places}}));
    if (const auto r = roundingOf(setup, path)) {
        out.push_back(r->text);
        out.push_back(say(KH_TR("left by that: {what}"), {{"what", r->leaves}}));
    }
    return out;
}

}  // namespace kh
