// SPDX-License-Identifier: GPL-3.0-or-later
//
// What each entry of the shortcut table does; the menu and the palette are made from it.
#include "app/desktop.h"
#include "app/fieldsdialog.h"
#include "app/mainwindow.h"
#include "app/readingsdialog.h"
#include "app/solvedialog.h"
#include "app/sparesdialog.h"
#include "core/base/error.h"
#include "core/proof/modechecks.h"
#include "core/setup/modeedits.h"
#include "io/html.h"
#include "paint/pdf.h"
#include "paint/theme.h"

#include <QAction>
#include <QApplication>
#include <QComboBox>
#include <QDialogButtonBox>
#include <QFileDialog>
#include <QFormLayout>
#include <QInputDialog>
#include <QMenu>
#include <QMessageBox>
#include <QPrintDialog>
#include <QPrinter>
#include <QSettings>
#include <QTextBrowser>
#include <QVBoxLayout>

namespace kh::app {

using namespace paint;

void MainWindow::buildActions() {
    for (const Shortcut& s : shortcuts()) {
        if (s.local) continue;
        auto* a = new QAction(words(s.text), this);
        a->setObjectName(QString::fromLatin1(s.id));
        if (*s.keys != 0) a->setShortcut(QKeySequence(QString::fromLatin1(s.keys)));
        a->setShortcutContext(Qt::WindowShortcut);
        connect(a, &QAction::triggered, this, [this, id = QString::fromLatin1(s.id)] { runAction(id); });
        addAction(a);
        actions_[QString::fromLatin1(s.id)] = a;
    }
    QUndoStack& stack = workspace_.document().undoStack();
    const auto rename = [this, &stack] {
        actions_[QStringLiteral("undo")]->setText(stack.canUndo() ? tr("Undo: %1").arg(stack.undoText()) : tr("Undo"));
        actions_[QStringLiteral("undo")]->setEnabled(stack.canUndo());
        actions_[QStringLiteral("redo")]->setText(stack.canRedo() ? tr("Redo: %1").arg(stack.redoText()) : tr("Redo"));
        actions_[QStringLiteral("redo")]->setEnabled(stack.canRedo());
    };
    connect(&stack, &QUndoStack::indexChanged, this, rename);
    rename();
}

void MainWindow::runAction(const QString& id) {
    const auto step = [this](int by) {
        const auto all = stations();
        for (std::size_t i = 0; i < all.size(); ++i)
            if (all[i].station == workspace_.station()) {
                const auto to = std::clamp(static_cast<int>(i) + by, 0, static_cast<int>(all.size()) - 1);
                workspace_.setStation(all[static_cast<std::size_t>(to)].station);
                return;
            }
    };
    if (id == QStringLiteral("new")) {
        QStringList classes;
        for (const SizeClass& c : sizeClasses()) classes << QString::fromLatin1(c.id);
        bool ok = false;
        const QString chosen =
            QInputDialog::getItem(this, tr("New model"), tr("Size class; every value starts as a default of it."), classes, 4, false, &ok);
        if (ok && mayLeave()) newModel(chosen);
    } else if (id == QStringLiteral("open")) {
        const QString file = QFileDialog::getOpenFileName(this, tr("Open"), {}, tr("Keelhaul setups (*.keel.json);;All files (*)"));
        if (!file.isEmpty() && mayLeave()) openFile(file);
    } else if (id == QStringLiteral("save")) save();
    else if (id == QStringLiteral("save-as")) saveAs();
    else if (id == QStringLiteral("revert")) revert();
    else if (id == QStringLiteral("export")) exportAs();
    else if (id == QStringLiteral("print")) printSheet();
    else if (id == QStringLiteral("preferences")) preferences();
    else if (id == QStringLiteral("handbook")) handbook();
    else if (id == QStringLiteral("shortcuts")) showShortcuts();
    else if (id == QStringLiteral("about")) about();
    else if (id == QStringLiteral("quit")) close();
    else if (id == QStringLiteral("undo")) workspace_.document().undoStack().undo();
    else if (id == QStringLiteral("redo")) workspace_.document().undoStack().redo();
    else if (id == QStringLiteral("boxes")) changeBoxes();
    else if (id == QStringLiteral("prove")) workspace_.proof().start(workspace_.setup());
    else if (id == QStringLiteral("bench-state")) setBenchState();
    else if (id == QStringLiteral("switch-map"))
        FieldsDialog(this, workspace_, tr("Switches and functions"), switchFields(workspace_.setup().transmitter)).exec();
    else if (id == QStringLiteral("to-set")) showStillToSet();
    else if (id == QStringLiteral("schools")) FieldsDialog(this, workspace_, tr("Schools"), schoolFields()).exec();
    else if (id == QStringLiteral("hold-form")) setHold();
    else if (id == QStringLiteral("alarms")) FieldsDialog(this, workspace_, tr("Timer, alarms and voice"), alarmFields()).exec();
    else if (id == QStringLiteral("failsafe"))
        FieldsDialog(this, workspace_, tr("Failsafe and channel limits"), failsafeFields(workspace_.setup().transmitter)).exec();
    else if (id == QStringLiteral("spares")) SparesDialog(this, workspace_).exec();
    else if (id == QStringLiteral("channel-order")) setChannelOrder();
    else if (id == QStringLiteral("save-template")) saveTemplate();
    else if (id.startsWith(QStringLiteral("matrix-"))) changeModes(id);
    else if (id == QStringLiteral("renew")) {
        const Setup after = io::withNewerProfiles(workspace_.setup(), workspace_.library());
        const std::vector<std::string> paths = differingPaths(workspace_.setup(), after);
        if (paths.empty()) {
            showMessage(tr("The profiles in this document are as new as those installed."));
            return;
        }
        QStringList list;
        for (const std::string& path : paths) list << QString::fromStdString(path);
        workspace_.document().replace(tr("Take the newer profiles"), after);
        showMessage(tr("Changed, and can be undone: %1").arg(list.mid(0, 12).join(QStringLiteral(", "))));
    } else if (id == QStringLiteral("reading")) takeReading();
    else if (id == QStringLiteral("readings")) ReadingsDialog(this, workspace_).exec();
    else if (id == QStringLiteral("measured")) measured(false);
    else if (id == QStringLiteral("seen")) measured(true);
    else if (id == QStringLiteral("remedy")) {
        const int i = workspace_.selectedFinding();
        if (i < 0) return;
        const Finding finding = workspace_.entries()[static_cast<std::size_t>(i)].finding;
        if (finding.fix.empty()) showMessage(tr("This one is settled by hand: %1").arg(words(finding.todo)));
        else workspace_.applyFix(finding);
    } else if (id == QStringLiteral("find")) showPalette();
    else if (id == QStringLiteral("why")) showWhy();
    else if (id == QStringLiteral("pose")) workspace_.togglePose();
    else if (id == QStringLiteral("previous")) step(-1);
    else if (id == QStringLiteral("next")) step(1);
    else if (id == QStringLiteral("go-page")) page_->setFocus();
    else if (id == QStringLiteral("go-bench")) {
        if (workspace_.station() != Station::Modes) workspace_.setStation(Station::Modes);
        if (benches_->currentWidget() != curves_) {  // another row's drawing: back to the curves
            const auto& rows = workspace_.page().rows;
            for (std::size_t r = 0; r < rows.size(); ++r)
                if (rows[r].id == "pitch-curve") workspace_.select({static_cast<int>(r), std::max(0, workspace_.selection().cell), 0});
        }
        curves_->enter(true);
    } else if (id == QStringLiteral("go-deck")) {
        deck_->show();
        deck_->setFocus();
    } else if (id == QStringLiteral("fold-deck")) deck_->setVisible(!deck_->isVisible());
    else if (id == QStringLiteral("theme")) setTheme(Theme::kind() == ThemeKind::Chart ? QStringLiteral("night") : QStringLiteral("chart"));
    else if (id == QStringLiteral("menu")) showMenu(top_->mapToGlobal(QPoint(8, 38)));
}

void MainWindow::showMenu(QPoint at) {
    auto* menu = new QMenu(this);
    menu->setObjectName(QStringLiteral("model-menu"));
    menu->setAttribute(Qt::WA_DeleteOnClose);
    const auto add = [&](const char* id) { menu->addAction(actions_[QString::fromLatin1(id)]); };
    add("new");
    add("open");
    QMenu* recent = menu->addMenu(tr("Recent"));
    for (const QString& file : QSettings().value(QStringLiteral("recent")).toStringList())
        recent->addAction(QFileInfo(file).fileName(), this, [this, file] {
            if (mayLeave()) openFile(file);
        });
    recent->setEnabled(!recent->isEmpty());
    menu->addSeparator();
    for (const char* id : {"save", "save-as", "save-template", "revert", "export", "print"}) add(id);
    menu->addSeparator();
    for (const char* id : {"boxes", "switch-map", "hold-form", "schools", "alarms", "failsafe", "spares", "channel-order", "bench-state",
                           "to-set", "renew", "preferences", "handbook", "shortcuts", "about"})
        add(id);
    menu->addSeparator();
    add("quit");
    menu->popup(at);
}

void MainWindow::showPalette() {
    std::vector<Command> commands;
    for (const Shortcut& s : shortcuts())
        if (!s.local)
            commands.push_back({words(s.text).remove(QStringLiteral("…")), QString::fromLatin1(s.keys),
                                [this, id = QString::fromLatin1(s.id)] { runAction(id); }});
    for (const StationEntry& s : stations())
        commands.push_back({tr("Station %1").arg(words(s.name)), QString::number(static_cast<int>(s.station)),
                            [this, s] { workspace_.setStation(s.station); }});
    for (const FlightMode& m : workspace_.setup().transmitter.modes)
        commands.push_back(
            {tr("Fly %1 on the deck").arg(QString::fromStdString(m.name)), {}, [this, id = m.id] { workspace_.setMode(id); }});
    for (const StationPage& page : workspace_.pages())
        for (const Row& row : page.rows)
            for (const Cell& cell : row.cells)
                for (const Part& part : cell.parts)
                    if (!part.field.empty())
                        commands.push_back({words(row.title) + QStringLiteral(": ") + QString::fromStdString(part.field),
                                            words(stationName(page.station)), [this, path = part.field] {
                                                workspace_.goToField(path);
                                                page_->setFocus();
                                            }});
    palette_->ask(std::move(commands));
}

void MainWindow::saveAs() {
    QString file = QFileDialog::getSaveFileName(
        this, tr("Save As"),
        workspace_.document().file().isEmpty()
            ? QString::fromStdString(workspace_.setup().machine.name).toLower().replace(' ', '-') + QStringLiteral(".keel.json")
            : workspace_.document().file(),
        tr("Keelhaul setups (*.keel.json)"));
    if (file.isEmpty()) return;
    if (!file.endsWith(QStringLiteral(".json"))) file += QStringLiteral(".keel.json");
    saveTo(file);
}

void MainWindow::exportAs() {
    const QString file =
        QFileDialog::getSaveFileName(this, tr("Export"), QString::fromStdString(workspace_.setup().machine.name),
                                     tr("Bench sheet as PDF (*.pdf);;Bench sheet as HTML (*.html);;Drawing as SVG (*.svg)"));
    if (file.isEmpty()) return;
    try {
        const Sheet sheet = benchSheet(workspace_.setup(), workspace_.evaluation());
        if (file.endsWith(QStringLiteral(".pdf"))) io::writeFileAtomically(file.toStdString(), sheetPdf(sheet));
        else if (file.endsWith(QStringLiteral(".svg"))) io::writeFileAtomically(file.toStdString(), bench_->svg());
        else if (file.endsWith(QStringLiteral(".html"))) io::writeFileAtomically(file.toStdString(), io::sheetHtml(sheet));
        else {
            showMessage(tr("Nothing was written: the name must end in .pdf, .html or .svg."));
            return;
        }
        showMessage(tr("Written: %1").arg(file));
    } catch (const io::FileError& e) {
        showMessage(QString::fromStdString(e.what()));
    }
}

void MainWindow::printSheet() {
    QPrinter printer(QPrinter::HighResolution);
    printer.setPageSize(QPageSize(QPageSize::A4));
    printer.setDocName(QString::fromStdString(workspace_.setup().machine.name));
    QPrintDialog dialog(&printer, this);
    dialog.setWindowTitle(tr("Print the bench sheet"));
    if (dialog.exec() != QDialog::Accepted) return;
    if (printTo(printer))
        showMessage(tr("The bench sheet of %1 was sent to %2.")
                        .arg(printer.docName(), printer.outputFileName().isEmpty() ? printer.printerName() : printer.outputFileName()));
    else showMessage(tr("The printer did not take the sheet. Export it as PDF instead (Ctrl+E)."));
}

bool MainWindow::printTo(QPrinter& printer) { return printSheetOn(printer, benchSheet(workspace_.setup(), workspace_.evaluation())); }

void MainWindow::setBenchState() {
    const std::vector<Edit> edits = benchState(workspace_.setup());
    if (edits.empty()) {
        showMessage(tr("The transmitter is in its bench state: travel 100, sub-trim 0, straight pitch curves, no mixing."));
        return;
    }
    workspace_.document().edit(tr("Set the transmitter to its bench state"), edits);
    showMessage(
        tr("%1 settings changed, in one step that can be undone: travel 100, sub-trim 0, straight pitch curves, no mixing. Hold is as it "
           "was: keep it on.")
            .arg(edits.size()));
}

void MainWindow::setHold() {
    FieldsDialog form(this, workspace_, tr("Hold, kill and power-on"), holdFields(workspace_.setup().transmitter));
    if (form.exec() != QDialog::Accepted) return;
    const std::vector<Edit> mirror = holdMirrorEdits(workspace_.setup().transmitter);
    if (mirror.empty()) return;
    workspace_.document().edit(tr("Hold flies like the mode before"), mirror);
    showMessage(
        tr("Hold took over %1 rates and gains of the mode an autorotation begins in; one step, and it can be undone.").arg(mirror.size()));
}

void MainWindow::setChannelOrder() {
    const std::vector<Edit> edits = controllerOrder(workspace_.setup());
    if (edits.empty()) {
        showMessage(tr("The channels are in %1's order.").arg(QString::fromStdString(workspace_.setup().controller.profile.name)));
        return;
    }
    workspace_.document().edit(tr("Put the channels in the controller's order"), edits);
    showMessage(tr("%1 channels changed, in one step that can be undone. Check every stick on the controller's monitor again, and the "
                   "failsafe: leads off.")
                    .arg(edits.size()));
}

void MainWindow::showStillToSet() {
    std::vector<Command> commands;
    for (const std::string& path : stillToSet(workspace_.setup()))
        commands.push_back({QString::fromStdString(path), words(fieldAsText(*readField(workspace_.setup(), path))), [this, path] {
                                if (!workspace_.goToField(path)) showMessage(tr("No page shows %1 yet.").arg(QString::fromStdString(path)));
                                page_->setFocus();
                            }});
    if (commands.empty()) showMessage(tr("Nothing is left: every fact and end that belongs to this machine was set."));
    else palette_->ask(std::move(commands));
}

void MainWindow::saveTemplate() {
    const QString file =
        QFileDialog::getSaveFileName(this, tr("Save as a template"),
                                     QString::fromStdString(workspace_.setup().machine.sizeClass) + QStringLiteral("-template.keel.json"),
                                     tr("Keelhaul setups (*.keel.json)"));
    if (file.isEmpty()) return;
    try {
        io::saveDocument(file.toStdString(), asTemplate(workspace_.setup()));
        showMessage(
            tr("The template was written to %1. Open it, save it under the new model's name, and set what its machine gives.").arg(file));
    } catch (const io::FileError& e) {
        showMessage(QString::fromStdString(e.what()));
    }
}

void MainWindow::changeModes(const QString& id) {
    const auto& modes = workspace_.setup().transmitter.modes;
    const Selection s = workspace_.selection();
    if (workspace_.station() != Station::Modes || s.cell < 0 || s.cell >= static_cast<int>(modes.size())) {
        showMessage(tr("Choose a mode in Modes first."));
        return;
    }
    const FlightMode mode = modes[static_cast<std::size_t>(s.cell)];
    const QString name = QString::fromStdString(mode.name);
    try {
        if (id == QStringLiteral("matrix-copy")) copyCell(false);
        else if (id == QStringLiteral("matrix-row")) copyCell(true);
        else if (id == QStringLiteral("matrix-mode")) {
            if (s.cell + 1 >= static_cast<int>(modes.size())) return;
            const FlightMode& next = modes[static_cast<std::size_t>(s.cell) + 1];
            workspace_.document().edit(tr("Copy %1 to %2").arg(name, QString::fromStdString(next.name)),
                                       copyMode(workspace_.setup(), mode.id, next.id));
            workspace_.select({s.row, s.cell + 1, 0});
        } else if (id == QStringLiteral("matrix-rename")) {
            bool ok = false;
            const QString text = QInputDialog::getText(this, tr("Rename the mode"), tr("Name of the mode, as the transmitter shows it"),
                                                       QLineEdit::Normal, name, &ok)
                                     .trimmed();
            if (ok && !text.isEmpty())
                workspace_.document().edit(tr("Rename %1").arg(name), {{"transmitter.modes." + mode.id + ".name", text.toStdString()}});
        } else if (id == QStringLiteral("matrix-add")) {
            workspace_.document().replace(tr("Add a mode"), withModeAfter(workspace_.setup(), mode.id));
            showMessage(tr("The new mode is a copy of %1 and has no switch yet; give it one in Radio.").arg(name));
        } else {
            workspace_.document().replace(tr("Remove %1").arg(name), withoutMode(workspace_.setup(), mode.id));
        }
    } catch (const InputError& e) {
        showMessage(QString::fromStdString(e.what()));
    }
}

void MainWindow::copyCell(bool everyMode) {
    const Row* row = workspace_.selectedRow();
    const Part* part = workspace_.selectedPart();
    const Selection s = workspace_.selection();
    if (row == nullptr || part == nullptr || part->field.empty()) return;
    const auto value = readField(workspace_.setup(), part->field);
    if (!value) return;
    std::vector<Edit> edits;
    for (int c = 0; c < static_cast<int>(row->cells.size()); ++c) {
        const auto& parts = row->cells[static_cast<std::size_t>(c)].parts;
        if (c == s.cell || (!everyMode && c != s.cell + 1) || s.part >= static_cast<int>(parts.size())) continue;
        const std::string& field = parts[static_cast<std::size_t>(s.part)].field;
        if (!field.empty() && field != part->field && readField(workspace_.setup(), field)->info.kind == value->info.kind)
            edits.push_back({field, value->value});
    }
    if (edits.empty()) return;
    workspace_.document().edit(everyMode ? tr("Copy to every mode") : tr("Copy to the next mode"), edits);
    if (!everyMode) workspace_.select({s.row, s.cell + 1, s.part});
}

void MainWindow::revert() {
    const QString file = workspace_.document().file();
    if (file.isEmpty()) {
        showMessage(tr("This model was never saved; there is nothing to go back to."));
        return;
    }
    if (workspace_.document().modified() &&
        QMessageBox::question(this, tr("Revert"), tr("Give up all changes since the last save?"),
                              QMessageBox::Discard | QMessageBox::Cancel, QMessageBox::Cancel) != QMessageBox::Discard)
        return;
    openFile(file);
}

void MainWindow::takeReading() {
    const Row* row = workspace_.selectedRow();
    const RowSolver solver = row == nullptr ? RowSolver{} : solverOfRow(row->id);
    if (solver.solver == nullptr) {
        showMessage(
            tr("Nothing is read for this row. Readings are taken for the end points, the level of the plate, zero pitch, the "
               "reference throw, the collective range and the cyclic limit."));
        return;
    }
    SolveDialog(this, workspace_, *solver.solver, solver.only).exec();
}

void MainWindow::measured(bool seen) {
    const Row* row = workspace_.selectedRow();
    if (row == nullptr || workspace_.station() == Station::Proof) return;
    if (!workspace_.allGuards()) {
        showMessage(tr("Tick the guards first: leads off, blades off, hold on. They are your word about the real machine."));
        return;
    }
    if (seen) {
        if (row->broken) {
            showMessage(tr("This row is broken: settle it first."));
            return;
        }
        workspace_.document().setStanding(tr("Seen on the machine: %1").arg(words(row->title)), {"rows." + row->id},
                                          {Standing::Proved, nowStamp(), {}, {}});
        return;
    }
    const Part* part = workspace_.selectedPart();
    if (part == nullptr || part->field.empty()) {
        showMessage(tr("Choose a stored value first; a computed one follows from its readings."));
        return;
    }
    MeasuredDialog dialog(this, words(row->title));
    if (dialog.exec() != QDialog::Accepted) return;
    workspace_.document().setStanding(
        tr("Measured: %1").arg(words(row->title)), {part->field},
        {Standing::Measured, nowStamp(), dialog.instrument().toStdString(), dialog.uncertainty().toStdString()});
}

void MainWindow::changeBoxes() {
    const io::Library& lib = workspace_.library();
    QDialog dialog(this);
    dialog.setWindowTitle(tr("Boxes and servos"));
    auto* form = new QFormLayout(&dialog);
    const auto combo = [&](const auto& list, const std::string& id) {
        auto* box = new QComboBox(&dialog);
        for (const auto& p : list) {
            box->addItem(QString::fromStdString(p.name));
            if (p.id == id) box->setCurrentIndex(box->count() - 1);
        }
        return box;
    };
    const Setup& s = workspace_.setup();
    auto* tx = combo(lib.transmitters, s.transmitter.profile.id);
    auto* fc = combo(lib.controllers, s.controller.profile.id);
    auto* esc = combo(lib.speedControllers, s.speedController.profile.id);
    auto* plate = combo(lib.servos, s.machine.servos.empty() ? "" : s.machine.servos.front().servo.id);
    auto* tail = combo(lib.servos, s.machine.tail.servo.id);
    form->addRow(tr("Transmitter"), tx);
    form->addRow(tr("Controller"), fc);
    form->addRow(tr("Speed controller"), esc);
    form->addRow(tr("Plate servos"), plate);
    form->addRow(tr("Tail servo"), tail);
    auto* buttons = new QDialogButtonBox(QDialogButtonBox::Ok | QDialogButtonBox::Cancel, &dialog);
    form->addRow(buttons);
    connect(buttons, &QDialogButtonBox::accepted, &dialog, &QDialog::accept);
    connect(buttons, &QDialogButtonBox::rejected, &dialog, &QDialog::reject);
    if (dialog.exec() != QDialog::Accepted) return;
    Setup after = s;
    after.transmitter.profile = lib.transmitters.at(static_cast<std::size_t>(tx->currentIndex()));
    after.controller.profile = lib.controllers.at(static_cast<std::size_t>(fc->currentIndex()));
    after.speedController.profile = lib.speedControllers.at(static_cast<std::size_t>(esc->currentIndex()));
    for (PlateServo& servo : after.machine.servos) servo.servo = lib.servos.at(static_cast<std::size_t>(plate->currentIndex()));
    after.machine.tail.servo = lib.servos.at(static_cast<std::size_t>(tail->currentIndex()));
    workspace_.document().replace(tr("Choose the boxes and servos"), after);
}

void MainWindow::setTheme(const QString& choice) {
    QSettings().setValue(QStringLiteral("theme"), choice);
    Theme::set(choice == QStringLiteral("desktop") ? desktopTheme()
               : choice == QStringLiteral("night") ? ThemeKind::Night
                                                   : ThemeKind::Chart);
    applyPalette();
}

void MainWindow::preferences() {
    QDialog dialog(this);
    dialog.setWindowTitle(tr("Preferences"));
    auto* form = new QFormLayout(&dialog);
    auto* theme = new QComboBox(&dialog);
    const QStringList ids{QStringLiteral("desktop"), QStringLiteral("chart"), QStringLiteral("night")};
    theme->addItems({tr("as the desktop"), tr("Chart, light"), tr("Night, dark")});
    theme->setCurrentIndex(static_cast<int>(
        std::max<qsizetype>(0, ids.indexOf(QSettings().value(QStringLiteral("theme"), QStringLiteral("desktop")).toString()))));
    auto* size = new QComboBox(&dialog);
    const std::array<int, 6> sizes{90, 100, 110, 120, 135, 150};
    for (const int s : sizes) {
        size->addItem(tr("%1 %").arg(s));
        if (std::abs(Theme::textScale() * 100 - s) < 1) size->setCurrentIndex(size->count() - 1);
    }
    form->addRow(tr("Theme"), theme);
    form->addRow(tr("Text size"), size);
    auto* buttons = new QDialogButtonBox(QDialogButtonBox::Ok | QDialogButtonBox::Cancel, &dialog);
    form->addRow(buttons);
    connect(buttons, &QDialogButtonBox::accepted, &dialog, &QDialog::accept);
    connect(buttons, &QDialogButtonBox::rejected, &dialog, &QDialog::reject);
    if (dialog.exec() != QDialog::Accepted) return;
    setTextScale(sizes[static_cast<std::size_t>(size->currentIndex())] / 100.0);
    setTheme(ids[theme->currentIndex()]);
}

namespace {

void showText(QWidget* parent, const QString& title, const QString& markdown) {
    QDialog dialog(parent);
    dialog.setWindowTitle(title);
    dialog.resize(680, 560);
    auto* layout = new QVBoxLayout(&dialog);
    auto* text = new QTextBrowser(&dialog);
    text->setMarkdown(markdown);
    text->setOpenExternalLinks(false);
    layout->addWidget(text);
    auto* buttons = new QDialogButtonBox(QDialogButtonBox::Close, &dialog);
    layout->addWidget(buttons);
    QObject::connect(buttons, &QDialogButtonBox::rejected, &dialog, &QDialog::reject);
    dialog.exec();
}

}  // namespace

void MainWindow::showShortcuts() { showText(this, tr("Shortcuts"), shortcutsMarkdown()); }

void MainWindow::handbook() {
    for (const auto& folder : places_.data)
        for (const auto& file : {folder / "handbook/handbook.md", folder.parent_path() / "docs/handbook/handbook.md"})
            if (std::error_code ec; std::filesystem::exists(file, ec)) {
                showText(this, tr("Handbook"), QString::fromStdString(io::readFile(file)));
                return;
            }
    showMessage(tr("The handbook was not found beside the data."));
}

void MainWindow::about() {
    showText(this, tr("About and licences"),
             tr("## Keelhaul %1\n\nA check along the whole length of a helicopter's set-up, before the rotor turns.\n\n"
                "Free software under the GNU General Public License, version 3 or later.\n\n"
                "Typeface B612 and B612 Mono, under the SIL Open Font License 1.1. Made with Qt 6, Eigen, fmt, nlohmann-json, valijson and "
                "CLI11, each under its own free licence.\n\n"
                "Keelhaul defers to the makers' manuals, your club's rules and local law. It states which checks passed; it never says "
                "that a model is safe.")
                 .arg(QStringLiteral(KEELHAUL_VERSION)));
}

}  // namespace kh::app
