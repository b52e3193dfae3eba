// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/shell/preferencesfile.h"

#include <sys/stat.h>
#include <QCoreApplication>
#include <QFile>
#include <QSettings>
#include <QStandardPaths>
#include <QTemporaryDir>

namespace kh::app {

namespace {

constexpr off_t kMostBytes = off_t{1024} * 1024;

/// A small regular file, or nothing at all.
bool canBeRead(const QString& file) {
    struct stat is {};
    return ::stat(QFile::encodeName(file).constData(), &is) != 0 || (S_ISREG(is.st_mode) && is.st_size <= kMostBytes);
}

}  // namespace

QString safePreferences() {
    const QString folder = QStandardPaths::writableLocation(QStandardPaths::GenericConfigLocation);
    const QString organization = folder + '/' + QCoreApplication::organizationName();
    const QString own = organization + '/' + QCoreApplication::applicationName() + QStringLiteral(".conf");
    // what is read: the program's own file, its organization's, and the lock that is taken to write the first
    for (const QString& file : {own, organization + QStringLiteral(".conf"), own + QStringLiteral(".lock")}) {
        if (canBeRead(file)) continue;
        static const QTemporaryDir instead;
        for (const QSettings::Format format : {QSettings::NativeFormat, QSettings::IniFormat})
            QSettings::setPath(format, QSettings::UserScope, instead.path());
        return QCoreApplication::translate("Preferences", "Preferences are not kept: %1 is no ordinary file of a size they can have.")
            .arg(file);
    }
    return {};
}

}  // namespace kh::app
