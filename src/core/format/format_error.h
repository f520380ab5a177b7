// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <stdexcept>
#include <string>

namespace vestimen {

/// A file that is broken or foreign. The message is one sentence that names the place in the file and what would be
/// right there.
class FormatError : public std::runtime_error {
public:
    using std::runtime_error::runtime_error;
};

} // namespace vestimen
