// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/forms/readingsdialog.h"

#include "paint/look/theme.h"
#include "procedure/registry.h"

#include <QDialogButtonBox>
#include <QLabel>
#include <QListWidget>
#include <QPushButton>
#include <QShortcut>
#include <QVBoxLayout>
#include <algorithm>

namespace kh::app {

using namespace paint;

ReadingsDialog::ReadingsDialog(QWidget* parent, Workspace& workspace) : QDialog(parent), workspace_(workspace), list_(new QListWidget) {
    setWindowTitle(tr("Readings"));
    auto* layout = new QVBoxLayout(this);
    auto* note = new QLabel(tr("Newest first. Older readings serve the secant and the check of outliers; take out what was misread."));
    note->setWordWrap(true);
    layout->addWidget(note);
    list_->setObjectName(QStringLiteral("readings"));
    list_->setAccessibleName(tr("Readings"));
    list_->setSelectionMode(QAbstractItemView::ExtendedSelection);
    layout->addWidget(list_, 1);
    auto* buttons = new QDialogButtonBox(QDialogButtonBox::Close);
    auto* remove = buttons->addButton(tr("Take out"), QDialogButtonBox::ActionRole);
    remove->setAutoDefault(false);
    connect(remove, &QPushButton::clicked, this, &ReadingsDialog::removeChosen);
    connect(new QShortcut(QKeySequence::Delete, this), &QShortcut::activated, this, &ReadingsDialog::removeChosen);
    connect(buttons, &QDialogButtonBox::rejected, this, &QDialog::reject);
    layout->addWidget(buttons);
    resize(640, 420);
    fill();
}

void ReadingsDialog::fill() {
    list_->clear();
    const auto& readings = workspace_.setup().readings;
    for (auto r = readings.rbegin(); r != readings.rend(); ++r) {
        QStringList under;
        for (const std::string& u : r->under) {
            const std::size_t equals = u.find('=');
            under << tr("%1 = %2").arg(workspace_.fieldName(u.substr(0, equals)),
                                       equals == std::string::npos ? QString() : QString::fromStdString(u.substr(equals + 1)));
        }
        auto* item = new QListWidgetItem(
            QStringLiteral("%1   %2   %3   %4   %5")
                .arg(QString::fromStdString(r->at).left(16).replace(QLatin1Char('T'), QLatin1Char(' ')),
                     words(readingTitle(workspace_.setup(), solvers(), r->what)),
                     words(say("{v} {u}", {{"v", signedNum(r->value, 1)}, {"u", r->unit}})),
                     QStringList{words(r->instrument.c_str()), QString::fromStdString(r->uncertainty)}.join(QLatin1Char(' ')).trimmed(),
                     under.join(QStringLiteral(", "))));
        item->setData(Qt::UserRole, QString::fromStdString(r->id));
        list_->addItem(item);
    }
    if (readings.empty()) {
        auto* empty = new QListWidgetItem(tr("Nothing was read yet. Choose a row, for example Pitch, reference throw, and press Ctrl+R."));
        empty->setFlags(Qt::NoItemFlags);
        list_->addItem(empty);
    }
}

void ReadingsDialog::removeChosen() {
    Setup after = workspace_.setup();
    for (const QListWidgetItem* item : list_->selectedItems()) {
        const std::string id = item->data(Qt::UserRole).toString().toStdString();
        std::erase_if(after.readings, [&](const Reading& r) { return r.id == id; });
    }
    if (after == workspace_.setup()) return;
    workspace_.document().replace(tr("Take out a reading"), after);
    fill();
}

}  // namespace kh::app
