// SPDX-License-Identifier: GPL-3.0-or-later
//
// One description of the document for everything that walks it: JSON in and out, the schema, reading and
// writing one field by its path, what a field is called, and telling two documents apart.
#pragma once

#include "base/message.h"
#include "base/standing.h"
#include "base/station.h"
#include "model/limits.h"
#include "model/setup.h"

#include <algorithm>
#include <span>
#include <string_view>

namespace kh {

struct NumberSpec {
    double min;
    double max;
    const char* unit = "";
    int decimals = 0;
    bool counts = false;  ///< of something that comes whole: teeth, cells, blades
    bool plain = false;   ///< + is not written, though there are values below 0
};
/// What is wrong with a number in a field that allows min … max; empty if nothing is.
[[nodiscard]] std::string numberProblem(double value, double min, double max, std::string_view unit, bool counts);
[[nodiscard]] inline std::string numberProblem(double value, const NumberSpec& s) {
    return numberProblem(value, s.min, s.max, s.unit, s.counts);
}
struct CurveSpec {
    double yMin;
    double yMax;
};
/// Holds a curve to its own rules and its field's range. @throws InputError naming `path`
void requireCurveIn(std::string_view path, const Curve& curve, const CurveSpec& spec);
/// @throws InputError naming `path` for a text of more than kMaxTextSize letters
void requireShortText(std::string_view path, std::string_view text);

/// One word of a closed set.
struct Choice {
    const char* id;                 ///< as it stands in files
    const char* caption = nullptr;  ///< as it is read; absent: the id is a word
};
/// What a field is called, to be translated.
struct FieldTitle {
    const char* title;
    const char* brief = nullptr;  ///< where its row says what it is about; absent: the title
    const char* unset = nullptr;  ///< how nothing reads in a field that may be empty; absent: not known, or none
};

/// Where a field belongs: the box that holds it, and the station that asks for it.
struct FieldHome {
    Box box = Box::Machine;
    Station station = Station::Airframe;
    bool fact = true;          ///< true of the machine, the leads or the pilot's box, not chosen: changed by hand, then written down
    const char* topic = "";    ///< under which a box asks for it (model/topics.h); empty: it is typed into no box
    const char* untyped = "";  ///< why not
};

/// What a flag's two values are called, and how in a cell where there is little room.
struct FlagWords {
    const char* on;
    const char* off;
    const char* briefOn = nullptr;  ///< absent: as above
    const char* briefOff = nullptr;
};
inline constexpr FlagWords kYesNo{KH_TR("yes"), KH_TR("no")};
inline constexpr FlagWords kOnOff{KH_TR("on"), KH_TR("off")};
inline constexpr FlagWords kReversed{KH_TR("reversed"), KH_TR("normal"), KH_TR("rev"), KH_TR("norm")};

/// What is known of the elements of a list without their type, for access by path.
struct ElementAccess {
    void* (*find)(void* list, std::string_view id) = nullptr;     ///< nullptr if there is none of that id
    std::vector<std::string> (*ids)(const void* list) = nullptr;  ///< of its elements, in their order
    Message (*name)(const void* element) = nullptr;               ///< what a pilot calls it: "Idle-up 1", "port 2"
};
/// How a choice is read and written without its type.
struct ChoiceAccess {
    void* value = nullptr;
    int (*get)(const void*) = nullptr;
    void (*set)(void*, int) = nullptr;
};
using Applies = bool (*)(const void* element);
/// How a value that copies share is reached without its type.
struct SharedAccess {
    void* holder = nullptr;       ///< the Shared
    const void* value = nullptr;  ///< what it holds now
    const void* (*read)(const void* holder) = nullptr;
    void* (*edit)(void* holder) = nullptr;  ///< a copy of its own, if others share it
};

/// Walks a Setup (or a profile) field by field, in file order. Keys within a struct are unique.
/// Nothing is written unless the visitor changes it, so a visitor that only reads may walk a constant.
class FieldVisitor {
public:
    virtual ~FieldVisitor() = default;

