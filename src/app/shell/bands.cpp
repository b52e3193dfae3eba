// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/shell/bands.h"

#include "app/shell/panels.h"
#include "paint/look/theme.h"
#include "procedure/registry.h"

#include <QApplication>
#include <QResizeEvent>
#include <QScrollBar>
#include <QSettings>
#include <QVBoxLayout>
#include <cmath>

namespace kh::app {

using namespace paint;

namespace {

constexpr double kBothFit = 1000;    ///< page and drawing side by side, in units of the design
constexpr double kDeckFits = 1024;   ///< sticks, switches and the trace
constexpr double kDeckRoomy = 1260;  ///< the same where it scrolls anyway: no note of the trace is cut

QScrollArea* plainArea(QWidget* inner) {
    auto* area = new QScrollArea;
    area->setWidget(inner);
    area->setWidgetResizable(true);
    area->setFrameShape(QFrame::NoFrame);
    area->setFocusPolicy(Qt::NoFocus);
    return area;
}

}  // namespace

Bands::Bands(session::Workspace& workspace, std::span<const ViewEntry> views, const ViewHost& host, QWidget* parent)
    : QWidget(parent),
      workspace_(workspace),
      views_(views),
      host_(host),
      top_(new TopBar(workspace)),
      keel_(new KeelView),
      tabs_(new QTabBar),
      splitter_(new QSplitter(Qt::Horizontal)),
      pages_(new QStackedWidget),
      benches_(new QStackedWidget),
      ledger_(new LedgerView(workspace)),
      matrix_(new MatrixView(workspace)),
      proof_(new ProofView(workspace)),
      bench_(new BenchView(workspace)),
      curves_(new CurveView(workspace)),
      deck_(new DeckView(workspace)) {
    host_.counted = [this] { countAgain(); };
    auto* column = new QVBoxLayout(this);
    column->setContentsMargins(0, 0, 0, 0);
    column->setSpacing(0);
    column->addWidget(top_);
    column->addWidget(keel_);
    tabs_->setObjectName(QStringLiteral("page-or-drawing"));
    tabs_->addTab(tr("Page"));
    tabs_->addTab(tr("Drawing"));
    tabs_->setExpanding(false);
    connect(tabs_, &QTabBar::currentChanged, this, &Bands::arrange);
    column->addWidget(tabs_);
    column->addWidget(splitter_, 1);
    deckArea_ = plainArea(deck_);
    deckArea_->setVerticalScrollBarPolicy(Qt::ScrollBarAlwaysOff);
    column->addWidget(deckArea_);
    splitter_->setHandleWidth(1);
    splitter_->setChildrenCollapsible(false);
    splitter_->addWidget(pages_);
    benchArea_ = plainArea(benches_);
    splitter_->addWidget(benchArea_);
    splitter_->setStretchFactor(0, 0);
    splitter_->setStretchFactor(1, 1);
    for (PageView* view : std::initializer_list<PageView*>{ledger_, matrix_, proof_}) {
        pages_->addWidget(view);
        listen(view);
    }
    benches_->addWidget(bench_);
    benches_->addWidget(curves_);
    connect(curves_, &CurveView::refused, this, &Bands::refused);
    connect(curves_, &CurveView::left, this, &Bands::focusPage);
    connect(bench_, &BenchView::chosen, this, &Bands::focusPage);
    connect(top_, &TopBar::backAsked, &workspace_, &session::Workspace::leave);
    connect(top_, &TopBar::carryAsked, this, [this](Box box) {
        workspace_.carrying().lookAt(box);
        if (workspace_.view() != session::kCarryView) toggleView(session::kCarryView);
    });
    connect(keel_, &KeelView::chosen, this, [this](int rib, int frame) {
        if (ViewPage* shown = view()) {
            shown->go(static_cast<std::size_t>(rib), static_cast<std::size_t>(std::max(0, frame)));
            countAgain();
            return;
        }
        workspace_.setStation(workspace_.stations().entries()[static_cast<std::size_t>(rib)].station);
        if (frame >= 0) workspace_.select({frame, 2, 0});
    });
    connect(&workspace_, &session::Workspace::stationChanged, this, &Bands::showPlace);
    connect(&workspace_, &session::Workspace::selectionChanged, this, &Bands::showBench);
    for (const auto signal : {&session::Workspace::swapped, &session::Workspace::stationChanged, &session::Workspace::selectionChanged})
        connect(&workspace_, signal, this, &Bands::countAgain);
    connect(splitter_, &QSplitter::splitterMoved, this, [this] { splits_[placeKey()] = splitter_->saveState(); });
}

Bands::~Bands() {
    for (const auto& [id, page] : viewPages_) page->widget()->setParent(nullptr);  // its page has it
}

void Bands::listen(PageView* page) {
    connect(page, &PageView::refused, this, &Bands::refused);
    connect(page, &PageView::whyAsked, this, &Bands::whyAsked);
    connect(page, &PageView::actionAsked, this, &Bands::actionAsked);
    connect(page, &PageView::switchWanted, bench_, &BenchView::offerSwitches);
    connect(bench_, &BenchView::switchGiven, page, &PageView::typeSwitch);
    page->setDrawnChoice([this](const Part& part) { return bench_->choose(part); });
    connect(page, &PageView::curveAsked, this, [this] {
        const Part* part = workspace_.selectedPart();
        curves_->enter(part != nullptr && part->field().ends_with(".pitch"));
    });
}

const ViewEntry* Bands::entryOf(const std::string& id) const {
    const auto found = std::find_if(views_.begin(), views_.end(), [&](const ViewEntry& v) { return v.id == id; });
    return found == views_.end() ? nullptr : &*found;
}

ViewPage* Bands::view() const {
    const auto page = viewPages_.find(workspace_.view());
    return page == viewPages_.end() ? nullptr : page->second.get();
}

ViewPage& Bands::pageOf(const ViewEntry& entry) {
    const auto there = viewPages_.find(entry.id);
    if (there != viewPages_.end()) return *there->second;
    std::unique_ptr<ViewPage> made = entry.make(host_, entry);  // one that throws leaves no page behind
    pages_->addWidget(made->widget());
    if (auto* table = qobject_cast<PageView*>(made->widget())) listen(table);
    return *viewPages_.emplace(entry.id, std::move(made)).first->second;
}

bool Bands::toggleView(const std::string& id) {
    const ViewEntry* entry = entryOf(id);
    if (entry == nullptr) return false;
    if (workspace_.view() == id) workspace_.leave();
    else if (entry->mayEnter == nullptr || entry->mayEnter(host_)) workspace_.enter(id);
    return true;
}

void Bands::step(int by) {
    const auto towards = [by](std::size_t at, std::size_t size) {
        return static_cast<std::size_t>(std::clamp(static_cast<int>(at) + by, 0, static_cast<int>(size) - 1));
    };
    if (ViewPage* shown = view()) {
        const std::vector<KeelRib> ribs = shown->ribs();
        for (std::size_t i = 0; i < ribs.size(); ++i)
            if (ribs[i].current) {
                shown->go(towards(i, ribs.size()), 0);
                countAgain();
                return;
            }
        return;
    }
    const auto all = workspace_.stations().entries();
    for (std::size_t i = 0; i < all.size(); ++i)
        if (all[i].station == workspace_.station()) {
            workspace_.setStation(all[towards(i, all.size())].station);
            return;
        }
}

void Bands::showPlace() {
    const ViewEntry* entry = viewEntry();
    QWidget* shown = nullptr;
    if (entry != nullptr) {
        shown = pageOf(*entry).widget();
        page_ = qobject_cast<PageView*>(shown);
        const ViewEntry* from = entryOf(workspace_.behind());
        top_->showView(words(entry->title),
                       tr("back to %1").arg(words(from == nullptr ? workspace_.stations().name(workspace_.station()) : from->title)),
                       entry->ofModel);
        keel_->show([this] { return view() == nullptr ? std::vector<KeelRib>() : view()->ribs(); });
    } else {
        switch (workspace_.entry().page) {
            case PageKind::Ledger: page_ = ledger_; break;
            case PageKind::Matrix: page_ = matrix_; break;
            case PageKind::Proof: page_ = proof_; break;
        }
        shown = page_;
        top_->showView({}, {});
        keel_->show([this] { return stationRibs(workspace_); });
    }
    bench_->showPanelsOf(entry == nullptr ? nullptr : entry->panels);
    pages_->setCurrentWidget(shown);
    showBench();
    arrange();
    splitPage();
    emit placeShown();
    shown->setFocus();
    if (entry != nullptr) view()->entered();
    QResizeEvent again(shown->size(), shown->size());
    QApplication::sendEvent(shown, &again);
}

void Bands::countAgain() { keel_->countAgain(); }

void Bands::showBench() {
    const bool curves = viewEntry() == nullptr && workspace_.entry().page == PageKind::Matrix && bench_->panels().empty();
    benches_->setCurrentWidget(curves ? static_cast<QWidget*>(curves_) : bench_);
}

bool Bands::typing() const {
    const auto pages = pages_->findChildren<PageView*>();
    return curves_->editor() != nullptr ||
           std::any_of(pages.begin(), pages.end(), [](const PageView* page) { return page->editor() != nullptr; });
}

void Bands::focusPage() {
    tabs_->setCurrentIndex(0);
    pages_->currentWidget()->setFocus();
}

void Bands::intoCurves() {
    tabs_->setCurrentIndex(1);
    if (tabs_->isVisible() && benches_->currentWidget() == bench_) return;  // a drawing to look at
    workspace_.setStation(Station::Modes);
    if (benches_->currentWidget() != curves_)  // another row's drawing: back to the curves
        workspace_.goToRow("pitch-curve", std::max(0, workspace_.selection().cell));
    curves_->enter(true);
}

void Bands::intoDeck() {
    deckWanted_ = true;
    arrange();
    deck_->setFocus();
}

void Bands::foldDeck() {
    deckWanted_ = !deckWanted_;
    arrange();
}

void Bands::arrange() {
    const double z = ItemView::zoom();
    const auto scaled = [z](double units) { return static_cast<int>(std::lround(units * z)); };
    const ViewEntry* entry = viewEntry();
    top_->setFixedHeight(scaled(40));
    keel_->setFixedHeight(scaled(64));
    const bool scrolls = width() < scaled(kDeckFits);
    deck_->setMinimumWidth(scaled(scrolls ? kDeckRoomy : kDeckFits));
    deckArea_->setFixedHeight(scaled(160) + (scrolls ? deckArea_->horizontalScrollBar()->sizeHint().height() : 0));
    deckArea_->setVisible(deckWanted_ && (entry == nullptr || entry->deck));
    const bool drawn = entry == nullptr || entry->panels != nullptr;
    const bool narrow = drawn && width() < scaled(kBothFit);
    tabs_->setVisible(narrow);
    pages_->setMinimumWidth(narrow || !drawn ? 0 : scaled(430));
    benchArea_->setMinimumWidth(narrow ? 0 : scaled(400));
    const QSizeF least = kLeastFit * kBenchDrawn;  // less of it is scrolled to
    benches_->setMinimumSize(scaled(least.width()), scaled(least.height()));
    pages_->setVisible(!narrow || tabs_->currentIndex() == 0);
    benchArea_->setVisible(drawn && (!narrow || tabs_->currentIndex() == 1));
}

QString Bands::placeKey() const {
    return workspace_.view().empty() ? QString::number(static_cast<int>(workspace_.station())) : QString::fromStdString(workspace_.view());
}

void Bands::splitPage() {
    if (splits_.contains(placeKey())) {
        splitter_->restoreState(splits_[placeKey()]);
        return;
    }
    const double z = ItemView::zoom();
    const ViewEntry* entry = viewEntry();
    const int page = static_cast<int>((entry == nullptr ? workspace_.entry().pageWidth : entry->pageWidth) * z);
    const int w = std::max(width(), window()->minimumWidth());
    const int full = static_cast<int>(1280 * z);
    const int left = w < full ? page * w / full : page;
    splitter_->setSizes({left, w - left});
}

void Bands::resizeEvent(QResizeEvent* event) {
    QWidget::resizeEvent(event);
    arrange();
    if (!splits_.contains(placeKey())) splitPage();
}

void Bands::layOutAgain() {
    arrange();
    splitPage();
    for (ItemView* one : findChildren<ItemView*>()) {  // laid out in the units of the text size
        QResizeEvent same(one->size(), one->size());
        if (one->isVisible()) QApplication::sendEvent(one, &same);
    }
}

void Bands::restorePlace() {
    const QSettings settings;
    const int station = settings.value(QStringLiteral("station"), static_cast<int>(Station::Swash)).toInt();
    for (const StationEntry& s : workspace_.stations().entries())
        if (static_cast<int>(s.station) == station) workspace_.setStation(s.station);
    const auto splits = settings.value(QStringLiteral("splits")).toMap();
    for (auto it = splits.begin(); it != splits.end(); ++it) splits_[it.key()] = it.value().toByteArray();
    deckWanted_ = settings.value(QStringLiteral("deck"), true).toBool();
    showPlace();
}

void Bands::storePlace() const {
    QSettings settings;
    settings.setValue(QStringLiteral("station"), static_cast<int>(workspace_.station()));
    QVariantMap splits;
    for (auto it = splits_.begin(); it != splits_.end(); ++it) splits[it.key()] = it.value();
    settings.setValue(QStringLiteral("splits"), splits);
    settings.setValue(QStringLiteral("deck"), deckWanted_);
}

}  // namespace kh::app
