// The small shapes that low plants are made of, and the generators that set them together.
#include <algorithm>
#include <cmath>
#include <map>
#include <set>

#include <gtest/gtest.h>

#include "core/planting/silhouette.h"
#include "core/planting/species.h"
#include "core/planting/strip.h"
#include "core/planting/turning.h"

using namespace thallos;

namespace {

// Edges that are not shared by two triangles in opposite directions; corners at one place are one.
int openEdges(const Mesh& m) {
    std::map<std::tuple<float, float, float>, int> places;
    std::vector<int> place;
    for (const V3f& p : m.positions)
        place.push_back(places.try_emplace({p.x, p.y, p.z}, static_cast<int>(places.size())).first->second);
    std::map<std::pair<int, int>, int> edges;
    for (const V3i& t : m.triangles)
        for (int k = 0; k < 3; ++k)
            ++edges[{place[static_cast<size_t>(t[k])], place[static_cast<size_t>(t[(k + 1) % 3])]}];
    int open = 0;
    for (const auto& [edge, n] : edges) {
        const auto back = edges.find({edge.second, edge.first});
        open += back == edges.end() || back->second != n;
    }
    return open;
}

Box3f boundsOf(const Form& form) {
    Box3f b;
    for (const Mesh& m : form.parts) b.extendBy(bounds(m));
    return b;
}

Growth growth(float height, uint64_t seed = 7) {
    return {height, 1, seed};
}

constexpr Level kAll[] = {Level::Hero, Level::Near, Level::Middle, Level::Far};

} // namespace

TEST(Turning, KeepsLengthsAndGoesRound) {
    const V3f v(0.3f, -1.2f, 0.7f), axis = V3f(1, 2, -0.5f).normalized();
    V3f now = v;
    for (int k = 0; k < 12; ++k) {
        now = turned(now, axis, radians(30));
        EXPECT_NEAR(now.length(), v.length(), 1e-4f);
        EXPECT_NEAR(now.dot(axis), v.dot(axis), 1e-4f);
    }
    EXPECT_NEAR((now - v).length(), 0, 1e-3f);
    for (const V3f& d : {V3f(0, 0, 1), V3f(0, 0, -1), V3f(1, 0, 0), axis}) {
        EXPECT_NEAR(anyAcross(d).dot(d), 0, 1e-5f);
        EXPECT_NEAR(anyAcross(d).length(), 1, 1e-5f);
    }
}

TEST(Strips, AreAsLongAsAskedAndEndWhereTheyTell) {
    StripShape s;
    s.foot = V3f(1, 2, 3);
    s.length = 0.4f;
    s.start = radians(10);
    s.bend = radians(70);
    for (const int segments : {1, 2, 4, 9}) {
        s.segments = segments;
        Mesh m;
        strip(m, s);
        const StripEnd end = along(s, 1);
        EXPECT_EQ(static_cast<int>(m.triangles.size()), trianglesOf(s));
        EXPECT_NEAR((end.at - m.positions.back()).length(), 0, 1e-5f) << "it ends in a point";
        float top = 0;
        for (const V3f& p : m.positions) {
            EXPECT_LE((p - s.foot).length(), s.length + s.width);
            top = std::max(top, p.z);
        }
        EXPECT_NEAR(end.along.length(), 1, 1e-4f);
        EXPECT_GT(end.at.x, 1.05f) << "it leans the way it was told";
        EXPECT_NEAR(end.at.y, 2, 1e-4f);
        EXPECT_GE(top, end.at.z - 1e-4f);
    }
    // More upright at its foot than at its end.
    EXPECT_GT(along(s, 0).along.z, along(s, 1).along.z + 0.5f);
    EXPECT_NEAR((along(s, 0).at - s.foot).length(), 0, 1e-5f);
    // Ways along it add up to its length.
    float way = 0;
    for (int k = 0; k < 100; ++k)
        way += (along(s, static_cast<float>(k + 1) / 100).at - along(s, static_cast<float>(k) / 100).at).length();
    EXPECT_NEAR(way, s.length, 0.02f * s.length);
}

TEST(Strips, WhatStandsAlongThemTouchesThem) {
    StripShape s;
    s.length = 0.6f;
    s.bend = radians(80);
    s.width = 0.01f;
    s.fold = 20; // its middle line is among the corners
    s.segments = 3;
    Mesh m;
    strip(m, s);
    EXPECT_EQ(static_cast<int>(m.triangles.size()), trianglesOf(s));
    for (int i = 0; i < s.segments; ++i)
        EXPECT_NEAR((along(s, static_cast<float>(i) / 3).at - m.positions[static_cast<size_t>(3 * i + 1)]).length(), 0,
                    1e-5f)
            << i;
    // Between its corners it is straight.
    const V3f half = along(s, 0.5f).at, before = along(s, 1.0f / 3).at, after = along(s, 2.0f / 3).at;
    EXPECT_NEAR((half - (before + after) / 2).length(), 0, 1e-5f);
}

