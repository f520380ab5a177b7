// SPDX-License-Identifier: GPL-3.0-or-later
// The parts of a project that also stand on shelves.
#pragma once

#include "workroom/workroom.h"

#include <array>

namespace vestimen {

inline constexpr std::array sharedShelves = {Shelf::swatches, Shelf::wearers, Shelf::machines, Shelf::yarns};

/// The project's own copy of what came from a shelf, as that shelf keeps it.
std::string partBody(const Project& project, Shelf shelf);
QString partName(const Project& project, Shelf shelf);
/// Puts a shelf's version in place. FormatError when it cannot be read.
void setPart(Project& project, Shelf shelf, const std::string& body);
bool samePart(const Project& a, const Project& b, Shelf shelf);

/// Stands a project's parts on their shelves, except those whose source is given or that a shelf has already, and notes
/// where each came from.
void stockShelves(Workroom& workroom, qint64 projectId, const Project& project,
                  const std::map<Shelf, qint64>& sources = {});

} // namespace vestimen
