// What of the ground is made anew after an edit: the squares that it reaches, and in the end the same as from nothing.
#include <cmath>

#include <gtest/gtest.h>

#include "core/base/hash.h"
#include "core/ground/bank.h"
#include "core/ground/land_block.h"
#include "core/project/kinds/site_line.h"
#include "core/project/land.h"
#include "core/trace/ray.h"
#include "core/trace/scene_builder.h"
#include "tests/core/sample_site.h"

using namespace thallos;

namespace {

// Steps of every form over relief, close enough to each other that most reach others.
Project crowded() {
    Project p = newProject({96, 96}, 0.5f, "squares");
    p = withFinest(p, 0.125f);
    p = withTerrain(p, [](Terrain& t) { t.relief = {5, 4, 40, 0.4f, {0.02f, 0.05f}}; });
    p = added(p, "Sculpting", Sculpting());
    p = added(p, "Bank", Bank{{{-20, 10}, {-6, 16}}, 6, 1.2f});
    Terrace terrace;
    terrace.points = {{4, -20}, {18, -20}, {18, -8}, {4, -8}};
    terrace.levels = 2;
    p = added(p, "Terrace", terrace);
    SiteLine wall = usual(SiteLineSort::RetainingWall);
    wall.points = {{-24, -6}, {-12, -10}, {2, -4}};
    p = added(p, "Wall", wall);
    Path path;
    path.points = {{-30, -20}, {-4, 0}, {26, 6}};
    path.steps = true;
    return added(p, "Path", path);
}

void expectSame(const HeightField& a, const HeightField& b) {
    ASSERT_EQ(a.tiles.size(), b.tiles.size());
    for (size_t i = 0; i < a.tiles.size(); ++i) {
        ASSERT_EQ(a.tiles[i]->fine, b.tiles[i]->fine) << i;
        ASSERT_EQ(a.tiles[i]->blocks.size(), b.tiles[i]->blocks.size()) << i;
        for (size_t k = 0; k < a.tiles[i]->blocks.size(); ++k) {
            const HeightBlock &x = *a.tiles[i]->blocks[k], &y = *b.tiles[i]->blocks[k];
            ASSERT_EQ(x.z.values, y.z.values) << i << " " << k;
            ASSERT_EQ(x.range, y.range) << i << " " << k;
            ASSERT_EQ(x.span, y.span) << "what an edit has left behind does not make the next one dearer";
            ASSERT_EQ(x.spans, y.spans) << i << " " << k;
            ASSERT_EQ(x.broken == nullptr, y.broken == nullptr) << i << " " << k;
            if (x.broken) ASSERT_TRUE(*x.broken == *y.broken) << i << " " << k;
        }
    }
}
void expectSame(const Land& a, const Land& b) {
    expectSame(a.field, b.field);
    expectSame(a.natural, b.natural);
}

template <class Change> Project changed(const Project& p, const char* name, Change&& change) {
    Item item = *find(p, name);
    change(item);
    return replaced(p, item);
}

// One of many things that are done to the ground.
Project edited(const Project& p, const HeightField& now, Random& random) {
    const auto place = [&](float within) {
        return V2f(random.between(-within, within), random.between(-within, within));
    };
    switch (static_cast<int>(8 * random.unit())) {
    case 0:
        return dabbed(p, now, {BrushKind::Raise, random.between(1, 12), 0.4f, 0.6f}, place(40));
    case 1:
        return dabbed(p, now, {BrushKind::Lower, random.between(1, 5), 0.3f, 0.3f}, place(24));
    case 2:
        return changed(p, "Path", [&](Item& i) { std::get<Path>(i.body).points[1] += place(2); });
    case 3:
        return changed(p, "Wall", [&](Item& i) { std::get<SiteLine>(i.body).points[1] += place(2); });
    case 4:
        return changed(p, "Bank", [&](Item& i) { std::get<Bank>(i.body).height = random.between(-1, 2); });
    case 5:
        return changed(p, "Terrace", [&](Item& i) { std::get<Terrace>(i.body).points[2] += place(1.5f); });
    case 6:
        return changed(p, "Wall", [&](Item& i) { i.visible = !i.visible; });
    default:
        return changed(p, "Bank", [&](Item& i) { i.visible = !i.visible; });
    }
}

} // namespace

class GroundAfterEdits : public testing::TestWithParam<int> {};

TEST_P(GroundAfterEdits, IsAsMadeFromNothing) {
    Random random(static_cast<uint64_t>(GetParam()));
    Project p = crowded();
    Land land = landOf(p);
    for (int i = 0; i < 12; ++i) {
        p = edited(p, land.field, random);
        land = landOf(p, &land);
        SCOPED_TRACE("edit " + std::to_string(i));
        expectSame(land, landOf(p));
        if (HasFatalFailure()) return;
    }
}
INSTANTIATE_TEST_SUITE_P(Seeds, GroundAfterEdits, testing::Values(1, 2, 3, 4));

