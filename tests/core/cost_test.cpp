// What a picture costs, and what is written beside it.
#include <algorithm>
#include <fstream>

#include <ImfChannelList.h>
#include <ImfHeader.h>
#include <ImfInputFile.h>
#include <gtest/gtest.h>

#include "core/base/error.h"
#include "core/finish/encode.h"
#include "core/jobs/deliver.h"
#include "core/trace/cost.h"
#include "tests/core/traced_site.h"

using namespace thallos;
using namespace thallos::test;
namespace fs = std::filesystem;

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

std::vector<std::string> channelsOf(const fs::path& file) {
    const Imf::InputFile in(file.c_str());
    std::vector<std::string> out;
    for (auto c = in.header().channels().begin(); c != in.header().channels().end(); ++c) out.emplace_back(c.name());
    return out;
}

fs::path emptyFolder(const char* name) {
    const fs::path folder = fs::temp_directory_path() / name;
    fs::remove_all(folder);
    fs::create_directories(folder);
    return folder;
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

TEST(Showing, AShareOfThePlantsIsAlwaysTheSameOnes) {
    SceneBuilder builder;
    Showing half;
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

TEST(Film, APartGoesOnAloneAndTheRestCatchesUp) {
    PictureSettings settings;
    settings.size = V2i(64, 36);
    Film film(64, 36);
    const auto pass = [&] {
        ASSERT_TRUE(addPass(film, *place().scene, place().light, place().shot.camera, settings, nullptr));
    };
    pass();
    film.confine(V2i(18, 10), V2i(10, 4)); // touches cells from 16 to 32 across, from 8 to 16 down
    pass();
    pass();
    EXPECT_EQ(film.passes, 3);
    EXPECT_EQ(film.taken[12 * 64 + 20], 3);
    EXPECT_EQ(film.taken[9 * 64 + 31], 3);
    EXPECT_EQ(film.taken[12 * 64 + 40], 1);
    film.confine(V2i(0), V2i(0));
    EXPECT_EQ(film.passes, 1);
    pass();
    EXPECT_EQ(film.taken[12 * 64 + 20], 3) << "waits";
    EXPECT_EQ(film.taken[12 * 64 + 40], 2);
    pass();
    pass();
    Film even(64, 36);
    for (int k = 0; k < 4; ++k)
        ASSERT_TRUE(addPass(even, *place().scene, place().light, place().shot.camera, settings, nullptr));
    EXPECT_EQ(film.radiance().pixels, even.radiance().pixels) << "the same picture as without the detour";
}

TEST(Deliver, PassesAsLayersOrAsFilesOfTheirOwn) {
    const fs::path folder = emptyFolder("thallos-deliver");
    PictureSettings settings;
    settings.size = V2i(48, 27);
    Delivery d;
    d.file = folder / "a.exr";
    for (int k = 0; k < kPassCount; ++k) d.passes.push_back(static_cast<Pass>(k));
    d.mattePictures = true;
    prepare(d, settings);
    EXPECT_TRUE(settings.split);
    EXPECT_TRUE(settings.mattes);
    Progress progress;
    const RenderResult result = renderPicture(*place().scene, place().light, place().shot, settings, 4, 0, progress);
    const Finish finish;

    const auto together = deliver(result, *place().scene, finish, d);
    const auto layers = channelsOf(d.file);
    for (const char* name : {"R", "depth.Z", "alpha.A", "normal.X", "albedo.R", "light_direct.R", "source_sun.R"})
        EXPECT_NE(std::find(layers.begin(), layers.end(), name), layers.end()) << name;
    EXPECT_GT(together.size(), 2u);
    for (size_t k = 1; k < together.size(); ++k) {
        EXPECT_EQ(together[k].file.extension(), ".png");
        EXPECT_FALSE(together[k].names.empty());
    }

    d.file = folder / "b.png";
    EXPECT_THROW(prepare(d, settings), Error) << "a PNG has no layers";
    d.apart = true;
    d.mattePictures = false;
    prepare(d, settings);
    for (const Delivered& f : deliver(result, *place().scene, finish, d)) EXPECT_TRUE(fs::exists(f.file)) << f.file;
    EXPECT_EQ(channelsOf(folder / "b-depth.exr"), std::vector<std::string>{"Z"});
    EXPECT_EQ(channelsOf(folder / "b-normal.exr"), (std::vector<std::string>{"X", "Y", "Z"}));
    EXPECT_EQ(channelsOf(folder / "b-light_haze.exr"), (std::vector<std::string>{"B", "G", "R"}));
    EXPECT_FALSE(channelsOf(folder / "b-mattes.exr").empty());
    EXPECT_TRUE(channelsOf(folder / "a.exr").size() > 20);
}
