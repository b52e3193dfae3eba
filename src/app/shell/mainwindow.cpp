// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/shell/mainwindow.h"

#include "app/look/look.h"
#include "base/error.h"
#include "paint/look/theme.h"
#include "procedure/registry.h"
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

namespace {

constexpr double kBothFit = 1000;    ///< page and drawing side by side, in units of the design
constexpr double kDeckFits = 1024;   ///< sticks, switches and the trace
constexpr double kDeckRoomy = 1260;  ///< the same where it scrolls anyway: no note of the trace is cut
constexpr QSizeF kDrawn(540, 536);   ///< of a drawing at least: less of it is scrolled to

}  // namespace

MainWindow::MainWindow(const Places& places, QWidget* parent)
    : QMainWindow(parent),
      places_(places),
      workspace_(places.stateFolder, io::loadLibrary(places.data), *places.stations),
      top_(new TopBar(workspace_)),
      keel_(new KeelView(workspace_)),
      tabs_(new QTabBar),
      splitter_(new QSplitter(Qt::Horizontal)),
      pages_(new QStackedWidget),
      benches_(new QStackedWidget),
      benchArea_(new QScrollArea),
      ledger_(new LedgerView(workspace_)),
      matrix_(new MatrixView(workspace_)),
      proof_(new ProofView(workspace_)),
      planPage_(new PlanView(workspace_)),
      toSet_(new ToSetView(workspace_)),
      bench_(new BenchView(workspace_)),
      curves_(new CurveView(workspace_)),
      deck_(new DeckView(workspace_)),
      deckArea_(new QScrollArea) {
    setObjectName(QStringLiteral("main"));
    setWindowTitle(QStringLiteral("Keelhaul"));
    setAcceptDrops(true);
    auto* centre = new QWidget(this);
    auto* column = new QVBoxLayout(centre);
    column->setContentsMargins(0, 0, 0, 0);
    column->setSpacing(0);
    column->addWidget(top_);
    column->addWidget(keel_);
    tabs_->setObjectName(QStringLiteral("page-or-drawing"));
    tabs_->addTab(tr("Page"));
    tabs_->addTab(tr("Drawing"));
    tabs_->setExpanding(false);
    connect(tabs_, &QTabBar::currentChanged, this, &MainWindow::arrange);
    column->addWidget(tabs_);
    column->addWidget(splitter_, 1);
    deckArea_->setWidget(deck_);
    deckArea_->setWidgetResizable(true);
    deckArea_->setFrameShape(QFrame::NoFrame);
    deckArea_->setVerticalScrollBarPolicy(Qt::ScrollBarAlwaysOff);
    deckArea_->setFocusPolicy(Qt::NoFocus);
    column->addWidget(deckArea_);
    splitter_->setHandleWidth(1);
    splitter_->setChildrenCollapsible(false);
    splitter_->addWidget(pages_);
    benchArea_->setWidget(benches_);
    benchArea_->setWidgetResizable(true);
    benchArea_->setFrameShape(QFrame::NoFrame);
    benchArea_->setFocusPolicy(Qt::NoFocus);
    splitter_->addWidget(benchArea_);
    splitter_->setStretchFactor(0, 0);
    splitter_->setStretchFactor(1, 1);
    for (PageView* view : std::initializer_list<PageView*>{ledger_, matrix_, proof_, planPage_, toSet_}) {
        pages_->addWidget(view);
        connect(view, &PageView::refused, this, &MainWindow::showMessage);
        connect(view, &PageView::whyAsked, this, &MainWindow::showWhy);
        connect(view, &PageView::switchWanted, bench_, &BenchView::offerSwitches);
        connect(bench_, &BenchView::switchGiven, view, &PageView::typeSwitch);
        connect(view, &PageView::actionAsked, this, [this](const QString& id) { run(id.toStdString()); });
        connect(view, &PageView::curveAsked, this, [this] {
            const Part* part = workspace_.selectedPart();
            curves_->enter(part != nullptr && part->field.ends_with(".pitch"));
        });
    }
    benches_->addWidget(bench_);
    benches_->addWidget(curves_);
    setCentralWidget(centre);
    why_ = new WhyPanel(centre);
    palette_ = new Palette(this);
    message_ = new QLabel(centre);
    message_->setObjectName(QStringLiteral("message"));
    message_->setWordWrap(true);
    message_->setTextFormat(Qt::PlainText);
    message_->hide();
    messageTimer_.setSingleShot(true);
    messageTimer_.setInterval(12000);
    connect(&messageTimer_, &QTimer::timeout, message_, &QLabel::hide);
    connect(curves_, &CurveView::refused, this, &MainWindow::showMessage);
    connect(&workspace_, &Workspace::told, this, &MainWindow::showMessage);
    connect(curves_, &CurveView::left, this, [this] { page_->setFocus(); });
    connect(top_, &TopBar::menuAsked, this, &MainWindow::showMenu);
    connect(top_, &TopBar::findAsked, this, &MainWindow::showPalette);
    connect(&workspace_, &Workspace::stationChanged, this, &MainWindow::showPage);
    connect(&workspace_, &Workspace::selectionChanged, this, &MainWindow::showBench);
    connect(splitter_, &QSplitter::splitterMoved, this,
            [this] { splits_[static_cast<int>(workspace_.station())] = splitter_->saveState(); });
    connect(&workspace_.document(), &DocumentModel::stateChanged, this, [this] {
        setWindowModified(workspace_.document().modified());
        setWindowTitle(QStringLiteral("%1[*] — Keelhaul").arg(shown(workspace_.setup().machine.name)));
    });
    connect(&boxFiles_, &QFileSystemWatcher::fileChanged, this, [this](const QString& file) { takeBox(file); });
    connect(&boxFiles_, &QFileSystemWatcher::directoryChanged, this, [this] {
        for (const QString& file : std::as_const(boxNames_))
            if (!boxFiles_.files().contains(file) && QFileInfo::exists(file)) takeBox(file);
    });
    buildActions();
    restorePlace();
    showPage();
    const QStringList troubles = libraryTroubles();
    if (!troubles.isEmpty()) showMessage(troubles.join('\n'));
}

