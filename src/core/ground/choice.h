// SPDX-License-Identifier: GPL-3.0-or-later
// A choice of an article that describes itself: what it is called in files and for people, how it can go, where it is
// kept, and where on the drawing it belongs. Readers, writers and panels are made from lists of these.
#pragma once

#include "core/ground/option.h"
#include "core/quantity/length.h"
#include "core/quantity/name.h"
#include "core/wearer/measure.h"

#include <span>
#include <type_traits>
#include <variant>

namespace vestimen {

/// Whole numbers, both ends included.
struct Range {
    int least = 0;
    int most = 0;
};

// How a choice can go; its value is always a number.

/// The number of one of some options.
struct OneOf {
    std::span<const Option> options;
};
/// 0 or 1.
struct YesOrNo {};
/// Millimetres; in files 0 to `mostInFiles`, for people in whole ones.
struct ALength {
    Range offered;
    int mostInFiles = 1000;
};
struct ANumber {
    Range inFiles;
    Range offered;
};
/// 0 to 1; in files and for people in percent.
struct AShare {
    double least;
    double most;
};
using ChoiceForm = std::variant<OneOf, YesOrNo, ALength, ANumber, AShare>;

struct ChoiceKey {
    const char* within; ///< the object in files that it stands in, such as "shaping/neck"; empty for the choices' own
    const char* key;
    bool isOld = false; ///< every file has it, from version 1 on; else it may be left out
};

/// Where on the drawing somebody is.
struct Place {
    PieceKey piece;
    HandleKey part; ///< empty: the piece as a whole
};

/// Where a choice is kept in an article `Of`.
template<class Of> struct Field {
    ChoiceForm form;
    double (*get)(const Of&);
    void (*set)(Of&, double);
    /// When somebody chooses it, with what goes along; where nothing does, `set` alone.
    void (*choose)(Of&, EaseTable&, double) = nullptr;
};

template<class Of> struct Choice {
    ChoiceKey key;
    const char* label;
    Field<Of> field;
    /// Whether it is of any meaning at a place of the drawing; null for what stands in files alone.
    bool (*belongs)(const Of&, const Place&) = nullptr;
    /// Among what a project begins with.
    bool atTheBeginning = false;
};

/// Of an enumeration of choices, in the order of its values.
template<class Kind> inline constexpr std::span<const Option> optionsOf = {};

template<class Member> struct MemberOf;
template<class Of_, class Value_> struct MemberOf<Value_ Of_::*> {
    using Of = Of_;
    using Value = Value_;
};

// Fields that are members.

template<auto member> auto oneOf() {
    using Of = typename MemberOf<decltype(member)>::Of;
    using Kind = typename MemberOf<decltype(member)>::Value;
    return Field<Of>{OneOf{optionsOf<Kind>}, [](const Of& of) { return static_cast<double>(of.*member); },
                     [](Of& of, double value) { of.*member = static_cast<Kind>(static_cast<int>(value)); }};
}
template<auto member> auto yesOrNo() {
    using Of = typename MemberOf<decltype(member)>::Of;
    return Field<Of>{YesOrNo{}, [](const Of& of) { return of.*member ? 1.0 : 0.0; },
                     [](Of& of, double value) { of.*member = value != 0.0; }};
}
template<auto member> auto aLength(Range offered, int mostInFiles = 1000) {
    using Of = typename MemberOf<decltype(member)>::Of;
    return Field<Of>{ALength{offered, mostInFiles}, [](const Of& of) { return (of.*member).mm(); },
                     [](Of& of, double value) { of.*member = Length::millimetres(value); }};
}
template<auto member> auto aNumber(Range inFiles, Range offered) {
    using Of = typename MemberOf<decltype(member)>::Of;
    using Value = typename MemberOf<decltype(member)>::Value;
    return Field<Of>{ANumber{inFiles, offered},
                     [](const Of& of) {
                         if constexpr (std::is_arithmetic_v<Value>)
                             return static_cast<double>(of.*member);
                         else
                             return static_cast<double>((of.*member).count());
                     },
                     [](Of& of, double value) { of.*member = Value(static_cast<int>(value)); }};
}
template<auto member> auto aShare(double least, double most) {
    using Of = typename MemberOf<decltype(member)>::Of;
    return Field<Of>{AShare{least, most}, [](const Of& of) { return of.*member; },
                     [](Of& of, double value) { of.*member = value; }};
}

} // namespace vestimen
