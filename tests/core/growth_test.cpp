// How wood and leaves grow, for every woody species that ships.
#include <cmath>
#include <map>
#include <tuple>

#include <gtest/gtest.h>

#include "core/material/material.h"
#include "core/planting/bark.h"
#include "core/planting/species.h"
#include "tests/core/sample_site.h"

using namespace thallos;
using namespace thallos::test;

namespace {

struct Grown {
    const SpeciesRecipe* recipe;
    const WoodyRecipe* woody;
    Wood wood;
};

// One of each woody species.
const std::vector<Grown>& all() {
    static const auto list = [] {
        std::vector<Grown> out;
        for (const Species& s : library()->species()) {
            const auto* woody = std::get_if<WoodyRecipe>(&s.recipe.growth);
            if (!woody) continue;
            Random random(77);
            out.push_back({&s.recipe, woody, woodOf(*woody, s.recipe.height, random)});
        }
        return out;
    }();
    return list;
}

} // namespace

TEST(Wood, EveryNodeHasAParentBeforeIt) {
    for (const Grown& g : all()) {
        int feet = 0;
        for (size_t i = 0; i < g.wood.nodes.size(); ++i) {
            const WoodNode& n = g.wood.nodes[i];
            ASSERT_LT(n.parent, static_cast<int>(i)) << g.recipe->name;
            ASSERT_TRUE(std::isfinite(n.at.x + n.at.y + n.at.z + n.radius)) << g.recipe->name;
            feet += n.parent < 0;
            // A twig grows from wood, and only twigs grow from twigs.
            if (n.parent >= 0 && n.order < 3) EXPECT_LT(g.wood.nodes[n.parent].order, 3) << g.recipe->name;
        }
        EXPECT_EQ(feet, g.wood.stems) << g.recipe->name;
    }
}

TEST(Wood, IsAsHighAndWideAsAsked) {
    for (const Grown& g : all()) {
        Box3f box;
        for (const WoodNode& n : g.wood.nodes) box.extendBy(n.at);
        EXPECT_NEAR(box.max.z, g.recipe->height, 0.01f * g.recipe->height) << g.recipe->name;
        // With their leaves, in the mean of two directions.
        Random random(5);
        for (const LeafPlace& l : placeLeaves(g.wood, g.woody->leaf, random))
            box.extendBy(l.foot + l.along * (0.9f * g.woody->leaf.length * l.size));
        const CrownRecipe& crown = g.woody->wood.crown;
        const float asked = crown.width * g.recipe->height * (crown.square ? (1 + crown.depth) / 2 : 1);
        const float wide = (box.size().x + box.size().y) / 2;
        if (g.woody->clipped || g.woody->leaf.length > 0.3f) continue; // shears see to it; fronds are longer than wood
        EXPECT_NEAR(wide / asked, 1, 0.05) << g.recipe->name;
    }
}

TEST(Wood, IsAsThickAsAllThatItFeeds) {
    for (const Grown& g : all()) {
        const auto& nodes = g.wood.nodes;
        const Children children = childrenOf(g.wood);
        // The exponent that one fork tells holds for all others.
        float exponent = 0;
        for (size_t i = 0; i < nodes.size(); ++i) {
            const int first = children.first[i], count = children.first[i + 1] - first;
            for (int k = 0; k < count; ++k)
                ASSERT_LE(nodes[children.list[first + k]].radius, nodes[i].radius * 1.0001f);
            if (count < 2) continue;
            const auto excess = [&](float e) {
                float sum = 0;
                for (int k = 0; k < count; ++k)
                    sum += std::pow(nodes[children.list[first + k]].radius / nodes[i].radius, e);
                return sum;
            };
            if (exponent == 0) {
                float low = 1, high = 8;
                for (int step = 0; step < 40; ++step) (excess((low + high) / 2) > 1 ? low : high) = (low + high) / 2;
                exponent = low;
            }
            ASSERT_NEAR(excess(exponent), 1, 0.05f) << g.recipe->name << " node " << i;
        }
    }
}

