#include "core/trace/film.h"

#include <algorithm>
#include <cmath>
#include <numeric>
#include <optional>

namespace thallos {

namespace {

// Of the first `taken` samples the even ones, the odd ones, and those of them of full length.
struct Counts {
    float even, odd, evenFull, oddFull;
    Counts(int taken, int splitFactor)
        : even(static_cast<float>((taken + 1) / 2)), odd(static_cast<float>(taken / 2)),
          evenFull(static_cast<float>(((taken + 1) / 2 + splitFactor - 1) / splitFactor)),
          oddFull(static_cast<float>((taken / 2 + splitFactor - 1) / splitFactor)) {}
};
Rgb mean(const Rgb& sum, float count) {
    return sum / std::max(count, 1.0f);
}

} // namespace

void Coverage::add(uint32_t k) {
    for (int i = 0; i < kKeys; ++i) {
        if (count[i] > 0 && key[i] != k) continue;
        key[i] = k;
        if (count[i] < UINT16_MAX) ++count[i];
        return;
    }
}

Film::Film(int w, int h, bool splits, bool mattes) : width(w), height(h) {
    const size_t n = static_cast<size_t>(w) * h;
    taken.assign(n, 0);
    even.assign(n, Rgb(0));
    odd.assign(n, Rgb(0));
    evenDeferred.assign(n, Rgb(0));
    oddDeferred.assign(n, Rgb(0));
    emission.assign(n, Rgb(0));
    albedo.assign(n, Rgb(0));
    normal.assign(n, V3f(0));
    depth.assign(n, 0);
    sunlit.assign(n, 0);
    alpha.assign(n, 0);
    finished.assign(static_cast<size_t>(cellsAcross()) * ((h + kCell - 1) / kCell), 0);
    if (splits) split.resize(n);
    if (mattes) {
        items.resize(n);
        materials.resize(n);
    }
}

bool Film::within(int cell) const {
    if (size_.x <= 0 || size_.y <= 0) return true;
    const V2i at(cell % cellsAcross() * kCell, cell / cellsAcross() * kCell);
    return at.x < start_.x + size_.x && at.y < start_.y + size_.y && at.x + kCell > start_.x && at.y + kCell > start_.y;
}

int Film::takenBy(int cell) const { // all pixels of a cell have as many
    return taken[static_cast<size_t>(cell / cellsAcross() * kCell) * width + cell % cellsAcross() * kCell];
}

void Film::confine(const V2i& start, const V2i& size) {
    start_ = start;
    size_ = size;
    int least = UINT16_MAX, most = 0;
    for (int c = 0; c < static_cast<int>(finished.size()); ++c) {
        if (!within(c)) continue;
        most = std::max(most, takenBy(c));
        if (!finished[c]) least = std::min(least, takenBy(c));
    }
    passes = least == UINT16_MAX ? most : least;
}

bool Film::open(int x, int y) const {
    const int cell = y / kCell * cellsAcross() + x / kCell;
    const int own = taken[static_cast<size_t>(y) * width + x];
    return !finished[cell] && within(cell) && own <= passes && own < kMostSamples;
}

bool Film::done() const {
    for (int c = 0; c < static_cast<int>(finished.size()); ++c)
        if (!finished[c] && within(c)) return false;
    return true;
}

double Film::meanSamples() const {
    return taken.empty() ? 0 : std::accumulate(taken.begin(), taken.end(), 0.0) / static_cast<double>(taken.size());
}

void Film::add(int x, int y, const PathSample& s, const Split* parts) {
    const size_t i = static_cast<size_t>(y) * width + x;
    const Features& f = s.features;
    (taken[i] & 1 ? odd : even)[i] += s.radiance - s.deferred - f.emission;
    (taken[i] & 1 ? oddDeferred : evenDeferred)[i] += s.deferred;
    emission[i] += f.emission;
    albedo[i] += f.albedo;
    normal[i] += f.normal;
    depth[i] += f.depth;
    sunlit[i] += f.sunlit;
    if (!s.sky) alpha[i] += 1;
    if (!items.empty()) {
        ++items[i].samples;
        ++materials[i].samples;
        if (!s.sky) {
            items[i].add(s.item);
            materials[i].add(s.material);
        }
    }
    if (!split.empty()) {
        for (int k = 0; k < kRoutes; ++k) split[i].routes[k] += parts->routes[k];
        for (int k = 0; k < kSources; ++k) split[i].sources[k] += parts->sources[k];
    }
    ++taken[i];
}

Rgb Film::evenMean(size_t i) const {
    const Counts n(taken[i], splitFactor);
    return mean(even[i], n.even) + mean(evenDeferred[i], n.evenFull);
}

Rgb Film::oddMean(size_t i) const {
    const Counts n(taken[i], splitFactor);
    return mean(odd[i], n.odd) + mean(oddDeferred[i], n.oddFull);
}

Image Film::radiance() const {
    Image out(width, height);
    for (size_t i = 0; i < out.pixels.size(); ++i) {
        const Counts n(taken[i], splitFactor);
        out.pixels[i] = mean(even[i] + odd[i] + emission[i], n.even + n.odd) +
                        mean(evenDeferred[i] + oddDeferred[i], n.evenFull + n.oddFull);
    }
    return out;
}

namespace {

// The error of a cell's mean, relative to what it shows and a share of middle grey, as 64 samples would have it; none:
// a pixel of it has too few samples to tell.
std::optional<double> errorOf(const Film& film, size_t cell, float grey) {
    const int across = film.cellsAcross();
    const int x0 = static_cast<int>(cell) % across * kCell, y0 = static_cast<int>(cell) / across * kCell;
    double sum = 0;
    int pixels = 0, samples = 0;
    for (int y = y0; y < std::min(y0 + kCell, film.height); ++y)
        for (int x = x0; x < std::min(x0 + kCell, film.width); ++x) {
            const size_t i = static_cast<size_t>(y) * film.width + x;
            samples = film.taken[i];
            if (samples < 2) return std::nullopt;
            const float a = luminance(film.evenMean(i)), b = luminance(film.oddMean(i));
            const float own = luminance(film.emission[i]) / static_cast<float>(samples) + 0.5f * (a + b);
            const float d = (a - b) / (2 * (std::max(own, 0.0f) + 0.05f * grey));
            sum += static_cast<double>(d) * d;
            ++pixels;
        }
    return std::sqrt(sum / pixels) * std::sqrt(64.0 / samples);
}

} // namespace

void judge(Film& film, float noise, float grey) {
    for (size_t c = 0; c < film.finished.size(); ++c) {
        if (film.finished[c]) continue;
        // Cells outside a region have no samples yet, those within it go by their own.
        const std::optional<double> error = errorOf(film, c, grey);
        film.finished[c] = error && *error <= noise;
    }
}

} // namespace thallos
