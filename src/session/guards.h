// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "procedure/benchneeds.h"

#include <QObject>
#include <QTimer>
#include <array>

namespace kh::app {

/// The pilot's word about the real machine; never stored in a Setup.
enum class Guard { LeadsOff, BladesOff, HoldOn };

/// What the pilot ticked. A word holds for an hour, and for one machine.
class Guards : public QObject {
    Q_OBJECT
public:
    explicit Guards(QObject* parent = nullptr);
    [[nodiscard]] bool ticked(Guard g) const { return ticked_[static_cast<std::size_t>(g)]; }
    void tick(Guard g, bool on);
    void forget();
    /// What a step still lacks.
    [[nodiscard]] std::vector<Message> missing(const BenchNeed& need) const {
        return kh::inTheWay(need, {ticked(Guard::LeadsOff), ticked(Guard::BladesOff), ticked(Guard::HoldOn)});
    }

signals:
    void changed();

private:
    std::array<bool, 3> ticked_{};
    QTimer hour_;
};

}  // namespace kh::app
