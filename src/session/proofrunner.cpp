// SPDX-License-Identifier: GPL-3.0-or-later
#include "session/proofrunner.h"

#include "base/error.h"
#include "procedure/registry.h"

#include <QtConcurrentRun>

namespace kh::app {

namespace {

void run(QPromise<SwitchProof>& promise, const Setup& setup) {
    try {
        SwitchProof proof = proveSwitches(setup, [&](std::uint64_t done, std::uint64_t total) {
            promise.setProgressRange(0, static_cast<int>(total));
            promise.setProgressValue(static_cast<int>(done));
            return !promise.isCanceled();
        });
        if (!proof.cancelled) promise.addResult(std::move(proof));
    } catch (const InputError&) {
        promise.addResult(SwitchProof{});  // the chain is impossible; the evaluation's finding says why
    }
}

}  // namespace

ProofRunner::ProofRunner(QObject* parent) : QObject(parent) {
    connect(&watcher_, &QFutureWatcher<SwitchProof>::finished, this, &ProofRunner::finished);
    connect(&watcher_, &QFutureWatcher<SwitchProof>::progressValueChanged, this, &ProofRunner::changed);
}

ProofRunner::~ProofRunner() {
    watcher_.disconnect(this);
    watcher_.cancel();
    watcher_.waitForFinished();
}

void ProofRunner::start(const Setup& setup) {
    watcher_.cancel();
    state_ = State::Trying;
    watcher_.setFuture(QtConcurrent::run(run, setup));
    emit changed();
}

void ProofRunner::cancel() {
    if (state_ != State::Trying) return;
    watcher_.cancel();
    state_ = State::Cancelled;
    emit changed();
}

void ProofRunner::finished() {
    const QFuture<SwitchProof> future = watcher_.future();
    if (state_ != State::Trying || future.isCanceled() || future.resultCount() == 0) return;
    result_ = future.result();
    state_ = State::Fresh;
    emit changed();
}

}  // namespace kh::app
