#include "core/planting/woody.h"

#include <algorithm>
#include <cmath>
#include <memory>

#include "core/base/elementary.h"
#include "core/base/hash.h"
#include "core/planting/bark.h"
#include "core/planting/mound.h"
#include "core/planting/strip.h"

namespace thallos {

namespace {

float crownArea(const CrownRecipe& crown, float height) { // m2 of ground under it
    const float wide = crown.width * height;
    return crown.square ? wide * wide * crown.depth : kPi / 4 * wide * wide;
}

// What shears leave of the leaves.
std::vector<LeafPlace> clipped(std::vector<LeafPlace> places, const CrownRecipe& crown, float height) {
    const float x = crown.width * height / 2, y = crown.square ? x * crown.depth : x;
    std::erase_if(places, [&](const LeafPlace& l) {
        const V3f tip = l.foot + l.along * 0.02f;
        return std::abs(tip.x) > x || std::abs(tip.y) > y || tip.z > height ||
               (!crown.square && tip.x * tip.x + tip.y * tip.y > x * x);
    });
    return places;
}

struct Grown {
    WoodyRecipe recipe;
    Growth growth;
    Wood wood;
    std::vector<LeafPlace> leaves, blossoms;
};

// Round posts beside the stem and a band to each.
void stake(Mesh& m, int count, float height) {
    for (int k = 0; k < count; ++k) {
        const float a = 2 * kPi * static_cast<float>(k) / static_cast<float>(count);
        const V3f foot(0.32f * elementary::cos(a), 0.32f * elementary::sin(a), -0.2f);
        const V3f top = V3f(foot.x, foot.y, 0.42f * height);
        rod(m, foot, top, 0.035f, 9);
        rod(m, top - V3f(0, 0, 0.12f), V3f(0, 0, 0.42f * height - 0.1f), 0.012f, 4);
    }
    if (count > 0) {
        m.normals.clear();
        m.uvs.clear();
    }
}

// Along x, on the ground, sunk by a part of its girth.
void fell(Form& form, float radius) {
    for (Mesh& m : form.parts) {
        for (V3f& p : m.positions) p = V3f(p.z, p.y, -p.x + 0.8f * radius);
        for (V3f& n : m.normals) n = V3f(n.z, n.y, -n.x);
    }
    // What would be in the ground was broken when it fell.
    for (Mesh& m : form.parts)
        for (V3f& p : m.positions)
            if (p.z < -0.05f) p.z = -0.05f - 0.02f * (-0.05f - p.z);
}

// Around the feet of thick stems, and around young trees that were just planted.
void addSoil(Mesh& m, const Grown& g, float thick, Level level) {
    constexpr float kThick = 0.14f; // metres
    if (level == Level::Far || g.recipe.lying || g.recipe.mound <= 0 || (thick < kThick && g.recipe.stakes == 0))
        return;
    // One for all stems of a clump.
    V3f middle(0);
    float feet = 0;
    for (const WoodNode& n : g.wood.nodes)
        if (n.parent < 0) {
            middle += V3f(n.at.x, n.at.y, 0);
            ++feet;
        }
    if (feet == 0) return;
    middle /= feet;
    float apart = 0;
    for (const WoodNode& n : g.wood.nodes)
        if (n.parent < 0) apart = std::max(apart, (xy(n.at) - xy(middle)).length());
    const float flare = thick * (1 + 0.8f * g.recipe.wood.stem.flare) + apart,
                reach = g.recipe.stakes > 0 ? 0.55f : 1.5f * flare + 0.25f,
                height = std::clamp(g.recipe.mound * thick, 0.03f, 0.14f);
    addMound(m, middle, flare, reach, height,
             level == Level::Middle ? 12
             : level == Level::Near ? 30
                                    : 64,
             mix(g.growth.seed, 18));
}

// Of a crown whose leaves are too many to have their outlines, those that people walk under have them nonetheless: adds
// them, takes them out of `places`, and tells how many triangles of `room` they took.
size_t addClose(Form& form, std::vector<LeafPlace>& places, const LeafRecipe& leaf, size_t room) {
    const size_t each = leafShape(leaf, LeafDetail::Shaped).triangles.size();
    if (each <= leafShape(leaf, LeafDetail::Plain).triangles.size() || places.size() * each <= room + room / 2)
        return 0;
    std::vector<float> heights;
    for (const LeafPlace& l : places) heights.push_back(l.foot.z);
    const size_t many = room / 3 / each;
    std::nth_element(heights.begin(), heights.begin() + static_cast<std::ptrdiff_t>(many), heights.end());
    const float highest = heights[many];
    std::vector<LeafPlace> close;
    for (const LeafPlace& l : places)
        if (l.foot.z < highest) close.push_back(l);
    std::erase_if(places, [&](const LeafPlace& l) { return l.foot.z < highest; });
    form.closeLeafTriangles = addSome(form.parts[1], close, leaf, LeafDetail::Shaped, close.size() * each).triangles;
    form.closeTriangles = form.parts[1].triangles.size();
    return form.closeTriangles;
}

Form formOf(const Grown& g, Level level, float fuller) {
    Form form;
    form.parts.resize(std::size(kWoodyParts));
    const float thick = g.recipe.wood.stem.radius * g.growth.size;
    addSoil(form.parts[4], g, thick, level);
    const size_t most = kMostTriangles[static_cast<size_t>(level)];
    const bool brush = g.recipe.leaf.shape == "brush", bare = g.leaves.empty();
    BarkDetail bark;
    switch (level) {
    case Level::Hero:
        bark = {.roundness = 1.4f, .mostTwigs = brush ? 0 : most / 30};
        break;
    case Level::Near: // twigs within brushes of needles are not seen
        bark = {.thinnest = bare ? 0 : 0.03f * thick, .mostTwigs = brush ? 0 : most / (bare ? 8 : 40)};
        break;
    case Level::Middle:
        bark = {.thinnest = (bare ? 0.05f : 0.09f) * thick,
                .roundness = 0.5f,
                .straightness = 2,
                .mostTwigs = 0,
                .mostStems = 24};
        break;
    case Level::Far:
        bark = {.thinnest = (bare ? 0.05f : 0.28f) * thick,
                .roundness = 0.35f,
                .straightness = 5,
                .mostTwigs = 0,
                .mostStems = 6};
        break;
    }
    if (bare)
        bark.broader = fuller;
    else
        bark.twigsBroader = std::max(1.0f, fuller);
    if (level <= Level::Near) bark.hollow = g.recipe.health.hollow; // from afar nobody looks into it
    // Of many thin branches only the thickest fit.
    for (int tries = 0; tries < 30; ++tries) {
        form.parts[0] = form.parts[3] = Mesh();
        barkOf(g.wood, g.recipe.wood.stem.flare, 0.05f * thick, bark, form.parts[0], form.parts[3],
               mix(g.growth.seed, 13));
        if (form.triangles() <= most * (bare ? 10 : 4) / 10) break;
        bark.thinnest = std::max(1.3f * bark.thinnest, 0.02f * thick);
        bark.mostTwigs /= 2;
        bark.mostStems = std::max(1, bark.mostStems * 3 / 4);
    }
    const LeafDetail finest =
        level == Level::Hero || (brush && level == Level::Near) ? LeafDetail::Fine : LeafDetail::Shaped;
    const size_t left = std::max(most - std::min(most, form.triangles()), most / 2);
    const size_t flowers = g.blossoms.empty() ? 0 : left / 3;
    const LeafRecipe& leaf = g.recipe.leaf;
    // Leaves that cover less lie in several layers: their area stays.
    const float layers = std::min(1 / (fuller * fuller), 12.0f);
    std::vector<LeafPlace> high = g.leaves;
    size_t room = left - flowers;
    if (level == Level::Hero) room -= addClose(form, high, leaf, room);
    const LeavesAdded added = addSome(form.parts[1], high, leaf, finest, room, layers);
    form.grain = added.larger * std::sqrt(leaf.length * leaf.width);
    form.leafTriangles = added.triangles;
    addSome(form.parts[2], g.blossoms, g.recipe.blossom, finest, flowers);
    if (bare) form.grain = std::max(0.01f, bark.thinnest);
    stake(form.parts[3], g.recipe.stakes, g.growth.height);
    if (g.recipe.lying) fell(form, thick);
    return form;
}

} // namespace

Wood woodOf(const WoodyRecipe& recipe, float height, Random& random) {
    // As many twigs as bear the leaves.
    float twigs = 0;
    if (recipe.leaf.count > 0)
        twigs = recipe.leafArea * crownArea(recipe.wood.crown, height) /
                (recipe.leaf.count * area(leafShape(recipe.leaf, LeafDetail::Shaped)));
    // Leaves reach beyond their twigs by most of their length.
    WoodRecipe wood = recipe.wood;
    const bool outwards = recipe.leaf.count > 0 && recipe.leaf.set != "along";
    const float beyond = outwards ? 1.3f * recipe.leaf.length / height : 0;
    if (!recipe.clipped) wood.crown.width = std::max(wood.crown.width - beyond, 0.6f * wood.crown.width);
    return growWood(wood, height, static_cast<int>(twigs), random);
}

Shaper growWoody(const WoodyRecipe& recipe, const Growth& growth) {
    auto g = std::make_shared<Grown>(Grown{recipe, growth, {}, {}, {}});
    // Streams of their own: another leaf changes no branch.
    Random random(growth.seed), leafRandom(mix(growth.seed, 11)), flowerRandom(mix(growth.seed, 12));
    g->wood = broken(woodOf(recipe, growth.height, random), recipe.health.broken, mix(growth.seed, 16));
    const Wood alive = living(g->wood, recipe.health.dead, mix(growth.seed, 17));
    g->leaves = placeLeaves(alive, recipe.leaf, leafRandom);
    g->blossoms = placeLeaves(alive, recipe.blossom, flowerRandom);
    // The same leaves go first from season to season.
    const auto thin = [&](std::vector<LeafPlace>& places, float share, uint64_t salt) {
        size_t kept = 0;
        for (size_t i = 0; i < places.size(); ++i)
            if (unitFloat(mix(growth.seed, i, salt)) < share) places[kept++] = places[i];
        places.resize(kept);
    };
    if (recipe.inLeaf < 1) thin(g->leaves, recipe.inLeaf, 14);
    if (recipe.inFlower < 1) thin(g->blossoms, recipe.inFlower, 15);
    if (recipe.clipped) {
        g->leaves = clipped(std::move(g->leaves), recipe.wood.crown, growth.height);
        g->blossoms = clipped(std::move(g->blossoms), recipe.wood.crown, growth.height);
    }
    return [g](Level level, float fuller) { return formOf(*g, level, fuller); };
}

} // namespace thallos
