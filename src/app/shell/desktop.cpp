// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/shell/desktop.h"

#include <poll.h>
#include <sys/socket.h>
#include <sys/un.h>
#include <unistd.h>
#include <QDBusConnection>
#include <QDBusMessage>
#include <QDBusVariant>
#include <QGuiApplication>
#include <QPalette>
#include <algorithm>
#include <cstddef>
#include <string>
#include <string_view>
#include <utility>

namespace kh::app {

namespace {

const QString kService = QStringLiteral("org.freedesktop.portal.Desktop");
const QString kPath = QStringLiteral("/org/freedesktop/portal/desktop");
const QString kInterface = QStringLiteral("org.freedesktop.portal.Settings");
const QString kGroup = QStringLiteral("org.freedesktop.appearance");
const QString kKey = QStringLiteral("color-scheme");
constexpr int kPatienceMs = 100;

/// Where a session bus on this computer listens; empty where there is none, or it is reached in another way.
std::string busSocket() {
    const std::string address = qEnvironmentVariable("DBUS_SESSION_BUS_ADDRESS").toStdString();
    if (address.empty()) return qEnvironmentVariable("XDG_RUNTIME_DIR").toStdString() + "/bus";
    for (const auto& [key, mark] : {std::pair<std::string, char>{"unix:path=", '/'}, {"unix:abstract=", '\0'}}) {
        const auto at = address.find(key);
        if (at == std::string::npos) continue;
        const auto begin = at + key.size();
        const std::string path = address.substr(begin, address.find_first_of(",;", begin) - begin);
        return mark == '\0' ? std::string(1, mark) + path : path;
    }
    return {};
}

/// Whether a peer there answers the first words of the protocol in time; one that is not there answers by that.
bool answers(const std::string& socketPath, int patienceMs) {
    sockaddr_un where{};
    where.sun_family = AF_UNIX;
    if (socketPath.size() >= sizeof where.sun_path) return true;
    std::copy(socketPath.begin(), socketPath.end(), where.sun_path);
    const int fd = ::socket(AF_UNIX, SOCK_STREAM | SOCK_CLOEXEC | SOCK_NONBLOCK, 0);
    if (fd < 0) return true;
    bool said = true;
    const auto length = static_cast<socklen_t>(offsetof(sockaddr_un, sun_path) + socketPath.size() + (socketPath[0] == '\0' ? 0 : 1));
    if (::connect(fd, reinterpret_cast<const sockaddr*>(&where), length) == 0) {
        static constexpr std::string_view kHello("\0AUTH\r\n", 7);
        pollfd wait{fd, POLLIN, 0};
        said = ::send(fd, kHello.data(), kHello.size(), MSG_NOSIGNAL) > 0 && ::poll(&wait, 1, patienceMs) > 0;
    }
    ::close(fd);
    return said;
}

}  // namespace

void leaveSilentBus(int patienceMs) {
    const std::string socket = busSocket();
    if (!socket.empty() && !answers(socket, patienceMs)) qputenv("DBUS_SESSION_BUS_ADDRESS", "unix:path=/nonexistent");
}

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
