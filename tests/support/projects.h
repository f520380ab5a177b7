// SPDX-License-Identifier: GPL-3.0-or-later
// Sample projects, all made up: a harbour's small crew and their winter things.
#pragma once

#include "core/article/garment/garment_options.h"
#include "core/work.h"

#include <QByteArray>

#include <string>

namespace vestimen::test {

/// Odile's pullover as the demo has it.
Project odilesPullover();
/// Piet's: mid-gauge, mock rib.
Project pietsPullover();
/// Ilke's: set-in sleeves, V neck, mock rib.
Project ilkesPullover();
/// Another article on Odile's ground, with the measures that she did not take borrowed.
Project somebodys(Article article);

/// The garment that a project, or what was worked from it, is of.
inline Garment& garment(Project& project) {
    return std::get<Garment>(project.article);
}
inline const Garment& garment(const Project& project) {
    return std::get<Garment>(project.article);
}
inline const Garment& garment(const Worked& worked) {
    return std::get<Garment>(worked.article);
}
/// With what is counted in between.
struct WorkedGarment : Worked {
    std::optional<GarmentMeasures> measures;
    std::optional<GarmentCounts> counts; ///< nothing where a finding is an error
};
WorkedGarment workGarment(const Project& project);
/// What its garment is counted as; it must be sound.
GarmentCounts countsOf(const Project& project);
/// After a handle of its drawing was dragged, one that is drafted.
Project movedBy(const Project& project, PieceKey piece, HandleKey part, int steps);

/// Project and swatch both on that machine.
/// How many needles wide a row is: on two beds two of them may stand at one place.
int placesOf(const WorkedPiece& piece, const Pass& pass);
void putOn(Project& project, const Machine& machine);
bool hasFinding(const std::vector<Finding>& findings, const std::string& code);
/// All codes and texts, for a failing test's message.
QByteArray listed(const std::vector<Finding>& findings);
std::string readFile(const std::string& path);

} // namespace vestimen::test
