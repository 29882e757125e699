// Streams: their water falls and never rises, stands in a channel as wide and deep as asked, and ends in a pond.
#include <gtest/gtest.h>

#include "core/ground/stream.h"
#include "core/planting/species.h"
#include "core/project/works.h"
#include "tests/core/sample_site.h"

using namespace thallos;

namespace {

// Falls to the west by 4 %, with a hump across the way.
float slope(const V2f& p) {
    return 0.04f * p.x + 1.5f * std::exp(-0.02f * (p.x - 5) * (p.x - 5));
}
StreamShape shape() {
    return {curveThrough({{-30, 2}, {-10, -3}, {10, 2}, {30, 0}}, 0.5f), 2, 0.4f, 0.3f};
}
Project sloping() {
    return test::withRelief(withFinest(newProject({100, 80}, 0.5f, "Site"), 0.125f), {1, 0, 60, 0.4f, {0.04f, 0}});
}
Stream stream() {
    Stream s;
    s.points = {{-30, 2}, {-10, -3}, {10, 2}, {30, 0}};
    s.width = 2;
    s.depth = 0.4f;
    s.bank = 0.3f;
    return s;
}
const WaterBody* streamOf(const BuiltSite& site) {
    for (const WaterBody& w : site.waters)
        if (w.stream) return &w;
    return nullptr;
}

} // namespace

TEST(Stream, ItsWaterFallsToTheLowerEndWhicheverCameFirst) {
    StreamShape there = shape(), back = shape();
    std::reverse(back.points.begin(), back.points.end());
    for (const StreamShape& s : {there, back}) {
        const LaidStream laid = layStream(s, slope);
        const bool eastwards = laid.line.points.front().x < 0;
        for (size_t i = 0; i + 1 < laid.levels.size(); ++i)
            if (eastwards)
                EXPECT_LE(laid.levels[i], laid.levels[i + 1]);
            else
                EXPECT_GE(laid.levels[i], laid.levels[i + 1]);
        EXPECT_NEAR(laid.fall(), 2.4f, 0.1f);
        EXPECT_NEAR(laid.level({29.9f, 0}), slope({30, 0}) - 0.3f, 0.05f) << "the banks stand over it";
        EXPECT_LT(laid.level({5, 0.5f}), slope({5, 0}) - 1) << "it has cut through the hump";
    }
    EXPECT_EQ(layStream({{{3, 3}}, 1, 1, 1}, slope).line.segments(), 0u);
}

TEST(Stream, TheChannelIsAsWideAndDeepAsAsked) {
    const Project p = added(sloping(), "Stream", stream());
    const auto site = build(p, PlantLibrary::of({}));
    const WaterBody* w = streamOf(*site);
    ASSERT_TRUE(w);
    const HeightField& field = site->land.field;
    const PlanLine& line = w->stream->line;
    // Its banks wander, evenly to both sides of what is asked.
    float sum = 0, least = 10, most = 0;
    int n = 0;
    for (float s = 5; s < line.length() - 5; s += 0.5f) {
        const V2f at = line.place(s), d = line.direction(s), left(-d.y, d.x);
        EXPECT_NEAR(w->levelAt(at) - field.at(at), 0.4f, 0.03f);
        for (const float side : {1.0f, -1.0f}) {
            float half = 0; // metres to the edge of the water
            while (half < 3 && field.at(at + left * (half * side)) < w->levelAt(at)) half += 0.01f;
            sum += half;
            least = std::min(least, half);
            most = std::max(most, half);
            ++n;
            EXPECT_NEAR(field.at(at + left * (2.6f * side)), 0.04f * at.x, 0.2f) << "then the land";
        }
    }
    EXPECT_NEAR(sum / static_cast<float>(n), 1, 0.06f) << "half of its width";
    EXPECT_GT(least, 0.72f);
    EXPECT_LT(most, 1.35f);
    EXPECT_GT(most - least, 0.15f);
    // Of the natural ground, as the land is.
    EXPECT_LT(naturalOf(p).at(line.place(20)), 0.04f * line.place(20).x - 0.5f);
}

TEST(Stream, ABendIsScouredOutsideAndShallowInside) {
    for (const auto& [side, bank] : {std::pair(1.0f, 0.3f), std::pair(-1.0f, 0.3f), std::pair(1.0f, 1.5f)}) {
        // A quarter of a ring of 6 m, to the left and to the right, and cut in deep.
        Stream s = stream();
        s.bank = bank;
        s.points.clear();
        for (int k = 0; k <= 6; ++k) {
            const float a = kPi / 2 * static_cast<float>(k) / 6;
            s.points.emplace_back(6 * std::sin(a), side * (6 - 6 * std::cos(a)));
        }
        const auto site = build(added(test::withRelief(sloping(), {}), "Stream", s), PlantLibrary::of({}));
        const WaterBody* w = streamOf(*site);
        ASSERT_TRUE(w);
        const PlanLine& line = w->stream->line;
        double outer = 0, inner = 0;
        for (float at = 0.3f * line.length(); at < 0.7f * line.length(); at += 0.2f) {
            const V2f p = line.place(at), d = line.direction(at), out = V2f(d.y, -d.x) * side; // away from the bend
            outer += static_cast<double>(w->levelAt(p) - site->land.field.at(p + out * 0.72f));
            inner += static_cast<double>(w->levelAt(p) - site->land.field.at(p - out * 0.72f));
            EXPECT_NEAR(w->levelAt(p) - site->land.field.at(p), 0.4f, 0.03f);
        }
        EXPECT_GT(outer, 1.5 * inner);
        if (bank < 1) EXPECT_GT(inner, 0) << "its bank lies farther out";
    }
}

