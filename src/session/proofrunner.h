// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "judge/switches/switchproof.h"

#include <QFutureWatcher>
#include <QObject>

namespace kh::app {

/// Runs the switch proof on a snapshot in a worker. The last result stays until the next arrives.
class ProofRunner : public QObject {
    Q_OBJECT
public:
    enum class State { None, Trying, Fresh, Cancelled };

    explicit ProofRunner(QObject* parent = nullptr);
    ~ProofRunner() override;

    /// Drops a running proof and starts one of this setup.
    void start(const Setup& setup);
    void cancel();
    [[nodiscard]] State state() const { return state_; }
    /// The last finished proof; stale unless the state is Fresh.
    [[nodiscard]] const SwitchProof& result() const { return result_; }
    [[nodiscard]] int done() const { return watcher_.progressValue(); }
    [[nodiscard]] int total() const { return watcher_.progressMaximum(); }

signals:
    void changed();

private:
    void finished();
    QFutureWatcher<SwitchProof> watcher_;
    SwitchProof result_;
    State state_ = State::None;
};

}  // namespace kh::app