    /// @return false to leave the group out
    virtual bool beginGroup(const char* key) = 0;
    virtual void endGroup() = 0;
    /// The group that follows is shared between copies; it begins with its own memory.
    virtual void beginShared(const SharedAccess& access) { static_cast<void>(access); }
    virtual void endShared() {}
    /// Whether it writes to what it walks: then what is shared becomes a copy of its own first.
    [[nodiscard]] virtual bool writes() const { return false; }
    /// Whether a list that may be missing is passed over while it is empty.
    [[nodiscard]] virtual bool leavesEmptyOut() const { return false; }
    /// @return the size the list shall have (a reader may change it)
    virtual std::size_t beginList(const char* key, std::size_t size) = 0;
    virtual void endList() = 0;
    /// @param id  the element's key in field paths
    /// @return false to leave the element out
    virtual bool beginItem(std::size_t index, const std::string& id) = 0;
    virtual void endItem() = 0;
    /// @param base  where the facts that follow lie; they are no part of the Setup's own memory
    virtual void beginAircraft(void* base) { static_cast<void>(base); }
    virtual void endAircraft() {}

    virtual void number(const char* key, double& value, const NumberSpec& spec) = 0;
    virtual void maybe(const char* key, std::optional<double>& value, const NumberSpec& spec) = 0;
    virtual void whole(const char* key, int& value, const NumberSpec& spec) = 0;
    virtual void flag(const char* key, bool& value) = 0;
    virtual void text(const char* key, std::string& value) = 0;
    virtual void choice(const char* key, int& index, std::span<const Choice> choices) = 0;
    virtual void numbers(const char* key, std::vector<double>& values, const NumberSpec& spec) = 0;
    virtual void names(const char* key, std::vector<std::string>& values) = 0;
    virtual void maybeNames(const char* key, std::optional<std::vector<std::string>>& values) = 0;
    virtual void curve(const char* key, Curve& value, const CurveSpec& spec) = 0;
    virtual void condition(const char* key, Condition& value) = 0;
    /// Which facts of a box's profile are not known; they are told of the other fields, and are none of their own.
    virtual void unknowns(const char* key, std::vector<UnknownFact>& facts, Box box) {
        static_cast<void>(key);
        static_cast<void>(facts);
        static_cast<void>(box);
    }

    // the description calls these: the same, with what the field is called
    void number(const char* key, double& value, const NumberSpec& spec, FieldTitle title) { called(title).number(key, value, spec); }
    void maybe(const char* key, std::optional<double>& value, const NumberSpec& spec, FieldTitle title) {
        called(title).maybe(key, value, spec);
    }
    void whole(const char* key, int& value, const NumberSpec& spec, FieldTitle title) { called(title).whole(key, value, spec); }
    void flag(const char* key, bool& value, FieldTitle title, FlagWords words = kYesNo) {
        flagWords_ = words;
        called(title).flag(key, value);
    }
    void text(const char* key, std::string& value, FieldTitle title) { called(title).text(key, value); }
    template <class E>
    void pick(const char* key, E& value, std::span<const Choice> choices, FieldTitle title) {
        int index = static_cast<int>(value);
        choice_ = {&value, [](const void* v) { return static_cast<int>(*static_cast<const E*>(v)); },
                   [](void* v, int i) { *static_cast<E*>(v) = static_cast<E>(i); }};
        called(title).choice(key, index, choices);
        if (index != static_cast<int>(value)) value = static_cast<E>(index);
    }
    void numbers(const char* key, std::vector<double>& values, const NumberSpec& spec, FieldTitle title) {
        called(title).numbers(key, values, spec);
    }
    void names(const char* key, std::vector<std::string>& values, FieldTitle title) { called(title).names(key, values); }
    void maybeNames(const char* key, std::optional<std::vector<std::string>>& values, FieldTitle title) {
        called(title).maybeNames(key, values);
    }
    void curve(const char* key, Curve& value, const CurveSpec& spec, FieldTitle title) { called(title).curve(key, value, spec); }
    void condition(const char* key, Condition& value, FieldTitle title) { called(title).condition(key, value); }

