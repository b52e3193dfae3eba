// SPDX-License-Identifier: GPL-3.0-or-later
//
// The model menu, level by level, and the palette, which has everything.
#include "app/shell/menus.h"

#include "app/shell/mainwindow.h"
#include "model/names.h"
#include "paint/look/theme.h"
#include "procedure/registry.h"

#include <QAction>
#include <QFileInfo>
#include <QMenu>
#include <QSettings>
#include <algorithm>
#include <array>
#include <map>

namespace kh::app {

using namespace paint;

std::span<const MenuLevel> menuLevels() {
    static const std::array<MenuLevel, 4> levels{{
        {"model",
         KH_TR("Model"),
         {"new", "open", ">recent", "save", "save-as", ">sheet", "|", ">boxes", ">station", "to-set", "|", "preferences", ">help", "quit"}},
        {"sheet",
         KH_TR("Sheet, template, revert, quadrotors"),
         {"print", "export", "|", "save-template", "revert", "|", "new-quad", "new-camera"}},
        {"boxes",
         KH_TR("Boxes and servos"),
         {"carry", "as-boxes-stand", "carry-reset", "carry-form", "carry-read", "|", "box-view", "boxes", "box-describe", "no-such-page",
          "|", "own-box", "servo-book", "renew"}},
        {"help", KH_TR("Help"), {"handbook", "shortcuts", "about"}},
    }};
    return levels;
}

std::vector<const char*> stationCommands(Station station) {
    switch (station) {
        case Station::Radio: return {"switch-map", "hold-form", "spares", "take-functions", "schools", "channel-order", "bench-state"};
        case Station::Link: return {"failsafe", "channel-order", "|", "add-lead", "remove-lead"};
        case Station::Swash: return {"layout-built", "layout-form"};
        case Station::Power: return {"alarms", "what-suits"};
        case Station::Modes:
            return {"schools",     "hold-form", "hold-mirror",   "|",          "matrix-copy",  "matrix-row",
                    "matrix-mode", "|",         "matrix-rename", "matrix-add", "matrix-remove"};
        case Station::Proof: return {"plan", "not-yet", "prove", "as-boxes-stand", "accept"};
        default: return {};
    }
}

void MainWindow::fillMenu(QMenu* menu, std::span<const char* const> entries) {
    const auto level = [&](const QString& id, const QString& title) {
        QMenu* sub = menu->addMenu(title);
        sub->setObjectName(QStringLiteral("menu-") + id);
        return sub;
    };
    for (const char* entry : entries) {
        const QString id = QString::fromLatin1(entry);
        if (id == QStringLiteral("|")) {
            menu->addSeparator();
        } else if (id == QStringLiteral(">recent")) {
            QMenu* recent = level(QStringLiteral("recent"), tr("Recent"));
            for (const QString& file : QSettings().value(QStringLiteral("recent")).toStringList())
                recent->addAction(QFileInfo(file).fileName(), this, [this, file] {
                    if (filing_.mayLeave()) openFile(file);
                });
            recent->setEnabled(!recent->isEmpty());
        } else if (id == QStringLiteral(">station")) {
            const std::vector<const char*> own = stationCommands(workspace_.station());
            if (!own.empty()) fillMenu(level(QStringLiteral("station"), words(workspace_.stations().name(workspace_.station()))), own);
        } else if (id.startsWith(QLatin1Char('>'))) {
            for (const MenuLevel& l : menuLevels())
                if (id.mid(1) == QString::fromLatin1(l.id)) fillMenu(level(id.mid(1), words(l.title)), l.entries);
        } else {
            menu->addAction(actions_[id]);
        }
    }
}

void MainWindow::showMenu(QPoint at) {
    auto* menu = new QMenu(this);
    menu->setObjectName(QStringLiteral("model-menu"));
    menu->setAttribute(Qt::WA_DeleteOnClose);
    fillMenu(menu, menuLevels().front().entries);
    menu->popup(at);
}

namespace {

/// The row a line opens from.
const Row& parentOf(const StationPage& page, const Row& line) {
    return *std::find_if(page.rows.begin(), page.rows.end(), [&](const Row& r) { return r.id == line.under; });
}

/// What a cell's setting is: "Tail gain, Idle-up 2, sent". Its mode, its side and its box tell it from the others of its row.
/// A line is told by the row it opens from and by its column.
QString settingText(const Setup& setup, const StationPage& page, const Row& row, std::size_t cell, const Part& part, bool matrix) {
    QStringList text{words(row.title)};
    if (row.line) {
        const Row& parent = parentOf(page, row);
        return (QStringList{words(parent.title)} + text + QStringList{words(parent.columns[cell].caption)}).join(QStringLiteral(", "));
    }
    const auto& modes = setup.transmitter.modes;
    if (matrix && !row.aside && cell < modes.size()) text << shown(modes[cell].name);
    if (matrix && !row.unit.empty()) text << words(row.unit.c_str());
    const QString brief = words(part.label.empty() ? fieldBrief(setup, part.field()) : part.label);
    if (!brief.isEmpty() && !text.contains(brief, Qt::CaseInsensitive)) text << brief;
    return text.join(QStringLiteral(", "));
}

QString settingValue(const Part& part) {
    QString value = words(part.value);
    if (!part.unit.empty()) value += QLatin1Char(' ') + QString::fromStdString(part.unit);
    return value;
}

}  // namespace

void MainWindow::offerSettings(std::vector<Offer>& all, const std::string& prefix) {
    const Setup& setup = workspace_.setup();
    std::vector<Offer> offers;
    for (const StationPage& page : workspace_.pages()) {
        const bool matrix = workspace_.stations().find(page.station)->page == PageKind::Matrix;
        for (const Row& row : page.rows)
            for (std::size_t c = 0; c < row.cells.size(); ++c)
                for (std::size_t k = 0; k < row.cells[c].parts.size(); ++k) {
                    const Part& part = row.cells[c].parts[k];
                    if (!part.typed() || !part.field().starts_with(prefix)) continue;
                    if (matrix && row.aside && c > 0) continue;  // one choice for all modes stands in each
                    const Box box = row.line ? parentOf(page, row).columns[c].box
                                    : matrix ? row.band
                                             : std::array{Box::Transmitter, Box::Controller, Box::Machine}[std::min<std::size_t>(c, 2)];
                    offers.push_back(
                        {settingText(setup, page, row, c, part, matrix),
                         tr("%1   %2, %3").arg(settingValue(part), words(workspace_.stations().name(page.station)), words(boxName(box))),
                         [this, id = row.id, c, k] {
                             workspace_.goToRow(id, static_cast<int>(c), static_cast<int>(k));
                             bands_->focusPage();
                         },
                         part.field().empty() ? words(row.title) : words(fieldTitle(setup, part.field()))});
                }
    }
    // two of one row that read alike are told apart by the field's whole name
    std::map<QString, int> alike;
    for (const Offer& o : offers) ++alike[o.text + o.detail];
    for (Offer& o : offers) {
        if (alike[o.text + o.detail] > 1) o.text = o.text.section(QStringLiteral(", "), 0, 0) + QStringLiteral(", ") + o.also;
        all.push_back(std::move(o));
    }
}

void MainWindow::showSchools() {
    std::vector<Offer> offers;
    offerSettings(offers, "transmitter.schools.");
    for (Offer& o : offers) o.text = o.also;
    palette_->ask(std::move(offers));
}

void MainWindow::openRow(const std::string& row, int cell) {
    if (!workspace_.goToRow(row, cell)) return;
    if (workspace_.selectedRow()->opens && !workspace_.isOpen(row)) workspace_.toggleRow();
    bands_->focusPage();
}

void MainWindow::showPalette() {
    std::vector<Offer> offers;
    for (const Shortcut& s : shortcuts())
        if (!s.local && command(s.id).enabled())
            offers.push_back(
                {words(s.text).remove(QStringLiteral("…")), QString::fromLatin1(s.keys), [this, id = std::string(s.id)] { run(id); }});
    for (const StationEntry& s : workspace_.stations().entries())
        offers.push_back({tr("Station %1").arg(words(s.name)), tr("Alt %1").arg(workspace_.stations().number(s.station) % 10),
                          [this, station = s.station] {
                              workspace_.setStation(station);
                              bands_->focusPage();
                          }});
    for (const ViewEntry& v : bands_->views())
        if (shortcut(v.id) == nullptr)  // else its command stands there
            offers.push_back({words(v.title), tr("view"), [this, id = std::string(v.id)] {
                                  bands_->toggleView(id);
                                  bands_->focusPage();
                              }});
    for (const FlightMode& m : workspace_.setup().transmitter.modes)
        offers.push_back({tr("Fly %1 on the deck").arg(shown(m.name)), {}, [this, id = m.id] { workspace_.setMode(id); }});
    offerSettings(offers);
    palette_->ask(std::move(offers));
}

}  // namespace kh::app
