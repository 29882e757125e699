// How much of the view a form covers, and what few-sided bodies do to be as broad as round ones.
#include <algorithm>
#include <cmath>

#include <gtest/gtest.h>

#include "core/planting/silhouette.h"
#include "core/planting/strip.h"

using namespace thallos;

namespace {

Form formOf(Mesh mesh) {
    Form form;
    form.parts.push_back(std::move(mesh));
    return form;
}

// Upright, of many sides.
Mesh pillar(float radius, float height, int sides) {
    Mesh m;
    rod(m, V3f(0), V3f(0, 0, height), radius, sides);
    return m;
}

} // namespace

TEST(Silhouette, IsTheAreaThatIsSeen) {
    // A round pillar is a rectangle from every side.
    EXPECT_NEAR(silhouette(formOf(pillar(0.5f, 3, 200))), 3, 0.06f);
    EXPECT_NEAR(silhouette(formOf(pillar(0.05f, 0.3f, 200))), 0.03f, 0.0006f) << "at any size";
    EXPECT_EQ(silhouette(Form()), 0);
    EXPECT_EQ(silhouette(formOf(Mesh())), 0);
    // A level sheet is seen on its edge.
    Mesh sheet;
    sheet.positions = {{-1, -1, 1}, {1, -1, 1}, {1, 1, 1}, {-1, 1, 1}};
    sheet.triangles = {{0, 1, 2}, {0, 2, 3}};
    EXPECT_LT(silhouette(formOf(sheet)), 0.03f);
}

TEST(Silhouette, CountsWhatLiesBehindOnce) {
    const Mesh one = pillar(0.5f, 2, 64);
    Mesh same = one;
    append(same, one);
    EXPECT_EQ(silhouette(formOf(same)), silhouette(formOf(one)));
    Form parts = formOf(one);
    parts.parts.push_back(one);
    EXPECT_EQ(silhouette(parts), silhouette(formOf(one)));
    // Beside each other both count.
    Mesh beside = one;
    M44f up;
    up.translate(V3f(0, 0, 3));
    append(beside, one, up);
    EXPECT_NEAR(silhouette(formOf(beside)) / silhouette(formOf(one)), 2, 0.05f);
}

TEST(Silhouette, DoesNotDependOnHowItIsCutUp) {
    Mesh m = pillar(0.4f, 2, 24);
    const float before = silhouette(formOf(m));
    for (V3i& t : m.triangles) std::swap(t.y, t.z); // turned inside out
    EXPECT_EQ(silhouette(formOf(m)), before);
    // Each triangle in four.
    Mesh fine;
    for (const V3i& t : m.triangles) {
        const V3f a = m.positions[t.x], b = m.positions[t.y], c = m.positions[t.z];
        const V3f p[] = {a, (a + b) / 2, b, (b + c) / 2, c, (c + a) / 2};
        const int n = static_cast<int>(fine.positions.size());
        fine.positions.insert(fine.positions.end(), std::begin(p), std::end(p));
        fine.triangles.insert(fine.triangles.end(),
                              {{n, n + 1, n + 5}, {n + 1, n + 2, n + 3}, {n + 5, n + 3, n + 4}, {n + 1, n + 3, n + 5}});
    }
    EXPECT_NEAR(silhouette(formOf(fine)) / before, 1, 0.002f);
}

TEST(Silhouette, BodiesOfFewSidesAreAsBroadAsRoundOnes) {
    const auto broad = [](int sides, bool bent) {
        float sum = 0;
        constexpr int kTurns = 12;
        for (int k = 0; k < kTurns; ++k) {
            Mesh m;
            if (bent)
                stalk(m, {V3f(0), V3f(0, 0, 1), V3f(0, 0, 2)}, 0.3f, 0.3f, sides);
            else
                rod(m, V3f(0), V3f(0, 0, 2), 0.3f, sides);
            M44f turn;
            turn.setAxisAngle(V3f(0, 0, 1), kPi * static_cast<float>(k) / kTurns);
            Mesh turned;
            append(turned, m, turn);
            sum += silhouette(formOf(turned));
        }
        return sum / kTurns;
    };
    for (const bool bent : {false, true})
        for (const int sides : {3, 4, 5, 8})
            EXPECT_NEAR(broad(sides, bent) / broad(64, bent), 1, 0.02f) << sides << (bent ? " along a line" : "");
}