    /// The box of the fields that follow, to the end of the struct.
    void in(Box box) { home_.box = box; }
    /// The station of the fields that follow, to the end of the struct.
    void at(Station station) { home_.station = station; }
    /// What the box is asked under for the fields that follow, to the end of the struct; nullptr: nothing.
    void topic(const char* id) {
        home_.topic = id == nullptr ? "" : id;
        home_.untyped = "";
    }
    /// The fields that follow are typed into no box, to the end of the struct.
    void untyped(const char* why) {
        home_.topic = "";
        home_.untyped = why;
    }
    /// Whether the fields that follow are facts, to the end of the struct.
    void facts(bool are) { home_.fact = are; }
    /// A word out of a closed set that is kept as the word itself.
    template <const auto& Choices>
    void word(const char* key, std::string& value, FieldTitle title) {
        choice_ = {&value, [](const void* v) { return indexOf(*static_cast<const std::string*>(v), Choices); },
                   [](void* v, int i) { *static_cast<std::string*>(v) = Choices[static_cast<std::size_t>(i)].id; }};
        const int was = indexOf(value, Choices);
        int index = was;
        called(title).choice(key, index, Choices);
        if (index != was) value = Choices[static_cast<std::size_t>(index)].id;
    }

    /// @param name  what the group is called before its fields; nullptr: they stand alone
    template <class T>
    void group(const char* key, T& value, const char* name = nullptr);
    template <class T>
    void group(const char* key, Shared<T>& value, const char* name = nullptr);
    template <class T>
    void list(const char* key, std::vector<T>& values, const char* name);
    /// The same of one that is not written while it is empty.
    template <class T>
    void listIfAny(const char* key, std::vector<T>& values, const char* name) {
        if (!values.empty() || !leavesEmptyOut()) list(key, values, name);
    }
    /// Facts of a class, as fields of the group around them.
    void aircraft(Aircraft& aircraft) {
        beginAircraft(aircraft.facts().base());
        const FieldHome outside = home_;
        aircraft.facts().describe(*this);
        home_ = outside;
        endAircraft();
    }
    /// Whether the next field exists in this element. A walk of all there could be is told the test instead.
    template <auto Test, class T>
    bool applies(const T& element) {
        pendingTest_ = [](const void* e) { return static_cast<bool>(Test(*static_cast<const T*>(e))); };
        if (takesAll()) return true;
        pendingTest_ = nullptr;
        return Test(element);
    }

protected:
    /// @return true to be told of fields that not every element has, see `test`
    [[nodiscard]] virtual bool takesAll() const { return false; }
    /// Which elements have the field; nullptr: all.
    [[nodiscard]] Applies test() const { return test_; }
    [[nodiscard]] const FieldTitle& title() const { return title_; }
    [[nodiscard]] FieldHome home() const { return home_; }
    [[nodiscard]] FlagWords flagWords() const { return flagWords_; }
    [[nodiscard]] const ChoiceAccess& choiceAccess() const { return choice_; }
    /// Of the list whose element or start is visited now.
    [[nodiscard]] const ElementAccess& elementAccess() const { return element_; }
    [[nodiscard]] void* container() const { return container_; }  ///< the list, at beginList; the element, at beginItem
    /// Of the group or list that begins; nullptr: its fields stand alone.
    [[nodiscard]] const char* groupName() const { return groupName_; }

private:
    FieldVisitor& called(FieldTitle title) {
        title_ = title;
        test_ = pendingTest_;
        pendingTest_ = nullptr;
        return *this;
    }
    /// The first where there is none such: a word that is not of the set never gets past reading.
    static int indexOf(std::string_view word, std::span<const Choice> choices) {
        for (std::size_t i = 0; i < choices.size(); ++i)
            if (word == choices[i].id) return static_cast<int>(i);
        return 0;
    }
    FieldTitle title_{""};
    FieldHome home_;
    FlagWords flagWords_ = kYesNo;
    Applies test_ = nullptr, pendingTest_ = nullptr;
    ChoiceAccess choice_;
    ElementAccess element_;
    void* container_ = nullptr;
    const char* groupName_ = nullptr;
};

void describe(FieldVisitor& v, Setup& s);
void describe(FieldVisitor& v, TransmitterProfile& p);
void describe(FieldVisitor& v, ControllerProfile& p);
void describe(FieldVisitor& v, SpeedControllerProfile& p);
void describe(FieldVisitor& v, ServoProfile& p);
void describe(FieldVisitor& v, ReceiverProfile& p);

}  // namespace kh
