// The sight line: what hides a building's foot from a camera is lowered, and nothing else.
#include <gtest/gtest.h>

#include "core/project/sight.h"
#include "tests/core/sample_site.h"

using namespace thallos;

namespace {

constexpr float kEye = 1.6f;

struct Hidden {
    Project project = newProject({120, 120}, 0.5f, "Site");
    Id house;
    V3f eye{0, -30, kEye};

    Hidden() {
        project = dabbed(project, naturalOf(project), {BrushKind::Raise, 9, 2.2f, 0.8f}, {1, -15});
        Building b;
        b.model = test::shed();
        b.surfaces = b.model->materials;
        project = added(project, "Shed", b, &house);
    }
    // Whether the eye sees the ground before the house at a place of its front.
    bool sees(const HeightField& field, float x) const {
        const V3f to(x, -3.3f, 0.02f);
        for (int k = 1; k < 400; ++k) {
            const V3f p = eye + (to - eye) * (static_cast<float>(k) / 400);
            if (field.at(xy(p)) > p.z) return false;
        }
        return true;
    }
};

} // namespace

TEST(Sight, TheFootOfTheBuildingIsSeenAfterwards) {
    Hidden h;
    const HeightField before = landOf(h.project).field;
    EXPECT_FALSE(h.sees(before, 0));
    EXPECT_FALSE(h.sees(before, 3));
    const Project cleared = sightCleared(h.project, before, h.eye, h.house);
    const HeightField after = landOf(cleared).field;
    for (const float x : {-3.9f, -2.0f, 0.0f, 2.0f, 3.9f}) EXPECT_TRUE(h.sees(after, x)) << x;
    // It only goes down, only between the two, and not below the lines of sight.
    for (float y = -55; y <= 55; y += 1)
        for (float x = -55; x <= 55; x += 1) {
            const float was = before.at({x, y}), is = after.at({x, y});
            EXPECT_LE(is, was + 1e-5f);
            if (y > -3 || y < -30) EXPECT_EQ(is, was);
            if (is < was) EXPECT_GT(is, -0.1f);
        }
    EXPECT_EQ(after.at({9, -15}), before.at({9, -15})) << "beside the sight it stays";
    EXPECT_LT(after.at({1, -15}), before.at({1, -15}) - 0.8f);
    // Once is enough.
    EXPECT_EQ(test::text(sightCleared(cleared, after, h.eye, h.house)), test::text(cleared));
}

TEST(Sight, WhatHidesNothingOrIsProtectedStays) {
    Hidden h;
    const HeightField field = landOf(h.project).field;
    EXPECT_EQ(test::text(sightCleared(h.project, field, {0, -30, 12}, h.house)), test::text(h.project));
    EXPECT_EQ(test::text(sightCleared(h.project, field, {30, 0, kEye}, h.house)), test::text(h.project));
    EXPECT_EQ(test::text(sightCleared(h.project, field, {0, 0, kEye}, h.house)), test::text(h.project));
    EXPECT_EQ(test::text(sightCleared(h.project, field, h.eye, Id{999})), test::text(h.project));
    Brush keep{BrushKind::Protect, 12, 1, 0};
    const Project kept = dabbed(h.project, field, keep, {1, -15});
    EXPECT_NEAR(landOf(sightCleared(kept, field, h.eye, h.house)).field.at({1, -15}), field.at({1, -15}), 0.02f);
}
