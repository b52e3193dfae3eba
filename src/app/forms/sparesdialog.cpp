// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/forms/sparesdialog.h"

#include "app/look/look.h"
#include "model/modeedits.h"
#include "paint/look/theme.h"

#include <QComboBox>
#include <QDialogButtonBox>
#include <QFormLayout>
#include <QLabel>
#include <QVBoxLayout>

namespace kh::app {

namespace {

const QString kInhibited = QStringLiteral("inhibited");
const QString kCentre = QStringLiteral("centre");

}  // namespace

SparesDialog::SparesDialog(QWidget* parent, Workspace& workspace) : QDialog(parent), workspace_(workspace) {
    setWindowTitle(tr("Unused channels"));
    const TransmitterSettings& tx = workspace.setup().transmitter;
    auto* layout = new QVBoxLayout(this);
    layout->addWidget(lookLabel(LabelLook::Muted, tr("An unused channel that still sends can reach a port of the controller and change a "
                                                     "setting in flight. Inhibit it, unless something listens to it by intent.")));
    auto* form = new QFormLayout;
    for (const int number : unusedChannels(tx)) {
        auto* choice = new QComboBox;
        choice->setObjectName(QStringLiteral("spare-%1").arg(number));
        choice->setAccessibleName(tr("Channel %1").arg(number));
        choice->addItem(tr("inhibited"), kInhibited);
        choice->addItem(tr("sends its centre"), kCentre);
        for (const SwitchProfile& s : tx.profile.switches)
            choice->addItem(tr("follows %1").arg(QString::fromStdString(s.id)), QString::fromStdString(s.id));
        for (const SpareChannel& s : tx.spares)
            if (s.number == number)
                choice->setCurrentIndex(choice->findData(s.follows.empty() ? kCentre : QString::fromStdString(s.follows)));
        form->addRow(tr("Channel %1").arg(number), choice);
        rows_.push_back({number, choice});
    }
    if (rows_.empty()) layout->addWidget(new QLabel(tr("Every channel of this transmitter is used.")));
    layout->addLayout(form);
    layout->addStretch();
    auto* buttons = new QDialogButtonBox(QDialogButtonBox::Ok | QDialogButtonBox::Cancel);
    connect(buttons, &QDialogButtonBox::accepted, this, &SparesDialog::accept);
    connect(buttons, &QDialogButtonBox::rejected, this, &QDialog::reject);
    layout->addWidget(buttons);
    resize(460, 140 + 34 * static_cast<int>(rows_.size()));
}

void SparesDialog::accept() {
    std::vector<SpareChannel> spares;
    for (const Row& row : rows_) {
        const QString chosen = row.choice->currentData().toString();
        if (chosen == kInhibited) continue;
        spares.push_back({"ch" + std::to_string(row.number), row.number, chosen == kCentre ? std::string() : chosen.toStdString()});
    }
    const Setup after = withSpares(workspace_.setup(), spares);
    if (!(after == workspace_.setup())) workspace_.document().replace(windowTitle(), after);
    QDialog::accept();
}

}  // namespace kh::app
