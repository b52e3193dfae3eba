// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/forms/ask.h"

#include <QPushButton>

namespace kh::app {

QMessageBox::StandardButton ask(QWidget* parent, const QString& title, const QString& text, QMessageBox::StandardButtons buttons,
                                QMessageBox::StandardButton preferred,
                                const std::vector<std::pair<QMessageBox::StandardButton, QString>>& called) {
    QMessageBox box(QMessageBox::Question, title, text, buttons, parent);
    box.setTextFormat(Qt::PlainText);
    box.setDefaultButton(preferred);
    for (const auto& [button, name] : called) box.button(button)->setText(name);
    box.exec();
    const auto pressed = box.standardButton(box.clickedButton());
    return pressed == QMessageBox::NoButton ? QMessageBox::Cancel : pressed;  // closed is not answered
}

OutsideAnswer askOutside(QWidget* parent, const QString& text, const QStringList& differences, bool readable) {
    QMessageBox box(QMessageBox::Warning, QMessageBox::tr("Changed by another program"), text, QMessageBox::NoButton, parent);
    box.setObjectName(QStringLiteral("outside"));
    box.setTextFormat(Qt::PlainText);
    box.setInformativeText(differences.join('\n'));
    const QPushButton* saveAs = box.addButton(QMessageBox::tr("Save mine as…"), QMessageBox::AcceptRole);
    const QPushButton* theirs = readable ? box.addButton(QMessageBox::tr("Take theirs"), QMessageBox::ActionRole) : nullptr;
    const QPushButton* mine = box.addButton(QMessageBox::tr("Keep mine"), QMessageBox::DestructiveRole);
    QPushButton* later = box.addButton(QMessageBox::Cancel);
    box.setEscapeButton(later);
    box.setDefaultButton(later);
    box.exec();
    const QAbstractButton* chosen = box.clickedButton();
    if (chosen == saveAs) return OutsideAnswer::SaveAs;
    if (chosen == mine) return OutsideAnswer::KeepMine;
    return chosen != nullptr && chosen == theirs ? OutsideAnswer::TakeTheirs : OutsideAnswer::Later;
}

}  // namespace kh::app
