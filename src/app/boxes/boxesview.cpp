// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/boxes/boxesview.h"

#include "app/shell/panels.h"
#include "app/shell/shortcuts.h"
#include "base/error.h"
#include "judge/openends.h"
#include "model/amounts.h"
#include "model/names.h"
#include "model/questions.h"
#include "paint/look/theme.h"
#include "procedure/move.h"
#include "procedure/registry.h"
#include "session/document.h"

#include <QFileDialog>
#include <QKeyEvent>
#include <QPainter>
#include <QSettings>
#include <QStyledItemDelegate>
#include <algorithm>

namespace kh::app {

using namespace paint;

namespace {

constexpr double kListWide = 208, kQuestionWide = 492, kFoot = 30;
constexpr double kDrawingFits = 1000, kListFits = 620;
constexpr int kMostModels = 8;

}  // namespace

BoxesView::BoxesView(const ViewHost& host, const ViewEntry& entry)
    : host_(host), entry_(entry), book_(host.data, io::ownDataFolder()), list_(new BoxList(this)), pane_(nullptr), drawing_(nullptr) {
    setAccessibleName(tr("Boxes"));
    setFocusPolicy(Qt::StrongFocus);
    pane_ = new QuestionPane({[this]() -> const BoxDraft& { return book_.draft(); }, [this] { return bench(); },
                              [this](BoxDraft next, bool goOn) { return take(std::move(next), goOn); },
                              [this](const BoxQuestion& q) { return decides(q); }, host_.workspace.guards(), [this](int by) { step(by); }},
                             this);
    drawing_ = new BoxDrawing([this]() -> const BoxDraft& { return book_.draft(); },
                              [this](std::size_t row, const QString& where) { placeSwitch(row, where); }, host_.tell, this);
    list_->installEventFilter(this);
    setFocusProxy(list_);
    connect(list_, &BoxList::chosen, this, [this](std::size_t index) {
        if (static_cast<int>(index) == book_.current()) return;
        book_.lookAt(index);
        showBox();
    });
}

std::vector<Setup> BoxesView::models() const {
    std::vector<Setup> out{host_.workspace.setup()};
    const QString open = host_.workspace.repository().file();
    for (const QString& file : QSettings().value(QStringLiteral("recent")).toStringList()) {
        if (static_cast<int>(out.size()) >= kMostModels) break;
        if (file == open) continue;
        try {
            out.push_back(io::loadDocument(QFile::encodeName(file).toStdString()).setup);
        } catch (const std::runtime_error&) {  // gone or not readable: nothing is said of it
        }
    }
    return out;
}

void BoxesView::entered() {
    const AnyBox before = book_.draft().box;
    book_.reload(models());
    if (book_.current() < 0 || (at_.empty() && !book_.isOwn())) {  // first: the transmitter of the model
        const TransmitterProfile& tx = host_.workspace.setup().transmitter.profile;
        if (!book_.lookAt(BoxKind::Transmitter, tx.id) && !book_.boxes().empty()) book_.lookAt(std::size_t{0});
    } else {
        (void)book_.lookAt(kindOf(before), idOf(before));
    }
    if (!book_.problems().empty()) host_.tell(QString::fromStdString(book_.problems().front()));
    showBox();
    pane_->focusAnswer();
}

void BoxesView::showBox() {
    decided_.reset();
    const BoxDraft& d = book_.draft();
    const BoxQuestion* q = boxQuestion(kindOf(d.box), d.at);
    at_ = q == nullptr ? boxQuestions(kindOf(d.box)).front()->key : d.at;
    list_->show(book_);
    pane_->show(*boxQuestion(kindOf(d.box), at_));
    drawing_->renew();
    host_.counted();
}

Setup BoxesView::bench() const { return holding(book_.draft().box, host_.workspace.setup()); }

bool BoxesView::tried(const std::function<void()>& what) {
    try {
        what();
        return true;
    } catch (const InputError& e) {
        const BoxQuestion* q = boxQuestion(kindOf(book_.draft().box), e.field());
        host_.tell(q == nullptr
                       ? QString::fromStdString(e.problem())
                       : words(say(KH_TR("{field}: {problem}"), {{"field", factTitle(q->kind, q->key)}, {"problem", e.problem()}})));
    } catch (const io::FileError& e) {
        host_.tell(QString::fromUtf8(e.what()));
    }
    return false;
}

bool BoxesView::take(BoxDraft next, bool goOn) {
    const BoxQuestion* after = goOn ? nextQuestion(next, at_) : nullptr;
    const bool whole = nextQuestion(book_.draft(), at_) == nullptr;
    next.at = after != nullptr ? after->key : at_;
    QString copied;
    const std::string was = nameOf(book_.draft().box);
    const bool taken = tried([&] { copied = kh::shown(book_.commit(std::move(next))); });
    decided_.reset();
    if (!copied.isEmpty())
        host_.tell(
            tr("%1 ships with Keelhaul and stays as it is: what you answer goes into a copy of your own, %2.").arg(kh::shown(was), copied));
    if (!taken) {
        list_->show(book_);
        pane_->renew();
        drawing_->renew();
        return false;
    }
    host_.workspace.setLibrary(book_.library());  // a new model can have it at once
    list_->show(book_);
    drawing_->renew();
    if (after != nullptr) {
        goTo(after->key);
    } else if (goOn && copied.isEmpty() && whole) {  // walked through once more
        step(1);
    } else {
        // whoever asked goes on with what he typed in first
        QMetaObject::invokeMethod(
            this, [this] { pane_->renew(); }, Qt::QueuedConnection);
        if (goOn && copied.isEmpty())
            host_.tell(
                tr("Every question of %1 was answered. Ctrl+Shift+T takes it into the model.").arg(kh::shown(nameOf(book_.draft().box))));
    }
    host_.counted();
    return true;
}

void BoxesView::goTo(const std::string& key) {
    const BoxQuestion* q = boxQuestion(kindOf(book_.draft().box), key);
    if (q == nullptr) return;
    at_ = key;
    (void)tried([&] { book_.standAt(key); });
    pane_->show(*q);
    pane_->focusAnswer();
    host_.counted();
}

void BoxesView::step(int by) {
    const auto all = boxQuestions(kindOf(book_.draft().box));
    const auto at = std::find_if(all.begin(), all.end(), [&](const BoxQuestion* q) { return at_ == q->key; }) - all.begin();
    goTo(all[static_cast<std::size_t>(std::clamp(at + by, std::ptrdiff_t{0}, static_cast<std::ptrdiff_t>(all.size()) - 1))]->key);
}

bool BoxesView::lookAt(BoxKind kind, const std::string& id) {
    if (!book_.lookAt(kind, id)) return false;
    showBox();
    pane_->focusAnswer();
    return true;
}

std::vector<KeelRib> BoxesView::ribs() const {
    std::vector<KeelRib> ribs;
    const BoxDraft& d = book_.draft();
    for (const BoxQuestion* q : boxQuestions(kindOf(d.box))) {
        const QString id = QStringLiteral("group-") + QString::fromUtf8(q->group);
        auto rib = std::find_if(ribs.begin(), ribs.end(), [&](const KeelRib& r) { return r.id == id; });
        if (rib == ribs.end()) {
            KeelRib fresh;
            fresh.id = id;
            fresh.title = fresh.brief = fresh.name = words(q->group);
            rib = ribs.insert(ribs.end(), std::move(fresh));
        }
        const BoxAnswer* a = answerOf(d, q->key);
        const bool here = at_ == q->key;
        rib->current = rib->current || here;
        const Standing standing = a == nullptr || a->state == AnswerState::NotKnown ? Standing::Default
                                  : a->state == AnswerState::Measured               ? Standing::Measured
                                                                                    : Standing::Entered;
        const bool stale = a != nullptr && isStale(d, *a, host_.workspace.setup());
        rib->frames.push_back({QStringLiteral("frame-") + QString::fromUtf8(q->key), words(q->asks),
                               a == nullptr                        ? tr("open")
                               : a->state == AnswerState::NotKnown ? tr("not known")
                               : stale                             ? tr("read with what has changed since")
                                                                   : words(shownAnswer(d, *q)),
                               standing, stale, here});
    }
    for (KeelRib& rib : ribs) {
        const auto open =
            std::count_if(rib.frames.begin(), rib.frames.end(), [](const KeelFrame& f) { return f.standing == Standing::Default; });
        rib.state = open == 0 ? tr("all answered") : tr("%1 open").arg(open);
    }
    return ribs;
}

void BoxesView::go(std::size_t rib, std::size_t frame) {
    const auto all = ribs();
    if (rib >= all.size() || all[rib].frames.empty()) return;
    const QString id = all[rib].frames[std::min(frame, all[rib].frames.size() - 1)].id;
    goTo(id.mid(6).toStdString());
}

bool BoxesView::explain(WhyPanel& panel) {
    const BoxQuestion* q = pane_->question();
    if (q == nullptr) return false;
    Why why;
    why.title = say(q->asks);
    why.lines = {howToAnswer(*q), say(q->rests)};
    if (const auto interval = shownInterval(book_.draft().box, *q))
        why.lines.push_back(say(KH_TR("Not known: it may be {v}."), {{"v", *interval}}));
    for (const Message& m : decides(*q)) why.lines.push_back(m);
    panel.show(why);
    return true;
}

std::vector<Message> BoxesView::decides(const BoxQuestion& question) {
    const AnyBox& box = book_.draft().box;
    if (!shownInterval(box, question)) return {};
    if (!decided_ || decided_->first != box) {
        decided_.emplace(box, std::vector<std::pair<std::string, Message>>());
        // in the model that is open, with this box in its place
        const Setup model = host_.workspace.setup();
        const Setup s = copyIn(model, box) ? withBox(model, box) : holding(box, model);
        for (const Decision& d : decisions(s, host_.workspace.stations().rules()))
            for (const Decision::End& e : d.ends) {
                if (e.titles.empty()) continue;
                decided_->second.emplace_back(d.fact.question->key,
                                              say(KH_TR("If it is {v}, {m} gets: {list}."),
                                                  {{"v", kh::show(s, d.fact.path, e.value)}, {"m", s.machine.name}, {"list", e.titles}}));
            }
    }
    std::vector<Message> out;
    for (const auto& [key, message] : decided_->second)
        if (key == question.key) out.push_back(message);
    return out;
}

void BoxesView::placeSwitch(std::size_t row, const QString& where) {
    const BoxQuestion& q = *boxQuestion(BoxKind::Transmitter, "switches");
    (void)tried([&] {
        const BoxTable table = boxTable(book_.draft().box, q.key);
        AnyBox box = withCell(book_.draft().box, q.key, row, 3, where.toStdString());
        if (table.rows.size() > row) take(withAnswerBox(book_.draft(), q, std::move(box)), false);
    });
}

void BoxesView::describe(const AnyBox& from) {
    const QString name = tr("My %1").arg(words(kindTitle(kindOf(from))));
    if (!tried([&] { book_.describe(from, name.toStdString()); })) return;
    host_.workspace.setLibrary(book_.library());
    showBox();
    pane_->focusAnswer();
}

bool BoxesView::eventFilter(QObject* watched, QEvent* event) {
    if (watched == list_ && event->type() == QEvent::KeyPress) {
        const int key = static_cast<QKeyEvent*>(event)->key();
        if (key == Qt::Key_Return || key == Qt::Key_Enter) {
            pane_->focusAnswer();
            return true;
        }
        if (key == Qt::Key_PageUp || key == Qt::Key_PageDown) {
            step(key == Qt::Key_PageUp ? -1 : 1);
            return true;
        }
    }
    return QWidget::eventFilter(watched, event);
}

void BoxesView::changeEvent(QEvent* event) {
    QWidget::changeEvent(event);
    if (event->type() == QEvent::PaletteChange && pane_ != nullptr && pane_->question() != nullptr) pane_->show(*pane_->question());
}

void BoxesView::arrange() {
    const double z = ItemView::zoom();
    const double w = width() / z, h = height() / z - kFoot;
    const bool drawn = w >= kDrawingFits, listed = w >= kListFits;
    const double left = listed ? kListWide : 0;
    const double middle = drawn ? std::max(kQuestionWide, w * 0.384) : w - left;
    const auto put = [z](QWidget* one, double x, double y, double wide, double high) {
        one->setGeometry(QRectF(x * z, y * z, wide * z, high * z).toAlignedRect());
    };
    list_->setVisible(listed);
    drawing_->setVisible(drawn);
    put(list_, 0, 0, left - 1, h);
    put(pane_, left, 0, middle, h);
    put(drawing_, left + middle + 1, 0, w - left - middle - 1, h);
    update();
}

void BoxesView::paintEvent(QPaintEvent*) {
    QPainter p(this);
    const double z = ItemView::zoom();
    p.scale(z, z);
    const Tokens& t = Theme::tokens();
    const double w = width() / z, h = height() / z;
    p.fillRect(QRectF(0, 0, w, h), t.sheet);
    p.setPen(QPen(t.rule, 1));
    for (const QWidget* one : std::initializer_list<const QWidget*>{list_, pane_})
        if (one->isVisible() && one->geometry().right() / z + 2 < w) vline(p, one->geometry().right() / z + 1, 0, h - kFoot, t.rule);
    hairline(p, 0, h - kFoot, w, t.rule);
    const double keys = drawKeyLine(p, 16, w - 16, h - kFoot + 19, entry_.keys);
    const std::size_t own = static_cast<std::size_t>(
        std::count_if(book_.boxes().begin(), book_.boxes().end(), [](const session::ListedBox& b) { return b.own; }));
    const QString count = tr("%1 shipped, %2 of your own").arg(book_.boxes().size() - own).arg(own);
    const QFont small = Theme::font(12);
    if (keys + textWidth(count, small) + 16 < w) drawText(p, {w - 16 - textWidth(count, small), h - kFoot + 19}, count, small, t.muted);
}

const ViewEntry& boxesViewEntry() {
    static const ViewEntry entry{
        .id = "box-view",
        .title = KH_TR("Boxes"),
        .make = [](const ViewHost& host, const ViewEntry& of) -> std::unique_ptr<ViewPage> {
            return std::make_unique<BoxesView>(host, of);
        },
        .keys = {"box-take", "box-unknown", "box-find-out", "box-question", "box-describe", "box-use", "why", "view-back"},
        .ofModel = false,
        .shots = {{"boxes", "", "", "", {}, "throttle"}}};
    return entry;
}

}  // namespace kh::app
