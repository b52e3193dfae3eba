// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/helicopter/newmodel/newmodelview.h"

#include "model/helicopter/helicopter.h"
#include "model/helicopter/layouts.h"
#include "model/helicopter/sizeclass.h"
#include "paint/look/theme.h"
#include "procedure/registry.h"
#include "text/words.h"

#include <QKeyEvent>
#include <algorithm>
#include <array>

namespace kh::app {

using namespace paint;

namespace {

constexpr double kContent = 621;  ///< height of the questions
constexpr int kNameQuestion = 1, kBoxQuestion = 7, kQuestions = 9;
constexpr double kBoxRow = 27;

template <class E>
NewModelChoice choice(const NewModelAnswers& now, E NewModelAnswers::*field, E value, const QString& text, const QString& note = {},
                      const QString& name = {}) {
    NewModelChoice c{text, note, name.isEmpty() ? text : name, now, now.*field == value};
    c.answers.*field = value;
    return c;
}

}  // namespace

NewModelView::NewModelView(const ViewHost& host, const ViewEntry& entry) : host_(host), entry_(entry), name_(new QLineEdit(this)) {
    setFocusPolicy(Qt::StrongFocus);
    setAccessibleName(tr("New model"));
    name_->setObjectName(QStringLiteral("name"));
    name_->setAccessibleName(tr("Name"));
    name_->setMaxLength(60);
    name_->installEventFilter(this);
    startOver();
    connect(name_, &QLineEdit::textEdited, this, [this](const QString& text) {
        at_ = kNameQuestion;
        NewModelAnswers a = draft_->answers();
        a.name = text.trimmed().isEmpty() ? NewModelAnswers().name : text.trimmed().toStdString();
        answer(a);
    });
}

void NewModelView::startOver() {
    draft_ = std::make_unique<session::NewModelDraft>(host_.workspace.library(), shippedStations(), session::nowStamp());
    answered_.clear();
    for (QComboBox* box : boxes_) delete box;
    boxes_.clear();
    boxLists();
    name_->setText(QString::fromStdString(draft_->answers().name));
    at_ = kNameQuestion;
    scroll_ = 0;
    ask();
}

void NewModelView::entered() {
    if (answered_.empty()) startOver();
    for (QComboBox* box : boxes_) box->show();
    goTo(at_);
    name_->selectAll();
}

std::vector<KeelRib> NewModelView::ribs() const {
    std::vector<KeelRib> ribs;
    for (const NewModelQuestion& q : questions_) {
        KeelRib rib;
        rib.id = QStringLiteral("rib-%1").arg(q.number);
        rib.number = QString::number(q.number);
        rib.title = rib.brief = q.title;
        rib.name = tr("Question %1 %2").arg(q.number).arg(q.title);
        const bool answered = answered_.count(q.number) != 0;
        rib.state = answered ? tr("answered") : tr("at its default");
        rib.current = q.number == at_;
        rib.frames.push_back({QStringLiteral("frame-%1").arg(q.number), q.title, rib.state,
                              answered ? Standing::Entered : Standing::Default, false, rib.current});
        ribs.push_back(std::move(rib));
    }
    return ribs;
}

void NewModelView::go(std::size_t rib, std::size_t) { goTo(static_cast<int>(rib) + 1); }

void NewModelView::create() {
    if (!draft_->refusal().isEmpty()) return;
    const Setup made = draft_->setup();
    answered_.clear();  // the next one begins anew
    host_.begin(
        made, tr("%1 is made. What it still lacks stands here, in the order of the work; Enter goes there.").arg(shown(made.machine.name)));
    host_.workspace.enter("to-set");
}

void NewModelView::boxLists() {
    const io::Library& lib = draft_->library();
    const Boxes& now = draft_->answers().boxes;
    const auto add = [&](const char* name, const QString& title, const auto& list, const auto& chosen, auto put) {
        auto* box = new QComboBox(this);
        box->setObjectName(QString::fromLatin1(name));
        box->setAccessibleName(title);
        for (const auto& profile : list) box->addItem(shown(profile.name));
        for (std::size_t i = 0; i < list.size(); ++i)
            if (list[i].id == chosen.id) box->setCurrentIndex(static_cast<int>(i));
        box->installEventFilter(this);
        connect(box, &QComboBox::currentIndexChanged, this, [this, &list, put](int index) {
            at_ = kBoxQuestion;
            NewModelAnswers a = draft_->answers();
            put(a.boxes, list[static_cast<std::size_t>(index)]);
            answer(a);
        });
        boxes_.push_back(box);
    };
    add("transmitter", tr("transmitter"), lib.transmitters, now.transmitter,
        [](Boxes& b, const TransmitterProfile& p) { b.transmitter = p; });
    add("controller", tr("controller"), lib.controllers, now.controller, [](Boxes& b, const ControllerProfile& p) { b.controller = p; });
    add("speed-controller", tr("speed controller"), lib.speedControllers, now.speedController,
        [](Boxes& b, const SpeedControllerProfile& p) { b.speedController = p; });
    add("plate-servos", tr("plate servos"), lib.servos, now.plateServo, [](Boxes& b, const ServoProfile& p) { b.plateServo = p; });
    add("tail-servo", tr("tail servo"), lib.servos, now.tailServo, [](Boxes& b, const ServoProfile& p) { b.tailServo = p; });
}

void NewModelView::answer(const NewModelAnswers& answers) {
    draft_->answer(answers);
    answered_.insert(at_);
    if (!name_->hasFocus()) name_->setText(QString::fromStdString(answers.name));
    ask();
    host_.counted();
}

void NewModelView::ask() {
    const NewModelAnswers& now = draft_->answers();
    questions_.clear();
    questions_.push_back({1, tr("Name"), tr("as it stands in the transmitter's list"), {}, {}});
    const CollectiveTarget span = startingCollective(draft_->setup().machine);
    questions_.push_back({2,
                          tr("Style"),
                          tr("default sport; sets collective, cyclic and rates"),
                          words(say(KH_TR("{a} … {b}°"), {{"a", signedNum(span.lowDeg, 1)}, {"b", signedNum(span.highDeg, 1)}})),
                          {choice(now, &NewModelAnswers::style, FlyingStyle::Training, tr("training")),
                           choice(now, &NewModelAnswers::style, FlyingStyle::Scale, tr("scale")),
                           choice(now, &NewModelAnswers::style, FlyingStyle::Sport, tr("sport")),
                           choice(now, &NewModelAnswers::style, FlyingStyle::Aerobatic, tr("aerobatic"))}});
    NewModelQuestion size{
        3, tr("Size class"), tr("default 470; sets disc, blades, mass, head speeds, pitch and thread. To one scale, disc in m."), {}, {}};
    for (const Machine& m : draft_->sizes())
        size.choices.push_back(choice(
            now, &NewModelAnswers::sizeClass, m.sizeClass, QString::fromStdString(m.sizeClass).section(' ', 0, 0),
            words(say(KH_TR("{d}"), {{"d", num(helicopter(m).rotor.discM, 2)}})),
            QString::fromStdString(m.sizeClass).section(' ', 0, 0) + (m.power.kind == PowerKind::Engine ? ' ' + tr("engine") : QString())));
    questions_.push_back(std::move(size));
    questions_.push_back({4,
                          tr("Rotor turns"),
                          tr("from above"),
                          {},
                          {choice(now, &NewModelAnswers::turning, Turning::Clockwise, tr("clockwise")),
                           choice(now, &NewModelAnswers::turning, Turning::CounterClockwise, tr("counter-clockwise"))}});
    NewModelQuestion plate{5,
                           tr("Plate layout"),
                           tr("default 120° aft; where the servo balls sit, from above, nose up"),
                           draft_->controllerKnows(now.layout) ? tr("angles of your own: in Swash")
                                                               : tr("%1 has no such layout").arg(shown(now.boxes.controller.name)),
                           {}};
    for (const Layout& l : layouts())
        plate.choices.push_back(
            choice(now, &NewModelAnswers::layout, std::string(l.id), words(l.shortAngle), words(l.shortWhere), words(l.id)));
    questions_.push_back(std::move(plate));
    questions_.push_back({6,
                          tr("Blade links"),
                          {},
                          tr("ball ahead of the blade, or behind it: then the controller turns collective over"),
                          {choice(now, &NewModelAnswers::link, LinkSide::Leading, tr("leading")),
                           choice(now, &NewModelAnswers::link, LinkSide::Trailing, tr("trailing"))}});
    questions_.push_back({7, tr("Boxes"), tr("plain ones do until yours are described"), {}, {}});
    questions_.push_back({8,
                          tr("Throttle"),
                          {},
                          tr("default: one speed in each mode"),
                          {choice(now, &NewModelAnswers::throttle, ThrottleSchool::Flat, tr("flat in every mode")),
                           choice(now, &NewModelAnswers::throttle, ThrottleSchool::Classic, tr("raised by the stick in Normal"))}});
    questions_.push_back({9,
                          tr("Hold"),
                          {},
                          tr("default: surely off"),
                          {choice(now, &NewModelAnswers::hold, HoldSchool::Cut, tr("cut")),
                           choice(now, &NewModelAnswers::hold, HoldSchool::BailOut, tr("idle for bail-out, with a kill switch"))}});
    layOut();
}

void NewModelView::layOut() {
    const double w = leftWidth() - 2 * kNewModelMargin;
    const double room = high() - kNewModelFoot;
    scroll_ = std::clamp(scroll_, 0.0, std::max(0.0, kContent - room));
    const double top = -scroll_;
    const double narrow = 188;
    places_.assign(kQuestions, {});
    const auto at = [&](double x, double y, double width, double height) { return QRectF(kNewModelMargin + x, top + y, width, height); };
    places_[0].area = at(0, 0, w * 0.42, 69);
    places_[1].area = at(w * 0.434, 0, w * 0.566, 69);
    places_[2].area = at(0, 70, w, 170);
    places_[3].area = at(0, 241, narrow, 138);
    places_[4].area = at(narrow + 16, 241, w - narrow - 16, 138);
    places_[5].area = at(0, 380, narrow, 172);
    places_[6].area = at(narrow + 16, 380, w - narrow - 16, 172);
    places_[7].area = at(0, 553, w, 34);
    places_[8].area = at(0, 587, w, 34);
    // words beside each other: style, throttle, hold
    for (const int q : {1, 7, 8}) {
        Place& place = places_[static_cast<std::size_t>(q)];
        double x = place.area.left() + (q == 1 ? 0 : 92);
        const double y = place.area.top() + (q == 1 ? 32 : 4);
        for (const NewModelChoice& c : questions_[static_cast<std::size_t>(q)].choices) {
            const double wide = textWidth(c.text, Theme::font(13, true)) + 20;
            place.choices.emplace_back(x, y, wide, 26);
            x += wide + 7;
        }
    }
    // sizes, each as wide as its disc
    Place& sizes = places_[2];
    double discs = 0;
    for (const Machine& m : draft_->sizes()) discs += helicopter(m).rotor.discM;
    const double gap = 13;
    const double pixels = (w - gap * static_cast<double>(draft_->sizes().size())) / discs;
    double x = sizes.area.left() - 4;
    for (const Machine& m : draft_->sizes()) {
        const double wide = helicopter(m).rotor.discM * pixels + gap;
        sizes.choices.emplace_back(x, sizes.area.top() + 32, wide, 132);
        x += wide;
    }
    const auto across = [&](int q, double y, double height, double width) {
        Place& place = places_[static_cast<std::size_t>(q)];
        const auto n = questions_[static_cast<std::size_t>(q)].choices.size();
        for (std::size_t i = 0; i < n; ++i)
            place.choices.emplace_back(place.area.left() + width * static_cast<double>(i), place.area.top() + y, width - 8, height);
    };
    across(3, 30, 88, 96);
    across(4, 30, 88, places_[4].area.width() / 10.0);
    across(5, 30, 88, 96);
    name_->setGeometry(onWidget(at(0, 32, places_[0].area.width(), 28)).toRect());
    const auto seen = [&](QWidget* field) {  // what is scrolled away is not drawn over the bands
        const double fieldTop = field->geometry().top() / zoom();
        const double bottom = field->geometry().bottom() / zoom();
        field->setVisible(fieldTop >= 0 && bottom <= high() - kNewModelFoot);
    };
    seen(name_);
    for (std::size_t i = 0; i < boxes_.size(); ++i) {
        boxes_[i]->setGeometry(onWidget(QRectF(places_[6].area.left() + 118, places_[6].area.top() + 31 + kBoxRow * static_cast<double>(i),
                                               places_[6].area.width() * 0.47, kBoxRow - 4))
                                   .toRect());
        seen(boxes_[i]);
    }
    QVector<Item> items;
    for (std::size_t q = 0; q < questions_.size(); ++q) {
        items.push_back({QStringLiteral("question-%1").arg(q + 1), questions_[q].title, questions_[q].hint, QAccessible::Grouping,
                         places_[q].area, static_cast<int>(q) + 1 == at_});
        for (std::size_t i = 0; i < questions_[q].choices.size(); ++i) {
            const NewModelChoice& c = questions_[q].choices[i];
            items.push_back({QStringLiteral("choice-%1-%2").arg(q + 1).arg(i), tr("%1: %2").arg(questions_[q].title, c.name),
                             c.chosen ? tr("chosen") : c.note, QAccessible::RadioButton, places_[q].choices[i], c.chosen});
        }
    }
    for (const ToBeSet& one : draft_->toBeSet())
        items.push_back(
            {QStringLiteral("left-") + QString::fromStdString(one.row), words(one.title), words(one.what), QAccessible::ListItem, {}});
    setItems(std::move(items));
    update();
}

QWidget* NewModelView::fieldOf(int question, bool last) const {
    if (question == kNameQuestion) return name_;
    return question == kBoxQuestion ? (last ? boxes_.back() : boxes_.front()) : nullptr;
}

void NewModelView::goTo(int question, bool last) {
    at_ = std::clamp(question, 1, kQuestions);
    const QRectF area = places_[static_cast<std::size_t>(at_) - 1].area;
    if (area.top() < 0) scroll_ += area.top();
    if (area.bottom() > high() - kNewModelFoot) scroll_ += area.bottom() - (high() - kNewModelFoot);
    layOut();
    QWidget* field = fieldOf(at_, last);
    (field != nullptr ? field : this)->setFocus(Qt::TabFocusReason);
    layOut();
    host_.counted();
}

void NewModelView::choose(int by) {
    const NewModelQuestion& q = questions_[static_cast<std::size_t>(at_) - 1];
    const auto chosen = std::find_if(q.choices.begin(), q.choices.end(), [](const NewModelChoice& c) { return c.chosen; });
    const auto index = chosen - q.choices.begin() + by;
    if (index < 0 || index >= static_cast<std::ptrdiff_t>(q.choices.size())) return;
    const NewModelAnswers next = q.choices[static_cast<std::size_t>(index)].answers;
    answer(next);
}

bool NewModelView::focusNextPrevChild(bool next) {
    const auto box = std::find_if(boxes_.begin(), boxes_.end(), [](const QComboBox* b) { return b->hasFocus(); });
    if (box != boxes_.end()) {
        const auto to = box - boxes_.begin() + (next ? 1 : -1);
        if (to >= 0 && to < static_cast<std::ptrdiff_t>(boxes_.size())) {
            boxes_[static_cast<std::size_t>(to)]->setFocus(Qt::TabFocusReason);
            return true;
        }
    }
    goTo(next ? at_ % kQuestions + 1 : (at_ + kQuestions - 2) % kQuestions + 1, !next);
    return true;
}

bool NewModelView::eventFilter(QObject* watched, QEvent* event) {
    if (event->type() == QEvent::FocusIn) {
        at_ = watched == name_ ? kNameQuestion : kBoxQuestion;
        update();
        host_.counted();
    }
    if (event->type() == QEvent::KeyPress) {
        const int key = static_cast<QKeyEvent*>(event)->key();
        if (key == Qt::Key_Return || key == Qt::Key_Enter) {
            create();
            return true;
        }
        if (watched != name_ && key >= Qt::Key_1 && key <= Qt::Key_9) {
            goTo(key - Qt::Key_0);
            return true;
        }
    }
    return ItemView::eventFilter(watched, event);
}

void NewModelView::keyPressEvent(QKeyEvent* event) {
    switch (event->key()) {
        case Qt::Key_Left:
        case Qt::Key_Up: choose(-1); break;
        case Qt::Key_Right:
        case Qt::Key_Down: choose(1); break;
        case Qt::Key_Return:
        case Qt::Key_Enter: create(); break;
        case Qt::Key_1:
        case Qt::Key_2:
        case Qt::Key_3:
        case Qt::Key_4:
        case Qt::Key_5:
        case Qt::Key_6:
        case Qt::Key_7:
        case Qt::Key_8:
        case Qt::Key_9: goTo(event->key() - Qt::Key_0); break;
        default: ItemView::keyPressEvent(event);
    }
}

void NewModelView::mousePressEvent(QMouseEvent* event) {
    const Item* i = itemAt(event->position());
    if (i == nullptr) return;
    const QStringList id = i->id.split('-');
    if (id[0] == QStringLiteral("question")) {
        goTo(id[1].toInt());
    } else if (id[0] == QStringLiteral("choice")) {
        at_ = id[1].toInt();
        setFocus();
        const NewModelAnswers next = questions_[static_cast<std::size_t>(at_) - 1].choices[static_cast<std::size_t>(id[2].toInt())].answers;
        answer(next);
    }
}

void NewModelView::wheelEvent(QWheelEvent* event) {
    scroll_ -= event->angleDelta().y() / 2.0;
    layOut();
}

const ViewEntry& newModelViewEntry() {
    static const ViewEntry entry{
        .id = "new-model",
        .title = KH_TR("New model"),
        .make = [](const ViewHost& host, const ViewEntry& of) -> std::unique_ptr<ViewPage> {
            return std::make_unique<NewModelView>(host, of);
        },
        .keys = {"new-create", "new-next", "new-choose", "new-question", "view-back"},
        .ofModel = false,
        .mayEnter = [](const ViewHost& host) { return host.mayLeave(); },  // asked before the nine answers, so that none is lost to it
        .shots = {{"new-model", "", "", "", {}, "throttle"}}};
    return entry;
}

}  // namespace kh::app
