// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/plan/slits.h"

#include "core/knitting/piece_parts.h"

#include <algorithm>

namespace vestimen {
namespace {

class SlitWriter {
public:
    SlitWriter(ProgramWriter& writer, YarnChanges& yarns, Group& group, const act::Slits& slits, StitchSize size,
               YarnNumber yarn)
        : writer_(writer), yarns_(yarns), group_(group), slits_(slits), size_(size), yarn_(yarn), all_(group.working()),
          sections_(between()) {}

    void write() {
        holdApart(writer_, {all_.first, sections_.front().first.shifted(-1)});
        holdApart(writer_, {sections_.front().last.shifted(1), all_.last});
        writer_.holdLever(true);
        slits_.bridged ? bridged() : withOwnEnds();
        for (const NeedleSpan& each : sections_)
            if (each.first != sections_.back().first)
                release(writer_, each);
        writer_.holdLever(false);
        group_.row += slits_.rows;
    }

private:
    /// What lies between two slits, in the order of knitting: bridged from the carriage on; else the one there last, so
    /// that the piece's own yarn goes on from it.
    std::vector<NeedleSpan> between() const {
        std::vector<NeedleSpan> sections;
        Needle first = all_.first;
        for (const Needle& each : slits_.before) {
            sections.push_back({first, each.shifted(-1)});
            first = each;
        }
        sections.push_back({first, all_.last});
        if ((writer_.carriage() == Side::right) == slits_.bridged)
            std::ranges::reverse(sections);
        return sections;
    }

    /// At a side that is not theirs these are no rows of the piece.
    void knit(NeedleSpan section, Rows rows) {
        if (rows == Rows(0))
            return;
        const int before = writer_.passes();
        writer_.knit(rows, Stitches(section.size()), size_);
        for (const Side side : bothSides)
            if (section.end(side) == all_.end(side))
                group_.goOnAt(side, rows, writer_.passes());
            else
                group_.apart[side].emplace_back(before + 1, writer_.passes() + 1);
    }

    void withOwnEnds() {
        const YarnIndex around = writer_.work();
        const int counter = writer_.counter();
        for (std::size_t i = 0; i < sections_.size(); ++i) {
            const bool isLast = i + 1 == sections_.size();
            if (i > 0) {
                release(writer_, sections_[i]);
                holdApart(writer_, sections_[i - 1]);
                writer_.counterTo(counter);
            }
            yarns_.useOwnBalls(!isLast);
            writer_.workWith(isLast ? around : yarns_.inProgram(yarn_));
            if (!isLast)
                writer_.add(operation::JoinYarn{writer_.work(), writer_.carriage()});
            knit(sections_[i], slits_.rows);
            if (!isLast)
                writer_.add(operation::BreakYarn{writer_.work()});
        }
    }

    void bridged() {
        const int counter = writer_.counter();
        for (std::size_t i = 0; i < sections_.size(); ++i) {
            const bool isEnd = i == 0 || i + 1 == sections_.size();
            if (i > 0) {
                // The last row of one and the first of the next.
                release(writer_, sections_[i]);
                knit({std::min(sections_[i - 1].first, sections_[i].first),
                      std::max(sections_[i - 1].last, sections_[i].last)},
                     Rows(1));
                holdApart(writer_, sections_[i - 1]);
            }
            knit(sections_[i], slits_.rows - Rows(isEnd ? 1 : 2));
        }
        writer_.counterTo(counter + slits_.rows.count());
    }

    ProgramWriter& writer_;
    YarnChanges& yarns_;
    Group& group_;
    const act::Slits& slits_;
    StitchSize size_;
    YarnNumber yarn_;
    NeedleSpan all_;
    std::vector<NeedleSpan> sections_;
};

} // namespace

void holdApart(ProgramWriter& writer, NeedleSpan span) {
    if (!span.empty())
        writer.add(operation::Hold{.from = span.first, .to = span.last, .apart = true});
}

void writeSlits(ProgramWriter& writer, YarnChanges& yarns, Group& group, const act::Slits& slits, StitchSize size,
                YarnNumber yarn) {
    SlitWriter(writer, yarns, group, slits, size, yarn).write();
}

} // namespace vestimen
