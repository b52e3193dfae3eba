// SPDX-License-Identifier: GPL-3.0-or-later
//
// What can be done with a box as a whole: begun, duplicated, compared, brought in and out, taken into the model.
#include "app/boxes/boxesview.h"
#include "app/shell/panels.h"
#include "base/error.h"
#include "model/names.h"
#include "procedure/move.h"
#include "session/document.h"
#include "text/words.h"

#include <QFileDialog>

namespace kh::app {

namespace {

constexpr std::size_t kMostTold = 4;

}  // namespace

void BoxesView::offerNew() {
    std::vector<Offer> offers;
    for (const bool plain : {true, false})
        for (const session::ListedBox& b : book_.boxes())
            if (idOf(b.box).starts_with(io::kPlain) == plain)
                offers.push_back({tr("Describe a %1, beginning with %2").arg(words(kindTitle(kindOf(b.box))), kh::shown(nameOf(b.box))),
                                  boxNote(b.box), [this, box = b.box] { describe(box); }});
    host_.ask(std::move(offers));
}

void BoxesView::offerCompare() {
    std::vector<Offer> offers;
    for (const session::ListedBox& b : book_.boxes())
        if (kindOf(b.box) == kindOf(book_.draft().box) && idOf(b.box) != idOf(book_.draft().box))
            offers.push_back(
                {kh::shown(nameOf(b.box)), boxNote(b.box), [this, other = b.box] { pane_->compare(book_.draft().box, other); }});
    if (offers.empty()) host_.tell(tr("There is no other box of this kind."));
    else host_.ask(std::move(offers));
}

void BoxesView::import() {
    const QString file = QFileDialog::getOpenFileName(this, tr("Import a box"), {}, tr("Profiles (*.json);;All files (*)"));
    if (file.isEmpty()) return;
    if (tried([&] { book_.import(io::readFile(QFile::encodeName(file).toStdString())); })) {
        showBox();
        host_.tell(tr("%1 is in the list.").arg(kh::shown(nameOf(book_.draft().box))));
    }
}

void BoxesView::exportBox() {
    if (const auto wrong = contradictionOf(book_.draft())) {
        host_.tell(words(wrong->what));
        goTo(wrong->question->key);
        return;
    }
    const QString file = QFileDialog::getSaveFileName(
        this, tr("Export the box"), QString::fromStdString(idOf(book_.draft().box)) + QStringLiteral(".json"), tr("Profiles (*.json)"));
    if (file.isEmpty()) return;
    if (tried([&] { io::writeFileAtomically(QFile::encodeName(file).toStdString(), io::writeProfile(book_.draft().box)); }))
        host_.tell(tr("%1 is written to %2.").arg(kh::shown(nameOf(book_.draft().box)), file));
}

void BoxesView::use() {
    const AnyBox box = book_.draft().box;
    if (const auto wrong = contradictionOf(book_.draft())) {
        host_.tell(words(wrong->what));
        goTo(wrong->question->key);
        return;
    }
    const Setup& now = host_.workspace.setup();
    const QString name = kh::shown(nameOf(box));
    const auto put = [this, name](const Setup& after, const QString& told) {
        if (after == host_.workspace.setup()) {
            host_.tell(tr("The model has %1 as it stands here.").arg(name));
            return;
        }
        if (!host_.workspace.attempt([&] { host_.workspace.document().replace(tr("Take %1").arg(name), after); })) return;
        (void)tried([&] { book_.taken(); });
        book_.reload(models());
        list_->show(book_);
        host_.tell(told);
    };
    if (const auto held = copyIn(now, box)) {  // its own box, as it is now: one step that lists its differences
        QStringList lines;
        const auto found = differences(*held, box);
        for (std::size_t i = 0; i < found.size() && i < kMostTold; ++i)
            lines << tr("%1: %2, was %3").arg(words(found[i].title), words(found[i].other), words(found[i].one));
        if (found.size() > kMostTold) lines << tr("and %1 more").arg(found.size() - kMostTold);
        put(withBox(now, box), tr("%1 was taken, one change that can be undone. %2").arg(name, lines.join(QStringLiteral("; "))));
        return;
    }
    // another box in place of the model's
    const auto replaced = [&](auto solve) {
        std::vector<Offer> offers{
            {tr("Take %1; settings are solved anew so that the machine does the same").arg(name), {}, [this, solve, put, name] {
                 Move move;
                 if (!tried([&] { move = solve(); })) return;
                 QStringList lines;
                 for (const Message& m : moveText(host_.workspace.setup(), move))
                     if (lines.size() < static_cast<qsizetype>(kMostTold)) lines << words(m);
                 put(move.setup, tr("%1 was taken. %2").arg(name, lines.join(QStringLiteral("; "))));
             }}};
        host_.ask(std::move(offers));
    };
    if (const auto* tx = std::get_if<TransmitterProfile>(&box)) {
        replaced([this, profile = *tx] { return moveTo(host_.workspace.setup(), profile, session::nowStamp()); });
    } else if (const auto* fc = std::get_if<ControllerProfile>(&box)) {
        replaced([this, profile = *fc] { return moveTo(host_.workspace.setup(), profile, session::nowStamp()); });
    } else if (kindOf(box) != BoxKind::Servo) {
        put(holding(box, now), tr("%1 was taken, one change that can be undone.").arg(name));
    } else {
        host_.tell(tr("Which servos are %1 is chosen with Ctrl+B; here its data are.").arg(name));
    }
}

bool BoxesView::act(const std::string& command) {
    if (command == "box-describe") offerNew();
    else if (command == "box-copy") {
        if (tried([&] { book_.duplicate(tr("%1, copy").arg(kh::shown(nameOf(book_.draft().box))).toStdString()); })) showBox();
    } else if (command == "box-compare") offerCompare();
    else if (command == "box-import") import();
    else if (command == "box-export") exportBox();
    else if (command == "box-use") use();
    else if (command == "box-remove") {
        if (tried([&] { book_.remove(); })) showBox();
    } else if (command == "box-unknown") pane_->sayNotKnown();
    else if (command == "box-find-out") pane_->toggleExperiment();
    else if (command == "undo" || command == "redo") {
        if (command == "undo" ? !book_.canUndo() : !book_.canRedo()) {
            host_.tell(command == "undo" ? tr("No answer of this box is left to take back.") : tr("No answer was taken back."));
            return true;
        }
        if (tried([&] { command == "undo" ? book_.undo() : book_.redo(); })) {
            list_->show(book_);
            pane_->renew();
            drawing_->renew();
            host_.counted();
        }
    } else return false;
    return true;
}

}  // namespace kh::app