TEST(Stream, ItsSheetLiesOnItsLevelAndReachesTheBanks) {
    const auto site = build(added(sloping(), "Stream", stream()), PlantLibrary::of({}));
    const WaterBody& w = *streamOf(*site);
    ASSERT_FALSE(w.surface->empty());
    double area = 0;
    for (const V3i& t : w.surface->triangles) {
        const V3f &a = w.surface->positions[static_cast<size_t>(t.x)],
                  &b = w.surface->positions[static_cast<size_t>(t.y)],
                  &c = w.surface->positions[static_cast<size_t>(t.z)];
        const float twice = (xy(b) - xy(a)).cross(xy(c) - xy(a));
        EXPECT_GT(twice, 0) << "seen from above";
        area += 0.5 * static_cast<double>(twice);
    }
    EXPECT_GT(area, 2 * w.stream->line.length()) << "from bank to bank and into them";
    EXPECT_LT(area, 3.2 * w.stream->line.length());
    for (const V3f& p : w.surface->positions) EXPECT_NEAR(p.z, w.levelAt(xy(p)), 1e-3f);
    ASSERT_GT(w.shore->size(), 100u);
    for (const auto& [a, b] : *w.shore) {
        EXPECT_NEAR(site->land.field.at(a), w.levelAt(a), 0.05f);
        EXPECT_LT((a - b).length(), 0.5f);
    }
    EXPECT_TRUE(w.region->holds(w.stream->line.place(20)));
    EXPECT_FALSE(w.region->reaches(w.stream->line.place(20) + V2f(0, 12)));
}

TEST(Stream, EndsWhereItMeetsAPondAndGoesOnWithoutIt) {
    Project p = sloping();
    p = dabbed(p, naturalOf(p), {BrushKind::Lower, 9, 2, 0.6f}, {-28, 2});
    const Project dry = added(p, "Stream", stream());
    const float level = naturalOf(p).at({-28, 2}) + 1.2f;
    const Project wet = added(dry, "Pond", Water{{-28, 2}, level});
    const auto without = build(dry, PlantLibrary::of({}));
    const auto with = build(wet, PlantLibrary::of({}), without);
    const WaterBody &a = *streamOf(*without), &b = *streamOf(*with);
    EXPECT_LT(b.surface->triangles.size(), a.surface->triangles.size());
    const WaterBody& pond = with->waters.front();
    ASSERT_FALSE(pond.stream);
    for (const V3f& q : b.surface->positions)
        EXPECT_FALSE(pond.region->holds(xy(q)) && q.z < level - 0.02f) << "no water under the pond's";
    // As from nothing.
    EXPECT_EQ(*streamOf(*build(wet, PlantLibrary::of({})))->shore, *b.shore);
    EXPECT_EQ(*streamOf(*build(dry, PlantLibrary::of({}), with))->shore, *a.shore);
}

TEST(Stream, PlantsKeepOutOfItAndItIsSharedWhileNothingChanges) {
    Project p = added(sloping(), "Stream", stream());
    Drift d;
    d.areas = {{{-35, -10}, {35, -10}, {35, 10}, {-35, 10}}};
    d.mix = {{"Fescue", 1}};
    d.density = 4;
    p = added(p, "Meadow", d);
    const auto site = build(p, test::library());
    const WaterBody& w = *streamOf(*site);
    int plants = 0;
    for (const auto& tiles : site->plants)
        for (const auto& tile : tiles)
            for (const PlantRecord& r : tile->records) {
                const V2f at(r.x, r.y);
                EXPECT_FALSE(w.region->holds(at) && site->land.field.at(at) < w.levelAt(at) - 0.05f);
                ++plants;
            }
    EXPECT_GT(plants, 1000);
    const auto again = build(added(p, "Person", Figure{{0, 20}, 0}), test::library(), site);
    EXPECT_EQ(streamOf(*again)->surface, w.surface);
    Item wider = *find(p, "Stream");
    std::get<Stream>(wider.body).width = 3;
    const auto changed = build(replaced(p, wider), test::library(), site);
    EXPECT_NE(streamOf(*changed)->surface, w.surface);
    EXPECT_EQ(test::fingerprint(*changed), test::fingerprint(*build(replaced(p, wider), test::library())));
    wider.visible = false;
    EXPECT_FALSE(streamOf(*build(replaced(p, wider), test::library(), site)));
}

