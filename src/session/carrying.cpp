// SPDX-License-Identifier: GPL-3.0-or-later
#include "session/carrying.h"

#include "session/workspace.h"
#include "text/words.h"

#include <QtConcurrentRun>

namespace kh::session {

Carrying::Carrying(Workspace& workspace) : in_(workspace) {
    connect(&watcher_, &QFutureWatcher<Result>::finished, this, [this] {
        const auto future = watcher_.future();
        if (future.isCanceled() || future.resultCount() == 0) return;
        until_ = future.result();
        emit worked();
    });
}

Carrying::~Carrying() {
    watcher_.disconnect(this);
    watcher_.cancel();
    watcher_.waitForFinished();
}

const std::vector<CarryBox>& Carrying::boxes() const {
    if (of_ != in_.document().shared()) {
        of_ = in_.document().shared();
        boxes_ = carry(*of_);
    }
    return boxes_;
}

std::size_t Carrying::left(Box box) const {
    for (const CarryBox& b : boxes())
        if (b.box == box) return b.left();
    return 0;
}

const UntilTyped* Carrying::until() const { return asked_ == in_.document().shared() ? until_.get() : nullptr; }

void Carrying::work() {
    if (asked_ == in_.document().shared()) return;
    asked_ = in_.document().shared();
    until_.reset();
    watcher_.cancel();
    const StationSet& stations = in_.stations();
    watcher_.setFuture(QtConcurrent::run(
        [&stations](QPromise<Result>& promise, const std::shared_ptr<const Setup>& of, const std::vector<CarryBox>& boxes) {
            auto out = std::make_shared<UntilTyped>();
            try {
                *out = untilTyped(*of, boxes, stations, [&] { return !promise.isCanceled(); });
            } catch (const std::exception&) {  // of such a document nothing can be said: nothing waits for it for ever
                out->whole = false;
            }
            if (!promise.isCanceled()) promise.addResult(std::move(out));
        },
        asked_, boxes()));
}

void Carrying::pageStands(const CarryPage& page) {
    in_.document().setCarried(withStanding(in_.document().setup(), pathsOf(page), InBoxBy::Typed, nowStamp()));
}

void Carrying::lineReads(const std::string& path, const QString& text, InBoxBy by) {
    in_.document().setCarried(withReadBack(in_.document().setup(), path, text.toStdString(), nowStamp(), by));
}

QStringList Carrying::reset(Box box) {
    const InBoxes carried = withUnknown(in_.document().setup(), box, nowStamp());
    QStringList stale;
    for (const Message& row : staleBy(in_.document().setup(), carried)) stale << words(row);
    in_.document().setCarried(carried);
    return stale;
}

void Carrying::takeBack(const ReadBack& read) { in_.document().setCarried(takenBack(in_.document().setup(), read, nowStamp())); }

}  // namespace kh::session
