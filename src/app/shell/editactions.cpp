// SPDX-License-Identifier: GPL-3.0-or-later
//
// Commands that change the document: whole settings at once, modes, boxes, and what was read or seen on the machine.
#include "app/shell/editactions.h"

#include "app/forms/boxesdialog.h"
#include "app/forms/guidedialog.h"
#include "app/forms/handstepdialog.h"
#include "app/forms/servobook.h"
#include "app/forms/solvedialog.h"
#include "base/error.h"
#include "judge/rowids.h"
#include "model/amounts.h"
#include "model/carried.h"
#include "model/fieldpatterns.h"
#include "model/leads.h"
#include "model/limits.h"
#include "model/modeedits.h"
#include "model/names.h"
#include "paint/look/theme.h"
#include "procedure/aircraft.h"
#include "procedure/registry.h"
#include "session/told.h"
#include "session/whatif.h"

#include <QInputDialog>

namespace kh::app {

using namespace paint;

void EditActions::setBenchState() {
    const std::vector<Edit> edits = benchState(workspace_.setup());
    if (edits.empty()) {
        showMessage(tr("The transmitter is in its bench state: travel 100, sub-trim 0, straight pitch curves, no mixing."));
        return;
    }
    workspace_.document().edit(tr("Set the transmitter to its bench state"), edits);
    showMessage(counted(
        edits.size(),
        KH_TR("{n} setting changed, in one step that can be undone: travel 100, sub-trim 0, straight pitch curves, no mixing. Hold is "
              "as it was: keep it on."),
        KH_TR("{n} settings changed, in one step that can be undone: travel 100, sub-trim 0, straight pitch curves, no mixing. Hold "
              "is as it was: keep it on.")));
}

void EditActions::asBoxesStand() {
    const bool on = !workspace_.asBoxesStand();
    workspace_.showAsBoxesStand(on);
    if (!on) {
        showMessage(tr("Shown is what is wanted."));
        return;
    }
    std::size_t otherwise = 0, unknown = 0;
    for (const CarryBox& b : workspace_.carrying().boxes()) {
        unknown += b.notKnown();
        otherwise += b.left() - b.notKnown();
    }
    showMessage(tr("Shown, judged and proved is what stands in the boxes: %1 otherwise than wanted, %2 not known and taken as wanted. "
                   "Ctrl Shift J shows what is wanted again.")
                    .arg(otherwise)
                    .arg(unknown));
}

void EditActions::acceptFinding() {
    const int i = workspace_.selectedFinding();
    if (i < 0) {
        showMessage(tr("Choose a finding in Proof; then say why you accept it."));
        return;
    }
    const session::ProofEntry entry = workspace_.entries()[static_cast<std::size_t>(i)];
    const QString title = words(entry.finding.title);
    if (entry.accepted) {
        Setup after = workspace_.setup();
        std::erase_if(after.accepted, [&](const AcceptedFinding& a) { return a.id == entry.accepted->record.id; });
        workspace_.document().replace(tr("No longer accepted: %1").arg(title), after);
        showMessage(tr("It is told again wherever it is found; one change that can be undone."));
        return;
    }
    if (entry.passed) {
        showMessage(tr("It holds: there is nothing to accept."));
        return;
    }
    if (!mayAccept(entry.finding)) {
        showMessage(entry.finding.severity == Severity::Danger
                        ? tr("A danger is not accepted: it is mended.")
                        : tr("What the switch proof judges is not accepted: mend it, or name what is shared by choice."));
        return;
    }
    const auto take = [this, finding = entry.finding, title](const QString& reason) {
        if (reason.toUtf8().size() > static_cast<qsizetype>(kMaxTextSize)) {
            showMessage(tr("Reason: too long; at most %1 letters.").arg(kMaxTextSize));
            return;
        }
        const Setup after = accepting(workspace_.setup(), finding, reason.toStdString(), session::nowStamp());
        if (!workspace_.attempt([&] { workspace_.document().replace(tr("Accept: %1").arg(title), after); })) return;
        showMessage(tr("Accepted: it is counted no more, and told again once its numbers change. It stands below, and on the sheet."));
    };
    lent_.askText(tr("Why do you accept \"%1\"?").arg(title), take);
}

void EditActions::whatFollows(const std::optional<QString>& typed) {
    const Part* part = workspace_.selectedPart();
    if (part == nullptr || part->field().empty() || !readField(workspace_.setup(), part->field())) {
        showMessage(tr("Choose a setting on a page first: what follows is asked of one value."));
        return;
    }
    const Part copy = *part;
    const auto ask = [this, copy](const QString& text) {
        std::vector<Edit> edits;
        if (workspace_.attempt([&] { edits = workspace_.editsOf(copy, text); })) lookAt(edits);
    };
    if (typed) {
        ask(*typed);
        return;
    }
    const QString name = workspace_.fieldName(copy.field());
    std::vector<Offer> offers;
    for (const ShownChoice& choice : choicesOf(workspace_.setup(), copy.field()))
        offers.push_back(
            {tr("%1: %2").arg(name, words(choice.caption)), {}, [ask, text = choice.typed] { ask(QString::fromStdString(text)); }});
    if (!offers.empty()) lent_.ask(std::move(offers));
    else lent_.askText(tr("%1, now %2: what if it were").arg(name, words(kh::show(workspace_.setup(), copy.field()))), ask);
}

void EditActions::wantWhatSuits() {
    const Figures& figures = workspace_.evaluation().figures;
    const Row* row = workspace_.selectedRow();
    std::size_t mode = static_cast<std::size_t>(workspace_.shownMode());
    for (std::size_t i = 0; i < figures.modes.size(); ++i)
        if (row != nullptr && row->line && row->id == "speeds-" + figures.modes[i].id) mode = i;
    const auto suits = aircraftEntry(workspace_.setup()).whatSuits;
    if (suits == nullptr) {
        showMessage(tr("Nothing is said of what suits in this class."));
        return;
    }
    Suiting found = suits(workspace_.setup(), figures, row == nullptr ? std::string_view() : std::string_view(row->keelId()), mode);
    if (found.edits.empty()) showMessage(words(found.why));
    else lookAt(std::move(found.edits));
}

void EditActions::lookAt(std::vector<Edit> edits) {
    const bool done = workspace_.attempt([&] {
        workspace_.whatIf().ask(std::move(edits));
        workspace_.enter(session::kWhatFollowsView);
    });
    if (!done) workspace_.whatIf().leave();
}

void EditActions::mirrorHold() {
    const std::vector<Edit> mirror = holdMirrorEdits(workspace_.setup().transmitter);
    if (mirror.empty()) {
        showMessage(tr("Hold has the rates, expo and gain of the mode an autorotation begins in."));
        return;
    }
    workspace_.document().edit(tr("Hold flies like the mode before"), mirror);
    showMessage(counted(mirror.size(),
                        KH_TR("Hold took over {n} value of the mode an autorotation begins in; one step that can be undone."),
                        KH_TR("Hold took over {n} rates and gains of the mode an autorotation begins in; one step that can be undone.")));
}

void EditActions::setChannelOrder() {
    const std::vector<Edit> edits = controllerOrder(workspace_.setup());
    if (edits.empty()) {
        showMessage(tr("The channels are in %1's order.").arg(shown(workspace_.setup().controller.profile->name)));
        return;
    }
    workspace_.document().edit(tr("Put the channels in the controller's order"), edits);
    showMessage(counted(edits.size(),
                        KH_TR("{n} channel changed, in one step that can be undone. Check every stick on the controller's monitor again, "
                              "and the failsafe: leads off."),
                        KH_TR("{n} channels changed, in one step that can be undone. Check every stick on the controller's monitor "
                              "again, and the failsafe: leads off.")));
}

void EditActions::takeFunctions() {
    const Setup after = withTakenFunctions(workspace_.setup());
    const QString box = shown(workspace_.setup().controller.profile->name);
    if (after == workspace_.setup()) {
        showMessage(tr("Everything that %1 takes from a channel of its own has one.").arg(box));
        return;
    }
    if (!workspace_.attempt([&] { workspace_.document().replace(tr("Channels for what %1 takes").arg(box), after); })) return;
    showMessage(tr("What %1 takes has its channel now, in one step that can be undone. Give each function its switch, then see on the "
                   "controller's page that every place is heard: leads off.")
                    .arg(box));
}

void EditActions::addLead() {
    if (!workspace_.attempt([&] { workspace_.document().replace(tr("A lead more"), withLead(workspace_.setup())); })) return;
    workspace_.goToRow("lead-" + workspace_.setup().machine.wiring.leads.back().id, 0, 0);
    showMessage(tr("Say where it comes from and goes to, and what it carries; label it before it is pulled."));
}

void EditActions::removeLead() {
    const Row* row = workspace_.selectedRow();
    const std::string id =
        row != nullptr && row->line && row->under == "throttle-lead"_row ? row->id.substr(std::string_view("lead-").size()) : "";
    if (id.empty()) {
        showMessage(tr("Choose the lead's line first, in Link."));
        return;
    }
    workspace_.attempt([&] { workspace_.document().replace(tr("A lead less"), withoutLead(workspace_.setup(), id)); });
}

void EditActions::takePlanStep() {
    const session::Snapshot now = workspace_.now();
    const auto& steps = now.plan->plan.steps;
    const bool hands = now.planFresh && !steps.empty() && steps.front().byHand && workspace_.repair().step() == 0;
    if (!hands) {
        workspace_.repair().takeStep();
        return;
    }
    HandStepDialog dialog(window_, workspace_.setup(), steps.front(), now.plan->texts.front());
    if (dialog.exec() == QDialog::Accepted) workspace_.repair().writeDown(dialog.read());
}

void EditActions::changeModes(const QString& id) {
    const auto& modes = workspace_.setup().transmitter.modes;
    const session::Selection s = workspace_.selection();
    if (workspace_.station() != Station::Modes || workspace_.selectedRow() == nullptr || s.cell < 0 ||
        s.cell >= static_cast<int>(modes.size())) {
        showMessage(tr("Choose a mode in Modes first."));
        return;
    }
    const FlightMode mode = modes[static_cast<std::size_t>(s.cell)];
    const QString name = shown(mode.name);
    if (id == QStringLiteral("matrix-copy")) copyCell(false);
    else if (id == QStringLiteral("matrix-row")) copyCell(true);
    else if (id == QStringLiteral("matrix-mode")) {
        if (s.cell + 1 >= static_cast<int>(modes.size())) return;
        const FlightMode& next = modes[static_cast<std::size_t>(s.cell) + 1];
        workspace_.document().edit(tr("Copy %1 to %2").arg(name, shown(next.name)), copyMode(workspace_.setup(), mode.id, next.id));
        workspace_.select({s.row, s.cell + 1, 0});
    } else if (id == QStringLiteral("matrix-rename")) {
        bool ok = false;
        const QString text = QInputDialog::getText(window_, tr("Rename the mode"), tr("Name of the mode, as the transmitter shows it"),
                                                   QLineEdit::Normal, name, &ok)
                                 .trimmed();
        if (ok && !text.isEmpty())
            workspace_.document().edit(tr("Rename %1").arg(name),
                                       {{elementPath("transmitter.modes.{}.name"_field, mode.id), text.toStdString()}});
    } else if (id == QStringLiteral("matrix-add")) {
        workspace_.document().replace(tr("Add a mode"), withModeAfter(workspace_.setup(), mode.id));
        showMessage(tr("The new mode is a copy of %1 and has no switch yet; give it one in Radio.").arg(name));
    } else {
        workspace_.document().replace(tr("Remove %1").arg(name), withoutMode(workspace_.setup(), mode.id));
    }
}

void EditActions::copyCell(bool everyMode) {
    const Row* row = workspace_.selectedRow();
    const Part* part = workspace_.selectedPart();
    const session::Selection s = workspace_.selection();
    if (row == nullptr || part == nullptr || part->field().empty()) return;
    const auto value = readField(workspace_.setup(), part->field());
    if (!value) return;
    std::vector<Edit> edits;
    for (int c = 0; c < static_cast<int>(row->cells.size()); ++c) {
        const auto& parts = row->cells[static_cast<std::size_t>(c)].parts;
        if (c == s.cell || (!everyMode && c != s.cell + 1) || s.part >= static_cast<int>(parts.size())) continue;
        const std::string& field = parts[static_cast<std::size_t>(s.part)].field();
        if (!field.empty() && field != part->field() && readField(workspace_.setup(), field)->info.kind == value->info.kind)
            edits.push_back({field, value->value});
    }
    if (edits.empty()) return;
    workspace_.document().edit(everyMode ? tr("Copy to every mode") : tr("Copy to the next mode"), edits);
    if (!everyMode) workspace_.select({s.row, s.cell + 1, s.part});
}

void EditActions::takeReading() {
    const Row* row = workspace_.selectedRow();
    if (const BenchWork* guide = row == nullptr ? nullptr : guideOfRow(row->workId(), workspace_.stations()); guide != nullptr)
        if (const std::vector<Step> steps = guide->steps(workspace_.setup(), workspace_.evaluation().figures); !steps.empty()) {
            if (GuideDialog(window_, words(guide->title), steps, guide->proves).exec() == QDialog::Accepted && guide->proves)
                measured(true);
            return;
        }
    const RowSolver solver = row == nullptr ? RowSolver{} : solverOfRow(row->workId(), workspace_.stations());
    if (solver.solver == nullptr) {
        QStringList titles;
        for (const BenchWork& entry : workspace_.stations().solvers()) titles << words(entry.title);
        showMessage(tr("Nothing is read for this row. Readings are taken for: %1.").arg(titles.join(QStringLiteral(", "))));
        return;
    }
    SolveDialog(window_, workspace_, *solver.solver, solver.only).exec();
}

void EditActions::measured(bool seen) {
    const Row* row = workspace_.selectedRow();
    if (row == nullptr || workspace_.station() == Station::Proof) return;
    if (seen) {
        if (const QString refused = workspace_.markSeen(workspace_.station(), *row); !refused.isEmpty()) showMessage(refused);
        return;
    }
    if (const QString open = workspace_.guards().notYet(workspace_.setup(), workspace_.station(), *row); !open.isEmpty()) {
        showMessage(open);
        return;
    }
    const Part* part = workspace_.selectedPart();
    if (part == nullptr || part->field().empty()) {
        showMessage(tr("Choose a stored value first; a computed one follows from its readings."));
        return;
    }
    MeasuredDialog dialog(window_, words(row->title));
    if (dialog.exec() != QDialog::Accepted) return;
    workspace_.document().setStanding(
        tr("Measured: %1").arg(words(row->title)), {part->field()},
        {Standing::Measured, session::nowStamp(), dialog.instrument().toStdString(), dialog.uncertainty().toStdString()});
}

void EditActions::openServoBook() {
    ServoBook book(window_, workspace_.library().servos, io::ownDataFolder());
    if (book.exec() != QDialog::Accepted) return;
    workspace_.setLibrary(io::loadLibrary(places_.data));
    showMessage(
        tr("The servo book is saved. Documents keep the data they were made with: choose the servo again (Ctrl B), or take the "
           "newer profiles."));
}

void EditActions::takeNewerProfiles() {
    const Setup after = io::withNewerProfiles(workspace_.setup(), workspace_.library());
    const std::vector<std::string> paths = differingPaths(workspace_.setup(), after);
    if (paths.empty()) {
        showMessage(tr("The profiles in this document are as new as those installed."));
        return;
    }
    QStringList list;
    for (const std::string& path : paths) list << words(fieldTitle(workspace_.setup(), path));
    workspace_.document().replace(tr("Take the newer profiles"), after);
    showMessage(tr("Changed, and can be undone: %1").arg(list.mid(0, 12).join(QStringLiteral(", "))));
}

void EditActions::changeBoxes() {
    BoxesDialog dialog(window_, workspace_.setup(), workspace_.library());
    if (dialog.exec() == QDialog::Accepted)
        workspace_.document().replace(tr("Choose the boxes and servos"), dialog.chosen(workspace_.setup()));
}

}  // namespace kh::app