TEST(Stream, IsWrittenAndReadAgain) {
    Stream s = stream();
    s.look.clarity = 0.7f;
    s.look.ripple = 0.9f;
    const Project p = added(sloping(), "Stream", s);
    EXPECT_EQ(std::get<Stream>(find(test::reread(p), "Stream")->body), s);
    EXPECT_EQ(test::text(test::reread(p)), test::text(p));
}

TEST(Stream, ItsRegionHoldsItsWholeSheetOnAnyGrid) {
    for (const float cell : {0.1f, 0.25f, 0.5f, 2.5f}) {
        const GroundGrid grid = GroundGrid::make({60, 50}, cell);
        Mesh sheet; // a lattice of half a metre, along a slant
        for (int i = 0; i < 40; ++i) {
            const float x = -12 + 0.5f * static_cast<float>(i), y = std::floor(0.3f * x * 2) / 2;
            const int n = static_cast<int>(sheet.positions.size());
            sheet.positions.insert(sheet.positions.end(),
                                   {{x, y, 0}, {x + 0.5f, y, 0}, {x + 0.5f, y + 0.5f, 0}, {x, y + 0.5f, 0}});
            sheet.triangles.push_back({n, n + 1, n + 2});
            sheet.triangles.push_back({n, n + 2, n + 3});
        }
        const WaterRegion region = WaterRegion::under(grid, sheet);
        for (const V3i& t : sheet.triangles)
            for (int k = 1; k < 60; ++k) {
                const float u = 0.016f * static_cast<float>(k), v = (1 - u) * 0.03f * static_cast<float>(k % 30 + 1);
                const auto at = [&](int i) { return xy(sheet.positions[static_cast<size_t>(i)]); };
                const V2f p = at(t.x) + (at(t.y) - at(t.x)) * u + (at(t.z) - at(t.x)) * std::min(v, 1 - u);
                ASSERT_TRUE(region.holds(p)) << cell << ": " << p.x << " " << p.y;
            }
        // And no more than cells that it touches.
        for (const V2f& p : {V2f(-12, 12), V2f(8, -12), V2f(20, 20)}) EXPECT_FALSE(region.holds(p));
        EXPECT_LT(static_cast<float>(region.cells().size()) * cell * cell, 10 + 60 * cell + 60 * cell * cell);
        EXPECT_TRUE(region.reaches(V2f(-12, -3.5f + 2))) << "within three metres of its shore";
    }
}

TEST(Waters, AreKeptUntilTheGroundMovesWhereTheyLie) {
    // Two ponds in hollows of their own and a stream; the land is raised far away, beside a pond, at the stream.
    Project p = newProject({400, 400}, 0.5f, "Waters");
    p = test::withRelief(p, {});
    p = added(p, "West hollow", Bank{{{-150, -150}}, 12, -2});
    p = added(p, "East hollow", Bank{{{150, -150}}, 12, -2});
    const float level = naturalOf(p).at({0, 0}) - 1;
    p = added(p, "West pond", Water{{-150, -150}, level});
    p = added(p, "East pond", Water{{150, -150}, level});
    Stream s = stream();
    s.points = {{-40, 150}, {40, 150}};
    p = added(p, "Brook", s);
    const auto library = PlantLibrary::of({});
    const auto before = build(p, library);
    ASSERT_EQ(before->waters.size(), 3u);
    const auto kept = [&](const V2f& heap, BuildMode mode, const std::shared_ptr<const BuiltSite>& from) {
        const Project q = added(p, "Heap", Bank{{heap}, 5, 1});
        const auto after = build(q, library, from, mode);
        std::string out;
        for (size_t i = 0; i < 3; ++i) out += after->waters[i].surface == from->waters[i].surface ? '1' : '0';
        // What is kept is what would have been made.
        const auto fresh = build(q, library);
        for (size_t i = 0; i < 3 && mode == BuildMode::Rest; ++i) {
            EXPECT_EQ(after->waters[i].surface->positions, fresh->waters[i].surface->positions) << i;
            EXPECT_FALSE(after->waters[i].stale);
        }
        EXPECT_EQ(after->watersStale, mode == BuildMode::Moving && heap != V2f(0, 0));
        return out;
    };
    EXPECT_EQ(kept({0, 0}, BuildMode::Rest, before), "111") << "far from all";
    EXPECT_EQ(kept({-138, -150}, BuildMode::Rest, before), "010") << "at a shore; streams may end in a pond that moved";
    EXPECT_EQ(kept({148, -140}, BuildMode::Rest, before), "100");
    EXPECT_EQ(kept({10, 150}, BuildMode::Rest, before), "110");
    EXPECT_EQ(kept({-138, -150}, BuildMode::Moving, before), "111") << "while it moves, and stale";
}