TEST(Strips, RoundOnesAreAsWideAsFlatOnesInTheMeanAndFromEverySide) {
    StripShape s;
    s.width = 0.02f;
    s.length = 0.5f;
    s.bend = 0; // upright
    for (const float tip : {0.0f, 0.5f}) {
        s.tip = tip;
        Mesh flat, round;
        strip(flat, s);
        roundStrip(round, s);
        EXPECT_EQ(static_cast<int>(round.triangles.size()), roundTrianglesOf(s)) << tip;
        const auto widthFrom = [](const Mesh& m, float angle) {
            const V3f side(std::cos(angle), std::sin(angle), 0);
            float low = 1, high = -1;
            for (const V3f& p : m.positions) {
                if (p.z > 1e-4f) continue; // at the foot
                low = std::min(low, side.dot(p));
                high = std::max(high, side.dot(p));
            }
            return high - low;
        };
        float flatSum = 0, roundSum = 0, narrowest = 1;
        constexpr int kViews = 64;
        for (int k = 0; k < kViews; ++k) {
            const float angle = kPi * static_cast<float>(k) / kViews;
            flatSum += widthFrom(flat, angle);
            roundSum += widthFrom(round, angle);
            narrowest = std::min(narrowest, widthFrom(round, angle));
        }
        EXPECT_NEAR(roundSum / flatSum, 1, 0.02f);
        EXPECT_GT(narrowest, 0.4f * s.width) << "it vanishes from no side";
    }
}

TEST(Strips, AreWiderWithAWidthOfTheirTip) {
    StripShape s;
    s.width = 0.02f;
    Mesh pointed, blunt;
    strip(pointed, s);
    s.tip = 1; // as wide as its foot
    strip(blunt, s);
    const auto widthAtTip = [](const Mesh& m) {
        const V3f last = m.positions.back();
        float wide = 0;
        for (const V3f& p : m.positions)
            if ((p - last).length() < 0.03f) wide = std::max(wide, std::abs(p.y - last.y));
        return wide;
    };
    EXPECT_GT(widthAtTip(blunt), 0.015f);
    EXPECT_LT(widthAtTip(pointed), 0.005f);
    s.fold = 40;
    Mesh folded;
    strip(folded, s);
    EXPECT_FALSE(folded.empty());
}

TEST(Strips, PetalsGrowWithTheirSquare) {
    Mesh one, two;
    petal(one, 0.03f, 0.4f, {0, 0, 1}, {1, 0, 0}, {0, 0, 1}, 1);
    petal(two, 0.03f, 0.4f, {0, 0, 1}, {1, 0, 0}, {0, 0, 1}, 2);
    EXPECT_EQ(one.triangles.size(), 2u);
    EXPECT_NEAR(area(two) / area(one), 4, 0.01);
    EXPECT_NEAR(bounds(one).max.x, 0.03f, 1e-4f);
    for (const V3f& p : one.positions) EXPECT_NEAR(p.z, 1, 0.02f);
}

TEST(Strips, StalksAndRodsAreShut) {
    for (const int sides : {3, 5, 9}) {
        Mesh pointed, cut, straight;
        stalk(pointed, {{0, 0, 0}, {0.1f, 0, 0.3f}, {0.2f, 0.05f, 0.7f}}, 0.01f, 0, sides);
        stalk(cut, {{0, 0, 0}, {0, 0, 0.5f}}, 0.02f, 0.01f, sides);
        rod(straight, {0, 0, 0}, {0.4f, 0.2f, 1}, 0.03f, sides);
        EXPECT_EQ(openEdges(straight), 0) << sides;
        for (const Mesh* m : {&pointed, &cut, &straight})
            for (const V3i& t : m->triangles)
                for (int k = 0; k < 3; ++k) ASSERT_LT(static_cast<size_t>(t[k]), m->positions.size());
        EXPECT_NEAR(bounds(cut).max.z, 0.5f, 1e-4f);
        EXPECT_NEAR(bounds(pointed).max.z, 0.7f, 0.02f);
    }
}

