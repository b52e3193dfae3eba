// SPDX-License-Identifier: GPL-3.0-or-later
#include "session/workspace.h"

#include "base/error.h"
#include "model/conditiontext.h"
#include "model/names.h"
#include "paint/look/theme.h"
#include "procedure/harm.h"
#include "procedure/ledger.h"
#include "procedure/registry.h"

#include <set>

namespace kh::app {

namespace {

constexpr int kGuardMinutes = 60;

}  // namespace

Workspace::Workspace(const QString& stateFolder, io::Library library, const StationSet& stations, QObject* parent)
    : QObject(parent), stations_(stations), document_(stateFolder), library_(std::move(library)), plan_(stations.rules()) {
    guardTimer_.setSingleShot(true);
    guardTimer_.setInterval(kGuardMinutes * 60 * 1000);
    connect(&guardTimer_, &QTimer::timeout, this, [this] {
        guards_.fill(false);
        emit guardsChanged();
    });
    connect(&document_, &DocumentModel::changed, this, &Workspace::evaluateNow);
    connect(&plan_, &PlanRunner::changed, this, &Workspace::planArrived);
    connect(&proof_, &ProofRunner::changed, this, [this] {
        listEntries();
        emit evaluated();
    });
}

void Workspace::evaluateNow() {
    const QString file = document_.file() + QString::fromStdString(setup().machine.name);
    if (file != model_) {  // another model: the pilot's word was about the one before
        model_ = file;
        guards_.fill(false);
        deck_ = Deck{};
        posed_ = -1;
        posedSwitches_.clear();
        emit guardsChanged();
    }
    forgetAfter();  // of a document that is no more
    evaluation_ = evaluate(setup(), stations_, &roses_);
    proof_.start(setup());
    plan_.start(setup());
    tracer_.reset();
    try {
        tracer_.emplace(setup());
    } catch (const InputError&) {
        trace_ = Trace{};  // the evaluation's finding says why
    }
    listEntries();
    if (shownMode_ >= static_cast<int>(setup().transmitter.modes.size())) shownMode_ = 0;
    lookAtDeck();
    emit evaluated();
    emit traced();
}

void Workspace::listEntries() {
    const bool fresh = proof_.state() == ProofRunner::State::Fresh;
    pages_ = ledger(setup(), evaluation_, fresh ? &proof_.result() : nullptr, stations_);
    showRows();
    entries_.clear();
    std::set<std::string> told;
    for (const Finding& f : evaluation_.findings) {
        entries_.push_back({f, f.property, false});
        told.insert(f.property);
    }
    for (const bool passed : {false, true})
        for (const PropertyResult& p : proof_.result().properties)
            if (p.holds == passed && (passed || told.count(p.id) == 0)) entries_.push_back({p.finding, p.id, passed});
    if (finding_ >= static_cast<int>(entries_.size())) finding_ = 0;
}

void Workspace::lookAtDeck() {
    if (!tracer_) return;
    trace_ = afterDrawn_ ? after_->tracer.at(deck_) : tracer_->at(deck_);
    otherTrace_.reset();
    if (after_) otherTrace_ = afterDrawn_ ? tracer_->at(deck_) : after_->tracer.at(deck_);
    moves_ = throttleMoves(setup(), tracer_->model(), evaluation_.figures, deck_);
    powerOn_ = powerOnGuard(setup(), tracer_->model(), deck_);
}

void Workspace::traceNow() {
    lookAtDeck();
    emit traced();
}

void Workspace::showRows() {
    const Row* chosen = shown_.station == station_ ? selectedRow() : nullptr;
    const std::string at = chosen == nullptr ? std::string() : chosen->id;
    const std::string parent = chosen == nullptr ? std::string() : chosen->under;
    shown_ = {station_, {}};
    for (const StationPage& p : pages_)
        if (p.station == station_)
            for (const Row& row : p.rows)
                if (row.under.empty() || isOpen(row.under)) shown_.rows.push_back(row);
    if (at.empty()) return;
    for (const std::string& id : {at, parent})  // a sub-row that is closed leaves the selection to its row
        for (std::size_t r = 0; r < shown_.rows.size(); ++r)
            if (shown_.rows[r].id == id) {
                selections_[station_].row = static_cast<int>(r);
                return;
            }
}

void Workspace::toggleRow() {
    const Row* row = selectedRow();
    if (row == nullptr) return;
    const std::string id = row->keelId();
    if (row->under.empty() && !row->opens) return;
    if (open_.erase(id) == 0) open_.insert(id);
    showRows();
    select(selection());
}

const StationEntry& Workspace::entry() const {
    const StationEntry* e = stations_.find(station_);
    return e == nullptr ? stations_.entries().front() : *e;
}

void Workspace::setDeck(const Deck& deck) {
    if (deck == deck_) return;
    deck_ = deck;
    traceNow();
}

void Workspace::setMode(const std::string& modeId) {
    release();
    Deck base = deck_;
    try {
        if (const auto found = deckInMode(setup(), modeId, base)) setDeck(*found);
    } catch (const InputError&) {
        return;
    }
    const auto& modes = setup().transmitter.modes;
    for (std::size_t i = 0; i < modes.size(); ++i)
        if (modes[i].id == modeId) setShownMode(static_cast<int>(i));
}

void Workspace::setTracedFunction(Function f) {
    traced_ = f;
    emit traced();
}

void Workspace::setStation(Station station) {
    if (station == station_) return;
    station_ = station;
    showRows();
    emit stationChanged();
    emit selectionChanged();
}

Selection Workspace::selection() const {
    const auto s = selections_.find(station_);
    return s == selections_.end() ? Selection{} : s->second;
}

void Workspace::select(const Selection& selection) {
    selections_[station_] = selection;
    if (station_ == Station::Modes && selection.cell >= 0 && selection.cell < static_cast<int>(setup().transmitter.modes.size()))
        shownMode_ = selection.cell;
    if (const Row* row = selectedRow(); row != nullptr && !row->findings.empty()) finding_ = static_cast<int>(row->findings.front());
    emit selectionChanged();
}

const Row* Workspace::selectedRow() const {
    const auto& rows = page().rows;
    const int row = selection().row;
    return row >= 0 && row < static_cast<int>(rows.size()) ? &rows[static_cast<std::size_t>(row)] : nullptr;
}

const Part* Workspace::selectedPart() const {
    const Row* row = selectedRow();
    const Selection s = selection();
    if (row == nullptr || s.cell < 0 || s.cell >= static_cast<int>(row->cells.size())) return nullptr;
    const auto& parts = row->cells[static_cast<std::size_t>(s.cell)].parts;
    return s.part >= 0 && s.part < static_cast<int>(parts.size()) ? &parts[static_cast<std::size_t>(s.part)] : nullptr;
}

int Workspace::selectedFinding() const {
    if (station_ == Station::Proof) return finding_ < static_cast<int>(entries_.size()) ? finding_ : -1;
    const Row* row = selectedRow();
    return row == nullptr || row->findings.empty() ? -1 : static_cast<int>(row->findings.front());
}

void Workspace::selectFinding(int index) {
    finding_ = std::clamp(index, 0, std::max(0, static_cast<int>(entries_.size()) - 1));
    emit selectionChanged();
}

QString Workspace::fieldName(const std::string& path) const { return path.empty() ? QString() : paint::words(fieldTitle(setup(), path)); }

bool Workspace::goToRow(const std::string& row, int cell, int part) {
    for (const StationPage& p : pages_)
        for (const Row& r : p.rows) {
            if (r.id != row) continue;
            setStation(p.station);
            if (!r.under.empty() && open_.insert(r.under).second) showRows();
            for (std::size_t at = 0; at < shown_.rows.size(); ++at)
                if (shown_.rows[at].id == row) select({static_cast<int>(at), cell, part});
            return true;
        }
    return false;
}

bool Workspace::goToField(const std::string& path) {
    const auto selectIn = [&](const StationPage& p) {
        for (std::size_t r = 0; r < p.rows.size(); ++r)
            for (std::size_t c = 0; c < p.rows[r].cells.size(); ++c)
                for (std::size_t k = 0; k < p.rows[r].cells[c].parts.size(); ++k)
                    if (p.rows[r].cells[c].parts[k].field == path) return goToRow(p.rows[r].id, static_cast<int>(c), static_cast<int>(k));
        return false;
    };
    // a field stands on several pages: first where it is asked for
    const Station home = fieldHome(path).station;
    for (const StationPage& p : pages_)
        if (p.station == home && selectIn(p)) return true;
    return std::any_of(pages_.begin(), pages_.end(), selectIn);
}

void Workspace::togglePose() {
    if (posed_ >= 0) {
        if (after_ && !afterDrawn_) {
            afterDrawn_ = true;
            traceNow();
            emit posedChanged();
            return;
        }
        release();
        return;
    }
    const int index = selectedFinding();
    if (index < 0) return;
    const Finding& f = entries_[static_cast<std::size_t>(index)].finding;
    if (!f.witness) {
        goToField(f.subject);
        return;
    }
    beforePose_ = deck_;
    posed_ = index;
    posedSwitches_ = f.witness->to.switches;
    Deck deck = deck_;
    if (f.witness->to.switches.empty() && f.station != Station::Modes) deck.sticks = {0.0, 0.0, 0.0, 0.0};
    const PartialDeck& to = f.witness->to;
    traced_ = kh::tracedFunction(f);
    makeAfter();
    setDeck(kh::posed(deck, to));
    traceNow();
    emit posedChanged();
}

void Workspace::release() {
    if (posed_ < 0) return;
    posed_ = -1;
    forgetAfter();
    posedSwitches_.clear();
    setDeck(beforePose_);
    traceNow();
    emit posedChanged();
}

bool Workspace::guard(Guard g) const { return guards_[static_cast<std::size_t>(g)]; }

void Workspace::setGuard(Guard g, bool ticked) {
    guards_[static_cast<std::size_t>(g)] = ticked;
    guardTimer_.start();
    emit guardsChanged();
}

void Workspace::editPart(const Part& part, const QString& text) {
    const FieldValue value = parsePart(setup(), part, text.toStdString());
    const std::vector<Edit> edits{{part.field, value}};
    if (const auto harm = harmfulSetting(withEdits(setup(), edits, Standing::Entered, {}), edits))
        throw InputError(part.field, paint::words(harm->found).toStdString() + " " + paint::words(harm->why).toStdString() + " " +
                                         paint::words(harm->todo).toStdString());
    const Row* row = selectedRow();
    const QString name = row == nullptr ? tr("change") : paint::words(row->title);
    document_.edit(name, edits);
}

void Workspace::assignSwitch(const std::string& switchId, int place) {
    const Part* part = selectedPart();
    const auto field = part == nullptr ? std::nullopt : readField(setup(), part->field);
    if (!field || field->info.kind != FieldKind::When) {
        emit told(tr("Choose the switch of a function in Radio first: its mode, hold or kill."));
        return;
    }
    const Condition before = std::get<Condition>(field->value);
    const Condition after{{{switchId, place, ""}}};
    if (after == before) return;
    const QString name = paint::words(selectedRow()->title);
    const QString where = QStringLiteral("%1 %2").arg(QString::fromStdString(switchId)).arg(place);
    document_.edit(tr("%1 to %2").arg(name, where), {{part->field, after}});
    emit told(
        before.empty()
            ? tr("%1 answers to %2.").arg(name, where)
            : tr("%1 answers to %2, and no longer to %3.").arg(name, where, paint::words(conditionTitle(setup().transmitter, before))));
}

void Workspace::setShownMode(int index) {
    if (index == shownMode_) return;
    shownMode_ = index;
    emit selectionChanged();
}

}  // namespace kh::app
