// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/format/json_reader.h"

#include <fmt/format.h>

#include <algorithm>
#include <cmath>
#include <vector>

namespace vestimen {

namespace {

/// No file of ours goes deeper, or has an object with nearly as many keys. Objects keep their order, so that each key
/// is sought from the first one on: a long one would take for ever.
constexpr int deepest = 64;
constexpr std::size_t mostKeys = 2000;

/// A key that stands twice in an object would silently mean its last value.
class KeysOnce {
public:
    bool operator()(int depth, Json::parse_event_t event, const Json& parsed) {
        if (depth > deepest)
            throw FormatError(
                fmt::format("The file goes deeper than {} brackets in each other: it is none of Vestimen’s.", deepest));
        if (event == Json::parse_event_t::key && open_.back().size() >= mostKeys)
            throw FormatError(
                fmt::format("An object in the file has more than {} keys: it is none of Vestimen’s.", mostKeys));
        if (event == Json::parse_event_t::object_start)
            open_.emplace_back();
        else if (event == Json::parse_event_t::object_end)
            open_.pop_back();
        else if (event == Json::parse_event_t::key && !open_.back().insert(parsed.get<std::string>()).second)
            throw FormatError(fmt::format("The key \"{}\" stands twice in one object: take one of its values out.",
                                          parsed.get<std::string>()));
        return true;
    }

private:
    std::vector<std::set<std::string>> open_;
};

} // namespace

Json parseJson(const std::string& text) {
    try {
        return Json::parse(text, KeysOnce());
    } catch (const Json::parse_error& error) {
        const auto end = text.begin() + static_cast<std::ptrdiff_t>(std::min(error.byte, text.size()));
        const auto line = 1 + std::count(text.begin(), end, '\n');
        if (error.byte >= text.size())
            throw FormatError(
                fmt::format("The file ends in the middle, on line {}: it was cut off or not written whole.", line));
        throw FormatError(fmt::format("Line {} is not JSON: there is something that does not belong there.", line));
    } catch (const Json::out_of_range&) {
        throw FormatError("A number in the file is too large for any number here: no figure has hundreds of digits.");
    }
}

void JsonReader::fail(const std::string& what) const {
    throw FormatError(fmt::format("{} {}.", place_.empty() ? "The file" : place_, what));
}

void JsonReader::expectKeys(std::initializer_list<const char*> keys) const {
    expectKeys(std::set<std::string>(keys.begin(), keys.end()));
}

void JsonReader::expectKeys(const std::set<std::string>& keys) const {
    if (!value_.is_object())
        fail("should be an object");
    for (const auto& [key, value] : value_.items())
        if (!keys.contains(key))
            fail(fmt::format("has the unknown key \"{}\"", key));
}

bool JsonReader::has(const char* key) const {
    return value_.is_object() && value_.contains(key);
}

JsonReader JsonReader::at(const char* key) const {
    if (!has(key))
        fail(fmt::format("lacks \"{}\"", key));
    return JsonReader(value_[key], place_ + "/" + key);
}

std::optional<JsonReader> JsonReader::find(const char* key) const {
    if (!has(key) || value_[key].is_null())
        return std::nullopt;
    return at(key);
}

std::string JsonReader::text() const {
    if (!value_.is_string())
        fail("should be a text");
    return value_.get<std::string>();
}

std::string JsonReader::colour() const {
    const std::string colour = text();
    if (colour.size() != 7 || colour[0] != '#' ||
        colour.find_first_not_of("0123456789abcdefABCDEF", 1) != std::string::npos)
        fail("should be a colour such as #8E9AA3");
    return colour;
}

double JsonReader::number(double least, double most) const {
    if (!value_.is_number())
        fail("should be a number");
    const auto number = value_.get<double>();
    if (!std::isfinite(number) || number < least || number > most)
        fail(fmt::format("is {} and should be from {} to {}", number, least, most));
    return number;
}

int JsonReader::integer(int least, int most) const {
    const double value = number(least, most);
    if (value != std::floor(value))
        fail(fmt::format("is {} and should be a whole number", value));
    return static_cast<int>(value);
}

bool JsonReader::boolean() const {
    if (!value_.is_boolean())
        fail("should be true or false");
    return value_.get<bool>();
}

void expectFormat(const JsonReader& reader, const char* format, int newestVersion) {
    const auto name = reader.find("format");
    if (!name || name->text() != format)
        reader.fail(fmt::format("is not a {} file", format));
    const int version = reader.at("version").integer(1, 1000000);
    if (version > newestVersion)
        reader.fail(fmt::format("is a {} file of version {}; this Vestimen reads up to version {}. Nothing was changed",
                                format, version, newestVersion));
}

} // namespace vestimen
