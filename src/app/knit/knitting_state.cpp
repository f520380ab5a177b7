// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/knit/knitting_state.h"

#include <algorithm>

namespace vestimen::app {

KnittingState::KnittingState(Workroom& workroom, BegunPiece piece,
                             std::shared_ptr<const std::map<std::string, Fabric>> siblings)
    : workroom_(workroom), piece_(std::make_unique<BegunPiece>(std::move(piece))), fabrics_(std::move(siblings)),
      steps_(vestimen::steps(piece_->program)), passesAll_(passCount(piece_->program)) {
    for (const auto& [name, fabric] : *fabrics_)
        siblings_[name] = &fabric;
    for (const ProgramStep& step : steps_)
        if (const auto* knit = std::get_if<operation::Knit>(&program().operations[step.from.operation].action))
            if (program().yarns[knit->yarn].role == YarnRole::main)
                lastRow_ = std::max(lastRow_, step.row + knit->rows.count());
    bed_ = bedAt(place());
}

std::unique_ptr<VirtualBed> KnittingState::bedAt(ProgramPlace place) const {
    auto bed = std::make_unique<VirtualBed>(piece_->program, &siblings_);
    bed->advance(place);
    return bed;
}

int KnittingState::rowsAhead() const {
    const ProgramStep* step = next();
    if (!step || !step->isRows)
        return 0;
    const auto& knit = std::get<operation::Knit>(program().operations[step->from.operation].action);
    return knit.rows.count() - (place().operation == step->from.operation ? place().rowsDone : 0);
}

std::unique_ptr<VirtualBed> KnittingState::bedAfterNext() const {
    return bedAt(next() ? next()->to : place());
}

void KnittingState::record(JournalRecord::Kind kind, ProgramPlace to, const QString& text) {
    workroom_.append(piece_->id, {kind, to, text, {}});
    piece_->place = to;
}

void KnittingState::done() {
    if (finished())
        return;
    record(JournalRecord::Kind::done, nextPlace(program(), steps_, place()));
    bed_->advance(place());
}

void KnittingState::back() {
    const ProgramPlace before = previousPlace(program(), steps_, place());
    if (before == place())
        return;
    record(JournalRecord::Kind::back, before);
    bed_ = bedAt(before);
}

void KnittingState::note(const QString& text) {
    record(JournalRecord::Kind::note, place(), text);
}

} // namespace vestimen::app
