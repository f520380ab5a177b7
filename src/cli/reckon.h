// SPDX-License-Identifier: GPL-3.0-or-later
// The quick sums as a command. Options come as text, answers go as text or JSON.
#pragma once

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
};

struct Sum {
    const char* name;
    const char* help;
    std::vector<SumOption> options;
};

/// All sums that there are.
const std::vector<Sum>& sums();

struct SumOutput {
    std::string text; ///< what goes to standard output
    bool answered = true;
};

/// `given` holds the options that were given, by name; flags with an empty value.
SumOutput reckon(const std::string& sum, const std::map<std::string, std::string>& given, bool asJson);

} // namespace vestimen
