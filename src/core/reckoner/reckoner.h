// SPDX-License-Identifier: GPL-3.0-or-later
// The quick sums that a knitter does at the machine, asked in words: options come as text, answers go as workings for
// people or as JSON for scripts.
#pragma once

#include "core/reckoning/reckoning.h"

#include <map>
#include <stdexcept>
#include <string>
#include <vector>

namespace vestimen {

/// Bad input: names the option, what was given and what is allowed.
class UsageError : public std::runtime_error {
public:
    using std::runtime_error::runtime_error;
};

struct SumOption {
    const char* name; ///< with its dashes
    const char* help;
    bool isFlag = false;
    std::vector<std::string> words = {}; ///< all that it may be, where it takes a word
};

struct Sum {
    const char* name;
    const char* help;
    std::vector<SumOption> options;
    const char* example; ///< a whole question, as it is asked in one line
};

/// All sums that there are.
const std::vector<Sum>& sums();
/// Nothing when there is no sum of that name.
const Sum* findSum(const std::string& name);

/// The options that were given, by name; flags with an empty value.
using GivenOptions = std::map<std::string, std::string>;

struct SumAnswer {
    bool answered = true; ///< false: there is no answer, and a finding offers the nearest that there is
    Phrase headline;      ///< the answer in a few words; empty when there is none
    std::vector<Step> working;
    std::vector<Finding> findings;
    std::string result; ///< the fields of the result as a JSON object, in mm and plain numbers
};

/// Throws UsageError.
SumAnswer reckon(const std::string& sum, const GivenOptions& given);

/// The working, a line each, and the findings.
std::string asText(const SumAnswer& answer);
/// {"sum", "result", "working", "findings"} in one line.
std::string asJson(const std::string& sum, const SumAnswer& answer);

} // namespace vestimen
