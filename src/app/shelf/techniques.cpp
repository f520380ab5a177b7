// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/shelf/techniques.h"

#include "app/session/session.h"
#include "core/joining/join_ways.h"

#include <QCoreApplication>

namespace vestimen::app {
namespace {

QString tr(const char* text) {
    return QCoreApplication::translate("Techniques", text);
}

/// What one step of a program asks of the hands, in a word or two; empty where it is nothing of its own.
QString techniqueOf(const Action& action) {
    using namespace operation;
    if (std::holds_alternative<Hold>(action))
        return tr("short rows");
    if (const auto* hang = std::get_if<Hang>(&action)) {
        for (const HangSource& source : hang->sources)
            if (source.kind == HangSource::Kind::edge)
                return tr("hanging an edge");
        return tr("hanging open loops");
    }
    if (const auto* increase = std::get_if<Increase>(&action))
        return increase->kind == Shaping::fashioned ? tr("fashioned increases") : tr("increases");
    if (const auto* decrease = std::get_if<Decrease>(&action))
        return decrease->kind == Shaping::fashioned ? tr("fashioned decreases") : tr("decreases");
    if (std::holds_alternative<Transfer>(action))
        return tr("moving stitches");
    if (std::holds_alternative<Reform>(action))
        return tr("latching");
    if (const auto* off = std::get_if<TakeOff>(&action))
        return off->onto == Onto::waste ? tr("waste yarn") : tr("stitches on a holder");
    return {};
}

} // namespace

QStringList techniquesOf(const Worked& worked) {
    QStringList all;
    const auto add = [&](const QString& technique) {
        if (!technique.isEmpty() && !all.contains(technique))
            all << technique;
    };
    for (const WorkedPiece& piece : worked.pieces)
        for (const Operation& each : piece.program.operations)
            add(techniqueOf(each.action));
    for (const Join& join : worked.joins)
        add(coreText(wayOf(join.method).technique));
    if (all.isEmpty())
        all << tr("plain knitting");
    return all;
}

} // namespace vestimen::app
