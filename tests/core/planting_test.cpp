#include <algorithm>
#include <cmath>
#include <map>

#include <gtest/gtest.h>

#include "core/base/assets.h"
#include "core/planting/drift.h"
#include "core/planting/plantings.h"
#include "core/planting/species.h"

using namespace thallos;

namespace {

PlantingSite openSite() {
    return {[](const V2f& p) { return 0.1f * p.x; }, [](const V2f&) { return V3f(-0.1f, 0, 1).normalized(); },
            [](const V2f&, float) { return true; }};
}

Drift meadow() {
    Drift d;
    d.areas = {{{-30, -30}, {30, -30}, {30, 30}, {-30, 30}}};
    d.mix = {{"Fescue", 1}};
    d.density = 2;
    d.spacing = 0;
    d.seed = 5;
    return d;
}
const std::vector<MixSpecies> kMix{{1, 0, 0.5f}};
const Box2f kAll({-100, -100}, {100, 100});

std::map<uint32_t, V2f> placed(const Drift& d, const PlantingSite& site = openSite(),
                               const std::vector<MixSpecies>& mix = kMix, uint64_t id = 9) {
    std::vector<PlantRecord> r;
    scatter(d, id, 9, mix, kAll, site, r);
    std::map<uint32_t, V2f> out;
    for (const PlantRecord& p : r) out[p.key] = {p.x, p.y};
    return out;
}

// Every plant of the smaller set stands in the larger at the same place.
void expectStaysPut(const std::map<uint32_t, V2f>& few, const std::map<uint32_t, V2f>& many) {
    EXPECT_LT(few.size(), many.size());
    for (const auto& [key, at] : few) {
        const auto it = many.find(key);
        ASSERT_NE(it, many.end());
        EXPECT_EQ(it->second, at);
    }
}

} // namespace

TEST(Scatter, IsDenseAsAsked) {
    const size_t n = placed(meadow()).size();
    EXPECT_NEAR(static_cast<double>(n) / area(meadow()), 2, 0.1);
}

TEST(Scatter, SameInSameOut) {
    EXPECT_EQ(placed(meadow()), placed(meadow()));
}

TEST(Scatter, AnotherSeedOrDriftIsAnotherLayout) {
    Drift d = meadow();
    d.seed = 6;
    EXPECT_NE(placed(d), placed(meadow()));
    EXPECT_NE(placed(meadow(), openSite(), kMix, 10), placed(meadow()));
}

TEST(PlantsStayPut, WhenTheDensityChanges) {
    Drift thin = meadow(), thick = meadow();
    thick.density = 5;
    expectStaysPut(placed(thin), placed(thick));
}

TEST(PlantsStayPut, WhenTheDensityChangesUnderSpacing) {
    Drift thin = meadow(), thick = meadow();
    thin.spacing = thick.spacing = 0.5f;
    thick.density = 6;
    expectStaysPut(placed(thin), placed(thick));
}

TEST(PlantsStayPut, WhenAMaskOpens) {
    PlantingSite half = openSite();
    half.open = [](const V2f& p, float) { return p.x < 4; };
    expectStaysPut(placed(meadow(), half), placed(meadow()));
    // With spacing too: what a mask hides still keeps its distance.
    Drift d = meadow();
    d.spacing = 0.6f;
    expectStaysPut(placed(d, half), placed(d));
}

TEST(PlantsStayPut, WhenTheOutlineMoves) {
    Drift moved = meadow();
    for (V2f& p : moved.areas[0]) p += V2f(10, 3);
    const auto a = placed(meadow()), b = placed(moved);
    int common = 0;
    for (const auto& [key, at] : a)
        if (const auto it = b.find(key); it != b.end()) {
            EXPECT_EQ(it->second, at);
            ++common;
        }
    EXPECT_GT(common, 3000);
}

TEST(PlantsStayPut, WhenTheMixChanges) {
    const std::vector<MixSpecies> two{{0.5f, 0, 0.5f}, {1, 1, 0.5f}}, other{{0.7f, 0, 0.5f}, {1, 1, 0.5f}};
    EXPECT_EQ(placed(meadow(), openSite(), two), placed(meadow(), openSite(), other));
}

