// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/shell/application.h"
#include "app/shell/demo.h"
#include "app/shell/desktop.h"
#include "app/shell/instance.h"
#include "app/shell/language.h"
#include "app/shell/mainwindow.h"
#include "app/shell/preferencesfile.h"
#include "app/shell/screenshots.h"
#include "paint/pdf.h"

#include <QCommandLineParser>
#include <QSettings>
#include <QStandardPaths>
#include <QTimer>
#include <cstdio>

namespace {

using namespace kh;

int run(app::Application& application, const char* program) {
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
    const QCommandLineOption language(QStringLiteral("language"), QStringLiteral("Speak this language in place of the desktop's."),
                                      QStringLiteral("code"));
    const QCommandLineOption sized(QStringLiteral("size"), QStringLiteral("Of the pictures' window, as 1280x800."), QStringLiteral("size"),
                                   QStringLiteral("1280x800"));
    parser.addOptions({data, demo, grab, sized, first, keys, language});
    parser.addPositionalArgument(QStringLiteral("file"), QStringLiteral("A setup to open."), QStringLiteral("[file]"));
    parser.process(application);

    if (parser.isSet(keys)) {
        std::fputs(app::shortcutsMarkdown().toUtf8().constData(), stdout);
        return 0;
    }
    const std::vector<std::filesystem::path> folders = io::dataFolders(parser.value(data).toStdString(), program);
    app::installLanguage(folders, parser.value(language));
    paint::loadFonts();
    app::installAccessibility();
    QStringList files = parser.positionalArguments();
    const QString socket = parser.isSet(grab) ? QString() : app::Instance::socketPath();
    if (!files.isEmpty() && app::Instance::handOver(socket, files.constFirst())) return 0;

    const QString preferencesTrouble = app::safePreferences();
    app::Places places{QStandardPaths::writableLocation(QStandardPaths::AppLocalDataLocation) + QStringLiteral("/state"), folders};
    if (parser.isSet(grab)) places.stateFolder.clear();
    QSettings settings;
    app::MainWindow window(places);
    window.setTheme(settings.value(QStringLiteral("theme"), QStringLiteral("desktop")).toString());
    app::DesktopWatch watch([&window] {
        if (QSettings().value(QStringLiteral("theme"), QStringLiteral("desktop")).toString() == QStringLiteral("desktop"))
            window.setTheme(QStringLiteral("desktop"));
    });
    QObject::connect(&application, &app::Application::caught, &window, &app::MainWindow::tellTrouble);
    if (parser.isSet(demo)) {
        try {
            files = {app::demoModels(places.stateFolder + QStringLiteral("/demo"), places.data)};
        } catch (const io::FileError& e) {
            std::fprintf(stderr, "%s\n", e.what());
            return 3;
        }
    }
    if (parser.isSet(grab)) {
        const QStringList sides = parser.value(sized).split(QLatin1Char('x'));
        return app::writeScreenshots(window, places, parser.value(grab), {sides.value(0).toInt(), sides.value(1).toInt()});
    }

    if (!files.isEmpty()) window.openFile(files.constFirst());
    else window.newModel(QStringLiteral("470"));
    const app::Instance instance(socket, [&window](const QString& file) { return window.openFromOutside(file); });
    if (!preferencesTrouble.isEmpty()) window.tell(preferencesTrouble);
    window.show();
    if (parser.isSet(first)) {
        QTimer::singleShot(0, qApp, [] {
            QApplication::processEvents();
            QApplication::quit();
        });
        return QApplication::exec();
    }
    window.files().offerJournals();
    return QApplication::exec();
}

}  // namespace

int main(int argc, char** argv) {
    app::leaveSilentBus();
    app::Application application(argc, argv);
    return run(application, argv[0]);
}
