// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "procedure/plantext.h"

#include <QFutureWatcher>
#include <QObject>
#include <memory>

namespace kh::session {

/// Works out the plan of a document in a worker.
class PlanRunner : public QObject {
    Q_OBJECT
public:
    using Result = std::shared_ptr<const WordedPlan>;

    explicit PlanRunner(QObject* parent = nullptr);
    ~PlanRunner() override;

    /// Drops a plan that is being worked out and starts one of this setup.
    /// @param rules  of its class of aircraft; they stay while it is worked out
    void start(const std::shared_ptr<const Setup>& setup, const RuleSet& rules);

signals:
    void arrived(const std::shared_ptr<const WordedPlan>& plan);

private:
    void finished();
    QFutureWatcher<Result> watcher_;
};

}  // namespace kh::session
