// SPDX-License-Identifier: GPL-3.0-or-later
// A hand movement, or a fault and its cure, as a small row program that the virtual bed runs (craft 11, 22).
#pragma once

#include "core/bed/virtual_bed.h"

#include <string>
#include <vector>

namespace vestimen {

/// How bed and fabric are left.
struct CardEnd {
    int rows = 0;   ///< passes that knitted
    int loops = 0;  ///< on needles
    int waits = 0;  ///< needles in hold
    int kept = 0;   ///< stitches on waste yarn or holders
    int bound = 0;  ///< stitches that were bound off
    int purls = 0;  ///< stitches that were re-formed as purl
    int ladder = 0; ///< needles among the others that are empty
    int split = 0;  ///< stitches of half their yarn
    bool operator==(const CardEnd&) const = default;
};
CardEnd endOf(const VirtualBed& bed, const Program& program);

/// The program's sections are the steps; what stands before the first of them is on the bed already.
struct PracticeCard {
    std::string key;   ///< "bind_off_latch"
    std::string title; ///< "Latch off"
    std::string group; ///< "Bind off"; "Faults" where it is one
    std::string about; ///< what it is for
    std::vector<std::string> tools;
    std::string look;    ///< how it looks where it went right
    std::string caution; ///< where it can hurt
    std::string sewn;    ///< the way of joining that hands do with it afterwards, by its key; empty: none
    Program program;
    CardEnd end;

    /// Of a fault.
    std::string sign;                ///< what is seen
    std::vector<std::string> causes; ///< the likeliest first
    std::string next;                ///< what to look at afterwards
    /// What of the piece it is mended in.
    enum class Mends { piece, column, row, slip };
    Mends mends = Mends::piece;
    bool isFault() const { return !sign.empty(); }
};

struct CardStep {
    std::string text;
    std::size_t from = 0; ///< operations of the program
    std::size_t to = 0;
};
std::vector<CardStep> stepsOf(const PracticeCard& card);

/// What the bed refuses, an end that is not the promised one, or no step at all. Loops may stay on their needles.
std::vector<Phrase> problemsOf(const PracticeCard& card);

/// The key of the card that shows how an operation is done; empty where none does.
std::string cardFor(const Operation& operation);

/// The same program with what hands do taken apart, needle by needle, and row by row; its steps are the same.
Program inMotions(const Program& program, const Siblings* siblings = nullptr);

} // namespace vestimen
