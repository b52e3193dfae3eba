// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "app/bench/benchview.h"
#include "app/curves/curveview.h"
#include "app/deck/deck.h"
#include "app/shell/command.h"
#include "app/shell/panels.h"
#include "app/shell/topbar.h"
#include "app/table/pageview.h"
#include "app/table/planview.h"
#include "app/table/proofview.h"
#include "app/table/tosetview.h"
#include "procedure/registry.h"

#include <QDesktopServices>
#include <QFileSystemWatcher>
#include <QMainWindow>
#include <QScrollArea>
#include <QSet>
#include <QSplitter>
#include <QStackedWidget>
#include <QTabBar>
#include <functional>
#include <map>
#include <span>
#include <string>

class QLabel;
class QMenu;

class QPrinter;

namespace kh::app {

/// Where the window keeps its files, and where data are looked up.
struct Places {
    QString stateFolder;
    std::vector<std::filesystem::path> data;
    const StationSet* stations = &shippedStations();
    std::function<bool(const QUrl&)> openOutside = QDesktopServices::openUrl;  ///< the desktop's program for a file
};

class MainWindow : public QMainWindow {
    Q_OBJECT
public:
    explicit MainWindow(const Places& places, QWidget* parent = nullptr);
    ~MainWindow() override;

    [[nodiscard]] Workspace& workspace() { return workspace_; }
    /// Opens a file; problems are told in the window. @return whether it was opened
    bool openFile(const QString& file);
    /// A model of that size in the plain boxes, all at default.
    void newModel(const QString& sizeClass);
    /// A setup that has no file yet. @param worthKeeping  it was asked for, and would be missed  @param message  what is told of it;
    /// empty: nothing
    void begin(const Setup& setup, bool worthKeeping, const QString& message);
    /// Another start of the program asks for a file: shown at once, unless what is open has changes. @return whether it is open
    bool openFromOutside(const QString& file);
    /// What there is to know before the first click.
    void tell(const QString& what) { showMessage(what); }
    /// What the last net caught: the document and its journal are as they were.
    void tellTrouble(const QString& what);
    bool save();
    /// Asks what to do about a file that another program changed. @return whether it is settled: saving may go on
    bool settleOutside(const OutsideChange& change);
    /// Whether another program changed the file meanwhile; told once a change.
    void lookOutside();
    bool saveTo(const QString& file);
    /// Offers what a killed program left behind.
    void offerJournals();
    /// Paints the bench sheet. @return false if the printer does not take it
    bool printTo(QPrinter& printer);
    void setTheme(const QString& choice);  ///< "chart", "night" or "desktop"
    void setTextScale(double scale);

    // for tests: the views by name
    [[nodiscard]] TopBar* topBar() { return top_; }
    [[nodiscard]] KeelView* keel() { return keel_; }
    [[nodiscard]] DeckView* deck() { return deck_; }
    [[nodiscard]] PageView* page() { return page_; }
    [[nodiscard]] CurveView* curves() { return curves_; }
    [[nodiscard]] BenchView* bench() { return bench_; }
    [[nodiscard]] WhyPanel* why() { return why_; }
    [[nodiscard]] Palette* palette() { return palette_; }
    [[nodiscard]] QString message() const;
    [[nodiscard]] QAction* action(const QString& id) const { return actions_.value(id); }
    [[nodiscard]] const Command& command(const std::string& id) const;

protected:
    void closeEvent(QCloseEvent* event) override;
    void dragEnterEvent(QDragEnterEvent* event) override;
    void dropEvent(QDropEvent* event) override;
    void resizeEvent(QResizeEvent* event) override;
    void changeEvent(QEvent* event) override;
    void showEvent(QShowEvent* event) override;

private:
    void buildActions();
    /// Every command of the table; ids of both are checked against each other when the window is made.
    void listCommands();
    void run(const std::string& id);
    void stepStation(int by);
    void focusPage();
    void askNewModel();
    void showMenu(QPoint at);
    void fillMenu(QMenu* menu, std::span<const char* const> entries);
    /// Every setting that has a cell; with a prefix, those whose field begins with it.
    void offerSettings(std::vector<Offer>& offers, const std::string& prefix = {});
    void showSchools();
    /// Goes to a row, and opens what opens from it.
    void openRow(const std::string& row, int cell);
    void showPage();
    void showBench();
    void showWhy();
    void showPalette();
    void showMessage(const QString& text);
    void saveAs();
    void exportAs();
    void printSheet();
    void measured(bool seen);
    void takeReading();
    void changeBoxes();
    void chooseLayoutBuilt();
    void openServoBook();
    void setBenchState();
    void setChannelOrder();
    void mirrorHold();
    void saveTemplate();
    void copyBox();
    void watchBox(const QString& file);
    /// A box of one's own as it stands in its file, where the model has it. @param chosen  it is put in place of another
    /// @return whether there is nothing to mend in it
    bool takeBox(const QString& file, bool chosen = false);
    void takePlanStep();
    void changeModes(const QString& id);
    void copyCell(bool everyMode);
    void preferences();
    void about();
    void showShortcuts();
    void handbook();
    void revert();
    [[nodiscard]] bool mayLeave();
    void remember(const QString& file);
    /// Profiles and servos that could not be read, each with its file and why; the first few.
    [[nodiscard]] QStringList libraryTroubles() const;
    void restorePlace();
    void storePlace();
    /// The whole window, with what the desktop draws around it, onto the screen it is on.
    void fitScreen();
    void placeMessage();
    /// The splitter as it was left at this station, else as drawn.
    void splitPage();
    void applyPalette();
    /// Heights that follow the text size; page and drawing side by side, or, where both do not fit, one of them behind a tab.
    void arrange();

    Places places_;
    Workspace workspace_;
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
    PlanView* planPage_;
    ToSetView* toSet_;
    PageView* page_ = nullptr;
    BenchView* bench_;
    CurveView* curves_;
    DeckView* deck_;
    QScrollArea* deckArea_;
    WhyPanel* why_;
    Palette* palette_;
    QLabel* message_;
    QTimer messageTimer_;
    QMap<QString, QAction*> actions_;
    std::map<std::string, Command> commands_;
    QMap<int, QByteArray> splits_;
    QSet<QString> boxNames_;
    QFileSystemWatcher boxFiles_;  ///< the pilot's own boxes that were opened in an editor
    QSize placed_;                 ///< as it was before it was shown first
    DiskState outsideTold_;        ///< which state of the file on disk was told
};

}  // namespace kh::app
