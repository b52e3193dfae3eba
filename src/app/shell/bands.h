// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "app/bench/benchview.h"
#include "app/curves/curveview.h"
#include "app/deck/deck.h"
#include "app/shell/keel.h"
#include "app/shell/topbar.h"
#include "app/table/proofview.h"
#include "app/views/view.h"

#include <QScrollArea>
#include <QSplitter>
#include <QStackedWidget>
#include <QTabBar>
#include <map>

namespace kh::app {

/// The bands of the window: bar, keel, page beside its drawing, deck; of the station that is shown, or of the view over it.
class Bands final : public QWidget {
    Q_OBJECT
public:
    Bands(session::Workspace& workspace, std::span<const ViewEntry> views, const ViewHost& host, QWidget* parent = nullptr);
    ~Bands() override;

    [[nodiscard]] TopBar* top() const { return top_; }
    [[nodiscard]] KeelView* keel() const { return keel_; }
    [[nodiscard]] DeckView* deck() const { return deck_; }
    /// The station's page, or the view's where it is one.
    [[nodiscard]] PageView* page() const { return page_; }
    [[nodiscard]] CurveView* curves() const { return curves_; }
    [[nodiscard]] BenchView* bench() const { return bench_; }

    [[nodiscard]] std::span<const ViewEntry> views() const { return views_; }
    /// nullptr: a station is shown.
    [[nodiscard]] const ViewEntry* viewEntry() const { return entryOf(workspace_.view()); }
    [[nodiscard]] ViewPage* view() const;
    /// To a view; from it, back. @return false if there is none of that id
    bool toggleView(const std::string& id);
    /// To the station before or after; in a view to the rib before or after.
    void step(int by);

    /// Whether something is being typed on a page or in the curves.
    [[nodiscard]] bool typing() const;
    void focusPage();
    /// Into the curves of Modes; where page and drawing stand behind tabs, to the drawing.
    void intoCurves();
    void intoDeck();
    void foldDeck();
    /// Heights that follow the text size; page and drawing side by side, or, where both do not fit, one of them behind a tab.
    void arrange();
    /// The text size has changed: everything is laid out anew.
    void layOutAgain();
    void restorePlace();
    void storePlace() const;

signals:
    void refused(const QString& message);
    void whyAsked();
    void actionAsked(const QString& id);
    /// Another place, or another size: what lies over the bands may have to go.
    void placeShown();

protected:
    void resizeEvent(QResizeEvent* event) override;

private:
    /// The place where the cursor is.
    void showPlace();
    void showBench();
    /// nullptr: there is none of that id
    [[nodiscard]] const ViewEntry* entryOf(const std::string& id) const;
    void countAgain();
    /// The page a view stands on, made when it is first asked for.
    ViewPage& pageOf(const ViewEntry& entry);
    void listen(PageView* page);
    /// The splitter as it was left at this place, else as drawn.
    void splitPage();
    [[nodiscard]] QString placeKey() const;

    session::Workspace& workspace_;
    std::span<const ViewEntry> views_;
    ViewHost host_;
    TopBar* top_;
    KeelView* keel_;
    QTabBar* tabs_;  ///< page or drawing, where both do not fit
    QSplitter* splitter_;
    QStackedWidget* pages_;
    QStackedWidget* benches_;
    QScrollArea* benchArea_;
    LedgerView* ledger_;
    MatrixView* matrix_;
    ProofView* proof_;
    PageView* page_ = nullptr;
    BenchView* bench_;
    CurveView* curves_;
    DeckView* deck_;
    QScrollArea* deckArea_;
    bool deckWanted_ = true;  ///< not folded away by the pilot
    std::map<std::string, std::unique_ptr<ViewPage>> viewPages_;
    QMap<QString, QByteArray> splits_;
};

}  // namespace kh::app