TEST(Flowers, EveryKindOpensAtItsStalksEnd) {
    std::set<size_t> counts;
    for (const char* kind : kFlowers) {
        FlowerRecipe r;
        r.kind = kind;
        r.size = 0.04f;
        r.length = 0.2f;
        r.petals = 14;
        for (const Level level : kAll) {
            Mesh petals, eye, stalks;
            Random random(3);
            const V3f at(0.5f, -0.2f, 0.9f);
            addFlower(petals, eye, stalks, r, at, V3f(0, 0, 1), level, 1, random);
            if (r.kind == "none") {
                EXPECT_TRUE(petals.empty() && eye.empty() && stalks.empty());
                continue;
            }
            EXPECT_FALSE(petals.empty() && eye.empty()) << kind;
            for (const Mesh* m : {&petals, &eye, &stalks})
                for (const V3f& p : m->positions) {
                    ASSERT_TRUE(std::isfinite(p.x + p.y + p.z)) << kind;
                    EXPECT_LT((p - at).length(), 0.34f) << kind;
                }
            if (level == Level::Near) counts.insert(petals.triangles.size() * 1000 + eye.triangles.size());
        }
    }
    EXPECT_GE(counts.size(), 6u) << "their kinds differ";
}

TEST(Flowers, FarOnesHaveFewerPetals) {
    for (const char* kind : {"daisy", "umbel", "spike", "bells", "ball"}) {
        FlowerRecipe r;
        r.kind = kind;
        size_t before = SIZE_MAX;
        for (const Level level : kAll) {
            Mesh petals, eye, stalks;
            Random random(3);
            addFlower(petals, eye, stalks, r, V3f(0), V3f(0, 0, 1), level, 1, random);
            const size_t now = petals.triangles.size() + eye.triangles.size() + stalks.triangles.size();
            EXPECT_LE(now, before) << kind;
            before = now;
        }
    }
}

TEST(Herbs, FlowerOnlyWhenTheyDo) {
    HerbRecipe r;
    r.stems = 6;
    r.leaf.count = 8;
    r.leaf.length = 0.06f;
    r.flower.kind = "daisy";
    const Form open = growHerb(r, growth(0.6f))(Level::Near, 1);
    EXPECT_FALSE(open.parts[2].empty());
    r.inFlower = false;
    const Form green = growHerb(r, growth(0.6f))(Level::Near, 1);
    EXPECT_TRUE(green.parts[2].empty());
    EXPECT_EQ(green.parts[1].triangles.size(), open.parts[1].triangles.size()) << "its leaves stay";
    r.inLeaf = 0;
    EXPECT_LT(growHerb(r, growth(0.6f))(Level::Near, 1).parts[1].triangles.size(), green.parts[1].triangles.size() / 4);
    const Box3f b = boundsOf(open);
    EXPECT_NEAR(b.max.z, 0.6f, 0.1f);
    EXPECT_LT(b.min.z, 0.02f);
}

TEST(Ferns, SpreadTheirFrondsRoundTheCrown) {
    FrondRecipe r;
    for (const int divisions : {1, 2}) {
        r.divisions = divisions;
        for (const Level level : kAll) {
            const Form form = growFern(r, growth(0.7f))(level, 1);
            EXPECT_FALSE(form.parts[1].empty());
            EXPECT_LE(form.triangles(), kMostTriangles[static_cast<size_t>(level)] * 1.35);
            const Box3f b = boundsOf(form);
            EXPECT_LT(b.max.z, r.length * 1.1f);
            EXPECT_GT(std::min({b.max.x, -b.min.x, b.max.y, -b.min.y}), 0.15f * r.length) << "on all sides";
        }
    }
    // More divided ones have more pieces near by.
    r.young = 0;
    r.divisions = 1;
    const size_t plain = growFern(r, growth(0.7f))(Level::Hero, 1).triangles();
    r.divisions = 2;
    EXPECT_GT(growFern(r, growth(0.7f))(Level::Hero, 1).triangles(), 2 * plain);
    // An undivided one is a strap.
    r.pairs = 0;
    EXPECT_LT(growFern(r, growth(0.7f))(Level::Near, 1).triangles(), plain);
}

TEST(Cushions, AreLowDomesOfShoots) {
    CushionRecipe r;
    const Form near = growCushion(r, growth(r.height))(Level::Near, 1);
    const Box3f b = boundsOf(near);
    EXPECT_LT(b.max.z, r.height + 2 * r.shoot + 0.03f);
    EXPECT_NEAR(b.size().x, r.spread, 0.6f * r.spread);
    EXPECT_GT(near.parts[1].triangles.size(), 500u);
    EXPECT_LT(growCushion(r, growth(r.height))(Level::Far, 1).triangles(), 800u);
}

TEST(Pads, FloatInOnePlaneWithTheirNotches) {
    PadRecipe r;
    r.flower.kind = "cup";
    r.flower.size = 0.1f;
    const Form form = growPads(r, growth(0.1f))(Level::Near, 1);
    ASSERT_FALSE(form.parts[1].empty());
    for (const V3f& p : form.parts[1].positions) {
        EXPECT_GT(p.z, -0.03f);
        EXPECT_LT(p.z, 0.05f) << "they lie on the water";
    }
    EXPECT_FALSE(form.parts[2].empty());
    r.inFlower = false;
    EXPECT_TRUE(growPads(r, growth(0.1f))(Level::Near, 1).parts[2].empty());
    // A wider notch leaves less of the pad.
    const float whole = area(form.parts[1]);
    r.notch = 90;
    EXPECT_LT(area(growPads(r, growth(0.1f))(Level::Near, 1).parts[1]), whole);
}

