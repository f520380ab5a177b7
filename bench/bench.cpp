// SPDX-License-Identifier: GPL-3.0-or-later
// The core's benchmarks. tools/bench sets them beside each other.
#include "core/article/articles.h"
#include "core/bed/virtual_bed.h"
#include "core/format/outline_file.h"
#include "core/format/project_json.h"
#include "core/shaping/curve.h"
#include "core/shaping/curved_edges.h"
#include "core/shaping/slope.h"
#include "core/work.h"

#include <benchmark/benchmark.h>

#include <cmath>
#include <fstream>
#include <numbers>
#include <sstream>

namespace {

using namespace vestimen;

Project demo(const char* name = "drop-shoulder-pullover") {
    std::ifstream stream(std::string(VESTIMEN_SOURCE_DIR "/data/demo/") + name + ".json");
    std::ostringstream text;
    text << stream.rdbuf();
    return projectFromJson(text.str());
}

std::size_t stitches(const Worked& worked) {
    std::size_t all = 0;
    for (const WorkedPiece& piece : worked.pieces)
        all += piece.fabric.loops.size();
    return all;
}

void work_pullover(benchmark::State& state) {
    const Project project = demo();
    for (auto _ : state)
        benchmark::DoNotOptimize(work(project));
}

void work_set_in_pullover(benchmark::State& state) {
    const Project project = demo("set-in-pullover");
    for (auto _ : state)
        benchmark::DoNotOptimize(work(project));
}

Project setInCardigan() {
    Project project = demo("set-in-pullover");
    std::get<Garment>(project.article).opening.closure = Closure::cardigan;
    return project;
}

void work_set_in_cardigan(benchmark::State& state) {
    const Project project = setInCardigan();
    for (auto _ : state)
        benchmark::DoNotOptimize(work(project));
}

/// With two pockets by short rows, six bound buttonholes, and all joins and maps.
void work_pocketed_cardigan(benchmark::State& state) {
    const Project project = demo("watch-cardigan");
    for (auto _ : state)
        benchmark::DoNotOptimize(work(project));
}

/// In five colours: every yarn by turns, four rows each.
void work_striped_cardigan(benchmark::State& state) {
    Project project = setInCardigan();
    for (YarnNumber number = 1; number < 5; ++number)
        project.moreYarns.push_back(project.yarn);
    for (YarnNumber number = 0; number < 5; ++number)
        project.stripes.of.push_back({number, Rows(4)});
    for (auto _ : state)
        benchmark::DoNotOptimize(work(project));
}

void work_small(benchmark::State& state, const Article& article) {
    Project project = demo();
    project.wearer = withBorrowedMeasures(project.wearer);
    project.article = article;
    useUsualEase(project.article, project.ease);
    for (auto _ : state)
        benchmark::DoNotOptimize(work(project));
}

void work_hat(benchmark::State& state) {
    work_small(state, Hat());
}

/// Over two beds, racked, up to its top.
void work_ribbed_hat(benchmark::State& state) {
    Hat hat;
    hat.brim.kind = WeltKind::twoByTwoRib;
    hat.brim.making.racked = 2;
    hat.ribbed = true;
    Project project = demo();
    project.machine.beds = 2;
    project.wearer = withBorrowedMeasures(project.wearer);
    project.article = hat;
    useUsualEase(project.article, project.ease);
    for (auto _ : state)
        benchmark::DoNotOptimize(work(project));
}

/// With all that there is to it: a gusset, and halves that are bound off together.
void work_mittens(benchmark::State& state) {
    Mitten mitten;
    mitten.gusset = true;
    mitten.top = MittenTop::boundOff;
    work_small(state, mitten);
}

void work_socks(benchmark::State& state) {
    Sock sock;
    sock.shapedLeg = true;
    work_small(state, sock);
}

void work_socks_with_sole_seam(benchmark::State& state) {
    Sock sock;
    sock.shapedLeg = sock.ankle = true;
    sock.seam = SockSeam::sole;
    work_small(state, sock);
}

void work_cushion(benchmark::State& state) {
    Cushion cushion;
    cushion.tubes = 7;
    work_small(state, cushion);
}

void work_shawl(benchmark::State& state) {
    work_small(state, Shawl());
}

void work_cord(benchmark::State& state) {
    work_small(state, Cord());
}

void work_own_shape(benchmark::State& state) {
    work_small(state, OwnShape());
}

/// A wavy ring, as points of a path and of a polyline.
template<class Each> void forEachPoint(int points, Each each) {
    for (int i = 0; i < points; ++i) {
        const double angle = 2.0 * std::numbers::pi * i / points;
        const double radius = 150.0 + 10.0 * std::cos(40.0 * angle);
        each(200.0 + radius * std::cos(angle), 200.0 + radius * std::sin(angle));
    }
}

void read_svg_of_10_000(benchmark::State& state) {
    std::string text = "<svg xmlns=\"http://www.w3.org/2000/svg\" width=\"400mm\" height=\"400mm\" viewBox=\"0 0 400 "
                       "400\"><path d=\"M";
    forEachPoint(10'000, [&](double x, double y) { text += std::to_string(x) + "," + std::to_string(y) + " "; });
    text += "Z\"/></svg>";
    for (auto _ : state)
        benchmark::DoNotOptimize(outlinesFrom(text));
}

void read_dxf_of_10_000(benchmark::State& state) {
    std::string text = "0\nSECTION\n2\nHEADER\n9\n$INSUNITS\n70\n4\n0\nENDSEC\n0\nSECTION\n2\nENTITIES\n"
                       "0\nLWPOLYLINE\n90\n10000\n70\n1\n";
    forEachPoint(10'000,
                 [&](double x, double y) { text += "10\n" + std::to_string(x) + "\n20\n" + std::to_string(y) + "\n"; });
    text += "0\nENDSEC\n0\nEOF\n";
    for (auto _ : state)
        benchmark::DoNotOptimize(outlinesFrom(text));
}

/// Five panels, 3 m together and so long that they have about so many stitches.
Project blanket(int stitches) {
    Project project = demo();
    Scarf scarf;
    scarf.panels = 5;
    scarf.width = Length::millimetres(3000);
    const FabricGauge gauge = *measured(project.swatch).gauge;
    project.machine.needles = Stitches(600);
    scarf.length = gauge.height(Rows(static_cast<int>(stitches / gauge.stitches.over(scarf.width))));
    project.article = scarf;
    return project;
}

void work_blanket(benchmark::State& state, int size) {
    const Project project = blanket(size);
    state.counters["stitches"] = static_cast<double>(stitches(work(project)));
    for (auto _ : state)
        benchmark::DoNotOptimize(work(project));
}

void work_blanket_of_100_000(benchmark::State& state) {
    work_blanket(state, 100000);
}

void work_blanket_of_1_000_000(benchmark::State& state) {
    work_blanket(state, 1000000);
}

void grade_to_twenty_sizes(benchmark::State& state) {
    std::vector<Project> sizes(20, demo("set-in-pullover"));
    for (std::size_t i = 0; i < sizes.size(); ++i)
        sizes[i].ease[static_cast<std::size_t>(Measure::chest)] = {Ease::Kind::length,
                                                                   60.0 + 5.0 * static_cast<double>(i)};
    for (auto _ : state)
        for (const Project& size : sizes)
            benchmark::DoNotOptimize(work(size));
}

void curve_of_a_cap(benchmark::State& state) {
    CurveRequest request{bell(34, Rows(57)), Stitches(34)};
    request.bindOffAtMost = 11;
    request.atOnce = true;
    for (auto _ : state)
        benchmark::DoNotOptimize(curveWithin(request, 0.85));
}

/// The least that anybody could do who makes the whole fabric: memory taken anew, one 8-byte record a stitch.
void oneRecordAStitch(benchmark::State& state, const Project& project) {
    const std::size_t all = stitches(work(project));
    state.counters["stitches"] = static_cast<double>(all);
    for (auto _ : state) {
        std::vector<std::uint64_t> records;
        records.reserve(all);
        for (std::size_t i = 0; i < all; ++i)
            records.push_back(i);
        benchmark::DoNotOptimize(records.data());
        benchmark::ClobberMemory();
    }
}

void one_record_a_stitch(benchmark::State& state) {
    oneRecordAStitch(state, demo());
}

void one_record_a_stitch_of_the_cardigan(benchmark::State& state) {
    oneRecordAStitch(state, setInCardigan());
}

void slope_within(benchmark::State& state) {
    for (auto _ : state)
        benchmark::DoNotOptimize(slopeWithin({Rows(190), Stitches(31)}, 0.84));
}

void bed_at_a_row(benchmark::State& state) {
    const Worked worked = work(demo());
    const Program& front = worked.piece(pieces::front)->program;
    for (auto _ : state) {
        VirtualBed bed(front);
        bed.advance({front.operations.size() - 20, 0});
        benchmark::DoNotOptimize(bed.counter());
    }
}

} // namespace

BENCHMARK(work_pullover);
BENCHMARK(work_set_in_pullover);
BENCHMARK(work_set_in_cardigan);
BENCHMARK(work_pocketed_cardigan);
BENCHMARK(work_striped_cardigan);
BENCHMARK(work_hat);
BENCHMARK(work_ribbed_hat);
BENCHMARK(work_mittens);
BENCHMARK(work_socks);
BENCHMARK(work_socks_with_sole_seam);
BENCHMARK(work_cushion);
BENCHMARK(work_shawl);
BENCHMARK(work_cord);
BENCHMARK(work_own_shape);
BENCHMARK(read_svg_of_10_000);
BENCHMARK(read_dxf_of_10_000);
BENCHMARK(work_blanket_of_100_000);
BENCHMARK(work_blanket_of_1_000_000);
BENCHMARK(grade_to_twenty_sizes);
BENCHMARK(curve_of_a_cap);
BENCHMARK(one_record_a_stitch);
BENCHMARK(one_record_a_stitch_of_the_cardigan);
BENCHMARK(slope_within);
BENCHMARK(bed_at_a_row);

int main(int argc, char** argv) {
    benchmark::Initialize(&argc, argv);
    benchmark::RunSpecifiedBenchmarks();
    return 0;
}
