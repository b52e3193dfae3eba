// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "app/boxes/boxdrawing.h"
#include "app/boxes/boxlist.h"
#include "app/boxes/questionpane.h"
#include "app/views/view.h"
#include "session/boxbook.h"

#include <functional>
#include <optional>

namespace kh::app {

/// Boxes: those there are, the questions of the one that is chosen, and its drawing.
class BoxesView final : public QWidget, public ViewPage {
    Q_OBJECT
public:
    BoxesView(const ViewHost& host, const ViewEntry& entry);
    [[nodiscard]] QWidget* widget() override { return this; }
    void entered() override;
    /// Groups of questions, a frame for each question.
    [[nodiscard]] std::vector<KeelRib> ribs() const override;
    void go(std::size_t rib, std::size_t frame) override;
    bool explain(WhyPanel& panel) override;
    bool act(const std::string& command) override;

    [[nodiscard]] session::BoxBook& book() { return book_; }
    [[nodiscard]] QuestionPane* pane() { return pane_; }
    [[nodiscard]] BoxDrawing* drawing() { return drawing_; }
    [[nodiscard]] BoxList* list() { return list_; }
    /// Looks at a box, at the question it was left at. @return false if there is none
    bool lookAt(BoxKind kind, const std::string& id);
    void goTo(const std::string& key);
    /// A box is described anew, beginning with a plain one.
    void describe(const AnyBox& from);

protected:
    void paintEvent(QPaintEvent*) override;
    void resizeEvent(QResizeEvent*) override { arrange(); }
    void changeEvent(QEvent* event) override;
    bool eventFilter(QObject* watched, QEvent* event) override;

private:
    void arrange();
    void showBox();  ///< another box is looked at
    bool take(BoxDraft next, bool goOn);
    void step(int by);
    void offerNew();
    void offerCompare();
    void import();
    void exportBox();
    void use();
    void placeSwitch(std::size_t row, const QString& where);
    [[nodiscard]] Setup bench() const;
    [[nodiscard]] std::vector<Setup> models() const;
    [[nodiscard]] std::vector<Message> decides(const BoxQuestion& question);
    /// What may be refused: why is told in the names of the box. @return whether it was done
    bool tried(const std::function<void()>& what);

    ViewHost host_;
    const ViewEntry& entry_;
    session::BoxBook book_;
    BoxList* list_;
    QuestionPane* pane_;
    BoxDrawing* drawing_;
    std::string at_;  ///< key of the question
    std::optional<std::pair<AnyBox, std::vector<std::pair<std::string, Message>>>>
        decided_;  ///< what the open facts would decide, of that box
};

[[nodiscard]] const ViewEntry& boxesViewEntry();

}  // namespace kh::app
