// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "io/library.h"
#include "session/carrying.h"
#include "session/cursor.h"
#include "session/guards.h"
#include "session/planrunner.h"
#include "session/pose.h"
#include "session/proofrunner.h"
#include "session/repair.h"
#include "session/repository.h"
#include "session/snapshot.h"
#include "session/whatif.h"

#include <QObject>
#include <functional>
#include <optional>

namespace kh::session {

/// Everything views draw, and the one-way flow behind it: edit → snapshot → trace → signals.
class Workspace : public QObject {
    Q_OBJECT
public:
    Workspace(const QString& stateFolder, io::Library library, const StationSet& stations = shippedStations(), QObject* parent = nullptr);

    /// Those of the document's class of aircraft.
    [[nodiscard]] const StationSet& stations() const { return stationsFor(setup()); }
    /// The station that is shown.
    [[nodiscard]] const StationEntry& entry() const;

    [[nodiscard]] DocumentModel& document() { return document_; }
    [[nodiscard]] Repository& repository() { return repository_; }
    [[nodiscard]] const Repository& repository() const { return repository_; }
    /// The document and all that is said of it; whoever keeps a copy keeps it whole.
    [[nodiscard]] const Snapshot& now() const { return now_; }
    [[nodiscard]] const Setup& setup() const { return *now_.setup; }
    [[nodiscard]] const Evaluation& evaluation() const { return *now_.evaluation; }
    [[nodiscard]] const std::vector<StationPage>& pages() const { return *now_.pages; }
    /// nullptr while the chain is impossible
    [[nodiscard]] const Tracer* tracer() const { return now_.tracer.get(); }
    [[nodiscard]] const io::Library& library() const { return library_; }
    /// The profiles on disk have changed.
    void setLibrary(io::Library library) { library_ = std::move(library); }
    /// The one way to try something that may be refused: what goes wrong is told, and nothing is changed. @return whether it was done
    bool attempt(const std::function<void()>& change);
    /// The shown station's rows, as far as they are open: what a Selection counts.
    [[nodiscard]] const StationPage& page() const { return cursor_.page(); }
    /// Opens the selected row, or the one it opens from, or closes it.
    void toggleRow();
    [[nodiscard]] bool isOpen(const std::string& row) const { return cursor_.isOpen(row); }
    [[nodiscard]] const Trace& trace() const { return trace_; }
    /// The trace of the pose's other state, before or after the plan's step; nullptr unless a step is posed.
    [[nodiscard]] const Trace* otherTrace() const { return otherTrace_ ? &*otherTrace_ : nullptr; }
    /// Traces once more, since what is drawn is another document.
    void lookAtDeck();
    /// Another deck and another traced function at once.
    void look(const Deck& deck, Function traced);
    /// The place of an entry by its key in entries(), or −1.
    [[nodiscard]] int entryOf(const std::string& key) const;
    /// Where one switch, moved by one place, leads from the deck; and what the power-on guard says of the deck.
    [[nodiscard]] const std::vector<ThrottleMove>& moves() const { return moves_; }
    [[nodiscard]] const PowerOnGuard& powerOn() const { return powerOn_; }

    [[nodiscard]] const Deck& deck() const { return deck_; }
    /// Whether the switch that takes the tail into rate mode by choice is on, as the deck stands.
    [[nodiscard]] bool rateModeOn() const;
    /// Whether the trainer link is on there.
    [[nodiscard]] bool pupilFlies() const;
    /// Writes that a row was seen on the machine. @return why not, for the pilot; empty: it is written
    [[nodiscard]] QString markSeen(Station station, const Row& row);
    void setDeck(const Deck& deck);
    void setMode(const std::string& modeId);
    [[nodiscard]] Function tracedFunction() const { return traced_; }
    [[nodiscard]] const char* tracedName() const { return setup().machine.aircraft.of().tracedName(traced_); }
    /// The traced function's entry; nullptr for a gyro.
    [[nodiscard]] const FunctionEntry* tracedEntry() const {
        const AircraftClass& aircraft = setup().machine.aircraft.of();
        return aircraft.isGyro(traced_) ? nullptr : &aircraft.entry(traced_);
    }
    void setTracedFunction(Function f);