MainWindow::~MainWindow() { delete takeCentralWidget(); }  // views go before the workspace they draw

void MainWindow::showPage() {
    switch (workspace_.entry().page) {
        case PageKind::Ledger: page_ = ledger_; break;
        case PageKind::Matrix: page_ = matrix_; break;
        case PageKind::Proof:
            switch (workspace_.face()) {
                case ProofFace::Plan: page_ = planPage_; break;
                case ProofFace::Findings: page_ = proof_; break;
                case ProofFace::ToSet: page_ = toSet_; break;
            }
            break;
    }
    pages_->setCurrentWidget(page_);
    showBench();
    splitPage();
    why_->hide();
    page_->setFocus();
    page_->resize(page_->size());
    QResizeEvent again(page_->size(), page_->size());
    QApplication::sendEvent(page_, &again);
}

void MainWindow::showBench() {
    const bool curves = workspace_.entry().page == PageKind::Matrix && bench_->panels().empty();
    benches_->setCurrentWidget(curves ? static_cast<QWidget*>(curves_) : bench_);
}

void MainWindow::focusPage() {
    tabs_->setCurrentIndex(0);
    page_->setFocus();
}

void MainWindow::arrange() {
    const double z = ItemView::zoom();
    const auto scaled = [z](double units) { return static_cast<int>(std::lround(units * z)); };
    top_->setFixedHeight(scaled(40));
    keel_->setFixedHeight(scaled(64));
    const bool scrolls = width() < scaled(kDeckFits);
    deck_->setMinimumWidth(scaled(scrolls ? kDeckRoomy : kDeckFits));
    deckArea_->setFixedHeight(scaled(160) + (scrolls ? deckArea_->horizontalScrollBar()->sizeHint().height() : 0));
    const bool narrow = width() < scaled(kBothFit);
    tabs_->setVisible(narrow);
    pages_->setMinimumWidth(narrow ? 0 : scaled(430));
    benchArea_->setMinimumWidth(narrow ? 0 : scaled(400));
    benches_->setMinimumSize(scaled(kDrawn.width()), scaled(kDrawn.height()));
    pages_->setVisible(!narrow || tabs_->currentIndex() == 0);
    benchArea_->setVisible(!narrow || tabs_->currentIndex() == 1);
}

