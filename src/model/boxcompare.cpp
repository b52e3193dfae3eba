// SPDX-License-Identifier: GPL-3.0-or-later
#include "model/boxcompare.h"

#include "model/access.h"
#include "model/amounts.h"
#include "model/boxdraft.h"
#include "model/boxtables.h"
#include "model/names.h"

#include <algorithm>
#include <utility>

namespace kh {

namespace {

/// Rows of a table by their first cell, each with what else stands in it.
std::vector<std::pair<std::string, Message>> rowsOf(const AnyBox& box, std::string_view key) {
    std::vector<std::pair<std::string, Message>> out;
    const BoxTable table = boxTable(box, key);
    for (const std::vector<Message>& row : table.rows) {
        std::vector<Message> rest;
        for (std::size_t i = 1; i < row.size(); ++i)
            if (!render(row[i]).empty())
                rest.push_back(say(KH_TR("{column} {value}"), {{"column", table.columns[i].title}, {"value", row[i]}}));
        out.emplace_back(render(row.front()), rest.empty() ? say(KH_TR("there")) : say("{list}", {{"list", rest}}));
    }
    return out;
}
const Message* rowNamed(const std::vector<std::pair<std::string, Message>>& rows, const std::string& name) {
    for (const auto& row : rows)
        if (row.first == name) return &row.second;
    return nullptr;
}
Message inOrderOf(const std::vector<std::pair<std::string, Message>>& rows) {
    std::string out;
    for (const auto& row : rows) out += (out.empty() ? "" : ", ") + row.first;
    return say("{v}", {{"v", out}});
}

}  // namespace

std::vector<BoxDifference> differences(const AnyBox& one, const AnyBox& other) {
    if (kindOf(one) != kindOf(other)) return {};
    const Setup a = holding(one), b = holding(other);
    const std::string root = boxRoot(a, kindOf(one));
    const Message none = say("–");
    std::vector<BoxDifference> out;
    for (const BoxQuestion* q : boxQuestions(kindOf(one))) {
        if (std::string_view(q->key) == "name") continue;  // they are called by it
        const Message title = factTitle(q->kind, q->key);
        if (answerKind(*q) == AnswerKind::Table) {
            const auto x = rowsOf(one, q->key), y = rowsOf(other, q->key);
            std::vector<std::string> names;
            for (const auto* rows : {&x, &y})
                for (const auto& row : *rows)
                    if (std::find(names.begin(), names.end(), row.first) == names.end()) names.push_back(row.first);
            for (const std::string& name : names) {
                const Message *inX = rowNamed(x, name), *inY = rowNamed(y, name);
                if (inX != nullptr && inY != nullptr && render(*inX) == render(*inY)) continue;
                out.push_back({q->key, say(KH_TR("{table}: {row}"), {{"table", title}, {"row", name}}), inX == nullptr ? none : *inX,
                               inY == nullptr ? none : *inY});
            }
            if (names.size() == x.size() && x.size() == y.size() &&
                !std::equal(x.begin(), x.end(), y.begin(), [](const auto& r, const auto& t) { return r.first == t.first; }))
                out.push_back({q->key, title, inOrderOf(x), inOrderOf(y)});  // the same in another order
            continue;
        }
        const auto openX = shownInterval(one, *q), openY = shownInterval(other, *q);
        const Message is = openX ? say(KH_TR("not known, {v}"), {{"v", *openX}}) : kh::show(a, root + q->key);
        const Message then = openY ? say(KH_TR("not known, {v}"), {{"v", *openY}}) : kh::show(b, root + q->key);
        if (render(is) != render(then)) out.push_back({q->key, title, is, then});
    }
    return out;
}

Setup withBox(Setup setup, const AnyBox& box) {
    const auto put = [&](auto& fitted, const auto* own) {
        if (own != nullptr && fitted->id == own->id) fitted = *own;
    };
    put(setup.transmitter.profile, std::get_if<TransmitterProfile>(&box));
    put(setup.controller.profile, std::get_if<ControllerProfile>(&box));
    put(setup.speedController.profile, std::get_if<SpeedControllerProfile>(&box));
    put(setup.machine.receiver, std::get_if<ReceiverProfile>(&box));
    setup.machine.aircraft.facts().eachServo(
        [&](const ServoPlace&, Shared<ServoProfile>& fitted) { put(fitted, std::get_if<ServoProfile>(&box)); });
    return setup;
}

std::optional<AnyBox> copyIn(const Setup& setup, const AnyBox& box) {
    if (kindOf(box) != BoxKind::Servo) {
        AnyBox copy = boxIn(setup, kindOf(box));
        return idOf(copy) == idOf(box) ? std::optional(std::move(copy)) : std::nullopt;
    }
    for (const FittedServo& fitted : fittedServos(setup.machine))
        if (fitted.servo->id == idOf(box)) return AnyBox(*fitted.servo);
    return std::nullopt;
}

}  // namespace kh
