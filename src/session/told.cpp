// SPDX-License-Identifier: GPL-3.0-or-later
#include "session/told.h"
#include "model/amounts.h"
#include "text/words.h"

#include <QCoreApplication>
#include <algorithm>
#include <set>

#include "model/access.h"
#include "model/fieldtable.h"
#include "model/names.h"
#include "procedure/registry.h"

namespace kh::session {

QString told(const Setup& setup, const std::exception& error) {
    const auto* input = dynamic_cast<const InputError*>(&error);
    if (input == nullptr) return QString::fromUtf8(error.what());
    const FieldTable& table = FieldTable::of(setup);
    const bool field = table.patternOf(input->field()) != nullptr || table.listOf(input->field()) != nullptr;
    if (field) return words(refusal(setup, *input));
    return words(say(KH_TR("{field}: {problem}"),
                     {{"field", readingTitle(setup, stationsOf(setup).solvers(), input->field())}, {"problem", input->problem()}}));
}

QStringList differences(const io::Document& first, const io::Document& second, qsizetype most) {
    const Setup& was = first.setup;
    const Setup& is = second.setup;
    const auto value = [](const Setup& s, const std::string& path) {
        const auto field = readField(s, path);
        return field ? words(kh::show(s, path, field->value)) : QStringLiteral("–");
    };
    QStringList lines;
    for (const std::string& path : differingPaths(was, is)) {
        if (path == "revision"_field) continue;
        const Setup& named = readField(is, path) ? is : was;
        lines << QStringLiteral("%1: %2 → %3").arg(words(fieldTitle(named, path)), value(was, path), value(is, path));
    }
    if (lines.size() > most) {
        const qsizetype more = lines.size() - most;
        lines = lines.mid(0, most);
        lines << QCoreApplication::translate("kh", "… and %1 fields more").arg(more);
    }
    // a standing alone is a change too: what was measured or seen on the machine
    std::set<std::string> standings;
    for (const auto* side : {&was, &is})
        for (const auto& [path, record] : side->standings) standings.insert(path);
    const auto other = std::count_if(standings.begin(), standings.end(), [&](const std::string& path) {
        const auto a = was.standings.find(path);
        const auto b = is.standings.find(path);
        return a == was.standings.end() || b == is.standings.end() || a->second != b->second;
    });
    if (other > 0) lines << QCoreApplication::translate("kh", "Standings that differ (entered, measured, seen …): %1").arg(other);
    if (was.carried != is.carried) lines << QCoreApplication::translate("kh", "What is known to stand in the boxes differs.");
    if (first.unknown != second.unknown) lines << QCoreApplication::translate("kh", "Keys that this version does not know differ.");
    return lines;
}

}  // namespace kh::session
