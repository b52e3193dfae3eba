// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "app/shell/bands.h"
#include "app/shell/command.h"
#include "app/shell/editactions.h"
#include "app/shell/fileactions.h"
#include "app/shell/filing.h"
#include "app/shell/ownbox.h"
#include "app/shell/programdialogs.h"

#include <QMainWindow>
#include <map>
#include <span>
#include <string>

class QLabel;
class QMenu;

namespace kh::app {

/// The window: what can be done in it, and what lies over its bands.
class MainWindow : public QMainWindow {
    Q_OBJECT
public:
    explicit MainWindow(const Places& places, QWidget* parent = nullptr);
    ~MainWindow() override;

    [[nodiscard]] session::Workspace& workspace() { return workspace_; }
    /// The document and its file.
    [[nodiscard]] Filing& files() { return filing_; }
    [[nodiscard]] SheetActions& sheet() { return sheet_; }
    /// Opens a file; problems are told in the window. @return whether it was opened
    bool openFile(const QString& file) { return filing_.openFile(file); }
    /// A model of that size in the plain boxes, all at default.
    void newModel(const QString& sizeClass);
    void newQuadrotor();
    void newCameraQuadrotor();
    /// A setup that has no file yet. @param worthKeeping  it was asked for, and would be missed  @param message  what is told of it;
    /// empty: nothing
    void begin(const Setup& setup, bool worthKeeping, const QString& message);
    /// Another start of the program asks for a file: shown at once, unless what is open has changes. @return whether it is open
    bool openFromOutside(const QString& file);
    /// What there is to know before the first click.
    void tell(const QString& what) { showMessage(what); }
    /// What the last net caught: the document and its journal are as they were.
    void tellTrouble(const QString& what);
    void setTheme(const QString& choice);  ///< "chart", "night" or "desktop"
    void setTextScale(double scale);

    // for tests: the views by name
    [[nodiscard]] Bands* bands() { return bands_; }
    [[nodiscard]] TopBar* topBar() { return bands_->top(); }
    [[nodiscard]] KeelView* keel() { return bands_->keel(); }
    [[nodiscard]] DeckView* deck() { return bands_->deck(); }
    [[nodiscard]] PageView* page() { return bands_->page(); }
    [[nodiscard]] CurveView* curves() { return bands_->curves(); }
    [[nodiscard]] BenchView* bench() { return bands_->bench(); }
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
    /// Esc that nobody else wanted leads back from a view.
    void keyPressEvent(QKeyEvent* event) override;

private:
    [[nodiscard]] Hand::Lent lent();
    [[nodiscard]] ViewHost host();
    // commands.cpp
    void buildActions();
    /// Every command of the table; ids of both are checked against each other when the window is made.
    void listCommands();
    void run(const std::string& id);
    /// Whether the view that is shown does something of its own for a command, which is then done.
    bool viewActs(const std::string& id);
    // menus.cpp
    void showMenu(QPoint at);
    void fillMenu(QMenu* menu, std::span<const char* const> entries);
    /// Every setting that has a cell; with a prefix, those whose field begins with it.
    void offerSettings(std::vector<Offer>& offers, const std::string& prefix = {});
    void showSchools();
    void showPalette();
    /// Goes to a row, and opens what opens from it.
    void openRow(const std::string& row, int cell);
    // mainwindow.cpp
    void showWhy();
    void showMessage(const QString& text);
    void placeMessage();
    /// The whole window, with what the desktop draws around it, onto the screen it is on.
    void fitScreen();
    void restorePlace();
    void applyPalette();

    Places places_;
    session::Workspace workspace_;
    Bands* bands_;
    WhyPanel* why_;
    Palette* palette_;
    QLabel* message_;
    QTimer messageTimer_;
    Filing filing_;
    SheetActions sheet_;
    EditActions edits_;
    OwnBoxes ownBoxes_;
    ProgramDialogs program_;
    QMap<QString, QAction*> actions_;
    std::map<std::string, Command> commands_;
    QSize placed_;  ///< as it was before it was shown first
};

}  // namespace kh::app
