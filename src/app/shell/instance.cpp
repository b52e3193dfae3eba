// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/shell/instance.h"

#include <sys/socket.h>
#include <unistd.h>
#include <QDir>
#include <QElapsedTimer>
#include <QFileInfo>
#include <QJsonDocument>
#include <QJsonObject>
#include <QLocalSocket>
#include <QStandardPaths>

namespace kh::app {

namespace {

constexpr int kLivesMs = 2000;  ///< a window that lives takes a connection in this time
constexpr qint64 kLongestLine = 65536;

bool sameUser(qintptr socket) {
    ucred peer{};
    socklen_t size = sizeof peer;
    return ::getsockopt(static_cast<int>(socket), SOL_SOCKET, SO_PEERCRED, &peer, &size) == 0 && peer.uid == ::getuid();
}

QByteArray line(const QJsonObject& o) { return QJsonDocument(o).toJson(QJsonDocument::Compact) + '\n'; }

}  // namespace

QString Instance::socketPath() {
    const QString runtime = qEnvironmentVariable("XDG_RUNTIME_DIR");
    if (runtime.isEmpty() || !QDir().mkpath(runtime + QStringLiteral("/keelhaul"))) return {};
    const QString folder = runtime + QStringLiteral("/keelhaul");
    if (QFileInfo(folder).isSymLink() || QFileInfo(folder).ownerId() != ::getuid()) return {};
    QFile::setPermissions(folder, QFileDevice::ReadOwner | QFileDevice::WriteOwner | QFileDevice::ExeOwner);
    return folder + QStringLiteral("/window.sock");
}

bool Instance::handOver(const QString& socket, const QString& file, int patienceMs) {
    if (socket.isEmpty()) return false;
    QElapsedTimer since;
    since.start();
    const auto left = [&] { return std::max(1, patienceMs - static_cast<int>(since.elapsed())); };
    QLocalSocket peer;
    peer.connectToServer(socket);
    if (!peer.waitForConnected(left()) || !sameUser(peer.socketDescriptor())) return false;
    peer.write(line({{QStringLiteral("open"), QFileInfo(file).absoluteFilePath()}}));
    while (!peer.canReadLine() && since.elapsed() < patienceMs)
        if (!peer.waitForReadyRead(left())) return false;
    return QJsonDocument::fromJson(peer.readLine(kLongestLine)).object().value(QStringLiteral("opened")).toBool();
}

Instance::Instance(const QString& socket, std::function<bool(const QString&)> open, QObject* parent)
    : QObject(parent), open_(std::move(open)) {
    if (socket.isEmpty()) return;
    server_.setSocketOptions(QLocalServer::UserAccessOption);
    connect(&server_, &QLocalServer::newConnection, this, &Instance::answer);
    // looked at first, since listening takes a socket's place whoever holds it: a window that lives keeps its own
    QLocalSocket peer;
    peer.connectToServer(socket);
    if (peer.waitForConnected(kLivesMs)) return;
    QLocalServer::removeServer(socket);  // of one that was killed
    server_.listen(socket);
}

void Instance::answer() {
    while (QLocalSocket* peer = server_.nextPendingConnection()) {
        connect(peer, &QLocalSocket::disconnected, peer, &QObject::deleteLater);
        if (!sameUser(peer->socketDescriptor())) {
            peer->abort();
            peer->deleteLater();
            continue;
        }
        connect(peer, &QLocalSocket::readyRead, this, [this, peer] {
            if (!peer->canReadLine()) {
                if (peer->bytesAvailable() > kLongestLine) peer->abort();
                return;
            }
            const QJsonObject asked = QJsonDocument::fromJson(peer->readLine(kLongestLine)).object();
            const bool opened = asked.value(QStringLiteral("open")).isString() && open_(asked.value(QStringLiteral("open")).toString());
            peer->write(line({{QStringLiteral("opened"), opened}}));
            peer->flush();
        });
    }
}

}  // namespace kh::app
