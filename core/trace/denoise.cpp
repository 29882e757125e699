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

float perSample(const Film& film, size_t i) {
    return 1 / static_cast<float>(std::max<int>(film.taken[i], 1));
}

Inputs prepare(const Film& film) {
    Inputs in{film.width, film.height, {}, {}, {}, {}, {}, {}};
    const size_t n = film.even.size();
    std::vector<Rgb> albedo(n);
    for (size_t i = 0; i < n; ++i) albedo[i] = film.albedo[i] * perSample(film, i);
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
        const float all = perSample(film, i);
        in.a[i] = film.evenMean(i) / divide;
        in.b[i] = film.oddMean(i) / divide;
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

// The symmetric positive system in place (Cholesky with a small ridge).
void factor(float (&m)[kUnknowns][kUnknowns]) {
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
}

// Three right-hand sides.
void solve(const float (&m)[kUnknowns][kUnknowns], float (&r)[kUnknowns][3]) {
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

std::vector<Image> splitOf(const Film& film) {
    std::vector<Image> planes(kRoutes + kSources, Image(film.width, film.height));
    for (size_t i = 0; i < film.split.size(); ++i) {
        const float all = perSample(film, i);
        for (int k = 0; k < kRoutes; ++k) planes[k].pixels[i] = film.split[i].routes[k] * all;
        for (int k = 0; k < kSources; ++k) planes[kRoutes + k].pixels[i] = film.split[i].sources[k] * all;
    }
    return planes;
}

namespace {

// So that planes [from, to) of the pixel sum to the picture.
void level(std::vector<Image>& planes, int from, int to, const Image& picture, size_t i) {
    Rgb sum(0);
    for (int k = from; k < to; ++k) sum += planes[k].pixels[i];
    for (int c = 0; c < 3; ++c) {
        const float wanted = picture.pixels[i][c];
        if (sum[c] > 0)
            for (int k = from; k < to; ++k) planes[k].pixels[i][c] *= wanted / sum[c];
        else
            planes[to - 1].pixels[i][c] = wanted;
    }
}

// One linear fit of colour to features about a pixel, by its likes within reach: normal equations (lower half) of the
// beauty, the right sides of further planes, and the range of what it was fitted to.
struct Fit {
    float m[kUnknowns][kUnknowns] = {}, r[kUnknowns][3] = {};
    std::vector<std::array<Rgb, kUnknowns>> more; // a lit plane
    float total = 0;
    Rgb low{1e30f}, high{-1e30f};

    Fit(const Inputs& in, const std::vector<const Image*>& planes, int x, int y) : more(planes.size()) {
        for (auto& column : more) column.fill(Rgb(0));
        constexpr int kRim = kReach + kPatch;
        const bool inside = x >= kRim && y >= kRim && x < in.w - kRim && y < in.h - kRim;
        const auto& fp = in.features[static_cast<size_t>(y) * in.w + x];
        for (int qy = std::max(y - kReach, 0); qy <= std::min(y + kReach, in.h - 1); ++qy)
            for (int qx = std::max(x - kReach, 0); qx <= std::min(x + kReach, in.w - 1); ++qx) {
                const size_t q = static_cast<size_t>(qy) * in.w + qx;
                float f[kUnknowns], distance = 0;
                for (int k = 0; k < kFeatures - 1; ++k) {
                    f[k] = in.features[q][k] - fp[k];
                    distance += f[k] * f[k];
                }
                f[kFeatures - 1] = 1;
                const float weight = std::exp(-9 * distance);
                if (weight < 1e-3f) continue;
                // Weights of a half are found in the other, so that its noise does not choose its own company.
                const float da = patchDistance(in, in.lb, x, y, qx, qy, inside),
                            db = patchDistance(in, in.la, x, y, qx, qy, inside);
                const float wa = weight * std::exp(-da), wb = weight * std::exp(-db);
                if (wa + wb >= 1e-4f) take(in, planes, q, f, wa, wb);
            }
    }

    void take(const Inputs& in, const std::vector<const Image*>& planes, size_t q, const float (&f)[kUnknowns],
              float wa, float wb) {
        const float w = wa + wb;
        const Rgb c = (in.a[q] * wa + in.b[q] * wb) / w;
        for (int i = 0; i < kUnknowns; ++i) {
            const float wf = w * f[i];
            for (int j = 0; j <= i; ++j) m[i][j] += wf * f[j];
            for (int k = 0; k < 3; ++k) r[i][k] += wf * c[k];
            for (size_t l = 0; l < planes.size(); ++l) more[l][i] += planes[l]->pixels[q] * wf;
        }
        total += w;
        const Rgb mean = (in.a[q] + in.b[q]) * 0.5f;
        for (int k = 0; k < 3; ++k) {
            low[k] = std::min(low[k], mean[k]);
            high[k] = std::max(high[k], mean[k]);
        }
    }

    // Of the beauty at the pixel itself; it never leaves the range of what it was fitted to.
    Rgb value() {
        factor(m);
        solve(m, r);
        Rgb v(r[kUnknowns - 1][0], r[kUnknowns - 1][1], r[kUnknowns - 1][2]);
        for (int k = 0; k < 3; ++k) v[k] = std::clamp(v[k], std::max(low[k], 0.0f), std::max(high[k], 0.0f));
        return v;
    }

    // Of a further plane, after value().
    Rgb plane(size_t l) const {
        float column[kUnknowns][3];
        for (int i = 0; i < kUnknowns; ++i)
            for (int k = 0; k < 3; ++k) column[i][k] = more[l][i][k];
        solve(m, column);
        return Rgb(column[kUnknowns - 1][0], column[kUnknowns - 1][1], column[kUnknowns - 1][2]);
    }
};

} // namespace

Image denoise(const Film& film, const std::function<bool()>& stop, float strength, std::vector<Image>* split) {
    Image out = film.radiance();
    if (split) *split = splitOf(film);
    const int planes = split ? kRoutes + kSources : 0;
    if (film.passes < 4 || strength <= 0) return out;
    const Inputs in = prepare(film);
    std::vector<Rgb> smooth(film.albedo.size());
    for (size_t i = 0; i < smooth.size(); ++i) smooth[i] = film.albedo[i] * perSample(film, i);
    smoothFeature(film, smooth);
    // Planes that are black everywhere need no filter.
    std::vector<int> lit;
    std::vector<Image> raw;
    std::vector<const Image*> inputs;
    if (split) {
        raw = *split;
        for (int k = 0; k < planes; ++k)
            if (std::any_of(raw[k].pixels.begin(), raw[k].pixels.end(), [](const Rgb& c) { return c != Rgb(0); }))
                lit.push_back(k);
        for (const int k : lit) {
            for (size_t i = 0; i < smooth.size(); ++i) raw[k].pixels[i] /= smooth[i] + Rgb(0.02f);
            inputs.push_back(&raw[k]);
        }
    }

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
                if (film.normal[p].length2() == 0 || film.taken[p] < 4) continue; // nothing but sky
                Fit fit(in, inputs, x, y);
                if (fit.total < 0.05f) continue;
                const Rgb value = fit.value(), back = smooth[p] + Rgb(0.02f);
                out.pixels[p] = lerp(out.pixels[p], value * back + film.emission[p] * perSample(film, p), strength);
                for (size_t l = 0; l < lit.size(); ++l) {
                    const Rgb of = fit.plane(l);
                    Rgb& plane = (*split)[lit[l]].pixels[p];
                    for (int k = 0; k < 3; ++k) plane[k] = lerp(plane[k], std::max(of[k] * back[k], 0.0f), strength);
                }
            }
        },
        2);
    if (split)
        for (size_t i = 0; i < out.pixels.size(); ++i) {
            level(*split, 0, kRoutes, out, i);
            level(*split, kRoutes, planes, out, i);
        }
    return out;
}

} // namespace thallos
