// SPDX-License-Identifier: GPL-3.0-or-later
#include "session/workspace.h"

#include "base/error.h"
#include "model/carried.h"
#include "model/conditiontext.h"
#include "model/inboxes.h"
#include "model/modeedits.h"
#include "model/names.h"
#include "procedure/harm.h"
#include "procedure/modebuttons.h"
#include "procedure/typed.h"
#include "session/notyet.h"
#include "session/told.h"
#include "text/words.h"

#include <QScopedValueRollback>
#include <algorithm>
#include <utility>

namespace kh::session {

Workspace::Workspace(const QString& stateFolder, io::Library library, const StationSet& stations, QObject* parent)
    : QObject(parent),
      given_(stations),
      repository_(document_, stateFolder),
      library_(std::move(library)),
      repair_(*this),
      whatIf_(*this),
      carrying_(*this),
      pose_(*this),
      traced_(setup().machine.aircraft.of().usual) {
    connect(&repair_, &Repair::told, this, &Workspace::told);
    connect(&document_, &DocumentModel::begun, this, &Workspace::begin);
    connect(&document_, &DocumentModel::changed, this, &Workspace::evaluateNow);
    connect(&document_, &DocumentModel::saved, this, [this] { swap(now_.saved(shown())); });
    connect(&repository_, &Repository::journalFailed, this, [this](const QString& why) {
        emit told(tr("Changes cannot be kept against a crash (%1). Save often until that is mended.").arg(why));
    });
    connect(&plan_, &PlanRunner::arrived, this, [this](const std::shared_ptr<const WordedPlan>& plan) {
        swap(now_.with(plan));
        if (repair_.shown()) repair_.select(repair_.step());
    });
    connect(&proof_, &ProofRunner::arrived, this,
            [this](const std::shared_ptr<const SwitchProof>& proof) { swap(now_.with(proof, this->stations())); });
    connect(&proof_, &ProofRunner::progressed, this, &Workspace::progressed);
}

const StationSet& Workspace::stationsFor(const Setup& setup) const {
    return &setup.machine.aircraft.of() == aircraftClasses().front() ? given_ : stationsOf(setup);
}

std::shared_ptr<const Setup> Workspace::shown() const {
    return asBoxesStand() ? std::make_shared<const Setup>(asInBoxes(document_.setup())) : document_.shared();
}

void Workspace::showAsBoxesStand(bool on) {
    if (on == asBoxesStand()) return;
    document_.setLookedPast(on);
    evaluateNow();
}

void Workspace::begin() {
    document_.setLookedPast(false);
    guards_.forget();
    deck_ = Deck{};
    pose_.forget();
    finding_ = -1;  // none of the model before
}

void Workspace::evaluateNow() {
    pose_.forgetAfter();  // of a document that is no more
    if (whatIf_.now()) whatIf_.leave();
    const std::shared_ptr<const Setup> next = shown();
    proof_.start(next);
    plan_.start(next, stationsFor(*next).rules());
    if (shownMode_ >= static_cast<int>(next->transmitter.modes.size())) shownMode_ = 0;
    swap(now_.of(next, stationsFor(*next), memory_));
}

void Workspace::swap(Snapshot next) {
    if (swapping_) {  // made anew from the document, once this one is told
        again_ = true;
        return;
    }
    const bool sameDocument = next.setup == now_.setup;
    const bool sameClass = &next.setup->machine.aircraft.of() == &setup().machine.aircraft.of();
    const std::string chosen = finding_ >= 0 && finding_ < static_cast<int>(entries().size())
                                   ? entries()[static_cast<std::size_t>(finding_)].key()
                                   : std::string();
    now_ = std::move(next);
    if (const int there = entryOf(chosen); there >= 0) finding_ = there;
    if (!sameClass) {
        traced_ = setup().machine.aircraft.of().usual;
        if (stations().find(cursor_.station()) == nullptr) cursor_.go(stations().entries().front().station);
    }
    cursor_.show(now_.pages);
    finding_ = std::clamp(finding_, view() == kNotYetView ? -1 : 0, std::max(0, static_cast<int>(entries().size()) - 1));
    repair_.keepWithin();
    if (!sameDocument) traceNow();
    {
        const QScopedValueRollback<bool> within(swapping_, true);
        emit swapped();
    }
    if (std::exchange(again_, false)) evaluateNow();
}

int Workspace::entryOf(const std::string& key) const {
    if (key.empty()) return -1;
    const auto found = std::find_if(entries().begin(), entries().end(), [&](const ProofEntry& e) { return e.key() == key; });
    return found == entries().end() ? -1 : static_cast<int>(found - entries().begin());
}

void Workspace::prove() {
    swap(now_.proving(stations()));
    proof_.start(now_.setup);
}

bool Workspace::attempt(const std::function<void()>& change) {
    try {
        change();
        return true;
    } catch (const std::exception& e) {
        emit told(session::told(setup(), e));
        return false;
    }
}

void Workspace::traceNow() {
    otherTrace_.reset();
    if (tracer() == nullptr) {
        trace_ = Trace{};  // the evaluation's finding says why
        moves_.clear();
        powerOn_ = PowerOnGuard{};
        return;
    }
    std::vector<Function> shown = entry().drawn;
    shown.push_back(traced_);
    const WantedFunctions wanted(shown);
    trace_ = pose_.drawnTracer()->at(deck_, ChainState::SetUp, wanted);
    if (const Tracer* other = pose_.otherTracer()) otherTrace_ = other->at(deck_, ChainState::SetUp, wanted);
    moves_ = throttleMoves(setup(), tracer()->model(), evaluation().figures, deck_);
    powerOn_ = powerOnGuard(setup(), tracer()->model(), deck_);
}

void Workspace::lookAtDeck() {
    traceNow();
    emit traced();
}

void Workspace::look(const Deck& deck, Function traced) {
    deck_ = deck;
    traced_ = traced;
    lookAtDeck();
}

void Workspace::toggleRow() {
    if (cursor_.toggle()) select(selection());
}

const StationEntry& Workspace::entry() const {
    const StationEntry* e = stations().find(station());
    return e == nullptr ? stations().entries().front() : *e;
}

void Workspace::setDeck(const Deck& deck) {
    if (deck == deck_) return;
    look(deck, traced_);
}

void Workspace::setMode(const std::string& modeId) {
    pose_.release();
    Deck base = deck_;
    try {
        if (const auto found = deckWithMode(setup(), modeId, base)) setDeck(*found);
    } catch (const InputError&) {
        return;
    }
    const auto& modes = setup().transmitter.modes;
    for (std::size_t i = 0; i < modes.size(); ++i)
        if (modes[i].id == modeId) setShownMode(static_cast<int>(i));
}

void Workspace::setTracedFunction(Function f) { look(deck_, f); }

void Workspace::setStation(Station station) {
    if ((station == cursor_.station() && view().empty()) || stations().find(station) == nullptr) return;
    cursor_.go(station);
    moved();
}

void Workspace::enter(const std::string& view) {
    if (cursor_.enter(view)) moved();
}

void Workspace::leave() {
    if (cursor_.leave()) moved();
}

void Workspace::moved() {
    traceNow();  // its drawings may show other functions
    if (view() != kWhatFollowsView && whatIf_.now()) whatIf_.leave();
    if (repair_.shown()) repair_.select(repair_.step());
    emit stationChanged();
    emit selectionChanged();
}

void Workspace::select(const Selection& selection) {
    cursor_.select(selection);
    if (station() == Station::Modes && selection.cell >= 0 && selection.cell < static_cast<int>(setup().transmitter.modes.size()))
        shownMode_ = selection.cell;
    if (const Row* row = selectedRow(); row != nullptr && !row->findings.empty()) finding_ = static_cast<int>(row->findings.front());
    emit selectionChanged();
}

int Workspace::selectedFinding() const {
    if (repair_.shown() || view() == kNotYetView || (station() == Station::Proof && view().empty()))
        return finding_ < static_cast<int>(entries().size()) ? finding_ : -1;
    const Row* row = selectedRow();
    return row == nullptr || row->findings.empty() ? -1 : static_cast<int>(row->findings.front());
}

void Workspace::selectFinding(int index) {
    finding_ = std::clamp(index, -1, std::max(0, static_cast<int>(entries().size()) - 1));
    emit selectionChanged();
}

QString Workspace::fieldName(const std::string& path) const { return path.empty() ? QString() : words(fieldTitle(setup(), path)); }

bool Workspace::goToRow(const std::string& row, int cell, int part) {
    const Station before = station();
    const bool fromView = !view().empty();
    if (!cursor_.goTo(row, cell, part)) return false;
    if (station() != before || fromView) {
        traceNow();
        emit stationChanged();
    }
    select(selection());
    return true;
}

bool Workspace::goToField(const std::string& path) {
    const auto selectIn = [&](const StationPage& p) {
        for (std::size_t r = 0; r < p.rows.size(); ++r)
            for (std::size_t c = 0; c < p.rows[r].cells.size(); ++c)
                for (std::size_t k = 0; k < p.rows[r].cells[c].parts.size(); ++k)
                    if (p.rows[r].cells[c].parts[k].field() == path) return goToRow(p.rows[r].id, static_cast<int>(c), static_cast<int>(k));
        return false;
    };
    // a field stands on several pages: first where it is asked for
    const Station home = fieldHome(path).station;
    for (const StationPage& p : pages())
        if (p.station == home && selectIn(p)) return true;
    return std::any_of(pages().begin(), pages().end(), selectIn);
}

void Workspace::confirmPart(const Part& part) {
    const auto field = part.field().empty() ? std::nullopt : readField(setup(), part.field());
    if (!field || standingOf(setup(), part.field()) != Standing::Default) return;
    const Row* row = selectedRow();
    document_.edit(row == nullptr ? tr("change") : words(row->title), {{part.field(), field->value}});
}

void Workspace::editPart(const Part& part, const QString& text) {
    if (const auto* spare = part.as<Part::Spare>()) {
        document_.replace(selectedRow() == nullptr ? tr("change") : words(selectedRow()->title),
                          withSpare(setup(), spare->channel, text.toStdString()));
        return;
    }
    take(selectedRow() == nullptr ? tr("change") : words(selectedRow()->title), editsOf(part, text));
}

std::vector<Edit> Workspace::editsOf(const Part& part, const QString& text) const {
    std::vector<Edit> edits = typedEdits(setup(), part.field(), parsePart(setup(), part, text.toStdString()));
    if (const auto harm = harmfulSetting(withEdits(setup(), edits, Standing::Entered, {}), edits))
        throw InputError(part.field(),
                         words(harm->found).toStdString() + " " + words(harm->why).toStdString() + " " + words(harm->todo).toStdString());
    return edits;
}

void Workspace::take(const QString& name, const std::vector<Edit>& edits) {
    if (bringsFunctions(edits)) document_.replace(name, asTyped(setup(), edits, nowStamp()));  // what it asks for, with it
    else document_.edit(name, edits);
}

QString Workspace::markSeen(Station station, const Row& row) {
    if (const QString open = guards().notYet(setup(), station, row); !open.isEmpty()) return open;
    if (row.broken) return tr("This row is broken: settle it first.");
    document_.setStanding(tr("Seen on the machine: %1").arg(words(row.title)), {"rows." + row.workId()},
                          {Standing::Proved, nowStamp(), {}, {}});
    return {};
}

bool Workspace::pupilFlies() const {
    return setup().transmitter.trainer.hands != TrainerHands::Nothing && tracer() != nullptr && tracer()->model().isOn(kTrainer, deck_);
}

bool Workspace::rateModeOn() const { return tracer() != nullptr && tracer()->model().isOn(kRateMode, deck_); }

void Workspace::assignSwitch(const std::string& switchId, int place) {
    const Part* part = selectedPart();
    const auto field = part == nullptr ? std::nullopt : readField(setup(), part->field());
    if (!field || field->info.kind != FieldKind::When) {
        emit told(tr("Choose the switch of a function in Radio first: its mode, hold or kill."));
        return;
    }
    const Condition before = std::get<Condition>(field->value);
    const Condition after{{{switchId, place, ""}}};
    if (after == before) return;
    const QString name = words(selectedRow()->title);
    const QString where = QStringLiteral("%1 %2").arg(QString::fromStdString(switchId)).arg(place);
    document_.edit(tr("%1 to %2").arg(name, where), {{part->field(), after}});
    emit told(before.empty()
                  ? tr("%1 answers to %2.").arg(name, where)
                  : tr("%1 answers to %2, and no longer to %3.").arg(name, where, words(conditionTitle(setup().transmitter, before))));
}

void Workspace::setShownMode(int index) {
    if (index == shownMode_) return;
    shownMode_ = index;
    emit selectionChanged();
}

}  // namespace kh::session
