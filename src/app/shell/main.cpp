// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/shell/desktop.h"
#include "app/shell/mainwindow.h"
#include "app/shell/screenshots.h"
#include "paint/pdf.h"

#include <QApplication>
#include <QCommandLineParser>
#include <QDir>
#include <QFileInfo>
#include <QLocalServer>
#include <QLocalSocket>
#include <QSettings>
#include <QStandardPaths>
#include <QTimer>
#include <cstdio>

namespace {

/// Hands files to a window that is already open. @return false if there is none
bool handOver(const QString& server, const QStringList& files) {
    QLocalSocket socket;
    socket.connectToServer(server);
    if (!socket.waitForConnected(200)) return false;
    QStringList absolute;
    for (const QString& f : files) absolute << QFileInfo(f).absoluteFilePath();
    socket.write(absolute.join('\n').toUtf8() + '\n');
    return socket.waitForBytesWritten(1000);
}

}  // namespace

int main(int argc, char** argv) {
    using namespace kh;
    QApplication application(argc, argv);
    QApplication::setApplicationName(QStringLiteral("keelhaul"));
    QApplication::setOrganizationName(QStringLiteral("keelhaul"));
    QApplication::setApplicationVersion(QStringLiteral(KEELHAUL_VERSION));
    QApplication::setStyle(QStringLiteral("Fusion"));
    QCommandLineParser parser;
    parser.setApplicationDescription(
        QStringLiteral("Sets up a radio-control helicopter's transmitter and flybarless controller together."));
    parser.addHelpOption();
    parser.addVersionOption();
    const QCommandLineOption data(QStringLiteral("data"), QStringLiteral("Look for profiles in this folder first."),
                                  QStringLiteral("folder"));
    const QCommandLineOption demo(QStringLiteral("demo"), QStringLiteral("Open a copy of the demo models."));
    const QCommandLineOption grab(QStringLiteral("screenshots"),
                                  QStringLiteral("Write a picture of each main view into this folder and quit."), QStringLiteral("folder"));
    const QCommandLineOption first(QStringLiteral("first-paint"), QStringLiteral("Quit after the first paint, to measure the start."));
    const QCommandLineOption keys(QStringLiteral("keys"), QStringLiteral("Print the shortcut table as Markdown and quit."));
    parser.addOptions({data, demo, grab, first, keys});
    parser.addPositionalArgument(QStringLiteral("file"), QStringLiteral("A setup to open."), QStringLiteral("[file]"));
    parser.process(application);

    if (parser.isSet(keys)) {
        std::fputs(app::shortcutsMarkdown().toUtf8().constData(), stdout);
        return 0;
    }
    paint::loadFonts();
    app::installAccessibility();
    const QString server = QStringLiteral("keelhaul-%1").arg(qEnvironmentVariable("USER", QStringLiteral("pilot")));
    QStringList files = parser.positionalArguments();
    if (!files.isEmpty() && !parser.isSet(grab) && handOver(server, files)) return 0;

    app::Places places{QStandardPaths::writableLocation(QStandardPaths::AppLocalDataLocation) + QStringLiteral("/state"),
                       io::dataFolders(parser.value(data).toStdString(), argv[0])};
    if (parser.isSet(grab)) places.stateFolder.clear();
    QSettings settings;
    app::MainWindow window(places);
    window.setTheme(settings.value(QStringLiteral("theme"), QStringLiteral("desktop")).toString());
    app::DesktopWatch watch([&window] {
        if (QSettings().value(QStringLiteral("theme"), QStringLiteral("desktop")).toString() == QStringLiteral("desktop"))
            window.setTheme(QStringLiteral("desktop"));
    });
    if (parser.isSet(demo)) {  // a copy, so that the demo can be played with and started anew
        const QString folder = QDir::temp().filePath(QStringLiteral("keelhaul-demo"));
        QDir().mkpath(folder);
        for (const char* name : {"turnstone-470.keel.json", "dunlin-380.keel.json", "fulmar-700.keel.json", "gannet-600n.keel.json"}) {
            const QString copy = QDir(folder).filePath(QString::fromLatin1(name));
            QFile::remove(copy);
            try {
                QFile::copy(QString::fromStdString(io::findData(places.data, std::string("demo/") + name).string()), copy);
                QFile::setPermissions(copy, QFile::permissions(copy) | QFile::WriteOwner);
            } catch (const io::FileError& e) {
                std::fprintf(stderr, "%s\n", e.what());
                return 3;
            }
        }
        files = {QDir(folder).filePath(QStringLiteral("turnstone-470.keel.json"))};
    }
    if (parser.isSet(grab)) return app::writeScreenshots(window, places, parser.value(grab));

    QLocalServer listener;
    if (!files.isEmpty()) window.openFile(files.constFirst());
    else window.newModel(QStringLiteral("470"));
    QLocalServer::removeServer(server);
    listener.listen(server);
    QObject::connect(&listener, &QLocalServer::newConnection, &window, [&] {
        QLocalSocket* socket = listener.nextPendingConnection();
        QObject::connect(socket, &QLocalSocket::readyRead, &window, [&window, socket] {
            const QString file = QString::fromUtf8(socket->readAll()).section('\n', 0, 0);
            window.show();
            window.raise();
            window.activateWindow();
            if (!file.isEmpty() && !window.workspace().document().modified()) window.openFile(file);
        });
    });
    window.show();
    if (parser.isSet(first)) {
        QTimer::singleShot(0, qApp, [] {
            QApplication::processEvents();
            QApplication::quit();
        });
        return QApplication::exec();
    }
    window.offerJournals();
    return QApplication::exec();
}
