// SPDX-License-Identifier: GPL-3.0-or-later
#include "session/planrunner.h"

#include <QtConcurrentRun>

namespace kh::session {

PlanRunner::PlanRunner(QObject* parent) : QObject(parent) {
    connect(&watcher_, &QFutureWatcher<Result>::finished, this, &PlanRunner::finished);
}

PlanRunner::~PlanRunner() {
    watcher_.disconnect(this);
    watcher_.cancel();
    watcher_.waitForFinished();
}

void PlanRunner::start(const std::shared_ptr<const Setup>& setup, const RuleSet& rules) {
    watcher_.cancel();
    watcher_.setFuture(QtConcurrent::run(
        [&rules](QPromise<Result>& promise, const std::shared_ptr<const Setup>& of) {
            auto out = std::make_shared<WordedPlan>();
            try {
                *out = wordedPlan(*of, rules, [&] { return !promise.isCanceled(); });
            } catch (const std::exception&) {  // no plan of such a document: nothing waits for one for ever
                out->plan.complete = false;
            }
            if (!promise.isCanceled()) promise.addResult(std::move(out));
        },
        setup));
}

void PlanRunner::finished() {
    const auto future = watcher_.future();
    if (future.isCanceled() || future.resultCount() == 0) return;
    emit arrived(future.result());
}

}  // namespace kh::session
