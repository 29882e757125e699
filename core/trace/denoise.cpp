#include "core/trace/denoise.h"

#include <algorithm>
#include <array>
#include <atomic>
#include <cmath>

#include "core/base/parallel.h"

namespace thallos {

namespace {

constexpr int kReach = 6;                                     // of the window
constexpr int kPatch = 2;                                     // of the patches that non-local means compares
constexpr int kNoise = 3;                                     // of the neighbourhood in which noise is measured
static_assert(kReach + kPatch + kNoise + 1 == kDenoiseReach); // 1: features are smoothed
constexpr int kFeatures = 9;                                  // albedo 3, normal 3, depth, sunlit, constant
constexpr int kUnknowns = kFeatures;

struct Inputs {
    int w, h;
    std::vector<Rgb> a, b;       // the halves, divided by albedo
    std::vector<float> la, lb;   // their luminance
    std::vector<float> variance; // of the mean, luminance
    std::vector<std::array<float, kFeatures - 1>> features;
};

// Cross-bilateral blur of one feature plane keeps regression stable where features are noisy (leaves, out of focus
// edges).
void smoothFeature(const Film& film, std::vector<Rgb>& albedo) {
    const int w = film.width, h = film.height;
    std::vector<Rgb> out(albedo.size());
    parallelFor(
        h,
        [&](int y) {
            for (int x = 0; x < w; ++x) {
                const size_t i = static_cast<size_t>(y) * w + x;
                Rgb sum(0);
                float weights = 0;
                for (int dy = -1; dy <= 1; ++dy)
                    for (int dx = -1; dx <= 1; ++dx) {
                        const int qx = std::clamp(x + dx, 0, w - 1), qy = std::clamp(y + dy, 0, h - 1);
                        const size_t q = static_cast<size_t>(qy) * w + qx;
                        const float d = (albedo[q] - albedo[i]).length2();
                        const float k = std::exp(-d * 60) * (dx || dy ? 0.6f : 1);
                        sum += albedo[q] * k;
                        weights += k;
                    }
                out[i] = sum / weights;
            }
        },
        16);
    albedo = std::move(out);
}

Inputs prepare(const Film& film) {
    Inputs in{film.width, film.height, {}, {}, {}, {}, {}, {}};
    const size_t n = film.even.size();
    const float all = 1 / static_cast<float>(film.samples);
    const float ne = static_cast<float>((film.samples + 1) / 2), no = static_cast<float>(film.samples / 2);
    std::vector<Rgb> albedo(n);
    for (size_t i = 0; i < n; ++i) albedo[i] = film.albedo[i] * all;
    std::vector<Rgb> smooth = albedo;
    smoothFeature(film, smooth);
    in.a.resize(n);
    in.b.resize(n);
    in.la.resize(n);
    in.lb.resize(n);
    in.variance.resize(n);
    in.features.resize(n);
    std::vector<float> raw(n);
    for (size_t i = 0; i < n; ++i) {
        const Rgb divide = smooth[i] + Rgb(0.02f);
        in.a[i] = film.even[i] / ne / divide;
        in.b[i] = film.odd[i] / no / divide;
        in.la[i] = luminance(in.a[i]);
        in.lb[i] = luminance(in.b[i]);
        const float d = in.la[i] - in.lb[i];
        raw[i] = d * d / 4;
        const V3f normal = film.normal[i] * all;
        const float depth = std::sqrt(film.depth[i] * all);
        in.features[i] = {albedo[i].x,     albedo[i].y,     albedo[i].z,  0.5f * normal.x,
                          0.5f * normal.y, 0.5f * normal.z, 1.5f * depth, film.sunlit[i] * all};
    }
    // One squared difference says little: the variance is its mean over the neighbourhood.
    parallelFor(
        in.h,
        [&](int y) {
            for (int x = 0; x < in.w; ++x) {
                float sum = 0;
                int count = 0;
                for (int dy = -kNoise; dy <= kNoise; ++dy)
                    for (int dx = -kNoise; dx <= kNoise; ++dx) {
                        const int qx = x + dx, qy = y + dy;
                        if (qx < 0 || qy < 0 || qx >= in.w || qy >= in.h) continue;
                        sum += raw[static_cast<size_t>(qy) * in.w + qx];
                        ++count;
                    }
                in.variance[static_cast<size_t>(y) * in.w + x] = sum / static_cast<float>(count) + 1e-12f;
            }
        },
        16);
    return in;
}

// Distance of the patches around two pixels in one half, in units of their noise.
float patchDistance(const Inputs& in, const std::vector<float>& half, int px, int py, int qx, int qy, bool inside) {
    float sum = 0;
    int count = 0;
    for (int dy = -kPatch; dy <= kPatch; dy += 2)
        for (int dx = -kPatch; dx <= kPatch; dx += 2) {
            const int ax = px + dx, ay = py + dy, bx = qx + dx, by = qy + dy;
            if (!inside &&
                (ax < 0 || ay < 0 || bx < 0 || by < 0 || ax >= in.w || bx >= in.w || ay >= in.h || by >= in.h))
                continue;
            const size_t i = static_cast<size_t>(ay) * in.w + ax, j = static_cast<size_t>(by) * in.w + bx;
            const float d = half[i] - half[j];
            const float vi = 2 * in.variance[i], vj = 2 * in.variance[j];
            sum += (d * d - (vi + std::min(vi, vj))) / (1e-9f + 0.55f * (vi + vj));
            ++count;
        }
    return std::max(sum / static_cast<float>(count), 0.0f);
}

// Solves the symmetric positive system in place (Cholesky with a small ridge); three right-hand sides.
void solve(float (&m)[kUnknowns][kUnknowns], float (&r)[kUnknowns][3]) {
    for (int i = 0; i < kUnknowns; ++i) {
        m[i][i] += i + 1 == kUnknowns ? 1e-6f : 2e-3f * m[kUnknowns - 1][kUnknowns - 1];
        for (int j = 0; j <= i; ++j) {
            float s = m[i][j];
            for (int k = 0; k < j; ++k) s -= m[i][k] * m[j][k];
            if (i == j)
                m[i][i] = std::sqrt(std::max(s, 1e-9f));
            else
                m[i][j] = s / m[j][j];
        }
    }
    for (int c = 0; c < 3; ++c) {
        for (int i = 0; i < kUnknowns; ++i) {
            float s = r[i][c];
            for (int k = 0; k < i; ++k) s -= m[i][k] * r[k][c];
            r[i][c] = s / m[i][i];
        }
        for (int i = kUnknowns - 1; i >= 0; --i) {
            float s = r[i][c];
            for (int k = i + 1; k < kUnknowns; ++k) s -= m[k][i] * r[k][c];
            r[i][c] = s / m[i][i];
        }
    }
}

} // namespace

Image denoise(const Film& film, const std::function<bool()>& stop) {
    Image out = film.radiance();
    if (film.samples < 4) return out;
    const Inputs in = prepare(film);
    const float all = 1 / static_cast<float>(film.samples);
    std::vector<Rgb> smooth(film.albedo.size());
    for (size_t i = 0; i < smooth.size(); ++i) smooth[i] = film.albedo[i] * all;
    smoothFeature(film, smooth);

    std::atomic<bool> stopped{false};
    parallelFor(
        in.h,
        [&](int y) {
            if (stopped || (stop && stop())) {
                stopped = true;
                return;
            }
            for (int x = 0; x < in.w; ++x) {
                const size_t p = static_cast<size_t>(y) * in.w + x;
                if (film.normal[p].length2() == 0) continue; // nothing but sky
                constexpr int kRim = kReach + kPatch;
                const bool inside = x >= kRim && y >= kRim && x < in.w - kRim && y < in.h - kRim;
                const auto& fp = in.features[p];
                float m[kUnknowns][kUnknowns] = {}, r[kUnknowns][3] = {};
                float total = 0;
                Rgb low(1e30f), high(-1e30f);
                for (int qy = std::max(y - kReach, 0); qy <= std::min(y + kReach, in.h - 1); ++qy)
                    for (int qx = std::max(x - kReach, 0); qx <= std::min(x + kReach, in.w - 1); ++qx) {
                        const size_t q = static_cast<size_t>(qy) * in.w + qx;
                        float f[kUnknowns], distance = 0;
                        for (int k = 0; k < kFeatures - 1; ++k) {
                            f[k] = in.features[q][k] - fp[k];
                            distance += f[k] * f[k];
                        }
                        f[kFeatures - 1] = 1;
                        float weight = std::exp(-9 * distance);
                        if (weight < 1e-3f) continue;
                        // Weights of a half are found in the other, so that its noise does not choose its own company.
                        const float da = patchDistance(in, in.lb, x, y, qx, qy, inside),
                                    db = patchDistance(in, in.la, x, y, qx, qy, inside);
                        const float wa = weight * std::exp(-da), wb = weight * std::exp(-db);
                        const float w = wa + wb;
                        if (w < 1e-4f) continue;
                        const Rgb c = (in.a[q] * wa + in.b[q] * wb) / w;
                        for (int i = 0; i < kUnknowns; ++i) {
                            const float wf = w * f[i];
                            for (int j = 0; j <= i; ++j) m[i][j] += wf * f[j];
                            for (int k = 0; k < 3; ++k) r[i][k] += wf * c[k];
                        }
                        total += w;
                        const Rgb mean = (in.a[q] + in.b[q]) * 0.5f;
                        for (int k = 0; k < 3; ++k) {
                            low[k] = std::min(low[k], mean[k]);
                            high[k] = std::max(high[k], mean[k]);
                        }
                    }
                if (total < 0.05f) continue;
                solve(m, r);
                Rgb value(r[kUnknowns - 1][0], r[kUnknowns - 1][1], r[kUnknowns - 1][2]);
                // The fit never leaves the range of what it was fitted to.
                for (int k = 0; k < 3; ++k)
                    value[k] = std::clamp(value[k], std::max(low[k], 0.0f), std::max(high[k], 0.0f));
                out.at(x, y) = value * (smooth[p] + Rgb(0.02f)) + film.emission[p] * all;
            }
        },
        2);
    return out;
}

} // namespace thallos
