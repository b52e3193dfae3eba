// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/forms/readingsmodel.h"
#include "model/amounts.h"

#include "model/gyro.h"
#include "model/monitor.h"
#include "model/names.h"
#include "procedure/registry.h"
#include "text/words.h"

#include <algorithm>
#include <cmath>
#include <set>

namespace kh::app {

ReadingsModel::ReadingsModel(session::Workspace& workspace, QObject* parent)
    : QAbstractTableModel(parent), workspace_(workspace), readings_(workspace.setup().readings) {
    connect(&workspace, &session::Workspace::swapped, this, [this] {
        if (workspace_.setup().readings == readings_) return;
        beginResetModel();
        readings_ = workspace_.setup().readings;
        endResetModel();
    });
}

int ReadingsModel::rowCount(const QModelIndex& parent) const { return parent.isValid() ? 0 : static_cast<int>(readings_.size()); }
int ReadingsModel::columnCount(const QModelIndex& parent) const { return parent.isValid() ? 0 : kColumns; }

const Reading& ReadingsModel::at(int row) const { return readings_[readings_.size() - 1 - static_cast<std::size_t>(row)]; }

QVariant ReadingsModel::data(const QModelIndex& index, int role) const {
    if (!index.isValid()) return {};
    if (role == Qt::TextAlignmentRole && index.column() == Value) return static_cast<int>(Qt::AlignRight | Qt::AlignVCenter);
    if (role != Qt::DisplayRole && role != Qt::ToolTipRole) return {};
    const Reading& r = at(index.row());
    switch (index.column()) {
        case When: return QString::fromStdString(r.at).left(16).replace(QLatin1Char('T'), QLatin1Char(' '));
        case What: return words(readingTitle(workspace_.setup(), workspace_.stations().solvers(), r.what));
        case Value:
            if (const auto answer = r.unit == kAnswerUnit ? answerOf(r.value) : std::nullopt)
                return words(kAnswerWords[static_cast<std::size_t>(codeOf(*answer))]);
            if (r.unit == kLampUnit && std::abs(r.value) <= 1.0)
                return words(lampWords(r.what)[static_cast<std::size_t>(std::lround(r.value + 1.0))]);
            if (r.unit == "%" && !monitoredFunction(r.what).empty())
                return words(onMonitor(workspace_.setup().controller.profile, monitoredFunction(r.what), r.value));
            return words(say(KH_TR("{v} {u}"), {{"v", signedNum(r.value, 1)}, {"u", r.unit}}));
        case Instrument:
            return QStringList{words(r.instrument.c_str()), QString::fromStdString(r.uncertainty)}.join(QLatin1Char(' ')).trimmed();
        default: break;
    }
    QStringList under;
    for (const std::string& u : r.under) {
        const std::size_t equals = std::min(u.find('='), u.size());
        const std::string field = u.substr(0, equals);
        const auto value = underValue(r, field);
        const QString was = value ? words(kh::show(workspace_.setup(), field, *value)) : QString::fromStdString(u.substr(equals)).mid(1);
        under << (was.isEmpty() ? workspace_.fieldName(field) : tr("%1 %2").arg(workspace_.fieldName(field), was));
    }
    return under.join(QStringLiteral(", "));
}

QVariant ReadingsModel::headerData(int section, Qt::Orientation orientation, int role) const {
    if (orientation != Qt::Horizontal || role != Qt::DisplayRole) return {};
    switch (section) {
        case When: return tr("when");
        case What: return tr("what");
        case Value: return tr("read");
        case Instrument: return tr("instrument");
        default: return tr("settings in force");
    }
}

void ReadingsModel::takeOut(const QModelIndexList& rows) {
    std::set<std::string> ids;
    for (const QModelIndex& index : rows) ids.insert(at(index.row()).id);
    Setup after = workspace_.setup();
    std::erase_if(after.readings, [&](const Reading& r) { return ids.count(r.id) != 0; });
    if (!(after == workspace_.setup())) workspace_.document().replace(tr("Take out a reading"), after);
}

}  // namespace kh::app
