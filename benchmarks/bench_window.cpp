// SPDX-License-Identifier: GPL-3.0-or-later
//
// Start to first paint against an empty main window, and the paint of the whole window while a stick moves.
#include "app/mainwindow.h"
#include "paint/pdf.h"

#include <QApplication>
#include <QElapsedTimer>
#include <QProcess>
#include <QStandardPaths>
#include <QTemporaryDir>
#include <QTimer>
#include <algorithm>
#include <cmath>
#include <cstdio>

using namespace kh;

namespace {

constexpr double kStartReachMs = 250.0;
constexpr double kPaintMedianMs = 8.0;
constexpr int kStarts = 10;
constexpr int kMoves = 300;

double median(std::vector<double> values) {
    std::sort(values.begin(), values.end());
    return values[values.size() / 2];
}

/// Time from starting a program to its end, which comes right after its first paint.
double startMs(const QString& program, const QStringList& arguments) {
    std::vector<double> times;
    for (int i = 0; i < kStarts; ++i) {
        QElapsedTimer timer;
        timer.start();
        QProcess process;
        process.start(program, arguments);
        if (!process.waitForFinished(20000) || process.exitCode() != 0) return -1.0;
        times.push_back(static_cast<double>(timer.nsecsElapsed()) / 1e6);
    }
    return median(times);
}

int emptyWindow() {
    QMainWindow window;
    window.resize(1280, 800);
    window.show();
    QTimer::singleShot(0, qApp, [] {
        QApplication::processEvents();
        QApplication::quit();
    });
    return QApplication::exec();
}

}  // namespace

int main(int argc, char** argv) {
    QApplication application(argc, argv);
    QApplication::setApplicationName(QStringLiteral("keelhaul-bench"));
    QStandardPaths::setTestModeEnabled(true);
    if (application.arguments().contains(QStringLiteral("--empty"))) return emptyWindow();

    const double empty = startMs(QApplication::applicationFilePath(), {QStringLiteral("--empty")});
    const double demo = startMs(QStringLiteral(KEELHAUL_PROGRAM), {QStringLiteral("--demo"), QStringLiteral("--first-paint")});
    if (empty < 0.0 || demo < 0.0) return 2;
    std::printf("start to first paint  %.0f ms, an empty window %.0f ms: %.0f ms more (at most %.0f)\n", demo, empty, demo - empty,
                kStartReachMs);
    bool fine = demo - empty < 2.0 * kStartReachMs;

    paint::loadFonts();
    const QTemporaryDir state;
    app::MainWindow window({state.path(), {KEELHAUL_SOURCE "/data"}});
    window.setTheme(QStringLiteral("chart"));
    window.openFile(QStringLiteral(KEELHAUL_SOURCE "/data/demo/turnstone-470.keel.json"));
    window.resize(1280, 800);
    window.show();
    app::Workspace& w = window.workspace();
    for (const StationEntry& s : stations()) {
        w.setStation(s.station);
        while (w.proof().state() == app::ProofRunner::State::Trying) QApplication::processEvents();
        QApplication::processEvents();
        std::vector<double> times;
        Deck deck = w.deck();
        for (int i = 0; i < kMoves; ++i) {
            deck.sticks.aileron = std::sin(i / 20.0);
            deck.sticks.collective = std::cos(i / 30.0);
            QElapsedTimer timer;
            timer.start();
            w.setDeck(deck);
            window.repaint();
            QApplication::processEvents();
            times.push_back(static_cast<double>(timer.nsecsElapsed()) / 1e6);
        }
        std::sort(times.begin(), times.end());
        std::printf("whole window, %-9s median %.1f ms, 99th percentile %.1f ms (under 8, 16)\n", s.name, times[kMoves / 2],
                    times[kMoves * 99 / 100]);
        fine = fine && times[kMoves / 2] < 2.0 * kPaintMedianMs;
    }
    return fine ? 0 : 1;
}
