// What keeps plants out: the grid of areas answers as going through all of them does.
#include <gtest/gtest.h>

#include "core/base/hash.h"
#include "core/project/keep_out.h"
#include "tests/core/sample_site.h"

using namespace thallos;
using namespace thallos::test;

namespace {

// A hundred clearings and sheds, some of them across and beyond the border.
Project crowded() {
    Project p = sample();
    Random random(5);
    const Building shed = *bodyOf<Building>(find(p, "Shed"));
    std::vector<Item> items;
    const Box2f site = p.ground->grid.box();
    for (int i = 0; i < 100; ++i) {
        const V2f at(random.between(site.min.x - 10, site.max.x + 10),
                     random.between(site.min.y - 10, site.max.y + 10));
        Item item;
        item.name = "Area";
        if (i % 2) {
            Building b = shed;
            b.position = {at.x, at.y, 0};
            b.yaw = 6 * random.unit();
            item.body = b;
        } else {
            const float r = 1 + 8 * random.unit();
            item.body = Clearing{{{at + V2f(r, 0), at + V2f(0, r), at - V2f(r, 0), at - V2f(0, r)}}};
        }
        items.push_back(std::move(item));
    }
    return added(p, items);
}

} // namespace

TEST(KeptOut, TheGridAnswersAsAllAreasDo) {
    Project p = crowded();
    p = removed(p, find(p, "Gravel")->id);
    const HeightField field = naturalOf(p);
    const std::vector<WaterBody> dry;
    const BuiltCovers plain;
    const KeptOut kept(p, field, dry, plain);
    std::vector<KeepOut> areas;
    for (const auto& item : p.items)
        if (shown(p, *item))
            withKind(item->body, [&](const auto& kind, const auto& body) { kind.footprint(body, areas); });
    ASSERT_GT(areas.size(), 90u);
    Random random(9);
    const Box2f site = p.ground->grid.box();
    int open = 0, shut = 0;
    for (int i = 0; i < 20000; ++i) {
        const V2f at(random.between(site.min.x, site.max.x), random.between(site.min.y, site.max.y));
        const float spread = i % 3 == 0 ? 14 * random.unit() : 0.4f * random.unit();
        bool expected = true;
        for (const KeepOut& a : areas)
            expected = expected &&
                       !(a.walls ? signedDistance(a.outline, at) < 0.05f + 0.42f * spread : contains(a.outline, at));
        ASSERT_EQ(kept.open(at, spread), expected) << at << " " << spread;
        ++(expected ? open : shut);
    }
    EXPECT_GT(open, 1000);
    EXPECT_GT(shut, 1000);
    EXPECT_FALSE(kept.open(site.max + V2f(1), 0)) << "outside of the site nothing grows";
}

TEST(KeptOut, NothingKeepsOutOfAnEmptySite) {
    const Project p = newProject({100, 100}, 1, "Empty");
    const HeightField field = naturalOf(p);
    const std::vector<WaterBody> dry;
    const BuiltCovers plain;
    const KeptOut kept(p, field, dry, plain);
    EXPECT_TRUE(kept.open({3, -8}, 5));
}

TEST(HeightRanges, AreThoseOfTheSamples) {
    const HeightField field = naturalOf(sample());
    for (const auto& tile : field.tiles) {
        V2f range(1e9f, -1e9f);
        for (int y = 0; y <= tile->cells.y; ++y)
            for (int x = 0; x <= tile->cells.x; ++x)
                range = {std::min(range.x, tile->at(x, y)), std::max(range.y, tile->at(x, y))};
        EXPECT_EQ(tile->range, range);
    }
}
