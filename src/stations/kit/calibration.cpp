// SPDX-License-Identifier: GPL-3.0-or-later
#include "stations/kit/calibration.h"

#include "base/conventions.h"
#include "judge/dependencies.h"

#include <algorithm>
#include <cmath>

namespace kh {

double Calibration::angleDeg(double modelDeg) const {
    return degFromRad(std::asin(std::clamp(sinDeg(modelDeg) * sinDeg(read) / sinDeg(modelled), -1.0, 1.0)));
}

const Reading* speakingReading(const Setup& setup, const BenchWork& solver, std::string_view what) {
    const Reading* newest = nullptr;
    for (const Reading& r : setup.readings) {
        if (r.what == what) newest = &r;
        else if (solver.with != ReadWith::Monitor && r.what.starts_with(kHandWork) && !workedElsewhere(r.what, what)) newest = nullptr;
    }
    if (newest == nullptr || !std::isfinite(newest->value)) return nullptr;
    if (std::find(newest->under.begin(), newest->under.end(), kFlyingState) != newest->under.end()) return nullptr;
    const std::vector<std::string> settings = settingsOf(setup, newest->what);  // the first is what it was read for
    if (settings.empty() || !underValue(*newest, settings.front())) return nullptr;
    return sinceChanged(setup, *newest).empty() ? newest : nullptr;
}

Setup asRead(const Setup& setup, const Reading& reading) {
    std::vector<Edit> edits;
    for (const std::string& path : settingsOf(setup, reading.what)) {
        const auto field = readField(setup, path);
        const auto then = underValue(reading, path);
        if (!field || !then) continue;
        if (std::holds_alternative<bool>(field->value)) edits.push_back({path, *then != 0.0});
        else edits.push_back({path, *then});
    }
    return withEdits(withoutRecords(setup), edits, Standing::Computed, {});
}

Row readRow(Row row, const Reading* reading) {
    if (reading == nullptr || row.standing >= Standing::Measured) return row;
    row.standing = Standing::Measured;
    row.standingNote = reading->uncertainty.empty() ? reading->instrument : reading->instrument + " " + reading->uncertainty;
    return row;
}

}  // namespace kh
