// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "procedure/benchneeds.h"

#include <QObject>
#include <QTimer>
#include <array>
#include <functional>

namespace kh::app {

/// The pilot's word about the real machine; never stored in a Setup.
enum class Guard { LeadsOff, BladesOff, HoldOn };
inline constexpr std::size_t kGuardCount = 3;

/// What the pilot ticked. Each word holds for an hour from when it was given itself, and for one machine.
class Guards : public QObject {
    Q_OBJECT
public:
    static constexpr qint64 kHourMs = 60LL * 60 * 1000;
    /// Milliseconds since some fixed moment, never set back, running on while the computer sleeps.
    using Clock = std::function<qint64()>;
    explicit Guards(QObject* parent = nullptr, Clock clock = {});
    [[nodiscard]] bool ticked(Guard g) const;
    void tick(Guard g, bool on);
    void forget();
    /// Takes back every word that is older than an hour; called when the next one is.
    void lookAtClock();
    /// What a step still lacks.
    [[nodiscard]] std::vector<Message> missing(const BenchNeed& need) const {
        return kh::inTheWay(need, {ticked(Guard::LeadsOff), ticked(Guard::BladesOff), ticked(Guard::HoldOn)});
    }

signals:
    void changed();

private:
    void waitForNext();
    Clock clock_;
    std::array<qint64, kGuardCount> until_{};  ///< 0: not ticked
    QTimer next_;
};

}  // namespace kh::app