TEST(Tufts, BladesStandAsDenseAsAsked) {
    TuftRecipe r;
    const Form form = growTuft(r, growth(0.3f))(Level::Near, 1);
    const Box3f b = boundsOf(form);
    EXPECT_GT(b.max.z, 0.3f * r.length);
    EXPECT_LT(b.min.z, 0.02f);
    TuftRecipe more = r;
    more.blades = 2 * r.blades;
    EXPECT_GT(growTuft(more, growth(0.3f))(Level::Near, 1).triangles(), form.triangles() * 3 / 2);
}

TEST(Shapers, AreLessFullWhenAskedAndTheSameForTheSameSeed) {
    HerbRecipe herb;
    herb.leaf.count = 12;
    FrondRecipe fern;
    TuftRecipe tuft;
    const Shaper all[] = {growHerb(herb, growth(0.5f)), growFern(fern, growth(0.7f)), growTuft(tuft, growth(0.3f))};
    for (const Shaper& s : all) {
        const float once = silhouette(s(Level::Middle, 1)), less = silhouette(s(Level::Middle, 0.5f));
        EXPECT_LT(less, 0.95f * once);
        const Form a = s(Level::Near, 1), b = s(Level::Near, 1);
        for (size_t p = 0; p < a.parts.size(); ++p) {
            ASSERT_EQ(a.parts[p].positions.size(), b.parts[p].positions.size());
            EXPECT_TRUE(a.parts[p].positions == b.parts[p].positions);
        }
    }
    const Form one = growFern(fern, growth(0.7f, 1))(Level::Near, 1),
               two = growFern(fern, growth(0.7f, 2))(Level::Near, 1);
    EXPECT_FALSE(one.parts[1].positions == two.parts[1].positions);
}

TEST(Silhouettes, CountWhatIsCoveredOnce) {
    Form form;
    form.parts.resize(1);
    EXPECT_EQ(silhouette(form), 0);
    append(form.parts[0], box({-0.5f, -0.5f, 0}, {0.5f, 0.5f, 2}));
    const float one = silhouette(form);
    EXPECT_GT(one, 1.95f) << "a box of 1 m by 2 m, seen on its face or across its corner";
    EXPECT_LT(one, 2.9f);
    // Within itself it covers nothing more; above, it does.
    append(form.parts[0], box({-0.3f, -0.3f, 0.2f}, {0.3f, 0.3f, 1}));
    EXPECT_NEAR(silhouette(form), one, 0.05f);
    append(form.parts[0], box({-0.5f, -0.5f, 3}, {0.5f, 0.5f, 5}));
    EXPECT_NEAR(silhouette(form), 2 * one, 0.25f);
}

TEST(People, BendWhereTheirJointsSay) {
    PersonRecipe upright;
    const Form standing = growPerson(upright, growth(1.75f))(Level::Near, 1);
    EXPECT_NEAR(boundsOf(standing).max.z, 1.75f, 0.09f);
    EXPECT_NEAR(boundsOf(standing).min.z, 0, 0.03f);
    PersonRecipe sitting = upright;
    sitting.seat = 0.45f;
    sitting.hips = V2f(88, 88);
    sitting.knees = V2f(88, 88);
    const Form seated = growPerson(sitting, growth(1.75f))(Level::Near, 1);
    EXPECT_LT(boundsOf(seated).max.z, 1.5f);
    EXPECT_GT(boundsOf(seated).size().y, boundsOf(standing).size().y) << "thighs reach forward";
    PersonRecipe reaching = upright;
    reaching.arms = V2f(170, 170);
    reaching.elbows = V2f(0, 0);
    EXPECT_GT(boundsOf(growPerson(reaching, growth(1.75f))(Level::Near, 1)).max.z, 1.9f) << "hands above the head";
}

TEST(People, TheFigureForScaleIsAsHighAsItTells) {
    const Model m = scaleFigure();
    EXPECT_NEAR(bounds(m).max.z, 1.75f, 0.01f);
    EXPECT_NEAR(bounds(m).min.z, 0, 0.01f);
    EXPECT_EQ(m.materials.size(), m.parts.size());
    EXPECT_LT(triangleCount(m), 100000);
    const Model again = scaleFigure();
    for (size_t i = 0; i < m.parts.size(); ++i) EXPECT_EQ(m.parts[i].mesh->positions, again.parts[i].mesh->positions);
}
