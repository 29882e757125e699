#include "core/material/weathering.h"

#include <algorithm>
#include <cmath>

#include "core/base/elementary.h"
#include "core/base/noise.h"

namespace thallos {

namespace {

const Rgb kSoil(0.115f, 0.090f, 0.062f), kMoss(0.050f, 0.066f, 0.020f), kSoot(0.055f, 0.053f, 0.050f);

float smooth(float low, float high, float v) {
    const float t = std::clamp((v - low) / (high - low), 0.0f, 1.0f);
    return t * t * (3 - 2 * t);
}

// Noise about 0, faded out where a pixel is wider than half its feature.
float marks(float x, float y, float feature, float footprint, int seed) {
    const float fade = 1 - smooth(0.35f * feature, 1.2f * feature, footprint);
    return fade > 0 ? fade * fractalNoise(x / feature, y / feature, seed, 4) : 0;
}

void cover(SurfacePoint& s, const Rgb& with, float share, float roughness) {
    share = std::clamp(share, 0.0f, 1.0f);
    s.albedo = lerp(s.albedo, with, share);
    s.roughness = lerp(s.roughness, roughness, share);
    s.specular *= 1 - share;
    s.coat *= 1 - share;
    s.metalness *= 1 - share;
}

} // namespace

void weather(SurfacePoint& s, const Weathering& w, float age, bool wood, const Exposure& e) {
    if (age <= 0 || s.transmission > 0.5f || s.emission != Rgb(0)) return;
    // Along the wall and up it; on level faces the plan.
    const bool wall = std::abs(e.normal.z) < 0.5f;
    const V2f out = wall ? V2f(e.facet.x, e.facet.y).normalized() : V2f(0, 1);
    const float along = wall ? e.at.x * -out.y + e.at.y * out.x : e.at.x, up = wall ? e.at.z : e.at.y;

    // Bleached first: what lies on it is younger.
    if (wood && w.bleach > 0 && !e.sheltered) {
        const float open = e.underLedge >= 0 ? smooth(0.1f, 0.9f, e.underLedge) : 1.0f,
                    sun = 0.55f + 0.45f * std::clamp(e.sunny + std::max(e.normal.z, 0.0f), -1.0f, 1.0f),
                    patch = 1 + 0.35f * marks(along, up * 0.25f, 0.35f, e.footprint, 41);
        const float share = std::clamp(1.15f * age * w.bleach * open * sun * patch, 0.0f, 0.92f);
        const float grey = luminance(s.albedo) * 0.55f + 0.13f;
        s.albedo = lerp(s.albedo, Rgb(grey * 0.99f, grey, grey * 1.02f), share);
        s.roughness = lerp(s.roughness, 0.8f, share);
        s.coat *= 1 - share;
    }
    if (wall && w.streaks > 0 && e.underLedge >= 0 && !e.sheltered) {
        // Columns of water: narrow across, long down, thinning out on their way.
        const float column = 0.5f + 0.5f * marks(along, up * 0.06f, 0.09f, e.footprint, 42) +
                             0.35f * marks(along, 0, 0.45f, e.footprint, 43),
                    run = kStreak * (0.35f + 0.65f * std::clamp(column, 0.0f, 1.0f)),
                    left = 1 - smooth(0.0f, run, e.underLedge);
        cover(s, kSoot, 0.55f * age * w.streaks * left * smooth(0.25f, 0.95f, column), 0.8f);
    }
    if (wall && w.splash > 0 && e.overGround < 1.2f) {
        const float edge = 0.34f + 0.22f * marks(along, up * 0.5f, 0.5f, e.footprint, 44) +
                           0.07f * marks(along, up, 0.06f, e.footprint, 45);
        const float share = 1 - smooth(0.15f * edge, edge, std::max(e.overGround, 0.0f));
        cover(s, kSoil, 0.62f * age * w.splash * share, 0.9f);
    }
    if (w.moss > 0 && !e.sheltered) {
        const float damp = std::max(0.0f, -e.sunny) * 0.6f + smooth(0.2f, 0.9f, e.normal.z) * 0.5f +
                           0.35f * (1 - smooth(0.05f, 0.8f, std::max(e.overGround, 0.0f))),
                    tufts = 0.5f + 0.55f * marks(along, up, 0.4f, e.footprint, 46) +
                            0.25f * marks(along, up, 0.05f, e.footprint, 47);
        const float share =
            smooth(1.02f, 1.32f, 0.75f * age * w.moss * (0.35f + damp) + tufts * 0.75f) * smooth(0.05f, 0.45f, damp);
        cover(s, kMoss * (0.8f + 0.4f * tufts), 0.85f * share, 1.0f);
    }
}

} // namespace thallos
