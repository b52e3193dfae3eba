// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/table/pageview.h"

#include "app/shell/shortcuts.h"
#include "app/table/celleditor.h"
#include "base/error.h"
#include "paint/look/theme.h"
#include "procedure/registry.h"
#include "session/told.h"

#include <QKeyEvent>
#include <QMenu>
#include <QMouseEvent>
#include <QPainter>
#include <QResizeEvent>
#include <algorithm>
#include <utility>

namespace kh::app {

using namespace paint;

namespace {

constexpr std::size_t kMostListed = 12;  ///< of a choice: more would cover the window

}  // namespace

PageView::PageView(session::Workspace& workspace, QWidget* parent) : ItemView(parent), workspace_(workspace) {
    setFocusPolicy(Qt::StrongFocus);
    const auto refresh = [this] {
        if (isVisible()) relayout();
    };
    connect(&workspace, &session::Workspace::swapped, this, refresh);
    connect(&workspace.pose(), &session::Pose::changed, this, refresh);
    connect(&workspace.document(), &session::DocumentModel::begun, this,
            [this] {  // what was being typed or chosen was for the model before
                closeEditor();
                for (QMenu* menu : findChildren<QMenu*>()) menu->close();
            });
    connect(&workspace, &session::Workspace::progressed, this, [this] { update(); });
    connect(&workspace, &session::Workspace::stationChanged, this, [this] {
        closeEditor();
        scroll_ = 0;
    });
    connect(&workspace, &session::Workspace::selectionChanged, this, [this, refresh] {
        refresh();
        ensureVisible();
    });
}

void PageView::relayout() {
    pending_.clear();
    render(nullptr);
    setItems(pending_);
    const double room = high() - kFoot;
    scroll_ = std::clamp(scroll_, 0.0, std::max(0.0, content_ - room));
    setAccessibleName(tr("Page %1").arg(title()));
    update();
}

QString PageView::title() const { return words(workspace_.stations().name(workspace_.station())); }

void PageView::paintEvent(QPaintEvent*) {
    QPainter p(this);
    p.scale(zoom(), zoom());
    const Tokens& t = Theme::tokens();
    p.fillRect(rect(), t.sheet);
    pending_.clear();
    p.setClipRect(QRectF(0, 0, wide(), high() - kFoot));
    render(&p);
    setItems(pending_);
    p.setClipping(false);
    p.fillRect(QRectF(0, high() - kFoot, wide(), kFoot), t.sheet);
    // the key line: key names in mono, words in muted
    drawKeyLine(p, kLeft, wide(), high() - 12.0, keyLine());
}

void PageView::mousePressEvent(QMouseEvent* event) {
    setFocus();
    closeEditor();
    const Item* i = itemAt(event->position());
    if (i == nullptr) return;
    const QStringList id = i->id.split('-');
    if (id[0] == QStringLiteral("part")) workspace_.select({id[1].toInt(), id[2].toInt(), id[3].toInt()});
    else if (id[0] == QStringLiteral("open")) {
        if (workspace_.goToRow(i->id.mid(5).toStdString(), workspace_.selection().cell)) workspace_.toggleRow();
    } else if (id[0] == QStringLiteral("row")) {
        const session::Selection now = workspace_.selection();
        workspace_.select({id[1].toInt(), now.cell, 0});
    }
}

void PageView::moveRow(int by) {
    const auto& rows = workspace_.page().rows;
    session::Selection s = workspace_.selection();
    s.row = std::clamp(s.row + by, 0, std::max(0, static_cast<int>(rows.size()) - 1));
    if (!rows.empty()) {
        const Row& row = rows[static_cast<std::size_t>(s.row)];
        const auto partsAt = [&](int cell) {
            return cell >= 0 && cell < static_cast<int>(row.cells.size())
                       ? static_cast<int>(row.cells[static_cast<std::size_t>(cell)].parts.size())
                       : 0;
        };
        std::vector<int> order{2, 1, 0, 3, 4};  // what the machine does first
        if (row.line) {                         // the nearest column
            order.clear();
            for (int away = 1; away < static_cast<int>(row.cells.size()); ++away) order.insert(order.end(), {s.cell - away, s.cell + away});
        }
        if (partsAt(s.cell) == 0)
            if (const auto cell = std::find_if(order.begin(), order.end(), [&](int one) { return partsAt(one) > 0; }); cell != order.end())
                s.cell = *cell;
        s.part = std::clamp(s.part, 0, std::max(0, partsAt(s.cell) - 1));
    }
    workspace_.select(s);
}

std::optional<QString> PageView::takeTyped() {
    if (editor_ == nullptr) return std::nullopt;
    const QString typed = editor_->text();
    closeEditor();
    return typed;
}

void PageView::movePart(int by) {
    const Row* row = workspace_.selectedRow();
    if (row == nullptr) return;
    // all parts of the row in order
    std::vector<session::Selection> all;
    const session::Selection now = workspace_.selection();
    int at = -1;
    for (std::size_t c = 0; c < row->cells.size(); ++c)
        for (std::size_t k = 0; k < row->cells[c].parts.size(); ++k) {
            if (row->cells[c].parts[k].as<Part::Port>() != nullptr) continue;
            all.push_back({now.row, static_cast<int>(c), static_cast<int>(k)});
            if (all.back() == now) at = static_cast<int>(all.size()) - 1;
        }
    if (all.empty()) return;
    const int to = at < 0 ? 0 : at + by;
    if (to < 0 || to >= static_cast<int>(all.size())) {
        const int row0 = now.row;
        moveRow(by);
        if (workspace_.selection().row != row0) {
            const Row* next = workspace_.selectedRow();
            session::Selection s{workspace_.selection().row, 0, 0};
            for (std::size_t c = 0; c < next->cells.size(); ++c) {
                const std::size_t cell = by > 0 ? c : next->cells.size() - 1 - c;
                if (next->cells[cell].parts.empty()) continue;
                s.cell = static_cast<int>(cell);
                s.part = by > 0 ? 0 : static_cast<int>(next->cells[cell].parts.size()) - 1;
                break;
            }
            workspace_.select(s);
        }
        return;
    }
    workspace_.select(all[static_cast<std::size_t>(to)]);
}

bool PageView::focusNextPrevChild(bool next) {
    const session::Selection before = workspace_.selection();
    movePart(next ? 1 : -1);
    return workspace_.selection() == before ? ItemView::focusNextPrevChild(next) : true;
}

void PageView::keyPressEvent(QKeyEvent* event) {
    switch (event->key()) {
        case Qt::Key_Up: moveRow(-1); break;
        case Qt::Key_Down: moveRow(1); break;
        case Qt::Key_Left: movePart(-1); break;
        case Qt::Key_Right: movePart(1); break;
        case Qt::Key_Home: moveRow(-1000); break;
        case Qt::Key_End: moveRow(1000); break;
        case Qt::Key_Return:
        case Qt::Key_Enter:
        case Qt::Key_F2: editSelected(); break;
        case Qt::Key_Space: workspace_.toggleRow(); break;
        default: ItemView::keyPressEvent(event);
    }
}

void PageView::wheelEvent(QWheelEvent* event) {
    const double room = high() - kFoot;
    scroll_ = std::clamp(scroll_ - event->angleDelta().y() / 2.0, 0.0, std::max(0.0, content_ - room));
    relayout();
}

void PageView::resizeEvent(QResizeEvent* event) {
    const Item* chosen = chosenItem();
    const bool wasInSight = chosen != nullptr && chosen->rect.top() < event->oldSize().height() && chosen->rect.bottom() > 0.0;
    relayout();
    if (wasInSight) ensureVisible();
}

const Item* PageView::chosenItem() const {
    const auto chosen = [](const Item& one) { return one.selected && (one.id.startsWith("row-") || one.id.startsWith("step-")); };
    const auto i = std::find_if(items().begin(), items().end(), chosen);
    return i == items().end() ? nullptr : &*i;
}

void PageView::ensureVisible() {
    if (!isVisible()) return;
    const Item* i = chosenItem();
    if (i == nullptr) return;
    const double before = scroll_;
    const double top = drawnRect(*i).top();
    const Row* row = workspace_.selectedRow();
    const double help = row != nullptr && row->line ? kLineHeight + kTableFoot : 0;  // what the column is for stands beneath the table
    const double bottom = drawnRect(*i).bottom() + help;
    if (top < kBody) scroll_ -= kBody - top;
    if (bottom > high() - kFoot) scroll_ += std::min(bottom - (high() - kFoot), top - kBody);
    if (scroll_ != before) relayout();
}

void PageView::editSelected() {
    const Part* part = workspace_.selectedPart();
    if (part == nullptr) return;
    if (part->as<Part::Spark>() != nullptr) {
        emit curveAsked();
        return;
    }
    if (const auto* act = part->as<Part::Act>()) {
        emit actionAsked(QString::fromLatin1(act->id));
        return;
    }
    if (!part->typed()) {  // a computed cell explains itself
        emit whyAsked();
        return;
    }
    const session::Selection s = workspace_.selection();
    const Item* i = item(QStringLiteral("part-%1-%2-%3").arg(s.row).arg(s.cell).arg(s.part));
    const QRectF at = i != nullptr ? i->rect : QRectF(40, 80, 100, 22);
    const Choices& choices = part->choices();
    if (choices.typed.empty()) {
        openLineEditor(*part, at);
        return;
    }
    if (choices.typed.size() > kMostListed && drawnChoice_ && drawnChoice_(*part)) return;
    auto* menu = new QMenu(this);
    menu->setObjectName(QStringLiteral("choices"));
    menu->setAttribute(Qt::WA_DeleteOnClose);
    const Part copy = *part;
    for (std::size_t n = 0; n < choices.typed.size(); ++n) {
        const std::string& option = choices.typed[n];
        const QString caption = n < choices.captions.size() ? words(choices.captions[n]) : words(option.c_str());
        QAction* a = menu->addAction(caption, this, [this, copy, option] { commit(copy, QString::fromStdString(option)); });
        a->setCheckable(true);
        a->setChecked(caption == words(copy.value));
        if (a->isChecked()) menu->setActiveAction(a);
    }
    menu->popup(mapToGlobal(at.bottomLeft().toPoint()));
}

void PageView::openLineEditor(const Part& part, QRectF at) {
    closeEditor();
    auto* editor = new CellEditor(this);
    editor_ = editor;
    editor_->setObjectName(QStringLiteral("cell-editor"));
    editor_->setAccessibleName(tr("Edit %1").arg(workspace_.fieldName(part.field())));
    const auto field = readField(workspace_.setup(), part.field());
    const bool isCondition = field && field->info.kind == FieldKind::When;
    const bool nothing =
        field && (std::holds_alternative<std::monostate>(field->value) || (isCondition && std::get<Condition>(field->value).empty()));
    QString text = nothing ? QString() : words(part.value);
    editor_->setText(text);
    editor_->selectAll();
    editor_->setGeometry(at.adjusted(-2, -2, isCondition ? 120 : 40, 3).toRect().intersected(rect().adjusted(2, 0, -2, 0)));
    editor_->show();
    editor_->setFocus();
    if (isCondition) emit switchWanted(true);
    const Part copy = part;
    connect(editor, &CellEditor::entered, this, [this, copy, shown = text] {
        if (editor_->text() == shown) {  // what is shown is rounded: nothing was typed, so no number is written
            workspace_.confirmPart(copy);
            closeEditor();
            setFocus();
        } else commit(copy, editor_->text());
    });
    connect(editor, &CellEditor::cancelled, this, [this] {
        closeEditor();
        setFocus();
    });
}

void PageView::typeSwitch(const QString& id, int place, bool also) {
    if (editor_ == nullptr) return;
    const QString term = QStringLiteral("%1 %2").arg(id).arg(place);
    const bool beside = also && !editor_->text().trimmed().isEmpty();
    editor_->setText(beside ? editor_->text().trimmed() + QStringLiteral(" + ") + term : term);
    editor_->setFocus();
}

void PageView::closeEditor() {
    if (editor_ == nullptr) return;
    emit switchWanted(false);
    QLineEdit* closing = std::exchange(editor_, nullptr);
    if (closing->hasFocus()) setFocus();  // else hiding it would pass the focus on, and the selection with it
    closing->hide();
    closing->deleteLater();
}

void PageView::commit(const Part& part, const QString& text) {
    try {
        workspace_.editPart(part, text);
        closeEditor();
        setFocus();
    } catch (const InputError& e) {
        emit refused(session::told(workspace_.setup(), e));  // the text stays for mending
    }
}

}  // namespace kh::app
