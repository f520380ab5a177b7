// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/reckoner/question.h"

#include <fmt/format.h>

#include <algorithm>
#include <array>
#include <cctype>
#include <sstream>

namespace vestimen {
namespace {

bool isNumeral(const std::string& token) {
    return !token.empty() && std::ranges::all_of(token, [](unsigned char c) { return std::isdigit(c) != 0; });
}

/// "1/2", "3/8in": less than a whole, as after a whole number of inches.
bool isFraction(const std::string& token) {
    const auto slash = token.find('/');
    if (slash == std::string::npos || !isNumeral(token.substr(0, slash)))
        return false;
    std::size_t end = slash + 1;
    while (end < token.size() && std::isdigit(static_cast<unsigned char>(token[end])) != 0)
        ++end;
    const std::string below = token.substr(slash + 1, end - slash - 1);
    return !below.empty() && below.size() < 5 && slash < 5 && std::stoi(token.substr(0, slash)) < std::stoi(below);
}

bool beginsWithFigure(const std::string& token) {
    return !token.empty() && (std::isdigit(static_cast<unsigned char>(token[0])) != 0 || token[0] == '-' ||
                              token[0] == '+' || token[0] == '.');
}

/// Words, with what belongs together in one: "52 cm", "20 1/2 in", "142mm, 141mm".
std::vector<std::string> tokens(std::string_view line) {
    static constexpr std::array units = {"mm", "cm", "m", "in", "\"", "%", "g"};
    std::vector<std::string> all;
    std::istringstream stream{std::string(line)};
    for (std::string word; stream >> word;) {
        const std::string unit = word.ends_with(',') ? word.substr(0, word.size() - 1) : word;
        if (!beginsWithFigure(word) && std::ranges::count(units, unit) == 0) // a comma after a figure may go on a list
            while (word.size() > 1 && std::string_view(",.;:?!").find(word.back()) != std::string_view::npos)
                word.pop_back();
        const bool joins = !all.empty() && beginsWithFigure(all.back()) &&
                           (std::ranges::count(units, unit) > 0 || (isNumeral(all.back()) && isFraction(word)) ||
                            all.back().back() == ',');
        if (joins)
            all.back() += (all.back().back() == ',' ? "" : " ") + word;
        else
            all.push_back(word);
    }
    return all;
}

const char* bare(const SumOption& option) {
    return option.name + 2; // without its dashes
}

bool takesWord(const SumOption& option, const std::string& word) {
    return std::ranges::count(option.words, word) > 0;
}

std::string gaugeText(Gauge gauge) {
    return fmt::format("{:.10g}/10cm", gauge.perTenCentimetres());
}

/// The project's figure for an option of that name, or nothing.
std::optional<std::string> knownFor(const Sum& sum, const SumOption& option, const KnownFigures& known) {
    const std::string name = option.name;
    if (known.gauge) {
        if (name == "--stitch-gauge" || (name == "--gauge" && std::string(sum.name) == "count"))
            return gaugeText(known.gauge->stitches);
        if (name == "--row-gauge" || name == "--gauge")
            return gaugeText(known.gauge->rows);
    }
    if (name == "--swatch-grams" && known.swatchGrams > 0.0)
        return fmt::format("{}", known.swatchGrams);
    if (name == "--swatch-stitches" && known.swatchGrams > 0.0 && known.swatchStitches > 0)
        return std::to_string(known.swatchStitches);
    return std::nullopt;
}

class QuestionReader {
public:
    QuestionReader(const Sum& sum, const KnownFigures& known) : sum_(sum), known_(known) { question_.sum = &sum; }

