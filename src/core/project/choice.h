// SPDX-License-Identifier: GPL-3.0-or-later
// A choice that describes itself: what it is called in files and for people, how it can go, and where it is kept.
#pragma once

#include "core/project/options.h"

#include <variant>

namespace vestimen {

/// Whole numbers, both ends included.
struct Range {
    int least = 0;
    int most = 0;
};

struct OneOf {
    std::span<const Option> options;
    int (*get)(const Choices&);
    void (*set)(Choices&, int);
    /// When somebody chooses it, with what goes along; where nothing does, `set` alone.
    void (*choose)(Project&, int) = nullptr;
};
/// Chooses as somebody does, with what goes along.
inline void choose(const OneOf& one, Project& project, int value) {
    if (one.choose)
        one.choose(project, value);
    else
        one.set(project.choices, value);
}
struct YesOrNo {
    bool& (*of)(Choices&);
};
/// In files 0 to 1000 mm; for people, in whole millimetres.
struct ALength {
    Length& (*of)(Choices&);
    Range offered;
};
struct ANumber {
    int (*get)(const Choices&);
    void (*set)(Choices&, int);
    Range inFiles;
    Range offered;
};
/// 0 to 1; in files and for people in percent.
struct AShare {
    double& (*of)(Choices&);
    double least;
    double most;
};
using ChoiceKind = std::variant<OneOf, YesOrNo, ALength, ANumber, AShare>;

struct ChoiceKey {
    const char* within; ///< the object in files that it stands in, such as "shaping/neck"; empty for the choices' own
    const char* key;
    bool isOld = false; ///< every file has it, from version 1 on; else it may be left out
};

} // namespace vestimen
