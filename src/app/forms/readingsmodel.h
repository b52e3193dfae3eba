// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "session/workspace.h"

#include <QAbstractTableModel>

namespace kh::app {

/// The document's readings as a table, newest first; it follows the document.
class ReadingsModel final : public QAbstractTableModel {
    Q_OBJECT
public:
    enum Column { When, What, Value, Instrument, InForce, kColumns };
    explicit ReadingsModel(session::Workspace& workspace, QObject* parent = nullptr);

    [[nodiscard]] int rowCount(const QModelIndex& parent = {}) const override;
    [[nodiscard]] int columnCount(const QModelIndex& parent = {}) const override;
    [[nodiscard]] QVariant data(const QModelIndex& index, int role) const override;
    [[nodiscard]] QVariant headerData(int section, Qt::Orientation orientation, int role) const override;
    /// Takes these rows out of the document, as one undoable change.
    void takeOut(const QModelIndexList& rows);

private:
    [[nodiscard]] const Reading& at(int row) const;
    session::Workspace& workspace_;
    std::vector<Reading> readings_;  ///< as they were when the views were told
};

}  // namespace kh::app
