#include "core/trace/leaf_colour.h"

#include <algorithm>
#include <cmath>

#include "core/base/hash.h"

namespace thallos {

namespace {

constexpr float kMiddle = 0.6f, kHigh = 0.18f, kHighWarm = 0.06f; // lighter, warmer up there; shares of the height
const Rgb kYoung(1.38f, 1.25f, 0.85f);

} // namespace

void tintLeaf(SurfacePoint& s, bool front, const Leaf& l, const SpeciesRecipe& recipe) {
    const float one = unitFloat(l.key) - 0.5f, high = l.high - kMiddle,
                hue = l.foliage ? recipe.motley * (unitFloat(mix(l.key)) - 0.5f) : 0;
    const float v = (1 + 0.30f * l.plant + 0.24f * one) * (1 + kHigh * high);
    const Rgb shade(v * (1 + 0.20f * l.plant + kHighWarm * high + 0.5f * hue), v * (1 - 0.45f * hue),
                    v * (1 - 0.15f * l.plant - 0.5f * hue));
    if (l.foliage && unitFloat(mix(l.key, 3)) < l.young) { // they are lighter and yellower
        s.albedo *= kYoung;
        s.through *= kYoung;
    }
    s.albedo *= shade;
    s.through *= shade;
    if (l.foliage && !front) asLowerSide(s);
}

float youngAt(const SpeciesRecipe& recipe, Season season, const Individual& plant, float across, float high) {
    if (recipe.kind > SpeciesKind::Climber || season >= Season::Autumn) return 0;
    const float out =
        std::clamp(std::max(2 * across / std::max(plant.spread, 0.01f), std::abs(2.2f * high - 1.2f)), 0.0f, 1.0f);
    return (season == Season::Summer ? 0.22f : 0.4f) * out * out * out;
}

Rgb crownTint(const SpeciesRecipe& recipe, Season season, const Individual& plant, const V3f& at, bool foliage) {
    const float high = at.z / std::max(plant.height, 0.01f), up = high - kMiddle, v = 1 + kHigh * up;
    const float young = foliage ? youngAt(recipe, season, plant, xy(at).length(), high) : 0;
    return Rgb(v * (1 + kHighWarm * up), v, v) * lerp(Rgb(1), kYoung, young);
}

void asLowerSide(SurfacePoint& s) {
    s.albedo = lerp(s.albedo, Rgb((s.albedo.x + s.albedo.y + s.albedo.z) / 3 * 1.3f), 0.3f);
    s.specular = 0.2f;
}

} // namespace thallos
