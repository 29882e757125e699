// Pictures of the materials of the library, each on a lit test object. Usage: make_thumbnails ASSETS FOLDER [PIXELS
// SAMPLES [NAME...]]
#include <algorithm>
#include <cstdio>
#include <cstdlib>
#include <cstring>

#include "core/finish/encode.h"
#include "core/finish/finish.h"
#include "core/material/library.h"
#include "core/trace/render.h"
#include "core/trace/scene_builder.h"
#include "tools/test_objects.h"

using namespace thallos;

namespace {

// A block of the material as large as shows it well, on a grey floor; floors lie, bark stands round, glass has
// something behind it.
Project setting(const Recipe& recipe, const Surface& surface, float& width) {
    Project p = newProject({40, 40}, 1, "materials");
    Surface grey{.name = "grey", .baseColor = Rgb(0.24f), .roughness = 0.9f, .specular = 0.2f};
    const float size = recipe.generator.empty() ? 0.5f : std::max(recipe.mapping.size.x, recipe.mapping.size.y);
    width = std::clamp(0.45f * size, 0.35f, 1.9f);
    p = added(p, "floor", thing(box(V3f(-12, -12, -0.1f), V3f(12, 12, 0.02f)), grey, V3f(0)));
    const V3f base(0, 0, 0.021f);
    const float w = width / 2;
    if (recipe.family == "floors" || recipe.family == "earth")
        return added(p, "thing", thing(box(V3f(-w, -w, 0), V3f(w, w, 0.22f * w)), surface, base));
    if (recipe.family == "bark") return added(p, "thing", thing(trunk(0.55f * w, 2 * w), surface, base));
    if (recipe.family == "glass and water") {
        Surface dark{.name = "dark", .baseColor = Rgb(0.03f), .roughness = 0.9f};
        for (int i = -3; i <= 3; ++i)
            p = added(p, "bar",
                      thing(box(V3f(-0.3f * w, -w, 0), V3f(0.3f * w, -0.9f * w, 2.2f * w)), i % 2 ? dark : grey,
                            base + V3f(0.6f * w * static_cast<float>(i), 2.6f * w, 0)));
        if (!surface.solid)
            return added(p, "thing", thing(box(V3f(-w, -0.02f, 0), V3f(w, 0, 1.7f * w)), surface, base));
    }
    return added(p, "thing", thing(box(V3f(-w, -w, 0), V3f(w, w, 1.5f * w)), surface, base));
}

Shot shotOf(const Recipe& recipe, float width) {
    Shot s;
    s.camera.focal = 55;
    s.camera.aspect = 1;
    const bool lies = recipe.family == "floors" || recipe.family == "earth";
    const V3f target(0, 0, lies ? 0 : 0.36f * width), from = V3f(0.62f, -0.9f, lies ? 0.85f : 0.5f).normalized();
    s.camera.position = target + from * (2.25f * width);
    s.camera = aimed(s.camera, target);
    s.daylight.time = {2026, 6, 12, 15.6};
    s.metered = false;
    s.ev100 = 14.1f;
    return s;
}

} // namespace

int main(int argc, char** argv) {
    if (argc < 3) return 2;
    const std::filesystem::path assets = argv[1], out = argv[2];
    const int pixels = argc > 3 ? std::atoi(argv[3]) : 176, samples = argc > 4 ? std::atoi(argv[4]) : 64;
    std::filesystem::create_directories(out);
    const auto materials = MaterialLibrary::load(assets / "materials", std::filesystem::path());
    // The ground's own textures are kept; they lie under every object.
    const auto soil = materials->texture("Topsoil", MaterialLibrary::kFull),
               gravel = materials->texture("River gravel", MaterialLibrary::kFull);
    const auto plants = PlantLibrary::load(assets / "species");
    const Display display;
    for (const Recipe& recipe : materials->recipes()) {
        if (argc > 5 && std::none_of(argv + 5, argv + argc, [&](const char* n) { return recipe.name == n; })) continue;
        float width = 1;
        const Project p = setting(recipe, materials->surface(recipe.name), width);
        auto site = std::make_shared<BuiltSite>(*build(p, plants));
        site->far = nullptr;
        SceneBuilder builder(false, materials);
        const auto scene = builder.update(site);
        const Shot shot = shotOf(recipe, width);
        PictureSettings settings;
        settings.size = V2i(pixels, pixels);
        Progress progress;
        const RenderResult r = renderPicture(*scene, environmentOf(p, shot), shot, settings, samples, 1, progress);
        writePicture(out / (recipe.file + ".jpg"), display.encode(develop(r.radiance, r.ev100, shot.finish)));
        std::printf("%s\n", recipe.name.c_str());
        std::fflush(stdout);
    }
}
