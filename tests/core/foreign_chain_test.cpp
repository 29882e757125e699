// Models that nobody here made, all the way: imported, saved, opened, imported again and beside, and rendered.
#include <algorithm>
#include <chrono>
#include <cstdio>
#include <filesystem>
#include <set>

#include <Imath/ImathBoxAlgo.h>
#include <gtest/gtest.h>
#include <unistd.h>

#include "core/base/error.h"
#include "core/base/text.h"
#include "core/exchange/foreign.h"
#include "core/project/move.h"
#include "core/project/store.h"
#include "tests/core/traced_site.h"

using namespace thallos;
using namespace thallos::test;
namespace fs = std::filesystem;

namespace {

const fs::path kForeign = "/usr/share/assimp/models"; // of the package assimp-testmodels
constexpr int kParts = 8;

// What lies beside models: pictures, their materials' and shaders' files, notes.
const std::set<std::string> kBeside{".png", ".jpg",  ".tga",      ".bmp", ".dds",      ".txt", ".mtl", ".bin",  ".glsl",
                                    ".md",  ".vert", ".material", ".jt",  ".skeleton", ".vmt", ".gif", ".html", ""};

std::vector<fs::path> models() {
    std::vector<fs::path> out;
    for (const fs::path& folder : {fs::path(THALLOS_SOURCE) / "assets", kForeign}) {
        if (!fs::exists(folder)) continue;
        for (const auto& entry : fs::recursive_directory_iterator(folder)) {
            const std::string ending = lowerExtension(entry.path());
            const bool ours = ending == ".glb" || ending == ".obj";
            if (entry.is_regular_file() && (folder == kForeign ? !kBeside.count(ending) : ours))
                out.push_back(entry.path());
        }
    }
    std::sort(out.begin(), out.end());
    return out;
}

class ForeignModels : public testing::TestWithParam<int> {
protected:
    fs::path folder = fs::temp_directory_path() / ("thallos chain " + std::to_string(::getpid()));
    ForeignModels() { fs::create_directories(folder); }
    ~ForeignModels() override { fs::remove_all(folder); }

    // What stands in the table of it.
    std::string through(const fs::path& file) const {
        std::shared_ptr<const Model> model;
        ForeignModel read;
        try {
            read = importForeign(file, {}, nullptr, {int64_t(4) << 30, 60});
            model = std::make_shared<const Model>(read.model);
        } catch (const Error& e) {
            const std::string why = e.what();
            EXPECT_EQ(why.find('\n'), std::string::npos) << why;
            EXPECT_NE(why.find(file.filename().string()), std::string::npos) << why;
            EXPECT_EQ(why.back(), '.');
            return why;
        }
        Building b;
        b.model = model;
        b.surfaces = model->materials;
        b.read = {read.unit, read.up, read.origin, {}, {}, read.missing};
        b.position = {3, -2, 0};
        b.yaw = 0.4f;
        Project p = newProject({60, 60}, 2, "Site");
        Id id;
        p = added(p, model->name, b, &id);
        std::vector<Text> told;
        const Project good = mended(p, told);
        for (const Text& t : told) ADD_FAILURE() << t.english();
        EXPECT_NO_THROW(check(good));
        saveProject(good, folder / "site.thallos");
        OpenReport report;
        const Project q = openProject(folder / "site.thallos", &report);
        EXPECT_EQ(text(q), text(good));
        EXPECT_TRUE(report.mended.empty() && report.leftOut.empty() && !report.damaged);
        fs::remove(folder / "site.thallos");
        // The same file again changes nothing; a second one stands beside it.
        const ForeignModel again = importForeign(file, {read.unit, read.up}, nullptr, {int64_t(4) << 30, 60});
        const auto& before = std::get<Building>(find(q, id)->body);
        const Reimported r =
            reimported(before, std::make_shared<const Model>(again.model), V3f(again.origin - before.read.origin));
        EXPECT_TRUE(r.came.empty() && r.went.empty() && r.changed.empty() && r.missing.empty());
        EXPECT_EQ(r.building.position, b.position);
        Project both = withReimported(q, id, r);
        Building second = r.building;
        second.position.x += 1;
        both = added(both, model->name, second);
        EXPECT_NO_THROW(check(both));
        // A picture of it: light everywhere, numbers all.
        Shot shot = *bodyOf<Shot>(itemsOf<Shot>(both).front());
        shot.camera = standingBefore(shot.camera, Imath::transform(bounds(*model), transformOf(b)), 2.6f,
                                     [](const V2f&) { return 0.0f; });
        PictureSettings settings;
        settings.size = V2i(64, 36);
        Progress progress;
        static const Environment light = environmentOf(both, shot); // of every shot here
        const Image picture = renderPicture(*bareSceneOf(both), light, shot, settings, 1, false, progress).radiance;
        double sum = 0;
        for (const Rgb& c : picture.pixels)
            for (int k = 0; k < 3; ++k) {
                if (!(c[k] >= 0 && c[k] < 1e9f)) {
                    ADD_FAILURE() << "a pixel is " << c[k];
                    return {};
                }
                sum += static_cast<double>(c[k]);
            }
        EXPECT_GT(sum, 0);
        return std::to_string(model->parts.size()) + " parts, " + std::to_string(triangleCount(*model)) + " triangles";
    }
};

} // namespace

INSTANTIATE_TEST_SUITE_P(Part, ForeignModels, testing::Range(0, kParts));

TEST_P(ForeignModels, GoAllTheWay) {
    if (!fs::exists(kForeign)) std::printf("assimp-testmodels is not installed: only our own models are tried\n");
    const std::vector<fs::path> all = models();
    int good = 0, refused = 0;
    for (size_t i = static_cast<size_t>(GetParam()); i < all.size(); i += kParts) {
        SCOPED_TRACE(all[i].string());
        const auto start = std::chrono::steady_clock::now();
        const std::string what = through(all[i]);
        const double seconds = std::chrono::duration<double>(std::chrono::steady_clock::now() - start).count();
        std::printf("%-60s %5.1f s  %s\n",
                    fs::relative(all[i], all[i].string().starts_with("/usr") ? kForeign : THALLOS_SOURCE).c_str(),
                    seconds, what.c_str());
        what.find(" parts, ") == std::string::npos ? ++refused : ++good;
    }
    std::printf("%d went all the way, %d are told why not\n", good, refused);
    EXPECT_GT(good, 0);
}
