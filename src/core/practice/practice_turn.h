// SPDX-License-Identifier: GPL-3.0-or-later
// A card in the learner's hands: each step is done needle by needle, and the bed says what would have happened.
#pragma once

#include "core/practice/practice_card.h"
#include "core/record/bed_in_hands.h"
#include "core/record/set_otherwise.h"

#include <optional>

namespace vestimen {

/// What hands do at the bed, besides moving stitches and setting needles.
enum class HandMove {
    knit,     ///< the carriage over
    lever,    ///< the hold lever on or off
    passFree, ///< the carriage over, and nothing knits
    wind,     ///< loops onto bare needles, as the step casts on
    bindOff,
    wrap,    ///< the yarn under a waiting needle
    liftBar, ///< onto a bare needle
    hang,    ///< the next loop or opening that the step hangs
    takeOff, ///< as the step keeps them
    letDown, ///< a column
    takeUp,  ///< a rung of it
    cross,   ///< two groups change places
    drawUp   ///< the tail through all loops
};

/// The moves that a card asks for, each once, in the order of HandMove.
std::vector<HandMove> movesOf(const PracticeCard& card);

/// The card must outlive it, and so must pieces that its program hangs from.
class PracticeTurn {
public:
    explicit PracticeTurn(const PracticeCard& card, const Siblings* siblings = nullptr);

    /// The step that hands are at; as many as there are when all are done.
    std::size_t step() const { return step_; }
    const std::vector<CardStep>& steps() const { return steps_; }
    bool isDone() const { return step_ == steps_.size(); }
    /// No try was wrong and no step was shown.
    bool wentRight() const { return right_; }
    const VirtualBed& bed() const { return hands_->bed(); }

    // Each returns why it cannot be done, and does nothing then.
    /// Puts a needle into another position, with its stitches on it.
    std::optional<Phrase> put(Needle needle, Position position);
    /// Hangs the stitches of these needles `over` needles to the right, or to the left when negative.
    std::optional<Phrase> move(NeedleSpan needles, int over);
    std::optional<Phrase> make(HandMove move, NeedleSpan at);
    /// Takes the last of them back; false where there is none.
    bool undo() { return hands_->undo(); }

    /// The step as it is done: right, and it goes on with the next; or what is otherwise than it should be.
    Trial tryStep();
    /// Does the step as it should be done; the card does not count as having gone right.
    void showStep();

private:
    void begin();
    std::optional<Phrase> perform(Operation operation);
    std::optional<Operation> operationFor(HandMove move, NeedleSpan at) const;
    /// The next operation of a kind that the step has and hands have not done yet; its last where all are done.
    template<class Op> const Op* planned() const;
    std::optional<Operation> nextHung(Needle needle) const;
    Side sideOf(NeedleSpan at) const;

    const PracticeCard& card_;
    const Siblings* siblings_;
    std::vector<CardStep> steps_;
    std::size_t step_ = 0;
    std::size_t begin_ = 0;           ///< the operation where hands begin: what goes by itself is done before
    std::optional<BedInHands> hands_; ///< always there
    bool right_ = true;
};

} // namespace vestimen
