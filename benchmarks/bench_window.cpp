// SPDX-License-Identifier: GPL-3.0-or-later
//
// Start to first paint against an empty main window, the paint of the whole window while a stick moves, and a stick dragged.
#include "app/bench/benchview.h"
#include "app/deck/deck.h"
#include "app/shell/mainwindow.h"
#include "paint/pdf.h"
#include "procedure/registry.h"

#include <sys/resource.h>
#include <QApplication>
#include <QElapsedTimer>
#include <QEventLoop>
#include <QMouseEvent>
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
constexpr int kFrameMs = 16;
constexpr int kDragMs = 3000;

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

/// Counts what a view paints, and how long it took from one to the next.
class PaintWatch : public QObject {
public:
    std::vector<double> gapsMs;
    bool eventFilter(QObject*, QEvent* event) override {
        if (event->type() == QEvent::Paint) {
            if (timer_.isValid()) gapsMs.push_back(static_cast<double>(timer_.nsecsElapsed()) / 1e6);
            timer_.start();
        }
        return false;
    }

private:
    QElapsedTimer timer_;
};

double processorSeconds() {
    rusage used{};
    getrusage(RUSAGE_SELF, &used);
    return static_cast<double>(used.ru_utime.tv_sec + used.ru_stime.tv_sec) +
           static_cast<double>(used.ru_utime.tv_usec + used.ru_stime.tv_usec) / 1e6;
}

void wait(int ms) {
    QEventLoop loop;
    QTimer::singleShot(ms, &loop, &QEventLoop::quit);
    loop.exec();
}

/// The demo as the program shows it.
void showDemo(app::MainWindow& window) {
    window.setTheme(QStringLiteral("chart"));
    window.openFile(QStringLiteral(KEELHAUL_SOURCE "/data/demo/turnstone-470.keel.json"));
    window.resize(1280, 800);
    window.show();
}

/// A stick dragged by the pointer at 60 events a second in a real window: does every event get its frame, and is the
/// process still afterwards?
int drag() {
    paint::loadFonts();
    const QTemporaryDir state;
    app::MainWindow window({state.path(), {KEELHAUL_SOURCE "/data"}});
    showDemo(window);
    session::Workspace& w = window.workspace();
    for (const Station station : {Station::Swash, Station::Pitch}) {
        w.setStation(station);
        wait(500);
        const QRectF box = window.deck()->item(QStringLiteral("stick-1"))->rect;
        const auto send = [&](QEvent::Type type, QPointF at) {
            const bool move = type == QEvent::MouseMove;
            QMouseEvent event(type, at, window.deck()->mapToGlobal(at), move ? Qt::NoButton : Qt::LeftButton,
                              type == QEvent::MouseButtonRelease ? Qt::NoButton : Qt::LeftButton, Qt::NoModifier);
            QApplication::sendEvent(window.deck(), &event);
        };
        PaintWatch watch;
        window.bench()->installEventFilter(&watch);
        send(QEvent::MouseButtonPress, box.center());
        int moves = 0;
        QTimer timer;
        timer.setTimerType(Qt::PreciseTimer);
        QObject::connect(&timer, &QTimer::timeout, &window, [&] {
            const double turn = ++moves / 20.0;
            send(QEvent::MouseMove, box.center() + QPointF(std::sin(turn), std::cos(turn)) * box.width() * 0.4);
        });
        const double before = processorSeconds();
        timer.start(kFrameMs);
        wait(kDragMs);
        timer.stop();
        const double busy = (processorSeconds() - before) / (kDragMs / 1000.0);
        send(QEvent::MouseButtonRelease, box.center());
        window.bench()->removeEventFilter(&watch);
        std::sort(watch.gapsMs.begin(), watch.gapsMs.end());
        const std::size_t frames = watch.gapsMs.size();
        std::printf("drag, %-6s %d moves, %zu frames painted, 95th percentile %.1f ms between frames, %.0f %% of a core\n", w.entry().name,
                    moves, frames, frames == 0 ? 0.0 : watch.gapsMs[frames * 95 / 100], busy * 100.0);
    }
    wait(1000);
    const double before = processorSeconds();
    wait(3000);
    const double idle = (processorSeconds() - before) / 3.0;
    std::printf("after the drag %.2f %% of a core\n", idle * 100.0);
    return 0;
}

}  // namespace

int main(int argc, char** argv) {
    QApplication application(argc, argv);
    QApplication::setApplicationName(QStringLiteral("keelhaul-bench"));
    QStandardPaths::setTestModeEnabled(true);
    if (application.arguments().contains(QStringLiteral("--empty"))) return emptyWindow();

    if (application.arguments().contains(QStringLiteral("--drag"))) return drag();

    const double empty = startMs(QApplication::applicationFilePath(), {QStringLiteral("--empty")});
    const double demo = startMs(QStringLiteral(KEELHAUL_PROGRAM), {QStringLiteral("--demo"), QStringLiteral("--first-paint")});
    if (empty < 0.0 || demo < 0.0) return 2;
    std::printf("start to first paint  %.0f ms, an empty window %.0f ms: %.0f ms more (at most %.0f)\n", demo, empty, demo - empty,
                kStartReachMs);

    paint::loadFonts();
    const QTemporaryDir state;
    app::MainWindow window({state.path(), {KEELHAUL_SOURCE "/data"}});
    showDemo(window);
    session::Workspace& w = window.workspace();
    const qsizetype only = application.arguments().indexOf(QStringLiteral("--only"));  // one station, for a profiler
    std::vector<std::pair<double, const char*>> medians;
    for (const StationEntry& s : stations()) {
        if (only > 0 && application.arguments().value(only + 1) != QString::fromLatin1(s.name)) continue;
        w.setStation(s.station);
        while (w.proof().state() == session::ProofRunner::State::Trying) QApplication::processEvents();
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
        std::printf("whole window, %-9s median %.1f ms, 99th percentile %.1f ms (under %.0f, 16)\n", s.name, times[kMoves / 2],
                    times[kMoves * 99 / 100], kPaintMedianMs);
        medians.emplace_back(times[kMoves / 2], s.name);
    }
    std::sort(medians.begin(), medians.end());
    if (!medians.empty())
        std::printf("slowest page, %s, / the median page  %.2f x (at most 1.3)\n", medians.back().second,
                    medians.back().first / medians[medians.size() / 2].first);
    return 0;
}