    [[nodiscard]] Station station() const { return cursor_.station(); }
    /// To a station's page, out of any view.
    void setStation(Station station);
    /// The view that stands in the page's place; empty: none.
    [[nodiscard]] const std::string& view() const { return cursor_.view(); }
    [[nodiscard]] const std::string& behind() const { return cursor_.behind(); }
    void enter(const std::string& view);
    /// Back to where one came from.
    void leave();
    [[nodiscard]] Selection selection() const { return cursor_.selection(); }
    void select(const Selection& selection);
    /// Goes to a row of any station, and opens what it opens from. @return false if there is no such row
    bool goToRow(const std::string& row, int cell = 2, int part = 0);
    /// The selected row, or nullptr; beneath a view nothing is selected: nobody sees it.
    [[nodiscard]] const Row* selectedRow() const { return view().empty() ? cursor_.row() : nullptr; }
    [[nodiscard]] const Part* selectedPart() const { return view().empty() ? cursor_.part() : nullptr; }
    [[nodiscard]] ProofRunner& proof() { return proof_; }
    [[nodiscard]] const ProofRunner& proof() const { return proof_; }
    /// Tries the switches of the document once more; until then nothing stands as proved.
    void prove();
    [[nodiscard]] Repair& repair() { return repair_; }
    [[nodiscard]] const Repair& repair() const { return repair_; }
    [[nodiscard]] Carrying& carrying() { return carrying_; }
    [[nodiscard]] const Carrying& carrying() const { return carrying_; }
    [[nodiscard]] WhatIf& whatIf() { return whatIf_; }
    [[nodiscard]] const WhatIf& whatIf() const { return whatIf_; }
    /// Whether what the boxes are known to hold is shown, judged and proved in place of what is wanted. It is looked at, not edited.
    [[nodiscard]] bool asBoxesStand() const { return document_.lookedPast(); }
    void showAsBoxesStand(bool on);
    [[nodiscard]] Pose& pose() { return pose_; }
    [[nodiscard]] const Pose& pose() const { return pose_; }
    [[nodiscard]] Guards& guards() { return guards_; }
    [[nodiscard]] const Guards& guards() const { return guards_; }
    [[nodiscard]] const std::vector<ToBeSet>& toBeSet() const { return *now_.toBeSet; }
    /// First every finding of the evaluation, in its order, then the switch proof's own lines.
    [[nodiscard]] const std::vector<ProofEntry>& entries() const { return *now_.entries; }
    /// Index into entries() of what F5 would pose, or −1; beneath a view that shows no finding: none.
    [[nodiscard]] int selectedFinding() const;
    void selectFinding(int index);
    /// What a field is called; empty for no field.
    [[nodiscard]] QString fieldName(const std::string& path) const;
    /// Goes to the cell that holds a field. @return false if no page shows it
    bool goToField(const std::string& path);

    /// One undoable edit of the selected part. @throws InputError, also for a setting that would destroy a servo
    void editPart(const Part& part, const QString& text);
    /// What a text typed into a part would change. @throws InputError, also for a setting that would destroy a servo
    [[nodiscard]] std::vector<Edit> editsOf(const Part& part, const QString& text) const;
    /// One undoable change of edits that were typed, with what a school brings.
    void take(const QString& name, const std::vector<Edit>& edits);
    /// The selected part as it stands is the pilot's word: a default becomes entered, the value stays to its last digit.
    void confirmPart(const Part& part);
    /// The selected function answers to this switch at this place and no longer to its old one; what happened is told.
    void assignSwitch(const std::string& switchId, int place);
    /// The mode whose curves are shown and edited.
    [[nodiscard]] int shownMode() const { return shownMode_; }
    void setShownMode(int index);

signals:
    void swapped();         ///< another snapshot: the next document, a proof or a plan that arrived; the trace is of it too
    void progressed();      ///< of the switch proof that is running
    void traced();          ///< of the deck
    void stationChanged();  ///< another station or view
    void selectionChanged();
    void told(const QString& message);

private:
    /// The given ones for the class that ships as the usual, else those its class brings.
    [[nodiscard]] const StationSet& stationsFor(const Setup& setup) const;
    /// Another document: the pilot's word and the deck were about the one before.
    void begin();
    void evaluateNow();
    /// The document, or what the boxes are known to hold of it.
    [[nodiscard]] std::shared_ptr<const Setup> shown() const;
    /// Another place is shown.
    void moved();
    /// Puts a snapshot in place and tells; whatever an answer to that changes comes after it, not within.
    void swap(Snapshot next);
    /// All that follows from the deck: trace, moves, power-on guard.
    void traceNow();

    const StationSet& given_;
    DocumentModel document_;
    Repository repository_;
    io::Library library_;
    JudgeMemory memory_;
    Snapshot now_;
    bool swapping_ = false;
    bool again_ = false;  ///< the document changed while a snapshot was told
    Cursor cursor_;
    Guards guards_;
    ProofRunner proof_;
    PlanRunner plan_;
    Repair repair_;
    WhatIf whatIf_;
    Carrying carrying_;
    Pose pose_;
    Trace trace_;
    std::vector<ThrottleMove> moves_;
    PowerOnGuard powerOn_;
    Deck deck_;
    Function traced_;
    int finding_ = 0;
    std::optional<Trace> otherTrace_;
    int shownMode_ = 0;
};

}  // namespace kh::session
