// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/shell/handbook.h"

#include <QDialogButtonBox>
#include <QPushButton>
#include <QVBoxLayout>

namespace kh::app {

Handbook::Handbook(QWidget* parent, const QString& folder, const QString& page) : QDialog(parent), text_(new QTextBrowser) {
    setWindowTitle(tr("Handbook"));
    resize(760, 640);
    text_->setSearchPaths({folder});
    text_->setOpenExternalLinks(false);
    auto* layout = new QVBoxLayout(this);
    layout->addWidget(text_);
    auto* buttons = new QDialogButtonBox(QDialogButtonBox::Close);
    auto* back = buttons->addButton(tr("Back"), QDialogButtonBox::ActionRole);
    auto* contents = buttons->addButton(tr("Contents"), QDialogButtonBox::ActionRole);
    back->setEnabled(false);
    connect(text_, &QTextBrowser::backwardAvailable, back, &QPushButton::setEnabled);
    connect(back, &QPushButton::clicked, text_, &QTextBrowser::backward);
    connect(contents, &QPushButton::clicked, this, [this] { text_->setSource(QUrl(QStringLiteral("handbook.md"))); });
    connect(buttons, &QDialogButtonBox::rejected, this, &QDialog::reject);
    layout->addWidget(buttons);
    text_->setSource(QUrl(page));
}

}  // namespace kh::app
