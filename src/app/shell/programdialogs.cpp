// SPDX-License-Identifier: GPL-3.0-or-later
//
// What is about the program, not the model: preferences, shortcuts, handbook, licences.
#include "app/shell/programdialogs.h"

#include "app/shell/handbook.h"
#include "app/shell/shortcuts.h"
#include "paint/look/theme.h"
#include "procedure/registry.h"

#include <QComboBox>
#include <QDialogButtonBox>
#include <QFormLayout>
#include <QSettings>
#include <QTextBrowser>
#include <QVBoxLayout>
#include <array>

namespace kh::app {

using namespace paint;

void ProgramDialogs::preferences() {
    QDialog dialog(window_);
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
    QObject::connect(buttons, &QDialogButtonBox::accepted, &dialog, &QDialog::accept);
    QObject::connect(buttons, &QDialogButtonBox::rejected, &dialog, &QDialog::reject);
    if (dialog.exec() != QDialog::Accepted) return;
    textScale_(sizes[static_cast<std::size_t>(size->currentIndex())] / 100.0);
    theme_(ids[theme->currentIndex()]);
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

void ProgramDialogs::showShortcuts() { showText(window_, tr("Shortcuts"), shortcutsMarkdown()); }

void ProgramDialogs::handbook() {
    for (const auto& folder : places_.data)
        for (const auto& pages : {folder / "handbook", folder.parent_path() / "docs/handbook"})
            if (std::error_code ec; std::filesystem::exists(pages / "handbook.md", ec)) {
                // the page of the station first, if it has one; every other is a link away
                const QString own = QString::fromLatin1(workspace_.stations().name(workspace_.station())).toLower() + QStringLiteral(".md");
                const std::filesystem::path page = pages / own.toStdString();
                Handbook(window_, QString::fromStdString(pages.string()),
                         std::filesystem::exists(page, ec) ? own : QStringLiteral("handbook.md"))
                    .exec();
                return;
            }
    showMessage(tr("The handbook was not found beside the data."));
}

void ProgramDialogs::about() {
    showText(window_, tr("About and licences"),
             tr("## Keelhaul %1\n\nA check along the whole length of a helicopter's set-up, before the rotor turns.\n\n"
                "Free software under the GNU General Public License, version 3 or later.\n\n"
                "Typeface B612 and B612 Mono, under the SIL Open Font License 1.1. Made with Qt 6, Eigen, fmt, nlohmann-json, valijson and "
                "CLI11, each under its own free licence.\n\n"
                "Keelhaul defers to the makers' manuals, your club's rules and local law. It states which checks passed; it never says "
                "that a model is safe.")
                 .arg(QStringLiteral(KEELHAUL_VERSION)));
}

}  // namespace kh::app
