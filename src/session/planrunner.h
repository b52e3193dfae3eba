// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "procedure/plantext.h"

#include <QFutureWatcher>
#include <QObject>
#include <memory>
#include <vector>

namespace kh::app {

/// Works out the plan of a snapshot in a worker. The last one stays until the next arrives, and is stale meanwhile.
class PlanRunner : public QObject {
    Q_OBJECT
public:
    enum class State { None, Working, Fresh };

    explicit PlanRunner(const RuleSet& rules, QObject* parent = nullptr);
    ~PlanRunner() override;

    /// Drops a plan that is being worked out and starts one of this setup.
    void start(const Setup& setup);
    [[nodiscard]] State state() const { return state_; }
    [[nodiscard]] bool fresh() const { return state_ == State::Fresh; }
    /// The last finished plan; stale unless the state is Fresh.
    [[nodiscard]] const Plan& plan() const { return result_.plan; }
    [[nodiscard]] const std::vector<StepText>& texts() const { return result_.texts; }
    [[nodiscard]] const WordedPlan& worded() const { return result_; }

signals:
    void changed();

private:
    void finished();
    const RuleSet& rules_;
    QFutureWatcher<std::shared_ptr<WordedPlan>> watcher_;
    WordedPlan result_;
    State state_ = State::None;
};

}  // namespace kh::app
