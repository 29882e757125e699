#include "core/material/texture_mapping.h"

#include <algorithm>
#include <cmath>

#include "core/base/hash.h"
#include "core/base/parallel.h"

namespace thallos {

namespace {

uint64_t key(int64_t i, int64_t j, uint64_t seed) {
    return mix(static_cast<uint64_t>(i), static_cast<uint64_t>(j), seed);
}
int64_t floored(float v) {
    return static_cast<int64_t>(std::floor(v));
}
int64_t cyclic(int64_t a, int64_t n) {
    const int64_t r = a % n;
    return r < 0 ? r + n : r;
}

void add(TextureSample& sum, const TextureSample& s, float w) {
    sum.color += s.color * w;
    sum.opacity += s.opacity * w;
    sum.slope += s.slope * w;
    sum.roughness += s.roughness * w;
    sum.metalness += s.metalness * w;
}

TextureSample blended(const Texture& texture, const TextureMapping& mapping, const V2f& at, float footprint) {
    // Patches about half as wide as the texture, on the corners of triangles.
    const float pitch = 0.42f * std::min(mapping.size.x, mapping.size.y);
    const float x = at.x / pitch - 0.57735027f * at.y / pitch, y = 1.15470054f * at.y / pitch;
    const int64_t i = floored(x), j = floored(y);
    const float u = x - static_cast<float>(i), v = y - static_cast<float>(j);
    const bool upper = u + v > 1;
    const int64_t corners[3][2] = {{i + (upper ? 1 : 0), j + (upper ? 1 : 0)}, {i, j + 1}, {i + 1, j}};
    float weights[3] = {upper ? u + v - 1 : 1 - u - v, upper ? 1 - u : v, upper ? 1 - v : u};
    float total = 0;
    for (float& w : weights) {
        w = w * w * w;
        w *= w;
        total += w;
    }
    TextureSample sum{.color = Rgb(0), .opacity = 0, .roughness = 0};
    float kept = 0, squares = 0;
    for (int k = 0; k < 3; ++k) {
        const float w = weights[k] / total;
        if (w < 0.02f) continue;
        const uint64_t h = key(corners[k][0], corners[k][1], 911);
        V2f p = at, axis(1, 0);
        if (mapping.turns) {
            const float a = 2 * kPi * unitFloat(h);
            axis = V2f(std::cos(a), std::sin(a));
            p = V2f(axis.x * at.x - axis.y * at.y, axis.y * at.x + axis.x * at.y);
        }
        V2f by(unitFloat(mix(h, 1)) * mapping.size.x, unitFloat(mix(h, 2)) * mapping.size.y);
        if (mapping.piece.x > 0 && mapping.piece.y > 0)
            by = V2f(std::floor(by.x / mapping.piece.x) * mapping.piece.x,
                     std::floor(by.y / mapping.piece.y) * mapping.piece.y);
        p = V2f((p.x + by.x) / mapping.size.x, (p.y + by.y) / mapping.size.y);
        TextureSample s = texture.sample(p, footprint / mapping.size.x);
        s.slope = V2f(axis.x * s.slope.x + axis.y * s.slope.y, -axis.y * s.slope.x + axis.x * s.slope.y);
        add(sum, s, w);
        kept += w;
        squares += w * w;
    }
    // Averaging takes contrast away; it is given back around the mean.
    const float gain = 1 / std::sqrt(squares);
    const TextureSample mean = texture.mean();
    TextureSample out = mean;
    out.color = mean.color + (sum.color - mean.color * kept) * gain;
    for (int k = 0; k < 3; ++k) out.color[k] = clamp01(out.color[k]);
    out.opacity = clamp01(mean.opacity + (sum.opacity - mean.opacity * kept) * gain);
    out.slope = sum.slope * gain;
    out.roughness = clamp01(mean.roughness + (sum.roughness - mean.roughness * kept) * gain);
    out.metalness = clamp01(sum.metalness / kept);
    return out;
}

TextureSample pieced(const Texture& texture, const TextureMapping& mapping, const V2f& at, float footprint) {
    const V2f count(std::round(mapping.size.x / mapping.piece.x), std::round(mapping.size.y / mapping.piece.y));
    const auto across = std::max<int64_t>(static_cast<int64_t>(count.x), 1),
               rows = std::max<int64_t>(static_cast<int64_t>(count.y), 1);
    const int64_t row = floored(at.y / mapping.piece.y);
    const float y = at.y - static_cast<float>(row) * mapping.piece.y;
    const int64_t period = std::max(mapping.period, 1);
    const auto shiftOf = [&](int64_t r) {
        return mapping.shifts.empty()
                   ? 0.0f
                   : mapping.shifts[static_cast<size_t>(cyclic(r, static_cast<int64_t>(mapping.shifts.size())))];
    };
    const float shift = mapping.shifts.empty() ? mapping.piece.x * unitFloat(key(row, 0, 921)) : shiftOf(row);
    const int64_t column = floored((at.x - shift) / mapping.piece.x);
    const int64_t kinds = std::max<int64_t>(rows / period, 1);
    const auto piece = [&](int64_t c) {
        const float x = at.x - shift - static_cast<float>(c) * mapping.piece.x;
        const uint64_t h = key(row, c, 922);
        const int64_t fromRow = cyclic(row, period) + period * static_cast<int64_t>(h % static_cast<uint64_t>(kinds)),
                      fromColumn = static_cast<int64_t>((h >> 32) % static_cast<uint64_t>(across));
        const V2f p((static_cast<float>(fromColumn) * mapping.piece.x + x + shiftOf(fromRow)) / mapping.size.x,
                    (static_cast<float>(fromRow) * mapping.piece.y + y) / mapping.size.y);
        return texture.sample(p, footprint / mapping.size.x);
    };
    if (mapping.fade <= 0) return piece(column);
    const float x = at.x - shift - static_cast<float>(column) * mapping.piece.x;
    const bool late = x > 0.5f * mapping.piece.x;
    const float end = late ? mapping.piece.x - x : x, other = 0.5f - end / mapping.fade; // share of the next one
    if (other <= 0) return piece(column);
    TextureSample sum{.color = Rgb(0), .opacity = 0, .roughness = 0};
    add(sum, piece(column), 1 - other);
    add(sum, piece(column + (late ? 1 : -1)), other);
    return sum;
}

TextureSample level(const Texture& texture, const TextureMapping& mapping, const V2f& at, float footprint) {
    switch (mapping.kind) {
    case TextureMapping::Kind::Blend:
        // A pixel as wide as a quarter of the texture sees its mean, wherever it looks.
        return footprint < 0.25f * mapping.size.x ? blended(texture, mapping, at, footprint)
                                                  : texture.sample({0, 0}, 1);
    case TextureMapping::Kind::Pieces:
        return pieced(texture, mapping, at, footprint);
    case TextureMapping::Kind::Repeat:
        break;
    }
    return texture.sample(V2f(at.x / mapping.size.x, at.y / mapping.size.y), footprint / mapping.size.x);
}

} // namespace

TextureSample sampleMapped(const Texture& texture, const TextureMapping& mapping, const V2f& at, float footprint) {
    if (!mapping.upright) return level(texture, mapping, at, footprint);
    TextureSample s = level(texture, mapping, V2f(at.y, -at.x), footprint);
    s.slope = V2f(-s.slope.y, s.slope.x);
    return s;
}

float repetition(const Texture& texture, const TextureMapping& mapping, float field, float from) {
    constexpr int kWide = 512;
    const float step = field / kWide;
    std::vector<float> l(static_cast<size_t>(kWide) * kWide);
    parallelFor(kWide, [&](int y) {
        for (int x = 0; x < kWide; ++x)
            l[static_cast<size_t>(y) * kWide + x] = luminance(
                sampleMapped(texture, mapping, V2f(static_cast<float>(x), static_cast<float>(y)) * step, step).color);
    });
    double mean = 0, variance = 0;
    for (const float v : l) mean += v;
    mean /= static_cast<double>(l.size());
    for (const float v : l) variance += (v - mean) * (v - mean);
    variance /= static_cast<double>(l.size());
    if (variance < 1e-9) return 0;
    const int most = std::min(static_cast<int>(2.5f * std::max(mapping.size.x, mapping.size.y) / step), kWide * 3 / 4);
    std::vector<float> peaks(std::max(most + 1, 0), 0);
    parallelFor(static_cast<int>(peaks.size()), [&](int d) {
        if (static_cast<float>(d) * step < from) return;
        for (const V2i& way : {V2i(1, 0), V2i(0, 1), V2i(1, 1), V2i(1, -1)}) {
            double sum = 0;
            int64_t n = 0;
            const int dx = way.x * d, dy = way.y * d;
            for (int y = std::max(0, -dy); y < std::min(kWide, kWide - dy); ++y)
                for (int x = 0; x < kWide - dx; ++x) {
                    sum += (l[static_cast<size_t>(y) * kWide + x] - mean) *
                           (l[static_cast<size_t>(y + dy) * kWide + x + dx] - mean);
                    ++n;
                }
            if (n > 0) peaks[d] = std::max(peaks[d], static_cast<float>(sum / static_cast<double>(n) / variance));
        }
    });
    return peaks.empty() ? 0 : *std::max_element(peaks.begin(), peaks.end());
}

} // namespace thallos
