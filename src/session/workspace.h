// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "io/library.h"
#include "procedure/benchneeds.h"
#include "procedure/ledger.h"
#include "procedure/registry.h"
#include "procedure/trace.h"
#include "session/document.h"
#include "session/planrunner.h"
#include "session/proofrunner.h"
#include "stations/kit/row.h"

#include <QElapsedTimer>
#include <QObject>
#include <array>
#include <optional>
#include <set>

namespace kh::app {

/// Which part of which cell is selected on a station's page.
struct Selection {
    int row = 0;
    int cell = 2;
    int part = 0;
    bool operator==(const Selection&) const = default;
};

/// A line of the Proof page: a finding of the audit, a property that fails, or one that holds.
struct ProofEntry {
    Finding finding;
    std::string property;  ///< "P1" …, empty for findings the switch proof knows nothing of
    bool passed = false;
};

/// The pilot's word about the real machine; never stored in a Setup.
enum class Guard { LeadsOff, BladesOff, HoldOn };

/// Everything views draw, and the one-way flow behind it: edit → evaluate → trace → signals.
class Workspace : public QObject {
    Q_OBJECT
public:
    Workspace(const QString& stateFolder, io::Library library, const StationSet& stations = shippedStations(), QObject* parent = nullptr);

    [[nodiscard]] const StationSet& stations() const { return stations_; }
    /// The station that is shown.
    [[nodiscard]] const StationEntry& entry() const;

    [[nodiscard]] DocumentModel& document() { return document_; }
    [[nodiscard]] const Setup& setup() const { return document_.setup(); }
    [[nodiscard]] const io::Library& library() const { return library_; }
    /// The profiles on disk have changed.
    void setLibrary(io::Library library) { library_ = std::move(library); }
    [[nodiscard]] const Evaluation& evaluation() const { return evaluation_; }
    /// Every row there is, those that are closed too.
    [[nodiscard]] const std::vector<StationPage>& pages() const { return pages_; }
    /// The shown station's rows, as far as they are open: what a Selection counts.
    [[nodiscard]] const StationPage& page() const { return shown_; }
    /// Opens the selected row, or the one it opens from, or closes it.
    void toggleRow();
    [[nodiscard]] bool isOpen(const std::string& row) const { return open_.count(row) != 0; }
    /// @return nullptr while the chain is impossible
    [[nodiscard]] const Tracer* tracer() const { return tracer_ ? &*tracer_ : nullptr; }
    [[nodiscard]] const Trace& trace() const { return trace_; }
    /// Where one switch, moved by one place, leads from the deck; and what the power-on guard says of the deck.
    [[nodiscard]] const std::vector<ThrottleMove>& moves() const { return moves_; }
    [[nodiscard]] const PowerOnGuard& powerOn() const { return powerOn_; }

    [[nodiscard]] const Deck& deck() const { return deck_; }
    void setDeck(const Deck& deck);
    void setMode(const std::string& modeId);
    [[nodiscard]] Function tracedFunction() const { return traced_; }
    void setTracedFunction(Function f);

    [[nodiscard]] Station station() const { return station_; }
    void setStation(Station station);
    [[nodiscard]] Selection selection() const;
    void select(const Selection& selection);
    /// Goes to a row of any station, and opens what it opens from. @return false if there is no such row
    bool goToRow(const std::string& row, int cell = 2, int part = 0);
    /// The selected row, or nullptr.
    [[nodiscard]] const Row* selectedRow() const;
    [[nodiscard]] const Part* selectedPart() const;
    [[nodiscard]] ProofRunner& proof() { return proof_; }
    [[nodiscard]] const ProofRunner& proof() const { return proof_; }
    [[nodiscard]] const PlanRunner& plan() const { return plan_; }
    /// The plan of the document as it is; worked out on the spot if the worker has not come to it.
    [[nodiscard]] WordedPlan planNow() const { return plan_.fresh() ? plan_.worded() : wordedPlan(setup(), stations_.rules()); }
    /// Whether Proof shows the plan or the findings.
    [[nodiscard]] bool planShown() const { return planShown_; }
    void showPlan(bool shown);
    [[nodiscard]] int selectedStep() const { return step_; }
    void selectStep(int index);
    /// What was tried for a finding; nullptr while the plan is not fresh, and of the switch proof's own.
    [[nodiscard]] const Remedy* remedyOf(const Finding& finding) const;
    /// What to do about a finding, as far as it was tried.
    [[nodiscard]] Message remedyText(const Finding& finding) const {
        return kh::remedyText(setup(), evaluation_.findings, finding, plan_.fresh() ? &plan_.plan() : nullptr);
    }
    /// Takes the first step as one undoable change; one that is done by hand is written down instead.
    void takeStep();
    /// Writes down what was read when the first step was done by hand, as one undoable change.
    void writeDown(const std::vector<Edit>& read);
    /// Takes every step before the first that is done by hand, as one undoable change.
    void takeTypedSteps();
    /// First every finding of the evaluation, in its order, then the switch proof's own lines.
    [[nodiscard]] const std::vector<ProofEntry>& entries() const { return entries_; }
    /// Index into entries() of what F5 would pose, or −1.
    [[nodiscard]] int selectedFinding() const;
    void selectFinding(int index);
    /// What a field is called; empty for no field.
    [[nodiscard]] QString fieldName(const std::string& path) const;
    /// Goes to the cell that holds a field. @return false if no page shows it
    bool goToField(const std::string& path);

