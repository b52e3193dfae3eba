// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "judge/switches/switchproof.h"

#include <QFutureWatcher>
#include <QObject>
#include <memory>

namespace kh::session {

/// Runs the switch proof of a document in a worker.
class ProofRunner : public QObject {
    Q_OBJECT
public:
    enum class State { None, Trying, Fresh, Cancelled };
    using Result = std::shared_ptr<const SwitchProof>;

    explicit ProofRunner(QObject* parent = nullptr);
    ~ProofRunner() override;

    /// Drops a running proof and starts one of this setup.
    void start(const std::shared_ptr<const Setup>& setup);
    void cancel();
    [[nodiscard]] State state() const { return state_; }
    [[nodiscard]] int done() const { return watcher_.progressValue(); }
    [[nodiscard]] int total() const { return watcher_.progressMaximum(); }

signals:
    void progressed();  ///< started, further on, or cancelled
    void arrived(const std::shared_ptr<const SwitchProof>& proof);

private:
    void finished();
    QFutureWatcher<Result> watcher_;
    State state_ = State::None;
};

}  // namespace kh::session
