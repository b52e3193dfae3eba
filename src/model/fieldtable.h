// SPDX-License-Identifier: GPL-3.0-or-later
//
// The description turned into a table once: every field there can be, by its pattern, with its place in a Setup. Reading a
// field by its path is then a look-up, not a walk.
#pragma once

#include "model/access.h"
#include "model/fieldpatterns.h"
#include "model/fields.h"

#include <map>
#include <optional>
#include <string>
#include <string_view>
#include <vector>

namespace kh {

/// Where a shared group's holder lies, and how to get from it to the group.
struct SharedHop {
    std::ptrdiff_t offset = 0;  ///< of the holder: in the element, else in the facts or in the Setup
    const void* (*read)(const void* holder) = nullptr;
    void* (*edit)(void* holder) = nullptr;
};

/// A field every document, or every element of a list, has: "machine.power.kv"_field, "transmitter.modes.{}.pitch".
struct FieldPattern {
    std::string list;    ///< path of the list it stands in; empty: none
    std::string within;  ///< its path in the element, or in the Setup
    FieldInfo info;
    FieldTitle title;
    std::vector<const char*> groups;  ///< names of the groups around it, outermost first
    ScaleRef scale;                   ///< of numbers and curves: as the description writes them
    bool ofAircraft = false;          ///< a fact of the class of aircraft
    std::ptrdiff_t offset = 0;        ///< in the element, else in those facts or in the Setup; of a shared group in its value
    std::optional<SharedHop> shared;  ///< the shared group it stands in
    CurveSpec curve{0.0, 0.0};
    ChoiceAccess choice;  ///< its accessors; of choices only
    Applies test = nullptr;

    [[nodiscard]] std::string pattern() const { return list.empty() ? within : list + ".{}." + within; }
};
struct ListPattern {
    std::string path;
    const char* name = "";
    bool ofAircraft = false;
    std::ptrdiff_t offset = 0;  ///< in the facts of the class, or in the Setup; of a shared group in its value
    std::optional<SharedHop> shared;
    ElementAccess access;
};

/// One field found in one Setup.
struct FieldPlace {
    const FieldPattern* pattern = nullptr;
    void* value = nullptr;
    const ListPattern* list = nullptr;
    const void* element = nullptr;  ///< nullptr outside lists
};

class FieldTable {
public:
    /// The table of documents of that class.
    [[nodiscard]] static const FieldTable& of(const AircraftClass& aircraft);
    [[nodiscard]] static const FieldTable& of(const Setup& setup) { return of(setup.machine.aircraft.of()); }
    /// For reading: what copies share is not touched. @return nothing if there is no such field in this document
    [[nodiscard]] std::optional<FieldPlace> find(const Setup& setup, std::string_view path) const;
    /// For writing: what others share becomes a copy of this Setup's own.
    [[nodiscard]] std::optional<FieldPlace> findToEdit(Setup& setup, std::string_view path) const;
    /// The pattern a path follows, whether its element exists or not; nullptr if none.
    [[nodiscard]] const FieldPattern* patternOf(std::string_view path) const;
    /// Of the list a path leads into or names; nullptr if none.
    [[nodiscard]] const ListPattern* listOf(std::string_view path) const;
    /// The element of a list by its id; nullptr if there is none.
    [[nodiscard]] const void* element(const Setup& setup, const ListPattern& list, std::string_view id) const;
    /// The ids of a list's elements, in their order.
    [[nodiscard]] std::vector<std::string> elements(const Setup& setup, const ListPattern& list) const;
    [[nodiscard]] const std::vector<FieldPattern>& patterns() const { return patterns_; }
    [[nodiscard]] const std::vector<ListPattern>& lists() const { return lists_; }

private:
    explicit FieldTable(const AircraftClass& aircraft);
    struct Parts {
        const ListPattern* list = nullptr;
        std::string_view id, within;
    };
    [[nodiscard]] Parts split(std::string_view path) const;
    [[nodiscard]] std::optional<FieldPlace> locate(Setup& setup, std::string_view path, bool toEdit) const;

    std::vector<FieldPattern> patterns_;
    std::vector<ListPattern> lists_;
    std::map<std::string, std::size_t, std::less<>> single_;                                      ///< by path
    std::map<std::string, std::map<std::string, std::size_t, std::less<>>, std::less<>> listed_;  ///< by list, then in the element
};

/// The pattern a path follows in documents of any class; nullptr if none.
[[nodiscard]] const FieldPattern* anyPatternOf(std::string_view path);

}  // namespace kh
