// SPDX-License-Identifier: GPL-3.0-or-later
// Strict reading of JSON: every key is either taken or refused by name, and every message says where it is.
#pragma once

#include "core/format/format_error.h"

#include <nlohmann/json.hpp>

#include <initializer_list>
#include <limits>
#include <optional>
#include <set>
#include <string>
#include <utility>

namespace vestimen {

using Json = nlohmann::ordered_json;

/// Parses a text; FormatError says the line and column where it breaks.
Json parseJson(const std::string& text);

/// A JSON value and its place, such as "/swatch/field".
class JsonReader {
public:
    explicit JsonReader(const Json& value, std::string place = "") : value_(value), place_(std::move(place)) {}

    [[noreturn]] void fail(const std::string& what) const;
    /// It is an object and has no keys but these.
    void expectKeys(std::initializer_list<const char*> keys) const;
    void expectKeys(const std::set<std::string>& keys) const;
    bool has(const char* key) const;
    JsonReader at(const char* key) const;
    std::optional<JsonReader> find(const char* key) const;

    std::string text() const;
    /// "#8E9AA3".
    std::string colour() const;
    double number(double least = -1e9, double most = 1e9) const;
    int integer(int least = -1000000000, int most = 1000000000) const;
    bool boolean() const;
    /// One of the names of an enumeration.
    template<class Value> Value oneOf(std::initializer_list<std::pair<const char*, Value>> names) const {
        const std::string given = text();
        std::string allowed;
        for (const auto& [name, value] : names) {
            if (given == name)
                return value;
            allowed += (allowed.empty() ? "" : ", ") + std::string(name);
        }
        fail("is \"" + given + "\" and should be one of " + allowed);
    }
    template<class Each> void forEach(Each each) const {
        if (!value_.is_array())
            fail("should be a list");
        for (std::size_t i = 0; i < value_.size(); ++i)
            each(JsonReader(value_[i], place_ + "/" + std::to_string(i)));
    }
    template<class Each> void forEachKey(Each each) const {
        if (!value_.is_object())
            fail("should be an object");
        for (const auto& [key, value] : value_.items())
            each(key, JsonReader(value, place_ + "/" + key));
    }

private:
    const Json& value_;
    std::string place_;
};

/// "format" names what is expected and "version" is one that is known; a newer one is refused by name.
void expectFormat(const JsonReader& reader, const char* format, int newestVersion);

/// Which row of a table a word names; its `method`.
template<class Method> Method oneOfTable(const JsonReader& json, const auto& table) {
    const std::string given = json.text();
    std::string known;
    for (const auto& each : table) {
        if (given == each.option.key)
            return each.method;
        known += (known.empty() ? "" : ", ") + std::string(each.option.key);
    }
    json.fail("is \"" + given + "\" and should be one of " + known);
}

} // namespace vestimen
