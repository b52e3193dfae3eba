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
#include <QInputDialog>

namespace kh::app {

using namespace paint;

void MainWindow::stepStation(int by) {
    const auto all = workspace_.stations().entries();
    for (std::size_t i = 0; i < all.size(); ++i)
        if (all[i].station == workspace_.station()) {
            const auto to = std::clamp(static_cast<int>(i) + by, 0, static_cast<int>(all.size()) - 1);
            workspace_.setStation(all[static_cast<std::size_t>(to)].station);
            return;
        }
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
    on("new", [this] { askNewModel(); });
    on("open", [this] {
        const QString file = QFileDialog::getOpenFileName(this, tr("Open"), {}, tr("Keelhaul setups (*.keel.json);;All files (*)"));
        if (!file.isEmpty() && mayLeave()) openFile(file);
    });
    on("save", [this] { save(); });
    on("save-as", [this] { saveAs(); });
    on("revert", [this] { revert(); });
    on("export", [this] { exportAs(); });
    on("print", [this] { printSheet(); });
    on("preferences", [this] { preferences(); });
    on("handbook", [this] { handbook(); });
    on("shortcuts", [this] { showShortcuts(); });
    on("about", [this] { about(); });
    on("quit", [this] { close(); });
    on(
        "undo", [this] { workspace_.document().undo(); }, [this] { return workspace_.document().history().canUndo(); });
    on(
        "redo", [this] { workspace_.document().redo(); }, [this] { return workspace_.document().history().canRedo(); });
    on("boxes", [this] { changeBoxes(); });
    on("prove", [this] { workspace_.prove(); });
    on("bench-state", [this] { setBenchState(); });
    onRow("switch-map", "mode-switch"_row, 0);
    on(
        "layout-built", [this] { chooseLayoutBuilt(); }, hasRow("layout-angles"_row));
    onRow("layout-form", "layout-angles"_row, 1);
    on("servo-book", [this] { openServoBook(); });
    on("dimensions", [this] { bench_->toggleDimensions(); });
    on("exaggerate",
       [this] { showMessage(tr("Heights and angles of the section are drawn %1 ×; the numbers stay.").arg(bench_->exaggerate())); });
    on("own-box", [this] { copyBox(); });
    const auto face = [this](ProofFace wanted) {
        const bool shown = workspace_.station() == Station::Proof && workspace_.face() == wanted;
        workspace_.setStation(Station::Proof);
        workspace_.show(shown ? ProofFace::Findings : wanted);
        focusPage();
    };
    on("to-set", [face] { face(ProofFace::ToSet); });
    on("plan", [face] { face(ProofFace::Plan); });
    on("schools", [this] { showSchools(); });
    onRow("hold-form", "hold-throttle"_row, 0);
    on(
        "hold-mirror", [this] { mirrorHold(); }, hasRow("hold-throttle"_row));
    onRow("alarms", "alarms"_row, 0);
    onRow("failsafe", "failsafe"_row, 0);
    on(
        "spares",
        [this] {
            openRow("unused-channels"_row, 0);
            if (unusedChannels(workspace_.setup().transmitter).empty()) showMessage(tr("Every channel of this transmitter is used."));
        },
        hasRow("unused-channels"_row));
    on("channel-order", [this] { setChannelOrder(); });
    on("save-template", [this] { saveTemplate(); });
    on("renew", [this] {
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
    });
    on("reading", [this] { takeReading(); });
    on("readings", [this] { ReadingsDialog(this, workspace_).exec(); });
    on("measured", [this] { measured(false); });
    on("seen", [this] { measured(true); });
    on("remedy", [this] {
        if (workspace_.station() == Station::Proof && workspace_.planShown()) {
            takePlanStep();
            return;
        }
        const int i = workspace_.selectedFinding();
        if (i < 0) return;
        const Finding finding = workspace_.entries()[static_cast<std::size_t>(i)].finding;
        workspace_.applyRemedy(finding);
    });
    on("take-typed", [this] { workspace_.takeTypedSteps(); });
    on("find", [this] { showPalette(); });
    on("why", [this] { showWhy(); });
    on("pose", [this] { workspace_.togglePose(); });
    on("previous", [this] { stepStation(-1); });
    on("next", [this] { stepStation(1); });
    on("go-page", [this] { focusPage(); });
    on(
        "go-bench",
        [this] {
            tabs_->setCurrentIndex(1);
            if (tabs_->isVisible() && benches_->currentWidget() == bench_) return;  // a drawing to look at
            if (workspace_.station() != Station::Modes) workspace_.setStation(Station::Modes);
            if (benches_->currentWidget() != curves_)  // another row's drawing: back to the curves
                workspace_.goToRow("pitch-curve", std::max(0, workspace_.selection().cell));
            curves_->enter(true);
        },
        hasRow("pitch-curve"_row));
    on("go-deck", [this] {
        deckArea_->show();
        deck_->setFocus();
    });
    on("fold-deck", [this] { deckArea_->setVisible(!deckArea_->isVisible()); });
    on("theme", [this] { setTheme(Theme::kind() == ThemeKind::Chart ? QStringLiteral("night") : QStringLiteral("chart")); });
    on("menu", [this] { showMenu(top_->mapToGlobal(QPoint(8, 38))); });
    for (const char* id : {"matrix-copy", "matrix-row", "matrix-mode", "matrix-rename", "matrix-add", "matrix-remove"})
        on(
            id, [this, id] { changeModes(QString::fromLatin1(id)); }, hasRow("pitch-curve"_row));
}

}  // namespace kh::app
