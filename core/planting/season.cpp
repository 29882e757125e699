#include "core/planting/season.h"

#include <algorithm>

#include "core/material/colour.h"
#include "core/planting/species.h"

namespace thallos {

namespace {

const V3f kFresh(0.5f, 0.62f, 0.22f), kStraw(0.7f, 0.61f, 0.4f), kWithered(0.47f, 0.38f, 0.26f); // sRGB

// Of the foliage that a plant has: how much in leaf, towards which colour and how far.
struct Look {
    float leaves = 1;
    V3f towards{0};
    float by = 0;
};

Look woodyLook(const SeasonRecipe& s, Season season) {
    if (s.evergreen) return season == Season::Spring ? Look{1, kFresh, 0.14f} : Look{};
    switch (season) {
    case Season::Bud:
        return {0.12f, kFresh, 0.6f};
    case Season::Spring:
        return {0.8f, kFresh, 0.35f};
    case Season::Summer:
        return {};
    case Season::Autumn:
        return {0.7f, s.autumn, 0.92f};
    default:
        return {s.keeps, kWithered, 0.9f};
    }
}

Look lowLook(const SeasonRecipe& s, Season season) {
    const float dies = s.evergreen ? 0.2f : 1;
    switch (season) {
    case Season::Bud:
        return {0.6f + 0.4f * (1 - dies), kStraw, 0.35f * dies};
    case Season::Spring:
        return {1, kFresh, 0.18f};
    case Season::Summer:
        return {};
    case Season::Autumn:
        return {1, kStraw, 0.6f * dies};
    default:
        return {1 - 0.4f * dies, kWithered, 0.85f * dies};
    }
}

void tint(Surface& s, const Look& look) {
    s.baseColor = lerp(s.baseColor, fromSrgb(look.towards.x, look.towards.y, look.towards.z), look.by);
}

} // namespace

SpeciesRecipe inSeason(const SpeciesRecipe& recipe, Season season) {
    SpeciesRecipe out = recipe;
    const bool flowers = season >= recipe.seasons.flowersFrom && season <= recipe.seasons.flowersTo;
    auto* w = std::get_if<WoodyRecipe>(&out.growth);
    auto* c = std::get_if<ClimberRecipe>(&out.growth);
    auto* x = std::get_if<ProxyRecipe>(&out.growth);
    if (x && (x->turns || recipe.kind >= SpeciesKind::Boulder)) return out; // as it was made
    if (w || c || x) {
        const Look look = woodyLook(recipe.seasons, season);
        (w ? w->inLeaf : c ? c->inLeaf : x->inLeaf) = look.leaves;
        if (w) w->inFlower = flowers ? 1 : 0;
        tint(out.surfaces[1], look);
        if (season == Season::Autumn && !recipe.seasons.evergreen) out.motley = 1;
        return out;
    }
    const Look look = lowLook(recipe.seasons, season);
    if (auto* t = std::get_if<TuftRecipe>(&out.growth)) {
        t->inFlower = flowers;
    } else if (auto* h = std::get_if<HerbRecipe>(&out.growth)) {
        h->inLeaf = look.leaves;
        h->inFlower = flowers;
        tint(out.surfaces[0], look);
    } else if (auto* p = std::get_if<PadRecipe>(&out.growth)) {
        p->inFlower = flowers;
    } else if (!std::holds_alternative<FrondRecipe>(out.growth)) // moss stays as it is; the rest is not alive
        return out;
    tint(out.surfaces[1], look);
    return out;
}

} // namespace thallos
