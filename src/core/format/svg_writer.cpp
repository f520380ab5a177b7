// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/format/svg_writer.h"

#include <fmt/format.h>
#include <libxml/xmlwriter.h>

#include <algorithm>
#include <new>

namespace vestimen {
namespace {

struct Free {
    void operator()(xmlBuffer* buffer) const { xmlBufferFree(buffer); }
    void operator()(xmlTextWriter* writer) const { xmlFreeTextWriter(writer); }
};

const xmlChar* chars(const char* text) {
    return reinterpret_cast<const xmlChar*>(text);
}

/// Control characters cannot stand in XML at all, in whatever form.
std::string allowed(std::string text) {
    std::erase_if(text, [](unsigned char c) { return c < 0x20 && c != '\t' && c != '\n' && c != '\r'; });
    return text;
}

/// The library tells only that there was no room.
void check(int written) {
    if (written < 0)
        throw std::bad_alloc();
}

} // namespace

struct SvgWriter::Parts {
    std::unique_ptr<xmlBuffer, Free> buffer{xmlBufferCreate()};
    std::unique_ptr<xmlTextWriter, Free> writer{xmlNewTextWriterMemory(buffer.get(), 0)};
};

SvgWriter::SvgWriter(double left, double top, double width, double height, const std::string& title)
    : parts_(std::make_unique<Parts>()) {
    if (!parts_->writer)
        throw std::bad_alloc();
    check(xmlTextWriterSetIndent(parts_->writer.get(), 1));
    check(xmlTextWriterStartDocument(parts_->writer.get(), nullptr, "UTF-8", nullptr));
    begin("svg");
    attribute("xmlns", "http://www.w3.org/2000/svg");
    attribute("width", fmt::format("{:.3f}mm", width));
    attribute("height", fmt::format("{:.3f}mm", height));
    attribute("viewBox", fmt::format("{:.3f} {:.3f} {:.3f} {:.3f}", left, top, width, height));
    if (!title.empty())
        begin("title").text(title).end();
}

SvgWriter::~SvgWriter() = default;

SvgWriter& SvgWriter::begin(const char* element) {
    check(xmlTextWriterStartElement(parts_->writer.get(), chars(element)));
    return *this;
}

SvgWriter& SvgWriter::end() {
    check(xmlTextWriterEndElement(parts_->writer.get()));
    return *this;
}

SvgWriter& SvgWriter::attribute(const char* name, const std::string& value) {
    check(xmlTextWriterWriteAttribute(parts_->writer.get(), chars(name), chars(allowed(value).c_str())));
    return *this;
}

SvgWriter& SvgWriter::attribute(const char* name, double value, int decimals) {
    return attribute(name, fmt::format("{:.{}f}", value, decimals));
}

SvgWriter& SvgWriter::text(const std::string& words) {
    check(xmlTextWriterWriteString(parts_->writer.get(), chars(allowed(words).c_str())));
    return *this;
}

std::string SvgWriter::take() {
    check(xmlTextWriterEndDocument(parts_->writer.get()));
    parts_->writer.reset(); // what it holds back goes into the buffer
    return {reinterpret_cast<const char*>(xmlBufferContent(parts_->buffer.get())),
            static_cast<std::size_t>(xmlBufferLength(parts_->buffer.get()))};
}

} // namespace vestimen