void MainWindow::splitPage() {
    const Station s = workspace_.station();
    if (splits_.contains(static_cast<int>(s))) {
        splitter_->restoreState(splits_[static_cast<int>(s)]);
        return;
    }
    const double z = ItemView::zoom();
    const int page = static_cast<int>(workspace_.entry().pageWidth * z);
    const int w = std::max(width(), minimumWidth());
    const int full = static_cast<int>(1280 * z);
    const int left = w < full ? page * w / full : page;
    splitter_->setSizes({left, w - left});
}

void MainWindow::showWhy() {
    if (why_->isVisible()) {
        why_->hide();
        page_->setFocus();
        return;
    }
    if (workspace_.station() == Station::Proof) {
        const int i = workspace_.selectedFinding();
        if (i < 0) return;
        const Finding& f = workspace_.entries()[static_cast<std::size_t>(i)].finding;
        why_->show(workspace_.setup(), f, workspace_.remedyText(f));
        return;
    }
    if (const Part* part = workspace_.selectedPart(); part != nullptr && !part->why.lines.empty())
        why_->show(explain(workspace_.setup(), *part));
    else showMessage(tr("This cell is a word, not a number: there is nothing to derive."));
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
    arrange();
    if (!splits_.contains(static_cast<int>(workspace_.station()))) splitPage();
    placeMessage();
}

void MainWindow::begin(const Setup& setup, bool worthKeeping, const QString& message) {
    workspace_.repository().startNew(setup, worthKeeping);
    workspace_.setStation(Station::Airframe);
    const QString told = (QStringList{message} + libraryTroubles()).join('\n').trimmed();
    if (told.isEmpty()) message_->hide();
    else showMessage(told);
}

void MainWindow::closeEvent(QCloseEvent* event) {
    if (!mayLeave()) {
        event->ignore();
        return;
    }
    storePlace();
    event->accept();
}

void MainWindow::changeEvent(QEvent* event) {
    QMainWindow::changeEvent(event);
    // after the event: a box must not be opened within it
    if (event->type() == QEvent::ActivationChange && isActiveWindow()) QTimer::singleShot(0, this, &MainWindow::lookOutside);
}

void MainWindow::dragEnterEvent(QDragEnterEvent* event) {
    if (event->mimeData()->hasUrls()) event->acceptProposedAction();
}

void MainWindow::dropEvent(QDropEvent* event) {
    for (const QUrl& url : event->mimeData()->urls())
        if (url.isLocalFile() && mayLeave()) {
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
    const int station = settings.value(QStringLiteral("station"), static_cast<int>(Station::Swash)).toInt();
    for (const StationEntry& s : workspace_.stations().entries())
        if (static_cast<int>(s.station) == station) workspace_.setStation(s.station);
    const auto splits = settings.value(QStringLiteral("splits")).toMap();
    for (auto it = splits.begin(); it != splits.end(); ++it) splits_[it.key().toInt()] = it.value().toByteArray();
    deckArea_->setVisible(settings.value(QStringLiteral("deck"), true).toBool());
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

void MainWindow::storePlace() {
    QSettings settings;
    settings.setValue(QStringLiteral("geometry"), geometry());
    settings.setValue(QStringLiteral("station"), static_cast<int>(workspace_.station()));
    QVariantMap splits;
    for (auto it = splits_.begin(); it != splits_.end(); ++it) splits[QString::number(it.key())] = it.value();
    settings.setValue(QStringLiteral("splits"), splits);
    settings.setValue(QStringLiteral("deck"), deckArea_->isVisible());
}

void MainWindow::applyPalette() {
    applyLook();
    for (QWidget* w : findChildren<QWidget*>()) w->update();
}

void MainWindow::setTextScale(double scale) {
    Theme::setTextScale(std::isfinite(scale) ? std::clamp(scale, 0.9, 1.5) : 1.0);
    QSettings().setValue(QStringLiteral("textScale"), Theme::textScale());
    applyPalette();
    arrange();
    splitPage();
    for (ItemView* view : findChildren<ItemView*>()) {  // laid out in the units of the text size
        QResizeEvent same(view->size(), view->size());
        if (view->isVisible()) QApplication::sendEvent(view, &same);
    }
}

}  // namespace kh::app
