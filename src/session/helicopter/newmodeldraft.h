// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "io/library.h"
#include "model/helicopter/newmodel.h"
#include "procedure/registry.h"
#include "procedure/tobeset.h"

#include <QString>

namespace kh::session {

/// A model that is being asked for: the answers so far, and what they make.
class NewModelDraft {
public:
    /// @throws io::FileError if a kind of box is not installed at all
    NewModelDraft(io::Library library, const StationSet& stations, std::string stamp);

    [[nodiscard]] const NewModelAnswers& answers() const { return answers_; }
    [[nodiscard]] const io::Library& library() const { return library_; }
    /// Other answers; what they make follows at once.
    void answer(NewModelAnswers answers);
    /// The model as answered; the last one that could be made while refusal() says why this one cannot.
    [[nodiscard]] const Setup& setup() const { return setup_; }
    [[nodiscard]] const std::vector<ToBeSet>& toBeSet() const { return toBeSet_; }
    [[nodiscard]] const QString& refusal() const { return refusal_; }
    /// One machine of each size class, smallest disc first.
    [[nodiscard]] const std::vector<Machine>& sizes() const { return sizes_; }
    /// Whether the chosen controller has a word for that layout.
    [[nodiscard]] bool controllerKnows(const std::string& layout) const;

private:
    io::Library library_;  ///< as it was when the page was opened
    const StationSet& stations_;
    std::string stamp_;
    NewModelAnswers answers_;
    Setup setup_;
    std::vector<ToBeSet> toBeSet_;
    QString refusal_;
    std::vector<Machine> sizes_;
};

}  // namespace kh::session
