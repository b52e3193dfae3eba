// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "app/look/items.h"
#include "session/helicopter/newmodeldraft.h"

#include <QComboBox>
#include <QDialog>
#include <QLineEdit>
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

inline constexpr double kNewModelHead = 40;    ///< the band above the questions
inline constexpr double kNewModelFoot = 48;    ///< the band beneath
inline constexpr double kNewModelMargin = 16;  ///< left and right of both

/// Nine questions on one page, the machine as answered beside them, and what it will still lack. Everything has a default.
class NewModelView final : public ItemView {
    Q_OBJECT
public:
    explicit NewModelView(NewModelDraft& draft, QWidget* parent = nullptr);
    /// The question the keyboard is at, 1 … 9.
    [[nodiscard]] int question() const { return at_; }
    void goTo(int question, bool last = false);

signals:
    void created();

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
    void answer(const NewModelAnswers& answers);
    void choose(int by);
    void ask();     ///< makes the questions of the answers as they are
    void layOut();  ///< places them, and tells what there is
    void boxLists();
    void drawQuestion(QPainter& p, const NewModelQuestion& q, const Place& place) const;
    void drawChoice(QPainter& p, int number, std::size_t index, const NewModelChoice& c, QRectF area) const;
    void drawMachine(QPainter& p, QRectF area) const;
    void drawFacts(QPainter& p, QRectF area) const;
    void drawLeft(QPainter& p, QRectF area) const;
    void drawFrame(QPainter& p) const;
    [[nodiscard]] QWidget* fieldOf(int question, bool last) const;
    /// Of the questions; where the machine does not fit beside them they have all of it.
    [[nodiscard]] double leftWidth() const { return wide() < 1000 ? wide() : wide() * 0.6375; }

    NewModelDraft& draft_;
    std::vector<NewModelQuestion> questions_;
    std::vector<Place> places_;
    int at_ = 3;
    double scroll_ = 0;
    QLineEdit* name_;
    std::vector<QComboBox*> boxes_;
};

/// The page as a window of its own over the main one.
class NewModelDialog final : public QDialog {
    Q_OBJECT
public:
    NewModelDialog(QWidget* parent, NewModelDraft& draft);
    [[nodiscard]] NewModelView* view() { return view_; }

protected:
    void showEvent(QShowEvent* event) override;

private:
    NewModelView* view_;
};

}  // namespace kh::app
