// SPDX-License-Identifier: GPL-3.0-or-later
#include "session/proofrunner.h"

#include "procedure/registry.h"

#include <QtConcurrentRun>

namespace kh::session {

namespace {

void run(QPromise<ProofRunner::Result>& promise, const std::shared_ptr<const Setup>& setup) {
    auto proof = std::make_shared<SwitchProof>();
    try {
        *proof = proveSwitches(*setup, [&](std::uint64_t done, std::uint64_t total) {
            promise.setProgressRange(0, static_cast<int>(total));
            promise.setProgressValue(static_cast<int>(done));
            return !promise.isCanceled();
        });
    } catch (const std::exception&) {  // the chain is impossible; the evaluation's finding says why
        *proof = {};
    }
    if (!proof->cancelled) promise.addResult(std::move(proof));
}

}  // namespace

ProofRunner::ProofRunner(QObject* parent) : QObject(parent) {
    connect(&watcher_, &QFutureWatcher<Result>::finished, this, &ProofRunner::finished);
    connect(&watcher_, &QFutureWatcher<Result>::progressValueChanged, this, &ProofRunner::progressed);
}

ProofRunner::~ProofRunner() {
    watcher_.disconnect(this);
    watcher_.cancel();
    watcher_.waitForFinished();
}

void ProofRunner::start(const std::shared_ptr<const Setup>& setup) {
    watcher_.cancel();
    state_ = State::Trying;
    watcher_.setFuture(QtConcurrent::run(run, setup));
    emit progressed();
}

void ProofRunner::cancel() {
    if (state_ != State::Trying) return;
    watcher_.cancel();
    state_ = State::Cancelled;
    emit progressed();
}

void ProofRunner::finished() {
    const QFuture<Result> future = watcher_.future();
    if (state_ != State::Trying || future.isCanceled() || future.resultCount() == 0) return;
    state_ = State::Fresh;
    emit arrived(future.result());
}

}  // namespace kh::session
