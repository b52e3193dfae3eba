// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "procedure/guards.h"
#include "stations/kit/row.h"

#include <QObject>
#include <QTimer>
#include <array>
#include <functional>

namespace kh::session {

/// What the pilot ticked of the guards of the document's class, by their places; never stored in a Setup. Each word holds for an hour
/// from when it was given itself, and for one machine.
class Guards : public QObject {
    Q_OBJECT
public:
    static constexpr qint64 kHourMs = 60LL * 60 * 1000;
    /// Milliseconds since some fixed moment, never set back, running on while the computer sleeps.
    using Clock = std::function<qint64()>;
    explicit Guards(QObject* parent = nullptr, Clock clock = {});
    [[nodiscard]] bool ticked(std::size_t guard) const;
    void tick(std::size_t guard, bool on);
    void forget();
    /// Takes back every word that is older than an hour; called when the next one is.
    void lookAtClock();
    /// What the step of a station's row still lacks, by the guards of the document's class.
    /// The same as a sentence; empty: nothing is.
    [[nodiscard]] QString notYet(const Setup& setup, Station station, const Row& row) const;
    [[nodiscard]] std::vector<Message> inTheWay(const Setup& setup, Station station, const Row& row) const;

signals:
    void changed();

private:
    void waitForNext();
    Clock clock_;
    std::array<qint64, kMostGuards> until_{};  ///< 0: not ticked
    QTimer next_;
};

}  // namespace kh::session
