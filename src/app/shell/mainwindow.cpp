// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/shell/mainwindow.h"

#include "app/look/look.h"
#include "base/error.h"
#include "model/helicopter/newmodel.h"
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
#include <QSettings>
#include <QVBoxLayout>
#include <cmath>

namespace kh::app {

using namespace paint;

MainWindow::MainWindow(const Places& places, QWidget* parent)
    : QMainWindow(parent),
      places_(places),
      workspace_(places.stateFolder, io::loadLibrary(places.data), *places.stations),
      top_(new TopBar(workspace_)),
      keel_(new KeelView(workspace_)),
      splitter_(new QSplitter(Qt::Horizontal)),
      pages_(new QStackedWidget),
      benches_(new QStackedWidget),
      ledger_(new LedgerView(workspace_)),
      matrix_(new MatrixView(workspace_)),
      proof_(new ProofView(workspace_)),
      planPage_(new PlanView(workspace_)),
      bench_(new BenchView(workspace_)),
      curves_(new CurveView(workspace_)),
      deck_(new DeckView(workspace_)) {
    setObjectName(QStringLiteral("main"));
    setWindowTitle(QStringLiteral("Keelhaul"));
    setAcceptDrops(true);
    setMinimumSize(1024, 700);
    auto* centre = new QWidget(this);
    auto* column = new QVBoxLayout(centre);
    column->setContentsMargins(0, 0, 0, 0);
    column->setSpacing(0);
    column->addWidget(top_);
    column->addWidget(keel_);
    column->addWidget(splitter_, 1);
    column->addWidget(deck_);
    splitter_->setHandleWidth(1);
    splitter_->setChildrenCollapsible(false);
    splitter_->addWidget(pages_);
    splitter_->addWidget(benches_);
    splitter_->setStretchFactor(0, 0);
    splitter_->setStretchFactor(1, 1);
    for (PageView* view : std::initializer_list<PageView*>{ledger_, matrix_, proof_, planPage_}) {
        pages_->addWidget(view);
        connect(view, &PageView::refused, this, &MainWindow::showMessage);
        connect(view, &PageView::whyAsked, this, &MainWindow::showWhy);
        connect(view, &PageView::actionAsked, this, [this](const QString& id) { run(id.toStdString()); });
        connect(view, &PageView::curveAsked, this, [this] {
            const Part* part = workspace_.selectedPart();
            curves_->enter(part != nullptr && part->field.ends_with(".pitch"));
        });
    }
    benches_->addWidget(bench_);
    benches_->addWidget(curves_);
    pages_->setMinimumWidth(430);
    benches_->setMinimumWidth(400);
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
        case PageKind::Proof: page_ = workspace_.planShown() ? static_cast<PageView*>(planPage_) : proof_; break;
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

void MainWindow::splitPage() {
    const Station s = workspace_.station();
    if (splits_.contains(static_cast<int>(s))) {
        splitter_->restoreState(splits_[static_cast<int>(s)]);
        return;
    }
    const int page = static_cast<int>(workspace_.entry().pageWidth);
    const int w = std::max(width(), minimumWidth());
    const int left = w < 1280 ? page * w / 1280 : page;
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
    if (!splits_.contains(static_cast<int>(workspace_.station()))) splitPage();
    placeMessage();
}

void MainWindow::newModel(const QString& sizeClass) {
    const io::Library& lib = workspace_.library();
    const auto servo = [&](const char* id) -> const ServoProfile* {
        for (const ServoProfile& s : lib.servos)
            if (s.id == id) return &s;
        return lib.servos.empty() ? nullptr : &lib.servos.front();
    };
    if (lib.transmitters.empty() || lib.controllers.empty() || lib.speedControllers.empty() || servo("cleat-c12") == nullptr) {
        showMessage(tr("No profiles were found. Looked in: %1")
                        .arg(QString::fromStdString(places_.data.empty() ? std::string() : places_.data.front().string())));
        return;
    }
    const Setup& now = workspace_.setup();
    const Boxes boxes{now.transmitter.profile.id.empty() ? lib.transmitters.front() : now.transmitter.profile,
                      now.controller.profile.id.empty() ? lib.controllers.front() : now.controller.profile, lib.speedControllers.front(),
                      *servo("cleat-c12"), *servo("cleat-t7")};
    workspace_.attempt([&] {
        workspace_.repository().startNew(kh::newModel(tr("New %1").arg(sizeClass).toStdString(), sizeClass.toStdString(), boxes));
        workspace_.setStation(Station::Airframe);
        QStringList notes{tr("All values are defaults of this size. Replace them by your machine's facts, station by station.")};
        showMessage((notes + libraryTroubles()).join('\n'));
    });
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
    if (kept.isValid()) {  // only onto a screen that is there
        for (const QScreen* screen : QGuiApplication::screens())
            if (screen->availableGeometry().intersects(kept)) {
                const QRect room = screen->availableGeometry();
                setGeometry(QRect(QPoint(std::clamp(kept.x(), room.left(), std::max(room.left(), room.right() - 200)),
                                         std::clamp(kept.y(), room.top(), std::max(room.top(), room.bottom() - 200))),
                                  kept.size().boundedTo(room.size()).expandedTo(minimumSize())));
                break;
            }
    }
    const int station = settings.value(QStringLiteral("station"), static_cast<int>(Station::Swash)).toInt();
    for (const StationEntry& s : workspace_.stations().entries())
        if (static_cast<int>(s.station) == station) workspace_.setStation(s.station);
    const auto splits = settings.value(QStringLiteral("splits")).toMap();
    for (auto it = splits.begin(); it != splits.end(); ++it) splits_[it.key().toInt()] = it.value().toByteArray();
    deck_->setVisible(settings.value(QStringLiteral("deck"), true).toBool());
}

void MainWindow::storePlace() {
    QSettings settings;
    settings.setValue(QStringLiteral("geometry"), geometry());
    settings.setValue(QStringLiteral("station"), static_cast<int>(workspace_.station()));
    QVariantMap splits;
    for (auto it = splits_.begin(); it != splits_.end(); ++it) splits[QString::number(it.key())] = it.value();
    settings.setValue(QStringLiteral("splits"), splits);
    settings.setValue(QStringLiteral("deck"), deck_->isVisible());
}

void MainWindow::applyPalette() {
    applyLook();
    for (QWidget* w : findChildren<QWidget*>()) w->update();
}

void MainWindow::setTextScale(double scale) {
    Theme::setTextScale(std::isfinite(scale) ? std::clamp(scale, 0.9, 1.5) : 1.0);
    QSettings().setValue(QStringLiteral("textScale"), Theme::textScale());
    applyPalette();
}

}  // namespace kh::app
