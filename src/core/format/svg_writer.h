// SPDX-License-Identifier: GPL-3.0-or-later
// Drawings as SVG, by the library's own XML writer: what people typed is text there, whatever it holds.
#pragma once

#include <memory>
#include <string>

namespace vestimen {

/// One document, its unit a millimetre.
class SvgWriter {
public:
    /// What is seen: from `left` and `top`, so wide and so high, in mm. No title where it is empty.
    SvgWriter(double left, double top, double width, double height, const std::string& title = {});
    ~SvgWriter();
    SvgWriter(const SvgWriter&) = delete;
    SvgWriter& operator=(const SvgWriter&) = delete;

    /// An element; its attributes come before what is in it.
    SvgWriter& begin(const char* element);
    SvgWriter& end();
    SvgWriter& attribute(const char* name, const std::string& value);
    SvgWriter& attribute(const char* name, double value, int decimals = 3);
    SvgWriter& text(const std::string& words);
    /// The whole document: everything that is open is closed. Nothing can be written afterwards.
    std::string take();

private:
    struct Parts;
    std::unique_ptr<Parts> parts_;
};

} // namespace vestimen