    /// Reads the words after the sum's name; a problem when there is one.
    std::string read(const std::vector<std::string>& words) {
        std::vector<std::string> values; // without a name, in their order
        bool canTakeBefore = false;      // the last value has no name yet
        for (std::size_t i = 0; i < words.size(); ++i) {
            const SumOption* option = named(words[i]);
            if (!option) {
                canTakeBefore = false;
                if (const SumOption* taking = optionFor(words[i])) {
                    question_.given[taking->name] = words[i];
                } else if (beginsWithFigure(words[i]) || !isFiller(words[i])) {
                    values.push_back(words[i]);
                    canTakeBefore = true;
                }
            } else if (option->isFlag) {
                question_.given[option->name] = "";
            } else if (const bool hasAfter = i + 1 < words.size() && isValue(words[i + 1]);
                       canTakeBefore && (!hasAfter || endsWithName(words, i))) {
                question_.given[option->name] = signedBy(*option, words[i], values.back());
                values.pop_back();
                canTakeBefore = false;
            } else if (hasAfter || (i + 1 < words.size() && !named(words[i + 1]))) {
                question_.given[option->name] = signedBy(*option, words[i], words[i + 1]);
                ++i;
                canTakeBefore = false;
            } else {
                return fmt::format("{}: what should it be? {}.", bare(*option), option->help);
            }
        }
        return place(values);
    }

    /// A word that only fills a sentence.
    static bool isFiller(const std::string& word) {
        static constexpr std::array fillers = {"how", "many",  "much", "for",   "a",    "an",    "the",  "of",  "on",
                                               "is",  "are",   "do",   "i",     "need", "my",    "with", "and", "then",
                                               "at",  "which", "what", "comes", "out",  "there", "it",   "to",  "?"};
        return std::ranges::count(fillers, word) > 0;
    }

    Question take() { return std::move(question_); }

private:
    /// "fewer" and "more" are a change's sign.
    static bool isSign(const std::string& word) { return word == "fewer" || word == "less" || word == "more"; }
    static std::string signedBy(const SumOption& option, const std::string& word, const std::string& value) {
        if (bare(option) == word)
            return value;
        const bool isPlain = std::isdigit(static_cast<unsigned char>(value[0])) != 0;
        return isPlain && (word == "fewer" || word == "less") ? "-" + value : value;
    }

    /// An option by its name, or by what people call it here.
    const SumOption* named(std::string word) const {
        if (word.starts_with("--"))
            word.erase(0, 2);
        const auto option = [&](std::string_view name) {
            const auto found =
                std::ranges::find_if(sum_.options, [&](const SumOption& each) { return name == bare(each); });
            return found == sum_.options.end() ? nullptr : &*found;
        };
        if (const SumOption* found = option(word))
            return found;
        if (isSign(word))
            word = "change";
        if (const SumOption* found = option(word))
            return found;
        if (const SumOption* found = option(word + "s"))
            return found;
        // Where the sum counts one kind of thing only, its names are one.
        const bool hasGauge = std::ranges::any_of(sum_.options, isGauge);
        if (!hasGauge && (word == "stitches" || word == "needles" || word == "stitch" || word == "needle"))
            for (const char* name : {"over", "needles", "stitches"})
                if (const SumOption* found = option(name))
                    return found;
        return word == "buttonholes" || word == "buttons" ? option("holes") : nullptr;
    }

    bool isValue(const std::string& word) const {
        return beginsWithFigure(word) ||
               std::ranges::any_of(sum_.options, [&](const SumOption& option) { return takesWord(option, word); });
    }

    /// From a name on, the last word that counts is a name: then values stand before their names.
    bool endsWithName(const std::vector<std::string>& words, std::size_t from) const {
        for (std::size_t i = words.size(); i-- > from;) {
            const SumOption* option = named(words[i]);
            if (option && !option->isFlag)
                return true;
            if (!option && isValue(words[i]) && !beginsWithFigure(words[i]))
                return false; // "parity even"
            // A gauge finds its place by itself.
            if (!option && beginsWithFigure(words[i]) && words[i].find('/') == std::string::npos)
                return false;
        }
        return false;
    }

    bool isOpen(const SumOption& option) const { return !option.isFlag && !question_.given.contains(option.name); }

