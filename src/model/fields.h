// SPDX-License-Identifier: GPL-3.0-or-later
//
// One description of the document for everything that walks it: JSON in and out, the schema, reading and
// writing one field by its path, and telling two documents apart.
#pragma once

#include "model/setup.h"

#include <span>

namespace kh {

struct NumberSpec {
    double min;
    double max;
    const char* unit = "";
    int decimals = 0;
};
struct CurveSpec {
    double yMin;
    double yMax;
};
struct Choice {
    const char* id;
};

/// Walks a Setup (or a profile) field by field, in file order. Keys within a struct are unique.
/// Nothing is written unless the visitor changes it, so a visitor that only reads may walk a constant.
class FieldVisitor {
public:
    virtual ~FieldVisitor() = default;

    /// @return false to leave the group out
    virtual bool beginGroup(const char* key) = 0;
    virtual void endGroup() = 0;
    /// @return the size the list shall have (a reader may change it)
    virtual std::size_t beginList(const char* key, std::size_t size) = 0;
    virtual void endList() = 0;
    /// @param id  the element's key in field paths
    /// @return false to leave the element out
    virtual bool beginItem(std::size_t index, const std::string& id) = 0;
    virtual void endItem() = 0;

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

    template <class E>
    void pick(const char* key, E& value, std::span<const Choice> choices) {
        int index = static_cast<int>(value);
        choice(key, index, choices);
        if (index != static_cast<int>(value)) value = static_cast<E>(index);
    }
    template <class T>
    void group(const char* key, T& value);
    template <class T>
    void list(const char* key, std::vector<T>& values);
};

void describe(FieldVisitor& v, Setup& s);
void describe(FieldVisitor& v, TransmitterProfile& p);
void describe(FieldVisitor& v, ControllerProfile& p);
void describe(FieldVisitor& v, SpeedControllerProfile& p);
void describe(FieldVisitor& v, ServoProfile& p);

/// Highest number of elements any list of a document may have.
inline constexpr std::size_t kMaxListSize = 256;

}  // namespace kh
