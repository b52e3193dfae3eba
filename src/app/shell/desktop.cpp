// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/shell/desktop.h"

#include <QDBusConnection>
#include <QDBusMessage>
#include <QDBusVariant>
#include <QGuiApplication>
#include <QPalette>

namespace kh::app {

namespace {

const QString kService = QStringLiteral("org.freedesktop.portal.Desktop");
const QString kPath = QStringLiteral("/org/freedesktop/portal/desktop");
const QString kInterface = QStringLiteral("org.freedesktop.portal.Settings");
const QString kGroup = QStringLiteral("org.freedesktop.appearance");
const QString kKey = QStringLiteral("color-scheme");
constexpr int kPatienceMs = 100;

}  // namespace

paint::ThemeKind desktopTheme() {
    const QDBusConnection bus = QDBusConnection::sessionBus();
    if (bus.isConnected()) {
        QDBusMessage ask = QDBusMessage::createMethodCall(kService, kPath, kInterface, QStringLiteral("Read"));
        ask << kGroup << kKey;
        const QDBusMessage answer = bus.call(ask, QDBus::Block, kPatienceMs);
        if (answer.type() == QDBusMessage::ReplyMessage && !answer.arguments().isEmpty()) {
            QVariant v = answer.arguments().constFirst();
            while (v.canConvert<QDBusVariant>()) v = v.value<QDBusVariant>().variant();
            if (v.toUInt() == 1) return paint::ThemeKind::Night;
            if (v.toUInt() == 2) return paint::ThemeKind::Chart;
        }
    }
    return QGuiApplication::palette().color(QPalette::Window).lightness() < 100 ? paint::ThemeKind::Night : paint::ThemeKind::Chart;
}

DesktopWatch::DesktopWatch(std::function<void()> changed, QObject* parent) : QObject(parent), changed_(std::move(changed)) {
    QDBusConnection::sessionBus().connect(kService, kPath, kInterface, QStringLiteral("SettingChanged"), this,
                                          SLOT(settingChanged(QString, QString)));
}

void DesktopWatch::settingChanged(const QString& group, const QString& key) {
    if (group == kGroup && key == kKey) changed_();
}

}  // namespace kh::app
