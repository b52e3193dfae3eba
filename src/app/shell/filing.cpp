// SPDX-License-Identifier: GPL-3.0-or-later
//
// The document and its file: opening, saving, what another program did to it meanwhile, what a killed window left behind.
#include "app/shell/filing.h"

#include "app/forms/ask.h"
#include "paint/look/theme.h"
#include "session/told.h"

#include <QApplication>
#include <QFile>
#include <QFileDialog>
#include <QFileInfo>
#include <QLocale>
#include <QSettings>
#include <algorithm>

namespace kh::app {

namespace {

constexpr qsizetype kShownDifferences = 12;

/// " (process 123 on bench)", as far as it is known.
QString whoHolds(const session::LockHolder& holder) {
    if (holder.pid <= 0) return {};
    return ' ' + (holder.host.isEmpty() ? Filing::tr("(process %1)").arg(holder.pid)
                                        : Filing::tr("(process %1 on %2)").arg(holder.pid).arg(shown(holder.host.toStdString())));
}

}  // namespace

bool Filing::openFile(const QString& file) {
    try {
        workspace_.repository().open(file);
    } catch (const std::runtime_error& e) {
        showMessage(tr("%1 was not opened. %2").arg(QFileInfo(file).fileName(), session::told(workspace_.setup(), e)));
        return false;
    }
    remember(file);
    showMessage({});
    QStringList notes = libraryTroubles();
    if (const auto& other = workspace_.repository().otherWindow())
        notes << tr("%1 is open in another window too%2. Whoever saves second is asked.").arg(QFileInfo(file).fileName(), whoHolds(*other));
    for (const Message& note : workspace_.document().notes()) notes << words(note);
    const auto newer = differingPaths(workspace_.setup(), io::withNewerProfiles(workspace_.setup(), workspace_.library()));
    if (!newer.empty())
        notes << counted(newer.size(),
                         KH_TR("Newer profiles are installed ({n} value differs). \"Take the newer profiles\" in the model menu takes them "
                               "as one undoable change."),
                         KH_TR("Newer profiles are installed ({n} values differ). \"Take the newer profiles\" in the model menu takes "
                               "them as one undoable change."));
    if (!notes.isEmpty()) {
        showMessage(notes.mid(0, 6).join('\n'));
    }
    return true;
}

bool Filing::saveTo(const QString& file) {
    try {
        workspace_.repository().saveAs(file);
    } catch (const std::runtime_error& e) {
        showMessage(tr("Not saved; the old file is untouched. %1").arg(session::told(workspace_.setup(), e)));
        return false;
    }
    remember(file);
    return true;
}

bool Filing::save() {
    if (workspace_.repository().file().isEmpty()) {
        saveAs();
        return !workspace_.document().modified();
    }
    // asked again where yet another version was written while the question was open
    while (const auto change = workspace_.repository().outside()) {
        if (change->missing) break;
        if (!settleOutside(*change)) return false;
        if (!workspace_.document().modified()) return true;  // theirs was taken, or mine went elsewhere
    }
    return saveTo(workspace_.repository().file());
}

bool Filing::settleOutside(const session::OutsideChange& change) {
    session::Repository& repository = workspace_.repository();
    const QString name = QFileInfo(repository.file()).fileName();
    QString text = tr("%1 was changed by another program since it was read here.").arg(name);
    QStringList lines;
    if (change.theirs) {
        lines = session::differences({workspace_.setup(), workspace_.document().unknown(), {}}, *change.theirs, kShownDifferences);
        if (lines.isEmpty()) {  // the same document in other bytes
            repository.accept(change);
            return true;
        }
        text += ' ' + tr("Here → there:");
    } else {
        text += ' ' + tr("It cannot be read any more: %1").arg(change.problem);
    }
    switch (askOutside(window_, text, lines, change.theirs.has_value())) {
        case OutsideAnswer::Later: return false;
        case OutsideAnswer::SaveAs: saveAs(); return !workspace_.document().modified();
        case OutsideAnswer::TakeTheirs: repository.takeTheirs(change); return true;
        case OutsideAnswer::KeepMine: repository.keepMine(change); return true;
    }
    return false;
}

void Filing::lookOutside() {
    if (QApplication::activeModalWidget() != nullptr) return;
    const auto change = workspace_.repository().outside();
    if (!change) {
        outsideTold_ = {};
        return;
    }
    if (change->state == outsideTold_) return;  // told already; saving asks again
    outsideTold_ = change->state;
    if (change->missing)
        showMessage(tr("%1 is gone from its folder. Saving writes it again.").arg(QFileInfo(workspace_.repository().file()).fileName()));
    else (void)settleOutside(*change);
}

bool Filing::mayLeave() {
    if (!workspace_.document().modified()) return true;
    const auto answer =
        ask(window_, tr("Unsaved changes"), tr("%1 has changes that are not saved.").arg(shown(workspace_.setup().machine.name)),
            QMessageBox::Save | QMessageBox::Discard | QMessageBox::Cancel, QMessageBox::Save);
    return answer == QMessageBox::Discard || (answer == QMessageBox::Save && save());
}

void Filing::saveAs() {
    const session::Repository& repository = workspace_.repository();
    QFileDialog dialog(window_, tr("Save As"), {}, tr("Keelhaul setups (*.keel.json)"));
    dialog.setAcceptMode(QFileDialog::AcceptSave);
    dialog.setDefaultSuffix(QStringLiteral("keel.json"));  // before the question about writing over a file, which is asked of that name
    dialog.selectFile(repository.file().isEmpty()
                          ? QString::fromStdString(workspace_.setup().machine.name).toLower().replace(' ', '-').replace('/', '-') +
                                QStringLiteral(".keel.json")
                          : repository.file());
    if (dialog.exec() != QDialog::Accepted) return;
    const QString file = dialog.selectedFiles().value(0);
    if (file.isEmpty()) return;
    const bool own = QFileInfo(file).canonicalFilePath() == QFileInfo(repository.file()).canonicalFilePath();
    if (const auto holder = own ? std::nullopt : session::Repository::holderOf(file)) {
        const auto answer = ask(window_, tr("Open in another window"),
                                tr("%1 is open in another window%2, which would be asked when it saves. Write over it?")
                                    .arg(QFileInfo(file).fileName(), whoHolds(*holder)),
                                QMessageBox::Save | QMessageBox::Cancel, QMessageBox::Cancel);
        if (answer != QMessageBox::Save) return;
    }
    saveTo(file);
}

void Filing::revert() {
    const QString file = workspace_.repository().file();
    if (file.isEmpty()) {
        showMessage(tr("This model was never saved; there is nothing to go back to."));
        return;
    }
    if (workspace_.document().modified() && ask(window_, tr("Revert"), tr("Give up all changes since the last save?"),
                                                QMessageBox::Discard | QMessageBox::Cancel, QMessageBox::Cancel) != QMessageBox::Discard)
        return;
    openFile(file);
}

QStringList Filing::libraryTroubles() const {
    QStringList out;
    for (const std::string& problem : workspace_.library().problems) out << tr("Left out, it cannot be read: %1").arg(shown(problem));
    if (out.size() <= 2) return out;
    const qsizetype more = out.size() - 2;
    return out.mid(0, 2) << tr("… and %1 more").arg(more);
}

void Filing::remember(const QString& file) {
    QSettings settings;
    QStringList recent = settings.value(QStringLiteral("recent")).toStringList();
    const QString path = QFileInfo(file).absoluteFilePath();
    recent.removeAll(path);
    recent.prepend(path);
    settings.setValue(QStringLiteral("recent"), recent.mid(0, 10));
}

void Filing::offerJournals() {
    for (const QString& journal : session::Journal::left(places_.stateFolder)) {
        std::optional<session::JournalEntry> entry;
        try {
            entry = session::Journal::read(journal);
        } catch (const std::exception& e) {
            showMessage(tr("What a killed window left behind cannot be read; it is kept at %1. %2")
                            .arg(journal, session::told(workspace_.setup(), e)));
            continue;
        }
        const Setup& left = entry->document.setup;
        QString against = tr("It was never saved under a name.");
        if (!entry->file.isEmpty()) {
            try {
                const QStringList lines = session::differences(io::loadDocument(QFile::encodeName(entry->file).toStdString()),
                                                               entry->document, kShownDifferences);
                if (lines.isEmpty()) {  // it was saved after all
                    session::Journal::remove(journal);
                    continue;
                }
                against = tr("On disk → left behind:") + '\n' + lines.join('\n');
            } catch (const std::exception& e) {
                against = tr("Its file cannot be compared: %1").arg(session::told(left, e));
            }
        }
        const QString where = entry->file.isEmpty() ? QString() : QStringLiteral(" (%1)").arg(entry->file);
        const auto answer =
            ask(window_, tr("Changes were not saved"),
                tr("Keelhaul ended on %1 before changes to %2%3 were saved.")
                        .arg(QLocale().toString(entry->at, QLocale::ShortFormat), shown(left.machine.name), where) +
                    QStringLiteral("\n\n") + against,
                QMessageBox::Yes | QMessageBox::No | QMessageBox::Cancel, QMessageBox::Yes,
                {{QMessageBox::Yes, tr("Bring back")}, {QMessageBox::No, tr("Give up")}, {QMessageBox::Cancel, tr("Later")}});
        if (answer != QMessageBox::Yes && answer != QMessageBox::No) return;  // asked again at the next start
        if (answer == QMessageBox::Yes) {
            workspace_.attempt([&] { workspace_.repository().recover(journal); });
            return;
        }
        session::Journal::remove(journal);
    }
}

}  // namespace kh::app
