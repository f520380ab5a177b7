// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/knit/knitting_state.h"

#include "core/record/slow_motion.h"

#include <QCoreApplication>

#include <algorithm>

namespace vestimen::app {
namespace {

bool isRemark(JournalRecord::Kind kind) {
    using Kind = JournalRecord::Kind;
    return kind != Kind::done && kind != Kind::back && kind != Kind::pause;
}

} // namespace

KnittingState::KnittingState(Workroom& workroom, BegunPiece piece,
                             std::shared_ptr<const std::map<std::string, Fabric>> siblings)
    : workroom_(&workroom), piece_(std::make_unique<BegunPiece>(std::move(piece))),
      lock_(std::make_unique<QLockFile>(workroom.file() + QStringLiteral(".piece-%1.lock").arg(piece_->id))),
      fabrics_(std::move(siblings)) {
    // Held as long as its program runs, however long that is: a piece takes days.
    lock_->setStaleLockTime(0);
    lock_->tryLock();
    for (const auto& [name, fabric] : *fabrics_)
        siblings_[name] = &fabric;
    readProgram();
    for (JournalRecord& each : workroom.journal(piece_->id))
        if (isRemark(each.kind))
            remarks_.append(std::move(each));
}

KnittingState::KnittingState(Program program, std::shared_ptr<const std::map<std::string, Fabric>> siblings)
    : piece_(std::make_unique<BegunPiece>()), fabrics_(std::move(siblings)) {
    piece_->program = std::move(program);
    for (const auto& [name, fabric] : *fabrics_)
        siblings_[name] = &fabric;
    readProgram();
}

void KnittingState::readProgram() {
    steps_ = vestimen::steps(program());
    passesAll_ = passCount(program());
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

int KnittingState::rowsLeftInSection() const {
    const auto& operations = program().operations;
    ProgramPlace end = next() ? next()->from : place();
    while (end.operation < operations.size()) {
        const auto* say = std::get_if<operation::Say>(&operations[end.operation].action);
        if (say && isSection(*say))
            break;
        end = {end.operation + 1, 0};
    }
    return passesBefore(program(), end) - passesDone();
}

std::unique_ptr<VirtualBed> KnittingState::bedAfterNext() const {
    return bedAt(next() ? next()->to : place());
}

void KnittingState::refuseWhenLookingOn() const {
    if (looksOn())
        throw WorkroomError(QCoreApplication::translate(
            "KnittingState", "Another window has this piece: knit on there, or close it and resume here."));
}

void KnittingState::record(JournalRecord::Kind kind, ProgramPlace to, const QString& text,
                           std::optional<Program> program) {
    refuseWhenLookingOn();
    if (workroom_)
        workroom_->append(piece_->id, {kind, to, text, {}, program});
    if (isRemark(kind) && workroom_)
        remarks_.append({kind, to, text, QDateTime::currentDateTimeUtc()});
    const bool other = program.has_value();
    if (other)
        piece_->program = std::move(*program);
    const bool behind = to < piece_->place;
    piece_->place = to;
    if (other)
        readProgram();
    else if (behind)
        bed_ = bedAt(to);
    else
        bed_->advance(to);
}

bool KnittingState::asksFirstAt(ProgramPlace place, Confirm confirm) const {
    const ProgramStep* step = stepAt(steps_, place);
    return step && !step->isRows &&
           (confirm == Confirm::always || (confirm == Confirm::shaping && isShaping(program(), *step)));
}

void KnittingState::goThrough(const std::vector<ProgramPlace>& places) {
    if (places.empty())
        return;
    refuseWhenLookingOn();
    if (workroom_)
        workroom_->together([&] {
            for (const ProgramPlace each : places)
                workroom_->append(piece_->id, {JournalRecord::Kind::done, each, {}, {}, {}});
        });
    piece_->place = places.back();
    bed_->advance(place());
}

void KnittingState::done(Confirm confirm) {
    if (finished())
        return;
    if (asksFirst(confirm))
        return goThrough({next()->to});
    std::vector<ProgramPlace> places;
    ProgramPlace at = place();
    for (const ProgramStep* step = next(); step && !asksFirstAt(at, confirm); step = stepAt(steps_, at)) {
        at = nextPlace(program(), steps_, at);
        places.push_back(at);
        if (step->isRows)
            break;
    }
    goThrough(places);
}

int KnittingState::rowsDone(int rows, Confirm confirm, const std::function<bool(ProgramPlace)>& stops) {
    std::vector<ProgramPlace> places;
    ProgramPlace at = place();
    int done = 0;
    while (done < rows && !asksFirstAt(at, confirm)) {
        const ProgramStep* step = stepAt(steps_, at);
        if (!step)
            break;
        at = nextPlace(program(), steps_, at);
        places.push_back(at);
        done += step->isRows ? 1 : 0;
        if (stops(at))
            break;
    }
    goThrough(places);
    return done;
}

void KnittingState::back() {
    const ProgramPlace before = previousPlace(program(), steps_, place());
    if (before != place())
        record(JournalRecord::Kind::back, before);
}

int KnittingState::unravel(int rows) {
    const int most = std::clamp(rows, 0, passesDone());
    if (most > 0)
        record(JournalRecord::Kind::unravelled, placeAfterPasses(program(), passesDone() - most),
               QString::number(most));
    return most;
}

bool KnittingState::setCounter(int row, const QString& why) {
    const auto to = placeAtRow(program(), place(), row);
    if (to && *to != place())
        record(JournalRecord::Kind::set, *to, why);
    return to.has_value();
}

void KnittingState::adjust(const Correction& correction, const QString& why) {
    record(JournalRecord::Kind::adjusted, correction.place, why, correction.program);
}

void KnittingState::jump(int passes) {
    const ProgramPlace to = placeAfterPasses(program(), passes);
    if (isRehearsal() && to != place())
        record(JournalRecord::Kind::set, to);
}

bool KnittingState::slowDown() {
    const ProgramStep* step = next();
    if (!isRehearsal() || !step || step->isRows)
        return false;
    Program slow = program();
    std::vector<Operation> taken;
    VirtualBed bed(slow, &siblings_);
    bed.advance(place());
    for (std::size_t i = step->from.operation; i < step->to.operation; ++i) {
        for (Operation& each : inSlowMotion(slow.operations[i], bed))
            taken.push_back(std::move(each));
        bed.advance({i + 1, 0});
    }
    const auto at = slow.operations.begin() + static_cast<std::ptrdiff_t>(step->from.operation);
    const auto count = static_cast<std::ptrdiff_t>(step->to.operation - step->from.operation);
    if (static_cast<std::ptrdiff_t>(taken.size()) <= count)
        return false;
    slow.operations.insert(slow.operations.erase(at, at + count), taken.begin(), taken.end());
    record(JournalRecord::Kind::adjusted, place(), {}, std::move(slow));
    return true;
}

void KnittingState::note(const QString& text) {
    record(JournalRecord::Kind::note, place(), text);
}

void KnittingState::mark(const QString& text) {
    record(JournalRecord::Kind::mark, place(), text);
}

void KnittingState::pause() {
    record(JournalRecord::Kind::pause, place());
}

} // namespace vestimen::app
