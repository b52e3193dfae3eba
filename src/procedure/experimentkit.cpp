// SPDX-License-Identifier: GPL-3.0-or-later
#include "procedure/experimentkit.h"

#include "base/error.h"
#include "model/amounts.h"
#include "model/monitor.h"
#include "model/names.h"
#include "model/questions.h"

#include <fmt/format.h>
#include <algorithm>
#include <cmath>

namespace kh {

namespace {

constexpr double kSlackPct = 0.05;
constexpr const char* kPutBack = KH_TR("Put back what was changed: {what}.");

}  // namespace

ExperimentStep setStep(Box box, Message todo) { return {Step{"", box, std::move(todo)}}; }
ExperimentStep onMonitorStep(const char* name, Message what) {
    Step step = readStep(name, std::move(what), "%");
    step.box = Box::Controller;
    return {std::move(step)};
}
ExperimentStep numberStep(Box box, const char* name, Message what, const char* unit) {
    Step step = readStep(name, std::move(what), unit);
    step.box = box;
    return {std::move(step)};
}
ExperimentStep wordStep(Box box, const char* name, Message what, std::vector<Message> words) {
    Step step = readStep(name, std::move(what), "");
    step.box = box;
    return {std::move(step), std::move(words)};
}
ExperimentStep putBack(Box box, const Message& what) { return setStep(box, say(kPutBack, {{"what", what}})); }

ChannelSettings neutralChannel(const char* id) {
    ChannelSettings ch;
    ch.id = id;
    return ch;
}
double tolerancePct(const Setup& s) {
    return monitorStepPct(s.controller.profile) / 2.0 + s.transmitter.profile->resolutionUs / s.controller.profile->usPerPct + kSlackPct;
}
double shownPct(const Setup& s, const char* function, double shown) { return readOffMonitor(s.controller.profile, function, shown); }

bool isOpen(const Setup& s, Box box, std::string_view key) { return openFact(s, profilePath(box, key)).has_value(); }
double sentPct(const Setup& s, double readingPct, bool learned) {
    const double share = s.controller.profile->usPerPct / s.transmitter.profile->usPerPct;
    const double apart =
        learned && s.controller.profile->learnsCentre ? 0.0 : s.controller.profile->centreUs - s.transmitter.profile->centreUs;
    return readingPct * share + apart / s.transmitter.profile->usPerPct;
}
void requireScale(const Setup& s, Box box) {
    const Box other = box == Box::Transmitter ? Box::Controller : Box::Transmitter;
    for (const char* key : {"usPerPct", "centreUs"})
        if (isOpen(s, box, key) && !isOpen(s, other, key))  // where neither is known their ratio is all there is, and what fits decides
            throw InputError("readings", "rest on the scale of the pulse, which is not known yet: read both ends first");
}

FactRead readUnder(const Setup& s, std::initializer_list<const char*> under) {
    FactRead read;
    for (const char* path : under) read.under.emplace_back(path, render(show(s, path)));
    return read;
}
std::string shownText(const Setup& s, const char* function, double pct) { return render(onMonitor(s.controller.profile, function, pct)); }

std::vector<Decided> byTrying(const Setup& s, const std::vector<const char*>& keys, BoxKind kind, const std::vector<Posed>& posed,
                              double extraPct) {
    const std::string root = boxRoot(s, kind);
    std::vector<std::vector<std::string>> words;
    words.reserve(keys.size());
    for (const char* key : keys) words.push_back(anythingOf(*questionOf(boxOf(kind), key)).words);
    std::vector<std::vector<std::string>> left(keys.size());
    std::size_t combinations = 1;
    for (const auto& w : words) combinations *= w.size();
    double worstFit = 0.0;
    for (std::size_t c = 0; c < combinations; ++c) {
        Setup tried = s;
        std::vector<std::string> chosen;
        std::size_t rest = c;
        for (std::size_t k = 0; k < keys.size(); ++k) {
            chosen.push_back(words[k][rest % words[k].size()]);
            rest /= words[k].size();
            const std::string path = root + keys[k];
            const bool flag = readField(tried, path)->info.kind == FieldKind::Flag;
            writeField(tried, path, flag ? FieldValue(chosen.back() == "true") : FieldValue(chosen.back()));
        }
        double off = 0.0;
        for (const Posed& p : posed) off = std::max(off, std::abs(readsPct(tried, p.channel, p.valuePct) - p.readPct));
        if (off > tolerancePct(s) + extraPct) continue;
        worstFit = std::max(worstFit, off);
        for (std::size_t k = 0; k < keys.size(); ++k)
            if (std::find(left[k].begin(), left[k].end(), chosen[k]) == left[k].end()) left[k].push_back(chosen[k]);
    }
    if (left.front().empty()) throw InputError("readings", "no box can show these together: set everything anew and read once more");
    std::vector<Decided> out;
    for (std::size_t k = 0; k < keys.size(); ++k) {
        if (left[k].size() == words[k].size() && words[k].size() > 1) continue;  // says nothing of it
        FactRead read = readUnder(s, {"controller.profile.id"});
        read.words = left[k];
        std::vector<Message> says;
        const std::string path = root + keys[k];
        const bool flag = readField(s, path)->info.kind == FieldKind::Flag;
        for (const std::string& w : left[k]) says.push_back(show(s, path, flag ? FieldValue(w == "true") : FieldValue(w)));
        out.push_back({boxQuestion(kind, keys[k]), std::move(read),
                       say(KH_TR("{field}: {words}. Computed of it, every reading is met within {off} %."),
                           {{"field", fieldTitle(s, path)}, {"words", says}, {"off", num(worstFit, 2)}})});
    }
    return out;
}

}  // namespace kh
