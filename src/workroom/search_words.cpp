// SPDX-License-Identifier: GPL-3.0-or-later
#include "workroom/search_words.h"

#include "core/format/project_json.h"

namespace vestimen {
namespace {

QString joined(std::initializer_list<std::string> words) {
    QStringList list;
    for (const std::string& each : words)
        if (!each.empty())
            list << QString::fromStdString(each);
    return list.join(' ');
}

} // namespace

QString searchWords(const Machine& machine) {
    return joined({std::to_string(machine.needles.count()), number(machine.pitch.mm(), 1) + " mm",
                   machine.beds > 1 ? "double bed" : "single bed",
                   machine.sizes.kind == StitchSizeScale::Kind::plates ? "plates" : "dial"});
}

QString searchWords(const Yarn& yarn) {
    return joined({yarn.fibre, yarn.colourName, yarn.lot, text(yarn.thickness), yarn.note});
}

QString searchWords(const Swatch& swatch) {
    return joined({swatch.yarn, swatch.machine, label(swatch.fabric), swatch.pattern, swatch.sizes.text(swatch.size),
                   swatch.verdict == FabricVerdict::none ? "" : label(swatch.verdict), swatch.notes});
}

QString searchWords(const Wearer& wearer) {
    return joined({wearer.isChild ? "child" : "adult", wearer.note});
}

QString searchWords(Shelf shelf, const std::string& body) {
    try {
        switch (shelf) {
        case Shelf::swatches:
            return searchWords(swatchFromJson(body));
        case Shelf::wearers:
            return searchWords(wearerFromJson(body));
        case Shelf::machines:
            return searchWords(machineFromJson(body));
        case Shelf::yarns:
            return searchWords(yarnFromJson(body));
        case Shelf::projects:
            break;
        }
    } catch (const FormatError&) {
        // It keeps its name to be found by.
    }
    return {};
}

} // namespace vestimen
