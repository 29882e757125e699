// A finished picture as files.
#include <algorithm>
#include <filesystem>

#include <ImfChannelList.h>
#include <ImfHeader.h>
#include <ImfInputFile.h>
#include <gtest/gtest.h>

#include "core/base/error.h"
#include "core/jobs/deliver.h"
#include "tests/core/traced_site.h"

using namespace thallos;
using namespace thallos::test;
namespace fs = std::filesystem;

namespace {

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
    const Project project = smallSite();
    const auto scene = sceneOf(project);
    const Shot shot = *bodyOf<Shot>(itemsOf<Shot>(project).front());
    Progress progress;
    const RenderResult result = renderPicture(*scene, environmentOf(project, shot), shot, settings, 4, 0, progress);
    const Finish finish;

    const auto together = deliver(result, *scene, finish, d);
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
    for (const Delivered& f : deliver(result, *scene, finish, d)) EXPECT_TRUE(fs::exists(f.file)) << f.file;
    EXPECT_EQ(channelsOf(folder / "b-depth.exr"), std::vector<std::string>{"Z"});
    EXPECT_EQ(channelsOf(folder / "b-normal.exr"), (std::vector<std::string>{"X", "Y", "Z"}));
    EXPECT_EQ(channelsOf(folder / "b-light_haze.exr"), (std::vector<std::string>{"B", "G", "R"}));
    EXPECT_FALSE(channelsOf(folder / "b-mattes.exr").empty());
    EXPECT_TRUE(channelsOf(folder / "a.exr").size() > 20);
}
