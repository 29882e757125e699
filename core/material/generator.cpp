#include "core/material/generator.h"

#include <algorithm>
#include <array>

namespace thallos {

namespace {

int wrapped(int i, int n) {
    i %= n;
    return i < 0 ? i + n : i;
}

float gradientNoise(float x, float y, int nx, int ny, uint64_t seed) {
    const float fx = std::floor(x), fy = std::floor(y);
    const int ix = static_cast<int>(fx), iy = static_cast<int>(fy);
    const float s = x - fx, t = y - fy;
    const auto corner = [&](int i, int j) {
        const uint64_t h =
            mix(static_cast<uint64_t>(wrapped(ix + i, nx)) << 32 | static_cast<uint64_t>(wrapped(iy + j, ny)), seed);
        // One of sixteen directions round the circle.
        constexpr float kCos[] = {1,  0.92388f,  0.70711f,  0.38268f,  0, -0.38268f, -0.70711f, -0.92388f,
                                  -1, -0.92388f, -0.70711f, -0.38268f, 0, 0.38268f,  0.70711f,  0.92388f};
        const auto k = static_cast<int>(h >> 60);
        return kCos[k] * (s - static_cast<float>(i)) + kCos[(k + 12) & 15] * (t - static_cast<float>(j));
    };
    const float u = s * s * s * (s * (s * 6 - 15) + 10), v = t * t * t * (t * (t * 6 - 15) + 10);
    return 1.5f * lerp(lerp(corner(0, 0), corner(1, 0), u), lerp(corner(0, 1), corner(1, 1), u), v);
}

int lattice(float size, float feature) {
    return std::max(1, static_cast<int>(std::lround(size / feature)));
}

} // namespace

const V3f& Plot::color(size_t i) const {
    static const V3f grey(0.5f);
    return recipe_.colors.empty() ? grey : recipe_.colors[std::min(i, recipe_.colors.size() - 1)];
}

float Plot::number(std::string_view name, float otherwise) const {
    const auto it = recipe_.numbers.find(std::string(name));
    return it == recipe_.numbers.end() ? otherwise : it->second;
}

float Plot::noise(const V2f& p, const V2f& feature, uint64_t salt, int octaves, float gain) const {
    int nx = lattice(size.x, feature.x), ny = lattice(size.y, feature.y);
    float sum = 0, amplitude = 1, total = 0;
    for (int k = 0; k < octaves; ++k) {
        sum += amplitude * gradientNoise(p.x / size.x * static_cast<float>(nx) + 0.37f * static_cast<float>(k),
                                         p.y / size.y * static_cast<float>(ny) + 0.71f * static_cast<float>(k), nx, ny,
                                         seed(salt * 64 + static_cast<uint64_t>(k)));
        total += amplitude;
        amplitude *= gain;
        nx *= 2;
        ny *= 2;
    }
    return sum / total;
}

float Plot::ridges(const V2f& p, const V2f& feature, uint64_t salt, int octaves) const {
    int nx = lattice(size.x, feature.x), ny = lattice(size.y, feature.y);
    float sum = 0, amplitude = 1, total = 0;
    for (int k = 0; k < octaves; ++k) {
        const float n = gradientNoise(p.x / size.x * static_cast<float>(nx), p.y / size.y * static_cast<float>(ny), nx,
                                      ny, seed(salt * 64 + static_cast<uint64_t>(k)));
        sum += amplitude * (1 - std::min(std::abs(n) * 1.6f, 1.0f));
        total += amplitude;
        amplitude *= 0.5f;
        nx *= 2;
        ny *= 2;
    }
    return sum / total;
}

namespace {

// The points of a lattice around one of its squares, with their keys. Neighbouring texels ask for the same again and
// again, so each thread keeps what it made last.
struct Around {
    static constexpr int kReach = 2, kSide = 2 * kReach + 1, kPoints = kSide * kSide;
    uint64_t seed = 0;
    int nx = 0, ny = 0, ix = 0, iy = 0;
    float jitter = 0;
    V2f points[kPoints]; // in squares, from the lower left of the middle one
    uint64_t keys[kPoints];
};

const Around& around(uint64_t seed, int nx, int ny, int ix, int iy, float jitter) {
    thread_local std::array<Around, 16> kept;
    Around& a = kept[seed >> 60];
    if (a.seed == seed && a.nx == nx && a.ny == ny && a.ix == ix && a.iy == iy && a.jitter == jitter) return a;
    a.seed = seed;
    a.nx = nx;
    a.ny = ny;
    a.ix = ix;
    a.iy = iy;
    a.jitter = jitter;
    int n = 0;
    for (int j = -Around::kReach; j <= Around::kReach; ++j)
        for (int i = -Around::kReach; i <= Around::kReach; ++i, ++n) {
            const uint64_t h = mix(
                static_cast<uint64_t>(wrapped(ix + i, nx)) << 32 | static_cast<uint64_t>(wrapped(iy + j, ny)), seed);
            a.keys[n] = h;
            a.points[n] = V2f(static_cast<float>(i) + 0.5f + jitter * (unitFloat(h) - 0.5f),
                              static_cast<float>(j) + 0.5f + jitter * (unitFloat(mix(h)) - 0.5f));
        }
    return a;
}

} // namespace

Cell Plot::cell(const V2f& p, const V2f& feature, uint64_t salt, float jitter) const {
    const int nx = lattice(size.x, feature.x), ny = lattice(size.y, feature.y);
    const V2f pitch(size.x / static_cast<float>(nx), size.y / static_cast<float>(ny));
    const V2f q(p.x / pitch.x, p.y / pitch.y), corner(std::floor(q.x), std::floor(q.y)), at = q - corner;
    const Around& a = around(seed(salt), nx, ny, static_cast<int>(corner.x), static_cast<int>(corner.y), jitter);
    // Measured in squares, so that cells become as long as their feature is.
    V2f points[Around::kPoints];
    int best = 0;
    for (int n = 0; n < Around::kPoints; ++n) {
        points[n] = a.points[n] - at;
        if (points[n].length2() < points[best].length2()) best = n;
    }
    const V2f away(-points[best].x * pitch.x, -points[best].y * pitch.y);
    Cell out{1e9f, away.length(), away, V2f(0), mix(a.keys[best], 7)};
    for (int k = 0; k < Around::kPoints; ++k) {
        if (k == best) continue;
        const V2f across = points[k] - points[best], real(across.x / pitch.x, across.y / pitch.y); // back in metres
        const float d = (points[k] + points[best]).dot(across) * 0.5f / std::max(real.length(), 1e-9f);
        if (d < out.border) {
            out.border = d;
            out.outward = real;
        }
    }
    out.border = std::max(out.border, 0.0f);
    out.outward.normalize();
    return out;
}

Piece Plot::piece(const V2f& p) const {
    const TextureMapping& l = recipe_.mapping;
    const int rows = lattice(size.y, l.piece.y), columns = lattice(size.x, l.piece.x);
    const int row = wrapped(static_cast<int>(std::floor(p.y / l.piece.y)), rows);
    const float shift = l.shifts.empty() ? 0 : l.shifts[static_cast<size_t>(row) % l.shifts.size()];
    const float x = (p.x - shift) / l.piece.x;
    const int column = wrapped(static_cast<int>(std::floor(x)), columns);
    Piece out;
    out.row = row;
    out.column = column;
    out.at = V2f((x - std::floor(x)) * l.piece.x, p.y - std::floor(p.y / l.piece.y) * l.piece.y);
    out.size = l.piece;
    out.key = mix(static_cast<uint64_t>(row) << 32 | static_cast<uint64_t>(column), seed(3));
    return out;
}

Piece::Part Piece::part(int count, float wander) const {
    const float share = size.x / static_cast<float>(count);
    float from = 0;
    for (int k = 0;; ++k) {
        const auto n = static_cast<uint64_t>(k);
        const bool last = k + 1 >= count;
        const float to = last ? size.x : (static_cast<float>(k + 1) + wander * (random(60 + n) - 0.5f)) * share;
        if (last || at.x < to) return {from, to, mix(key, n)};
        from = to;
    }
}

float Piece::inside(const V2f& from, const V2f& to, float radius) const {
    const V2f half = (to - from) * 0.5f, c = at - from - half;
    const V2f q(std::abs(c.x) - half.x + radius, std::abs(c.y) - half.y + radius);
    const float out = V2f(std::max(q.x, 0.0f), std::max(q.y, 0.0f)).length();
    return -(out + std::min(std::max(q.x, q.y), 0.0f) - radius);
}

} // namespace thallos
