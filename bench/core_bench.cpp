// Small loops, for tuning one room at a time.
#include <benchmark/benchmark.h>

#include "core/base/noise.h"
#include "core/finish/finish.h"
#include "core/ground/cover.h"
#include "core/light/daylight.h"
#include "core/planting/drift.h"

using namespace thallos;

static void fractal(benchmark::State& state) {
    float x = 0;
    for (auto _ : state) benchmark::DoNotOptimize(fractalNoise(x += 0.1f, 3, 1, 5));
}
BENCHMARK(fractal);

static void sunPositionOnce(benchmark::State& state) {
    CivilTime t;
    for (auto _ : state) {
        t.hour = t.hour > 23 ? 0 : t.hour + 0.01;
        benchmark::DoNotOptimize(sunPosition({}, t));
    }
}
BENCHMARK(sunPositionOnce);

static void atmosphereTables(benchmark::State& state) {
    for (auto _ : state) benchmark::DoNotOptimize(Atmosphere(30000.0f).visibility());
}
BENCHMARK(atmosphereTables)->Unit(benchmark::kMillisecond);

static void environmentOfAnHour(benchmark::State& state) {
    const Atmosphere air(30000.0f);
    const V3f sun = sunDirection({35, 55, 120});
    for (auto _ : state) benchmark::DoNotOptimize(makeEnvironment(sun, 90, air).sunShare);
}
BENCHMARK(environmentOfAnHour)->Unit(benchmark::kMillisecond);

static void meadowCover(benchmark::State& state) {
    const Covers covers;
    float x = 0;
    for (auto _ : state) benchmark::DoNotOptimize(coverSurface(covers, {x += 0.01f, 3}, {0, 0, 1}, 0.01f).albedo);
}
BENCHMARK(meadowCover);

static void scatterMeadow(benchmark::State& state) {
    Drift d;
    d.areas = {{{-30, -30}, {30, -30}, {30, 30}, {-30, 30}}};
    d.density = 7;
    d.spacing = 0.16f;
    const PlantingSite site{[](const V2f&) { return 0.0f; }, [](const V2f&) { return V3f(0, 0, 1); },
                            [](const V2f&, float) { return true; }};
    for (auto _ : state) {
        std::vector<PlantRecord> out;
        scatter(d, 1, 1, {{1, 0, 0.5f}}, {{-40, -40}, {40, 40}}, site, out);
        benchmark::DoNotOptimize(out.size());
        state.counters["plants"] = static_cast<double>(out.size());
    }
}
BENCHMARK(scatterMeadow)->Unit(benchmark::kMillisecond);

static void displayTransform(benchmark::State& state) {
    const Display display;
    const Image in(848, 477, Rgb(0.2f, 0.3f, 0.15f));
    for (auto _ : state) benchmark::DoNotOptimize(display.encode(in).pixels[0].g);
}
BENCHMARK(displayTransform)->Unit(benchmark::kMillisecond);

// Trilinear reads of a sheet of 4096 x 4096 texels, along lines as neighbouring pixels read it; with two threads.
static void textureLookups(benchmark::State& state) {
    static const Texture texture(4096, 4096, std::vector<Texel>(size_t{4096} * 4096, encodeTexel({})));
    float x = 0.1f * static_cast<float>(state.thread_index()), sum = 0;
    for (auto _ : state) {
        x += 1.7f / 4096;
        sum += texture.sample(V2f(x, 0.37f + 0.01f * x), 1.6f / 4096).roughness;
    }
    benchmark::DoNotOptimize(sum);
    state.SetItemsProcessed(state.iterations());
}
BENCHMARK(textureLookups)->Threads(2)->UseRealTime();

BENCHMARK_MAIN();
