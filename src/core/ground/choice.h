// SPDX-License-Identifier: GPL-3.0-or-later
// A choice of an article that describes itself: what it is called in files and for people, how it can go, where it is
// kept, and where on the drawing it belongs. Readers, writers and panels are made from lists of these.
#pragma once

#include "core/ground/option.h"
#include "core/quantity/length.h"
#include "core/quantity/name.h"
#include "core/wearer/measure.h"

#include <functional>
#include <span>
#include <type_traits>
#include <utility>
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
/// The number of one of the project's yarns.
struct AYarn {};
using ChoiceForm = std::variant<OneOf, YesOrNo, ALength, ANumber, AShare, AYarn>;

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

/// For people.
template<class Kind>
requires(!optionsOf<Kind>.empty()) const char* label(Kind value) {
    return optionsOf<Kind>[static_cast<std::size_t>(value)].label;
}

template<class Member> struct MemberOf;
template<class Of_, class Value_> struct MemberOf<Value_ Of_::*> {
    using Of = Of_;
    using Value = Value_;
};

/// A member of a member: the way to where a choice is kept. A step of it may be a function that takes the article.
template<auto... steps> struct Path;
template<auto last> struct Path<last> {
    static decltype(auto) of(auto& article) { return std::invoke(last, article); }
};
template<auto first, auto... rest> struct Path<first, rest...> {
    static decltype(auto) of(auto& article) { return Path<rest...>::of(std::invoke(first, article)); }
};

// Fields that are members, or members of members: `oneOf<&Garment::neck, &Garment::Neck::kind>()`. Where the first step
// is a function the article is named: `Fields<Garment, shapingOf<edge>, &EdgeShaping::fashioned>::yesOrNo()`.

template<class Of, auto... steps> struct Fields {
    using Value = std::remove_cvref_t<decltype(Path<steps...>::of(std::declval<Of&>()))>;

    static Field<Of> oneOf() {
        return {OneOf{optionsOf<Value>}, [](const Of& of) { return static_cast<double>(Path<steps...>::of(of)); },
                [](Of& of, double value) { Path<steps...>::of(of) = static_cast<Value>(static_cast<int>(value)); }};
    }
    static Field<Of> yesOrNo() {
        return {YesOrNo{}, [](const Of& of) { return Path<steps...>::of(of) ? 1.0 : 0.0; },
                [](Of& of, double value) { Path<steps...>::of(of) = value != 0.0; }};
    }
    static Field<Of> aLength(Range offered, int mostInFiles) {
        return {ALength{offered, mostInFiles}, [](const Of& of) { return Path<steps...>::of(of).mm(); },
                [](Of& of, double value) { Path<steps...>::of(of) = Length::millimetres(value); }};
    }
    static Field<Of> aNumber(Range inFiles, Range offered) {
        return {ANumber{inFiles, offered},
                [](const Of& of) {
                    if constexpr (std::is_arithmetic_v<Value>)
                        return static_cast<double>(Path<steps...>::of(of));
                    else
                        return static_cast<double>(Path<steps...>::of(of).count());
                },
                [](Of& of, double value) { Path<steps...>::of(of) = Value(static_cast<int>(value)); }};
    }
    static Field<Of> aYarn() {
        Field<Of> field = aNumber({}, {});
        field.form = AYarn{};
        return field;
    }
    static Field<Of> aShare(double least, double most) {
        return {AShare{least, most}, [](const Of& of) { return Path<steps...>::of(of); },
                [](Of& of, double value) { Path<steps...>::of(of) = value; }};
    }
};
template<auto first, auto... rest> using MemberFields = Fields<typename MemberOf<decltype(first)>::Of, first, rest...>;

template<auto first, auto... rest> auto oneOf() {
    return MemberFields<first, rest...>::oneOf();
}
template<auto first, auto... rest> auto yesOrNo() {
    return MemberFields<first, rest...>::yesOrNo();
}
template<auto first, auto... rest> auto aLength(Range offered, int mostInFiles = 1000) {
    return MemberFields<first, rest...>::aLength(offered, mostInFiles);
}
template<auto first, auto... rest> auto aNumber(Range inFiles, Range offered) {
    return MemberFields<first, rest...>::aNumber(inFiles, offered);
}
template<auto first, auto... rest> auto aYarn() {
    return MemberFields<first, rest...>::aYarn();
}
template<auto first, auto... rest> auto aShare(double least, double most) {
    return MemberFields<first, rest...>::aShare(least, most);
}

} // namespace vestimen
