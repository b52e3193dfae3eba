// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/screenshots.h"

#include "app/fieldsdialog.h"
#include "app/solvedialog.h"
#include "paint/theme.h"

#include <QApplication>
#include <QDir>
#include <QKeyEvent>
#include <memory>

namespace kh::app {

namespace {

struct Shot {
    const char* file;
    const char* model;
    Station station;
    bool night;
    const char* row;   ///< row to select; empty: as it is
    const char* mode;  ///< flown mode
    bool pose;
    bool why;
};

constexpr std::array kShots{
    Shot{"airframe", "turnstone-470", Station::Airframe, false, "head", "normal", false, false},
    Shot{"radio", "turnstone-470", Station::Radio, false, "mode-switch", "normal", false, false},
    Shot{"link", "turnstone-470", Station::Link, false, "channel-aileron", "normal", false, false},
    Shot{"swash", "turnstone-470", Station::Swash, false, "stroke-use", "idle1", false, false},
    Shot{"swash-broken", "dunlin-380", Station::Swash, false, "layout", "normal", true, false},
    Shot{"pitch", "turnstone-470", Station::Pitch, false, "collective-range", "idle1", false, false},
    Shot{"tail", "turnstone-470", Station::Tail, false, "tail-limits", "idle1", false, false},
    Shot{"power", "turnstone-470", Station::Power, false, "headroom", "idle1", false, true},
    Shot{"modes", "turnstone-470", Station::Modes, false, "pitch-curve", "idle1", false, false},
    Shot{"modes-rates", "turnstone-470", Station::Modes, false, "rates", "idle1", false, false},
    Shot{"modes-gain", "turnstone-470", Station::Modes, false, "tail-gain", "idle1", false, false},
    Shot{"modes-hold", "turnstone-470", Station::Modes, false, "hold", "hold", false, false},
    Shot{"modes-night", "turnstone-470", Station::Modes, true, "pitch-curve", "idle1", false, false},
    Shot{"proof", "dunlin-380", Station::Proof, false, "hold-acts.idle2", "normal", false, false},
    Shot{"proof-night", "dunlin-380", Station::Proof, true, "hold-acts.idle2", "normal", true, false},
};

void settle(const Workspace& w) {
    do QApplication::processEvents(QEventLoop::AllEvents, 20);
    while (w.proof().state() == ProofRunner::State::Trying);
    for (int i = 0; i < 5; ++i) QApplication::processEvents();
}

}  // namespace

int writeScreenshots(MainWindow& window, const Places& places, const QString& folder) {
    QDir().mkpath(folder);
    window.resize(1280, 800);
    window.show();
    for (const Shot& shot : kShots) {
        window.setTheme(shot.night ? QStringLiteral("night") : QStringLiteral("chart"));
        const QString file = QString::fromStdString(io::findData(places.data, std::string("demo/") + shot.model + ".keel.json").string());
        if (!window.openFile(file)) return 3;
        Workspace& w = window.workspace();
        w.setStation(shot.station);
        w.setMode(shot.mode);
        Deck deck = w.deck();
        if (shot.station == Station::Swash || shot.station == Station::Pitch) {
            deck.sticks.collective = 0.75;
            deck.sticks.aileron = 0.80;
            w.setDeck(deck);
            w.setTracedFunction(Function::Aileron);
        } else if (shot.station == Station::Tail) {
            deck.sticks = {0.0, 0.0, 0.0, -0.7};
            w.setDeck(deck);
            w.setTracedFunction(Function::Rudder);
        } else {
            deck.sticks = {0.4, 0.0, 0.0, 0.0};
            w.setDeck(deck);
            w.setTracedFunction(Function::Throttle);
        }
        const auto& rows = w.page().rows;
        for (std::size_t r = 0; r < rows.size(); ++r)
            if (rows[r].id == shot.row)
                w.select({static_cast<int>(r), shot.station == Station::Modes ? 1 : rows[r].cells[1].parts.empty() ? 2 : 1, 0});
        for (std::size_t f = 0; f < w.evaluation().findings.size(); ++f)
            if (w.evaluation().findings[f].id == shot.row) w.selectFinding(static_cast<int>(f));
        settle(window.workspace());
        if (shot.pose) w.togglePose();
        if (window.curves()->isVisible()) {
            window.curves()->enter(true);
            for (int i = 0; i < 8; ++i)  // wherever the shot before left it
                QApplication::sendEvent(window.curves(), std::make_unique<QKeyEvent>(QEvent::KeyPress, Qt::Key_Left, Qt::NoModifier).get());
            window.curves()->enter(true);
            for (int i = 0; i < 3; ++i)
                QMetaObject::invokeMethod(window.curves(), [&] {
                    QApplication::sendEvent(window.curves(),
                                            std::make_unique<QKeyEvent>(QEvent::KeyPress, Qt::Key_Right, Qt::NoModifier).get());
                });
        }
        if (shot.why) window.action(QStringLiteral("why"))->trigger();
        settle(window.workspace());
        if (!window.grab().save(QDir(folder).filePath(QString::fromLatin1(shot.file) + QStringLiteral(".png")))) return 3;
        if (shot.pose) w.release();
        if (shot.why) window.action(QStringLiteral("why"))->trigger();
    }
    window.setTheme(QStringLiteral("chart"));
    struct Form {
        const char* file;
        QString title;
        std::vector<FormField> fields;
    };
    const TransmitterSettings& tx = window.workspace().setup().transmitter;
    for (const Form& form : {Form{"switch-map", QObject::tr("Switches and functions"), switchFields(tx)},
                             Form{"schools", QObject::tr("Schools"), schoolFields()}}) {
        FieldsDialog dialog(&window, window.workspace(), form.title, form.fields);
        dialog.show();
        settle(window.workspace());
        if (!dialog.grab().save(QDir(folder).filePath(QString::fromLatin1(form.file) + QStringLiteral(".png")))) return 3;
    }
    SolveDialog reading(&window, window.workspace(), *solverById("zero"));
    for (const auto& [what, value] : std::map<const char*, const char*>{
             {"blade-a.tail", "+1.1"}, {"blade-b.nose", "−0.1"}, {"blade-a.nose", "+0.7"}, {"blade-b.tail", "+0.3"}})
        if (auto* editor = reading.findChild<QLineEdit*>(QString::fromLatin1(what))) editor->setText(QString::fromUtf8(value));
    reading.show();
    settle(window.workspace());
    if (!reading.grab().save(QDir(folder).filePath(QStringLiteral("reading.png")))) return 3;
    return 0;
}

}  // namespace kh::app