    /// Whether the pose is drawn as it will be once the plan's step is taken.
    [[nodiscard]] bool posedAfter() const { return afterDrawn_; }
    /// The document that is drawn: the pilot's, or posed after a step the one after it.
    [[nodiscard]] const Setup& drawnSetup() const { return afterDrawn_ ? after_->setup : setup(); }
    /// nullptr while there is no result of what is drawn.
    [[nodiscard]] const SwitchProof* drawnProof() const;
    [[nodiscard]] const Evaluation& drawnEvaluation() const { return afterDrawn_ ? after_->evaluation : evaluation_; }
    /// The trace of the pose's other state, before or after the plan's step; nullptr unless a step is posed.
    [[nodiscard]] const Trace* otherTrace() const { return otherTrace_ ? &*otherTrace_ : nullptr; }
    /// What the switches come to after the step that is posed as it is before it; nullptr where that is not known.
    [[nodiscard]] const SwitchProof* proofAfterStep() const { return after_ && !afterDrawn_ && after_->proof ? &*after_->proof : nullptr; }
    /// The finding that is posed now, or −1.
    [[nodiscard]] int posedFinding() const { return posed_; }
    [[nodiscard]] const std::map<std::string, int>& posedSwitches() const { return posedSwitches_; }
    /// Poses the selected finding, or releases what is posed; without a witness goes to its subject.
    void togglePose();
    void release();

    [[nodiscard]] bool guard(Guard g) const;
    void setGuard(Guard g, bool ticked);
    /// What the guards of a row's step still lack.
    [[nodiscard]] std::vector<Message> inTheWay(const Row& row) const {
        return kh::inTheWay(benchNeed(station_, row.id), {guard(Guard::LeadsOff), guard(Guard::BladesOff), guard(Guard::HoldOn)});
    }

    /// One undoable edit of the selected part. @throws InputError, also for a setting that would destroy a servo
    void editPart(const Part& part, const QString& text);
    /// Sets the remedy that was tried; else tells why there is none.
    void applyRemedy(const Finding& finding);
    /// The selected function answers to this switch at this place and no longer to its old one; what happened is told.
    void assignSwitch(const std::string& switchId, int place);
    /// The mode whose curves are shown and edited.
    [[nodiscard]] int shownMode() const { return shownMode_; }
    void setShownMode(int index);

signals:
    void evaluated();
    void traced();
    void stationChanged();
    void selectionChanged();
    void guardsChanged();
    void planChanged();
    void posedChanged();
    void told(const QString& message);

private:
    void evaluateNow();
    /// The rows that are open now; the selection stays at its row.
    void showRows();
    void traceNow();
    /// All that follows from the deck: trace, moves, power-on guard.
    void lookAtDeck();
    void listEntries();
    void planArrived();
    /// Works out the document after the plan's step, for a pose that is drawn before and after it; nothing where there is none.
    void makeAfter();
    void forgetAfter();
    /// Whether the plan is fresh; else tells that it is being worked out.
    bool planReady();
    /// No more dangers and no more warnings with these edits.
    [[nodiscard]] bool noWorse(const std::vector<Edit>& edits) const;

    const StationSet& stations_;
    DocumentModel document_;
    io::Library library_;
    RoseMemory roses_;
    Evaluation evaluation_;
    std::vector<StationPage> pages_;
    StationPage shown_;
    std::set<std::string> open_;  ///< rows whose sub-rows are shown
    std::vector<ProofEntry> entries_;
    ProofRunner proof_;
    PlanRunner plan_;
    bool planShown_ = false;
    int step_ = 0;
    std::optional<Tracer> tracer_;
    Trace trace_;
    std::vector<ThrottleMove> moves_;
    PowerOnGuard powerOn_;
    Deck deck_;
    Deck beforePose_;
    Function traced_ = Function::Collective;
    Station station_ = Station::Swash;
    std::map<Station, Selection> selections_;
    int finding_ = 0;
    int posed_ = -1;
    /// A document as a step of the plan leaves it.
    struct After {
        Setup setup;
        Evaluation evaluation;
        Tracer tracer;
        std::optional<SwitchProof> proof;  ///< where it is found in no time
    };
    std::optional<After> after_;
    bool afterDrawn_ = false;  ///< what is drawn is the document after the step; only with after_
    std::optional<Trace> otherTrace_;
    std::map<std::string, int> posedSwitches_;
    std::array<bool, 3> guards_{};
    QTimer guardTimer_;
    int shownMode_ = 0;
    QString model_;
};

}  // namespace kh::app
