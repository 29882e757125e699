// Materials of a scene: made anew only where something changed.
#include <gtest/gtest.h>

#include "core/trace/material_resolver.h"

using namespace thallos;

namespace {

using Surfaces = std::shared_ptr<const std::vector<Surface>>;

Surfaces surfaces(const std::vector<Surface>& list) {
    return std::make_shared<const std::vector<Surface>>(list);
}

SurfaceList listOf(uint64_t key, const Surfaces& s) {
    return {key, s.get(), s};
}

} // namespace

TEST(Resolver, WhatIsTheSameKeepsItsMaterials) {
    MaterialResolver resolver(nullptr, false, 1 << 20);
    const Surfaces walls = surfaces({{.name = "wall", .baseColor = Rgb(0.3f)}, {.name = "roof"}});
    const Materials first = resolver.resolve({listOf(1, walls)})[0];
    ASSERT_EQ(first->size(), 2u);
    EXPECT_EQ((*first)[0].name, "wall");
    EXPECT_EQ((*first)[0].base.albedo, Rgb(0.3f));
    EXPECT_EQ(resolver.resolve({listOf(1, walls)})[0], first) << "the same list";
    EXPECT_EQ(resolver.resolve({listOf(1, surfaces(*walls))})[0], first) << "another list that says the same";
    std::vector<Surface> other = *walls;
    other[1].roughness = 0.2f;
    const Materials changed = resolver.resolve({listOf(1, surfaces(other))})[0];
    EXPECT_NE(changed, first);
    EXPECT_FLOAT_EQ((*changed)[1].base.roughness, 0.2f);
}

TEST(Resolver, EachListHasItsOwnAndThoseThatAreGoneAreForgotten) {
    MaterialResolver resolver(nullptr, false, 1 << 20);
    const Surfaces a = surfaces({{.name = "a"}}), b = surfaces({{.name = "b"}, {.name = "c"}});
    const auto both = resolver.resolve({listOf(1, a), listOf(2, b)});
    ASSERT_EQ(both.size(), 2u);
    EXPECT_EQ((*both[1])[1].name, "c");
    const auto swapped = resolver.resolve({listOf(2, b), listOf(1, a)});
    EXPECT_EQ(swapped[0], both[1]);
    EXPECT_EQ(swapped[1], both[0]);
    resolver.resolve({listOf(2, b)});
    EXPECT_NE(resolver.resolve({listOf(1, a)})[0], both[0]);
}

TEST(Resolver, PicturesAreMadeOnceForAllThatShowThem) {
    MaterialResolver resolver(nullptr, false, size_t{64} << 20);
    Surface s{.name = "board"};
    s.maps.color =
        std::make_shared<const Picture>(Picture{.width = 8, .height = 8, .rgba = std::vector<uint8_t>(256, 90)});
    s.textureSize = 1;
    const auto made = resolver.resolve({listOf(1, surfaces({s})), listOf(2, surfaces({s}))});
    ASSERT_TRUE((*made[0])[0].texture);
    EXPECT_EQ((*made[0])[0].texture, (*made[1])[0].texture);
    EXPECT_TRUE(resolver.fine());
}
