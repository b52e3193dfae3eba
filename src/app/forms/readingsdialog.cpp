// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/forms/readingsdialog.h"

#include "app/look/look.h"

#include <QDialogButtonBox>
#include <QHeaderView>
#include <QLabel>
#include <QPushButton>
#include <QShortcut>
#include <QTableView>
#include <QVBoxLayout>

namespace kh::app {

ReadingsDialog::ReadingsDialog(QWidget* parent, session::Workspace& workspace)
    : QDialog(parent), model_(workspace), table_(new QTableView) {
    setWindowTitle(tr("Readings"));
    auto* layout = new QVBoxLayout(this);
    auto* note = lookLabel(LabelLook::Muted, {});
    note->setObjectName(QStringLiteral("note"));
    layout->addWidget(note);
    table_->setObjectName(QStringLiteral("readings"));
    table_->setAccessibleName(tr("Readings"));
    table_->setModel(&model_);
    table_->setSelectionBehavior(QAbstractItemView::SelectRows);
    table_->setSelectionMode(QAbstractItemView::ExtendedSelection);
    table_->setTabKeyNavigation(false);  // Tab goes to the buttons
    table_->setShowGrid(false);
    table_->verticalHeader()->hide();
    table_->horizontalHeader()->setDefaultAlignment(Qt::AlignLeft | Qt::AlignVCenter);
    table_->horizontalHeader()->setStretchLastSection(true);
    table_->horizontalHeader()->setHighlightSections(false);
    layout->addWidget(table_, 1);
    auto* buttons = new QDialogButtonBox(QDialogButtonBox::Close);
    auto* remove = buttons->addButton(tr("Take out"), QDialogButtonBox::ActionRole);
    remove->setAutoDefault(false);
    connect(remove, &QPushButton::clicked, this, &ReadingsDialog::removeChosen);
    connect(new QShortcut(QKeySequence::Delete, this), &QShortcut::activated, this, &ReadingsDialog::removeChosen);
    connect(buttons, &QDialogButtonBox::rejected, this, &QDialog::reject);
    layout->addWidget(buttons);
    const auto told = [this, note, remove] {
        const bool empty = model_.rowCount() == 0;
        note->setText(empty ? tr("Nothing was read yet. Choose a row, for example Pitch, reference throw, and press Ctrl+R.")
                            : tr("Newest first. Older readings serve the secant and the check of outliers; take out what was misread."));
        table_->setVisible(!empty);
        remove->setVisible(!empty);
        table_->resizeColumnsToContents();
        if (!empty && !table_->currentIndex().isValid())  // the keyboard is there; nothing is chosen yet
            table_->selectionModel()->setCurrentIndex(model_.index(0, 0), QItemSelectionModel::NoUpdate);
    };
    connect(&model_, &QAbstractItemModel::modelReset, this, told);
    told();
    resize(820, 420);
}

void ReadingsDialog::removeChosen() { model_.takeOut(table_->selectionModel()->selectedRows()); }

}  // namespace kh::app
