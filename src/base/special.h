// SPDX-License-Identifier: GPL-3.0-or-later
//
// What makes, copies, moves and destroys a value with strings and lists is long. For values that stand in every other line it is
// compiled once, beside the type, and not wherever one of them is used: a third of the time a file of rules takes to compile.
#pragma once

/// Within the type: declares them.
#define KH_SPECIAL_MEMBERS(Type)            \
    Type();                                 \
    Type(const Type& other);                \
    Type(Type&& other) noexcept;            \
    Type& operator=(const Type& other);     \
    Type& operator=(Type&& other) noexcept; \
    ~Type()

/// In one source file: defines them as the compiler would have.
#define KH_SPECIAL_MEMBERS_OF(Type)                         \
    Type::Type() = default;                                 \
    Type::Type(const Type& other) = default;                \
    Type::Type(Type&& other) noexcept = default;            \
    Type& Type::operator=(const Type& other) = default;     \
    Type& Type::operator=(Type&& other) noexcept = default; \
    Type::~Type() = default