TEST(GroundSquares, OfABlockLieSideBySide) {
    for (const V2i& cells : {V2i(128, 128), V2i(20, 9), V2i(3, 1), V2i(8, 17)}) {
        const Squares squares(cells);
        std::vector<int> hit(static_cast<size_t>(cells.x + 1) * (cells.y + 1), 0);
        for (int s = 0; s < squares.count(); ++s) {
            const auto [from, to] = squares.samples(s);
            for (int y = from.y; y <= to.y; ++y)
                for (int x = from.x; x <= to.x; ++x) ++hit[static_cast<size_t>(y) * (cells.x + 1) + x];
        }
        EXPECT_EQ(std::count(hit.begin(), hit.end(), 1), static_cast<std::ptrdiff_t>(hit.size())) << cells.x;
    }
}

TEST(GroundSquares, ASmallDabLeavesWallsAndFarHeightsAlone) {
    const Project p = crowded();
    const Land land = landOf(p);
    const Project q = dabbed(p, land.field, {BrushKind::Raise, 2, 0.5f, 0.5f}, {30, 30});
    const Land after = landOf(q, &land);
    int broken = 0, kept = 0;
    for (size_t i = 0; i < land.field.tiles.size(); ++i)
        for (size_t k = 0; k < land.field.tiles[i]->blocks.size(); ++k)
            if (const auto& was = land.field.tiles[i]->blocks[k]->broken) {
                ++broken;
                kept += after.field.tiles[i]->blocks[k]->broken == was;
            }
    EXPECT_GT(broken, 2);
    EXPECT_EQ(kept, broken);
    EXPECT_EQ(after.field.at({-20, 10}), land.field.at({-20, 10}));
    EXPECT_GT(after.field.at({30, 30}), land.field.at({30, 30}) + 0.4f);
}

TEST(Layers, DifferOnlyWhereOneHasValues) {
    const GroundGrid grid = GroundGrid::make({64, 64}, 0.5f);
    GridTile<float> some(grid.tileSize(0));
    some.at(10, 20) = 1;
    const Box2f box = differing<float>(grid, 0, &some, nullptr);
    const V2f at = grid.place(grid.tileStart(0) + V2i(10, 20));
    EXPECT_TRUE(box.intersects(at));
    EXPECT_LT(box.size().x, 3 * grid.cell);
    EXPECT_EQ(box, differing<float>(grid, 0, nullptr, &some));
    const GridTile<float> none(grid.tileSize(0));
    EXPECT_TRUE(differing<float>(grid, 0, &none, nullptr).isEmpty());
    EXPECT_TRUE(differing<float>(grid, 0, nullptr, nullptr).isEmpty());
}

TEST(GroundScenes, AreMetAtTheHeightsOfTheField) {
    const auto site = build(crowded(), test::library());
    SceneBuilder builder(true);
    const auto scene = builder.update(site);
    Random random(7);
    int met = 0;
    for (int i = 0; i < 4000; ++i) {
        const V2f p(random.between(-47, 47), random.between(-47, 47));
        const V3f from(p.x, p.y, 60);
        const Hit hit = trace(*scene, from, {0, 0, -1}, from, kFarAway, kMaskSolid);
        ASSERT_TRUE(hit) << "a hole in the ground at " << p.x << ", " << p.y;
        if (scene->objects[hit.object].kind != ObjectKind::Ground) continue; // walls and steps
        ++met;
        EXPECT_NEAR(hit.position.z, site->land.field.at(p), 2e-3f) << p.x << ", " << p.y;
    }
    EXPECT_GT(met, 3600);
}

TEST(GroundSquares, OnlyThoseThatAreAskedForAreEvaluatedAndTheirSpansGrow) {
    const GroundGrid grid = GroundGrid::make({64, 64}, 0.5f);
    BankForm bank;
    bank.line = lineThrough({{-20, 0}, {20, 0}});
    bank.radius = 12;
    bank.height = 2;
    bank.falloff = 0.5f;
    bank.steepest = 10;
    const LandShape shape = bank;
    HeightTile tile;
    tile.cells = grid.tileSize(0);
    tile.blocks.resize(static_cast<size_t>(tile.blockCount().x) * tile.blockCount().y);
    const LandBlock block = blockOf(grid, 0, tile, 0);
    GridTile<float> all(block.cells), some(block.cells);
    Squares every(block.cells), odd(block.cells);
    for (int s = 0; s < odd.count(); ++s) {
        odd.wanted[static_cast<size_t>(s)] = s % 2;
        every.spans[static_cast<size_t>(s)] = odd.spans[static_cast<size_t>(s)] = V2f(0);
    }
    apply(shape, reachOf(shape), block, all, every);
    apply(shape, reachOf(shape), block, some, odd);
    float highest = 0;
    for (int s = 0; s < odd.count(); ++s) {
        const V2f made = every.range(s, all), span = every.spans[static_cast<size_t>(s)];
        EXPECT_EQ(span, joined(V2f(0), made)) << "from where it began to where it ended";
        EXPECT_EQ(odd.range(s, some), s % 2 ? made : V2f(0)) << s;
        EXPECT_EQ(odd.spans[static_cast<size_t>(s)], s % 2 ? span : V2f(0)) << s;
        highest = std::max(highest, made.y);
    }
    EXPECT_NEAR(highest, 2, 0.01f);
}
