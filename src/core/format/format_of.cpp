// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/format/format_of.h"

#include "core/format/json_reader.h"

namespace vestimen {

std::string formatOf(const std::string& text) {
    const Json json = Json::parse(text, nullptr, false);
    if (!json.is_object() || !json.contains("format") || !json["format"].is_string())
        return {};
    return json["format"].get<std::string>();
}

} // namespace vestimen