TEST(Leaves, StandOnTwigsAndFaceSomewhere) {
    for (const Grown& g : all()) {
        Random random(5);
        const auto places = placeLeaves(g.wood, g.woody->leaf, random);
        if (g.woody->leaf.count == 0) {
            EXPECT_TRUE(places.empty());
            continue;
        }
        EXPECT_GT(places.size(), 20u) << g.recipe->name;
        const size_t step = std::max<size_t>(97, places.size() / 60);
        for (size_t k = 0; k < places.size(); k += step) {
            const LeafPlace& l = places[k];
            EXPECT_NEAR(l.along.length(), 1, 1e-3f);
            EXPECT_NEAR(l.along.dot(l.face), 0, 1e-3f);
            float nearest = 1e9f;
            for (const WoodNode& n : g.wood.nodes)
                if (n.order == 3) nearest = std::min(nearest, (n.at - l.foot).length());
            EXPECT_LE(nearest, g.woody->wood.twigs.length * 1.5f) << g.recipe->name;
        }
    }
}

TEST(Leaves, CoverTheGroundAsOftenAsAsked) {
    for (const char* name : {"Oak", "Beech", "Norway maple", "Hazel", "Hawthorn"}) {
        const auto found =
            std::find_if(all().begin(), all().end(), [&](const Grown& g) { return g.recipe->name == name; });
        ASSERT_NE(found, all().end());
        Random random(5);
        float leaf = 0;
        for (const LeafPlace& l : placeLeaves(found->wood, found->woody->leaf, random)) leaf += l.size * l.size;
        leaf *= area(leafShape(found->woody->leaf, LeafDetail::Shaped));
        const float wide = found->woody->wood.crown.width * found->recipe->height;
        EXPECT_NEAR(leaf / (kPi / 4 * wide * wide) / found->woody->leafArea, 1, 0.25f) << name;
    }
}

TEST(Leaves, LookUpOnTheirUpperSide) {
    for (const char* shape : kLeafShapes) {
        if (std::string(shape) == "brush" || std::string(shape) == "needle") continue;
        LeafRecipe r;
        r.shape = shape;
        for (const LeafDetail detail : {LeafDetail::Plain, LeafDetail::Shaped, LeafDetail::Fine}) {
            const Mesh m = leafShape(r, detail);
            float up = 0, whole = 0;
            for (const V3i& t : m.triangles) {
                const V3f n = (m.positions[t.y] - m.positions[t.x]).cross(m.positions[t.z] - m.positions[t.x]);
                up += n.z;
                whole += n.length();
            }
            EXPECT_GT(up, 0.5f * whole) << shape << " " << static_cast<int>(detail);
        }
    }
}

TEST(Bark, TubesAreShut) {
    // Every edge of a stem's surface is shared by two triangles, in opposite directions.
    for (const Grown& g : all()) {
        Mesh bark, twigs;
        barkOf(g.wood, g.woody->wood.stem.flare, 0, {.thinnest = 0.02f}, bark, twigs, 3);
        // Where bark meets itself round a tube two corners lie at one place.
        std::map<std::tuple<float, float, float>, int> places;
        std::vector<int> place;
        for (const V3f& p : bark.positions)
            place.push_back(places.try_emplace({p.x, p.y, p.z}, static_cast<int>(places.size())).first->second);
        std::map<std::pair<int, int>, int> edges;
        for (const V3i& t : bark.triangles)
            for (int k = 0; k < 3; ++k)
                ++edges[{place[static_cast<size_t>(t[k])], place[static_cast<size_t>(t[(k + 1) % 3])]}];
        int open = 0;
        for (const auto& [edge, n] : edges) {
            const auto back = edges.find({edge.second, edge.first});
            open += n != 1 || back == edges.end() || back->second != 1;
        }
        EXPECT_EQ(open, 0) << g.recipe->name;
    }
}

TEST(Bark, StemsDoNotCrossThemselves) {
    // From ring to ring every corner of a stem goes on the way the stem goes: no ring cuts the one before.
    for (const Grown& g : all()) {
        Mesh bark, twigs;
        barkOf(g.wood, g.woody->wood.stem.flare, 0, {.thinnest = 0.02f}, bark, twigs, 3);
        if (bark.uvs.empty()) continue;
        // The first tube is a stem's: a ring's last corner lies on its first, one turn on; its end is a point.
        const float steps = bark.uvs[0].x;
        size_t row = 1;
        while (row < bark.uvs.size() && bark.uvs[row].x < steps + 0.999f) ++row;
        ++row;
        int rings = 0, crossed = 0;
        std::vector<V3f> middles;
        for (size_t first = 0; first + row <= bark.positions.size() && bark.uvs[first].x == steps; first += row) {
            V3f sum(0);
            for (size_t k = 0; k + 1 < row; ++k) sum += bark.positions[first + k];
            middles.push_back(sum / static_cast<float>(row - 1));
        }
        for (size_t r = 0; r + 1 < middles.size(); ++r, ++rings)
            for (size_t k = 0; k + 1 < row; ++k)
                crossed += (bark.positions[(r + 1) * row + k] - bark.positions[r * row + k])
                               .dot(middles[r + 1] - middles[r]) <= 0;
        EXPECT_GT(rings, 1) << g.recipe->name;
        EXPECT_EQ(crossed, 0) << g.recipe->name << ", " << rings << " rings";
    }
}

