// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/boxes/boxtablemodel.h"

#include "base/error.h"
#include "text/words.h"

#include <QAbstractItemView>
#include <QCompleter>
#include <QLineEdit>
#include <algorithm>

namespace kh::app {

void BoxTableModel::show(const AnyBox& box, const std::string& key, Take take, std::function<void(const QString&)> refuse) {
    beginResetModel();
    box_ = box;
    key_ = key;
    table_ = boxTable(box, key);
    take_ = std::move(take);
    refuse_ = std::move(refuse);
    endResetModel();
}

int BoxTableModel::rowCount(const QModelIndex& parent) const { return parent.isValid() || table_.columns.empty() ? 0 : begun() + 1; }
int BoxTableModel::columnCount(const QModelIndex& parent) const { return parent.isValid() ? 0 : static_cast<int>(table_.columns.size()); }

QVariant BoxTableModel::data(const QModelIndex& index, int role) const {
    if (!index.isValid() || index.row() >= begun()) return {};
    if (role != Qt::DisplayRole && role != Qt::EditRole && role != Qt::ToolTipRole) return {};
    return words(table_.rows[static_cast<std::size_t>(index.row())][static_cast<std::size_t>(index.column())]);
}

QVariant BoxTableModel::headerData(int section, Qt::Orientation orientation, int role) const {
    if (role != Qt::DisplayRole) return {};
    if (orientation == Qt::Vertical) return section < begun() ? QString::number(section + 1) : QStringLiteral("+");
    return section < columnCount() ? words(column(section).title) : QString();
}

Qt::ItemFlags BoxTableModel::flags(const QModelIndex& index) const {
    if (index.row() == begun() && index.column() != 0) return Qt::NoItemFlags;  // a row begins with its first cell
    return Qt::ItemIsEnabled | Qt::ItemIsSelectable | Qt::ItemIsEditable;
}

std::string BoxTableModel::typed(const BoxColumn& column, const QString& text) const {
    const auto one = [&](const QString& part) {
        for (const CellWord& w : column.words)
            if (words(w.caption).compare(part.trimmed(), Qt::CaseInsensitive) == 0) return QString::fromStdString(w.id);
        return part;
    };
    if (!column.several) return one(text).toStdString();
    std::vector<std::pair<std::string, std::string>> known;
    for (const CellWord& w : column.words) known.emplace_back(w.id, words(w.caption).toStdString());
    std::string out;
    for (const std::string& id : listedWords(text.toStdString(), known)) out += (out.empty() ? "" : ", ") + id;
    return out;
}

bool BoxTableModel::takeOver(const AnyBox& box) {
    if (!take_(box)) return false;
    BoxTable next = boxTable(box, key_);
    const int was = begun(), is = static_cast<int>(next.rows.size());
    box_ = box;
    if (is == was + 1) {
        beginInsertRows({}, is, is);  // the row to begin in is a new one
        table_ = std::move(next);
        endInsertRows();
    } else if (is == was) {
        table_ = std::move(next);
    } else {
        beginResetModel();
        table_ = std::move(next);
        endResetModel();
        return true;
    }
    emit dataChanged(index(0, 0), index(begun(), columnCount() - 1));
    emit headerDataChanged(Qt::Vertical, 0, begun());
    return true;
}

bool BoxTableModel::setData(const QModelIndex& index, const QVariant& value, int role) {
    if (role != Qt::EditRole || (index.row() >= begun() && value.toString().trimmed().isEmpty())) return false;
    if (index.row() < begun() && value.toString() == data(index, Qt::EditRole).toString()) return false;
    try {
        return takeOver(withCell(box_, key_, static_cast<std::size_t>(index.row()), static_cast<std::size_t>(index.column()),
                                 typed(column(index.column()), value.toString())));
    } catch (const InputError& e) {
        refuse_(tr("%1: %2").arg(QString::fromStdString(e.field()), QString::fromStdString(e.problem())));
    }
    return false;
}

void BoxTableModel::remove(int row) {
    if (row >= 0 && row < begun()) takeOver(withoutRow(box_, key_, static_cast<std::size_t>(row)));
}

void BoxTableModel::move(int row, int to) {
    if (row >= 0 && row < begun() && to >= 0 && to < begun() && row != to)
        takeOver(withRowMoved(box_, key_, static_cast<std::size_t>(row), static_cast<std::size_t>(to)));
}

QWidget* BoxCellDelegate::createEditor(QWidget* parent, const QStyleOptionViewItem&, const QModelIndex& index) const {
    const auto* model = qobject_cast<const BoxTableModel*>(index.model());
    auto* edit = new QLineEdit(parent);
    edit->setObjectName(QStringLiteral("cell"));
    edit->setFrame(false);
    if (model == nullptr || model->column(index.column()).words.empty()) return edit;
    QStringList captions;
    for (const CellWord& w : model->column(index.column()).words) captions << words(w.caption);
    auto* offers = new QCompleter(captions, edit);
    offers->setCaseSensitivity(Qt::CaseInsensitive);
    offers->setFilterMode(Qt::MatchContains);
    if (!model->column(index.column()).several) {
        edit->setCompleter(offers);
        return edit;
    }
    // of a list the part that is typed last is completed
    offers->setWidget(edit);
    const auto last = [](const QString& text) { return text.mid(text.lastIndexOf(QLatin1Char(',')) + 1).trimmed(); };
    connect(edit, &QLineEdit::textEdited, offers, [offers, last](const QString& text) {
        offers->setCompletionPrefix(last(text));
        if (last(text).isEmpty() || offers->completionCount() == 0) offers->popup()->hide();
        else offers->complete();
    });
    connect(offers, qOverload<const QString&>(&QCompleter::activated), edit, [edit](const QString& word) {
        const QString text = edit->text();
        const auto from = text.lastIndexOf(QLatin1Char(',')) + 1;
        edit->setText(text.left(from) + (from > 0 ? QStringLiteral(" ") : QString()) + word);
    });
    return edit;
}

void BoxCellDelegate::setEditorData(QWidget* editor, const QModelIndex& index) const {
    static_cast<QLineEdit*>(editor)->setText(index.data(Qt::EditRole).toString());
    static_cast<QLineEdit*>(editor)->selectAll();
}

void BoxCellDelegate::setModelData(QWidget* editor, QAbstractItemModel* model, const QModelIndex& index) const {
    model->setData(index, static_cast<QLineEdit*>(editor)->text(), Qt::EditRole);
}

}  // namespace kh::app
