#include "core/light/atmosphere.h"

#include <algorithm>
#include <cmath>

#include "core/base/parallel.h"

namespace thallos {

namespace {

constexpr float kGround = 6360e3f, kTop = 6440e3f; // metres from the centre of the earth
constexpr float kRayleighHeight = 8000, kMieHeight = 1200;
constexpr float kMieAlbedo = 0.92f, kMieG = 0.78f;
constexpr float kGroundAlbedo = 0.22f;
constexpr int kTw = 128, kTh = 48; // transmittance: zenith, altitude
constexpr int kMs = 24;            // multiple scattering, both ways

// Distance along a ray from radius r with cosine mu to a sphere; negative: missed.
float toSphere(float r, float mu, float radius) {
    const float d = r * r * (mu * mu - 1) + radius * radius;
    if (d < 0) return -1;
    const float root = std::sqrt(d);
    const float near = -r * mu - root, far = -r * mu + root;
    return near > 0 ? near : far;
}
bool hitsGround(float r, float mu) {
    return mu < 0 && r * r * (mu * mu - 1) + kGround * kGround >= 0;
}

float rayleighPhase(float c) {
    return 3 / (16 * kPi) * (1 + c * c);
}
// Cornette & Shanks 1992.
float miePhase(float c) {
    const float g = kMieG, g2 = g * g;
    return 3 / (8 * kPi) * (1 - g2) * (1 + c * c) / ((2 + g2) * std::pow(1 + g2 - 2 * g * c, 1.5f));
}

Spectrum lookup(const std::vector<Spectrum>& table, int w, int h, float u, float v) {
    u = std::clamp(u, 0.0f, 1.0f) * static_cast<float>(w - 1);
    v = std::clamp(v, 0.0f, 1.0f) * static_cast<float>(h - 1);
    const int x = std::min(static_cast<int>(u), w - 2), y = std::min(static_cast<int>(v), h - 2);
    const float s = u - static_cast<float>(x), t = v - static_cast<float>(y);
    const Spectrum *a = &table[static_cast<size_t>(y) * w + x], *b = a + w;
    const float wa = (1 - s) * (1 - t), wb = s * (1 - t), wc = (1 - s) * t, wd = s * t;
    Spectrum out;
    for (int k = 0; k < kWavelengths; ++k) out[k] = wa * a[0][k] + wb * a[1][k] + wc * b[0][k] + wd * b[1][k];
    return out;
}

// Zenith cosines from the horizon of the altitude upwards, denser near it.
float horizonMu(float r) {
    return -std::sqrt(std::max(0.0f, 1 - (kGround / r) * (kGround / r)));
}

} // namespace

struct Atmosphere::Medium {
    Spectrum rayleigh, mie, extinction; // per metre
};

Atmosphere::Medium Atmosphere::medium(float altitude) const {
    const float h = std::max(altitude, 0.0f);
    const float r = std::exp(-h / kRayleighHeight), m = std::exp(-h / kMieHeight);
    const float o = std::max(0.0f, 1 - std::abs(h - 25000) / 15000);
    Medium out;
    for (int k = 0; k < kWavelengths; ++k) {
        out.rayleigh[k] = rayleigh_[k] * r;
        out.mie[k] = kMieAlbedo * mie_[k] * m;
        out.extinction[k] = rayleigh_[k] * r + mie_[k] * m + ozone_[k] * o;
    }
    return out;
}

Atmosphere::Atmosphere(float visibility) : visibility_(std::clamp(visibility, 1000.0f, 200000.0f)) {
    const float rayleigh550 = 1.24062e-6f / std::pow(0.55f, 4.0f);
    const float mie550 = std::max(3.912f / visibility_ - rayleigh550, 1.5e-6f);
    for (int k = 0; k < kWavelengths; ++k) {
        const float um = wavelength(k) / 1000;
        rayleigh_[k] = 1.24062e-6f / (um * um * um * um);
        mie_[k] = mie550 * std::pow(um / 0.55f, -1.1f);
        ozone_[k] = 300 * 2.687e20f / 15000 * ozoneCrossSection()[k];
    }
    tabulateTransmittance();
    tabulateMultiple();
}

void Atmosphere::tabulateTransmittance() {
    transmittance_.resize(static_cast<size_t>(kTw) * kTh);
    parallelFor(kTh, [&](int y) {
        const float v = static_cast<float>(y) / (kTh - 1);
        const float altitude = v * v * (kTop - kGround), r = kGround + altitude + 1;
        for (int x = 0; x < kTw; ++x) {
            const float u = static_cast<float>(x) / (kTw - 1), low = horizonMu(r);
            const float mu = low + (1 - low) * u * u;
            const float length = toSphere(r, mu, kTop);
            const int steps = 48;
            Spectrum depth;
            float before = 0;
            for (int i = 0; i < steps; ++i) {
                const float q = static_cast<float>(i + 1) / steps, t = length * q * q, mid = (before + t) / 2;
                const float radius = std::sqrt(r * r + mid * mid + 2 * r * mid * mu);
                const Medium m = medium(radius - kGround);
                for (int k = 0; k < kWavelengths; ++k) depth[k] += m.extinction[k] * (t - before);
                before = t;
            }
            Spectrum& out = transmittance_[static_cast<size_t>(y) * kTw + x];
            for (int k = 0; k < kWavelengths; ++k) out[k] = std::exp(-depth[k]);
        }
    });
}

Spectrum Atmosphere::sunTransmittance(float altitude, float cosZenith) const {
    const float h = std::clamp(altitude, 0.0f, kTop - kGround), r = kGround + h + 1;
    const float low = horizonMu(r);
    // The disc sets over its own width instead of at once.
    const float shown = smoothstep(-0.0047f, 0.0047f, cosZenith - low);
    if (shown <= 0) return {};
    const float u = std::sqrt(std::max(0.0f, (cosZenith - low) / (1 - low))), v = std::sqrt(h / (kTop - kGround));
    Spectrum s = lookup(transmittance_, kTw, kTh, u, v);
    for (float& x : s.v) x *= shown;
    return s;
}

Spectrum Atmosphere::multiple(float altitude, float cosZenith) const {
    return lookup(multiple_, kMs, kMs, cosZenith * 0.5f + 0.5f,
                  std::sqrt(std::clamp(altitude, 0.0f, kTop - kGround) / (kTop - kGround)));
}

void Atmosphere::tabulateMultiple() {
    multiple_.resize(static_cast<size_t>(kMs) * kMs);
    parallelFor(kMs * kMs, [&](int i) {
        const float mu = 2 * static_cast<float>(i % kMs) / (kMs - 1) - 1;
        const float v = static_cast<float>(i / kMs) / (kMs - 1);
        const float r = kGround + 1 + v * v * (kTop - kGround - 2);
        const V3f toSun(std::sqrt(std::max(0.0f, 1 - mu * mu)), 0, mu);
        Spectrum second, back; // light of second order; share of light sent on
        const int directions = 64, steps = 18;
        for (int d = 0; d < directions; ++d) {
            // Fibonacci sphere.
            const float z = 1 - 2 * (static_cast<float>(d) + 0.5f) / directions, s = std::sqrt(1 - z * z),
                        a = 2.399963f * static_cast<float>(d);
            const V3f dir(s * std::cos(a), s * std::sin(a), z);
            const bool ground = hitsGround(r, z);
            const float length = ground ? toSphere(r, z, kGround) : toSphere(r, z, kTop);
            Spectrum through;
            through.v.fill(1);
            float before = 0;
            for (int n = 0; n < steps; ++n) {
                const float q = static_cast<float>(n + 1) / steps, t = length * q * q, mid = (before + t) / 2,
                            dt = t - before;
                before = t;
                const V3f p = V3f(0, 0, r) + dir * mid;
                const float radius = p.length();
                const Medium m = medium(radius - kGround);
                const Spectrum sun = sunTransmittance(radius - kGround, p.dot(toSun) / radius);
                for (int k = 0; k < kWavelengths; ++k) {
                    const float scatter = m.rayleigh[k] + m.mie[k];
                    const float step = std::exp(-m.extinction[k] * dt);
                    const float share = (1 - step) / std::max(m.extinction[k], 1e-12f) * through[k];
                    second[k] += scatter * sun[k] / (4 * kPi) * share;
                    back[k] += scatter * share;
                    through[k] *= step;
                }
            }
            if (ground) {
                const V3f p = V3f(0, 0, r) + dir * length;
                const float c = p.normalized().dot(toSun);
                const Spectrum sun = sunTransmittance(0, c);
                for (int k = 0; k < kWavelengths; ++k)
                    second[k] += through[k] * sun[k] * std::max(c, 0.0f) * kGroundAlbedo / kPi;
            }
        }
        Spectrum& out = multiple_[i];
        for (int k = 0; k < kWavelengths; ++k)
            out[k] = second[k] / directions / (1 - std::min(back[k] / directions, 0.98f));
    });
}

std::vector<Atmosphere::March> Atmosphere::march(float altitude, const V3f& direction, const V3f& toSun,
                                                 const std::vector<float>& distances, int steps) const {
    const float r = kGround + std::max(altitude, 1.0f), mu = direction.z;
    const float end = hitsGround(r, mu) ? toSphere(r, mu, kGround) : toSphere(r, mu, kTop);
    const float cosSun = direction.dot(toSun);
    const float pr = rayleighPhase(cosSun), pm = miePhase(cosSun);
    const Spectrum& light = solarIrradiance();
    std::vector<March> out;
    March now;
    now.transmittance.v.fill(1);
    float from = 0;
    const int perSpan = std::max(2, steps / static_cast<int>(distances.size()));
    for (float to : distances) {
        to = std::min(to, end);
        // Steps grow with distance when the ray leaves the air in one span.
        const float power = distances.size() == 1 ? 2.0f : 1.0f;
        float before = from;
        for (int n = 0; n < perSpan && to > from; ++n) {
            const float q = std::pow(static_cast<float>(n + 1) / static_cast<float>(perSpan), power);
            const float t = from + (to - from) * q, mid = (before + t) / 2, dt = t - before;
            before = t;
            const V3f p = V3f(0, 0, r) + direction * mid;
            const float radius = p.length(), h = radius - kGround, c = p.dot(toSun) / radius;
            const Medium m = medium(h);
            const Spectrum sun = sunTransmittance(h, c), ms = multiple(h, c);
            for (int k = 0; k < kWavelengths; ++k) {
                const float step = std::exp(-m.extinction[k] * dt);
                const float source = (m.rayleigh[k] * pr + m.mie[k] * pm) * sun[k] + (m.rayleigh[k] + m.mie[k]) * ms[k];
                now.radiance[k] +=
                    now.transmittance[k] * light[k] * source * (1 - step) / std::max(m.extinction[k], 1e-12f);
                now.transmittance[k] *= step;
            }
        }
        from = std::max(from, to);
        out.push_back(now);
    }
    return out;
}

} // namespace thallos
