// SPDX-License-Identifier: GPL-3.0-or-later
//
// What the pilot says in Carry: a page stands so, a setting reads otherwise, a box was reset, a box was read back.
#include "app/carry/carryview.h"

#include "app/forms/readbackdialog.h"
#include "app/shell/panels.h"
#include "base/error.h"
#include "io/readbackfile.h"
#include "model/amounts.h"
#include "session/told.h"
#include "text/words.h"

#include <QFileDialog>
#include <QKeyEvent>

namespace kh::app {

void CarryView::pageStands() {
    const CarryPage* p = page();
    if (p == nullptr) return;
    const QString name = words(p->title.c_str());
    if (p->left() == 0) {
        host_.tell(tr("%1 stands in the box as it is wanted.").arg(name));
        toNext();
        return;
    }
    const std::size_t at = columns_[box_].places[columns_[box_].at].page;
    const CarryPage copy = *p;
    host_.workspace.carrying().pageStands(copy);
    for (std::size_t i = 0; i < columns_[box_].places.size(); ++i)
        if (columns_[box_].places[i].page == at && columns_[box_].places[i].line < 0) columns_[box_].at = i;
    for (const Message& act : copy.after) host_.tell(words(act));
    toNext();
}

void CarryView::typeWhatStands(InBoxBy by) {
    const CarryLine* l = line();
    if (l == nullptr) {
        host_.tell(tr("Choose one setting of the page: what stands there is typed for it alone."));
        return;
    }
    closeEditor();
    editing_ = l->path;
    editingBy_ = by;
    editor_ = new QLineEdit(this);
    editor_->setObjectName(QStringLiteral("stands"));
    editor_->setAccessibleName(tr("%1: what stands in the box").arg(words(l->name)));
    editor_->setText(QString::fromStdString(l->had.empty() ? l->wants : l->had));
    const Item* item = this->item(QStringLiteral("line-") + QString::fromStdString(l->path));
    const QRectF at = item == nullptr ? QRectF(16, 100, 200, 25) : item->rect;
    editor_->setGeometry(QRectF(at.left() + at.width() * 0.45, at.top(), at.width() * 0.4, 26.0 * zoom()).toRect());
    editor_->show();
    editor_->setFocus();
    editor_->selectAll();
    editor_->installEventFilter(this);
}

bool CarryView::eventFilter(QObject* watched, QEvent* event) {
    if (watched != editor_ || event->type() != QEvent::KeyPress) return false;
    const int key = static_cast<QKeyEvent*>(event)->key();
    if (key == Qt::Key_Return || key == Qt::Key_Enter) {
        takeWhatStands();
        return true;  // it is not the page's own Enter
    }
    if (key != Qt::Key_Escape) return false;
    closeEditor();
    setFocus();
    return true;
}

void CarryView::takeWhatStands() {
    try {
        host_.workspace.carrying().lineReads(editing_, editor_->text(), editingBy_);
    } catch (const InputError& e) {
        host_.tell(session::told(host_.workspace.setup(), e));
        return;  // it stays open, with what was typed
    }
    closeEditor();
    setFocus();
}

void CarryView::closeEditor() {
    if (editor_ == nullptr) return;
    editor_->hide();
    editor_->deleteLater();
    editor_ = nullptr;
}

void CarryView::askReset() {
    std::vector<Offer> offers;
    for (const CarryBox& b : boxes()) {
        const Box box = b.box;
        offers.push_back(
            {tr("%1 was reset, updated or bound anew: nothing is known of it").arg(shown(b.name)), {}, [this, box] {
                 const QStringList stale = host_.workspace.carrying().reset(box);
                 host_.tell(stale.isEmpty()
                                ? tr("Nothing is known of it any more; its pages are typed or looked at anew.")
                                : tr("Nothing is known of it any more. To be seen once more: %1.").arg(stale.join(QStringLiteral(", "))));
             }});
    }
    host_.ask(std::move(offers));
}

void CarryView::readBack() {
    const QString file = QFileDialog::getOpenFileName(this, tr("Read a box back"), {}, tr("Read back (*.csv *.txt *.json);;All files (*)"));
    if (file.isEmpty()) return;
    (void)host_.workspace.attempt([&] { host_.workspace.carrying().takeBack(io::parseReadBack(io::readFile(file.toStdString()))); });
}

void CarryView::readPages() {
    if (box_ >= boxes().size()) return;
    ReadBackDialog dialog(this, host_.workspace, boxes()[box_].box);
    if (dialog.exec() == QDialog::Accepted) host_.tell(tr("What %1 shows is written down.").arg(shown(boxes()[box_].name)));
}

bool CarryView::explain(WhyPanel& panel) {
    Why why;
    if (const CarryLine* l = line()) {
        why.title = l->name;
        why.lines.push_back(say(KH_TR("wanted: {w}"), {{"w", kh::show(host_.workspace.document().setup(), l->path)}}));
        if (const UntilThen* until = untilOf(l->path))
            for (const Message& text : until->text) why.lines.push_back(text);
    } else if (const CarryPage* p = page()) {
        why.title = say(KH_TR("{t}"), {{"t", p->title}});
        for (const auto* acts : {&p->before, &p->after})
            for (const Message& act : *acts) why.lines.push_back(act);
        if (why.lines.empty()) why.lines.push_back(say(KH_TR("nothing known stands against it")));
    } else {
        return false;
    }
    panel.show(why);
    return true;
}

bool CarryView::act(const std::string& command) {
    if (command == "carry-reset") askReset();
    else if (command == "carry-read") readBack();
    else if (command == "carry-form") readPages();
    else return false;
    return true;
}

}  // namespace kh::app
