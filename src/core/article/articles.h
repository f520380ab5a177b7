// SPDX-License-Identifier: GPL-3.0-or-later
// What everything else asks an article, whatever it is.
#pragma once

#include "core/article/article.h"
#include "core/drawing/drawing.h"

#include <functional>

namespace vestimen {

/// A choice of some article. Its value is a number, as its form says.
struct AnyChoice {
    ChoiceKey key;
    const char* label;
    ChoiceForm form;
    bool atTheBeginning;
    std::function<double(const Article&)> get;
    std::function<void(Article&, double)> set;
    /// As somebody chooses it, with what goes along.
    std::function<void(Article&, EaseTable&, double)> choose;
    /// Whether it is of any meaning at a place of the drawing; null for what stands in files alone.
    std::function<bool(const Article&, const Place&)> belongs;

    /// Its place in files: "cuff/depth_mm".
    std::string path() const;
};

/// Every kind, once, as a fresh one of it.
const std::vector<Article>& allArticles();
/// The kind in files: "garment".
const char* keyOf(const Article& article);
/// For people.
const char* labelOf(const Article& article);
/// What a project of it is called unless somebody says otherwise.
const char* usualName(const Article& article);

std::span<const AnyChoice> choicesOf(const Article& article);
/// By its place in files; null where there is none.
const AnyChoice* findChoice(const Article& article, std::string_view path);
/// Counts that can be named in a project of it.
std::span<const CountKey> countsOf(const Article& article);
/// Its pieces, in the order in which they are knitted.
std::vector<PieceName> namesOf(const Article& article);
/// The label of one of its pieces; the key where it has none such.
Phrase labelOf(const Article& article, PieceKey piece);
/// The piece that stands for one that it does not have; one that it has, itself.
PieceKey inPlaceOf(const Article& article, PieceKey piece);
/// The measures that it is drafted from, in the order in which they are taken.
std::vector<Measure> needsOf(const Article& article);

/// The ease that is usual for it, where it differs from what every project begins with.
void useUsualEase(const Article& article, EaseTable& ease);

/// What somebody drew of it; null where nothing is drawn.
const Drawing* drawingOf(const Article& article);
Drawing* drawingOf(Article& article);

/// What cannot be on this machine, whatever the measures are.
std::vector<Finding> limitsOf(const Article& article, const Ground& ground);
/// Combinations of choices that are not offered, each with the reason.
std::vector<Finding> contradictionsOf(const Article& article, const Ground& ground);
Checked check(const Article& article, const Ground& ground);
/// Of one that was checked without an error. The plan may refer to both.
Plan plan(const Article& article, const Ground& ground, const FabricGauge& gauge);
/// What might mend a finding, the smallest change first.
std::vector<Change<Article>> changesFor(const Article& article, const Ground& ground, const Finding& finding);

/// After a handle was dragged by whole rows (up) or stitches (outward). Measures keep what the body is: their ease
/// changes.
void drag(Article& article, Ground& ground, const Handle& handle, int steps);

} // namespace vestimen
