// SPDX-License-Identifier: GPL-3.0-or-later
#include "support/schemas.h"

#include "support/projects.h"

#include <nlohmann/json.hpp>
#include <valijson/adapters/nlohmann_json_adapter.hpp>
#include <valijson/schema.hpp>
#include <valijson/schema_parser.hpp>
#include <valijson/validation_results.hpp>
#include <valijson/validator.hpp>

#include <map>

namespace vestimen::test {
namespace {

using Adapter = valijson::adapters::NlohmannJsonAdapter;

/// Each is read once: a text is held against it in a small part of the time.
const valijson::Schema& schemaOf(const std::string& file) {
    static std::map<std::string, valijson::Schema> all;
    const auto found = all.find(file);
    if (found != all.end())
        return found->second;
    valijson::Schema& schema = all[file];
    const auto json = nlohmann::json::parse(readFile(std::string(VESTIMEN_SOURCE_DIR "/docs/format/") + file));
    valijson::SchemaParser().populateSchema(Adapter(json), schema);
    return schema;
}

} // namespace

std::string complaints(const std::string& schemaFile, const std::string& text) {
    const auto json = nlohmann::json::parse(text);
    valijson::ValidationResults results;
    valijson::Validator validator;
    if (validator.validate(schemaOf(schemaFile), Adapter(json), &results))
        return {};
    std::string all;
    valijson::ValidationResults::Error error;
    while (results.popError(error)) {
        for (const std::string& part : error.context)
            all += part;
        all += ": " + error.description + "\n";
    }
    return all.empty() ? "refused" : all;
}

} // namespace vestimen::test
