// SPDX-License-Identifier: GPL-3.0-or-later
#include "session/guards.h"

#include "procedure/aircraft.h"
#include "text/words.h"

#include <algorithm>
#include <ctime>

namespace kh::session {

namespace {

/// Set by nobody, and running on through a suspend.
qint64 sinceBoot() {
    timespec now{};
    ::clock_gettime(CLOCK_BOOTTIME, &now);
    return static_cast<qint64>(now.tv_sec) * 1000 + now.tv_nsec / 1000000 + 1;
}

}  // namespace

Guards::Guards(QObject* parent, Clock clock) : QObject(parent), clock_(clock ? std::move(clock) : sinceBoot) {
    next_.setSingleShot(true);
    connect(&next_, &QTimer::timeout, this, &Guards::lookAtClock);
}

bool Guards::ticked(std::size_t guard) const { return until_.at(guard) > clock_(); }

std::vector<Message> Guards::inTheWay(const Setup& setup, Station station, const Row& row) const {
    const GuardTable& table = aircraftEntry(setup).guards(setup);
    std::array<bool, kMostGuards> is{};
    for (std::size_t i = 0; i < is.size(); ++i) is[i] = ticked(i);
    return kh::inTheWay(table, table.of(station, row.workId()), is);
}

QString Guards::notYet(const Setup& setup, Station station, const Row& row) const {
    QStringList open;
    for (const Message& m : inTheWay(setup, station, row)) open << words(m);
    return open.isEmpty()
               ? QString()
               : tr("Before this step: %1. The guards are your word about the real machine.").arg(open.join(QStringLiteral(", ")));
}

void Guards::tick(std::size_t guard, bool on) {
    until_.at(guard) = on ? clock_() + kHourMs : 0;
    waitForNext();
    emit changed();
}

void Guards::forget() {
    until_.fill(0);
    next_.stop();
    emit changed();
}

void Guards::lookAtClock() {
    const qint64 now = clock_();
    bool gone = false;
    for (qint64& until : until_)
        if (until != 0 && until <= now) {
            until = 0;
            gone = true;
        }
    waitForNext();
    if (gone) emit changed();
}

void Guards::waitForNext() {
    next_.stop();
    qint64 first = 0;
    for (const qint64 until : until_)
        if (until != 0 && (first == 0 || until < first)) first = until;
    if (first != 0) next_.start(static_cast<int>(std::clamp<qint64>(first - clock_(), 0, kHourMs)));
}

}  // namespace kh::session
