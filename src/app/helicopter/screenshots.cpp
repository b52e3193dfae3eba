// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/shell/screenshots.h"
#include "app/boxes/boxesview.h"

#include "app/forms/solvedialog.h"
#include "app/helicopter/newmodel/newmodelview.h"
#include "app/shell/demo.h"
#include "model/boxtables.h"
#include "model/fieldpatterns.h"
#include "model/helicopter/newmodel.h"
#include "paint/look/theme.h"
#include "procedure/aircraft.h"
#include "procedure/registry.h"

#include <QApplication>
#include <QDateTime>
#include <QDir>
#include <QFile>
#include <QKeyEvent>
#include <QTemporaryDir>
#include <cstdio>
#include <memory>

namespace kh::app {

namespace {

constexpr double kAskedRpm = 2000.0;  ///< of the picture of what follows

void settle(const session::Workspace& w) {
    do QApplication::processEvents(QEventLoop::AllEvents, 20);
    while (w.proof().state() == session::ProofRunner::State::Trying || !w.repair().fresh() ||
           (w.view() == session::kCarryView && w.carrying().until() == nullptr));
    for (int i = 0; i < 5; ++i) QApplication::processEvents();
}

/// @param view  over the station; empty: none
bool take(MainWindow& window, const QDir& models, const QString& folder, const StationEntry& station, const Shot& shot,
          const std::string& view = {}) {
    window.setTheme(shot.night ? QStringLiteral("night") : QStringLiteral("chart"));
    if (!window.openFile(models.filePath(QString::fromLatin1(shot.model) + QStringLiteral(".keel.json")))) return false;
    session::Workspace& w = window.workspace();
    w.setStation(station.station);
    w.setMode(shot.mode);
    Deck deck = w.deck();
    deck.sticks = shot.sticks;
    w.setDeck(deck);
    if (const auto traced = w.setup().machine.aircraft.of().find(shot.traced)) w.setTracedFunction(*traced);
    for (const StationPage& page : w.pages())
        for (const Row& row : page.rows)
            if (page.station == station.station && row.id == shot.row)
                w.goToRow(row.id, row.line ? 0 : station.page == PageKind::Matrix ? 1 : row.cells[1].parts.empty() ? 2 : 1);
    for (std::size_t f = 0; f < w.evaluation().findings.size(); ++f)
        if (w.evaluation().findings[f].id == shot.row) w.selectFinding(static_cast<int>(f));
    if (view == session::kWhatFollowsView) w.whatIf().ask({{elementPath("transmitter.modes.{}.targetRpm"_field, shot.mode), kAskedRpm}});
    if (!view.empty()) window.bands()->toggleView(view);
    settle(window.workspace());
    if (shot.pose) w.pose().toggle();
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
    settle(window.workspace());
    if (!window.grab().save(QDir(folder).filePath(QString::fromLatin1(shot.file) + QStringLiteral(".png")))) return false;
    if (shot.pose) w.pose().release();
    return true;
}

/// A transmitter that is half described, in the middle of an experiment.
void describeForPicture(BoxesView& view) {
    const auto& boxes = view.book().boxes();
    const auto plain = std::find_if(boxes.begin(), boxes.end(), [](const session::ListedBox& b) { return idOf(b.box) == "plain-10"; });
    if (plain == boxes.end()) return;
    view.describe(AnyBox(plain->box));
    BoxDraft draft = view.book().draft();
    const auto asked = [](const char* key) -> const BoxQuestion& { return *boxQuestion(BoxKind::Transmitter, key); };
    std::size_t row = 0;
    for (const char* where : {"front, far left", "front, inside left", "front, far right", "face, right of the middle", "face, far left",
                              "front, inside right"})
        draft = withAnswerBox(draft, asked("switches"), withCell(draft.box, "switches", row++, 3, where));
    row = 0;
    for (const auto& [word, says] : {std::pair("reverse:reversed", "turned"), std::pair("reverse:normal", "straight")}) {
        draft = withAnswerBox(draft, asked("words"), withCell(draft.box, "words", row, 0, word));
        draft = withAnswerBox(draft, asked("words"), withCell(draft.box, "words", row++, 1, says));
    }
    draft = withAnswerBox(draft, asked("menu"), draft.box);
    for (const auto& [key, says] : {std::pair("channels", "8"), std::pair("travelStepPct", "1"), std::pair("travelLimitPct", "125"),
                                    std::pair("curvePoints", "5"), std::pair("flightModes", "5")})
        draft = withAnswer(draft, asked(key), says);
    draft.at = "usPerPct";
    (void)view.book().commit(std::move(draft));
    (void)view.lookAt(BoxKind::Transmitter, idOf(view.book().draft().box));
    (void)view.act("box-find-out");
    for (const auto& [name, reads] : {std::pair("reading-right", "+95.2"), std::pair("reading-left", "−95.2")})
        if (auto* field = view.pane()->findChild<QLineEdit*>(QString::fromLatin1(name))) field->setText(QString::fromUtf8(reads));
}

}  // namespace

int writeScreenshots(MainWindow& window, const Places& places, const QString& folder, QSize size) {
    QDir().mkpath(folder);
    const QTemporaryDir copies;
    const QDir models(copies.path());
    qputenv("XDG_DATA_HOME", QFile::encodeName(copies.filePath(QStringLiteral("home"))));  // nothing of the pilot's own is shown or touched
    try {
        (void)demoModels(models.path(), places.data);
    } catch (const io::FileError& e) {
        std::fprintf(stderr, "%s\n", e.what());
        return 3;
    }
    for (const QFileInfo& f : models.entryInfoList(QDir::Files)) {  // saved at one time: a picture changes with its view alone
        QFile file(f.filePath());
        if (file.open(QIODevice::ReadWrite))
            file.setFileTime(QDateTime(QDate(2026, 11, 23), QTime(21, 42)), QFileDevice::FileModificationTime);
    }
    window.resize(size);
    window.show();
    for (const StationEntry& station : window.workspace().stations().entries())
        for (const Shot& shot : station.shots)
            if (!take(window, models, folder, station, shot)) return 3;
    for (const AircraftEntry* aircraft : aircraftEntries().subspan(1))  // the other classes' own stations
        for (const StationEntry& station : aircraft->stations().entries())
            for (const Shot& shot : station.shots)
                if (!take(window, models, folder, station, shot)) return 3;
    for (const ViewEntry& view : window.bands()->views())
        for (const Shot& shot : view.shots)
            if (*shot.model != 0 && !take(window, models, folder, *window.workspace().stations().find(Station::Proof), shot, view.id))
                return 3;
    window.setTheme(QStringLiteral("chart"));
    SolveDialog reading(&window, window.workspace(), *solverById("zero"));
    for (const auto& [what, value] : std::map<const char*, const char*>{
             {"blade-a.tail", "+1.1"}, {"blade-b.nose", "−0.1"}, {"blade-a.nose", "+0.7"}, {"blade-b.tail", "+0.3"}})
        if (auto* editor = reading.findChild<QLineEdit*>(QString::fromLatin1(what))) editor->setText(QString::fromUtf8(value));
    reading.show();
    settle(window.workspace());
    if (!reading.grab().save(QDir(folder).filePath(QStringLiteral("reading.png")))) return 3;
    reading.hide();
    // views that need no model: an empty new one, by keyboard
    NewModelAnswers small;
    small.name = "Sanderling 180";
    small.sizeClass = "180";
    small.boxes = io::plainBoxes(window.workspace().library());
    window.begin(newModel(small), false, {});  // the copies are let go before they are removed
    for (const ViewEntry& view : window.bands()->views())
        for (const Shot& shot : view.shots) {
            if (*shot.model != 0) continue;
            window.bands()->toggleView(view.id);
            if (auto* asked = window.findChild<NewModelView*>(); asked != nullptr && asked->isVisible()) {
                NewModelAnswers answers = asked->draft().answers();
                answers.name = small.name;
                asked->answer(answers);
                asked->goTo(3);
                answers.sizeClass = small.sizeClass;
                asked->answer(answers);
            }
            if (auto* boxes = dynamic_cast<BoxesView*>(window.bands()->view())) describeForPicture(*boxes);
            settle(window.workspace());
            if (!window.grab().save(QDir(folder).filePath(QString::fromLatin1(shot.file) + QStringLiteral(".png")))) return 3;
            window.workspace().leave();
        }
    return 0;
}

}  // namespace kh::app
