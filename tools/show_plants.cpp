// Species side by side with the figure for scale, as they are judged one by one, and their thumbnails.
// Usage: show_plants ASSETS OUT.png SAMPLES WIDTH HEIGHT LIGHT NEAR NAME...
//        show_plants ASSETS thumbnails SAMPLES [NAME...]
// LIGHT: front or back, where the sun stands, and the season after a colon if it is not summer ("front:autumn"); NEAR:
// 1 shows all of them, 2 the middle half, and so on. NAME may end in :1 or :2 for another individual; + stands for the
// figure after the first, / begins another row under the last.
#include <cstdio>
#include <cstdlib>

#include "core/finish/encode.h"
#include "core/finish/finish.h"
#include "core/jobs/stage.h"
#include "core/material/library.h"
#include "core/trace/render.h"
#include "core/trace/scene_builder.h"

using namespace thallos;

namespace {

Image8 picture(const std::shared_ptr<const PlantLibrary>& plants, const std::vector<StageEntry>& entries, bool figure,
               const V2i& size, float turn, float near, int samples) {
    Shot shot;
    shot.daylight.time = {2026, 6, 12, 10.2};
    const Environment light = environmentOf(newProject({32, 32}, 1, "light"), shot);
    const Stage stage = stageOf(*plants, entries, figure, bearingInLight(light.toSun) + turn);
    Site site = *stage.project.site;
    site.season = plants->season();
    const Project project = withSite(stage.project, site);
    const auto built = build(project, plants);
    shot.camera = cameraOf(stage, *built, static_cast<float>(size.x) / static_cast<float>(size.y), near);
    SceneBuilder builder(false, shippedMaterials());
    const auto scene = builder.update(built);
    PictureSettings settings;
    settings.size = size;
    Progress progress;
    const RenderResult r = renderPicture(*scene, light, shot, settings, samples, 1, progress);
    return Display().encode(develop(r.radiance, r.ev100, shot.finish));
}

} // namespace

int main(int argc, char** argv) {
    if (argc < 4) return 2;
    const std::filesystem::path assets = argv[1];
    const int samples = std::atoi(argv[3]);
    auto plants = PlantLibrary::load(assets / "species");
    if (std::string(argv[2]) == "thumbnails") {
        for (size_t i = 0; i < plants->species().size(); ++i) {
            const Species& s = plants->species()[i];
            if (argc > 4 && std::none_of(argv + 4, argv + argc, [&](const char* n) { return s.recipe.name == n; }))
                continue;
            // In flower, if it flowers.
            const SeasonRecipe& y = s.recipe.seasons;
            const auto then = plants->in(std::clamp(Season::Summer, y.flowersFrom, y.flowersTo));
            std::filesystem::path out = s.file;
            writePicture(out.replace_extension(".jpg"),
                         picture(then, {{static_cast<int>(i), 0, 0.6f}}, false, V2i(144), 0, 1, samples));
            std::printf("%s\n", s.recipe.name.c_str());
            std::fflush(stdout);
        }
        return 0;
    }
    if (argc < 9) return 2;
    const V2i size(std::atoi(argv[4]), std::atoi(argv[5]));
    const std::string light = argv[6];
    const size_t colon = light.find(':');
    for (int k = 0; k < kSeasons; ++k)
        if (colon != std::string::npos && light.substr(colon + 1) == kSeasonNames[k])
            plants = plants->in(static_cast<Season>(k));
    const float turn = light.rfind("back", 0) == 0 ? radians(140) : 0, near = static_cast<float>(std::atof(argv[7]));
    std::vector<StageEntry> entries;
    bool figure = false;
    Image8 all;
    const auto finishRow = [&] {
        const Image8 row = picture(plants, entries, figure, size, turn, near, samples);
        Image8 both(size.x, all.height + size.y);
        for (int y = 0; y < both.height; ++y)
            for (int x = 0; x < size.x; ++x) both.at(x, y) = y < all.height ? all.at(x, y) : row.at(x, y - all.height);
        all = std::move(both);
        entries.clear();
        figure = false;
    };
    for (int i = 8; i < argc; ++i) {
        std::string name = argv[i];
        if (name == "+" || name == "/") {
            name == "+" ? void(figure = true) : finishRow();
            continue;
        }
        int individual = 0;
        if (const size_t at = name.find(':'); at != std::string::npos) {
            individual = std::atoi(name.c_str() + at + 1);
            name.resize(at);
        }
        const int species = plants->find(name);
        if (species < 0) {
            std::fprintf(stderr, "there is no species \"%s\"\n", name.c_str());
            return 1;
        }
        entries.push_back({species, individual, 0.6f * static_cast<float>(i)});
    }
    finishRow();
    writePicture(argv[2], all);
}
