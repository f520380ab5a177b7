// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/format/project_merge.h"

#include "core/format/json_reader.h"
#include "core/format/project_json.h"

#include <set>

namespace vestimen {
namespace {

/// A field that a side does not have is null.
Json fieldOf(const Json& object, const std::string& key) {
    return object.contains(key) ? object[key] : Json();
}

Json merge(const Json& base, const Json& mine, const Json& theirs, const std::string& path,
           std::vector<std::string>& conflicts) {
    if (theirs == base || theirs == mine)
        return mine;
    if (mine == base)
        return theirs;
    if (!base.is_object() || !mine.is_object() || !theirs.is_object()) {
        conflicts.push_back(path);
        return mine;
    }
    std::set<std::string> keys;
    for (const Json* side : {&base, &mine, &theirs})
        for (const auto& [key, value] : side->items())
            keys.insert(key);
    Json result = Json::object();
    for (const std::string& key : keys) {
        Json field = merge(fieldOf(base, key), fieldOf(mine, key), fieldOf(theirs, key),
                           path.empty() ? key : path + "/" + key, conflicts);
        if (!field.is_null() || mine.contains(key))
            result[key] = std::move(field);
    }
    return result;
}

} // namespace

MergedProject merged(const Project& base, const Project& mine, const Project& theirs) {
    MergedProject result;
    const auto parse = [](const Project& project) { return parseJson(toJson(project)); };
    const Json all = merge(parse(base), parse(mine), parse(theirs), "", result.conflicts);
    try {
        result.project = projectFromJson(all.dump());
    } catch (const FormatError&) {
        result = {mine, {"/"}};
    }
    return result;
}

} // namespace vestimen