TEST(Scatter, WindowsGiveTheSameAsTheWhole) {
    Drift d = meadow();
    d.spacing = 0.7f;
    std::vector<PlantRecord> whole, pieces;
    scatter(d, 9, 9, kMix, kAll, openSite(), whole);
    for (int y = -100; y < 100; y += 25)
        for (int x = -100; x < 100; x += 25)
            scatter(d, 9, 9, kMix,
                    {{static_cast<float>(x), static_cast<float>(y)},
                     {static_cast<float>(x + 25), static_cast<float>(y + 25)}},
                    openSite(), pieces);
    std::map<uint32_t, V2f> a, b;
    for (const PlantRecord& r : whole) a[r.key] = {r.x, r.y};
    for (const PlantRecord& r : pieces) b[r.key] = {r.x, r.y};
    EXPECT_EQ(a, b);
}

class Spacing : public testing::TestWithParam<float> {};
TEST_P(Spacing, IsKept) {
    Drift d = meadow();
    d.areas = {{{-12, -12}, {12, -12}, {12, 12}, {-12, 12}}};
    d.density = 8;
    d.spacing = GetParam();
    std::vector<V2f> at;
    for (const auto& [key, p] : placed(d)) at.push_back(p);
    ASSERT_GT(at.size(), 4u);
    for (size_t i = 0; i < at.size(); ++i)
        for (size_t j = i + 1; j < at.size(); ++j) EXPECT_GE((at[i] - at[j]).length(), GetParam() * 0.999f);
}
INSTANTIATE_TEST_SUITE_P(Distances, Spacing, testing::Values(0.2f, 1.0f, 3.0f, 6.0f));

TEST(Scatter, MixFollowsItsShares) {
    std::vector<PlantRecord> r;
    scatter(meadow(), 9, 9, {{0.25f, 0, 0.5f}, {1, 1, 0.5f}}, kAll, openSite(), r);
    int first = 0, individuals[3] = {};
    for (const PlantRecord& p : r) {
        first += p.individual.species() == 0;
        ++individuals[p.individual.which()];
    }
    EXPECT_NEAR(static_cast<double>(first) / static_cast<double>(r.size()), 0.25, 0.03);
    for (int n : individuals) EXPECT_NEAR(static_cast<double>(n) / static_cast<double>(r.size()), 1.0 / 3, 0.03);
}

TEST(Scatter, PlantsStandOnTheGroundAndDiffer) {
    Drift d = meadow();
    d.sizeSpread = 0.3f;
    d.lean = 1;
    std::vector<PlantRecord> r;
    scatter(d, 9, 9, kMix, kAll, openSite(), r);
    float low = 9, high = 0;
    std::map<uint16_t, int> yaws;
    for (const PlantRecord& p : r) {
        EXPECT_NEAR(p.z, 0.1f * p.x, 1e-5);
        low = std::min(low, scaleOf(p));
        high = std::max(high, scaleOf(p));
        ++yaws[p.yaw];
        EXPECT_LT(p.tiltEast, 0) << "leaning with a slope that falls to the west";
        EXPECT_EQ(p.tiltNorth, 0);
    }
    EXPECT_NEAR(low, 0.7f, 0.02f);
    EXPECT_NEAR(high, 1.3f, 0.02f);
    EXPECT_GT(yaws.size(), r.size() / 2);
}

TEST(Scatter, NoNeighbourIsTheSameTurnedTheSame) {
    std::vector<PlantRecord> r;
    Drift d = meadow();
    d.density = 0.2f;
    scatter(d, 9, 9, kMix, kAll, openSite(), r);
    for (size_t i = 0; i < r.size(); ++i)
        for (size_t j = i + 1; j < r.size(); ++j)
            if (std::hypot(r[i].x - r[j].x, r[i].y - r[j].y) < 2 && r[i].individual == r[j].individual)
                EXPECT_NE(r[i].yaw, r[j].yaw);
}

TEST(Scatter, PatchesLeaveGaps) {
    Drift d = meadow();
    d.patchiness = 0.6f;
    const auto broken = placed(d);
    expectStaysPut(broken, placed(meadow()));
    EXPECT_LT(broken.size(), placed(meadow()).size() * 0.85);
    EXPECT_GT(broken.size(), placed(meadow()).size() * 0.15);
}

TEST(Scatter, NothingWithoutMixOrAreaOrDensity) {
    Drift d = meadow();
    EXPECT_TRUE(placed(d, openSite(), {}).empty());
    d.density = 0;
    EXPECT_TRUE(placed(d).empty());
    d = meadow();
    d.areas.clear();
    EXPECT_TRUE(placed(d).empty());
}

TEST(Record, IsSmall) {
    EXPECT_LE(sizeof(PlantRecord), 32u);
}

