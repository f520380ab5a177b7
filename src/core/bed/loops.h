// SPDX-License-Identifier: GPL-3.0-or-later
// The loops of a fabric. A garment has more than a hundred thousand of them, and nearly all go on like the one before:
// those are kept by the stretch, and each is made up again when it is asked for.
#pragma once

#include "core/knitting/program.h"

#include <cstddef>
#include <cstdint>
#include <iterator>
#include <vector>

namespace vestimen {

/// A loop's place in the order in which the fabric's loops were made, from 0.
using LoopId = std::uint32_t;
inline constexpr LoopId noLoop = 0xffffffff;

enum class LoopKind : std::uint8_t { castOn, knit, wrap, picked, empty, hung, bound };

/// Its row is that of the pass it was made in or after: see Fabric::row.
struct Loop {
    LoopId parent = noLoop; ///< the oldest of its parents; further ones stand in Fabric::moreParents
    std::int16_t slot = 0;
    YarnIndex yarn = 0;
    LoopKind kind : 4 = LoopKind::knit;
    Bed bed : 2 = Bed::main;
    bool isPurl : 1 = false; ///< re-formed as purl

    Needle needle() const { return Needle::atSlot(slot, bed); }
};

class Loops {
public:
    class const_iterator;
    using value_type = Loop;

    std::size_t size() const { return size_; }
    /// Calls `each` with the id of every loop that does not go on like one beside it or below it.
    template<class Each> void forEachSingle(Each each) const {
        for (std::size_t i = 0; i < stretches_.size(); ++i)
            if (stretches_[i].parentStep == 0)
                for (LoopId id = stretches_[i].begin; id < endOf(i); ++id)
                    each(id, loop(stretches_[i], id));
    }
    /// Takes a search among the stretches; go through many with an iterator.
    Loop operator[](LoopId id) const;
    Loop back() const { return (*this)[size_ - 1]; }
    const_iterator begin() const;
    const_iterator end() const;
    /// An iterator to a loop; end() for the size.
    const_iterator from(LoopId id) const;

    /// Room for so many stretches, and loops that come one by one, where they can be told in advance.
    void reserve(std::size_t stretches, std::size_t single) {
        stretches_.reserve(stretches);
        written_.reserve(single);
    }
    void push_back(Loop loop) {
        if (stretches_.empty() || stretches_.back().parentStep != 0)
            beginWritten();
        written_.push_back(loop);
        ++size_;
    }
    /// So many loops that go on like the first: each `step` slots, and its parent `parentStep` loops, after the one
    /// before it. Neither step is 0.
    void pushStretch(Loop first, int step, int parentStep, LoopId count) {
        stretches_.push_back({.begin = size_,
                              .step = static_cast<std::int8_t>(step),
                              .parentStep = static_cast<std::int8_t>(parentStep),
                              .first = first});
        size_ += count;
    }
    /// Whether the loops from one on can be pushed over: they came one by one, or over others.
    bool canPushOver(LoopId row) const {
        return !stretches_.empty() && stretches_.back().begin <= row && stretches_.back().step == 0;
    }
    /// Knit loops over the newest ones, back from the last to the first of their row.
    void pushOver(LoopId row, YarnIndex yarn);

private:
    /// Goes to where the next one begins.
    struct Stretch {
        LoopId begin = 0;
        LoopId written = 0;          ///< where its loops stand, or where their slots are read
        std::int8_t step = 0;        ///< of the slots; 0 where they are read
        std::int8_t parentStep = 0;  ///< 0 where the loops are written out
        std::int8_t readingStep = 1; ///< through what is written
        Loop first = {};             ///< which the others follow, where they are not written out
    };

    Loop loop(const Stretch& stretch, LoopId id) const {
        const LoopId along = id - stretch.begin;
        // Steps may be negative; counted modulo 2^32, they come out right.
        const LoopId read = stretch.written + static_cast<LoopId>(stretch.readingStep) * along;
        if (stretch.parentStep == 0)
            return written_[read];
        Loop loop = stretch.first;
        loop.parent += static_cast<LoopId>(stretch.parentStep) * along;
        loop.slot = stretch.step == 0 ? written_[read].slot
                                      : static_cast<std::int16_t>(loop.slot + stretch.step * static_cast<int>(along));
        return loop;
    }
    std::size_t stretchOf(LoopId id) const;
    void beginWritten();
    /// Where a stretch ends.
    LoopId endOf(std::size_t stretch) const {
        return stretch + 1 < stretches_.size() ? stretches_[stretch + 1].begin : size_;
    }

    std::vector<Stretch> stretches_;
    std::vector<Loop> written_;
    LoopId size_ = 0;
};

class Loops::const_iterator {
public:
    using value_type = Loop;
    using reference = Loop;
    using pointer = void;
    using difference_type = std::ptrdiff_t;
    using iterator_category = std::input_iterator_tag; // of the old kind, since * makes a value
    using iterator_concept = std::forward_iterator_tag;

    const_iterator() = default;
    const_iterator(const Loops& loops, LoopId id, std::size_t stretch) : loops_(&loops), id_(id) { enter(stretch); }

    LoopId id() const { return id_; }
    Loop operator*() const { return loops_->loop(loops_->stretches_[stretch_], id_); }
    const_iterator& operator++() {
        if (++id_ >= end_)
            enter(stretch_ + (id_ >= loops_->endOf(stretch_) ? 1 : 0));
        return *this;
    }
    const_iterator operator++(int) {
        const_iterator before = *this;
        ++*this;
        return before;
    }
    bool operator==(const const_iterator& other) const { return id_ == other.id_; }
    /// So many loops, from this one on, are of its kind and go on like it: each on the next needle and hanging from the
    /// loop before or after the parent of the one before it. At least 1. The same from this one back for -1.
    LoopId alike(int direction = 1) const {
        if (loops_->stretches_[stretch_].step == 0)
            return 1;
        return direction > 0 ? loops_->endOf(stretch_) - id_ : id_ - begin_ + 1;
    }
    /// From the needle of one of those to that of the next: 1 or -1, 0 where there is but one.
    int step() const { return loops_->stretches_[stretch_].step; }
    /// From one of those parents to the next: 1 or -1.
    int parentStep() const { return loops_->stretches_[stretch_].parentStep; }
    /// Goes past so many that are alike.
    void skip(LoopId count) {
        id_ += count - 1;
        ++*this;
    }
    /// Goes to a loop; quickly where it lies in the same stretch or beside it.
    void goTo(LoopId id) {
        id_ = id;
        if (id >= begin_ && id < end_)
            return;
        if (stretch_ > 0 && id < begin_)
            enter(stretch_ - 1);
        else
            enter(stretch_ + 1);
        if (id < begin_ || id >= end_)
            enter(loops_->stretchOf(id));
    }

private:
    void enter(std::size_t stretch) {
        stretch_ = stretch;
        begin_ = stretch < loops_->stretches_.size() ? loops_->stretches_[stretch].begin : loops_->size_;
        end_ = loops_->endOf(stretch);
    }

    const Loops* loops_ = nullptr;
    LoopId id_ = 0;
    std::size_t stretch_ = 0;
    LoopId begin_ = 0; ///< of the stretch
    LoopId end_ = 0;   ///< as it was when it was entered; the last one may have grown since
};

} // namespace vestimen
