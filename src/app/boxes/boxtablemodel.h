// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "model/boxtables.h"

#include <QAbstractTableModel>
#include <QStyledItemDelegate>
#include <functional>

namespace kh::app {

/// A table of a box as it is typed: one row more than there are, to begin another in.
class BoxTableModel final : public QAbstractTableModel {
    Q_OBJECT
public:
    /// Takes what a cell came to. @return whether it was taken; what was wrong is told by whoever is asked
    using Take = std::function<bool(const AnyBox& box)>;
    explicit BoxTableModel(QObject* parent = nullptr) : QAbstractTableModel(parent) {}
    /// Shows a table of a box. @param key  one of isBoxTable
    void show(const AnyBox& box, const std::string& key, Take take, std::function<void(const QString&)> refuse);

    [[nodiscard]] int rowCount(const QModelIndex& parent = {}) const override;
    [[nodiscard]] int columnCount(const QModelIndex& parent = {}) const override;
    [[nodiscard]] QVariant data(const QModelIndex& index, int role) const override;
    [[nodiscard]] QVariant headerData(int section, Qt::Orientation orientation, int role) const override;
    [[nodiscard]] Qt::ItemFlags flags(const QModelIndex& index) const override;
    bool setData(const QModelIndex& index, const QVariant& value, int role) override;
    void remove(int row);
    void move(int row, int to);
    [[nodiscard]] const BoxColumn& column(int column) const { return table_.columns[static_cast<std::size_t>(column)]; }
    /// Whether it shows the table of that box as it stands.
    [[nodiscard]] bool shows(const AnyBox& box) const { return box_ == box; }
    [[nodiscard]] int begun() const { return static_cast<int>(table_.rows.size()); }  ///< rows there are

private:
    /// What was typed, words of this language as the program's own.
    /// Takes another state of the box, and shows it without closing what is typed in.
    bool takeOver(const AnyBox& box);
    [[nodiscard]] std::string typed(const BoxColumn& column, const QString& text) const;
    AnyBox box_;
    std::string key_;
    BoxTable table_;
    Take take_;
    std::function<void(const QString&)> refuse_;
};

/// Typed with the words that may stand there offered.
class BoxCellDelegate final : public QStyledItemDelegate {
    Q_OBJECT
public:
    using QStyledItemDelegate::QStyledItemDelegate;
    QWidget* createEditor(QWidget* parent, const QStyleOptionViewItem& option, const QModelIndex& index) const override;
    void setEditorData(QWidget* editor, const QModelIndex& index) const override;
    void setModelData(QWidget* editor, QAbstractItemModel* model, const QModelIndex& index) const override;
};

}  // namespace kh::app