    const SumOption* optionFor(const std::string& word) const {
        const auto found = std::ranges::find_if(
            sum_.options, [&](const SumOption& option) { return isOpen(option) && takesWord(option, word); });
        return found == sum_.options.end() ? nullptr : &*found;
    }

    /// Values take the open options in their order. Where there are too few, what the project knows is passed over.
    std::string place(const std::vector<std::string>& values) {
        std::vector<const SumOption*> open;
        for (const SumOption& option : sum_.options)
            if (isOpen(option) && option.words.empty())
                open.push_back(&option);
        const auto isKnown = [&](const SumOption* option) { return knownFor(sum_, *option, known_).has_value(); };
        const bool few =
            static_cast<std::ptrdiff_t>(values.size()) <= std::ssize(open) - std::ranges::count_if(open, isKnown);
        std::size_t next = 0;
        for (const std::string& value : values) {
            // A value without a slash is no gauge: it belongs to what comes after.
            const bool noGauge = value.find('/') == std::string::npos && value != "stitches" && value != "rows";
            while (next < open.size() && isKnown(open[next]) && (isGauge(*open[next]) ? noGauge : few))
                ++next;
            if (next == open.size())
                return fmt::format("“{}” is one value too many: {}", value, usage(sum_));
            question_.given[open[next++]->name] = value;
        }
        for (const SumOption& option : sum_.options) {
            const auto text = question_.given.find(option.name);
            const bool asked = text != question_.given.end() && (text->second == "stitches" || text->second == "rows");
            if (asked && isGauge(option)) {
                if (!known_.gauge)
                    return "There is no project with a gauge open: say it, such as 28.1/10cm.";
                text->second = gaugeText(text->second == "rows" ? known_.gauge->rows : known_.gauge->stitches);
                question_.assumed.emplace_back(bare(option));
            } else if (isOpen(option)) {
                if (const auto figure = knownFor(sum_, option, known_)) {
                    question_.given[option.name] = *figure;
                    question_.assumed.emplace_back(bare(option));
                }
            }
        }
        return {};
    }

    static bool isGauge(const SumOption& option) { return std::string_view(option.name).ends_with("gauge"); }

    const Sum& sum_;
    const KnownFigures& known_;
    Question question_;
};

} // namespace

Parsed<Question> parseQuestion(std::string_view line, const KnownFigures& known) {
    auto words = tokens(line);
    std::string names;
    for (const Sum& sum : sums())
        names += (names.empty() ? "" : ", ") + std::string(sum.name);
    if (words.empty())
        return {std::nullopt, fmt::format("Begin with a sum: {}.", names)};
    // "how many …" begins a sentence, not a sum.
    while (words.size() > 1 && !findSum(words.front()) && QuestionReader::isFiller(words.front()))
        words.erase(words.begin());
    const Sum* sum = findSum(words.front());
    if (!sum) {
        std::vector<const Sum*> begun;
        for (const Sum& each : sums())
            if (std::string_view(each.name).starts_with(words.front()))
                begun.push_back(&each);
        if (begun.size() != 1)
            return {std::nullopt, fmt::format("“{}” is {}: {}.", words.front(),
                                              begun.empty() ? "no sum" : "the beginning of several sums", names)};
        sum = begun.front();
    }
    words.erase(words.begin());
    QuestionReader reader(*sum, known);
    if (const std::string problem = reader.read(words); !problem.empty())
        return {std::nullopt, problem};
    return {reader.take(), {}};
}

std::vector<std::string> leftOpen(const Question& question) {
    std::vector<std::string> names;
    for (const SumOption& option : question.sum->options)
        if (!option.isFlag && !question.given.contains(option.name))
            names.emplace_back(bare(option));
    return names;
}

std::string usage(const Sum& sum) {
    std::string text = sum.name;
    for (const SumOption& option : sum.options)
        text += fmt::format(" · {}{}", bare(option), option.isFlag ? "" : ", " + std::string(option.help));
    return text;
}

} // namespace vestimen
