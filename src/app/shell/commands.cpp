// SPDX-License-Identifier: GPL-3.0-or-later
//
// What each entry of the shortcut table does; the menu and the palette are made from it.
#include "app/forms/readingsdialog.h"
#include "app/shell/mainwindow.h"
#include "judge/rowids.h"
#include "model/modeedits.h"
#include "model/names.h"
#include "paint/look/theme.h"

#include <QAction>
#include <QFileDialog>
#include <QShortcut>

namespace kh::app {

using namespace paint;

const Command& MainWindow::command(const std::string& id) const {
    const auto found = commands_.find(id);
    if (found == commands_.end()) throw std::logic_error("nothing is done for the command " + id);
    return found->second;
}

bool MainWindow::viewActs(const std::string& id) { return bands_->view() != nullptr && bands_->view()->act(id); }

void MainWindow::run(const std::string& id) {
    const Command& c = command(id);
    if (c.enabled()) workspace_.attempt(c.run);
}

void MainWindow::buildActions() {
    listCommands();
    for (const Shortcut& s : shortcuts()) {
        if (s.local) continue;
        (void)command(s.id);
        auto* a = new QAction(words(s.text), this);
        a->setObjectName(QString::fromLatin1(s.id));
        if (*s.keys != 0) a->setShortcut(QKeySequence(QString::fromLatin1(s.keys)));
        a->setShortcutContext(Qt::WindowShortcut);
        connect(a, &QAction::triggered, this, [this, id = std::string(s.id)] { run(id); });
        addAction(a);
        actions_[QString::fromLatin1(s.id)] = a;
    }
    for (int number = 1; number <= 10; ++number)  // of the class of aircraft that is open; the tenth by 0
        connect(new QShortcut(QKeySequence(Qt::ALT | static_cast<Qt::Key>(Qt::Key_0 + number % 10)), this), &QShortcut::activated, this,
                [this, number] {
                    const auto entries = workspace_.stations().entries();
                    if (number <= static_cast<int>(entries.size()))
                        workspace_.setStation(entries[static_cast<std::size_t>(number) - 1].station);
                });
    const auto refresh = [this] {
        for (const auto& [id, c] : commands_) actions_[QString::fromStdString(id)]->setEnabled(c.enabled());
        const session::History& history = workspace_.document().history();
        actions_[QStringLiteral("undo")]->setText(history.canUndo() ? tr("Undo: %1").arg(history.undoText()) : tr("Undo"));
        actions_[QStringLiteral("redo")]->setText(history.canRedo() ? tr("Redo: %1").arg(history.redoText()) : tr("Redo"));
    };
    connect(&workspace_.document(), &session::DocumentModel::stateChanged, this, refresh);
    connect(&workspace_, &session::Workspace::stationChanged, this, refresh);
    connect(&workspace_, &session::Workspace::swapped, this, refresh);  // another class of aircraft has other rows
    refresh();
}

void MainWindow::listCommands() {
    const auto on = [this](
                        const char* id, std::function<void()> run, std::function<bool()> enabled = [] { return true; }) {
        const Shortcut* says = shortcut(id);
        if (says == nullptr) throw std::logic_error(std::string("the command ") + id + " stands in no table");
        commands_.emplace(id, Command{says, std::move(enabled), std::move(run)});
    };
    // what acts on a row is there where the class of aircraft has the row
    const auto hasRow = [this](const char* row) {
        return [this, row = std::string(row)] {
            const auto& pages = workspace_.pages();
            return std::any_of(pages.begin(), pages.end(), [&](const StationPage& page) {
                return std::any_of(page.rows.begin(), page.rows.end(), [&](const Row& r) { return r.id == row; });
            });
        };
    };
    const auto onRow = [&](const char* id, const char* row, int cell) {
        on(
            id, [this, row = std::string(row), cell] { openRow(row, cell); }, hasRow(row));
    };
    on("new", [this] { bands_->toggleView("new-model"); });
    on("new-quad", [this] { newQuadrotor(); });
    on("new-camera", [this] { newCameraQuadrotor(); });
    on("open", [this] {
        const QString file = QFileDialog::getOpenFileName(this, tr("Open"), {}, tr("Keelhaul setups (*.keel.json);;All files (*)"));
        if (!file.isEmpty() && filing_.mayLeave()) openFile(file);
    });
    on("save", [this] { filing_.save(); });
    on("save-as", [this] { filing_.saveAs(); });
    on("revert", [this] { filing_.revert(); });
    on("export", [this] { sheet_.exportAs(); });
    on("print", [this] { sheet_.printSheet(); });
    on("preferences", [this] { program_.preferences(); });
    on("handbook", [this] { program_.handbook(); });
    on("shortcuts", [this] { program_.showShortcuts(); });
    on("about", [this] { program_.about(); });
    on("quit", [this] { close(); });
    on(
        "undo",
        [this] {
            if (!viewActs("undo")) workspace_.document().undo();
        },
        [this] { return workspace_.view() == "box-view" || workspace_.document().history().canUndo(); });
    on(
        "redo",
        [this] {
            if (!viewActs("redo")) workspace_.document().redo();
        },
        [this] { return workspace_.view() == "box-view" || workspace_.document().history().canRedo(); });
    on("boxes", [this] { edits_.changeBoxes(); });
    on("prove", [this] { workspace_.prove(); });
    on("as-boxes-stand", [this] { edits_.asBoxesStand(); });
    on("bench-state", [this] { edits_.setBenchState(); });
    onRow("switch-map", "mode-switch"_row, 0);
    on(
        "layout-built", [this] { edits_.chooseLayoutBuilt(); }, hasRow("layout-angles"_row));
    onRow("layout-form", "layout-angles"_row, 1);
    on("servo-book", [this] { edits_.openServoBook(); });
    on("dimensions", [this] { bands_->bench()->toggleDimensions(); });
    on("exaggerate", [this] {
        showMessage(tr("Heights and angles of the section are drawn %1 ×; the numbers stay.").arg(bands_->bench()->exaggerate()));
    });
    on("own-box", [this] { ownBoxes_.copyBox(); });
    for (const char* id :
         {"box-describe", "box-copy", "box-compare", "box-import", "box-export", "box-use", "box-remove", "box-unknown", "box-find-out"})
        on(id, [this, id] {
            if (workspace_.view() != "box-view") bands_->toggleView("box-view");
            (void)viewActs(id);
        });
    for (const char* id : {"carry-reset", "carry-read", "carry-form"})
        on(id, [this, id] {
            if (workspace_.view() != session::kCarryView) bands_->toggleView(session::kCarryView);
            (void)viewActs(id);
        });
    on("no-such-page", [this] { ownBoxes_.noSuchPage(); });
    for (const char* id : {"to-set", "not-yet", "plan", "box-view", session::kCarryView}) on(id, [this, id] { bands_->toggleView(id); });
    on("schools", [this] { showSchools(); });
    onRow("hold-form", "hold-throttle"_row, 0);
    on(
        "hold-mirror", [this] { edits_.mirrorHold(); }, hasRow("hold-throttle"_row));
    onRow("alarms", "alarms"_row, 0);
    onRow("failsafe", "failsafe"_row, 0);
    on(
        "spares",
        [this] {
            openRow("unused-channels"_row, 0);
            if (unusedChannels(workspace_.setup().transmitter).empty()) showMessage(tr("Every channel of this transmitter is used."));
        },
        hasRow("unused-channels"_row));
    on("take-functions", [this] { edits_.takeFunctions(); });
    on(
        "add-lead", [this] { edits_.addLead(); }, hasRow("throttle-lead"_row));
    on(
        "remove-lead", [this] { edits_.removeLead(); }, hasRow("throttle-lead"_row));
    on("channel-order", [this] { edits_.setChannelOrder(); });
    on("save-template", [this] { sheet_.saveTemplate(); });
    on("renew", [this] { edits_.takeNewerProfiles(); });
    on("reading", [this] { edits_.takeReading(); });
    on("readings", [this] { ReadingsDialog(this, workspace_).exec(); });
    on("measured", [this] { edits_.measured(false); });
    on("seen", [this] { edits_.measured(true); });
    on("remedy", [this] {
        if (workspace_.repair().shown()) {
            edits_.takePlanStep();
            return;
        }
        const int i = workspace_.selectedFinding();
        if (i < 0) return;
        const Finding finding = workspace_.entries()[static_cast<std::size_t>(i)].finding;
        workspace_.repair().apply(finding);
    });
    on("what-follows", [this] { edits_.whatFollows(bands_->page() == nullptr ? std::nullopt : bands_->page()->takeTyped()); });
    on("what-suits", [this] { edits_.wantWhatSuits(); });
    on("accept", [this] { edits_.acceptFinding(); });
    on("take-typed", [this] { workspace_.repair().takeTypedSteps(); });
    on("find", [this] { showPalette(); });
    on("why", [this] { showWhy(); });
    on("pose", [this] { workspace_.pose().toggle(); });
    on("previous", [this] { bands_->step(-1); });
    on("next", [this] { bands_->step(1); });
    on("go-page", [this] { bands_->focusPage(); });
    on(
        "go-bench", [this] { bands_->intoCurves(); }, hasRow("pitch-curve"_row));
    on("go-deck", [this] { bands_->intoDeck(); });
    on("fold-deck", [this] { bands_->foldDeck(); });
    on("theme", [this] { setTheme(Theme::kind() == ThemeKind::Chart ? QStringLiteral("night") : QStringLiteral("chart")); });
    on("menu", [this] { showMenu(bands_->top()->mapToGlobal(QPoint(8, 38))); });
    for (const char* id : {"matrix-copy", "matrix-row", "matrix-mode", "matrix-rename", "matrix-add", "matrix-remove"})
        on(
            id, [this, id] { edits_.changeModes(QString::fromLatin1(id)); }, hasRow("pitch-curve"_row));
}

}  // namespace kh::app
