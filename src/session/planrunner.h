// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "procedure/plantext.h"

#include <QFutureWatcher>
#include <QObject>
#include <memory>

namespace kh::app {

/// Works out the plan of a document in a worker.
class PlanRunner : public QObject {
    Q_OBJECT
public:
    using Result = std::shared_ptr<const WordedPlan>;

    explicit PlanRunner(const RuleSet& rules, QObject* parent = nullptr);
    ~PlanRunner() override;

    /// Drops a plan that is being worked out and starts one of this setup.
    void start(const std::shared_ptr<const Setup>& setup);

signals:
    void arrived(const std::shared_ptr<const WordedPlan>& plan);

private:
    void finished();
    const RuleSet& rules_;
    QFutureWatcher<Result> watcher_;
};

}  // namespace kh::app
