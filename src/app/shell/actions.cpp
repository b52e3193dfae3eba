// SPDX-License-Identifier: GPL-3.0-or-later
//
// What each entry of the shortcut table does; the menu and the palette are made from it.
#include "app/forms/fieldsdialog.h"
#include "app/forms/readingsdialog.h"
#include "app/forms/sparesdialog.h"
#include "app/shell/desktop.h"
#include "app/shell/handbook.h"
#include "app/shell/mainwindow.h"
#include "paint/look/theme.h"
#include "procedure/registry.h"

#include <QAction>
#include <QApplication>
#include <QComboBox>
#include <QDialogButtonBox>
#include <QFileDialog>
#include <QFormLayout>
#include <QInputDialog>
#include <QMenu>
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
        const auto all = workspace_.stations().entries();
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
    else if (id == QStringLiteral("layout-built")) chooseLayoutBuilt();
    else if (id == QStringLiteral("layout-form"))
        FieldsDialog(this, workspace_, tr("Layout, angles and radii"), layoutFields(workspace_.setup())).exec();
    else if (id == QStringLiteral("servo-book")) openServoBook();
    else if (id == QStringLiteral("dimensions")) bench_->toggleDimensions();
    else if (id == QStringLiteral("exaggerate"))
        showMessage(tr("Heights and angles of the section are drawn %1 ×; the numbers stay.").arg(bench_->exaggerate()));
    else if (id == QStringLiteral("to-set")) showStillToSet();
    else if (id == QStringLiteral("schools")) FieldsDialog(this, workspace_, tr("Schools"), schoolFields()).exec();
    else if (id == QStringLiteral("hold-form"))
        FieldsDialog(this, workspace_, tr("Hold, kill and power-on"), holdFields(workspace_.setup().transmitter)).exec();
    else if (id == QStringLiteral("hold-mirror")) mirrorHold();
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
    for (const char* id : {"boxes", "servo-book", "layout-built", "layout-form", "switch-map", "hold-form", "schools", "alarms", "failsafe",
                           "spares", "channel-order", "bench-state", "to-set", "renew", "preferences", "handbook", "shortcuts", "about"})
        add(id);
    menu->addSeparator();
    add("quit");
    menu->popup(at);
}

namespace {

/// "Servo arms: r 14.0 mm".
QString settingText(const Row& row, const Part& part) {
    QStringList text{words(row.title) + QLatin1Char(':')};
    if (!part.label.empty()) text << words(part.label);
    text << words(part.value);
    if (part.unit[0] != '\0') text << QString::fromUtf8(part.unit);
    return text.join(QLatin1Char(' '));
}

}  // namespace

void MainWindow::showPalette() {
    std::vector<Command> commands;
    for (const Shortcut& s : shortcuts())
        if (!s.local)
            commands.push_back({words(s.text).remove(QStringLiteral("…")), QString::fromLatin1(s.keys),
                                [this, id = QString::fromLatin1(s.id)] { runAction(id); }});
    for (const StationEntry& s : workspace_.stations().entries())
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
                        commands.push_back({settingText(row, part), words(stationName(page.station)),
                                            [this, path = part.field] {
                                                workspace_.goToField(path);
                                                page_->setFocus();
                                            },
                                            QString::fromStdString(part.field)});
    palette_->ask(std::move(commands));
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
        for (const auto& pages : {folder / "handbook", folder.parent_path() / "docs/handbook"})
            if (std::error_code ec; std::filesystem::exists(pages / "handbook.md", ec)) {
                // the page of the station first, if it has one; every other is a link away
                const QString own = QString::fromLatin1(stationName(workspace_.station())).toLower() + QStringLiteral(".md");
                const std::filesystem::path page = pages / own.toStdString();
                Handbook(this, QString::fromStdString(pages.string()),
                         std::filesystem::exists(page, ec) ? own : QStringLiteral("handbook.md"))
                    .exec();
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
