// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "app/look/items.h"
#include "app/views/view.h"
#include "session/helicopter/newmodeldraft.h"

#include <QComboBox>
#include <QLineEdit>
#include <set>
#include <vector>

namespace kh::app {

/// One answer that can be chosen.
struct NewModelChoice {
    QString text;
    QString note;  ///< beneath it
    QString name;  ///< the whole of it, as it is read out
    NewModelAnswers answers;
    bool chosen = false;
};
/// One question of the page; without choices it is answered in a field or a list.
struct NewModelQuestion {
    int number = 0;
    QString title, hint, remark;
    std::vector<NewModelChoice> choices;
};

inline constexpr double kNewModelFoot = 30;    ///< the key line
inline constexpr double kNewModelMargin = 16;  ///< left and right

/// Nine questions on one page, the machine as answered beside them, and what it will still lack. Everything has a default.
/// What was answered is kept until the model is made.
class NewModelView final : public ItemView, public ViewPage {
    Q_OBJECT
public:
    /// @throws io::FileError if a kind of box is not installed at all
    NewModelView(const ViewHost& host, const ViewEntry& entry);
    [[nodiscard]] QWidget* widget() override { return this; }
    void entered() override;
    /// The nine questions, one a rib; answered, or at its default.
    [[nodiscard]] std::vector<KeelRib> ribs() const override;
    void go(std::size_t rib, std::size_t frame) override;
    /// The question the keyboard is at, 1 … 9.
    [[nodiscard]] int question() const { return at_; }
    void goTo(int question, bool last = false);
    [[nodiscard]] const session::NewModelDraft& draft() const { return *draft_; }
    /// The question the keyboard is at is answered so.
    void answer(const NewModelAnswers& answers);

protected:
    void paintEvent(QPaintEvent*) override;
    void resizeEvent(QResizeEvent*) override { layOut(); }
    void mousePressEvent(QMouseEvent* event) override;
    void keyPressEvent(QKeyEvent* event) override;
    void wheelEvent(QWheelEvent* event) override;
    void focusInEvent(QFocusEvent*) override { update(); }
    bool focusNextPrevChild(bool next) override;
    bool eventFilter(QObject* watched, QEvent* event) override;

private:
    struct Place {
        QRectF area;
        std::vector<QRectF> choices;
    };
    /// Makes the model; where that is refused, why stands there.
    void create();
    /// Begins anew, with the boxes that are installed now.
    void startOver();
    void choose(int by);
    void ask();     ///< makes the questions of the answers as they are
    void layOut();  ///< places them, and tells what there is
    void boxLists();
    void drawQuestion(QPainter& p, const NewModelQuestion& q, const Place& place) const;
    void drawChoice(QPainter& p, int number, std::size_t index, const NewModelChoice& c, QRectF area) const;
    void drawMachine(QPainter& p, QRectF area) const;
    void drawFacts(QPainter& p, QRectF area) const;
    void drawLeft(QPainter& p, QRectF area) const;
    void drawFoot(QPainter& p) const;
    [[nodiscard]] QWidget* fieldOf(int question, bool last) const;
    /// Of the questions; where the machine does not fit beside them they have all of it.
    [[nodiscard]] double leftWidth() const { return wide() < 1000 ? wide() : wide() * 0.6375; }

    ViewHost host_;
    const ViewEntry& entry_;
    std::unique_ptr<session::NewModelDraft> draft_;
    std::set<int> answered_;  ///< questions that were answered, not left at their default
    std::vector<NewModelQuestion> questions_;
    std::vector<Place> places_;
    int at_ = 1;
    double scroll_ = 0;
    QLineEdit* name_;
    std::vector<QComboBox*> boxes_;
};

[[nodiscard]] const ViewEntry& newModelViewEntry();

}  // namespace kh::app
