// SPDX-License-Identifier: GPL-3.0-or-later
#include "session/document.h"

#include "base/error.h"
#include "model/accepted.h"
#include "model/changes.h"
#include "model/inboxes.h"

#include <QDateTime>
#include <algorithm>

namespace kh::session {

std::string nowStamp() { return QDateTime::currentDateTimeUtc().toString(Qt::ISODate).toStdString(); }

DocumentModel::DocumentModel(QObject* parent) : QObject(parent), now_(std::make_shared<const Setup>()) {}

void DocumentModel::show() {
    Setup setup = history_.now().setup;
    setup.revision = now_->revision;
    setup.change = now_->change + 1;
    keepBoxes(setup);
    now_ = std::make_shared<const Setup>(std::move(setup));
    emit changed();
    emit stateChanged();
}

void DocumentModel::keepBoxes(Setup& next) {
    next.carried = knownAfterMove(*now_, next);
    for (const Box box : {Box::Transmitter, Box::Controller, Box::SpeedController}) {
        const std::string &was = profileIdOf(*now_, box), &is = profileIdOf(next, box);
        if (was == is) continue;
        aside_[was] = recordsOf(*now_, box);
        if (const auto back = aside_.find(is); back != aside_.end()) next.carried.edit().insert(back->second.begin(), back->second.end());
    }
}

void DocumentModel::put(const QString& name, Setup after, int mergeKey) {
    if (lookedPast_)
        throw InputError(tr("As the boxes stand").toStdString(),
                         tr("nothing is changed here; Ctrl Shift J shows what is wanted again").toStdString());
    requireAccepted(after);
    history_.push(name, {noted(setup(), std::move(after)), unknown()}, mergeKey);
    show();
}

void DocumentModel::edit(const QString& name, const std::vector<Edit>& edits, Standing standing, int mergeKey) {
    Setup after = withEdits(setup(), edits, standing, nowStamp());
    bool differs = false;
    for (const Edit& e : edits)
        if (const auto f = readField(setup(), e.path); !f || f->value != e.value || standingOf(setup(), e.path) != standing) differs = true;
    if (differs) put(name, std::move(after), mergeKey);
}

void DocumentModel::replace(const QString& name, const Setup& after) {
    if (after != setup()) put(name, after, 0);
}

void DocumentModel::setStanding(const QString& name, const std::vector<std::string>& paths, const StandingRecord& record) {
    Setup after = setup();
    for (const std::string& path : paths) after.standings[path] = record;
    replace(name, after);
}

void DocumentModel::setCarried(InBoxes carried) {
    Setup now = setup();
    if (now.carried == carried) return;
    now.change += 1;
    now.carried = std::move(carried);
    now_ = std::make_shared<const Setup>(std::move(now));
    carriedUnsaved_ = true;
    emit changed();
    emit stateChanged();
}

void DocumentModel::abandonMerge(int mergeKey) {
    if (history_.abandon(mergeKey)) show();
}

void DocumentModel::undo() {
    if (!history_.canUndo()) return;
    history_.undo();
    show();
}

void DocumentModel::redo() {
    if (!history_.canRedo()) return;
    history_.redo();
    show();
}

void DocumentModel::begin(io::Document document, bool neverSaved) {
    now_ = std::make_shared<const Setup>(document.setup);
    history_.restart({std::move(document.setup), std::move(document.unknown)});
    notes_ = std::move(document.notes);
    neverSaved_ = neverSaved;
    carriedUnsaved_ = false;
    aside_.clear();
    emit begun();
    emit changed();
    emit stateChanged();
}

void DocumentModel::outgrow(const Setup& other) {
    Setup now = setup();
    now.revision = std::max(now.revision, other.revision);
    now.change = std::max(now.change, other.change) + 1;
    now_ = std::make_shared<const Setup>(std::move(now));
}

void DocumentModel::markUnsaved(const Setup* onDisk) {
    neverSaved_ = true;
    if (onDisk != nullptr) {
        outgrow(*onDisk);
        emit saved();
    }
    emit stateChanged();
}

void DocumentModel::adopt(const QString& name, io::Document onDisk) {
    const int revision = onDisk.setup.revision;
    if (onDisk.setup != setup() || onDisk.unknown != unknown()) {  // its own counts tell what came later in it: they are taken as they are
        requireAccepted(onDisk.setup);
        outgrow(onDisk.setup);
        Setup now = setup();
        now.carried = onDisk.setup.carried;
        now_ = std::make_shared<const Setup>(std::move(now));
        history_.push(name, {std::move(onDisk.setup), std::move(onDisk.unknown)}, 0);
        show();
    }
    markSaved(revision);
}

void DocumentModel::markSaved(int revision) {
    Setup now = setup();
    now.revision = revision;
    now_ = std::make_shared<const Setup>(std::move(now));
    neverSaved_ = false;
    carriedUnsaved_ = false;
    history_.markClean();
    emit saved();
    emit stateChanged();
}

}  // namespace kh::session