namespace {

// A tree of six metres that keeps its distance, among grass that does not.
const std::vector<MixSpecies> kTreeAmongGrass{{0.8f, 0, 0.5f}, {1, 1, 6, 6}};

std::vector<V2f> treesOf(const std::vector<PlantRecord>& plants) {
    std::vector<V2f> out;
    for (const PlantRecord& p : plants)
        if (p.individual.species() == 1) out.emplace_back(p.x, p.y);
    return out;
}

} // namespace

TEST(OwnSpacing, OneTreeStandsWhereItsCrownHasRoomAndGrassFillsTheRest) {
    std::vector<PlantRecord> mixed, grass;
    scatter(meadow(), 9, 9, kTreeAmongGrass, kAll, openSite(), mixed);
    scatter(meadow(), 9, 9, kMix, kAll, openSite(), grass);
    EXPECT_EQ(mixed.size(), grass.size()) << "where no tree may stand, grass does";
    const std::vector<V2f> trees = treesOf(mixed);
    ASSERT_GT(trees.size(), 20u);
    EXPECT_LT(static_cast<double>(trees.size()), area(meadow()) / 30) << "not one on every few square metres";
    for (size_t i = 0; i < trees.size(); ++i)
        for (size_t k = 0; k < i; ++k) EXPECT_GE((trees[i] - trees[k]).length(), 6 - 1e-3f);
}

TEST(OwnSpacing, TwoKindsKeepTheMeanOfTheirs) {
    const std::vector<MixSpecies> mix{{0.5f, 0, 8, 8}, {1, 1, 4, 4}};
    std::vector<PlantRecord> plants;
    scatter(meadow(), 9, 9, mix, kAll, openSite(), plants);
    ASSERT_GT(plants.size(), 40u);
    const auto own = [](const PlantRecord& p) { return p.individual.species() == 0 ? 8.0f : 4.0f; };
    for (size_t i = 0; i < plants.size(); ++i)
        for (size_t k = 0; k < i; ++k)
            EXPECT_GE((V2f(plants[i].x, plants[i].y) - V2f(plants[k].x, plants[k].y)).length(),
                      (own(plants[i]) + own(plants[k])) / 2 - 1e-3f);
}

TEST(OwnSpacing, WindowsGiveTheSameAsTheWhole) {
    std::vector<PlantRecord> whole, pieces;
    scatter(meadow(), 9, 9, kTreeAmongGrass, kAll, openSite(), whole);
    for (int y = -100; y < 100; y += 20)
        for (int x = -100; x < 100; x += 20)
            scatter(meadow(), 9, 9, kTreeAmongGrass,
                    {{static_cast<float>(x), static_cast<float>(y)},
                     {static_cast<float>(x + 20), static_cast<float>(y + 20)}},
                    openSite(), pieces);
    const auto sorted = [](std::vector<V2f> at) {
        std::sort(at.begin(), at.end(), [](const V2f& a, const V2f& b) { return a.x < b.x; });
        return at;
    };
    EXPECT_EQ(sorted(treesOf(whole)), sorted(treesOf(pieces)));
}

TEST(Plantings, AreKnownAgainUntilSomethingIsChanged) {
    Drift d = meadow();
    for (const Planting& p : plantings()) {
        d = planted(d, p);
        ASSERT_TRUE(plantingOf(d));
        EXPECT_EQ(plantingOf(d)->id, p.id);
        EXPECT_EQ(d.areas, meadow().areas);
        EXPECT_EQ(d.seed, meadow().seed);
    }
    d.mix.push_back({"Oak", 0.2f});
    EXPECT_FALSE(plantingOf(d));
}

TEST(Plantings, HoldOnlySpeciesOfTheLibraryThatAreLow) {
    const auto library = PlantLibrary::load(assetFolder() / "species");
    for (const Planting& p : plantings())
        for (const MixEntry& m : p.mix) {
            const int at = library->find(m.species);
            ASSERT_GE(at, 0) << m.species;
            EXPECT_TRUE(library->isLow(at)) << m.species;
        }
}

TEST(Plantings, ATreeAddedToOldGrassKeepsItsDistanceAndAWoodStaysAsItIs) {
    const auto library = PlantLibrary::load(assetFolder() / "species");
    Drift grass = meadow();
    grass.version = 1;
    EXPECT_EQ(withSpecies(grass, "Oxeye daisy", *library).version, 1);
    const Drift withOak = withSpecies(grass, "Oak", *library);
    EXPECT_EQ(withOak.version, 2);
    EXPECT_EQ(withOak.mix.size(), 2u);
    EXPECT_EQ(withSpecies(withOak, "Oak", *library), withOak);
    Drift wood = grass;
    wood.mix = {{"Birch", 1}};
    EXPECT_EQ(withSpecies(wood, "Oak", *library).version, 1);
}
