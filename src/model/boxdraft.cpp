// SPDX-License-Identifier: GPL-3.0-or-later
#include "model/boxdraft.h"

#include "base/error.h"
#include "base/typed.h"
#include "model/accepted.h"
#include "model/amounts.h"
#include "model/answered.h"
#include "model/boxtables.h"
#include "model/fieldtable.h"
#include "model/names.h"
#include "model/questions.h"

#include <fmt/format.h>
#include <algorithm>
#include <cmath>

namespace kh {

namespace {

BoxAnswer& putAnswer(BoxDraft& draft, std::string_view key, AnswerState state) {
    auto found = std::find_if(draft.answers.begin(), draft.answers.end(), [&](const BoxAnswer& a) { return a.key == key; });
    if (found == draft.answers.end()) found = draft.answers.insert(draft.answers.end(), {std::string(key)});
    found->state = state;
    return *found;
}

const UnknownFact* openIn(const AnyBox& box, std::string_view key) {
    const auto* open = unknownOf(box);
    if (open == nullptr) return nullptr;
    const auto found = std::find_if(open->begin(), open->end(), [&](const UnknownFact& f) { return f.key == key; });
    return found == open->end() ? nullptr : &*found;
}

/// The box holds what it says to its description, and to itself.
void requireWhole(const AnyBox& box) {
    std::visit([](const auto& p) { requireDescribed(p); }, box);
    requireConsistent(box);
}

/// The question whose field a refusal names; the name of the box for one that names none.
const BoxQuestion* questionNamed(BoxKind kind, std::string_view field) {
    if (field.starts_with("unknown.")) field.remove_prefix(std::string_view("unknown.").size());
    const BoxQuestion* best = nullptr;
    for (const BoxQuestion* q : boxQuestions(kind)) {
        const std::string_view key = q->key;
        if (field == key) return q;
        if (field.starts_with(key) && field.size() > key.size() && field[key.size()] == '.') best = q;
        if (best == nullptr && key.starts_with(field) && key.size() > field.size() && key[field.size()] == '.') best = q;
    }
    return best != nullptr ? best : boxQuestion(kind, "name");
}

std::string wordHeld(const FieldValue& value) {
    if (const bool* flag = std::get_if<bool>(&value)) return *flag ? "true" : "false";
    const auto* word = std::get_if<std::string>(&value);
    return word == nullptr ? std::string() : *word;
}

bool fitsRead(const FactRead& read, const FieldValue& value) {
    if (const double* v = std::get_if<double>(&value))
        return read.numbers.size() != 2 || (*v >= read.numbers[0] - 1e-9 && *v <= read.numbers[1] + 1e-9);
    const std::string word = wordHeld(value);
    return read.words.empty() || word.empty() || std::find(read.words.begin(), read.words.end(), word) != read.words.end();
}

}  // namespace

BoxDraft beginDraft(const AnyBox& from, const std::string& name) {
    const std::string id = idFromName(name);
    if (id.empty()) throw InputError("name", fmt::format("\"{}\" has no letter and no digit that its file can be called by", name));
    BoxDraft draft{renamed(from, id, name), {}, {}};
    for (const Question& q : questions())
        if (q.box == boxOf(kindOf(from)) && boxQuestion(kindOf(from), q.key) != nullptr && kindOf(from) < BoxKind::Servo)
            draft.box = answered(draft.box, q.key, kNotKnown);
    putAnswer(draft, "name", AnswerState::Answered);
    return draft;
}

BoxDraft draftOf(const AnyBox& box) {
    BoxDraft draft{box, {}, {}, true};
    for (const BoxQuestion* q : boxQuestions(kindOf(box)))
        putAnswer(draft, q->key, openIn(box, q->key) == nullptr ? AnswerState::Answered : AnswerState::NotKnown);
    return draft;
}

const BoxAnswer* answerOf(const BoxDraft& draft, std::string_view key) {
    const auto found = std::find_if(draft.answers.begin(), draft.answers.end(), [&](const BoxAnswer& a) { return a.key == key; });
    return found == draft.answers.end() ? nullptr : &*found;
}

Answered answeredOf(const BoxDraft& draft, bool firstOnly) {
    Answered out;
    for (const BoxQuestion* q : boxQuestions(kindOf(draft.box))) {
        if (firstOnly && !q->first) continue;
        ++out.asked;
        const BoxAnswer* a = answerOf(draft, q->key);
        if (a != nullptr && a->state != AnswerState::NotKnown) ++out.answered;
    }
    return out;
}

const BoxQuestion* nextQuestion(const BoxDraft& draft, std::string_view after) {
    const std::vector<const BoxQuestion*> all = boxQuestions(kindOf(draft.box));
    std::size_t from = 0;
    while (from < all.size() && all[from]->key != after) ++from;
    for (const bool first : {true, false})
        for (std::size_t i = 1; i <= all.size(); ++i) {
            const BoxQuestion* q = all[(from + i) % all.size()];
            if (q->first == first && answerOf(draft, q->key) == nullptr) return q;
        }
    return nullptr;
}

BoxDraft withAnswer(BoxDraft draft, const BoxQuestion& question, const std::string& text) {
    if (text == kNotKnown) return withNotKnown(std::move(draft), question);
    if (std::string_view(question.key) == "name") {
        if (idFromName(text).empty())
            throw InputError("name", fmt::format("\"{}\" has no letter and no digit that its file can be called by", text));
    }
    draft.box = answered(draft.box, question.key, text);
    putAnswer(draft, question.key, AnswerState::Answered);
    return draft;
}

BoxDraft withAnswerWords(BoxDraft draft, const BoxQuestion& question, const std::vector<std::string>& words) {
    Setup s = holding(draft.box);
    writeField(s, boxRoot(s, question.kind) + question.key, words);
    draft.box = boxIn(s, question.kind);
    putAnswer(draft, question.key, AnswerState::Answered);
    return draft;
}

BoxDraft withAnswerBox(BoxDraft draft, const BoxQuestion& question, AnyBox box) {
    draft.box = std::move(box);
    putAnswer(draft, question.key, AnswerState::Answered);
    return draft;
}

BoxDraft withNotKnown(BoxDraft draft, const BoxQuestion& question) {
    if (questionOf(boxOf(question.kind), question.key) != nullptr) {
        draft.box = answered(draft.box, question.key, kNotKnown);
    } else {
        const Setup s = holding(draft.box);
        const auto field = readField(s, boxRoot(s, question.kind) + question.key);
        if (field && field->info.mayBeUnknown) draft.box = answered(draft.box, question.key, "");
    }
    putAnswer(draft, question.key, AnswerState::NotKnown);
    return draft;
}

BoxDraft withMeasured(BoxDraft draft, const BoxQuestion& question, const FactRead& read) {
    const Setup s = holding(draft.box);
    const std::string path = boxRoot(s, question.kind) + question.key;
    const auto info = readField(s, path)->info;
    if (read.list) {
        draft.box = answered(draft.box, question.key, *read.list);
    } else if (read.words.size() == 1) {
        const bool on = read.words.front() == "true";
        draft.box = answered(draft.box, question.key,
                             info.kind == FieldKind::Flag ? (on ? info.flagWords.on : info.flagWords.off) : read.words.front());
    } else if (read.words.size() > 1) {  // some of them are left
        draft.box = answeredOneOf(draft.box, question.key, read.words);
    } else if (read.interval) {
        draft.box = answered(draft.box, question.key, fmt::format("{} … {}", read.numbers.at(0), read.numbers.at(1)));
    } else if (read.numbers.size() == 2) {
        // as fine as its own writing, and within what was read
        const double middle = (read.numbers[0] + read.numbers[1]) / 2.0;
        const double grid = std::pow(10.0, info.decimals);
        const double rounded = std::round(middle * grid) / grid;
        const double value = rounded >= read.numbers[0] && rounded <= read.numbers[1] ? rounded : middle;
        draft.box = answered(draft.box, question.key, fmt::format("{}", value));
    }
    putAnswer(draft, question.key, AnswerState::Measured).read = read;
    return draft;
}

Message factTitle(BoxKind kind, std::string_view key) {
    const Setup any;
    const std::string path = boxRoot(any, kind) + std::string(key);
    return kind == BoxKind::Servo ? fieldBrief(any, path) : fieldTitle(any, path);
}

std::vector<std::string> wordsOf(const AnyBox& box, const BoxQuestion& question) {
    const Setup s = holding(box);
    const auto field = readField(s, boxRoot(s, question.kind) + question.key);
    const auto* names = field ? std::get_if<std::vector<std::string>>(&field->value) : nullptr;
    return names == nullptr ? std::vector<std::string>() : *names;
}

Message shownAnswer(const BoxDraft& draft, const BoxQuestion& question) {
    if (answerKind(question) == AnswerKind::Table) {
        const std::size_t rows = boxTable(draft.box, question.key).rows.size();
        return rows == 0 ? say(KH_TR("none")) : say(KH_TR("{n} rows"), {{"n", num(static_cast<double>(rows))}});
    }
    const Setup s = holding(draft.box);
    return show(s, boxRoot(s, question.kind) + question.key);
}

Message typedAnswer(const AnyBox& box, const BoxQuestion& question) {
    const Setup s = holding(box);
    const std::string path = boxRoot(s, question.kind) + question.key;
    const auto field = readField(s, path);
    if (!field || std::holds_alternative<std::monostate>(field->value)) return say("{v}", {{"v", std::string()}});
    const auto listed = [](const auto& values, auto text) {
        std::string out;
        for (const auto& v : values) out += (out.empty() ? "" : ", ") + text(v);
        return say("{v}", {{"v", out}});
    };
    if (const auto* names = std::get_if<std::vector<std::string>>(&field->value))
        return listed(*names, [](const std::string& n) { return n; });
    if (const auto* numbers = std::get_if<std::vector<double>>(&field->value)) return listed(*numbers, plainNumber);
    if (const auto* text = std::get_if<std::string>(&field->value)) return say("{v}", {{"v", *text}});
    if (const auto* value = std::get_if<double>(&field->value)) return say("{v}", {{"v", plainNumber(*value)}});
    return showBare(s, path, field->value);
}

std::optional<Message> shownInterval(const AnyBox& box, const BoxQuestion& question) {
    const UnknownFact* open = openIn(box, question.key);
    if (open == nullptr) return std::nullopt;
    const Setup s = holding(box);
    const std::string path = boxRoot(s, question.kind) + question.key;
    if (open->numbers.size() == 2)
        return say(KH_TR("{a} … {b}"), {{"a", kh::amount(s, path, open->numbers[0])}, {"b", kh::amount(s, path, open->numbers[1])}});
    std::vector<Message> words;
    const bool flag = readField(s, path)->info.kind == FieldKind::Flag;
    for (const std::string& w : open->words) words.push_back(show(s, path, flag ? FieldValue(w == "true") : FieldValue(w)));
    return say(KH_TR("{list}"), {{"list", words}});
}

std::optional<Contradiction> contradictionOf(const BoxDraft& draft) {
    const BoxKind kind = kindOf(draft.box);
    try {
        requireWhole(draft.box);
    } catch (const InputError& e) {
        const BoxQuestion* q = questionNamed(kind, e.field());
        const Setup s = holding(draft.box);
        return Contradiction{q, say(KH_TR("{field}: {problem}"), {{"field", factTitle(kind, e.field())}, {"problem", e.problem()}})};
    }
    const Setup s = holding(draft.box);
    for (const BoxAnswer& a : draft.answers) {
        if (!a.read || a.state == AnswerState::NotKnown) continue;
        const std::string path = boxRoot(s, kind) + a.key;
        const auto field = readField(s, path);
        const BoxQuestion* q = boxQuestion(kind, a.key);
        if (q == nullptr || !field || fitsRead(*a.read, field->value)) continue;
        return Contradiction{
            q, a.read->readings.empty()
                   ? say(KH_TR("{field}: {v} was answered, and something else was seen: try it again, or take what was seen."),
                         {{"field", factTitle(kind, a.key)}, {"v", show(s, path)}})
                   : say(KH_TR("{field}: {v} was answered, and {r} was read: measure it again, or take what was read."),
                         {{"field", factTitle(kind, a.key)}, {"v", show(s, path)}, {"r", a.read->readings}})};
    }
    return std::nullopt;
}

bool isStale(const BoxDraft& draft, const BoxAnswer& answer, const Setup& other) {
    if (!answer.read) return false;
    const Setup s = holding(draft.box, other);
    for (const auto& [path, was] : answer.read->under)
        if (path.ends_with(".id") && readField(s, path) && render(show(s, path)) != was) return false;  // read with another box than that
    for (const auto& [path, was] : answer.read->under)
        if (readField(s, path) && render(show(s, path)) != was) return true;
    return false;
}

}  // namespace kh
