// SPDX-License-Identifier: GPL-3.0-or-later
#include "session/helicopter/newmodeldraft.h"

#include "base/error.h"
#include "model/helicopter/sizeclass.h"
#include "procedure/ledger.h"
#include "session/told.h"

#include <algorithm>

namespace kh::session {

NewModelDraft::NewModelDraft(io::Library library, const StationSet& stations, std::string stamp)
    : library_(std::move(library)), stations_(stations), stamp_(std::move(stamp)) {
    answers_.boxes = io::plainBoxes(library_);
    for (const SizeClass& c : sizeClasses()) {
        NewModelAnswers one = answers_;
        one.sizeClass = c.id;
        sizes_.push_back(newModel(one).machine);
    }
    std::stable_sort(sizes_.begin(), sizes_.end(), [](const Machine& a, const Machine& b) {
        return a.power.kind != b.power.kind ? a.power.kind == PowerKind::Electric : helicopter(a).rotor.discM < helicopter(b).rotor.discM;
    });
    answer(answers_);
}

void NewModelDraft::answer(NewModelAnswers answers) {
    answers_ = std::move(answers);
    try {
        setup_ = newModel(answers_, stamp_);
        toBeSet_ = stillToBeSet(setup_, ledger(setup_, evaluate(setup_, stations_), nullptr, stations_));
        refusal_.clear();
    } catch (const InputError& e) {
        refusal_ = told(setup_, e);
    }
}

bool NewModelDraft::controllerKnows(const std::string& layout) const {
    const auto& known = answers_.boxes.controller.layouts;
    return std::find(known.begin(), known.end(), layout) != known.end();
}

}  // namespace kh::session
