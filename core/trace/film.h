// A picture as it gathers samples, with what was asked for besides its colour.
#pragma once

#include <cstdint>
#include <vector>

#include "core/base/image.h"
#include "core/trace/integrator.h"

namespace thallos {

inline constexpr int kMostSamples = 65532; // of a pixel; a multiple of four

// Cells of the whole picture that are sampled and judged as one; films start on a cell's corner.
inline constexpr int kCell = 8;

// What covers a pixel, by key, with the number of samples that saw it; the keys seen first are kept, which
// as a rule are the most seen.
struct Coverage {
    static constexpr int kKeys = 6;
    uint32_t key[kKeys] = {};
    uint16_t count[kKeys] = {};
    uint16_t samples = 0; // of the pixel, sky among them
    explicit Coverage(int = 0) {}
    void add(uint32_t k);
};

// Path splitting. Only one in `splitFactor` pairs of samples is traced past the first bounce; the others stop after
// direct sun and lamp light, which is where edges and leaf shadows need samples.
inline bool isFullLength(int sample, int splitFactor) {
    return sample / 2 % splitFactor == 0;
}
// Of a full-length sample, among these.
inline int fullLengthNumber(int sample, int splitFactor) {
    return sample / 2 / splitFactor * 2 + (sample & 1);
}

// Sums over the samples so far. Even and odd samples apart, so that their difference tells the noise. A plain value.
struct Film {
    int width = 0, height = 0;
    int passes = 0;                             // samples that every open cell has at least
    int64_t lost = 0;                           // samples that could not be computed, and are black
    std::vector<uint16_t> taken;                // samples of each pixel, at most kMostSamples
    int splitFactor = 1;                        // of isFullLength()
    std::vector<Rgb> even, odd;                 // radiance without `emission` and the deferred part
    std::vector<Rgb> evenDeferred, oddDeferred; // PathSample::deferred, of full-length samples
    std::vector<Rgb> emission, albedo;
    std::vector<V3f> normal;
    std::vector<float> depth, sunlit;
    std::vector<float> alpha;        // samples that saw no sky
    std::vector<char> finished;      // cells that need no more samples, row by row
    std::vector<Split> split;        // empty unless asked for
    std::vector<Coverage> items;     // by id; empty unless asked for
    std::vector<Coverage> materials; // by materialKey()

    Film() = default;
    Film(int w, int h, bool splits = false, bool mattes = false);
    int cellsAcross() const { return (width + kCell - 1) / kCell; }
    // Only cells that touch this rectangle of pixels go on; an empty one opens all. Cells that are ahead then wait for
    // the others.
    void confine(const V2i& start, const V2i& size);
    bool open(int x, int y) const; // the pixel takes a sample in this pass
    bool done() const;             // no cell that may go on needs more
    double meanSamples() const;
    void add(int x, int y, const PathSample& sample, const Split* split);
    // Mean radiance without emission of one half of a pixel's samples, cd/m2.
    Rgb evenMean(size_t pixel) const;
    Rgb oddMean(size_t pixel) const;
    Image radiance() const; // mean, cd/m2

private:
    V2i start_{0}, size_{0}; // of the part that goes on
    bool within(int cell) const;
    int takenBy(int cell) const;
};

// A film is judged first after so many samples, and again after every few more.
inline constexpr int kFirstJudged = 16, kJudgedEvery = 8;
// Marks the cells whose noise is at most `noise`: of the pixel's own luminance and a twentieth of `grey` (cd/m2), so
// that depths of shadow are not sampled for ever. The mean absolute error falls fastest if samples are allotted in
// proportion to the standard deviation: a cell is finished when sigma / sqrt(n) * sqrt(64 / n) is at most `noise`.
// Decided from the cell alone, so that a region comes out like the whole.
void judge(Film& film, float noise, float grey);

} // namespace thallos
