// SPDX-License-Identifier: GPL-3.0-or-later
// Every reader of what comes from outside, fed with sound texts that were broken at random: it ends in a value or in a
// sentence, never otherwise. The same seed breaks them the same way.
//
//   fuzz_readers CORPUS [--seconds N] [--mutations N] [--seed N]
#include "core/bed/virtual_bed.h"
#include "core/format/card_json.h"
#include "core/format/format_of.h"
#include "core/format/measures_csv.h"
#include "core/format/outline_file.h"
#include "core/format/program_json.h"
#include "core/format/project_json.h"
#include "core/practice/practice_turn.h"
#include "core/quantity/parsing.h"
#include "core/reckoner/question.h"
#include "core/swatch/swatch.h"
#include "core/work.h"
#include "devices/counter_line.h"
#include "devices/scale_line.h"
#include "files/files.h"
#include "workroom/piece_exchange.h"

#include <chrono>
#include <cstdio>
#include <cstdlib>
#include <cstring>
#include <functional>
#include <random>

using namespace vestimen;

namespace {

using Random = std::mt19937_64;

struct Reader {
    const char* ending; ///< of the corpus' files that it reads
    std::function<void(const std::string&)> read;
};

/// A garment or a program that was read is worked too, now and then: what follows from it must hold as well.
bool now(const std::string& text, unsigned every) {
    return std::hash<std::string>()(text) % every == 0;
}

const Reader readers[] = {
    {".project.json",
     [](const std::string& text) {
         const Project project = projectFromJson(text);
         if (now(text, 7))
             work(project);
         projectFromJson(toJson(project));
     }},
    {".program.json",
     [](const std::string& text) {
         const Program program = programFromJson(text);
         knit(program);
         programFromJson(toJson(program));
     }},
    {".card.json",
     [](const std::string& text) {
         const PracticeCard card = cardFromJson(text);
         problemsOf(card);
         inMotions(card.program);
         // Hands that do everything everywhere.
         PracticeTurn turn(card);
         for (const HandMove move : movesOf(card)) {
             turn.make(move, {Needle::atSlot(-3), Needle::atSlot(2)});
             turn.tryStep();
         }
         while (!turn.isDone())
             turn.showStep();
     }},
    {".piece.json", [](const std::string& text) { pieceFromJson(text); }},
    {".swatch.json", [](const std::string& text) { toJson(swatchFromJson(text)); }},
    {".wearer.json", [](const std::string& text) { toJson(wearerFromJson(text)); }},
    {".machine.json", [](const std::string& text) { toJson(machineFromJson(text)); }},
    {".yarn.json", [](const std::string& text) { toJson(yarnFromJson(text)); }},
    {".outline", [](const std::string& text) { outlinesFrom(text); }},
    {".csv", [](const std::string& text) { measuresCsv(measuresFromCsv(text, {})); }},
    {".question",
     [](const std::string& text) {
         if (const auto question = parseQuestion(text, {}))
             reckon((*question).sum->name, (*question).given);
         parseReading(text, LengthUnit::none);
         parseLengths(text);
         parseGauge(text);
         formatOf(text);
     }},
    {".line",
     [](const std::string& text) {
         parseCounterLine(text);
         parseScaleLine(text);
     }},
};

int below(Random& random, std::size_t most) {
    return static_cast<int>(random() % std::max<std::size_t>(1, most));
}

std::string broken(std::string text, const std::vector<std::string>& others, Random& random) {
    static const char* const odd[] = {"1e999", "-1",   "null",     "[]",      "{}",  "\"\"", "99999999999999999999",
                                      "0.5",   "true", "\xff\xfe", "\\u0000", "NaN", "L0",   "b:R9999",
                                      "1/0",   "\n",   ",",        "\"",      "'"};
    for (int times = 1 + below(random, 4); times > 0; --times) {
        const auto at = static_cast<std::size_t>(below(random, text.size() + 1));
        switch (below(random, 7)) {
        case 0: // a byte
            if (at < text.size())
                text[at] = static_cast<char>(random());
            break;
        case 1: // a piece goes
            text.erase(at, static_cast<std::size_t>(below(random, 40)));
            break;
        case 2: // a piece comes twice
            text.insert(at, text.substr(static_cast<std::size_t>(below(random, text.size() + 1)),
                                        static_cast<std::size_t>(below(random, 200))));
            break;
        case 3: { // something odd in the place of a word or number
            const auto end = text.find_first_of(",}]\n ", at);
            text.replace(at, end == std::string::npos ? 0 : end - at, odd[below(random, std::size(odd))]);
            break;
        }
        case 4: // cut off
            text.resize(at);
            break;
        case 5: { // a piece of another file
            const std::string& other = others[static_cast<std::size_t>(below(random, others.size()))];
            text.insert(at, other.substr(static_cast<std::size_t>(below(random, other.size() + 1)),
                                         static_cast<std::size_t>(below(random, 300))));
            break;
        }
        default: // a digit
            if (const auto digit = text.find_first_of("0123456789", at); digit != std::string::npos)
                text[digit] = static_cast<char>('0' + below(random, 10));
        }
    }
    return text;
}

} // namespace

int main(int argc, char** argv) {
    double seconds = 2.0;
    long most = -1;
    std::uint64_t seed = 20261127;
    for (int i = 2; i + 1 < argc; i += 2) {
        if (std::strcmp(argv[i], "--seconds") == 0)
            seconds = std::atof(argv[i + 1]);
        else if (std::strcmp(argv[i], "--mutations") == 0)
            most = std::atol(argv[i + 1]);
        else if (std::strcmp(argv[i], "--seed") == 0)
            seed = std::strtoull(argv[i + 1], nullptr, 10);
    }
    if (argc < 2) {
        std::fputs("usage: fuzz_readers CORPUS [--seconds N] [--mutations N] [--seed N]\n", stderr);
        return 2;
    }
    std::vector<std::pair<const Reader*, std::vector<std::string>>> corpus;
    for (const Reader& reader : readers) {
        corpus.emplace_back(&reader, std::vector<std::string>());
        for (const auto& entry : std::filesystem::directory_iterator(argv[1]))
            if (entry.path().string().ends_with(reader.ending))
                corpus.back().second.push_back(readFile(entry.path()));
        if (corpus.back().second.empty()) {
            std::fprintf(stderr, "the corpus has no %s\n", reader.ending);
            return 2;
        }
    }
    Random random(seed);
    const auto end = std::chrono::steady_clock::now() + std::chrono::duration<double>(seconds);
    long mutations = 0;
    long taken = 0;
    std::string text;
    try {
        while (most >= 0 ? mutations < most : std::chrono::steady_clock::now() < end)
            for (const auto& [reader, texts] : corpus) {
                text = broken(texts[static_cast<std::size_t>(below(random, texts.size()))], texts, random);
                ++mutations;
                try {
                    reader->read(text);
                    ++taken;
                } catch (const FormatError&) {
                } catch (const UsageError&) {
                }
            }
    } catch (const std::exception& error) {
        std::printf("%s\nThis did not end in a sentence:\n%s\n", error.what(), text.c_str());
        return 1;
    }
    std::printf("%ld texts, %ld of them taken; seed %llu\n", mutations, taken, static_cast<unsigned long long>(seed));
    return taken > 0 && taken < mutations ? 0 : 1;
}
