// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "model/amounts.h"
#include "model/names.h"
#include "stations/kit/row.h"

namespace kh {

/// What row tables are written with.
class RowBuilder {
public:
    /// @param proved  a finished switch proof of this very setup, or nullptr while there is none
    RowBuilder(const Setup& setup, const Evaluation& evaluation, const SwitchProof* proved = nullptr)
        : setup_(setup), evaluation_(evaluation), proved_(proved) {}

    [[nodiscard]] const Setup& setup() const { return setup_; }
    [[nodiscard]] const Figures& figures() const { return evaluation_.figures; }
    [[nodiscard]] const Evaluation& evaluation() const { return evaluation_; }
    [[nodiscard]] const SwitchProof* proved() const { return proved_; }

    /// A stored field, editable in place.
    [[nodiscard]] Part field(const std::string& path, Message label = {}) const;
    /// The same with the field's short name before it.
    [[nodiscard]] Part labelled(const std::string& path) const { return field(path, fieldBrief(setup_, path)); }
    /// A stored word that is one of `options`: those of all there are that this box knows.
    [[nodiscard]] Part word(const std::string& path, const std::vector<std::string>& options, Message label = {}) const;
    /// A stored text that names a flight mode, hold excepted: chosen and shown by the modes' names.
    [[nodiscard]] Part mode(const std::string& path, Message label = {}) const;
    /// A stored number that is one of those the box can be set to.
    [[nodiscard]] Part oneOf(const std::string& path, const std::vector<double>& values, Message label = {}) const;
    /// A computed number with its derivation; a dash when unknown.
    [[nodiscard]] static Part figure(const Figure& f, Message label = {});
    /// Nothing there is to show.
    [[nodiscard]] static Part dash(Message label = {});
    /// A plain word of the program's.
    [[nodiscard]] static Part text(Message m);
    [[nodiscard]] static Part port(const std::string& name);
    [[nodiscard]] Part gain(const std::string& path) const;
    [[nodiscard]] Part spark(const std::string& path, const Curve& curve, Message summary) const;

    /// A row of a plain ledger; its standing follows from its fields, its findings from `evaluation`.
    [[nodiscard]] Row row(const char* id, Message title, Cell transmitter, Cell controller, Cell machine) const;
    [[nodiscard]] Row matrixRow(const char* id, Message title, std::string unit, Box band, std::vector<Cell> cells) const;

    /// A sub-row: it stands behind the row it opens from, whose standing and torn state it takes part in.
    [[nodiscard]] static Row under(const char* parent, Row row) {
        row.under = parent;
        return row;
    }

    /// A sub-row that holds a choice, or what is seldom looked at: its standing is its own.
    [[nodiscard]] static Row aside(const char* parent, const char* help, Row row) {
        row = under(parent, std::move(row));
        row.help = help;
        row.aside = true;
        return row;
    }
    /// A line of its row's table: one cell for each of the columns.
    [[nodiscard]] Row line(const char* parent, const std::string& id, Message title, std::vector<Cell> cells) const;

private:
    void settle(Row& row) const;
    const Setup& setup_;
    const Evaluation& evaluation_;
    const SwitchProof* proved_;
};

/// A word before a part's value.
[[nodiscard]] inline Message label(const char* text) { return say(text); }

}  // namespace kh
