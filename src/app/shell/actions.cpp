// SPDX-License-Identifier: GPL-3.0-or-later
//
// What each entry of the shortcut table does; the menu and the palette are made from it.
#include "app/shell/desktop.h"
#include "app/shell/handbook.h"
#include "app/shell/mainwindow.h"
#include "model/names.h"
#include "paint/look/theme.h"
#include "procedure/registry.h"

#include <QAction>
#include <QApplication>
#include <QComboBox>
#include <QDialogButtonBox>
#include <QFormLayout>
#include <QMenu>
#include <QSettings>
#include <QTextBrowser>
#include <QVBoxLayout>

namespace kh::app {

using namespace paint;

const Command& MainWindow::command(const std::string& id) const {
    const auto found = commands_.find(id);
    if (found == commands_.end()) throw std::logic_error("nothing is done for the command " + id);
    return found->second;
}

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
    const auto refresh = [this] {
        for (const auto& [id, c] : commands_) actions_[QString::fromStdString(id)]->setEnabled(c.enabled());
        const History& history = workspace_.document().history();
        actions_[QStringLiteral("undo")]->setText(history.canUndo() ? tr("Undo: %1").arg(history.undoText()) : tr("Undo"));
        actions_[QStringLiteral("redo")]->setText(history.canRedo() ? tr("Redo: %1").arg(history.redoText()) : tr("Redo"));
    };
    connect(&workspace_.document(), &DocumentModel::stateChanged, this, refresh);
    connect(&workspace_, &Workspace::swapped, this, refresh);  // another class of aircraft has other rows
    refresh();
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
                const QString own = QString::fromLatin1(workspace_.stations().name(workspace_.station())).toLower() + QStringLiteral(".md");
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
