// SPDX-License-Identifier: GPL-3.0-or-later
#include "session/told.h"
#include "text/words.h"

#include <QCoreApplication>

#include "model/access.h"
#include "model/fieldtable.h"
#include "model/names.h"
#include "procedure/registry.h"

namespace kh::app {

QString told(const Setup& setup, const std::exception& error) {
    const auto* input = dynamic_cast<const InputError*>(&error);
    if (input == nullptr) return QString::fromUtf8(error.what());
    const bool field =
        FieldTable::instance().patternOf(input->field()) != nullptr || FieldTable::instance().listOf(input->field()) != nullptr;
    if (field) return words(refusal(setup, *input));
    return words(
        say(KH_TR("{field}: {problem}"), {{"field", readingTitle(setup, solvers(), input->field())}, {"problem", input->problem()}}));
}

QStringList differences(const Setup& first, const Setup& second, qsizetype most) {
    QStringList lines;
    const auto value = [](const Setup& s, const std::string& path) {
        const auto field = readField(s, path);
        return field ? words(shownValue(s, path, field->value)) : QStringLiteral("–");
    };
    const std::vector<std::string> paths = differingPaths(first, second);
    for (const std::string& path : paths) {
        if (path == "revision") continue;
        const Setup& named = readField(second, path) ? second : first;
        lines << QStringLiteral("%1: %2 → %3").arg(words(fieldTitle(named, path)), value(first, path), value(second, path));
    }
    if (lines.size() > most) {
        const qsizetype more = lines.size() - most;
        lines = lines.mid(0, most);
        lines << QCoreApplication::translate("kh", "and %n more", nullptr, static_cast<int>(more))
                     .replace(QStringLiteral("%n"), QString::number(more));
    }
    return lines;
}

}  // namespace kh::app
