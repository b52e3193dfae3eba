// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "app/boxes/boxtablemodel.h"
#include "model/boxdraft.h"
#include "procedure/experiments.h"
#include "session/guards.h"

#include <QLabel>
#include <QListWidget>
#include <QScrollArea>
#include <QTableView>
#include <QVBoxLayout>
#include <functional>
#include <vector>

class QLineEdit;

namespace kh::app {

/// What the pane is shown and may ask for. It changes nothing itself.
struct QuestionDesk {
    std::function<const BoxDraft&()> draft;
    std::function<Setup()> bench;  ///< a document with this box and those it is tried with
    /// The next state of the description; `goOn`: to the question after it. @return whether it was taken
    std::function<bool(BoxDraft next, bool goOn)> take;
    std::function<std::vector<Message>(const BoxQuestion&)> decides;  ///< what each answer would change in the model
    session::Guards& guards;
    std::function<void(int by)> step;  ///< to the question before or after
};

/// One question of a box: what is asked, how the answer is found at the box, the answer, and what rests on it.
class QuestionPane final : public QScrollArea {
    Q_OBJECT
public:
    explicit QuestionPane(QuestionDesk desk, QWidget* parent = nullptr);
    void show(const BoxQuestion& question);
    /// The same question with what stands there now.
    void renew();
    [[nodiscard]] const BoxQuestion* question() const { return question_; }
    /// Where an answer is given.
    void focusAnswer();
    /// Takes what stands in the field, and goes on. @return false where it was refused
    bool takeAnswer();
    void sayNotKnown();
    /// The experiment that decides the question is shown, or put away.
    void toggleExperiment();
    [[nodiscard]] bool experimenting() const { return experimenting_; }
    /// Two boxes beside each other, in place of the question.
    void compare(const AnyBox& one, const AnyBox& other);

protected:
    bool eventFilter(QObject* watched, QEvent* event) override;
    void resizeEvent(QResizeEvent* event) override;

private:
    void build();
    void addHow();
    void addAnswer();
    void addExperiment(const BoxExperiment& experiment);
    void addWhy();
    void addInstruction(kh::Box box, const QString& name, const QString& text);
    void putPage(QWidget* page);
    void refuse(const QString& text);
    void decideNow();
    /// The words that are ticked, or all in their order, as they stand in the list.
    [[nodiscard]] std::vector<std::string> wordsShown() const;
    void pick(int by);
    [[nodiscard]] QString boxTitle(kh::Box box) const;

    QuestionDesk desk_;
    const BoxQuestion* question_ = nullptr;
    bool experimenting_ = false;
    QString decided_;  ///< what the readings decided just now
    QVBoxLayout* column_ = nullptr;
    QLabel* refusal_ = nullptr;
    QLineEdit* line_ = nullptr;
    QListWidget* words_ = nullptr;
    QTableView* table_ = nullptr;
    BoxTableModel model_;
    std::vector<QWidget*> picks_;
    std::vector<QWidget*> readings_;  ///< a field for each step that is read
};

}  // namespace kh::app
