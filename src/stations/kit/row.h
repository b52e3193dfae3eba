// SPDX-License-Identifier: GPL-3.0-or-later
//
// Stations and their rows as values: what is written where, in which box, with which standing. Views draw
// this and compute nothing.
#pragma once

#include "judge/evaluation.h"
#include "judge/switches/switchproof.h"

#include <optional>
#include <string>
#include <variant>
#include <vector>

namespace kh {

/// What may be chosen in a cell; none: whatever is typed is read.
struct Choices {
    std::vector<std::string> typed;
    std::vector<Message> captions;  ///< how they read, one for each
};

/// One number or word in a cell, and what it is: which decides what can be done there.
struct Part {
    /// A text or a computed figure: nothing is typed here.
    struct Words {};
    /// There is nothing to show; the value is a dash.
    struct Dash {};
    /// The plug of a wire.
    struct Port {};
    /// A word that is changed by an action of the window.
    struct Act {
        const char* id;
    };
    /// A field that is edited here.
    struct Entry {
        enum class Holds { Something, Nothing, NothingToShow };  ///< without a value some fields have a word for it, others a dash
        std::string field;
        Holds holds = Holds::Something;
        Choices choices{};
    };
    /// Whether hold, kill or cut acts in one mode: yes or no of a field that is the set of them.
    struct Acting {
        std::string field;
        std::string mode;
        Choices choices;
    };
    /// What an unused channel sends; no field: see withSpare.
    struct Spare {
        int channel;
        Choices choices;
    };
    /// A curve, drawn small before its value.
    struct Spark {
        std::string field;
        Curve curve;
    };
    using Kind = std::variant<Words, Dash, Port, Act, Entry, Acting, Spare, Spark>;

    /// Of a computed number: what it is before it is written.
    struct Shown {
        std::optional<double> value;  ///< nothing: not known
        std::string unit;
    };
    Message label;  ///< muted, before the value; may be empty
    Message value;
    std::string unit;  ///< muted, after the value; of a field: its box's
    Kind kind;
    std::optional<Shown> figure{};
    Derivation why;
    KH_SPECIAL_MEMBERS(Part);
    /// A field to type into, before anything is shown of it.
    [[nodiscard]] static Part of(Kind kind);
    template <typename K>
    [[nodiscard]] const K* as() const {
        return std::get_if<K>(&kind);
    }
    /// Path of the field that is edited here; empty if there is none.
    [[nodiscard]] const std::string& field() const;
    [[nodiscard]] const Choices& choices() const;
    /// Whether something is typed or chosen here.
    [[nodiscard]] bool typed() const;
    /// A field that holds nothing.
    [[nodiscard]] bool unused() const;
    /// The value is the dash that says there is none.
    [[nodiscard]] bool dashed() const;
};

struct Cell {
    std::vector<Part> parts;  ///< none: this box takes no part in the row
    int span = 1;             ///< in the modes matrix: how many equal columns it covers
    int joins = 1;            ///< in a table: how many lines share it; 0: the one above has it
    KH_SPECIAL_MEMBERS(Cell);
    Cell(std::vector<Part> shown, int columns = 1, int lines = 1);  ///< a list of parts is a cell
};

/// A column of the table a row opens into.
struct SubColumn {
    const char* caption;
    std::string unit;  ///< of all its numbers
    const char* help;  ///< what it is for, in one line
    Box box = Box::Transmitter;
};

struct Row {
    std::string id;
    std::string under;               ///< the row it opens from; empty: a row of the keel
    bool opens = false;              ///< others open from it
    bool aside = false;              ///< a sub-row whose standing is its own: a choice, or a line of a table
    bool line = false;               ///< of its row's table: one cell for each of the columns
    std::vector<SubColumn> columns;  ///< of the table that opens from this row; none: what opens are rows like others
    const char* help = "";           ///< of a sub-row: what it is for, in one line
    Message title;
    std::string unit;         ///< beside the title, in the matrix
    Box band = Box::Machine;  ///< in the matrix: the box this row belongs to
    std::vector<Cell> cells;  ///< transmitter, controller, machine; in the matrix one a mode
    Standing standing = Standing::Default;
    std::string standingNote;           ///< instrument and uncertainty of a reading
    std::vector<std::size_t> findings;  ///< indices into Evaluation::findings
    bool broken = false;                ///< a danger: the row is torn
    KH_SPECIAL_MEMBERS(Row);
    /// The row that stands for it in the keel.
    [[nodiscard]] const std::string& keelId() const { return under.empty() ? id : under; }
    /// The row whose reading, guide and proof it takes part in: a line of a table has none of its own.
    [[nodiscard]] const std::string& workId() const { return line ? under : id; }
};

/// The channel a row is about; empty for those about no single one.
[[nodiscard]] std::string channelOfRow(const AircraftClass& aircraft, const Row& row);

struct StationPage {
    Station station = Station::Airframe;
    std::vector<Row> rows;
};

/// What a cell's text stands for: reads a typed text with point or comma.
/// @throws InputError naming the part's field, the text and the allowed range
[[nodiscard]] FieldValue parsePart(const Setup& setup, const Part& part, const std::string& text);

/// The derivation of a part, with its inputs' values and standings put in.
struct WhyInput {
    std::string path;
    Message title;  ///< the field's name
    Message value;
    Standing standing = Standing::Default;
};
struct Why {
    Message title;
    std::vector<Message> lines;
    std::vector<WhyInput> inputs;
};
[[nodiscard]] Why explain(const Setup& setup, const Part& part);

}  // namespace kh
