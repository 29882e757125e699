// What a picture costs by what is seen in it, and panes that show less.
#include <algorithm>

#include <gtest/gtest.h>

#include "core/trace/cost.h"
#include "core/trace/scene_builder.h"
#include "tests/core/traced_site.h"

using namespace thallos;
using namespace thallos::test;

namespace {

struct Place {
    Project project = smallSite();
    Shot shot = *bodyOf<Shot>(itemsOf<Shot>(project).front());
    std::shared_ptr<const Scene> scene = sceneOf(project);
    Environment light = environmentOf(project, shot);
};
const Place& place() {
    static const Place p;
    return p;
}

} // namespace

TEST(Cost, NamesWhatStandsAndSumsToTheWhole) {
    const std::vector<Cost> costs = costsOf(*place().scene, place().light, place().shot.camera);
    ASSERT_FALSE(costs.empty());
    double time = 0, seen = 0;
    int64_t plants = 0;
    for (const Cost& c : costs) {
        EXPECT_FALSE(c.name.empty());
        EXPECT_GE(c.time, 0);
        time += c.time;
        seen += c.seen;
        plants += c.count;
        if (c.species) EXPECT_GT(c.bytes, 1000u) << c.name;
    }
    EXPECT_LE(time, 1.0001);
    EXPECT_LE(seen, 1.0001);
    EXPECT_GT(seen, 0.3);
    EXPECT_EQ(plants, static_cast<int64_t>(place().scene->site->plantCount()));
    EXPECT_TRUE(
        std::is_sorted(costs.begin(), costs.end(), [](const Cost& a, const Cost& b) { return a.time > b.time; }));
    EXPECT_TRUE(costsOf(*place().scene, place().light, place().shot.camera, [] { return true; }).empty());
}

TEST(Visibility, AShareOfThePlantsIsAlwaysTheSameOnes) {
    SceneBuilder builder;
    Visibility half;
    half.plants = 0.5f;
    const auto count = [](const Scene& scene) {
        size_t n = 0;
        for (const SceneObject& o : scene.objects)
            if (o.plants) n += o.plants->records.size();
        return static_cast<double>(n);
    };
    const auto all = builder.update(place().scene->site), some = builder.update(place().scene->site, half);
    EXPECT_NEAR(count(*some) / count(*all), 0.5, 0.1);
    EXPECT_EQ(count(*builder.update(place().scene->site)), count(*all)) << "all come back";
    half.plants = 0.25f;
    const auto fewer = builder.update(place().scene->site, half);
    for (const SceneObject& o : fewer->objects)
        if (o.plants)
            for (const PlantRecord& r : o.plants->records) EXPECT_LT(r.rank, 64);
}

TEST(Textures, ABudgetThatIsRaisedBringsFineSheetsBack) {
    Project p = smallSite();
    Item house = *itemsOf<Building>(p).front();
    for (Surface& s : std::get<Building>(house.body).surfaces) s.recipe = "Limewash";
    p = replaced(p, house);
    const auto site = build(p, place().scene->site->library);
    SceneBuilder builder(false, shippedMaterials(), size_t{1} << 20);
    EXPECT_FALSE(builder.update(site)->fine) << "not for a final picture";
    builder.setTextureBytes(size_t{2} << 30);
    EXPECT_TRUE(builder.update(site)->fine);
}
