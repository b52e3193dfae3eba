// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/shell/language.h"

#include "text/words.h"

#include <QCoreApplication>
#include <QFile>
#include <QLibraryInfo>
#include <QLocale>
#include <QTranslator>

namespace kh::app {

bool installLanguage(const std::vector<std::filesystem::path>& data, const QString& language) {
    const QLocale locale = language.isEmpty() ? QLocale() : QLocale(language);
    const auto install = [](QTranslator* translator, bool loaded) {
        if (loaded) QCoreApplication::installTranslator(translator);
        else delete translator;
        return loaded;
    };
    auto* widgets = new QTranslator(QCoreApplication::instance());
    install(widgets,
            widgets->load(locale, QStringLiteral("qtbase"), QStringLiteral("_"), QLibraryInfo::path(QLibraryInfo::TranslationsPath)));
    bool found = false;
    for (const std::filesystem::path& folder : data) {
        if (found) break;
        auto* own = new QTranslator(QCoreApplication::instance());
        found = install(
            own, own->load(locale, QStringLiteral("keelhaul"), QStringLiteral("_"), QFile::decodeName((folder / "translations").c_str())));
    }
    languageChanged();
    return found;
}

}  // namespace kh::app
