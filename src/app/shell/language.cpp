// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/shell/language.h"

#include "text/words.h"

#include <QCoreApplication>
#include <QFile>
#include <QLibraryInfo>
#include <QLocale>
#include <QTranslator>
#include <algorithm>

namespace kh::app {

bool installLanguage(const std::vector<std::filesystem::path>& data, const QString& language) {
    const QLocale locale = language.isEmpty() ? QLocale() : QLocale(language);
    const auto install = [&](const QString& name, const QString& folder) {
        auto* translator = new QTranslator(QCoreApplication::instance());
        const bool loaded = translator->load(locale, name, QStringLiteral("_"), folder);
        if (loaded) QCoreApplication::installTranslator(translator);
        else delete translator;
        return loaded;
    };
    const bool found = std::any_of(data.begin(), data.end(), [&](const std::filesystem::path& folder) {
        return install(QStringLiteral("keelhaul"), QFile::decodeName((folder / "translations").c_str()));
    });
    // never those of the widgets alone: buttons would speak another language than what they are about
    if (found) install(QStringLiteral("qtbase"), QLibraryInfo::path(QLibraryInfo::TranslationsPath));
    languageChanged();
    return found;
}

}  // namespace kh::app
