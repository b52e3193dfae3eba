// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/carry/carryview.h"

#include "text/words.h"

#include <QKeyEvent>
#include <algorithm>
#include <cmath>

namespace kh::app {

namespace {

constexpr double kPageHigh = 25.0, kTorn = 17.0;

QString stateOf(const CarryBox& box) {
    return box.left() == 0 ? CarryView::tr("all of it is in the box")
                           : counted(box.left(), KH_TR("{n} value to type"), KH_TR("{n} values to type"));
}

QString markName(InBoxMark mark) {
    switch (mark) {
        case InBoxMark::There: return CarryView::tr("in the box");
        case InBoxMark::Changed: return CarryView::tr("changed since");
        case InBoxMark::Never: return CarryView::tr("never typed");
        case InBoxMark::Differs: return CarryView::tr("read back and different");
        case InBoxMark::NotKnown: return CarryView::tr("not known");
        case InBoxMark::Lent: return CarryView::tr("lent");
    }
    return {};
}

}  // namespace

CarryView::CarryView(const ViewHost& host, const ViewEntry& entry) : host_(host), entry_(entry) {
    setFocusPolicy(Qt::StrongFocus);
    setAccessibleName(words(entry_.title));
    const auto anew = [this] {
        if (!isVisible()) return;
        renew();
        host_.workspace.carrying().work();
        host_.counted();
    };
    connect(&host_.workspace, &session::Workspace::swapped, this, anew);
    connect(&host_.workspace.carrying(), &session::Carrying::worked, this, [this] {
        if (!isVisible()) return;
        renew();  // a contradiction has its consequence beneath it
        host_.counted();
    });
}

void CarryView::entered() {
    passed_.clear();
    box_ = 0;
    columns_.clear();
    renew();
    const std::optional<Box> asked = host_.workspace.carrying().takeAsked();
    for (std::size_t b = 0; b < boxes().size(); ++b)
        if (asked ? boxes()[b].box == *asked : boxes()[b].left() > 0) {
            box_ = b;
            break;
        }
    if (page() != nullptr && page()->left() == 0) toNext();
    host_.workspace.carrying().work();
    setFocus();
    layOut();
}

const CarryPage* CarryView::page() const {
    if (box_ >= columns_.size() || box_ >= boxes().size() || columns_[box_].places.empty()) return nullptr;
    const Column& c = columns_[box_];
    const std::size_t at = c.places[std::min(c.at, c.places.size() - 1)].page;
    return at < boxes()[box_].pages.size() ? &boxes()[box_].pages[at] : nullptr;
}

const CarryLine* CarryView::line() const {
    const CarryPage* p = page();
    if (p == nullptr) return nullptr;
    const Column& c = columns_[box_];
    const int at = c.places[std::min(c.at, c.places.size() - 1)].line;
    return at < 0 || at >= static_cast<int>(p->lines.size()) ? nullptr : &p->lines[static_cast<std::size_t>(at)];
}

const UntilThen* CarryView::untilOf(const std::string& path) const {
    const UntilTyped* until = host_.workspace.carrying().until();
    if (until == nullptr) return nullptr;
    const auto at = until->of.find(path);
    return at == until->of.end() ? nullptr : &at->second;
}

const HalfTyped* CarryView::togetherWith(Box box, const std::string& page) const {
    const UntilTyped* until = host_.workspace.carrying().until();
    if (until == nullptr) return nullptr;
    for (const HalfTyped& group : until->together)
        if (std::find(group.pages.begin(), group.pages.end(), std::pair(box, page)) != group.pages.end()) return &group;
    return nullptr;
}

Severity CarryView::severityOf(const CarryLine& line) const {
    const UntilThen* until = untilOf(line.path);
    return until == nullptr ? Severity::Note : until->severity;
}

double CarryView::lineHigh(const CarryLine& line) const {
    if (line.mark != InBoxMark::Differs) return kPageHigh;
    const UntilThen* until = untilOf(line.path);
    return kPageHigh + kTorn * (until != nullptr && until->text.size() > 1 ? 2.0 : 1.0);
}

QString CarryView::pageName(std::size_t box, std::size_t page) const { return words(boxes()[box].pages[page].title.c_str()); }

void CarryView::renew() {
    std::vector<Column> columns(boxes().size());
    for (std::size_t b = 0; b < boxes().size(); ++b) {
        Column& c = columns[b];
        const auto& pages = boxes()[b].pages;
        for (std::size_t i = 0; i < pages.size(); ++i) {
            c.places.push_back({i, -1, c.height, kPageHigh});
            c.height += kPageHigh;
            for (std::size_t l = 0; l < pages[i].lines.size(); ++l) {
                if (!pages[i].lines[l].left()) continue;
                c.places.push_back({i, static_cast<int>(l), c.height, lineHigh(pages[i].lines[l])});
                c.height += c.places.back().height;
            }
        }
        if (b < columns_.size() && !c.places.empty()) {
            c.at = std::min(columns_[b].at, c.places.size() - 1);
            c.scroll = columns_[b].scroll;
        }
    }
    columns_ = std::move(columns);
    box_ = std::min(box_, columns_.empty() ? 0 : columns_.size() - 1);
    layOut();
}

QRectF CarryView::columnArea(std::size_t column) const {
    const double gap = 16.0, n = std::max<double>(1.0, static_cast<double>(boxes().size()));
    const double width = (wide() - gap * (n + 1.0)) / n;
    return {gap + static_cast<double>(column) * (width + gap), 76.0, width, std::max(40.0, bandTop() - 82.0)};
}

double CarryView::bandTop() const { return high() - 30.0 - (high() > 520.0 ? 192.0 : 132.0); }

void CarryView::layOut() {
    QVector<Item> items;
    for (std::size_t b = 0; b < columns_.size(); ++b) {
        Column& c = columns_[b];
        const QRectF area = columnArea(b);
        if (!c.places.empty()) {  // the chosen place stays in sight
            const Place& at = c.places[std::min(c.at, c.places.size() - 1)];
            c.scroll = std::clamp(c.scroll, at.top + at.height - area.height(), at.top);
        }
        c.scroll = std::clamp(c.scroll, 0.0, std::max(0.0, c.height - area.height()));
        items.push_back({QStringLiteral("box-%1").arg(b), shown(boxes()[b].name), stateOf(boxes()[b]), QAccessible::StaticText,
                         QRectF(area.left(), 44.0, area.width(), 26.0)});
        for (std::size_t i = 0; i < c.places.size(); ++i) {
            const Place& place = c.places[i];
            const QRectF rect(area.left(), area.top() + place.top - c.scroll, area.width(), place.height);
            if (rect.bottom() > area.bottom() + 1.0 || rect.top() < area.top() - 1.0) continue;
            const CarryPage& of = boxes()[b].pages[place.page];
            const bool selected = b == box_ && i == c.at;
            if (place.line < 0) {
                items.push_back({QStringLiteral("page-%1-%2").arg(b).arg(place.page), pageName(b, place.page),
                                 of.left() == 0 ? tr("all of it is in the box") : tr("%1 to type").arg(of.left()), QAccessible::ListItem,
                                 rect, selected});
                continue;
            }
            const CarryLine& l = of.lines[static_cast<std::size_t>(place.line)];
            items.push_back({QStringLiteral("line-") + QString::fromStdString(l.path), words(l.name),
                             tr("%1: %2 is wanted, %3 stands there")
                                 .arg(markName(l.mark), words(l.wantsReads), l.had.empty() ? tr("nothing known") : words(l.hadReads)),
                             QAccessible::ListItem, rect, selected});
        }
    }
    setItems(std::move(items));
    update();
}

std::vector<KeelRib> CarryView::ribs() const {
    std::vector<KeelRib> out;
    for (std::size_t b = 0; b < boxes().size(); ++b) {
        const CarryBox& box = boxes()[b];
        KeelRib rib;
        rib.id = QStringLiteral("rib-%1").arg(b);
        rib.title = rib.brief = shown(box.name);
        rib.name = shown(box.name);
        rib.state = stateOf(box);
        rib.current = b == box_;
        for (std::size_t i = 0; i < box.pages.size(); ++i) {
            const CarryPage& p = box.pages[i];
            bool danger = false;
            for (const CarryLine& l : p.lines) {
                if (l.mark != InBoxMark::Differs || untilOf(l.path) == nullptr) continue;
                ++rib.findings[static_cast<std::size_t>(severityOf(l))];
                danger = danger || severityOf(l) == Severity::Danger;
            }
            rib.frames.push_back({QStringLiteral("frame-%1-%2").arg(b).arg(i), pageName(b, i),
                                  p.left() == 0 ? tr("all of it is in the box") : tr("%1 to type").arg(p.left()),
                                  p.left() == 0               ? Standing::Proved
                                  : p.left() < p.lines.size() ? Standing::Computed
                                                              : Standing::Default,
                                  danger, b == box_ && &p == page()});
        }
        out.push_back(std::move(rib));
    }
    return out;
}

void CarryView::go(std::size_t rib, std::size_t frame) {
    if (rib >= columns_.size()) return;
    box_ = rib;
    for (std::size_t i = 0; i < columns_[rib].places.size(); ++i)
        if (columns_[rib].places[i].page == frame && columns_[rib].places[i].line < 0) columns_[rib].at = i;
    layOut();
    host_.counted();
}

void CarryView::step(int by) {
    if (page() == nullptr) return;
    Column& c = columns_[box_];
    c.at = static_cast<std::size_t>(std::clamp(static_cast<int>(c.at) + by, 0, static_cast<int>(c.places.size()) - 1));
    layOut();
    host_.counted();
}

void CarryView::toBox(int by) {
    if (columns_.empty()) return;
    box_ = static_cast<std::size_t>(std::clamp(static_cast<int>(box_) + by, 0, static_cast<int>(columns_.size()) - 1));
    layOut();
    host_.counted();
}

bool CarryView::passed(std::size_t box, std::size_t page) const { return passed_.count({box, boxes()[box].pages[page].title}) != 0; }

void CarryView::toNext() {
    const std::size_t all = columns_.size();
    for (std::size_t round = 0; round <= all; ++round) {
        const std::size_t b = (box_ + round) % std::max<std::size_t>(all, 1);
        const auto& places = columns_[b].places;
        const std::size_t from = round == 0 ? columns_[b].at + 1 : 0;
        for (std::size_t i = from; i < places.size(); ++i) {
            const CarryPage& p = boxes()[b].pages[places[i].page];
            if (places[i].line >= 0 || p.left() == 0 || passed(b, places[i].page)) continue;
            box_ = b;
            columns_[b].at = i;
            layOut();
            host_.counted();
            return;
        }
    }
    layOut();
    host_.counted();
}

void CarryView::mousePressEvent(QMouseEvent* event) {
    setFocus();
    const Item* hit = itemAt(event->position());
    if (hit == nullptr) return;
    for (std::size_t b = 0; b < columns_.size(); ++b)
        for (std::size_t i = 0; i < columns_[b].places.size(); ++i) {
            const Place& place = columns_[b].places[i];
            const QString id =
                place.line < 0 ? QStringLiteral("page-%1-%2").arg(b).arg(place.page)
                               : QStringLiteral("line-") +
                                     QString::fromStdString(boxes()[b].pages[place.page].lines[static_cast<std::size_t>(place.line)].path);
            if (id != hit->id) continue;
            box_ = b;
            columns_[b].at = i;
        }
    layOut();
    host_.counted();
}

void CarryView::wheelEvent(QWheelEvent* event) {
    step(event->angleDelta().y() > 0 ? -1 : 1);
    event->accept();
}

void CarryView::keyPressEvent(QKeyEvent* event) {
    switch (event->key()) {
        case Qt::Key_Return:
        case Qt::Key_Enter: pageStands(); break;
        case Qt::Key_D: typeWhatStands(); break;
        case Qt::Key_R: readPages(); break;
        case Qt::Key_L: typeWhatStands(InBoxBy::Lent); break;
        case Qt::Key_Space:
            if (const CarryPage* p = page()) passed_.insert({box_, p->title});
            toNext();
            break;
        case Qt::Key_Up: step(-1); break;
        case Qt::Key_Down: step(1); break;
        case Qt::Key_Left: toBox(-1); break;
        case Qt::Key_Right: toBox(1); break;
        case Qt::Key_PageUp: step(-10); break;
        case Qt::Key_PageDown: step(10); break;
        default: ItemView::keyPressEvent(event);
    }
}

const ViewEntry& carryViewEntry() {
    static const ViewEntry entry{
        .id = session::kCarryView,
        .title = KH_TR("Carry"),
        .make = [](const ViewHost& host, const ViewEntry& of) -> std::unique_ptr<ViewPage> {
            return std::make_unique<CarryView>(host, of);
        },
        .keys = {"carry-stands", "carry-differs", "carry-lent", "carry-pages", "carry-pass", "carry-box", "why", "print", "view-back"},
        .shots = {{"carry", "redshank-470", "", "normal", {0.0, 0.0, 0.0, 0.0}, "throttle"}}};
    return entry;
}

}  // namespace kh::app