TEST(Bark, LiesRoundItsBranchWithoutStretching) {
    for (const Grown& g : all()) {
        if (g.recipe->name != "Oak" && g.recipe->name != "Birch") continue;
        Mesh bark, twigs;
        barkOf(g.wood, 0, 0, {.thinnest = 0.02f}, bark, twigs, 3);
        ASSERT_EQ(bark.uvs.size(), bark.positions.size());
        int even = 0, all = 0;
        for (const V3i& t : bark.triangles) {
            const float steps = std::floor(std::min({bark.uvs[t.x].x, bark.uvs[t.y].x, bark.uvs[t.z].x}));
            EXPECT_GE(steps, 1);
            // Metres of u and v against metres of the surface: alike, wherever on the branch.
            const HitPoint spot = hitPointOf(bark, static_cast<unsigned>(&t - bark.triangles.data()), 0.3f, 0.3f, 1);
            if (spot.alongU.length2() <= 0 || spot.alongV.length2() <= 0) continue; // a foot's lid, inside of the wood
            const float u = spot.alongU.length() / (steps * kGirthStep), v = spot.alongV.length();
            ++all;
            even += u / v > 0.6f && u / v < 1.7f;
        }
        EXPECT_GT(even, all * 8 / 10) << g.recipe->name;
    }
}

TEST(Bark, AHollowReachesIntoTheStem) {
    for (const Grown& g : all()) {
        if (g.recipe->name != "Veteran oak") continue;
        const auto inmost = [&](float hollow) {
            Mesh bark, twigs;
            barkOf(g.wood, 0, 0, {.thinnest = 0.3f, .hollow = hollow}, bark, twigs, 3);
            float least = 1e9f;
            for (const V3f& p : bark.positions)
                if (p.z > 0.8f && p.z < 1.4f) least = std::min(least, xy(p).length());
            return least;
        };
        EXPECT_LT(inmost(0.8f), 0.6f * inmost(0));
    }
}

TEST(Health, BrokenLimbsAreShortAndThick) {
    for (const Grown& g : all()) {
        const Wood whole = g.wood, half = broken(whole, 0.5f, 9);
        EXPECT_LE(half.nodes.size(), whole.nodes.size());
        EXPECT_EQ(half.stems, whole.stems);
        for (size_t i = 0; i < half.nodes.size(); ++i) ASSERT_LT(half.nodes[i].parent, static_cast<int>(i));
        EXPECT_EQ(broken(whole, 0, 9).nodes.size(), whole.nodes.size());
        if (g.recipe->name != "Oak") continue;
        EXPECT_LT(half.nodes.size(), whole.nodes.size() * 8 / 10);
        // Some limb ends where it is thick.
        const Children children = childrenOf(half);
        int stumps = 0;
        for (size_t i = 0; i < half.nodes.size(); ++i)
            stumps +=
                half.nodes[i].order == 1 && children.first[i] == children.first[i + 1] && half.nodes[i].radius > 0.02f;
        EXPECT_GE(stumps, 2);
    }
}

TEST(Health, DeadBranchesKeepTheirWoodAndLoseTheirLeaves) {
    for (const Grown& g : all()) {
        if (g.recipe->name != "Oak") continue;
        const auto leaves = [&](float dead) {
            Random random(3);
            return placeLeaves(living(g.wood, dead, 4), g.woody->leaf, random).size();
        };
        const size_t all = leaves(0);
        EXPECT_LT(leaves(0.3f), all * 9 / 10);
        EXPECT_GT(leaves(0.3f), all * 4 / 10);
        EXPECT_LT(leaves(0.6f), leaves(0.3f));
        EXPECT_EQ(leaves(1), 0u);
        // Low ones die first.
        const auto mean = [](const Wood& w) {
            double sum = 0, n = 0;
            for (const WoodNode& x : w.nodes)
                if (x.order == 3) {
                    sum += static_cast<double>(x.at.z);
                    ++n;
                }
            return sum / std::max(n, 1.0);
        };
        EXPECT_GT(mean(living(g.wood, 0.5f, 4)), mean(g.wood));
    }
}
