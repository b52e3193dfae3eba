// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/shell/mainwindow.h"

#include "app/look/look.h"
#include "app/shell/desktop.h"
#include "base/error.h"
#include "paint/look/theme.h"
#include "procedure/registry.h"
#include "procedure/rounding.h"
#include "session/told.h"

#include <QAction>
#include <QApplication>
#include <QCloseEvent>
#include <QDropEvent>
#include <QFileInfo>
#include <QLabel>
#include <QMessageBox>
#include <QMimeData>
#include <QScreen>
#include <QScrollBar>
#include <QSettings>
#include <QVBoxLayout>
#include <cmath>
#include <utility>

namespace kh::app {

using namespace paint;

MainWindow::MainWindow(const Places& places, QWidget* parent)
    : QMainWindow(parent),
      places_(places),
      workspace_(places.stateFolder, io::loadLibrary(places.data), *places.stations),
      bands_(new Bands(workspace_, places_.views, host(), this)),
      why_(new WhyPanel(bands_)),
      palette_(new Palette(this)),
      message_(new QLabel(bands_)),
      filing_(lent()),
      sheet_(lent(), *bands_->bench()),
      edits_(lent()),
      ownBoxes_(lent()),
      program_(
          lent(), [this](const QString& choice) { setTheme(choice); }, [this](double scale) { setTextScale(scale); }) {
    setObjectName(QStringLiteral("main"));
    setWindowTitle(QStringLiteral("Keelhaul"));
    setAcceptDrops(true);
    setCentralWidget(bands_);
    message_->setObjectName(QStringLiteral("message"));
    message_->setWordWrap(true);
    message_->setTextFormat(Qt::PlainText);
    message_->hide();
    messageTimer_.setSingleShot(true);
    messageTimer_.setInterval(12000);
    connect(&messageTimer_, &QTimer::timeout, message_, &QLabel::hide);
    connect(&workspace_, &session::Workspace::told, this, &MainWindow::showMessage);
    connect(bands_, &Bands::refused, this, &MainWindow::showMessage);
    connect(bands_, &Bands::whyAsked, this, &MainWindow::showWhy);
    connect(bands_, &Bands::actionAsked, this, [this](const QString& id) { run(id.toStdString()); });
    connect(bands_, &Bands::placeShown, why_, &QWidget::hide);
    connect(bands_->top(), &TopBar::menuAsked, this, &MainWindow::showMenu);
    connect(bands_->top(), &TopBar::findAsked, this, &MainWindow::showPalette);
    connect(&workspace_.document(), &session::DocumentModel::stateChanged, this, [this] {
        setWindowModified(workspace_.document().modified());
        setWindowTitle(QStringLiteral("%1[*] — Keelhaul").arg(shown(workspace_.setup().machine.name)));
    });
    buildActions();
    restorePlace();
    const QStringList troubles = filing_.libraryTroubles();
    if (!troubles.isEmpty()) showMessage(troubles.join('\n'));
}

Hand::Lent MainWindow::lent() {
    return {this,
            workspace_,
            places_,
            [this](const QString& text) {
                if (text.isEmpty()) message_->hide();
                else showMessage(text);
            },
            [this](std::vector<Offer> offers) { palette_->ask(std::move(offers)); },
            [this](const QString& prompt, std::function<void(const QString&)> take) { palette_->askText(prompt, std::move(take)); }};
}

ViewHost MainWindow::host() {
    return {workspace_,
            {},
            [this] { return filing_.mayLeave(); },
            [this](const Setup& setup, const QString& told) { begin(setup, true, told); },
            places_.data,
            [this](const QString& text) { showMessage(text); },
            lent().ask};
}

MainWindow::~MainWindow() { delete takeCentralWidget(); }  // views go before the workspace they draw

void MainWindow::showWhy() {
    if (why_->isVisible()) {
        why_->hide();
        bands_->focusPage();
        return;
    }
    if (ViewPage* view = bands_->view()) {
        if (!view->explain(*why_)) showMessage(tr("There is nothing to explain here."));
        return;
    }
    if (workspace_.station() == Station::Proof) {
        (void)why_->showFinding(workspace_);
        return;
    }
    if (const Part* part = workspace_.selectedPart(); part != nullptr && !part->why.lines.empty()) {
        Why why = explain(workspace_.setup(), *part);
        const std::vector<Message> box = boxLines(workspace_.setup(), part->field());
        why.lines.insert(why.lines.begin(), box.begin(), box.end());
        why_->show(why);
    } else showMessage(tr("This cell is a word, not a number: there is nothing to derive."));
}

void MainWindow::showMessage(const QString& text) {
    message_->setText(text);
    placeMessage();
    message_->show();
    message_->raise();
    messageTimer_.start();
}

QString MainWindow::message() const { return message_->isVisible() ? message_->text() : QString(); }

void MainWindow::placeMessage() {
    const int w = std::min(720, width() - 32);
    message_->setFixedWidth(w);
    message_->adjustSize();
    message_->move((width() - w) / 2, height() - 170 - message_->height());
}

void MainWindow::resizeEvent(QResizeEvent* event) {
    QMainWindow::resizeEvent(event);
    placeMessage();
}

void MainWindow::begin(const Setup& setup, bool worthKeeping, const QString& message) {
    workspace_.repository().startNew(setup, worthKeeping);
    workspace_.setStation(Station::Airframe);
    const QString told = (QStringList{message} + filing_.libraryTroubles()).join('\n').trimmed();
    if (told.isEmpty()) message_->hide();
    else showMessage(told);
}

void MainWindow::keyPressEvent(QKeyEvent* event) {
    if (event->key() == Qt::Key_Escape && bands_->view() != nullptr) workspace_.leave();
    else QMainWindow::keyPressEvent(event);
}

bool MainWindow::openFromOutside(const QString& file) {
    show();
    raise();
    activateWindow();
    const bool same = QFileInfo(file).canonicalFilePath() == QFileInfo(workspace_.repository().file()).canonicalFilePath();
    if (same && !workspace_.repository().file().isEmpty()) return true;
    // what is being typed belongs to the model that is shown
    const bool typing = QApplication::activePopupWidget() != nullptr || bands_->typing();
    return !typing && !workspace_.document().modified() && QApplication::activeModalWidget() == nullptr && openFile(file);
}

void MainWindow::tellTrouble(const QString& what) {
    workspace_.repository().flushJournal();
    showMessage(tr("That went wrong and was given up; the document is as it was before. (%1)").arg(what));
}

void MainWindow::closeEvent(QCloseEvent* event) {
    if (!filing_.mayLeave()) {
        event->ignore();
        return;
    }
    QSettings().setValue(QStringLiteral("geometry"), geometry());
    bands_->storePlace();
    event->accept();
}

void MainWindow::changeEvent(QEvent* event) {
    QMainWindow::changeEvent(event);
    // after the event: a box must not be opened within it
    if (event->type() == QEvent::ActivationChange && isActiveWindow()) QTimer::singleShot(0, this, [this] { filing_.lookOutside(); });
}

void MainWindow::dragEnterEvent(QDragEnterEvent* event) {
    if (event->mimeData()->hasUrls()) event->acceptProposedAction();
}

void MainWindow::dropEvent(QDropEvent* event) {
    for (const QUrl& url : event->mimeData()->urls())
        if (url.isLocalFile() && filing_.mayLeave()) {
            openFile(url.toLocalFile());
            return;
        }
}

void MainWindow::restorePlace() {
    QSettings settings;
    setTextScale(settings.value(QStringLiteral("textScale"), 1.0).toDouble());
    resize(1280, 800);
    const QRect kept = settings.value(QStringLiteral("geometry")).toRect();
    for (const QScreen* screen : QGuiApplication::screens())  // only onto a screen that is there
        if (kept.isValid() && screen->availableGeometry().intersects(kept)) {
            setGeometry(kept);
            break;
        }
    fitScreen();
    placed_ = size();
    bands_->restorePlace();
}

void MainWindow::fitScreen() {
    const QScreen* there = QGuiApplication::screenAt(geometry().center());
    const QScreen* on = there != nullptr ? there : QGuiApplication::primaryScreen();
    if (on == nullptr) return;
    const QRect room = on->availableGeometry();
    // what the desktop draws around the window is known once it is shown; until then what is usual
    const QRect outer = frameGeometry();
    const QSize frame = outer.size() == size() ? QSize(8, 40) : outer.size() - size();
    const QPoint corner = outer.size() == size() ? QPoint(4, 36) : geometry().topLeft() - outer.topLeft();
    const QSize most = room.size() - frame;
    setMinimumSize(QSize(1024, 700).boundedTo(most));
    if (isMaximized() || isFullScreen()) return;
    const QSize fits = size().boundedTo(most);
    const QPoint least = room.topLeft() + corner;
    const QPoint last(room.right() + 1 - fits.width() - (frame.width() - corner.x()),
                      room.bottom() + 1 - fits.height() - (frame.height() - corner.y()));
    const auto within = [](int now, int low, int high) { return std::clamp(now, low, std::max(low, high)); };
    setGeometry(QRect(QPoint(within(geometry().x(), least.x(), last.x()), within(geometry().y(), least.y(), last.y())), fits));
}

void MainWindow::showEvent(QShowEvent* event) {
    QMainWindow::showEvent(event);
    // the frame is there then; whoever gave the window a size of its own since keeps it
    if (const QSize placed = std::exchange(placed_, QSize()); placed == size()) QTimer::singleShot(0, this, &MainWindow::fitScreen);
}

void MainWindow::setTheme(const QString& choice) {
    QSettings().setValue(QStringLiteral("theme"), choice);
    Theme::set(choice == QStringLiteral("desktop") ? desktopTheme()
               : choice == QStringLiteral("night") ? ThemeKind::Night
                                                   : ThemeKind::Chart);
    applyPalette();
}

void MainWindow::applyPalette() {
    applyLook();
    for (QWidget* w : findChildren<QWidget*>()) w->update();
}

void MainWindow::setTextScale(double scale) {
    Theme::setTextScale(std::isfinite(scale) ? std::clamp(scale, 0.9, 1.5) : 1.0);
    QSettings().setValue(QStringLiteral("textScale"), Theme::textScale());
    applyPalette();
    bands_->layOutAgain();
}

}  // namespace kh::app
